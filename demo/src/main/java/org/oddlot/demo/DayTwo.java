package org.oddlot.demo;

import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Collectors;
import org.oddlot.practice.desk.DeskWriter;
import org.oddlot.practice.desk.Item;
import org.oddlot.practice.desk.Span;
import org.oddlot.text.Phrase;

/**
 * The second day, on which more went wrong: a log whose clock is late, a log that was set to
 * another rate, a card dated a year before, a camera without timecode, and a night that went past
 * midnight. 84 clips, each with a row in the script notes. Seeded: the same day each time.
 */
final class DayTwo {
  /** What is done with it by itself; see {@link DemoDay}. */
  static final List<String> TOUR =
      List.of(
          "station putright",
          "select putright-rows 1",
          "picture put-right",
          "press tab-clips",
          "press tab-findings",
          "report The second day, with nothing put right",
          "accept putright",
          "station match",
          "report The second day, put right");

  private static final JsonNodeFactory NODES = JsonNodeFactory.instance;
  private static final String DAY = "2026-03-15";
  private static final String DAY_AFTER = "2026-03-16";
  private static final String YEAR_BEFORE = "2025-03-15";
  static final double DRONE_RATE = 60000 / 1001.0;

  /** 7 s 12 f: how late the shot log's clock is. */
  static final long LATE = 7 * 24 + 12;

  private final Random random = new Random(15_03_2026);
  private final List<Shot> shots = new ArrayList<>();
  private int take;
  private int sceneIndex;

  /**
   * A clip with what is known of it.
   *
   * @param start its first frame of the day, at its own rate
   * @param fileStart where the file says that it starts
   * @param nominal frames of its labels in a second
   */
  record Shot(
      String name,
      String scene,
      int take,
      String day,
      long start,
      long fileStart,
      long frames,
      double rate,
      int nominal) {
    char camera() {
      return name.charAt(0);
    }

    String card() {
      return name.substring(0, 4);
    }

    String label(long at) {
      long seconds = at / nominal;
      return Phrase.of(
          "%02d:%02d:%02d:%02d",
          seconds / 3600 % 24, seconds / 60 % 60, seconds % 60, at % nominal);
    }
  }

  private static final List<String> SCENES =
      List.of("21", "21A", "22", "22A", "22B", "23", "24", "24A", "25", "26", "26A", "27");

  DayTwo() {
    long clock = DayOneTakes.at(13, 5, 20, 11);
    int b = 0;
    int drone = 0;
    int lost = 0;
    // Forty shots of camera A, thirty of B with it, the last of both after midnight.
    for (int i = 0; i < 40; i++) {
      next();
      long frames = 24L * (16 + random.nextInt(60)) + random.nextInt(24);
      boolean night = clock >= DayOneTakes.at(24, 0, 0, 0);
      String cardA = i < 18 ? "A004" : "A005";
      String dayA = i < 18 ? YEAR_BEFORE : night ? DAY_AFTER : DAY;
      add(cardA, i < 18 ? i : i - 18, dayA, clock, frames, DayOneTakes.RATE, 24);
      if (i % 4 != 3) {
        add(
            "B002",
            b++,
            night ? DAY_AFTER : DAY,
            clock + random.nextInt(30) - 12,
            frames - 20,
            DayOneTakes.RATE,
            24);
      }
      if (i % 4 == 1) {
        long at = (clock + 24 * 8) * 60 / 24 + random.nextInt(60);
        add(
            "D001",
            drone++,
            night ? DAY_AFTER : DAY,
            at,
            60L * (10 + random.nextInt(20)),
            DRONE_RATE,
            60);
      }
      if (i == 5 || i == 6 || i == 12 || i == 20) {
        addLost(lost++, clock + 24 * 3L + 7);
      }
      clock += frames + 24L * (50 + random.nextInt(260)) + random.nextInt(24);
      if (i == 31) {
        clock = DayOneTakes.at(23, 41, 10, 3);
      }
      if (i == 34) {
        clock = DayOneTakes.at(24, 6, 2, 19);
      }
    }
  }

  private void next() {
    take++;
    if (take > 4 || (take > 2 && random.nextInt(3) == 0)) {
      take = 1;
      sceneIndex++;
    }
  }

  private String scene() {
    return SCENES.get(sceneIndex % SCENES.size()) + (sceneIndex >= SCENES.size() ? "X" : "");
  }

  private void add(
      String card, int index, String day, long start, long frames, double rate, int nominal) {
    long ofDay = start % (86_400L * nominal);
    shots.add(
        new Shot(
            Phrase.of("%sC%03d", card, index + 1),
            scene(),
            take,
            day,
            ofDay,
            ofDay,
            frames,
            rate,
            nominal));
  }

  /** Camera C writes its timecode as sound on the second channel, and none into the file. */
  private void addLost(int index, long start) {
    shots.add(
        new Shot(
            Phrase.of("C001C%03d", index + 1),
            scene(),
            take,
            DAY,
            start,
            0,
            24 * 6,
            DayOneTakes.RATE,
            24));
  }

  List<Shot> shots() {
    return shots;
  }

  /** The clips whose timecode is only on their sound. */
  List<Shot> lost() {
    return shots.stream().filter(shot -> shot.camera() == 'C').toList();
  }

  /** The clips of which there is media: the lost ones, and a short one of each other camera. */
  List<Shot> filmed() {
    var filmed = new ArrayList<Shot>(lost());
    for (char camera : new char[] {'A', 'B', 'D'}) {
      shots.stream()
          .filter(shot -> shot.camera() == camera && shot.frames() < 30L * shot.nominal())
          .findFirst()
          .ifPresent(filmed::add);
    }
    return filmed;
  }

  /** The file that Practice Desk exports. */
  byte[] export() {
    Map<Character, List<Item>> cameras = new LinkedHashMap<>();
    for (Shot shot : shots) {
      cameras
          .computeIfAbsent(shot.camera(), _ -> new ArrayList<>())
          .add(item(shot, Optional.empty()));
    }
    List<Item> bins = new ArrayList<>();
    cameras.forEach(
        (camera, items) -> bins.add(new Item.Bin("Camera " + camera, items, NODES.objectNode())));
    Item day = new Item.Bin("Day 2", bins, NODES.objectNode());
    return DeskWriter.write(
        new Item.Bin("The Night Ferry to Orrin", List.of(day, roughCut()), NODES.objectNode()));
  }

  private static Item item(Shot shot, Optional<Span> used) {
    var span = new Span(shot.fileStart, shot.frames, shot.rate);
    return Item.Clip.of(
        shot.name,
        used,
        Item.Media.file(
            shot.name,
            Phrase.of("media/%s/%s.mov", shot.card(), shot.name),
            span,
            new Item.Shoot(shot.day, String.valueOf(shot.camera()), shot.card(), 2, 48_000)));
  }

  /** A few shots in an order, two of them of the camera without timecode. */
  private Item roughCut() {
    List<Item> video = new ArrayList<>();
    for (String name :
        List.of("A004C003", "C001C001", "B002C005", "A005C004", "C001C003", "A005C019")) {
      Shot shot = shots.stream().filter(s -> s.name.equals(name)).findFirst().orElseThrow();
      video.add(item(shot, Optional.of(new Span(shot.fileStart + 30, 60, shot.rate))));
    }
    return new Item.Sequence(
        "Ferry rough cut, day 2",
        "",
        Optional.of(new Span(86_400, 0, 24)),
        List.of(new Item.Lane("V1", "Video", Optional.empty(), video, NODES.objectNode())),
        NODES.objectNode());
  }

  private int pressed() {
    return random.nextInt(17) - 8;
  }

  /** The log of camera A and the drone, whose clock is late. */
  String shotLog() {
    List<List<String>> rows = new ArrayList<>();
    rows.add(List.of("Scene", "Take", "Cam", "TC In", "Date", "Circle", "Notes"));
    for (Shot shot : shots) {
      boolean drone = shot.camera() == 'D';
      if (shot.camera() == 'A' || drone) {
        long late = LATE * shot.nominal / 24;
        rows.add(
            List.of(
                shot.scene,
                Integer.toString(shot.take),
                String.valueOf(shot.camera()),
                shot.label(shot.start + late + (long) pressed() * shot.nominal / 24),
                // The day goes on until everybody is home.
                "15.03.2026",
                shot.take > 2 ? "*" : "",
                drone ? "Drone" : ""));
      }
    }
    return csv(rows, ",");
  }

  /** Camera B's own log: its device was set to 25 frames in a second. */
  String secondLog() {
    List<List<String>> rows = new ArrayList<>();
    rows.add(List.of("Szene", "Take", "Kamera", "Timecode", "FPS", "Datum"));
    for (Shot shot : shots) {
      if (shot.camera() == 'B') {
        long at = shot.start + pressed();
        long seconds = at / 24;
        rows.add(
            List.of(
                shot.scene,
                Integer.toString(shot.take),
                "B",
                Phrase.of(
                    "%02d:%02d:%02d:%02d",
                    seconds / 3600 % 24,
                    seconds / 60 % 60,
                    seconds % 60,
                    Math.round(at % 24 * 25 / 24.0)),
                "25",
                "15.03.2026"));
      }
    }
    return csv(rows, ";");
  }

  /** The documentary strand's keywords, by the time of day. */
  String keywordLog() {
    List<List<String>> rows = new ArrayList<>();
    rows.add(List.of("TC In", "TC Out", "Date", "Category", "Keyword", "Person"));
    String[][] words = {
      {"Harbour", "gulls", ""},
      {"Harbour", "ropes", "Tormod"},
      {"Sound", "engine", ""},
      {"People", "waiting", "Inés; Pilar"},
      {"Light", "lamps", ""}
    };
    int word = 0;
    for (Shot shot : shots) {
      if (shot.camera() == 'A' && shot.take == 2) {
        String[] said = words[word++ % words.length];
        rows.add(
            List.of(
                shot.label(shot.start + 60),
                shot.label(shot.start + 60 + 24 * 5),
                shot.day.equals(DAY_AFTER) ? "2026-03-16" : "2026-03-15",
                said[0],
                said[1],
                said[2]));
      }
    }
    return csv(rows, "\t");
  }

  /** The script notes: a row for every clip, half of them by its name, half by scene and take. */
  byte[] scriptNotes() {
    var book = new SmallWorkbook("Day 2");
    book.row("The Night Ferry to Orrin", "", "", "", "", "", "");
    book.row("Scene", "Take", "Camera", "Clip", "Date", "Circled", "Notes");
    for (Shot shot : shots) {
      boolean byName = shot.camera() == 'C' || shot.camera() == 'D' || shot.take % 2 == 1;
      book.row(
          shot.scene,
          shot.take,
          String.valueOf(shot.camera()),
          byName ? shot.name.toLowerCase(java.util.Locale.ROOT) + ".mov" : "",
          java.time.LocalDate.parse(DAY),
          shot.take > 2 ? "◯" : "",
          note(shot));
    }
    book.row("Total takes: " + shots.size(), "", "", "", "", "", "");
    return book.bytes();
  }

  private static String note(Shot shot) {
    return switch (shot.name) {
      case "A004C003" -> "Inés misses the mark, \"use for the look\"";
      case "A005C019" -> "After midnight, rain; très bien";
      case "C001C001" -> "Engine room, no slate";
      default -> shot.take == 3 ? "Good for Pilar" : "";
    };
  }

  private static String csv(List<List<String>> rows, String separator) {
    return rows.stream()
        .map(row -> String.join(separator, row))
        .collect(Collectors.joining("\r\n", "", "\r\n"));
  }
}
