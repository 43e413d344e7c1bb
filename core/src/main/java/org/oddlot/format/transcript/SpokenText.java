package org.oddlot.format.transcript;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.oddlot.caption.Span;
import org.oddlot.caption.Timebase;
import org.oddlot.caption.Transcript;
import org.oddlot.caption.Turn;
import org.oddlot.caption.Word;
import org.oddlot.format.text.TextFile;
import org.oddlot.input.Probe;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;
import org.oddlot.setting.Setting;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.Timecode;
import org.oddlot.time.TimecodeException;

/**
 * {@code .txt}: what was said, with who and when before each passage, in the spellings that are
 * about: {@code [00:01:02] TORMOD: …}, {@code 00:01:02:03 Tormod: …}, {@code Tormod (00:01:02)} on
 * a line of its own, {@code Speaker 1 01:02}. Common practice, no source.
 */
public final class SpokenText implements TranscriptFormat {
  /** Which frames timecodes of four numbers count. */
  public static final Setting<String> COUNT =
      Setting.oneOf(
          "count",
          "Counted at",
          "25",
          List.of("23.976", "24", "25", "29.97", "29.97 drop", "30", "50", "60"));

  private static final String TIME =
      "[\\[(<{]?\\s*(\\d{1,2}:\\d{2}(?::\\d{2})?(?:[.,;:]\\d{1,3})?)"
          + "(?:\\s*(?:-->|[-–—]|to)\\s*(\\d{1,2}:\\d{2}(?::\\d{2})?(?:[.,;:]\\d{1,3})?))?\\s*[\\])>}]?";
  private static final String NAME = "([\\p{L}\\p{N}][\\p{L}\\p{M}\\p{N}.'’ _#&-]{0,39}?)";

  /** Time, then a name with a colon, then words; or no name. */
  private static final Pattern TIME_FIRST =
      Pattern.compile("\\s*" + TIME + "[\\s\\-–—|]*(?:" + NAME + "\\s*:)?(?:\\s+(.*)|\\s*)");

  /** Time, then a name and nothing else. */
  private static final Pattern TIME_NAME =
      Pattern.compile("\\s*" + TIME + "[\\s\\-–—|]+" + NAME + "\\s*:?\\s*");

  /** A name, then a time, then perhaps words. */
  private static final Pattern NAME_FIRST =
      Pattern.compile("\\s*" + NAME + "\\s*:?[\\s,\\-–—|]*" + TIME + "\\s*:?(?:\\s+(.*)|\\s*)");

  private static final int WORDS_A_MINUTE = 150;

  @Override
  public String name() {
    return "Spoken text";
  }

  @Override
  public List<String> extensions() {
    return List.of(".txt");
  }

  @Override
  public List<String> extensionsInFolders() {
    return List.of();
  }

  @Override
  public Likeness likeness(Probe probe) {
    if (!probe.extension().equals(".txt") || probe.head().indexOf('\t') >= 0) {
      return Likeness.NONE;
    }
    List<String> lines = probe.head().lines().filter(line -> !line.isBlank()).limit(30).toList();
    long heads = lines.stream().filter(line -> head(line).filter(Head::isSure).isPresent()).count();
    boolean enough = heads >= 2 || (heads == 1 && lines.size() == 1);
    return enough && heads * 5 >= lines.size() ? Likeness.CERTAIN : Likeness.NONE;
  }

  @Override
  public List<Setting<?>> options() {
    var options = new ArrayList<>(TranscriptFormat.super.options());
    options.add(COUNT);
    return options;
  }

  /** What stands before a passage. */
  private record Head(String start, @Nullable String end, String speaker, String words) {
    /** A time alone may stand in any text; a name beside it does not. */
    boolean isSure() {
      return !speaker.isEmpty() || end != null;
    }
  }

  private static Optional<Head> head(String line) {
    Matcher bare = TIME_NAME.matcher(line);
    Matcher first = TIME_FIRST.matcher(line);
    if (first.matches() && first.group(3) != null) {
      return Optional.of(
          new Head(first.group(1), first.group(2), name(first.group(3)), text(first.group(4))));
    }
    if (bare.matches() && isName(bare.group(3))) {
      return Optional.of(new Head(bare.group(1), bare.group(2), name(bare.group(3)), ""));
    }
    if (first.matches()) {
      return Optional.of(new Head(first.group(1), first.group(2), "", text(first.group(4))));
    }
    Matcher second = NAME_FIRST.matcher(line);
    if (second.matches() && isName(second.group(1))) {
      return Optional.of(
          new Head(second.group(2), second.group(3), name(second.group(1)), text(second.group(4))));
    }
    return Optional.empty();
  }

  /** Whether words can be a name: few, and the first begins with a capital or a digit. */
  private static boolean isName(String words) {
    String name = words.strip();
    return name.split("\\s+", -1).length <= 4
        && (Character.isUpperCase(name.codePointAt(0)) || name.matches("(?i)speaker.*"));
  }

  private static String name(String words) {
    return words.strip();
  }

  private static String text(@Nullable String words) {
    return words == null ? "" : words.strip();
  }

  @Override
  public Optional<Transcript> read(TextFile file, ReadingOptions options, Problems problems) {
    String said = options.get(COUNT).orElse("25");
    var grid =
        new Timebase.Frames(FrameRate.parse(said.replace(" drop", "")), said.endsWith("drop"));
    var heads = new ArrayList<Head>();
    var words = new ArrayList<StringBuilder>();
    var lines = new ArrayList<Integer>();
    int number = 0;
    for (String line : file.text().lines().toList()) {
      number++;
      Optional<Head> head = head(line);
      if (head.isPresent()) {
        heads.add(head.get());
        words.add(new StringBuilder(head.get().words()));
        lines.add(number);
      } else if (!line.isBlank()) {
        if (heads.isEmpty()) {
          problems.info("line " + number, "This stands before the first passage: " + line.strip());
        } else {
          words.getLast().append(' ').append(line.strip());
        }
      }
    }
    for (int i = 0; i < heads.size(); i++) {
      Head head = heads.get(i);
      // A name with nothing said is no name, but what was said.
      if (words.get(i).toString().isBlank() && !head.speaker().isEmpty()) {
        words.set(i, new StringBuilder(head.speaker()));
        heads.set(i, new Head(head.start(), head.end(), "", ""));
      }
    }
    return turns(heads, words, lines, grid, problems)
        .map(turns ->
            Transcript.made(
                problems.file(),
                "",
                heads.stream().anyMatch(SpokenText::hasFrames) ? grid : Timebase.Ticks.MILLISECONDS,
                turns));
  }

  private static boolean hasFrames(Head head) {
    return head.start().matches("\\d+:\\d\\d:\\d\\d[:;]\\d\\d");
  }

  private static Optional<List<Turn>> turns(
      List<Head> heads,
      List<StringBuilder> words,
      List<Integer> lines,
      Timebase.Frames grid,
      Problems problems) {
    var turns = new ArrayList<Turn>();
    for (int i = 0; i < heads.size(); i++) {
      Head head = heads.get(i);
      Optional<Rational> start = moment(head.start(), grid);
      if (start.isEmpty()) {
        problems.warning("line " + lines.get(i), Phrase.of("\"%s\" is no time.", head.start()), "");
        continue;
      }
      List<Word> its =
          Arrays.stream(words.get(i).toString().strip().split("\\s+", -1))
              .filter(word -> !word.isEmpty())
              .map(Word::of)
              .toList();
      Optional<Rational> next =
          i + 1 < heads.size() ? moment(heads.get(i + 1).start(), grid) : Optional.empty();
      Rational spoken =
          start.get().plus(Rational.of(Math.max(1, its.size()) * 60L, WORDS_A_MINUTE));
      Rational end =
          Optional.ofNullable(head.end())
              .flatMap(text -> moment(text, grid))
              .orElseGet(() ->
                  next.filter(n -> n.compareTo(start.get()) > 0)
                      .map(n -> Span.earlier(n, spoken.plus(spoken.minus(start.get()))))
                      .orElse(spoken));
      turns.add(new Turn(head.speaker(), new Span(start.get(), end), its));
    }
    if (turns.isEmpty()) {
      problems.error("", "There is no passage with a time in the file.", "");
      return Optional.empty();
    }
    if (heads.stream().anyMatch(SpokenText::hasFrames)) {
      problems.info(
          "", "Its timecodes are read at " + grid.inWords().replace("timecode at ", "") + ".");
    }
    return Optional.of(turns);
  }

  private static Optional<Rational> moment(String text, Timebase.Frames grid) {
    String[] parts = text.split("[:;]", -1);
    if (parts.length == 4) {
      try {
        return Optional.of(
            Timecode.parse(String.join(":", parts), grid.rate(), grid.dropFrame())
                .toRationalTime()
                .seconds());
      } catch (TimecodeException e) {
        return Optional.empty();
      }
    }
    Rational seconds = Rational.ZERO;
    for (String part : parts) {
      Optional<Rational> number = TranscriptFormat.seconds(part.replace(',', '.'));
      if (number.isEmpty()) {
        return Optional.empty();
      }
      seconds = seconds.times(60).plus(number.get());
    }
    return Optional.of(seconds);
  }

  @Override
  public String text(Transcript transcript) {
    var out = new StringBuilder();
    for (Turn turn : transcript.turns()) {
      out.append('[')
          .append(Timebase.clock(turn.span().start(), '.'))
          .append(" - ")
          .append(Timebase.clock(turn.span().end(), '.'))
          .append("] ");
      if (!turn.speaker().isEmpty()) {
        out.append(turn.speaker()).append(": ");
      }
      out.append(turn.text()).append("\n\n");
    }
    return out.toString();
  }

  @Override
  public List<String> loses(Transcript transcript) {
    var lost = new ArrayList<String>();
    if (transcript.turns().stream().anyMatch(Turn::isTimed)) {
      lost.add("times of words");
    }
    if (transcript.words().anyMatch(word -> word.confidence().isPresent())) {
      lost.add("how sure each word is");
    }
    if (!transcript.language().isEmpty()) {
      lost.add("the language");
    }
    return lost;
  }
}
