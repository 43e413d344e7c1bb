package org.oddlot.pass;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.oddlot.paper.LogEntry;
import org.oddlot.sound.Recording;
import org.oddlot.sound.SoundFile;
import org.oddlot.timeline.Edits;

/** All that a lot holds at one moment of the run. Immutable; a pass makes a new one. */
public final class Matter {
  private final String lot;
  private final List<Document> documents;
  private final List<Paper> papers;
  private final List<Unread> unread;
  private final Found found;
  private @Nullable Sources sources;
  private @Nullable List<Recording> recordings;
  private final Set<String> soundIds;

  /** What was found out about the documents. */
  private record Found(
      List<Pairing> pairings,
      List<FoundStart> starts,
      List<ProfileFile> profiles,
      List<SoundFile> sounds,
      List<MeasuredOffset> offsets) {
    static final Found NOTHING = new Found(List.of(), List.of(), List.of(), List.of(), List.of());

    Found {
      pairings = List.copyOf(pairings);
      starts = List.copyOf(starts);
      profiles = List.copyOf(profiles);
      sounds = List.copyOf(sounds);
      offsets = List.copyOf(offsets);
    }
  }

  private Matter(
      String lot,
      List<Document> documents,
      List<Paper> papers,
      List<Unread> unread,
      Found found,
      @Nullable Sources sources) {
    this.lot = lot;
    this.documents = List.copyOf(documents);
    this.papers = List.copyOf(papers);
    this.unread = List.copyOf(unread);
    this.found = found;
    this.sources = sources;
    this.soundIds = found.sounds.stream().map(SoundFile::id).collect(Collectors.toSet());
  }

  /**
   * What came in.
   *
   * @param lot the lot's name
   */
  public static Matter of(
      String lot, List<Document> documents, List<Paper> papers, List<Unread> unread) {
    return new Matter(lot, documents, papers, unread, Found.NOTHING, null);
  }

  /** The lot's name. */
  public String lot() {
    return lot;
  }

  /** The timeline files. */
  public List<Document> documents() {
    return documents;
  }

  /** The papers. */
  public List<Paper> papers() {
    return papers;
  }

  /** The files of which nothing could be made. */
  public List<Unread> unread() {
    return unread;
  }

  /** Which entries belong to which sources, as far as that was settled. */
  public List<Pairing> pairings() {
    return found.pairings;
  }

  /** The start timecodes that were found in the media. */
  public List<FoundStart> foundStarts() {
    return found.starts;
  }

  /** The mapping profiles that came in with the files. */
  public List<ProfileFile> profiles() {
    return found.profiles;
  }

  /** The sound files that are at hand: those that came in and those that the timelines use. */
  public List<SoundFile> sounds() {
    return found.sounds;
  }

  /** Whether a source is sound by itself, by its name or by what its file says. */
  public boolean isSound(Source source) {
    return source.isSound() || soundIds.contains(source.id());
  }

  /** Where pictures lie in recordings by what both hear. */
  public List<MeasuredOffset> offsets() {
    return found.offsets;
  }

  /** This with mapping profiles. */
  public Matter withProfiles(List<ProfileFile> profiles) {
    return with(new Found(found.pairings, found.starts, profiles, found.sounds, found.offsets));
  }

  /** This with start timecodes that were found in the media. */
  public Matter withFoundStarts(List<FoundStart> starts) {
    return with(new Found(found.pairings, starts, found.profiles, found.sounds, found.offsets));
  }

  /** This with sound files. */
  public Matter withSounds(List<SoundFile> sounds) {
    return with(new Found(found.pairings, found.starts, found.profiles, sounds, found.offsets));
  }

  /** This with offsets that were measured by ear. */
  public Matter withOffsets(List<MeasuredOffset> offsets) {
    return with(new Found(found.pairings, found.starts, found.profiles, found.sounds, offsets));
  }

  /** This with other pairings. */
  public Matter withPairings(List<Pairing> pairings) {
    return with(new Found(pairings, found.starts, found.profiles, found.sounds, found.offsets));
  }

  private Matter with(Found newFound) {
    return new Matter(lot, documents, papers, unread, newFound, sources());
  }

  /** All entries of all logs. */
  public Stream<LogEntry> entries() {
    return papers.stream().flatMap(paper -> paper.log().entries().stream());
  }

  /** The sources of all documents, found once for each state of the documents. */
  public synchronized Sources sources() {
    Sources known = sources;
    if (known == null) {
      known = Sources.of(documents);
      sources = known;
    }
    return known;
  }

  /** The recordings of all sound files and of all sound in the documents' bins. */
  public synchronized List<Recording> recordings() {
    List<Recording> known = recordings;
    if (known == null) {
      known = Recordings.of(this);
      recordings = known;
    }
    return known;
  }

  /** This with each document changed. */
  public Matter withDocuments(UnaryOperator<Document> change) {
    return new Matter(lot, documents.stream().map(change).toList(), papers, unread, found, null);
  }

  /** This with edits made in some documents, by their names; the very same where there are none. */
  public Matter withEdits(Map<String, Edits> edits) {
    return edits.isEmpty()
        ? this
        : withDocuments(document ->
            Optional.ofNullable(edits.get(document.name()))
                .map(its -> document.withRoot(its.applyTo(document.root())))
                .orElse(document));
  }

  /** This with each paper changed. */
  public Matter withPapers(UnaryOperator<Paper> change) {
    return new Matter(
        lot, documents, papers.stream().map(change).toList(), unread, found, sources());
  }

  /** The document of this name. */
  public Optional<Document> document(String name) {
    return documents.stream().filter(document -> document.name().equals(name)).findFirst();
  }
}
