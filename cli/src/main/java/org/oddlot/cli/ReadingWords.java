package org.oddlot.cli;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.oddlot.input.InputFile;
import org.oddlot.input.InputKinds;
import org.oddlot.input.ReadingOptions;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotReader;
import org.oddlot.paper.ColumnField;
import org.oddlot.paper.TableColumn;
import org.oddlot.paper.TablePaper;
import org.oddlot.progress.Progress;
import org.oddlot.setting.Setting;
import org.oddlot.text.Phrase;

/**
 * How a file is read, as it is said on the command line: {@code log.xlsx:sheet=Day 2}, {@code
 * log.csv:column Tagning=take}.
 *
 * @param file the name of the file
 * @param option what is said of it
 * @param value what it is
 */
record ReadingWords(String file, String option, String value) {
  private static final String COLUMN = "column ";
  private static final String NOTHING = "nothing";

  static ReadingWords parse(String words) {
    int colon = words.indexOf(':');
    int equals = words.indexOf('=', Math.max(colon, 0));
    if (colon < 1 || equals < colon) {
      throw new IllegalArgumentException(
          Phrase.of(
              "--read %s: expected FILE:OPTION=VALUE, e.g. \"log.csv:column Setup=scene\".",
              words));
    }
    return new ReadingWords(
        words.substring(0, colon),
        words.substring(colon + 1, equals).strip(),
        words.substring(equals + 1).strip());
  }

  /** The lot with its file read so. */
  Lot on(Lot lot) {
    Lot.Input input =
        lot.input(file)
            .orElseThrow(() ->
                new IllegalArgumentException(
                    Phrase.of(
                        "There is no file \"%s\"; there are %s.",
                        file,
                        lot.inputs().stream()
                            .map(Lot.Input::name)
                            .collect(Collectors.joining(", ")))));
    ReadingOptions said = option.startsWith(COLUMN) ? withColumn(lot, input) : withOption(input);
    return lot.withInputs(
        lot.inputs().stream()
            .map(each -> each.equals(input) ? each.withReading(said) : each)
            .toList());
  }

  private ReadingOptions withOption(Lot.Input input) {
    List<Setting<?>> options =
        InputKinds.of(new InputFile(input.path()))
            .<List<Setting<?>>>map(kind -> kind.options())
            .orElse(List.of());
    Setting<?> setting =
        options.stream()
            .filter(each -> each.key().equals(option))
            .findFirst()
            .orElseThrow(() ->
                new IllegalArgumentException(
                    Phrase.of(
                        "Of %s there is no option \"%s\"; there are %s, and \"column NAME\" for a"
                            + " paper.",
                        file,
                        option,
                        options.stream().map(Setting::key).collect(Collectors.joining(", ")))));
    setting
        .problem(value)
        .ifPresent(what -> {
          throw new IllegalArgumentException(file + ", " + option + ": " + what);
        });
    return input.reading().with(setting, Optional.of(value));
  }

  private ReadingOptions withColumn(Lot lot, Lot.Input input) {
    String name = option.substring(COLUMN.length()).strip();
    Optional<TablePaper> paper =
        LotReader.read(lot.withInputs(List.of(input)), Progress.NONE)
            .material()
            .tablePapers()
            .stream()
            .findFirst();
    List<? extends TableColumn<?>> columns =
        paper.<List<? extends TableColumn<?>>>map(TablePaper::columns).orElse(List.of());
    int column =
        IntStream.range(0, columns.size())
            .filter(i -> columns.get(i).name(i).equalsIgnoreCase(name))
            .findFirst()
            .orElseThrow(() ->
                new IllegalArgumentException(
                    Phrase.of(
                        "%s has no column \"%s\"; it has %s.",
                        file,
                        name,
                        IntStream.range(0, columns.size())
                            .mapToObj(i -> columns.get(i).name(i))
                            .collect(Collectors.joining(", ")))));
    return input
        .reading()
        .withColumn(
            column,
            field(paper.<List<? extends ColumnField>>map(TablePaper::fields).orElse(List.of())));
  }

  private Optional<ColumnField> field(List<? extends ColumnField> fields) {
    if (value.equals(NOTHING)) {
      return Optional.empty();
    }
    return Optional.of(
        fields.stream()
            .filter(field -> field.word().equals(value.toLowerCase(Locale.ROOT)))
            .findFirst()
            .orElseThrow(() ->
                new IllegalArgumentException(
                    Phrase.of(
                        "A column cannot hold \"%s\"; it can hold %s, or %s.",
                        value,
                        fields.stream().map(ColumnField::word).collect(Collectors.joining(", ")),
                        NOTHING))));
  }
}
