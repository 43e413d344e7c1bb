package org.oddlot.desk;

import java.io.File;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.stage.DirectoryChooser;
import javafx.stage.FileChooser;
import javafx.stage.Stage;
import org.oddlot.desk.session.FilePicker;

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
            new FileChooser.ExtensionFilter(
                "What is read here", "*.otio", "*.otioz", "*.csv", "*.tsv", "*.txt", "*.oddlot"),
            new FileChooser.ExtensionFilter("All files", "*"));
    List<File> files = chooser.showOpenMultipleDialog(owner);
    return files == null ? List.of() : files.stream().map(File::toPath).toList();
  }

  @Override
  public Optional<Path> lotToSave(String name, Optional<Path> startingIn) {
    var chooser = new FileChooser();
    chooser.setTitle("Save the lot");
    startingIn.map(Path::toFile).ifPresent(chooser::setInitialDirectory);
    chooser.setInitialFileName(name + ".oddlot");
    return Optional.ofNullable(chooser.showSaveDialog(owner)).map(File::toPath);
  }

  @Override
  public Optional<Path> folderToWriteTo(Optional<Path> startingIn) {
    var chooser = new DirectoryChooser();
    chooser.setTitle("Write into");
    startingIn.map(Path::toFile).ifPresent(chooser::setInitialDirectory);
    return Optional.ofNullable(chooser.showDialog(owner)).map(File::toPath);
  }
}
