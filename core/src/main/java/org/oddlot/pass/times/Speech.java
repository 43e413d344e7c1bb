package org.oddlot.pass.times;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.oddlot.caption.Span;
import org.oddlot.material.Material;
import org.oddlot.material.MediaAtHand;
import org.oddlot.material.Programme;
import org.oddlot.material.Source;
import org.oddlot.measure.Measured;
import org.oddlot.measure.SourceSilences;
import org.oddlot.time.Rational;
import org.oddlot.timeline.Cut;
import org.oddlot.timeline.Track;
import org.oddlot.waveform.Silences;

/**
 * When something is heard in a programme, as far as the media of its sound is at hand. Captions lie
 * where it is heard and not where it is quiet; at any other place they lie over both as chance will
 * have it. All its limits are from practice, no source.
 */
final class Speech {
  /** A quiet stretch that is shorter lies between words, and captions go on over it. */
  private static final double PAUSE = 0.4;

  /** What is quiet for less than this part of its time is music, a room, or the sea. */
  private static final double SPOKEN = 0.1;

  /** How much has to be known, in seconds. */
  private static final double LEAST = 60;

  /**
   * No programme goes on for longer, in seconds; a string of rushes may, and is not listened to.
   */
  private static final double LONGEST = 6 * 3600;

  private static final int FEWEST = 10;

  /** How many deviations from chance it must speak for a way. */
  private static final double SURE = 4;

  /** What part of the best the next best place may reach. */
  private static final double NEXT = 0.75;

  /** So much better is a rate that is another than the file's. */
  private static final double OTHER_RATE = 1.15;

  /** Two places this near are one, in seconds. */
  private static final double APART = 2;

  /** A voice that comes in this much earlier or later is not the caption's. */
  private static final double NEAR = 0.6;

  private static final double MOST_SECONDS = 2 * 3600;

  /** Steps in a second. */
  private static final int STEPS = 10;

  private final Programme programme;
  private final List<Stretch> known;
  private final List<Stretch> heard;

  /** From when to when, in seconds after the programme's beginning. */
  private record Stretch(double from, double to) {}

  private Speech(Programme programme, List<Stretch> known, List<Stretch> heard) {
    this.programme = programme;
    this.known = known;
    this.heard = heard;
  }

  /** A clip whose sound is at hand. */
  private record Sounding(Cut.Event event, Source source, SourceSilences silences) {}

  /** The clips of a programme whose sound is at hand. */
  private static List<Sounding> sounding(Programme programme, Material material) {
    MediaAtHand media = MediaAtHand.of(material);
    boolean isTooLong = programme.span().length().toDouble() > LONGEST;
    if (media.files().isEmpty() || isTooLong) {
      return List.of();
    }
    var all = new ArrayList<Sounding>();
    programme
        .place(material)
        .ifPresent(place -> {
          for (Cut.Event event : Cut.of(place).events()) {
            if (event.enabled()
                && event.kind().equals(Track.AUDIO)
                && event.speed().equals(Rational.ONE)) {
              Optional<Source> source = material.sources().of(event.clip());
              source
                  .flatMap(its -> media.of(its.id()))
                  .ifPresent(file ->
                      all.add(
                          new Sounding(
                              event, source.get(), new SourceSilences(file, source.get().name()))));
            }
          }
        });
    return all;
  }

  /**
   * What is known so far; empty where that is too little to say anything.
   *
   * @param wanted is given what has to be listened to
   */
  static Optional<Speech> of(
      Programme programme, Material material, Measured measured, Set<SourceSilences> wanted) {
    var known = new ArrayList<Stretch>();
    var heard = new ArrayList<Stretch>();
    for (Sounding each : sounding(programme, material)) {
      wanted.add(each.silences);
      Optional<Silences> silences = measured.get(each.silences);
      Optional<Rational> zero = each.source.range().map(range -> range.start().seconds());
      if (silences.isPresent() && zero.isPresent()) {
        add(each.event, silences.get(), zero.get().toDouble(), known, heard);
      }
    }
    double length = known.stream().mapToDouble(each -> each.to - each.from).sum();
    return length < LEAST ? Optional.empty() : Optional.of(new Speech(programme, known, heard));
  }

  private static void add(
      Cut.Event event, Silences silences, double zero, List<Stretch> known, List<Stretch> heard) {
    double from = event.record().start().seconds().toDouble();
    double to = event.record().endExclusive().seconds().toDouble();
    double shift = from - (event.source().start().seconds().toDouble() - zero);
    var sounds = new ArrayList<Stretch>();
    double at = from;
    double quiet = 0;
    for (Silences.Stretch each : silences.stretches()) {
      double begin = Math.max(at, each.from() + shift);
      double end = Math.min(to, each.to() + shift);
      if (end - begin >= PAUSE) {
        quiet += end - begin;
        if (begin > at) {
          sounds.add(new Stretch(at, begin));
        }
        at = end;
      }
    }
    if (at < to) {
      sounds.add(new Stretch(at, to));
    }
    if (quiet >= SPOKEN * (to - from)) {
      known.add(new Stretch(from, to));
      heard.addAll(sounds);
    }
  }

  /** How captions lie so that they lie where something is heard; empty where nothing stands out. */
  Optional<Agreement.Found> places(List<Span> spans) {
    if (spans.size() < FEWEST) {
      return Optional.empty();
    }
    Peak best = peak(spans, Rational.ONE);
    double least = OTHER_RATE * best.alike;
    for (Rational stretch : Rates.all()) {
      Peak peak = peak(spans, stretch);
      if (peak.alike > least) {
        best = peak;
        least = peak.alike;
      }
    }
    return best.standsOut(spans.size()) ? Optional.of(found(spans, best)) : Optional.empty();
  }

  /**
   * The shift at which captions and sound are most alike.
   *
   * @param alike how far: 1 is the same, 0 is chance
   * @param next how far at the next best place
   */
  private record Peak(Rational stretch, double shift, double alike, double next) {
    boolean standsOut(int captions) {
      return alike * Math.sqrt(captions) >= SURE && next <= NEXT * alike;
    }
  }

  private Peak peak(List<Span> spans, Rational stretch) {
    double factor = stretch.toDouble();
    double first = spans.stream().mapToDouble(span -> span.start().toDouble()).min().orElseThrow();
    double last = spans.stream().mapToDouble(span -> span.end().toDouble()).max().orElseThrow();
    var captions =
        spans.stream()
            .map(span ->
                new Stretch(
                    (span.start().toDouble() - first) * factor,
                    (span.end().toDouble() - first) * factor))
            .toList();
    double length = programme.span().length().toDouble();
    // By how much the first caption begins after the programme.
    double own = first * factor - programme.span().start().toDouble();
    double least = Math.max(0, own - MOST_SECONDS);
    double most = Math.min(length - (last - first) * factor, own + MOST_SECONDS);
    // Wherever the labels begin, the captions lie in the programme.
    if (most < least) {
      least = 0;
      most = length - (last - first) * factor;
    }
    var steps = new Steps(captions);
    int[] places = steps.places(least, most);
    double[] alike = new double[places.length];
    int best = 0;
    for (int i = 0; i < places.length; i++) {
      alike[i] = steps.alike(places[i]);
      best = alike[i] > alike[best] ? i : best;
    }
    if (places.length == 0) {
      return new Peak(stretch, 0, 0, 0);
    }
    double next = 0;
    for (int i = 0; i < places.length; i++) {
      next = Math.abs(i - best) > APART * STEPS ? Math.max(next, alike[i]) : next;
    }
    double near = (double) places[best] / STEPS;
    double exact = near + late(captions, near);
    double shift = exact + programme.span().start().toDouble() - first * factor;
    return new Peak(stretch, shift, alike[best], next);
  }

  /** By how much voices mostly come in behind captions that begin at {@code shift}. */
  private double late(List<Stretch> captions, double shift) {
    double[] late =
        captions.stream()
            .mapToDouble(Stretch::from)
            .map(from -> fromNearest(from + shift))
            .filter(by -> Math.abs(by) < NEAR)
            .sorted()
            .toArray();
    return late.length == 0 ? 0 : late[late.length / 2];
  }

  private double fromNearest(double at) {
    return heard.stream()
        .mapToDouble(each -> each.from - at)
        .reduce(Double.MAX_VALUE, (one, other) -> Math.abs(one) < Math.abs(other) ? one : other);
  }

  private Agreement.Found found(List<Span> spans, Peak peak) {
    Rational shift = Rational.of(Math.round(peak.shift * 1000), 1000);
    double start = programme.span().start().toDouble();
    int compared = 0;
    int agreeing = 0;
    for (Span span : spans) {
      double from = span.start().toDouble() * peak.stretch.toDouble() + peak.shift - start;
      double to = span.end().toDouble() * peak.stretch.toDouble() + peak.shift - start;
      if (2 * shared(known, from, to) >= to - from) {
        compared++;
        agreeing += 2 * shared(heard, from, to) >= to - from ? 1 : 0;
      }
    }
    return new Agreement.Found(peak.stretch, shift, agreeing, compared);
  }

  private static double shared(List<Stretch> stretches, double from, double to) {
    return stretches.stream()
        .mapToDouble(each -> Math.max(0, Math.min(to, each.to) - Math.max(from, each.from)))
        .sum();
  }

  /**
   * The same in steps of a tenth of a second, one bit each, so that many shifts can be compared.
   */
  private final class Steps {
    private final long[] known;
    private final long[] heard;
    private final long[] captions;
    private final long all;
    private final long said;

    Steps(List<Stretch> captions) {
      int all = words(programme.span().length().toDouble());
      this.known = bits(Speech.this.known, all);
      this.heard = bits(Speech.this.heard, all);
      this.captions =
          bits(captions, words(captions.stream().mapToDouble(Stretch::to).max().orElse(0)));
      this.all = count(known);
      this.said = count(heard);
    }

    private static long count(long[] bits) {
      return java.util.Arrays.stream(bits).map(Long::bitCount).sum();
    }

    private int words(double seconds) {
      return (int) (seconds * STEPS) / Long.SIZE + 2;
    }

    private long[] bits(List<Stretch> stretches, int words) {
      long[] bits = new long[words];
      for (Stretch each : stretches) {
        int to = Math.min(words * Long.SIZE, (int) Math.round(each.to * STEPS));
        for (int at = Math.max(0, (int) Math.round(each.from * STEPS)); at < to; at++) {
          bits[at / Long.SIZE] |= 1L << at;
        }
      }
      return bits;
    }

    int[] places(double from, double to) {
      return java.util.stream.IntStream.rangeClosed(
              (int) Math.round(Math.max(0, from) * STEPS), (int) Math.round(to * STEPS))
          .toArray();
    }

    /** How far captions that begin at a step and sound are alike, from −1 to 1 (phi). */
    double alike(int at) {
      int word = at / Long.SIZE;
      int bit = at % Long.SIZE;
      long captioned = 0;
      long both = 0;
      long before = 0;
      for (int i = 0; i <= captions.length && word + i < known.length; i++) {
        long here = i < captions.length ? captions[i] : 0;
        long shifted = bit == 0 ? here : here << bit | before >>> (Long.SIZE - bit);
        before = here;
        captioned += Long.bitCount(shifted & known[word + i]);
        both += Long.bitCount(shifted & heard[word + i]);
      }
      double spread = (double) captioned * (all - captioned) * said * (all - said);
      return spread <= 0
          ? 0
          : ((double) both * all - (double) captioned * said) / Math.sqrt(spread);
    }
  }
}
