package org.oddlot.output;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Timebase;
import org.oddlot.format.Formats;
import org.oddlot.format.TimelineFormat;
import org.oddlot.format.caption.CaptionFormat;
import org.oddlot.format.caption.CaptionTracks;
import org.oddlot.format.caption.Fitting;
import org.oddlot.input.FileName;
import org.oddlot.material.CaptionPlace;
import org.oddlot.material.CaptionsToWrite;
import org.oddlot.material.Material;
import org.oddlot.material.Programme;

/**
 * Files of captions: those that came in and were changed, in the format that they came in, and any
 * in the formats that are wanted.
 */
public final class CaptionFiles implements OutputKind {
  private static final String TIMELINE = "otio";

  @Override
  public String what() {
    return "captions";
  }

  @Override
  public List<PlannedFile> plan(Material material) {
    List<String> wanted =
        material.one(CaptionsToWrite.class).map(CaptionsToWrite::endings).orElse(List.of());
    var files = new ArrayList<PlannedFile>();
    for (Captions captions : material.all(Captions.class)) {
      Timebase programme = programme(captions, material);
      Set<String> endings = new LinkedHashSet<>();
      String own = FileName.ending(plain(captions.name()));
      boolean isFile = CaptionFormat.of(own).isPresent();
      if (isFile && captions.isChanged()) {
        endings.add(own);
      }
      wanted.forEach(ending -> endings.add("." + ending));
      if (!isFile && captions.isChanged() && endings.isEmpty() && captions.original().isEmpty()) {
        endings.add(".srt");
      }
      for (String ending : endings) {
        if (!(ending.equals(own) && isFile && !captions.isChanged())) {
          plan(captions, ending, programme).ifPresent(files::add);
        }
      }
    }
    return files;
  }

  private static String plain(String name) {
    return name.substring(name.lastIndexOf('/') + 1);
  }

  /** The frames of the programme that captions belong to, else of their own file. */
  private static Timebase programme(Captions captions, Material material) {
    return CaptionPlace.programme(material, captions.name())
        .<Timebase>map(Programme::grid)
        .orElse(captions.grid());
  }

  private static Optional<PlannedFile> plan(Captions captions, String ending, Timebase programme) {
    Optional<CaptionFormat> format = CaptionFormat.of(ending);
    Fitting.Fitted fitted;
    if (format.isPresent()) {
      fitted = Fitting.to(format.get(), captions, programme);
    } else if (ending.equals("." + TIMELINE)) {
      fitted = Fitting.toTrack(captions, programme.frames());
    } else {
      return Optional.empty();
    }
    return Optional.of(new Planned(captions.name(), ending, changes(captions), fitted.losses()));
  }

  private static int changes(Captions captions) {
    Set<Object> asRead = Set.copyOf(captions.asRead());
    Set<Object> now = new LinkedHashSet<>(captions.captions());
    long changed = now.stream().filter(caption -> !asRead.contains(caption)).count();
    Set<String> ids = new LinkedHashSet<>();
    captions.captions().forEach(caption -> ids.add(caption.id()));
    long gone = captions.asRead().stream().filter(caption -> !ids.contains(caption.id())).count();
    return (int) (changed + gone);
  }

  private record Planned(String captions, String ending, int changes, List<String> losses)
      implements PlannedFile {
    @Override
    public String id() {
      return captions + " as " + ending;
    }

    @Override
    public String title() {
      return captions.endsWith(ending)
          ? captions + " rewritten"
          : captions + " as " + ending.substring(1).toUpperCase(java.util.Locale.ROOT);
    }

    @Override
    public String name() {
      // A track is known by its file and its own name: "talk.otio, Captions nn".
      String name = plain(captions).replaceFirst("\\.[A-Za-z0-9]{1,5}, ", " ").replace(':', '-');
      int dot = name.lastIndexOf('.');
      boolean hasEnding = dot > 0 && name.length() - dot <= 6 && name.indexOf(' ', dot) < 0;
      return (hasEnding ? name.substring(0, dot) : name) + ending;
    }

    @Override
    public List<String> from() {
      // A track of captions is known by its file and its name.
      return List.of(captions);
    }

    @Override
    public List<String> lost() {
      return losses;
    }

    @Override
    public void write(Material end, Function<String, Path> inputs, Path target) throws IOException {
      Captions its =
          end.all(Captions.class).stream()
              .filter(each -> each.name().equals(captions))
              .findFirst()
              .orElseThrow();
      Timebase programme = programme(its, end);
      Optional<CaptionFormat> format = CaptionFormat.of(ending);
      if (format.isPresent()) {
        Fitting.Fitted fitted = Fitting.to(format.get(), its, programme);
        Files.write(target, format.get().write(fitted.captions()));
        return;
      }
      Timebase.Frames frames = programme.frames();
      TimelineFormat timelines = Formats.timelines().getFirst();
      timelines.write(
          CaptionTracks.timeline(Fitting.toTrack(its, frames).captions(), frames),
          Optional.empty(),
          target);
    }
  }
}
