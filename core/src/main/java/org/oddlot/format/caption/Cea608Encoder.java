package org.oddlot.format.caption;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.oddlot.caption.Caption;
import org.oddlot.caption.CaptionText;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Markup.Look;
import org.oddlot.caption.Timebase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Timecode;

/**
 * Lays pop-on captions out on line 21, which has room for one word of two bytes in each frame: a
 * caption is loaded before it is shown, while the one before is seen. Where two follow each other
 * faster than they can be loaded, the second comes late, and that is told.
 */
final class Cea608Encoder {
  private static final int RCL = 0x1420;
  private static final int ENM = 0x142E;
  private static final int EDM = 0x142C;
  private static final int EOC = 0x142F;

  /** The first byte of a row's address, and what its second begins with. */
  private static final int[] ROWS = {
    0x1140, 0x1160, 0x1240, 0x1260, 0x1540, 0x1560, 0x1640, 0x1660, 0x1740, 0x1760, 0x1040, 0x1340,
    0x1360, 0x1440, 0x1460
  };

  private final Captions captions;
  private final Timebase.Frames grid;
  private final TreeMap<Long, Integer> line = new TreeMap<>();
  private final Map<String, Long> late = new HashMap<>();

  Cea608Encoder(Captions captions) {
    this.captions = captions;
    this.grid =
        captions.grid() instanceof Timebase.Frames frames
            ? frames
            : new Timebase.Frames(FrameRate.FPS_29_97, true);
    layOut();
  }

  /** By how many frames captions are shown late, by their ids. */
  Map<String, Long> late() {
    return Map.copyOf(late);
  }

  private void layOut() {
    long free = 0;
    List<Caption> all = captions.captions();
    for (int i = 0; i < all.size(); i++) {
      Caption caption = all.get(i);
      List<int[]> units = units(words(caption));
      long wanted = grid.count(caption.start());
      long at = Math.max(wanted, soonest(free, units));
      if (at > wanted) {
        late.put(caption.id(), at - wanted);
      }
      place(units, at);
      line.put(at, EOC);
      long end = Math.max(grid.count(caption.end()), at + 1);
      long next = i + 1 < all.size() ? grid.count(all.get(i + 1).start()) : Long.MAX_VALUE;
      free = at + 1;
      if (free < end && free < next) {
        line.put(free++, EOC);
      }
      // Where the next one follows at once, showing it is the end of this one.
      if (end < next) {
        line.put(end, EDM);
        if (end + 1 < next) {
          line.put(end + 1, EDM);
        }
      }
    }
  }

  /** Codes that stand twice are one unit: nothing may come between them. */
  private static List<int[]> units(List<Integer> words) {
    var units = new ArrayList<int[]>();
    for (int i = 0; i < words.size(); i++) {
      int word = words.get(i);
      boolean twice = word < 0x2000 && i + 1 < words.size() && words.get(i + 1) == word;
      units.add(twice ? new int[] {word, word} : new int[] {word});
      i += twice ? 1 : 0;
    }
    return units;
  }

  private boolean hasRoom(long frame, int length) {
    return !line.containsKey(frame) && (length == 1 || !line.containsKey(frame + 1));
  }

  /** The first frame before which all of {@code units} have room from {@code free} on. */
  private long soonest(long free, List<int[]> units) {
    long frame = Math.max(free, 0);
    for (int[] unit : units) {
      while (!hasRoom(frame, unit.length)) {
        frame++;
      }
      frame += unit.length;
    }
    while (line.containsKey(frame)) {
      frame++;
    }
    return frame;
  }

  /** Puts units into the frames before {@code at} that are free. */
  private void place(List<int[]> units, long at) {
    long behind = at;
    for (int[] unit : units.reversed()) {
      while (!hasRoom(behind - unit.length, unit.length)) {
        behind--;
      }
      behind -= unit.length;
      for (int k = 0; k < unit.length; k++) {
        line.put(behind + k, unit[k]);
      }
    }
  }

  private static List<Integer> words(Caption caption) {
    var words = new ArrayList<Integer>();
    twice(words, RCL);
    twice(words, ENM);
    List<String> lines = caption.text().lines();
    int first =
        switch (caption.place().height()) {
          case TOP -> 0;
          case MIDDLE -> Math.max(0, (Cea608.ROWS - lines.size()) / 2);
          case BOTTOM -> Math.max(0, Cea608.ROWS - lines.size());
        };
    int from = 0;
    for (int i = 0; i < lines.size(); i++) {
      String text = lines.get(i);
      int column =
          switch (caption.place().side()) {
            case LEFT -> 0;
            case CENTRE -> Math.max(0, (Cea608.COLUMNS - text.length()) / 2);
            case RIGHT -> Math.max(0, Cea608.COLUMNS - text.length());
          };
      boolean italic = caption.text().isOn(Look.ITALIC, from);
      row(
          words,
          Math.min(first + i, Cea608.ROWS - 1),
          column,
          italic,
          caption.text().isOn(Look.UNDERLINE, from));
      letters(words, caption.text(), from, text);
      from += text.length() + 1;
    }
    return words;
  }

  private static void twice(List<Integer> words, int code) {
    words.add(code);
    words.add(code);
  }

  private static void row(
      List<Integer> words, int row, int column, boolean italic, boolean underline) {
    int under = underline ? 1 : 0;
    if (italic && column == 0) {
      twice(words, ROWS[row] + 0x0E + under);
      return;
    }
    // An italic line in the middle begins one column earlier, with a code that is seen as a space.
    int start = italic ? column - 1 : column;
    twice(words, ROWS[row] + 0x10 + start / 4 * 2 + under);
    if (start % 4 > 0) {
      twice(words, 0x1720 + start % 4);
    }
    if (italic) {
      twice(words, 0x112E + under);
    }
  }

  private static void letters(List<Integer> words, CaptionText text, int from, String line) {
    int held = -1;
    for (int i = 0; i < line.length(); ) {
      int letter = line.codePointAt(i);
      int at = from + i;
      i += Character.charCount(letter);
      boolean changes =
          letter == ' ' && text.isOn(Look.ITALIC, at + 1) != text.isOn(Look.ITALIC, at - 1);
      int code;
      if (changes && at > from) {
        // A change of style takes the column of the space between two words.
        held = flush(words, held);
        twice(words, text.isOn(Look.ITALIC, at + 1) ? 0x112E : 0x1120);
        continue;
      }
      code =
          LineLetters.code(letter)
              .orElseGet(() -> LineLetters.code(LineLetters.plainer(letter)).orElse((int) '?'));
      if (code > 0xFF && code < 0x1200) {
        held = flush(words, held);
        twice(words, code);
      } else if (code > 0xFF) {
        // An extended letter takes the place of the plainer one before it.
        held =
            one(
                words,
                held,
                LineLetters.code(LineLetters.plainer(letter))
                    .filter(c -> c < 0x100)
                    .orElse((int) '?'));
        held = flush(words, held);
        twice(words, code);
      } else {
        held = one(words, held, code);
      }
    }
    flush(words, held);
  }

  private static int one(List<Integer> words, int held, int code) {
    if (held < 0) {
      return code;
    }
    words.add(held << 8 | code);
    return -1;
  }

  private static int flush(List<Integer> words, int held) {
    if (held >= 0) {
      words.add(held << 8);
    }
    return -1;
  }

  /** The file. */
  String write() {
    var out = new StringBuilder(Cea608.HEAD).append("\n\n");
    long next = Long.MIN_VALUE;
    boolean open = false;
    for (Map.Entry<Long, Integer> each : line.entrySet()) {
      long frame = each.getKey();
      if (frame != next) {
        out.append(open ? "\n\n" : "")
            .append(Timecode.ofFrames(frame, grid.rate(), grid.dropFrame()))
            .append('\t');
        open = true;
      } else {
        out.append(' ');
      }
      int word = each.getValue();
      hex(out, Cea608.withParity(word >> 8));
      hex(out, Cea608.withParity(word & 0xFF));
      next = frame + 1;
    }
    return out.append(open ? "\n" : "").toString();
  }

  private static void hex(StringBuilder out, int code) {
    out.append(Character.forDigit(code >> 4, 16)).append(Character.forDigit(code & 15, 16));
  }
}
