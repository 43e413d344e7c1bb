package org.oddlot.tide;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.oddlot.format.TimelineFeature;
import org.oddlot.format.TimelineFormat;
import org.oddlot.input.InputFile;
import org.oddlot.input.ReadingOptions;
import org.oddlot.json.JsonObject;
import org.oddlot.problem.Problems;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;

/**
 * {@code .cutlist}: timelines in a form that is not JSON. The first line has the name and the rate,
 * each other one a clip: its name, its first frame, its frames, its media.
 */
public final class CutListFiles implements TimelineFormat {
  @Override
  public String name() {
    return "Cut list";
  }

  @Override
  public List<String> extensions() {
    return List.of(".cutlist");
  }

  @Override
  public Set<TimelineFeature> carries() {
    return EnumSet.noneOf(TimelineFeature.class);
  }

  @Override
  public Optional<Read> read(InputFile file, ReadingOptions options, Problems problems) {
    return file.read(problems)
        .map(bytes -> new String(bytes, StandardCharsets.UTF_8).lines().toList())
        .map(lines -> new Read(timeline(lines), "0".repeat(64)));
  }

  private static Timeline timeline(List<String> lines) {
    String[] head = lines.getFirst().split("\t", -1);
    FrameRate rate = FrameRate.parse(head[1]);
    var clips = new ArrayList<Clip>();
    for (String line : lines.subList(1, lines.size())) {
      String[] its = line.split("\t", -1);
      var range = TimeRange.of(Long.parseLong(its[1]), Long.parseLong(its[2]), rate);
      MediaReference media =
          Origin.read(
              new MediaReference.External(
                  Origin.made(), "", its[3], Optional.of(range), JsonObject.EMPTY));
      clips.add(Origin.read(Clip.of(its[0], media, Optional.of(range))));
    }
    Track track = Origin.read(Track.of("V1", Track.VIDEO, clips));
    return Origin.read(
        new Timeline(
            Origin.made(),
            head[0],
            Optional.of(RationalTime.zero(rate)),
            Optional.of(Origin.read(Stack.of("tracks", List.of(track)))),
            JsonObject.EMPTY));
  }

  @Override
  public void write(TimelineObject root, Optional<Path> bundle, Path target) throws IOException {
    var lines = new ArrayList<String>();
    var timelines = new ArrayList<Placed>();
    Placed.root(root)
        .walk(placed -> {
          if (placed.object() instanceof Timeline) {
            timelines.add(placed);
          }
        });
    var timeline = (Timeline) timelines.getFirst().object();
    lines.add(timeline.name() + "\t" + timeline.editRate().orElseThrow());
    for (Placed placed : timelines.getFirst().clips()) {
      var clip = (Clip) placed.object();
      TimeRange range = clip.trimmedRange().orElseThrow();
      lines.add(
          String.join(
              "\t",
              clip.name(),
              Long.toString(range.start().value()),
              Long.toString(range.duration().value()),
              clip.media()
                  .map(media ->
                      media instanceof MediaReference.External external ? external.targetUrl() : "")
                  .orElse("")));
    }
    Files.write(target, lines);
  }
}
