package org.oddlot.papercut;

import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.oddlot.caption.NameList;
import org.oddlot.caption.Span;
import org.oddlot.caption.Transcript;
import org.oddlot.caption.Turn;
import org.oddlot.material.Derived;
import org.oddlot.material.Material;
import org.oddlot.material.Source;
import org.oddlot.material.TimelineFile;
import org.oddlot.stringout.Logged;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;
import org.oddlot.time.TimeRange;

/**
 * Which transcript was said in which source: it is called as one source is and no other, and its
 * words lie within that; or somebody says so.
 *
 * @param spoken transcripts whose source is known
 * @param left why a transcript has none, by its name
 */
public record Ties(List<Spoken> spoken, Map<String, String> left) {
  /** Words may go on so many seconds beyond what a file says of itself. */
  private static final Rational SLACK = Rational.ONE;

  private static final int SHORTEST_NAME = 3;

  private static final Derived<Ties> ALL =
      Derived.of(
          Set.of(TimelineFile.class, NameList.class, Transcript.class, SaidIn.class),
          material -> of(material, material.one(SaidIn.class).map(SaidIn::text).orElse("")));

  public Ties {
    spoken = List.copyOf(spoken);
  }

  /** The transcripts of a lot, with what was said of them by hand. */
  public static Ties in(Material material) {
    return material.derive(ALL);
  }

  /**
   * The transcripts of a lot.
   *
   * @param said what somebody says: {@code transcript=source}, several with semicolons between
   */
  public static Ties of(Material material, String said) {
    if (material.all(Transcript.class).isEmpty()) {
      return new Ties(List.of(), Map.of());
    }
    Map<String, String> byHand = byHand(said);
    Map<String, Set<Source>> byName = new HashMap<>();
    for (Source source : material.sources().all()) {
      for (String name : source.names()) {
        byName.computeIfAbsent(stem(name), _ -> new LinkedHashSet<>()).add(source);
      }
    }
    Map<String, List<String>> people = people(material);
    var spoken = new ArrayList<Spoken>();
    Map<String, String> left = new LinkedHashMap<>();
    for (Transcript transcript : material.all(Transcript.class)) {
      if (transcript.words().findAny().isEmpty()) {
        left.put(transcript.name(), "has no words");
        continue;
      }
      List<Source> its = sources(transcript.name(), byHand, byName);
      if (its.size() != 1) {
        left.put(
            transcript.name(),
            its.isEmpty()
                ? "no source is called so; say of which it is"
                : Phrase.of("%d sources are called so; say of which it is", its.size()));
        continue;
      }
      tie(transcript, its.getFirst(), people, left).ifPresent(spoken::add);
    }
    return new Ties(spoken, left);
  }

  /** The transcript of this name, if its source is known. */
  public Optional<Spoken> named(String name) {
    return spoken.stream().filter(each -> each.name().equals(name)).findFirst();
  }

  /** Those of a source. */
  public List<Spoken> of(Source source) {
    return spoken.stream().filter(each -> each.source().id().equals(source.id())).toList();
  }

  private static Map<String, String> byHand(String said) {
    Map<String, String> byHand = new HashMap<>();
    for (String pair : said.split("[;\n]", -1)) {
      int equals = pair.indexOf('=');
      if (equals > 0) {
        byHand.put(pair.substring(0, equals).strip(), pair.substring(equals + 1).strip());
      }
    }
    return byHand;
  }

  private static List<Source> sources(
      String transcript, Map<String, String> byHand, Map<String, Set<Source>> byName) {
    String said = byHand.get(transcript);
    if (said != null) {
      return List.copyOf(byName.getOrDefault(stem(said), Set.of()));
    }
    // The longest beginning that a source is called: A010C001-words, A010C001.en.
    String name = stem(transcript);
    while (name.length() >= SHORTEST_NAME) {
      Set<Source> its = byName.getOrDefault(name, Set.of());
      if (!its.isEmpty()) {
        return List.copyOf(its);
      }
      int end = -1;
      for (int i = 1; i < name.length(); i++) {
        end = Character.isLetterOrDigit(name.charAt(i)) ? end : i;
      }
      if (end < 0) {
        break;
      }
      name = name.substring(0, end);
    }
    return List.of();
  }

  /** The name of a file without folders and ending, in lower case. */
  private static String stem(String path) {
    return path.substring(Math.max(path.lastIndexOf('/'), path.lastIndexOf('\\')) + 1)
        .replaceFirst("\\.[A-Za-z][A-Za-z0-9]{1,4}$", "")
        .toLowerCase(Locale.ROOT);
  }

  private static Optional<Spoken> tie(
      Transcript transcript,
      Source source,
      Map<String, List<String>> people,
      Map<String, String> left) {
    Optional<TimeRange> range = source.range();
    if (range.isEmpty()) {
      left.put(
          transcript.name(),
          Phrase.of("it is not known where the media of %s begins", source.name()));
      return Optional.empty();
    }
    Rational first = transcript.turns().getFirst().span().start();
    Rational last = first;
    for (Turn turn : transcript.turns()) {
      first = Span.earlier(first, turn.span().start());
      last = Span.later(last, turn.span().end());
    }
    Rational start = range.get().start().seconds();
    Rational length = range.get().duration().seconds();
    boolean isFromItsStart = first.signum() >= 0 && isBefore(last, length.plus(SLACK));
    boolean isTimecode =
        isBefore(start.minus(SLACK), first) && isBefore(last, start.plus(length).plus(SLACK));
    if (!isFromItsStart && !isTimecode) {
      left.put(
          transcript.name(),
          Phrase.of(
              "its words go from %s to %s, and %s is %s long",
              clock(first), clock(last), source.name(), clock(length)));
      return Optional.empty();
    }
    String doubt =
        isFromItsStart && isTimecode && start.signum() != 0
            ? "its times may be counted from the start of the file, or be timecode"
            : others(transcript, people.getOrDefault(source.id(), List.of()));
    return Optional.of(
        new Spoken(transcript, source, isFromItsStart ? start : Rational.ZERO, doubt));
  }

  private static boolean isBefore(Rational one, Rational other) {
    return one.compareTo(other) <= 0;
  }

  private static String clock(Rational seconds) {
    long whole = seconds.rounded(RoundingMode.HALF_UP);
    return (whole < 0 ? "−" : "") + Phrase.clock(Math.abs(whole));
  }

  /** Who was logged to speak in each source. */
  private static Map<String, List<String>> people(Material material) {
    return material.derive(Logged.ALL).stream()
        .filter(logged -> logged.kind() == Logged.Kind.PERSON)
        .collect(
            Collectors.groupingBy(
                logged -> logged.source().id(),
                Collectors.mapping(Logged::key, Collectors.toList())));
  }

  /** That quite other people were logged in a source; empty where one of them speaks. */
  private static String others(Transcript transcript, List<String> logged) {
    List<String> speakers =
        transcript.speakers().stream().filter(name -> !name.matches(".*\\d")).toList();
    boolean agrees =
        speakers.isEmpty()
            || logged.isEmpty()
            || speakers.stream().anyMatch(one -> logged.stream().anyMatch(its -> share(one, its)));
    return agrees
        ? ""
        : Phrase.of(
            "%s was logged there, and %s speaks in the text",
            logged.getFirst(), speakers.getFirst());
  }

  /** Whether two names have a word in common. */
  private static boolean share(String one, String other) {
    List<String> its = Arrays.asList(one.toLowerCase(Locale.ROOT).split("\\s+", -1));
    return Arrays.stream(other.toLowerCase(Locale.ROOT).split("\\s+", -1)).anyMatch(its::contains);
  }
}
