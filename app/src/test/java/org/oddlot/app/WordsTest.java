package org.oddlot.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.oddlot.cli.OddLot;
import org.oddlot.lot.ReadySheet;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Passes;
import org.oddlot.window.kit.Station;
import picocli.CommandLine;

/** The words that people read: ours are explained in the guide, and none is used for another. */
class WordsTest {
  private static final Path TOP = Objects.requireNonNull(Path.of("").toAbsolutePath().getParent());

  /** Words of ours; who meets one for the first time finds it in the guide. */
  private static final List<String> OURS =
      List.of(
          "lot",
          "run sheet",
          "pass",
          "paper",
          "finding",
          "settled",
          "day map",
          "the cut",
          "ledger",
          "mapping profile",
          "practice desk");

  /** What is called otherwise: words that a reader of the trade would stumble over. */
  private static final List<String> NOT_SAID =
      List.of(
          "by ear",
          "runs away",
          "tak(e|es|en) back",
          "reckon\\w*",
          "heed\\w*",
          "judgement",
          "letters a second",
          "(can't|don't|won't|isn't|doesn't)");

  private static final Pattern LITERAL = Pattern.compile("\"((?:[^\"\\\\\n]|\\\\.)*)\"");

  /** All sentences that the sources hold, each with its place. */
  private static List<String> sentences() throws IOException {
    var found = new ArrayList<String>();
    for (String module : List.of("core", "cli", "window")) {
      try (Stream<Path> files = Files.walk(TOP.resolve(module + "/src/main/java"))) {
        for (Path file : files.filter(each -> each.toString().endsWith(".java")).toList()) {
          for (String line : Files.readAllLines(file)) {
            String plain = line.strip();
            if (plain.startsWith("*") || plain.startsWith("/")) {
              continue;
            }
            LITERAL
                .matcher(plain)
                .results()
                .map(literal -> literal.group(1))
                .filter(text -> text.indexOf(' ') > 0)
                .forEach(text -> found.add(file.getFileName() + ": " + text));
          }
        }
      }
    }
    return found;
  }

  /** What the program calls things: passes, stations, settings, jobs, commands. */
  private static String names() {
    var text = new StringBuilder();
    for (Pass<?> pass : Passes.all()) {
      text.append(pass.title()).append('\n').append(pass.question()).append('\n');
      pass.settings().forEach(setting -> text.append(setting.title()).append('\n'));
    }
    for (Station station : Station.all()) {
      text.append(station.group()).append('\n').append(station.question()).append('\n');
    }
    for (ReadySheet job : ReadySheet.all()) {
      text.append(job.about()).append('\n').append(job.takes()).append(job.gives()).append('\n');
    }
    for (CommandLine command : OddLot.commandLine().getSubcommands().values()) {
      text.append(command.getUsageMessage()).append('\n');
    }
    return text.toString().toLowerCase(Locale.ROOT);
  }

  private static List<String> glossary() throws IOException {
    return Files.readAllLines(TOP.resolve("docs/first-job.md")).stream()
        .dropWhile(line -> !line.equals("## Our words"))
        .filter(line -> line.startsWith("| ") && !line.startsWith("| word"))
        .map(line -> line.split("\\|", -1)[1].strip().toLowerCase(Locale.ROOT))
        .toList();
  }

  @Test
  void ourWordsAreExplainedInTheGuideAndUsed() throws IOException {
    String explained = String.join(", ", glossary());
    String said = names() + String.join("\n", sentences()).toLowerCase(Locale.ROOT);
    for (String word : OURS) {
      boolean isSaid = Pattern.compile("\\b" + word + "(e?s)?\\b").matcher(said).find();
      assertThat(isSaid).as("“%s” is said somewhere", word).isTrue();
      assertThat(explained).as("“%s” is in the guide", word).contains(word);
    }
    // And nothing is explained that nobody reads.
    for (String entry : glossary()) {
      for (String word : entry.split(", ", -1)) {
        assertThat(said.contains(word)).as("“%s” of the guide is said", word).isTrue();
      }
    }
  }

  @Test
  void whatIsCalledOtherwiseIsNotSaid() throws IOException {
    List<String> sentences = sentences();
    assertThat(sentences).hasSizeGreaterThan(2000);
    for (String words : NOT_SAID) {
      Pattern pattern = Pattern.compile("(?i)\\b" + words + "\\b");
      assertThat(sentences.stream().filter(line -> pattern.matcher(line).find()))
          .as(words)
          .isEmpty();
      assertThat(names()).as(words).doesNotContainPattern(pattern);
    }
  }
}
