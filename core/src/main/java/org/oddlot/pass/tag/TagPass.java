package org.oddlot.pass.tag;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.Applied;
import org.oddlot.pass.ClipChanges;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Judged;
import org.oddlot.pass.Look;
import org.oddlot.pass.Matter;
import org.oddlot.pass.Pairing;
import org.oddlot.pass.Pass;
import org.oddlot.pass.PlacedClip;
import org.oddlot.pass.Progress;
import org.oddlot.pass.Setting;
import org.oddlot.pass.Settings;
import org.oddlot.pass.Source;
import org.oddlot.pass.Standing;
import org.oddlot.profile.Field;
import org.oddlot.profile.Pointer;
import org.oddlot.profile.Profile;
import org.oddlot.text.Phrase;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Marker;

/**
 * Writes what the matched entries say into the clips: scene, shot, take, camera, circle, notes,
 * people; keyword ranges; selects; markers. Gathers the clips in new bins. What is there already
 * and says something else is overwritten only when a person accepts it.
 */
public final class TagPass implements Pass {

  /** Whether clips in timelines are tagged, or only those in bins. */
  public static final Setting USES =
      Setting.yesNo("uses", "Tag the clips in timelines as well", true);

  /** How clips are called; they keep their names where nothing is said. */
  public static final Setting NAME = Setting.textOrNothing("name", "Names");

  /** Whether what is noted already and says something else is overwritten without asking. */
  public static final Setting OVERWRITE =
      Setting.yesNo("overwrite", "Overwrite what is there", false);

  /** What becomes keywords of the whole clip, by the department that wrote it down. */
  public static final Setting KEYWORDS = Setting.someOf("keywords", "Keywords", Keyworded.words());

  /** Whether circled takes are marked as selects. */
  public static final Setting SELECTS = Setting.yesNo("selects", "Circled as selects", false);

  /** By what the clips are gathered in new bins. */
  public static final Setting BINS = Setting.someOf("bins", "New bins", BinSet.words());

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
  public List<Setting> settings() {
    return List.of(NAME, KEYWORDS, BINS, SELECTS, USES, OVERWRITE);
  }

  @Override
  public Look look(
      Matter matter, Settings settings, Map<String, Decision> decisions, Progress progress) {
    Map<String, LogEntry> entries =
        matter.entries().collect(Collectors.toMap(LogEntry::id, Function.identity(), (a, _) -> a));
    var bySource = new LinkedHashMap<String, List<LogEntry>>();
    for (Pairing pairing : matter.pairings()) {
      Optional.ofNullable(entries.get(pairing.entryId()))
          .ifPresent(entry ->
              bySource.computeIfAbsent(pairing.sourceId(), _ -> new ArrayList<>()).add(entry));
    }

    var findings = new ArrayList<TagFinding>();
    var gathered = new LinkedHashMap<Source, Tags>();
    var names = new NewNames(settings.text(NAME));
    for (Source source : matter.sources().all()) {
      List<LogEntry> its = bySource.get(source.id());
      if (its != null) {
        its.sort(Comparator.comparing(LogEntry::paper).thenComparingInt(LogEntry::row));
        var tags = new Tags(source, its);
        tags.alsoAsKeywords(settings.chosen(KEYWORDS));
        if (settings.yes(SELECTS)) {
          tags.selectCircled();
        }
        names.add(source, TagFinding.tokens(source, tags.notes()));
        gathered.put(source, tags);
      }
      if (gathered.size() % 1000 == 999) {
        progress.check();
      }
    }
    gathered.forEach((source, tags) ->
        findings.add(
            finding(
                source,
                bySource.getOrDefault(source.id(), List.of()),
                tags,
                names.of(source),
                settings)));
    return Look.of(findings);
  }

  private static TagFinding finding(
      Source source, List<LogEntry> entries, Tags tags, NewNames.Name name, Settings settings) {
    var conflicts = new ArrayList<Evidence>(tags.contradictions());
    for (PlacedClip placed : clips(source, settings)) {
      Profile profile = placed.profile();
      for (Note note : tags.notes()) {
        profile
            .place(note.field())
            .map(place -> note.there(placed.clip().metadata(), place))
            .filter(there -> !there.isEmpty() && !there.equals(note.words()))
            .map(there -> new Evidence(note.title(), there, "would become " + note.words()))
            .filter(conflict -> !conflicts.contains(conflict))
            .ifPresent(conflicts::add);
      }
    }
    String rows =
        entries.stream().map(e -> Integer.toString(e.row())).collect(Collectors.joining(", "));
    String reason =
        conflicts.isEmpty()
            ? (entries.size() == 1 ? "row " : "rows ") + rows + " of " + entries.getFirst().paper()
            : Phrase.of(
                "%s is there already as \"%s\"",
                conflicts.getFirst().what(), conflicts.getFirst().value());
    name.trouble().ifPresent(what -> conflicts.add(new Evidence("name", name.text(), what)));
    if (name.trouble().isPresent()) {
      reason = "\"" + name.text() + "\": " + name.trouble().get();
    }
    if (!tags.contradictions().isEmpty()) {
      reason = "its entries do not agree: " + tags.contradictions().getFirst().value();
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
        || (settings.yes(OVERWRITE) && tags.contradictions().isEmpty() && name.trouble().isEmpty());
  }

  private static List<PlacedClip> clips(Source source, Settings settings) {
    if (source.inBins().isEmpty() || settings.yes(USES)) {
      return source.clips().toList();
    }
    return source.inBins();
  }

  @Override
  public Applied apply(Matter matter, Settings settings, List<Judged> accepted, Progress progress) {
    var changes = new ClipChanges();
    for (Judged judged : accepted) {
      progress.check();
      var finding = (TagFinding) judged.finding();
      for (PlacedClip placed : clips(finding.source(), settings)) {
        changes.add(
            placed,
            clip -> tagged(clip, finding, placed.profile()),
            judged.reason(),
            "metadata",
            "markers",
            "name");
      }
    }
    Applied tagged = changes.applyTo(matter);
    return BinSet.added(tagged, settings.chosen(BINS));
  }

  private static Clip tagged(Clip clip, TagFinding finding, Profile profile) {
    JsonObject metadata = clip.metadata();
    for (Note note : finding.notes()) {
      Optional<Pointer> place = profile.place(note.field());
      if (place.isPresent() && !note.there(metadata, place.get()).equals(note.words())) {
        metadata = note.write(metadata, place.get());
      }
    }
    var markers = new ArrayList<Marker>(clip.markers());
    for (Mark mark : finding.marks()) {
      if (mark.range().isEmpty()) {
        metadata = withKeyword(metadata, mark, profile);
      } else if (isWithin(clip, mark)
          && markers.stream().noneMatch(marker -> mark.isSaidBy(marker, profile))) {
        markers.add(mark.toMarker(profile));
      }
    }
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

  private static JsonObject withKeyword(JsonObject metadata, Mark mark, Profile profile) {
    Optional<Pointer> place = profile.place(Field.KEYWORDS);
    JsonObject keyword = mark.toKeyword(profile);
    if (place.isEmpty() || place.get().all(metadata).contains(keyword)) {
      return metadata;
    }
    var keywords = new ArrayList<>(place.get().all(metadata));
    keywords.add(keyword);
    return place.get().setAll(metadata, keywords);
  }
}
