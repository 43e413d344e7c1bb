package org.oddlot.pass.licences;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.material.Material;
import org.oddlot.material.Rights;
import org.oddlot.material.TimelineFile;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Engine;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.RunSheet;
import org.oddlot.pass.Standing;
import org.oddlot.profile.Profiles;
import org.oddlot.progress.Progress;
import org.oddlot.report.Arrangement;
import org.oddlot.report.Reports;
import org.oddlot.report.Scope;
import org.oddlot.rights.Licence;
import org.oddlot.rights.LicencePaper;
import org.oddlot.rights.Music;
import org.oddlot.rights.MusicPaper;
import org.oddlot.rights.Price;
import org.oddlot.rights.SourcePattern;
import org.oddlot.sheet.Sheet;
import org.oddlot.time.FilmGauge;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;

class LicencesPassTest {
  private static final FrameRate RATE = FrameRate.FPS_25;
  private final List<Composable> clips = new ArrayList<>();
  private final List<Composable> above = new ArrayList<>();
  private final List<Licence> licences = new ArrayList<>();
  private final List<Music> music = new ArrayList<>();
  private Answers answers = Answers.NONE;
  private RunSheet sheet = RunSheet.initial().only(List.of("licences"));

  private void use(String name, String url, int frames, JsonObject metadata) {
    var media =
        new MediaReference.External(
            Origin.made(), name, url, Optional.of(TimeRange.of(0, 10_000, RATE)), metadata);
    clips.add(Clip.of(name, media, Optional.of(TimeRange.of(100L * clips.size(), frames, RATE))));
  }

  private void licence(String material, String number, int allowed, Optional<LocalDate> until) {
    licences.add(
        new Licence(
            "rights.csv",
            licences.size() + 2,
            new SourcePattern(material),
            "Holder of " + number,
            number,
            "",
            Optional.empty(),
            until,
            new Price.Unsaid(),
            "",
            Rational.ONE,
            allowed == 0 ? Optional.empty() : Optional.of(Rational.of(allowed)),
            "",
            "",
            List.of()));
  }

  private Outcome run() {
    var tracks = new ArrayList<Track>();
    tracks.add(Track.of("V1", Track.VIDEO, clips));
    if (!above.isEmpty()) {
      tracks.add(Track.of("V2", Track.VIDEO, above));
    }
    Timeline timeline = Timeline.of("Cut", Optional.of(RationalTime.of(90_000, RATE)), tracks);
    Material material =
        Material.of(
                "lot",
                List.of(TimelineFile.of("cut.otio", "", timeline, Profiles.own(), List.of())),
                List.of())
            .with(LicencePaper.class, List.of(new LicencePaper("rights.csv", licences)))
            .with(MusicPaper.class, List.of(new MusicPaper("music.csv", music)));
    return new Engine().run(material, sheet, answers, Optional.empty(), Progress.NONE);
  }

  private static List<LicenceFinding> findings(Outcome outcome) {
    return outcome.step(new LicencesPass()).orElseThrow().analysis().findings();
  }

  private static LicenceFinding.OfSource source(Outcome outcome, String title) {
    return findings(outcome).stream()
        .filter(LicenceFinding.OfSource.class::isInstance)
        .map(LicenceFinding.OfSource.class::cast)
        .filter(each -> each.title().equals(title))
        .findFirst()
        .orElseThrow();
  }

  @Test
  void oneLicenceSettlesASourceTwoOrNoneDoNot() {
    use("pier storm", "archive/SKF-1.mov", 50, JsonObject.EMPTY);
    use("lamps", "archive/SKF-2.mov", 50, JsonObject.EMPTY);
    use("quay", "downloads/quay.mov", 50, JsonObject.EMPTY);
    licence("SKF-*", "1", 0, Optional.empty());
    licence("lamps", "2", 0, Optional.empty());
    licence("*amps", "3", 0, Optional.empty());
    Outcome outcome = run();
    assertThat(source(outcome, "pier storm").standing()).isEqualTo(Standing.SETTLED);
    // The one that names it is meant rather than those that name many.
    assertThat(source(outcome, "lamps").standing()).isEqualTo(Standing.SETTLED);
    assertThat(source(outcome, "lamps").reason()).contains("Holder of 2");
    assertThat(source(outcome, "lamps").choices()).hasSize(5);
    assertThat(source(outcome, "quay").standing()).isEqualTo(Standing.OPEN);
    Rights rights = Rights.of(outcome.end());
    assertThat(rights.standing("archive/SKF-1.mov")).isEqualTo("1");
    assertThat(rights.standing("downloads/quay.mov")).isEqualTo("none");

    licence("archive/SKF-1.mov", "4", 0, Optional.empty());
    licence("pier storm", "5", 0, Optional.empty());
    Outcome two = run();
    assertThat(source(two, "pier storm").standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(Rights.of(two.end()).standing("archive/SKF-1.mov")).isEqualTo("open");
    answers =
        answers.with(
            source(two, "pier storm").id(),
            Optional.of(Decision.accept(List.of("rights.csv row 6"))));
    answers =
        answers.with(
            source(two, "quay").id(), Optional.of(Decision.accept(List.of(LicenceFinding.OWN))));
    Rights decided = Rights.of(run().end());
    assertThat(decided.standing("archive/SKF-1.mov")).isEqualTo("5");
    assertThat(decided.standing("downloads/quay.mov")).isEqualTo("own");
  }

  @Test
  void whatTheProductionShotNeedsNone() {
    use(
        "A001C003",
        "media/A001C003.mov",
        50,
        JsonObject.of(
            "oddlot", JsonObject.of("source", JsonObject.of("reel", JsonString.of("A001")))));
    use(
        "harbour",
        "media/harbour.mov",
        50,
        JsonObject.of(
            "oddlot", JsonObject.of("source", JsonObject.of("reel", JsonString.of("H7")))));
    use("mine 7", "media/mine_7.mov", 50, JsonObject.EMPTY);
    licence("something else", "1", 0, Optional.empty());
    sheet = sheet.with("licences", "own", "mine*; other");
    Outcome outcome = run();
    assertThat(findings(outcome)).isEmpty();
    Rights rights = Rights.of(outcome.end());
    for (String id : List.of("media/A001C003.mov", "media/harbour.mov", "media/mine_7.mov")) {
      assertThat(rights.standing(id)).isEqualTo("own");
    }
    assertThat(outcome.step(new LicencesPass()).orElseThrow().analysis().remarks())
        .extracting(Analysis.Remark::text)
        .containsExactly(
            "3 sources are the production's own, by a camera, a card, a day or a log",
            "nothing in the timelines is used under it");
    // A licence that is for it all the same is for a person.
    licence("A001*", "2", 0, Optional.empty());
    assertThat(source(run(), "A001C003").standing()).isEqualTo(Standing.TO_LOOK_AT);
  }

  /** A roll of 1951 that is called like a camera's is not ours because of its name. */
  @Test
  void aNameAloneMakesNothingOurOwn() {
    use("B012C003", "stock/B012C003.mov", 50, JsonObject.EMPTY);
    use("B012C004", "stock/B012C004.mov", 50, JsonObject.EMPTY);
    licence("something else", "1", 0, Optional.empty());
    LicenceFinding.OfNames asked =
        findings(run()).stream()
            .filter(LicenceFinding.OfNames.class::isInstance)
            .map(LicenceFinding.OfNames.class::cast)
            .findFirst()
            .orElseThrow();
    assertThat(asked.title()).isEqualTo("2 sources called like camera B's");
    assertThat(Rights.of(run().end()).standing("stock/B012C003.mov"))
        .isEqualTo(LicenceFinding.BY_NAME);
    assertThat(cell("why")).contains("only its name says that it is our own");
    answers = answers.with(asked.id(), Optional.of(Decision.accept(List.of(LicenceFinding.NONE))));
    assertThat(Rights.of(run().end()).standing("stock/B012C004.mov"))
        .isEqualTo(LicenceFinding.NONE);
    answers = answers.with(asked.id(), Optional.of(Decision.accept(List.of(LicenceFinding.OWN))));
    assertThat(Rights.of(run().end()).standing("stock/B012C003.mov")).isEqualTo(LicenceFinding.OWN);
    // A licence that names one goes before that.
    licence("B012C003", "2", 0, Optional.empty());
    assertThat(source(run(), "B012C003").standing()).isEqualTo(Standing.SETTLED);
  }

  /** Stock has cameras and cards as well, and a day of its own time. */
  @Test
  void whatWasShotDecadesBeforeIsNotOurOwn() {
    for (int i = 0; i < 3; i++) {
      use("quay " + i, "media/quay " + i + ".mxf", 50, recorded("2026-05-0" + (i + 1)));
    }
    use("regatta", "stock/regatta.mxf", 50, recorded("1951-06-02"));
    licence("something else", "1", 0, Optional.empty());
    Rights rights = Rights.of(run().end());
    assertThat(rights.standing("media/quay 1.mxf")).isEqualTo(LicenceFinding.OWN);
    assertThat(source(run(), "regatta").standing()).isEqualTo(Standing.OPEN);
  }

  private static JsonObject recorded(String day) {
    return JsonObject.of(
        "oddlot",
        JsonObject.of(
            "source",
            JsonObject.of("camera", JsonString.of("A")).with("recorded", JsonString.of(day))));
  }

  @Test
  void moreThanIsAllowedAndTermsThatEndAreSaid() {
    use("pier", "archive/pier.mov", 60, JsonObject.EMPTY);
    use("pier", "archive/pier.mov", 20, JsonObject.EMPTY);
    licence("pier", "1", 3, Optional.of(LocalDate.of(2026, 11, 30)));
    sheet = sheet.with("licences", "delivery", "2026-12-15");
    List<LicenceFinding> findings = findings(run());
    assertThat(findings).hasSize(3);
    assertThat(findings.get(0).reason())
        .isEqualTo("0.2 s over: 3.2 s used, 3.0 s licensed, in Cut");
    assertThat(findings.get(1).reason())
        .isEqualTo("it ends on 2026-11-30, before the delivery on 2026-12-15");
    assertThat(findings.get(0).standing()).isEqualTo(Standing.TO_LOOK_AT);
    // On its last day it still holds; without a day nobody can tell.
    sheet = sheet.with("licences", "delivery", "2026-11-30");
    assertThat(findings(run())).hasSize(2);
    sheet = sheet.with("licences", "delivery", "");
    assertThat(findings(run())).hasSize(2);
  }

  /** A logo over a shot is asked about once, for all its uses, and until then the shot is paid. */
  @Test
  void aLogoThatNobodySpokeOfHidesNothingForSure() {
    use("pier", "archive/pier.mxf", 50, JsonObject.EMPTY);
    use("storm", "archive/storm.mxf", 50, JsonObject.EMPTY);
    licence("pier; storm", "1", 0, Optional.empty());
    for (int i = 0; i < 2; i++) {
      var media =
          new MediaReference.External(
              Origin.made(),
              "channel_mark",
              "gfx/channel_mark.png",
              Optional.of(TimeRange.of(0, 10_000, RATE)),
              JsonObject.EMPTY);
      above.add(Clip.of("channel_mark", media, Optional.of(TimeRange.of(0, 50, RATE))));
    }
    LicenceFinding.OfCover asked =
        findings(run()).stream()
            .filter(LicenceFinding.OfCover.class::isInstance)
            .map(LicenceFinding.OfCover.class::cast)
            .findFirst()
            .orElseThrow();
    assertThat(asked.uses()).isEqualTo(2);
    assertThat(asked.standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(asked.reason()).contains("4.0 s of what is paid for lie below it");
    assertThat(toPay()).isEqualTo("0:00:04.000");
    answers = answers.with(asked.id(), Optional.of(Decision.accept(List.of(LicenceFinding.HIDES))));
    assertThat(toPay()).isEqualTo("0:00:00.000");
    answers =
        answers.with(asked.id(), Optional.of(Decision.accept(List.of(LicenceFinding.NOTHING))));
    assertThat(toPay()).isEqualTo("0:00:04.000");
    assertThat(cell("unknown_frames")).isEqualTo("0");
    // The same for many at once, by their names.
    answers = Answers.NONE;
    sheet = sheet.with("licences", "hides", "channel_*");
    assertThat(toPay()).isEqualTo("0:00:00.000");
  }

  private String toPay() {
    return cell("to_pay");
  }

  private String cell(String column) {
    Sheet owed =
        Arrangement.ALL.of(
            Reports.of("licences").orElseThrow(), Scope.of(run().end(), "", FilmGauge.MM_35));
    return owed.lines().getFirst().cells().get(owed.indexOf(column)).text();
  }

  @Test
  void termAndTerritoryAreHeldAgainstTheDeliveryInTheReportItself() {
    use("pier", "archive/pier.mxf", 50, JsonObject.EMPTY);
    licence("pier", "1", 0, Optional.of(LocalDate.of(2026, 11, 30)));
    licences.set(
        0,
        new Licence(
            "rights.csv",
            2,
            new SourcePattern("pier"),
            "Skerry",
            "1",
            "Norway, Sweden",
            Optional.empty(),
            Optional.of(LocalDate.of(2026, 11, 30)),
            new Price.Flat(Rational.of(1500)),
            "EUR",
            Rational.ONE,
            Optional.empty(),
            "",
            "",
            List.of()));
    assertThat(cell("why")).contains("its term to 2026-11-30 is not held against a delivery");
    assertThat(cell("amount")).isEqualTo("1,500.00");
    sheet =
        sheet
            .with("licences", "delivery", "2026-12-15")
            .with("licences", "territory", "Sweden, Germany");
    assertThat(cell("why"))
        .contains("it ends on 2026-11-30, before the delivery", "whether that has Germany");
    assertThat(findings(run()))
        .filteredOn(LicenceFinding.OfTerms.class::isInstance)
        .extracting(finding -> finding.reason())
        .hasSize(2)
        .anyMatch(reason -> reason.startsWith("it holds for “Norway, Sweden”"));
  }

  @Test
  void musicIsReportedWithMusic() {
    use("theme", "music/theme.wav", 50, JsonObject.EMPTY);
    licence("pier", "1", 0, Optional.empty());
    music.add(Music.of("row 2", new SourcePattern("theme.wav"), "Theme", List.of("A"), "", "", ""));
    assertThat(findings(run())).isEmpty();
    music.clear();
    assertThat(source(run(), "theme").standing()).isEqualTo(Standing.OPEN);
  }

  @Test
  void withoutPapersNothingIsAsked() {
    use("quay", "downloads/quay.mov", 50, JsonObject.EMPTY);
    Outcome outcome = run();
    assertThat(findings(outcome)).isEmpty();
    assertThat(Rights.of(outcome.end()).standing("downloads/quay.mov")).isEmpty();
  }
}
