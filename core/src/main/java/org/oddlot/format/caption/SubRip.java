package org.oddlot.format.caption;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.oddlot.caption.Aside;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Caption.Placement;
import org.oddlot.caption.Caption.Side;
import org.oddlot.caption.CaptionText;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Mark;
import org.oddlot.caption.Markup;
import org.oddlot.caption.Markup.Look;
import org.oddlot.caption.Timebase;
import org.oddlot.format.text.Charsets;
import org.oddlot.format.text.TextFile;
import org.oddlot.input.Probe;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;
import org.oddlot.setting.Setting;
import org.oddlot.text.Phrase;

/**
 * {@code .srt}: a number, a line of two times, lines of words, an empty line. No standard says
 * more; what is left out, doubled or written otherwise is read, and said. Tags for italics and the
 * like and places in braces are common practice.
 */
public final class SubRip implements CaptionFormat {
  private static final Pattern TAG =
      Pattern.compile("<\\s*(/?)\\s*(i|b|u|s|font)(?:\\s[^<>]*)?>", Pattern.CASE_INSENSITIVE);
  private static final Pattern BRACES = Pattern.compile("\\{\\\\([^{}]*)\\}");
  private static final Pattern LOOK = Pattern.compile("\\{\\\\([ibu])([01])\\}");
  private static final Pattern CORNER = Pattern.compile("an([1-9])");
  private static final Pattern BLANK = Pattern.compile("\\n[ \\t]*(?=\\n|$)|^[ \\t]*\\n");
  private static final Tagged.Signs SIGNS = new SrtSigns();

  @Override
  public String name() {
    return "SubRip text";
  }

  @Override
  public List<String> extensions() {
    return List.of(".srt");
  }

  @Override
  public List<Setting<?>> options() {
    return List.of(LANGUAGE, Charsets.SETTING);
  }

  @Override
  public Likeness likeness(Probe probe) {
    return probe
                .head()
                .lines()
                .limit(6)
                .anyMatch(line ->
                    line.contains("-->") && ClockTimes.line(line, 0, line.length()).isPresent())
            && !probe.head().contains("WEBVTT")
        ? Likeness.CERTAIN
        : CaptionFormat.super.likeness(probe);
  }

  @Override
  public Timebase grid(Timebase programme) {
    return Timebase.Ticks.MILLISECONDS;
  }

  @Override
  public Set<Feature> carries() {
    return EnumSet.of(
        Feature.ITALIC,
        Feature.BOLD,
        Feature.UNDERLINE,
        Feature.PLACE,
        Feature.OVERLAP,
        Feature.LINES,
        Feature.ENDS,
        Feature.OUTER_SPACE,
        Feature.NO_LENGTH,
        Feature.ORDER,
        Feature.EMPTY);
  }

  @Override
  public Function<Caption, String> lost(Captions captions) {
    return caption -> {
      String plain = caption.text().plain();
      return Tagged.read(plain, SIGNS).plain().equals(plain) && !looksLikeTimes(plain)
          ? ""
          : "signs that would mean a tag or a time";
    };
  }

  private static boolean looksLikeTimes(String plain) {
    return ClockTimes.hasArrow(plain, 0, plain.length())
        && plain.lines().anyMatch(line -> ClockTimes.line(line, 0, line.length()).isPresent());
  }

  @Override
  public Optional<Captions> read(byte[] bytes, ReadingOptions options, Problems problems) {
    return TextFile.of(bytes, Charsets.said(options), problems)
        .flatMap(file -> new Reader(file, problems).read());
  }

  /** Reads one file. */
  private static final class Reader {
    private final TextFile file;
    private final String text;
    private final TextLines lines;
    private final Problems problems;
    private final TextOriginal.Builder pieces = new TextOriginal.Builder();
    private final List<Caption> captions = new ArrayList<>();
    private final List<Aside> asides = new ArrayList<>();
    private boolean numbered = true;
    private long lastNumber;
    private int unusual;
    private int firstUnusual;
    private ClockTimes.@Nullable Line found;

    Reader(TextFile file, Problems problems) {
      this.file = file;
      this.text = file.text();
      this.lines = new TextLines(text);
      this.problems = problems;
    }

    Optional<Captions> read() {
      int behind = 0;
      int timing = nextTiming(0);
      if (timing < 0) {
        problems.error(
            "", "There is no line of times in the file.", "Export it as SubRip text again.");
        return Optional.empty();
      }
      while (timing >= 0) {
        ClockTimes.Line times = Objects.requireNonNull(found);
        int next = nextTiming(timing + 1);
        int first = isNumber(timing - 1, behind) ? timing - 1 : timing;
        notUnderstood(behind, first);
        int end = next < 0 ? lines.count() : next;
        int wordsEnd = isNumber(end - 1, timing + 1) && next >= 0 ? end - 1 : end;
        caption(first, timing, wordsEnd, times);
        behind = wordsEnd;
        timing = next;
      }
      if (unusual > 0) {
        problems.warning(
            TextLines.place(firstUnusual),
            Phrase.of(
                "Fewer than three digits, or a colon, stand behind the seconds of %s: read as"
                    + " decimals, 1,5 as a second and a half.",
                Phrase.count(unusual, "caption")),
            "If frames or thousandths are meant, export them with three digits.");
      }
      Order.check(captions, problems, Timebase.Ticks.MILLISECONDS);
      return Optional.of(
          new Captions(
              problems.file(),
              "",
              Timebase.Ticks.MILLISECONDS,
              captions,
              asides,
              Optional.of(
                  new TextOriginal(
                      "SubRip text", file, pieces.pieces(text.length()), captions, numbered))));
    }

    /** The next line of two times, which are then {@link #found}; −1 where there is none. */
    private int nextTiming(int from) {
      for (int line = from; line < lines.count(); line++) {
        if (ClockTimes.hasArrow(text, lines.start(line), lines.end(line))) {
          found = ClockTimes.line(text, lines.start(line), lines.end(line)).orElse(null);
          if (found != null) {
            return line;
          }
          boolean digits = lines.of(line).matches(".*\\d.*(?:-->|->|→).*");
          if (digits) {
            problems.warning(
                TextLines.place(line),
                Phrase.of("\"%s\" is no line of two times.", lines.of(line).strip()),
                "The words below it are kept with the caption before.");
          }
        }
      }
      return -1;
    }

    /**
     * Whether a line is the number of a caption and not its words: it stands alone under an empty
     * line, or it is the number that comes next.
     */
    private boolean isNumber(int line, int least) {
      if (line < least || line < 0) {
        return false;
      }
      long number = number(line);
      if (number < 0) {
        return false;
      }
      return line == 0
          || (line == least && least == 0)
          || lines.isBlank(line - 1)
          || number == lastNumber + 1
          || number == captions.size() + 1L
          || number == captions.size() + 2L;
    }

    /** The number that a line is; −1 where it is none. */
    private long number(int line) {
      long number = -1;
      for (int i = lines.start(line); i < lines.end(line); i++) {
        char c = text.charAt(i);
        if (c >= '0' && c <= '9' && number < 100_000_000) {
          number = Math.max(number, 0) * 10 + (c - '0');
        } else if (c > ' ' && c != '\uFEFF') {
          return -1;
        }
      }
      return number;
    }

    private void notUnderstood(int from, int to) {
      for (int line = from; line < to; line++) {
        if (!lines.isBlank(line)) {
          asides.add(
              new Aside("lines that are no captions", TextLines.place(line), lines.of(line)));
          problems.warning(
              TextLines.place(line),
              Phrase.of("\"%s\" belongs to no caption.", shortened(lines.of(line))),
              "It is kept in the file as it is.");
        }
      }
    }

    private static String shortened(String line) {
      return line.length() > 40 ? line.substring(0, 40) + "…" : line;
    }

    private void caption(int first, int timing, int end, ClockTimes.Line times) {
      int last = end;
      while (last > timing + 1 && lines.isBlank(last - 1)) {
        last--;
      }
      String raw = words(timing + 1, last);
      int numberLength = 0;
      if (first < timing) {
        lastNumber = number(first);
        numberLength = lines.end(first) - lines.start(first);
      }
      numbered &= first < timing && lastNumber == captions.size() + 1L;
      CaptionText words = Tagged.read(raw, SIGNS);
      pieces.caption(lines.start(first), lines.start(end), captions.size(), numberLength);
      captions.add(
          new Caption(
              Integer.toString(captions.size() + 1), times.span(), words, "", place(words)));
      // Most lines of times end with the second of them.
      String behind =
          times.rest() < lines.end(timing)
              ? lines.of(timing).substring(times.rest() - lines.start(timing)).strip()
              : "";
      if (!behind.isEmpty()) {
        asides.add(new Aside("what stands behind the times", TextLines.place(timing), behind));
      }
      if (!times.isUsual() && unusual++ == 0) {
        firstUnusual = timing;
      }
      if (times.span().start().signum() < 0) {
        problems.warning(
            TextLines.place(timing), "The caption begins before zero.", "Shift the captions.");
      }
    }

    /** The words, without the empty lines that stand among them. */
    private String words(int from, int to) {
      boolean hasBlank = false;
      for (int line = from; line < to && !hasBlank; line++) {
        hasBlank = lines.isBlank(line);
      }
      if (!hasBlank) {
        return from < to ? lines.joined(from, to) : "";
      }
      var kept = new ArrayList<String>();
      for (int line = from; line < to; line++) {
        if (!lines.isBlank(line)) {
          kept.add(lines.of(line));
        }
      }
      problems.warning(
          TextLines.place(from),
          "There is an empty line among the words of this caption.",
          "The words below it are taken to belong to it.");
      return String.join("\n", kept);
    }
  }

  private static Placement place(CaptionText words) {
    for (Mark mark : words.marks()) {
      Matcher corner = CORNER.matcher(mark.spelling());
      if (mark.what() instanceof Markup.Other && corner.find()) {
        return ofCorner(Integer.parseInt(corner.group(1)));
      }
    }
    return Placement.USUAL;
  }

  /** Corners are numbered like the digits of a keypad. */
  private static Placement ofCorner(int number) {
    Side side =
        switch (number % 3) {
          case 1 -> Side.LEFT;
          case 2 -> Side.CENTRE;
          default -> Side.RIGHT;
        };
    Caption.Height height =
        number > 6
            ? Caption.Height.TOP
            : number > 3 ? Caption.Height.MIDDLE : Caption.Height.BOTTOM;
    return new Placement(height, side);
  }

  private static int corner(Placement place) {
    int row =
        switch (place.height()) {
          case TOP -> 6;
          case MIDDLE -> 3;
          case BOTTOM -> 0;
        };
    return row + 1 + List.of(Side.LEFT, Side.CENTRE, Side.RIGHT).indexOf(place.side());
  }

  /** The tags that are in use. */
  private static final class SrtSigns implements Tagged.Signs {
    @Override
    public String first() {
      return "<{";
    }

    @Override
    public Optional<Tagged.Sign> at(String raw, int at) {
      Matcher tag = (raw.charAt(at) == '<' ? TAG : BRACES).matcher(raw).region(at, raw.length());
      if (!tag.lookingAt()) {
        return Optional.empty();
      }
      String spelling = tag.group();
      Markup what =
          raw.charAt(at) == '{'
              ? braces(spelling)
              : markup(tag.group(2).toLowerCase(Locale.ROOT), tag.group(1).isEmpty());
      return Optional.of(
          new Tagged.Sign(spelling.length(), "", Optional.of(new Mark(0, what, spelling))));
    }

    /** Signs of another format that many programs read here as well. */
    private static Markup braces(String spelling) {
      Matcher look = LOOK.matcher(spelling);
      return look.matches()
          ? markup(look.group(1), look.group(2).equals("1"))
          : new Markup.Other(CORNER.matcher(spelling).find() ? "places" : "signs in braces");
    }

    private static Markup markup(String tag, boolean begins) {
      return switch (tag) {
        case "i" -> new Markup.Style(Look.ITALIC, begins);
        case "b" -> new Markup.Style(Look.BOLD, begins);
        case "u" -> new Markup.Style(Look.UNDERLINE, begins);
        case "font" -> new Markup.Other("colours and fonts");
        default -> new Markup.Other("struck letters");
      };
    }
  }

  @Override
  public byte[] write(Captions captions) {
    Optional<TextOriginal> original = TextOriginal.of(captions, name());
    var spelling = new SrtSpelling(original);
    return original
        .map(its -> its.write(captions.captions(), spelling))
        .orElseGet(() -> writeNew(captions, spelling));
  }

  private static byte[] writeNew(Captions captions, SrtSpelling spelling) {
    var out = new StringBuilder();
    int number = 0;
    for (Caption caption : captions.captions()) {
      spelling.number(out, ++number);
      spelling.append(out, caption, Optional.empty());
      out.append('\n');
    }
    return out.toString().getBytes(java.nio.charset.StandardCharsets.UTF_8);
  }

  /**
   * How captions are spelled in a file: its line ends, its points, what stands behind its times.
   */
  private static final class SrtSpelling implements TextOriginal.Spelling {
    private final String lineEnd;
    private final boolean isOriginal;
    private final char point;

    SrtSpelling(Optional<TextOriginal> original) {
      lineEnd = original.map(its -> its.file().lineEnd()).orElse("\n");
      isOriginal = original.isPresent();
      point = original.map(its -> firstPoint(its.file().text())).orElse(',');
    }

    private static char firstPoint(String text) {
      Matcher point = Pattern.compile("\\d:\\d\\d([.,])\\d").matcher(text);
      return point.find() ? point.group(1).charAt(0) : ',';
    }

    @Override
    public boolean numbers() {
      return true;
    }

    @Override
    public void number(StringBuilder out, int number) {
      out.append(number).append(lineEnd);
    }

    @Override
    public void append(StringBuilder out, Caption caption, Optional<String> was) {
      out.append(Timebase.clock(caption.start(), point))
          .append(" --> ")
          .append(Timebase.clock(caption.end(), point))
          .append(was.map(TextOriginal::behindTimes).orElse(""))
          .append(lineEnd);
      boolean says =
          caption.text().marks().stream()
              .anyMatch(mark -> CORNER.matcher(mark.spelling()).find() && isOriginal);
      if (!caption.place().equals(Placement.USUAL) && !says) {
        out.append("{\\an").append(corner(caption.place())).append('}');
      }
      Tagged.write(out, withoutBlankLines(caption.text()), new Letters());
      if (!caption.text().plain().isEmpty()) {
        out.append(lineEnd);
      }
    }

    private final class Letters implements Tagged.Spelling {
      @Override
      public void letters(StringBuilder out, String letters) {
        out.append(lineEnd.equals("\n") ? letters : letters.replace("\n", lineEnd));
      }

      @Override
      public void mark(StringBuilder out, Mark mark) {
        if (isOriginal && !mark.spelling().isEmpty()) {
          out.append(mark.spelling());
        } else if (mark.what() instanceof Markup.Style(Look look, boolean begins)) {
          out.append(begins ? "<" : "</").append(tag(look)).append('>');
        }
      }

      private static char tag(Look look) {
        return switch (look) {
          case ITALIC -> 'i';
          case BOLD -> 'b';
          case UNDERLINE -> 'u';
        };
      }
    }
  }

  /** An empty line would end the caption. */
  static CaptionText withoutBlankLines(CaptionText text) {
    CaptionText kept = text;
    for (Matcher blank = BLANK.matcher(kept.plain()); blank.find(); ) {
      kept = kept.replace(blank.start(), blank.end(), "");
      blank = BLANK.matcher(kept.plain());
    }
    return kept;
  }
}
