package org.oddlot.output;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.oddlot.format.TimelineFormat;
import org.oddlot.format.report.BookFormat;
import org.oddlot.format.report.BookFormats;
import org.oddlot.handoff.CarryReport;
import org.oddlot.handoff.HandOff;
import org.oddlot.handoff.TravelBook;
import org.oddlot.material.Material;
import org.oddlot.text.Phrase;
import org.oddlot.timeline.TimelineObject;

/** What is handed on: timelines in the format of the other side, and the list of their media. */
public final class HandOffFiles implements OutputKind {
  private static final String LIST = "xlsx";

  @Override
  public String what() {
    return "hand-off";
  }

  @Override
  public List<PlannedFile> plan(Material material) {
    var files = new ArrayList<PlannedFile>();
    for (HandOff handOff : material.all(HandOff.class)) {
      for (HandOff.Send send : handOff.sends()) {
        List<TimelineFormat.Part> parts = parts(send, send.root(), Optional.empty());
        for (int i = 0; i < parts.size(); i++) {
          files.add(new Timelines(send, i, parts.size(), parts.get(i).suffix()));
        }
        if (send.isListed()) {
          files.add(new MediaListed(send));
        }
      }
    }
    return files;
  }

  private static List<TimelineFormat.Part> parts(
      HandOff.Send send, TimelineObject root, Optional<Path> bundle) {
    return send.target().parts(root, bundle);
  }

  /** One of the files that timelines are written to. */
  private record Timelines(HandOff.Send send, int which, int all, String suffix)
      implements PlannedFile {
    @Override
    public String id() {
      return "hand-off " + send.name() + suffix + " as " + send.target().name();
    }

    @Override
    public String title() {
      return "handed on from " + send.document();
    }

    @Override
    public String name() {
      return send.name() + suffix + send.target().ending();
    }

    @Override
    public List<String> from() {
      return List.of(send.document());
    }

    @Override
    public int changes() {
      return 0;
    }

    @Override
    public List<String> lost() {
      return which > 0
          ? List.of()
          : send.report().notWhole().stream()
              .map(row ->
                  Phrase.of(
                      "%s, in %s: %s",
                      row.feature().words(), Phrase.count(row.count(), "place"), row.becomes()))
              .toList();
    }

    /** What was written is read again: it has to be what was announced. */
    @Override
    public void write(Material end, Function<String, Path> inputs, Path target) throws IOException {
      Path source = inputs.apply(send.document());
      boolean isOwn = source.toString().endsWith(send.target().ending());
      Path folder = Optional.ofNullable(target.toAbsolutePath().getParent()).orElse(target);
      TimelineFormat.Part part =
          parts(send, send.written(folder), isOwn ? Optional.of(source) : Optional.empty())
              .get(which);
      try {
        part.writer().write(target);
      } catch (UncheckedIOException e) {
        throw e.getCause();
      }
      if (all > 1) {
        return; // together they are held against the report where they were announced
      }
      List<String> otherwise =
          send.report()
              .disagreement(CarryReport.proof(send.root(), send.target(), List.of(target)));
      if (!otherwise.isEmpty()) {
        throw new IOException(
            "what was written is not what was announced: " + String.join(", ", otherwise));
      }
    }
  }

  /** The list of the media that must travel. */
  private record MediaListed(HandOff.Send send) implements PlannedFile {
    @Override
    public String id() {
      return "hand-off " + send.name() + ", media";
    }

    @Override
    public String title() {
      return "the media that travels";
    }

    @Override
    public String name() {
      return send.name() + ", media." + LIST;
    }

    @Override
    public List<String> from() {
      return List.of(send.document());
    }

    @Override
    public int changes() {
      return 0;
    }

    @Override
    public void write(Material end, Function<String, Path> inputs, Path target) throws IOException {
      BookFormat format = BookFormats.of(LIST).orElseThrow();
      format.write(TravelBook.of(send.travel(), send.name()), target);
    }
  }
}
