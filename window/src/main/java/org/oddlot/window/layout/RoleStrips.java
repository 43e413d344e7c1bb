package org.oddlot.window.layout;

import java.util.ArrayList;
import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Rectangle;
import org.oddlot.pass.layout.LayoutFinding;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Track;
import org.oddlot.window.kit.Words;

/** The tracks of a timeline by role: what lies where, from its first frame to its last. */
final class RoleStrips extends ScrollPane {
  private static final double ROW = 26;
  private static final double NAMES = 190;

  RoleStrips() {
    setId("role-strips");
    setFitToWidth(true);
    getStyleClass().add("grid-scroll");
  }

  /** Shows the tracks that a timeline would have. */
  void show(LayoutFinding finding) {
    var lines = new VBox();
    lines.getChildren().add(Words.section("The tracks it would have"));
    List<Track> tracks =
        finding.made().tracks().map(Stack::children).orElse(List.of()).stream()
            .filter(Track.class::isInstance)
            .map(Track.class::cast)
            .toList();
    double longest = tracks.stream().mapToDouble(RoleStrips::seconds).max().orElse(1);
    for (Track track : tracks) {
      lines.getChildren().add(line(track, Math.max(0.001, longest)));
    }
    setContent(lines);
  }

  /** Shows nothing. */
  void clear() {
    setContent(new VBox());
  }

  private static double seconds(Composable item) {
    return item instanceof Item i
        ? i.duration().map(duration -> duration.seconds().toDouble()).orElse(0.0)
        : 0;
  }

  private static Node line(Track track, double longest) {
    var name = Words.of(track.name(), "strip-name");
    name.setMinWidth(NAMES);
    name.setMaxWidth(NAMES);
    var strip = new Strip(slips(track), longest, track.kind().equals(Track.AUDIO));
    HBox.setHgrow(strip, Priority.ALWAYS);
    var line = new HBox(8, name, strip);
    line.setAlignment(Pos.CENTER_LEFT);
    line.getStyleClass().add("strip-line");
    return line;
  }

  /** A stretch of a track, in seconds from the first frame. */
  private record Slip(double from, double seconds) {}

  private static List<Slip> slips(Track track) {
    var slips = new ArrayList<Slip>();
    double at = 0;
    for (Composable item : track.children()) {
      double seconds = seconds(item);
      if (item instanceof Clip || item instanceof Stack) {
        slips.add(new Slip(at, seconds));
      }
      at += seconds;
    }
    return slips;
  }

  /** Slips on a line that is as wide as there is room. */
  private static final class Strip extends Pane {
    private final List<Slip> slips;
    private final double longest;
    private final boolean isSound;

    Strip(List<Slip> slips, double longest, boolean isSound) {
      this.slips = slips;
      this.longest = longest;
      this.isSound = isSound;
      setMinHeight(ROW);
      setPrefHeight(ROW);
    }

    @Override
    protected void layoutChildren() {
      getChildren().clear();
      double scale = (getWidth() - 10) / longest;
      for (Slip slip : slips) {
        var box =
            new Rectangle(
                Math.round(slip.from * scale) + 0.5,
                6.5,
                Math.max(2, Math.round(slip.seconds * scale) - 1),
                ROW - 13);
        box.getStyleClass().addAll("slip", isSound ? "slip-sound" : "slip-picture");
        getChildren().add(box);
      }
    }
  }
}
