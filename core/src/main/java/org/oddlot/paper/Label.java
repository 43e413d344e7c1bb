package org.oddlot.paper;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
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
 * @param millis thousandths of a second where the paper gives those instead of frames, else -1
 */
public record Label(
    int hours, int minutes, int seconds, int frames, boolean semicolon, int millis) {

  private static final Pattern WITH_SEPARATORS =
      Pattern.compile(
          "(\\d{1,2})\\s*[:;.h]\\s*(\\d{1,2})\\s*[:;.m]\\s*(\\d{1,2})"
              + "(?:\\s*([:;.,s])\\s*(\\d{1,3})f?)?s?");

  private static final Pattern EIGHT_DIGITS = Pattern.compile("(\\d{2})(\\d{2})(\\d{2})(\\d{2})");

  /** The half of the day, as clocks of twelve hours say it. */
  private static final Pattern HALF_OF_DAY =
      Pattern.compile("(.+?)\\s*([ap])\\.?\\s?m\\.?", Pattern.CASE_INSENSITIVE);

  /** Whether a cell looks like one, frames and all. */
  static boolean looksLikeOne(String cell) {
    return parse(cell).filter(label -> label.frames >= 0 || label.millis >= 0).isPresent()
        && !EIGHT_DIGITS.matcher(cell.strip()).matches();
  }

  /**
   * Reads {@code 10:14:07:12}, {@code 10:14:07;12}, {@code 10.14.07.12}, {@code 10h14m07s12f},
   * {@code 10140712}, without frames {@code 10:14:07}, with thousandths {@code 10:14:07.480}, by a
   * clock of twelve hours {@code 1:14:07 pm}. Empty where it is none, or a digit is out of its
   * range.
   */
  public static Optional<Label> parse(String text) {
    String stripped = text.strip();
    Optional<Label> plain = plain(stripped);
    if (plain.isPresent()) {
      return plain;
    }
    Matcher half = HALF_OF_DAY.matcher(stripped);
    if (half.matches()) {
      boolean afternoon = half.group(2).equalsIgnoreCase("p");
      return parse(half.group(1))
          .filter(label -> label.hours >= 1 && label.hours <= 12)
          .map(label -> label.atHour(label.hours % 12 + (afternoon ? 12 : 0)));
    }
    Matcher matcher = WITH_SEPARATORS.matcher(stripped);
    if (matcher.matches()) {
      return of(
          matcher.group(1),
          matcher.group(2),
          matcher.group(3),
          Optional.ofNullable(matcher.group(5)),
          matcher.group(4),
          stripped.indexOf(';') >= 0);
    }
    matcher = EIGHT_DIGITS.matcher(stripped);
    return matcher.matches()
        ? of(
            matcher.group(1),
            matcher.group(2),
            matcher.group(3),
            Optional.of(matcher.group(4)),
            ":",
            false)
        : Optional.empty();
  }

  /** What most are, {@code 10:14:07:12}, without a pattern; empty where it is anything else. */
  private static Optional<Label> plain(String text) {
    if (text.length() != 11
        || text.charAt(2) != ':'
        || text.charAt(5) != ':'
        || (text.charAt(8) != ':' && text.charAt(8) != ';')) {
      return Optional.empty();
    }
    int hours = two(text, 0);
    int minutes = two(text, 3);
    int seconds = two(text, 6);
    int frames = two(text, 9);
    return hours < 0 || minutes < 0 || minutes > 59 || seconds < 0 || seconds > 59 || frames < 0
        ? Optional.empty()
        : Optional.of(of(hours, minutes, seconds, frames, text.charAt(8) == ';'));
  }

  /** Two digits as a number; -1 where one of them is none. */
  private static int two(String text, int at) {
    int tens = text.charAt(at) - '0';
    int ones = text.charAt(at + 1) - '0';
    return tens < 0 || tens > 9 || ones < 0 || ones > 9 ? -1 : 10 * tens + ones;
  }

  private static Optional<Label> of(
      String hours,
      String minutes,
      String seconds,
      Optional<String> last,
      @Nullable String separator,
      boolean semicolon) {
    if (Integer.parseInt(minutes) > 59 || Integer.parseInt(seconds) > 59) {
      return Optional.empty();
    }
    boolean thousandths =
        last.filter(digits -> digits.length() == 3).isPresent()
            && (".".equals(separator) || ",".equals(separator));
    int digits = last.map(Integer::parseInt).orElse(-1);
    return Optional.of(
        new Label(
            Integer.parseInt(hours),
            Integer.parseInt(minutes),
            Integer.parseInt(seconds),
            thousandths ? -1 : digits,
            semicolon,
            thousandths ? digits : -1));
  }

  /** A label of these digits that counts frames. */
  public static Label of(int hours, int minutes, int seconds, int frames, boolean semicolon) {
    return new Label(hours, minutes, seconds, frames, semicolon, -1);
  }

  /** Whether it names a frame and not just a second. */
  public boolean isToTheFrame() {
    return frames >= 0;
  }

  /**
   * The timecode that this is at {@code rate}; a label to the second names its first frame, one to
   * the thousandth the frame that is shown then. Empty where there is no such label at that rate:
   * the frames digit is too high, or it is one that drop-frame counting leaves out.
   *
   * @param dropFrame whether labels were dropped; only heeded at rates that can
   */
  public Optional<Timecode> at(FrameRate rate, boolean dropFrame) {
    boolean drop = dropFrame && rate.canDropFrames();
    int frame = millis >= 0 ? (int) (millis * rate.nominal() / 1000) : Math.max(frames, 0);
    boolean left = drop && seconds == 0 && minutes % 10 != 0 && frame < rate.nominal() / 15;
    if (frame >= rate.nominal() || (left && frames >= 0)) {
      return Optional.empty();
    }
    // A clock that does not count frames is not heard to leave any out.
    int counted = left ? (int) (rate.nominal() / 15) : frame;
    return Optional.of(Timecode.of(hours, minutes, seconds, counted, rate, drop));
  }

  /** This without its frames. */
  public Label toTheSecond() {
    return of(hours, minutes, seconds, -1, semicolon);
  }

  /** The label of {@code timecode}, written as this one is: to the second if this is. */
  public Label like(Timecode timecode) {
    return of(
        timecode.hours(),
        timecode.minutes(),
        timecode.seconds(),
        frames < 0 && millis < 0 ? -1 : timecode.frameDigits(),
        semicolon);
  }

  /** This with other frames digits. */
  public Label atFrame(int newFrames) {
    return of(hours, minutes, seconds, newFrames, semicolon);
  }

  /** This at another hour. */
  Label atHour(int newHours) {
    return new Label(newHours, minutes, seconds, frames, semicolon, millis);
  }

  /** This, counted with labels left out or without. */
  public Label dropping(boolean drops) {
    return new Label(hours, minutes, seconds, frames, drops, millis);
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
    return atFrame((int) Math.min(nearest, to.nominal() - 1));
  }

  /** {@code 10:14:07:12}; {@code 10:14:07} where there are no frames. */
  @Override
  public String toString() {
    var text = new StringBuilder(12);
    two(hours, text).append(':');
    two(minutes, text).append(':');
    two(seconds, text);
    if (millis >= 0) {
      text.append('.').append((char) ('0' + millis / 100));
      return two(millis % 100, text).toString();
    }
    return frames < 0
        ? text.toString()
        : two(frames, text.append(semicolon ? ';' : ':')).toString();
  }

  private static StringBuilder two(int number, StringBuilder text) {
    return text.append(number < 10 ? "0" : "").append(number);
  }
}
