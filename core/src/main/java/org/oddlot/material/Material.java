package org.oddlot.material;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.oddlot.paper.LogEntry;
import org.oddlot.sound.Recording;
import org.oddlot.sound.SoundFile;
import org.oddlot.timeline.Edits;

/**
 * All that a lot holds at one moment of the run: inputs by kind and facts by type. A kind of input
 * or of fact is known by its class alone, so that a new one touches who makes it and who uses it.
 * Immutable; a pass makes a new one.
 */
public final class Material {
  private final String lot;
  private final Map<Class<?>, List<?>> parts;

  /** What was worked out of the parts, each kept as long as its parts are the same. */
  private final Map<Derived<?>, Object> derived;

  /** Whoever looks on is told which types were asked for; nobody does where this is null. */
  private final @Nullable Set<Class<?>> asked;

  private Material(
      String lot,
      Map<Class<?>, List<?>> parts,
      Map<Derived<?>, Object> derived,
      @Nullable Set<Class<?>> asked) {
    this.lot = lot;
    this.parts = parts;
    this.derived = derived;
    this.asked = asked;
  }

  /**
   * Nothing yet.
   *
   * @param lot the lot's name
   */
  public static Material of(String lot) {
    return new Material(lot, Map.of(), new ConcurrentHashMap<>(), null);
  }

  /**
   * What came in.
   *
   * @param lot the lot's name
   */
  public static Material of(String lot, List<Document> documents, List<Paper> papers) {
    return of(lot).with(Document.class, documents).with(Paper.class, papers);
  }

  /** The lot's name. */
  public String lot() {
    return lot;
  }

  /** Everything of one type, in order; none where nothing of it is known. */
  @SuppressWarnings("unchecked") // a list is only ever put under the class of its elements
  public <T> List<T> all(Class<T> type) {
    Set<Class<?>> watcher = asked;
    if (watcher != null) {
      watcher.add(type);
    }
    return (List<T>) parts.getOrDefault(type, List.of());
  }

  /** The first thing of a type of which there is one at the most. */
  public <T> Optional<T> one(Class<T> type) {
    return all(type).stream().findFirst();
  }

  /** This with everything of one type replaced; the very same where that changes nothing. */
  public <T> Material with(Class<T> type, List<? extends T> values) {
    List<T> copy = List.copyOf(values);
    if (copy.equals(parts.getOrDefault(type, List.of()))) {
      return this;
    }
    return put(Map.of(type, copy));
  }

  private Material put(Map<Class<?>, List<?>> changed) {
    var newParts = new HashMap<>(parts);
    newParts.putAll(changed);
    var kept = new ConcurrentHashMap<Derived<?>, Object>();
    derived.forEach((key, value) -> {
      if (changed.keySet().stream().noneMatch(key.from()::contains)) {
        kept.put(key, value);
      }
    });
    return new Material(lot, Map.copyOf(newParts), kept, asked);
  }

  /**
   * What can be worked out of this, worked out once for each state of the parts that it depends on.
   */
  @SuppressWarnings("unchecked") // what is kept under a key is what the key made
  public <T> T derive(Derived<T> key) {
    Set<Class<?>> watcher = asked;
    if (watcher != null) {
      watcher.addAll(key.from());
    }
    Object known = derived.get(key);
    if (known == null) {
      synchronized (derived) {
        known = derived.get(key);
        if (known == null) {
          known = key.of(unwatched());
          derived.put(key, known);
        }
      }
    }
    return (T) known;
  }

  private Material unwatched() {
    return asked == null ? this : new Material(lot, parts, derived, null);
  }

  /** This, telling {@code types} which types are asked for; it must be safe for several threads. */
  public Material watchedBy(Set<Class<?>> types) {
    return new Material(lot, parts, derived, types);
  }

  /** This without anybody looking on. */
  public Material withoutWatcher() {
    return unwatched();
  }

  /** Whether this and {@code other} hold the very same of all these types. */
  @SuppressWarnings("ReferenceEquality") // the very same list is what is asked about
  public boolean isSame(Material other, Set<Class<?>> types) {
    return lot.equals(other.lot)
        && types.stream()
            .allMatch(type ->
                parts.getOrDefault(type, List.of()) == other.parts.getOrDefault(type, List.of()));
  }

  /** This with whatever {@code after} holds otherwise than {@code before}. */
  @SuppressWarnings("ReferenceEquality") // what was not changed is the very same list
  public Material withChangesBetween(Material before, Material after) {
    var changed = new HashMap<Class<?>, List<?>>();
    after.parts.forEach((type, values) -> {
      if (values != before.parts.get(type)) {
        changed.put(type, values);
      }
    });
    return changed.isEmpty() ? this : put(changed);
  }

  /** The timeline files. */
  public List<Document> documents() {
    return all(Document.class);
  }

  /** The papers. */
  public List<Paper> papers() {
    return all(Paper.class);
  }

  /** The sound files that are at hand: those that came in and those that the timelines use. */
  public List<SoundFile> sounds() {
    return all(SoundFile.class);
  }

  /** All entries of all logs. */
  public Stream<LogEntry> entries() {
    return papers().stream().flatMap(paper -> paper.log().entries().stream());
  }

  /** The sources of all documents. */
  public Sources sources() {
    return derive(Sources.OF_DOCUMENTS);
  }

  /** The recordings of all sound files and of all sound in the documents' bins. */
  public List<Recording> recordings() {
    return derive(Recordings.ALL);
  }

  /** Whether a source is sound by itself, by its name or by what its file says. */
  public boolean isSound(Source source) {
    return source.isSound() || derive(Recordings.SOUND_IDS).contains(source.id());
  }

  /** This with each document changed. */
  public Material withDocuments(UnaryOperator<Document> change) {
    return put(Map.of(Document.class, documents().stream().map(change).toList()));
  }

  /** This with edits made in some documents, by their names; the very same where there are none. */
  public Material withEdits(Map<String, Edits> edits) {
    return edits.isEmpty()
        ? this
        : withDocuments(document ->
            Optional.ofNullable(edits.get(document.name()))
                .map(its -> document.withRoot(its.applyTo(document.root())))
                .orElse(document));
  }

  /** This with each paper changed. */
  public Material withPapers(UnaryOperator<Paper> change) {
    return put(Map.of(Paper.class, papers().stream().map(change).toList()));
  }

  /** The document of this name. */
  public Optional<Document> document(String name) {
    return documents().stream().filter(document -> document.name().equals(name)).findFirst();
  }
}
