package org.oddlot.demo;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import org.oddlot.text.Phrase;

/** The shot log of the first day, with the mistakes that happen. */
final class ShotLog {
  private final Random random = new Random(7);
  private final DayOne day;
  private final List<List<String>> rows = new ArrayList<>();

  private final List<Take> takes;

  private ShotLog(List<Take> takes, DayOne day) {
    this.takes = takes;
    this.day = day;
  }

  /** The log as CSV. */
  static String csv(List<Take> takes, DayOne day) {
    var log = new ShotLog(takes, day);
    log.rows.add(
        List.of(
            "Scene",
            "Take",
            "Cam",
            "Roll",
            "TC In",
            "TC Out",
            "Date",
            "Circle",
            "Notes",
            "Cast",
            "Keyword",
            "Category"));
    takes.forEach(log::logTake);
    log.plantMistakes();
    log.rows.addAll(log.keywords());
    return log.rows.stream()
        .map(row -> row.stream().map(ShotLog::quoted).collect(Collectors.joining(",")))
        .collect(Collectors.joining("\r\n", "", "\r\n"));
  }

  private void logTake(Take take) {
    String note = note(take);
    add(take, "A", take.clipA(), take.start(), take.circled() ? "*" : "", note);
    if (!take.clipB().isEmpty()) {
      add(take, "B", take.clipB(), take.start() + take.lagB(), "", "");
    }
  }

  private void add(Take take, String camera, String clip, long start, String circle, String note) {
    // Whoever logs presses the button a little before or after the camera does.
    long pressed = start + random.nextInt(25) - 9;
    rows.add(
        List.of(
            take.scene(),
            Integer.toString(take.take()),
            camera,
            DayOneTakes.card(clip),
            label(pressed),
            "",
            "14.03.2026",
            circle,
            note,
            String.join("; ", take.people()),
            "",
            ""));
  }

  private static String note(Take take) {
    if (take.take() == 1) {
      return take.action();
    }
    return switch (take.scene() + "/" + take.take()) {
      case "12/2" -> "Gulls over the line";
      case "12A/3" -> "Boom in shot, end good";
      case "12A/4" -> "Inés says \"now\", then laughs, keep";
      case "14/3" -> "Señal perdida, B rolled late";
      case "14A/2" -> "Über-light on her face, très bien";
      case "15/4" -> "Cards fell, played on; best so far";
      case "16/2" -> "Radio cue early";
      default -> take.circled() ? "Good" : "";
    };
  }

  /** What a day does to a log. Each is found by its own kind of reasoning. */
  private void plantMistakes() {
    // A take logged twice.
    int twice = row("12A", "3", "A");
    rows.add(twice + 1, with(rows.get(twice), 4, label(day.clip(clip("12A", "3")).start() + 14)));
    // An entry for a camera that did not run.
    rows.add(
        row("14", "1", "A"),
        List.of(
            "12C",
            "1",
            "A",
            "A001",
            label(day.clip(clip("14", "1")).start() - 24 * 190),
            "",
            "14.03.2026",
            "",
            "Camera did not roll",
            "",
            "",
            ""));
    // A wrong frames digit: there is no frame 31.
    int digit = row("15", "2", "A");
    String label = rows.get(digit).get(4);
    rows.set(digit, with(rows.get(digit), 4, label.substring(0, 9) + "31"));
    // A minute's worth of distraction: 61 frames late.
    int late = row("14B", "2", "A");
    rows.set(late, with(rows.get(late), 4, label(day.clip(clip("14B", "2")).start() + 61)));
    // The wrong camera's letter.
    int letter = row("17", "2", "A");
    rows.set(letter, with(rows.get(letter), 2, "B"));
    // Tomorrow's date.
    int date = row("16", "1", "A");
    rows.set(date, with(rows.get(date), 6, "15.03.2026"));
    // The entry of the take whose trigger bounced: right between the two clips.
    int bounced = row("14A", "3", "A");
    rows.set(bounced, with(rows.get(bounced), 4, label(day.clip(clip("14A", "3")).start() - 2)));
  }

  /** The documentary strand's keywords, and two things to be looked at. */
  private List<List<String>> keywords() {
    var list = new ArrayList<List<String>>();
    String[][] words = {
      {"12", "2", "gulls", "Sound"},
      {"12B", "1", "ferry lights", "Harbour"},
      {"14", "2", "gangway", "Harbour"},
      {"15", "3", "cards", "Pilar"},
      {"15A", "2", "cards", "Pilar"},
      {"16", "3", "radio", "Sound"}
    };
    for (String[] word : words) {
      Take take = take(word[0], word[1]);
      long in = take.start() + 100;
      list.add(
          List.of(
              "",
              "",
              "",
              "",
              label(in),
              label(in + 24 * 6 + 5),
              "14.03.2026",
              "",
              "",
              "",
              word[2],
              word[3]));
    }
    Take rope = take("14B", "3");
    list.add(
        List.of(
            "",
            "",
            "",
            "",
            label(rope.start() + 210),
            "",
            "14.03.2026",
            "",
            "Rope: use for the title",
            "",
            "",
            ""));
    Take radio = take("16", "4");
    list.add(
        List.of(
            "",
            "",
            "",
            "",
            label(radio.start() + 333),
            "",
            "14.03.2026",
            "",
            "Check the licence of the song on the radio",
            "",
            "",
            ""));
    return list;
  }

  private Take take(String scene, String number) {
    return takes.stream()
        .filter(t -> t.scene().equals(scene) && Integer.toString(t.take()).equals(number))
        .findFirst()
        .orElseThrow();
  }

  private String clip(String scene, String number) {
    return take(scene, number).clipA();
  }

  private int row(String scene, String take, String camera) {
    for (int i = 0; i < rows.size(); i++) {
      List<String> row = rows.get(i);
      if (row.get(0).equals(scene) && row.get(1).equals(take) && row.get(2).equals(camera)) {
        return i;
      }
    }
    throw new IllegalStateException("The day has no " + scene + "/" + take + " " + camera);
  }

  private static List<String> with(List<String> row, int column, String value) {
    var changed = new ArrayList<>(row);
    changed.set(column, value);
    return changed;
  }

  private static String label(long frames) {
    long seconds = frames / DayOneTakes.NOMINAL;
    return Phrase.of(
        "%02d:%02d:%02d:%02d",
        seconds / 3600, seconds / 60 % 60, seconds % 60, frames % DayOneTakes.NOMINAL);
  }

  private static String quoted(String cell) {
    boolean plain = cell.indexOf(',') < 0 && cell.indexOf('"') < 0 && cell.indexOf('\n') < 0;
    return plain ? cell : "\"" + cell.replace("\"", "\"\"") + "\"";
  }
}
