package org.oddlot.marker;

import static java.util.regex.Pattern.CASE_INSENSITIVE;
import static java.util.stream.Collectors.joining;

import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.NavigableSet;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.compare.Version;
import org.oddlot.json.JsonObject;
import org.oddlot.material.Material;
import org.oddlot.material.Pairing;
import org.oddlot.material.Paper;
import org.oddlot.material.Source;
import org.oddlot.paper.Label;
import org.oddlot.paper.LogEntry;
import org.oddlot.profile.Field;
import org.oddlot.profile.MarkerKind;
import org.oddlot.profile.Profile;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;
import org.oddlot.time.TimeRange;
import org.oddlot.time.Timecode;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Placed;

/**
 * Notes of people who watched a cut, as papers have them by record timecode: as markers of the cut.
 *
 * @param notes the markers, in the order of the cut
 * @param left what of the papers is no such note, and why
 */
public record CutNotes(List<Note> notes, List<Left> left) {
  private static final int LONGEST_NAME = 60;

  /** How answers begin (common practice, no source). */
  private static final Pattern ANSWER =
      Pattern.compile("\\s*(?:(?:re|aw|sv|reply|answer)\\s*:|[↳>→@])\\s*", CASE_INSENSITIVE);

  /**
   * A note.
   *
   * @param paper the paper
   * @param rows its rows; several where several people noted the same
   * @param marker what is marked in the cut
   * @param doubt why it may not be meant for this cut; empty where nothing speaks against it
   */
  public record Note(String paper, List<Integer> rows, CutMarker marker, String doubt) {
    public Note {
      rows = List.copyOf(rows);
    }
  }

  /**
   * A row that is no note.
   *
   * @param paper the paper
   * @param row its row
   * @param why in few words
   */
  public record Left(String paper, int row, String why) {}

  /**
   * How notes become markers.
   *
   * @param shift frames that all are laid later
   * @param near frames that the same words of several people may be apart
   * @param snap frames to the nearest cut within which a note is laid on it
   * @param colour a colour's standard name; empty for none
   * @param captions a file of captions whose lines are notes; empty for none
   * @param only words or names of which a note has to have one, in lower case; all where empty
   */
  public record Wanted(
      int shift, int near, int snap, String colour, String captions, List<String> only) {
    public Wanted {
      only = List.copyOf(only);
    }

    /** Whether a text has one of the words that are wanted. */
    public boolean wants(String text) {
      String its = text.toLowerCase(Locale.ROOT);
      return only.isEmpty() || only.stream().anyMatch(its::contains);
    }
  }

  public CutNotes {
    notes = List.copyOf(notes);
    left = List.copyOf(left);
  }

  /** The notes of a lot's papers about a cut. */
  public static CutNotes of(Material material, Version version, Wanted wanted) {
    var notes = new ArrayList<Note>();
    var left = new ArrayList<Left>();
    Set<String> paired =
        material.all(Pairing.class).stream().map(Pairing::entryId).collect(Collectors.toSet());
    NavigableSet<Long> cuts = new TreeSet<>();
    version
        .shots()
        .forEach(shot -> {
          cuts.add(shot.in());
          cuts.add(shot.out());
        });
    for (Paper paper : material.papers()) {
      List<LogEntry> entries =
          paper.log().entries().stream()
              .filter(entry -> entry.in().isPresent() && !entry.notes().isEmpty())
              .toList();
      long inCut = entries.stream().filter(entry -> frame(entry, version).isPresent()).count();
      boolean isLog =
          entries.stream().anyMatch(entry -> paired.contains(entry.id()))
              || entries.stream().anyMatch(CutNotes::saysWhichTake);
      if (isLog || inCut == 0 || inCut * 2 < entries.size()) {
        continue;
      }
      String doubt = doubt(entries, version);
      var said = new ArrayList<Said>();
      for (LogEntry entry : entries) {
        Optional<Long> frame = frame(entry, version);
        OptionalInt answered = answered(entry, frame, said, wanted);
        if (answered.isPresent()) {
          said.set(answered.getAsInt(), said.get(answered.getAsInt()).answeredBy(entry));
        } else if (frame.isEmpty()) {
          left.add(new Left(paper.log().name(), entry.row(), "its time is not in the cut"));
        } else {
          long at =
              onCut(Math.clamp(frame.get() + wanted.shift, 0, version.length() - 1), cuts, wanted);
          said.add(Said.of(paper.log().name(), entry, at, doubt));
        }
      }
      add(said, version, wanted, notes);
    }
    for (Captions captions : material.all(Captions.class)) {
      if (captions.name().equals(wanted.captions)) {
        add(ofCaptions(captions, version, cuts, wanted, left), version, wanted, notes);
      }
    }
    notes.sort(Comparator.comparingLong(note -> note.marker.in()));
    return new CutNotes(notes, left);
  }

  /**
   * The note that a row answers: one above it that has its time, if it begins as answers do. Rows
   * without a time are lines of the note above them by then.
   */
  private static OptionalInt answered(
      LogEntry entry, Optional<Long> frame, List<Said> said, Wanted wanted) {
    if (frame.isEmpty() || !ANSWER.matcher(entry.notes()).lookingAt()) {
      return OptionalInt.empty();
    }
    for (int i = said.size() - 1; i >= 0; i--) {
      if (Math.abs(said.get(i).at - wanted.shift - frame.get())
          <= Math.max(wanted.snap, wanted.near)) {
        return OptionalInt.of(i);
      }
    }
    return OptionalInt.empty();
  }

  private static void add(List<Said> said, Version version, Wanted wanted, List<Note> notes) {
    together(said, wanted).stream()
        .filter(each -> wanted.wants(each.text + " " + String.join(" ", each.by)))
        .forEach(each -> notes.add(each.note(version, wanted)));
  }

  /** Lines of captions, by the record timecode or from the cut's first frame on. */
  private static List<Said> ofCaptions(
      Captions captions, Version version, NavigableSet<Long> cuts, Wanted wanted, List<Left> left) {
    Rational first = version.label(0).toRationalTime().seconds();
    Rational length = version.rate().frameDuration().times(version.length());
    boolean isTimecode =
        captions.captions().stream()
            .map(caption -> caption.start().minus(first))
            .anyMatch(since -> since.signum() >= 0 && since.compareTo(length) < 0);
    var said = new ArrayList<Said>();
    int row = 0;
    for (Caption caption : captions.captions()) {
      row++;
      Rational since = isTimecode ? caption.start().minus(first) : caption.start();
      long frame = since.dividedBy(version.rate().frameDuration()).rounded(RoundingMode.HALF_UP);
      if (frame < 0 || frame >= version.length()) {
        left.add(new Left(captions.name(), row, "its time is not in the cut"));
      } else if (!caption.text().isBlank()) {
        long at = onCut(Math.clamp(frame + wanted.shift, 0, version.length() - 1), cuts, wanted);
        List<String> by = caption.speaker().isEmpty() ? List.of() : List.of(caption.speaker());
        said.add(
            new Said(
                captions.name(),
                List.of(row),
                caption.text().inOneLine().strip(),
                by,
                List.of(),
                at,
                ""));
      }
    }
    return said;
  }

  /** Logs say scene, take or clip; who watches a cut does not. */
  private static boolean saysWhichTake(LogEntry entry) {
    return Stream.of(entry.scene(), entry.take(), entry.reel(), entry.camera())
        .anyMatch(value -> !value.isEmpty());
  }

  /** The times are those of the cut, but they may be those of media in it as well. */
  private static String doubt(List<LogEntry> entries, Version version) {
    Set<TimeRange> media = new HashSet<>();
    version.shots().forEach(shot -> shot.source().flatMap(Source::range).ifPresent(media::add));
    long inMedia =
        entries.stream()
            .flatMap(entry -> label(entry, version).stream())
            .filter(
                label -> media.stream().anyMatch(range -> range.contains(label.toRationalTime())))
            .count();
    return inMedia * 2 >= entries.size()
        ? "its times are those of the cut, and those of media in it as well"
        : "";
  }

  private static Optional<Timecode> label(LogEntry entry, Version version) {
    Label in = entry.in().orElseThrow();
    Timecode first = version.label(0);
    int digits =
        in.frames() >= 0
            ? in.frames()
            : in.millis() >= 0 ? (int) (in.millis() * version.rate().nominal() / 1000) : 0;
    try {
      return Optional.of(
          Timecode.of(
              in.hours(), in.minutes(), in.seconds(), digits, version.rate(), first.dropFrame()));
    } catch (IllegalArgumentException e) {
      return Optional.empty(); // a frame that this rate does not have
    }
  }

  private static Optional<Long> frame(LogEntry entry, Version version) {
    return label(entry, version)
        .map(label -> label.frames() - version.label(0).frames())
        .filter(frame -> frame >= 0 && frame < version.length());
  }

  private static long onCut(long frame, NavigableSet<Long> cuts, Wanted wanted) {
    long nearest =
        Stream.of(cuts.floor(frame), cuts.ceiling(frame))
            .filter(Objects::nonNull)
            .min(Comparator.comparingLong(cut -> Math.abs(cut - frame)))
            .orElse(frame);
    return Math.abs(nearest - frame) <= wanted.snap ? nearest : frame;
  }

  private static Placed stack(Version version) {
    var found = new ArrayList<Placed>(1);
    version.place().forEachChild(found::add);
    return found.getFirst();
  }

  /** What rows say, before it is a marker. */
  private record Said(
      String paper,
      List<Integer> rows,
      String text,
      List<String> by,
      List<String> answers,
      long at,
      String doubt) {

    static Said of(String paper, LogEntry entry, long at, String doubt) {
      List<String> lines = entry.notes().lines().toList();
      return new Said(
          paper,
          List.of(entry.row()),
          lines.getFirst(),
          by(entry),
          lines.subList(1, lines.size()),
          at,
          doubt);
    }

    private static List<String> by(LogEntry entry) {
      return entry.authors().isEmpty() ? entry.people() : entry.authors();
    }

    /** This with an answer: who says it, and what. */
    Said answeredBy(LogEntry entry) {
      String by = String.join(", ", by(entry));
      // Whom it answers is seen by where it stands.
      String says =
          entry.notes().strip().startsWith("@")
              ? entry.notes().strip()
              : ANSWER.matcher(entry.notes()).replaceFirst("").strip();
      return new Said(
          paper,
          Stream.concat(rows.stream(), Stream.of(entry.row())).toList(),
          text,
          this.by,
          Stream.concat(answers.stream(), Stream.of(by.isEmpty() ? "– " + says : by + ": " + says))
              .toList(),
          at,
          doubt);
    }

    /** What it says, by which it is told whether two say the same. */
    String words() {
      return text.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]+", " ").strip();
    }

    Said with(Said other) {
      return new Said(
          paper,
          Stream.concat(rows.stream(), other.rows.stream()).toList(),
          text,
          Stream.concat(by.stream(), other.by.stream()).distinct().toList(),
          Stream.concat(answers.stream(), other.answers.stream()).toList(),
          at,
          doubt);
    }

    Note note(Version version, Wanted wanted) {
      return new Note(
          paper,
          rows,
          new CutMarker(marker(version, wanted), stack(version), Optional.empty(), at, 1),
          doubt);
    }

    private Marker marker(Version version, Wanted wanted) {
      Profile profile = version.document().profile();
      String head =
          text.length() <= LONGEST_NAME ? text : text.substring(0, LONGEST_NAME).strip() + "…";
      JsonObject metadata =
          profile.with(JsonObject.EMPTY, Field.MARKER_KIND, profile.word(MarkerKind.NOTE));
      String all = Stream.concat(Stream.of(text), answers.stream()).collect(joining("\n"));
      metadata = profile.with(metadata, Field.MARKER_TEXT, all);
      return new Marker(
          Origin.made(),
          by.isEmpty() ? head : Phrase.of("%s (%s)", head, String.join(", ", by)),
          wanted.colour,
          TimeRange.of(at, 1, version.rate()),
          head.equals(all) ? "" : all,
          metadata);
    }
  }

  /** The same words of several people nearby as one. */
  private static List<Said> together(List<Said> said, Wanted wanted) {
    var all = new ArrayList<Said>();
    Map<String, Integer> last = new HashMap<>();
    for (Said each : said.stream().sorted(Comparator.comparingLong(Said::at)).toList()) {
      Integer same = last.get(each.words());
      if (same != null && each.at - all.get(same).at <= wanted.near) {
        all.set(same, all.get(same).with(each));
      } else {
        last.put(each.words(), all.size());
        all.add(each);
      }
    }
    return all;
  }
}
