package org.oddlot.report;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.material.Material;
import org.oddlot.material.TimelineFile;
import org.oddlot.sheet.Book;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Labels;
import org.oddlot.sheet.Sheet;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;

/** Puts reports together. */
public final class Books {
  private static final String TIMELINE = "timeline";

  private Books() {}

  /** The reports that are asked for, of what a lot holds. */
  public static Book of(Material material, ReportsToWrite wanted) {
    Scope scope = Scope.of(material, wanted.timeline(), wanted.gauge()).labelled(wanted.isDrop());
    var sheets = new ArrayList<Sheet>();
    for (String kind : wanted.kinds()) {
      Reports.of(kind)
          .ifPresent(report ->
              wanted
                  .arrangement(kind)
                  .sheets(report, scope)
                  .forEach(sheet ->
                      sheets.add(plain(pictured(sheet, wanted), scope, wanted.arrangement(kind)))));
    }
    Labels labels = wanted.stationery().labels();
    Optional<FrameRate> frames = wanted.stationery().isInFrames() ? rate(scope) : Optional.empty();
    sheets.replaceAll(sheet -> sheet.written(labels, frames));
    var about = new ArrayList<Book.Fact>();
    about.add(new Book.Fact("Lot", material.lot()));
    about.add(new Book.Fact("Timeline", scope.inWords()));
    for (TimelineUsage of : scope.timelines().stream().limit(8).toList()) {
      about.add(
          new Book.Fact(
              "Counted in",
              Phrase.of(
                  "%s: %s frames a second%s, from %s",
                  of.title(), of.rate(), drops(of), of.label(0))));
      if (!of.notUnderstood().isEmpty()) {
        about.add(
            new Book.Fact(
                "Not counted",
                Phrase.of(
                    "%s of %s is not understood",
                    Phrase.count(of.notUnderstood().size(), "item"), of.title())));
      }
    }
    about.add(new Book.Fact("Files", String.join(", ", files(material))));
    if (!wanted.date().isEmpty()) {
      about.add(new Book.Fact("Day", wanted.date()));
    }
    return new Book(
        title(material, sheets),
        about.stream().map(its -> new Book.Fact(labels.say(its.what()), its.value())).toList(),
        sheets,
        wanted.stationery());
  }

  /** The rate of all timelines; empty where they have several, and no timecode fits all. */
  private static Optional<FrameRate> rate(Scope scope) {
    List<FrameRate> rates = scope.timelines().stream().map(TimelineUsage::rate).distinct().toList();
    return rates.size() == 1 ? Optional.of(rates.getFirst()) : Optional.empty();
  }

  /** Where labels can be counted in two ways, in which they are. */
  private static String drops(TimelineUsage of) {
    return !of.rate().canDropFrames()
        ? ""
        : of.label(0).dropFrame() ? ", drop-frame" : ", non-drop";
  }

  private static Sheet pictured(Sheet sheet, ReportsToWrite wanted) {
    if (!wanted.hasPictures()) {
      return sheet.withoutStills();
    }
    long with = sheet.lines().stream().filter(line -> line.still().isPresent()).count();
    if (with == 0) {
      return sheet;
    }
    String note =
        "Pictures are those of the media, without titles and effects"
            + (with < sheet.lines().size()
                ? Phrase.of(
                    "; %s of %s have none: their media is not at hand.",
                    Phrase.number(sheet.lines().size() - with),
                    Phrase.count(sheet.lines().size(), "row"))
                : ".");
    return sheet.withNote(note);
  }

  /** The timeline files that came in, by their names. */
  public static List<String> files(Material material) {
    return material.documents().stream()
        .filter(document -> !document.isNew())
        .map(TimelineFile::name)
        .toList();
  }

  private static String title(Material material, List<Sheet> sheets) {
    return sheets.size() == 1
        ? material.lot() + ": " + sheets.getFirst().title()
        : material.lot() + ": reports";
  }

  /**
   * Where nobody chose columns, one that says the same timeline in each row is left out: the head
   * says it.
   */
  private static Sheet plain(Sheet sheet, Scope scope, Arrangement arrangement) {
    int timeline = sheet.indexOf(TIMELINE);
    if (!arrangement.columns().isEmpty() || timeline < 0 || scope.timelines().size() > 1) {
      return sheet;
    }
    var kept = new ArrayList<Integer>();
    List<Column> columns = sheet.columns();
    for (int i = 0; i < columns.size(); i++) {
      if (i != timeline) {
        kept.add(i);
      }
    }
    return sheet.withColumns(kept);
  }
}
