package org.oddlot.format.edl;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * An event of a list: the lines of one number, with what is said of it.
 *
 * @param from where its first line begins in the text
 * @param to behind its last line, and behind what is noted of it
 * @param line the number of its first line, counted from one
 * @param drop whether its record timecodes leave out labels
 * @param edits its edits: one, or two where the second follows from the first
 * @param motions the speeds of its reels
 * @param notes its notes as they stand, lines that were not understood among them
 */
record EdlEvent(
    int from,
    int to,
    int line,
    boolean drop,
    List<EdlLine.Edit> edits,
    List<EdlLine.Motion> motions,
    List<String> notes) {

  private static final List<String> PLACED =
      List.of(
          "FROM CLIP NAME:",
          "TO CLIP NAME:",
          "KEY CLIP NAME:",
          "CLIP NAME:",
          "SOURCE FILE:",
          "LOC:");

  EdlEvent {
    edits = List.copyOf(edits);
    motions = List.copyOf(motions);
    notes = List.copyOf(notes);
  }

  String number() {
    return edits.getFirst().number();
  }

  /** What stands behind some words in the first note that begins with them. */
  Optional<String> noted(String words) {
    for (String note : notes) {
      String text = withoutStar(note);
      if (text.regionMatches(true, 0, words, 0, words.length()) && text.length() > words.length()) {
        return Optional.of(text.substring(words.length()).strip());
      }
    }
    return Optional.empty();
  }

  /** A note without the star that it begins with. */
  static String withoutStar(String note) {
    String text = note.strip();
    return text.startsWith("*") ? text.substring(1).strip() : text;
  }

  /** The name of the clip that an edit shows, if that is said. */
  Optional<String> name(EdlLine.Edit edit) {
    boolean isFirst = edit.equals(edits.getFirst());
    if (edit.change().kind() == 'K' && !edit.change().code().equals("B")) {
      return noted("KEY CLIP NAME:").or(() -> noted("FROM CLIP NAME:"));
    }
    return (edits.size() > 1 && isFirst) || !edit.change().isTransition()
        ? noted("FROM CLIP NAME:").or(() -> noted("CLIP NAME:"))
        : noted("TO CLIP NAME:")
            .or(() -> edits.size() == 1 ? noted("FROM CLIP NAME:") : Optional.empty());
  }

  /** Notes that say nothing that a clip has a place of its own for. */
  List<String> others() {
    var others = new ArrayList<String>();
    for (String note : notes) {
      String upper = withoutStar(note).toUpperCase(Locale.ROOT);
      if (PLACED.stream().noneMatch(upper::startsWith)) {
        others.add(note);
      }
    }
    return others;
  }
}
