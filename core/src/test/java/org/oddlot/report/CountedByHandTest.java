package org.oddlot.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.material.Material;
import org.oddlot.material.Rights;
import org.oddlot.material.TimelineFile;
import org.oddlot.profile.Profiles;
import org.oddlot.rights.Licence;
import org.oddlot.rights.Price;
import org.oddlot.rights.SourcePattern;
import org.oddlot.sheet.Cell;
import org.oddlot.sheet.Line;
import org.oddlot.sheet.Sheet;
import org.oddlot.time.FilmGauge;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.time.Timecode;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Effect;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;

/**
 * Random timelines are counted a second time, frame by frame: a timeline is made of frames in an
 * array, and what is on each frame of each track is looked at from the top.
 */
class CountedByHandTest {
  private static final FrameRate RATE = FrameRate.FPS_29_97;

  /** What one frame of a track shows. */
  private record Shown(String source, long media, int clip, String cover, boolean enabled) {}

  /** A timeline, and the same as frames. */
  private static final class Made {
    final List<Track> tracks = new ArrayList<>();
    final List<Shown[]> frames = new ArrayList<>();
    int clips;
  }

  private static Effect effect(String name, JsonObject metadata) {
    return new Effect(Origin.made(), "Effect", name, name, Optional.empty(), metadata);
  }

  /** A still among them, which hides nothing for sure where it is nowhere the lowest. */
  private static String file(String source) {
    return source + (source.equals("S2") ? ".png" : ".mxf");
  }

  private static Clip clip(String source, long from, int length, String cover) {
    var media =
        new MediaReference.External(
            Origin.made(),
            source,
            file(source),
            Optional.of(TimeRange.of(0, 10_000, RATE)),
            JsonObject.EMPTY);
    Clip clip = Clip.of(source, media, Optional.of(TimeRange.of(from, length, RATE)));
    return switch (cover) {
      case "unknown" -> clip.withEffects(List.of(effect("Ripple", JsonObject.EMPTY)));
      case "weak" ->
          clip.withEffects(
              List.of(effect("oddlot.picture", JsonObject.of("opacity", new JsonNumber("0.4")))));
      case "gone" ->
          clip.withEffects(
              List.of(effect("oddlot.picture", JsonObject.of("opacity", JsonNumber.of(0)))));
      default -> clip;
    };
  }

  private static Made made(Random chance) {
    var made = new Made();
    int tracks = 1 + chance.nextInt(4);
    for (int i = 0; i < tracks; i++) {
      var children = new ArrayList<Composable>();
      var shown = new ArrayList<Shown>();
      int items = chance.nextInt(7);
      for (int j = 0; j < items; j++) {
        int length = 1 + chance.nextInt(40);
        if (chance.nextInt(4) == 0) {
          children.add(Gap.of(RationalTime.of(length, RATE)));
          for (int k = 0; k < length; k++) {
            shown.add(null);
          }
          continue;
        }
        boolean isNested = chance.nextInt(6) == 0;
        int pieces = isNested ? 2 : 1;
        var inner = new ArrayList<Composable>();
        for (int piece = 0; piece < pieces; piece++) {
          String source = "S" + chance.nextInt(3);
          long from = chance.nextInt(60);
          String cover =
              List.of("all", "all", "all", "unknown", "weak", "gone").get(chance.nextInt(6));
          boolean enabled = chance.nextInt(6) > 0;
          Clip clip = clip(source, from, length, cover).withEnabled(enabled);
          inner.add(clip);
          int number = made.clips++;
          for (int k = 0; k < length; k++) {
            shown.add(new Shown(source, from + k, number, cover, enabled));
          }
        }
        children.add(
            isNested
                ? Stack.of("nested", List.of(Track.of("n", Track.VIDEO, inner)))
                : inner.getFirst());
      }
      made.tracks.add(Track.of("V" + (i + 1), Track.VIDEO, children));
      made.frames.add(shown.toArray(Shown[]::new));
    }
    return made;
  }

  /** What is counted for a source. */
  private static final class Count {
    long used;
    long seen;
    long unknown;
    long unknownOnce;
    long once;
  }

  private static Map<String, Count> counted(Made made) {
    Map<String, Count> counts = new HashMap<>();
    // Which frames of each clip are seen: by clip, its media frames in order.
    Map<Integer, List<Shown>> seenOf = new HashMap<>();
    Map<Integer, Integer> begins = new HashMap<>();
    Map<Integer, List<Shown>> unknownOf = new HashMap<>();
    boolean isGround =
        java.util.Arrays.stream(made.frames.getFirst())
            .anyMatch(shown -> shown != null && shown.source.equals("S2"));
    int longest = made.frames.stream().mapToInt(track -> track.length).max().orElse(0);
    for (int frame = 0; frame < longest; frame++) {
      boolean covered = false;
      boolean doubtful = false;
      for (int track = made.frames.size() - 1; track >= 0; track--) {
        Shown[] its = made.frames.get(track);
        Shown shown = frame < its.length ? its[frame] : null;
        if (shown == null) {
          continue;
        }
        Count count = counts.computeIfAbsent(shown.source, _ -> new Count());
        count.used++;
        begins.putIfAbsent(shown.clip, frame);
        if (!shown.enabled) {
          continue;
        }
        boolean isThere = !shown.cover.equals("gone");
        if (isThere && !covered && !doubtful) {
          count.seen++;
          seenOf.computeIfAbsent(shown.clip, _ -> new ArrayList<>()).add(shown);
        } else if (isThere && !covered) {
          count.unknown++;
          unknownOf.computeIfAbsent(shown.clip, _ -> new ArrayList<>()).add(shown);
        }
        boolean isStill = shown.source.equals("S2") && !isGround;
        covered |= shown.cover.equals("all") && !isStill;
        doubtful |= shown.cover.equals("unknown") || (shown.cover.equals("all") && isStill);
      }
    }
    Map<String, Set<Long>> before = new HashMap<>();
    eachOnce(seenOf, begins, before, source -> Objects.requireNonNull(counts.get(source)).once++);
    // What might be seen is paid for where it is not seen for sure at another place.
    eachOnce(
        unknownOf,
        begins,
        before,
        source -> Objects.requireNonNull(counts.get(source)).unknownOnce++);
    return counts;
  }

  private static void eachOnce(
      Map<Integer, List<Shown>> framesOf,
      Map<Integer, Integer> begins,
      Map<String, Set<Long>> before,
      java.util.function.Consumer<String> count) {
    framesOf.entrySet().stream()
        .sorted(
            java.util.Comparator.<Map.Entry<Integer, List<Shown>>>comparingInt(
                    each -> begins.getOrDefault(each.getKey(), 0))
                .thenComparingInt(Map.Entry::getKey))
        .forEach(each -> {
          String source = each.getValue().getFirst().source;
          Set<Long> shown = before.computeIfAbsent(source, _ -> new HashSet<>());
          var its = new HashSet<Long>();
          for (Shown one : each.getValue()) {
            if (!shown.contains(one.media)) {
              count.accept(source);
            }
            its.add(one.media);
          }
          shown.addAll(its);
        });
  }

  private static Material material(Made made) {
    Timeline timeline = Timeline.of("T", Optional.of(RationalTime.of(107_892, RATE)), made.tracks);
    return Material.of(
        "lot",
        List.of(TimelineFile.of("t.otio", "", timeline, Profiles.own(), List.of())),
        List.of());
  }

  @Property(tries = 400)
  void whatIsUsedSeenAndSeenOnceIsWhatCountingFrameByFrameGives(@ForAll long seed) {
    Made made = made(new Random(seed));
    Material material = material(made);
    var licence =
        new Licence(
            "paper",
            1,
            new SourcePattern("S*"),
            "Holder",
            "1",
            "",
            Optional.empty(),
            Optional.empty(),
            new Price.Timed(Rational.of(3, 2), Rational.ONE, Rational.ZERO, Price.Counted.UNSAID),
            "EUR",
            Rational.of(1 + Math.floorMod(seed, 4)),
            Optional.of(Rational.ONE),
            "",
            "",
            List.of());
    Map<String, Licence> licences = new HashMap<>();
    List.of("S0", "S1", "S2").forEach(source -> licences.put(file(source), licence));
    material = material.with(Rights.class, List.of(new Rights(licences, Map.of())));
    Scope scope = Scope.of(material, "", FilmGauge.MM_35);
    Sheet sheet = Arrangement.ALL.of(Reports.of("sources").orElseThrow(), scope);
    Map<String, Count> counts = counted(made);
    assertThat(sheet.lines()).hasSize(counts.size());
    Rational paid = Rational.ZERO;
    for (Line line : sheet.lines()) {
      Count count = Objects.requireNonNull(counts.get(text(sheet, line, "name")));
      assertThat(number(sheet, line, "used_frames")).isEqualTo(count.used);
      assertThat(number(sheet, line, "seen_frames")).isEqualTo(count.seen);
      assertThat(number(sheet, line, "unknown_frames")).isEqualTo(count.unknown);
      assertThat(number(sheet, line, "once_frames")).isEqualTo(count.once);
      // Whole units that hold all seconds, found by adding one after the other.
      Rational seconds = Rational.of((count.once + count.unknownOnce) * 1001, 30_000);
      Rational due = Rational.ZERO;
      while (due.compareTo(seconds) < 0) {
        due = due.plus(licence.unit());
      }
      assertThat(cell(sheet, line, "to_pay")).isEqualTo(Cell.of(due));
      paid = paid.plus(due);
    }
    Sheet owed = Arrangement.ALL.of(Reports.of("licences").orElseThrow(), scope);
    for (Line line : owed.lines()) {
      assertThat(cell(owed, line, "to_pay")).isEqualTo(Cell.of(paid));
      assertThat(cell(owed, line, "amount"))
          .isEqualTo(
              new Cell.Amount(
                  paid.times(Rational.of(3, 2)),
                  Optional.of(new Cell.Rate("to_pay", Rational.of(3, 2), Rational.ZERO))));
    }
    shots(made, scope);
  }

  /** Labels with dropped frames, and feet, of every shot. */
  private static void shots(Made made, Scope scope) {
    Sheet sheet = Arrangement.ALL.of(Reports.of("shots").orElseThrow(), scope);
    assertThat(sheet.lines()).hasSize(made.clips);
    long first = 107_892;
    int row = 0;
    for (Shown[] track : made.frames) {
      for (int at = 0; at < track.length; row += track[at] == null ? 0 : 1, at += run(track, at)) {
        if (track[at] == null) {
          continue;
        }
        Line line = sheet.lines().get(row);
        int length = run(track, at);
        assertThat(text(sheet, line, "record_in"))
            .isEqualTo(Timecode.ofFrames(first + at, RATE, true).toString());
        assertThat(text(sheet, line, "record_out"))
            .isEqualTo(Timecode.ofFrames(first + at + length, RATE, true).toString());
        assertThat(number(sheet, line, "frames")).isEqualTo(length);
        assertThat(text(sheet, line, "feet"))
            .isEqualTo(length / 16 + "+" + (length % 16 < 10 ? "0" : "") + length % 16);
      }
    }
  }

  /** How many frames from here on are of the same clip, or of none. */
  private static int run(Shown[] track, int from) {
    int to = from;
    while (to < track.length
        && (track[from] == null
            ? track[to] == null
            : track[to] != null && track[to].clip == track[from].clip)) {
      to++;
    }
    return to - from;
  }

  private static Cell cell(Sheet sheet, Line line, String column) {
    return line.cells().get(sheet.indexOf(column));
  }

  private static String text(Sheet sheet, Line line, String column) {
    return cell(sheet, line, column).text();
  }

  private static long number(Sheet sheet, Line line, String column) {
    return ((Cell.Count) cell(sheet, line, column)).number();
  }
}
