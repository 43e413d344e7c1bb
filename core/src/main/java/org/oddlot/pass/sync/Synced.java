package org.oddlot.pass.sync;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.material.Group;
import org.oddlot.material.MadeBin;
import org.oddlot.material.Material;
import org.oddlot.material.MeasuredOffset;
import org.oddlot.material.PlacedClip;
import org.oddlot.material.SoundReference;
import org.oddlot.material.Source;
import org.oddlot.pass.Applied;
import org.oddlot.profile.Field;
import org.oddlot.profile.Profile;
import org.oddlot.setting.Settings;
import org.oddlot.sound.Recording;
import org.oddlot.sound.SoundFile;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;

/**
 * Makes synced clips: a stack of the picture and, below it, a track for each recorder and each file
 * of a set, in samples, so that nothing is moved to the next frame. Where a recording begins later
 * there is a gap before it; where it begins earlier it is trimmed.
 */
final class Synced {
  static final String AS_THE_PICTURE = "as the picture";
  static final String SCENE_AND_TAKE = "scene and take";

  private final Material material;
  private final Settings settings;
  private final Map<Source, List<Alignment>> byPicture = new LinkedHashMap<>();
  private final Map<Source, String> reasons = new LinkedHashMap<>();

  Synced(Material material, Settings settings) {
    this.material = material;
    this.settings = settings;
  }

  /** Lays a recording to its picture. */
  void add(Alignment pair, String reason) {
    byPicture.computeIfAbsent(pair.picture(), _ -> new ArrayList<>()).add(pair);
    String laid = Phrase.of("%s %s (%s)", pair.recording().name(), pair.offsetInWords(), reason);
    reasons.merge(pair.picture(), laid, (first, more) -> first + "; " + more);
  }

  /** The pairs of picture and sound that synced clips in the documents have already. */
  static Set<String> pairsIn(Material material) {
    var pairs = new HashSet<String>();
    for (Group group : material.derive(Group.ALL)) {
      if (group.kind() == Group.Kind.SYNCED) {
        List<String> ids = List.copyOf(group.sources(material.sources()));
        ids.stream()
            .skip(1)
            .forEach(sound -> pairs.add(MeasuredOffset.pair(ids.getFirst(), sound)));
      }
    }
    return pairs;
  }

  /**
   * What came of it.
   *
   * @param all everything that lies together; what does not is wild
   */
  Applied applied(List<Alignment> all) {
    var claims = new ArrayList<Applied.Claim>();
    Map<String, List<TimelineObject>> made = new LinkedHashMap<>();
    byPicture.forEach((picture, pairs) -> {
      PlacedClip placed = picture.first();
      Stack stack = stack(placed, picture, pairs);
      made.computeIfAbsent(placed.document(), _ -> new ArrayList<>()).add(stack);
      claims.add(new Applied.Claim(stack.identity(), "", reasons.getOrDefault(picture, "")));
    });
    if (!made.isEmpty() && settings.get(SyncPass.WILD)) {
      addWild(all, made.entrySet().iterator().next(), claims);
    }
    var bins = new MadeBin(material, settings.get(SyncPass.BIN));
    made.forEach((name, objects) ->
        bins.add(material.document(name).orElseThrow(), objects)
            .ifPresent(bin ->
                claims.add(new Applied.Claim(bin.identity(), "", "the synced clips in one bin"))));
    return new Applied(bins.added(), claims);
  }

  private void addWild(
      List<Alignment> all,
      Map.Entry<String, List<TimelineObject>> into,
      List<Applied.Claim> claims) {
    Set<Recording> together = new HashSet<>();
    all.forEach(pair -> together.add(pair.recording()));
    Profile profile = material.document(into.getKey()).orElseThrow().profile();
    for (Recording recording : material.recordings()) {
      for (SoundFile file : recording.files()) {
        if (!together.contains(recording) && material.sources().byId(file.id()).isEmpty()) {
          Clip clip =
              Clip.of(file.stem(), SoundReference.of(material, file, profile), Optional.empty());
          into.getValue().add(clip);
          claims.add(new Applied.Claim(clip.identity(), "", "no picture was running with it"));
        }
      }
    }
  }

  private Stack stack(PlacedClip placed, Source picture, List<Alignment> pairs) {
    Clip clip = placed.clip();
    Clip whole = clip.availableRange().isPresent() ? clip.withSourceRange(Optional.empty()) : clip;
    var tracks = new ArrayList<Track>();
    tracks.add(Track.of("Picture", Track.VIDEO, List.of(whole)));
    lanes(pairs).forEach((name, lane) -> tracks.add(track(name, lane, placed.profile())));
    CameraSound own = CameraSound.of(settings.get(SyncPass.CAMERA_SOUND));
    boolean silent =
        placed.profile().text(clip, Field.CHANNEL_COUNT).filter("0"::equals).isPresent();
    if (own != CameraSound.DROP && !silent) {
      tracks.add(
          Track.of(
              "Camera sound",
              Track.AUDIO,
              List.of(whole.withMarkers(List.of()).withEnabled(own == CameraSound.KEEP))));
    }
    return Stack.of(name(placed, picture), tracks)
        .withMetadata(
            JsonObject.of(
                "oddlot", JsonObject.of("kind", JsonString.of(Group.Kind.SYNCED.word()))));
  }

  private String name(PlacedClip placed, Source picture) {
    Clip clip = placed.clip();
    String scene = placed.profile().text(clip, Field.SCENE).orElse("");
    String shot = placed.profile().text(clip, Field.SHOT).orElse("");
    String take = placed.profile().text(clip, Field.TAKE).orElse("");
    if (settings.get(SyncPass.NAMES).equals(AS_THE_PICTURE) || scene.isEmpty() || take.isEmpty()) {
      return picture.name();
    }
    String camera = picture.camera().isEmpty() ? "" : " " + picture.camera();
    return scene + shot + "-" + take + camera;
  }

  /** A piece of sound in a lane. */
  private record Piece(Alignment pair, SoundFile file) {
    /** How many samples after the picture's first frame it begins. */
    long at() {
      return Math.max(0, -pair.firstSample());
    }

    long end() {
      return at() + pair.usedTo() - pair.usedFrom();
    }
  }

  /** The sound by recorder and file of a set; what would be over other sound has a lane more. */
  private static Map<String, List<Piece>> lanes(List<Alignment> pairs) {
    var lanes = new LinkedHashMap<String, List<Piece>>();
    pairs.stream()
        .sorted(Comparator.comparing(Alignment::first, Comparator.reverseOrder()))
        .forEach(pair -> {
          List<SoundFile> files = pair.recording().files();
          for (int i = 0; i < files.size(); i++) {
            String base = pair.recording().recorder() + (files.size() > 1 ? " " + (i + 1) : "");
            var piece = new Piece(pair, files.get(i));
            String name = base;
            for (int n = 2; isTaken(lanes.get(name), piece); n++) {
              name = base + " (" + n + ")";
            }
            lanes.computeIfAbsent(name, _ -> new ArrayList<>()).add(piece);
          }
        });
    return lanes;
  }

  private static boolean isTaken(@org.jspecify.annotations.Nullable List<Piece> lane, Piece piece) {
    return lane != null
        && (lane.getLast().end() > piece.at()
            || lane.getLast().file.sampleRate() != piece.file.sampleRate());
  }

  private Track track(String name, List<Piece> lane, Profile profile) {
    var items = new ArrayList<Composable>();
    long at = 0;
    for (Piece piece : lane) {
      FrameRate samples = FrameRate.of(piece.file.sampleRate());
      if (piece.at() > at) {
        items.add(Gap.of(RationalTime.of(piece.at() - at, samples)));
      }
      long reference = piece.file.reference().orElseThrow().samples();
      long from = piece.pair.usedFrom();
      items.add(
          Clip.of(
              piece.file.stem(),
              SoundReference.of(material, piece.file, profile),
              Optional.of(TimeRange.of(reference + from, piece.pair.usedTo() - from, samples))));
      at = piece.end();
    }
    return Track.of(name, Track.AUDIO, items);
  }
}
