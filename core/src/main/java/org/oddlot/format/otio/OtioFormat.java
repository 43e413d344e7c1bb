package org.oddlot.format.otio;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.oddlot.format.TimelineFeature;
import org.oddlot.format.TimelineFormat;
import org.oddlot.input.InputFile;
import org.oddlot.input.Probe;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;
import org.oddlot.timeline.TimelineObject;

/** {@code .otio}: the JSON by itself. */
public final class OtioFormat implements TimelineFormat {
  @Override
  public String name() {
    return "OpenTimelineIO";
  }

  @Override
  public List<String> extensions() {
    return List.of(".otio", ".json");
  }

  @Override
  public List<String> extensionsInFolders() {
    return List.of(".otio");
  }

  @Override
  public Likeness likeness(Probe probe) {
    String head = probe.head();
    if (head.stripLeading().startsWith("{") && head.contains("\"OTIO_SCHEMA\"")) {
      return Likeness.CERTAIN;
    }
    return probe.extension().equals(".otio") ? Likeness.POSSIBLE : Likeness.NONE;
  }

  @Override
  public Optional<Read> read(InputFile file, ReadingOptions options, Problems problems) {
    return file.read(problems).flatMap(bytes -> OtioReader.whole(file, bytes, problems));
  }

  @Override
  public Set<TimelineFeature> carries() {
    return EnumSet.allOf(TimelineFeature.class);
  }

  @Override
  public void write(TimelineObject root, Optional<Path> bundle, Path target) throws IOException {
    try (OutputStream out = Files.newOutputStream(target)) {
      OtioWriter.write(root, out);
    }
  }
}
