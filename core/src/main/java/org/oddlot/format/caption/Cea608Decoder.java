package org.oddlot.format.caption;

import java.util.ArrayList;
import java.util.List;
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
import org.oddlot.caption.Original;
import org.oddlot.caption.Span;
import org.oddlot.caption.Timebase;
import org.oddlot.format.text.TextFile;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Timecode;

/** Reads line 21 captions: what a decoder of 47 CFR 15.119 would show, and when. */
final class Cea608Decoder {
  /** How a decoder treats what comes. */
  private enum Mode {
    POP_ON,
    ROLL_UP,
    PAINT_ON
  }

  /** Rows in the order of their codes: 10, 11, 12, 13, 14, 15, 16, 17, each with two. */
  private static final int[] ADDRESSED = {11, 11, 1, 2, 3, 4, 12, 13, 14, 15, 5, 6, 7, 8, 9, 10};

  private final TextFile file;
  private final Problems problems;
  private final List<Caption> captions = new ArrayList<>();
  private final List<Aside> asides = new ArrayList<>();
  private Mode mode = Mode.POP_ON;
  private int rollRows = 2;
  private Cea608Screen shown = new Cea608Screen();
  private Cea608Screen loaded = new Cea608Screen();
  private long since;
  private int row = Cea608.ROWS - 1;
  private int column;
  private boolean italic;
  private boolean underline;
  private int last = -1;
  private boolean other;
  private Timebase.Frames grid = new Timebase.Frames(FrameRate.FPS_29_97, true);

  /**
   * The file as it was read.
   *
   * @param file the text
   * @param captions as they were read
   */
  record LineOriginal(TextFile file, List<Caption> captions) implements Original {
    @Override
    public String format() {
      return Cea608.NAME;
    }
  }

  Cea608Decoder(TextFile file, Problems problems) {
    this.file = file;
    this.problems = problems;
  }

  Optional<Captions> read() {
    var lines = new TextLines(file.text());
    if (lines.count() == 0 || !lines.of(0).strip().startsWith(Cea608.HEAD)) {
      problems.warning(
          "line 1", "The file does not begin with its usual head.", "It is read all the same.");
    }
    boolean isFirst = true;
    boolean any = false;
    long behind = 0;
    String text = file.text();
    for (int line = 0; line < lines.count(); line++) {
      int from = lines.start(line);
      int end = lines.end(line);
      while (from < end && text.charAt(from) <= ' ') {
        from++;
      }
      if (!isTimed(text, from, end)) {
        if (line > 0 && from < end) {
          asides.add(
              new Aside("lines that are no captions", TextLines.place(line), lines.of(line)));
          problems.warning(
              TextLines.place(line), "This is no line of a timecode and its words.", "");
        }
        continue;
      }
      any = true;
      if (isFirst) {
        grid = new Timebase.Frames(FrameRate.FPS_29_97, text.charAt(from + 8) != ':');
        isFirst = false;
      }
      long frame = frame(text, from, line);
      if (frame < behind) {
        problems.warning(
            TextLines.place(line),
            Phrase.of(
                "The line above has words for %s more than there are until here.",
                Phrase.count((int) Math.min(behind - frame, Integer.MAX_VALUE), "frame")),
            "What it shows may come late.");
      }
      behind = words(text, from + 11, end, frame, line);
    }
    if (!any) {
      problems.error("", "There is no line of captions in the file.", "Export it again.");
      return Optional.empty();
    }
    finish(behind);
    Order.check(captions, problems, grid);
    return Optional.of(
        new Captions(
            problems.file(),
            "",
            grid,
            captions,
            asides,
            Optional.of(new LineOriginal(file, List.copyOf(captions)))));
  }

  /** Whether a line begins with a timecode and a space: {@code 01:00:02;03 9420}. */
  private static boolean isTimed(String text, int from, int end) {
    if (end - from < 12 || text.charAt(from + 11) > ' ') {
      return false;
    }
    for (int i = 0; i < 11; i++) {
      char c = text.charAt(from + i);
      boolean fits = i % 3 < 2 ? c >= '0' && c <= '9' : i < 8 ? c == ':' : ":;.,".indexOf(c) >= 0;
      if (!fits) {
        return false;
      }
    }
    return true;
  }

  private static int two(String text, int at) {
    return (text.charAt(at) - '0') * 10 + text.charAt(at + 1) - '0';
  }

  /** The frame of a line; where its label is none, the frame next to it. */
  private long frame(String text, int at, int line) {
    int minutes = two(text, at + 3);
    int seconds = two(text, at + 6);
    int frames = two(text, at + 9);
    boolean isDropped = grid.dropFrame() && seconds == 0 && frames < 2 && minutes % 10 != 0;
    if (seconds > 59 || frames > 29 || minutes > 59 || isDropped) {
      problems.warning(
          TextLines.place(line),
          Phrase.of(
              "%s is no timecode at %s.",
              text.substring(at, at + 11).replace(';', ':'), grid.inWords()),
          "The frame next to it is taken.");
    }
    long all = two(text, at) * 3600L + Math.min(minutes, 59) * 60L + Math.min(seconds, 59);
    return Timecode.countOf(all, Math.min(frames, 29), grid.rate(), grid.dropFrame());
  }

  private long words(String text, int from, int length, long first, int line) {
    long frame = first;
    boolean badParity = false;
    for (int at = from; at < length; ) {
      if (text.charAt(at) <= ' ') {
        at++;
        continue;
      }
      int end = at;
      while (end < length && text.charAt(end) > ' ') {
        end++;
      }
      int code = end - at == 4 ? hex(text, at) : -1;
      if (code < 0) {
        problems.warning(
            TextLines.place(line),
            Phrase.of("\"%s\" is no word of four digits.", text.substring(at, end)),
            "");
      } else {
        badParity |= Integer.bitCount(code >> 8) % 2 == 0 || Integer.bitCount(code & 0xFF) % 2 == 0;
        pair(code >> 8 & 0x7F, code & 0x7F, frame);
      }
      frame++;
      at = end;
    }
    if (badParity) {
      problems.info(TextLines.place(line), "Some words do not have odd parity.");
    }
    return frame;
  }

  /** Four hexadecimal digits; −1 where they are none. */
  private static int hex(String text, int at) {
    int code = 0;
    for (int i = at; i < at + 4; i++) {
      int digit = Character.digit(text.charAt(i), 16);
      if (digit < 0) {
        return -1;
      }
      code = code << 4 | digit;
    }
    return code;
  }

  private void pair(int first, int second, long frame) {
    if (first == 0 && second == 0) {
      last = -1;
      return;
    }
    if (first >= 0x10 && first < 0x20) {
      int code = first << 8 | second;
      // Codes are sent twice, so that one may be lost.
      if (code == last) {
        last = -1;
        return;
      }
      last = code;
      boolean isOther = (first & 8) != 0;
      if (isOther && !other) {
        asides.add(new Aside("a second channel", "", ""));
        problems.warning(
            "", "Captions of the second channel are in the file.", "They are not read.");
      }
      other = isOther || other;
      if (!isOther) {
        code(first, second, frame);
      }
      return;
    }
    last = -1;
    if (first >= 0x20) {
      letter(LineLetters.basic(first), frame);
    }
    if (second >= 0x20) {
      letter(LineLetters.basic(second), frame);
    }
  }

  private void code(int first, int second, long frame) {
    Optional<Integer> letter = LineLetters.pair(first, second);
    if (letter.isPresent()) {
      if (first != 0x11) {
        back();
      }
      letter(letter.get(), frame);
    } else if (second >= 0x40) {
      address(first, second);
    } else if (first == 0x11 && second >= 0x20 && second < 0x30) {
      midRow(second, frame);
    } else if (first == 0x17 && second >= 0x21 && second <= 0x23) {
      column = Math.min(Cea608.COLUMNS - 1, column + second - 0x20);
    } else if (first == 0x14 || first == 0x15) {
      control(second, frame);
    }
  }

  private void control(int code, long frame) {
    switch (code) {
      case 0x20 -> mode = Mode.POP_ON;
      case 0x21 -> back();
      case 0x24 -> erase(screen());
      case 0x25, 0x26, 0x27 -> {
        if (mode != Mode.ROLL_UP) {
          wipe(frame);
          row = Cea608.ROWS - 1;
          column = 0;
        }
        mode = Mode.ROLL_UP;
        rollRows = code - 0x23;
      }
      case 0x29 -> mode = Mode.PAINT_ON;
      case 0x2C -> {
        if (mode == Mode.PAINT_ON || mode == Mode.ROLL_UP) {
          column = 0;
        }
        wipe(frame);
      }
      case 0x2D -> carriageReturn(frame);
      case 0x2E -> loaded.clear();
      case 0x2F -> {
        mode = Mode.POP_ON;
        seen(frame);
        Cea608Screen before = shown;
        shown = loaded;
        loaded = before;
        row = Cea608.ROWS - 1;
        column = 0;
      }
      default -> {}
    }
  }

  /** The lines move up by one, and the topmost is gone. */
  private void carriageReturn(long frame) {
    if (mode != Mode.ROLL_UP) {
      return;
    }
    seen(frame);
    shown.rollUp(row - rollRows + 2, row);
    column = 0;
    italic = false;
    underline = false;
  }

  private void erase(Cea608Screen screen) {
    if (screen.uses(row)) {
      screen.erase(row, Math.min(column, Cea608.COLUMNS));
    }
  }

  private Cea608Screen screen() {
    return mode == Mode.POP_ON ? loaded : shown;
  }

  private void address(int first, int second) {
    int index = (first & 7) << 1 | (second & 0x20) >> 5;
    row = ADDRESSED[index] - 1;
    int attribute = second & 0x1E;
    underline = (second & 1) == 1;
    italic = attribute == 0x0E;
    column = attribute >= 0x10 ? (attribute - 0x10) * 2 : 0;
  }

  private void midRow(int second, long frame) {
    letter(' ', frame);
    italic = (second & 0x1E) == 0x0E;
    underline = (second & 1) == 1;
  }

  private void back() {
    if (column > 0) {
      column--;
      screen().put(row, column, 0, 0);
    }
  }

  private void letter(int letter, long frame) {
    if (mode != Mode.POP_ON && shown.isEmpty()) {
      since = frame;
    }
    screen()
        .put(
            row,
            Math.min(column, Cea608.COLUMNS - 1),
            letter,
            (italic ? 1 : 0) + (underline ? 2 : 0));
    column = Math.min(column + 1, Cea608.COLUMNS);
  }

  /** Something else is shown from {@code frame} on: what was seen until then is a caption. */
  private void seen(long frame) {
    if (!shown.isEmpty() && frame > since) {
      add(shown, since, frame);
    }
    since = frame;
  }

  private void wipe(long frame) {
    seen(frame);
    shown.clear();
  }

  private void finish(long frame) {
    if (!shown.isEmpty()) {
      problems.warning(
          "", "The last caption is never taken away.", "It is taken to stand for three seconds.");
      add(shown, since, Math.max(since, frame) + 90);
    }
  }

  private void add(Cea608Screen screen, long from, long to) {
    CaptionText text = text(screen);
    if (text.isBlank()) {
      return;
    }
    captions.add(
        new Caption(
            Integer.toString(captions.size() + 1),
            new Span(grid.at(from), grid.at(to)),
            text,
            "",
            place(screen)));
  }

  private static CaptionText text(Cea608Screen screen) {
    var plain = new StringBuilder();
    var marks = new ArrayList<Mark>();
    for (int row = 0; row < Cea608.ROWS; row++) {
      int from = screen.uses(row) ? screen.first(row) : Cea608.COLUMNS;
      if (from == Cea608.COLUMNS) {
        continue;
      }
      int to = screen.end(row);
      if (plain.length() > 0) {
        plain.append('\n');
      }
      int look = 0;
      for (int column = from; column < to; column++) {
        int letter = screen.letter(row, column);
        if (!Cea608Screen.isSpace(letter)) {
          marks(marks, plain.length(), look, screen.look(row, column));
          look = screen.look(row, column);
        }
        plain.appendCodePoint(letter == 0 ? ' ' : letter);
      }
      marks(marks, plain.length(), look, 0);
    }
    return new CaptionText(plain.toString(), marks);
  }

  private static void marks(List<Mark> marks, int at, int before, int after) {
    mark(marks, at, before & 1, after & 1, Look.ITALIC);
    mark(marks, at, before & 2, after & 2, Look.UNDERLINE);
  }

  private static void mark(List<Mark> marks, int at, int before, int after, Look look) {
    if (before != after) {
      marks.add(Mark.of(at, new Markup.Style(look, after != 0)));
    }
  }

  private static Placement place(Cea608Screen screen) {
    int first = screen.firstRow();
    int lastRow = screen.lastRow();
    Height height = lastRow < 6 ? Height.TOP : first > 8 ? Height.BOTTOM : Height.MIDDLE;
    int left = Cea608.COLUMNS;
    int right = 0;
    boolean centred = true;
    for (int row = first; row <= lastRow; row++) {
      int from = screen.uses(row) ? screen.first(row) : Cea608.COLUMNS;
      if (from < Cea608.COLUMNS) {
        int to = screen.end(row);
        left = Math.min(left, from);
        right = Math.max(right, to);
        centred &= Math.abs(from - (Cea608.COLUMNS - to)) <= 4;
      }
    }
    Side side =
        centred
            ? Side.CENTRE
            : right == Cea608.COLUMNS ? Side.RIGHT : left == 0 ? Side.LEFT : Side.CENTRE;
    return new Placement(height, side);
  }
}
