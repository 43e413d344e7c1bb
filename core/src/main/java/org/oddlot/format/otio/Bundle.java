package org.oddlot.format.otio;

import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.Set;
import java.util.function.Predicate;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.TimelineObject;

/** Names within OTIO's file bundles, after its documentation of {@code otioz} and {@code otiod}. */
final class Bundle {
  static final String CONTENT = "content.otio";
  static final String VERSION = "version.txt";
  static final String CURRENT_VERSION = "1.0.0";

  private Bundle() {}

  /** Whether a file of this name is neither the timeline nor the bundle's version. */
  static boolean isBeside(String name) {
    return !name.equals(CONTENT) && !name.equals(VERSION);
  }

  /**
   * Which files of a bundle go over into another: with what was read from the bundle all of them
   * but media that it used then and does not use now; with something new the version and the media
   * that it uses. Names of folders end in a slash.
   */
  static Predicate<String> wanted(TimelineObject root) {
    var now = Media.of(root);
    if (root.origin().isMade()) {
      return name -> name.equals(VERSION) || now.has(name);
    }
    var before = Media.of(root.origin().asRead().orElse(root));
    return name -> !before.has(name) || now.has(name);
  }

  /** The media that a timeline file uses: files, and what the names of sequences begin with. */
  private record Media(Set<String> files, Set<String> sequences) {
    static Media of(TimelineObject root) {
      var media = new Media(new HashSet<>(), new HashSet<>());
      for (Placed placed : Placed.root(root).clips()) {
        ((Clip) placed.object()).mediaReferences().values().forEach(media::add);
      }
      return media;
    }

    private void add(MediaReference media) {
      switch (media) {
        case MediaReference.External external -> files.add(inBundle(external.targetUrl()));
        case MediaReference.ImageSequence images ->
            sequences.add(inBundle(images.targetUrlBase() + images.namePrefix()));
        default -> {}
      }
    }

    boolean has(String name) {
      return files.contains(name) || sequences.stream().anyMatch(name::startsWith);
    }
  }

  /** A place of media as the bundle's documentation has it: relative to the bundle. */
  private static String inBundle(String url) {
    String plain = url.startsWith("./") ? url.substring(2) : url;
    try {
      // A plus is a plus in the path of a URL.
      return URLDecoder.decode(plain.replace("+", "%2B"), StandardCharsets.UTF_8);
    } catch (IllegalArgumentException e) {
      return plain;
    }
  }
}
