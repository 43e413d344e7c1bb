package org.oddlot.pass.match;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.oddlot.material.DayBoundary;
import org.oddlot.material.Source;
import org.oddlot.paper.Label;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.match.Candidate.Agreement;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.Timecode;

/** Sees, for one entry by itself, which sources it may belong to, or why it fits none. */
final class CandidateFinder {
  /** Of more clips at one time nobody could say which is meant. */
  private static final int MOST = 100;

  /** As many clips may lie in one stretch. */
  private static final int MOST_TOUCHED = 250;

  /** How many clips are looked at for one entry, of whatever camera and day. */
  private static final int MOST_LOOKED_AT = 500;

  /** Starts up to this many tolerances away are shown, though never settled. */
  static final long NEAR = 3;

  /** How far to look for the nearest clip when nothing fits, in label seconds. */
  private static final long FAR_SECONDS = 3600;

  private final StartIndex starts;
  private final List<Source> sources;
  private @Nullable SourceNameIndex names;
  private final long tolerance;

  private final Naming naming;

  CandidateFinder(List<Source> sources, Naming naming, long tolerance) {
    this.naming = naming;
    // What is logged by time is a shot; sound by itself belongs to the entries that name it.
    this.starts = new StartIndex(sources.stream().filter(source -> !source.isSound()).toList());
    this.sources = sources;
    this.tolerance = tolerance;
  }

  /**
   * What was seen of one entry.
   *
   * @param entry the entry
   * @param candidates the sources it may belong to, nearest first
   * @param doubt why even a good candidate is for a person to look at, if there is a doubt
   * @param whyNone why there are no candidates, if there are none
   * @param tolerance how far apart entry and start may be, in frames
   */
  record Seen(
      LogEntry entry,
      List<Candidate> candidates,
      Optional<Diagnosis> doubt,
      Optional<Diagnosis> whyNone,
      long tolerance) {

    /** Whether a candidate starts within the tolerance, or is touched by the stretch. */
    boolean fits(Candidate candidate) {
      if (!candidate.hasTime()) {
        return candidate.sameName() == Agreement.SAME || candidate.slateFrom().isPresent();
      }
      return entry.kind() == LogEntry.Kind.SHOT
          ? candidate.distance() <= tolerance
          : candidate.inside();
    }

    /** The candidates that fit. */
    List<Candidate> fitting() {
      return candidates.stream().filter(this::fits).toList();
    }
  }

  Seen of(LogEntry entry) {
    Optional<Diagnosis> doubt =
        endsBeforeItBegins(entry) ? Optional.of(new Diagnosis.EndsTooEarly()) : Optional.empty();
    List<Source> named = entry.clip().isEmpty() ? List.of() : named(entry);
    if (named.size() > MOST) {
      return seenNone(entry, new Diagnosis.SeveralOfName(entry.clip(), named.size()));
    }
    var candidates = new Gathered(entry, named);
    boolean namesSound = !named.isEmpty() && named.stream().allMatch(Source::isSound);
    if (entry.in().isPresent() && !namesSound) {
      Label label = entry.in().get();
      List<FrameRate> rates =
          starts.rates().stream()
              .filter(rate -> entry.rate().isEmpty() || entry.rate().get().equals(rate))
              .toList();
      // A frame that exists at some rate was counted at that one.
      List<FrameRate> possible =
          rates.stream().filter(rate -> label.at(rate, label.semicolon()).isPresent()).toList();
      if (possible.isEmpty() && !rates.isEmpty()) {
        doubt = doubt.or(() -> Optional.of(noSuchFrame(label, rates.getFirst())));
      }
      Label read = possible.isEmpty() ? label.toTheSecond() : label;
      for (FrameRate rate : possible.isEmpty() ? rates : possible) {
        read.at(rate, label.semicolon())
            .ifPresent(timecode -> collect(entry, timecode, candidates));
      }
    }
    List<Candidate> all = candidates.all();
    if (all.isEmpty() && candidates.isCrowded()) {
      return seenNone(entry, new Diagnosis.Crowd(MOST));
    }
    if (all.isEmpty()) {
      return seenNone(
          entry,
          entry.in().isPresent()
              ? whyNone(entry, entry.in().get())
              : entry.clip().isEmpty()
                  ? new Diagnosis.NoTimecode()
                  : new Diagnosis.NoSuchName(entry.clip()));
    }
    all.sort(
        Comparator.comparingInt((Candidate c) -> c.isOfAnother() ? 1 : 0)
            .thenComparingInt(c -> c.sameName() == Agreement.SAME ? 0 : 1)
            .thenComparingLong(Candidate::distance)
            .thenComparing(c -> c.source().id()));
    return new Seen(entry, all, doubt, Optional.empty(), tolerance);
  }

  /** The sources that an entry names: by the clip's name, or by the card's and the clip's. */
  private List<Source> named(LogEntry entry) {
    List<Source> named = names().find(entry.clip());
    if (!named.isEmpty()) {
      return named;
    }
    return entry.reels().stream()
        .flatMap(reel -> names().find(reel + "_" + entry.clip()).stream())
        .distinct()
        .toList();
  }

  /** A source that the entry names, wherever it lies. */
  private Candidate byName(LogEntry entry, Source source) {
    Optional<Timecode> at =
        source
            .rate()
            .filter(rate -> entry.rate().isEmpty() || entry.rate().get().equals(rate))
            .flatMap(rate -> entry.in().flatMap(label -> label.at(rate, label.semicolon())));
    long frames = at.map(t -> source.start().orElseThrow().value() - t.frames()).orElse(0L);
    boolean inside = at.isPresent() && frames <= 0 && -frames < StartIndex.duration(source);
    return new Candidate(
        source,
        at,
        frames,
        inside,
        agreement(entry, source),
        sameCamera(entry, source),
        naming.unit(entry, source),
        naming.reel(entry, source),
        Agreement.SAME,
        Optional.empty());
  }

  /** A source that is known to be of the entry's scene and take. */
  Candidate bySlate(LogEntry entry, Slates.Known known) {
    return new Candidate(
        known.source(),
        Optional.empty(),
        0,
        false,
        agreement(entry, known.source()),
        sameCamera(entry, known.source()),
        naming.unit(entry, known.source()),
        naming.reel(entry, known.source()),
        Agreement.UNKNOWN,
        Optional.of(known.from()));
  }

  /** Made when the first entry names a clip; most logs do not. */
  private synchronized SourceNameIndex names() {
    SourceNameIndex made = names;
    if (made == null) {
      made = new SourceNameIndex(sources);
      names = made;
    }
    return made;
  }

  private Seen seenNone(LogEntry entry, Diagnosis why) {
    return new Seen(entry, List.of(), Optional.empty(), Optional.of(why), tolerance);
  }

  private static Diagnosis noSuchFrame(Label label, FrameRate rate) {
    return new Diagnosis.NoSuchFrame(label.frames(), rate);
  }

  private static boolean endsBeforeItBegins(LogEntry entry) {
    return entry.in().isPresent()
        && entry.out().isPresent()
        && entry.out().get().toString().compareTo(entry.in().get().toString()) < 0;
  }

  /**
   * Adds the sources at the timecode's rate whose dates and cameras do not contradict the entry.
   */
  private void collect(LogEntry entry, Timecode at, Gathered candidates) {
    if (entry.kind() == LogEntry.Kind.SHOT) {
      starts.startingWithin(
          at.rate(),
          entry.date(),
          at.frames() - NEAR * tolerance,
          at.frames() + NEAR * tolerance,
          source -> candidates.wantsMoreThan(source, at));
      candidates.lookAtCrowd();
    }
    starts.touching(
        at.rate(),
        entry.date(),
        at.frames(),
        Math.max(at.frames() + 1, end(entry, at)),
        source -> candidates.wantsMoreThan(source, at));
    if (entry.kind() != LogEntry.Kind.SHOT) {
      candidates.lookAtCrowd();
    }
  }

  /**
   * The candidates of one entry. Where so many begin at its time that nobody could choose between
   * them, as where every clip begins at one o'clock, time says nothing, and what is named is left.
   */
  private final class Gathered {
    private final LogEntry entry;
    private final List<Source> named;
    private final Set<String> names;
    private final Map<String, Candidate> byTime = new LinkedHashMap<>();
    private final int most;
    private int ofAnother;
    private int seen;
    private boolean crowded;

    Gathered(LogEntry entry, List<Source> named) {
      this.entry = entry;
      this.named = named;
      this.names = named.stream().map(Source::id).collect(Collectors.toSet());
      this.most = entry.kind() == LogEntry.Kind.SHOT ? MOST : MOST_TOUCHED;
    }

    boolean wantsMoreThan(Source source, Timecode at) {
      seen++;
      Agreement date = agreement(entry, source);
      if (date != Agreement.DIFFERENT && !byTime.containsKey(source.id())) {
        Candidate candidate = byTime(entry, at, source, date, names);
        // Of those of another camera some are shown; they are no reason to give up the others.
        boolean isKept = !candidate.isOfAnother() || ++ofAnother <= most;
        if (isKept) {
          byTime.put(source.id(), candidate);
        }
      }
      return !isFull();
    }

    private boolean isFull() {
      return byTime.size() - Math.min(ofAnother, most) > most || seen > MOST_LOOKED_AT;
    }

    /** If there are too many by now, these are a crowd: what is looked at later only stops. */
    void lookAtCrowd() {
      crowded |= isFull();
    }

    boolean isCrowded() {
      return crowded;
    }

    List<Candidate> all() {
      var all = new ArrayList<Candidate>();
      for (Candidate candidate : byTime.values()) {
        if (!crowded || names.contains(candidate.source().id())) {
          all.add(candidate);
        }
      }
      for (Source source : named) {
        Candidate known = byTime.get(source.id());
        if (known == null) {
          all.add(byName(entry, source));
        }
      }
      return all;
    }
  }

  private static long end(LogEntry entry, Timecode at) {
    return entry.kind() == LogEntry.Kind.SHOT
        ? at.frames()
        : entry
            .out()
            .flatMap(out -> out.at(at.rate(), at.dropFrame()))
            .map(Timecode::frames)
            .orElse(at.frames());
  }

  private Candidate byTime(
      LogEntry entry, Timecode at, Source source, Agreement date, Set<String> named) {
    long start = source.start().map(RationalTime::value).orElseThrow();
    long end = start + StartIndex.duration(source);
    boolean inside = at.frames() < end && Math.max(at.frames() + 1, end(entry, at)) > start;
    Agreement name =
        entry.clip().isEmpty()
            ? Agreement.UNKNOWN
            : named.isEmpty()
                ? naming.otherClip(entry, source)
                : named.contains(source.id()) ? Agreement.SAME : Agreement.DIFFERENT;
    return new Candidate(
        source,
        Optional.of(at),
        start - at.frames(),
        inside,
        date,
        sameCamera(entry, source),
        naming.unit(entry, source),
        naming.reel(entry, source),
        name,
        Optional.empty());
  }

  private static Agreement sameCamera(LogEntry entry, Source source) {
    if (entry.camera().isEmpty() || source.camera().isEmpty()) {
      return Agreement.UNKNOWN;
    }
    if (entry.camera().equalsIgnoreCase(source.camera())) {
      return Agreement.SAME;
    }
    String its = source.camera().toUpperCase(Locale.ROOT);
    if (entry.cameras().contains(its)) {
      return Agreement.SAME;
    }
    // Who numbers the cameras, or names them, does not mean their letters.
    boolean comparable = entry.cameras().stream().anyMatch(said -> isLetter(said) == isLetter(its));
    return comparable ? Agreement.DIFFERENT : Agreement.UNKNOWN;
  }

  private static boolean isLetter(String camera) {
    return camera.length() == 1 && Character.isLetter(camera.charAt(0));
  }

  private static Agreement agreement(LogEntry entry, Source source) {
    Optional<Integer> hour =
        entry.in().map(Label::hours).or(() -> source.startLabel().map(Timecode::hours));
    boolean sameNight =
        entry.date().isPresent()
            && source.recorded().isPresent()
            && hour.filter(
                    at -> DayBoundary.isSame(entry.date().get(), source.recorded().get(), at))
                .isPresent();
    return sameNight ? Agreement.SAME : agreement(entry.date(), source.recorded());
  }

  private static <T> Agreement agreement(Optional<T> first, Optional<T> second) {
    if (first.isEmpty() || second.isEmpty()) {
      return Agreement.UNKNOWN;
    }
    return first.equals(second) ? Agreement.SAME : Agreement.DIFFERENT;
  }

  /** The best reason why an entry fits nothing. */
  private Diagnosis whyNone(LogEntry entry, Label label) {
    Optional<Nearest> nearest = nearest(label, entry);
    if (nearest.isEmpty()) {
      return new Diagnosis.NothingNear();
    }
    Source source = nearest.get().source;
    FrameRate rate = source.rate().orElseThrow();
    if (nearest.get().frames <= NEAR * tolerance || nearest.get().inside) {
      if (entry.rate().isPresent() && !entry.rate().get().equals(rate)) {
        return new Diagnosis.OtherRate(source.name(), rate, entry.rate().get());
      }
      Optional<LocalDate> recorded = source.recorded();
      if (recorded.isPresent() && entry.date().isPresent()) {
        return new Diagnosis.OtherDay(source.name(), recorded.get(), entry.date().get());
      }
    }
    return new Diagnosis.TooFar(source.name(), RationalTime.of(nearest.get().frames, rate));
  }

  private record Nearest(Source source, long frames, boolean inside) {}

  /** The nearest source, whatever its rate, date and camera; by what the label says. */
  private Optional<Nearest> nearest(Label label, LogEntry entry) {
    var found = new ArrayList<Nearest>();
    for (FrameRate rate : starts.rates()) {
      Optional<Timecode> at = label.at(rate, false).or(() -> label.toTheSecond().at(rate, false));
      if (at.isEmpty()) {
        continue;
      }
      long frames = at.get().frames();
      int before = found.size();
      // Of many that are as near one is as good as the other: it is only named as a reason.
      StartIndex.Visitor add =
          source -> found.add(nearest(source, frames)) && found.size() - before < MOST_LOOKED_AT;
      starts.touching(rate, Optional.empty(), frames, frames + 1, add);
      long reach = 2L * rate.nominal();
      do {
        starts.startingWithin(rate, Optional.empty(), frames - reach, frames + reach, add);
        reach *= 4;
      } while (found.size() == before && reach <= FAR_SECONDS * rate.nominal());
    }
    // One at the entry's own rate and of its own day says more than one that is merely nearer.
    return found.stream()
        .min(
            Comparator.comparingInt((Nearest n) -> n.inside ? 0 : 1)
                .thenComparingInt(n -> n.source.rate().equals(entry.rate()) ? 0 : 1)
                .thenComparingLong(Nearest::frames)
                .thenComparing(n -> n.source.id()));
  }

  private static Nearest nearest(Source source, long frames) {
    long start = source.start().map(RationalTime::value).orElseThrow();
    boolean inside = start <= frames && frames < start + StartIndex.duration(source);
    return new Nearest(source, Math.abs(start - frames), inside);
  }
}
