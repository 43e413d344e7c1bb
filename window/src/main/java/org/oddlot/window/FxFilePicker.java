package org.oddlot.window;

import java.io.File;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import javafx.stage.DirectoryChooser;
import javafx.stage.FileChooser;
import javafx.stage.Stage;
import org.oddlot.input.InputKinds;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.SheetFile;
import org.oddlot.window.session.FilePicker;

/** Asks with the system's own dialogs. */
final class FxFilePicker implements FilePicker {
  private final Stage owner;

  FxFilePicker(Stage owner) {
    this.owner = owner;
  }

  @Override
  public List<Path> filesToOpen(Optional<Path> startingIn) {
    var chooser = new FileChooser();
    chooser.setTitle("Timelines, papers or a lot");
    startingIn.map(Path::toFile).ifPresent(chooser::setInitialDirectory);
    chooser
        .getExtensionFilters()
        .addAll(
            new FileChooser.ExtensionFilter("What is read here", endings()),
            new FileChooser.ExtensionFilter("All files", "*"));
    List<File> files = chooser.showOpenMultipleDialog(owner);
    return files == null ? List.of() : files.stream().map(File::toPath).toList();
  }

  private static List<String> endings() {
    return Stream.concat(Stream.of(LotFile.EXTENSION), InputKinds.extensions().stream())
        .map(ending -> "*" + ending)
        .toList();
  }

  @Override
  public Optional<Path> sheetToOpen(Optional<Path> startingIn) {
    var chooser = new FileChooser();
    chooser.setTitle("A run sheet, or a lot that has one");
    startingIn.map(Path::toFile).ifPresent(chooser::setInitialDirectory);
    chooser
        .getExtensionFilters()
        .add(
            new FileChooser.ExtensionFilter(
                "Run sheets", "*" + SheetFile.EXTENSION, "*.json", "*" + LotFile.EXTENSION));
    return Optional.ofNullable(chooser.showOpenDialog(owner)).map(File::toPath);
  }

  @Override
  public Optional<Path> sheetToSave(String name, Optional<Path> startingIn) {
    return toSave("Save the run sheet", name + SheetFile.EXTENSION, startingIn);
  }

  @Override
  public Optional<Path> reportToOpen(Optional<Path> startingIn) {
    var chooser = new FileChooser();
    chooser.setTitle("The report of an earlier lock");
    startingIn.map(Path::toFile).ifPresent(chooser::setInitialDirectory);
    chooser
        .getExtensionFilters()
        .add(new FileChooser.ExtensionFilter("Reports", "*.csv", "*.xlsx", "*.txt"));
    return Optional.ofNullable(chooser.showOpenDialog(owner)).map(File::toPath);
  }

  @Override
  public Optional<Path> reportToSave(String name, Optional<Path> startingIn) {
    return toSave("Save the report", name + ".xlsx", startingIn);
  }

  private Optional<Path> toSave(String title, String name, Optional<Path> startingIn) {
    var chooser = new FileChooser();
    chooser.setTitle(title);
    startingIn.map(Path::toFile).ifPresent(chooser::setInitialDirectory);
    chooser.setInitialFileName(name);
    return Optional.ofNullable(chooser.showSaveDialog(owner)).map(File::toPath);
  }

  @Override
  public Optional<Path> lotToSave(String name, Optional<Path> startingIn) {
    return toSave("Save the lot", name + LotFile.EXTENSION, startingIn);
  }

  @Override
  public Optional<Path> folderToWriteTo(Optional<Path> startingIn) {
    var chooser = new DirectoryChooser();
    chooser.setTitle("Write into");
    startingIn.map(Path::toFile).ifPresent(chooser::setInitialDirectory);
    return Optional.ofNullable(chooser.showDialog(owner)).map(File::toPath);
  }
}
