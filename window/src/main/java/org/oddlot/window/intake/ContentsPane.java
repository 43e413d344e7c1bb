package org.oddlot.window.intake;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.oddlot.format.TimelineFormat;
import org.oddlot.lot.Lot;
import org.oddlot.material.TimelineFile;
import org.oddlot.profile.Profile;
import org.oddlot.profile.Profiles;
import org.oddlot.text.Phrase;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Opaque;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.DataTable;
import org.oddlot.window.kit.Words;
import org.oddlot.window.session.Session;

/** What lies in a timeline file: its bins and timelines, with what they hold. */
final class ContentsPane {
  private final DataTable<Row> rows =
      new DataTable<>("contents-rows", "There is nothing in this file.");
  private final HBox profile = new HBox(12);
  private final VBox box = new VBox(6, profile, Words.section("Bins and timelines"), rows);
  private final Session session;

  private record Row(String name, String what, String clips, String start) {}

  ContentsPane(Session session) {
    this.session = session;
    profile.setAlignment(Pos.CENTER_LEFT);
    rows.words("Name", 320, Row::name);
    rows.words("What it is", 100, Row::what, "quiet");
    rows.figures("Holds", 150, Row::clips);
    rows.figures("Starts at", 110, Row::start);
    VBox.setVgrow(rows, Priority.ALWAYS);
    box.getStyleClass().add("detail");
  }

  Node show(Lot.Input input, TimelineFile document, List<Profile> known) {
    profile
        .getChildren()
        .setAll(
            Choices.of(
                session,
                input,
                Optional.empty(),
                TimelineFormat.PROFILE,
                known.stream().map(Profile::name).distinct().toList(),
                name -> Profiles.byName(name, known).map(Profile::title).orElse(name)),
            Words.of(document.profile().title(), "quiet"),
            Words.spring(),
            Actions.button(
                "copy-profile",
                "Copy the profile to edit it",
                "",
                () -> session.copyProfile(document.profile().name())));
    var found = new ArrayList<Row>();
    Placed.root(document.root())
        .walk(placed -> {
          switch (placed.object()) {
            case Bin bin -> found.add(new Row(placed.path(), "bin", holds(bin.children()), ""));
            case Timeline timeline -> found.add(timeline(placed, timeline));
            case Opaque opaque ->
                found.add(new Row(placed.path(), "not understood", opaque.schema(), ""));
            default -> {}
          }
        });
    rows.show(found, row -> row);
    rows.getSelectionModel().clearSelection();
    return box;
  }

  private static String holds(List<TimelineObject> children) {
    long clips = children.stream().filter(Clip.class::isInstance).count();
    long others = children.size() - clips;
    if (clips == 0) {
      return others == 1 ? "1 item" : others + " items";
    }
    String words = clips == 1 ? "1 clip" : clips + " clips";
    return others == 0 ? words : words + ", " + others + " more";
  }

  private static Row timeline(Placed placed, Timeline timeline) {
    int tracks = timeline.tracks().map(stack -> stack.children().size()).orElse(0);
    long clips = placed.clips().size();
    String start =
        timeline
            .editRate()
            .map(
                rate -> timeline.recordTimecode(org.oddlot.time.RationalTime.zero(rate)).toString())
            .orElse("");
    return new Row(
        placed.path(), "timeline", Phrase.of("%,d tracks, %,d clips", tracks, clips), start);
  }
}
