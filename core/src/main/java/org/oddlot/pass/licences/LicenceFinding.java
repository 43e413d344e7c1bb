package org.oddlot.pass.licences;

import java.util.List;
import java.util.Optional;
import org.oddlot.material.CutSpot;
import org.oddlot.material.Material;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Finding;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Standing;
import org.oddlot.text.Phrase;

/** Something about rights. */
public sealed interface LicenceFinding extends Finding {
  /** Most of them are for a person to say. */
  @Override
  default Standing standing() {
    return Standing.TO_LOOK_AT;
  }

  /** What a decision calls material that the production made itself. */
  String OWN = "own";

  /** What a decision calls material that is used without a licence. */
  String NONE = "none";

  /**
   * How a source stands that is called like the production's own, and nobody said whether it is.
   */
  String BY_NAME = "by name";

  /**
   * Which licence a source is used under.
   *
   * @param source the source's id
   * @param title what it is called
   * @param uses how often it is used
   * @param choices the licences that can be meant, that it is own material, that there is none
   * @param proposed the id of one of them; empty where nothing is
   */
  record OfSource(
      String source,
      String title,
      int uses,
      Standing standing,
      String reason,
      List<Choice> choices,
      List<String> proposed,
      List<Evidence> evidence)
      implements LicenceFinding {
    public OfSource {
      choices = List.copyOf(choices);
      proposed = List.copyOf(proposed);
      evidence = List.copyOf(evidence);
    }

    @Override
    public Optional<CutSpot> spot(Material material) {
      return CutSpot.ofSource(material, source);
    }

    @Override
    public FindingId id() {
      return FindingId.of("licences", "source", source);
    }
  }

  /** What a decision calls a picture that hides what is below it. */
  String HIDES = "hides";

  /** What a decision calls one that hides nothing. */
  String NOTHING = "nothing";

  /**
   * Whether a picture hides what is below it, which is to be paid for if it does not.
   *
   * @param about what it is known by
   * @param title what it is called
   * @param uses how often it lies above something that is paid for
   */
  record OfCover(String about, String title, int uses, String reason, List<Evidence> evidence)
      implements LicenceFinding {
    public OfCover {
      evidence = List.copyOf(evidence);
    }

    @Override
    public FindingId id() {
      return FindingId.of("licences", "cover", about);
    }

    @Override
    public List<Choice> choices() {
      return List.of(
          new Choice(NOTHING, "it hides nothing: what is below is seen, and paid for", List.of()),
          new Choice(HIDES, "it fills the frame: what is below is hidden", List.of()));
    }

    @Override
    public List<String> proposed() {
      return List.of(NOTHING);
    }

    @Override
    public Optional<CutSpot> spot(Material material) {
      return CutSpot.ofSource(material, about);
    }
  }

  /**
   * Whether clips are the production's own of which nothing but their names says so.
   *
   * @param camera the letter that they are called by
   * @param sources their ids
   * @param uses how often they are used
   */
  record OfNames(
      String camera, List<String> sources, int uses, String reason, List<Evidence> evidence)
      implements LicenceFinding {
    public OfNames {
      sources = List.copyOf(sources);
      evidence = List.copyOf(evidence);
    }

    @Override
    public FindingId id() {
      return FindingId.of("licences", "names", camera);
    }

    @Override
    public String title() {
      return Phrase.of(
          "%s called like camera %s's", Phrase.count(sources.size(), "source"), camera);
    }

    @Override
    public List<Choice> choices() {
      return List.of(
          new Choice(OWN, "own material, no licence needed", List.of()),
          new Choice(NONE, "there is no licence", List.of()));
    }

    @Override
    public List<String> proposed() {
      return List.of(OWN);
    }

    @Override
    public Optional<CutSpot> spot(Material material) {
      return CutSpot.ofSource(material, sources.getFirst());
    }
  }

  /** A term of a licence that is not kept. */
  enum Term {
    LIMIT("limit"),
    ENDED("term"),
    NOT_BEGUN("begin"),
    TERRITORY("territory");

    private final String word;

    Term(String word) {
      this.word = word;
    }
  }

  /**
   * Whether what is used under a licence keeps to its terms.
   *
   * @param licence what the licence is known by
   * @param timeline the timeline's name; empty where it is about the licence by itself
   * @param term which of its terms
   * @param source the id of a source that is used under it; empty where none is
   */
  record OfTerms(
      String licence,
      String timeline,
      Term term,
      String source,
      String title,
      String reason,
      List<Evidence> evidence)
      implements LicenceFinding {
    public OfTerms {
      evidence = List.copyOf(evidence);
    }

    @Override
    public FindingId id() {
      return FindingId.of("licences", term.word, licence, timeline);
    }

    /** Where what is used under it is first seen. */
    @Override
    public Optional<CutSpot> spot(Material material) {
      return source.isEmpty() ? Optional.empty() : CutSpot.ofSource(material, source);
    }

    /** Accepting it changes nothing: somebody has seen it. */
    @Override
    public boolean isProposal() {
      return false;
    }
  }
}
