package org.oddlot.format.caption;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
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
import org.oddlot.caption.Original;
import org.oddlot.caption.Span;
import org.oddlot.caption.Timebase;
import org.oddlot.input.Probe;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;
import org.oddlot.setting.Setting;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.Timecode;

/**
 * {@code .stl}: EBU Tech 3264, a block of 1024 bytes that describes the file (GSI) and blocks of
 * 128 bytes of text with its timing (TTI).
 */
public final class EbuStl implements CaptionFormat {
  static final String NAME = "EBU STL";
  static final int GSI = 1024;
  static final int TTI = 128;
  private static final int TEXT = 112;

  /** What fills a text field behind its words. */
  private static final int UNUSED = 0x8F;

  /** Which frames the labels of files with 30 a second count; the file does not say. */
  public static final Setting<String> COUNT =
      Setting.oneOf("count", "Counted at", "29.97", List.of("29.97", "29.97 drop", "30"));

  /** Codes of languages, EBU Tech 3264 appendix 3; those that are written. From memory. */
  private static final Map<String, String> LANGUAGES =
      Map.ofEntries(
          Map.entry("cs", "06"),
          Map.entry("da", "07"),
          Map.entry("de", "08"),
          Map.entry("en", "09"),
          Map.entry("es", "0A"),
          Map.entry("et", "0C"),
          Map.entry("fr", "0F"),
          Map.entry("ga", "11"),
          Map.entry("it", "15"),
          Map.entry("lv", "18"),
          Map.entry("hu", "1B"),
          Map.entry("nl", "1D"),
          Map.entry("no", "1E"),
          Map.entry("pl", "20"),
          Map.entry("pt", "21"),
          Map.entry("ro", "22"),
          Map.entry("fi", "27"),
          Map.entry("sv", "28"),
          Map.entry("tr", "29"));

  @Override
  public String name() {
    return NAME;
  }

  @Override
  public List<String> extensions() {
    return List.of(".stl");
  }

  @Override
  public Likeness likeness(Probe probe) {
    return probe.head().length() > 11 && probe.head().startsWith("STL", 3)
        ? Likeness.CERTAIN
        : CaptionFormat.super.likeness(probe);
  }

  @Override
  public List<Setting<?>> options() {
    return List.of(LANGUAGE, COUNT);
  }

  /** 25 frames, or 30 of them: those that labels of the programme count where it has as many. */
  @Override
  public Timebase grid(Timebase programme) {
    if (programme instanceof Timebase.Frames(FrameRate rate, boolean drop)) {
      if (rate.equals(FrameRate.FPS_29_97) || rate.equals(FrameRate.FPS_59_94)) {
        return new Timebase.Frames(FrameRate.FPS_29_97, drop);
      }
      if (rate.equals(FrameRate.FPS_30) || rate.equals(FrameRate.FPS_60)) {
        return new Timebase.Frames(FrameRate.FPS_30, false);
      }
    }
    return new Timebase.Frames(FrameRate.FPS_25, false);
  }

  @Override
  public Set<Feature> carries() {
    return EnumSet.of(
        Feature.ITALIC,
        Feature.UNDERLINE,
        Feature.PLACE,
        Feature.LANGUAGE,
        Feature.OVERLAP,
        Feature.LINES,
        Feature.BLANK_LINES,
        Feature.OUTER_SPACE,
        Feature.NO_LENGTH,
        Feature.ORDER,
        Feature.ENDS);
  }

  @Override
  public Function<Caption, String> lost(Captions captions) {
    String table = table(captions);
    return caption -> {
      String plain = caption.text().plain();
      return StlLetters.canEncode(plain, table)
          ? ""
          : "letters that are not in its table: "
              + plain
                  .codePoints()
                  .mapToObj(Character::toString)
                  .filter(letter -> !StlLetters.canEncode(letter, table))
                  .distinct()
                  .limit(5)
                  .reduce("", String::concat);
    };
  }

  private static String table(Captions captions) {
    return original(captions)
        .map(its -> its.table)
        .orElseGet(() ->
            StlLetters.tableFor(
                captions.captions().stream().map(caption -> caption.text().plain()).toList()));
  }

  /** A file as it was read. */
  static final class StlOriginal implements Original {
    private final byte[] bytes;
    private final List<Caption> captions;

    /** Which text blocks each caption has: the first, and how many. */
    private final List<int[]> blocks;

    private final String table;

    StlOriginal(byte[] bytes, List<Caption> captions, List<int[]> blocks, String table) {
      this.bytes = bytes;
      this.captions = captions;
      this.blocks = blocks;
      this.table = table;
    }

    @Override
    public String format() {
      return NAME;
    }

    @Override
    public List<Caption> captions() {
      return captions;
    }
  }

  private static Optional<StlOriginal> original(Captions captions) {
    return captions.original().filter(StlOriginal.class::isInstance).map(StlOriginal.class::cast);
  }

  // Reading.

  @Override
  public Optional<Captions> read(byte[] bytes, ReadingOptions options, Problems problems) {
    if (bytes.length < GSI || !ascii(bytes, 3, 3).equals("STL")) {
      problems.error(
          "",
          "This is no EBU STL file: it does not begin with a block that says so.",
          "Export it as EBU STL (Tech 3264) again.");
      return Optional.empty();
    }
    Timebase.Frames grid = grid(bytes, options, problems);
    String table = ascii(bytes, 12, 2).strip();
    if (!List.of("00", "01", "02", "03", "04").contains(table)) {
      problems.warning(
          "bytes 12–13",
          Phrase.of("The character code table is \"%s\", which is none.", table),
          "Latin is taken.");
      table = "00";
    }
    return Optional.of(new Reader(bytes, grid, table, problems).read());
  }

  private static Timebase.Frames grid(byte[] bytes, ReadingOptions options, Problems problems) {
    String code = ascii(bytes, 3, 8);
    return switch (code) {
      case "STL25.01" -> new Timebase.Frames(FrameRate.FPS_25, false);
      case "STL30.01" ->
          switch (options.get(COUNT).orElse("29.97")) {
            case "30" -> new Timebase.Frames(FrameRate.FPS_30, false);
            case "29.97 drop" -> new Timebase.Frames(FrameRate.FPS_29_97, true);
            default -> new Timebase.Frames(FrameRate.FPS_29_97, false);
          };
      default -> {
        problems.warning(
            "bytes 3–10",
            Phrase.of("The disk format code is \"%s\", neither STL25.01 nor STL30.01.", code),
            "25 frames a second are taken.");
        yield new Timebase.Frames(FrameRate.FPS_25, false);
      }
    };
  }

  private static String ascii(byte[] bytes, int from, int length) {
    return new String(bytes, from, length, StandardCharsets.ISO_8859_1);
  }

  /** Reads the text blocks of one file. */
  private static final class Reader {
    private final byte[] bytes;
    private final Timebase.Frames grid;
    private final String table;
    private final Problems problems;
    private final int rows;
    private final List<Caption> captions = new ArrayList<>();
    private final List<int[]> blocks = new ArrayList<>();
    private final List<Aside> asides = new ArrayList<>();

    Reader(byte[] bytes, Timebase.Frames grid, String table, Problems problems) {
      this.bytes = bytes;
      this.grid = grid;
      this.table = table;
      this.problems = problems;
      String most = ascii(bytes, 253, 2).strip();
      this.rows = most.matches("\\d{1,2}") && !most.equals("00") ? Integer.parseInt(most) : 23;
    }

    Captions read() {
      int count = (bytes.length - GSI) / TTI;
      if ((bytes.length - GSI) % TTI != 0) {
        problems.error(
            "block " + (count + 1),
            "The file ends in the middle of a text block.",
            "It may be cut off; export it again.");
      }
      String said = ascii(bytes, 238, 5).strip();
      if (said.matches("\\d{1,5}") && Integer.parseInt(said) != count) {
        problems.warning(
            "bytes 238–242",
            Phrase.of("The file says that it has %s text blocks; it has %d.", said, count),
            "");
      }
      for (int block = 0; block < count; ) {
        int length = length(block, count);
        group(block, length);
        block += length;
      }
      asides();
      Order.check(captions, problems, grid);
      return new Captions(
          problems.file(),
          language(),
          grid,
          captions,
          asides,
          Optional.of(new StlOriginal(bytes, List.copyOf(captions), blocks, table)));
    }

    private String language() {
      String code = ascii(bytes, 14, 2);
      return LANGUAGES.entrySet().stream()
          .filter(entry -> entry.getValue().equalsIgnoreCase(code))
          .map(Map.Entry::getKey)
          .findFirst()
          .orElse("");
    }

    private void asides() {
      String page = ascii(bytes, 0, 3);
      String title = StlLetters.page(bytes, 16, 32, page);
      if (!title.isEmpty()) {
        asides.add(new Aside("particulars of the programme", "bytes 16–47", title));
      }
      if (bytes.length > 448 && ascii(bytes, 448, 576).strip().length() > 0) {
        asides.add(
            new Aside("user-defined areas", "bytes 448–1023", ascii(bytes, 448, 576).strip()));
      }
    }

    private int at(int block) {
      return GSI + block * TTI;
    }

    private int field(int block, int offset) {
      return bytes[at(block) + offset] & 0xFF;
    }

    /** How many blocks go on with the one that begins here. */
    private int length(int block, int count) {
      int length = 1;
      while (block + length < count
          && field(block + length - 1, 3) < 0xF0
          && field(block + length, 1) == field(block, 1)
          && field(block + length, 2) == field(block, 2)) {
        length++;
      }
      return length;
    }

    private void group(int block, int length) {
      String place = "block " + (block + 1);
      if (field(block, 3) == 0xFE) {
        asides.add(new Aside("user data", place, ""));
        return;
      }
      byte[] text = new byte[length * TEXT];
      for (int i = 0; i < length; i++) {
        System.arraycopy(bytes, at(block + i) + 16, text, i * TEXT, TEXT);
      }
      CaptionText words = words(text);
      if (field(block, 15) == 1) {
        asides.add(new Aside("comments", place, words.plain()));
        return;
      }
      Rational start = moment(block, 5, place);
      Rational end = moment(block, 9, place);
      blocks.add(new int[] {block, length});
      captions.add(
          new Caption(
              Integer.toString(captions.size() + 1),
              new Span(start, end),
              words,
              "",
              placement(block)));
    }

    private Rational moment(int block, int offset, String place) {
      int hours = field(block, offset);
      int minutes = field(block, offset + 1);
      int seconds = field(block, offset + 2);
      int frames = field(block, offset + 3);
      if (minutes > 59 || seconds > 59 || frames >= grid.rate().nominal()) {
        problems.warning(
            place,
            Phrase.of("%02d:%02d:%02d:%02d is no timecode.", hours, minutes, seconds, frames),
            "It is read as if each part could be larger.");
      }
      return grid.at(
          Timecode.countOf(
              hours * 3600L + minutes * 60L + seconds, frames, grid.rate(), grid.dropFrame()));
    }

    private Placement placement(int block) {
      int row = field(block, 13);
      Height height =
          row * 3 < rows ? Height.TOP : row * 3 < rows * 2 ? Height.MIDDLE : Height.BOTTOM;
      return new Placement(
          height,
          switch (field(block, 14)) {
            case 1 -> Side.LEFT;
            case 3 -> Side.RIGHT;
            default -> Side.CENTRE;
          });
    }

    /** Letters and the codes among them: Tech 3264, 5.3 "Text Field". */
    private CaptionText words(byte[] text) {
      var plain = new StringBuilder();
      var marks = new ArrayList<Mark>();
      int end = text.length;
      while (end > 0 && (text[end - 1] & 0xFF) == UNUSED) {
        end--;
      }
      int run = 0;
      boolean coloured = false;
      for (int i = 0; i <= end; i++) {
        int code = i == end ? UNUSED : text[i] & 0xFF;
        boolean isLetter = (code >= 0x20 && code < 0x7F) || code >= 0xA0;
        if (isLetter) {
          continue;
        }
        if (run < i) {
          plain.append(StlLetters.decode(text, run, i, table));
        }
        run = i + 1;
        switch (code) {
          case 0x80, 0x81 -> marks.add(mark(plain, Look.ITALIC, code == 0x80));
          case 0x82, 0x83 -> marks.add(mark(plain, Look.UNDERLINE, code == 0x82));
          case 0x8A -> {
            // Lines of double height are two rows apart, and a colour ends with its line.
            boolean twice = i > 0 && (text[i - 1] & 0xFF) == 0x8A;
            if (!twice || !isTeletext()) {
              plain.append('\n');
            }
          }
          case UNUSED -> {}
          default -> coloured |= code < 0x08;
        }
        if (code < 0x20 && plain.length() > 0 && plain.charAt(plain.length() - 1) != '\n') {
          // A code of teletext takes a column, and is seen as a space between words.
          boolean ends = code == 0x0A || code == 0x0B || code == 0x0C || code == 0x0D;
          if (!ends && plain.charAt(plain.length() - 1) != ' ') {
            plain.append(' ');
          }
        }
        if (coloured) {
          marks.add(Mark.of(plain.length(), new Markup.Other("colours")));
          coloured = false;
        }
      }
      return new CaptionText(plain.toString(), marks);
    }

    private boolean isTeletext() {
      return bytes[11] == '1' || bytes[11] == '2';
    }

    private static Mark mark(StringBuilder plain, Look look, boolean begins) {
      return Mark.of(plain.length(), new Markup.Style(look, begins));
    }
  }

  // Writing.

  @Override
  public byte[] write(Captions captions) {
    Optional<StlOriginal> original = original(captions);
    if (original.isPresent() && original.get().captions.equals(captions.captions())) {
      return original.get().bytes.clone();
    }
    return new Writer(captions, original).write();
  }

  /** Writes one file. */
  private static final class Writer {
    private final Captions captions;
    private final Optional<StlOriginal> original;
    private final Timebase.Frames grid;
    private final String table;
    private final List<byte[]> blocks = new ArrayList<>();

    Writer(Captions captions, Optional<StlOriginal> original) {
      this.captions = captions;
      this.original = original;
      this.grid =
          captions.grid() instanceof Timebase.Frames frames
              ? frames
              : new Timebase.Frames(FrameRate.FPS_25, false);
      this.table = table(captions);
    }

    byte[] write() {
      int next = 0;
      int total = original.map(its -> (its.bytes.length - GSI) / TTI).orElse(0);
      int number = 0;
      for (Caption caption : captions.captions()) {
        int index = original.map(its -> index(its, caption)).orElse(-1);
        if (index >= 0) {
          // Blocks that are no captions stay before the caption that they stood before.
          int[] its = original.orElseThrow().blocks.get(index);
          next = copyOthers(next, its[0]);
          next = Math.max(next, its[0] + its[1]);
        }
        caption(caption, index, number++);
      }
      copyOthers(next, total);
      byte[] gsi = original.map(its -> Arrays.copyOf(its.bytes, GSI)).orElseGet(this::newGsi);
      put(gsi, 238, Phrase.of("%05d", Math.min(blocks.size(), 99_999)));
      put(gsi, 243, Phrase.of("%05d", Math.min(captions.captions().size(), 99_999)));
      if (!captions.captions().isEmpty()) {
        put(gsi, 264, digits(captions.captions().getFirst().start()));
      }
      byte[] all = Arrays.copyOf(gsi, GSI + blocks.size() * TTI);
      for (int i = 0; i < blocks.size(); i++) {
        System.arraycopy(blocks.get(i), 0, all, GSI + i * TTI, TTI);
      }
      return all;
    }

    private static int index(StlOriginal original, Caption caption) {
      String origin = caption.origin();
      // Captions are known by their number in the file.
      int number = origin.matches("\\d{1,6}") ? Integer.parseInt(origin) - 1 : -1;
      return number < original.captions.size() ? number : -1;
    }

    private int copyOthers(int from, int to) {
      StlOriginal its = original.orElse(null);
      for (int block = from; its != null && block < to; block++) {
        int at = block;
        boolean isCaption = its.blocks.stream().anyMatch(b -> at >= b[0] && at < b[0] + b[1]);
        if (!isCaption) {
          blocks.add(Arrays.copyOfRange(its.bytes, GSI + at * TTI, GSI + (at + 1) * TTI));
        }
      }
      return Math.max(from, to);
    }

    private void caption(Caption caption, int index, int number) {
      StlOriginal its = original.orElse(null);
      if (its != null && index >= 0 && its.captions.get(index).equals(caption)) {
        int[] group = its.blocks.get(index);
        boolean renumber = its.captions.size() != captions.captions().size();
        for (int i = 0; i < group[1]; i++) {
          int at = GSI + (group[0] + i) * TTI;
          byte[] block = Arrays.copyOfRange(its.bytes, at, at + TTI);
          if (renumber) {
            number(block, number);
          }
          blocks.add(block);
        }
        return;
      }
      byte[] like = new byte[TTI];
      boolean hasLike = false;
      boolean teletext = false;
      if (its != null && index >= 0) {
        int at = GSI + its.blocks.get(index)[0] * TTI;
        like = Arrays.copyOfRange(its.bytes, at, at + 16);
        hasLike = true;
        teletext = isTeletext(its.bytes);
      }
      byte[] text = text(caption.text(), teletext);
      int count = Math.max(1, (text.length + TEXT - 1) / TEXT);
      for (int i = 0; i < count; i++) {
        byte[] block = Arrays.copyOf(like, TTI);
        number(block, number);
        block[3] = (byte) (i == count - 1 ? 0xFF : i);
        label(block, 5, caption.start());
        label(block, 9, caption.end());
        if (!hasLike) {
          block[13] = (byte) row(caption);
          block[14] =
              switch (caption.place().side()) {
                case LEFT -> 1;
                case CENTRE -> 2;
                case RIGHT -> 3;
              };
        }
        Arrays.fill(block, 16, TTI, (byte) 0x8F);
        int from = i * TEXT;
        System.arraycopy(text, from, block, 16, Math.max(0, Math.min(TEXT, text.length - from)));
        blocks.add(block);
      }
    }

    private static boolean isTeletext(byte[] bytes) {
      return bytes[11] == '1' || bytes[11] == '2';
    }

    private static int row(Caption caption) {
      int lines = Math.max(1, caption.text().lines().size());
      return switch (caption.place().height()) {
        case TOP -> 1;
        case MIDDLE -> 11;
        case BOTTOM -> Math.max(17, 23 - lines);
      };
    }

    private static void number(byte[] block, int number) {
      block[1] = (byte) number;
      block[2] = (byte) (number >> 8);
    }

    private Timecode timecode(Rational moment) {
      long count = Math.max(0, grid.count(moment));
      return Timecode.ofFrames(count, grid.rate(), grid.dropFrame());
    }

    private void label(byte[] block, int at, Rational moment) {
      Timecode label = timecode(moment);
      block[at] = (byte) label.hours();
      block[at + 1] = (byte) label.minutes();
      block[at + 2] = (byte) label.seconds();
      block[at + 3] = (byte) label.frameDigits();
    }

    private String digits(Rational moment) {
      Timecode label = timecode(moment);
      return Phrase.of(
          "%02d%02d%02d%02d", label.hours(), label.minutes(), label.seconds(), label.frameDigits());
    }

    private byte[] text(CaptionText text, boolean teletext) {
      var out = new java.io.ByteArrayOutputStream();
      if (teletext) {
        out.writeBytes(new byte[] {0x0D, 0x0B, 0x0B});
      }
      int from = 0;
      for (int i = 0; i <= text.marks().size(); i++) {
        boolean isEnd = i == text.marks().size();
        int at = isEnd ? text.plain().length() : Math.max(from, text.marks().get(i).at());
        letters(out, text.plain().substring(from, at), teletext);
        from = at;
        if (!isEnd
            && text.marks().get(i).what() instanceof Markup.Style(Look look, boolean begins)) {
          switch (look) {
            case ITALIC -> out.write(begins ? 0x80 : 0x81);
            case UNDERLINE -> out.write(begins ? 0x82 : 0x83);
            case BOLD -> {}
          }
        }
      }
      if (teletext) {
        out.writeBytes(new byte[] {0x0A, 0x0A});
      }
      return out.toByteArray();
    }

    private void letters(java.io.ByteArrayOutputStream out, String letters, boolean teletext) {
      for (byte b : StlLetters.encode(letters, table)) {
        if (b != '\n') {
          out.write(b);
        } else if (teletext) {
          out.writeBytes(new byte[] {0x0A, 0x0A, (byte) 0x8A, (byte) 0x8A, 0x0D, 0x0B, 0x0B});
        } else {
          out.write(0x8A);
        }
      }
    }

    private byte[] newGsi() {
      byte[] gsi = new byte[GSI];
      Arrays.fill(gsi, (byte) ' ');
      put(gsi, 0, "850");
      put(gsi, 3, grid.rate().nominal() == 25 ? "STL25.01" : "STL30.01");
      put(gsi, 11, "0");
      put(gsi, 12, table);
      String language = captions.language().split("-", 2)[0];
      put(
          gsi,
          14,
          LANGUAGES.getOrDefault(List.of("nn", "nb").contains(language) ? "no" : language, "00"));
      // The standard asks for a date; this is the same for the same captions.
      put(gsi, 224, "000101");
      put(gsi, 230, "000101");
      put(gsi, 236, "00");
      put(gsi, 248, "001");
      put(gsi, 251, "40");
      put(gsi, 253, "23");
      put(gsi, 255, "1");
      put(gsi, 256, "00000000");
      put(gsi, 272, "1");
      put(gsi, 273, "1");
      return gsi;
    }

    private static void put(byte[] gsi, int at, String text) {
      byte[] ascii = text.getBytes(StandardCharsets.ISO_8859_1);
      System.arraycopy(ascii, 0, gsi, at, ascii.length);
    }
  }
}
