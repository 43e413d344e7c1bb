package org.oddlot.pass.titles;

import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.oddlot.caption.Caption;
import org.oddlot.caption.CaptionText;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Letters;
import org.oddlot.caption.LineBreaker;
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

  private final Fitter fitter;
  private final Timebase.Frames frames;
  private final Rational zero;
  private final Hands hands;
  private final LineBreaker sense;
  private final Style style;
  private final String shape;
  private final long shortest;

  /** Titles that still stand when the next one begins. */
  private final List<Piece> standing = new ArrayList<>();

  /**
   * @param frames the frames of the timeline that is made
   * @param zero when it begins, in seconds of the captions
   */
  Planner(Fitter fitter, Timebase.Frames frames, Rational zero, Hands hands, LineBreaker sense) {
    this.fitter = fitter;
    this.frames = frames;
    this.zero = zero;
    this.hands = hands;
    this.sense = sense;
    this.style = fitter.style();
    this.shape = fitter.frame().shape().toString();
    this.shortest = style.shortest().dividedBy(frames.step()).rounded(RoundingMode.CEILING);
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
    if (came.isGone()) {
      return new InShape(
          fitter.frame(),
          List.of(new TitleOption(Kind.TYPED, "none: it was taken out", List.of(), List.of())),
          List.of(),
          List.of("taken out"));
    }
    standing.removeIf(piece -> piece.end() <= start);
    if (start < 0) {
      Misfit before =
          new Misfit(Misfit.Kind.OUTSIDE, "it begins before the timeline does", "shift it");
      return new InShape(
          fitter.frame(),
          List.of(new TitleOption(Kind.ANYHOW, "left out", List.of(), List.of(before))),
          List.of(before),
          List.of());
    }
    var byHand = new ArrayList<String>();
    String typed = caption.text().plain();
    Optional<String> said = hands.words(file, caption, shape);
    Optional<CameBack.Spot> put = hands.place(file, caption, shape);
    said.ifPresent(_ -> byHand.add("words"));
    put.ifPresent(_ -> byHand.add("place"));
    came.factor().ifPresent(_ -> byHand.add("size"));
    if (came.start().isPresent() || came.end().isPresent()) {
      byHand.add("time");
    }
    double factor = came.factor().orElse(1.0);
    String words = said.orElse(typed);
    SetTitle title =
        put.map(at -> fitter.set(words, factor, at.x(), at.y()))
            .orElseGet(() -> fitter.set(words, factor));
    List<Misfit> wide = fitter.misfits(title);
    Kind kind = Kind.TYPED;
    boolean isSet = said.isPresent() || put.isPresent() || came.factor().isPresent();
    if (!wide.isEmpty() && !isSet && !isTalk(words)) {
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
    if (misfits.isEmpty()) {
      String text = kind == Kind.TYPED ? "as it is" : lines(title);
      return new InShape(
          fitter.frame(),
          List.of(new TitleOption(kind, text, List.of(piece), List.of())),
          List.of(),
          byHand);
    }
    return new InShape(
        fitter.frame(), ways(words, piece, wide, times, over, next), misfits, byHand);
  }

  /** Lines of two people, each behind a dash: they are not run together. */
  private static boolean isTalk(String words) {
    return words.lines().skip(1).anyMatch(line -> line.matches("\\s*[-–—].*"));
  }

  private List<TitleOption> ways(
      String words,
      Piece piece,
      List<Misfit> wide,
      List<Misfit> times,
      Optional<Misfit> over,
      long next) {
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
                      Kind.HIGHER, "above it", List.of(new Piece(title, start, end)), stillTimes)));
    }
    if (!wide.isEmpty()) {
      String also = longer.isEmpty() ? "" : ", " + longer;
      if (!isTalk(words)) {
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
                Phrase.of("%d px instead of %s", Math.round(size * factor), Phrase.decimal(size, 1))
                    + also,
                List.of(new Piece(title, start, end)),
                left(stillTimes, over(title)));
          });
      two(words, start, Math.max(end, Math.min(enough, next))).ifPresent(ways::add);
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

  private Optional<TitleOption> two(String words, long start, long end) {
    int dash = isTalk(words) ? words.indexOf('\n') : -1;
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
    return isTalk(words)
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

  /** Seconds and frames: {@code 2:20}. */
  String length(long count) {
    long nominal = frames.rate().nominal();
    return Phrase.of("%d:%02d", count / nominal, count % nominal);
  }
}
