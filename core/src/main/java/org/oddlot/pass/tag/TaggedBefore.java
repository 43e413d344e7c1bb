package org.oddlot.pass.tag;

import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.function.Supplier;
import org.oddlot.material.Derived;
import org.oddlot.material.Source;
import org.oddlot.material.TimelineFile;
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
      Derived.of(Set.of(TimelineFile.class), _ -> new TaggedBefore());

  private final Map<String, About> bySource = new ConcurrentHashMap<>();
  private final Map<Clip, Written> byClip = Collections.synchronizedMap(new IdentityHashMap<>());

  private TaggedBefore() {}

  /** What the entries of a source say of it, and what was found of that last. */
  static final class About {
    private final Source source;
    private final List<LogEntry> entries;
    private final Settings settings;
    private final Tags tags;
    private Optional<Named> last = Optional.empty();

    private About(Source source, List<LogEntry> entries, Settings settings, Tags tags) {
      this.source = source;
      this.entries = List.copyOf(entries);
      this.settings = settings;
      this.tags = tags;
    }

    Source source() {
      return source;
    }

    Tags tags() {
      return tags;
    }

    @SuppressWarnings("ReferenceEquality") // what did not change is the very same
    private boolean isOf(Source same, List<LogEntry> its, Settings set) {
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

    /** What is found where the source is to have this name. */
    synchronized TagFinding finding(NewNames.Name name, Function<About, TagFinding> found) {
      Named its =
          last.filter(named -> named.name.equals(name))
              .orElseGet(() -> new Named(name, found.apply(this)));
      last = Optional.of(its);
      return its.finding;
    }

    List<LogEntry> entries() {
      return entries;
    }
  }

  private record Named(NewNames.Name name, TagFinding finding) {}

  private record Written(TagFinding finding, Clip clip) {}

  /** What these entries say of a source. */
  About about(Source source, List<LogEntry> entries, Settings settings, Supplier<Tags> tags) {
    About known = bySource.get(source.id());
    if (known == null || !known.isOf(source, entries, settings)) {
      known = new About(source, entries, settings, tags.get());
      bySource.put(source.id(), known);
    }
    return known;
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
