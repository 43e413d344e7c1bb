package org.oddlot.rights;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;

/** What is asked for the use of material. */
public sealed interface Price {

  /** What a least price, or steps, are meant for where several pieces of material are used. */
  enum Counted {
    TOGETHER,
    EACH,
    /** The paper does not say which of the two. */
    UNSAID;

    /** The amounts of some lengths, one for each way that it can be meant; empty if one is open. */
    private List<Rational> over(
        List<Rational> lengths, Function<Rational, Optional<Rational>> price) {
      Rational all = sum(lengths);
      List<List<Rational>> ways =
          switch (this) {
            case TOGETHER -> List.of(List.of(all));
            case EACH -> List.of(lengths);
            case UNSAID -> List.of(List.of(all), lengths);
          };
      Set<Rational> amounts = new LinkedHashSet<>();
      for (List<Rational> way : ways) {
        List<Rational> prices = way.stream().map(price).flatMap(Optional::stream).toList();
        if (prices.size() < way.size()) {
          return List.of();
        }
        amounts.add(sum(prices));
      }
      return List.copyOf(amounts);
    }
  }

  /**
   * So much for a length of time.
   *
   * @param amount in the licence's currency
   * @param seconds for how many seconds; above zero
   * @param least what is asked at the least; zero where nothing is said
   * @param counted what the least is for
   */
  record Timed(Rational amount, Rational seconds, Rational least, Counted counted)
      implements Price {

    private Optional<Rational> of(Rational length) {
      Rational due = length.dividedBy(seconds).times(amount);
      boolean isLess = due.compareTo(least) < 0 && length.signum() > 0;
      return Optional.of(isLess ? least : due);
    }
  }

  /** So much, however long it is. */
  record Flat(Rational amount) implements Price {}

  /**
   * One price for so long, another for what is longer.
   *
   * @param steps the shorter first; where the last one ends, nothing is said of what is longer
   * @param split which length is paid at which price
   * @param counted what the length is that of
   */
  record Stepped(List<Step> steps, Split split, Counted counted) implements Price {
    public Stepped {
      steps = List.copyOf(steps);
    }

    /** What is paid for a length; empty where it is longer than all steps. */
    private Optional<Rational> of(Rational length, Split how) {
      Rational due = Rational.ZERO;
      Rational from = Rational.ZERO;
      for (Step step : steps) {
        boolean isLast = step.upTo.filter(end -> end.compareTo(length) < 0).isEmpty();
        Rational until = isLast ? length : step.upTo.orElse(length);
        Rational here =
            step.of(how == Split.WHOLE ? length : until.minus(from), length.signum() > 0);
        due = how == Split.WHOLE ? here : due.plus(here);
        if (isLast) {
          return Optional.of(due);
        }
        from = until;
      }
      return Optional.empty();
    }
  }

  /**
   * A price that holds up to a length.
   *
   * @param upTo to which length, in seconds; empty for any
   * @param amount how much
   * @param per for how many seconds, of which those that are begun count; empty where it is for all
   */
  record Step(Optional<Rational> upTo, Rational amount, Optional<Rational> per) {

    private Rational of(Rational length, boolean isUsed) {
      return per.map(
              unit -> amount.times(length.dividedBy(unit).rounded(java.math.RoundingMode.CEILING)))
          .orElse(isUsed ? amount : Rational.ZERO);
    }

    private String inWords() {
      return amount.toDecimal(2) + per.map(unit -> " / " + unit(unit)).orElse("");
    }
  }

  /** Which part of a length is paid at the price of a step. */
  enum Split {
    /** What lies in the step. */
    PART,
    /** All of it, at the price of the step in which it ends. */
    WHOLE,
    /** The paper does not say which of the two. */
    UNSAID
  }

  /** Nothing. */
  record Free() implements Price {}

  /** The paper says nothing of a price. */
  record Unsaid() implements Price {}

  /**
   * Something that no amount is made of: on request, a range, a share of what is not known, words
   * that are not understood.
   *
   * @param said as it is written
   */
  record Asked(String said) implements Price {}

  /**
   * What can be due for some pieces of material.
   *
   * @param lengths of each what is paid for, in whole units, in seconds
   * @return one amount where there is no doubt, several where the paper leaves open which it means,
   *     none where nobody can tell
   */
  default List<Rational> amounts(List<Rational> lengths) {
    return switch (this) {
      case Timed timed -> timed.counted.over(lengths, timed::of);
      case Stepped stepped -> {
        var amounts = new LinkedHashSet<Rational>();
        for (Split split : List.of(Split.PART, Split.WHOLE)) {
          if (stepped.split == Split.UNSAID || stepped.split.equals(split)) {
            List<Rational> its = stepped.counted.over(lengths, length -> stepped.of(length, split));
            if (its.isEmpty()) {
              yield List.of();
            }
            amounts.addAll(its);
          }
        }
        yield List.copyOf(amounts);
      }
      case Flat(Rational amount) -> List.of(sum(lengths).signum() > 0 ? amount : Rational.ZERO);
      case Free() -> List.of(Rational.ZERO);
      case Unsaid(), Asked(_) -> List.of();
    };
  }

  /** What is to be paid for one piece of so many seconds; empty where nobody can tell. */
  default Optional<Rational> amount(Rational seconds) {
    List<Rational> amounts = amounts(List.of(seconds));
    return amounts.size() == 1 ? Optional.of(amounts.getFirst()) : Optional.empty();
  }

  /** So much of it: of a price less ten percent nine tenths; empty where that is not one price. */
  default Optional<Price> times(Rational factor) {
    return switch (this) {
      case Timed(Rational amount, Rational unit, Rational least, Counted counted) ->
          least.signum() > 0
              ? Optional.empty()
              : Optional.of(new Timed(amount.times(factor), unit, least, counted));
      case Flat(Rational amount) -> Optional.of(new Flat(amount.times(factor)));
      case Stepped(List<Step> steps, Split split, Counted counted) -> {
        var changed = new ArrayList<Step>();
        steps.forEach(
            step -> changed.add(new Step(step.upTo, step.amount.times(factor), step.per)));
        yield Optional.of(new Stepped(changed, split, counted));
      }
      case Free(), Unsaid() -> Optional.of(this);
      case Asked(_) -> Optional.empty();
    };
  }

  /** For people: {@code 18.00 / s}. */
  default String inWords() {
    return switch (this) {
      case Timed(Rational amount, Rational unit, Rational least, Counted counted) ->
          Phrase.of(
              "%s / %s%s%s",
              amount.toDecimal(2),
              unit(unit),
              least.signum() > 0 ? ", at least " + least.toDecimal(2) : "",
              least.signum() > 0 ? inWords(counted) : "");
      case Flat(Rational amount) -> amount.toDecimal(2) + " flat";
      case Stepped(List<Step> steps, Split split, Counted counted) ->
          steps.stream()
                  .map(step -> step.inWords() + until(step, split, step.equals(steps.getFirst())))
                  .collect(Collectors.joining(", "))
              + inWords(counted);
      case Free() -> "free";
      case Unsaid() -> "";
      case Asked(String said) -> "to be asked: " + said;
    };
  }

  private static String until(Step step, Split split, boolean isFirst) {
    String to = split == Split.PART && isFirst ? " for the first " : " up to ";
    return step.upTo.map(end -> to + length(end)).orElse(" for more");
  }

  private static String inWords(Counted counted) {
    return switch (counted) {
      case TOGETHER -> " for all";
      case EACH -> " for each";
      case UNSAID -> "";
    };
  }

  private static String unit(Rational unit) {
    return unit.equals(Rational.ONE)
        ? "s"
        : unit.equals(Rational.of(60)) ? "min" : unit.toDecimal(1) + " s";
  }

  private static String length(Rational seconds) {
    return seconds.isWhole() ? seconds.toDecimal(0) + " s" : seconds.toDecimal(1) + " s";
  }

  private static Rational sum(List<Rational> of) {
    return of.stream().reduce(Rational.ZERO, Rational::plus);
  }
}
