package org.oddlot.papercut;

import java.util.Comparator;
import java.util.Map;
import java.util.Optional;
import org.oddlot.caption.Span;
import org.oddlot.time.Rational;
import org.oddlot.waveform.Silences;

/** Where passages begin and end, beside their words. */
@FunctionalInterface
public interface Edges {
  /** When a passage begins and ends, in seconds of media time. */
  Span of(Marked passage);

  /** At the words. */
  Edges AT_WORDS = Marked::span;

  /** In the middle of what the transcript leaves between words, up to half a second away. */
  Edges IN_PAUSES = Edges::inPauses;

  /** The farthest from its words that an edge lies. */
  Rational FARTHEST = Rational.of(1, 2);

  /** Transcripts are so wrong about where words begin and end, in seconds; from practice. */
  double DOUBT = 0.15;

  /**
   * In silence that was measured in the sound; at the words where none is beside them.
   *
   * @param silences by the ids of sources, in seconds from the beginning of their files
   */
  static Edges inSilence(Map<String, Silences> silences) {
    return passage -> {
      Span words = passage.span();
      return new Span(
          silent(passage, words, false, silences).orElse(words.start()),
          silent(passage, words, true, silences).orElse(words.end()));
    };
  }

  /** How many edges of a passage lie at its words, as no silence was measured there. */
  static int notSilent(Marked passage, Map<String, Silences> silences) {
    Span words = passage.span();
    return (silent(passage, words, false, silences).isPresent() ? 0 : 1)
        + (silent(passage, words, true, silences).isPresent() ? 0 : 1);
  }

  private static Span inPauses(Marked passage) {
    Span words = passage.span();
    Spoken spoken = passage.spoken();
    return new Span(
        words.start().minus(half(spoken.before(passage.from(), passage.to()))),
        words.end().plus(half(spoken.after(passage.from(), passage.to()))));
  }

  private static Rational half(Optional<Spoken.Beside> beside) {
    Rational silence = beside.map(Spoken.Beside::silence).orElse(Rational.ONE);
    return silence.signum() <= 0
        ? Rational.ZERO
        : Span.earlier(FARTHEST, silence.dividedBy(Rational.of(2)));
  }

  /**
   * A moment in the silence between the words and those beside them: the middle of it, up to half a
   * second away from the words.
   */
  private static Optional<Rational> silent(
      Marked passage, Span words, boolean isBehind, Map<String, Silences> silences) {
    Spoken spoken = passage.spoken();
    Silences its = silences.get(spoken.source().id());
    if (its == null) {
      return Optional.empty();
    }
    double zero = spoken.source().range().orElseThrow().start().seconds().toDouble();
    double edge = (isBehind ? words.end() : words.start()).toDouble() - zero;
    Optional<Spoken.Beside> beside =
        isBehind
            ? spoken.after(passage.from(), passage.to())
            : spoken.before(passage.from(), passage.to());
    double room = beside.map(Spoken.Beside::silence).map(Rational::toDouble).orElse(10.0);
    if (room < -DOUBT) {
      return Optional.empty(); // somebody speaks over it
    }
    // What is silent is between the two words, as far as the transcript knows where these are.
    double from = isBehind ? edge - DOUBT : edge - Math.max(0, room) - DOUBT;
    double to = isBehind ? edge + Math.max(0, room) + DOUBT : edge + DOUBT;
    double farthest = FARTHEST.toDouble();
    return its.stretches().stream()
        .map(each -> new Silences.Stretch(Math.max(each.from(), from), Math.min(each.to(), to)))
        .filter(each -> each.from() < each.to())
        .filter(each -> isBehind ? each.from() < edge + farthest : each.to() > edge - farthest)
        .max(Comparator.comparingDouble(each -> each.to() - each.from()))
        .map(each -> {
          double middle = (each.from() + each.to()) / 2;
          double at =
              isBehind
                  ? Math.min(middle, Math.max(each.from(), edge) + farthest)
                  : Math.max(middle, Math.min(each.to(), edge) - farthest);
          return Rational.of(Math.round((at + zero) * 1000), 1000);
        });
  }
}
