package org.oddlot.format;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.oddlot.input.Contents;
import org.oddlot.input.InputFile;
import org.oddlot.input.InputKind;
import org.oddlot.input.ReadingOptions;
import org.oddlot.setting.Setting;
import org.oddlot.setting.Settings;
import org.oddlot.text.Phrase;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;

/** A kind of file that holds timelines or bins, to be read and written. */
public interface TimelineFormat extends InputKind<TimelineFormat.Read> {
  /** The name of the mapping profile that a file is understood with. */
  Setting<String> PROFILE =
      Setting.text("profile", "Written by", "odd-lot", "the name of a mapping profile");

  /**
   * What came out of a file.
   *
   * @param root the outermost object
   * @param sha256 of the bytes that hold it, as lower-case hexadecimal digits; empty where the file
   *     is not {@linkplain InputFile#hasDigest() to be known again}
   */
  record Read(TimelineObject root, String sha256) {}

  @Override
  default String what() {
    return "timeline file";
  }

  @Override
  default Class<Read> type() {
    return Read.class;
  }

  @Override
  default List<Setting<?>> options() {
    return List.of(PROFILE);
  }

  @Override
  default Contents describe(Read read) {
    var timelines = new ArrayList<String>();
    var clips = new int[1];
    Placed.root(read.root())
        .walk(placed -> {
          if (placed.object() instanceof Timeline timeline) {
            timelines.add(timeline.name());
          }
          clips[0] += placed.object() instanceof Clip ? 1 : 0;
        });
    return Contents.of(
        Phrase.of(
            "%s, %s", Phrase.count(timelines.size(), "timeline"), Phrase.count(clips[0], "clip")));
  }

  /** What it has a place for. */
  Set<TimelineFeature> carries();

  /** Whether all that is noted of an object has a place, although notes in general have none. */
  default boolean carriesNotes(TimelineObject object) {
    return object.metadata().isEmpty();
  }

  /**
   * What of a file it has no place for and is lost in writing it: a sentence for each kind of
   * thing, with how often and where.
   */
  default List<String> losses(TimelineObject root) {
    return carries().size() == TimelineFeature.values().length
        ? List.of()
        : Inventory.losses(Inventory.of(List.of(root), carries(), this::carriesNotes), carries());
  }

  /**
   * How a file that {@code root} was written to is read again, where it does not say all itself.
   */
  default ReadingOptions readingAgain(TimelineObject root) {
    return ReadingOptions.DETECTED;
  }

  /** What can be said about how such a file is written. */
  default List<Setting<?>> writing() {
    return List.of();
  }

  /**
   * A file of those that a conversion makes.
   *
   * @param suffix what its name has more than the one that was asked for, before the ending
   * @param writer writes it
   */
  record Part(String suffix, Writer writer) {
    /** The file that it is, where {@code file} was asked for. */
    public Path beside(Path file) {
      String name = String.valueOf(file.getFileName());
      int dot = Math.max(0, name.lastIndexOf('.'));
      return file.resolveSibling(name.substring(0, dot) + suffix + name.substring(dot));
    }
  }

  /** Writes a file that is not there yet. */
  interface Writer {
    /** Writes to {@code target}. */
    void write(Path target) throws IOException;
  }

  /**
   * The files that {@code root} is written to: one, unless such a file holds less than it has.
   *
   * @param bundle as for {@link #write}
   * @param how what is said about writing
   */
  default List<Part> parts(TimelineObject root, Optional<Path> bundle, Settings how) {
    return List.of(new Part("", target -> write(root, bundle, target)));
  }

  /**
   * Writes {@code root} to {@code target}, which is not there yet.
   *
   * @param bundle a file of this format that {@code root} was read or made from, for whatever lies
   *     beside the timeline in it: a file that was read keeps all of that, a new one takes along
   *     the media that it uses. It is only read; empty where there is none
   * @throws IOException if it cannot be written; {@code target} may then be there in part
   */
  void write(TimelineObject root, Optional<Path> bundle, Path target) throws IOException;

  /**
   * The names of files that lie beside the timeline in a bundle, such as media; none for a format
   * that is one plain file.
   *
   * @throws IOException if the bundle cannot be read
   */
  default List<String> filesBeside(Path file) throws IOException {
    return List.of();
  }
}
