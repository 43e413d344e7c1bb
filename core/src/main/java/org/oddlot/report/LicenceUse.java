package org.oddlot.report;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.oddlot.material.Delivery;
import org.oddlot.material.Rights;
import org.oddlot.report.SourceUse.Sum;
import org.oddlot.rights.Licence;
import org.oddlot.rights.Price;
import org.oddlot.sheet.Cell;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;

/** What is used under each licence, and what is used under none. */
public final class LicenceUse implements Report {
  private static final List<Column> COLUMNS =
      List.of(
          Column.text("timeline", "Timeline", 20),
          Column.text("holder", "Holder", 26),
          Column.text("licence", "Licence", 14),
          Column.text("material", "Material", 24),
          Column.text("territory", "Territory", 14),
          new Column("until", "Until", Column.Kind.DAY, 11, false),
          Column.sum("sources", "Sources"),
          Column.sum("uses", "Uses"),
          Column.sum("used_frames", "Used frames"),
          Column.sum("seen_frames", "Seen frames"),
          Column.sum("unknown_frames", "Unknown"),
          Column.sum("once_frames", "Unique frames"),
          Column.time("once", "Unique duration"),
          new Column("allowed", "Allowed", Column.Kind.TIME, 13, false),
          Column.time("over", "Over"),
          new Column("unit", "Unit", Column.Kind.TIME, 13, false),
          Column.time("to_pay", "To pay"),
          Column.text("price", "Price", 18),
          Column.number("amount", "Amount", true),
          Column.text("currency", "Currency", 9),
          Column.text("credit", "Credit", 26),
          Column.text("notes", "Notes", 24),
          Column.text("paper", "Said by", 18),
          Column.text("why", "Why", 30));

  /** How sources without a licence can stand, in the order of their rows, and what that means. */
  private static final Map<String, String> WITHOUT = without();

  private static Map<String, String> without() {
    Map<String, String> without = new LinkedHashMap<>();
    without.put("open", "licences are for it, and nobody has said which holds");
    without.put("by name", "only its name says that it is our own");
    without.put("none", "no licence");
    return without;
  }

  /**
   * A licence and what a timeline uses under it.
   *
   * @param timeline the timeline's name
   * @param licence empty for sources without one
   * @param sources how many sources
   * @param once seconds that are seen once, and those of which nobody can tell
   * @param over seconds more than are allowed
   */
  public record Used(
      String timeline, Optional<Licence> licence, int sources, Rational once, Rational over) {}

  /** What each timeline of {@code scope} uses under each licence. */
  public static List<Used> used(Scope scope) {
    var all = new ArrayList<Used>();
    for (TimelineUsage of : scope.timelines()) {
      byLicence(of, Rights.of(scope.material()))
          .forEach((_, sums) -> all.add(used(of, sums, Rights.of(scope.material()))));
    }
    return all;
  }

  private static Used used(TimelineUsage of, List<Sum> sums, Rights rights) {
    Optional<Licence> licence = rights.of(sums.getFirst().source().id());
    long frames = sums.stream().mapToLong(sum -> sum.once() + sum.unknownOnce()).sum();
    Rational seconds = of.seconds(frames);
    Rational over =
        licence
            .flatMap(Licence::allowed)
            .map(seconds::minus)
            .filter(its -> its.signum() > 0)
            .orElse(Rational.ZERO);
    return new Used(of.title(), licence, sums.size(), seconds, over);
  }

  /** Sources by their licences; those without one last. */
  private static Map<String, List<Sum>> byLicence(TimelineUsage of, Rights rights) {
    Map<String, List<Sum>> byLicence = new LinkedHashMap<>();
    Map<String, List<Sum>> without = new LinkedHashMap<>();
    WITHOUT.forEach((standing, _) -> without.put(standing, new ArrayList<>()));
    for (Sum sum : SourceUse.sums(of)) {
      String id = sum.source().id();
      Optional<Licence> licence = rights.of(id);
      if (licence.isPresent()) {
        byLicence
            .computeIfAbsent(
                licence.get().paper() + "\n" + licence.get().row(), _ -> new ArrayList<>())
            .add(sum);
      } else {
        without.getOrDefault(rights.standing(id), new ArrayList<>()).add(sum);
      }
    }
    without.values().removeIf(List::isEmpty);
    byLicence.putAll(without);
    return byLicence;
  }

  @Override
  public String key() {
    return "licences";
  }

  @Override
  public String title() {
    return "Licences";
  }

  @Override
  public List<Column> columns() {
    return COLUMNS;
  }

  @Override
  public List<String> notes() {
    return new SourceUse().notes();
  }

  @Override
  public List<String> passes() {
    return List.of("licences");
  }

  @Override
  public List<Line> lines(Scope scope) {
    Rights rights = Rights.of(scope.material());
    var groups = new ArrayList<Group>();
    for (TimelineUsage of : scope.timelines()) {
      byLicence(of, rights)
          .forEach((_, sums) ->
              groups.add(new Group(of, rights.of(sums.getFirst().source().id()), sums)));
    }
    Map<Licence, Due> due = new HashMap<>();
    groups.forEach(group ->
        group.licence.ifPresent(licence ->
            due.computeIfAbsent(licence, _ -> new Due(new ArrayList<>()))
                .lengths
                .add(group.lengths())));
    var lines = new ArrayList<Line>();
    // A flat price is for the licence, in however many timelines it is used.
    var flat = new HashSet<Licence>();
    for (Group group : groups) {
      boolean isPaidAbove =
          group
              .licence
              .filter(its -> its.price() instanceof Price.Flat && !flat.add(its))
              .isPresent();
      lines.add(
          line(
              scope,
              group,
              rights,
              isPaidAbove,
              group.licence.flatMap(its -> Optional.ofNullable(due.get(its)))));
    }
    return lines;
  }

  /** What a timeline uses under a licence, or without one. */
  private record Group(TimelineUsage of, Optional<Licence> licence, List<Sum> sums) {

    /** What is paid for of each source. */
    List<Rational> lengths() {
      return licence
          .map(its -> sums.stream().map(sum -> SourceUse.paid(sum, its)).toList())
          .orElse(List.of());
    }
  }

  /** What is paid for under a licence in each timeline: the lengths of its sources. */
  private record Due(List<List<Rational>> lengths) {

    /**
     * What it can come to in all where its least price, or its steps, make another sum of all
     * timelines together than of each by itself; else empty.
     */
    List<Rational> together(Price price) {
      if (price instanceof Price.Flat || lengths.size() < 2) {
        return List.of();
      }
      List<Rational> all = price.amounts(lengths.stream().flatMap(List::stream).toList());
      Rational sum = Rational.ZERO;
      for (List<Rational> each : lengths) {
        List<Rational> its = price.amounts(each);
        if (its.size() != 1) {
          return List.of();
        }
        sum = sum.plus(its.getFirst());
      }
      return all.equals(List.of(sum))
          ? List.of()
          : Stream.concat(all.stream(), Stream.of(sum)).distinct().sorted().toList();
    }
  }

  private static Line line(
      Scope scope, Group group, Rights rights, boolean isPaidAbove, Optional<Due> due) {
    TimelineUsage of = group.of;
    List<Sum> sums = group.sums;
    Optional<Licence> licence = group.licence;
    Used used = used(of, sums, rights);
    List<Rational> lengths = group.lengths();
    Optional<Rational> paid =
        licence.map(_ -> lengths.stream().reduce(Rational.ZERO, Rational::plus));
    Optional<Price> price = licence.map(Licence::price);
    List<Rational> amounts = price.map(its -> its.amounts(lengths)).orElse(List.of());
    List<Rational> together =
        price.flatMap(its -> due.map(all -> all.together(its))).orElse(List.of());
    Optional<Rational> amount =
        isPaidAbove || amounts.size() != 1 || !together.isEmpty()
            ? Optional.empty()
            : Optional.of(amounts.getFirst());
    long once = sums.stream().mapToLong(Sum::once).sum();
    long unknown = sums.stream().mapToLong(Sum::unknown).sum();
    var reasons = new ArrayList<String>();
    if (licence.isEmpty()) {
      reasons.add(WITHOUT.getOrDefault(rights.standing(sums.getFirst().source().id()), ""));
    } else if (used.over.signum() > 0) {
      reasons.add("over by " + used.over.toDecimal(1) + " s");
    }
    if (unknown > 0) {
      reasons.add(
          Phrase.count((int) unknown, "frame")
              + " might be hidden"
              + (licence.isPresent() ? ", and are paid for" : ""));
    }
    if (isPaidAbove) {
      reasons.add("its flat price is counted once, above");
    }
    price
        .filter(Price.Asked.class::isInstance)
        .ifPresent(its -> reasons.add("its price has to be asked for"));
    if (amounts.size() > 1) {
      reasons.add("its price can mean " + either(amounts) + ": ask which");
    }
    if (!together.isEmpty()) {
      reasons.add("all timelines together, or each by itself, its price is " + either(together));
    }
    if (amounts.isEmpty() && price.filter(Price.Stepped.class::isInstance).isPresent()) {
      reasons.add("its price does not go as far");
    }
    licence.ifPresent(its -> reasons.addAll(Delivery.of(scope.material()).against(its)));
    String why = String.join("; ", reasons);
    var row =
        new Row(COLUMNS)
            .text("timeline", of.title())
            .text("holder", licence.map(Licence::holder).orElse(""))
            .text("licence", licence.map(Licence::number).orElse(""))
            .text(
                "material",
                licence
                    .map(its -> its.material().text())
                    .orElseGet(() ->
                        String.join("; ", sums.stream().map(sum -> sum.source().name()).toList())))
            .text("territory", licence.map(Licence::territory).orElse(""))
            .cell(
                "until",
                licence.flatMap(Licence::until).<Cell>map(Cell.Day::new).orElse(Cell.NOTHING))
            .count("sources", sums.size())
            .count("uses", sums.stream().mapToLong(sum -> sum.uses().size()).sum())
            .count("used_frames", sums.stream().mapToLong(Sum::used).sum())
            .count("seen_frames", sums.stream().mapToLong(Sum::seen).sum())
            .count("unknown_frames", unknown)
            .count("once_frames", once)
            .time("once", of.seconds(once))
            .cell("allowed", cell(licence.flatMap(Licence::allowed)))
            .cell("over", used.over.signum() > 0 ? Cell.of(used.over) : Cell.NOTHING)
            .cell("unit", cell(licence.map(Licence::unit)))
            .cell("to_pay", cell(paid))
            .text("price", price.map(Price::inWords).orElse(""))
            .cell(
                "amount",
                amount
                    .<Cell>map(
                        its -> new Cell.Amount(its, price.flatMap(p -> rate(p, lengths.size()))))
                    .orElse(Cell.NOTHING))
            .text("currency", licence.map(Licence::currency).orElse(""))
            .text("credit", licence.map(Licence::credit).orElse(""))
            .text("notes", licence.map(Licence::notes).orElse(""))
            .text("paper", licence.map(Licence::from).orElse(""))
            .text("why", why)
            .at(
                of.spot(
                    sums.getFirst().uses().getFirst().event().place(),
                    sums.getFirst().uses().getFirst().plain()))
            .doubtful(!why.isEmpty());
    licence.ifPresent(
        its -> its.further().forEach(each -> row.why(each.head(), each.value(), its.from())));
    for (Sum sum : sums) {
      row.why(
          sum.source().name(),
          of.seconds(sum.once() + sum.unknownOnce()).toDecimal(2) + " s",
          licence
              .map(its -> "to pay " + SourceUse.paid(sum, its).toDecimal(2) + " s")
              .orElse(Phrase.count(sum.uses().size(), "use")));
    }
    return row.line();
  }

  private static String either(List<Rational> amounts) {
    return amounts.stream()
        .sorted()
        .map(each -> each.toDecimal(2))
        .collect(Collectors.joining(" or "));
  }

  /** How an amount comes of what is to be paid for, so that a workbook can reckon it. */
  private static Optional<Cell.Rate> rate(Price price, int sources) {
    return price instanceof Price.Timed(var amount, var unit, var least, var counted)
            && (sources < 2 || least.signum() == 0 || counted != Price.Counted.EACH)
        ? Optional.of(new Cell.Rate("to_pay", amount.dividedBy(unit), least))
        : Optional.empty();
  }

  private static Cell cell(Optional<Rational> seconds) {
    return seconds.map(Cell::of).orElse(Cell.NOTHING);
  }
}
