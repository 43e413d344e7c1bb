package org.oddlot.window.captions;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.oddlot.caption.Caption;
import org.oddlot.caption.CaptionText;
import org.oddlot.caption.Guideline;
import org.oddlot.caption.LineBreaker;
import org.oddlot.pass.captions.Edit;

/** What keys do to a caption and its neighbours: each gives the edits that make it so. */
final class CaptionEdits {
  private final String file;
  private final List<Caption> captions;
  private final LineBreaker sense;
  private final Guideline guideline;

  CaptionEdits(String file, List<Caption> captions, LineBreaker sense, Guideline guideline) {
    this.file = file;
    this.captions = captions;
    this.sense = sense;
    this.guideline = guideline;
  }

  private Edit words(Caption caption, String after) {
    return new Edit.Words(file, caption.id(), caption.text().plain(), after);
  }

  /** Other words; none where they are the same. */
  List<Edit> written(Caption caption, String after) {
    return after.equals(caption.text().plain()) ? List.of() : List.of(words(caption, after));
  }

  /** Two captions of one, before a letter. */
  List<Edit> split(Caption caption, int at) {
    boolean within = at > 0 && at < caption.text().plain().length();
    return within
        ? List.of(new Edit.Split(file, caption.id(), caption.text().plain(), at))
        : List.of();
  }

  /** Two captions where it makes most sense: at a line end, else nearest to the middle. */
  List<Edit> split(Caption caption) {
    String plain = caption.text().plain();
    int lineEnd = plain.indexOf('\n');
    if (lineEnd > 0) {
      return split(caption, lineEnd + 1);
    }
    int middle = plain.length() / 2;
    Optional<LineBreaker.Break> best =
        sense.breaks(plain).stream()
            .min(
                Comparator.comparingInt(
                    each -> each.cost() * 2 + Math.abs(each.at() - middle) / 2));
    return best.map(each -> split(caption, each.at())).orElse(List.of());
  }

  /** One caption with the next. */
  List<Edit> joined(Caption caption) {
    return after(caption).isPresent()
        ? List.of(new Edit.Join(file, caption.id(), caption.text().plain()))
        : List.of();
  }

  /** Its lines set anew; where they are right, in one line if it fits, else as they were. */
  List<Edit> balanced(Caption caption) {
    CaptionText joined = LineBreaker.joined(caption.text());
    Optional<List<Integer>> ends =
        sense.lines(joined.plain(), guideline.letters(), guideline.lines());
    return ends.map(its -> written(caption, LineBreaker.broken(joined, its).plain()))
        .orElse(List.of());
  }

  /** The line break one word further, or one back. */
  List<Edit> breakMoved(Caption caption, int words) {
    String plain = LineBreaker.joined(caption.text()).plain();
    int at = caption.text().plain().indexOf('\n');
    List<Integer> spaces = new ArrayList<>();
    for (int i = 0; i < plain.length(); i++) {
      if (plain.charAt(i) == ' ') {
        spaces.add(i);
      }
    }
    if (spaces.isEmpty()) {
      return List.of();
    }
    int now = at < 0 ? spaces.size() : spaces.indexOf(at);
    int wanted = Math.clamp(now + (long) words, 0, spaces.size() - 1);
    int space = spaces.get(wanted);
    return written(caption, plain.substring(0, space) + "\n" + plain.substring(space + 1));
  }

  /** Its first word to the caption before. */
  List<Edit> firstWordBack(Caption caption) {
    Optional<Caption> before = before(caption);
    String plain = caption.text().plain().strip();
    int space = firstSpace(plain);
    if (before.isEmpty() || space < 0) {
      return List.of();
    }
    return List.of(
        words(before.get(), before.get().text().plain() + " " + plain.substring(0, space)),
        words(caption, plain.substring(space + 1)));
  }

  /** Its last word to the caption behind. */
  List<Edit> lastWordOn(Caption caption) {
    Optional<Caption> after = after(caption);
    String plain = caption.text().plain().strip();
    int space = Math.max(plain.lastIndexOf(' '), plain.lastIndexOf('\n'));
    if (after.isEmpty() || space < 0) {
      return List.of();
    }
    return List.of(
        words(caption, plain.substring(0, space)),
        words(after.get(), plain.substring(space + 1) + " " + after.get().text().plain()));
  }

  /** Every place of {@code find} in words replaced; case is heeded. */
  List<Edit> replaced(String find, String by) {
    if (find.isEmpty()) {
      return List.of();
    }
    return captions.stream()
        .filter(caption -> caption.text().plain().contains(find))
        .map(caption -> words(caption, caption.text().plain().replace(find, by)))
        .toList();
  }

  private static int firstSpace(String plain) {
    for (int i = 0; i < plain.length(); i++) {
      if (plain.charAt(i) == ' ' || plain.charAt(i) == '\n') {
        return i;
      }
    }
    return -1;
  }

  Optional<Caption> before(Caption caption) {
    int index = index(caption);
    return index > 0 ? Optional.of(captions.get(index - 1)) : Optional.empty();
  }

  Optional<Caption> after(Caption caption) {
    int index = index(caption);
    return index >= 0 && index + 1 < captions.size()
        ? Optional.of(captions.get(index + 1))
        : Optional.empty();
  }

  private int index(Caption caption) {
    for (int i = 0; i < captions.size(); i++) {
      if (captions.get(i).id().equals(caption.id())) {
        return i;
      }
    }
    return -1;
  }
}
