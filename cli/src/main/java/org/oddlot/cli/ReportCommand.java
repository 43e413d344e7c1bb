package org.oddlot.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.oddlot.caption.Captions;
import org.oddlot.format.caption.CaptionFormat;
import org.oddlot.format.caption.Fitting;
import org.oddlot.format.report.BookFormat;
import org.oddlot.format.report.BookFormats;
import org.oddlot.input.InputFile;
import org.oddlot.json.JsonArray;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.LotRunner;
import org.oddlot.lot.SafeFile;
import org.oddlot.material.Material;
import org.oddlot.measure.MeasurementStore;
import org.oddlot.pass.Engine;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.RunSheet;
import org.oddlot.pass.captions.CaptionsPass;
import org.oddlot.pass.licences.LicencesPass;
import org.oddlot.pass.reports.ReportsPass;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Severity;
import org.oddlot.report.Books;
import org.oddlot.report.EarlierReport;
import org.oddlot.report.MarkerCaptions;
import org.oddlot.report.Report;
import org.oddlot.report.Reports;
import org.oddlot.report.ReportsToWrite;
import org.oddlot.report.Scope;
import org.oddlot.report.SinceLast;
import org.oddlot.rights.LicencePaper;
import org.oddlot.setting.Setting;
import org.oddlot.setting.Settings;
import org.oddlot.sheet.Book;
import org.oddlot.sheet.Sheet;
import org.oddlot.text.Phrase;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code oddlot report LOT|FILE...} */
@Command(
    name = "report",
    description = {
      "Makes reports of a lot, or of files: shots, sources, licences, music and more.",
      "A lot is run with its sheet first; of files only the passes are run that a report is about."
    },
    footer = {
      "",
      "Examples:",
      "  oddlot report cut.otio --kind shots --out shots.xlsx",
      "  oddlot report film.oddlot --kind licences,music --as pdf --out delivery.pdf",
      "  oddlot report cut.otio --kind shots --where \"visible=hidden|partly\" --order record_in"
    },
    mixinStandardHelpOptions = true,
    versionProvider = OddLot.Version.class)
final class ReportCommand implements Callable<Integer> {
  private static final String ALL = "all";

  @Parameters(
      arity = "1..*",
      paramLabel = "LOT|FILE",
      description = "A saved lot, or timelines, papers of licences and of music.")
  private List<Path> files = List.of();

  /** The kinds, for the help. */
  static final class Kinds extends ArrayList<String> {
    private static final long serialVersionUID = 1L;

    Kinds() {
      super(Reports.ALL.stream().map(Report::key).toList());
    }
  }

  @Option(
      names = "--kind",
      split = ",",
      required = true,
      paramLabel = "KIND",
      completionCandidates = Kinds.class,
      description = "Which, or several: ${COMPLETION-CANDIDATES}, all.")
  private List<String> kinds = List.of();

  @Option(
      names = "--as",
      paramLabel = "FORM",
      description =
          "xlsx, csv, csv-bom, html or pdf; of markers also srt, vtt, ttml, stl or scc; without it as"
              + " the name of the file to write ends.")
  private @Nullable String form;

  @Option(
      names = "--out",
      paramLabel = "FILE",
      description = "The file to write; without it the rows are printed.")
  private @Nullable Path out;

  @Option(names = "--timeline", paramLabel = "NAME", description = "Only timelines of this name.")
  private String timeline = "";

  @Option(
      names = "--against",
      paramLabel = "FILE",
      description =
          "The report of the last lock, csv or xlsx: what of licences or sources is new, gone, more"
              + " or less.")
  private @Nullable Path against;

  @Option(
      names = "--territory",
      paramLabel = "COUNTRIES",
      description = "For where it is delivered; licences that do not hold there are named.")
  private @Nullable String territory;

  @Option(
      names = "--delivery",
      paramLabel = "DAY",
      description = "When the programme is delivered: flags licences that end earlier.")
  private @Nullable String delivery;

  @Option(
      names = "--guideline",
      paramLabel = "NAME",
      description = "What captions are held against: broadcast, streaming, upright, own.")
  private @Nullable String guideline;

  @Option(
      names = "--own",
      paramLabel = "NAMES",
      description = "What is the production's own; with * for anything, semicolons between.")
  private @Nullable String own;

  @Mixin private ArrangementOptions arrangement = new ArrangementOptions();

  @Mixin private StationeryOptions stationery = new StationeryOptions();

  @Mixin private HowRead howRead = new HowRead();

  @Mixin private KeepGoing keepGoing = new KeepGoing();

  @Mixin private OutputOptions output = new OutputOptions();

  @Spec
  private @SuppressWarnings("NullAway.Init") CommandSpec spec;

  @Override
  public Integer call() throws IOException {
    List<String> wanted = kinds.contains(ALL) ? new Kinds() : kinds;
    for (String kind : wanted) {
      if (Reports.of(kind).isEmpty()) {
        throw wrong(
            Phrase.of(
                "There is no report \"%s\"; there are %s.", kind, String.join(", ", new Kinds())));
      }
    }
    Optional<CaptionFormat> captions = captions(wanted);
    Optional<BookFormat> format = captions.isPresent() ? Optional.empty() : format(wanted);
    LotFile.Opened opened = LotFile.open(files);
    Lot lot = howRead.on(opened.lot(), spec);
    RunSheet sheet = sheet(lot, wanted);
    ReportsToWrite asked = asked(wanted, format);
    LotRunner.Ran ran =
        new LotRunner(MeasurementStore.ofUser(), Engine.Acceptance.SETTLED)
            .run(opened.withLot(lot.withSheet(sheet)), output.progress(spec));
    Outcome outcome = ran.outcome();
    boolean refused = ran.isRefused(keepGoing.isAsked());
    refuseTimeline(outcome.end(), wanted, ran.isNothingRead());
    Book whole = Books.of(outcome.end(), asked);
    Book book = against == null ? whole : sinceLast(whole, outcome.end(), asked, against);
    var problems = new ArrayList<>(ran.problems());
    if (kinds.contains("licences") && outcome.end().all(LicencePaper.class).isEmpty()) {
      // No rows would look as if nothing were owed.
      problems.add(
          new Problem(
              Severity.WARNING,
              "",
              "",
              "There is no paper of licences among the files: what is used is held against none.",
              "Name the papers beside the timelines; --kind sources lists what is used."));
    }
    Path file = out;
    if (file != null && captions.isPresent() && !refused) {
      writeCaptions(outcome.end(), captions.get(), file);
    } else if (file != null && !refused) {
      String name = String.valueOf(file.getFileName());
      SafeFile.create(
          file,
          path ->
              format
                  .orElseThrow()
                  .write(book, path)
                  .forEach(
                      what -> problems.add(new Problem(Severity.WARNING, name, "", what, ""))));
    }
    print(book, problems, refused);
    Set<String> passes =
        wanted.stream()
            .flatMap(kind -> Reports.of(kind).orElseThrow().passes().stream())
            .collect(Collectors.toSet());
    boolean needs =
        outcome.steps().stream()
            .anyMatch(step -> passes.contains(step.pass().id()) && step.tally().needsAPerson());
    return ExitCode.of(ran.ending(keepGoing.isAsked(), needs));
  }

  /** With what has changed since an earlier report, behind the report itself. */
  private Book sinceLast(Book book, Material material, ReportsToWrite asked, Path earlier) {
    List<String> of = asked.kinds().stream().filter(SinceLast.KINDS::contains).toList();
    if (of.size() != 1) {
      throw wrong("--against needs --kind licences or --kind sources, one of them.");
    }
    try {
      return book.with(EarlierReport.read(earlier).until(of.getFirst(), material, asked));
    } catch (IllegalArgumentException e) {
      throw wrong(String.valueOf(e.getMessage()));
    }
  }

  /** Markers can go out as captions, to be seen over the cut. */
  private Optional<CaptionFormat> captions(List<String> wanted) {
    Path file = out;
    if (file == null) {
      return Optional.empty();
    }
    Optional<CaptionFormat> format =
        CaptionFormat.of(form == null ? new InputFile(file).extension() : "." + form);
    if (format.isPresent() && !wanted.equals(List.of("markers"))) {
      throw wrong("Only markers can be written as captions: --kind markers.");
    }
    if (format.isPresent() && SafeFile.isTaken(file)) {
      throw wrong(file + " is there already.");
    }
    return format;
  }

  private void writeCaptions(Material material, CaptionFormat format, Path file)
      throws IOException {
    List<Captions> all = MarkerCaptions.of(material, timeline);
    if (all.size() != 1) {
      throw wrong(
          all.isEmpty()
              ? "There are no markers in it."
              : Phrase.of(
                  "A file holds the markers of one timeline; say which with --timeline: %s.",
                  String.join(", ", all.stream().map(Captions::name).toList())));
    }
    Captions captions = all.getFirst();
    byte[] bytes = format.write(Fitting.to(format, captions, captions.grid()).captions());
    SafeFile.create(file, path -> Files.write(path, bytes));
  }

  private ParameterException wrong(String message) {
    return new ParameterException(spec.commandLine(), message);
  }

  private Optional<BookFormat> format(List<String> wanted) {
    Path file = out;
    if (file == null) {
      if (form != null) {
        throw wrong("--as needs --out FILE.");
      }
      return Optional.empty();
    }
    String name = String.valueOf(file.getFileName());
    String ending = name.contains(".") ? name.substring(name.lastIndexOf('.') + 1) : "";
    String key = form == null ? ending : form;
    BookFormat format =
        BookFormats.of(key)
            .orElseThrow(() ->
                wrong(
                    Phrase.of(
                        "There is no form \"%s\"; there are %s.",
                        key,
                        String.join(
                            ", ", BookFormats.ALL.stream().map(BookFormat::key).toList()))));
    if (!format.holdsSeveral() && wanted.size() > 1) {
      throw wrong(
          Phrase.of("A file of %s holds one report; name one with --kind, or write xlsx.", key));
    }
    if (SafeFile.isTaken(file)) {
      throw wrong(file + " is there already.");
    }
    return Optional.of(format);
  }

  private RunSheet sheet(Lot lot, List<String> wanted) {
    RunSheet sheet = lot.sheet();
    if (!LotFile.isOne(files)) {
      var passes = new LinkedHashSet<String>();
      wanted.forEach(kind -> passes.addAll(Reports.of(kind).orElseThrow().passes()));
      sheet = sheet.only(List.copyOf(passes));
    }
    sheet = delivery == null ? sheet : with(sheet, "licences", LicencesPass.DELIVERY, delivery);
    sheet = territory == null ? sheet : with(sheet, "licences", LicencesPass.TERRITORY, territory);
    sheet = guideline == null ? sheet : with(sheet, "captions", CaptionsPass.GUIDELINE, guideline);
    return own == null ? sheet : with(sheet, "licences", LicencesPass.OWN, own);
  }

  private RunSheet with(RunSheet sheet, String pass, Setting<String> setting, String value) {
    try {
      return sheet.with(pass, setting.key(), value);
    } catch (IllegalArgumentException e) {
      throw wrong(String.valueOf(e.getMessage()));
    }
  }

  /** What was asked for, as the settings of the pass have it, so that both understand the same. */
  private ReportsToWrite asked(List<String> wanted, Optional<BookFormat> format) {
    RunSheet sheet = RunSheet.initial();
    try {
      sheet = stationery.on(arrangement.on(sheet, wanted));
      sheet = sheet.with(ReportsPass.ID, ReportsPass.TIMELINE.key(), timeline);
      sheet =
          sheet.with(
              ReportsPass.ID, ReportsPass.FORM.key(), format.map(BookFormat::key).orElse("xlsx"));
    } catch (IllegalArgumentException e) {
      throw wrong(String.valueOf(e.getMessage()));
    }
    Settings settings = sheet.settings(ReportsPass.ID);
    for (String kind : wanted) {
      ReportsPass.arrangement(settings, kind)
          .problem(Reports.of(kind).orElseThrow())
          .ifPresent(what -> {
            throw wrong(what + ".");
          });
    }
    return ReportsPass.toWrite(settings, wanted);
  }

  /** Reports that are of nothing where there is no timeline. */
  private static final Set<String> OF_TIMELINES =
      Set.of(
          "shots",
          "sources",
          "licences",
          "music",
          "performers",
          "credits",
          "roles",
          "titles",
          "transitions",
          "effects",
          "markers");

  private void refuseTimeline(Material material, List<String> wanted, boolean nothing) {
    List<String> names = Scope.timelines(material);
    if (names.isEmpty() && !nothing && OF_TIMELINES.containsAll(wanted)) {
      throw wrong(
          Phrase.of(
              "There is no timeline in it, and %s %s of timelines.",
              String.join(", ", wanted), wanted.size() == 1 ? "is" : "are"));
    }
    if (!timeline.isEmpty() && !nothing && !Scope.has(material, timeline)) {
      throw wrong(
          names.isEmpty()
              ? "There is no timeline in it."
              : Phrase.of(
                  "There is no timeline \"%s\"; there are %s.",
                  timeline, String.join(", ", names)));
    }
  }

  private void print(Book book, List<Problem> problems, boolean nothing) {
    PrintWriter to = spec.commandLine().getOut();
    if (output.json) {
      var document = new JsonDocuments();
      List<Sheet> sheets = book.sheets();
      if (sheets.size() == 1) {
        document.put("rows", SheetDocument.rows(sheets.getFirst()));
        document.put("totals", SheetDocument.totals(sheets.getFirst()));
        document.put("notes", JsonArray.ofStrings(sheets.getFirst().notes()));
      } else {
        var reports = new JsonDocuments();
        sheets.forEach(sheet ->
            reports.put(
                sheet.key(),
                new JsonDocuments().put("rows", SheetDocument.rows(sheet)).toObject()));
        document.put("reports", reports.toObject());
      }
      document.put(
          "written",
          JsonArray.ofStrings(out == null || nothing ? List.of() : List.of(out.toString())));
      to.println(document.put("problems", JsonDocuments.problems(problems)).print());
    } else {
      for (Sheet sheet : book.sheets()) {
        to.println(Phrase.of("%s: %s", sheet.title(), Phrase.count(sheet.lines().size(), "row")));
        if (out == null) {
          SheetDocument.list(sheet.withoutEmptyColumns(), to);
        }
      }
      problems.forEach(problem -> to.println("  " + problem));
      if (out != null && !nothing) {
        to.println("  written " + out);
      }
    }
    to.flush();
  }
}
