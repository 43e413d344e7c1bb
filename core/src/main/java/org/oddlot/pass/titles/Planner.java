package org.oddlot.pass.titles;

import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.oddlot.caption.Caption;
import org.oddlot.caption.CaptionText;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Letters;
import org.oddlot.caption.LineBreaker;
import org.oddlot.caption.MeantLines;
import org.oddlot.caption.Timebase;
import org.oddlot.pass.titles.TitleOption.Kind;
import org.oddlot.pass.titles.TitleOption.Piece;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;
import org.oddlot.title.Area;
import org.oddlot.title.Fitter;
import org.oddlot.title.Misfit;
import org.oddlot.title.SetTitle;
import org.oddlot.title.Style;

/** Finds out how the captions of a file stand in a picture of one shape. */
final class Planner {
  private static final double CLEAR = 0.25;

  /** Whoever set one of these has looked at the lines, and they are left as they are. */
  private static final Set<String> BY_HAND_AND_LEFT = Set.of("words", "place", "size", "look");

  private final Fitter fitter;
  private final Looks looks;
  private final Timebase.Frames frames;
  private final Rational zero;
  private final Hands hands;
  private final LineBreaker sense;
  private final String shape;

  /** One for each look, for many titles have the same. */
  private final Map<Style, Fitter> fitters = new HashMap<>();

  /** Titles that still stand when the next one begins. */
  private final List<Piece> standing = new ArrayList<>();

  /**
   * @param fitter what sets titles of the usual style in the picture
   * @param looks which style a caption has
   * @param frames the frames of the timeline that is made
   * @param zero when it begins, in seconds of the captions
   */
  Planner(
      Fitter fitter,
      Looks looks,
      Timebase.Frames frames,
      Rational zero,
      Hands hands,
      LineBreaker sense) {
    this.fitter = fitter;
    this.looks = looks;
    this.frames = frames;
    this.zero = zero;
    this.hands = hands;
    this.sense = sense;
    this.shape = fitter.frame().shape().toString();
  }

  /** How each caption stands; they are looked at in the order of their times. */
  List<InShape> plan(Captions captions) {
    List<Caption> all = captions.captions();
    List<Integer> order = new ArrayList<>();
    for (int i = 0; i < all.size(); i++) {
      order.add(i);
    }
    order.sort(Comparator.comparing(index -> all.get(index).start()));
    var planned = new InShape[all.size()];
    for (int i = 0; i < order.size(); i++) {
      long next =
          i + 1 < order.size()
              ? frames.count(all.get(order.get(i + 1)).start().minus(zero))
              : Long.MAX_VALUE / 4;
      InShape its = plan(captions.name(), all.get(order.get(i)), next);
      planned[order.get(i)] = its;
      standing.addAll(its.proposed().pieces());
    }
    return List.of(planned);
  }

  private InShape plan(String file, Caption caption, long next) {
    CameBack.Came came = hands.came(file, caption, shape);
    long start = came.start().orElseGet(() -> frames.count(caption.start().minus(zero)));
    long end =
        Math.max(start + 1, came.end().orElseGet(() -> frames.count(caption.end().minus(zero))));
    Style usual = looks.style(caption);
    if (came.isGone()) {
      return none(
          usual,
          new TitleOption(Kind.TYPED, "none: it was taken out", List.of(), List.of()),
          List.of("taken out"));
    }
    standing.removeIf(piece -> piece.end() <= start);
    if (start < 0) {
      Misfit before =
          new Misfit(Misfit.Kind.OUTSIDE, "it begins before the timeline does", "shift it");
      return none(
          usual, new TitleOption(Kind.ANYHOW, "left out", List.of(), List.of(before)), List.of());
    }
    Optional<String> said = hands.words(file, caption, shape);
    Optional<CameBack.Spot> put = hands.place(file, caption, shape);
    Style restyled = came.look().map(look -> look.on(usual)).orElse(usual);
    Style style = put.map(at -> restyled.at(at.x(), at.y())).orElse(restyled);
    Caption typed = said.map(caption::withPlain).orElse(caption);
    return new One(
            fitters.computeIfAbsent(style, fitter::in),
            typed,
            came.factor().orElse(1.0),
            byHand(came, said.isPresent(), put.isPresent()),
            next)
        .stands(start, end);
  }

  private InShape none(Style style, TitleOption way, List<String> byHand) {
    return new InShape(fitter.frame(), style, List.of(way), way.left(), byHand);
  }

  private static List<String> byHand(CameBack.Came came, boolean isSaid, boolean isPut) {
    var byHand = new LinkedHashSet<String>();
    if (isSaid) {
      byHand.add("words");
    }
    if (isPut) {
      byHand.add("place");
    }
    byHand.addAll(came.aspects());
    return List.copyOf(byHand);
  }

  /** One caption as it is looked at, in the style that it has. */
  private final class One {
    private final Fitter fitter;
    private final Caption caption;
    private final String words;
    private final double factor;
    private final List<String> byHand;
    private final long next;
    private final Style style;
    private final long shortest;

    One(Fitter fitter, Caption caption, double factor, List<String> byHand, long next) {
      this.fitter = fitter;
      this.caption = caption;
      this.words = caption.text().plain();
      this.factor = factor;
      this.byHand = byHand;
      this.next = next;
      this.style = fitter.style();
      this.shortest = style.shortest().dividedBy(frames.step()).rounded(RoundingMode.CEILING);
    }

    /** Whether its lines end where they do because that says something; asked of few. */
    private boolean isMeant() {
      return MeantLines.are(caption, sense::isJoint);
    }

    InShape stands(long start, long end) {
      SetTitle title = fitter.set(words, factor);
      List<Misfit> wide = fitter.misfits(title);
      Kind kind = Kind.TYPED;
      boolean isSet = byHand.stream().anyMatch(BY_HAND_AND_LEFT::contains);
      if (!wide.isEmpty() && !isSet && !isMeant()) {
        Optional<String> broken = fitter.broken(words, style.mostLines(), 1);
        if (broken.isPresent()) {
          title = fitter.set(broken.get(), 1);
          wide = List.of();
          kind = Kind.BROKEN;
        }
      }
      Piece piece = new Piece(title, start, end);
      List<Misfit> times = times(words, start, end);
      Optional<Misfit> over = over(title);
      var misfits = new ArrayList<>(wide);
      over.ifPresent(misfits::add);
      misfits.addAll(times);
      misfits.addAll(letters());
      if (misfits.isEmpty()) {
        String text = kind == Kind.TYPED ? "as it is" : lines(title);
        return new InShape(
            fitter.frame(),
            style,
            List.of(new TitleOption(kind, text, List.of(piece), List.of())),
            List.of(),
            byHand);
      }
      return new InShape(fitter.frame(), style, ways(piece, wide, times, over), misfits, byHand);
    }

    /** Letters that no font here has: how wide they are drawn elsewhere nobody knows. */
    private List<Misfit> letters() {
      var lines = words.lines().toList();
      var missing = new StringBuilder();
      for (int i = 0; i < lines.size(); i++) {
        fitter.setter().lacking(lines.get(i), style.line(i)).stream()
            .filter(each -> each.others().isEmpty())
            .forEach(each -> missing.append(each.letters()));
      }
      return missing.isEmpty()
          ? List.of()
          : List.of(
              new Misfit(
                  Misfit.Kind.LETTERS,
                  Phrase.of("“%s” is in no font here", Phrase.shortened(missing.toString(), 12)),
                  "a font file that has it, put beside the captions"));
    }

    private List<TitleOption> ways(
        Piece piece, List<Misfit> wide, List<Misfit> times, Optional<Misfit> over) {
      var ways = new ArrayList<TitleOption>();
      long start = piece.start();
      long enough = start + Math.max(shortest, needed(words));
      boolean canLast = !times.isEmpty() && enough <= next;
      long end = canLast ? enough : piece.end();
      String longer = canLast ? Phrase.of("%,d f longer", end - piece.end()) : "";
      List<Misfit> stillTimes = canLast ? List.of() : times;
      if (canLast && wide.isEmpty()) {
        add(ways, Kind.LONGER, longer, List.of(new Piece(piece.title(), start, end)), over);
      }
      if (over.isPresent()) {
        higher(piece.title())
            .ifPresent(title ->
                ways.add(
                    new TitleOption(
                        Kind.HIGHER,
                        "above it",
                        List.of(new Piece(title, start, end)),
                        stillTimes)));
      }
      if (!wide.isEmpty()) {
        String also = longer.isEmpty() ? "" : ", " + longer;
        if (!isMeant()) {
          fitter
              .broken(words, style.mostLines() + 1, 1)
              .map(broken -> fitter.set(broken, 1))
              .ifPresent(title ->
                  add(
                      ways,
                      Kind.LINES,
                      lines(title) + also,
                      List.of(new Piece(title, start, end)),
                      left(stillTimes, over(title))));
        }
        fitter
            .smaller(words)
            .ifPresent(factor -> {
              SetTitle title = fitter.set(fitter.at(words, factor), factor);
              double size = style.line(0).size();
              add(
                  ways,
                  Kind.SMALLER,
                  Phrase.of(
                          "%d px instead of %s", Math.round(size * factor), Phrase.decimal(size, 1))
                      + also,
                  List.of(new Piece(title, start, end)),
                  left(stillTimes, over(title)));
            });
        two(start, Math.max(end, Math.min(enough, next))).ifPresent(ways::add);
      }
      ways.sort(Comparator.comparing(way -> !way.left().isEmpty()));
      var left = new ArrayList<>(wide);
      over.ifPresent(left::add);
      left.addAll(times);
      ways.add(new TitleOption(Kind.ANYHOW, "as it is", List.of(piece), left));
      return ways;
    }

    private static void add(
        List<TitleOption> ways, Kind kind, String text, List<Piece> pieces, Optional<Misfit> left) {
      ways.add(new TitleOption(kind, text, pieces, left.stream().toList()));
    }

    private static void add(
        List<TitleOption> ways, Kind kind, String text, List<Piece> pieces, List<Misfit> left) {
      ways.add(new TitleOption(kind, text, pieces, left));
    }

    private static List<Misfit> left(List<Misfit> times, Optional<Misfit> over) {
      var left = new ArrayList<>(times);
      over.ifPresent(left::add);
      return left;
    }

    /** {@code 3 lines, broken after “swings” and “turns,”}. */
    private static String lines(SetTitle title) {
      int count = title.lines().size();
      if (count == 1) {
        return "one line";
      }
      List<String> after =
          title.lines().subList(0, count - 1).stream()
              .map(line -> "“" + line.text().substring(line.text().lastIndexOf(' ') + 1) + "”")
              .toList();
      return Phrase.of(
          "%s, broken after %s", Phrase.count(count, "line"), String.join(" and ", after));
    }

    private Optional<TitleOption> two(long start, long end) {
      int dash = isMeant() ? words.indexOf('\n') : -1;
      String joined = dash > 0 ? words : LineBreaker.joined(CaptionText.of(words)).plain();
      Optional<Integer> at =
          dash > 0
              ? Optional.of(dash)
              : sense
                  .linesOf(
                      joined,
                      (text, line) -> fitter.setter().width(text, style.line(line)),
                      Double.MAX_VALUE,
                      2)
                  .map(List::getFirst);
      if (at.isEmpty()) {
        return Optional.empty();
      }
      String first = joined.substring(0, at.get()).strip();
      String second = joined.substring(at.get()).strip();
      long middle =
          start
              + Math.round(
                  (end - start) * (double) first.length() / (first.length() + second.length()));
      Optional<SetTitle> above = fitting(first);
      Optional<SetTitle> below = fitting(second);
      if (above.isEmpty() || below.isEmpty() || middle <= start || middle >= end) {
        return Optional.empty();
      }
      var left = new ArrayList<>(times(first, start, middle));
      left.addAll(times(second, middle, end));
      over(above.get()).ifPresent(left::add);
      return Optional.of(
          new TitleOption(
              Kind.TWO,
              Phrase.of("two titles, %s and %s", length(middle - start), length(end - middle)),
              List.of(new Piece(above.get(), start, middle), new Piece(below.get(), middle, end)),
              left));
    }

    private Optional<SetTitle> fitting(String words) {
      SetTitle typed = fitter.set(words, 1);
      if (fitter.fits(typed)) {
        return Optional.of(typed);
      }
      return MeantLines.are(caption.withPlain(words), sense::isJoint)
          ? Optional.empty()
          : fitter.broken(words, style.mostLines(), 1).map(broken -> fitter.set(broken, 1));
    }

    private long needed(String words) {
      int letters = Letters.columns(words.replace('\n', ' '));
      return Rational.of(letters)
          .dividedBy(style.speed())
          .dividedBy(frames.step())
          .rounded(RoundingMode.CEILING);
    }

    private List<Misfit> times(String words, long start, long end) {
      var misfits = new ArrayList<Misfit>(2);
      if (end - start < shortest) {
        misfits.add(
            new Misfit(
                Misfit.Kind.SHORT, length(end - start) + " long", "at least " + length(shortest)));
      }
      if (needed(words) > end - start) {
        double seconds = frames.step().toDouble() * (end - start);
        misfits.add(
            new Misfit(
                Misfit.Kind.FAST,
                Phrase.of(
                    "%.1f characters per second",
                    Letters.columns(words.replace('\n', ' ')) / seconds),
                style.speed().toDecimal(1)));
      }
      return misfits;
    }

    private Optional<Misfit> over(SetTitle title) {
      Area its = body(title);
      return standing.stream()
          .filter(piece -> body(piece.title()).meets(its))
          .findFirst()
          .map(piece ->
              new Misfit(
                  Misfit.Kind.OVER_ANOTHER,
                  "over “" + shortened(piece.title().words().replace('\n', ' ')) + "”",
                  ""));
    }

    private static String shortened(String words) {
      return Phrase.shortened(words, 30);
    }

    private static Area body(SetTitle title) {
      return title.box().orElse(title.text());
    }

    /** Above all that stand there, if there is room. */
    private Optional<SetTitle> higher(SetTitle title) {
      Area its = body(title);
      double top =
          standing.stream()
              .map(piece -> body(piece.title()))
              .filter(area -> area.meets(its))
              .mapToDouble(Area::top)
              .min()
              .orElse(its.top());
      double clear = CLEAR * title.lines().getFirst().look().size();
      double up = its.bottom() - top + clear;
      double x = title.style().x();
      Area moved = title.text().moved(0, -up);
      double y =
          switch (title.style().hold()) {
            case TOP -> moved.top();
            case MIDDLE -> (moved.top() + moved.bottom()) / 2;
            case BOTTOM -> moved.bottom();
          };
      SetTitle higher =
          fitter.set(
              title.words(),
              title.lines().getFirst().look().size()
                  / (style.line(0).size() * fitter.frame().shape().scale()),
              x,
              y / fitter.frame().shape().height());
      return fitter.fitsPicture(higher) && over(higher).isEmpty()
          ? Optional.of(higher)
          : Optional.empty();
    }
  }

  /** Seconds and frames: {@code 2:20}. */
  String length(long count) {
    long nominal = frames.rate().nominal();
    return Phrase.of("%d:%02d", count / nominal, count % nominal);
  }
}
