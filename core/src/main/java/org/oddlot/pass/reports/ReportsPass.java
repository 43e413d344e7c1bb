package org.oddlot.pass.reports;

import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.oddlot.format.report.BookFormat;
import org.oddlot.format.report.BookFormats;
import org.oddlot.material.Material;
import org.oddlot.material.TimelineFile;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.report.Arrangement;
import org.oddlot.report.Arrangement.Where;
import org.oddlot.report.Report;
import org.oddlot.report.Reports;
import org.oddlot.report.ReportsToWrite;
import org.oddlot.report.Scope;
import org.oddlot.setting.Setting;
import org.oddlot.setting.SettingKind;
import org.oddlot.setting.Settings;
import org.oddlot.sheet.Labels;
import org.oddlot.sheet.Stationery;
import org.oddlot.text.Phrase;
import org.oddlot.time.FilmGauge;

/** Makes the reports that are asked for, of what the passes before left. */
public final class ReportsPass implements Pass<ReportFinding> {
  /** What it is known by in run sheets. */
  public static final String ID = "reports";

  /** Which reports. */
  public static final Setting<List<String>> KINDS =
      Setting.someOf("kinds", "Reports", Reports.ALL.stream().map(Report::key).toList());

  /** How they are written. */
  public static final Setting<String> FORM =
      Setting.oneOf("as", "As", "xlsx", BookFormats.ALL.stream().map(BookFormat::key).toList());

  /** Of which timelines. */
  public static final Setting<String> TIMELINE =
      Setting.textOrNothing(
          "timeline", "Timeline", "all, or the name of one", _ -> Optional.empty());

  /** Which columns, in which order. */
  public static final Setting<String> COLUMNS =
      Setting.textOrNothing(
          "columns",
          "Columns",
          "shots: number, name, frames; markers: record, name",
          text -> problem(() -> byReport(text)));

  /** Which rows. */
  public static final Setting<String> WHERE =
      Setting.textOrNothing(
          "where",
          "Filter",
          "shots: visible=hidden|partly, frames<10",
          text -> problem(() -> byReport(text).values().forEach(its -> its.forEach(Where::parse))));

  /** In which order. */
  public static final Setting<String> ORDER =
      Setting.textOrNothing(
          "order", "Order", "shots: -frames", text -> problem(() -> byReport(text)));

  /** In which groups. */
  public static final Setting<String> BY =
      Setting.textOrNothing(
          "by", "Grouped by", "shots: source", text -> problem(() -> byReport(text)));

  /** Of which column each value has a sheet of its own. */
  public static final Setting<String> EACH =
      Setting.textOrNothing(
          "each", "A sheet for each", "licences: holder", text -> problem(() -> byReport(text)));

  /** What feet are counted on. */
  public static final Setting<String> FILM =
      Setting.oneOf("film", "Feet of", "35", List.of("35", "16"));

  /** A day to be written on them. */
  public static final Setting<String> DATE =
      Setting.textOrNothing(
          "date", "Day on them", "none, or a day such as 2026-11-30", ReportsPass::noDay);

  /** Whether there are pictures on them. */
  public static final Setting<Boolean> PICTURES = Setting.yesNo("pictures", "With pictures", false);

  private static final String AS_THE_FILE = "as the file";

  /** Whether labels drop frames. */
  public static final Setting<String> DROP =
      Setting.oneOf("drop", "Labels", AS_THE_FILE, List.of(AS_THE_FILE, "drop", "non-drop"));

  /** What they are printed on. */
  public static final Setting<String> PAPER =
      Setting.oneOf("paper", "Paper", "a4", List.of("a4", "letter"));

  /** What stands above every page. */
  public static final Setting<String> HEAD =
      Setting.textOrNothing(
          "head", "Head of pages", "a company, a production", _ -> Optional.empty());

  /** What stands below every page. */
  public static final Setting<String> FOOT =
      Setting.textOrNothing("foot", "Foot of pages", "an address, a line", _ -> Optional.empty());

  /** In which language labels are. */
  public static final Setting<String> LANGUAGE =
      new Setting<>(
          "language",
          "Labels in",
          new SettingKind.OneOf(
              Labels.LANGUAGES,
              Map.of("en", "English", "de", "German", "fr", "French", "es", "Spanish")),
          "en",
          "",
          "");

  /** How lengths of time are written. */
  public static final Setting<String> TIMES =
      Setting.oneOf("times", "Lengths as", "clock", List.of("clock", "timecode"));

  private static Optional<String> noDay(String text) {
    try {
      if (!text.isBlank()) {
        var _ = LocalDate.parse(text.strip());
      }
      return Optional.empty();
    } catch (DateTimeParseException e) {
      return Optional.of(Phrase.of("\"%s\" is no day; write it as 2026-11-30", text));
    }
  }

  private static Optional<String> problem(Runnable reading) {
    try {
      reading.run();
      return Optional.empty();
    } catch (IllegalArgumentException e) {
      return Optional.of(String.valueOf(e.getMessage()));
    }
  }

  /** Outside of double quotes: an even number of them follows. */
  private static final String UNQUOTED = "(?=(?:[^\"]*\"[^\"]*\")*[^\"]*$)";

  private static final Pattern PARTS = Pattern.compile(";" + UNQUOTED);

  /** A comma that a column or a condition follows; any other is one of the value. */
  private static final Pattern VALUES =
      Pattern.compile(",(?=\\s*(?:-?[a-z_]+\\s*(?:$|[,=<>]|!=)|$))" + UNQUOTED);

  /** {@code shots: a, b; markers: c} as lists by report. */
  private static Map<String, List<String>> byReport(String text) {
    var byReport = new LinkedHashMap<String, List<String>>();
    for (String part : PARTS.split(text, -1)) {
      if (part.isBlank()) {
        continue;
      }
      int colon = part.indexOf(':');
      String report = colon < 0 ? "" : part.substring(0, colon).strip();
      if (Reports.of(report).isEmpty()) {
        throw new IllegalArgumentException(
            Phrase.of("\"%s\" does not begin with a report and a colon", part.strip()));
      }
      byReport.put(
          report,
          Stream.of(VALUES.split(part.substring(colon + 1), -1))
              .map(String::strip)
              .filter(each -> !each.isEmpty())
              .toList());
    }
    return byReport;
  }

  @Override
  public String id() {
    return ID;
  }

  @Override
  public String title() {
    return "Reports";
  }

  @Override
  public String question() {
    return "What goes on paper?";
  }

  @Override
  public List<Setting<?>> settings() {
    return List.of(
        KINDS, FORM, TIMELINE, COLUMNS, WHERE, ORDER, BY, EACH, FILM, DROP, DATE, PICTURES, PAPER,
        HEAD, FOOT, LANGUAGE, TIMES);
  }

  @Override
  public boolean concerns(Material material) {
    return !material.all(TimelineFile.class).isEmpty();
  }

  /** How a report is arranged by settings. */
  public static Arrangement arrangement(Settings settings, String report) {
    return new Arrangement(
        byReport(settings.get(COLUMNS)).getOrDefault(report, List.of()),
        byReport(settings.get(WHERE)).getOrDefault(report, List.of()).stream()
            .map(Where::parse)
            .toList(),
        first(settings.get(ORDER), report),
        first(settings.get(BY), report),
        first(settings.get(EACH), report));
  }

  /**
   * What is set about reports, with something else about one of them.
   *
   * @param text as it is set
   * @param values what is said of {@code report}; nothing where empty
   */
  public static String with(String text, String report, List<String> values) {
    var byReport = new LinkedHashMap<>(byReport(text));
    byReport.put(report, values);
    return byReport.entrySet().stream()
        .filter(each -> !each.getValue().isEmpty())
        .map(each -> each.getKey() + ": " + String.join(", ", each.getValue()))
        .collect(Collectors.joining("; "));
  }

  private static String first(String text, String report) {
    return byReport(text).getOrDefault(report, List.of()).stream().findFirst().orElse("");
  }

  /** The film that feet are counted on by settings. */
  public static FilmGauge gauge(Settings settings) {
    return settings.get(FILM).equals("16") ? FilmGauge.MM_16 : FilmGauge.MM_35;
  }

  @Override
  public Analysis<ReportFinding> analyse(Request request) {
    Settings settings = request.settings();
    var findings = new ArrayList<ReportFinding>();
    var remarks = new ArrayList<Analysis.Remark>();
    for (String kind : settings.get(KINDS)) {
      Reports.of(kind)
          .ifPresent(report ->
              findings.add(
                  new ReportFinding(
                      kind,
                      report.title(),
                      arrangement(settings, kind).problem(report).orElse(""))));
    }
    String timeline = settings.get(TIMELINE);
    if (!findings.isEmpty() && !timeline.isEmpty() && !Scope.has(request.material(), timeline)) {
      remarks.add(
          new Analysis.Remark(
              "timeline",
              "Timeline",
              Phrase.of(
                  "there is no timeline \"%s\"; there are %s",
                  timeline, String.join(", ", Scope.timelines(request.material())))));
    }
    return Analysis.of(findings, remarks);
  }

  @Override
  public Applied apply(Request request, List<Reviewed<ReportFinding>> accepted) {
    Settings settings = request.settings();
    List<String> kinds =
        accepted.stream()
            .filter(each -> each.standing() == Standing.SETTLED)
            .filter(each -> each.finding().problem().isEmpty())
            .map(each -> each.finding().kind())
            .toList();
    if (kinds.isEmpty()) {
      return new Applied(request.material(), List.of());
    }
    return new Applied(
        request.material().with(ReportsToWrite.class, List.of(toWrite(settings, kinds))),
        List.of());
  }

  /** Reports as they are set. */
  public static ReportsToWrite toWrite(Settings settings, List<String> kinds) {
    var arrangements = new LinkedHashMap<String, Arrangement>();
    kinds.forEach(kind -> arrangements.put(kind, arrangement(settings, kind)));
    return new ReportsToWrite(
        kinds,
        settings.get(FORM),
        settings.get(TIMELINE),
        arrangements,
        gauge(settings),
        settings.get(DROP).equals(AS_THE_FILE)
            ? Optional.empty()
            : Optional.of(settings.get(DROP).equals("drop")),
        settings.get(DATE),
        settings.get(PICTURES),
        new Stationery(
            settings.get(PAPER).equals("letter"),
            settings.get(HEAD).strip(),
            settings.get(FOOT).strip(),
            settings.get(LANGUAGE),
            settings.get(TIMES).equals("timecode")));
  }
}
