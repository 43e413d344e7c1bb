package org.oddlot.lot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Passes;
import org.oddlot.pass.RunSheet;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;
import org.oddlot.setting.Setting;
import org.oddlot.setting.SettingKind;
import org.oddlot.setting.Settings;

class SheetFileTest {
  @TempDir private Path folder;

  private static List<Problem> problems(String text) {
    var problems = new Problems("mine.yaml");
    assertThat(SheetFile.read(text, "mine", problems)).isNotNull();
    return problems.list();
  }

  private static Optional<SheetFile> read(String text) {
    var problems = new Problems("mine.yaml");
    Optional<SheetFile> sheet = SheetFile.read(text, "mine", problems);
    assertThat(problems.list()).isEmpty();
    return sheet;
  }

  /** Words that YAML has other ideas about, and settings of all kinds. */
  private static String value(Setting<?> setting, Random chance) {
    return switch (setting.kind()) {
      case SettingKind.YesNo _ -> chance.nextBoolean() ? "yes" : "no";
      case SettingKind.WholeNumber(int least, int most) ->
          Integer.toString((int) Math.min(most, least + (long) chance.nextInt(50)));
      case SettingKind.OneOf one -> one.words().get(chance.nextInt(one.words().size()));
      case SettingKind.SomeOf some ->
          String.join(",", some.words().subList(0, 1 + chance.nextInt(some.words().size())));
      default ->
          List.of("no", "012", "a: b", "- x", "#1", "ja \"nein\"", "07:30", "{name}", "é 3, 7")
              .get(chance.nextInt(9));
    };
  }

  @Property(tries = 200)
  void whatIsSavedIsReadAgain(@ForAll long seed) {
    var chance = new Random(seed);
    var steps = new ArrayList<RunSheet.Step>();
    for (Pass<?> pass : Passes.all()) {
      RunSheet set = RunSheet.initial();
      for (Setting<?> setting : pass.settings()) {
        String value = value(setting, chance);
        if (chance.nextInt(4) == 0 && setting.problem(value).isEmpty()) {
          set = set.with(pass.id(), setting.key(), value);
        }
      }
      steps.add(new RunSheet.Step(pass.id(), chance.nextBoolean(), set.settings(pass.id())));
    }
    Collections.shuffle(steps, chance);
    var sheet = new RunSheet(steps);
    SheetFile again = read(SheetFile.write("Second: unit #2", sheet)).orElseThrow();
    assertThat(again.name()).isEqualTo("Second: unit #2");
    // What is on, in its order, and everything that is set. What is off may stand elsewhere.
    assertThat(on(again.sheet())).isEqualTo(on(sheet));
    for (Pass<?> pass : Passes.all()) {
      Settings before = sheet.settings(pass.id());
      assertThat(again.sheet().settings(pass.id()).values()).isEqualTo(before.values());
    }
  }

  private static List<String> on(RunSheet sheet) {
    return sheet.steps().stream().filter(RunSheet.Step::on).map(RunSheet.Step::pass).toList();
  }

  @Test
  void peopleWriteItShort() {
    SheetFile sheet =
        read("""
        passes:
          - intake
          - match: {tolerance: 24}
          - sync: off
          - reports:
              off: yes
              kinds: [shots, titles]
          - tag: on
        """)
            .orElseThrow();
    assertThat(sheet.name()).isEqualTo("mine");
    assertThat(on(sheet.sheet())).containsExactly("intake", "match", "tag");
    assertThat(sheet.sheet().settings("match").values()).containsEntry("tolerance", "24");
    assertThat(sheet.sheet().settings("reports").values()).containsEntry("kinds", "shots,titles");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "passes:\\n- intake\\n- mach|line 3, column 3|no pass \"mach\"",
        "passes:\\n- match:\\n    tolerence: 3|line 3, column 5|no setting \"tolerence\"",
        "passes:\\n- match:\\n    tolerance: many|line 3, column 16|match.tolerance",
        "passes:\\n- match:\\n    tolerance: {a: 1}|line 3, column 16|takes one value",
        "passes:\\n- match\\n- tag\\n- match|line 4, column 3|stands here twice",
        "passes:\\n- match: maybe|line 2, column 10|neither on nor off",
        "passes:\\n- [match, tag]|line 2, column 3|This is no pass",
        "passes: match|line 1, column 9|passes are missing",
        "passes: []|line 1, column 9|no pass in it",
        "oddlot: a style\\npasses:\\n- match|line 1, column 9|no run sheet",
        "passes:\\n- match\\n\\t- tag|line 3|not YAML",
      })
  void mistakesAreSaidWithLineAndColumn(String text, String place, String message) {
    assertThat(problems(text.replace("\\n", "\n").replace("\\t", "\t")))
        .anySatisfy(problem -> {
          assertThat(problem.place()).isEqualTo(place);
          assertThat(problem.message()).contains(message);
        });
  }

  @Test
  void whatAnotherVersionWroteIsRead() throws IOException {
    Path newer = folder.resolve("newer.yaml");
    Files.writeString(
        newer,
        "oddlot: run sheet 9\npasses:\n- match:\n    tolerance: 3\n    moon: 1\n- dream\n- tag\n");
    SheetFile read = SheetFile.open(newer);
    assertThat(on(read.sheet())).containsExactly("match", "tag");
    assertThat(read.warnings())
        .extracting(Problem::place)
        .containsExactly("line 1, column 9", "line 5, column 5", "line 6, column 3");
    Path older = folder.resolve("older.json");
    Files.writeString(
        older,
        "{\"oddlot_run_sheet\": 2, \"run_sheet\": [{\"pass\": \"match\", \"on\": true,"
            + " \"settings\": {\"tolerance\": \"24\"}}, {\"pass\": \"tag\", \"on\": false}]}");
    RunSheet of = SheetFile.open(older).sheet();
    assertThat(on(of)).containsExactly("match");
    assertThat(of.settings("match").values()).containsEntry("tolerance", "24");
    Path wrong = folder.resolve("wrong.yaml");
    Files.writeString(wrong, "passes:\n- mach\n- tga\n");
    assertThatThrownBy(() -> SheetFile.open(wrong))
        .hasMessageContaining("wrong.yaml, line 2, column 3")
        .hasMessageContaining("1 mistake more");
  }
}
