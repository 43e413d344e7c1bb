package org.oddlot.papercut;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.oddlot.caption.Span;
import org.oddlot.caption.Timebase;
import org.oddlot.caption.Transcript;
import org.oddlot.caption.Turn;
import org.oddlot.caption.Word;
import org.oddlot.json.JsonObject;
import org.oddlot.material.Material;
import org.oddlot.material.TimelineFile;
import org.oddlot.profile.Profiles;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.TimelineObject;

/**
 * Interviews with few words that come over and over, as people speak, and what else is made of
 * them.
 */
final class Interviews {
  static final FrameRate RATE = FrameRate.FPS_25;
  static final long START = 900_000;
  private static final long LENGTH = 25 * 600;
  private static final List<String> WORDS =
      List.of(
          "yes", "the", "bell", "and", "ice", "we", "heard", "twelve", "no", "a", "boat", "cannot",
          "Inés", "wrote", "letter", "wet", "counted", "it", "was", "never", "harbour", "lamp");

  private Interviews() {}

  static Clip clip(String name) {
    return Clip.of(
        name,
        new MediaReference.External(
            Origin.made(),
            name,
            "media/" + name + ".mov",
            Optional.of(TimeRange.of(START, LENGTH, RATE)),
            JsonObject.EMPTY),
        Optional.empty());
  }

  static Material lot(List<Transcript> transcripts, TimelineObject... children) {
    return Material.of(
            "lot",
            List.of(
                TimelineFile.of(
                    "day.otio", "", Bin.of("day", List.of(children)), Profiles.own(), List.of())),
            List.of())
        .with(Transcript.class, transcripts);
  }

  static Transcript transcript(String name, Turn... turns) {
    return Transcript.made(name, "en", Timebase.Ticks.MILLISECONDS, List.of(turns));
  }

  static Rational millis(long millis) {
    return Rational.of(millis, 1000);
  }

  /** Words one behind the other, each 300 ms long and 100 ms after the one before. */
  static Turn turn(String speaker, long from, String text) {
    var words = new ArrayList<Word>();
    long at = from;
    for (String word : text.split(" ", -1)) {
      words.add(Word.of(word, new Span(millis(at), millis(at + 300))));
      at += 400;
    }
    return new Turn(speaker, new Span(millis(from), millis(at - 100)), words);
  }

  static Transcript any(String name, Random random) {
    var turns = new ArrayList<Turn>();
    long at = random.nextInt(5000);
    int count = 3 + random.nextInt(8);
    for (int i = 0; i < count; i++) {
      var words = new ArrayList<Word>();
      long from = at;
      int length = 1 + random.nextInt(30);
      for (int k = 0; k < length; k++) {
        boolean ends = k == length - 1 || random.nextInt(7) == 0;
        long lasts = 120L + random.nextInt(400);
        words.add(
            Word.of(
                WORDS.get(random.nextInt(WORDS.size())) + (ends ? "." : ""),
                new Span(millis(at), millis(at + lasts))));
        at += lasts + (ends ? random.nextInt(900) : random.nextInt(60));
      }
      turns.add(
          new Turn(
              i % 2 == 0 ? "Liv" : "Tormod",
              new Span(millis(from), words.getLast().span().orElseThrow().end()),
              words));
      // Now and then two speak at once.
      at += random.nextInt(4) == 0 ? -Math.min(200L, at - from) : random.nextInt(2500);
    }
    return transcript(name, turns.toArray(Turn[]::new));
  }

  /**
   * The same once more, as another machine hears it: other capitals, some words wrong, some in two,
   * some not at all, moments a little off, passages divided elsewhere.
   */
  static Transcript again(Transcript first, Random random) {
    var turns = new ArrayList<Turn>();
    for (Turn turn : first.turns()) {
      var words = new ArrayList<Word>();
      for (Word word : turn.words()) {
        Span span = word.span().orElseThrow();
        Rational off = millis(random.nextInt(120) - 60L);
        Span its = span.map(off::plus);
        switch (random.nextInt(24)) {
          case 0 -> {}
          case 1 -> words.add(Word.of("uh", its));
          case 2 -> {
            Rational middle = its.start().plus(its.length().dividedBy(Rational.of(2)));
            words.add(Word.of("can", new Span(its.start(), middle)));
            words.add(Word.of("not", new Span(middle, its.end())));
          }
          case 3 -> words.add(Word.of(word.text().toUpperCase(java.util.Locale.ROOT), its));
          case 4 -> words.add(Word.of(word.text().replace(".", ""), its));
          default -> words.add(Word.of(word.text(), its));
        }
      }
      boolean joins = random.nextInt(4) == 0 && !turns.isEmpty();
      if (words.isEmpty()) {
        continue;
      }
      if (joins) {
        words.addAll(0, turns.removeLast().words());
      }
      turns.add(
          new Turn(
              turn.speaker(),
              new Span(
                  words.getFirst().span().orElseThrow().start(),
                  words.getLast().span().orElseThrow().end()),
              words));
    }
    return transcript(first.name(), turns.toArray(Turn[]::new));
  }
}
