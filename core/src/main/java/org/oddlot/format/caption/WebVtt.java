package org.oddlot.format.caption;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.oddlot.caption.Aside;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Caption.Height;
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
 * {@code .vtt}: WebVTT of the W3C. Cue settings, voices, escapes are read; comments, style sheets,
 * regions and whatever else there is are kept where they stand. Files that take liberties with the
 * rules, as commas in times, are read as well, and it is said.
 */
public final class WebVtt implements CaptionFormat {
  private static final Pattern SETTING = Pattern.compile("(\\w+):(\\S+)");
  private static final Pattern LANGUAGE_LINE =
      Pattern.compile("(?im)^Language\\s*[:=]\\s*([A-Za-z]{2,3}(?:-[A-Za-z0-9]+)*)\\s*$");
  private static final Pattern TAG =
      Pattern.compile("<(/?)([a-z]*)((?:\\.[^\\s<>.]+)*)(?:\\s+([^<>]*))?>");
  private static final Pattern STAMP = Pattern.compile("<(\\d+:\\d\\d(?::\\d\\d)?\\.\\d{3})>");
  private static final Map<String, String> ESCAPES =
      Map.of(
          "&amp;", "&", "&lt;", "<", "&gt;", ">", "&lrm;", "\u200E", "&rlm;", "\u200F", "&nbsp;",
          "\u00A0", "&quot;", "\"", "&apos;", "'");
  private static final Pattern NUMBERED =
      Pattern.compile("&#(?:(\\d{1,7})|[xX](\\p{XDigit}{1,6}));");
  private static final Tagged.Signs SIGNS = new VttSigns();

  @Override
  public String name() {
    return "WebVTT";
  }

  @Override
  public List<String> extensions() {
    return List.of(".vtt");
  }

  @Override
  public List<Setting<?>> options() {
    return List.of(LANGUAGE, Charsets.SETTING);
  }

  @Override
  public Likeness likeness(Probe probe) {
    String head = probe.head();
    return head.startsWith("WEBVTT") || head.startsWith("\u00EF\u00BB\u00BFWEBVTT")
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
        Feature.SPEAKER,
        Feature.PLACE,
        Feature.LANGUAGE,
        Feature.OVERLAP,
        Feature.LINES,
        Feature.ENDS,
        Feature.OUTER_SPACE,
        Feature.ORDER,
        Feature.EMPTY);
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
    private String language = "";

    Reader(TextFile file, Problems problems) {
      this.file = file;
      this.text = file.text();
      this.lines = new TextLines(text);
      this.problems = problems;
    }

    Optional<Captions> read() {
      int line = 0;
      if (text.startsWith("WEBVTT")) {
        line = header();
      } else {
        problems.warning(
            "line 1", "The file does not begin with WEBVTT.", "It is read all the same.");
      }
      while (line < lines.count()) {
        if (lines.isBlank(line)) {
          line++;
        } else {
          line = block(line);
        }
      }
      if (captions.isEmpty() && !text.startsWith("WEBVTT")) {
        problems.error("", "There are no captions in the file.", "Export it as WebVTT again.");
        return Optional.empty();
      }
      Order.check(captions, problems, Timebase.Ticks.MILLISECONDS);
      return Optional.of(
          new Captions(
              problems.file(),
              language,
              Timebase.Ticks.MILLISECONDS,
              captions,
              asides,
              Optional.of(
                  new TextOriginal(
                      "WebVTT", file, pieces.pieces(text.length()), captions, false))));
    }

    private int header() {
      int line = 0;
      while (line < lines.count()
          && !lines.isBlank(line)
          && (line == 0 || !ClockTimes.hasArrow(text, lines.start(line), lines.end(line)))) {
        line++;
      }
      String header = lines.joined(0, line);
      Matcher said = LANGUAGE_LINE.matcher(header);
      if (said.find()) {
        language = said.group(1);
      }
      String rest = LANGUAGE_LINE.matcher(header.substring("WEBVTT".length())).replaceAll("");
      if (!rest.isBlank()) {
        asides.add(new Aside("header lines", "line 1", header));
      }
      return line;
    }

    /** A block of lines up to the next empty one; gives the line behind it. */
    private int block(int first) {
      int timing = -1;
      int end = first;
      while (end < lines.count() && !lines.isBlank(end)) {
        if (ClockTimes.hasArrow(text, lines.start(end), lines.end(end))) {
          if (timing < 0) {
            timing = end;
          } else if (ClockTimes.line(text, lines.start(end), lines.end(end)).isPresent()) {
            // No empty line stands between two cues: the second is a block of its own.
            break;
          }
        }
        end++;
      }
      Optional<ClockTimes.Line> times =
          timing < 0 || timing > first + 1
              ? Optional.empty()
              : ClockTimes.line(text, lines.start(timing), lines.end(timing));
      if (times.isEmpty()) {
        aside(first, end, timing);
      } else {
        cue(first, timing, end, times.get());
      }
      return end;
    }

    private void aside(int first, int end, int timing) {
      String head = lines.of(first).strip();
      String what =
          head.startsWith("NOTE")
              ? "comments"
              : head.startsWith("STYLE")
                  ? "style sheets"
                  : head.startsWith("REGION") ? "regions" : "lines that are no captions";
      asides.add(new Aside(what, TextLines.place(first), lines.joined(first, end)));
      if (timing >= 0 && what.startsWith("lines")) {
        problems.warning(
            TextLines.place(timing),
            Phrase.of("\"%s\" is no line of two times.", lines.of(timing).strip()),
            "What stands below it is kept in the file as it is.");
      } else if (what.startsWith("lines")) {
        problems.warning(
            TextLines.place(first),
            "Lines that are neither a caption nor a comment are kept as they are.",
            "");
      }
    }

    private void cue(int first, int timing, int end, ClockTimes.Line times) {
      int behind = end;
      while (behind < lines.count() && lines.isBlank(behind)) {
        behind++;
      }
      int from = lines.start(timing);
      if (text.substring(from, times.rest()).indexOf(',') >= 0) {
        problems.warning(
            TextLines.place(timing), "The times have commas; WebVTT has points.", "They are read.");
      }
      String raw = timing + 1 < end ? lines.joined(timing + 1, end) : "";
      CaptionText words = Tagged.read(raw, SIGNS);
      String speaker =
          words.marks().stream()
              .filter(mark -> mark.at() == 0 && mark.what() instanceof Markup.Speaker)
              .map(mark -> ((Markup.Speaker) mark.what()).name())
              .findFirst()
              .orElse("");
      String settings = text.substring(times.rest(), lines.end(timing));
      words = withOther(words, settings);
      pieces.caption(lines.start(first), lines.start(behind), captions.size(), 0);
      captions.add(
          new Caption(
              Integer.toString(captions.size() + 1),
              times.span(),
              words,
              speaker,
              place(settings)));
      if (times.span().start().signum() < 0) {
        problems.warning(
            TextLines.place(timing), "The caption begins before zero.", "Shift the captions.");
      }
    }
  }

  /** What a cue's settings say that captions have no word for, before its first letter. */
  private static CaptionText withOther(CaptionText words, String settings) {
    if (settings.isBlank()) {
      return words;
    }
    var marks = new ArrayList<Mark>();
    Matcher setting = SETTING.matcher(settings);
    while (setting.find()) {
      String what =
          switch (setting.group(1)) {
            case "vertical" -> "writing direction";
            case "size" -> setting.group(2).equals("100%") ? "" : "width of the box";
            case "line" ->
                List.of("0", "50%", "-1", "auto", "100%").contains(setting.group(2))
                    ? ""
                    : "exact places";
            case "position" ->
                List.of("50%", "auto").contains(setting.group(2)) ? "" : "exact places";
            default -> "";
          };
      if (!what.isEmpty()) {
        marks.add(Mark.of(0, new Markup.Other(what)));
      }
    }
    if (marks.isEmpty()) {
      return words;
    }
    marks.addAll(words.marks());
    return new CaptionText(words.plain(), marks);
  }

  private static Placement place(String settings) {
    if (settings.isBlank()) {
      return Placement.USUAL;
    }
    Map<String, String> values = new HashMap<>();
    Matcher setting = SETTING.matcher(settings);
    while (setting.find()) {
      values.put(setting.group(1), setting.group(2));
    }
    Side side =
        switch (values.getOrDefault("align", "center")) {
          case "start", "left" -> Side.LEFT;
          case "end", "right" -> Side.RIGHT;
          default -> Side.CENTRE;
        };
    return new Placement(height(values.getOrDefault("line", "auto")), side);
  }

  private static Height height(String line) {
    String value = line.split(",", -1)[0];
    boolean isShare = value.endsWith("%");
    try {
      double number = Double.parseDouble(isShare ? value.substring(0, value.length() - 1) : value);
      if (isShare) {
        return number < 34 ? Height.TOP : number < 67 ? Height.MIDDLE : Height.BOTTOM;
      }
      // Lines are counted from the top, or from the bottom where they are negative.
      return number >= 0 && number < 5
          ? Height.TOP
          : number >= 0 && number < 10 ? Height.MIDDLE : Height.BOTTOM;
    } catch (NumberFormatException e) {
      return Height.BOTTOM;
    }
  }

  /** Tags, escapes and moments within the words. */
  private static final class VttSigns implements Tagged.Signs {
    @Override
    public String first() {
      return "<&";
    }

    @Override
    public Optional<Tagged.Sign> at(String raw, int at) {
      return raw.charAt(at) == '&' ? escape(raw, at) : tag(raw, at);
    }

    private static Optional<Tagged.Sign> escape(String raw, int at) {
      int end = raw.indexOf(';', at);
      if (end < 0 || end - at > 10) {
        return Optional.empty();
      }
      String name = raw.substring(at, end + 1);
      String letters = ESCAPES.get(name);
      if (letters == null) {
        Matcher numbered = NUMBERED.matcher(name);
        if (!numbered.matches()) {
          return Optional.empty();
        }
        int letter =
            numbered.group(1) != null
                ? Integer.parseInt(numbered.group(1))
                : Integer.parseInt(numbered.group(2), 16);
        if (!Character.isValidCodePoint(letter) || letter < ' ') {
          return Optional.empty();
        }
        letters = Character.toString(letter);
      }
      return Optional.of(new Tagged.Sign(name.length(), letters, Optional.empty()));
    }

    private static Optional<Tagged.Sign> tag(String raw, int at) {
      Matcher stamp = STAMP.matcher(raw).region(at, raw.length());
      if (stamp.lookingAt()) {
        return sign(stamp.group(), new Markup.Other("moments within captions"));
      }
      Matcher tag = TAG.matcher(raw).region(at, raw.length());
      if (!tag.lookingAt()) {
        return Optional.empty();
      }
      boolean begins = tag.group(1).isEmpty();
      String name = tag.group(2);
      boolean hasClass = !tag.group(3).isEmpty();
      return sign(tag.group(), markup(name, begins, hasClass, tag.group(4)));
    }

    private static Markup markup(
        String name,
        boolean begins,
        boolean hasClass,
        @org.jspecify.annotations.Nullable String words) {
      return switch (name) {
        case "i" -> new Markup.Style(Look.ITALIC, begins);
        case "b" -> new Markup.Style(Look.BOLD, begins);
        case "u" -> new Markup.Style(Look.UNDERLINE, begins);
        case "v" ->
            begins && words != null
                ? new Markup.Speaker(Tagged.read(words.strip(), SIGNS).plain())
                : new Markup.Other("ends of voices");
        case "ruby", "rt" -> new Markup.Other("ruby");
        case "lang" -> new Markup.Other("languages within captions");
        case "c" -> new Markup.Other(hasClass || !begins ? "classes" : "tags");
        default -> new Markup.Other("tags");
      };
    }

    private static Optional<Tagged.Sign> sign(String spelling, Markup what) {
      return Optional.of(
          new Tagged.Sign(spelling.length(), "", Optional.of(new Mark(0, what, spelling))));
    }
  }

  @Override
  public byte[] write(Captions captions) {
    Optional<TextOriginal> original = TextOriginal.of(captions, name());
    var spelling = new VttSpelling(original);
    return original
        .map(its -> its.write(captions.captions(), spelling))
        .orElseGet(() -> writeNew(captions, spelling));
  }

  private static byte[] writeNew(Captions captions, VttSpelling spelling) {
    var out = new StringBuilder("WEBVTT\n");
    if (!captions.language().isEmpty()) {
      out.append("Language: ").append(captions.language()).append('\n');
    }
    for (Caption caption : captions.captions()) {
      out.append('\n');
      spelling.append(out, caption, Optional.empty());
    }
    return out.toString().getBytes(java.nio.charset.StandardCharsets.UTF_8);
  }

  /** How captions are spelled in a file: its line ends, and what stood around the times. */
  private static final class VttSpelling implements TextOriginal.Spelling {
    private final String lineEnd;
    private final boolean isOriginal;

    VttSpelling(Optional<TextOriginal> original) {
      lineEnd = original.map(its -> its.file().lineEnd()).orElse("\n");
      isOriginal = original.isPresent();
    }

    @Override
    public void append(StringBuilder out, Caption caption, Optional<String> was) {
      out.append(was.map(this::identifier).orElse(""));
      out.append(Timebase.clock(caption.start(), '.'))
          .append(" --> ")
          .append(Timebase.clock(caption.end(), '.'))
          .append(was.map(TextOriginal::behindTimes).orElseGet(() -> settings(caption.place())))
          .append(lineEnd);
      boolean says =
          caption.text().marks().stream()
              .anyMatch(mark ->
                  mark.at() == 0
                      && mark.what() instanceof Markup.Speaker(String name)
                      && name.equals(caption.speaker()));
      if (!caption.speaker().isEmpty() && !says) {
        out.append("<v ").append(escaped(caption.speaker()).replace(">", "&gt;")).append('>');
      }
      Tagged.write(out, SubRip.withoutBlankLines(caption.text()), new Letters());
      if (!caption.text().plain().isEmpty()
          || !caption.text().marks().isEmpty()
          || !caption.speaker().isEmpty()) {
        out.append(lineEnd);
      }
    }

    private String identifier(String piece) {
      var lines = new TextLines(piece);
      return lines.count() > 0 && !ClockTimes.hasArrow(piece, lines.start(0), lines.end(0))
          ? lines.of(0) + lineEnd
          : "";
    }

    private static String settings(Placement place) {
      var settings = new StringBuilder();
      switch (place.height()) {
        case TOP -> settings.append(" line:0");
        case MIDDLE -> settings.append(" line:50%");
        case BOTTOM -> {}
      }
      switch (place.side()) {
        case LEFT -> settings.append(" align:start");
        case RIGHT -> settings.append(" align:end");
        case CENTRE -> {}
      }
      return settings.toString();
    }

    private static String escaped(String letters) {
      if (letters.indexOf('&') < 0 && letters.indexOf('<') < 0 && letters.indexOf("->") < 0) {
        return letters;
      }
      return letters.replace("&", "&amp;").replace("<", "&lt;").replace("->", "-&gt;");
    }

    private final class Letters implements Tagged.Spelling {
      @Override
      public void letters(StringBuilder out, String letters) {
        String escaped = escaped(letters);
        out.append(lineEnd.equals("\n") ? escaped : escaped.replace("\n", lineEnd));
      }

      @Override
      public void mark(StringBuilder out, Mark mark) {
        if (isOriginal && !mark.spelling().isEmpty()) {
          out.append(mark.spelling());
          return;
        }
        switch (mark.what()) {
          case Markup.Style(Look look, boolean begins) ->
              out.append(begins ? "<" : "</")
                  .append(
                      switch (look) {
                        case ITALIC -> 'i';
                        case BOLD -> 'b';
                        case UNDERLINE -> 'u';
                      })
                  .append('>');
          case Markup.Speaker(String name) -> out.append("<v ").append(escaped(name)).append('>');
          case Markup.Other _ -> {}
        }
      }
    }
  }
}
