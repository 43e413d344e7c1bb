package org.oddlot.pass.returning;

import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Document;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Judged;
import org.oddlot.pass.Look;
import org.oddlot.pass.Matter;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Progress;
import org.oddlot.pass.Setting;
import org.oddlot.pass.Settings;
import org.oddlot.pass.Source;
import org.oddlot.profile.Field;
import org.oddlot.timeline.Differences;
import org.oddlot.timeline.Edits;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;

/**
 * Gives what goes out a name and an identity of its own, so that it is told apart from what came in
 * when both are imported: file names and timeline names from a pattern, a new identity where the
 * program keeps one, and a note of where it came from. The same lot gives the same names.
 */
public final class ReturnPass implements Pass {

  /** The version that is noted in what is written. */
  public static final String VERSION = "Odd Lot 0.1";

  /** What files are called; {@code {name}}, {@code {lot}} and {@code {date}} are filled in. */
  public static final Setting FILE_NAME =
      Setting.text("file_name", "File name", "{name} (odd lot)");

  /** What timelines are called, in the same way. */
  public static final Setting TIMELINE_NAME =
      Setting.text("timeline_name", "Timeline name", "{name} (odd lot)");

  @Override
  public String id() {
    return "return";
  }

  @Override
  public String title() {
    return "Return";
  }

  @Override
  public String question() {
    return "What goes out?";
  }

  @Override
  public List<Setting> settings() {
    return List.of(FILE_NAME, TIMELINE_NAME);
  }

  @Override
  public Look look(
      Matter matter, Settings settings, Map<String, Decision> decisions, Progress progress) {
    var findings = new ArrayList<ReturnFinding>();
    for (Document document : matter.documents()) {
      progress.check();
      if (!document.isChanged()) {
        findings.add(new ReturnFinding(document.name(), "", 0, "nothing in it changed", List.of()));
        continue;
      }
      int changes = Differences.between(document.asRead(), document.root()).size();
      var evidence = new ArrayList<Evidence>();
      for (Timeline timeline : timelines(document)) {
        evidence.add(
            new Evidence(
                "timeline", timeline.name(), "becomes " + newName(timeline, matter, settings)));
      }
      evidence.add(
          new Evidence(
              "made from", document.name(), "SHA-256 " + document.sha256().substring(0, 12) + "…"));
      findings.add(
          new ReturnFinding(
              document.name(),
              fileName(document.name(), matter, settings),
              changes,
              changes + (changes == 1 ? " change" : " changes") + " from " + document.name(),
              evidence));
    }
    return Look.of(findings);
  }

  @Override
  public Applied apply(Matter matter, Settings settings, List<Judged> accepted, Progress progress) {
    var claims = new ArrayList<Applied.Claim>();
    var edits = new HashMap<String, Edits>();
    for (Judged judged : accepted) {
      var finding = (ReturnFinding) judged.finding();
      Document document = matter.document(finding.document()).orElseThrow();
      if (finding.output().isEmpty()) {
        continue;
      }
      var changes = new Edits();
      List<Timeline> timelines = timelines(document);
      for (Timeline timeline : timelines) {
        changes.change(
            timeline,
            object ->
                withNewIdentity((Timeline) object, document, matter)
                    .withName(newName(timeline, matter, settings)));
        claims.add(
            new Applied.Claim(timeline.identity(), "name", "told apart from the one that came in"));
      }
      List<? extends TimelineObject> signed =
          timelines.isEmpty() ? List.of(document.root()) : timelines;
      for (TimelineObject object : signed) {
        changes.change(
            object, o -> o.withMetadata(signed(o.metadata(), document, finding, matter)));
        claims.add(new Applied.Claim(object.identity(), "metadata", "says where it came from"));
      }
      edits.put(document.name(), changes);
    }
    return new Applied(matter.withEdits(edits), claims);
  }

  private static List<Timeline> timelines(Document document) {
    var timelines = new ArrayList<Timeline>();
    Placed.root(document.root())
        .walk(placed -> {
          if (placed.object() instanceof Timeline timeline) {
            timelines.add(timeline);
          }
        });
    return timelines;
  }

  private static TimelineObject withNewIdentity(
      Timeline timeline, Document document, Matter matter) {
    return document
        .profile()
        .place(Field.IDENTITY)
        .flatMap(place ->
            place
                .text(timeline.metadata())
                .map(old -> {
                  String seed = old + "\n" + matter.lot() + "\n" + document.sha256();
                  UUID fresh = UUID.nameUUIDFromBytes(seed.getBytes(StandardCharsets.UTF_8));
                  return timeline.withMetadata(
                      place.set(timeline.metadata(), JsonString.of(fresh.toString())));
                }))
        .orElse(timeline);
  }

  private static JsonObject signed(
      JsonObject metadata, Document document, ReturnFinding finding, Matter matter) {
    JsonObject written =
        JsonObject.EMPTY
            .with("from", JsonString.of(document.name()))
            .with("from_sha256", JsonString.of(document.sha256()))
            .with("by", JsonString.of(VERSION))
            .with("lot", JsonString.of(matter.lot()))
            .with("changes", JsonNumber.of(finding.changes()))
            .with(
                "papers",
                JsonArray.of(
                    matter.papers().stream().map(paper -> JsonString.of(paper.name())).toList()));
    return metadata.withAt(List.of("oddlot", "written"), written);
  }

  private static String newName(Timeline timeline, Matter matter, Settings settings) {
    return fill(settings.text(TIMELINE_NAME), timeline.name(), matter);
  }

  private static String fileName(String name, Matter matter, Settings settings) {
    int dot = name.lastIndexOf('.');
    String stem = dot > 0 ? name.substring(0, dot) : name;
    String ending = dot > 0 ? name.substring(dot) : "";
    String filled = fill(settings.text(FILE_NAME), stem, matter);
    // Characters that a common file system does not take.
    return filled.replaceAll("[\\\\/:*?\"<>|\\p{Cntrl}]", "-").strip() + ending;
  }

  private static String fill(String pattern, String name, Matter matter) {
    return pattern
        .replace("{name}", name)
        .replace("{lot}", matter.lot())
        .replace("{date}", day(matter).map(LocalDate::toString).orElse("undated"));
  }

  /** The lot's own day: the first on which its material was recorded. Never today's. */
  private static Optional<LocalDate> day(Matter matter) {
    return matter.sources().all().stream()
        .map(Source::recorded)
        .flatMap(Optional::stream)
        .min(LocalDate::compareTo);
  }
}
