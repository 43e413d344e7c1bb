package org.oddlot.pass.times;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.material.Programme;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Standing;
import org.oddlot.pass.times.TimesPass.Heard;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;

/**
 * How sure it is where a file lies.
 *
 * @param name the file
 * @param count how many captions it has
 * @param frames in how many frames a second it is counted, if that can be told
 * @param best the likeliest way
 * @param others other ways at the same programme, those first for which cuts speak
 * @param heard another file that says the same
 * @param programmes all programmes
 * @param coverage which part of the programme the captions reach over, from 0 to 1
 */
record Verdict(
    String name,
    int count,
    Optional<FrameRate> frames,
    Trial best,
    List<Trial> others,
    Optional<Heard> heard,
    List<Programme> programmes,
    double coverage) {
  private static final int OFFERED = 4;

  /** Rates this near are one, for what a file itself can say. */
  private static final Rational A_LITTLE = Rational.of(1, 100);

  /** So few cuts say nothing about any captions. */
  private static final int FEW_CUTS = 6;

  /** How many deviations from chance are a word for where it lies. */
  private static final double SPEAK = 4;

  /** How many deviations from chance cuts alone must speak for a shift to settle it. */
  private static final double CLEAR = 10;

  /** The way that is proposed. */
  Trial laid() {
    return otherRate().or(this::otherShift).orElse(best);
  }

  /** Whether neither the cuts nor another text speak for it. */
  boolean isByItsPlaceAlone() {
    return !cutsSpeak() && !isHeardSo(best);
  }

  private boolean cutsSpeak() {
    return best.sureness() >= SPEAK;
  }

  TimesFinding.Lies finding() {
    if (best.inside() * 10 < count * 9) {
      return nothingFits();
    }
    Optional<Trial> byRate =
        otherRate()
            .or(() -> best.stretch().equals(Rational.ONE) ? Optional.empty() : Optional.of(best));
    if (byRate.isPresent()) {
      return otherRate(byRate.get());
    }
    Optional<Trial> byShift = otherShift();
    if (byShift.isPresent()) {
      return otherShift(byShift.get());
    }
    boolean sameNames = TimesPass.isCalledLike(name, best.programme());
    boolean alone = programmes.size() == 1;
    boolean asItIs = best.fit().isNone();
    boolean heardSo = isHeardSo(best);
    boolean covers = coverage > 0.5 && coverage <= 1.02;
    boolean cuts = cutsSpeak();
    // That all lie inside is what chance makes of any short file; something has to speak for it.
    boolean hasNoCuts = best.programme().cuts().size() < FEW_CUTS;
    boolean isWitnessed = cuts || heardSo || sameNames || (asItIs && covers && hasNoCuts);
    int witnesses =
        (sameNames ? 1 : 0)
            + (covers ? 1 : 0)
            + (cuts ? 1 : 0)
            + (heardSo ? 1 : 0)
            + (asItIs ? 1 : 0);
    boolean all = best.inside() == count;
    Optional<Trial> counted = cuts || heardSo ? Optional.empty() : countedOtherwise();
    boolean sure =
        all && (alone || sameNames) && witnesses >= 2 && isWitnessed && counted.isEmpty();
    String fit = best.fit().inWords();
    String reason =
        asItIs
            ? Phrase.of(
                "%s of %s lie within %s as they are",
                Phrase.number(best.inside()),
                Phrase.count(count, "caption"),
                best.programme().title())
            : Phrase.of(
                "%s lie within %s %s; as they are, %s would",
                all ? "all " + Phrase.number(count) : Phrase.number(best.inside()),
                best.programme().title(),
                fit,
                insideAsTheyAre() == 0 ? "none" : Phrase.number(insideAsTheyAre()));
    return lies(
        sure ? Standing.SETTLED : Standing.TO_LOOK_AT,
        asItIs ? "lies where it is" : fit,
        reason
            + counted
                .map(trial -> countedOtherwise(trial))
                .orElseGet(() -> doubt(sure, all, alone || sameNames)),
        counted);
  }

  /**
   * A way at another rate of which the file itself speaks: it is counted in frames that the
   * programme has not. A difference of a thousandth is told by cuts alone.
   */
  private Optional<Trial> countedOtherwise() {
    FrameRate its = best.programme().grid().rate();
    return frames
        .map(own -> own.toRational().dividedBy(its.toRational()))
        .filter(stretch -> stretch.minus(Rational.ONE).abs().compareTo(A_LITTLE) > 0)
        .flatMap(stretch ->
            others.stream()
                .filter(trial -> trial.stretch().minus(stretch).abs().compareTo(A_LITTLE) < 0)
                .findFirst());
  }

  private String countedOtherwise(Trial trial) {
    return Phrase.of(
        "; its times are counted in frames of %s, and %s has %s: if it was made for another copy,"
            + " it lies %s",
        frames.orElseThrow(),
        best.programme().title(),
        best.programme().grid().rate(),
        trial.fit().inWords());
  }

  /** Whether another text, which lies where it is, says the same at these times. */
  private boolean isHeardSo(Trial trial) {
    return heard
        .filter(h -> h.lies() && h.found().stretch().equals(trial.stretch()))
        .filter(h -> h.found().shift().minus(trial.shift()).abs().compareTo(Rational.ONE) < 0)
        .isPresent();
  }

  /** A way at the same rate for which cuts or another text speak, and not for the likeliest. */
  private Optional<Trial> otherShift() {
    if (isHeardSo(best)) {
      return Optional.empty();
    }
    Optional<Trial> byText =
        others.stream()
            .filter(trial -> trial.stretch().equals(Rational.ONE))
            .filter(this::isHeardSo)
            .findFirst();
    return byText.or(() ->
        others.stream()
            .filter(trial -> trial.stretch().equals(Rational.ONE))
            .filter(trial -> trial.isClearlyLikelierThan(best))
            .findFirst());
  }

  private TimesFinding.Lies otherShift(Trial trial) {
    boolean alone = programmes.size() == 1 || TimesPass.isCalledLike(name, best.programme());
    boolean byCuts = trial.isClearlyLikelierThan(best);
    boolean byText = isHeardSo(trial);
    boolean spokenAgainst = heard.filter(TimesPass.Heard::lies).isPresent() && !byText;
    boolean sure =
        alone
            && trial.inside() == count
            && !spokenAgainst
            && byCuts
            && (byText || trial.sureness() >= CLEAR);
    String reason =
        Phrase.of(
            "%s lies within %s %s: %s begin at a cut, %s as it is",
            name,
            trial.programme().title(),
            trial.fit().inWords(),
            Phrase.count(trial.atCuts(), "caption"),
            Phrase.number(best.atCuts()));
    return new TimesFinding.Lies(
        name,
        count,
        sure ? Standing.SETTLED : Standing.TO_LOOK_AT,
        trial.fit().inWords(),
        reason + (byText ? Phrase.of("; %s says the same there", heard.orElseThrow().name()) : ""),
        choices(trial),
        List.of(trial.fit().inOneWord()),
        evidence(trial));
  }

  private String doubt(boolean sure, boolean all, boolean clear) {
    if (sure) {
      return "";
    }
    return !all
        ? Phrase.of("; %s do not", Phrase.count(count - best.inside(), "caption"))
        : clear ? "; nothing else speaks for it" : "; it may belong to another timeline";
  }

  private int insideAsTheyAre() {
    return others.stream()
        .filter(trial -> trial.fit().isNone())
        .mapToInt(Trial::inside)
        .findFirst()
        .orElse(0);
  }

  /** A way at another rate for which cuts or another text speak, and not for the likeliest one. */
  private Optional<Trial> otherRate() {
    Optional<Trial> byCuts =
        others.stream()
            .filter(trial -> !trial.stretch().equals(best.stretch()))
            // At the rate at which they were made they lie in the programme as they do otherwise.
            .filter(trial -> trial.inside() >= best.inside())
            .filter(trial -> trial.isLikelierThan(best))
            .findFirst();
    return byCuts.or(() ->
        heard
            .filter(h -> !h.found().stretch().equals(Rational.ONE) && h.lies())
            .flatMap(h ->
                others.stream()
                    .filter(trial -> trial.stretch().equals(h.found().stretch()))
                    .findFirst()));
  }

  private TimesFinding.Lies otherRate(Trial trial) {
    boolean bothSay =
        heard.filter(h -> h.lies() && h.found().stretch().equals(trial.stretch())).isPresent()
            && (trial.equals(best) || trial.isClearlyLikelierThan(best));
    String others =
        trial.equals(best)
            ? Phrase.of("and only so do %s lie within it", Phrase.number(trial.inside()))
            : Phrase.of("%s if its rate is right", Phrase.number(best.atCuts()));
    String reason =
        Phrase.of(
            "%s drifts: %s, %s begin at a cut, %s",
            name, trial.fit().inWords(), Phrase.count(trial.atCuts(), "caption"), others);
    return new TimesFinding.Lies(
        name,
        count,
        bothSay ? Standing.SETTLED : Standing.TO_LOOK_AT,
        "counted at another rate",
        reason,
        choices(trial),
        List.of(trial.fit().inOneWord()),
        evidence(trial));
  }

  private TimesFinding.Lies nothingFits() {
    return new TimesFinding.Lies(
        name,
        count,
        Standing.OPEN,
        "fits no timeline",
        Phrase.of(
            "at best %s of %s fall inside %s",
            Phrase.number(best.inside()), Phrase.count(count, "caption"), best.programme().title()),
        choices(best),
        List.of(),
        evidence(best));
  }

  private TimesFinding.Lies lies(
      Standing standing, String headline, String reason, Optional<Trial> besides) {
    return new TimesFinding.Lies(
        name,
        count,
        standing,
        headline,
        reason,
        choices(best, besides),
        List.of(best.fit().inOneWord()),
        evidence(best));
  }

  private List<Choice> choices(Trial first) {
    return choices(first, Optional.empty());
  }

  private List<Choice> choices(Trial first, Optional<Trial> second) {
    var choices = new ArrayList<Choice>();
    boolean named = programmes.size() > 1;
    choices.add(TimesPass.choice(first, count, named));
    second.ifPresent(trial -> choices.add(TimesPass.choice(trial, count, named)));
    if (!first.equals(best)) {
      choices.add(TimesPass.choice(best, count, named));
    }
    for (Trial other : others) {
      boolean isThere =
          choices.stream().anyMatch(choice -> choice.id().equals(other.fit().inOneWord()));
      if (!isThere && choices.size() < OFFERED) {
        choices.add(TimesPass.choice(other, count, named));
      }
    }
    return choices;
  }

  private List<Evidence> evidence(Trial trial) {
    var evidence = new ArrayList<>(TimesPass.evidence(trial, count));
    evidence.add(new Evidence("covers", Phrase.of("%.0f %%", 100 * coverage), "of the programme"));
    heard.ifPresent(h ->
        evidence.add(
            new Evidence(
                "also said",
                Phrase.of(
                    "%s of %s moments",
                    Phrase.number(h.found().agreeing()), Phrase.number(h.found().compared())),
                Phrase.of(
                    "in %s, %s",
                    h.name(),
                    new Fit(Optional.empty(), h.found().stretch(), h.found().shift()).inWords()))));
    return evidence;
  }
}
