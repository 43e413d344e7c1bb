package org.oddlot.time;

import java.util.Objects;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.oddlot.text.Phrase;

/**
 * A timecode label after SMPTE ST 12-1: hours, minutes, seconds and frames at a rate, counted with
 * or without dropped labels.
 *
 * <p>It is kept as the count of frames since {@code 00:00:00:00}. That count may be negative or
 * past midnight: {@code 24:00:10:00} is ten seconds into the next day, until {@link #withinDay}
 * brings it back to what a counter would show. Drop-frame counting leaves out labels, never frames:
 * {@code 00} and {@code 01} at 29.97 ({@code 00} to {@code 03} at 59.94) of each minute but every
 * tenth.
 *
 * @param frames frames since the label of midnight
 * @param rate the rate of the frames; the label counts to its {@link FrameRate#nominal() nominal}
 * @param dropFrame whether labels are dropped; only at rates that {@link FrameRate#canDropFrames()}
 */
public record Timecode(long frames, FrameRate rate, boolean dropFrame)
    implements Comparable<Timecode> {
  /** Counts a second above which they are samples, not frames. */
  private static final double LIKE_SAMPLES = 1000;

  private static final long MINUTES_IN_A_DAY = 24 * 60;
  private static final Pattern LABEL =
      Pattern.compile("(-?)(\\d{1,2})([:;.])(\\d{1,2})([:;.])(\\d{1,2})([:;.,])(\\d{1,3})");

  /**
   * @throws TimecodeException if labels cannot be dropped at this rate
   */
  public Timecode {
    Objects.requireNonNull(rate, "rate");
    if (dropFrame && !rate.canDropFrames()) {
      throw new TimecodeException("There is no drop-frame counting at " + rate + " fps");
    }
  }

  /** The label of the frame {@code frames} after midnight's. */
  public static Timecode ofFrames(long frames, FrameRate rate, boolean dropFrame) {
    return new Timecode(frames, rate, dropFrame);
  }

  /** The label of {@code time}'s count at its own rate. */
  public static Timecode of(RationalTime time, boolean dropFrame) {
    return new Timecode(time.value(), time.rate(), dropFrame);
  }

  /**
   * The label of a media time; empty for what is counted in samples, and before zero: those have
   * none.
   */
  public static Optional<Timecode> ofMedia(RationalTime time) {
    return time.rate().toDouble() > LIKE_SAMPLES || time.value() < 0
        ? Optional.empty()
        : Optional.of(of(time, false));
  }

  /**
   * Whether a start is a full minute as drop-frame labels count, and is none as others do: so that
   * it was labelled with dropped frames.
   */
  public static boolean isDropOnly(long frames, FrameRate rate) {
    return rate.canDropFrames()
        && isFullMinute(ofFrames(frames, rate, true))
        && !isFullMinute(ofFrames(frames, rate, false));
  }

  private static boolean isFullMinute(Timecode timecode) {
    return timecode.seconds() == 0 && timecode.frameDigits() == 0;
  }

  /**
   * The label with these digits.
   *
   * @param hours 0 to 99; from 24 on, past midnight
   * @param minutes 0 to 59
   * @param seconds 0 to 59
   * @param frames 0 to the nominal rate less one
   * @throws TimecodeException if a digit is out of its range, or the label is one that drop-frame
   *     counting leaves out
   */
  public static Timecode of(
      int hours, int minutes, int seconds, int frames, FrameRate rate, boolean dropFrame) {
    long nominal = rate.nominal();
    requireRange("hours", hours, 99);
    requireRange("minutes", minutes, 59);
    requireRange("seconds", seconds, 59);
    if (frames < 0 || frames >= nominal) {
      throw new TimecodeException(
          Phrase.of(
              "There is no frame %02d at %s fps: frames count from 00 to %02d",
              frames, rate, nominal - 1));
    }
    long totalMinutes = 60L * hours + minutes;
    long count = countOf(60 * totalMinutes + seconds, frames, rate, dropFrame);
    if (!dropFrame) {
      return new Timecode(count, rate, false);
    }
    long dropped = droppedInAMinute(rate);
    if (seconds == 0 && minutes % 10 != 0 && frames < dropped) {
      throw new TimecodeException(
          Phrase.of(
              "%s is left out by drop-frame counting: each minute but every tenth begins with frame %02d",
              label(hours, minutes, seconds, frames, ';', nominal), dropped));
    }
    return new Timecode(count, rate, true);
  }

  /**
   * Reads a label. A semicolon anywhere, or a full stop or comma before the frames at a rate that
   * can drop frames, says drop-frame (devices that have no semicolon show a stop: common practice,
   * no source); colons say non-drop.
   *
   * @throws TimecodeException if the text is no label, or one that cannot be; the message says why
   */
  public static Timecode parse(CharSequence text, FrameRate rate) {
    Matcher label = match(text);
    boolean semicolon = text.toString().indexOf(';') >= 0;
    boolean stop = !label.group(7).equals(":");
    return parse(label, rate, semicolon || (stop && rate.canDropFrames()));
  }

  /**
   * Reads a label whose counting is known from elsewhere; its separators say nothing.
   *
   * @throws TimecodeException if the text is no label, or one that cannot be; the message says why
   */
  public static Timecode parse(CharSequence text, FrameRate rate, boolean dropFrame) {
    return parse(match(text), rate, dropFrame);
  }

  private static Matcher match(CharSequence text) {
    Matcher label = LABEL.matcher(text.toString().strip());
    if (!label.matches()) {
      throw new TimecodeException(
          "\"" + text + "\" is not a timecode: it is written hours:minutes:seconds:frames");
    }
    return label;
  }

  private static Timecode parse(Matcher label, FrameRate rate, boolean dropFrame) {
    Timecode timecode =
        of(
            Integer.parseInt(label.group(2)),
            Integer.parseInt(label.group(4)),
            Integer.parseInt(label.group(6)),
            Integer.parseInt(label.group(8)),
            rate,
            dropFrame);
    return label.group(1).isEmpty() ? timecode : timecode.negated();
  }

  /**
   * How many frames come before a label, whose parts may be larger than labels have them: what a
   * file says is counted as it stands. A label that drop-frame counting leaves out is the frame
   * that comes at its place.
   *
   * @param seconds of the label, its hours and minutes included
   * @param frames the frames digit
   */
  public static long countOf(long seconds, long frames, FrameRate rate, boolean dropFrame) {
    long minutes = seconds / 60;
    long labels = seconds * rate.nominal() + frames;
    return dropFrame ? labels - droppedInAMinute(rate) * (minutes - minutes / 10) : labels;
  }

  /** How many frames a day of labels has: 2,589,408 at 29.97 drop-frame. */
  public static long framesInADay(FrameRate rate, boolean dropFrame) {
    long labels = MINUTES_IN_A_DAY * 60 * rate.nominal();
    return dropFrame
        ? labels - droppedInAMinute(rate) * (MINUTES_IN_A_DAY - MINUTES_IN_A_DAY / 10)
        : labels;
  }

  /** The hours of the label, without its sign. */
  public int hours() {
    return (int) (labelCount() / (3600 * rate.nominal()));
  }

  /** The minutes of the label, 0 to 59. */
  public int minutes() {
    return (int) (labelCount() / (60 * rate.nominal()) % 60);
  }

  /** The seconds of the label, 0 to 59. */
  public int seconds() {
    return (int) (labelCount() / rate.nominal() % 60);
  }

  /** The frames digit of the label, 0 to the nominal rate less one. */
  public int frameDigits() {
    return (int) (labelCount() % rate.nominal());
  }

  /** The label {@code count} frames later. */
  public Timecode plusFrames(long count) {
    return new Timecode(Math.addExact(frames, count), rate, dropFrame);
  }

  /** The label as a counter shows it, from {@code 00:00:00:00} up to the last of the day. */
  public Timecode withinDay() {
    return new Timecode(Math.floorMod(frames, framesInADay(rate, dropFrame)), rate, dropFrame);
  }

  /** Whole days by which this is past midnight (negative: before it). */
  public long dayOffset() {
    return Math.floorDiv(frames, framesInADay(rate, dropFrame));
  }

  private Timecode negated() {
    return new Timecode(-frames, rate, dropFrame);
  }

  /** The count of frames as a time at this rate. */
  public RationalTime toRationalTime() {
    return RationalTime.of(frames, rate);
  }

  /** Compares the counts' times since midnight; for labels of one rate, the order of the labels. */
  @Override
  public int compareTo(Timecode other) {
    return toRationalTime().compareTo(other.toRationalTime());
  }

  /** {@code 10:14:07:12}, or {@code 10:14:07;12} where labels are dropped. */
  @Override
  public String toString() {
    String label =
        label(hours(), minutes(), seconds(), frameDigits(), dropFrame ? ';' : ':', rate.nominal());
    return frames < 0 ? "-" + label : label;
  }

  /** The count that the digits spell, as if no label had been left out. */
  private long labelCount() {
    long count = Math.abs(frames);
    if (!dropFrame) {
      return count;
    }
    long dropped = droppedInAMinute(rate);
    long fullMinute = 60 * rate.nominal();
    long shortMinute = fullMinute - dropped;
    long tenMinutes = fullMinute + 9 * shortMinute;
    long tens = count / tenMinutes;
    long rest = count % tenMinutes;
    long shortMinutesBegun = rest < fullMinute ? 0 : 1 + (rest - fullMinute) / shortMinute;
    return count + dropped * (9 * tens + shortMinutesBegun);
  }

  private static long droppedInAMinute(FrameRate rate) {
    return rate.nominal() / 15;
  }

  private static void requireRange(String what, int value, int highest) {
    if (value < 0 || value > highest) {
      throw new TimecodeException(
          Phrase.of("%d is no count of %s: they go from 00 to %d", value, what, highest));
    }
  }

  private static String label(
      int hours, int minutes, int seconds, int frames, char separator, long nominal) {
    var label = new StringBuilder(12);
    twoDigits(label, hours).append(':');
    twoDigits(label, minutes).append(':');
    twoDigits(label, seconds).append(separator);
    if (nominal > 100 && frames < 100) {
      label.append('0');
    }
    return twoDigits(label, frames).toString();
  }

  private static StringBuilder twoDigits(StringBuilder label, int number) {
    return (number < 10 ? label.append('0') : label).append(number);
  }
}
