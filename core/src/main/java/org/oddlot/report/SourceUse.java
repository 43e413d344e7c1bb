package org.oddlot.report;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.material.Rights;
import org.oddlot.material.Source;
import org.oddlot.rights.Licence;
import org.oddlot.sheet.Cell;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameSpans;
import org.oddlot.time.Rational;

/** How much of each source a timeline uses. */
final class SourceUse implements Report {
  private static final List<Column> COLUMNS =
      List.of(
          Column.text("timeline", "Timeline", 20),
          Column.text("name", "Name", 24),
          Column.text("source", "Source", 34),
          Column.text("kind", "Kind", 8),
          Column.sum("uses", "Uses"),
          Column.sum("used_frames", "Used frames"),
          Column.sum("seen_frames", "Seen frames"),
          Column.sum("unknown_frames", "Unknown"),
          Column.sum("once_frames", "Unique frames"),
          Column.time("used", "Used"),
          Column.time("seen", "Seen"),
          Column.time("once", "Unique duration"),
          Column.text("licence", "Licence", 16),
          Column.text("holder", "Holder", 24),
          Column.time("to_pay", "To pay"),
          Column.text("why", "Why", 30));

  /**
   * All uses of a source in a timeline: its pictures, where it has any, else its sound.
   *
   * @param sounds its sound, where it has pictures as well
   */
  record Sum(TimelineUsage of, Source source, List<Use> uses, List<Use> sounds) {
    long used() {
      return uses.stream().mapToLong(use -> use.there().length()).sum();
    }

    long seen() {
      return uses.stream().mapToLong(Use::seenFrames).sum();
    }

    long unknown() {
      return uses.stream().mapToLong(Use::unknownFrames).sum();
    }

    /** What might be seen, and is nowhere seen for sure, each frame once. */
    long unknownOnce() {
      return uses.stream().mapToLong(Use::unknownOnce).sum();
    }

    long once() {
      return uses.stream().mapToLong(Use::once).sum();
    }

    /** How long its sound is heard while its picture is not seen. */
    long soundAlone() {
      var seen = new FrameSpans();
      uses.forEach(use -> use.seen().forEach(seen::add));
      var alone = new FrameSpans();
      for (Use sound : sounds) {
        sound.seen().forEach(span -> seen.outside(span).forEach(alone::add));
      }
      return alone.size();
    }

    Rational seconds(long frames) {
      return of.seconds(frames);
    }
  }

  /** What each source of a timeline amounts to, in the order in which the file has them. */
  static List<Sum> sums(TimelineUsage of) {
    Map<String, List<Use>> bySource = new LinkedHashMap<>();
    for (Use use : of.uses()) {
      if (use.source().isPresent() && (use.isPicture() || use.isSound())) {
        bySource.computeIfAbsent(use.source().get().id(), _ -> new ArrayList<>()).add(use);
      }
    }
    var sums = new ArrayList<Sum>(bySource.size());
    for (List<Use> uses : bySource.values()) {
      List<Use> pictures = uses.stream().filter(Use::isPicture).toList();
      List<Use> sounds = uses.stream().filter(Use::isSound).toList();
      Source source = uses.getFirst().source().orElseThrow();
      sums.add(
          pictures.isEmpty()
              ? new Sum(of, source, sounds, List.of())
              : new Sum(of, source, pictures, sounds));
    }
    return sums;
  }

  @Override
  public String key() {
    return "sources";
  }

  @Override
  public String title() {
    return "Sources";
  }

  @Override
  public List<Column> columns() {
    return COLUMNS;
  }

  @Override
  public List<String> notes() {
    return List.of(
        "Used: every frame that is in the timeline, hidden and disabled ones as well, with what"
            + " transitions take beyond its ends.",
        "Seen: what of that is seen; of sound, heard.",
        "Unique: what is seen for the first time. Frames of the medium that an earlier use showed do"
            + " not count again; frames that a slow use repeats do.",
        "Unknown: what lies under a picture of which nobody can tell whether it hides it: a still, a"
            + " logo, what an unknown effect makes.",
        "To pay: Unique, and of Unknown the frames that are not seen for sure elsewhere, rounded up"
            + " to whole units of the licence, for each source.",
        "Where a source has pictures its pictures are counted.");
  }

  @Override
  public List<String> passes() {
    return List.of("licences");
  }

  /** What is paid for: what is seen once, and what might be. */
  static Rational paid(Sum sum, Licence licence) {
    return licence.paid(sum.seconds(sum.once() + sum.unknownOnce()));
  }

  @Override
  public List<Line> lines(Scope scope) {
    Rights rights = Rights.of(scope.material());
    var lines = new ArrayList<Line>();
    for (TimelineUsage of : scope.timelines()) {
      sums(of).parallelStream().map(sum -> line(sum, rights, scope)).forEachOrdered(lines::add);
    }
    return lines;
  }

  private static Line line(Sum sum, Rights rights, Scope scope) {
    String id = sum.source.id();
    Optional<Licence> licence = rights.of(id);
    String standing = rights.standing(id);
    long alone = sum.soundAlone();
    var why = new ArrayList<String>();
    if (standing.equals("none")) {
      why.add("no licence");
    }
    if (sum.unknown() > 0) {
      why.add(Phrase.count((int) sum.unknown(), "frame") + " not known");
    }
    if (alone > 0) {
      why.add(
          Phrase.count((int) alone, "frame")
              + " heard without its picture, not among those to pay");
    }
    var row =
        new Row(COLUMNS)
            .text("timeline", sum.of.title())
            .text("name", sum.source.name())
            .text(
                "source", sum.source.address().isEmpty() ? sum.source.name() : sum.source.address())
            .text("kind", sum.uses.getFirst().isPicture() ? "picture" : "sound")
            .count("uses", sum.uses.size())
            .count("used_frames", sum.used())
            .count("seen_frames", sum.seen())
            .count("unknown_frames", sum.unknown())
            .count("once_frames", sum.once())
            .time("used", sum.seconds(sum.used()))
            .time("seen", sum.seconds(sum.seen()))
            .time("once", sum.seconds(sum.once()))
            .text("licence", standing)
            .text("holder", licence.map(Licence::holder).orElse(""))
            .cell("to_pay", licence.map(its -> Cell.of(paid(sum, its))).orElse(Cell.NOTHING))
            .text("why", String.join("; ", why))
            .at(sum.of.spot(sum.uses.getFirst().event().place(), sum.uses.getFirst().plain()))
            .still(scope.still(sum.uses.getFirst(), sum.uses.getFirst().plain().from(), sum.of))
            .doubtful(!why.isEmpty());
    counted(row, sum, licence);
    return row.line();
  }

  /** How a source's numbers come about, for the row that they stand in. */
  static void counted(Row row, Sum sum, Optional<Licence> licence) {
    row.why("used", Phrase.number(sum.used()), Phrase.count(sum.uses.size(), "use"));
    long hidden = sum.used() - sum.seen() - sum.unknown();
    if (hidden > 0) {
      row.why("not seen", Phrase.signed(-hidden), "hidden, disabled or silent");
    }
    if (sum.unknown() > 0) {
      row.why("unknown", Phrase.signed(-sum.unknown()), "might be seen");
    }
    row.why("seen", Phrase.number(sum.seen()), "frames");
    if (sum.once() < sum.seen()) {
      row.why("again", Phrase.signed(sum.once() - sum.seen()), "the same frames as before");
    }
    row.why("once", Phrase.number(sum.once()), sum.seconds(sum.once()).toDecimal(2) + " s");
    licence.ifPresent(its ->
        row.why(
            "to pay",
            paid(sum, its).toDecimal(2) + " s",
            "by " + its.unit().toDecimal(2) + " s, up"));
  }
}
