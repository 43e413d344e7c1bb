package org.oddlot.pass.putright;

import java.time.DateTimeException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.oddlot.paper.Label;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Matter;
import org.oddlot.pass.Source;
import org.oddlot.pass.Standing;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.Timecode;

/**
 * What a person puts right unasked, for a selection: the day or the rate of entries, the day or the
 * start of clips. It stands in a lot as a decision of its own, whose finding is made from it.
 *
 * @param kind what is put right
 * @param value what it is to be, in the form that its kind takes
 * @param about the ids of the entries or of the sources
 */
public record ByHand(Kind kind, String value, List<String> about) implements Correction {
  /** What the ids of such findings begin with. */
  private static final String PREFIX = "putright:hand:";

  private static final int EXAMPLES = 12;

  /** What can be put right by hand, and the form in which it is said. */
  public enum Kind {
    /** A day, {@code 2026-03-14}, or a number of days later or earlier, {@code +1}. */
    ENTRIES_DATE("the date"),
    /** A rate; the time of day is right, frames are counted anew. */
    ENTRIES_RECOUNTED("the rate, frames counted anew,"),
    /** A rate; the labels are right. */
    ENTRIES_RETAGGED("the rate, labels kept,"),
    /** A day, or a number of days later or earlier. */
    CLIPS_DATE("the date"),
    /**
     * The timecode at which the first of them starts, {@code 10:00:00:00}, the others keeping their
     * distance; or how much later or earlier all start, {@code +01:00:00:00}.
     */
    CLIPS_START("the start");

    private final String words;

    Kind(String words) {
      this.words = words;
    }

    /** Whether it is about entries rather than clips. */
    public boolean isOfEntries() {
      return this != CLIPS_DATE && this != CLIPS_START;
    }

    private String word() {
      return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
  }

  public ByHand {
    about = List.copyOf(about);
  }

  /** An id under which it can be said: none of {@code known}, and after all of them. */
  public static String newId(Set<String> known) {
    return PREFIX + (1 + known.stream().mapToInt(ByHand::number).max().orElse(0));
  }

  private static int number(String id) {
    String number = id.startsWith(PREFIX) ? id.substring(PREFIX.length()) : "";
    return number.matches("\\d{1,8}") ? Integer.parseInt(number) : 0;
  }

  /** What it does, in words: {@code the date set to 2026-03-14}. */
  public String words() {
    return kind.words + (isShift() ? " moved by " : " set to ") + value;
  }

  /** The decision that says it. */
  public Decision toDecision() {
    var chosen = new ArrayList<String>();
    chosen.add(kind.word());
    chosen.add(value);
    chosen.addAll(about);
    return Decision.accept(chosen);
  }

  /** What some decisions put right by hand, by the ids of their findings, in the order said. */
  public static Map<String, ByHand> in(Map<String, Decision> decisions) {
    var found = new LinkedHashMap<String, ByHand>();
    decisions.keySet().stream()
        .filter(id -> number(id) > 0)
        .sorted(Comparator.comparingInt(ByHand::number))
        .forEach(id ->
            Optional.ofNullable(decisions.get(id))
                .flatMap(ByHand::of)
                .ifPresent(hand -> found.put(id, hand)));
    return found;
  }

  private static Optional<ByHand> of(Decision decision) {
    List<String> chosen = decision.chosen();
    if (chosen.size() < 2) {
      return Optional.empty();
    }
    for (Kind kind : Kind.values()) {
      if (kind.word().equals(chosen.getFirst())) {
        var hand = new ByHand(kind, chosen.get(1), chosen.subList(2, chosen.size()));
        return Optional.of(hand).filter(h -> h.problem().isEmpty());
      }
    }
    return Optional.empty();
  }

  /** Why it cannot be understood, in a sentence; empty if it can. */
  public Optional<String> problem() {
    try {
      switch (kind) {
        case ENTRIES_DATE, CLIPS_DATE -> Day.day(value, Optional.empty());
        case ENTRIES_RECOUNTED, ENTRIES_RETAGGED -> FrameRate.parse(value);
        case CLIPS_START -> {
          if (Label.parse(unsigned()).filter(Label::isToTheFrame).isEmpty()) {
            return Optional.of("\"" + value + "\" is no timecode such as 10:00:00:00.");
          }
        }
      }
      // A shift in days has to be a number.
      if (isShift() && kind != Kind.CLIPS_START) {
        Integer.parseInt(value);
      }
      return Optional.empty();
    } catch (DateTimeException e) {
      return Optional.of("\"" + value + "\" is no day such as 2026-03-14, nor +1 or -1.");
    } catch (IllegalArgumentException e) {
      return Optional.of(
          kind == Kind.CLIPS_DATE || kind == Kind.ENTRIES_DATE
              ? "\"" + value + "\" is no number of days such as +1 or -1."
              : "\"" + value + "\" is no frame rate such as 23.976 or 25.");
    }
  }

  private boolean isShift() {
    return value.startsWith("+") || value.startsWith("-");
  }

  private String unsigned() {
    return isShift() ? value.substring(1) : value;
  }

  @Override
  public Applied apply(Matter matter, String chosen, String reason) {
    Set<String> ids = Set.copyOf(about);
    return switch (kind) {
      case ENTRIES_DATE ->
          new Day("", ids, Set.of()).apply(matter, Day.ENTRIES + " " + value, reason);
      case CLIPS_DATE -> new Day("", Set.of(), ids).apply(matter, Day.CLIPS + " " + value, reason);
      case ENTRIES_RECOUNTED, ENTRIES_RETAGGED -> {
        String meaning = kind == Kind.ENTRIES_RECOUNTED ? Rate.CLOCK : Rate.LABEL;
        FrameRate to = FrameRate.parse(value);
        yield new Applied(
            matter.withPapers(paper ->
                paper.withEntries(
                    entry -> ids.contains(entry.id()) ? Rate.tagged(entry, to, meaning) : entry)),
            List.of());
      }
      case CLIPS_START -> Start.found(starts(matter)).apply(matter, Start.FOUND, reason);
    };
  }

  /** Where each source is to start. */
  private Map<String, RationalTime> starts(Matter matter) {
    List<Source> sources =
        about.stream()
            .flatMap(id -> matter.sources().byId(id).stream())
            .filter(source -> source.start().isPresent())
            .sorted(
                Comparator.comparing((Source source) -> source.start().orElseThrow())
                    .thenComparing(Source::id))
            .toList();
    var starts = new LinkedHashMap<String, RationalTime>();
    if (sources.isEmpty()) {
      return starts;
    }
    RationalTime first = sources.getFirst().start().orElseThrow();
    Label label = Label.parse(unsigned()).orElseThrow();
    for (Source source : sources) {
      RationalTime now = source.start().orElseThrow();
      Optional<Long> frames = frames(label, isShift() ? now.rate() : first.rate());
      if (frames.isEmpty()) {
        // There is no such label at this rate: frame 24 of 24, for instance.
        continue;
      }
      long later =
          isShift()
              ? (value.startsWith("-") ? -frames.get() : frames.get())
              : (frames.get() - first.value()) * now.rate().nominal() / first.rate().nominal();
      long day = Timecode.framesInADay(now.rate(), false);
      starts.put(source.id(), RationalTime.of(Math.floorMod(now.value() + later, day), now.rate()));
    }
    return starts;
  }

  private static Optional<Long> frames(Label label, FrameRate rate) {
    return label.at(rate, label.semicolon()).map(Timecode::frames);
  }

  /** What was said, as a finding: it can be seen and taken back as any other. */
  PutRightFinding finding(String id, Matter matter) {
    Set<String> ids = Set.copyOf(about);
    List<String> names =
        kind.isOfEntries()
            ? matter
                .entries()
                .filter(entry -> ids.contains(entry.id()))
                .map(entry -> "row " + entry.row() + " of " + entry.paper())
                .toList()
            : about.stream()
                .flatMap(each -> matter.sources().byId(each).stream())
                .map(Source::name)
                .toList();
    String what = Phrase.count(names.size(), kind.isOfEntries() ? "entry" : "clip");
    String to = words();
    var evidence = new ArrayList<Evidence>();
    names.stream().limit(EXAMPLES).forEach(name -> evidence.add(new Evidence("about", name, "")));
    if (names.size() > EXAMPLES) {
      evidence.add(new Evidence("and", names.size() - EXAMPLES + " more", ""));
    }
    return new PutRightFinding(
        id,
        what,
        this,
        names.isEmpty() ? Standing.OPEN : Standing.TO_LOOK_AT,
        to,
        names.isEmpty()
            ? "what this was said of is not in the lot any more"
            : what + " chosen by hand; " + to,
        List.of(),
        List.of(),
        evidence);
  }

  /** {@code matter} with all of these put right, in the order in which they were said. */
  public static Matter applied(Map<String, Decision> decisions, Matter matter) {
    Matter now = matter;
    for (ByHand hand : in(decisions).values()) {
      now = hand.apply(now, hand.value, "").matter();
    }
    return now;
  }
}
