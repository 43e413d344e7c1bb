package org.oddlot.material;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.oddlot.paper.LogEntry;
import org.oddlot.paper.TablePaper;
import org.oddlot.rights.LicencePaper;
import org.oddlot.rights.MusicPaper;
import org.oddlot.sound.Recording;
import org.oddlot.sound.SoundFile;
import org.oddlot.timeline.Address;
import org.oddlot.timeline.Addresses;
import org.oddlot.timeline.Edits;
import org.oddlot.timeline.Placed;

/**
 * All that a lot holds at one moment of the run: inputs by kind and facts by type. A kind of input
 * or of fact is known by its class alone, so that a new one touches who makes it and who uses it.
 * Immutable; a pass makes a new one.
 */
public final class Material {
  private static final Derived<Map<String, Addresses>> ADDRESSES =
      Derived.of(
          Set.of(TimelineFile.class),
          material ->
              material.documents().stream()
                  .collect(
                      Collectors.toMap(
                          TimelineFile::name,
                          document -> Addresses.of(document.name(), document.root()))));

  private final String lot;
  private final Map<Class<?>, Part> parts;

  /** Whoever looks on is told which types were asked for; nobody does where this is null. */
  private final @Nullable Set<Class<?>> asked;

  private Material(String lot, Map<Class<?>, Part> parts, @Nullable Set<Class<?>> asked) {
    this.lot = lot;
    this.parts = parts;
    this.asked = asked;
  }

  /**
   * Nothing yet.
   *
   * @param lot the lot's name
   */
  public static Material of(String lot) {
    return new Material(lot, Map.of(), null);
  }

  /**
   * What came in.
   *
   * @param lot the lot's name
   */
  public static Material of(String lot, List<TimelineFile> documents, List<Paper> papers) {
    return of(lot).with(TimelineFile.class, documents).with(Paper.class, papers);
  }

  /** The lot's name. */
  public String lot() {
    return lot;
  }

  private Part part(Class<?> type) {
    return parts.getOrDefault(type, Part.NONE);
  }

  /** Everything of one type, in order; none where nothing of it is known. */
  @SuppressWarnings("unchecked") // a list is only ever put under the class of its elements
  public <T> List<T> all(Class<T> type) {
    Set<Class<?>> watcher = asked;
    if (watcher != null) {
      watcher.add(type);
    }
    return (List<T>) part(type).values();
  }

  /** The first thing of a type of which there is one at the most. */
  public <T> Optional<T> one(Class<T> type) {
    return all(type).stream().findFirst();
  }

  /** This with everything of one type replaced; the very same where that changes nothing. */
  public <T> Material with(Class<T> type, List<? extends T> values) {
    List<T> copy = List.copyOf(values);
    return copy.equals(part(type).values()) ? this : put(type, copy);
  }

  private Material put(Class<?> type, List<?> values) {
    var changed = new Part(values);
    changed.follow(part(type));
    return put(Map.of(type, changed));
  }

  private Material put(Map<Class<?>, Part> changed) {
    var all = new HashMap<>(parts);
    all.putAll(changed);
    return new Material(lot, Map.copyOf(all), asked);
  }

  /**
   * What can be worked out of this, worked out once for each state of the parts that it depends on.
   */
  public <T> T derive(Derived<T> key) {
    Set<Class<?>> watcher = asked;
    if (watcher != null) {
      watcher.addAll(key.from());
    }
    // It is kept with the timelines where they have a part in it: they are what is large.
    Part keeper =
        key.from().contains(TimelineFile.class)
            ? part(TimelineFile.class)
            : part(key.from().iterator().next());
    Material whole = withoutWatcher();
    if (keeper == Part.NONE) {
      return key.of(whole, Optional.empty());
    }
    return keeper.derive(
        key, key.from().stream().map(this::part).toList(), former -> key.of(whole, former));
  }

  /** This, telling {@code types} which types are asked for; it must be safe for several threads. */
  public Material watchedBy(Set<Class<?>> types) {
    return new Material(lot, parts, types);
  }

  /** This without anybody looking on. */
  public Material withoutWatcher() {
    return asked == null ? this : new Material(lot, parts, null);
  }

  /** Whether this and {@code other} hold the very same of all these types. */
  @SuppressWarnings("ReferenceEquality") // the very same part is what is asked about
  public boolean isSame(Material other, Set<Class<?>> types) {
    return lot.equals(other.lot) && types.stream().allMatch(type -> part(type) == other.part(type));
  }

  /**
   * Says that this is nearly the same as {@code earlier}: what was worked out of that need not be
   * worked out of this from nothing.
   */
  public void follow(Material earlier) {
    parts.forEach((type, part) -> part.follow(earlier.part(type)));
  }

  /** This with whatever {@code after} holds otherwise than {@code before}. */
  @SuppressWarnings("ReferenceEquality") // what was not changed is the very same part
  public Material withChangesBetween(Material before, Material after) {
    var changed = new HashMap<Class<?>, Part>();
    after.parts.forEach((type, part) -> {
      if (part != before.part(type)) {
        changed.put(type, part);
      }
    });
    return changed.isEmpty() ? this : put(changed);
  }

  /** The timeline files. */
  public List<TimelineFile> documents() {
    return all(TimelineFile.class);
  }

  /** The papers. */
  public List<Paper> papers() {
    return all(Paper.class);
  }

  /** All papers that were read from tables, whatever they are about. */
  public List<TablePaper> tablePapers() {
    return Stream.of(Paper.class, LicencePaper.class, MusicPaper.class)
        .<TablePaper>flatMap(kind -> all(kind).stream())
        .toList();
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
    return source.isSound()
        || (!sounds().isEmpty() && derive(Recordings.SOUND_IDS).contains(source.id()));
  }

  /** This with each document changed. */
  public Material withDocuments(UnaryOperator<TimelineFile> change) {
    return put(TimelineFile.class, documents().stream().map(change).toList());
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
    return put(Paper.class, papers().stream().map(change).toList());
  }

  /** What the objects of a document of this are known by. */
  public Addresses addresses(String document) {
    return Optional.ofNullable(derive(ADDRESSES).get(document)).orElseThrow();
  }

  /** What an object of a document of this is known by. */
  public Address address(String document, Placed placed) {
    return addresses(document).of(placed);
  }

  /** Where what has this address lies; empty where it is not there any more. */
  public Optional<Placed> at(Address address) {
    return Optional.ofNullable(derive(ADDRESSES).get(address.file()))
        .flatMap(addresses -> addresses.at(address));
  }

  /** The document of this name. */
  public Optional<TimelineFile> document(String name) {
    return documents().stream().filter(document -> document.name().equals(name)).findFirst();
  }
}
