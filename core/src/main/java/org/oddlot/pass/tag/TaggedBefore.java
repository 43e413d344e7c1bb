package org.oddlot.pass.tag;

import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;
import org.oddlot.material.Derived;
import org.oddlot.material.Document;
import org.oddlot.material.Source;
import org.oddlot.paper.LogEntry;
import org.oddlot.setting.Settings;
import org.oddlot.timeline.Clip;

/**
 * What was said about sources and written into clips when the same documents were looked at before.
 * Where nothing is different the very same comes back: after a single decision all clips but one
 * are the same objects as before it, and whatever rests on them need not be worked out again.
 */
final class TaggedBefore {
  /** What is known of the documents as they are. */
  static final Derived<TaggedBefore> KNOWN =
      Derived.of(Set.of(Document.class), _ -> new TaggedBefore());

  private final Map<String, About> bySource = new ConcurrentHashMap<>();
  private final Map<Clip, Written> byClip = Collections.synchronizedMap(new IdentityHashMap<>());

  private TaggedBefore() {}

  /**
   * What the entries of a source say of it.
   *
   * @param finding what was found, and under which name; empty until it was found
   */
  private record About(
      Source source,
      List<LogEntry> entries,
      Settings settings,
      Tags tags,
      Optional<Named> finding) {

    @SuppressWarnings("ReferenceEquality") // what did not change is the very same
    boolean isOf(Source same, List<LogEntry> its, Settings set) {
      if (source != same || entries.size() != its.size() || !settings.equals(set)) {
        return false;
      }
      for (int i = 0; i < its.size(); i++) {
        if (entries.get(i) != its.get(i)) {
          return false;
        }
      }
      return true;
    }
  }

  private record Named(NewNames.Name name, TagFinding finding) {}

  private record Written(TagFinding finding, Clip clip) {}

  /** The tags of a source. */
  Tags tags(Source source, List<LogEntry> entries, Settings settings, Supplier<Tags> made) {
    About about = bySource.get(source.id());
    if (about == null || !about.isOf(source, entries, settings)) {
      about = new About(source, List.copyOf(entries), settings, made.get(), Optional.empty());
      bySource.put(source.id(), about);
    }
    return about.tags;
  }

  /** What was found about a source of which {@link #tags} was asked last. */
  TagFinding finding(Source source, NewNames.Name name, Supplier<TagFinding> made) {
    About about = bySource.get(source.id());
    Optional<Named> known =
        Optional.ofNullable(about).flatMap(About::finding).filter(named -> named.name.equals(name));
    if (known.isPresent() || about == null) {
      return known.map(Named::finding).orElseGet(made);
    }
    TagFinding finding = made.get();
    bySource.put(
        source.id(),
        new About(
            about.source,
            about.entries,
            about.settings,
            about.tags,
            Optional.of(new Named(name, finding))));
    return finding;
  }

  /** {@code clip} with what was found written into it. */
  @SuppressWarnings("ReferenceEquality") // what was found before is the very same
  Clip written(Clip clip, TagFinding finding, Supplier<Clip> made) {
    Written known = byClip.get(clip);
    if (known == null || known.finding != finding) {
      known = new Written(finding, made.get());
      byClip.put(clip, known);
    }
    return known.clip;
  }
}
