package org.oddlot.pass.angles;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.oddlot.material.Material;
import org.oddlot.material.MediaAtHand;
import org.oddlot.material.Source;
import org.oddlot.pass.angles.Piece.Angle;
import org.oddlot.sound.Recording;
import org.oddlot.sound.SoundFile;

/** The pieces of an event, and whose angle each is. */
final class Angles {
  /** What files of one camera or recorder begin with, before they are counted. */
  private static final Pattern COUNTED = Pattern.compile("(.*?\\p{L})[ _-]?\\d+(?:[ _-]\\d+)?");

  private Angles() {}

  /** The pieces that can be listened to, in the order of the documents, then of what came in. */
  static List<Piece> pieces(Material material, Map<String, String> said) {
    MediaAtHand media = MediaAtHand.of(material);
    Map<Path, Recording> recordings = new LinkedHashMap<>();
    for (Recording recording : material.recordings()) {
      if (recording.first().frames() > 0) {
        recording.first().path().ifPresent(path -> recordings.putIfAbsent(path, recording));
      }
    }
    var pieces = new ArrayList<Piece>();
    var known = new HashSet<Path>();
    for (Source source : material.sources().all()) {
      Optional<Path> file = media.of(source.id());
      boolean isNew =
          file.filter(path -> !recordings.containsKey(path)).filter(known::add).isPresent();
      if (isNew && source.range().isPresent()) {
        Angle angle = ofSource(source, file.get(), material.isSound(source));
        pieces.add(
            new Piece(
                source.id(),
                source.name(),
                file.get(),
                source.range().get().duration().seconds().toDouble(),
                named(source.id(), angle, said),
                source.recorded(),
                Optional.of(source),
                Optional.empty()));
      }
    }
    recordings.forEach((path, recording) -> {
      SoundFile file = recording.first();
      boolean isSure = !file.recorder().isEmpty() || !file.reel().isEmpty();
      Angle angle =
          isSure
              ? new Angle(recording.recorder(), "its head says so", true, true)
              : byName(file.stem(), path, true);
      pieces.add(
          new Piece(
              file.id(),
              file.stem(),
              path,
              (double) file.frames() / file.sampleRate(),
              named(file.id(), angle, said),
              file.day(),
              material.sources().byId(file.id()),
              Optional.of(file)));
    });
    return pieces;
  }

  private static Angle named(String id, Angle found, Map<String, String> said) {
    String name = said.get(id);
    return name == null ? found : new Angle(name, "said by hand", true, found.isSound());
  }

  private static Angle ofSource(Source source, Path file, boolean isSound) {
    if (!source.camera().isEmpty() && !source.cameraIsGuessed()) {
      return new Angle("Camera " + source.camera(), "the file says its camera", true, isSound);
    }
    if (!source.reel().isEmpty() && !source.cameraIsGuessed()) {
      return new Angle(
          source.reel().replaceAll("\\d+$", ""), "the file says its card", true, isSound);
    }
    String stem = source.name().replaceAll("\\.[A-Za-z0-9]{2,4}$", "");
    return byName(stem, file, isSound);
  }

  private static Angle byName(String stem, Path file, boolean isSound) {
    Matcher counted = COUNTED.matcher(stem);
    if (counted.matches()) {
      return new Angle(counted.group(1), "names that are counted", false, isSound);
    }
    Path folder = file.getParent();
    String name = folder == null ? "" : String.valueOf(folder.getFileName());
    return new Angle(name.isEmpty() ? stem : name, "the folder that it is in", false, isSound);
  }

  /** What the ids of pieces are called by instructions, the last one holding. */
  static Map<String, String> said(Iterable<AngleName> instructions) {
    var said = new HashMap<String, String>();
    instructions.forEach(each -> each.pieces().forEach(piece -> said.put(piece, each.name())));
    return said;
  }
}
