package org.oddlot.lot;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonException;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonValue;
import org.oddlot.pass.Decision;
import org.oddlot.pass.FindingId;
import org.oddlot.text.Phrase;

/**
 * Answers to findings in a file of their own: a JSON list of {@code {"finding": ID, "decision":
 * "accept" | "decline", "choices": [ID…]}}.
 */
public final class DecisionFile {
  private DecisionFile() {}

  /**
   * One answer.
   *
   * @param finding what it is about
   * @param decision what is said
   * @param place where in the file
   */
  public record Given(FindingId finding, Decision decision, String place) {}

  /**
   * The answers in {@code file}.
   *
   * @throws IOException if it cannot be read, or an answer in it cannot be understood; the message
   *     says where
   */
  public static List<Given> read(Path file) throws IOException {
    JsonValue json;
    try {
      json = JsonValue.parse(new String(Files.readAllBytes(file), StandardCharsets.UTF_8));
    } catch (JsonException e) {
      throw new IOException(
          Phrase.of("%s, %s: %s.", file.getFileName(), e.place(), e.getMessage()), e);
    }
    if (!(json instanceof JsonArray list)) {
      throw new IOException(file.getFileName() + " is no list of decisions.");
    }
    var given = new ArrayList<Given>();
    for (JsonValue value : list.elements()) {
      given.add(given(value, file));
    }
    return given;
  }

  private static Given given(JsonValue value, Path file) throws IOException {
    if (!(value instanceof JsonObject said)) {
      throw new IOException(
          Phrase.of(
              "%s: expected {\"finding\": …, \"decision\": …}, found %s.",
              file.getFileName(), value.display()));
    }
    String place = said.slice().map(slice -> slice.text().place(slice.start())).orElse("");
    String finding = said.string("finding").orElse("");
    if (finding.isEmpty()) {
      throw new IOException(Phrase.of("%s, %s: it names no finding.", file.getFileName(), place));
    }
    List<String> choices = said.array("choices").stream().map(JsonValue::display).toList();
    Decision decision =
        switch (said.string("decision").orElse("")) {
          case "accept" -> Decision.accept(choices);
          case "decline" -> Decision.decline();
          default ->
              throw new IOException(
                  Phrase.of(
                      "%s, %s: a decision is \"accept\" or \"decline\".",
                      file.getFileName(), place));
        };
    return new Given(new FindingId(finding), decision, place);
  }
}
