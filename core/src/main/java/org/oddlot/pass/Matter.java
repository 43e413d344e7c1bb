package org.oddlot.pass;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.oddlot.paper.LogEntry;
import org.oddlot.timeline.Edits;

/** All that a lot holds at one moment of the run. Immutable; a pass makes a new one. */
public final class Matter {
  private final String lot;
  private final List<Document> documents;
  private final List<Paper> papers;
  private final List<Unread> unread;
  private final List<Pairing> pairings;
  private final List<FoundStart> foundStarts;
  private final List<ProfileFile> profiles;
  private @Nullable Sources sources;

  private Matter(
      String lot,
      List<Document> documents,
      List<Paper> papers,
      List<Unread> unread,
      List<Pairing> pairings,
      List<FoundStart> foundStarts,
      List<ProfileFile> profiles,
      @Nullable Sources sources) {
    this.lot = lot;
    this.documents = List.copyOf(documents);
    this.papers = List.copyOf(papers);
    this.unread = List.copyOf(unread);
    this.pairings = List.copyOf(pairings);
    this.foundStarts = List.copyOf(foundStarts);
    this.profiles = List.copyOf(profiles);
    this.sources = sources;
  }

  /**
   * What came in.
   *
   * @param lot the lot's name
   */
  public static Matter of(
      String lot, List<Document> documents, List<Paper> papers, List<Unread> unread) {
    return new Matter(lot, documents, papers, unread, List.of(), List.of(), List.of(), null);
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
    return pairings;
  }

  /** The start timecodes that were found in the media. */
  public List<FoundStart> foundStarts() {
    return foundStarts;
  }

  /** The mapping profiles that came in with the files. */
  public List<ProfileFile> profiles() {
    return profiles;
  }

  /** This with mapping profiles. */
  public Matter withProfiles(List<ProfileFile> newProfiles) {
    return new Matter(
        lot, documents, papers, unread, pairings, foundStarts, newProfiles, sources());
  }

  /** This with start timecodes that were found in the media. */
  public Matter withFoundStarts(List<FoundStart> found) {
    return new Matter(lot, documents, papers, unread, pairings, found, profiles, sources());
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

  /** This with each document changed. */
  public Matter withDocuments(UnaryOperator<Document> change) {
    return new Matter(
        lot,
        documents.stream().map(change).toList(),
        papers,
        unread,
        pairings,
        foundStarts,
        profiles,
        null);
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
        lot,
        documents,
        papers.stream().map(change).toList(),
        unread,
        pairings,
        foundStarts,
        profiles,
        sources());
  }

  /** This with other pairings. */
  public Matter withPairings(List<Pairing> newPairings) {
    return new Matter(
        lot, documents, papers, unread, newPairings, foundStarts, profiles, sources());
  }

  /** The document of this name. */
  public Optional<Document> document(String name) {
    return documents.stream().filter(document -> document.name().equals(name)).findFirst();
  }
}
