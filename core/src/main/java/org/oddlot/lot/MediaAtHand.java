package org.oddlot.lot;

import java.io.IOException;
import java.net.URI;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.ServiceLoader;
import org.oddlot.pass.FoundStart;
import org.oddlot.pass.Matter;
import org.oddlot.pass.Progress;
import org.oddlot.pass.Source;

/**
 * The media of a lot as far as it lies where the timeline files say, looked into for sources that
 * seem to start at zero.
 */
final class MediaAtHand {
  private static final List<StartFinder> FINDERS =
      ServiceLoader.load(StartFinder.class, MediaAtHand.class.getClassLoader()).stream()
          .map(ServiceLoader.Provider::get)
          .toList();

  /** A file in the state in which it was looked into. */
  record Seen(Path file, String source, FileTime changed) {}

  private final Map<Seen, Optional<FoundStart>> known;
  private final Map<Seen, Optional<FoundStart>> seen = new HashMap<>();

  /**
   * @param known what was found out before
   */
  MediaAtHand(Map<Seen, Optional<FoundStart>> known) {
    this.known = known;
  }

  /** What was found out, for the next time. */
  Map<Seen, Optional<FoundStart>> seen() {
    return seen;
  }

  /**
   * The starts of sources that lie at zero.
   *
   * @param folders where the timeline files lie, by their names in the lot
   */
  List<FoundStart> starts(Matter matter, Map<String, Path> folders, Progress progress) {
    if (FINDERS.isEmpty()) {
      return List.of();
    }
    var found = new ArrayList<FoundStart>();
    for (Source source : matter.sources().all()) {
      if (!source.startsAtZero()) {
        continue;
      }
      progress.check();
      Optional<Path> folder =
          source.clips().findFirst().flatMap(c -> Optional.ofNullable(folders.get(c.document())));
      folder
          .flatMap(f -> file(source.id(), f))
          .flatMap(file -> look(source, file, progress))
          .ifPresent(found::add);
    }
    return List.copyOf(found);
  }

  private Optional<FoundStart> look(Source source, Path file, Progress progress) {
    FileTime changed;
    try {
      changed = Files.getLastModifiedTime(file);
    } catch (IOException e) {
      return Optional.empty();
    }
    var key = new Seen(file, source.id(), changed);
    Optional<FoundStart> before = known.get(key);
    if (before == null) {
      progress.at(0.95, "Looking into " + file.getFileName());
      before = FINDERS.stream().flatMap(f -> f.find(source, file, progress).stream()).findFirst();
    }
    seen.put(key, before);
    return before;
  }

  /**
   * The file that a target URL means, if it is there: a file URL, or a path beside the timeline.
   */
  static Optional<Path> file(String url, Path folder) {
    try {
      Path path;
      if (url.startsWith("file:")) {
        URI uri = URI.create(url.replace(" ", "%20"));
        path = Path.of(Optional.ofNullable(uri.getPath()).orElse(""));
      } else if (url.matches("[A-Za-z][A-Za-z0-9+.-]+:.*")) {
        return Optional.empty();
      } else {
        path = folder.resolve(URLDecoder.decode(url.replace("+", "%2B"), StandardCharsets.UTF_8));
      }
      return Optional.of(path).filter(Files::isRegularFile);
    } catch (IllegalArgumentException e) {
      // A path that this system cannot have is not there.
      return Optional.empty();
    }
  }
}
