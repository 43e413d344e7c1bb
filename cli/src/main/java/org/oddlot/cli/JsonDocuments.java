package org.oddlot.cli;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.oddlot.handoff.CarryReport;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonPatch;
import org.oddlot.json.JsonString;
import org.oddlot.json.JsonStyle;
import org.oddlot.json.JsonValue;
import org.oddlot.lot.Output;
import org.oddlot.material.LedgerEntry;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.pass.Tally;
import org.oddlot.problem.FaultReport;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Wall;

/** Makes the JSON documents that the commands print. */
final class JsonDocuments {
  /** Of what is the same in many places so many are named. */
  private static final int MOST_PLACES = 20;

  private final Map<String, JsonValue> members = new LinkedHashMap<>();

  JsonDocuments put(String key, JsonValue value) {
    members.put(key, value);
    return this;
  }

  JsonDocuments put(String key, String value) {
    return put(key, JsonString.of(value));
  }

  JsonDocuments put(String key, long value) {
    return put(key, JsonNumber.of(value));
  }

  JsonObject toObject() {
    return JsonObject.of(members);
  }

  /** The document as it is printed. */
  String print() {
    return JsonPatch.toString(toObject(), JsonStyle.indented("  "));
  }

  static JsonArray problems(List<Problem> problems) {
    return JsonArray.of(
        problems.stream()
            .map(problem ->
                new JsonDocuments()
                    .put("severity", problem.severity().word())
                    .put("file", problem.file())
                    .put("place", problem.place())
                    .put("message", problem.message())
                    .put("remedy", problem.remedy())
                    .toObject())
            .toList());
  }

  static JsonArray passes(Outcome outcome) {
    return JsonArray.of(
        outcome.steps().stream()
            .map(step -> {
              Tally tally = step.tally();
              return new JsonDocuments()
                  .put("pass", step.pass().id())
                  .put("settled", tally.settled())
                  .put("to_look_at", tally.toLookAt())
                  .put("open", tally.open())
                  .put("declined", tally.declined())
                  .toObject();
            })
            .toList());
  }

  /** The findings that a person should see. */
  static JsonArray findings(Outcome outcome) {
    return JsonArray.of(
        outcome.steps().stream()
            .flatMap(step ->
                step.reviewed().stream()
                    .filter(reviewed -> reviewed.standing() != Standing.SETTLED)
                    .map(reviewed ->
                        Wall.behind(
                            () -> finding(step.pass().id(), reviewed),
                            fault -> unsaid(step.pass(), reviewed, fault))))
            .toList());
  }

  /** A finding that cannot be put in words is still one. */
  private static JsonObject unsaid(Pass<?> pass, Reviewed<?> reviewed, Throwable fault) {
    return new JsonDocuments()
        .put("pass", pass.id())
        .put("standing", reviewed.standing().key())
        .put("reason", FaultReport.keepLeftOut("Saying it", fault))
        .toObject();
  }

  private static JsonObject finding(String pass, Reviewed<?> reviewed) {
    return new JsonDocuments()
        .put("pass", pass)
        .put("id", reviewed.finding().id().text())
        .put("title", reviewed.finding().title())
        .put("standing", reviewed.standing().key())
        .put("reason", reviewed.reason())
        .put(
            "choices",
            JsonArray.of(
                reviewed.finding().choices().stream()
                    .map(choice ->
                        new JsonDocuments()
                            .put("id", choice.id())
                            .put("title", choice.label())
                            .toObject())
                    .toList()))
        .put("proposed", JsonArray.ofStrings(reviewed.finding().proposed()))
        .toObject();
  }

  /** What becomes of the things of one kind in another format. */
  static JsonObject carried(CarryReport.Row row) {
    return new JsonDocuments()
        .put("what", row.feature().name().toLowerCase(Locale.ROOT))
        .put("outcome", row.outcome().name().toLowerCase(Locale.ROOT))
        .put("count", row.count())
        .put("becomes", row.becomes())
        .put(
            "places",
            JsonArray.of(
                row.places().stream()
                    .limit(MOST_PLACES)
                    .map(place -> JsonString.of(place.path()))
                    .toList()))
        .toObject();
  }

  static JsonArray written(List<Output.Written> written) throws IOException {
    var files = new ArrayList<JsonObject>();
    for (Output.Written file : written) {
      files.add(
          new JsonDocuments()
              .put("file", file.path().toString())
              .put("sha256", file.sha256())
              .put("lost", JsonArray.ofStrings(file.lost()))
              .toObject());
    }
    return JsonArray.of(files);
  }

  static JsonArray ledger(List<LedgerEntry> ledger) {
    return JsonArray.of(
        ledger.stream()
            .map(entry ->
                new JsonDocuments()
                    .put("document", entry.document())
                    .put("path", entry.address().path())
                    .put("place", entry.place())
                    .put("property", entry.property())
                    .put("before", entry.before())
                    .put("after", entry.after())
                    .put("pass", entry.pass())
                    .put("reason", entry.reason())
                    .toObject())
            .toList());
  }
}
