package org.oddlot.pass.returning;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Optional;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.material.Material;
import org.oddlot.material.TimelineFile;
import org.oddlot.output.OutputKind;
import org.oddlot.output.PlannedFile;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.problem.Wall;
import org.oddlot.setting.Setting;
import org.oddlot.setting.Settings;
import org.oddlot.text.Phrase;
import org.oddlot.timeline.Edits;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;

/**
 * Gives what goes out a name and an identity of its own, so that it is told apart from what came in
 * when both are imported: file names and timeline names from a pattern, a new identity where the
 * program keeps one, and a note of where it came from. The same lot gives the same names.
 */
public final class ReturnPass implements Pass<ReturnFinding> {

  /** The version that is noted in what is written. */
  public static final String VERSION = "Odd Lot 0.1";

  /** What files are called; {@code {name}}, {@code {lot}} and {@code {date}} are filled in. */
  public static final Setting<String> FILE_NAME =
      Setting.text("file_name", "File name", "{name} (odd lot)", "{name}, {lot} and {date}");

  /** What timelines are called, in the same way. */
  public static final Setting<String> TIMELINE_NAME =
      Setting.text(
          "timeline_name", "Timeline name", "{name} (odd lot)", "{name}, {lot} and {date}");

  private static final List<OutputKind> KINDS = OutputKind.all();

  @Override
  public boolean isLast() {
    return true;
  }

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
  public List<Setting<?>> settings() {
    return List.of(FILE_NAME, TIMELINE_NAME);
  }

  @Override
  public Analysis<ReturnFinding> analyse(Request request) {
    Material material = request.material();
    Settings settings = request.settings();
    var findings = new ArrayList<ReturnFinding>();
    var names = new FileNames(material, settings.get(FILE_NAME));
    for (OutputKind kind : KINDS) {
      List<ReturnFinding> its =
          Wall.behind(
              () -> findings(kind, names, request),
              fault -> List.of(ReturnFinding.failed(kind.what(), fault)));
      findings.addAll(its);
    }
    for (TimelineFile document : material.documents()) {
      if (!document.isChanged()) {
        findings.add(
            new ReturnFinding(
                document.name(), Optional.empty(), "", 0, "nothing in it changed", List.of()));
      }
    }
    return Analysis.of(findings);
  }

  private static List<ReturnFinding> findings(OutputKind kind, FileNames names, Request request) {
    var findings = new ArrayList<ReturnFinding>();
    for (PlannedFile planned : kind.plan(request.material())) {
      request.progress().check();
      findings.add(
          finding(planned, names.of(planned.name()), request.material(), request.settings()));
    }
    return findings;
  }

  private static ReturnFinding finding(
      PlannedFile planned, String output, Material material, Settings settings) {
    var evidence = new ArrayList<Evidence>();
    Optional<TimelineFile> document = material.document(planned.id());
    document.ifPresent(its ->
        timelines(its)
            .forEach(timeline ->
                evidence.add(
                    new Evidence(
                        "timeline",
                        timeline.name(),
                        its.isNew()
                            ? "new"
                            : "becomes " + newName(timeline, material, settings)))));
    for (String from : planned.from()) {
      evidence.add(
          new Evidence(
              "made from",
              from,
              material
                  .document(from)
                  .filter(its -> !its.sha256().isEmpty())
                  .map(its -> "SHA-256 " + its.sha256().substring(0, 12) + "…")
                  .orElse("")));
    }
    planned.lost().forEach(lost -> evidence.add(new Evidence("not in it", lost, "")));
    return new ReturnFinding(
        planned.id(),
        Optional.of(planned),
        output,
        planned.changes(),
        planned.changes() == 0
            ? planned.title()
            : Phrase.count(planned.changes(), "change") + " from " + planned.id(),
        evidence);
  }

  @Override
  public Applied apply(Request request, List<Reviewed<ReturnFinding>> accepted) {
    Material material = request.material();
    var claims = new ArrayList<Applied.Claim>();
    var edits = new HashMap<String, Edits>();
    for (Reviewed<ReturnFinding> reviewed : accepted) {
      ReturnFinding finding = reviewed.finding();
      Optional<TimelineFile> document =
          material.document(finding.document()).filter(_ -> finding.plan().isPresent());
      document.ifPresent(its -> edits.put(its.name(), edits(its, finding, request, claims)));
    }
    return new Applied(material.withEdits(edits), claims);
  }

  private static Edits edits(
      TimelineFile document, ReturnFinding finding, Request request, List<Applied.Claim> claims) {
    Material material = request.material();
    var changes = new Edits();
    List<Timeline> timelines = timelines(document);
    for (Timeline timeline : document.isNew() ? List.<Timeline>of() : timelines) {
      changes.change(
          timeline,
          object ->
              document
                  .profile()
                  .withNewIdentity((Timeline) object, material.lot() + "\n" + document.sha256())
                  .withName(newName(timeline, material, request.settings())));
      claims.add(
          new Applied.Claim(timeline.identity(), "name", "told apart from the one that came in"));
    }
    List<? extends TimelineObject> signed =
        timelines.isEmpty() ? List.of(document.root()) : timelines;
    for (TimelineObject object : signed) {
      changes.change(
          object, o -> o.withMetadata(signed(o.metadata(), document, finding, material)));
      claims.add(new Applied.Claim(object.identity(), "metadata", "says where it came from"));
    }
    return changes;
  }

  private static List<Timeline> timelines(TimelineFile document) {
    var timelines = new ArrayList<Timeline>();
    collect(document.root(), timelines);
    return timelines;
  }

  private static void collect(TimelineObject object, List<Timeline> timelines) {
    if (object instanceof Timeline timeline) {
      timelines.add(timeline);
    }
    object.children().forEach(child -> collect(child, timelines));
  }

  private static JsonObject signed(
      JsonObject metadata, TimelineFile document, ReturnFinding finding, Material material) {
    TimelineFile from =
        document.isNew()
            ? material.document(document.madeFrom().getFirst()).orElse(document)
            : document;
    JsonObject written =
        JsonObject.EMPTY
            .with("from", JsonString.of(from.name()))
            .with("from_sha256", JsonString.of(from.sha256()))
            .with("by", JsonString.of(VERSION))
            .with("lot", JsonString.of(material.lot()))
            .with("changes", JsonNumber.of(finding.changes()))
            .with(
                "papers",
                JsonArray.of(
                    material.papers().stream().map(paper -> JsonString.of(paper.name())).toList()));
    return metadata.withAt(List.of("oddlot", "written"), written);
  }

  private static String newName(Timeline timeline, Material material, Settings settings) {
    return FileNames.filled(settings.get(TIMELINE_NAME), timeline.name(), material);
  }
}
