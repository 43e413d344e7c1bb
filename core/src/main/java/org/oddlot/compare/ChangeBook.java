package org.oddlot.compare;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.material.Source;
import org.oddlot.sheet.Book;
import org.oddlot.sheet.Cell;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;
import org.oddlot.sheet.Sheet;
import org.oddlot.text.Phrase;
import org.oddlot.time.RationalTime;
import org.oddlot.time.Timecode;

/** Lists of what changed, to be read by people: in the order of the new cut, and by reels. */
public final class ChangeBook {
  /** The columns of {@link #changes}. */
  public static final List<Column> CHANGES =
      List.of(
          Column.text("timeline", "Timeline", 20),
          Column.label("before", "Before"),
          Column.label("after", "After"),
          Column.text("name", "Shot", 24),
          Column.text("change", "Change", 11),
          Column.text("says", "What changed", 44),
          Column.text("track", "On", 7),
          Column.count("head", "Head"),
          Column.count("tail", "Tail"),
          Column.count("later", "Later by"),
          Column.label("source_in", "Source in"),
          Column.label("source_out", "Source out"),
          Column.text("reel", "Reel", 12),
          Column.text("look_at", "To look at", 36));

  /** The columns of {@link #reels}. */
  public static final List<Column> REELS =
      List.of(
          Column.text("reel", "Reel", 14),
          Column.text("source", "Media", 30),
          Column.label("source_in", "Source in"),
          Column.label("source_out", "Source out"),
          Column.label("after", "Record in"),
          Column.text("change", "Change", 11),
          Column.text("name", "Shot", 24),
          Column.text("timeline", "Timeline", 20));

  private ChangeBook() {}

  /** A book of some comparisons. */
  public static Book of(List<Comparison> comparisons) {
    var about = new ArrayList<Book.Fact>();
    for (Comparison each : comparisons) {
      about.add(new Book.Fact("Before", words(each.before())));
      about.add(new Book.Fact("After", words(each.after())));
      about.add(
          new Book.Fact(
              "Together",
              Phrase.of(
                  "%s, %s the same",
                  Phrase.count(each.changes().size(), "change"),
                  Phrase.count(each.same(), "shot"))));
      for (Comparison.Media media : each.media()) {
        about.add(
            new Book.Fact("The same media", where(media.before()) + " → " + where(media.after())));
      }
    }
    String title =
        comparisons.size() == 1 ? "Changes from " + title(comparisons.getFirst()) : "Changes";
    return new Book(
        title, about, List.of(changes(comparisons).withoutEmptyColumns(), reels(comparisons)));
  }

  private static String title(Comparison comparison) {
    String old = comparison.before().name();
    String now = comparison.after().name();
    return old.equals(now)
        ? comparison.before().document().name() + " to " + comparison.after().document().name()
        : old + " to " + now;
  }

  private static String words(Version version) {
    return Phrase.of(
        "%s in %s, %s frames a second, %s to %s",
        version.name(),
        version.document().name(),
        version.rate(),
        version.label(0),
        version.label(version.length()));
  }

  private static String where(Source source) {
    return source.address().isEmpty() ? source.name() : source.address();
  }

  /** Every change, in the order of the new cut. */
  public static Sheet changes(List<Comparison> comparisons) {
    var lines = new ArrayList<Line>();
    for (Comparison comparison : comparisons) {
      comparison.changes().forEach(change -> lines.add(line(change, comparison)));
    }
    return new Sheet(
        "changes",
        "Changes",
        "",
        CHANGES,
        lines,
        -1,
        List.of(
            "Head and tail are frames more, less than zero for what was taken off.",
            "Later by is how many frames everything around it is later than it was.",
            "A shot that only follows what was put in or taken out before it is the same."));
  }

  private static Line line(Change change, Comparison comparison) {
    Optional<Shot> shot = change.shot();
    return Line.of(
            List.of(
                Cell.of(comparison.after().name()),
                label(change.before().map(spot -> comparison.before().label(spot.in()))),
                label(change.after().map(spot -> comparison.after().label(spot.in()))),
                Cell.of(change.name()),
                Cell.of(change.kind().word()),
                Cell.of(change.says()),
                Cell.of(change.lane().map(Shot.Lane::label).orElse("")),
                count(change.head()),
                count(change.tail()),
                Cell.of(change.later()),
                label(shot.flatMap(ChangeBook::mediaIn)),
                label(shot.flatMap(ChangeBook::mediaOut)),
                Cell.of(shot.flatMap(Shot::source).map(Source::reel).orElse("")),
                Cell.of(change.doubt())))
        .withDoubt(!change.doubt().isEmpty());
  }

  private static Cell count(long frames) {
    return frames == 0 ? Cell.NOTHING : Cell.of(frames);
  }

  private static Cell label(Optional<Timecode> label) {
    return Cell.of(label.map(Timecode::toString).orElse(""));
  }

  /** What of its media is there first, as a label; empty as for {@link #mediaOut}. */
  public static Optional<Timecode> mediaIn(Shot shot) {
    return media(shot, shot.sourceIn());
  }

  /** Where what is there of its media ends; empty for what is generated or counted in samples. */
  public static Optional<Timecode> mediaOut(Shot shot) {
    return media(shot, shot.sourceOut());
  }

  /** A time of a shot's media as a label; empty for what is generated or counted in samples. */
  private static Optional<Timecode> media(Shot shot, RationalTime time) {
    return shot.isGenerated() ? Optional.empty() : Timecode.ofMedia(time);
  }

  /** What the new cut has that the old one has not, by reels: what has to be got out again. */
  public static Sheet reels(List<Comparison> comparisons) {
    record Needed(String timeline, Comparison comparison, Change change, Shot shot) {}
    Map<String, List<Needed>> byReel = new LinkedHashMap<>();
    for (Comparison comparison : comparisons) {
      for (Change change : comparison.changes()) {
        if (!needsMedia(change)) {
          continue;
        }
        for (Shot shot : change.after().map(Change.Spot::shots).orElse(List.of())) {
          shot.source()
              .ifPresent(source ->
                  byReel
                      .computeIfAbsent(reel(source), _ -> new ArrayList<>())
                      .add(new Needed(comparison.after().name(), comparison, change, shot)));
        }
      }
    }
    var lines = new ArrayList<Line>();
    byReel.entrySet().stream()
        .sorted(Map.Entry.comparingByKey())
        .forEach(reel ->
            reel.getValue().stream()
                .sorted(Comparator.comparing(its -> its.shot.sourceIn()))
                .forEach(its ->
                    lines.add(
                        Line.of(
                            List.of(
                                Cell.of(reel.getKey()),
                                Cell.of(its.shot.source().map(Source::name).orElse("")),
                                label(mediaIn(its.shot)),
                                label(mediaOut(its.shot)),
                                label(Optional.of(its.comparison.after().label(its.shot.in()))),
                                Cell.of(its.change.kind().word()),
                                Cell.of(its.shot.name()),
                                Cell.of(its.timeline))))));
    return new Sheet("reels", "By reels", "", REELS, lines, lines.isEmpty() ? -1 : 0, List.of());
  }

  private static String reel(Source source) {
    return source.reel().isEmpty() ? source.name() : source.reel();
  }

  /** Whether a shot shows something of its media that the old cut did not. */
  private static boolean needsMedia(Change change) {
    return switch (change.kind()) {
      case NEW, REPLACED, SLIPPED, RETIMED -> true;
      case TRIMMED, SPLIT, JOINED -> change.head() > 0 || change.tail() > 0;
      default -> false;
    };
  }
}
