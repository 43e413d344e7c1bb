package org.oddlot.pass.match;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.material.Source;
import org.oddlot.paper.LogEntry;
import org.oddlot.paper.LogField;
import org.oddlot.pass.Evidence;
import org.oddlot.text.Phrase;
import org.oddlot.time.Timecode;

/**
 * A source that an entry may belong to.
 *
 * @param source the source
 * @param entryAt the entry's timecode at the source's rate; empty where the two cannot be compared
 * @param frames how far the source starts from the entry, in frames; negative if it starts before
 * @param inside whether the entry lies within the source
 * @param sameDate what the dates say
 * @param sameCamera what the cameras say
 * @param sameUnit what the units say
 * @param sameReel what the cards say
 * @param sameName what the names say
 * @param slateFrom who says that the source is of the entry's scene and take, if anybody does
 */
public record Candidate(
    Source source,
    Optional<Timecode> entryAt,
    long frames,
    boolean inside,
    Agreement sameDate,
    Agreement sameCamera,
    Agreement sameUnit,
    Agreement sameReel,
    Agreement sameName,
    Optional<String> slateFrom) {

  /** What comparing two notes says. */
  public enum Agreement {
    SAME("same"),
    DIFFERENT("different"),
    UNKNOWN("not said");

    private final String words;

    Agreement(String words) {
      this.words = words;
    }

    /** As people read it. */
    public String words() {
      return words;
    }
  }

  /** Whether what the entry says of its camera, its card or its clip is of another. */
  public boolean isOfAnother() {
    return sameCamera == Agreement.DIFFERENT
        || sameUnit == Agreement.DIFFERENT
        || sameReel == Agreement.DIFFERENT
        || sameName == Agreement.DIFFERENT;
  }

  /** Whether the entry names its card or its clip. */
  boolean isNamed() {
    return sameReel == Agreement.SAME || sameName == Agreement.SAME;
  }

  /** Whether entry and source can be compared by timecode. */
  public boolean hasTime() {
    return entryAt.isPresent();
  }

  /** How far away it is, in frames; zero where that is not known. */
  public long distance() {
    return Math.abs(frames);
  }

  /** What speaks for and against it. */
  List<Evidence> evidence(LogEntry entry, long tolerance) {
    var evidence = new ArrayList<Evidence>();
    if (sameName != Agreement.UNKNOWN) {
      evidence.add(
          new Evidence(
              "name",
              source.name(),
              sameName == Agreement.SAME ? "the log says so" : "the log says " + entry.clip()));
    }
    slateFrom.ifPresent(from -> evidence.add(new Evidence("slate", entry.title(), from)));
    entryAt.ifPresent(at ->
        evidence.add(
            new Evidence(
                "rate",
                at.rate().toString(),
                entry.rate().isPresent() ? "same" : "not in the log")));
    source
        .recorded()
        .ifPresent(date -> evidence.add(new Evidence("date", date.toString(), sameDate.words())));
    entryAt.ifPresent(at ->
        evidence.add(
            new Evidence(
                "start",
                Timecode.ofFrames(source.start().orElseThrow().value(), at.rate(), at.dropFrame())
                    .toString(),
                startVerdict(tolerance))));
    if (sameUnit != Agreement.UNKNOWN) {
      evidence.add(
          new Evidence(
              "unit",
              entry.unit(),
              sameUnit == Agreement.SAME ? "as the bin says" : "but the bin says another"));
    }
    if (sameReel != Agreement.UNKNOWN) {
      evidence.add(
          new Evidence(
              "card",
              source.reel(),
              (sameReel == Agreement.SAME ? "the log says so" : "log says " + entry.reel())
                  + (entry.isImplied(LogField.REEL) ? ", above its rows" : "")));
    }
    if (!source.camera().isEmpty()) {
      String verdict =
          switch (sameCamera) {
            case SAME -> "the log says " + entry.camera();
            case DIFFERENT -> "log says " + entry.camera();
            case UNKNOWN -> source.cameraIsGuessed() ? "from the clip's name" : "";
          };
      evidence.add(new Evidence("camera", source.camera(), verdict));
    }
    return evidence;
  }

  private String startVerdict(long tolerance) {
    if (frames == 0) {
      return "to the frame";
    }
    if (distance() <= tolerance) {
      return "in tolerance";
    }
    return inside ? "entry lies within" : "out of tolerance";
  }

  /** The difference in words: {@code +9 f}; empty where it is not known. */
  public String difference() {
    if (!hasTime()) {
      return "";
    }
    return Phrase.signed(frames) + " f";
  }
}
