package org.oddlot.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import org.oddlot.format.title.StyleFiles;
import org.oddlot.format.title.TitleParameters;
import org.oddlot.format.title.TitleProperty;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonValue;
import org.oddlot.lot.Folders;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.LotRunner;
import org.oddlot.lot.Output;
import org.oddlot.lot.ReadLot;
import org.oddlot.material.LaidTitle;
import org.oddlot.measure.MeasurementStore;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Engine;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Instruction;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.RunSheet;
import org.oddlot.pass.restyle.Condition;
import org.oddlot.pass.restyle.RestylePass;
import org.oddlot.pass.restyle.TitleCensus;
import org.oddlot.pass.restyle.TitleChange;
import org.oddlot.pass.restyle.TitleRule;
import org.oddlot.pass.titles.TitlesPass;
import org.oddlot.problem.Problem;
import org.oddlot.text.Phrase;
import org.oddlot.title.Style;
import org.oddlot.title.Typesetter;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code oddlot titles FILE...} */
@Command(
    name = "titles",
    description = {
      "Lists the titles of timeline files by what they are, and changes many at once.",
      "Properties: font, size, weight, colour, case, text, track, name, length. Values may hold *"
          + " for anything, numbers may begin with < or >. A title matches if any line does;"
          + " only matching lines are changed."
    },
    footer = {
      "",
      "Examples:",
      "  oddlot titles reel.otio",
      "  oddlot titles reel.otio --where \"size>40\" --set size=38 --dry-run",
      "  oddlot titles reel.otio --where text=*Orrin* --set weight=bold --out import"
    },
    mixinStandardHelpOptions = true,
    versionProvider = OddLot.Version.class)
final class TitlesCommand implements Callable<Integer> {
  @Parameters(arity = "1..*", paramLabel = "FILE", description = "Timeline files, and profiles.")
  private List<Path> files = List.of();

  @Option(
      names = "--where",
      paramLabel = "PROPERTY=VALUE",
      description = "Only titles that are so; several times for all of these.")
  private List<String> where = List.of();

  @Option(
      names = "--set",
      paramLabel = "PROPERTY=VALUE",
      description = "What they become; track and length cannot be set.")
  private List<String> set = List.of();

  @Option(names = "--dry-run", description = "Say what would change, and write nothing.")
  private boolean dryRun;

  @Option(
      names = "--out",
      paramLabel = "DIR",
      description = "The folder to write to; without it nothing is written.")
  private @Nullable Path folder;

  @Mixin private KeepGoing keepGoing = new KeepGoing();

  @Mixin private OutputOptions output = new OutputOptions();

  @Spec
  private @SuppressWarnings("NullAway.Init") CommandSpec spec;

  @Override
  public Integer call() throws IOException {
    List<Condition> conditions = conditions(where);
    Answers answers = Answers.NONE;
    if (!set.isEmpty()) {
      answers = answers.plus(rule(conditions));
    } else if (dryRun || folder != null) {
      throw new ParameterException(
          spec.commandLine(), "There is nothing to change; say --set PROPERTY=VALUE.");
    }
    var pass = new RestylePass();
    Folders.Found found = Folders.opened(files);
    Lot lot =
        Lot.of(found.files())
            .withAnswers(answers)
            .withSheet(RunSheet.initial().only(List.of(pass.id())));
    LotRunner.Ran ran =
        new LotRunner(MeasurementStore.ofUser(), Engine.Acceptance.SETTLED)
            .run(new LotFile.Opened(lot, Optional.empty(), found.left()), output.progress(spec));
    ReadLot read = ran.read();
    Outcome outcome = ran.outcome();
    boolean refused = ran.isRefused(keepGoing.isAsked());
    List<LaidTitle> titles =
        read.material().derive(LaidTitle.ALL).stream()
            .filter(title -> TitleRule.means(conditions, title))
            .toList();
    List<TitleChange> changes =
        outcome.step(pass).stream()
            .flatMap(step -> step.analysis().findings().stream())
            .map(TitleChange.class::cast)
            .toList();
    List<Analysis.Remark> remarks =
        outcome.step(pass).stream().flatMap(step -> step.analysis().remarks().stream()).toList();
    Output.Writing writing =
        folder == null || dryRun || refused || changes.isEmpty()
            ? Output.Writing.NONE
            : ran.write(folder, output.progress(spec));
    var problems = new ArrayList<>(ran.problems());
    problems.addAll(writing.problems());
    print(read, outcome, titles, changes, remarks, writing.files(), problems);
    return ExitCode.of(ran.ending(keepGoing.isAsked(), !remarks.isEmpty(), writing));
  }

  private List<Condition> conditions(List<String> texts) {
    try {
      return texts.stream().map(Condition::parse).toList();
    } catch (IllegalArgumentException e) {
      throw new ParameterException(spec.commandLine(), e.getMessage() + ".", e);
    }
  }

  private Instruction rule(List<Condition> conditions) {
    try {
      return Instruction.of(
          "restyle:hand:1", "restyle", TitleRule.CODEC, new TitleRule(conditions, conditions(set)));
    } catch (IllegalArgumentException e) {
      throw new ParameterException(spec.commandLine(), e.getMessage() + ".", e);
    }
  }

  private void print(
      ReadLot read,
      Outcome outcome,
      List<LaidTitle> titles,
      List<TitleChange> changes,
      List<Analysis.Remark> remarks,
      List<Output.Written> written,
      List<Problem> problems)
      throws IOException {
    PrintWriter out = spec.commandLine().getOut();
    if (output.json) {
      var setter = new Typesetter(TitlesPass.fonts(read.material()));
      var counts = new JsonDocuments();
      for (TitleProperty property : TitleProperty.values()) {
        if (property != TitleProperty.TEXT && property != TitleProperty.NAME) {
          counts.put(property.word(), counts(TitleCensus.of(titles, property)));
        }
      }
      counts.put("looks", counts(TitleCensus.looks(titles)));
      out.println(
          new JsonDocuments()
              .put("titles", JsonArray.of(titles.stream().map(each -> json(each, setter)).toList()))
              .put("counts", counts.toObject())
              .put("changes", JsonArray.of(changes.stream().map(TitlesCommand::json).toList()))
              .put(
                  "remarks",
                  JsonArray.of(
                      remarks.stream()
                          .map(each ->
                              new JsonDocuments()
                                  .put("about", each.title())
                                  .put("text", each.text())
                                  .toObject())
                          .toList()))
              .put("written", JsonDocuments.written(written))
              .put("ledger", JsonDocuments.ledger(outcome.ledger()))
              .put("problems", JsonDocuments.problems(problems))
              .print());
    } else {
      list(titles, changes, remarks, out);
      problems.forEach(problem -> out.println("  " + problem));
      written.forEach(file -> out.println("  written " + file.path()));
      if (!changes.isEmpty() && (dryRun || folder == null)) {
        out.println(dryRun ? "  Nothing was written: a dry run." : "  Say --out DIR to write.");
      }
    }
    out.flush();
  }

  private static void list(
      List<LaidTitle> titles,
      List<TitleChange> changes,
      List<Analysis.Remark> remarks,
      PrintWriter out) {
    out.println(Phrase.count(titles.size(), "title"));
    out.println("  " + TitleCensus.inWords(TitleCensus.looks(titles)));
    for (TitleProperty property :
        List.of(
            TitleProperty.COLOUR, TitleProperty.WEIGHT, TitleProperty.CASE, TitleProperty.TRACK)) {
      List<TitleCensus.Count> counts = TitleCensus.of(titles, property);
      if (!counts.isEmpty()) {
        out.println("  " + property.word() + ": " + TitleCensus.inWords(counts));
      }
    }
    if (!changes.isEmpty()) {
      out.println(Phrase.count(changes.size(), "title") + " changed");
      for (TitleChange change : changes) {
        out.println("  " + change.before().path() + ": " + change.headline().replace("\n", " / "));
      }
    }
    remarks.forEach(each -> out.println("  " + each.text()));
  }

  private static JsonArray counts(List<TitleCensus.Count> counts) {
    return JsonArray.of(
        counts.stream()
            .map(each ->
                new JsonDocuments()
                    .put("value", each.value())
                    .put("count", each.count())
                    .toObject())
            .toList());
  }

  private static JsonObject json(LaidTitle title, Typesetter setter) {
    Style style = TitleParameters.style(title.title(), 1, StyleFiles.shipped().getFirst());
    var lines = new ArrayList<JsonValue>();
    List<String> texts = title.title().text().lines().toList();
    for (int i = 0; i < texts.size(); i++) {
      Style.Line line = style.line(i);
      var its =
          new JsonDocuments()
              .put("text", texts.get(i))
              .put("font", line.font())
              .put("size", JsonNumber.of(line.size()))
              .put("weight", line.weight())
              .put("colour", line.colour().toString())
              .put("case", line.letters().words())
              .put("width", JsonNumber.of(setter.width(texts.get(i), line)));
      setter.fonts().problem(line.font(), line.weight()).ifPresent(what -> its.put("said", what));
      lines.add(its.toObject());
    }
    return new JsonDocuments()
        .put("file", title.document())
        .put("place", title.path())
        .put("name", title.title().clip().name())
        .put("track", title.track())
        .put("text", title.title().text())
        .put("length", title.value(TitleProperty.LENGTH, 0).map(Long::parseLong).orElse(0L))
        .put("lines", JsonArray.of(lines))
        .toObject();
  }

  private static JsonObject json(TitleChange change) {
    return new JsonDocuments()
        .put("file", change.before().document())
        .put("place", change.before().path())
        .put(
            "properties",
            JsonArray.of(change.evidence().stream().map(TitlesCommand::property).toList()))
        .toObject();
  }

  private static JsonObject property(Evidence evidence) {
    return new JsonDocuments()
        .put("property", evidence.what())
        .put("before", evidence.value())
        .put("after", evidence.verdict())
        .toObject();
  }
}
