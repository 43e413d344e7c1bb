package org.oddlot.cli;

import java.io.PrintWriter;
import java.util.List;
import java.util.concurrent.Callable;
import org.oddlot.input.InputKind;
import org.oddlot.input.InputKinds;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonLiteral;
import org.oddlot.json.JsonObject;
import org.oddlot.lot.OwnSheets;
import org.oddlot.lot.ReadySheet;
import org.oddlot.lot.SheetFile;
import org.oddlot.output.OutputKind;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Passes;
import org.oddlot.pass.RunSheet;
import org.oddlot.setting.Setting;
import org.oddlot.text.Phrase;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

/** {@code oddlot passes} */
@Command(
    name = "passes",
    description = "The passes with their settings, the ready run sheets, what is read and written.",
    mixinStandardHelpOptions = true,
    versionProvider = OddLot.Version.class)
final class PassesCommand implements Callable<Integer> {
  @Mixin private OutputOptions output = new OutputOptions();

  @Spec
  private @SuppressWarnings("NullAway.Init") CommandSpec spec;

  @Override
  public Integer call() {
    PrintWriter out = spec.commandLine().getOut();
    if (output.json) {
      out.println(json().print());
    } else {
      print(out);
    }
    out.flush();
    return ExitCode.DONE;
  }

  private static JsonDocuments json() {
    return new JsonDocuments()
        .put("passes", JsonArray.of(Passes.all().stream().map(PassesCommand::json).toList()))
        .put(
            "sheets",
            JsonArray.of(
                ReadySheet.all().stream()
                    .map(sheet ->
                        new JsonDocuments()
                            .put("id", sheet.id())
                            .put("title", sheet.title())
                            .put("passes", JsonArray.ofStrings(sheet.passes()))
                            .toObject())
                    .toList()))
        .put(
            "own_sheets",
            JsonArray.of(
                OwnSheets.all().stream()
                    .map(sheet ->
                        new JsonDocuments()
                            .put("name", sheet.name())
                            .put("passes", JsonArray.ofStrings(on(sheet)))
                            .toObject())
                    .toList()))
        .put(
            "reads",
            JsonArray.of(
                InputKinds.all().stream()
                    .map(kind ->
                        new JsonDocuments()
                            .put("format", kind.name())
                            .put("what", kind.what())
                            .put("extensions", JsonArray.ofStrings(kind.extensions()))
                            .toObject())
                    .toList()))
        .put(
            "writes",
            JsonArray.ofStrings(OutputKind.all().stream().map(OutputKind::what).toList()));
  }

  private static List<String> on(SheetFile sheet) {
    return sheet.sheet().inWorkingOrder().stream()
        .filter(RunSheet.Step::on)
        .map(RunSheet.Step::pass)
        .toList();
  }

  private static JsonObject json(Pass<?> pass) {
    return new JsonDocuments()
        .put("id", pass.id())
        .put("title", pass.title())
        .put("question", pass.question())
        .put("takes_instructions", JsonLiteral.of(pass.instructions().isPresent()))
        .put("settings", JsonArray.of(pass.settings().stream().map(PassesCommand::json).toList()))
        .toObject();
  }

  private static JsonObject json(Setting<?> setting) {
    return new JsonDocuments()
        .put("key", setting.key())
        .put("title", setting.title())
        .put("takes", setting.kind().takes())
        .put("unit", setting.unit())
        .put("initial", setting.initialText())
        .toObject();
  }

  private static void print(PrintWriter out) {
    for (Pass<?> pass : Passes.all()) {
      out.println(Phrase.of("%-10s %s: %s", pass.id(), pass.title(), pass.question()));
      for (Setting<?> setting : pass.settings()) {
        String unit = setting.unit().isEmpty() ? "" : " " + setting.unit();
        String initial = setting.initialText();
        out.println(
            Phrase.of(
                "  %s.%s: %s: %s%s%s",
                pass.id(),
                setting.key(),
                setting.title(),
                setting.kind().takes(),
                unit,
                initial.isEmpty() ? "" : "; default " + initial));
      }
    }
    out.println();
    out.println("Run sheets:");
    for (ReadySheet sheet : ReadySheet.all()) {
      out.println(
          Phrase.of(
              "  %-10s %s: %s", sheet.id(), sheet.title(), String.join(", ", sheet.passes())));
    }
    List<SheetFile> own = OwnSheets.all();
    if (!own.isEmpty()) {
      out.println();
      out.println("Your run sheets, in " + OwnSheets.folder() + ":");
      own.forEach(sheet -> out.println("  " + sheet.name() + ": " + String.join(", ", on(sheet))));
    }
    out.println();
    out.println("What is read:");
    for (InputKind<?> kind : InputKinds.all()) {
      out.println(
          Phrase.of(
              "  %s: %s: %s", kind.what(), kind.name(), String.join(", ", kind.extensions())));
    }
    out.println();
    out.println("What is written:");
    OutputKind.all().forEach(kind -> out.println("  " + kind.what()));
  }
}
