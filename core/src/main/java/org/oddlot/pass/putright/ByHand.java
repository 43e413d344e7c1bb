package org.oddlot.pass.putright;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.oddlot.material.Material;
import org.oddlot.material.Source;
import org.oddlot.paper.Label;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Codec;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Standing;
import org.oddlot.pass.putright.PutRightAnswer.Meaning;
import org.oddlot.pass.putright.PutRightAnswer.OfDay;
import org.oddlot.pass.putright.PutRightAnswer.Way;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.Timecode;

/**
 * What a person puts right unasked, for a selection: the day or the rate of entries, the day or the
 * start of clips. It stands in a lot as an instruction; a finding shows it.
 *
 * @param kind what is put right
 * @param value what it is to be, in the form that its kind takes
 * @param about the ids of the entries or of the sources
 */
public record ByHand(Kind kind, String value, List<String> about) implements Correction {
  /** How they are written: the kind, the value, and what it is about. */
  public static final Codec<ByHand> CODEC = Codec.of(ByHand::written, ByHand::decode);

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

  /** What it does, in words: {@code the date set to 2026-03-14}. */
  public String words() {
    return kind.words + (isShift() ? " moved by " : " set to ") + value;
  }

  private List<String> written() {
    var words = new ArrayList<String>();
    words.add(kind.word());
    words.add(value);
    words.addAll(about);
    return words;
  }

  private static ByHand decode(List<String> words) {
    for (Kind kind : Kind.values()) {
      if (words.size() >= 2 && kind.word().equals(words.getFirst())) {
        var hand = new ByHand(kind, words.get(1), words.subList(2, words.size()));
        hand.problem()
            .ifPresent(what -> {
              throw new IllegalArgumentException(what);
            });
        return hand;
      }
    }
    throw new IllegalArgumentException("it is none of the things that can be put right by hand");
  }

  /** Why it cannot be understood, in a sentence; empty if it can. */
  public Optional<String> problem() {
    try {
      switch (kind) {
        case ENTRIES_DATE, CLIPS_DATE -> new OfDay(true, value).of(Optional.empty());
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
  public boolean takes(PutRightAnswer answer) {
    return false;
  }

  /** What it leaves; it asks for no answer. */
  @Override
  public Applied apply(Material material, PutRightAnswer answer, String reason) {
    return apply(material, reason);
  }

  private Applied apply(Material material, String reason) {
    Set<String> ids = Set.copyOf(about);
    return switch (kind) {
      case ENTRIES_DATE ->
          new Day("", ids, Set.of(), LocalDate.EPOCH)
              .apply(material, new OfDay(true, value), reason);
      case CLIPS_DATE ->
          new Day("", Set.of(), ids, LocalDate.EPOCH)
              .apply(material, new OfDay(false, value), reason);
      case ENTRIES_RECOUNTED, ENTRIES_RETAGGED -> {
        Meaning meaning = kind == Kind.ENTRIES_RECOUNTED ? Meaning.CLOCK : Meaning.LABEL;
        FrameRate to = FrameRate.parse(value);
        yield new Applied(
            material.withPapers(paper ->
                paper.withEntries(
                    entry -> ids.contains(entry.id()) ? Rate.tagged(entry, to, meaning) : entry)),
            List.of());
      }
      case CLIPS_START ->
          Start.found(starts(material)).apply(material, new Way(Start.FOUND), reason);
    };
  }

  /** Where each source is to start. */
  private Map<String, RationalTime> starts(Material material) {
    List<Source> sources =
        about.stream()
            .flatMap(id -> material.sources().byId(id).stream())
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
  PutRightFinding finding(String instruction, Material material) {
    Set<String> ids = Set.copyOf(about);
    List<String> names =
        kind.isOfEntries()
            ? material
                .entries()
                .filter(entry -> ids.contains(entry.id()))
                .map(entry -> "row " + entry.row() + " of " + entry.paper())
                .toList()
            : about.stream()
                .flatMap(each -> material.sources().byId(each).stream())
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
        FindingId.of("putright", "instruction", instruction),
        what,
        this,
        names.isEmpty() ? Standing.OPEN : Standing.SETTLED,
        to,
        names.isEmpty()
            ? "what this was said of is not in the lot any more"
            : what + " chosen by hand; " + to,
        List.of(),
        List.of(),
        evidence,
        Optional.of(instruction));
  }

  /** {@code material} with all of these put right, in the order in which they were said. */
  public static Material applied(Answers answers, Material material) {
    Material now = material;
    for (ByHand hand : answers.instructions(CODEC).values()) {
      now = hand.apply(now, "").material();
    }
    return now;
  }
}
