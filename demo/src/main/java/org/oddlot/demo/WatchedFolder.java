package org.oddlot.demo;

import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.oddlot.practice.desk.DeskWriter;
import org.oddlot.practice.desk.Item;
import org.oddlot.practice.desk.Span;
import org.oddlot.text.Phrase;

/**
 * A folder that is watched: a day that is clean, one with doubts, a second unit whose log is still
 * to come, and an export that is half copied.
 */
public final class WatchedFolder {
  private static final JsonNodeFactory NODES = JsonNodeFactory.instance;
  private static final double RATE = 25;
  private static final long NINE_O_CLOCK = 9 * 3600 * 25L;
  private static final List<String> NOTES =
      List.of(
          "good", "boom in frame", "the best of the ferry", "wind", "", "he looks up too early");

  private final Path exports;

  private WatchedFolder(Path exports) {
    this.exports = exports;
  }

  /**
   * Makes it in {@code folder}; what is there already is left as it is.
   *
   * @return the folder that is to be watched
   * @throws IOException if something could not be written
   */
  public static Path make(Path folder) throws IOException {
    Path exports = folder.resolve("exports");
    new WatchedFolder(exports).make();
    return exports;
  }

  private void make() throws IOException {
    Path clean = exports.resolve("Orrin day 9");
    Demo.put(clean.resolve("orrin-day9.otio"), export("Day 9", "A009", "2026-03-22", 24));
    Demo.put(clean.resolve("day9-shots.csv"), log("A009", "22.03.2026", 24, false));
    Path doubtful = exports.resolve("Orrin day 10");
    Demo.put(doubtful.resolve("orrin-day10.otio"), export("Day 10", "A010", "2026-03-23", 20));
    Demo.put(doubtful.resolve("day10-shots.csv"), log("A010", "23.03.2026", 20, true));
    Demo.put(exports.resolve("Second unit.otio"), export("Second unit", "D010", "2026-03-23", 8));
    byte[] whole = export("Pickups", "A011", "2026-03-24", 12);
    Demo.put(exports.resolve("Pickups.otio"), Arrays.copyOf(whole, whole.length * 3 / 5));
  }

  private static String clip(String card, int number) {
    return Phrase.of("%sC%03d", card, number + 1);
  }

  private static long start(int number) {
    return NINE_O_CLOCK + number * 9_000L + 37L * number * number;
  }

  private static long frames(int number) {
    return 500 + number * 211L % 900;
  }

  /** What Practice Desk exports of a day with one camera. */
  private static byte[] export(String name, String card, String date, int clips) {
    var items = new ArrayList<Item>();
    for (int i = 0; i < clips; i++) {
      String clip = clip(card, i);
      items.add(
          Item.Clip.of(
              clip,
              Optional.empty(),
              Item.Media.file(
                  clip,
                  Phrase.of("media/%s/%s.mov", card, clip),
                  new Span(start(i), frames(i), RATE),
                  new Item.Shoot(date, card.substring(0, 1), card, 2, 48_000))));
    }
    return DeskWriter.write(
        new Item.Bin(
            "The Night Ferry to Orrin",
            List.of(new Item.Bin(name, items, NODES.objectNode())),
            NODES.objectNode()));
  }

  /** Its shot log; a doubtful one has a clip that nobody knows and a time that is another's. */
  private static byte[] log(String card, String date, int takes, boolean isDoubtful) {
    var rows = new StringBuilder("Clip;TC in;Scene;Take;Circled;Date;Notes\n");
    for (int i = 0; i < takes; i++) {
      boolean isUnknown = isDoubtful && i == 7;
      long start = start(isDoubtful && i == 12 ? 15 : i);
      rows.append(
          Phrase.of(
              "%s;%02d:%02d:%02d:%02d;%s;%d;%s;%s;%s\n",
              isUnknown ? card + "C091" : clip(card, i),
              start / 90_000,
              start / 1500 % 60,
              start / 25 % 60,
              start % 25,
              20 + i / 6 + (i % 6 < 3 ? "" : "A"),
              i % 3 + 1,
              i % 3 == 2 ? "x" : "",
              date,
              NOTES.get(i % NOTES.size())));
    }
    return rows.toString().getBytes(StandardCharsets.UTF_8);
  }
}
