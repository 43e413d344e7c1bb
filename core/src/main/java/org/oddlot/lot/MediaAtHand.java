package org.oddlot.lot;

import java.io.IOException;
import java.net.URI;
import java.net.URLDecoder;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.ServiceLoader;
import java.util.function.Supplier;
import org.oddlot.pass.FoundStart;
import org.oddlot.pass.Matter;
import org.oddlot.pass.MeasuredOffset;
import org.oddlot.pass.Progress;
import org.oddlot.pass.Source;
import org.oddlot.problem.Problems;
import org.oddlot.sound.Lag;
import org.oddlot.sound.SoundFile;

/**
 * The media of a lot as far as it lies where the timeline files say: looked into for sources that
 * seem to start at zero, for what sound files say of themselves, and for what picture and sound
 * both hear.
 */
final class MediaAtHand {
  private static final List<StartFinder> FINDERS =
      ServiceLoader.load(StartFinder.class, MediaAtHand.class.getClassLoader()).stream()
          .map(ServiceLoader.Provider::get)
          .toList();

  /** A file in the state in which it was looked into. */
  record Seen(Path file, String source, FileTime changed) {}

  private final Map<String, Path> folders;
  private final Known known;
  private final Known seen = Known.nothing();
  private final Map<String, Path> files = new LinkedHashMap<>();

  /** What was found out about files in the state in which they were. */
  record Known(
      Map<Seen, Optional<FoundStart>> starts,
      Map<Seen, Optional<SoundFile>> heads,
      Map<Pair, Optional<Lag>> lags) {
    static Known nothing() {
      return new Known(new HashMap<>(), new HashMap<>(), new HashMap<>());
    }
  }

  /** A picture and a sound file, and the sample at which they were compared. */
  record Pair(Seen picture, Seen sound, long sample) {}

  /**
   * @param folders where the timeline files lie, by their names in the lot
   * @param known what was found out before
   */
  MediaAtHand(Map<String, Path> folders, Known known) {
    this.folders = folders;
    this.known = known;
  }

  /** What was found out, for the next time. */
  Known seen() {
    return seen;
  }

  /** Where the media of each source lies, by the sources' ids, as far as it is there. */
  Map<String, Path> files() {
    return files;
  }

  /** Looks which sources' media is there. */
  void look(Matter matter) {
    for (Source source : matter.sources().all()) {
      source
          .clips()
          .findFirst()
          .flatMap(c -> Optional.ofNullable(folders.get(c.document())))
          .flatMap(folder -> file(source.id(), folder))
          .ifPresent(file -> files.put(source.id(), file));
    }
  }

  /** The starts of sources that lie at zero. */
  List<FoundStart> starts(Matter matter, Progress progress) {
    if (FINDERS.isEmpty()) {
      return List.of();
    }
    var found = new ArrayList<FoundStart>();
    for (Source source : matter.sources().all()) {
      if (!source.startsAtZero()) {
        continue;
      }
      progress.check();
      Optional.ofNullable(files.get(source.id()))
          .flatMap(file -> look(source, file, progress))
          .ifPresent(found::add);
    }
    return List.copyOf(found);
  }

  private Optional<FoundStart> look(Source source, Path file, Progress progress) {
    return state(file, source.id())
        .flatMap(key ->
            remembered(
                key,
                known.starts,
                seen.starts,
                () -> {
                  progress.at(0.9, "Looking into " + file.getFileName());
                  return FINDERS.stream()
                      .flatMap(f -> f.find(source, file, progress).stream())
                      .findFirst();
                }));
  }

  /** The state in which a file is; empty where it is not there any more. */
  private static Optional<Seen> state(Path file, String source) {
    try {
      return Optional.of(new Seen(file, source, Files.getLastModifiedTime(file)));
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  private static <K, V> Optional<V> remembered(
      K key, Map<K, Optional<V>> known, Map<K, Optional<V>> seen, Supplier<Optional<V>> find) {
    Optional<V> before = known.get(key);
    if (before == null) {
      before = find.get();
    }
    seen.put(key, before);
    return before;
  }

  /**
   * What sound files say of themselves: those that came in by themselves, and those that the
   * timelines use. One that is both has the address that the timelines give it.
   *
   * @param inputs those that came in, in order
   */
  List<SoundFile> sounds(Matter matter, List<SoundFile> inputs, Progress progress) {
    var byPath = new LinkedHashMap<Path, SoundFile>();
    inputs.forEach(input -> input.path().ifPresent(path -> byPath.put(path, input)));
    for (Source source : matter.sources().all()) {
      Path file = files.get(source.id());
      SoundFile input = file == null ? null : byPath.get(file);
      if (input != null) {
        byPath.put(file, input.withId(source.id()));
      } else if (file != null && source.isSound()) {
        progress.check();
        head(file, source.id()).ifPresent(sound -> byPath.put(file, sound.withId(source.id())));
      }
    }
    return byPath.values().stream()
        .map(sound ->
            sound.id().equals(String.valueOf(sound.path().orElseThrow()))
                ? addressed(sound)
                : sound)
        .toList();
  }

  private Optional<SoundFile> head(Path file, String id) {
    return state(file, id)
        .flatMap(key ->
            remembered(
                key,
                known.heads,
                seen.heads,
                () -> SoundMedia.head(file, new Problems(String.valueOf(file.getFileName())))));
  }

  /** A file under the address that it would have in the first timeline: beside it, if it is. */
  private SoundFile addressed(SoundFile sound) {
    Path path = sound.path().orElseThrow();
    return folders.values().stream()
        .findFirst()
        .filter(path::startsWith)
        .map(folder -> sound.withId(relative(folder.relativize(path))))
        .orElseGet(() -> sound.withId(path.toUri().toString()));
  }

  private static String relative(Path path) {
    var steps = new ArrayList<String>();
    path.forEach(step ->
        steps.add(URLEncoder.encode(step.toString(), StandardCharsets.UTF_8).replace("+", "%20")));
    return String.join("/", steps);
  }

  /**
   * Listens to some of the pairs whose media is there: where the picture's sound is heard in the
   * recording.
   */
  List<MeasuredOffset> offsets(List<PairToHear> pairs, Progress progress) {
    var measured = new ArrayList<MeasuredOffset>();
    for (PairToHear pair : pairs) {
      Path picture = files.get(pair.picture().id());
      Path sound = pair.recording().first().path().orElse(null);
      if (picture == null || sound == null) {
        continue;
      }
      progress.check();
      Optional<Seen> one = state(picture, pair.picture().id());
      Optional<Seen> other = state(sound, pair.recording().first().id());
      if (one.isEmpty() || other.isEmpty()) {
        continue;
      }
      progress.at(0.95, "Listening to " + pair.picture().name());
      long sample = pair.firstSample();
      remembered(
              new Pair(one.get(), other.get(), sample),
              known.lags,
              seen.lags,
              () -> pair.listen(picture, sound))
          .ifPresent(lag ->
              measured.add(
                  new MeasuredOffset(
                      pair.picture().id(),
                      pair.recording().first().id(),
                      sample + lag.samples(),
                      lag.clarity())));
    }
    return List.copyOf(measured);
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
