package org.oddlot.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.oddlot.cli.Ended.run;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.demo.Demo;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.json.JsonValue;
import org.oddlot.lot.LotFile;

class HistoryCommandTest {
  @TempDir private Path folder;

  /** The id of the first finding of Match that needs somebody. */
  private static String open(String lot) {
    return run("run", lot, "--json").json().array("findings").stream()
        .map(JsonObject.class::cast)
        .filter(finding -> finding.string("pass").filter("match"::equals).isPresent())
        .filter(finding -> finding.string("standing").filter("to_look_at"::equals).isPresent())
        .flatMap(finding -> finding.string("id").stream())
        .findFirst()
        .orElseThrow();
  }

  private static Iterable<JsonValue> runs(String lot) {
    return run("history", lot, "--json").json().array("runs");
  }

  @Test
  void whatWasWrittenIsKeptWithWhatWasDecidedAndHadAgain() throws IOException {
    Path file = Demo.make(folder.resolve("demo"));
    String lot = file.toString();
    assertThat(run("history", lot).out()).contains("Nothing was written of it yet");
    String out = folder.resolve("out").toString();
    run("run", lot, "--out", out);
    Path decisions = folder.resolve("decisions.json");
    JsonObject declined =
        JsonObject.of("finding", JsonString.of(open(lot)))
            .with("decision", JsonString.of("decline"));
    Files.writeString(
        decisions,
        org.oddlot.json.JsonPatch.toString(
            JsonArray.of(java.util.List.of(declined)), org.oddlot.json.JsonStyle.COMPACT));
    run("run", lot, "--decide", decisions.toString(), "--save", lot, "--out", out);
    assertThat(runs(lot)).hasSize(2);
    Ended said = run("history", lot);
    assertThat(said.out()).contains("  1  ").contains("orrin-day1 (odd lot).otio");
    assertThat(said.out()).containsPattern("Match, .*: declined");
    // The lot as it was the first time has nothing decided; damage costs its own line.
    Path then = folder.resolve("then.oddlot");
    assertThat(run("history", lot, "--again", "1", "--save", then.toString()).code()).isZero();
    assertThat(LotFile.open(then).lot().answers().decisions()).isEmpty();
    assertThat(LotFile.open(file).lot().answers().decisions()).hasSize(1);
    Path kept = folder.resolve("demo/Orrin day 1.runs.jsonl");
    Files.writeString(kept, "{\"at\": \"half of a li\n" + Files.readString(kept));
    assertThat(runs(lot)).hasSize(2);
    assertThat(run("history", lot, "--again", "9", "--save", "x.oddlot").err())
        .contains("There is no run 9");
    assertThat(run("history", folder.resolve("no.oddlot").toString()).code())
        .isEqualTo(ExitCode.WRONG_INPUT);
  }
}
