package org.oddlot.handoff;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.oddlot.caption.Timebase;
import org.oddlot.format.Content;
import org.oddlot.format.Facts;
import org.oddlot.format.Formats;
import org.oddlot.format.TimelineFormat;
import org.oddlot.format.caption.CaptionFormat;
import org.oddlot.format.report.BookFormats;
import org.oddlot.setting.Settings;
import org.oddlot.timeline.TimelineObject;

/** What the other side takes timelines as. */
public sealed interface Target permits TimelineTarget, CaptionTarget, SheetTarget {
  /** What it is called. */
  String name();

  /** How its files end, with the dot. */
  String ending();

  /** Whether one file holds several timelines. */
  boolean holdsSeveral();

  /** Whether it has a place for everything, so that there is nothing to say. */
  boolean carriesAll();

  /** Whether it has a place for things of a kind. */
  boolean carries(Content kind);

  /**
   * Whether somebody who chose it counts on things of a kind: nobody looks for pictures in a file
   * of captions.
   */
  boolean isMeantFor(Content kind);

  /** All kinds of things that may be lost or changed, the weightiest first. */
  List<Content> kinds();

  /** The files that timelines are written to; see {@link TimelineFormat#parts}. */
  List<TimelineFormat.Part> parts(TimelineObject root, Optional<Path> bundle);

  /** What is in timelines. */
  Facts before(TimelineObject root);

  /**
   * What is in the files that they were written to, read by the format's own reader.
   *
   * @param notes where to say that there is nothing to be read in one of them
   * @throws IOException if one of them cannot be found
   */
  Facts after(TimelineObject root, List<Path> files, List<String> notes) throws IOException;

  /**
   * The one whose files end so; empty where nothing of that ending is written.
   *
   * @param ending with the dot
   * @param how what is said about writing
   */
  static Optional<Target> of(String ending, Settings how) {
    return of(ending, how, Optional.empty());
  }

  /**
   * The same.
   *
   * @param programme the frames that captions are counted in; those of their timeline where empty
   */
  static Optional<Target> of(String ending, Settings how, Optional<Timebase> programme) {
    return Formats.toWrite("x" + ending)
        .<Target>map(format -> new TimelineTarget(format, how))
        .or(() -> CaptionFormat.of(ending).map(its -> new CaptionTarget(its, programme)));
  }

  /** The same, and spreadsheets. */
  static Optional<Target> ofAny(String ending, Settings how) {
    return of(ending, how)
        .or(() ->
            BookFormats.ofEnding(ending)
                .filter(book -> List.of("xlsx", "csv").contains(book.key()))
                .map(SheetTarget::new));
  }
}
