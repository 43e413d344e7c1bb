package org.oddlot.waveform;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.oddlot.progress.Progress;

/**
 * Where one file's sound lies in another's, as far as the waveform tells.
 *
 * @param best the place at which most agrees; offset and drift are those of the second file in the
 *     first one's time
 * @param rival the place that does next best, if any other was worth comparing
 */
public record PairOffset(Agreement best, Optional<Agreement> rival) {

  /** Chance makes this many agree less than once in ten million pairs. */
  private static final double UNLIKELY = -7;

  private static final int FEWEST_OF_A_RIVAL = 3;

  /** So much of what is heard has to agree. */
  private static final double LEAST_SHARE = 0.3;

  /** From here on two places are not alike, as a power of ten. */
  private static final double UNLIKE = -4;

  /** What chance makes as often as this is no rival of what it makes so many powers less often. */
  private static final double BY_CHANCE = -4;

  private static final double FAR_LESS = -12;

  /** Whether the place is beyond doubt, as far as the waveform can tell. */
  public boolean isClear() {
    return best.chance() <= UNLIKELY && best.share() >= LEAST_SHARE && !isAmbiguous();
  }

  /**
   * Whether another place does nearly as well. Where music comes again, much may agree at two
   * places; at the right one nearly all does. The best one is taken if it is unlikely that so much
   * agrees there only as often as at the other. A word that is said again at the edge of what both
   * have is none: what chance alone may make so does not weigh against far more.
   */
  public boolean isAmbiguous() {
    return rival
        .filter(other ->
            other.agreeing() >= FEWEST_OF_A_RIVAL
                && (other.chance() <= BY_CHANCE || best.chance() > other.chance() + FAR_LESS)
                && Agreement.logTail(
                        best.heard(), best.agreeing(), Math.clamp(other.share(), 0.02, 0.98))
                    > UNLIKE)
        .isPresent();
  }

  /**
   * Compares two files.
   *
   * @return empty where one of them is silent, or nothing of the one is found in the other
   * @throws IOException if one has no sound that can be decoded
   * @throws org.oddlot.progress.CancelledException if {@code progress} asks to stop
   */
  public static Optional<PairOffset> of(Path first, Path second, Progress progress)
      throws IOException {
    try (ListeningCopy one = ListeningCopy.of(first, progress);
        ListeningCopy other = ListeningCopy.of(second, progress)) {
      return of(one, other, progress);
    }
  }

  /**
   * Compares two files at the one place that is expected: much faster, and no word on other places.
   *
   * @param offset where the second is expected to begin, in seconds of the first one's time
   * @return empty where one of them is silent, or they share no time there
   */
  public static Optional<PairOffset> near(Path first, Path second, double offset, Progress progress)
      throws IOException {
    try (ListeningCopy one = ListeningCopy.of(first, progress);
        ListeningCopy other = ListeningCopy.of(second, progress)) {
      double from = Math.max(0, -offset);
      double to = Math.min(other.seconds(), one.seconds() - offset);
      return Agreement.of(one, other, new Search.Place(offset, (from + to) / 2, 0), true, progress)
          .map(found -> new PairOffset(found, Optional.empty()));
    }
  }

  static Optional<PairOffset> of(ListeningCopy first, ListeningCopy second, Progress progress)
      throws IOException {
    boolean swapped = second.length() > first.length();
    ListeningCopy longer = swapped ? second : first;
    ListeningCopy shorter = swapped ? first : second;
    var places = new ArrayList<Agreement>();
    for (Search.Place place : Search.places(longer, shorter, progress)) {
      Agreement.of(longer, shorter, place, false, progress).ifPresent(places::add);
    }
    places.sort(Comparator.comparingDouble(Agreement::chance));
    if (places.isEmpty()) {
      return Optional.empty();
    }
    Agreement best = places.getFirst();
    List<Agreement> others =
        places.stream().filter(each -> Math.abs(each.offset() - best.offset()) > 0.03).toList();
    var found = new PairOffset(best, others.stream().findFirst());
    return Optional.of(swapped ? found.reversed() : found);
  }

  /** The same seen from the other file. */
  public PairOffset reversed() {
    return new PairOffset(best.reversed(), rival.map(Agreement::reversed));
  }
}
