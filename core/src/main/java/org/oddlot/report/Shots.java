package org.oddlot.report;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.format.title.TitleClip;
import org.oddlot.material.Rights;
import org.oddlot.material.Source;
import org.oddlot.profile.Field;
import org.oddlot.profile.Profile;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;
import org.oddlot.text.Phrase;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.time.Timecode;
import org.oddlot.timeline.Clip;

/** Every picture of a timeline. Titles have a report of their own. */
final class Shots implements Report {
  private static final List<Column> COLUMNS =
      List.of(
          Column.text("timeline", "Timeline", 20),
          Column.count("number", "No."),
          Column.text("name", "Name", 22),
          Column.text("track", "On", 6),
          Column.label("record_in", "Record in"),
          Column.label("record_out", "Record out"),
          Column.sum("frames", "Frames"),
          Column.time("time", "Length"),
          Column.label("feet", "Feet"),
          Column.label("source_in", "Source in"),
          Column.label("source_out", "Source out"),
          Column.text("source", "Source", 30),
          Column.text("reel", "Reel", 9),
          Column.number("speed", "Speed", false),
          Column.text("visible", "Visible", 9),
          Column.sum("seen_frames", "Seen"),
          Column.sum("unknown_frames", "Unknown"),
          Column.text("licensed", "Licensed", 14),
          Column.text("holder", "Holder", 20),
          Column.text("notes", "Notes", 24),
          Column.text("why", "Why", 30));

  @Override
  public String key() {
    return "shots";
  }

  @Override
  public String title() {
    return "Shots";
  }

  @Override
  public List<Column> columns() {
    return COLUMNS;
  }

  @Override
  public List<String> notes() {
    return List.of(
        "Record out and source out are the first frame that is no longer there.",
        "Frames are those of the track; what transitions take beyond them is in Seen.",
        "Seen: enabled, and not covered by an opaque clip on a track above. Unknown: covered by"
            + " something whose opacity is unknown.");
  }

  @Override
  public List<String> passes() {
    return List.of("licences");
  }

  @Override
  public List<Line> lines(Scope scope) {
    Rights rights = Rights.of(scope.material());
    var lines = new ArrayList<Line>();
    for (TimelineUsage of : scope.timelines()) {
      of.uses().parallelStream()
          .filter(Use::isPicture)
          .filter(use -> TitleClip.of(use.event().clip(), of.profile()).isEmpty())
          .map(use -> line(use, of, rights, scope))
          .forEachOrdered(lines::add);
    }
    return lines;
  }

  private static Line line(Use use, TimelineUsage of, Rights rights, Scope scope) {
    Clip clip = use.event().clip();
    Profile profile = of.profile();
    TimeRange media = use.event().source();
    String source = use.source().map(Source::id).orElse("");
    long seen = use.seenFrames();
    long unknown = use.unknownFrames();
    var row =
        new Row(COLUMNS)
            .text("timeline", of.title())
            .count("number", use.number())
            .text("name", clip.name())
            .text("track", use.event().place().trackLabel())
            .label("record_in", of.label(use.plain().from()))
            .label("record_out", of.label(use.plain().to()))
            .count("frames", use.plain().length())
            .time("time", of.seconds(use.plain().length()))
            .text("feet", scope.gauge().inWords(use.plain().length()))
            .label("source_in", of.sourceLabel(media.start(), use.source().flatMap(Source::start)))
            .label(
                "source_out",
                of.sourceLabel(media.endExclusive(), use.source().flatMap(Source::start)))
            .text("source", use.source().map(Source::address).orElse(""))
            .text("reel", use.source().map(Source::reel).orElse(""))
            .cell("speed", new org.oddlot.sheet.Cell.Amount(use.event().speed()))
            .text("visible", use.standing())
            .count("seen_frames", seen)
            .count("unknown_frames", unknown)
            .text("licensed", rights.standing(source))
            .text(
                "holder",
                rights
                    .of(source)
                    .map(licence -> licence.holder())
                    .or(() -> profile.text(clip, Field.RIGHTS_HOLDER))
                    .orElse(""))
            .text("notes", profile.text(clip, Field.NOTES).orElse(""))
            .text("why", use.why())
            .at(of.spot(use.event().place(), use.plain()))
            .still(scope.still(use, use.plain().from(), of))
            .doubtful(unknown > 0 || rights.standing(source).equals("none"))
            .why("length", Phrase.number(use.plain().length()), "frames on its track");
    if (use.there().length() != use.plain().length()) {
      row.why(
          "transitions",
          Phrase.signed(use.there().length() - use.plain().length()),
          "frames beyond its ends");
    }
    long hidden = use.there().length() - seen - unknown;
    if (hidden > 0) {
      row.why("not seen", Phrase.signed(-hidden), use.why());
    }
    if (unknown > 0) {
      row.why("unknown", Phrase.signed(-unknown), use.why());
    }
    return row.why("seen", Phrase.number(seen), use.standing()).line();
  }

  /** A time of media as a label; of sound, which is counted in samples, with thousandths. */
  static Optional<Timecode> label(RationalTime time) {
    return Timecode.ofMedia(time);
  }
}
