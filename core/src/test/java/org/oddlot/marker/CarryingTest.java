package org.oddlot.marker;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.oddlot.compare.Comparison;
import org.oddlot.compare.Edit;
import org.oddlot.json.JsonObject;
import org.oddlot.marker.Carried.Fate;
import org.oddlot.material.TimelineFile;
import org.oddlot.profile.Profiles;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;

class CarryingTest {
  private static final FrameRate RATE = FrameRate.FPS_25;

  private static Marker marker(String name, long in, long length) {
    return Marker.of(name, TimeRange.of(in, length, RATE), "", JsonObject.EMPTY);
  }

  /** What is seen at each frame of a cut, walked child by child: its media and its frame. */
  private static List<String> seen(TimelineFile file) {
    var seen = new ArrayList<String>();
    Stack stack = ((Timeline) file.root()).tracks().orElseThrow();
    for (TimelineObject child : stack.children()) {
      Track track = (Track) child;
      int at = 0;
      for (Composable item : track.children()) {
        long length = ((Item) item).duration().orElseThrow().value();
        boolean isSeen =
            track.kind().equals(Track.VIDEO)
                && item instanceof Clip clip
                && clip.enabled()
                && clip.media().orElseThrow() instanceof MediaReference.External;
        for (long i = 0; i < length; i++, at++) {
          if (at == seen.size()) {
            seen.add("");
          }
          if (isSeen) {
            Clip clip = (Clip) item;
            Rational from = Rational.of(clip.sourceRange().orElseThrow().start().value());
            seen.set(at, clip.name() + " " + from.plus(clip.speed().times(i)));
          }
        }
      }
    }
    return seen;
  }

  /**
   * Over cuts that were edited at random, with few sources and with many: what is carried by itself
   * sits on the very frame that it sat on, and nearly all whose frame is still to be seen are.
   */
  @Test
  void markersStayOnTheirFrames() {
    int wrong = 0;
    int there = 0;
    int carried = 0;
    for (int seed = 0; seed < 60; seed++) {
      var random = new Random(seed);
      Edit before = Edit.random(random, 30, List.of(2, 12, 200).get(seed % 3));
      List<String> old = seen(before.file("a"));
      for (int i = 0; i < 40; i++) {
        before.markers.add(marker("m" + i, random.nextInt(old.size()), 1));
      }
      Edit after = before.again();
      for (int i = 0; i < 12; i++) {
        after.anything();
      }
      List<String> now = seen(after.file("b"));
      Comparison comparison = Edit.compare(before.file("a"), after.file("b"));
      for (Carried each : Carrying.of(comparison)) {
        String frame = old.get((int) each.from().in());
        boolean isSure = each.fate() == Fate.SURE;
        boolean isThere = !frame.isEmpty() && now.contains(frame);
        there += isThere ? 1 : 0;
        carried += isThere && isSure ? 1 : 0;
        boolean isRight =
            each.places().size() == 1 && frame.equals(now.get((int) each.places().getFirst().in()));
        wrong += !frame.isEmpty() && isSure && !isRight ? 1 : 0;
      }
    }
    assertThat(wrong).isZero();
    assertThat(there).isGreaterThan(1500);
    assertThat(carried).isGreaterThan(there * 99 / 100);
  }

  private static Set<String> frames(List<String> seen, long from, long length) {
    return new HashSet<>(seen.subList((int) from, (int) Math.min(seen.size(), from + length)));
  }

  /** A range that was cut, shortened, or put elsewhere marks frames that it marked before. */
  @Property(tries = 60)
  void rangesMarkWhatTheyMarked(@ForAll @IntRange(min = 0) int seed) {
    var random = new Random(seed);
    Edit before = Edit.random(random, 30, 100);
    before.others.clear();
    List<String> old = seen(before.file("a"));
    for (int i = 0; i < 20; i++) {
      int in = random.nextInt(old.size() - 300);
      before.markers.add(marker("m" + i, in, 2 + random.nextInt(290)));
    }
    Edit after = before.again();
    for (int i = 0; i < 10; i++) {
      after.anything();
    }
    List<String> now = seen(after.file("b"));
    for (Carried each : Carrying.of(Edit.compare(before.file("a"), after.file("b")))) {
      Set<String> was = frames(old, each.from().in(), each.from().length());
      if (each.fate() == Fate.SURE) {
        var is = new HashSet<String>();
        each.places().forEach(place -> is.addAll(frames(now, place.in(), place.length())));
        assertThat(was).as(each.rule()).containsAll(is);
        // What is left of it is marked, all of it, if nobody can take it for another use.
        was.removeIf(frame ->
            Collections.frequency(old, frame) > 1 || Collections.frequency(now, frame) != 1);
        assertThat(is).as(each.rule()).containsAll(was);
      }
    }
  }

  private static List<Carried> carried(List<Composable> old, List<Composable> now, Marker... its) {
    Timeline before =
        Timeline.of("cut", Optional.empty(), List.of(Track.of("V1", Track.VIDEO, old)));
    Stack stack = before.tracks().orElseThrow().withMarkers(List.of(its));
    Timeline after =
        Timeline.of("cut", Optional.empty(), List.of(Track.of("V1", Track.VIDEO, now)));
    return Carrying.of(
        Edit.compare(
            TimelineFile.of(
                "a", "", before.withChildren(List.of(stack)), Profiles.own(), List.of()),
            TimelineFile.of("b", "", after, Profiles.own(), List.of())));
  }

  private static Clip shot(String name, long from, long length) {
    return Clip.of(
        name,
        new MediaReference.External(
            Origin.made(), name, "m/" + name + ".mov", Optional.empty(), JsonObject.EMPTY),
        Optional.of(TimeRange.of(from, length, RATE)));
  }

  private static Composable nothing(long frames) {
    return Gap.of(RationalTime.of(frames, RATE));
  }

  @Test
  void onNothingItStaysBetweenTheSameShots() {
    List<Composable> old = List.of(shot("a", 0, 50), nothing(20), shot("b", 0, 50));
    Carried same =
        carried(
                old,
                List.of(nothing(30), shot("a", 0, 50), nothing(20), shot("b", 0, 50)),
                marker("m", 60, 1))
            .getFirst();
    assertThat(same.fate()).isEqualTo(Fate.SURE);
    assertThat(same.places().getFirst().in()).isEqualTo(90);
    Carried shorter =
        carried(old, List.of(shot("a", 0, 50), nothing(12), shot("b", 0, 50)), marker("m", 60, 1))
            .getFirst();
    assertThat(shorter.fate()).isEqualTo(Fate.DOUBTFUL);
    assertThat(shorter.places()).extracting(Carried.Place::in).containsExactly(60L, 52L);
  }

  @Test
  void whatIsGoneIsListedWithTheNearestPlace() {
    List<Composable> old = List.of(shot("a", 0, 50), shot("b", 0, 50), shot("c", 0, 50));
    List<Carried> its =
        carried(
            old,
            List.of(shot("a", 0, 50), shot("b", 10, 30), shot("d", 0, 50)),
            marker("head", 52, 1),
            marker("tail", 97, 1),
            marker("instead", 120, 1));
    assertThat(its).extracting(Carried::fate).containsOnly(Fate.LOST);
    assertThat(its)
        .extracting(each -> each.places().getFirst().in())
        .containsExactly(50L, 79L, 100L);
    assertThat(its.getLast().places().getFirst().why()).contains("d, which is there instead");
  }

  @Test
  void whatIsThereAlreadyIsNotPutThereAgain() {
    Timeline old =
        Timeline.of(
            "cut",
            Optional.empty(),
            List.of(Track.of("V1", Track.VIDEO, List.of(shot("a", 0, 50)))));
    Stack marked = old.tracks().orElseThrow().withMarkers(List.of(marker("look", 7, 1)));
    TimelineFile file =
        TimelineFile.of("a", "", old.withChildren(List.of(marked)), Profiles.own(), List.of());
    TimelineFile other = TimelineFile.of("b", "", file.root(), Profiles.own(), List.of());
    assertThat(Carrying.of(Edit.compare(file, other)))
        .extracting(Carried::fate)
        .containsExactly(Fate.THERE);
  }

  @Test
  void aMarkerOfAClipGoesWithTheClip() {
    Clip marked = shot("a", 100, 50).plusMarker(marker("look", 120, 1));
    List<Carried> its =
        carried(List.of(shot("b", 0, 10), marked), List.of(shot("a", 110, 30), shot("b", 0, 10)));
    assertThat(its).hasSize(1);
    assertThat(its.getFirst().fate()).isEqualTo(Fate.SURE);
    assertThat(its.getFirst().places().getFirst().in()).isEqualTo(10);
    assertThat(its.getFirst().places().getFirst().shot()).isPresent();
  }
}
