package org.oddlot.papercut;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.oddlot.caption.Span;
import org.oddlot.caption.Timebase;
import org.oddlot.time.Rational;

/**
 * Marked words as they are kept: by what they are and when they are said, not by their number, so
 * that they are found again in a text that was written down anew.
 *
 * @param transcript what the transcript is called
 * @param span when, in seconds of the transcript
 * @param text the words
 */
public record Passage(String transcript, Span span, String text) {
  private static final String CLOCK = "(\\d{2,}):(\\d\\d):(\\d\\d)\\.(\\d{3})";
  private static final Pattern WRITTEN =
      Pattern.compile("(.+?) " + CLOCK + " – " + CLOCK + " (.+)", Pattern.DOTALL);

  /** In one line: the transcript, from when to when, the words. */
  public String written() {
    return transcript
        + " "
        + Timebase.clock(span.start(), '.')
        + " – "
        + Timebase.clock(span.end(), '.')
        + " "
        + text;
  }

  /** The passage that is written so; empty where that is none. */
  static Optional<Passage> parse(String line) {
    Matcher written = WRITTEN.matcher(line.strip());
    return written.matches()
        ? Optional.of(
            new Passage(
                written.group(1),
                new Span(seconds(written, 2), seconds(written, 6)),
                written.group(10).strip()))
        : Optional.empty();
  }

  private static Rational seconds(Matcher written, int group) {
    long hours = Long.parseLong(written.group(group));
    long minutes = Long.parseLong(written.group(group + 1));
    long seconds = Long.parseLong(written.group(group + 2));
    long millis = Long.parseLong(written.group(group + 3));
    return Rational.of(((hours * 60 + minutes) * 60 + seconds) * 1000 + millis, 1000);
  }
}
