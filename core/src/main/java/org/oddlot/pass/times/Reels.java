package org.oddlot.pass.times;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.caption.Span;
import org.oddlot.material.Programme;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Standing;
import org.oddlot.text.NaturalOrder;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;

/**
 * Files of one language that would be laid over each other at one programme, and say different
 * things: reels that each begin at zero. They lie one after the other, or somebody is asked.
 */
final class Reels {
  /** How much of the shorter may lie over the other by chance: the end of one reel. */
  private static final double OVER = 0.1;

  /** How much longer than the programme all together may be and still be its reels. */
  private static final double LONGER = 1.15;

  /** What part of the moments of the shorter text stands in another version of it. */
  private static final double VERSION = 0.3;

  private Reels() {}

  /**
   * A file and where it would be laid.
   *
   * @param at the way that is proposed
   * @param isByItsPlaceAlone whether no cut and no other text speaks for it
   */
  record Laid(
      TimesPass.Words file, TimesFinding.Lies finding, Trial at, boolean isByItsPlaceAlone) {
    double from() {
      return moment(file.spans().stream().map(Span::start).min(Rational::compareTo));
    }

    double to() {
      return moment(file.spans().stream().map(Span::end).max(Rational::compareTo));
    }

    double length() {
      return to() - from();
    }

    private double moment(Optional<Rational> own) {
      return at.fit().apply(own.orElse(Rational.ZERO)).toDouble();
    }

    boolean isOver(Laid other) {
      double shared = Math.min(to(), other.to()) - Math.max(from(), other.from());
      return shared > OVER * Math.min(length(), other.length());
    }

    /** Whether both say the same: one is another version of the other. */
    boolean saysTheSameAs(Laid other) {
      Map<String, Rational> mine = file.said();
      Map<String, Rational> its = other.file.said();
      long both = mine.keySet().stream().filter(its::containsKey).count();
      return both > VERSION * Math.min(mine.size(), its.size());
    }
  }

  /** What is found of all files, those that would lie over each other among them. */
  static List<TimesFinding> heeded(List<Laid> all) {
    Map<String, List<Laid>> together = new LinkedHashMap<>();
    for (Laid laid : all) {
      if (laid.finding.standing() != Standing.OPEN) {
        String key = laid.at.programme().id() + " " + laid.file.language();
        together.computeIfAbsent(key, _ -> new ArrayList<>()).add(laid);
      }
    }
    Map<String, TimesFinding> instead = new LinkedHashMap<>();
    together.values().forEach(its -> heed(its, instead));
    return all.stream().map(laid -> instead.getOrDefault(laid.file.name(), laid.finding)).toList();
  }

  private static void heed(List<Laid> its, Map<String, TimesFinding> instead) {
    List<Laid> reels =
        its.stream()
            .filter(one ->
                its.stream()
                    .anyMatch(other ->
                        !other.file.name().equals(one.file.name())
                            && one.isOver(other)
                            && !one.saysTheSameAs(other)))
            .sorted(Comparator.comparing(laid -> laid.file.name(), NaturalOrder::compare))
            .toList();
    if (reels.size() < 2) {
      return;
    }
    Programme programme = reels.getFirst().at.programme();
    double whole = programme.span().length().toDouble();
    if (reels.stream().mapToDouble(Laid::length).sum() > LONGER * whole) {
      return;
    }
    Rational over = programme.span().start();
    for (Laid reel : reels) {
      Trial at = after(over, reel, programme);
      instead.put(reel.file.name(), finding(reel, at, reels));
      Rational last =
          reel.file.spans().stream().map(Span::end).max(Rational::compareTo).orElseThrow();
      over = at.fit().apply(last);
    }
  }

  /** A reel behind the one before: where the cuts say, else so that it begins with the next cut. */
  private static Trial after(Rational over, Laid reel, Programme programme) {
    List<Span> spans = reel.file.spans();
    Rational first = spans.stream().map(Span::start).min(Rational::compareTo).orElseThrow();
    Rational last = spans.stream().map(Span::end).max(Rational::compareTo).orElseThrow();
    double least = over.minus(first).toDouble() - 0.5;
    double most = programme.span().end().minus(last).toDouble() + 0.5;
    Rational shift =
        CutVotes.shift(spans, programme, least, most)
            .orElseGet(() ->
                over.equals(programme.span().start())
                    ? over
                    : programme.cuts().stream()
                        .filter(cut -> cut.compareTo(over) >= 0)
                        .min(Rational::compareTo)
                        .orElse(over));
    return Trial.of(spans, programme, Rational.ONE, shift);
  }

  private static TimesFinding finding(Laid reel, Trial at, List<Laid> reels) {
    List<String> others =
        reels.stream()
            .map(each -> each.file.name())
            .filter(n -> !n.equals(reel.file.name()))
            .toList();
    int count = reel.file.spans().size();
    var choices = new ArrayList<Choice>();
    choices.add(TimesPass.choice(at, count, false));
    if (!at.fit().equals(reel.at.fit())) {
      choices.add(TimesPass.choice(reel.at, count, false));
    }
    return new TimesFinding.Lies(
        reel.file.name(),
        count,
        Standing.TO_LOOK_AT,
        "a reel, " + at.fit().inWords(),
        Phrase.of(
            "laid by itself it would lie over %s, which says something else; one after the other"
                + " they fill %s",
            String.join(" and ", others), at.programme().title()),
        choices,
        List.of(at.fit().inOneWord()),
        TimesPass.evidence(at, count));
  }
}
