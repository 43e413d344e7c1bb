package org.oddlot.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.function.BiPredicate;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.oddlot.caption.Caption;
import org.oddlot.caption.CaptionTimes;
import org.oddlot.caption.Captions;
import org.oddlot.caption.FrameGuess;
import org.oddlot.caption.Timebase;
import org.oddlot.format.caption.CaptionFormat;
import org.oddlot.format.caption.Fitting;
import org.oddlot.input.InputFile;
import org.oddlot.input.InputKinds;
import org.oddlot.input.ReadingOptions;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonString;
import org.oddlot.lot.SafeFile;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code oddlot captions FILE... --out FILE} */
@Command(
    name = "captions",
    description = {
      "Changes the times of captions by hand: shifts, stretches, cuts out, joins reels.",
      "",
      "oddlot captions talk.srt --shift -10s --out later.srt",
      "oddlot captions talk.srt --rate 25:23.976 --out slower.srt",
      "oddlot captions talk.srt --from 120 --to 240 --shift 12f --out part-moved.srt",
      "oddlot captions talk.srt --from 00:20:00 --to 00:40:00 --cut --out reel2.srt",
      "oddlot captions r1.srt r2.srt --at 0,00:19:58.400 --out talk.srt"
    },
    mixinStandardHelpOptions = true,
    versionProvider = OddLot.Version.class)
final class CaptionsCommand implements Callable<Integer> {
  private static final Pattern CLOCK =
      Pattern.compile("([+-]?)(?:(\\d{1,3}):)?(\\d{1,2}):(\\d{1,2}(?:[.,]\\d{1,6})?)");
  private static final Pattern SECONDS = Pattern.compile("([+-]?\\d{1,7}(?:[.,]\\d{1,6})?)s?");
  private static final Pattern FRAMES = Pattern.compile("([+-]?\\d{1,8})f");

  @Parameters(arity = "1..*", paramLabel = "FILE", description = "Captions; several are joined.")
  private List<Path> files = List.of();

  @Option(
      names = "--shift",
      paramLabel = "T",
      description = "Later by 10s, 00:01:30.5 or 12f; earlier with a minus.")
  private @Nullable String shift;

  @Option(
      names = "--rate",
      paramLabel = "FROM:TO",
      description = "Made for FROM frames a second, to be shown at TO: 25:23.976.")
  private @Nullable String rate;

  @Option(
      names = "--from",
      paramLabel = "N|T",
      description = "The first caption that is meant: its number, or a time as 00:20:00.")
  private @Nullable String from;

  @Option(names = "--to", paramLabel = "N|T", description = "The last one, likewise.")
  private @Nullable String to;

  @Option(
      names = "--cut",
      description = "Keep only those from --from to --to, counted from there on.")
  private boolean cut;

  @Option(
      names = "--at",
      paramLabel = "T",
      split = ",",
      description = "Where the zero of each file lies, the first one included.")
  private List<String> at = List.of();

  @Option(
      names = "--out",
      required = true,
      paramLabel = "FILE",
      description = "The file to write; not there yet.")
  private @SuppressWarnings("NullAway.Init") Path out;

  @Mixin private OutputOptions output = new OutputOptions();

  @Spec
  private @SuppressWarnings("NullAway.Init") CommandSpec spec;

  @Override
  public Integer call() throws IOException {
    CaptionFormat format =
        CaptionFormat.of(new InputFile(out).extension())
            .orElseThrow(() ->
                wrong(
                    Phrase.of(
                        "Captions cannot be written as \"%s\". Use one of %s.",
                        out,
                        String.join(
                            ", ",
                            CaptionFormat.all().stream()
                                .map(its -> its.extensions().getFirst())
                                .toList()))));
    if (SafeFile.isTaken(out)) {
      throw wrong(out + " is there already.");
    }
    if (files.size() != 1 && at.size() != files.size()) {
      throw wrong("Of several files --at says where the zero of each lies: --at 0,00:19:58.400.");
    }
    if (cut && from == null) {
      throw wrong("--cut needs --from, and mostly --to.");
    }
    if (shift == null && rate == null && !cut && at.isEmpty()) {
      throw wrong("Nothing is to be changed: say --shift, --rate, --cut or --at.");
    }
    var problems = new ArrayList<Problem>();
    var read = new ArrayList<Captions>();
    for (Path file : files) {
      read(file, problems).ifPresent(read::add);
    }
    if (read.size() < files.size()) {
      say(problems, List.of(), "");
      return ExitCode.WRONG_INPUT;
    }
    Captions before =
        at.isEmpty()
            ? read.getFirst()
            : CaptionTimes.joined(read, at.stream().map(this::time).toList());
    Captions changed = changed(before);
    changed.captions().stream()
        .filter(caption -> caption.start().signum() < 0)
        .findFirst()
        .ifPresent(caption -> {
          throw wrong(
              Phrase.of(
                  "Caption %s (“%s”) would begin before zero. Nothing was written.",
                  caption.id(), Phrase.shortened(caption.text().inOneLine(), 40)));
        });
    Fitting.Fitted fitted = Fitting.to(format, changed, changed.grid());
    byte[] bytes = format.write(fitted.captions());
    SafeFile.create(out, path -> java.nio.file.Files.write(path, bytes));
    Set<Caption> unmoved = new HashSet<>(before.captions());
    long moved = changed.captions().stream().filter(caption -> !unmoved.contains(caption)).count();
    say(
        problems,
        fitted.losses(),
        Phrase.of(
            "%s: %s of %s have other times.",
            out, Phrase.number(moved), Phrase.count(changed.captions().size(), "caption")));
    return ExitCode.DONE;
  }

  private Captions changed(Captions captions) {
    Set<String> chosen = chosen(captions.captions());
    Predicate<Caption> which = caption -> chosen.contains(caption.id());
    Rational first =
        captions.captions().stream()
            .filter(which)
            .map(Caption::start)
            .min(Rational::compareTo)
            .orElseThrow(() -> wrong("There is no caption from " + from + " to " + to + "."));
    Captions changed = captions;
    if (rate != null) {
      long hours = first.rounded(java.math.RoundingMode.FLOOR) / 3600;
      changed =
          CaptionTimes.stretched(
              changed, which, factor(rate), from == null ? Rational.of(hours * 3600) : first);
    }
    if (cut) {
      changed = CaptionTimes.cut(changed, which, begin(first));
    }
    if (shift != null) {
      Rational seconds = time(shift, captions);
      changed = CaptionTimes.shifted(changed, which, seconds);
    }
    return changed;
  }

  /** The ids of those from one to another; a number is the place in the file, from one. */
  private Set<String> chosen(List<Caption> all) {
    BiPredicate<Integer, Caption> behind = side(from, true);
    BiPredicate<Integer, Caption> before = side(to, false);
    var chosen = new HashSet<String>();
    for (int i = 0; i < all.size(); i++) {
      Caption caption = all.get(i);
      if (behind.test(i + 1, caption) && before.test(i + 1, caption)) {
        chosen.add(caption.id());
      }
    }
    return chosen;
  }

  private BiPredicate<Integer, Caption> side(@Nullable String said, boolean isFrom) {
    if (said == null) {
      return (_, _) -> true;
    }
    if (isNumber(said)) {
      int number = Integer.parseInt(said);
      return (place, _) -> isFrom ? place >= number : place <= number;
    }
    Rational moment = time(said);
    return (_, caption) -> (caption.start().compareTo(moment) >= 0) == isFrom;
  }

  private static boolean isNumber(String said) {
    return said.matches("\\d{1,7}");
  }

  /** Where a part that is cut out is counted from: the time that was said, or its first caption. */
  private Rational begin(Rational first) {
    return from == null || isNumber(from) ? first : time(from);
  }

  private Optional<Captions> read(Path file, List<Problem> problems) {
    var input = new InputFile(file);
    var own = new Problems(input.name());
    Optional<Captions> captions =
        input.isOutOfReach(own)
            ? Optional.empty()
            : InputKinds.of(input)
                .filter(CaptionFormat.class::isInstance)
                .map(CaptionFormat.class::cast)
                .flatMap(format -> format.read(input, ReadingOptions.DETECTED, own));
    if (captions.isEmpty() && own.list().isEmpty()) {
      own.error("", "There are no captions in this file.", "");
    }
    problems.addAll(own.list());
    return captions;
  }

  private Rational factor(String text) {
    String[] both = text.split(":", 2);
    try {
      FrameRate made = FrameRate.parse(both[0]);
      FrameRate shown = FrameRate.parse(both.length > 1 ? both[1] : "");
      return shown.frameDuration().dividedBy(made.frameDuration());
    } catch (IllegalArgumentException e) {
      throw wrong("--rate takes two frame rates: --rate 25:23.976, not \"" + text + "\".");
    }
  }

  private Rational time(String text) {
    Matcher clock = CLOCK.matcher(text);
    Matcher seconds = SECONDS.matcher(text);
    if (clock.matches()) {
      long whole =
          60
              * (60 * (clock.group(2) == null ? 0 : Long.parseLong(clock.group(2)))
                  + Long.parseLong(clock.group(3)));
      Rational all = Rational.of(whole).plus(decimal(clock.group(4)));
      return clock.group(1).equals("-") ? Rational.ZERO.minus(all) : all;
    }
    if (seconds.matches()) {
      return decimal(seconds.group(1));
    }
    throw wrong("\"" + text + "\" is no time, such as 10s, 00:01:30.5 or 12f.");
  }

  private Rational time(String text, Captions captions) {
    Matcher frames = FRAMES.matcher(text.toLowerCase(Locale.ROOT));
    if (!frames.matches()) {
      return time(text);
    }
    Timebase.Frames its =
        FrameGuess.of(captions)
            .orElseThrow(() ->
                wrong("The file does not say how many frames a second has; say seconds: 0.48s."));
    return its.step().times(Rational.of(Long.parseLong(frames.group(1))));
  }

  private static Rational decimal(String text) {
    BigDecimal micros = new BigDecimal(text.replace(',', '.')).movePointRight(6);
    return Rational.of(micros.longValueExact(), 1_000_000);
  }

  private ParameterException wrong(String message) {
    return new ParameterException(spec.commandLine(), message);
  }

  private void say(List<Problem> problems, List<String> lost, String done) {
    PrintWriter printer = spec.commandLine().getOut();
    if (output.json) {
      printer.println(
          new JsonDocuments()
              .put(
                  "written",
                  JsonArray.of(done.isEmpty() ? List.of() : List.of(JsonString.of(out.toString()))))
              .put("lost", JsonArray.ofStrings(lost))
              .put("problems", JsonDocuments.problems(problems))
              .print());
    } else {
      problems.forEach(problem -> printer.println(problem.severity().word() + ": " + problem));
      if (!done.isEmpty()) {
        printer.println(done);
      }
      lost.forEach(line -> printer.println("Not carried: " + line));
    }
    printer.flush();
  }
}
