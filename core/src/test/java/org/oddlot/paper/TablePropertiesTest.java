package org.oddlot.paper;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Collectors;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.IntRange;
import org.oddlot.format.table.SeparatedValues;
import org.oddlot.format.table.TableOptions;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;

/** What holds for any table and any paper that is read from one. */
class TablePropertiesTest {
  private static final List<String> SEPARATORS = List.of(",", ";", "\t", "|");

  private static Table read(String text, String separator) {
    return SeparatedValues.read(
            text.getBytes(StandardCharsets.UTF_8),
            ReadingOptions.DETECTED.with(TableOptions.SEPARATOR, Optional.of(separator)),
            new Problems("t.csv"))
        .orElseThrow();
  }

  private static String line(List<String> cells, String separator) {
    return cells.stream()
        .map(cell -> "\"" + cell.replace("\"", "\"\"") + "\"")
        .collect(Collectors.joining(separator));
  }

  /** Whatever is in the cells (RFC 4180), with any separator: it comes out as it went in. */
  @Property(tries = 200)
  void cellsComeOutAsTheyWentIn(
      @ForAll("rows") List<List<String>> rows, @ForAll @IntRange(max = 3) int which) {
    String separator = SEPARATORS.get(which);
    String text =
        "Scene"
            + separator
            + "Take"
            + separator
            + "Notes\n"
            + rows.stream().map(row -> line(row, separator)).collect(Collectors.joining("\n"));
    Table table = read(text, separator);
    assertThat(table.header()).containsExactly("Scene", "Take", "Notes");
    assertThat(table.rows()).hasSameSizeAs(rows);
    for (int i = 0; i < rows.size(); i++) {
      for (int column = 0; column < 3; column++) {
        assertThat(table.rows().get(i).cell(column).strip())
            .isEqualTo(rows.get(i).get(column).strip());
      }
    }
  }

  @Provide
  Arbitrary<List<List<String>>> rows() {
    Arbitrary<String> cell =
        Arbitraries.strings()
            .withChars("aé7 ,;|\"'\u00fc-")
            .ofMinLength(1)
            .ofMaxLength(8)
            .filter(text -> !text.isBlank());
    return cell.list().ofSize(3).list().ofMinSize(1).ofMaxSize(6);
  }

  /** What is written closely is read without a pattern, and says what it says with space in it. */
  @Property(tries = 300)
  void spaceInATimecodeDoesNotMatter(
      @ForAll @IntRange(max = 99) int hours,
      @ForAll @IntRange(max = 70) int minutes,
      @ForAll @IntRange(max = 70) int seconds,
      @ForAll @IntRange(max = 99) int frames,
      @ForAll boolean drops) {
    String end = drops ? ";" : ":";
    assertThat(Label.parse("%02d:%02d:%02d%s%02d".formatted(hours, minutes, seconds, end, frames)))
        .isEqualTo(
            Label.parse(
                "%02d : %02d : %02d %s %02d".formatted(hours, minutes, seconds, end, frames)));
  }

  /** In whatever order the columns stand, the entries say the same. */
  @Property(tries = 100)
  void theOrderOfColumnsDoesNotMatter(
      @ForAll long seed, @ForAll @IntRange(min = 1, max = 8) int count) {
    var random = new Random(seed);
    List<String> header = List.of("Scene", "Take", "Camera", "TC In", "Date", "Notes");
    var rows = new ArrayList<List<String>>();
    for (int i = 0; i < count; i++) {
      rows.add(
          List.of(
              Integer.toString(1 + random.nextInt(200)),
              Integer.toString(1 + random.nextInt(20)),
              random.nextBoolean() ? "A" : "B",
              "%02d:%02d:%02d:%02d"
                  .formatted(
                      random.nextInt(24),
                      random.nextInt(60),
                      random.nextInt(60),
                      random.nextInt(24)),
              "2026-03-%02d".formatted(13 + random.nextInt(15)),
              "note " + random.nextInt(1000)));
    }
    var order = new ArrayList<>(List.of(0, 1, 2, 3, 4, 5));
    Collections.shuffle(order, random);
    assertThat(said(header, rows, order)).isEqualTo(said(header, rows, List.of(0, 1, 2, 3, 4, 5)));
  }

  private static List<String> said(
      List<String> header, List<List<String>> rows, List<Integer> order) {
    var text = new StringBuilder(line(order.stream().map(header::get).toList(), ","));
    rows.forEach(row -> text.append('\n').append(line(order.stream().map(row::get).toList(), ",")));
    Table table = read(text.toString(), ",");
    Log log =
        LogReader.read(
            "t.csv", table, ColumnMapping.guess(table), Optional.empty(), new Problems("t.csv"));
    return log.entries().stream()
        .map(entry ->
            String.join(
                "|",
                entry.scene(),
                entry.take(),
                entry.camera(),
                entry.in().toString(),
                entry.date().toString(),
                entry.notes()))
        .toList();
  }
}
