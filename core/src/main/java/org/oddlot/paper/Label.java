package org.oddlot.paper;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Timecode;

/**
 * A timecode as a paper has it: digits without a rate. What frame it names depends on the rate at
 * which its device counted.
 *
 * @param hours 0 to 99
 * @param minutes 0 to 59
 * @param seconds 0 to 59
 * @param frames the frames digits, -1 where the paper gives none
 * @param semicolon whether it is written as a drop-frame label
 */
public record Label(int hours, int minutes, int seconds, int frames, boolean semicolon) {

  private static final Pattern WITH_SEPARATORS =
      Pattern.compile(
          "(\\d{1,2})\\s*[:;.h]\\s*(\\d{1,2})\\s*[:;.m]\\s*(\\d{1,2})(?:\\s*[:;.,s]\\s*(\\d{1,3})f?)?s?");
  private static final Pattern EIGHT_DIGITS = Pattern.compile("(\\d{2})(\\d{2})(\\d{2})(\\d{2})");

  /** Whether a cell looks like one, frames and all. */
  static boolean looksLikeOne(String cell) {
    return parse(cell).filter(label -> label.frames >= 0).isPresent()
        && !EIGHT_DIGITS.matcher(cell.strip()).matches();
  }

  /**
   * Reads {@code 10:14:07:12}, {@code 10:14:07;12}, {@code 10.14.07.12}, {@code 10h14m07s12f},
   * {@code 10140712}, or without frames {@code 10:14:07}. Empty where it is none, or a digit is out
   * of its range.
   */
  public static Optional<Label> parse(String text) {
    String stripped = text.strip();
    Matcher matcher = WITH_SEPARATORS.matcher(stripped);
    if (!matcher.matches()) {
      matcher = EIGHT_DIGITS.matcher(stripped);
      if (!matcher.matches()) {
        return Optional.empty();
      }
    }
    int minutes = Integer.parseInt(matcher.group(2));
    int seconds = Integer.parseInt(matcher.group(3));
    if (minutes > 59 || seconds > 59) {
      return Optional.empty();
    }
    String frames = matcher.group(4);
    return Optional.of(
        new Label(
            Integer.parseInt(matcher.group(1)),
            minutes,
            seconds,
            frames == null ? -1 : Integer.parseInt(frames),
            stripped.indexOf(';') >= 0));
  }

  /** Whether it names a frame and not just a second. */
  public boolean isToTheFrame() {
    return frames >= 0;
  }

  /**
   * The timecode that this is at {@code rate}; a label to the second names its first frame. Empty
   * where there is no such label at that rate: the frames digit is too high, or it is one that
   * drop-frame counting leaves out.
   *
   * @param dropFrame whether labels were dropped; only heeded at rates that can
   */
  public Optional<Timecode> at(FrameRate rate, boolean dropFrame) {
    boolean drop = dropFrame && rate.canDropFrames();
    if (frames >= rate.nominal()
        || (drop && seconds == 0 && minutes % 10 != 0 && frames < rate.nominal() / 15)) {
      return Optional.empty();
    }
    return Optional.of(Timecode.of(hours, minutes, seconds, Math.max(frames, 0), rate, drop));
  }

  /** This without its frames. */
  public Label toTheSecond() {
    return new Label(hours, minutes, seconds, -1, semicolon);
  }

  /** The label of {@code timecode}, written as this one is: to the second if this is. */
  public Label like(Timecode timecode) {
    return new Label(
        timecode.hours(),
        timecode.minutes(),
        timecode.seconds(),
        frames < 0 ? -1 : timecode.frameDigits(),
        semicolon);
  }

  /** This with other frames digits. */
  public Label atFrame(int newFrames) {
    return new Label(hours, minutes, seconds, newFrames, semicolon);
  }

  /**
   * The same time of day as a device would have written it that counts {@code to} frames in a
   * second instead of {@code from}; to the nearest frame, within the second.
   */
  public Label recounted(FrameRate from, FrameRate to) {
    if (frames < 0) {
      return this;
    }
    long nearest = (2L * frames * to.nominal() + from.nominal()) / (2 * from.nominal());
    return new Label(hours, minutes, seconds, (int) Math.min(nearest, to.nominal() - 1), semicolon);
  }

  /** {@code 10:14:07:12}; {@code 10:14:07} where there are no frames. */
  @Override
  public String toString() {
    String clock = Phrase.of("%02d:%02d:%02d", hours, minutes, seconds);
    return frames < 0 ? clock : clock + (semicolon ? ";" : ":") + Phrase.of("%02d", frames);
  }
}
