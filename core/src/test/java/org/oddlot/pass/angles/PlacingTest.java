package org.oddlot.pass.angles;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.oddlot.pass.angles.Placing.Tie;

class PlacingTest {

  private static Piece piece(int number, double seconds) {
    return new Piece(
        "p" + number,
        "P" + number,
        Path.of("p" + number),
        seconds,
        new Piece.Angle("A" + number, "", true, false),
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  /** Pieces with true places, and what a perfect ear says of pairs of them. */
  private static final class Truth {
    final List<Piece> pieces = new ArrayList<>();
    final List<Double> at = new ArrayList<>();
    final List<Double> pace = new ArrayList<>();
    final Random random;

    Truth(long seed, int count) {
      random = new Random(seed);
      for (int i = 0; i < count; i++) {
        // The first is the longest: its clock is what all are counted by.
        pieces.add(piece(i, i == 0 ? 10_000 : 100 + random.nextInt(500)));
        at.add(i == 0 ? 0 : random.nextDouble() * 5000);
        pace.add(i == 0 ? 0 : (random.nextDouble() - 0.5) * 2e-4);
      }
    }

    Tie tie(int a, int b, double wrongBy) {
      double offset = (at.get(b) - at.get(a)) / (1 + pace.get(a)) + wrongBy;
      double drift = (1 + pace.get(b)) / (1 + pace.get(a)) - 1;
      return new Tie(a, b, offset, drift, 10, 100, 30, 1000);
    }
  }

  @Property(tries = 100)
  void whatIsHeardRightlyIsPlacedRightly(@ForAll long seed) {
    var truth = new Truth(seed, 12);
    var ties = new ArrayList<Tie>();
    for (int i = 1; i < 12; i++) {
      ties.add(truth.tie(truth.random.nextInt(i), i, 0));
      ties.add(truth.tie(0, i, 0));
    }
    var placing = new Placing(truth.pieces, ties);
    for (int i = 0; i < 12; i++) {
      Position position = placing.of(i).orElseThrow();
      assertThat(position.at()).isCloseTo(truth.at.get(i), within(1e-5));
      assertThat(position.drift()).isCloseTo(truth.pace.get(i), within(1e-8));
      assertThat(placing.closing(i).orElse(0.0)).isLessThan(1e-5);
      assertThat(placing.against(i)).isEmpty();
    }
  }

  @Property(tries = 100)
  void onePairThatIsHeardWronglyIsLeftOutAndSaid(@ForAll long seed) {
    var truth = new Truth(seed, 8);
    var ties = new ArrayList<Tie>();
    for (int a = 0; a < 8; a++) {
      for (int b = a + 1; b < 8; b++) {
        ties.add(truth.tie(a, b, a == 2 && b == 5 ? 7.25 : 0));
      }
    }
    var placing = new Placing(truth.pieces, ties);
    for (int i = 0; i < 8; i++) {
      assertThat(placing.of(i).orElseThrow().at()).isCloseTo(truth.at.get(i), within(1e-5));
    }
    assertThat(placing.against(2)).hasSize(1).isEqualTo(placing.against(5));
  }

  @Test
  void whatNothingTiesIsPlacedApart() {
    var truth = new Truth(3, 6);
    var placing =
        new Placing(
            truth.pieces, List.of(truth.tie(0, 1, 0), truth.tie(1, 2, 0), truth.tie(3, 4, 0)));
    assertThat(placing.of(2).orElseThrow().island()).isZero();
    assertThat(placing.of(3).orElseThrow().island()).isEqualTo(1);
    assertThat(placing.of(4).orElseThrow().island()).isEqualTo(1);
    assertThat(placing.of(5)).isEmpty();
  }

  @Test
  void theClosingErrorIsWhatATriangleMisses() {
    var truth = new Truth(8, 3);
    var placing =
        new Placing(
            truth.pieces, List.of(truth.tie(0, 1, 0), truth.tie(1, 2, 0), truth.tie(0, 2, 0.006)));
    for (int i = 0; i < 3; i++) {
      assertThat(placing.closing(i).orElseThrow()).isCloseTo(0.006, within(1e-6));
    }
  }
}
