package org.oddlot.report;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.oddlot.report.Cuts.audio;
import static org.oddlot.report.Cuts.cell;
import static org.oddlot.report.Cuts.clip;
import static org.oddlot.report.Cuts.dissolve;
import static org.oddlot.report.Cuts.frames;
import static org.oddlot.report.Cuts.gap;
import static org.oddlot.report.Cuts.material;
import static org.oddlot.report.Cuts.report;
import static org.oddlot.report.Cuts.rows;
import static org.oddlot.report.Cuts.speed;
import static org.oddlot.report.Cuts.timeline;
import static org.oddlot.report.Cuts.video;
import static org.oddlot.report.Cuts.withRole;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.oddlot.json.JsonObject;
import org.oddlot.material.Account;
import org.oddlot.material.LedgerEntry;
import org.oddlot.material.Material;
import org.oddlot.material.Rights;
import org.oddlot.pass.reports.ReportsPass;
import org.oddlot.problem.Problems;
import org.oddlot.report.Arrangement.Where;
import org.oddlot.rights.Further;
import org.oddlot.rights.Licence;
import org.oddlot.rights.Music;
import org.oddlot.rights.MusicPaper;
import org.oddlot.rights.Price;
import org.oddlot.rights.SourcePattern;
import org.oddlot.setting.Settings;
import org.oddlot.sheet.Book;
import org.oddlot.sheet.Cell;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Labels;
import org.oddlot.sheet.Line;
import org.oddlot.sheet.Sheet;
import org.oddlot.sound.SoundFile;
import org.oddlot.sound.WaveWriter;
import org.oddlot.time.FilmGauge;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Address;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;

class ReportsTest {

  @Test
  void everyReportOfNothingIsEmptyAndHasItsColumns() {
    Material nothing = Material.of("lot");
    for (Report report : Reports.ALL) {
      Sheet sheet = report(report.key(), nothing);
      assertThat(sheet.lines()).isEmpty();
      assertThat(sheet.columns()).isNotEmpty();
      assertThat(sheet.columns().stream().map(Column::key)).doesNotHaveDuplicates();
      assertThat(report.columns().stream().map(Column::key))
          .allMatch(key -> key.matches("[a-z_]+"));
    }
    assertThat(Reports.ALL.stream().map(Report::key)).doesNotHaveDuplicates();
  }

  @Test
  void aCueIsWhatAdjoinsOfOnePiece() {
    Material material =
        material(
                timeline(
                    audio(
                        "A1",
                        clip("sound theme", 0, 50),
                        clip("sound theme", 90, 30),
                        gap(10),
                        clip("sound theme", 0, 20),
                        clip("sound lamp", 0, 40)),
                    audio("A2", gap(40), clip("sound theme 2", 0, 60)),
                    audio("A3", clip("sound harbour", 0, 100))))
            .with(
                MusicPaper.class,
                List.of(
                    new MusicPaper(
                        "music.csv",
                        List.of(
                            Music.of(
                                "music.csv row 2",
                                new SourcePattern("sound theme*"),
                                "Theme",
                                List.of("Ivo Brandt", "Marit Solvang"),
                                "Skarv",
                                "NSK",
                                "theme"),
                            Music.of(
                                "music.csv row 3",
                                new SourcePattern("sound lamp"),
                                "Lamp",
                                List.of(),
                                "",
                                "",
                                "")))));
    Sheet sheet = report("music", material);
    // The second file of the theme lies over the gap, so that all of it is one cue.
    assertThat(
            rows(sheet, "cue", "title", "composer", "record_in", "record_out", "frames", "track"))
        .containsExactly(
            "1 | Theme | Ivo Brandt; Marit Solvang | 01:00:00:00 | 01:00:04:10 | 110 | A1, A2",
            "2 | Lamp |  | 01:00:04:10 | 01:00:06:00 | 40 | A1");
    assertThat(rows(sheet, "why")).containsExactly("", "no composer");
  }

  /** Percent of the music are those of all of it; each cue is somebody's. */
  @Test
  void musicIsSharedAmongWhoPerformsIt() {
    Material material = music("sound theme", "sound lamp");
    Sheet shares = report("performers", material);
    assertThat(rows(shares, "performers", "kind", "cues", "time", "of_music", "of_programme"))
        .containsExactly(
            "Orrin Choir | vocal | 1 | 0:00:03.000 | 75.00 | 75.00",
            "not said |  | 1 | 0:00:01.000 | 25.00 | 25.00");
    assertThat(shares.lines().getLast().isDoubtful()).isTrue();
    Sheet cues = report("music", material);
    assertThat(rows(cues, "performers", "isrc", "iswc", "catalogue", "paper").getFirst())
        .isEqualTo("Orrin Choir | NO-A1B-26-00001 | T-034.524.680-1 | SKV 12 | music.csv row 2");
    assertThat(cues.lines().getFirst().why().toString()).contains("Studio", "Kvitholmen");
  }

  @Test
  void creditsAreWhatPapersAskForElseMadeOfNames() {
    Material material = music("sound theme", "sound lamp");
    var licence =
        new Licence(
            "paper.csv",
            4,
            new SourcePattern("pier"),
            "Skerry",
            "1",
            "",
            Optional.empty(),
            Optional.empty(),
            new Price.Free(),
            "",
            Rational.ONE,
            Optional.empty(),
            "",
            "Courtesy of Skerry",
            List.of());
    Map<String, Licence> licences = Map.of("media/pier.mxf", licence);
    Sheet credits =
        report("credits", material.with(Rights.class, List.of(new Rights(licences, Map.of()))));
    assertThat(rows(credits, "part", "credit", "paper", "why"))
        .containsExactly(
            "Pictures | Courtesy of Skerry | paper.csv row 4 | ",
            "Music | “Theme”, composed by Ivo Brandt, performed by Orrin Choir, published by Skarv |"
                + " music.csv row 2 | ",
            "Music | “Lamp”, composed by Marit Solvang | music.csv row 3 | ");
  }

  /** A picture of four seconds, and two pieces under it. */
  private static Material music(String theme, String lamp) {
    return material(
            timeline(
                video("V1", clip("pier", 0, 100)),
                audio("A1", clip(theme, 0, 75)),
                audio("A2", gap(75), clip(lamp, 0, 25))))
        .with(
            MusicPaper.class,
            List.of(
                new MusicPaper(
                    "music.csv",
                    List.of(
                        new Music(
                            "music.csv row 2",
                            new SourcePattern(theme),
                            "Theme",
                            List.of("Ivo Brandt"),
                            "Skarv",
                            "NSK",
                            "theme",
                            "Orrin Choir",
                            "vocal",
                            "NO-A1B-26-00001",
                            "T-034.524.680-1",
                            "SKV 12",
                            List.of(new Further("Studio", "Kvitholmen"))),
                        Music.of(
                            "music.csv row 3",
                            new SourcePattern(lamp),
                            "Lamp",
                            List.of("Marit Solvang"),
                            "",
                            "",
                            "background")))));
  }

  /** Every head has a word in every language; where that is the same word, it is so in the list. */
  @Test
  void headsAreTranslated() {
    for (String language : List.of("de", "fr", "es")) {
      Labels labels = Labels.of(language);
      for (Report report : Reports.ALL) {
        Sheet sheet = report(report.key(), Material.of("lot")).written(labels, Optional.empty());
        Sheet english = report(report.key(), Material.of("lot"));
        for (int i = 0; i < sheet.columns().size(); i++) {
          assertThat(sheet.columns().get(i).key()).isEqualTo(english.columns().get(i).key());
        }
      }
      assertThat(labels.say("Unique frames")).isNotEqualTo("Unique frames");
      assertThat(labels.say("Holder")).isNotEqualTo("Holder");
    }
    assertThatThrownBy(() -> Labels.of("xx")).isInstanceOf(IllegalArgumentException.class);
  }

  @Test
  void lengthsCanBeTimecodes() {
    Sheet sheet =
        report("shots", video("V1", clip("pier", 0, 130), clip("quay", 0, 20)))
            .written(Labels.ENGLISH, Optional.of(Cuts.RATE));
    assertThat(rows(sheet, "time")).containsExactly("00:00:05:05", "00:00:00:20");
    assertThat(sheet.total(sheet.indexOf("time")).orElseThrow().text()).isEqualTo("00:00:06:00");
  }

  /** One medium in samples and in frames: what lies over what was heard before is not new. */
  @Test
  void samplesAndFramesOfOneMediumOverlapAsTheyLie() {
    Clip inSamples =
        clip("sound sea", 0, 1)
            .withSourceRange(
                Optional.of(TimeRange.of(48_000 * 2 + 960, 48_000 * 2, FrameRate.of(48_000))));
    Sheet sheet =
        report(
            "sources",
            audio("A1", clip("sound sea", 50, 50), inSamples, clip("sound sea", 75, 50)));
    // Two seconds from 2.00; two from 2.02, of which a fiftieth is new; two from 3.00, all but
    // 24.5 frames of it heard before.
    assertThat(rows(sheet, "used_frames", "seen_frames", "once_frames"))
        .containsExactly("150 | 150 | 75");
  }

  /** At 29.97 labels drop frames where the start says so, or where somebody does. */
  @Test
  void labelsDropFramesWhereThatIsSaid() {
    var range = TimeRange.of(107_892, 50, FrameRate.FPS_29_97);
    var media =
        new MediaReference.External(
            Origin.made(),
            "pier",
            "media/pier.mxf",
            Optional.of(TimeRange.of(107_892, 9_000, FrameRate.FPS_29_97)),
            JsonObject.EMPTY);
    Timeline dropped =
        Timeline.of(
            "Cut",
            Optional.of(RationalTime.of(107_892, FrameRate.FPS_29_97)),
            List.of(video("V1", Clip.of("pier", media, Optional.of(range)))));
    Scope scope = Scope.of(material(dropped), "", FilmGauge.MM_35);
    Report shots = Reports.of("shots").orElseThrow();
    assertThat(rows(Arrangement.ALL.of(shots, scope), "record_in", "source_in"))
        .containsExactly("01:00:00;00 | 01:00:00;00");
    assertThat(
            rows(
                Arrangement.ALL.of(shots, scope.labelled(Optional.of(false))),
                "record_in",
                "source_in"))
        .containsExactly("00:59:56:12 | 00:59:56:12");
  }

  /** A first clip of another rate does not make the cut one of that rate. */
  @Test
  void aCutIsCountedAtItsOwnRate() {
    Clip other =
        clip("old", 0, 1).withSourceRange(Optional.of(TimeRange.of(0, 48, FrameRate.FPS_24)));
    assertThat(timeline(video("V1", other, clip("pier", 0, 50), clip("quay", 0, 50))).editRate())
        .contains(FrameRate.FPS_25);
    assertThat(
            Timeline.of(
                    "Cut",
                    Optional.empty(),
                    List.of(video("V1", other, clip("pier", 0, 50), clip("quay", 0, 50))))
                .editRate())
        .contains(FrameRate.FPS_25);
  }

  @Test
  void musicSaysItselfWhatItIs() throws IOException {
    var bytes = new ByteArrayOutputStream();
    Path file = Files.createTempFile("tagged", ".wav");
    try {
      WaveWriter.of(1, 8000).write(file, 8000, (_, _) -> 0f);
      bytes.writeBytes(Files.readAllBytes(file));
      var info = new ByteArrayOutputStream();
      info.writeBytes("INFO".getBytes(StandardCharsets.US_ASCII));
      for (String[] tag :
          new String[][] {
            {"INAM", "Lamp Room"}, {"IMUS", "Ivo Brandt / Marit"}, {"IPUB", "Skarv"}
          }) {
        byte[] text = (tag[1] + "\0").getBytes(StandardCharsets.UTF_8);
        info.writeBytes(tag[0].getBytes(StandardCharsets.US_ASCII));
        info.writeBytes(little(text.length));
        info.writeBytes(text);
        if (text.length % 2 == 1) {
          info.write(0);
        }
      }
      bytes.writeBytes("LIST".getBytes(StandardCharsets.US_ASCII));
      bytes.writeBytes(little(info.size()));
      bytes.writeBytes(info.toByteArray());
      Files.write(file, bytes.toByteArray());
      var sound = SoundFile.read(file, new Problems("tagged.wav")).orElseThrow();
      assertThat(sound.tags().by()).isEqualTo("Ivo Brandt / Marit");
      Material material =
          material(timeline(audio("A1", clip("sound lamp", 0, 50), clip("sound talk", 0, 50))))
              .with(SoundFile.class, List.of(sound.withId("media/sound lamp.wav")));
      assertThat(rows(report("music", material), "title", "composer", "publisher", "why"))
          .containsExactly("Lamp Room | Ivo Brandt; Marit | Skarv | ");
    } finally {
      Files.delete(file);
    }
  }

  private static byte[] little(int number) {
    return ByteBuffer.allocate(4).order(ByteOrder.LITTLE_ENDIAN).putInt(number).array();
  }

  @Test
  void whatHasARoleOfMusicIsMusicThoughNobodyNamesIt() {
    Sheet sheet =
        report(
            "music",
            audio(
                "A1",
                withRole(clip("sound drone", 0, 50), "Music/Stereo"),
                withRole(clip("sound talk", 0, 50), "Dialogue/Inés")));
    assertThat(rows(sheet, "title", "why"))
        .containsExactly("sound drone | no paper says whose it is");
  }

  @Test
  void rolesAreHeardHoweverManyClipsThereAre() {
    Sheet sheet =
        report(
            "roles",
            audio(
                "A1",
                withRole(clip("sound a", 0, 50), "Dialogue/Inés"),
                withRole(clip("sound b", 0, 50).withEnabled(false), "Dialogue/Inés")),
            audio("A2", gap(25), withRole(clip("sound c", 0, 50), "Dialogue/Inés")),
            audio("A3", clip("sound d", 0, 10)));
    assertThat(rows(sheet, "stem", "role", "kind", "clips", "frames", "first"))
        .containsExactlyInAnyOrder(
            "dialogue | Dialogue/Inés | sound | 3 | 75 | 01:00:00:00",
            " | no role | sound | 1 | 10 | 01:00:00:00");
  }

  @Test
  void markersStandAtTheirRecordTimes() {
    Marker late = marker("late", 130, 5);
    Marker outside = marker("outside", 10, 1);
    Timeline cut =
        timeline(video("V1", gap(100), clip("one", 120, 50).withMarkers(List.of(late, outside))));
    Stack tracks = cut.tracks().orElseThrow();
    Timeline marked =
        cut.withChildren(List.of(tracks.withMarkers(List.of(marker("on the timeline", 40, 1)))));
    assertThat(rows(report("markers", material(marked)), "record", "name", "clip", "source", "why"))
        .containsExactly(
            "01:00:01:15 | on the timeline |  |  | ",
            "01:00:04:10 | late | one | 00:00:05:05 | ",
            " | outside | one | 00:00:00:10 | not in what is used of it");
  }

  private static Marker marker(String name, long at, long length) {
    return new Marker(
        Origin.made(), name, "RED", TimeRange.of(frames(at), frames(length)), "", JsonObject.EMPTY);
  }

  @Test
  void transitionsAndEffectsSayBetweenWhatAndOnWhat() {
    var track =
        video(
            "V1",
            clip("one", 0, 50),
            dissolve(5, 7),
            clip("two", 0, 50).withEffects(List.of(speed(-1, 1))),
            dissolve(4, 0),
            gap(10));
    assertThat(
            rows(report("transitions", track), "record_in", "record_out", "frames", "from", "to"))
        .containsExactly(
            "01:00:01:20 | 01:00:02:07 | 12 | one | two",
            "01:00:03:21 | 01:00:04:00 | 4 | two | nothing");
    assertThat(rows(report("effects", track), "clip", "kind", "speed", "says"))
        .containsExactly("two | speed | −1.00 | it runs backwards");
  }

  @Test
  void mediaThatIsMissingComesFirst() {
    Sheet sheet = report("media", video("V1", clip("one", 0, 50), clip("one", 60, 50)));
    assertThat(rows(sheet, "name", "at_hand", "source", "kind", "uses"))
        .containsExactly("one | missing | media/one.mxf | picture | 2");
    assertThat(sheet.lines().getFirst().isDoubtful()).isTrue();
  }

  @Test
  void whatPassesFoundIsReportedWhatNeedsSomebodyFirst() {
    Material material =
        Material.of("lot")
            .with(
                Account.class,
                List.of(
                    new Account(
                        "match",
                        "Match",
                        () ->
                            List.of(
                                new Account.Found(
                                    "A001C001",
                                    "settled",
                                    false,
                                    "12A take 3",
                                    "agrees",
                                    List.of()),
                                new Account.Found(
                                    "row 7", "open", true, "left", "no clip is there", List.of())),
                        () ->
                            List.of(
                                new LedgerEntry(
                                    new Address("cut.otio", "Bin/A001C001", "name"),
                                    "Bin / A001C001",
                                    "a",
                                    "b",
                                    "tag",
                                    "why"))),
                    new Account("sync", "Sync", List::of, List::of)));
    assertThat(rows(report("matches", material), "about", "standing"))
        .containsExactly("row 7 | open", "A001C001 | settled");
    assertThat(report("sync", material).lines()).isEmpty();
    // The last account has all changes up to itself.
    assertThat(report("changes", material).lines()).isEmpty();
  }

  @Test
  void onlyTheTimelineThatIsMeant() {
    Material material = material(timeline(video("V1", clip("one", 0, 50))));
    assertThat(Scope.timelines(material)).containsExactly("Cut");
    assertThat(Scope.of(material, "Cut", FilmGauge.MM_35).inWords()).isEqualTo("Cut");
    assertThat(Scope.of(material, "Other", FilmGauge.MM_35).timelines()).isEmpty();
    Book book =
        Books.of(
            material,
            new ReportsToWrite(
                List.of("shots", "media"),
                "xlsx",
                "",
                Map.of(),
                FilmGauge.MM_16,
                Optional.empty(),
                "2026-03-14",
                false,
                org.oddlot.sheet.Stationery.PLAIN));
    assertThat(book.about())
        .contains(
            new Book.Fact("Timeline", "Cut"),
            new Book.Fact("Counted in", "Cut: 25 frames a second, from 01:00:00:00"),
            new Book.Fact("Day", "2026-03-14"));
    assertThat(book.sheets().getFirst().indexOf("timeline")).isNegative();
    assertThat(rows(book.sheets().getFirst(), "feet")).containsExactly("1+10");
  }

  // Arrangements.

  @Test
  void eachValueOfAColumnCanHaveASheetOfItsOwn() {
    Material material =
        material(
            timeline(
                Track.of(
                    "V1", "Video", List.of(clip("a", 0, 10), clip("b", 0, 20), clip("a", 50, 5)))));
    Scope scope = Scope.of(material, "", FilmGauge.MM_35);
    var arrangement = new Arrangement(List.of("frames"), List.of(), "", "", "name");
    List<Sheet> sheets = arrangement.sheets(Reports.of("shots").orElseThrow(), scope);
    assertThat(sheets).extracting(Sheet::title).containsExactly("Shots, a", "Shots, b");
    assertThat(rows(sheets.getFirst(), "frames")).containsExactly("10", "5");
    assertThat(
            new Arrangement(List.of(), List.of(), "", "", "weather")
                .problem(Reports.of("shots").orElseThrow()))
        .isPresent();
  }

  @Test
  void conditionsNameWhatTheyMeanOrAreErrors() {
    assertThat(Where.parse("holder=\"Harbour Films, Inc.\"").value())
        .isEqualTo("\"Harbour Films, Inc.\"");
    assertThat(Where.parse("frames>=10").sign()).isEqualTo(">=");
    Report shots = Reports.of("shots").orElseThrow();
    assertThat(
            new Arrangement(List.of(), List.of(Where.parse("frames<=soon")), "", "").problem(shots))
        .hasValueSatisfying(text -> assertThat(text).contains("\"soon\" is no number"));
    assertThat(
            new Arrangement(List.of(), List.of(Where.parse("frames<=12")), "", "").problem(shots))
        .isEmpty();
    Settings settings =
        Settings.INITIAL.with(
            ReportsPass.WHERE, "licences: holder=Harbour Films, Inc., once>=0:30; shots: frames>1");
    assertThat(ReportsPass.arrangement(settings, "licences").where())
        .containsExactly(
            new Where("holder", "=", "Harbour Films, Inc."), new Where("once", ">=", "0:30"));
  }

  @Property(tries = 200)
  void anArrangementLosesAndInventsNothing(@ForAll long seed) {
    var chance = new Random(seed);
    var tracks = new ArrayList<Composable>();
    int count = chance.nextInt(12);
    for (int i = 0; i < count; i++) {
      tracks.add(clip("c" + chance.nextInt(4), chance.nextInt(90), 1 + chance.nextInt(60)));
    }
    Material material = material(timeline(Track.of("V1", "Video", tracks)));
    Scope scope = Scope.of(material, "", FilmGauge.MM_35);
    Report shots = Reports.of("shots").orElseThrow();
    Sheet all = Arrangement.ALL.of(shots, scope);
    int bound = chance.nextInt(60);
    var arrangement =
        new Arrangement(
            List.of("frames", "name"), List.of(Where.parse("frames>" + bound)), "-frames", "name");
    assertThat(arrangement.problem(shots)).isEmpty();
    Sheet arranged = arrangement.of(shots, scope);
    List<String> expected = new ArrayList<>();
    for (String row : rows(all, "frames", "name")) {
      if (Long.parseLong(row.substring(0, row.indexOf(' '))) > bound) {
        expected.add(row);
      }
    }
    List<String> found = rows(arranged, "frames", "name");
    assertThat(found).containsExactlyInAnyOrderElementsOf(expected);
    assertThat(arranged.columns().stream().map(Column::key)).containsExactly("frames", "name");
    // The groups hold all rows, one after the other, each name once, sorted within.
    var names = new ArrayList<String>();
    int next = 0;
    long sum = 0;
    for (Sheet.Group group : arranged.groups()) {
      assertThat(group.from()).isEqualTo(next);
      names.add(group.name());
      List<Line> its = arranged.lines().subList(group.from(), group.to());
      for (int i = 1; i < its.size(); i++) {
        assertThat(
                Arrangement.CELLS.compare(its.get(i - 1).cells().get(0), its.get(i).cells().get(0)))
            .isNotNegative();
      }
      sum += ((Cell.Count) arranged.total(0, its).orElseThrow()).number();
      next = group.to();
    }
    assertThat(next).isEqualTo(found.size());
    assertThat(Set.copyOf(names)).hasSize(names.size());
    assertThat(arranged.total(0).map(total -> ((Cell.Count) total).number()).orElse(0L))
        .isEqualTo(sum);
  }

  @Test
  void conditionsAreReadAndHold() {
    Sheet sheet =
        report(
            "shots",
            video("V1", clip("Pier, storm", 0, 9), clip("lamps", 0, 10), clip("quay", 0, 100)));
    for (String[] each :
        new String[][] {
          {"name=pier*", "1"},
          {"name=*a*", "2"},
          {"name=lamps|quay", "2"},
          {"name!=quay", "2"},
          {"frames<10", "1"},
          {"frames>9", "2"},
          {"frames=10", "1"},
          {"frames!=10", "2"},
          {"speed=1", "3"},
          {"time<0.4", "1"},
          {"why=", "3"}
        }) {
      var arrangement = new Arrangement(List.of(), List.of(Where.parse(each[0])), "", "");
      assertThat(
              arrangement
                  .of(
                      Reports.of("shots").orElseThrow(),
                      Scope.of(
                          material(
                              timeline(
                                  video(
                                      "V1",
                                      clip("Pier, storm", 0, 9),
                                      clip("lamps", 0, 10),
                                      clip("quay", 0, 100)))),
                          "",
                          FilmGauge.MM_35))
                  .lines())
          .as(each[0])
          .hasSize(Integer.parseInt(each[1]));
    }
    assertThat(cell(sheet, 0, "feet").text()).isEqualTo("0+09");
    assertThatThrownBy(() -> Where.parse("no condition"))
        .isInstanceOf(IllegalArgumentException.class);
    assertThat(
            new Arrangement(List.of("weather"), List.of(), "", "")
                .problem(Reports.of("shots").orElseThrow()))
        .hasValueSatisfying(what -> assertThat(what).startsWith("shots has no column \"weather\""));
  }

  @Test
  void sumsAreOfWhatIsSeen() {
    var sheet =
        new Sheet(
            "x",
            "X",
            "",
            List.of(Column.number("amount", "Amount", true), Column.time("time", "Time")),
            List.of(
                Line.of(List.of(new Cell.Amount(Rational.of(1, 3)), Cell.of(Rational.of(1, 3)))),
                Line.of(List.of(new Cell.Amount(Rational.of(1, 3)), Cell.of(Rational.of(1, 3)))),
                Line.of(List.of(new Cell.Amount(Rational.of(1, 3)), Cell.NOTHING))),
            -1,
            List.of());
    // Amounts are rounded row by row, as they are paid; lengths are exact.
    assertThat(sheet.total(0).map(Cell::text)).isEqualTo(Optional.of("0.99"));
    assertThat(sheet.total(1)).contains(Cell.of(Rational.of(2, 3)));
    assertThat(Cell.of(Rational.of(-7383, 2)).text()).isEqualTo("−1:01:31.500");
  }

  @Test
  void numbersAreReadByPeopleAndByPrograms() {
    var cells =
        List.of(
            Cell.of(38_080), new Cell.Amount(Rational.of(-3025, 2)), Cell.of(Rational.of(7383, 2)));
    assertThat(cells).extracting(Cell::text).containsExactly("38,080", "−1,512.50", "1:01:31.500");
    assertThat(cells).extracting(Cell::plain).containsExactly("38080", "-1512.50", "3691.5");
  }
}
