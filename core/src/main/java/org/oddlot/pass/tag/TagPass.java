package org.oddlot.pass.tag;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.json.JsonValue;
import org.oddlot.material.Material;
import org.oddlot.material.Pairing;
import org.oddlot.material.PlacedClip;
import org.oddlot.material.Source;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Applied;
import org.oddlot.pass.ClipChanges;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.profile.Field;
import org.oddlot.profile.Pointer;
import org.oddlot.profile.Profile;
import org.oddlot.progress.Progress;
import org.oddlot.setting.Setting;
import org.oddlot.setting.Settings;
import org.oddlot.text.Phrase;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Marker;

/**
 * Writes what the matched entries say into the clips: scene, shot, take, camera, circle, notes,
 * people; keyword ranges; selects; markers. Gathers the clips in new bins. What is there already
 * and says something else is overwritten only when a person accepts it.
 */
public final class TagPass implements Pass<TagFinding> {

  /** Whether clips in timelines are tagged, or only those in bins. */
  public static final Setting<Boolean> USES = Setting.yesNo("uses", "Timelines too", true);

  /** How clips are called; they keep their names where nothing is said. */
  public static final Setting<String> NAME =
      Setting.textOrNothing(
          "name", "Names", "{scene}{shot}[-{take:2}][ {camera}][-{n}]", NamePattern::problem);

  /** Whether what is noted already and says something else is overwritten without asking. */
  public static final Setting<Boolean> OVERWRITE =
      Setting.yesNo("overwrite", "Overwrite notes", false);

  /** What becomes keywords of the whole clip, by the department that wrote it down. */
  public static final Setting<List<String>> KEYWORDS =
      Setting.someOf("keywords", "Keywords", Keyworded.words());

  /** Whether circled takes are marked as selects. */
  public static final Setting<Boolean> SELECTS =
      Setting.yesNo("selects", "Select the circled", false);

  /** By what the clips are gathered in new bins. */
  public static final Setting<List<String>> BINS =
      Setting.someOf("bins", "New bins", BinSet.words());

  @Override
  public String id() {
    return "tag";
  }

  @Override
  public String title() {
    return "Name and tag";
  }

  @Override
  public String question() {
    return "What is written into the clips?";
  }

  @Override
  public boolean concerns(Material material) {
    return !material.papers().isEmpty();
  }

  @Override
  public List<Setting<?>> settings() {
    return List.of(NAME, KEYWORDS, BINS, SELECTS, USES, OVERWRITE);
  }

  @Override
  public Analysis<TagFinding> analyse(Request request) {
    Material material = request.material();
    Settings settings = request.settings();
    Progress progress = request.progress();
    Map<String, LogEntry> entries =
        material
            .entries()
            .collect(Collectors.toMap(LogEntry::id, Function.identity(), (a, _) -> a));
    var bySource = new LinkedHashMap<String, List<LogEntry>>();
    for (Pairing pairing : material.all(Pairing.class)) {
      Optional.ofNullable(entries.get(pairing.entryId()))
          .ifPresent(entry ->
              bySource.computeIfAbsent(pairing.sourceId(), _ -> new ArrayList<>()).add(entry));
    }

    TaggedBefore before = material.derive(TaggedBefore.KNOWN);
    var findings = new ArrayList<TagFinding>();
    var gathered = new ArrayList<TaggedBefore.About>();
    var names = new NewNames(settings.get(NAME));
    for (Source source : material.sources().all()) {
      List<LogEntry> its = bySource.get(source.id());
      if (its != null) {
        its.sort(Comparator.comparing(LogEntry::paper).thenComparingInt(LogEntry::row));
        TaggedBefore.About about =
            before.about(source, its, settings, () -> tags(source, its, settings));
        names.add(source, () -> TagFinding.tokens(source, about.tags().notes()));
        gathered.add(about);
      }
      if (gathered.size() % 1000 == 999) {
        progress.check();
      }
    }
    for (TaggedBefore.About about : gathered) {
      NewNames.Name name = names.of(about.source());
      findings.add(about.finding(name, its -> finding(its, name, settings)));
    }
    return Analysis.of(findings);
  }

  private static Tags tags(Source source, List<LogEntry> entries, Settings settings) {
    var tags = new Tags(source, entries);
    tags.alsoAsKeywords(settings.get(KEYWORDS));
    if (settings.get(SELECTS)) {
      tags.selectCircled();
    }
    return tags;
  }

  private static TagFinding finding(
      TaggedBefore.About about, NewNames.Name name, Settings settings) {
    Source source = about.source();
    List<LogEntry> entries = about.entries();
    Tags tags = about.tags();
    var conflicting = new LinkedHashSet<Evidence>(tags.contradictions());
    for (PlacedClip placed : clips(source, settings)) {
      JsonObject metadata = placed.clip().metadata();
      for (Note note : tags.notes()) {
        String there = note.there(metadata, placed.profile());
        if (!there.isEmpty() && !there.equals(note.words())) {
          conflicting.add(new Evidence(note.title(), there, "would become " + note.words()));
        }
      }
    }
    var conflicts = new ArrayList<Evidence>(conflicting);
    String rows =
        entries.stream().map(e -> Integer.toString(e.row())).collect(Collectors.joining(", "));
    String reason =
        conflicts.isEmpty()
            ? (entries.size() == 1 ? "row " : "rows ") + rows + " of " + entries.getFirst().paper()
            : Phrase.of(
                "%s is already noted as \"%s\"",
                conflicts.getFirst().what(), conflicts.getFirst().value());
    name.trouble().ifPresent(what -> conflicts.add(new Evidence("name", name.text(), what)));
    if (name.trouble().isPresent()) {
      reason = "\"" + name.text() + "\": " + name.trouble().get();
    }
    if (!tags.contradictions().isEmpty()) {
      Evidence first = tags.contradictions().getFirst();
      reason = Phrase.of("its entries do not agree on the %s: %s", first.what(), first.value());
    }
    return new TagFinding(
        source,
        entries,
        tags.notes(),
        tags.marks(),
        Optional.of(name.text()).filter(text -> !text.isEmpty() && !text.equals(source.name())),
        conflicts,
        isSafe(conflicts, tags, name, settings) ? Standing.SETTLED : Standing.TO_LOOK_AT,
        reason);
  }

  private static boolean isSafe(
      List<Evidence> conflicts, Tags tags, NewNames.Name name, Settings settings) {
    return conflicts.isEmpty()
        || (settings.get(OVERWRITE) && tags.contradictions().isEmpty() && name.trouble().isEmpty());
  }

  private static List<PlacedClip> clips(Source source, Settings settings) {
    if (source.inBins().isEmpty() || settings.get(USES)) {
      return source.clips().toList();
    }
    return source.inBins();
  }

  @Override
  public Applied apply(Request request, List<Reviewed<TagFinding>> accepted) {
    Material material = request.material();
    Settings settings = request.settings();
    Progress progress = request.progress();
    TaggedBefore before = material.derive(TaggedBefore.KNOWN);
    var changes = new ClipChanges();
    for (Reviewed<TagFinding> reviewed : accepted) {
      progress.check();
      var finding = reviewed.finding();
      for (PlacedClip placed : clips(finding.source(), settings)) {
        changes.add(
            placed,
            clip -> before.written(clip, finding, () -> tagged(clip, finding, placed.profile())),
            reviewed.reason(),
            "metadata",
            "markers",
            "name");
      }
    }
    Applied tagged = changes.applyTo(material);
    return BinSet.added(tagged, settings.get(BINS));
  }

  private static Clip tagged(Clip clip, TagFinding finding, Profile profile) {
    JsonObject metadata = clip.metadata();
    for (Note note : finding.notes()) {
      if (!note.there(metadata, profile).equals(note.words())) {
        metadata = note.write(metadata, profile);
      }
    }
    var markers = new ArrayList<Marker>(clip.markers());
    Set<Mark.Said> said =
        markers.stream().map(marker -> Mark.said(marker, profile)).collect(Collectors.toSet());
    var keywords = new LinkedHashSet<JsonObject>();
    for (Mark mark : finding.marks()) {
      if (mark.range().isEmpty()) {
        keywords.add(mark.toKeyword(profile));
      } else if (isWithin(clip, mark) && said.add(mark.said(profile))) {
        markers.add(mark.toMarker(profile));
      }
    }
    metadata = withKeywords(metadata, keywords, profile);
    String name = finding.newName().orElse(clip.name());
    if (!name.equals(clip.name())) {
      metadata = withOriginalName(metadata, clip.name(), profile);
    }
    // What says all of it already stays the very same clip.
    boolean same =
        metadata.equals(clip.metadata())
            && markers.equals(clip.markers())
            && name.equals(clip.name());
    return same ? clip : clip.withMetadata(metadata).withMarkers(markers).withName(name);
  }

  /** The name under which the clip came in first is kept, however often it is renamed. */
  private static JsonObject withOriginalName(JsonObject metadata, String name, Profile profile) {
    return profile
        .place(Field.ORIGINAL_NAME)
        .filter(place -> place.text(metadata).filter(text -> !text.isEmpty()).isEmpty())
        .map(place -> place.set(metadata, JsonString.of(name)))
        .orElse(metadata);
  }

  /** Whether what is marked can be seen in the clip: a use in a timeline may show a part only. */
  private static boolean isWithin(Clip clip, Mark mark) {
    return clip.trimmedRange()
        .map(used -> mark.range().filter(used::touches).isPresent())
        .orElse(true);
  }

  private static JsonObject withKeywords(
      JsonObject metadata, Set<JsonObject> keywords, Profile profile) {
    Optional<Pointer> place = profile.place(Field.KEYWORDS);
    if (place.isEmpty() || keywords.isEmpty()) {
      return metadata;
    }
    var all = new LinkedHashSet<JsonValue>(place.get().all(metadata));
    int before = all.size();
    all.addAll(keywords);
    if (all.size() == before) {
      return metadata;
    }
    // What is there twice stays there twice.
    var list = new ArrayList<JsonValue>(place.get().all(metadata));
    all.stream().skip(before).forEach(list::add);
    return place.get().setAll(metadata, list);
  }
}
