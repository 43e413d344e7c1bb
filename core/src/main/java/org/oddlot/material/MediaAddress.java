package org.oddlot.material;

import java.net.URI;
import java.net.URLDecoder;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * The addresses of media in timeline files: a file URL, or a path beside the timeline, as
 * OpenTimelineIO has them in {@code target_url}.
 */
public final class MediaAddress {
  /** What comes before the colon of an address that is no path; RFC 3986, 3.1. */
  private static final Pattern OTHER_SCHEME = Pattern.compile("[A-Za-z][A-Za-z0-9+.-]+:");

  private MediaAddress() {}

  /**
   * The path that an address means, whether anything is there or not; empty where it means no file
   * of this machine, or a path that this system cannot have.
   *
   * @param folder where the timeline file lies
   */
  public static Optional<Path> path(String url, Path folder) {
    try {
      Path path;
      if (url.startsWith("file:")) {
        URI uri = URI.create(url.replace(" ", "%20"));
        path = Path.of(Optional.ofNullable(uri.getPath()).orElse(""));
      } else if (OTHER_SCHEME.matcher(url).lookingAt()) {
        return Optional.empty();
      } else {
        path = folder.resolve(URLDecoder.decode(url.replace("+", "%2B"), StandardCharsets.UTF_8));
      }
      return Optional.of(path);
    } catch (IllegalArgumentException e) {
      return Optional.empty();
    }
  }

  /**
   * The address of a file in a timeline file: relative where it lies in or below its folder, so
   * that both can be moved together, else a file URL.
   *
   * @param folder where the timeline file lies
   */
  public static String of(Path file, Path folder) {
    Path path = file.toAbsolutePath().normalize();
    Path from = folder.toAbsolutePath().normalize();
    return path.startsWith(from) ? relative(from.relativize(path)) : path.toUri().toString();
  }

  /** A path below a folder, as a relative address. */
  public static String relative(Path path) {
    var steps = new ArrayList<String>();
    path.forEach(step ->
        steps.add(URLEncoder.encode(step.toString(), StandardCharsets.UTF_8).replace("+", "%20")));
    return String.join("/", steps);
  }
}
