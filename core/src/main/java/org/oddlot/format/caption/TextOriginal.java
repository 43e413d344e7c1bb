package org.oddlot.format.caption;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Original;
import org.oddlot.format.text.TextFile;

/**
 * A text file as pieces, each a caption or something else, that together are all of it.
 *
 * @param format the name of the format
 * @param file the file
 * @param pieces in the order of the file
 * @param captions as they were read
 * @param numbered whether the captions are numbered from one on
 */
record TextOriginal(
    String format, TextFile file, List<Piece> pieces, List<Caption> captions, boolean numbered)
    implements Original {

  /**
   * A piece of the text.
   *
   * @param from its first letter
   * @param to behind its last, the empty lines after it included
   * @param caption which caption it is; −1 for something else
   * @param number how many letters its number has, with which it begins; 0 for none
   */
  record Piece(int from, int to, int caption, int number) {}

  /** How a format spells a caption. */
  interface Spelling {
    /**
     * Appends a caption with the end of its last line.
     *
     * @param was the piece that it, or what it is a part of, was read from; empty for a new one
     */
    void append(StringBuilder out, Caption caption, Optional<String> was);

    /** Appends the number of a caption on a line of its own, if the format has such. */
    default void number(StringBuilder out, int number) {}

    /** Whether captions are numbered where they are new. */
    default boolean numbers() {
      return false;
    }
  }

  /** The file that captions were read from, if it was of this format. */
  static Optional<TextOriginal> of(Captions captions, String format) {
    return captions
        .original()
        .filter(TextOriginal.class::isInstance)
        .map(TextOriginal.class::cast)
        .filter(original -> original.format.equals(format));
  }

  /** What stands behind the times of a caption's piece: coordinates, settings. */
  static String behindTimes(String piece) {
    var lines = new TextLines(piece);
    for (int line = 0; line < Math.min(lines.count(), 2); line++) {
      Optional<ClockTimes.Line> times = ClockTimes.line(piece, lines.start(line), lines.end(line));
      if (times.isPresent()) {
        return piece.substring(times.get().rest(), lines.end(line));
      }
    }
    return "";
  }

  /** The file with {@code present} in it: what is as it was read, is written as it was read. */
  byte[] write(List<Caption> present, Spelling spelling) {
    if (present.equals(captions)) {
      return file.bytes();
    }
    return file.encode(text(present, spelling));
  }

  private String text(List<Caption> present, Spelling spelling) {
    String text = file.text();
    String lineEnd = file.lineEnd();
    int[] pieceOf = new int[captions.size()];
    Arrays.fill(pieceOf, -1);
    for (int i = 0; i < pieces.size(); i++) {
      if (pieces.get(i).caption >= 0) {
        pieceOf[pieces.get(i).caption] = i;
      }
    }
    Map<String, Integer> indexes = new HashMap<>();
    for (int i = 0; i < captions.size(); i++) {
      indexes.put(captions.get(i).id(), i);
    }
    boolean renumber = numbered && !ids(present).equals(ids(captions));
    var out = new StringBuilder(text.length() + 1024);
    boolean[] written = new boolean[pieces.size()];
    int next = 0;
    int number = 0;
    for (Caption caption : present) {
      number++;
      int index = indexes.getOrDefault(caption.origin(), -1);
      int place = index < 0 ? -1 : pieceOf[index];
      // Comments and the like stay before the caption that they stood before.
      for (; next < place; next++) {
        if (pieces.get(next).caption < 0) {
          blankLine(out, lineEnd, false);
          copy(out, pieces.get(next));
        }
      }
      boolean same = index >= 0 && !written[place] && captions.get(index).equals(caption);
      if (same) {
        Piece piece = pieces.get(place);
        blankLine(out, lineEnd, false);
        if (renumber && piece.number > 0) {
          out.append(number).append(text, piece.from + piece.number, piece.to);
        } else {
          copy(out, piece);
        }
      } else {
        blankLine(out, lineEnd, true);
        Optional<String> was =
            place < 0
                ? Optional.empty()
                : Optional.of(text.substring(pieces.get(place).from, pieces.get(place).to));
        if (spelling.numbers()) {
          spelling.number(
              out,
              numbered || place < 0 || pieces.get(place).number == 0
                  ? number
                  : number(pieces.get(place), number));
        }
        spelling.append(out, caption, was);
        out.append(was.map(TextOriginal::tail).orElse(lineEnd));
      }
      if (place >= 0) {
        written[place] = true;
      }
    }
    for (; next < pieces.size(); next++) {
      if (pieces.get(next).caption < 0) {
        blankLine(out, lineEnd, false);
        copy(out, pieces.get(next));
      }
    }
    return out.toString();
  }

  private int number(Piece piece, int otherwise) {
    String digits = file.text().substring(piece.from, piece.from + piece.number).strip();
    return digits.matches("\\d{1,9}") ? Integer.parseInt(digits) : otherwise;
  }

  private void copy(StringBuilder out, Piece piece) {
    out.append(file.text(), piece.from, piece.to);
  }

  private static List<String> ids(List<Caption> captions) {
    return captions.stream().map(Caption::id).toList();
  }

  /** The empty lines behind a piece. */
  private static String tail(String piece) {
    int end = piece.length();
    while (end > 0 && (piece.charAt(end - 1) == '\n' || piece.charAt(end - 1) == '\r')) {
      end--;
    }
    // The first line end is that of the last line of words.
    int first = end;
    if (first < piece.length() && piece.charAt(first) == '\r') {
      first++;
    }
    if (first < piece.length() && piece.charAt(first) == '\n') {
      first++;
    }
    return piece.substring(Math.min(first, piece.length()));
  }

  /** Sees to it that what is appended next does not run into what stands there. */
  private static void blankLine(StringBuilder out, String lineEnd, boolean always) {
    int length = out.length();
    if (length == 0) {
      return;
    }
    boolean endsLine = out.charAt(length - 1) == '\n' || out.charAt(length - 1) == '\r';
    if (!endsLine) {
      out.append(lineEnd);
    }
    String twice = lineEnd + lineEnd;
    boolean isBlank =
        length >= twice.length()
            && out.indexOf(twice, length - twice.length()) == length - twice.length();
    if (!isBlank && (always || !endsLine)) {
      out.append(lineEnd);
    }
  }

  /** Collects pieces while a file is read. */
  static final class Builder {
    private final List<Piece> pieces = new ArrayList<>();
    private int end;

    /** A caption's piece that begins here; what lies before it belongs to nothing. */
    void caption(int from, int to, int caption, int number) {
      aside(from);
      pieces.add(new Piece(from, to, caption, number));
      end = to;
    }

    /** Everything up to here is something else. */
    void aside(int to) {
      if (to > end) {
        pieces.add(new Piece(end, to, -1, 0));
        end = to;
      }
    }

    List<Piece> pieces(int length) {
      aside(length);
      return List.copyOf(pieces);
    }
  }
}
