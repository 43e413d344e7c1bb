package org.oddlot.media;

import java.util.Map;

/** Digits that are painted into a picture, five dots wide and seven high, each dot two by two. */
final class BurntIn {
  private static final int WIDE = 5;
  private static final int HIGH = 7;
  private static final int DOT = 2;
  private static final byte LIGHT = (byte) 230;
  private static final byte DARK = 20;

  private static final Map<Character, String> DIGITS =
      Map.ofEntries(
          Map.entry('0', ".###. #...# #...# #...# #...# #...# .###."),
          Map.entry('1', "..#.. .##.. ..#.. ..#.. ..#.. ..#.. .###."),
          Map.entry('2', ".###. #...# ....# ...#. ..#.. .#... #####"),
          Map.entry('3', "####. ....# ....# .###. ....# ....# ####."),
          Map.entry('4', "...#. ..##. .#.#. #..#. ##### ...#. ...#."),
          Map.entry('5', "##### #.... ####. ....# ....# #...# .###."),
          Map.entry('6', ".###. #.... #.... ####. #...# #...# .###."),
          Map.entry('7', "##### ....# ...#. ..#.. ..#.. .#... .#..."),
          Map.entry('8', ".###. #...# #...# .###. #...# #...# .###."),
          Map.entry('9', ".###. #...# #...# .#### ....# ....# .###."),
          Map.entry(':', "..... ..#.. ..... ..... ..#.. ..... ....."),
          Map.entry(';', "..... ..#.. ..... ..... ..#.. ..#.. .#..."));

  private BurntIn() {}

  /**
   * Paints {@code label} light on dark at the foot of a picture, in its middle.
   *
   * @param luma the picture's brightness, row by row
   * @param width of the picture, in dots
   * @param stride how long a row is in {@code luma}
   * @param height of the picture, in dots
   */
  static void paint(byte[] luma, int width, int stride, int height, String label) {
    int wide = label.length() * (WIDE + 1) * DOT;
    int left = Math.max(0, (width - wide) / 2);
    int top = height - (HIGH + 3) * DOT;
    for (int y = top - DOT; y < top + (HIGH + 1) * DOT; y++) {
      java.util.Arrays.fill(
          luma,
          y * stride + Math.max(0, left - DOT),
          y * stride + Math.min(width, left + wide),
          DARK);
    }
    for (int i = 0; i < label.length(); i++) {
      String[] rows = DIGITS.getOrDefault(label.charAt(i), "").split(" ", -1);
      for (int y = 0; y < rows.length * DOT; y++) {
        String row = rows[y / DOT];
        for (int x = 0; x < row.length() * DOT; x++) {
          int column = left + i * (WIDE + 1) * DOT + x;
          if (row.charAt(x / DOT) == '#' && column < width) {
            luma[(top + y) * stride + column] = LIGHT;
          }
        }
      }
    }
  }
}
