package org.oddlot.handoff;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.oddlot.sheet.Book;
import org.oddlot.sheet.Cell;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;
import org.oddlot.sheet.Sheet;
import org.oddlot.text.Phrase;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.time.Timecode;

/** The media that must travel, as a list to be read by people: a row for each stretch of a file. */
public final class TravelBook {
  private static final List<Column> COLUMNS =
      List.of(
          Column.text("name", "Media", 26),
          Column.text("reel", "Reel", 12),
          Column.label("in", "In"),
          Column.label("out", "Out"),
          Column.count("frames", "Frames"),
          Column.count("uses", "Uses"),
          Column.text("note", "Note", 26),
          Column.sum("bytes", "Bytes"),
          Column.text("file", "File", 60));

  private TravelBook() {}

  /** The list. */
  public static Book of(Travel travel, String about) {
    var lines = new ArrayList<Line>();
    travel.media().forEach(media -> lines.addAll(lines(media)));
    var facts = new ArrayList<Book.Fact>();
    facts.add(new Book.Fact("Timeline", about));
    facts.add(
        new Book.Fact(
            "Together",
            Phrase.of(
                "%s, %s",
                Phrase.count(travel.media().size(), "source"), Phrase.size(travel.bytes()))));
    if (!travel.missing().isEmpty()) {
      facts.add(new Book.Fact("Not there", Phrase.count(travel.missing().size(), "source")));
    }
    Sheet sheet =
        new Sheet(
            "media",
            "Media that travels",
            about,
            COLUMNS,
            lines,
            -1,
            List.of(
                Phrase.of(
                    "In and out with handles of %s, as far as the media has them.",
                    Phrase.count(Math.toIntExact(travel.handles()), "frame"))));
    return new Book("Media that travels with " + about, facts, List.of(sheet));
  }

  private static List<Line> lines(Travel.Media media) {
    var lines = new ArrayList<Line>();
    if (media.ranges().isEmpty()) {
      lines.add(line(media, Cell.NOTHING, Cell.NOTHING, Cell.NOTHING, true));
    }
    for (TimeRange range : media.ranges()) {
      lines.add(
          line(
              media,
              label(range.start()),
              label(range.endExclusive()),
              Cell.of(range.duration().value()),
              lines.isEmpty()));
    }
    return lines;
  }

  private static Line line(Travel.Media media, Cell in, Cell out, Cell frames, boolean isFirst) {
    return Line.of(
        List.of(
            Cell.of(media.name()),
            Cell.of(media.reel()),
            in,
            out,
            frames,
            isFirst ? Cell.of(media.uses()) : Cell.NOTHING,
            Cell.of(isFirst ? note(media) : ""),
            isFirst && media.bytes() > 0 ? Cell.of(media.bytes()) : Cell.NOTHING,
            Cell.of(
                media.files().stream().findFirst().map(Path::toString).orElse(media.address()))));
  }

  private static String note(Travel.Media media) {
    var notes = new ArrayList<String>();
    if (!media.isThere()) {
      notes.add(
          media.files().isEmpty()
              ? "not there"
              : Phrase.of("%s of its pictures are not there", Phrase.number(media.missing())));
    }
    if (media.ranges().isEmpty()) {
      notes.add("not shown");
    }
    if (media.clipped() > 0) {
      notes.add(Phrase.of("less than the handles in %s", Phrase.count(media.clipped(), "use")));
    }
    return String.join("; ", notes);
  }

  private static Cell label(RationalTime time) {
    return Timecode.ofMedia(time)
        .map(label -> Cell.of(label.toString()))
        .orElseGet(() -> Cell.of(time.seconds()));
  }
}
