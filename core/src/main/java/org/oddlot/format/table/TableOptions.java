package org.oddlot.format.table;

import java.nio.charset.Charset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.format.text.Charsets;
import org.oddlot.input.ReadingOptions;
import org.oddlot.paper.DateReader;
import org.oddlot.setting.Setting;
import org.oddlot.setting.SettingKind;

/** What can be said about how a table is read, where seeing it from the file went wrong. */
public final class TableOptions {
  /** Said of a log. */
  public static final String LOG = "log";

  /** Said of a paper of licences. */
  public static final String LICENCES = "licences";

  /** Said of a paper of music. */
  public static final String MUSIC = "music";

  /** The charset of the text. */
  public static final Setting<String> CHARSET = Charsets.SETTING;

  /** What stands between two values. */
  public static final Setting<String> SEPARATOR =
      new Setting<>(
          "separator",
          "Separator",
          new SettingKind.OneOf(
              List.of(",", ";", "\t", "|"),
              Map.of(",", "comma", ";", "semicolon", "\t", "tab", "|", "bar")),
          ",",
          "",
          "");

  /** Which sheet of a workbook is meant. */
  public static final Setting<String> SHEET =
      Setting.text("sheet", "Sheet", "Sheet1", "the sheet's name");

  /** Which of day and month is written first. */
  public static final Setting<String> DATES =
      new Setting<>(
          "dates",
          "Dates",
          new SettingKind.OneOf(
              List.of("day_first", "month_first"),
              Map.of("day_first", "day first", "month_first", "month first")),
          "day_first",
          "",
          "");

  /** What a table is a paper of, where that cannot be seen from it. */
  public static final Setting<String> PAPER =
      new Setting<>(
          "paper",
          "Paper of",
          new SettingKind.OneOf(
              List.of(LOG, LICENCES, MUSIC),
              Map.of(LOG, "the shoot", LICENCES, "licences", MUSIC, "music")),
          LOG,
          "",
          "");

  private TableOptions() {}

  static Optional<Charset> charset(ReadingOptions options) {
    return Charsets.said(options);
  }

  static Optional<Character> separator(ReadingOptions options) {
    return options.get(SEPARATOR).map(text -> text.charAt(0));
  }

  /** The order of dates that was said. */
  public static Optional<DateReader.Order> order(ReadingOptions options) {
    return options
        .get(DATES)
        .map(word ->
            word.equals("day_first") ? DateReader.Order.DAY_FIRST : DateReader.Order.MONTH_FIRST);
  }
}
