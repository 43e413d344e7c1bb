package org.oddlot.waveform;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.oddlot.progress.Progress;

/**
 * Finds where one file's sound may lie in another's, of whatever length: some pieces of the shorter
 * one are looked for in all of the longer one, block by block. Where pieces agree, it may lie.
 */
final class Search {
  /** Half of what a copy has: nothing above 2 kHz is needed to find a place. */
  private static final int RATE = ListeningCopy.RATE / 2;

  private static final double LOWEST = 120;
  private static final double HIGHEST = 1800;

  /** The longest piece that is looked for, in samples: some 10 s. */
  private static final int PIECE = 43_000;

  /** From here on one piece alone says where to look, if no other place comes near. */
  private static final float CLEAR = 20f;

  private static final int FEWEST_PIECES = 3;
  private static final int MOST_PIECES = 8;

  /** So many tops are kept of each piece. */
  private static final int TOPS = 6;

  /** Tops of one piece that are nearer to each other are one, in seconds. */
  private static final double APART = 0.015;

  /** Below this a top is one of the many that chance makes in hours, voices being no noise. */
  private static final float LEAST = 9f;

  /** How much two devices' clocks differ at the most, as a part: 200 ppm. */
  static final double MOST_DRIFT = 200e-6;

  /** So many places are handed on. */
  private static final int PLACES = 4;

  /**
   * A place where it may lie.
   *
   * @param offset where the shorter one begins, in seconds of the longer one's time
   * @param near in the shorter one, about where this was heard, in seconds
   * @param strength how strongly pieces speak for it, in standard deviations of chance
   */
  record Place(double offset, double near, double strength) {}

  /** A top of one piece's correlation. */
  private record Top(double offset, double near, float strength) {}

  private final ListeningCopy longer;
  private final ListeningCopy shorter;
  private final int length;
  private final Correlation correlation;

  private Search(ListeningCopy longer, ListeningCopy shorter) {
    this.longer = longer;
    this.shorter = shorter;
    this.length = (int) Math.min(PIECE, shorter.length() / 2);
    int size = Math.max(1 << 12, Integer.highestOneBit(Math.max(1, 3 * length)) * 2);
    this.correlation = new Correlation(size, RATE, LOWEST, HIGHEST);
  }

  /** The places where {@code shorter} may lie in {@code longer}, the likeliest first. */
  static List<Place> places(ListeningCopy longer, ListeningCopy shorter, Progress progress)
      throws IOException {
    var search = new Search(longer, shorter);
    List<Double> begins = pieces(shorter.seconds(), (double) search.length / RATE);
    // Mostly one piece, from the middle, finds the place; the others are for when it does not.
    double middle = begins.get(begins.size() / 2);
    List<Top> tops = new ArrayList<>(search.tops(List.of(middle), progress));
    if (begins.size() > 1 && !isClear(tops)) {
      tops.addAll(search.tops(begins.stream().filter(each -> each != middle).toList(), progress));
    }
    return together(tops);
  }

  private static boolean isClear(List<Top> tops) {
    return !tops.isEmpty()
        && tops.getFirst().strength >= CLEAR
        && (tops.size() == 1 || tops.get(1).strength <= tops.getFirst().strength / 2);
  }

  /** The highest tops of each of some pieces, those of each from the highest down. */
  private List<Top> tops(List<Double> begins, Progress progress) throws IOException {
    var spectra = new ArrayList<float[]>();
    var heard = new ArrayList<Double>();
    for (double begin : begins) {
      float[] piece = shorter.halved(Math.round(begin * ListeningCopy.RATE), length);
      if (!Correlation.isSilent(piece)) {
        spectra.add(correlation.spectrum(piece));
        heard.add(Math.round(begin * ListeningCopy.RATE) / (double) ListeningCopy.RATE);
      }
    }
    var best = new ArrayList<List<Top>>();
    spectra.forEach(_ -> best.add(new ArrayList<>()));
    int hop = correlation.size() - length;
    long end = longer.length() / 2;
    for (long from = -(long) length; from < end && !spectra.isEmpty(); from += hop) {
      progress.check();
      float[] block = longer.halved(2 * from, correlation.size());
      if (Correlation.isSilent(block)) {
        continue;
      }
      float[] spectrum = correlation.spectrum(block);
      for (int i = 0; i < spectra.size(); i++) {
        float[] alike = correlation.of(spectrum, spectra.get(i));
        keepTops(alike, hop, from, heard.get(i), best.get(i));
      }
    }
    return best.stream().flatMap(List::stream).toList();
  }

  /** Where the pieces begin that are looked for: spread over all of it. */
  private static List<Double> pieces(double seconds, double length) {
    int count = (int) Math.clamp(seconds / 45, FEWEST_PIECES, MOST_PIECES);
    double room = seconds - length;
    if (room < 1) {
      return List.of(0.0);
    }
    var begins = new ArrayList<Double>();
    for (int i = 0; i < count; i++) {
      begins.add(room * (i + 0.5) / count);
    }
    return begins;
  }

  private static void keepTops(float[] alike, int lags, long from, double begin, List<Top> best) {
    float least = best.size() < TOPS ? LEAST : best.getLast().strength;
    for (int lag = 0; lag < lags; lag++) {
      float value = alike[lag];
      boolean isTop =
          value > least && value >= Correlation.at(alike, lag - 1) && value >= alike[lag + 1];
      if (isTop) {
        add(new Top((double) (from + lag) / RATE - begin, begin, value), best);
        least = best.size() < TOPS ? LEAST : best.getLast().strength;
      }
    }
  }

  private static void add(Top top, List<Top> best) {
    for (int i = 0; i < best.size(); i++) {
      if (Math.abs(best.get(i).offset - top.offset) < APART) {
        if (best.get(i).strength >= top.strength) {
          return;
        }
        best.remove(i);
        break;
      }
    }
    best.add(top);
    best.sort(Comparator.comparingDouble((Top each) -> each.strength).reversed());
    if (best.size() > TOPS) {
      best.removeLast();
    }
  }

  /** Tops of different pieces that mean the same place, the strongest places first. */
  private static List<Place> together(List<Top> tops) {
    var places = new ArrayList<Place>();
    tops.sort(Comparator.comparingDouble((Top each) -> each.strength).reversed());
    for (Top seed : tops) {
      double[] pieces =
          tops.stream()
              .filter(other ->
                  Math.abs(other.offset - seed.offset)
                      <= 0.005 + MOST_DRIFT * Math.abs(other.near - seed.near))
              .collect(Collectors.toMap(Top::near, Top::strength, Math::max, TreeMap::new))
              .values()
              .stream()
              .mapToDouble(its -> (double) its * its)
              .toArray();
      places.add(new Place(seed.offset, seed.near, Math.sqrt(Arrays.stream(pieces).sum())));
    }
    // Of the tops of one place the strongest stays first and stands for it.
    places.sort(Comparator.comparingDouble(Place::strength).reversed());
    var apart = new ArrayList<Place>();
    for (Place place : places) {
      if (apart.size() < PLACES
          && apart.stream()
              .noneMatch(known ->
                  Math.abs(known.offset - place.offset)
                      < APART + MOST_DRIFT * Math.abs(known.near - place.near))) {
        apart.add(place);
      }
    }
    return apart;
  }
}
