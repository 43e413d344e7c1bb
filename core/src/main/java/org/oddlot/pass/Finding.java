package org.oddlot.pass;

import java.util.List;
import java.util.Optional;
import org.oddlot.material.CutSpot;
import org.oddlot.material.Material;
import org.oddlot.text.Phrase;

/** One proposal of a pass. */
public interface Finding {

  /** What it is known by; a second look has the same. */
  FindingId id();

  /** What lots of earlier versions knew it by, where that was something else. */
  default Optional<FindingId> formerId() {
    return Optional.empty();
  }

  /** What it is about, in few words. */
  String title();

  /** How the pass sees it; a decision may say otherwise. */
  Standing standing();

  /** Why it stands like that, one sentence without a full stop. */
  String reason();

  /** Why, in a few words, for a narrow column. */
  default String headline() {
    return reason();
  }

  /** Whether accepting it does something; else it tells, and asks to be looked at. */
  default boolean isProposal() {
    return true;
  }

  /** What it can be accepted as; empty where it is accepted as it is. */
  default List<Choice> choices() {
    return List.of();
  }

  /** The ids of the choices that are proposed. */
  default List<String> proposed() {
    return List.of();
  }

  /** What it rests on apart from its choices. */
  default List<Evidence> evidence() {
    return List.of();
  }

  /** Where in a timeline it is, if it is in one; {@code material} is what the lot holds now. */
  default Optional<CutSpot> spot(Material material) {
    return Optional.empty();
  }

  /** The instruction that it shows, where it was not found but ordered. */
  default Optional<String> instruction() {
    return Optional.empty();
  }

  /**
   * Why it cannot be accepted as {@code chosen}, in a sentence; empty if it can. Unless a finding
   * takes more than its choices, that is one of them that is not there.
   */
  default Optional<String> problem(List<String> chosen) {
    List<String> ids = choices().stream().map(Choice::id).toList();
    return chosen.stream()
        .filter(id -> !ids.contains(id))
        .findFirst()
        .map(id ->
            ids.isEmpty()
                ? Phrase.of("\"%s\" cannot be chosen: it is accepted as it is", id)
                : Phrase.of("there is no choice \"%s\"; there are %s", id, String.join(", ", ids)));
  }
}
