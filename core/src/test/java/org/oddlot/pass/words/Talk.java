package org.oddlot.pass.words;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.NameList;
import org.oddlot.caption.NameList.Term;
import org.oddlot.caption.Timebase;
import org.oddlot.caption.Transcript;
import org.oddlot.format.caption.SubRip;
import org.oddlot.input.ReadingOptions;
import org.oddlot.material.Material;
import org.oddlot.material.TimelineFile;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Codec;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Engine;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Instruction;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.RunSheet;
import org.oddlot.problem.Problems;
import org.oddlot.profile.Profiles;
import org.oddlot.progress.Progress;
import org.oddlot.setting.Setting;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;

/** A lot of words, put together for tests. */
final class Talk {
  private final List<TimelineFile> documents = new ArrayList<>();
  private final List<Captions> captions = new ArrayList<>();
  private final List<Transcript> transcripts = new ArrayList<>();
  private final List<NameList> names = new ArrayList<>();
  private final Map<FindingId, Decision> decisions = new LinkedHashMap<>();
  private final List<Instruction> instructions = new ArrayList<>();
  private RunSheet sheet = RunSheet.initial();

  /** A timeline of pictures of these lengths in frames. */
  Talk timeline(String name, FrameRate rate, long start, long... lengths) {
    var clips = new ArrayList<Clip>();
    for (int i = 0; i < lengths.length; i++) {
      var whole =
          new TimeRange(RationalTime.of(90_000L + i * 10_000L, rate), RationalTime.of(9_000, rate));
      var media =
          new MediaReference.External(
              Origin.made(),
              "T%03d".formatted(i),
              "media/T%03d.mov".formatted(i),
              Optional.of(whole),
              org.oddlot.json.JsonObject.EMPTY);
      clips.add(
          Clip.of(
              media.name(),
              media,
              Optional.of(new TimeRange(whole.start(), RationalTime.of(lengths[i], rate)))));
    }
    Timeline timeline =
        Timeline.of(
            name,
            Optional.of(RationalTime.of(start, rate)),
            List.of(Track.of("V1", Track.VIDEO, clips)));
    documents.add(
        TimelineFile.of(name + ".otio", "", timeline, Profiles.shipped().getFirst(), List.of()));
    return this;
  }

  Talk document(String name, Timeline timeline) {
    documents.add(TimelineFile.of(name, "", timeline, Profiles.shipped().getFirst(), List.of()));
    return this;
  }

  Talk srt(String name, String language, String text) {
    captions.add(
        new SubRip()
            .read(
                text.getBytes(StandardCharsets.UTF_8), ReadingOptions.DETECTED, new Problems(name))
            .orElseThrow()
            .withLanguage(language));
    return this;
  }

  Talk captions(Captions its) {
    captions.add(its);
    return this;
  }

  Talk transcript(Transcript its) {
    transcripts.add(its);
    return this;
  }

  Talk names(Term... terms) {
    names.add(new NameList("names.csv", List.of(terms)));
    return this;
  }

  Talk set(String pass, Setting<?> setting, String value) {
    sheet = sheet.with(pass, setting.key(), value);
    return this;
  }

  Talk decide(FindingId id, Decision decision) {
    decisions.put(id, decision);
    return this;
  }

  <T> Talk order(String pass, Codec<T> codec, T value) {
    String id = pass + ":hand:" + (instructions.size() + 1);
    instructions.add(Instruction.of(id, pass, codec, value));
    return this;
  }

  Outcome run() {
    return run(Engine.Acceptance.SETTLED);
  }

  Outcome run(Engine.Acceptance acceptance) {
    Material material =
        Material.of("talk", documents, List.of())
            .with(Captions.class, captions)
            .with(Transcript.class, transcripts)
            .with(NameList.class, names);
    return new Engine(acceptance)
        .run(
            material,
            sheet.only(List.of("times", "speakers", "names", "captions", "return")),
            new Answers(decisions, instructions),
            Optional.empty(),
            Progress.NONE);
  }

  /** What the lot holds behind a pass, before the next one changes it. */
  static org.oddlot.material.Material after(Outcome outcome, org.oddlot.pass.Pass<?> pass) {
    return outcome.step(pass).orElseThrow().after();
  }

  static Captions captions(org.oddlot.material.Material material, String name) {
    return material.all(Captions.class).stream()
        .filter(each -> each.name().equals(name))
        .findFirst()
        .orElseThrow();
  }

  /** Words of captions as the last pass left them. */
  static List<String> words(Outcome outcome, String name) {
    return captions(outcome, name).captions().stream().map(c -> c.text().plain()).toList();
  }

  static Captions captions(Outcome outcome, String name) {
    return captions(outcome.end(), name);
  }

  /**
   * A programme of random pictures, and captions of which about half begin with one; what is said
   * is different everywhere.
   *
   * @param captions in seconds after the programme's first frame
   */
  record Programme(FrameRate rate, long start, List<Long> lengths, List<Caption> captions) {
    static Programme random(Random random, FrameRate rate, long start) {
      int count = 60 + random.nextInt(40);
      var lengths = new ArrayList<Long>();
      var captions = new ArrayList<Caption>();
      long at = 0;
      for (int i = 0; i < count; i++) {
        long length = 60L + random.nextInt(160);
        lengths.add(length);
        boolean onCut = random.nextInt(100) < 60;
        long from = at + (onCut ? random.nextInt(3) : 20);
        long to = Math.min(from + 45 + random.nextInt(40), at + length - 4);
        if (to - from > 25) {
          captions.add(
              Caption.of(
                  Integer.toString(captions.size() + 1),
                  rate.frameDuration().times(from),
                  rate.frameDuration().times(to),
                  "lamp " + random.nextInt(9999) + " of rope " + random.nextInt(9999)));
        }
        at += length;
      }
      return new Programme(rate, start, lengths, captions);
    }

    Rational startSeconds() {
      return rate.frameDuration().times(start);
    }

    Talk talk() {
      return new Talk()
          .timeline(
              "Ferry talk", rate, start, lengths.stream().mapToLong(Long::longValue).toArray());
    }

    /** The captions as a file that somebody else timed: first shifted, then stretched. */
    Captions file(String name, Rational stretch, Rational shift) {
      return Captions.made(
          name,
          "en",
          Timebase.Ticks.MILLISECONDS,
          captions.stream()
              .map(caption ->
                  caption.withTimes(
                      time -> Timebase.Ticks.MILLISECONDS.nearest(time.plus(shift).times(stretch))))
              .toList());
    }
  }
}
