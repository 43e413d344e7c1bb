package org.oddlot.title;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.caption.CaptionText;
import org.oddlot.caption.LineBreaker;
import org.oddlot.text.Phrase;
import org.oddlot.title.SetTitle.SetLine;

/** Sets titles of one style in one picture, and says whether they fit. */
public final class Fitter {
  private final Typesetter setter;
  private final LineBreaker sense;
  private final Style style;
  private final Frame frame;
  private final Area room;
  private final Style whole;

  /**
   * @param sense where lines may be broken
   * @param style in pixels of a short side of 1080
   */
  public Fitter(Typesetter setter, LineBreaker sense, Style style, Frame frame) {
    this.setter = setter;
    this.sense = sense;
    this.style = style;
    this.frame = frame;
    this.room = frame.room(style);
    this.whole = scaled(style, 1);
  }

  /** The picture. */
  public Frame frame() {
    return frame;
  }

  /** Where titles may stand. */
  public Area room() {
    return room;
  }

  /** The style. */
  public Style style() {
    return style;
  }

  /**
   * A title as it would stand.
   *
   * @param words lines separated by {@code \n}
   * @param factor how much smaller its letters are; 1 for the style's own
   */
  public SetTitle set(String words, double factor) {
    Style look = factor == 1 ? whole : scaled(style, factor);
    return place(words, look, room, style.inBand() && frame.band().isPresent());
  }

  /** A title that is put somewhere. */
  public SetTitle set(String words, double factor, double x, double y) {
    return place(words, scaled(style.at(x, y), factor), room, false);
  }

  /** What sets titles of another style in the same picture. */
  public Fitter in(Style other) {
    return other.equals(style) ? this : new Fitter(setter, sense, other, frame);
  }

  /** A style in pixels of the picture. */
  private Style scaled(Style its, double factor) {
    double scale = frame.shape().scale();
    Style scaled = its.scaled(scale * factor);
    return scaled
        .withBox(
            scaled
                .box()
                .map(box ->
                    new Style.Box(
                        box.colour(), box.opacity(), box.radius() * scale, box.padding() * scale)))
        .withOutline(
            scaled
                .outline()
                .map(outline -> new Style.Outline(outline.width() * scale, outline.colour())))
        .withShadow(
            scaled
                .shadow()
                .map(shadow ->
                    new Style.Shadow(
                        shadow.x() * scale,
                        shadow.y() * scale,
                        shadow.colour(),
                        shadow.opacity())));
  }

  private SetTitle place(String words, Style look, Area into, boolean inBand) {
    String[] texts = words.split("\n", -1);
    double[] widths = new double[texts.length];
    double[] baselines = new double[texts.length];
    double baseline = 0;
    double widest = 0;
    for (int i = 0; i < texts.length; i++) {
      Style.Line line = look.line(i);
      texts[i] = texts[i].strip();
      widths[i] = setter.width(texts[i], line);
      widest = Math.max(widest, widths[i]);
      baseline += i == 0 ? setter.ascent(line) : look.spacing() * line.size();
      baselines[i] = baseline;
    }
    double height = baseline + setter.descent(look.line(texts.length - 1));
    Shape shape = frame.shape();
    double x = look.x() * shape.width();
    double left =
        switch (look.align()) {
          case LEFT -> x;
          case CENTRE -> x - widest / 2;
          case RIGHT -> x - widest;
        };
    double y = look.y() * shape.height();
    double top =
        inBand
            ? (into.top() + into.bottom() - height) / 2
            : switch (look.hold()) {
              case TOP -> y;
              case MIDDLE -> y - height / 2;
              case BOTTOM -> y - height;
            };
    var lines = new ArrayList<SetLine>(texts.length);
    for (int i = 0; i < texts.length; i++) {
      double from =
          switch (look.align()) {
            case LEFT -> left;
            case CENTRE -> left + (widest - widths[i]) / 2;
            case RIGHT -> left + widest - widths[i];
          };
      lines.add(new SetLine(texts[i], look.line(i), from, top + baselines[i], widths[i]));
    }
    return new SetTitle(lines, new Area(left, top, left + widest, top + height), look);
  }

  /** What of a title does not fit the picture; nothing where all of it is seen everywhere. */
  public List<Misfit> misfits(SetTitle title) {
    // Drawing is slow: most titles are seen to fit by how far their letters can reach.
    if (title.reach(setter).filter(room::contains).isPresent()) {
      return List.of();
    }
    Area seen = title.seen(setter);
    if (room.contains(seen)) {
      return List.of();
    }
    var misfits = new ArrayList<Misfit>(2);
    if (seen.width() > room.width()) {
      misfits.add(
          new Misfit(
              Misfit.Kind.WIDE,
              Phrase.of("%,d px too wide", (long) Math.ceil(seen.width() - room.width())),
              Phrase.of("%,d px", (long) room.width())));
    }
    if (seen.height() > room.height()) {
      misfits.add(
          new Misfit(
              Misfit.Kind.HIGH,
              Phrase.of("%,d px too high", (long) Math.ceil(seen.height() - room.height())),
              Phrase.of("%,d px", (long) room.height())));
    }
    if (misfits.isEmpty()) {
      double out =
          Math.max(
              Math.max(room.left() - seen.left(), seen.right() - room.right()),
              Math.max(room.top() - seen.top(), seen.bottom() - room.bottom()));
      misfits.add(
          new Misfit(
              Misfit.Kind.OUTSIDE,
              Phrase.of("%,d px outside the safe area", (long) Math.ceil(out)),
              ""));
    }
    return misfits;
  }

  /** Whether a title, wherever it stands, is within the safe area. */
  public boolean fitsPicture(SetTitle title) {
    return frame.safe().contains(title.seen(setter));
  }

  /** Whether a title fits. */
  public boolean fits(SetTitle title) {
    return misfits(title).isEmpty();
  }

  /**
   * The same words in lines that fit side to side, as balanced and sensible as can be.
   *
   * @param most lines at the most
   * @param factor how much smaller the letters are
   * @return empty where so few lines do not fit
   */
  public Optional<String> broken(String words, int most, double factor) {
    String joined = LineBreaker.joined(CaptionText.of(words)).plain();
    Style look = factor == 1 ? whole : scaled(style, factor);
    double beside =
        2
            * look.box()
                .map(Style.Box::padding)
                .orElse(look.outline().map(Style.Outline::width).orElse(0.0));
    double inner = room.width() - beside;
    return sense
        .lines(joined, (text, line) -> setter.width(text, look.line(line)), inner, most)
        .map(ends -> LineBreaker.broken(CaptionText.of(joined), ends).plain())
        .filter(text -> fits(set(text, factor)));
  }

  /** The words on one more line than they have, where that balances. */
  public Optional<String> balanced(String words, int lines) {
    String joined = LineBreaker.joined(CaptionText.of(words)).plain();
    return sense
        .linesOf(
            joined, (text, line) -> setter.width(text, style.line(line)), Double.MAX_VALUE, lines)
        .map(ends -> LineBreaker.broken(CaptionText.of(joined), ends).plain());
  }

  /**
   * How much smaller letters must be for words to fit in the lines that a style has, in whole
   * pixels of the first line's size.
   *
   * @return the factor, below 1; empty where even the smallest allowed does not fit
   */
  public Optional<Double> smaller(String words) {
    double size = style.line(0).size();
    int low = (int) Math.ceil(style.smallest());
    int high = (int) Math.ceil(size) - 1;
    if (low > high || !fitsAt(words, low / size)) {
      return Optional.empty();
    }
    // The largest that fits; what fits at one size fits at all smaller ones.
    while (low < high) {
      int middle = (low + high + 1) / 2;
      if (fitsAt(words, middle / size)) {
        low = middle;
      } else {
        high = middle - 1;
      }
    }
    return Optional.of(low / size);
  }

  private boolean fitsAt(String words, double factor) {
    return fits(set(words, factor)) || broken(words, style.mostLines(), factor).isPresent();
  }

  /** The words as they fit at a smaller size: as they stand, else in other lines. */
  public String at(String words, double factor) {
    return fits(set(words, factor))
        ? words
        : broken(words, style.mostLines(), factor).orElse(words);
  }

  /** The typesetter that it measures with. */
  public Typesetter setter() {
    return setter;
  }
}
