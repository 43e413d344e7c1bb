package org.oddlot.report;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.material.Material;
import org.oddlot.material.TimelineFile;
import org.oddlot.profile.Profile;
import org.oddlot.profile.Profiles;
import org.oddlot.sheet.Cell;
import org.oddlot.sheet.Line;
import org.oddlot.sheet.Sheet;
import org.oddlot.time.FilmGauge;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Effect;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;
import org.oddlot.timeline.Transition;

/** Small cuts at 25 frames, from one hour on, to be reported. */
final class Cuts {
  static final FrameRate RATE = FrameRate.FPS_25;

  private Cuts() {}

  static RationalTime frames(long count) {
    return RationalTime.of(count, RATE);
  }

  /** A clip of a file from a frame on. */
  static Clip clip(String name, long from, int length) {
    String ending = name.startsWith("sound") ? ".wav" : ".mxf";
    var media =
        new MediaReference.External(
            Origin.made(),
            name,
            "media/" + name + ending,
            Optional.of(TimeRange.of(0, 100_000, RATE)),
            JsonObject.EMPTY);
    return Clip.of(name, media, Optional.of(TimeRange.of(from, length, RATE)));
  }

  static Gap gap(int length) {
    return Gap.of(frames(length));
  }

  static Clip generated(String kind, int length) {
    return Clip.of(
        kind,
        new MediaReference.Generator(
            Origin.made(),
            "",
            kind,
            // Only what has words is a title.
            kind.startsWith("oddlot.")
                ? JsonObject.of("text", JsonString.of("Words"))
                : JsonObject.EMPTY,
            Optional.empty(),
            JsonObject.EMPTY),
        Optional.of(TimeRange.of(0, length, RATE)));
  }

  static Transition dissolve(int in, int out) {
    return new Transition(
        Origin.made(), "", "SMPTE_Dissolve", frames(in), frames(out), JsonObject.EMPTY);
  }

  static Effect effect(String name, JsonObject metadata) {
    return new Effect(Origin.made(), "Effect", name, name, Optional.empty(), metadata);
  }

  /** What our profile knows about a picture. */
  static Effect picture(String key, String number) {
    return effect("oddlot.picture", JsonObject.of(key, new JsonNumber(number)));
  }

  static Effect speed(long numerator, long denominator) {
    return new Effect(
        Origin.made(),
        "LinearTimeWarp",
        "",
        "LinearTimeWarp",
        Optional.of(Rational.of(numerator, denominator)),
        JsonObject.EMPTY);
  }

  /** A clip whose only channel has a role. */
  static Clip withRole(Clip clip, String role) {
    return clip.withMetadata(
        JsonObject.of(
            "oddlot",
            JsonObject.of(
                "channels",
                JsonArray.of(
                    List.of(
                        JsonObject.of("channel", JsonNumber.of(1))
                            .with("role", JsonString.of(role)))))));
  }

  static Track video(String name, Composable... children) {
    return Track.of(name, Track.VIDEO, List.of(children));
  }

  static Track audio(String name, Composable... children) {
    return Track.of(name, Track.AUDIO, List.of(children));
  }

  static Timeline timeline(Track... tracks) {
    return Timeline.of("Cut", Optional.of(frames(90_000)), List.of(tracks));
  }

  static Material material(Timeline timeline) {
    return material(timeline, Profiles.own());
  }

  static Material material(Timeline timeline, Profile profile) {
    return Material.of(
        "lot", List.of(TimelineFile.of("cut.otio", "", timeline, profile, List.of())), List.of());
  }

  static Sheet report(String kind, Material material) {
    return Arrangement.ALL.of(
        Reports.of(kind).orElseThrow(), Scope.of(material, "", FilmGauge.MM_35));
  }

  static Sheet report(String kind, Track... tracks) {
    return report(kind, material(timeline(tracks)));
  }

  /** Some cells of each row, joined by bars. */
  static List<String> rows(Sheet sheet, String... columns) {
    var rows = new ArrayList<String>();
    for (Line line : sheet.lines()) {
      var cells = new ArrayList<String>();
      for (String column : columns) {
        cells.add(line.cells().get(sheet.indexOf(column)).text());
      }
      rows.add(String.join(" | ", cells));
    }
    return rows;
  }

  static Cell cell(Sheet sheet, int row, String column) {
    return sheet.lines().get(row).cells().get(sheet.indexOf(column));
  }
}
