package org.oddlot.window;

import java.io.File;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.scene.text.Font;
import javafx.stage.Stage;
import org.oddlot.measure.MeasurementStore;
import org.oddlot.title.Fonts;
import org.oddlot.window.session.Preferences;
import org.oddlot.window.session.Session;

/**
 * The application: one window. Its arguments are files to open, or {@code --tour=DIR
 * --lots=LOT:LOT…}.
 */
public final class OddLotApp extends Application {
  private static final List<String> FONTS =
      List.of(
          "IBMPlexSans_400Regular.ttf",
          "IBMPlexSans_500Medium.ttf",
          "IBMPlexSans_600SemiBold.ttf",
          "IBMPlexMono_400Regular.ttf",
          "IBMPlexMono_600SemiBold.ttf");

  private Optional<Session> open = Optional.empty();

  @Override
  public void start(Stage stage) {
    loadFonts();
    var session = new Session(Platform::runLater, Preferences.ofUser(), MeasurementStore.ofUser());
    open = Optional.of(session);
    Thread.setDefaultUncaughtExceptionHandler(
        (_, fault) -> Platform.runLater(() -> session.tellFault(fault)));
    var window = new MainWindow(session, new FxFilePicker(stage), file -> show(file));
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
      new Tour(session, window, pictures, output, lots()).begin();
    }
  }

  /** The lots of the demo's days that the tour goes to, in their order. */
  private List<Path> lots() {
    String lots = getParameters().getNamed().getOrDefault("lots", "");
    return lots.isEmpty()
        ? List.of()
        : List.of(lots.split(File.pathSeparator)).stream().map(Path::of).toList();
  }

  static void loadFonts() {
    for (String font : FONTS) {
      try (var in = Fonts.class.getResourceAsStream("fonts/" + font)) {
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
    open.ifPresent(Session::end);
  }

  /**
   * Opens the window, goes through the demo's days by itself, and returns when that is done.
   *
   * @param lots those of the days, in their order
   * @param pictures where pictures of the stations go
   * @param scratch where what is written goes
   */
  public static void tour(List<Path> lots, Path pictures, Path scratch) {
    open(
        "--tour=" + pictures,
        "--scratch=" + scratch,
        "--lots="
            + lots.stream().map(Path::toString).collect(Collectors.joining(File.pathSeparator)));
  }

  /** Opens the window and returns when it is closed. */
  public static void open(String... arguments) {
    Application.launch(OddLotApp.class, arguments);
  }
}
