package org.oddlot.pass.match;

import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.oddlot.material.Doubt;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.match.Candidate.Agreement;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;

/**
 * Why an entry stands as it does, as facts; the sentences that people read are made of them here,
 * and nowhere else. Nothing is decided by a sentence.
 */
sealed interface Diagnosis {
  DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMMM uuuu", Locale.ENGLISH);
  DateTimeFormatter SHORT_DAY = DateTimeFormatter.ofPattern("d MMMM", Locale.ENGLISH);

  /** In a few words, for a narrow column. */
  String headline();

  /** In a sentence without a full stop. */
  String reason();

  /** Whether another row has as good a claim because it says the very same. */
  default boolean isSaidTwice() {
    return false;
  }

  private static String names(List<Candidate> candidates) {
    return candidates.stream().map(c -> c.source().name()).collect(Collectors.joining(" and "));
  }

  private static String starts(List<Candidate> candidates) {
    return candidates.stream().map(Diagnosis::starts).collect(Collectors.joining(", "));
  }

  private static String starts(Candidate candidate) {
    String name = candidate.source().name();
    if (candidate.frames() == 0) {
      return name + " starts on it";
    }
    return Phrase.of(
        "%s starts %,d f %s it",
        name, candidate.distance(), candidate.frames() < 0 ? "before" : "after");
  }

  /** What an earlier pass said of the entry, in its words. */
  record Doubted(Doubt doubt) implements Diagnosis {
    @Override
    public String headline() {
      return doubt.headline();
    }

    @Override
    public String reason() {
      return doubt.reason();
    }
  }

  /** A column of its paper is in question. */
  record ColumnOpen(String column) implements Diagnosis {
    @Override
    public String headline() {
      return "column not assigned";
    }

    @Override
    public String reason() {
      return Phrase.of(
          "column \"%s\" of this log is not assigned; assign it in Intake or with --read", column);
    }
  }

  /** So few of a paper's entries fall on clips that chance would give as many. */
  record ByChance(int falling, int entries) implements Diagnosis {
    @Override
    public String headline() {
      return Phrase.of("only %,d of %,d fit", falling, entries);
    }

    @Override
    public String reason() {
      return Phrase.of(
          "only %,d of the log's %,d entries meet a clip, no more than chance would give: it seems to"
              + " be of another day or unit, or its clock is off",
          falling, entries);
    }
  }

  /** The clip starts otherwise than the clips of this paper usually do. */
  record Unusual(Candidate clip, long usualFrames) implements Diagnosis {
    @Override
    public String headline() {
      return "unlike the others";
    }

    @Override
    public String reason() {
      return Phrase.of(
          "%s starts %s off, where the clips of this paper usually start %,d f off",
          clip.source().name(), clip.difference(), usualFrames);
    }
  }

  /** It says neither when nor which clip. */
  record NoTimecode() implements Diagnosis {
    @Override
    public String headline() {
      return "no timecode";
    }

    @Override
    public String reason() {
      return "the entry has no timecode";
    }
  }

  /** No clip is called as it says. */
  record NoSuchName(String clip) implements Diagnosis {
    @Override
    public String headline() {
      return "no such name";
    }

    @Override
    public String reason() {
      return "no clip is called " + clip;
    }
  }

  /** No clip is known to be of its scene and take. */
  record NoSuchSlate() implements Diagnosis {
    @Override
    public String headline() {
      return "no clip known for this scene and take";
    }

    @Override
    public String reason() {
      return "the entry has no timecode, and no clip is known to be of its scene and take";
    }
  }

  /** Its end is before its beginning. */
  record EndsTooEarly() implements Diagnosis {
    @Override
    public String headline() {
      return "ends too early";
    }

    @Override
    public String reason() {
      return "the entry ends before it begins";
    }
  }

  /** Its label has a frame that its rate has not. */
  record NoSuchFrame(int frame, FrameRate rate) implements Diagnosis {
    @Override
    public String headline() {
      return "no frame " + frame;
    }

    @Override
    public String reason() {
      return Phrase.of("frame %02d does not exist at %s; taken to the second", frame, rate);
    }
  }

  /** No clip starts within an hour. */
  record NothingNear() implements Diagnosis {
    @Override
    public String headline() {
      return "no clip near";
    }

    @Override
    public String reason() {
      return "no clip starts within an hour of it";
    }
  }

  /** The nearest clip is too far away. */
  record TooFar(String nearest, RationalTime away) implements Diagnosis {
    @Override
    public String headline() {
      return "no clip near";
    }

    @Override
    public String reason() {
      return Phrase.of("the nearest clip, %s, starts %s away", nearest, away.inWords());
    }
  }

  /** A clip lies at its time, of another rate. */
  record OtherRate(String clip, FrameRate ofClip, FrameRate ofLog) implements Diagnosis {
    @Override
    public String headline() {
      return "rate " + ofLog + ", clip " + ofClip;
    }

    @Override
    public String reason() {
      return Phrase.of(
          "the clip at this time, %s, has rate %s; the log says %s", clip, ofClip, ofLog);
    }
  }

  /** A clip lies at its time, of another day. */
  record OtherDay(String clip, LocalDate ofClip, LocalDate ofEntry) implements Diagnosis {
    @Override
    public String headline() {
      return "dated " + SHORT_DAY.format(ofEntry);
    }

    @Override
    public String reason() {
      return Phrase.of(
          "the clip at this time, %s, is dated %s; the entry %s",
          clip, DAY.format(ofClip), DAY.format(ofEntry));
    }
  }

  /** Clips of its scene and take are of another day or camera. */
  record SlateOfAnother() implements Diagnosis {
    @Override
    public String headline() {
      return "another day or camera";
    }

    @Override
    public String reason() {
      return "clips of this scene and take are of another day or camera";
    }
  }

  /** Several clips of one camera are of its scene and take. */
  record TwoOfSlate(List<Candidate> both) implements Diagnosis {
    @Override
    public String headline() {
      return "two of this slate";
    }

    @Override
    public String reason() {
      return names(both) + " are both of this scene and take";
    }
  }

  /** An earlier row is of the same scene and take. */
  record SlateLogged(int row) implements Diagnosis {
    @Override
    public String headline() {
      return "logged twice";
    }

    @Override
    public String reason() {
      return Phrase.of("row %d is of the same scene and take", row);
    }
  }

  /** Found by scene and take, as others told them. */
  record BySlate(List<Candidate> found, String from) implements Diagnosis {
    @Override
    public String headline() {
      return "by scene and take";
    }

    @Override
    public String reason() {
      return Phrase.of("%s: scene and take, %s", names(found), from);
    }
  }

  /** The clip that follows those of the takes before it in the same row. */
  record InOrder(int row, List<Candidate> following, int nth, boolean moreFollow)
      implements Diagnosis {
    @Override
    public String headline() {
      return "in order";
    }

    @Override
    public String reason() {
      return Phrase.of(
          "row %d lists several takes; %s is number %,d of the clips from its start on%s",
          row, names(following), nth, moreFollow ? ", but more follow than it lists" : "");
    }
  }

  /** The clip that it names is of something else. */
  record NamedButApart(Candidate named) implements Diagnosis {
    @Override
    public String headline() {
      return "name fits, date or camera does not";
    }

    @Override
    public String reason() {
      return Phrase.of("the log names %s, but %s", named.source().name(), against());
    }

    private String against() {
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

  /** Several clips of one camera are called as it says. */
  record SeveralOfName(String name, int clips) implements Diagnosis {
    @Override
    public String headline() {
      return "several of this name";
    }

    @Override
    public String reason() {
      return Phrase.of("%s fits %,d clips", name, clips);
    }
  }

  /** Found by name. */
  record ByName(List<Candidate> found) implements Diagnosis {
    @Override
    public String headline() {
      return "by name";
    }

    @Override
    public String reason() {
      Candidate first = found.getFirst();
      return "the log names "
          + names(found)
          + (first.hasTime() ? ", and it starts here: " + first.difference() : "");
    }
  }

  /** A stretch lies in a clip of another camera or card. */
  record InAnother(Candidate clip) implements Diagnosis {
    @Override
    public String headline() {
      return "another camera";
    }

    @Override
    public String reason() {
      return "lies in " + clip.source().name() + ", but the log says another camera or card";
    }
  }

  /** A stretch lies in clips. */
  record Within(List<Candidate> clips) implements Diagnosis {
    @Override
    public String headline() {
      return "lies within";
    }

    @Override
    public String reason() {
      return "lies in " + names(clips);
    }
  }

  /** Clips start where it says, within the tolerance. */
  record InTolerance(List<Candidate> nearest) implements Diagnosis {
    @Override
    public String headline() {
      return nearest.size() == 1 ? "in tolerance" : nearest.size() + " cameras";
    }

    @Override
    public String reason() {
      return starts(nearest);
    }
  }

  /** Another row is nearer to the nearest clip; these are left where each gets one of its own. */
  record NextFree(Diagnosis contested, List<Candidate> left) implements Diagnosis {
    @Override
    public String headline() {
      return "next free clip";
    }

    @Override
    public String reason() {
      return Phrase.of("%s; left for this one: %s", contested.reason(), starts(left));
    }
  }

  /** Two clips of one camera start about as near. */
  record TwoAtOnce(Candidate first, Candidate second) implements Diagnosis {
    /** Whether they are equally near. */
    boolean isEqual() {
      return first.distance() == second.distance();
    }

    @Override
    public String headline() {
      return isEqual() ? "equal both ways" : "two at once";
    }

    @Override
    public String reason() {
      return Phrase.of(
          "%s and %s both start here (%s, %s)",
          first.source().name(), second.source().name(), first.difference(), second.difference());
    }
  }

  /** Another row of the paper says the same of the clip. */
  record SaidTwice(int row, String clip) implements Diagnosis {
    @Override
    public String headline() {
      return "logged twice";
    }

    @Override
    public String reason() {
      return Phrase.of("logged twice: row %d says the same of %s", row, clip);
    }

    @Override
    public boolean isSaidTwice() {
      return true;
    }
  }

  /** Somebody paired another row with the clip. */
  record Taken(int row, String clip) implements Diagnosis {
    @Override
    public String headline() {
      return "taken by row " + row;
    }

    @Override
    public String reason() {
      return Phrase.of("row %d was paired with %s by hand", row, clip);
    }
  }

  /** Another row is nearer to the clip. */
  record RowNearer(int row, String clip) implements Diagnosis {
    @Override
    public String headline() {
      return "row " + row + " is nearer";
    }

    @Override
    public String reason() {
      return Phrase.of("row %d is nearer to the start of %s", row, clip);
    }
  }

  /** Another row is as near to the clip. */
  record RowAsNear(int row, String clip) implements Diagnosis {
    @Override
    public String headline() {
      return "row " + row + " as near";
    }

    @Override
    public String reason() {
      return Phrase.of("row %d fits %s about as well", row, clip);
    }
  }

  /** The nearest clip starts out of tolerance. */
  record OutOfTolerance(Candidate nearest, long tolerance) implements Diagnosis {
    @Override
    public String headline() {
      return nearest.distance() + " f off";
    }

    @Override
    public String reason() {
      return starts(nearest) + ", tolerance " + tolerance + " f";
    }
  }

  /** What starts at the right time is of something else than the entry says. */
  record OfAnother(LogEntry entry, Candidate only) implements Diagnosis {
    @Override
    public String headline() {
      if (only.sameUnit() == Agreement.DIFFERENT) {
        return "not unit " + entry.unit();
      }
      if (only.sameCamera() == Agreement.DIFFERENT) {
        return "camera " + only.source().camera() + ", not " + entry.camera();
      }
      return only.sameReel() == Agreement.DIFFERENT
          ? "card " + only.source().reel() + ", not " + entry.reel()
          : "named " + entry.clip();
    }

    @Override
    public String reason() {
      String name = only.source().name();
      if (only.sameUnit() == Agreement.DIFFERENT) {
        return Phrase.of(
            "only %s starts here, which lies with another unit's clips; the log is of unit %s",
            name, entry.unit());
      }
      if (only.sameCamera() == Agreement.DIFFERENT) {
        return Phrase.of(
            "only %s of camera %s starts here; the log says camera %s",
            name, only.source().camera(), entry.camera());
      }
      return only.sameReel() == Agreement.DIFFERENT
          ? Phrase.of(
              "only %s on card %s starts here; the log says %s",
              name, only.source().reel(), entry.reel())
          : Phrase.of("only %s starts here; the log names %s", name, entry.clip());
    }
  }
}
