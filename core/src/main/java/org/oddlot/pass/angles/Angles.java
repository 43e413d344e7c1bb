package org.oddlot.pass.angles;

import java.nio.file.Path;
import java.util.ArrayList;
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

  private final Material material;
  private final Map<String, String> said;
  private final String by;
  private final Map<String, RowAngles.Row> rows;

  /**
   * @param said what the ids of pieces are called, as people say
   * @param by one of the rules of {@link AnglesPass#BY}
   */
  Angles(Material material, Map<String, String> said, String by) {
    this.material = material;
    this.said = said;
    this.by = by;
    boolean mayBeRows = by.equals(AnglesPass.AS_KNOWN) || by.equals(AnglesPass.ROWS);
    this.rows = mayBeRows ? RowAngles.of(material) : Map.of();
  }

  /** The pieces that can be listened to, in the order of the documents, then of what came in. */
  List<Piece> pieces() {
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
        Angle angle = ofSource(source, file.get());
        pieces.add(
            new Piece(
                source.id(),
                source.name(),
                file.get(),
                source.range().get().duration().seconds().toDouble(),
                angle,
                source.recorded(),
                Optional.of(source),
                Optional.empty()));
      }
    }
    recordings.forEach((path, recording) -> {
      SoundFile file = recording.first();
      Angle angle = ofSound(file, path, recording.recorder());
      pieces.add(
          new Piece(
              file.id(),
              file.stem(),
              path,
              (double) file.frames() / file.sampleRate(),
              angle,
              file.day(),
              material.sources().byId(file.id()),
              Optional.of(file)));
    });
    return pieces;
  }

  private Angle ofSource(Source source, Path file) {
    String stem = source.name().replaceAll("\\.[A-Za-z0-9]{2,4}$", "");
    boolean isSound = material.isSound(source);
    return byRule(source.id(), stem, file, isSound)
        .orElseGet(() -> {
          if (!source.camera().isEmpty() && !source.cameraIsGuessed()) {
            return new Angle(
                "Camera " + source.camera(), "the file says its camera", true, isSound);
          }
          if (!source.reel().isEmpty() && !source.cameraIsGuessed()) {
            return new Angle(
                source.reel().replaceAll("\\d+$", ""), "the file says its card", true, isSound);
          }
          return byName(stem, file, isSound);
        });
  }

  private Angle ofSound(SoundFile file, Path path, String recorder) {
    return byRule(file.id(), file.stem(), path, true)
        .orElseGet(() ->
            file.recorder().isEmpty() && file.reel().isEmpty()
                ? byName(file.stem(), path, true)
                : new Angle(recorder, "its head says so", true, true));
  }

  /** What somebody says of a piece, or rows, names or folders by the rule that is set. */
  private Optional<Angle> byRule(String id, String stem, Path file, boolean isSound) {
    String name = said.get(id);
    if (name != null) {
      return Optional.of(new Angle(name, "said by hand", true, isSound));
    }
    RowAngles.Row row = rows.get(id);
    if (row != null) {
      // A row may have been filled by any order: what lies on one is compared all the same.
      return Optional.of(
          new Angle(
              row.name(), "its row in " + row.timeline(), by.equals(AnglesPass.ROWS), isSound));
    }
    return switch (by) {
      case AnglesPass.NAMES -> counted(stem, isSound).map(Angles::sure);
      case AnglesPass.FOLDERS -> Optional.of(sure(folder(stem, file, isSound)));
      default -> Optional.empty();
    };
  }

  private static Angle sure(Angle angle) {
    return new Angle(angle.name(), angle.why(), true, angle.isSound());
  }

  private static Angle byName(String stem, Path file, boolean isSound) {
    return counted(stem, isSound).orElseGet(() -> folder(stem, file, isSound));
  }

  private static Optional<Angle> counted(String stem, boolean isSound) {
    Matcher counted = COUNTED.matcher(stem);
    return counted.matches()
        ? Optional.of(new Angle(counted.group(1), "names that are counted", false, isSound))
        : Optional.empty();
  }

  private static Angle folder(String stem, Path file, boolean isSound) {
    Path folder = file.getParent();
    String name = folder == null ? "" : String.valueOf(folder.getFileName());
    return new Angle(name.isEmpty() ? stem : name, "the folder that it is in", false, isSound);
  }
}
