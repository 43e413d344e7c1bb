package org.oddlot.pass.angles;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import org.oddlot.measure.Measured;
import org.oddlot.measure.Measurement;
import org.oddlot.waveform.Agreement;
import org.oddlot.waveform.Level;
import org.oddlot.waveform.PairOffset;

/**
 * Which pieces are compared with which, and what came of it so far. Each is looked for in the
 * longest one first, then in the next, until it is found or all were asked; where it lies then is
 * confirmed with those that must have the same there, which is quickly done.
 */
final class Listening {
  /** So many others confirm a place. */
  private static final int WITNESSES = 3;

  /** Shared by less than this nothing is confirmed, in seconds. */
  private static final double LEAST_SHARED = 3;

  /** A confirmed place is asked for in steps, so that it is the same measurement the next time. */
  private static final double STEP = 0.02;

  /** A pair that was heard; the second one's place is given in the first one's time. */
  record Heard(int a, int b, PairOffset found, boolean isSearched) {
    boolean isTie() {
      return found.isClear();
    }

    Placing.Tie tie() {
      Agreement its = found.best();
      return new Placing.Tie(
          a, b, its.offset(), its.drift(), its.from(), its.to(), its.agreeing(), its.paceWeight());
    }
  }

  private final List<Piece> pieces;
  private final Measured measured;
  private final Set<String> thorough;
  private final Set<Integer> silent = new HashSet<>();
  private final Set<Integer> out = new HashSet<>();
  private final List<Integer> longestFirst;
  private final List<Heard> heard = new ArrayList<>();
  private final Set<Measurement<?>> wanted = new LinkedHashSet<>();

  /**
   * What is known of these pieces.
   *
   * @param isOut those that somebody has set aside
   * @param thorough the ids of those that are compared with all others
   */
  Listening(List<Piece> pieces, Measured measured, Predicate<Piece> isOut, Set<String> thorough) {
    this.pieces = pieces;
    this.thorough = thorough;
    this.measured = measured;
    for (int i = 0; i < pieces.size(); i++) {
      if (isOut.test(pieces.get(i))) {
        out.add(i);
      }
      PieceLevel level = level(i);
      if (!measured.has(level)) {
        wanted.add(level);
      } else if (measured.get(level).filter(its -> !its.isSilent()).isEmpty()) {
        silent.add(i);
      }
    }
    this.longestFirst =
        IntStream.range(0, pieces.size())
            .filter(i -> !silent.contains(i) && !out.contains(i))
            .boxed()
            .sorted(
                Comparator.comparingDouble((Integer i) -> pieces.get(i).seconds())
                    .reversed()
                    .thenComparing(i -> i))
            .toList();
    if (wanted.isEmpty()) {
      search();
      if (wanted.isEmpty()) {
        searchIslands();
      }
      if (wanted.isEmpty()) {
        confirm();
      }
    }
  }

  /** Whether nothing is to be heard of a piece. */
  boolean isSilent(int piece) {
    return silent.contains(piece);
  }

  /** Whether the sound of a piece could be read. */
  boolean isRead(int piece) {
    return measured.get(level(piece)).isPresent();
  }

  private PieceLevel level(int piece) {
    return new PieceLevel(pieces.get(piece).media(), pieces.get(piece).name());
  }

  /** Whether somebody has set a piece aside. */
  boolean isOut(int piece) {
    return out.contains(piece);
  }

  /** Whether all is known that can be. */
  boolean isDone() {
    return wanted.isEmpty();
  }

  /** What has still to be measured. */
  Set<Measurement<?>> wanted() {
    return wanted;
  }

  /** How long the sound of a piece is. */
  double seconds(int piece) {
    return measured.get(level(piece)).map(Level::seconds).orElse(pieces.get(piece).seconds());
  }

  /** The pairs of a piece, as seen from the other: the piece is the second. */
  List<Heard> of(int piece) {
    var its = new ArrayList<Heard>();
    for (Heard each : heard) {
      if (each.b == piece) {
        its.add(each);
      } else if (each.a == piece) {
        its.add(new Heard(each.b, each.a, each.found.reversed(), each.isSearched));
      }
    }
    return its;
  }

  /** With how many others a piece was compared. */
  int compared(int piece) {
    return (int) longestFirst.stream().filter(other -> mayMeet(piece, other)).count();
  }

  /** The ties between pieces. */
  List<Placing.Tie> ties() {
    return heard.stream().filter(Heard::isTie).map(Heard::tie).toList();
  }

  private boolean mayMeet(int a, int b) {
    Piece.Angle one = pieces.get(a).angle();
    Piece.Angle other = pieces.get(b).angle();
    return a != b && !(one.isSure() && other.isSure() && one.name().equals(other.name()));
  }

  private void search() {
    for (int piece : longestFirst) {
      search(piece, longestFirst.stream().filter(other -> mayMeet(piece, other)).toList());
    }
  }

  /** Looks for a piece in these, one after the other, until it is found; a thorough one in all. */
  private void search(int piece, List<Integer> others) {
    if (thorough.contains(pieces.get(piece).id())) {
      others.forEach(other -> known(other, piece, Optional.empty()));
      return;
    }
    for (int other : others) {
      Optional<Heard> known = known(other, piece, Optional.empty());
      if (known.isEmpty()) {
        if (!isMeasured(other, piece)) {
          return;
        }
      } else if (known.get().isTie()) {
        return;
      }
    }
  }

  private boolean isMeasured(int a, int b) {
    return measured.has(measurement(a, b, Optional.empty()));
  }

  /** What came of comparing two, asked for if it was not yet. */
  private Optional<Heard> known(int a, int b, Optional<Long> expected) {
    int first = Math.min(a, b);
    int second = Math.max(a, b);
    for (Heard each : heard) {
      if (each.a == first && each.b == second && each.isSearched == expected.isEmpty()) {
        return Optional.of(each);
      }
    }
    PairSound pair = measurement(first, second, expected);
    if (!measured.has(pair)) {
      wanted.add(pair);
      return Optional.empty();
    }
    Optional<Heard> found =
        measured.get(pair).map(its -> new Heard(first, second, its, expected.isEmpty()));
    found.ifPresent(heard::add);
    return found;
  }

  /**
   * What is heard where somebody says that one piece begins in another, or so near that no eye sees
   * it; asked for if it is not known, and no tie of what is heard by itself.
   */
  Optional<Agreement> near(int other, int piece, double seconds) {
    boolean isTurned = other > piece;
    double inFirst = isTurned ? -seconds : seconds;
    PairSound pair = measurement(other, piece, Optional.of(inSteps(inFirst)));
    if (!measured.has(pair)) {
      wanted.add(pair);
      return Optional.empty();
    }
    return measured.get(pair).map(its -> isTurned ? its.reversed().best() : its.best());
  }

  private static long inSteps(double seconds) {
    return Math.round(seconds / STEP) * Math.round(STEP * 1000);
  }

  private PairSound measurement(int a, int b, Optional<Long> expected) {
    Piece first = pieces.get(Math.min(a, b));
    Piece second = pieces.get(Math.max(a, b));
    return new PairSound(
        first.media(), second.media(), first.name() + " and " + second.name(), expected);
  }

  /** What lies by some and not by the rest is looked for in all the rest. */
  private void searchIslands() {
    var placing = new Placing(pieces, ties());
    for (int piece : longestFirst) {
      Optional<Position> place = placing.of(piece);
      if (place.isPresent() && place.get().island() > 0) {
        List<Integer> others =
            longestFirst.stream()
                .filter(other -> mayMeet(piece, other))
                .filter(other ->
                    placing.of(other).filter(its -> its.island() == place.get().island()).isEmpty())
                .toList();
        search(piece, others);
      }
    }
  }

  private void confirm() {
    var placing = new Placing(pieces, ties());
    for (int piece : longestFirst) {
      Optional<Position> place = placing.of(piece);
      if (place.isEmpty()) {
        continue;
      }
      longestFirst.stream()
          .filter(other -> mayMeet(piece, other))
          .filter(other -> shared(placing, piece, other) >= LEAST_SHARED)
          .sorted(
              Comparator.comparingDouble((Integer other) -> -shared(placing, piece, other))
                  .thenComparing(other -> other))
          .limit(WITNESSES)
          .forEach(other -> confirm(placing, piece, other));
    }
  }

  private void confirm(Placing placing, int piece, int other) {
    boolean isTied =
        heard.stream()
            .anyMatch(each ->
                each.isTie()
                    && each.a == Math.min(piece, other)
                    && each.b == Math.max(piece, other));
    if (isTied) {
      return;
    }
    Position first = placing.of(Math.min(piece, other)).orElseThrow();
    Position second = placing.of(Math.max(piece, other)).orElseThrow();
    double offset = (second.at() - first.at()) / (1 + first.drift());
    known(piece, other, Optional.of(inSteps(offset)));
  }

  /** How long two pieces are both there, by a placing. */
  private double shared(Placing placing, int a, int b) {
    if (!placing.isTogether(a, b)) {
      return 0;
    }
    double one = placing.of(a).orElseThrow().at();
    double other = placing.of(b).orElseThrow().at();
    return Math.min(one + pieces.get(a).seconds(), other + pieces.get(b).seconds())
        - Math.max(one, other);
  }
}
