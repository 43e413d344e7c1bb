package org.oddlot.pass.match;

import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.oddlot.material.Doubt;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.Sentence;
import org.oddlot.pass.match.Candidate.Agreement;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;

/**
 * Why an entry stands as it does, as facts. The sentences that people read are made of them in
 * {@link #inWords}, and nowhere else; nothing is decided by a sentence.
 */
sealed interface Diagnosis {
  DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMMM uuuu", Locale.ENGLISH);
  DateTimeFormatter SHORT_DAY = DateTimeFormatter.ofPattern("d MMMM", Locale.ENGLISH);

  /** What an earlier pass said of the entry, in its words. */
  record Doubted(Doubt doubt) implements Diagnosis {}

  /** A column of its paper is in question. */
  record ColumnOpen(String column) implements Diagnosis {}

  /** So few of a paper's entries fall on clips that chance would give as many. */
  record ByChance(int falling, int entries) implements Diagnosis {}

  /** The clip starts otherwise than the clips of this paper usually do. */
  record Unusual(Candidate clip, long usualFrames) implements Diagnosis {}

  /** It says neither when nor which clip. */
  record NoTimecode() implements Diagnosis {}

  /** No clip is called as it says. */
  record NoSuchName(String clip) implements Diagnosis {}

  /** No clip is known to be of its scene and take. */
  record NoSuchSlate() implements Diagnosis {}

  /** Its end is before its beginning. */
  record EndsTooEarly() implements Diagnosis {}

  /** Its label has a frame that its rate has not. */
  record NoSuchFrame(int frame, FrameRate rate) implements Diagnosis {}

  /** No clip starts within an hour. */
  record NothingNear() implements Diagnosis {}

  /** The nearest clip is too far away. */
  record TooFar(String nearest, RationalTime away) implements Diagnosis {}

  /** A clip lies at its time, of another rate. */
  record OtherRate(String clip, FrameRate ofClip, FrameRate ofLog) implements Diagnosis {}

  /** A clip lies at its time, of another day. */
  record OtherDay(String clip, LocalDate ofClip, LocalDate ofEntry) implements Diagnosis {}

  /** Clips of its scene and take are of another day or camera. */
  record SlateOfAnother() implements Diagnosis {}

  /** Several clips of one camera are of its scene and take. */
  record TwoOfSlate(List<Candidate> both) implements Diagnosis {}

  /** An earlier row is of the same scene and take. */
  record SlateLogged(int row) implements Diagnosis {}

  /** Found by scene and take, as others told them. */
  record BySlate(List<Candidate> found, String from) implements Diagnosis {}

  /** The clip that follows those of the takes before it in the same row. */
  record InOrder(int row, List<Candidate> following, int nth, boolean moreFollow)
      implements Diagnosis {}

  /** The clip that it names is of something else. */
  record NamedButApart(Candidate named) implements Diagnosis {}

  /** Several clips of one camera are called as it says. */
  record SeveralOfName(String name, int clips) implements Diagnosis {}

  /** So many clips begin then that the time says nothing. */
  record Crowd(int most) implements Diagnosis {}

  /** Found by name. */
  record ByName(List<Candidate> found) implements Diagnosis {}

  /** A stretch lies in a clip of another camera or card. */
  record InAnother(Candidate clip) implements Diagnosis {}

  /** A stretch lies in clips. */
  record Within(List<Candidate> clips) implements Diagnosis {}

  /** Clips start where it says, within the tolerance. */
  record InTolerance(List<Candidate> nearest) implements Diagnosis {}

  /** Another row is nearer to the nearest clip; these are left where each gets one of its own. */
  record NextFree(Diagnosis contested, List<Candidate> left) implements Diagnosis {}

  /** Two clips of one camera start about as near. */
  record TwoAtOnce(Candidate first, Candidate second) implements Diagnosis {
    /** Whether they are equally near. */
    boolean isEqual() {
      return first.distance() == second.distance();
    }
  }

  /** Another row of the paper says the same of the clip. */
  record SaidTwice(int row, String clip) implements Diagnosis {}

  /** Somebody paired another row with the clip. */
  record Taken(int row, String clip) implements Diagnosis {}

  /** Another row is nearer to the clip. */
  record RowNearer(int row, String clip) implements Diagnosis {}

  /** Another row is as near to the clip. */
  record RowAsNear(int row, String clip) implements Diagnosis {}

  /** The nearest clip starts out of tolerance. */
  record OutOfTolerance(Candidate nearest, long tolerance) implements Diagnosis {}

  /** What starts at the right time is of something else than the entry says. */
  record OfAnother(LogEntry entry, Candidate only) implements Diagnosis {}

  /** How people read it. */
  default Sentence inWords() {
    return switch (this) {
      case Doubted(Doubt doubt) -> new Sentence(doubt.headline(), doubt.reason());
      case ColumnOpen(String column) ->
          Sentence.of(
              "column not assigned",
              "column \"%s\" of this log is not assigned; assign it in Intake or with --read",
              column);
      case ByChance(int falling, int entries) ->
          Sentence.of(
              Phrase.of("only %,d of %,d fit", falling, entries),
              "only %,d of the log's %,d entries meet a clip, no more than chance would give: it"
                  + " seems to be of another day or unit, or its clock is off",
              falling,
              entries);
      case Unusual(Candidate clip, long usual) ->
          Sentence.of(
              "unlike the others",
              "%s starts %s off, where the clips of this paper usually start %,d f off",
              name(clip),
              clip.difference(),
              usual);
      case NoTimecode() -> new Sentence("no timecode", "the entry has no timecode");
      case NoSuchName(String clip) -> new Sentence("no such name", "no clip is called " + clip);
      case NoSuchSlate() ->
          new Sentence(
              "no clip known for this scene and take",
              "the entry has no timecode, and no clip is known to be of its scene and take");
      case EndsTooEarly() -> new Sentence("ends too early", "the entry ends before it begins");
      case NoSuchFrame(int frame, FrameRate rate) ->
          Sentence.of(
              "no frame " + frame,
              "frame %02d does not exist at %s; taken to the second",
              frame,
              rate);
      case NothingNear() -> new Sentence("no clip near", "no clip starts within an hour of it");
      case TooFar(String nearest, RationalTime away) ->
          Sentence.of(
              "no clip near", "the nearest clip, %s, starts %s away", nearest, away.inWords());
      case OtherRate(String clip, FrameRate ofClip, FrameRate ofLog) ->
          Sentence.of(
              "rate " + ofLog + ", clip " + ofClip,
              "the clip at this time, %s, has rate %s; the log says %s",
              clip,
              ofClip,
              ofLog);
      case OtherDay(String clip, LocalDate ofClip, LocalDate ofEntry) ->
          Sentence.of(
              "dated " + SHORT_DAY.format(ofEntry),
              "the clip at this time, %s, is dated %s; the entry %s",
              clip,
              DAY.format(ofClip),
              DAY.format(ofEntry));
      case SlateOfAnother() ->
          new Sentence(
              "another day or camera", "clips of this scene and take are of another day or camera");
      case TwoOfSlate(List<Candidate> both) ->
          new Sentence("two of this slate", names(both) + " are both of this scene and take");
      case SlateLogged(int row) ->
          Sentence.of("logged twice", "row %d is of the same scene and take", row);
      case BySlate(List<Candidate> found, String from) ->
          new Sentence("by scene and take", names(found) + ": scene and take, " + from);
      case InOrder(int row, List<Candidate> following, int nth, boolean moreFollow) ->
          Sentence.of(
              "in order",
              "row %d lists several takes; %s is number %,d of the clips from its start on%s",
              row,
              names(following),
              nth,
              moreFollow ? ", but more follow than it lists" : "");
      case NamedButApart(Candidate named) ->
          Sentence.of(
              "name fits, date or camera does not",
              "the log names %s, but %s",
              name(named),
              against(named));
      case SeveralOfName(String name, int clips) ->
          Sentence.of("several of this name", "%s fits %,d clips", name, clips);
      case Crowd(int most) ->
          Sentence.of(
              "too many at once",
              "more than %,d clips begin or run at this time; the time does not say which is meant",
              most);
      case ByName(List<Candidate> found) ->
          new Sentence("by name", "the log names " + names(found) + timeToo(found.getFirst()));
      case InAnother(Candidate clip) ->
          Sentence.of(
              "another camera", "lies in %s, but the log says another camera or card", name(clip));
      case Within(List<Candidate> clips) -> new Sentence("lies within", "lies in " + names(clips));
      case InTolerance(List<Candidate> nearest) ->
          new Sentence(
              nearest.size() == 1 ? "in tolerance" : nearest.size() + " cameras", starts(nearest));
      case NextFree(Diagnosis contested, List<Candidate> left) ->
          Sentence.of(
              "next free clip",
              "%s; left for this one: %s",
              contested.inWords().reason(),
              starts(left));
      case TwoAtOnce both ->
          Sentence.of(
              both.isEqual() ? "equal both ways" : "two at once",
              "%s and %s both start here (%s, %s)",
              name(both.first),
              name(both.second),
              both.first.difference(),
              both.second.difference());
      case SaidTwice(int row, String clip) ->
          Sentence.of("logged twice", "logged twice: row %d says the same of %s", row, clip);
      case Taken(int row, String clip) ->
          Sentence.of("taken by row " + row, "row %d was paired with %s by hand", row, clip);
      case RowNearer(int row, String clip) ->
          Sentence.of(
              "row " + row + " is nearer", "row %d is nearer to the start of %s", row, clip);
      case RowAsNear(int row, String clip) ->
          Sentence.of("row " + row + " as near", "row %d fits %s about as well", row, clip);
      case OutOfTolerance(Candidate nearest, long tolerance) ->
          new Sentence(
              nearest.distance() + " f off", starts(nearest) + ", tolerance " + tolerance + " f");
      case OfAnother(LogEntry entry, Candidate only) -> ofAnother(entry, only);
    };
  }

  private static Sentence ofAnother(LogEntry entry, Candidate only) {
    String name = name(only);
    if (only.sameUnit() == Agreement.DIFFERENT) {
      return Sentence.of(
          "not unit " + entry.unit(),
          "only %s starts here, which lies with another unit's clips; the log is of unit %s",
          name,
          entry.unit());
    }
    if (only.sameCamera() == Agreement.DIFFERENT) {
      String camera = only.source().camera();
      return Sentence.of(
          "camera " + camera + ", not " + entry.camera(),
          "only %s of camera %s starts here; the log says camera %s",
          name,
          camera,
          entry.camera());
    }
    return only.sameReel() == Agreement.DIFFERENT
        ? Sentence.of(
            "card " + only.source().reel() + ", not " + entry.reel(),
            "only %s on card %s starts here; the log says %s",
            name,
            only.source().reel(),
            entry.reel())
        : Sentence.of(
            "named " + entry.clip(), "only %s starts here; the log names %s", name, entry.clip());
  }

  private static String name(Candidate candidate) {
    return candidate.source().name();
  }

  private static String names(List<Candidate> candidates) {
    return candidates.stream().map(Diagnosis::name).collect(Collectors.joining(" and "));
  }

  private static String starts(List<Candidate> candidates) {
    return candidates.stream().map(Diagnosis::starts).collect(Collectors.joining(", "));
  }

  private static String starts(Candidate candidate) {
    return candidate.frames() == 0
        ? name(candidate) + " starts on it"
        : name(candidate)
            + " starts "
            + Phrase.number(candidate.distance())
            + (candidate.frames() < 0 ? " f before it" : " f after it");
  }

  private static String timeToo(Candidate candidate) {
    return candidate.hasTime() ? ", and it starts here: " + candidate.difference() : "";
  }

  private static String against(Candidate named) {
    if (named.sameDate() == Agreement.DIFFERENT) {
      return "it is of another day";
    }
    if (named.sameCamera() == Agreement.DIFFERENT) {
      return "it is of another camera";
    }
    if (named.sameUnit() == Agreement.DIFFERENT) {
      return "it is another unit's";
    }
    if (named.sameReel() == Agreement.DIFFERENT) {
      return "it is on card " + named.source().reel();
    }
    return named.hasTime()
        ? "it starts "
            + RationalTime.of(named.distance(), named.entryAt().orElseThrow().rate()).inWords()
            + (named.frames() < 0 ? " before" : " after")
        : "the two cannot be compared";
  }
}
