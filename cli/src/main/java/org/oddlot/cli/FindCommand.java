package org.oddlot.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import org.oddlot.find.FindIndex;
import org.oddlot.find.Found;
import org.oddlot.find.FoundBook;
import org.oddlot.find.KeptIndexes;
import org.oddlot.find.Passage;
import org.oddlot.find.Passages;
import org.oddlot.find.Question;
import org.oddlot.format.report.BookFormat;
import org.oddlot.format.report.BookFormats;
import org.oddlot.input.InputFile;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.LotRunner;
import org.oddlot.lot.SafeFile;
import org.oddlot.measure.MeasurementStore;
import org.oddlot.pass.Engine;
import org.oddlot.problem.Problem;
import org.oddlot.progress.Progress;
import org.oddlot.sheet.Book;
import org.oddlot.text.Phrase;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code oddlot find LOT|FILE...} */
@Command(
    name = "find",
    description = {
      "Finds anything that is known of a lot: names, logged fields, notes, keywords, people,"
          + " markers, captions, transcripts, roles.",
      "A lot is run with its sheet first; of files, logs are matched and tagged."
    },
    footer = {
      "",
      "Words are found in other forms and with a letter wrong as well, the same ones first;",
      "\"in quotes\" they are found as they are; -word is not to be there.",
      "",
      "Examples:",
      "  oddlot find day2.oddlot --words gulls",
      "  oddlot find day2.oddlot --words bell --words ice --where circled=yes",
      "  oddlot find day2.oddlot --where day=2026-03-14..2026-03-16 --where time=10:02..10:30",
      "  oddlot find day2.oddlot --words captain --out captain.xlsx"
    },
    mixinStandardHelpOptions = true,
    versionProvider = OddLot.Version.class)
final class FindCommand implements Callable<Integer> {
  private static final List<String> OF_FILES = List.of("intake", "putright", "match", "tag");

  @Parameters(arity = "1..*", paramLabel = "LOT|FILE", description = "A saved lot, or files.")
  private List<Path> files = List.of();

  @Option(
      names = "--words",
      paramLabel = "TEXT",
      description = "What is looked for; each within what was found by the last.")
  private List<String> words = List.of();

  @Option(
      names = "--where",
      paramLabel = "FIELD=VALUE",
      description = "Only of things of which this is known: scene=12A, circled=yes.")
  private List<String> where = List.of();

  @Option(
      names = "--out",
      paramLabel = "FILE",
      description = "Also write all hits as a list: xlsx, csv, html or pdf, as its name ends.")
  private @Nullable Path out;

  @Option(
      names = "--most",
      paramLabel = "N",
      defaultValue = "40",
      description = "How many hits are printed: ${DEFAULT-VALUE}; in JSON all are.")
  private int most = 40;

  @Mixin private HowRead howRead = new HowRead();

  @Mixin private OutputOptions output = new OutputOptions();

  @Spec
  private @SuppressWarnings("NullAway.Init") CommandSpec spec;

  @Override
  public Integer call() throws IOException {
    List<Found.Where> wanted = wanted();
    Path target = out;
    Optional<BookFormat> format =
        Optional.ofNullable(target)
            .flatMap(file -> BookFormats.ofEnding(new InputFile(file).extension()));
    if (target != null && (format.isEmpty() || SafeFile.isTaken(target))) {
      throw wrong(
          format.isEmpty()
              ? "Cannot write hits to " + target + ". Use xlsx, csv, html or pdf."
              : target + " is there already.");
    }
    LotFile.Opened opened = LotFile.open(files);
    boolean isLot =
        files.size() == 1 && new InputFile(files.getFirst()).extension().equals(LotFile.EXTENSION);
    Lot lot = howRead.on(opened.lot(), spec);
    LotRunner.Ran ran =
        new LotRunner(MeasurementStore.ofUser(), Engine.Acceptance.SETTLED)
            .run(
                opened.withLot(isLot ? lot : lot.withSheet(lot.sheet().only(OF_FILES))),
                output.progress(spec));
    FindIndex index =
        FindIndex.of(Passages.of(ran.outcome().end()), KeptIndexes.ofUser(), Progress.NONE);
    for (Found.Where each : wanted) {
      if (!each.field().equals(Found.Where.TIME)
          && index.passages().stream().noneMatch(its -> its.field().equals(each.field()))) {
        throw wrong(
            Phrase.of(
                "Nothing has a \"%s\" here; there are time, %s.",
                each.field(),
                String.join(
                    ", ",
                    index.passages().stream().map(Passage::field).distinct().sorted().toList())));
      }
    }
    Found found = Found.in(index, words.stream().map(Question::parse).toList(), wanted);
    if (target != null) {
      Book book = FoundBook.of(found, words, wanted);
      SafeFile.create(target, path -> format.orElseThrow().write(book, path));
    }
    print(found, ran.problems());
    return ran.isNothingRead() ? ExitCode.WRONG_INPUT : ExitCode.DONE;
  }

  private List<Found.Where> wanted() {
    var wanted = new ArrayList<Found.Where>();
    for (String each : where) {
      try {
        wanted.add(Found.Where.parse(each));
      } catch (IllegalArgumentException e) {
        throw wrong(e.getMessage() + ".");
      }
    }
    return wanted;
  }

  private ParameterException wrong(String message) {
    return new ParameterException(spec.commandLine(), message);
  }

  private void print(Found found, List<Problem> problems) {
    PrintWriter printer = spec.commandLine().getOut();
    if (output.json) {
      var document = new JsonDocuments();
      document.put("hits", JsonArray.of(found.hits().stream().map(FindCommand::hit).toList()));
      var counts = new JsonDocuments();
      found
          .counts()
          .forEach((field, values) -> {
            var its = new JsonDocuments();
            values.forEach((value, count) -> its.put(value, JsonNumber.of(count)));
            counts.put(field, its.toObject());
          });
      document.put("counts", counts.toObject());
      document.put("problems", JsonDocuments.problems(problems));
      printer.println(document.print());
    } else {
      found.hits().stream().limit(most).forEach(hit -> printer.println(line(hit)));
      long left = found.hits().size() - (long) most;
      printer.println(
          Phrase.count(found.hits().size(), "hit")
              + (left > 0 ? Phrase.of(", %,d of them not shown", left) : ""));
      found
          .counts()
          .forEach((field, values) ->
              printer.println(
                  "  "
                      + field
                      + ": "
                      + String.join(
                          ", ",
                          values.entrySet().stream()
                              .limit(12)
                              .map(each -> Phrase.of("%s %,d", each.getKey(), each.getValue()))
                              .toList())
                      + (values.size() > 12 ? Phrase.of(" … %,d more", values.size() - 12) : "")));
      problems.forEach(problem -> printer.println(problem.severity().word() + ": " + problem));
    }
    printer.flush();
  }

  private static String line(Passage hit) {
    String when = hit.label().isEmpty() ? "" : "  " + hit.label();
    return Phrase.of("%s%s  %s: %s", hit.clip(), when, hit.field(), hit.text());
  }

  private static JsonObject hit(Passage hit) {
    return new JsonDocuments()
        .put("clip", hit.clip())
        .put("source", hit.about())
        .put("in", hit.label())
        .put("out", hit.labelOut())
        .put("field", hit.field())
        .put("text", hit.text())
        .toObject();
  }
}
