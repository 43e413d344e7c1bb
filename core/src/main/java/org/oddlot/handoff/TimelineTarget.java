package org.oddlot.handoff;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import org.oddlot.format.Content;
import org.oddlot.format.Facts;
import org.oddlot.format.Inventory;
import org.oddlot.format.TimelineFeature;
import org.oddlot.format.TimelineFormat;
import org.oddlot.input.InputFile;
import org.oddlot.problem.Problems;
import org.oddlot.setting.Settings;
import org.oddlot.timeline.TimelineObject;

/**
 * Timelines in a format of timelines.
 *
 * @param format the format
 * @param how what is said about writing
 */
record TimelineTarget(TimelineFormat format, Settings how) implements Target {
  @Override
  public String name() {
    return format.name();
  }

  @Override
  public String ending() {
    return format.extensions().getFirst();
  }

  @Override
  public boolean holdsSeveral() {
    return carries(TimelineFeature.SEVERAL_TIMELINES);
  }

  @Override
  public boolean carriesAll() {
    return format.carries().size() == TimelineFeature.values().length;
  }

  @Override
  public boolean carries(Content kind) {
    return kind instanceof TimelineFeature feature && format.carries().contains(feature);
  }

  @Override
  public boolean isMeantFor(Content kind) {
    return isUsuallyMeant(kind);
  }

  /** Whether whoever hands on a cut counts on things of a kind. */
  static boolean isUsuallyMeant(Content kind) {
    return kind instanceof TimelineFeature feature
        && switch (feature) {
          case BINS, SOURCE_CLIPS, SEVERAL_TIMELINES, SEVERAL_MEDIA, MEDIA_RANGES, NOTES -> false;
          default -> true;
        };
  }

  @Override
  public List<Content> kinds() {
    return List.of(TimelineFeature.values());
  }

  @Override
  public List<TimelineFormat.Part> parts(TimelineObject root, Optional<Path> bundle) {
    return format.parts(root, bundle, how);
  }

  @Override
  public Facts before(TimelineObject root) {
    return facts(List.of(root));
  }

  @Override
  public Facts after(TimelineObject root, List<Path> files, List<String> notes) {
    var again = new ArrayList<TimelineObject>();
    for (Path file : files) {
      var problems = new Problems(String.valueOf(file.getFileName()));
      Optional<TimelineFormat.Read> read =
          format.read(new InputFile(file), format.readingAgain(root), problems);
      read.ifPresent(its -> again.add(its.root()));
      if (read.isEmpty()) {
        // Nothing of it is there then, and that is what the facts say.
        problems.list().forEach(problem -> notes.add(problem.message()));
      }
    }
    return facts(again);
  }

  private Facts facts(List<TimelineObject> roots) {
    Predicate<TimelineObject> carriesNotes =
        carries(TimelineFeature.NOTES) ? _ -> true : format::carriesNotes;
    return Inventory.of(roots, format.carries(), carriesNotes);
  }
}
