package org.oddlot.output;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.oddlot.caption.Transcript;
import org.oddlot.format.transcript.TranscriptFormat;
import org.oddlot.input.FileName;
import org.oddlot.material.Material;

/** Transcripts that came in and were changed, in the format that they came in. */
public final class TranscriptFiles implements OutputKind {
  @Override
  public String what() {
    return "transcript";
  }

  @Override
  public List<PlannedFile> plan(Material material) {
    return material.all(Transcript.class).stream()
        .filter(transcript ->
            transcript
                .asRead()
                .filter(read -> !read.turns().equals(transcript.turns()))
                .isPresent())
        .filter(transcript -> format(transcript.name()).isPresent())
        .<PlannedFile>map(transcript -> new Planned(transcript.name(), changes(transcript)))
        .toList();
  }

  private static int changes(Transcript transcript) {
    var was = transcript.asRead().orElseThrow().turns();
    int changed = Math.abs(was.size() - transcript.turns().size());
    for (int i = 0; i < Math.min(was.size(), transcript.turns().size()); i++) {
      changed += was.get(i).equals(transcript.turns().get(i)) ? 0 : 1;
    }
    return changed;
  }

  private static Optional<TranscriptFormat> format(String name) {
    return TranscriptFormat.of(FileName.ending(name));
  }

  private record Planned(String id, int changes) implements PlannedFile {
    @Override
    public String title() {
      return id + " rewritten";
    }

    @Override
    public String name() {
      return id.substring(id.lastIndexOf('/') + 1);
    }

    @Override
    public List<String> from() {
      return List.of(id);
    }

    @Override
    public void write(Material end, Function<String, Path> inputs, Path target) throws IOException {
      Transcript transcript =
          end.all(Transcript.class).stream()
              .filter(each -> each.name().equals(id))
              .findFirst()
              .orElseThrow();
      Files.write(target, format(id).orElseThrow().write(transcript));
    }
  }
}
