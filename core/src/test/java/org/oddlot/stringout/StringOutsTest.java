package org.oddlot.stringout;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.oddlot.caption.NameList;
import org.oddlot.caption.Span;
import org.oddlot.caption.Timebase;
import org.oddlot.caption.Transcript;
import org.oddlot.caption.Turn;
import org.oddlot.caption.Word;
import org.oddlot.find.Search;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.material.Group;
import org.oddlot.material.Material;
import org.oddlot.material.TimelineFile;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Instruction;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.stringouts.StringOutFinding;
import org.oddlot.pass.stringouts.StringOutsPass;
import org.oddlot.profile.Field;
import org.oddlot.profile.Profiles;
import org.oddlot.progress.Progress;
import org.oddlot.setting.Settings;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;

class StringOutsTest {
  private static final FrameRate RATE = FrameRate.FPS_25;
  private static final int LENGTH = 400;
  private final StringOutsPass pass = new StringOutsPass();

  private static JsonObject noted(Field field, String value, JsonObject in) {
    return Profiles.own().place(field).orElseThrow().set(in, JsonString.of(value));
  }

  private static Marker keyword(String word, String category, long in, long length) {
    JsonObject metadata = noted(Field.MARKER_KIND, "keyword", JsonObject.EMPTY);
    return Marker.of(
        word,
        TimeRange.of(in, length, RATE),
        "",
        category.isEmpty() ? metadata : noted(Field.MARKER_CATEGORY, category, metadata));
  }

  private static Clip clip(String name, long start, List<Marker> markers) {
    return Clip.of(
            name,
            new MediaReference.External(
                Origin.made(),
                name,
                "media/" + name + ".mov",
                Optional.of(TimeRange.of(start, LENGTH, RATE)),
                JsonObject.EMPTY),
            Optional.empty())
        .withMarkers(markers);
  }

  private static Material lot(TimelineObject... children) {
    return Material.of(
        "lot",
        List.of(
            TimelineFile.of(
                "day.otio", "", Bin.of("day", List.of(children)), Profiles.own(), List.of())),
        List.of());
  }

  private Analysis<StringOutFinding> analysed(Material material, Settings settings) {
    return pass.analyse(new Request(material, settings, Answers.NONE, Progress.NONE));
  }

  private Material made(Material material, Settings settings) {
    Applied applied =
        pass.apply(
            new Request(material, settings, Answers.NONE, Progress.NONE),
            analysed(material, settings).findings().stream()
                .map(finding -> new Reviewed<>(finding, Optional.empty()))
                .toList());
    return applied.material();
  }

  private static Timeline timeline(Material material, String... path) {
    TimelineObject at = material.documents().getFirst().root();
    for (String name : path) {
      at = at.children().stream().filter(its -> its.name().equals(name)).findFirst().orElseThrow();
    }
    return (Timeline) at;
  }

  private static List<? extends TimelineObject> track(Timeline timeline, String name) {
    return timeline.tracks().orElseThrow().children().stream()
        .filter(track -> track.name().equals(name))
        .findFirst()
        .orElseThrow()
        .children();
  }

  /** The frames that are in a string-out are those that were logged, counted one by one. */
  @Property(tries = 100)
  void theFramesAreThoseThatWereLogged(
      @ForAll @IntRange(min = 0) int seed,
      @ForAll @IntRange(min = 0, max = 60) int handles,
      @ForAll boolean join) {
    var random = new Random(seed);
    var expected = new TreeSet<String>();
    var all = new ArrayList<TimelineObject>();
    int counted = 0;
    for (int i = 0; i < 4; i++) {
      long start = 1000L * i;
      var markers = new ArrayList<Marker>();
      for (int j = 1 + random.nextInt(4); j > 0; j--) {
        long in = start + random.nextInt(LENGTH - 1);
        long length = 1L + random.nextInt((int) (start + LENGTH - in));
        markers.add(keyword(random.nextInt(4) > 0 ? "Gulls" : "gulls ", "Birds", in, length));
        long from = Math.max(start, in - handles);
        long to = Math.min(start + LENGTH, in + length + handles);
        counted += (int) (to - from);
        for (long frame = from; frame < to; frame++) {
          expected.add("c" + i + " " + frame);
        }
      }
      all.add(clip("c" + i, start, markers));
    }
    Settings settings =
        Settings.INITIAL
            .with(StringOutsPass.AT_LEAST, "1")
            .with(StringOutsPass.HANDLES, "" + handles)
            .with(StringOutsPass.JOIN, join ? "yes" : "no");
    Material made = made(lot(all.toArray(TimelineObject[]::new)), settings);
    List<? extends TimelineObject> pieces =
        track(
            timeline(
                made, "String-outs", "Birds", ((Bin) birds(made)).children().getFirst().name()),
            "V1");
    var shown = new ArrayList<String>();
    for (TimelineObject piece : pieces) {
      TimeRange range = ((Clip) piece).sourceRange().orElseThrow();
      for (long f = range.start().value(); f < range.endExclusive().value(); f++) {
        shown.add(piece.name() + " " + f);
      }
    }
    assertThat(new TreeSet<>(shown)).isEqualTo(expected);
    if (join) {
      assertThat(shown).hasSameSizeAs(expected);
    } else {
      assertThat(shown.size()).isLessThanOrEqualTo(counted);
    }
  }

  private static TimelineObject birds(Material made) {
    TimelineObject all =
        made.documents().getFirst().root().children().stream()
            .filter(child -> child.name().equals("String-outs"))
            .findFirst()
            .orElseThrow();
    return all.children().getFirst();
  }

  @Test
  void tooFewPiecesAreSaidAndCategoriesChosen() {
    Material material =
        lot(
            clip(
                "c0",
                0,
                List.of(
                    keyword("ropes", "Harbour", 0, 10),
                    keyword("ropes", "Harbour", 50, 10),
                    keyword("gulls", "Birds", 70, 10))),
            clip("c1", 1000, List.of(keyword("Ropes", "Harbour", 1000, 10))));
    Analysis<StringOutFinding> all = analysed(material, Settings.INITIAL);
    assertThat(all.findings()).extracting(StringOutFinding::title).containsExactly("ropes");
    assertThat(all.findings().getFirst().reason()).isEqualTo("3 pieces, 0:00:01");
    assertThat(all.remarks())
        .extracting(remark -> remark.title() + ": " + remark.text())
        .containsExactly("gulls: 1 piece, and 3 are wanted");
    assertThat(
            analysed(material, Settings.INITIAL.with(StringOutsPass.CATEGORIES, "birds"))
                .findings())
        .isEmpty();
  }

  @Test
  void aPersonWithATopicHasWhatBothApplyToAndANameAtTheHead() {
    Material material =
        lot(clip(
                "c0",
                0,
                List.of(
                    keyword("Pilar", "People", 100, 100),
                    keyword("waiting", "People", 0, 50),
                    keyword("ice", "", 150, 200),
                    Marker.of("look", TimeRange.of(160, 1, RATE), "", JsonObject.EMPTY))))
            .with(
                NameList.class,
                List.of(
                    new NameList(
                        "people.csv",
                        List.of(
                            new NameList.Term(
                                "Pilar", List.of(), "passenger of the last night")))));
    Settings settings = Settings.INITIAL.with(StringOutsPass.BY, "person, person and keyword");
    assertThat(analysed(material, settings).findings())
        .extracting(StringOutFinding::title)
        .containsExactly("Pilar", "Pilar, ice");
    Timeline made =
        timeline(made(material, settings), "String-outs", "People and topics", "Pilar, ice");
    Clip piece = (Clip) track(made, "V1").getFirst();
    assertThat(piece.sourceRange()).hasValue(TimeRange.of(150, 50, RATE));
    // Of the markers those come along that are in it, at their frames of the media.
    assertThat(piece.markers()).extracting(Marker::name).containsExactly("Pilar", "ice", "look");
    Clip title = (Clip) track(made, "V2").getFirst();
    assertThat(((MediaReference.Generator) title.media().orElseThrow()).parameters().string("text"))
        .hasValue("Pilar\npassenger of the last night");
    assertThat(title.sourceRange().orElseThrow().duration().value()).isEqualTo(50);
  }

  @Test
  void syncedSoundLiesUnderItsMoment() {
    Clip picture = clip("c0", 1000, List.of(keyword("ice", "", 1100, 50)));
    Clip sound =
        Clip.of(
            "r1",
            new MediaReference.External(
                Origin.made(), "r1", "media/r1.wav", Optional.empty(), JsonObject.EMPTY),
            Optional.of(TimeRange.of(48_000, 480_000, FrameRate.of(48_000))));
    Stack synced =
        Stack.of(
                "c0",
                List.of(
                    Track.of(
                        "V1",
                        Track.VIDEO,
                        List.of(
                            picture
                                .withMarkers(List.of())
                                .withSourceRange(Optional.of(TimeRange.of(1000, LENGTH, RATE))))),
                    Track.of("A1", Track.AUDIO, List.of(Gap.of(RationalTime.of(50, RATE)), sound))))
            .withMetadata(
                JsonObject.of(
                    "oddlot", JsonObject.of("kind", JsonString.of(Group.Kind.SYNCED.word()))));
    Material made = made(lot(picture, synced), Settings.INITIAL.with(StringOutsPass.AT_LEAST, "1"));
    Timeline out = timeline(made, "String-outs", "Keywords", "ice");
    Item heard = (Item) track(out, "A1").getFirst();
    // Two seconds of the recording were over when the picture's 100th frame came.
    assertThat(heard.trimmedRange())
        .hasValue(TimeRange.of(48_000 + 2 * 48_000, 2 * 48_000, FrameRate.of(48_000)));
  }

  @Test
  void aSecondRunAddsWhatIsNewAndLeavesWhatWasDoneByHand() {
    Settings settings = Settings.INITIAL.with(StringOutsPass.AT_LEAST, "1");
    Clip first = clip("c0", 0, List.of(keyword("ice", "", 10, 20), keyword("ice", "", 60, 20)));
    Material once = made(lot(first), settings);
    Analysis<StringOutFinding> again = analysed(once, settings);
    assertThat(again.findings()).isEmpty();
    assertThat(again.remarks())
        .extracting(Analysis.Remark::text)
        .contains("was made before, and nothing is new");
    // By hand one piece is thrown away; then more material comes.
    Bin root = (Bin) once.documents().getFirst().root();
    Timeline out = timeline(once, "String-outs", "Keywords", "ice");
    Stack tracks = out.tracks().orElseThrow();
    Track track = (Track) tracks.children().getFirst();
    Timeline byHand =
        out.withChildren(
            List.of(
                tracks.withChildren(
                    List.of(track.withChildren(List.of(track.children().getLast()))))));
    var children = new ArrayList<TimelineObject>();
    children.add(first);
    children.add(clip("c1", 1000, List.of(keyword("ice", "", 1000, 30))));
    children.add(Bin.of("String-outs", List.of(Bin.of("Keywords", List.of(byHand)))));
    assertThat(root.children()).hasSize(2);
    Material more = lot(children.toArray(TimelineObject[]::new));
    assertThat(analysed(more, settings).findings())
        .extracting(StringOutFinding::reason)
        .containsExactly("1 piece new, put behind what is there");
    Timeline continued = timeline(made(more, settings), "String-outs", "Keywords", "ice");
    assertThat(track(continued, "V1")).extracting(TimelineObject::name).containsExactly("c0", "c1");
    assertThat(analysed(made(more, settings), settings).findings()).isEmpty();
  }

  @Test
  void scenesComeInTheOrderOfTheScriptWithCircledTakesFirst() {
    var clips = new ArrayList<TimelineObject>();
    for (String each : List.of("12/1", "2/1", "12/3*", "12/2", "12A/1")) {
      String[] slate = each.split("[/*]", -1);
      JsonObject metadata = noted(Field.SCENE, slate[0], JsonObject.EMPTY);
      metadata = noted(Field.TAKE, slate[1], metadata);
      metadata = each.endsWith("*") ? noted(Field.CIRCLED, "true", metadata) : metadata;
      clips.add(
          clip(each.replace('*', ' ').strip(), 1000L * clips.size(), List.of())
              .withMetadata(metadata));
    }
    Settings settings = Settings.INITIAL.with(StringOutsPass.BY, "scene");
    Material material = lot(clips.toArray(TimelineObject[]::new));
    assertThat(analysed(material, settings).findings())
        .extracting(StringOutFinding::title)
        .containsExactly("Scene 2", "Scene 12", "Scene 12A");
    assertThat(track(timeline(made(material, settings), "String-outs", "Scenes", "Scene 12"), "V1"))
        .extracting(TimelineObject::name)
        .containsExactly("12/3", "12/1", "12/2");
  }

  @Test
  void aCameraIsTakenRatherWhereSeveralHaveTheMoment() {
    var clips = new ArrayList<TimelineObject>();
    for (String name : List.of("A001C001", "B001C001", "B001C002")) {
      long start = name.endsWith("2") ? 1000 : 0;
      clips.add(clip(name, start, List.of(keyword("ice", "", start + 20, 30))));
    }
    Settings settings =
        Settings.INITIAL.with(StringOutsPass.AT_LEAST, "1").with(StringOutsPass.CAMERA, "a");
    StringOutFinding finding =
        analysed(lot(clips.toArray(TimelineObject[]::new)), settings).findings().getFirst();
    assertThat(finding.out().pieces())
        .extracting(piece -> piece.source().name())
        .containsExactly("A001C001", "B001C002");
    assertThat(Set.of(finding.out().length())).containsExactly("0:00:02");
  }

  /** A clip of a day whose log says how much it shows, with a keyword. */
  private static Clip shown(String name, String note, long start, long in, long length) {
    var media =
        new MediaReference.External(
            Origin.made(),
            name,
            "media/" + name + ".mov",
            Optional.of(TimeRange.of(start, LENGTH, RATE)),
            noted(Field.RECORDED, "2026-03-14", JsonObject.EMPTY));
    return Clip.of(name, media, Optional.empty())
        .withMarkers(List.of(keyword("ice", "", in, length)))
        .withMetadata(noted(Field.NOTES, note, JsonObject.EMPTY));
  }

  private List<String> closest(Clip... clips) {
    Settings settings =
        Settings.INITIAL
            .with(StringOutsPass.AT_LEAST, "1")
            .with(StringOutsPass.ANGLES, StringOut.Angles.CLOSEST.word());
    return analysed(lot(clips), settings).findings().getFirst().out().pieces().stream()
        .map(piece ->
            piece.source().name()
                + " "
                + piece.range().start().value()
                + "+"
                + piece.range().duration().value())
        .toList();
  }

  @Test
  void theClosestIsTakenAndWhatItDoesNotHaveIsKept() {
    Clip wide = shown("A001C001", "WS of the pier, ok", 1000, 1050, 100);
    Clip close = shown("B001C001", "MCU, loses focus", 1000, 1080, 40);
    Clip unknown = shown("C001C001", "handheld", 1000, 1050, 100);
    assertThat(closest(wide, close, unknown))
        .containsExactly(
            "A001C001 1050+30", "C001C001 1050+100", "B001C001 1080+40", "A001C001 1120+30");
    // Of one that speaks of two nobody knows which it is at that moment; "cu" is no abbreviation.
    assertThat(closest(wide, shown("B001C001", "starts wide shot, ends CU", 1000, 1080, 40)))
        .containsExactly("A001C001 1050+100", "B001C001 1080+40");
    assertThat(closest(wide, shown("B001C001", "cu soon", 1000, 1080, 40))).hasSize(2);
    // The same camera, or media that begins at zero, tells nothing of the same moment.
    assertThat(closest(wide, shown("A002C001", "close-up", 1000, 1080, 40))).hasSize(2);
    assertThat(
            closest(
                shown("A001C001", "wide shot", 0, 50, 100), shown("B001C001", "CU", 0, 50, 100)))
        .hasSize(2);
  }

  /** Each frame of the time of day that was logged is there, in the closest angle that has it. */
  @Property(tries = 60)
  void theClosestOfEachFrame(@ForAll long seed) {
    var chance = new Random(seed);
    List<String> framings = List.of("ECU", "close-up", "MS", "wide shot");
    var clips = new ArrayList<Clip>();
    var expected = new TreeSet<String>();
    var spans = new ArrayList<long[]>();
    for (int i = 0; i < 4; i++) {
      long in = 1000L + chance.nextInt(LENGTH - 60);
      long length = 1L + chance.nextInt(60);
      clips.add(shown((char) ('A' + i) + "001C001", framings.get(i), 1000, in, length));
      spans.add(new long[] {in, in + length});
    }
    for (long frame = 1000; frame < 1000 + LENGTH; frame++) {
      for (int i = 0; i < 4; i++) {
        if (spans.get(i)[0] <= frame && frame < spans.get(i)[1]) {
          expected.add((char) ('A' + i) + " " + frame);
          break;
        }
      }
    }
    var actual = new TreeSet<String>();
    for (String piece : closest(clips.toArray(Clip[]::new))) {
      String[] parts = piece.split("[ +]", -1);
      for (long frame = 0; frame < Long.parseLong(parts[2]); frame++) {
        assertThat(actual.add(piece.charAt(0) + " " + (Long.parseLong(parts[1]) + frame))).isTrue();
      }
    }
    assertThat(actual).isEqualTo(expected);
  }

  @Test
  void anglesOfAMomentAreLaidAsTheirGroup() {
    var clips = new ArrayList<TimelineObject>();
    var rows = new ArrayList<Track>();
    for (String name : List.of("A001C001", "B001C001")) {
      // B began two seconds later, and its clock is wrong.
      long start = name.startsWith("A") ? 1000 : 90_000;
      long later = name.startsWith("A") ? 0 : 50;
      Clip clip = clip(name, start, List.of());
      rows.add(
          Track.of(
              "Camera " + name.charAt(0),
              Track.VIDEO,
              later == 0 ? List.of(clip) : List.of(Gap.of(RationalTime.of(50, RATE)), clip)));
      clips.add(clip(name, start, List.of(keyword("ice", "", start + 100 - later, 75 + later))));
    }
    clips.add(clip("C001C001", 5000, List.of(keyword("ice", "", 5010, 20))));
    clips.add(
        Stack.of("Ferry", rows)
            .withMetadata(
                JsonObject.of(
                    "oddlot", JsonObject.of("kind", JsonString.of(Group.Kind.ANGLES.word())))));
    Settings settings =
        Settings.INITIAL
            .with(StringOutsPass.AT_LEAST, "1")
            .with(StringOutsPass.ANGLES, StringOut.Angles.GROUP.word());
    Timeline out =
        timeline(
            made(lot(clips.toArray(TimelineObject[]::new)), settings),
            "String-outs",
            "Keywords",
            "ice");
    // A's 75 frames from 100 on, the one alone, and of B's what A does not have: 50 frames more.
    List<? extends TimelineObject> pictures = track(out, "V1");
    assertThat(pictures)
        .extracting(its ->
            its.name()
                + " "
                + ((Item) its).trimmedRange().orElseThrow().start().value()
                + "+"
                + ((Item) its).trimmedRange().orElseThrow().duration().value())
        .containsExactly("Ferry 100+75", "C001C001 5010+20", "Ferry 175+50");
    assertThat(
            pictures.stream()
                .filter(Stack.class::isInstance)
                .map(its -> its.metadata().object("oddlot").object("angle").string("picture")))
        .containsExactly(Optional.of("Camera A"), Optional.of("Camera B"));
  }

  private Material made(Material material, Search search) {
    Answers answers =
        Answers.NONE.plus(
            Instruction.of("stringouts:hand:1", "stringouts", StringOutsPass.FOUND, search));
    var request = new Request(material, Settings.INITIAL, answers, Progress.NONE);
    return pass.apply(
            request,
            pass.analyse(request).findings().stream()
                .filter(finding -> finding.instruction().isPresent())
                .map(finding -> new Reviewed<>(finding, Optional.<Decision>empty()))
                .toList())
        .material();
  }

  @Test
  void whatWasFoundBecomesABinOrAKeywordOnceAndNothingElseChanges() {
    Material material =
        lot(
            clip("a", 1000, List.of(keyword("the bell", "Topics", 1100, 50))),
            clip("b", 5000, List.of(keyword("the ice", "Topics", 5010, 40))));
    var bell = new Search("Bells", List.of("bell"), List.of(), Search.Becomes.BIN);
    Material inBin = made(material, bell);
    TimelineObject root = inBin.documents().getFirst().root();
    assertThat(root.children()).hasSize(3);
    for (int i = 0; i < 2; i++) {
      assertThat(root.children().get(i))
          .isSameAs(material.documents().getFirst().root().children().get(i));
    }
    TimelineObject bin = root.children().getLast().children().getFirst().children().getFirst();
    assertThat(bin.name()).isEqualTo("Bells");
    Clip piece = (Clip) bin.children().getFirst();
    assertThat(piece.sourceRange()).contains(TimeRange.of(1100, 50, RATE));
    assertThat(made(inBin, bell).documents()).isEqualTo(inBin.documents());
    var word = new Search("Bells", List.of("bell"), List.of(), Search.Becomes.KEYWORD);
    Material marked = made(material, word);
    Clip first = (Clip) marked.documents().getFirst().root().children().getFirst();
    assertThat(first.markers()).extracting(Marker::name).containsExactly("the bell", "Bells");
    assertThat(first.markers().getLast().markedRange()).isEqualTo(TimeRange.of(1100, 50, RATE));
    assertThat(marked.documents().getFirst().root().children().getLast())
        .isSameAs(material.documents().getFirst().root().children().getLast());
    assertThat(made(marked, word).documents()).isEqualTo(marked.documents());
  }

  @Test
  void whoSpeaksInATranscriptIsAPersonUnlessAMachineCountedThem() {
    var said =
        List.of(
            new Turn("Liv", seconds(2, 4), List.of(Word.of("Yes"))),
            new Turn("Speaker 2", seconds(5, 6), List.of(Word.of("No"))));
    Material material =
        lot(clip("a001", 1000, List.of()))
            .with(
                Transcript.class,
                List.of(
                    Transcript.made("a001.words.json", "en", Timebase.Ticks.MILLISECONDS, said)));
    List<StringOutFinding> findings =
        analysed(material, Settings.INITIAL.with(StringOutsPass.BY, "person")).findings();
    assertThat(findings).extracting(StringOutFinding::title).containsExactly("Liv");
    assertThat(findings.getFirst().out().pieces().getFirst().range())
        .isEqualTo(TimeRange.of(1050, 50, RATE));
  }

  private static Span seconds(long from, long to) {
    return new Span(Rational.of(from), Rational.of(to));
  }
}
