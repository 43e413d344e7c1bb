package org.oddlot.format.edl;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.oddlot.format.TimelineFeature;
import org.oddlot.format.TimelineFormat;
import org.oddlot.format.text.TextFile;
import org.oddlot.input.InputFile;
import org.oddlot.input.Probe;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;
import org.oddlot.setting.Setting;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;

/** {@code .edl}: edit decision lists. */
public final class EdlFormat implements TimelineFormat {
  /** How many frames a second has; a list does not say it. */
  public static final Setting<String> RATE =
      Setting.textOrNothing("rate", "Frame rate", "25, 23.976, 29.97 …", EdlFormat::noRate);

  private static Optional<String> noRate(String text) {
    try {
      if (!text.isEmpty()) {
        var _ = FrameRate.parse(text);
      }
      return Optional.empty();
    } catch (IllegalArgumentException e) {
      return Optional.of(Phrase.of("\"%s\" is no frame rate, such as 25 or 29.97", text));
    }
  }

  @Override
  public String name() {
    return "Edit decision list";
  }

  @Override
  public List<String> extensions() {
    return List.of(".edl");
  }

  @Override
  public List<Setting<?>> options() {
    return List.of(RATE);
  }

  @Override
  public Likeness likeness(Probe probe) {
    boolean has =
        probe
            .head()
            .lines()
            .limit(60)
            .anyMatch(line -> EdlLine.parse(line) instanceof EdlLine.Edit);
    return has ? Likeness.CERTAIN : TimelineFormat.super.likeness(probe);
  }

  @Override
  public Optional<Read> read(InputFile file, ReadingOptions options, Problems problems) {
    Optional<FrameRate> rate =
        options.get(RATE).filter(its -> !its.isEmpty()).map(FrameRate::parse);
    return file.read(problems)
        .flatMap(bytes ->
            TextFile.of(bytes, Optional.empty(), problems)
                .flatMap(text -> EdlReader.read(text, rate, problems))
                .map(timeline -> new Read(timeline, InputFile.sha256(bytes))));
  }

  @Override
  public Set<TimelineFeature> carries() {
    return EnumSet.of(
        TimelineFeature.SEVERAL_TRACKS,
        TimelineFeature.SOUND,
        TimelineFeature.TRANSITIONS,
        TimelineFeature.SPEED,
        TimelineFeature.MARKERS);
  }

  @Override
  public List<String> losses(TimelineObject root) {
    return timeline(root).flatMap(EdlOriginal::of).isPresent()
        ? List.of()
        : TimelineFormat.super.losses(root);
  }

  @Override
  public void write(TimelineObject root, Optional<Path> bundle, Path target) throws IOException {
    Timeline timeline =
        timeline(root).orElseThrow(() -> new IOException("There is no timeline in it to list"));
    Files.write(target, EdlWriter.bytes(timeline, EdlWriter.SHORT_REEL));
  }

  /** The first timeline, from the top. */
  private static Optional<Timeline> timeline(TimelineObject root) {
    var timelines = new ArrayList<Timeline>();
    Placed.root(root)
        .walk(placed -> {
          if (placed.object() instanceof Timeline timeline) {
            timelines.add(timeline);
          }
        });
    return timelines.stream().findFirst();
  }
}
