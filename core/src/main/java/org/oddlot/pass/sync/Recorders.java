package org.oddlot.pass.sync;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.oddlot.material.Material;
import org.oddlot.material.MeasuredOffset;
import org.oddlot.material.Source;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Standing;
import org.oddlot.sound.Recording;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;

/**
 * Looks for recorders whose clock is wrong over the whole day: late by waveform, late by what is
 * written on slates, or counting at another pace than the pictures.
 */
final class Recorders {

  /** How far from their pictures recordings are looked for, in seconds. */
  private static final double REACH = 900;

  /** No clock runs away faster than this part of itself: common practice, no source. */
  private static final double FASTEST = 2e-4;

  /** What is heard within less than this part of a day shows no line. */
  private static final double SHORTEST = 1.0 / 24;

  private static final double HALF_DAY = 43_200;
  private static final int FEW = 4;

  /** Fewer than these prove nothing about a whole day. */
  private static final int LEAST = 3;

  /** How far apart starts of sound and picture are from take to take, in seconds. */
  private static final double SCATTER = 30;

  /** Clocks are wrong by whole halves of an hour more often than by anything else. */
  private static final double HALF_HOUR = 1800;

  private final Material material;
  private final Map<String, List<Recording>> recorders = new LinkedHashMap<>();
  private final Map<String, List<Alignment>> said = new HashMap<>();

  /** What is synced already asks nothing of a clock any more. */
  private final Map<String, List<Alignment>> open = new HashMap<>();

  private final Map<String, Slate> slates;
  private final Map<Recording, Slate> named;
  private final Aligner laying;

  Recorders(
      Material material,
      Aligner laying,
      Map<String, Slate> slates,
      Map<Recording, Slate> named,
      Set<String> done) {
    this.material = material;
    this.laying = laying;
    this.named = named;
    this.slates = slates;
    for (Recording recording : material.recordings()) {
      if (Aligner.hasStart(recording)) {
        recorders.computeIfAbsent(recording.recorder(), _ -> new ArrayList<>()).add(recording);
      }
    }
    for (Alignment laid : laying.asSaid()) {
      String recorder = laid.recording().recorder();
      said.computeIfAbsent(recorder, _ -> new ArrayList<>()).add(laid);
      if (!done.contains(laid.pair())) {
        open.computeIfAbsent(recorder, _ -> new ArrayList<>()).add(laid);
      }
    }
  }

  /** What can be seen before it is known how rates are compared. */
  List<RecorderFinding> atFirst() {
    var findings = new ArrayList<RecorderFinding>();
    recorders.forEach((recorder, recordings) -> {
      date(recorder, recordings).ifPresent(findings::add);
      rate(recorder, open.getOrDefault(recorder, List.of())).ifPresent(findings::add);
      slates(recorder, recordings, said.getOrDefault(recorder, List.of())).ifPresent(findings::add);
    });
    return findings;
  }

  /** The coverage of each recorder, its clock put right as {@code clocks} says. */
  Map<String, Coverage> coverage(Clocks clocks) {
    var coverage = new HashMap<String, Coverage>();
    recorders.forEach((recorder, recordings) -> {
      var near = new Coverage(laying.near(recorder, clocks, REACH));
      // What lies at hardly any picture is looked for all around the day.
      coverage.put(
          recorder,
          FEW * near.now() < recordings.size()
              ? new Coverage(laying.near(recorder, clocks, HALF_DAY))
              : near);
    });
    return coverage;
  }

  /**
   * Recorders whose sounds cover the pictures only in part, where another clock covers nearly all.
   * Which take is which can be told by that, the frame cannot.
   */
  List<RecorderFinding> byCoverage(
      Map<String, Coverage> coverage, Set<String> known, Clocks clocks) {
    var findings = new ArrayList<RecorderFinding>();
    coverage.forEach((recorder, its) -> {
      boolean isOpen = !known.contains(recorder) && !clocks.hasLate(recorder);
      if (isOpen && its.isPartial()) {
        Coverage.Stretch better = its.better().orElseThrow();
        long rate =
            recorders
                .getOrDefault(recorder, List.of())
                .getFirst()
                .first()
                .reference()
                .orElseThrow()
                .sampleRate();
        About about = about(better.middle(), better.from(), better.to(), rate);
        findings.add(
            new RecorderFinding(
                recorder,
                new RecorderDiagnosis.Partial(
                    its.now(), its.touched(), better.pictures(), about.seconds),
                Standing.TO_LOOK_AT,
                about.choices,
                List.of(about.choices.getFirst().id()),
                List.of(
                    new Evidence("covered now", its.now() + " of " + its.touched(), ""),
                    new Evidence(
                        "then",
                        better.pictures() + "",
                        Phrase.of("%.1f to %.1f s", better.from(), better.to())))));
      }
    });
    return findings;
  }

  /** A recorder that is dated on no day of any picture, while its clock fits theirs. */
  private Optional<RecorderFinding> date(String recorder, List<Recording> recordings) {
    Set<LocalDate> days = new TreeSet<>();
    material.sources().all().stream()
        .filter(source -> !material.isSound(source))
        .flatMap(source -> source.recorded().stream())
        .forEach(days::add);
    Optional<LocalDate> first =
        recordings.stream().flatMap(r -> r.first().day().stream()).min(Comparator.naturalOrder());
    boolean fits =
        recordings.stream()
            .flatMap(r -> r.first().day().stream())
            .anyMatch(day ->
                days.contains(day)
                    || days.contains(day.minusDays(1))
                    || days.contains(day.plusDays(1)));
    if (days.isEmpty() || first.isEmpty() || fits) {
      return Optional.empty();
    }
    long best = 0;
    int most = 0;
    for (LocalDate day : days) {
      long off = ChronoUnit.DAYS.between(day, first.get());
      int together = laying.together(recorder, Clocks.AS_SAID, off);
      if (together > most) {
        best = off;
        most = together;
      }
    }
    LocalDate meant = first.get().minusDays(best);
    String choice = new RecorderAnswer.Dated(best).written();
    return Optional.of(
        new RecorderFinding(
            recorder,
            new RecorderDiagnosis.OtherDay(first.get(), meant, most),
            Standing.TO_LOOK_AT,
            List.of(
                new Choice(choice, "its first day is " + meant, List.of()),
                new Choice(new RecorderAnswer.Dated(0).written(), "as its files say", List.of())),
            most == 0 ? List.of() : List.of(choice),
            List.of(
                new Evidence("files", first.get().toString(), ""),
                new Evidence("pictures", days.toString().replaceAll("[\\[\\]]", ""), ""))));
  }

  /** What is heard, with rates compared as {@code clocks} says. */
  List<RecorderFinding> byWaveform(Clocks clocks) {
    var findings = new ArrayList<RecorderFinding>();
    recorders
        .keySet()
        .forEach(recorder ->
            waveform(recorder, open.getOrDefault(recorder, List.of()), clocks)
                .ifPresent(findings::add));
    return findings;
  }

  /** Which of a recorder's pairs were heard, and how much later by waveform than by timecode. */
  private List<HeardPair> heard(List<Alignment> pairs) {
    var byPair = new HashMap<String, MeasuredOffset>();
    material.all(MeasuredOffset.class).forEach(o -> byPair.put(o.pair(), o));
    var heard = new ArrayList<HeardPair>();
    for (Alignment pair : pairs) {
      MeasuredOffset offset = byPair.get(pair.pair());
      if (offset != null) {
        heard.add(new HeardPair(pair, pair.late(offset)));
      }
    }
    return heard;
  }

  private record HeardPair(Alignment pair, long late) {}

  private Optional<RecorderFinding> rate(String recorder, List<Alignment> pairs) {
    List<Alignment> mixed =
        pairs.stream()
            .filter(pair -> TimecodeBasis.matters(pair.rate(), pair.recording().first()))
            .toList();
    if (mixed.isEmpty()) {
      return Optional.empty();
    }
    FrameRate sound = mixed.getFirst().recording().first().timecodeRate().orElseThrow();
    FrameRate picture = mixed.getFirst().rate();
    var choices = new ArrayList<Choice>();
    var scores = new ArrayList<Integer>();
    for (TimecodeBasis basis : TimecodeBasis.values()) {
      List<Alignment> its = mixed.stream().filter(pair -> pair.basis() == basis).toList();
      long agree =
          its.stream()
              .filter(p ->
                  Optional.ofNullable(named.get(p.recording()))
                      .filter(s -> s.equals(slates.get(p.picture().id())))
                      .isPresent())
              .count();
      long near =
          heard(its).stream()
              .filter(h -> Math.abs(h.late) * 2 <= h.pair.samplesPerFrame().toDouble() * 2)
              .count();
      scores.add((int) (1000 * near + 10 * agree + its.size()));
      choices.add(
          new Choice(
              basis.id(),
              basis.words(),
              List.of(
                  new Evidence("together", Phrase.count(its.size(), "pair"), ""),
                  new Evidence("slates agree", Long.toString(agree), ""),
                  new Evidence("fit by waveform", Long.toString(near), ""))));
    }
    boolean undecided = scores.get(0).equals(scores.get(1));
    TimecodeBasis better =
        scores.get(0) >= scores.get(1) ? TimecodeBasis.LABELS : TimecodeBasis.CLOCK;
    return Optional.of(
        new RecorderFinding(
            recorder,
            new RecorderDiagnosis.OtherRate(sound, picture, Rational.of(36, 10)),
            Standing.TO_LOOK_AT,
            choices,
            undecided ? List.of() : List.of(better.id()),
            List.of()));
  }

  private Optional<RecorderFinding> waveform(
      String recorder, List<Alignment> pairs, Clocks clocks) {
    List<HeardPair> heard =
        heard(
            pairs.stream()
                .filter(pair -> pair.basis() == clocks.basis(pair.recording(), pair.rate()))
                .toList());
    if (heard.size() < LEAST) {
      return Optional.empty();
    }
    List<Long> sorted = heard.stream().map(HeardPair::late).sorted().toList();
    long median = sorted.get(sorted.size() / 2);
    Alignment first = heard.getFirst().pair;
    double frame = first.samplesPerFrame().toDouble();
    long agreeing = sorted.stream().filter(late -> Math.abs(late - median) <= frame / 2).count();
    List<Evidence> evidence =
        List.of(
            new Evidence("heard", Phrase.count(heard.size(), "pair"), agreeing + " agree"),
            new Evidence(
                median < 0 ? "early by" : "late by",
                Phrase.of("%,.1f f", Math.abs(median) / frame),
                Phrase.number(Math.abs(median)) + " samples"),
            new Evidence(
                "scatter", Phrase.number(sorted.getLast() - sorted.getFirst()) + " samples", ""));
    if (agreeing * 4 < heard.size() * 3L) {
      Optional<RecorderAnswer.Line> line = line(heard);
      var choices = new ArrayList<Choice>();
      line.ifPresent(its -> choices.add(new Choice(its.written(), "it drifts evenly", List.of())));
      choices.add(
          new Choice(
              new RecorderAnswer.AsHeard().written(),
              "each recording where it was heard, the others left",
              List.of()));
      choices.add(new Choice(RecorderFinding.lateChoice(0), "as its timecode says", List.of()));
      return Optional.of(
          new RecorderFinding(
              recorder,
              new RecorderDiagnosis.Drifts(sorted.getFirst() / frame, sorted.getLast() / frame),
              Standing.TO_LOOK_AT,
              choices,
              List.of(choices.getFirst().id()),
              evidence));
    }
    if (Math.abs(median) * 2 <= frame) {
      return Optional.of(
          new RecorderFinding(
              recorder,
              new RecorderDiagnosis.InStep(agreeing, heard.size()),
              Standing.SETTLED,
              List.of(),
              List.of(),
              evidence));
    }
    String way = median > 0 ? "late" : "early";
    return Optional.of(
        new RecorderFinding(
            recorder,
            new RecorderDiagnosis.Late(median / frame, agreeing, heard.size()),
            Standing.TO_LOOK_AT,
            List.of(
                new Choice(
                    RecorderFinding.lateChoice(median),
                    Phrase.of("the recorder %.1f frames %s", Math.abs(median) / frame, way),
                    List.of()),
                new Choice(RecorderFinding.lateChoice(0), "as its timecode says", List.of())),
            List.of(RecorderFinding.lateChoice(median)),
            evidence));
  }

  /** The recorders that were heard and whose timecodes no one shift puts right. */
  Set<String> drifting(List<RecorderFinding> heard) {
    return heard.stream()
        .filter(RecorderFinding::drifts)
        .map(RecorderFinding::recorder)
        .collect(Collectors.toSet());
  }

  /** The straight line on which the recordings were heard, by least squares, if they lie on one. */
  private static Optional<RecorderAnswer.Line> line(List<HeardPair> heard) {
    int n = heard.size();
    if (n <= LEAST) {
      return Optional.empty();
    }
    double[] at = heard.stream().mapToDouble(h -> dayPart(h.pair)).toArray();
    double meanAt = Arrays.stream(at).average().orElse(0);
    double meanLate = heard.stream().mapToLong(HeardPair::late).average().orElse(0);
    double up = 0;
    double across = 0;
    for (int i = 0; i < n; i++) {
      up += (at[i] - meanAt) * (heard.get(i).late - meanLate);
      across += (at[i] - meanAt) * (at[i] - meanAt);
    }
    if (across == 0) {
      return Optional.empty();
    }
    double perDay = up / across;
    double day = heard.getFirst().pair.recording().first().sampleRate() * 86_400.0;
    double span = Arrays.stream(at).max().orElse(0) - Arrays.stream(at).min().orElse(0);
    if (Math.abs(perDay) > FASTEST * day || span < SHORTEST) {
      return Optional.empty();
    }
    double atMidnight = meanLate - perDay * meanAt;
    double frame = heard.getFirst().pair.samplesPerFrame().toDouble();
    for (int i = 0; i < n; i++) {
      if (Math.abs(heard.get(i).late - atMidnight - perDay * at[i]) > frame / 2) {
        return Optional.empty();
      }
    }
    return Optional.of(new RecorderAnswer.Line(Math.round(atMidnight), Math.round(perDay)));
  }

  /** When a recording begins, as a part of the day. */
  private static double dayPart(Alignment pair) {
    return pair.recording().first().reference().orElseThrow().seconds().toDouble() / 86_400;
  }

  /** Recordings that lie at no picture, although there is one of their scene and take. */
  private Optional<RecorderFinding> slates(
      String recorder, List<Recording> recordings, List<Alignment> pairs) {
    Set<Recording> together = new HashSet<>();
    pairs.forEach(pair -> together.add(pair.recording()));
    Map<Slate, Source> pictures = new HashMap<>();
    for (Source source : material.sources().all()) {
      Slate slate = slates.get(source.id());
      if (slate != null
          && !material.isSound(source)
          && source.start().isPresent()
          && !source.startsAtZero()) {
        pictures.putIfAbsent(slate, source);
      }
    }
    var late = new ArrayList<Double>();
    for (Recording recording : recordings) {
      Optional<Source> picture = Optional.ofNullable(named.get(recording)).map(pictures::get);
      if (!together.contains(recording) && picture.isPresent()) {
        late.add(late(recording, picture.get()));
      }
    }
    late.sort(null);
    if (late.size() < LEAST) {
      return Optional.empty();
    }
    double median = late.get(late.size() / 2);
    long agreeing = late.stream().filter(l -> Math.abs(l - median) <= SCATTER).count();
    if (agreeing < LEAST || agreeing * 3 < recordings.size()) {
      return Optional.empty();
    }
    if (Math.abs(median) <= SCATTER) {
      // Sound rolls before the picture, or behind it; that says nothing about its clock.
      return Optional.empty();
    }
    long rate = recordings.getFirst().first().reference().orElseThrow().sampleRate();
    About about = about(median, median - SCATTER, median + SCATTER, rate);
    return Optional.of(
        new RecorderFinding(
            recorder,
            new RecorderDiagnosis.SlatesApart(late.size(), about.seconds),
            Standing.TO_LOOK_AT,
            about.choices,
            List.of(about.choices.getFirst().id()),
            List.of(
                new Evidence("slates", Phrase.count(late.size(), "recording"), agreeing + " agree"),
                new Evidence(
                    "apart", Phrase.of("%.0f – %.0f s", late.getFirst(), late.getLast()), ""))));
  }

  /**
   * A shift of a clock that is known to about a second, which no sync can be made of.
   *
   * @param seconds how much; negative where it is early
   * @param choices what can be said of it, what is proposed first
   */
  private record About(long seconds, List<Choice> choices) {}

  /**
   * What can be said of a clock that is late by {@code seconds}, or by anything from one number to
   * another. That it is wrong by whole half hours, and then to the frame, only a person can know.
   */
  private static About about(double seconds, double from, double to, long rate) {
    double round = Math.rint(seconds / HALF_HOUR) * HALF_HOUR;
    boolean isWhole = round != 0 && from <= round && round <= to;
    long near = Math.round(isWhole ? round : seconds);
    String way = near > 0 ? "late" : "early";
    String words = RecorderDiagnosis.length(Math.abs(near));
    var choices = new ArrayList<Choice>();
    choices.add(
        new Choice(
            new RecorderAnswer.About(near * rate).written(),
            Phrase.of("the recorder about %s %s", words, way),
            List.of()));
    if (isWhole) {
      choices.add(
          new Choice(
              RecorderFinding.lateChoice(near * rate),
              Phrase.of("the recorder %s %s, to the frame", words, way),
              List.of()));
    }
    choices.add(new Choice(RecorderFinding.lateChoice(0), "as its timecode says", List.of()));
    return new About(near, List.copyOf(choices));
  }

  /**
   * How much later a recording begins than a picture, in seconds, the shorter way round the day.
   */
  private static double late(Recording recording, Source picture) {
    var file = recording.first();
    Rational first = Aligner.first(picture, file, TimecodeBasis.LABELS, 0);
    double seconds = -first.toDouble() / file.reference().orElseThrow().sampleRate();
    return seconds - Math.rint(seconds / 86_400) * 86_400;
  }
}
