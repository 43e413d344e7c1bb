package org.oddlot.format.caption;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.oddlot.caption.Aside;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Caption.Placement;
import org.oddlot.caption.CaptionText;
import org.oddlot.caption.Captions;
import org.oddlot.caption.LineBreaker;
import org.oddlot.caption.Mark;
import org.oddlot.caption.Markup;
import org.oddlot.caption.Markup.Look;
import org.oddlot.caption.MeantLines;
import org.oddlot.caption.Span;
import org.oddlot.caption.Timebase;
import org.oddlot.format.Losses;
import org.oddlot.time.Rational;

/**
 * Makes captions into what a format can hold, and says beforehand what it has no place for: the
 * carry report.
 */
public final class Fitting {
  private final Captions captions;
  private final Set<Feature> carries;
  private final Timebase grid;
  private final Losses losses = new Losses();

  private Fitting(Captions captions, Set<Feature> carries, Timebase grid) {
    this.captions = captions;
    this.carries = carries;
    this.grid = grid;
  }

  /**
   * Captions as a format can hold them.
   *
   * @param captions on the format's own grid, with nothing in them that it has no place for
   * @param losses what is lost or changed by it, a sentence each, with how often and where
   */
  public record Fitted(Captions captions, List<String> losses) {}

  /**
   * {@code captions} for {@code format}. What was read from a file of this very format and is as it
   * was, stays.
   *
   * @param programme the frames of the programme, or what else its times are counted in
   */
  public static Fitted to(CaptionFormat format, Captions captions, Timebase programme) {
    boolean isOwn =
        captions.original().filter(its -> its.format().equals(format.name())).isPresent();
    Timebase grid = isOwn ? captions.grid() : format.grid(programme);
    var fitting = new Fitting(captions, format.carries(), grid);
    if (!isOwn) {
      fitting.asides();
      fitting.language();
    }
    Set<Caption> asRead = isOwn ? new HashSet<>(captions.asRead()) : Set.of();
    List<Caption> fitted =
        fitting.inTime(
            captions.captions().stream()
                .map(caption -> asRead.contains(caption) ? caption : fitting.words(caption, isOwn))
                .toList(),
            isOwn);
    fitted = isOwn ? fitted : fitting.letters(format, fitted);
    Captions result = captions.on(grid).withCaptions(fitted);
    if (!isOwn) {
      result =
          new Captions(result.name(), result.language(), grid, fitted, List.of(), Optional.empty());
    }
    if (format instanceof Cea608) {
      fitting.late(new Cea608Encoder(result).late(), fitted);
    }
    return new Fitted(result, fitting.losses.sentences());
  }

  private static List<String> ids(List<Caption> captions) {
    return captions.stream().map(Caption::id).toList();
  }

  /** {@code captions} for a caption track of a timeline. */
  public static Fitted toTrack(Captions captions, Timebase.Frames programme) {
    var fitting =
        new Fitting(
            captions,
            EnumSet.complementOf(
                EnumSet.of(
                    Feature.BEFORE_ZERO, Feature.NO_LENGTH, Feature.WORD_TIMES, Feature.ORDER)),
            programme);
    fitting.asides();
    List<Caption> fitted =
        fitting.inTime(
            captions.captions().stream().map(caption -> fitting.words(caption, false)).toList(),
            false);
    return new Fitted(
        Captions.made(captions.name(), captions.language(), programme, fitted),
        fitting.losses.sentences());
  }

  private void lose(String what, String place) {
    losses.lose(what, place);
  }

  private String place(Caption caption) {
    return captions.grid().label(caption.start());
  }

  private void asides() {
    for (Aside aside : captions.asides()) {
      lose(aside.what(), aside.place());
    }
  }

  private void language() {
    if (!captions.language().isEmpty() && !carries.contains(Feature.LANGUAGE)) {
      lose(Feature.LANGUAGE.words(), "");
    }
  }

  private Caption words(Caption caption, boolean isOwn) {
    Caption fitted = caption;
    if (!isOwn) {
      fitted = fitted.withText(marks(fitted));
    }
    boolean hasSpeaker =
        !fitted.speaker().isEmpty()
            || fitted.text().marks().stream().anyMatch(m -> m.what() instanceof Markup.Speaker);
    if (hasSpeaker && !carries.contains(Feature.SPEAKER)) {
      lose(Feature.SPEAKER.words(), place(caption));
      fitted = fitted.withSpeaker("");
    }
    if (!fitted.place().equals(Placement.USUAL) && !carries.contains(Feature.PLACE)) {
      lose(Feature.PLACE.words(), place(caption));
      fitted = fitted.withPlace(Placement.USUAL);
    }
    if (!carries.contains(Feature.BLANK_LINES)) {
      CaptionText full = SubRip.withoutBlankLines(fitted.text());
      if (!full.equals(fitted.text())) {
        lose(Feature.BLANK_LINES.words(), place(caption));
        fitted = fitted.withText(full);
      }
    }
    if (!carries.contains(Feature.OUTER_SPACE)) {
      fitted = withoutOuterSpace(fitted);
    }
    return fitted;
  }

  private CaptionText marks(Caption caption) {
    var kept = new ArrayList<Mark>();
    // Told once of each caption, however many tags of it there are.
    var lost = new LinkedHashSet<String>();
    for (Mark mark : caption.text().marks()) {
      boolean keeps =
          switch (mark.what()) {
            case Markup.Style(Look look, boolean _) -> carries.contains(feature(look));
            case Markup.Speaker _ -> carries.contains(Feature.SPEAKER);
            case Markup.Other(String _) -> false;
          };
      if (keeps) {
        kept.add(Mark.of(mark.at(), mark.what()));
        continue;
      }
      switch (mark.what()) {
        case Markup.Style(Look look, boolean begins) when begins -> lost.add(feature(look).words());
        case Markup.Other(String what) -> {
          // Where it stands is carried, the spelling of it need not be.
          if (!what.equals("places") && !what.equals("ends of voices")) {
            lost.add(what);
          }
        }
        default -> {}
      }
    }
    lost.forEach(what -> lose(what, place(caption)));
    return new CaptionText(caption.text().plain(), kept);
  }

  private static Feature feature(Look look) {
    return switch (look) {
      case ITALIC -> Feature.ITALIC;
      case BOLD -> Feature.BOLD;
      case UNDERLINE -> Feature.UNDERLINE;
    };
  }

  private Caption withoutOuterSpace(Caption caption) {
    CaptionText text = caption.text();
    for (int i = text.plain().length() - 1; i >= 0; i--) {
      boolean isSpace = text.plain().charAt(i) == ' ';
      boolean isOuter =
          isSpace
              && (i == 0
                  || i == text.plain().length() - 1
                  || text.plain().charAt(i - 1) == '\n'
                  || text.plain().charAt(i + 1) == '\n');
      if (isOuter) {
        text = text.replace(i, i + 1, "");
        i = Math.min(i + 1, text.plain().length());
      }
    }
    if (!text.equals(caption.text())) {
      lose(Feature.OUTER_SPACE.words(), place(caption));
    }
    return caption.withText(text);
  }

  /** On the grid, in order, one after another, as far as the format asks for it. */
  private List<Caption> inTime(List<Caption> all, boolean isOwn) {
    if (!captions.grid().equals(grid) && !grid.equals(Timebase.Ticks.MILLISECONDS)) {
      boolean differs =
          all.stream()
              .anyMatch(c ->
                  !grid.nearest(c.start()).equals(c.start())
                      || !grid.nearest(c.end()).equals(c.end()));
      if (differs) {
        lose("times are rounded to " + grid.inWords(), "");
      }
    }
    var timed = new ArrayList<Caption>();
    for (Caption caption : all) {
      if (caption.text().isBlank() && !carries.contains(Feature.EMPTY) && !isOwn) {
        lose(Feature.EMPTY.words(), place(caption));
        continue;
      }
      timed.add(caption.withSpan(span(caption)));
    }
    if (!carries.contains(Feature.ORDER)) {
      List<String> before = ids(timed);
      timed.sort(Comparator.comparing(Caption::start));
      if (!ids(timed).equals(before)) {
        lose(Feature.ORDER.words(), "");
      }
    }
    if (!carries.contains(Feature.OVERLAP)) {
      apart(timed);
    }
    return timed;
  }

  private Span span(Caption caption) {
    Rational start = grid.nearest(caption.start());
    Rational end = grid.nearest(caption.end());
    boolean hasLength = caption.span().length().signum() > 0;
    if (start.signum() < 0 && !carries.contains(Feature.BEFORE_ZERO)) {
      lose(Feature.BEFORE_ZERO.words(), place(caption));
      end = Span.later(Rational.ZERO, end);
      start = Rational.ZERO;
    }
    if (end.compareTo(start) <= 0 && (hasLength || !carries.contains(Feature.NO_LENGTH))) {
      if (!hasLength) {
        lose(Feature.NO_LENGTH.words(), place(caption));
      }
      end = start.plus(grid.step());
    }
    return new Span(start, end);
  }

  private void apart(List<Caption> timed) {
    for (int i = 0; i + 1 < timed.size(); i++) {
      Caption caption = timed.get(i);
      Rational next = timed.get(i + 1).start();
      if (next.compareTo(caption.end()) < 0) {
        lose(Feature.OVERLAP.words(), place(caption));
        if (next.compareTo(caption.start()) > 0) {
          timed.set(i, caption.withSpan(caption.start(), next));
        } else {
          // Both begin together: they become one.
          Caption second = timed.remove(i + 1);
          timed.set(
              i,
              caption
                  .withText(caption.text().plus("\n", second.text()))
                  .withSpan(caption.start(), Span.later(caption.end(), second.end())));
          i--;
        }
      }
    }
  }

  private List<Caption> letters(CaptionFormat format, List<Caption> fitted) {
    Function<Caption, String> lost = format.lost(captions.withCaptions(fitted));
    var all = new ArrayList<Caption>();
    for (Caption caption : fitted) {
      Caption its = caption;
      if (format instanceof Cea608 && !Cea608.fits(its)) {
        lose("lines of more than 32 letters are broken anew", place(caption));
        its = narrow(its);
      }
      String what = lost.apply(its);
      if (!what.isEmpty()) {
        lose(what, place(caption));
      }
      all.add(its);
    }
    return all;
  }

  private Caption narrow(Caption caption) {
    var sense = new LineBreaker(captions.language(), List.of());
    if (MeantLines.are(caption, sense::isJoint)) {
      Optional<Caption> narrow = lineByLine(caption, sense);
      if (narrow.isPresent()) {
        return narrow.get();
      }
    }
    CaptionText joined = LineBreaker.joined(caption.text());
    Optional<List<Integer>> ends = Optional.empty();
    for (int lines = 2; lines <= 4 && ends.isEmpty(); lines++) {
      ends = sense.lines(joined.plain(), Cea608.COLUMNS, lines);
    }
    return caption.withText(LineBreaker.broken(joined, ends.orElseGet(() -> cut(joined.plain()))));
  }

  /** Where lines mean something only those that are too long are broken, each by itself. */
  private static Optional<Caption> lineByLine(Caption caption, LineBreaker sense) {
    CaptionText text = caption.text();
    int from = 0;
    int rows = 0;
    for (String line : caption.text().lines()) {
      Optional<List<Integer>> ends = sense.lines(line, Cea608.COLUMNS, Cea608.ROWS);
      if (ends.isEmpty()) {
        return Optional.empty();
      }
      int longer = 0;
      for (int end : ends.get()) {
        int at = from + longer + end;
        boolean hasSpace = text.plain().charAt(at - 1) == ' ';
        text = text.replace(hasSpace ? at - 1 : at, at, "\n");
        longer += hasSpace ? 0 : 1;
      }
      from += line.length() + longer + 1;
      rows += 1 + ends.get().size();
    }
    return rows <= Cea608.ROWS ? Optional.of(caption.withText(text)) : Optional.empty();
  }

  /** Full lines, where sense finds no way: a very long caption, or a very long word. */
  private static List<Integer> cut(String line) {
    var ends = new ArrayList<Integer>();
    int from = 0;
    while (line.length() - from > Cea608.COLUMNS && ends.size() < Cea608.ROWS - 1) {
      int space = line.lastIndexOf(' ', from + Cea608.COLUMNS);
      from = space > from ? space + 1 : from + Cea608.COLUMNS;
      ends.add(from);
    }
    return ends;
  }

  private void late(Map<String, Long> late, List<Caption> fitted) {
    for (Caption caption : fitted) {
      Long frames = late.get(caption.id());
      if (frames != null) {
        lose(
            "captions come late, because their letters take a frame for two of them",
            place(caption) + " by " + frames + " f");
      }
    }
  }
}
