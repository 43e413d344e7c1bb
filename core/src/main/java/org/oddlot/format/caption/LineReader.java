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
import org.oddlot.caption.Grid;
import org.oddlot.caption.Mark;
import org.oddlot.caption.Markup;
import org.oddlot.caption.Markup.Look;
import org.oddlot.caption.Original;
import org.oddlot.caption.Span;
import org.oddlot.format.text.TextFile;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;

/** Reads line 21 captions: what a decoder of 47 CFR 15.119 would show, and when. */
final class LineReader {
  /** How a decoder treats what comes. */
  private enum Mode {
    POP_ON,
    ROLL_UP,
    PAINT_ON
  }

  private final TextFile file;
  private final Problems problems;
  private final List<Caption> captions = new ArrayList<>();
  private final List<Aside> asides = new ArrayList<>();
  private Mode mode = Mode.POP_ON;
  private int rollRows = 2;
  private Screen shown = new Screen();
  private Screen loaded = new Screen();
  private long since;
  private int row = Cea608.ROWS - 1;
  private int column;
  private boolean italic;
  private boolean underline;
  private int last = -1;
  private boolean other;
  private Grid.Frames grid = new Grid.Frames(FrameRate.FPS_29_97, true);

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

  /** One of a decoder's two memories: 15 rows of 32 columns; rows without a letter are none. */
  private static final class Screen {
    private final int[][] rows = new int[Cea608.ROWS][];
    private final int[][] looks = new int[Cea608.ROWS][];

    void put(int row, int column, int letter, int look) {
      if (rows[row] == null) {
        rows[row] = new int[Cea608.COLUMNS];
        looks[row] = new int[Cea608.COLUMNS];
      }
      rows[row][column] = letter;
      looks[row][column] = look;
    }

    boolean isEmpty() {
      for (int[] row : rows) {
        for (int i = 0; row != null && i < row.length; i++) {
          if (row[i] != 0) {
            return false;
          }
        }
      }
      return true;
    }
  }

  LineReader(TextFile file, Problems problems) {
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
        grid = new Grid.Frames(FrameRate.FPS_29_97, text.charAt(from + 8) != ':');
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
      behind = words(text.substring(from + 11, end), frame, line);
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
    long minutes = two(text, at) * 60L + two(text, at + 3);
    int seconds = two(text, at + 6);
    int frames = two(text, at + 9);
    boolean isDropped = grid.dropFrame() && seconds == 0 && frames < 2 && minutes % 10 != 0;
    if (seconds > 59 || frames > 29 || minutes % 60 > 59 || isDropped) {
      problems.warning(
          TextLines.place(line),
          Phrase.of(
              "%s is no timecode at %s.",
              text.substring(at, at + 11).replace(';', ':'), grid.inWords()),
          "The frame next to it is taken.");
    }
    long count = (minutes * 60 + seconds) * 30 + Math.min(frames, 29);
    return grid.dropFrame() ? count - 2 * (minutes - minutes / 10) : count;
  }

  private long words(String text, long first, int line) {
    long frame = first;
    boolean badParity = false;
    int length = text.length();
    for (int at = 0; at < length; ) {
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
          show(new Screen(), frame);
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
        show(new Screen(), frame);
      }
      case 0x2D -> carriageReturn(frame);
      case 0x2E -> loaded = new Screen();
      case 0x2F -> {
        mode = Mode.POP_ON;
        Screen before = shown;
        show(loaded, frame);
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
    var moved = new Screen();
    for (int at = Math.max(1, row - rollRows + 2); at <= row; at++) {
      int[] letters = shown.rows[at];
      if (letters != null) {
        moved.rows[at - 1] = letters.clone();
        moved.looks[at - 1] = shown.looks[at].clone();
      }
    }
    show(moved, frame);
    column = 0;
    italic = false;
    underline = false;
  }

  private void erase(Screen screen) {
    int[] letters = screen.rows[row];
    if (letters != null) {
      java.util.Arrays.fill(letters, Math.min(column, letters.length), letters.length, 0);
    }
  }

  private Screen screen() {
    return mode == Mode.POP_ON ? loaded : shown;
  }

  private void address(int first, int second) {
    int index = (first & 7) << 1 | (second & 0x20) >> 5;
    // In the order of the codes: 10, 11, 12, 13, 14, 15, 16, 17, each with two rows.
    int[] rows = {11, 11, 1, 2, 3, 4, 12, 13, 14, 15, 5, 6, 7, 8, 9, 10};
    row = rows[index] - 1;
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

  /** Another picture is shown from {@code frame} on: what was seen until then is a caption. */
  private void show(Screen screen, long frame) {
    if (!shown.isEmpty() && frame > since) {
      add(shown, since, frame);
    }
    shown = screen;
    since = frame;
  }

  private void finish(long frame) {
    if (!shown.isEmpty()) {
      problems.warning(
          "", "The last caption is never taken away.", "It is taken to stand for three seconds.");
      add(shown, since, Math.max(since, frame) + 90);
    }
  }

  private void add(Screen screen, long from, long to) {
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

  private static CaptionText text(Screen screen) {
    var plain = new StringBuilder();
    var marks = new ArrayList<Mark>();
    for (int row = 0; row < Cea608.ROWS; row++) {
      int[] letters = screen.rows[row];
      if (letters == null) {
        continue;
      }
      int from = 0;
      int to = letters.length;
      while (to > 0 && (letters[to - 1] == 0 || letters[to - 1] == ' ')) {
        to--;
      }
      while (from < to && (letters[from] == 0 || letters[from] == ' ')) {
        from++;
      }
      if (from == to) {
        continue;
      }
      if (plain.length() > 0) {
        plain.append('\n');
      }
      int[] looks = screen.looks[row];
      int look = 0;
      for (int i = from; i < to; i++) {
        if (letters[i] != ' ' && letters[i] != 0) {
          marks(marks, plain.length(), look, looks[i]);
          look = looks[i];
        }
        plain.appendCodePoint(letters[i] == 0 ? ' ' : letters[i]);
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

  private static Placement place(Screen screen) {
    int first = Cea608.ROWS;
    int lastRow = 0;
    for (int row = 0; row < Cea608.ROWS; row++) {
      if (screen.rows[row] != null) {
        first = Math.min(first, row);
        lastRow = row;
      }
    }
    Height height = lastRow < 6 ? Height.TOP : first > 8 ? Height.BOTTOM : Height.MIDDLE;
    int left = Cea608.COLUMNS;
    int right = 0;
    boolean centred = true;
    for (int[] row : screen.rows) {
      int from = 0;
      int to = row == null ? 0 : row.length;
      while (from < to && (row[from] == 0 || row[from] == ' ')) {
        from++;
      }
      while (to > from && (row[to - 1] == 0 || row[to - 1] == ' ')) {
        to--;
      }
      if (from < to) {
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
