package org.oddlot.handoff;

import java.nio.file.Path;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.oddlot.material.MediaAddress;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Edits;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.TimelineObject;

/** A timeline file whose media lies where it was copied to. */
public final class Readdressed {
  private final Map<String, Path> copies;
  private final Path folder;

  private Readdressed(Map<String, Path> copies, Path folder) {
    this.copies = copies;
    this.folder = folder;
  }

  /**
   * What was handed on, with the addresses of the copies. Media of which anything was not copied
   * keeps its address.
   *
   * @param folder where the timeline file will lie
   */
  public static TimelineObject of(
      TimelineObject root, Travel travel, MediaCopy copy, MediaCopy.Result result, Path folder) {
    Map<Path, Path> done = new HashMap<>();
    result.copied().forEach(each -> done.put(each.from(), each.to()));
    Map<String, Path> copies = new HashMap<>();
    for (Travel.Media media : travel.media()) {
      boolean isCopied =
          media.isThere()
              && media.files().stream()
                  .allMatch(file -> copy.target(file).filter(done::containsValue).isPresent());
      if (isCopied) {
        copies.put(media.address(), copy.target(media.files().getFirst()).orElseThrow());
      }
    }
    return new Readdressed(copies, folder).apply(root);
  }

  private TimelineObject apply(TimelineObject root) {
    var edits = new Edits();
    for (Placed placed : Placed.root(root).clips()) {
      Clip clip = (Clip) placed.object();
      Map<String, MediaReference> changed = new LinkedHashMap<>();
      boolean isChanged = false;
      for (Map.Entry<String, MediaReference> each : clip.mediaReferences().entrySet()) {
        Optional<MediaReference> its = changed(each.getValue());
        isChanged |= its.isPresent();
        changed.put(each.getKey(), its.orElse(each.getValue()));
      }
      if (isChanged) {
        edits.change(clip, object -> ((Clip) object).withMediaReferences(changed));
      }
    }
    return edits.applyTo(root);
  }

  private Optional<MediaReference> changed(MediaReference media) {
    return Travel.address(media)
        .map(copies::get)
        .flatMap(copy ->
            switch (media) {
              case MediaReference.External external ->
                  Optional.of(external.withTargetUrl(MediaAddress.of(copy, folder)));
              case MediaReference.ImageSequence images ->
                  Optional.of(
                      images.withTargetUrlBase(MediaAddress.of(copy.resolveSibling(""), folder)));
              default -> Optional.empty();
            });
  }
}
