package org.oddlot.format.edl;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.oddlot.format.TimelineFeature;
import org.oddlot.format.TimelineFormat;
import org.oddlot.format.text.TextFile;
import org.oddlot.input.InputFile;
import org.oddlot.input.Probe;
import org.oddlot.input.ReadingOptions;
import org.oddlot.json.JsonObject;
import org.oddlot.problem.Problems;
import org.oddlot.setting.Setting;
import org.oddlot.setting.Settings;
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

  private static final String ANY = "any";

  /** How many letters the names of reels have at the most; longer ones are shortened and listed. */
  public static final Setting<String> REELS =
      Setting.oneOf("reels", "Letters of reels", "8", List.of("8", "32", ANY));

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
                .map(timeline -> new Read(timeline, file.sha256Beside(bytes).get())));
  }

  @Override
  public Set<TimelineFeature> carries() {
    return EnumSet.of(
        TimelineFeature.SEVERAL_TRACKS,
        TimelineFeature.SOUND,
        TimelineFeature.TRANSITIONS,
        TimelineFeature.SPEED,
        TimelineFeature.MARKERS,
        TimelineFeature.SHOTS,
        TimelineFeature.NAMES);
  }

  /** What a list has a line for. */
  @Override
  public boolean carriesNotes(TimelineObject object) {
    JsonObject metadata = object.metadata();
    JsonObject oddlot = metadata.object("oddlot");
    JsonObject source = oddlot.object("source");
    boolean isReelAlone = source.members().keySet().stream().allMatch("reel"::equals);
    return metadata.members().keySet().stream().allMatch("oddlot"::equals)
        && oddlot.members().keySet().stream()
            .allMatch(key -> key.equals("edl") || (key.equals("source") && isReelAlone));
  }

  @Override
  public ReadingOptions readingAgain(TimelineObject root) {
    return ReadingOptions.DETECTED.with(
        RATE, timeline(root).flatMap(Timeline::editRate).map(FrameRate::toString));
  }

  @Override
  public List<Setting<?>> writing() {
    return List.of(REELS);
  }

  @Override
  public List<Part> parts(TimelineObject root, Optional<Path> bundle, Settings how) {
    Optional<Timeline> timeline = timeline(root);
    if (timeline.isEmpty()) {
      return TimelineFormat.super.parts(root, bundle, how);
    }
    String reels = how.get(REELS);
    int longest = reels.equals(ANY) ? 1000 : Integer.parseInt(reels);
    try {
      var parts = new ArrayList<Part>();
      EdlWriter.all(timeline.get(), longest)
          .forEach((suffix, list) -> parts.add(new Part(suffix, file -> Files.write(file, list))));
      return parts;
    } catch (IOException e) {
      return List.of(
          new Part(
              "",
              _ -> {
                throw e;
              }));
    }
  }

  @Override
  public void write(TimelineObject root, Optional<Path> bundle, Path target) throws IOException {
    Timeline timeline =
        timeline(root).orElseThrow(() -> new IOException("There is no timeline in it to list"));
    Map<String, byte[]> lists = EdlWriter.all(timeline, EdlWriter.SHORT_REEL);
    Files.write(target, lists.values().iterator().next());
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
