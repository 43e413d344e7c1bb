package org.oddlot.lot;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.oddlot.input.FileState;
import org.oddlot.material.Material;
import org.oddlot.material.MediaAddress;
import org.oddlot.material.MediaAtHand;
import org.oddlot.material.Source;
import org.oddlot.problem.Problems;
import org.oddlot.problem.Wall;
import org.oddlot.progress.Progress;
import org.oddlot.sound.SoundFile;
import org.oddlot.sound.SoundMedia;

/** Finds the media of a lot where its timelines say that it lies. */
final class MediaFinder {
  private static final System.Logger LOG = System.getLogger(MediaFinder.class.getName());

  private final Map<String, Path> folders;
  private final Map<FileState, Optional<SoundFile>> known;
  private final Map<FileState, Optional<SoundFile>> heads = new HashMap<>();
  private final Map<Path, Boolean> thereFolders = new HashMap<>();
  private final Map<Beside, Boolean> therePlaces = new HashMap<>();

  /** Where addresses lie that have the same beginning, in timelines of one folder. */
  private record Beside(String beginning, Path folder) {}

  /**
   * @param folders where the timeline files lie, by their names in the lot
   * @param known what the heads of sound files said before
   */
  MediaFinder(Map<String, Path> folders, Map<FileState, Optional<SoundFile>> known) {
    this.folders = folders;
    this.known = known;
  }

  /** What the heads of sound files said, for the next time. */
  Map<FileState, Optional<SoundFile>> heads() {
    return heads;
  }

  /** The media of the sources, as far as it is there. */
  MediaAtHand find(Material material) {
    var files = new LinkedHashMap<String, Path>();
    for (Source source : material.sources().all()) {
      Path folder = folders.get(source.first().document());
      if (folder != null) {
        file(source.id(), folder).ifPresent(file -> files.put(source.id(), file));
      }
    }
    return new MediaAtHand(files);
  }

  /** Whether a folder is there; asked once for all that should be in it. */
  private boolean isFolder(@Nullable Path folder) {
    return folder != null && thereFolders.computeIfAbsent(folder, Files::isDirectory);
  }

  /**
   * What sound files say of themselves: those that came in by themselves, and those that the
   * timelines use. One that is both has the address that the timelines give it.
   *
   * @param inputs those that came in, in order
   */
  List<SoundFile> sounds(
      Material material, MediaAtHand media, List<SoundFile> inputs, Progress progress) {
    var byPath = new LinkedHashMap<Path, SoundFile>();
    inputs.forEach(input -> input.path().ifPresent(path -> byPath.put(path, addressed(input))));
    for (Source source : material.sources().all()) {
      Optional<Path> file = media.of(source.id());
      SoundFile input = file.map(byPath::get).orElse(null);
      if (input != null) {
        byPath.put(file.get(), input.withId(source.id()));
      } else if (file.isPresent() && source.isSound()) {
        progress.check();
        head(file.get()).ifPresent(sound -> byPath.put(file.get(), sound.withId(source.id())));
      }
    }
    return List.copyOf(byPath.values());
  }

  private Optional<SoundFile> head(Path file) {
    FileState state = FileState.of(file);
    Optional<SoundFile> before = known.get(state);
    if (before == null) {
      before =
          Wall.behind(
              () -> SoundMedia.head(file, new Problems(String.valueOf(file.getFileName()))),
              fault -> {
                LOG.log(System.Logger.Level.WARNING, file.toString(), fault);
                return Optional.empty();
              });
    }
    heads.put(state, before);
    return before;
  }

  /** A file under the address that it would have in the first timeline: beside it, if it is. */
  private SoundFile addressed(SoundFile sound) {
    Path path = sound.path().orElseThrow();
    return folders.values().stream()
        .findFirst()
        .filter(path::startsWith)
        .map(folder -> sound.withId(MediaAddress.relative(folder.relativize(path))))
        .orElseGet(() -> sound.withId(path.toUri().toString()));
  }

  /**
   * The file that a target URL means, if it is there: a file URL, or a path beside the timeline.
   */
  Optional<Path> file(String url, Path folder) {
    return mayBeThere(url, folder)
        ? MediaAddress.path(url, folder)
            .filter(file -> isFolder(file.getParent()) && Files.isRegularFile(file))
        : Optional.empty();
  }

  /** Whether there is a folder where this address lies; of most that are not there it is not. */
  private boolean mayBeThere(String url, Path folder) {
    int end = url.lastIndexOf('/') + 1;
    // What is written as a percentage may be another slash.
    return url.indexOf('%', end) >= 0
        || therePlaces.computeIfAbsent(
            new Beside(url.substring(0, end), folder),
            place -> MediaAddress.path(place.beginning, folder).filter(this::isFolder).isPresent());
  }
}
