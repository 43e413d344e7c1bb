package org.oddlot.format.caption;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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
import org.oddlot.caption.Span;
import org.oddlot.caption.Timebase;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;
import org.oddlot.time.Timecode;

/** Reads the text blocks of one file. */
final class StlReader {
  /** What fills a text field behind its words. */
  private static final int UNUSED = 0x8F;

  private final byte[] bytes;
  private final Timebase.Frames grid;
  private final String table;
  private final Problems problems;
  private final int rows;
  private final List<Caption> captions = new ArrayList<>();
  private final List<int[]> blocks = new ArrayList<>();
  private final List<Aside> asides = new ArrayList<>();

  StlReader(byte[] bytes, Timebase.Frames grid, String table, Problems problems) {
    this.bytes = bytes;
    this.grid = grid;
    this.table = table;
    this.problems = problems;
    String most = EbuStl.ascii(bytes, 253, 2).strip();
    this.rows = most.matches("\\d{1,2}") && !most.equals("00") ? Integer.parseInt(most) : 23;
  }

  Captions read() {
    int count = (bytes.length - EbuStl.GSI) / EbuStl.TTI;
    if ((bytes.length - EbuStl.GSI) % EbuStl.TTI != 0) {
      problems.error(
          "block " + (count + 1),
          "The file ends in the middle of a text block.",
          "It may be cut off; export it again.");
    }
    String said = EbuStl.ascii(bytes, 238, 5).strip();
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
    String code = EbuStl.ascii(bytes, 14, 2);
    return EbuStl.LANGUAGES.entrySet().stream()
        .filter(entry -> entry.getValue().equalsIgnoreCase(code))
        .map(Map.Entry::getKey)
        .findFirst()
        .orElse("");
  }

  private void asides() {
    String page = EbuStl.ascii(bytes, 0, 3);
    String title = StlLetters.page(bytes, 16, 32, page);
    if (!title.isEmpty()) {
      asides.add(new Aside("particulars of the programme", "bytes 16–47", title));
    }
    if (bytes.length > 448 && EbuStl.ascii(bytes, 448, 576).strip().length() > 0) {
      asides.add(
          new Aside("user-defined areas", "bytes 448–1023", EbuStl.ascii(bytes, 448, 576).strip()));
    }
  }

  private int at(int block) {
    return EbuStl.GSI + block * EbuStl.TTI;
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
    byte[] text = new byte[length * EbuStl.TEXT];
    for (int i = 0; i < length; i++) {
      System.arraycopy(bytes, at(block + i) + 16, text, i * EbuStl.TEXT, EbuStl.TEXT);
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
          if (!twice || !EbuStl.isTeletext(bytes)) {
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

  private static Mark mark(StringBuilder plain, Look look, boolean begins) {
    return Mark.of(plain.length(), new Markup.Style(look, begins));
  }
}
