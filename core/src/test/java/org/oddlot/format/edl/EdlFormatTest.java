package org.oddlot.format.edl;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.oddlot.format.text.TextFile;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.problem.Problems;
import org.oddlot.setting.Settings;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;
import org.oddlot.timeline.Transition;

class EdlFormatTest {
  private static final FrameRate RATE = FrameRate.FPS_25;
  private final Problems problems = new Problems("cut.edl");

  private Timeline read(String text) {
    return read(text, Optional.of(RATE));
  }

  private Timeline read(String text, Optional<FrameRate> rate) {
    TextFile file =
        TextFile.of(text.getBytes(StandardCharsets.UTF_8), Optional.empty(), problems)
            .orElseThrow();
    return EdlReader.read(file, rate, problems).orElseThrow();
  }

  private static String written(Timeline timeline) {
    try {
      return new String(EdlWriter.all(timeline, 8).get(""), StandardCharsets.UTF_8);
    } catch (IOException e) {
      throw new AssertionError(e);
    }
  }

  private static Track track(Timeline timeline, String name) {
    return timeline.tracks().orElseThrow().children().stream()
        .filter(each -> each.name().equals(name))
        .map(Track.class::cast)
        .findFirst()
        .orElseThrow();
  }

  private static Clip clip(Composable item) {
    return (Clip) item;
  }

  private static final String DISSOLVE =
      """
      TITLE: Ferry cut
      FCM: NON-DROP FRAME

      001  A003R2   V     C        01:00:00:00 01:00:02:00 10:00:00:00 10:00:02:00
      * FROM CLIP NAME: RAIL
      * LOC: 10:00:01:00 RED     LOOK HERE
      002  A003R2   V     C        01:00:02:00 01:00:02:00 10:00:02:00 10:00:02:00
      002  B001     V     D    012 02:00:00:00 02:00:03:00 10:00:02:00 10:00:05:00
      * FROM CLIP NAME: RAIL
      * TO CLIP NAME: HARBOUR
      * SOURCE FILE: /m/harbour.mov
      003  C001     AA/V  C        03:00:00:00 03:00:02:00 10:00:06:00 10:00:07:00
      M2   C001       050.0                03:00:00:00
      004  BL       V     C        00:00:00:00 00:00:02:00 10:00:07:00 10:00:09:00
      """;

  @Test
  void eventsLieOnTracksWithDissolvesSpeedsMarkersAndBlack() {
    Timeline timeline = read(DISSOLVE);
    assertThat(timeline.name()).isEqualTo("Ferry cut");
    assertThat(timeline.globalStart().orElseThrow().value()).isEqualTo(36_000L * 25);
    List<Composable> pictures = track(timeline, "V").children();
    assertThat(clip(pictures.get(0)).name()).isEqualTo("RAIL");
    assertThat(clip(pictures.get(0)).markers().getFirst().markedRange().start().value())
        .isEqualTo(90_000 + 25);
    Transition fade = (Transition) pictures.get(1);
    assertThat(fade.inOffset().value()).isZero();
    assertThat(fade.outOffset().value()).isEqualTo(12);
    Clip harbour = clip(pictures.get(2));
    assertThat(harbour.name()).isEqualTo("HARBOUR");
    assertThat(((MediaReference.External) harbour.media().orElseThrow()).targetUrl())
        .isEqualTo("/m/harbour.mov");
    assertThat(((Gap) pictures.get(3)).duration().orElseThrow().value()).isEqualTo(25);
    Clip fast = clip(pictures.get(4));
    assertThat(fast.speed()).isEqualTo(Rational.of(2));
    assertThat(fast.sourceRange()).contains(TimeRange.of(3 * 90_000, 25, RATE));
    assertThat(((Gap) pictures.get(5)).duration().orElseThrow().value()).isEqualTo(50);
    assertThat(timeline.tracks().orElseThrow().children())
        .extracting(TimelineObject::name)
        .containsExactly("V", "A1", "A2");
    assertThat(problems.list()).isEmpty();
    assertThat(written(timeline)).isEqualTo(DISSOLVE);
  }

  private static Timeline renamed(Timeline timeline, String from, String to) {
    var tracks = new ArrayList<Track>();
    for (Composable each : timeline.tracks().orElseThrow().children()) {
      Track track = (Track) each;
      tracks.add(
          track.withChildren(
              track.children().stream()
                  .map(item ->
                      item.name().equals(from) ? (Composable) ((Clip) item).withName(to) : item)
                  .toList()));
    }
    return timeline.withChildren(List.of(timeline.tracks().orElseThrow().withChildren(tracks)));
  }

  @Test
  void onlyWhatChangedIsWrittenAnew() {
    Timeline changed = renamed(read(DISSOLVE), "HARBOUR", "HARBOUR AT NIGHT");
    String text = written(changed);
    assertThat(text)
        .contains("* TO CLIP NAME:  HARBOUR AT NIGHT\n")
        .contains("* SOURCE FILE: /m/harbour.mov")
        .contains("002  B001     V     D    012 02:00:00:00 02:00:03:00 10:00:02:00 10:00:05:00");
    assertThat(text.substring(0, text.indexOf("002 ")))
        .isEqualTo(DISSOLVE.substring(0, DISSOLVE.indexOf("002 ")));
    assertThat(text.substring(text.indexOf("003 ")))
        .isEqualTo(DISSOLVE.substring(DISSOLVE.indexOf("003 ")));
  }

  @Test
  void whatFadesFromAClipThatIsGoneFadesFromBlack() {
    Timeline timeline = read(DISSOLVE);
    Track pictures = track(timeline, "V");
    var items = new ArrayList<Composable>(pictures.children());
    items.set(0, Gap.of(RationalTime.of(50, RATE)));
    var tracks = new ArrayList<Composable>(timeline.tracks().orElseThrow().children());
    tracks.set(tracks.indexOf(pictures), pictures.withChildren(items));
    String text =
        written(
            timeline.withChildren(List.of(timeline.tracks().orElseThrow().withChildren(tracks))));
    assertThat(text)
        .doesNotContain("RAIL")
        .contains("002  BL       V     C        00:00:00:00 00:00:00:00 10:00:02:00 10:00:02:00")
        .contains("002  B001     V     D    012 02:00:00:00 02:00:03:00 10:00:02:00 10:00:05:00")
        .contains("003  C001     AA/V  C        03:00:00:00");
  }

  @Test
  void aListWithBadLinesIsReadAndWhatIsBadIsSaidAndKept() {
    String text =
        """
        001  A  V  C  01:00:00:00 01:00:01:00 10:00:00:00 10:00:01:00
        002  A  V  C  01:00:00:00 01:00:01:00 10:00:01:00

        003  A  V  C  01:00:05:00 01:00:06:00 10:00:02:00 10:00:03:00
        """
            .replace("\n", "\r\n");
    Timeline timeline = read(text);
    assertThat(problems.list()).hasSize(1);
    assertThat(problems.list().getFirst().toString()).contains("line 2").contains("four timecodes");
    assertThat(timeline.name()).isEqualTo("cut");
    assertThat(track(timeline, "V").children()).hasSize(3);
    assertThat(written(timeline)).isEqualTo(text);
  }

  @Test
  void soundThatWouldLieElsewhereIsSaidWithItsFirstLine() {
    String edit = "001  A001 AA/V C 01:00:00:00 01:00:04:00 10:00:00:00 10:00:04:00\n";
    read(
        edit
            + "SPLIT:    AUDIO DELAY=  00:00:00:12\n\nsplit: video delay= 00:00:01:00\nAUD  3   4\n");
    assertThat(problems.list())
        .extracting(problem -> problem.place() + " " + problem.message().replaceFirst(":.*", ""))
        .containsExactly(
            "line 5 1 line says which further channels an edit has (AUD)",
            "line 2 2 lines say that sound and picture begin apart (SPLIT)");
  }

  @Test
  void notesMayStandBeforeTheirEvents() {
    Timeline timeline =
        read(
            """
            TITLE: X
            * FROM CLIP NAME: ONE
            001  A  V  C  01:00:00:00 01:00:01:00 10:00:00:00 10:00:01:00
            * FROM CLIP NAME: TWO
            002  A  V  C  01:00:00:00 01:00:01:00 10:00:01:00 10:00:02:00
            """);
    assertThat(track(timeline, "V").children())
        .extracting(Composable::name)
        .containsExactly("ONE", "TWO");
  }

  @Test
  void rateAndCountingAreAskedAboutWhereTheyContradictEachOther() {
    String drop =
        """
        FCM: DROP FRAME
        001  A  V  C  01:00:00:00 01:01:00:02 00:59:59:28 01:01:00:00
        """;
    read(drop, Optional.empty());
    assertThat(problems.list().getFirst().toString()).contains("counted at 29.97");
    String high = "001  A  V  C  01:00:00:27 01:00:01:27 10:00:00:00 10:00:01:00\n";
    read(high, Optional.of(RATE));
    assertThat(problems.list().getLast().toString()).contains("Frame 27 is there");
    // A minute of drop-frame labels is 1,798 frames; SMPTE ST 12-1.
    Timeline hour = read(drop.replace("FRAME", "FRAME\n"), Optional.of(FrameRate.FPS_29_97));
    assertThat(clip(track(hour, "V").children().getFirst()).duration().orElseThrow().value())
        .isEqualTo(2 + 1798);
  }

  @Test
  void overlapsKeysAndBackwardTimesLoseNothing() {
    Timeline timeline =
        read(
            """
            001  A  V  C      01:00:00:00 01:00:02:00 10:00:00:00 10:00:02:00
            002  B  V  C      02:00:00:00 02:00:02:00 10:00:01:00 10:00:03:00
            003  C  V  K B    03:00:00:00 03:00:01:00 10:00:03:00 10:00:04:00
            003  D  V  K      04:00:00:00 04:00:01:00 10:00:03:00 10:00:04:00
            004  E  V  C      05:00:01:00 05:00:00:00 10:00:06:00 10:00:05:00
            """);
    assertThat(timeline.tracks().orElseThrow().children())
        .extracting(TimelineObject::name)
        .containsExactlyInAnyOrder("V", "V key", "V over 2");
    assertThat(problems.list()).hasSize(2);
    assertThat(problems.list().getFirst().toString()).contains("lies over another on V");
    assertThat(problems.list().getLast().toString()).contains("ends before it begins");
  }

  private static Timeline of(Track... tracks) {
    return Timeline.of("New", Optional.of(RationalTime.of(90_000, RATE)), List.of(tracks));
  }

  private static Clip shot(String name, String reel, long start, long length) {
    return Clip.of(
        name,
        new MediaReference.Missing(
            Origin.NONE,
            name,
            Optional.empty(),
            JsonObject.of(
                "oddlot", JsonObject.of("source", JsonObject.of("reel", JsonString.of(reel))))),
        Optional.of(TimeRange.of(start, length, RATE)));
  }

  @Test
  void longReelsAreShortenedToDifferentOnesAndListed() {
    String text =
        written(
            of(
                Track.of(
                    "V1",
                    Track.VIDEO,
                    List.of(
                        shot("A", "A003_R2_0412_X", 0, 25),
                        shot("B", "A003_R2_0412_Y", 0, 25),
                        shot("C", "A003_R2_0412_X", 50, 25)))));
    assertThat(text)
        .contains("001  A003R204 V")
        .contains("002  A003R201 V")
        .contains("003  A003R204 V")
        .contains("* REEL A003R204 IS A003_R2_0412_X\n* REEL A003R201 IS A003_R2_0412_Y\n");
    // What the table says is known again, and said once.
    Timeline again = read(text);
    assertThat(track(again, "V").children())
        .extracting(
            each -> each.metadata().object("oddlot").object("edl").string("reel").orElse(""))
        .containsExactly("A003_R2_0412_X", "A003_R2_0412_Y", "A003_R2_0412_X");
    assertThat(written(again)).isEqualTo(text);
    String changed = written(renamed(again, "C", "other"));
    assertThat(changed).contains("003  A003R204 V").contains("FROM CLIP NAME:  other");
    assertThat(changed.split("REEL A003R204 IS", -1)).hasSize(2);
  }

  @Test
  void moreThanOneListHoldsIsSplitWithoutAGapAndEachFurtherTrackIsAListOfItsOwn()
      throws IOException {
    var shots = new ArrayList<Clip>();
    for (int i = 0; i < 1500; i++) {
      shots.add(shot("S" + i, "R1", i, 10));
    }
    var format = new EdlFormat();
    var parts =
        format.parts(
            of(
                Track.of("V1", Track.VIDEO, shots),
                Track.of("V2", Track.VIDEO, List.of(shot("over", "R2", 0, 10)))),
            Optional.empty(),
            Settings.INITIAL);
    assertThat(parts).extracting("suffix").containsExactly("", " 2", " V2");
    Path file = Files.createTempFile("list", ".edl");
    parts.get(1).writer().write(file);
    Timeline second = read(Files.readString(file));
    assertThat(second.name()).isEqualTo("New, part 2");
    assertThat(second.globalStart().orElseThrow().value()).isEqualTo(90_000 + 9990);
    assertThat(track(second, "V").children()).hasSize(501);
    Files.delete(file);
  }

  /** A list as some program may write it, made without this one's writer. */
  private static List<String> list(Random random) {
    var lines = new ArrayList<>(List.of("TITLE: R", "FCM: NON-DROP FRAME", ""));
    long record = 90_000;
    for (int i = 1; i <= 12; i++) {
      long length = 10L + random.nextInt(90);
      long source = random.nextInt(80_000);
      String spaces = " ".repeat(1 + random.nextInt(4));
      var event = new StringBuilder();
      event.append(
          String.join(
              spaces,
              Phrase.of("%03d", i),
              "R" + random.nextInt(30),
              List.of("V", "A", "AA/V", "B").get(random.nextInt(4)),
              "C",
              label(source),
              label(source + length),
              label(record),
              label(record + length)));
      event.append("\n* FROM CLIP NAME: shot ").append(i);
      if (random.nextInt(4) == 0) {
        event.append("\n* ASC_SAT 0.9");
      }
      lines.add(event.toString());
      record += length + (random.nextInt(3) == 0 ? random.nextInt(30) : 0);
    }
    return lines;
  }

  private static String label(long frames) {
    return String.format(
        Locale.ROOT,
        "%02d:%02d:%02d:%02d",
        frames / 90_000,
        frames / 1500 % 60,
        frames / 25 % 60,
        frames % 25);
  }

  @Property(tries = 200)
  void allButTheEventThatChangedIsAsItWas(@ForAll long seed) {
    var random = new Random(seed);
    List<String> lines = list(random);
    String text = String.join("\n", lines) + "\n";
    Timeline timeline = read(text);
    assertThat(written(timeline)).isEqualTo(text);
    int which = 1 + random.nextInt(12);
    String after = written(renamed(timeline, "shot " + which, "other"));
    for (int i = 0; i < lines.size(); i++) {
      if (i == which + 2) {
        assertThat(after).contains("* FROM CLIP NAME:  other").doesNotContain(lines.get(i));
      } else {
        assertThat(after).contains(lines.get(i));
      }
    }
  }
}
