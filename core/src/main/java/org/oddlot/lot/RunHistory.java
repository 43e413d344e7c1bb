package org.oddlot.lot;

import static java.time.format.DateTimeFormatter.ISO_LOCAL_DATE_TIME;
import static java.time.temporal.ChronoUnit.SECONDS;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.input.InputFile;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonException;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonPatch;
import org.oddlot.json.JsonString;
import org.oddlot.json.JsonStyle;
import org.oddlot.json.JsonValue;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Decision;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Instruction;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.text.Phrase;

/**
 * What was written of a lot, beside its file ({@code NAME.runs.jsonl}, a line each): when, by whom,
 * what had come in, what was decided since the time before, in words, what changed. Each line has
 * the lot as it was, so that it can be looked at again.
 */
public final class RunHistory {
  private static final String ENDING = ".runs.jsonl";
  private static final int MOST_WORDS = 200;

  private RunHistory() {}

  /**
   * One time that a lot was written.
   *
   * @param at when, by the clock on the wall
   * @param by who was at the machine; empty where that is not known
   * @param cameIn the files that had come in
   * @param decided what was decided since the time before, in words
   * @param changes how many changes went out
   * @param written the files that were written
   * @param lot the lot as it was
   */
  public record Run(
      LocalDateTime at,
      String by,
      List<String> cameIn,
      List<String> decided,
      int changes,
      List<String> written,
      Lot lot) {
    public Run {
      cameIn = List.copyOf(cameIn);
      decided = List.copyOf(decided);
      written = List.copyOf(written);
    }

    /** In a line. */
    public String inWords() {
      return Phrase.of(
          "%s%s: %s, %s%s",
          DateTimeFormatter.ofPattern("uuuu-MM-dd HH:mm").format(at),
          by.isEmpty() ? "" : " by " + by,
          Phrase.count(changes, "change"),
          written.isEmpty() ? "nothing written" : String.join(", ", written),
          decided.isEmpty() ? "" : Phrase.of("; %s", Phrase.count(decided.size(), "decision")));
    }
  }

  private static Path file(Path lot) {
    return lot.resolveSibling(new InputFile(lot).stem() + ENDING);
  }

  /**
   * Writes down that a lot was written.
   *
   * @param file where the lot is saved
   * @throws IOException if it cannot be; what was written of the lot is there all the same
   */
  public static void add(
      Path file,
      LocalDateTime at,
      String by,
      Lot lot,
      Outcome outcome,
      List<Output.Written> written)
      throws IOException {
    Path folder = folderOf(file);
    // The last that can be read; those before are not looked at, however many they are.
    Answers before =
        lines(file).reversed().stream()
            .flatMap(line -> run(line, folder).stream())
            .findFirst()
            .map(run -> run.lot().answers())
            .orElse(Answers.NONE);
    JsonObject json =
        JsonObject.of("at", JsonString.of(ISO_LOCAL_DATE_TIME.format(at.truncatedTo(SECONDS))))
            .with("by", JsonString.of(by))
            .with(
                "came_in", JsonArray.ofStrings(lot.inputs().stream().map(Lot.Input::name).toList()))
            .with("decided", JsonArray.ofStrings(decided(before, lot.answers(), outcome)))
            .with("changes", JsonNumber.of(outcome.changes()))
            .with(
                "written",
                JsonArray.ofStrings(
                    written.stream()
                        .map(each -> String.valueOf(each.path().getFileName()))
                        .toList()))
            .with("lot", LotFile.toJson(lot, folder));
    Files.writeString(
        file(file),
        JsonPatch.toString(json, JsonStyle.COMPACT) + "\n",
        StandardCharsets.UTF_8,
        StandardOpenOption.CREATE,
        StandardOpenOption.APPEND);
  }

  /** What was said otherwise than before, a line each. */
  private static List<String> decided(Answers before, Answers now, Outcome outcome) {
    Map<FindingId, String> titles = new HashMap<>();
    for (Outcome.StepOutcome<?> step : outcome.steps()) {
      for (Reviewed<?> each : step.reviewed()) {
        titles.put(each.finding().id(), step.pass().title() + ", " + each.finding().title());
      }
    }
    var decided = new ArrayList<String>();
    now.decisions()
        .forEach((id, decision) -> {
          if (!decision.equals(before.decisions().get(id))) {
            decided.add(titles.getOrDefault(id, id.text()) + ": " + verdict(decision));
          }
        });
    before
        .decisions()
        .keySet()
        .forEach(id -> {
          if (!now.decisions().containsKey(id)) {
            decided.add(titles.getOrDefault(id, id.text()) + ": left open again");
          }
        });
    for (Instruction each : now.instructions()) {
      if (!before.instructions().contains(each)) {
        decided.add(each.pass() + ": " + String.join(" ", each.words()));
      }
    }
    if (decided.size() <= MOST_WORDS) {
      return decided;
    }
    var first = new ArrayList<>(decided.subList(0, MOST_WORDS));
    first.add(Phrase.of("and %s more", Phrase.number(decided.size() - MOST_WORDS)));
    return first;
  }

  private static String verdict(Decision decision) {
    return !decision.isAccepted()
        ? "declined"
        : decision.chosen().isEmpty()
            ? "accepted"
            : "accepted as " + String.join(", ", decision.chosen());
  }

  /**
   * What was written of a lot, the first first; what is damaged of it is left out.
   *
   * @param file where the lot is saved
   */
  public static List<Run> of(Path file) throws IOException {
    Path folder = folderOf(file);
    return lines(file).stream().flatMap(line -> run(line, folder).stream()).toList();
  }

  private static Path folderOf(Path file) {
    return Optional.ofNullable(file.toAbsolutePath().getParent()).orElse(Path.of(""));
  }

  private static List<String> lines(Path file) throws IOException {
    try {
      return Files.readAllLines(file(file), StandardCharsets.UTF_8);
    } catch (NoSuchFileException e) {
      return List.of();
    }
  }

  private static Optional<Run> run(String line, Path folder) {
    try {
      if (!(JsonValue.parse(line) instanceof JsonObject json)) {
        return Optional.empty();
      }
      return Optional.of(
          new Run(
              LocalDateTime.parse(json.string("at").orElse("")),
              json.string("by").orElse(""),
              texts(json, "came_in"),
              texts(json, "decided"),
              json.whole("changes").orElse(0L).intValue(),
              texts(json, "written"),
              LotFile.parse(json.object("lot"), folder)));
    } catch (JsonException | DateTimeParseException | IOException e) {
      return Optional.empty();
    }
  }

  private static List<String> texts(JsonObject json, String key) {
    return json.array(key).stream().map(JsonValue::display).toList();
  }
}
