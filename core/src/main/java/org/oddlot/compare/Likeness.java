package org.oddlot.compare;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.apache.commons.text.similarity.LevenshteinDistance;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.timeline.MediaReference;

/** How alike two shots are: the same piece of the same media, some of it in common, or nothing. */
final class Likeness {
  /** Less of the shorter one than this in common, and two uses of a source are two shots. */
  static final double LEAST_OVERLAP = 0.25;

  private static final int LONGEST_WORDS = 400;

  private final SameMedia media;
  private final boolean isOneRate;
  private final Rational tolerance;
  private final Map<Exact, Integer> keys = new HashMap<>();

  /** The same piece of the same media at the same speed. */
  private record Exact(
      int media, String made, long in, long length, FrameRate rate, Rational speed, String words) {}

  Likeness(SameMedia media, FrameRate before, FrameRate after) {
    this.media = media;
    this.isOneRate = before.equals(after);
    // At another rate no cut need be where a frame of the first one begins.
    FrameRate slower = before.compareTo(after) < 0 ? before : after;
    this.tolerance = isOneRate ? Rational.ZERO : slower.frameDuration();
  }

  /**
   * Numbers of shots; two that have the same one are the same piece of the same media, counted in
   * the same way.
   */
  int[] keys(List<Shot> shots) {
    // What a shot is takes long to gather, on all processors; they are numbered in their order.
    List<Exact> exact = shots.parallelStream().map(this::exact).toList();
    return exact.stream().mapToInt(its -> keys.computeIfAbsent(its, _ -> keys.size())).toArray();
  }

  private Exact exact(Shot shot) {
    RationalTime in = shot.sourceIn();
    RationalTime length = shot.event().source().duration();
    boolean isOneCount = in.rate().equals(length.rate());
    return new Exact(
        media.of(shot),
        made(shot),
        shot.isGenerated() ? 0 : in.value(),
        shot.isGenerated() || !isOneCount ? shot.length() : length.value(),
        in.rate(),
        shot.speed(),
        shot.words());
  }

  /** What makes a generated picture; empty where nothing makes it. */
  static String made(Shot shot) {
    return shot.event().clip().media().orElse(null) instanceof MediaReference.Generator made
        ? made.generatorKind() + (shot.words().isEmpty() ? " " + shot.event().clip().name() : "")
        : "";
  }

  /** What two shots of one media share, for looking up. */
  Object media(Shot shot) {
    return shot.isGenerated() ? made(shot) : (Object) media.of(shot);
  }

  boolean isOneMedia(Shot before, Shot after) {
    return before.isGenerated() == after.isGenerated()
        && media.of(before) == media.of(after)
        && made(before).equals(made(after));
  }

  /** Whether two times are the same, or as near as another rate allows. */
  boolean isSame(RationalTime before, RationalTime after) {
    if (isOneRate || before.rate().equals(after.rate())) {
      return before.equals(after) || before.compareTo(after) == 0;
    }
    return before.seconds().minus(after.seconds()).abs().compareTo(tolerance) < 0;
  }

  /** Whether two shots are the same piece of the same media at the same speed. */
  boolean isSamePiece(Shot before, Shot after) {
    return isOneMedia(before, after)
        && isSameSpeed(before, after)
        && (before.isGenerated() || isSame(before.sourceIn(), after.sourceIn()))
        && isSame(before.event().record().duration(), after.event().record().duration())
        && (!before.isGenerated() || before.words().equals(after.words()));
  }

  /**
   * Whether two run alike. Lists say speeds in hundredths: what makes less than a frame is the
   * same.
   */
  boolean isSameSpeed(Shot before, Shot after) {
    if (before.speed().equals(after.speed())) {
      return true;
    }
    if (before.speed().signum() != after.speed().signum()) {
      return false;
    }
    double length = before.event().record().duration().seconds().toDouble();
    double frame = before.event().record().start().rate().frameDuration().toDouble();
    return Math.abs(before.speed().toDouble() - after.speed().toDouble()) * length < frame / 2;
  }

  /** Whether one is a part of the other at the same speed, and not all of it. */
  boolean isPieceOf(Shot whole, Shot piece) {
    return !piece.isGenerated()
        && isOneMedia(whole, piece)
        && isSameSpeed(whole, piece)
        && whole.event().source().contains(piece.event().source())
        && piece.event().source().duration().isBefore(whole.event().source().duration());
  }

  static boolean beginsWith(Shot whole, Shot piece) {
    return whole.sourceIn().compareTo(piece.sourceIn()) == 0;
  }

  static boolean endsWith(Shot whole, Shot piece) {
    return whole.sourceOut().compareTo(piece.sourceOut()) == 0;
  }

  /** How many seconds of their media two have in common; of what is generated nothing is known. */
  static double shared(Shot before, Shot after) {
    double from =
        Math.max(before.sourceIn().seconds().toDouble(), after.sourceIn().seconds().toDouble());
    double to =
        Math.min(before.sourceOut().seconds().toDouble(), after.sourceOut().seconds().toDouble());
    return Math.max(0, to - from);
  }

  private static double length(Shot shot) {
    return Math.max(1e-9, shot.event().source().duration().seconds().toDouble());
  }

  /** How much of the shorter one two have in common, of one media: from 0 to 1. */
  static double ofShorter(Shot before, Shot after) {
    return Math.min(1, shared(before, after) / Math.min(length(before), length(after)));
  }

  /** How much of the longer one two have in common, of one media: from 0 to 1. */
  static double ofLonger(Shot before, Shot after) {
    return Math.min(1, shared(before, after) / Math.max(length(before), length(after)));
  }

  /**
   * How much speaks for two being the same shot where they come in the same order: 0 nothing, from
   * 1 on the same piece. Where two orders are equally long, the one that leaves more time at its
   * place is the better.
   */
  double weight(Shot before, Shot after) {
    if (!isOneMedia(before, after)) {
      return 0;
    }
    if (isSamePiece(before, after)) {
      return ofOnePiece(before);
    }
    if (before.isGenerated()) {
      double words = ofWords(before.words(), after.words());
      return words < 0.5 ? 0 : 0.5 * words;
    }
    double shorter = ofShorter(before, after);
    return shorter < LEAST_OVERLAP ? 0 : 0.3 + 0.3 * shorter + 0.2 * ofLonger(before, after);
  }

  /** The weight of the same piece; of two orders the one that leaves more time is the better. */
  static double ofOnePiece(Shot shot) {
    return 1 + Math.min(1000, shot.length()) * 1e-5;
  }

  /** How alike two texts are: from 0 to 1. */
  static double ofWords(String one, String other) {
    if (one.equals(other)) {
      return 1;
    }
    String its = one.substring(0, Math.min(LONGEST_WORDS, one.length()));
    String others = other.substring(0, Math.min(LONGEST_WORDS, other.length()));
    int longer = Math.max(1, Math.max(its.length(), others.length()));
    return 1 - (double) LevenshteinDistance.getDefaultInstance().apply(its, others) / longer;
  }
}
