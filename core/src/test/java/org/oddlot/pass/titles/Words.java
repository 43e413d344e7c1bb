package org.oddlot.pass.titles;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Timebase;
import org.oddlot.json.JsonObject;
import org.oddlot.material.Material;
import org.oddlot.material.TimelineFile;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Engine;
import org.oddlot.pass.Finding;
import org.oddlot.pass.Instruction;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.RunSheet;
import org.oddlot.profile.Profiles;
import org.oddlot.progress.Progress;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;
import org.oddlot.title.Style;

/** A lot of words that become titles, put together for tests. */
public final class Words {
  private final List<TimelineFile> documents = new ArrayList<>();
  private final List<Caption> captions = new ArrayList<>();
  private final List<Style> styles = new ArrayList<>();
  private Answers answers = Answers.NONE;
  private RunSheet sheet = RunSheet.initial().with("titles", "shapes", "1920x1080");
  private double zero;

  /** A timeline of one picture, a minute at an hour. */
  public static Timeline timeline(FrameRate rate, Track... more) {
    var media =
        new MediaReference.External(
            Origin.made(),
            "A001",
            "A001.mov",
            Optional.of(TimeRange.of(0, 60 * rate.nominal(), rate)),
            JsonObject.EMPTY);
    var tracks = new ArrayList<Track>();
    tracks.add(Track.of("V1", Track.VIDEO, List.of(Clip.of("A001", media, Optional.empty()))));
    tracks.addAll(List.of(more));
    tracks.add(Track.of("A1", Track.AUDIO, List.of(Clip.of("A001", media, Optional.empty()))));
    return Timeline.of("Talk", Optional.of(RationalTime.of(3600 * rate.nominal(), rate)), tracks);
  }

  /** A track with a title on it, and nothing else. */
  public static Track track(String name, JsonObject parameters) {
    List<Composable> items =
        List.of(
            Gap.of(RationalTime.of(10, FrameRate.FPS_25)),
            Clip.of(
                "Model",
                new MediaReference.Generator(
                    Origin.made(),
                    "",
                    "oddlot.title",
                    parameters,
                    Optional.empty(),
                    JsonObject.EMPTY),
                Optional.of(TimeRange.of(0, 50, FrameRate.FPS_25))));
    return Track.of(name, Track.VIDEO, items);
  }

  public Words over(Timeline timeline) {
    return document("talk.otio", timeline);
  }

  public Words document(String name, Timeline timeline) {
    documents.add(TimelineFile.of(name, "", timeline, Profiles.own(), List.of()));
    zero = 3600;
    return this;
  }

  /** A caption from one second of the programme to another. */
  public Words say(double from, double to, String words) {
    captions.add(
        Caption.of(
            Integer.toString(captions.size() + 1),
            Rational.of(Math.round((zero + from) * 1000), 1000),
            Rational.of(Math.round((zero + to) * 1000), 1000),
            words));
    return this;
  }

  /** A caption as it is. */
  public Words say(Caption caption) {
    captions.add(caption);
    return this;
  }

  /** A caption that is not yet said, to be changed. */
  public Caption at(double from, double to, String words) {
    say(from, to, words);
    return captions.removeLast();
  }

  /** A style that is there for somebody. */
  public Words styleOf(Style style) {
    styles.add(style);
    return this;
  }

  public Words set(String setting, String value) {
    sheet = sheet.with("titles", setting, value);
    return this;
  }

  public Words style(Style style) {
    styles.add(style);
    return set("style", "own");
  }

  public Words order(TitleOrder order) {
    answers =
        answers.plus(
            Instruction.of(answers.newInstructionId("titles"), "titles", TitleOrder.CODEC, order));
    return this;
  }

  public Words accept(Finding finding, String... chosen) {
    answers = answers.with(finding.id(), Optional.of(Decision.accept(List.of(chosen))));
    return this;
  }

  public Outcome run() {
    return run(Engine.Acceptance.SETTLED);
  }

  public Outcome run(Engine.Acceptance acceptance) {
    Material material =
        Material.of("talk", documents, List.of())
            .with(
                Captions.class,
                List.of(Captions.made("talk.srt", "en", Timebase.Ticks.MILLISECONDS, captions)))
            .with(Style.class, styles);
    return new Engine(acceptance)
        .run(
            material,
            sheet.only(List.of("times", "titles")),
            answers,
            Optional.empty(),
            Progress.NONE);
  }

  static List<TitleFinding> findings(Outcome outcome) {
    return outcome.step(new TitlesPass()).orElseThrow().analysis().findings();
  }

  static TitleFinding finding(Outcome outcome, int index) {
    return findings(outcome).get(index);
  }

  /** The timelines that were made. */
  static List<Timeline> made(Outcome outcome) {
    return outcome.end().documents().stream()
        .filter(TimelineFile::isNew)
        .map(document -> (Timeline) document.root())
        .toList();
  }

  /** The titles of a timeline: track, from, to in frames, words. */
  static List<String> titles(Timeline timeline) {
    var titles = new ArrayList<String>();
    Placed.root(timeline)
        .clips()
        .forEach(placed -> {
          Clip clip = (Clip) placed.object();
          if (clip.media().orElseThrow() instanceof MediaReference.Generator generator) {
            long from = placed.recordOffset().orElseThrow().value();
            titles.add(
                placed.parent().orElseThrow().object().name()
                    + " "
                    + from
                    + "-"
                    + (from + clip.duration().orElseThrow().value())
                    + " "
                    + generator.parameters().string("text").orElse("").replace("\n", "/"));
          }
        });
    return titles;
  }

  static JsonObject parameters(Timeline timeline, int index) {
    return Placed.root(timeline).clips().stream()
        .map(placed -> ((Clip) placed.object()).media().orElseThrow())
        .filter(MediaReference.Generator.class::isInstance)
        .map(media -> ((MediaReference.Generator) media).parameters())
        .toList()
        .get(index);
  }
}
