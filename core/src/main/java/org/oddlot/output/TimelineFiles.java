package org.oddlot.output;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.oddlot.format.Formats;
import org.oddlot.format.TimelineFormat;
import org.oddlot.input.InputFile;
import org.oddlot.material.Changes;
import org.oddlot.material.Material;
import org.oddlot.material.TimelineFile;

/** Timeline files: those that came in and were changed, and those that are new. */
public final class TimelineFiles implements OutputKind {
  @Override
  public String what() {
    return "timeline file";
  }

  @Override
  public List<PlannedFile> plan(Material material) {
    return material.documents().stream()
        .filter(TimelineFile::isChanged)
        .<PlannedFile>map(document -> plan(document, material.derive(Changes.SO_FAR)))
        .toList();
  }

  private static Planned plan(TimelineFile document, Changes changes) {
    return document.isNew()
        ? new Planned(document.name(), document.madeFrom(), true, 0, lost(document))
        : new Planned(
            document.name(),
            List.of(document.name()),
            false,
            changes.of(document.name()).size(),
            lost(document));
  }

  private static List<String> lost(TimelineFile document) {
    return format(document.name()).losses(document.root());
  }

  /** The format of a file that goes out, by its name. */
  private static TimelineFormat format(String name) {
    return Formats.toWrite(name).orElseGet(() -> Formats.timelines().getFirst());
  }

  private record Planned(
      String id, List<String> from, boolean isNew, int changes, List<String> lost)
      implements PlannedFile {
    @Override
    public String title() {
      return isNew ? "new, made from " + String.join(", ", from) : id + " rewritten";
    }

    @Override
    public String name() {
      // Two inputs of one name are known with their folders, which say nothing about what goes out.
      return id.substring(id.lastIndexOf('/') + 1);
    }

    @Override
    public void write(Material end, Function<String, Path> inputs, Path target) throws IOException {
      TimelineFile document = end.document(id).orElseThrow();
      Path source = inputs.apply(from.getFirst());
      Optional<TimelineFormat> its = Formats.of(new InputFile(source));
      TimelineFormat format = isNew ? format(name()) : its.orElseGet(() -> format(name()));
      format.write(document.root(), its.filter(format::equals).map(_ -> source), target);
    }
  }
}
