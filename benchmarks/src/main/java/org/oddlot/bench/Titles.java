package org.oddlot.bench;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Timebase;
import org.oddlot.format.otio.OtioReader;
import org.oddlot.format.otio.OtioWriter;
import org.oddlot.material.Material;
import org.oddlot.material.TimelineFile;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Engine;
import org.oddlot.pass.Instruction;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.RunSheet;
import org.oddlot.pass.restyle.Condition;
import org.oddlot.pass.restyle.RestylePass;
import org.oddlot.pass.restyle.TitleRule;
import org.oddlot.problem.Problems;
import org.oddlot.profile.Profiles;
import org.oddlot.progress.Progress;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.timeline.TimelineObject;

/**
 * Makes titles of captions in three shapes, and changes half of those titles at once, beside
 * reading and writing the same timelines alone: {@code Titles [CAPTIONS] [RUNS]}. Prints medians.
 */
public final class Titles {
  private static final String[] WORDS =
      "the lamp was lit before midnight and nobody on the island saw us come over the rail with letters"
          .split(" ", -1);

  private Titles() {}

  /** Runs the benchmark. */
  public static void main(String[] arguments) throws IOException {
    int count = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 10_000;
    int runs = arguments.length > 1 ? Integer.parseInt(arguments[1]) : 7;
    Material words = Material.of("talk").with(Captions.class, List.of(talk(count)));
    RunSheet sheet =
        RunSheet.initial()
            .with("titles", "shapes", "1920x1080, 1080x1080@29.97df, 1080x1920")
            .only(List.of("titles"));
    Outcome[] made = new Outcome[1];
    double making = Timing.median(runs, () -> made[0] = run(words, sheet, Answers.NONE));
    List<TimelineObject> timelines =
        made[0].end().documents().stream().map(TimelineFile::root).toList();
    Material half = Material.of("talk").with(Captions.class, List.of(talk(count / 2)));
    byte[] square =
        written(
            run(half, sheet, Answers.NONE).end().documents().stream()
                .map(TimelineFile::root)
                .toList()
                .get(1));
    double plain =
        Timing.median(
            runs,
            () ->
                timelines.forEach(timeline -> {
                  byte[] bytes = written(timeline);
                  var _ = OtioReader.read(bytes, new Problems("talk.otio")).orElseThrow();
                }));
    System.out.print(
        Phrase.of(
            "%,d captions to titles in three shapes: %.3f s; the same three timelines written and"
                + " read: %.3f s%n",
            count, making, plain));
    TimelineObject root = OtioReader.read(square, new Problems("talk.otio")).orElseThrow();
    Material titles =
        Material.of(
            "talk",
            List.of(TimelineFile.of("talk.otio", "", root, Profiles.own(), List.of())),
            List.of());
    Answers answers =
        Answers.NONE.plus(
            Instruction.of(
                "restyle:hand:1",
                "restyle",
                TitleRule.CODEC,
                new TitleRule(
                    List.of(Condition.parse("font=IBM Plex Sans"), Condition.parse("size=46")),
                    List.of(Condition.parse("size=44")))));
    RunSheet restyle = RunSheet.initial().only(List.of("restyle"));
    Outcome[] changed = new Outcome[1];
    double changing = Timing.median(runs, () -> changed[0] = run(titles, restyle, answers));
    double reading =
        Timing.median(
            runs,
            () -> {
              byte[] bytes =
                  written(OtioReader.read(square, new Problems("talk.otio")).orElseThrow());
              if (bytes.length != square.length) {
                throw new IllegalStateException("What is read is written as it was");
              }
            });
    System.out.print(
        Phrase.of(
            "%,d titles changed: %.3f s; the same file read and written: %.3f s%n",
            changed[0].step(new RestylePass()).orElseThrow().analysis().findings().size(),
            changing,
            reading));
  }

  private static Outcome run(Material material, RunSheet sheet, Answers answers) {
    // Each time anew, as a lot that is opened: nothing worked out before is at hand.
    Material fresh =
        Material.of("talk")
            .with(Captions.class, material.all(Captions.class))
            .with(TimelineFile.class, material.documents());
    return new Engine(Engine.Acceptance.ALL)
        .run(fresh, sheet, answers, Optional.empty(), Progress.NONE);
  }

  private static byte[] written(TimelineObject root) {
    var out = new ByteArrayOutputStream();
    OtioWriter.write(root, out);
    return out.toByteArray();
  }

  private static Captions talk(int count) {
    var random = new Random(12);
    var captions = new ArrayList<Caption>(count);
    long frame = 0;
    Rational step = FrameRate.FPS_25.frameDuration();
    for (int i = 1; i <= count; i++) {
      var words = new StringBuilder();
      int length = 15 + random.nextInt(65);
      while (words.length() < length) {
        words
            .append(
                words.isEmpty() ? "" : words.length() > 34 && words.indexOf("\n") < 0 ? "\n" : " ")
            .append(WORDS[random.nextInt(WORDS.length)]);
      }
      long to = frame + 110 + random.nextInt(40);
      captions.add(
          Caption.of(Integer.toString(i), step.times(frame), step.times(to), words.toString()));
      frame = to + random.nextInt(10);
    }
    return Captions.made("talk", "en", new Timebase.Frames(FrameRate.FPS_25, false), captions);
  }
}
