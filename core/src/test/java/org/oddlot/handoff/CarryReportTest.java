package org.oddlot.handoff;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Caption.Height;
import org.oddlot.caption.Caption.Placement;
import org.oddlot.caption.Caption.Side;
import org.oddlot.caption.CaptionText;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Mark;
import org.oddlot.caption.Markup;
import org.oddlot.caption.Timebase;
import org.oddlot.format.TimelineFeature;
import org.oddlot.format.TimelineFormat;
import org.oddlot.format.caption.CaptionFormat;
import org.oddlot.format.caption.CaptionTracks;
import org.oddlot.format.caption.Feature;
import org.oddlot.format.caption.Fitting;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.setting.Settings;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Effect;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;
import org.oddlot.timeline.Transition;

class CarryReportTest {
  private static final FrameRate RATE = FrameRate.FPS_25;
  private static final List<String> TARGETS = List.of(".otio", ".otioz", ".otiod", ".edl");

  private static Target format(String ending) {
    return Target.ofAny(ending, Settings.INITIAL).orElseThrow();
  }

  private static RationalTime time(long frames) {
    return RationalTime.of(frames, RATE);
  }

  private static Clip clip(Random random, String kind) {
    int from = 90_000 + random.nextInt(10_000);
    var media =
        new MediaReference.External(
            Origin.made(),
            "",
            "m/" + kind + random.nextInt(9) + ".mov",
            random.nextBoolean()
                ? Optional.of(TimeRange.of(90_000, 20_000, RATE))
                : Optional.empty(),
            JsonObject.EMPTY);
    Clip clip =
        Clip.of(
            kind + random.nextInt(99),
            media,
            Optional.of(TimeRange.of(from, 24 + random.nextInt(60), RATE)));
    return switch (random.nextInt(12)) {
      case 0 -> clip.withEnabled(false);
      case 1 -> clip.withSpeed(Rational.of(2));
      case 2 ->
          clip.withEffects(
              List.of(
                  new Effect(
                      Origin.made(), "Effect", "", "blur", Optional.empty(), JsonObject.EMPTY)));
      case 3 ->
          clip.plusMarker(Marker.of("look", TimeRange.of(from + 3, 1, RATE), "", JsonObject.EMPTY));
      case 4 -> clip.withMetadata(JsonObject.of("mine", JsonString.of("noted")));
      case 5 -> clip.withMedia(Map.of("A", media, "B", media.withName("proxy")), "A");
      default -> clip;
    };
  }

  private static Clip title(Random random) {
    return Clip.of(
        "title " + random.nextInt(9),
        new MediaReference.Generator(
            Origin.made(), "", "title", JsonObject.EMPTY, Optional.empty(), JsonObject.EMPTY),
        Optional.of(TimeRange.of(0, 30 + random.nextInt(30), RATE)));
  }

  private static Track track(Random random, String name, String kind, int before) {
    var children = new ArrayList<Composable>();
    boolean wasClip = false;
    for (int i = 2 + random.nextInt(8); i > 0; i--) {
      if (wasClip && kind.equals(Track.VIDEO) && random.nextInt(4) == 0) {
        children.add(
            new Transition(
                Origin.made(), "", "SMPTE_Dissolve", time(before), time(8), JsonObject.EMPTY));
        children.add(clip(random, "d").withEnabled(true));
        continue;
      }
      switch (random.nextInt(kind.equals(Track.VIDEO) ? 8 : 5)) {
        case 0 -> children.add(Gap.of(time(1 + random.nextInt(50))));
        case 6 -> children.add(title(random));
        case 7 ->
            children.add(
                Stack.of("nest", List.of(Track.of("", Track.VIDEO, List.of(clip(random, "n"))))));
        default -> children.add(clip(random, kind));
      }
      wasClip =
          children.getLast() instanceof Clip its
              && its.enabled()
              && its.media().orElseThrow() instanceof MediaReference.External;
    }
    return Track.of(name, kind, children);
  }

  private static TimelineObject random(Random random, int before) {
    var tracks = new ArrayList<Track>();
    int pictures = 1 + random.nextInt(3);
    for (int i = 1; i <= pictures; i++) {
      tracks.add(track(random, "V" + i, Track.VIDEO, before));
    }
    for (int i = random.nextInt(3); i > 0; i--) {
      tracks.add(track(random, "A" + i, Track.AUDIO, before));
    }
    if (random.nextInt(3) == 0) {
      tracks.add(Track.of("C1", "Caption", List.of(title(random))));
    }
    Timeline timeline = Timeline.of("cut", Optional.of(time(90_000)), tracks);
    return random.nextInt(3) > 0
        ? timeline
        : Bin.of(
            "project",
            random.nextBoolean()
                ? List.of(timeline, clip(random, "s"))
                : List.of(Bin.of("in", List.of(clip(random, "s"))), timeline, timeline));
  }

  /** Before anything is written the report says what really is lost; nothing more, nothing less. */
  @Property(tries = 300, seed = "2813")
  void whatIsAnnouncedIsWhatIsLost(@ForAll @IntRange(min = 0) int seed) throws IOException {
    var random = new Random(seed);
    TimelineObject root = random(random, 0);
    Target format = format(TARGETS.get(random.nextInt(TARGETS.size())));
    CarryReport after = written(root, format);
    assertThat(CarryReport.of(root, format).disagreement(after)).isEmpty();
    assertThat(CarryReport.declared(root, format).disagreement(after)).isEmpty();
  }

  /** A list lets a dissolve begin with its shot: the cut is earlier there, and that is said. */
  @Property(tries = 60, seed = "2814")
  void whatIsOtherwiseIsAnnouncedToo(@ForAll @IntRange(min = 0) int seed) throws IOException {
    TimelineObject root = random(new Random(seed), 4);
    CarryReport before = CarryReport.of(root, format(".edl"));
    assertThat(before.disagreement(written(root, format(".edl")))).isEmpty();
    boolean hasDissolves =
        before.rows().stream().anyMatch(row -> row.feature() == TimelineFeature.TRANSITIONS);
    assertThat(
            before.notWhole().stream()
                .anyMatch(row ->
                    row.feature() == TimelineFeature.TRANSITIONS
                        && row.outcome() == CarryReport.Outcome.CHANGED))
        .isEqualTo(hasDissolves);
  }

  /**
   * What goes out as rows of a spreadsheet is announced, and all that has a place there is there.
   */
  @Property(tries = 60, seed = "2816")
  void ofSpreadsheetsTooIsLostWhatWasAnnounced(@ForAll @IntRange(min = 0) int seed)
      throws IOException {
    var random = new Random(seed);
    TimelineObject root = random(random, 4);
    Target target = format(random.nextBoolean() ? ".xlsx" : ".csv");
    CarryReport before = CarryReport.of(root, target);
    assertThat(before.disagreement(written(root, target))).isEmpty();
    assertThat(before.notWhole())
        .as("%s", before.notWhole())
        .allMatch(row ->
            !target.carries(row.feature())
                // A track with nothing but nested timelines has no rows.
                || row.feature() == TimelineFeature.SEVERAL_TRACKS
                || row.feature() == TimelineFeature.SOUND);
  }

  /** After the code: names as people and machines give them. */
  @Test
  void namesThatASpreadsheetWouldReadAsSomethingElseAreWholeOrSaid() throws IOException {
    var shots = new ArrayList<Composable>();
    for (String name :
        List.of(
            "=1+1",
            "0012",
            "1e5",
            " two  spaces ",
            "a;b,c\"d",
            "line\nbreak",
            "",
            "-5",
            "+x",
            "@y",
            "2026-03-17",
            "true",
            "日本",
            "\tTab")) {
      shots.add(clip(new Random(7), "x").withName(name).withEnabled(true));
    }
    Timeline cut =
        Timeline.of("cut", Optional.of(time(90_000)), List.of(Track.of("V1", Track.VIDEO, shots)));
    for (String ending : List.of(".xlsx", ".csv")) {
      CarryReport report = CarryReport.of(cut, format(ending));
      assertThat(report.disagreement(written(cut, format(ending)))).isEmpty();
      assertThat(report.rows().stream().filter(row -> row.feature() == TimelineFeature.SHOTS))
          .as("%s: %s", ending, report.rows())
          .allMatch(row -> row.outcome() == CarryReport.Outcome.CARRIED)
          .anyMatch(row -> row.count() == shots.size());
      int changed = ending.equals(".csv") ? 6 : 2;
      assertThat(report.notWhole())
          .extracting(row -> row.feature() + " " + row.outcome() + " " + row.count())
          .contains("NAMES CHANGED " + changed);
    }
  }

  private static CarryReport written(TimelineObject root, Target format) throws IOException {
    Path folder = Files.createTempDirectory("carry");
    var files = new ArrayList<Path>();
    for (TimelineFormat.Part part : format.parts(root, Optional.empty())) {
      Path file = part.beside(folder.resolve("out" + format.ending()));
      part.writer().write(file);
      files.add(file);
    }
    CarryReport report = CarryReport.proof(root, format, files);
    try (var all = Files.walk(folder)) {
      for (Path file : all.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(file);
      }
    }
    return report;
  }

  @Test
  void whereAndWhatInsteadIsSaid() throws IOException {
    Track track =
        Track.of("V1", Track.VIDEO, List.of(clip(new Random(1), "p"), title(new Random(2))));
    Timeline cut = Timeline.of("cut", Optional.of(time(90_000)), List.of(track));
    CarryReport.Row row = CarryReport.of(cut, format(".edl")).notWhole().getFirst();
    assertThat(row.feature()).isEqualTo(TimelineFeature.GENERATED);
    assertThat(row.outcome()).isEqualTo(CarryReport.Outcome.LOST);
    assertThat(row.places().getFirst().path()).contains("V1 / 01:00:0");
    assertThat(row.feature().instead()).contains("captions");
  }

  private static CaptionText words(Random random) {
    String plain =
        List.of("Who goes", "The ferry\nis late", "Œuvre – ł", "♪ la la", "A  line", "日本", "=1+1")
            .get(random.nextInt(7));
    var marks = new ArrayList<Mark>();
    if (random.nextInt(3) == 0) {
      Markup.Look look = List.of(Markup.Look.values()).get(random.nextInt(3));
      marks.add(Mark.of(0, new Markup.Style(look, true)));
      marks.add(Mark.of(plain.length(), new Markup.Style(look, false)));
    }
    return new CaptionText(plain, marks);
  }

  private static TimelineObject captioned(Random random) {
    List<FrameRate> rates = List.of(RATE, FrameRate.FPS_24, FrameRate.FPS_29_97);
    var grid = new Timebase.Frames(rates.get(random.nextInt(3)), false);
    var captions = new ArrayList<Caption>();
    long at = 3600L * grid.rate().nominal();
    for (int i = 1 + random.nextInt(6); i > 0; i--) {
      at += random.nextInt(40);
      long from = at;
      at += 20 + random.nextInt(60);
      Caption caption = Caption.of("" + i, grid.at(from), grid.at(at), "").withText(words(random));
      caption = random.nextInt(4) == 0 ? caption.withSpeaker("Ines") : caption;
      captions.add(
          random.nextInt(4) == 0
              ? caption.withPlace(new Placement(Height.TOP, Side.CENTRE))
              : caption);
    }
    return CaptionTracks.timeline(
        Captions.made("cut", random.nextBoolean() ? "nn" : "", grid, captions), grid);
  }

  /**
   * What a trial shows to be lost of captions is what the format's declaration says, each by
   * itself; and what was announced is what is there.
   */
  @Property(tries = 300, seed = "2815")
  void ofCaptionsTooIsLostWhatWasAnnounced(@ForAll @IntRange(min = 0) int seed) throws IOException {
    var random = new Random(seed);
    TimelineObject root = captioned(random);
    String ending = List.of(".srt", ".vtt", ".ttml", ".stl", ".scc").get(random.nextInt(5));
    Target target = format(ending);
    CarryReport before = CarryReport.of(root, target);
    assertThat(before.disagreement(written(root, target))).isEmpty();
    Captions track = CaptionTracks.in("", root).getFirst();
    List<String> said =
        Fitting.to(CaptionFormat.of(ending).orElseThrow(), track, track.grid()).losses();
    for (Feature kind :
        List.of(
            Feature.ITALIC,
            Feature.BOLD,
            Feature.UNDERLINE,
            Feature.SPEAKER,
            Feature.PLACE,
            Feature.LANGUAGE)) {
      assertThat(
              before.notWhole().stream()
                  .anyMatch(
                      row -> row.feature() == kind && row.outcome() == CarryReport.Outcome.LOST))
          .as("%s in %s, of which is said: %s", kind, ending, said)
          .isEqualTo(said.stream().anyMatch(line -> line.startsWith(kind.words())));
    }
    // EBU STL has one code for both ways of writing Norwegian, which only the trial shows.
    boolean isOtherwise =
        before.notWhole().stream()
            .filter(row -> row.feature() != Feature.LANGUAGE)
            .anyMatch(row -> row.isOtherwise() && row.feature() instanceof Feature);
    assertThat(said.isEmpty() && isOtherwise).as("%s: %s", ending, before.notWhole()).isFalse();
  }
}
