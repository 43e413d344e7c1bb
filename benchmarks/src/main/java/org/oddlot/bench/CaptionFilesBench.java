package org.oddlot.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Timebase;
import org.oddlot.format.caption.CaptionFormat;
import org.oddlot.format.caption.Fitting;
import org.oddlot.input.InputFile;
import org.oddlot.input.ReadingOptions;
import org.oddlot.material.Material;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Engine;
import org.oddlot.pass.RunSheet;
import org.oddlot.problem.Problems;
import org.oddlot.progress.Progress;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;

/**
 * Reads captions in every format, beside merely reading the bytes of the same file in the same run,
 * and reads, checks and mends 10,000 of them: {@code CaptionFilesBench DIR [CAPTIONS] [RUNS]}.
 * Prints medians.
 */
public final class CaptionFilesBench {
  private static final String[] WORDS =
      "the lamp was lit before midnight and nobody on the island saw us come over the rail with letters"
          .split(" ", -1);

  private CaptionFilesBench() {}

  /** Runs the benchmark. */
  public static void main(String[] arguments) throws IOException {
    Path folder = Files.createDirectories(Path.of(arguments[0]));
    int count = arguments.length > 1 ? Integer.parseInt(arguments[1]) : 100_000;
    int runs = arguments.length > 2 ? Integer.parseInt(arguments[2]) : 7;
    Captions talk = talk(count);
    for (CaptionFormat format : CaptionFormat.all()) {
      Path file = folder.resolve("talk" + format.extensions().getFirst());
      Files.write(file, format.write(Fitting.to(format, talk, talk.grid()).captions()));
      double plain = Timing.median(runs, () -> Files.readAllBytes(file));
      double read =
          Timing.median(
              runs,
              () -> {
                var _ = read(format, file);
              });
      double megabytes = Files.size(file) / 1e6;
      System.out.print(
          Phrase.of(
              "%-12s %,d captions, %.1f MB: bytes read in %.3f s, captions in %.3f s, %.0f MB a"
                  + " second%n",
              format.name(), count, megabytes, plain, read, megabytes / read));
    }
    mend(folder, runs);
  }

  private static Captions read(CaptionFormat format, Path file) {
    return format
        .read(new InputFile(file), ReadingOptions.DETECTED, new Problems("talk.srt"))
        .orElseThrow();
  }

  private static void mend(Path folder, int runs) throws IOException {
    CaptionFormat srt = CaptionFormat.of(".srt").orElseThrow();
    Path file = folder.resolve("ten.srt");
    Captions talk = talk(10_000);
    Files.write(file, srt.write(Fitting.to(srt, talk, talk.grid()).captions()));
    RunSheet sheet = RunSheet.initial().only(List.of("times", "names", "captions"));
    double plain = Timing.median(runs, () -> Files.readAllBytes(file));
    double mended =
        Timing.median(
            runs,
            () -> {
              Material material =
                  Material.of("talk").with(Captions.class, List.of(read(srt, file)));
              var _ =
                  new Engine(Engine.Acceptance.ALL)
                      .run(material, sheet, Answers.NONE, Optional.empty(), Progress.NONE);
            });
    System.out.print(
        Phrase.of(
            "10,000 captions: bytes read in %.4f s; read, checked and mended in %.3f s%n",
            plain, mended));
  }

  /** Captions of one or two lines, a third of which are too long, too fast or too near. */
  private static Captions talk(int count) {
    var random = new Random(11);
    var captions = new ArrayList<Caption>(count);
    long frame = 0;
    for (int i = 1; i <= count; i++) {
      var words = new StringBuilder();
      int length = 20 + random.nextInt(50);
      while (words.length() < length) {
        boolean breaks = words.indexOf("\n") < 0 && words.length() > 30;
        words
            .append(words.isEmpty() ? "" : breaks ? "\n" : " ")
            .append(WORDS[random.nextInt(WORDS.length)]);
      }
      long to = frame + 40 + random.nextInt(80);
      Rational step = FrameRate.FPS_25.frameDuration();
      captions.add(
          Caption.of(Integer.toString(i), step.times(frame), step.times(to), words.toString()));
      frame = to + random.nextInt(10);
    }
    return Captions.made("talk", "en", new Timebase.Frames(FrameRate.FPS_25, false), captions);
  }
}
