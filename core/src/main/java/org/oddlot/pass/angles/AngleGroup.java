package org.oddlot.pass.angles;

import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.material.ChannelNote;
import org.oddlot.material.Group;
import org.oddlot.material.MadeBin;
import org.oddlot.material.Material;
import org.oddlot.material.PlacedClip;
import org.oddlot.material.SoundReference;
import org.oddlot.material.Source;
import org.oddlot.material.TimelineFile;
import org.oddlot.pass.Applied;
import org.oddlot.profile.Field;
import org.oddlot.profile.Profile;
import org.oddlot.profile.Profiles;
import org.oddlot.setting.Settings;
import org.oddlot.sound.SoundFile;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;

/**
 * Makes of placed pieces one group, a stack of {@code kind: angles}, and one timeline with the same
 * rows. Pictures begin with frames of the group's rate, sounds with samples. An angle whose pieces
 * lie over each other has a row more.
 */
final class AngleGroup {
  private static final long BILLION = 1_000_000_000L;

  /** A pace that differs by less is nobody's to correct: it is no more than what is measured. */
  private static final double LEAST_DRIFT = 1e-6;

  private final Material material;
  private final Settings settings;

  AngleGroup(Material material, Settings settings) {
    this.material = material;
    this.settings = settings;
  }

  /** A clip on the row of an angle, or of a track of a recorder. */
  private record Laid(PieceFinding finding, String row, Clip clip, RationalTime at) {
    RationalTime end() {
      return at.plus(clip.duration().orElseThrow());
    }
  }

  /** What comes of the pieces that are placed: those of each island by themselves. */
  Applied applied(List<PieceFinding> placed) {
    Map<Integer, List<PieceFinding>> islands =
        placed.stream()
            .collect(
                Collectors.groupingBy(
                    each -> each.place().orElseThrow().island(),
                    TreeMap::new,
                    Collectors.toList()));
    islands.values().removeIf(island -> island.size() < 2);
    if (islands.isEmpty()) {
      return new Applied(material, List.of());
    }
    Optional<TimelineFile> document = document(placed);
    Profile profile = document.map(TimelineFile::profile).orElseGet(Profiles::own);
    String bin = settings.get(AnglesPass.BIN);
    var made = new ArrayList<TimelineObject>();
    var claims = new ArrayList<Applied.Claim>();
    int number = 0;
    for (List<PieceFinding> island : islands.values()) {
      String name = bin + (number == 0 ? "" : " " + (number + 1));
      String reason =
          Phrase.of(
              "%s of %s placed by their waveforms",
              Phrase.count(island.size(), "piece"), Phrase.count(angles(island), "angle"));
      Stack group =
          Stack.of(name, tracks(island, profile))
              .withMetadata(
                  JsonObject.of(
                      "oddlot", JsonObject.of("kind", JsonString.of(Group.Kind.ANGLES.word()))));
      Timeline timeline = Timeline.of(name + ", synced", start(island), tracks(island, profile));
      for (TimelineObject each : List.of(group, timeline)) {
        made.add(each);
        claims.add(new Applied.Claim(each.identity(), "", reason));
      }
      number++;
    }
    if (document.isEmpty()) {
      Bin its = Bin.of(bin, made);
      claims.add(new Applied.Claim(its.identity(), "", "the angles in a file of their own"));
      String input = placed.getFirst().piece().sound().map(SoundFile::name).orElseThrow();
      return new Applied(
          material.with(TimelineFile.class, List.of(TimelineFile.made(bin + ".otio", its, input))),
          claims);
    }
    var bins = new MadeBin(material, bin);
    bins.add(document.get(), made)
        .ifPresent(
            its -> claims.add(new Applied.Claim(its.identity(), "", "the angles in one bin")));
    return new Applied(bins.added(), claims);
  }

  private static int angles(List<PieceFinding> island) {
    return (int) island.stream().map(each -> each.piece().angle().name()).distinct().count();
  }

  /** The file that most of the clips are in, else the first; empty where there is none. */
  private Optional<TimelineFile> document(List<PieceFinding> placed) {
    return placed.stream()
        .flatMap(each -> each.piece().source().stream())
        .map(source -> source.first().document())
        .collect(Collectors.groupingBy(Function.identity(), Collectors.counting()))
        .entrySet()
        .stream()
        .max(
            Comparator.comparingLong((Map.Entry<String, Long> each) -> each.getValue())
                .thenComparing(Map.Entry::getKey))
        .flatMap(each -> material.document(each.getKey()))
        .or(() -> material.documents().stream().findFirst());
  }

  /** The rate of most of the pictures. */
  private static FrameRate rate(List<PieceFinding> island) {
    return island.stream()
        .filter(each -> !each.piece().angle().isSound())
        .flatMap(each -> each.piece().source().flatMap(Source::rate).stream())
        .collect(Collectors.groupingBy(Function.identity(), Collectors.counting()))
        .entrySet()
        .stream()
        .max(
            Comparator.comparingLong((Map.Entry<FrameRate, Long> each) -> each.getValue())
                .thenComparing(Map.Entry::getKey))
        .map(Map.Entry::getKey)
        .orElse(FrameRate.FPS_25);
  }

  /** The timecode of the first frame, by the rule that is set; empty for zero. */
  private Optional<RationalTime> start(List<PieceFinding> island) {
    String rule = settings.get(AnglesPass.START);
    boolean byRecorder = rule.equals(AnglesPass.RECORDER);
    FrameRate rate = rate(island);
    double first = first(island);
    return rule.equals(AnglesPass.ZERO)
        ? Optional.empty()
        : island.stream()
            .filter(each -> !byRecorder || each.piece().angle().isSound())
            .sorted(Comparator.comparingDouble(PieceFinding::begin))
            .flatMap(each ->
                timecode(each.piece()).map(at -> at.minus(exact(each.begin() - first))).stream())
            .findFirst()
            .filter(at -> at.signum() >= 0)
            .map(at -> RationalTime.ofSeconds(at, rate, RoundingMode.HALF_UP));
  }

  /** Seconds to the billionth. */
  private static Rational exact(double seconds) {
    return Rational.of(Math.round(seconds * BILLION), BILLION);
  }

  private static double first(List<PieceFinding> island) {
    return island.stream().mapToDouble(PieceFinding::begin).min().orElse(0);
  }

  /** The timecode at a piece's beginning in seconds; empty where it has none. */
  private static Optional<Rational> timecode(Piece piece) {
    return piece
        .source()
        .filter(source -> !source.startsAtZero())
        .flatMap(Source::start)
        .map(RationalTime::seconds)
        .or(() ->
            piece
                .sound()
                .flatMap(SoundFile::reference)
                .map(reference -> Rational.of(reference.samples(), reference.sampleRate())));
  }

  private List<Track> tracks(List<PieceFinding> island, Profile profile) {
    FrameRate rate = rate(island);
    double first = first(island);
    Map<String, List<Laid>> rows = new LinkedHashMap<>();
    Comparator<PieceFinding> inOrder =
        Comparator.comparingInt(PieceFinding::row).thenComparingDouble(PieceFinding::begin);
    for (PieceFinding each : island.stream().sorted(inOrder).toList()) {
      for (Laid laid : laid(each, each.begin() - first, rate, profile)) {
        String row = laid.row;
        for (int n = 2; isTaken(rows.get(row), laid); n++) {
          row = laid.row + " (" + n + ")";
        }
        rows.computeIfAbsent(row, _ -> new ArrayList<>()).add(laid);
      }
    }
    var tracks = new ArrayList<Track>();
    rows.forEach((name, row) -> tracks.add(track(name, row)));
    return tracks;
  }

  private static boolean isTaken(@org.jspecify.annotations.Nullable List<Laid> row, Laid laid) {
    // Where the last frame of one and the first of the next share a frame, that is rounding.
    return row != null
        && (row.getLast().finding.piece().angle().isSound()
                != laid.finding.piece().angle().isSound()
            || row.getLast().end().minus(laid.at).seconds().compareTo(Rational.of(1, 20)) > 0);
  }

  /** A piece on its row; on one for each of a recorder's tracks where that is wanted. */
  private List<Laid> laid(PieceFinding finding, double begin, FrameRate rate, Profile profile) {
    Piece piece = finding.piece();
    String angle = piece.angle().name();
    Optional<SoundFile> sound = piece.sound();
    FrameRate counted = sound.map(file -> FrameRate.of(file.sampleRate())).orElse(rate);
    RationalTime at = RationalTime.ofSeconds(exact(begin), counted, RoundingMode.HALF_UP);
    Clip clip =
        sound
            .map(file ->
                Clip.of(file.stem(), SoundReference.of(material, file, profile), Optional.empty()))
            .orElseGet(() -> whole(piece.source().orElseThrow()));
    double drift = finding.place().map(Position::drift).orElse(0.0);
    boolean isCorrected =
        settings.get(AnglesPass.DRIFT).equals(AnglesPass.AS_SPEED)
            && Math.abs(drift) >= LEAST_DRIFT;
    Clip placed = isCorrected ? atPace(clip, drift) : clip;
    List<SoundFile.Track> tracks = sound.map(SoundFile::tracks).orElse(List.of());
    boolean isApart =
        settings.get(AnglesPass.TRACKS).equals(AnglesPass.APART)
            && tracks.size() > 1
            && profile.place(Field.CHANNELS).isPresent();
    if (!isApart) {
      return List.of(new Laid(finding, angle, placed, at));
    }
    var laid = new ArrayList<Laid>();
    for (int i = 0; i < tracks.size(); i++) {
      String name = tracks.get(i).name();
      laid.add(
          new Laid(
              finding,
              angle + ", " + (name.isEmpty() ? "track " + (i + 1) : name),
              ChannelNote.only(placed, profile, List.of(new ChannelNote(i + 1, 1, name, "", ""))),
              at));
    }
    return laid;
  }

  private static Clip whole(Source source) {
    PlacedClip placed = source.first();
    Clip clip = placed.clip();
    return clip.availableRange().isPresent() ? clip.withSourceRange(Optional.empty()) : clip;
  }

  /** As long as it lasts on the group's clock, all of it shown. */
  private static Clip atPace(Clip clip, double drift) {
    Rational slower = Rational.of(BILLION + Math.round(drift * BILLION), BILLION);
    TimeRange range = clip.trimmedRange().orElseThrow();
    RationalTime length =
        RationalTime.ofSeconds(
            range.duration().seconds().times(slower), range.start().rate(), RoundingMode.FLOOR);
    return clip.withSourceRange(Optional.of(TimeRange.of(range.start(), length)))
        .withSpeed(Rational.ONE.dividedBy(slower));
  }

  private static Track track(String name, List<Laid> row) {
    var items = new ArrayList<Composable>();
    RationalTime at = RationalTime.zero(row.getFirst().at.rate());
    for (Laid laid : row) {
      if (laid.at.isAfter(at)) {
        items.add(Gap.of(laid.at.minus(at)));
        at = laid.at;
      }
      items.add(laid.clip);
      at = at.plus(laid.clip.duration().orElseThrow());
    }
    boolean isSound = row.getFirst().finding.piece().angle().isSound();
    return Track.of(name, isSound ? Track.AUDIO : Track.VIDEO, items);
  }
}
