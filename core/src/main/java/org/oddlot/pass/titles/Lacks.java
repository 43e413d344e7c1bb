package org.oddlot.pass.titles;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.pass.Analysis.Remark;
import org.oddlot.text.Phrase;
import org.oddlot.title.Style;
import org.oddlot.title.Typesetter;
import org.oddlot.title.Typesetter.Lacking;

/**
 * What of captions titles are not as they are: letters that the font of a title has not and another
 * draws, and italics of single words, for a line of a title looks one way. Each is said with the
 * titles in which it is.
 */
final class Lacks {
  private static final int MOST_NAMED = 5;

  private final Looks looks;
  private final Typesetter setter;
  private final Map<String, List<String>> letters = new LinkedHashMap<>();

  Lacks(Looks looks, Typesetter setter) {
    this.looks = looks;
    this.setter = setter;
  }

  List<Remark> of(List<Captions> all) {
    var remarks = new ArrayList<Remark>();
    var italics = new ArrayList<String>();
    for (Captions captions : all) {
      for (Caption caption : captions.captions()) {
        String id = all.size() > 1 ? caption.id() + " of " + captions.name() : caption.id();
        letters(caption, id);
        if (Looks.hasMixedItalics(caption.text())) {
          italics.add(id);
        }
      }
    }
    letters.forEach((what, ids) -> remarks.add(new Remark("letters", "Letters", what + in(ids))));
    if (!italics.isEmpty()) {
      remarks.add(
          new Remark(
              "italics",
              "Italics",
              "of single words within a line are not carried; whole lines are" + in(italics)));
    }
    return remarks;
  }

  private void letters(Caption caption, String id) {
    List<String> lines = caption.text().lines();
    Style style = looks.style(caption);
    for (int i = 0; i < lines.size(); i++) {
      for (Lacking lacking : setter.lacking(lines.get(i), style.line(i))) {
        if (!lacking.others().isEmpty()) {
          String what =
              Phrase.of(
                  "%s %s not in %s; measured with %s",
                  Phrase.shortened(lacking.letters(), 12),
                  lacking.letters().codePointCount(0, lacking.letters().length()) == 1
                      ? "is"
                      : "are",
                  lacking.font(),
                  String.join(" and ", lacking.others()));
          List<String> ids = letters.computeIfAbsent(what, _ -> new ArrayList<>());
          if (ids.isEmpty() || !ids.getLast().equals(id)) {
            ids.add(id);
          }
        }
      }
    }
  }

  private static String in(List<String> ids) {
    String named = String.join(", ", ids.subList(0, Math.min(MOST_NAMED, ids.size())));
    int more = ids.size() - MOST_NAMED;
    return Phrase.of(
        " (%s %s%s)",
        ids.size() == 1 ? "title" : "titles", named, more > 0 ? " and " + more + " more" : "");
  }
}
