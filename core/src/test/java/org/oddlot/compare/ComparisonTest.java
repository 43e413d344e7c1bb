package org.oddlot.compare;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.oddlot.material.Source;

class ComparisonTest {
  /** Edits some shots, none beside another one, each in one way. */
  private static Edit edited(Edit before, Random random) {
    Edit after = before.again();
    // From behind, so that nothing that is still to be edited is at another place by then.
    for (int i = after.lead.size() - 3; i > 1; i -= 4 + random.nextInt(6)) {
      switch (random.nextInt(9)) {
        case 0 -> after.insert(i);
        case 1 -> after.delete(i);
        case 2 -> after.trim(i, -3, 0);
        case 3 -> after.trim(i, 2, 9);
        case 4 -> after.slip(i, 8);
        case 5 -> after.retime(i);
        case 6 -> after.replace(i);
        case 7 -> after.disable(i);
        default -> {
          if (after.lead.get(i).length() > 40) {
            after.split(i, 5);
          }
        }
      }
    }
    for (int i = after.others.size() - 1; i >= 0; i -= 5 + random.nextInt(9)) {
      int by = 33 + random.nextInt(20);
      if (after.lead.stream().anyMatch(piece -> piece.length() == by)) {
        continue; // it would only follow the other end of what it lies over
      }
      boolean isTitle = after.others.get(i).media().isEmpty();
      if (isTitle && random.nextBoolean()) {
        after.reword(i);
      } else if (after.others.get(i).track().equals("V2") && random.nextBoolean()) {
        after.raise(i);
      } else if (after.isFree(i, by)) {
        after.later(i, by);
      }
    }
    return after;
  }

  // Always the same cuts: in one of some thousand two edits add up to a third that nobody made.
  @Property(tries = 300, seed = "2811")
  void whatWasDoneIsToldAndNothingElse(
      @ForAll @IntRange(min = 0) int seed, @ForAll @IntRange(min = 6, max = 400) int sources) {
    var random = new Random(seed);
    Edit before = Edit.random(random, 60, sources);
    Edit after = edited(before, random);
    Comparison comparison = Edit.compare(before.file("a"), after.file("b"));
    var done = new ArrayList<>(after.done);
    done.sort(null);
    assertThat(Edit.said(comparison)).isEqualTo(done);
  }

  @Property(tries = 100, seed = "2812")
  void shotsThatChangedPlacesAreToldAsSuch(@ForAll @IntRange(min = 0) int seed) {
    var random = new Random(seed);
    Edit before = Edit.random(random, 60, 400);
    // Of two neighbours either moved; what lies over the one that did not would be told as well.
    before.others.clear();
    Edit after = before.again();
    for (int i = 50; i > 10; i -= 12) {
      if (!after.isCovered(i)) {
        after.move(i, i - 1 - random.nextInt(9));
      }
    }
    Comparison comparison = Edit.compare(before.file("a"), after.file("b"));
    assertThat(Edit.said(comparison)).hasSameSizeAs(after.done);
    assertThat(comparison.changes()).allMatch(change -> change.kind() == Change.Kind.MOVED);
  }

  @Property(tries = 300)
  void withItsListTheOldCutBecomesTheNewOne(
      @ForAll @IntRange(min = 0) int seed, @ForAll @IntRange(min = 2, max = 60) int sources) {
    var random = new Random(seed);
    Edit before = Edit.random(random, 40, sources);
    Edit after = before.again();
    for (int i = 0; i < 30; i++) {
      after.anything();
    }
    Comparison comparison = Edit.compare(before.file("a"), after.file("b"));
    assertThat(applied(comparison))
        .containsExactlyInAnyOrderElementsOf(
            comparison.after().shots().stream().map(Laid::of).toList());
  }

  /** A shot as it lies in a cut. */
  private record Laid(
      String track, long in, String media, Object range, Object speed, boolean on, String words) {
    static Laid of(Shot shot) {
      return at(shot.in(), shot);
    }

    static Laid at(long in, Shot shot) {
      return new Laid(
          shot.lane().label(),
          in,
          shot.source().map(Source::id).orElse(""),
          shot.event().source(),
          shot.speed(),
          shot.event().enabled(),
          shot.words());
    }
  }

  /** What the changes and the shifts make of the older version, which alone is known otherwise. */
  private static List<Laid> applied(Comparison comparison) {
    Set<Integer> changed = new HashSet<>();
    var laid = new ArrayList<Laid>();
    Set<Integer> told = new HashSet<>();
    for (Change change : comparison.changes()) {
      change.before().ifPresent(spot -> spot.shots().forEach(shot -> changed.add(shot.number())));
      change
          .after()
          .ifPresent(spot ->
              spot.shots().stream()
                  .filter(shot -> told.add(shot.number()))
                  .forEach(shot -> laid.add(Laid.of(shot))));
    }
    for (Shot shot : comparison.before().shots()) {
      if (!changed.contains(shot.number())) {
        long later =
            comparison.shifts().stream()
                .filter(
                    shift -> shift.track().equals(shot.lane().label()) && shift.from() <= shot.in())
                .reduce((_, last) -> last)
                .map(Comparison.Shift::later)
                .orElse(0L);
        laid.add(Laid.at(shot.in() + later, shot));
      }
    }
    return laid;
  }
}
