package org.oddlot.paper;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.oddlot.text.Phrase;

/** What stands in a column whose header says nothing, and what that may be. */
final class ColumnContents {
  /** Fewer rows than this prove nothing by their order. */
  private static final int LEAST_ROWS = 5;

  /** Fewer than this many letters, on average, are a label rather than a remark. */
  private static final int SHORT = 10;

  /** Names as cameras give them, and those of their cards: common practice, no source. */
  private static final Pattern CLIP =
      Pattern.compile("[A-Za-z]\\d{3,4}[_-]?[Cc]\\d{3,4}.*|.+\\.(?i:mov|mxf|mp4|wav|braw|r3d|ari)");

  private static final Pattern CARD = Pattern.compile("[A-Ha-h][_-]?\\d{3,4}");
  private static final Pattern SCENE = Pattern.compile("[\\p{L}]{0,2}\\d{1,4}[\\p{L}]{0,3}");
  private static final Pattern RATE =
      Pattern.compile(
          "(?:23[.,]9\\d*|29[.,]97|47[.,]95\\d*|59[.,]94)(?:\\s*(?:N?DF|fps|p))?|\\d{2} ?fps");
  private static final int EXAMPLES = 3;

  /** Nobody shoots more takes of a set-up, and somewhere there is one of the first ones. */
  private static final int MOST_TAKES = 40;

  private static final int FIRST_TAKES = 3;

  private final Table table;
  private final int column;
  private final ColumnCells sample;
  private final List<String> cells;

  ColumnContents(Table table, int column) {
    this.table = table;
    this.column = column;
    sample = ColumnCells.of(table, column);
    cells = sample.cells();
  }

  /**
   * What a column seems to hold.
   *
   * @param field empty where that cannot be guessed
   * @param safe whether it can be nothing else
   * @param words what stands in it, for people
   */
  record Guess(Optional<LogField> field, boolean safe, String words) {}

  boolean isEmpty() {
    return cells.isEmpty();
  }

  boolean areMostly(Predicate<String> test) {
    return sample.areMostly(test);
  }

  /** Whether the cells can be what a header says that they are. */
  boolean canBe(LogField field) {
    if (cells.isEmpty()) {
      return true;
    }
    return switch (field) {
      case IN, OUT ->
          cells.size() < LEAST_ROWS
              || cells.stream().anyMatch(LabelReader::looksLikeOne)
              || areReadTogether();
      case TAKE, SCENE, CAMERA, CIRCLED, REEL -> !areMostly(Label::looksLikeOne);
      default -> true;
    };
  }

  /** Whether a cell is a timecode as those beside it show how it is written. */
  private boolean areReadTogether() {
    LabelReader reader = LabelReader.of(cells, false);
    return cells.stream().anyMatch(cell -> reader.read(cell).isPresent());
  }

  /** What the cells look like by themselves. */
  Guess guess() {
    if (areMostly(LabelReader::looksLikeOne)) {
      return new Guess(Optional.of(LogField.IN), true, "its cells are timecodes");
    }
    if (areMostly(DateReader::looksLikeOne)) {
      return new Guess(Optional.of(LogField.DATE), true, "its cells are dates");
    }
    if (areMostly(cell -> CLIP.matcher(cell).matches())) {
      return new Guess(Optional.of(LogField.CLIP), true, "its cells are names of clips");
    }
    if (areMostly(cell -> CARD.matcher(cell).matches())) {
      return new Guess(Optional.of(LogField.REEL), true, "its cells are names of cards");
    }
    if (areMostly(cell -> RATE.matcher(cell).matches())) {
      return new Guess(Optional.of(LogField.RATE), true, "its cells are frame rates");
    }
    var distinct = new TreeSet<>(cells);
    boolean marks =
        distinct.size() <= 2
            && distinct.stream().allMatch(cell -> cell.length() <= 2)
            && areMostly(cell -> TakeCell.circle(cell).orElse(false))
            && !distinct.stream().allMatch(cell -> cell.matches("[A-Z]"));
    if (marks) {
      return new Guess(
          Optional.of(LogField.CIRCLED),
          false,
          Phrase.of("\"%s\" in %,d rows", distinct.first(), cells.size()));
    }
    if (distinct.size() <= 6 && areMostly(cell -> cell.matches("[A-H]"))) {
      return new Guess(Optional.of(LogField.CAMERA), false, String.join(", ", distinct));
    }
    boolean text =
        cells.size() >= 2
            && distinct.size() * 3 >= cells.size()
            && cells.stream().mapToInt(String::length).average().orElse(0) > SHORT
            && cells.stream().filter(cell -> cell.indexOf(' ') > 0).count() * 2 > cells.size();
    if (text) {
      return new Guess(Optional.of(LogField.NOTES), false, "remarks: " + sample.examples(1));
    }
    return new Guess(Optional.empty(), false, sample.examples(EXAMPLES));
  }

  /** Whether these are takes: numbers that go on by one and begin again when a scene changes. */
  Optional<Guess> takes(List<Integer> scenes) {
    List<Optional<Integer>> numbers =
        table.rows().stream()
            .limit(ColumnCells.SAMPLE)
            .map(row -> number(TakeCell.of(row.cell(column)).take()))
            .toList();
    List<Integer> all = numbers.stream().flatMap(Optional::stream).toList();
    if (all.size() < 2 || !sample.isMost(all.size())) {
      return Optional.empty();
    }
    int most = all.stream().mapToInt(Integer::intValue).max().orElse(0);
    int least = all.stream().mapToInt(Integer::intValue).min().orElse(0);
    Optional<Guess> perhaps =
        least <= FIRST_TAKES && most > least && most <= MOST_TAKES
            ? Optional.of(
                new Guess(
                    Optional.of(LogField.TAKE), false, Phrase.of("numbers, %d–%d", least, most)))
            : Optional.empty();
    int again = 0;
    int on = 0;
    int other = 0;
    int atScene = 0;
    Optional<Integer> before = Optional.empty();
    String sceneBefore = "";
    for (int i = 0; i < numbers.size(); i++) {
      Table.Row row = table.rows().get(i);
      String scene = scenes.stream().map(row::cell).collect(Collectors.joining("\n")).strip();
      if (numbers.get(i).isEmpty()) {
        continue;
      }
      int now = numbers.get(i).get();
      if (before.isPresent()) {
        boolean changed = !scene.isEmpty() && !scene.equals(sceneBefore);
        if (now == before.get() + 1 && !changed) {
          on++;
        } else if (now == 1) {
          again++;
          atScene += changed ? 1 : 0;
        } else if (now != before.get() || changed) {
          other++;
        }
      }
      before = Optional.of(now);
      sceneBefore = scene.isEmpty() ? sceneBefore : scene;
    }
    if (all.size() < LEAST_ROWS || again == 0 || on == 0 || other * 5 > on + again) {
      return perhaps;
    }
    if (most > MOST_TAKES) {
      return Optional.empty();
    }
    boolean safe = atScene >= 2 && atScene * 5 >= again * 4 && other * 10 <= on + again;
    String words =
        scenes.isEmpty() || atScene == 0
            ? Phrase.of("1–%d, begins again %s", most, Phrase.count(again, "time"))
            : Phrase.of(
                "1–%d, begins again when %s changes", most, table.header().get(scenes.getFirst()));
    return Optional.of(new Guess(Optional.of(LogField.TAKE), safe, words));
  }

  /** Whether these are scenes: short names that stay the same for some rows. */
  Optional<Guess> scenes() {
    boolean names = areMostly(cell -> SCENE.matcher(cell.toUpperCase(Locale.ROOT)).matches());
    var runs = new ArrayList<String>();
    for (String cell : cells) {
      if (runs.isEmpty() || !runs.getLast().equals(cell)) {
        runs.add(cell);
      }
    }
    Set<String> distinct = new TreeSet<>(cells);
    boolean blocks =
        cells.size() >= LEAST_ROWS
            && distinct.size() >= 2
            && runs.size() <= distinct.size() * 3 / 2
            && distinct.size() * 3 <= cells.size() * 2;
    return names && blocks
        ? Optional.of(
            new Guess(
                Optional.of(LogField.SCENE),
                false,
                sample.examples(EXAMPLES) + ", the same for some rows"))
        : Optional.empty();
  }

  private static Optional<Integer> number(String take) {
    return take.matches("\\d{1,3}") ? Optional.of(Integer.parseInt(take)) : Optional.empty();
  }
}
