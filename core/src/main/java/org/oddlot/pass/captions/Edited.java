package org.oddlot.pass.captions;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.oddlot.caption.Caption;
import org.oddlot.caption.CaptionText;
import org.oddlot.caption.Captions;
import org.oddlot.caption.LineBreaker;
import org.oddlot.caption.Span;
import org.oddlot.caption.Transcript;
import org.oddlot.time.Rational;

/** Captions with what was changed by hand. */
final class Edited {
  private final List<Caption> captions;
  private final Captions file;
  private final WordTimes times;
  private final List<Edit> notFound = new ArrayList<>();
  private final Set<String> locked = new HashSet<>();

  private Edited(Captions file, List<Transcript> transcripts) {
    this.file = file;
    this.captions = new ArrayList<>(file.captions());
    this.times = new WordTimes(transcripts);
  }

  /**
   * What came of edits.
   *
   * @param captions with what could be changed
   * @param notFound edits of captions that are not there any more
   * @param locked the ids of those that stay as they are
   */
  record Result(Captions captions, List<Edit> notFound, Set<String> locked) {}

  static Result of(Captions file, List<Edit> edits, List<Transcript> transcripts) {
    var edited = new Edited(file, transcripts);
    for (Edit edit : edits) {
      if (edit.file().equals(file.name())) {
        edited.make(edit);
      }
    }
    return new Result(
        file.withCaptions(edited.captions),
        List.copyOf(edited.notFound),
        Set.copyOf(edited.locked));
  }

  private void make(Edit edit) {
    Optional<Integer> place = place(edit);
    if (place.isEmpty()) {
      notFound.add(edit);
      return;
    }
    int at = place.get();
    Caption caption = captions.get(at);
    switch (edit) {
      case Edit.Words its -> captions.set(at, caption.withPlain(its.after()));
      case Edit.Times its ->
          captions.set(at, caption.withSpan(its.span().map(file.grid()::nearest)));
      case Edit.Split its -> split(at, its.at());
      case Edit.Join _ -> join(at);
      case Edit.Remove _ -> captions.remove(at);
      case Edit.Lock _ -> locked.add(caption.id());
    }
  }

  /** The caption of that id and those words; else the nearest with those words. */
  private Optional<Integer> place(Edit edit) {
    for (int i = 0; i < captions.size(); i++) {
      Caption caption = captions.get(i);
      if (caption.id().equals(edit.id()) && caption.text().plain().equals(edit.before())) {
        return Optional.of(i);
      }
    }
    int wanted = edit.id().matches("\\d{1,6}.*") ? number(edit.id()) : 0;
    Integer best = null;
    for (int i = 0; i < captions.size(); i++) {
      boolean same =
          LineBreaker.joined(captions.get(i).text())
              .plain()
              .equals(LineBreaker.joined(CaptionText.of(edit.before())).plain());
      if (same && (best == null || Math.abs(i - wanted) < Math.abs(best - wanted))) {
        best = i;
      }
    }
    return Optional.ofNullable(best);
  }

  private static int number(String id) {
    return Integer.parseInt(id.split("\\D", 2)[0]);
  }

  private void split(int at, int letter) {
    Caption caption = captions.get(at);
    if (letter <= 0 || letter >= caption.text().plain().length()) {
      return;
    }
    List<Caption> parts = split(caption, letter, times, file);
    captions.remove(at);
    captions.addAll(at, parts);
  }

  /** Two captions of one; the time between them is that of the word, else shared by letters. */
  static List<Caption> split(Caption caption, int letter, WordTimes times, Captions file) {
    CaptionText first = trimmed(caption.text().part(0, letter));
    CaptionText second = trimmed(caption.text().part(letter, caption.text().plain().length()));
    int all = Math.max(1, first.plain().length() + second.plain().length());
    Rational shared =
        caption
            .start()
            .plus(caption.span().length().times(Rational.of(first.plain().length(), all)));
    Rational middle =
        file.grid().nearest(times.startOf(caption, first.plain(), second.plain()).orElse(shared));
    if (middle.compareTo(caption.start()) <= 0 || middle.compareTo(caption.end()) >= 0) {
      middle = file.grid().nearest(shared);
    }
    String stem = caption.id();
    return List.of(
        caption.withText(first).withSpan(caption.start(), middle),
        new Caption(
            stem + ".2",
            new Span(middle, caption.end()),
            second,
            caption.speaker(),
            caption.place()));
  }

  private static CaptionText trimmed(CaptionText text) {
    CaptionText trimmed = text;
    while (!trimmed.plain().isEmpty() && trimmed.plain().charAt(0) <= ' ') {
      trimmed = trimmed.replace(0, 1, "");
    }
    while (!trimmed.plain().isEmpty()
        && trimmed.plain().charAt(trimmed.plain().length() - 1) <= ' ') {
      int length = trimmed.plain().length();
      trimmed = trimmed.replace(length - 1, length, "");
    }
    return trimmed;
  }

  private void join(int at) {
    if (at + 1 >= captions.size()) {
      return;
    }
    Caption first = captions.get(at);
    Caption second = captions.remove(at + 1);
    captions.set(
        at,
        first
            .withText(first.text().plus("\n", second.text()))
            .withSpan(first.start(), Span.later(first.end(), second.end())));
  }
}
