package org.oddlot.desk;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.scene.text.Font;
import javafx.stage.Stage;
import org.oddlot.desk.session.Preferences;
import org.oddlot.desk.session.Session;

/** The application: one window. Its arguments are files to open, or {@code --tour=DIR}. */
public final class OddLotApp extends Application {
  private static final List<String> FONTS =
      List.of(
          "IBMPlexSans_400Regular.ttf",
          "IBMPlexSans_500Medium.ttf",
          "IBMPlexSans_600SemiBold.ttf",
          "IBMPlexMono_400Regular.ttf",
          "IBMPlexMono_600SemiBold.ttf");

  private final ExecutorService background =
      Executors.newSingleThreadExecutor(
          Thread.ofPlatform().name("oddlot-work").daemon(true).factory());

  @Override
  public void start(Stage stage) {
    loadFonts();
    var session = new Session(background, Platform::runLater, Preferences.ofUser());
    var window = new DeskWindow(session, new FxFilePicker(stage), file -> show(file));
    stage.setTitle("Odd Lot");
    stage.setScene(window.scene());
    stage.setMinWidth(1000);
    stage.setMinHeight(600);
    session
        .stateProperty()
        .addListener((_, _, state) ->
            stage.setTitle(
                state.isEmpty()
                    ? "Odd Lot"
                    : state.lot().name() + (state.unsaved() ? " (not saved)" : "") + " · Odd Lot"));
    stage.show();
    session.open(getParameters().getUnnamed().stream().map(Path::of).toList());
    String tour = getParameters().getNamed().get("tour");
    if (tour != null) {
      Path pictures = Path.of(tour);
      String scratch = getParameters().getNamed().get("scratch");
      Path output = (scratch == null ? pictures : Path.of(scratch)).resolve("out");
      Optional<Path> second =
          Optional.ofNullable(getParameters().getNamed().get("second")).map(Path::of);
      Optional<Path> third =
          Optional.ofNullable(getParameters().getNamed().get("third")).map(Path::of);
      new Tour(session, window, pictures, output, second, third).begin();
    }
  }

  static void loadFonts() {
    for (String font : FONTS) {
      try (var in = OddLotApp.class.getResourceAsStream("fonts/" + font)) {
        if (in == null || Font.loadFont(in, 13) == null) {
          throw new IllegalStateException("The font " + font + " cannot be loaded");
        }
      } catch (IOException e) {
        throw new IllegalStateException(e);
      }
    }
  }

  /** Shows a file's folder with whatever shows folders on this system. */
  private void show(Path file) {
    Path folder = file.toAbsolutePath().getParent();
    if (folder != null) {
      getHostServices().showDocument(folder.toUri().toString());
    }
  }

  @Override
  public void stop() {
    background.shutdownNow();
  }

  /** Opens the window and returns when it is closed. */
  public static void open(String... arguments) {
    Application.launch(OddLotApp.class, arguments);
  }
}
