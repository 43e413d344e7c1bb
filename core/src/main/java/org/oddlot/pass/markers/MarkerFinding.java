package org.oddlot.pass.markers;

import java.math.RoundingMode;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.oddlot.compare.Version;
import org.oddlot.marker.Carried;
import org.oddlot.material.CutSpot;
import org.oddlot.material.Material;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Finding;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Standing;
import org.oddlot.profile.MarkerKind;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;
import org.oddlot.time.Timecode;
import org.oddlot.timeline.Address;

/**
 * A marker, and where it comes to stand.
 *
 * @param carried the marker and its places in the version that it goes to
 * @param to that version
 * @param timeline where that version lies
 * @param older where the version that it was in lies, if that is another one
 * @param was where it is in the older version, or in the paper
 * @param from what it comes from: the older version, or a paper and its rows
 * @param standing settled where nothing speaks against its place
 * @param reason why
 * @param spot where it is seen
 * @param evidence what it rests on
 */
public record MarkerFinding(
    Carried carried,
    Version to,
    Address timeline,
    Optional<Address> older,
    Timecode was,
    String from,
    Standing standing,
    String reason,
    CutSpot spot,
    List<Evidence> evidence)
    implements Finding {
  /** What a place that somebody types begins with. */
  static final String AT = "at ";

  /** What is said of a note that was done; who did it may stand behind. */
  public static final String DONE = "done";

  /** What is said of a note that is open again. */
  public static final String OPEN = "open";

  public MarkerFinding {
    evidence = List.copyOf(evidence);
  }

  @Override
  public FindingId id() {
    return FindingId.of(
        "markers", timeline.toString(), from, was.toString(), carried.from().marker().name());
  }

  @Override
  public String title() {
    String name = carried.from().marker().name();
    return name.isEmpty() ? "a marker" : name;
  }

  @Override
  public String headline() {
    return at().map(Timecode::toString).orElse("nowhere");
  }

  /** Where it comes to stand first; empty where nobody knows. */
  public Optional<Timecode> at() {
    return carried.fate() == Carried.Fate.LOST
        ? Optional.empty()
        : carried.places().stream().findFirst().map(place -> to.label(place.in()));
  }

  /** The marker's own words where they say more than its name. */
  public String words() {
    return to.document().profile().words(carried.from().marker());
  }

  @Override
  public List<Choice> choices() {
    return carried.fate() == Carried.Fate.SURE
        ? List.of()
        : carried.places().stream()
            .map(place ->
                new Choice(
                    AT + to.label(place.in()),
                    Phrase.of("At %s, %s", to.label(place.in()), place.why()),
                    List.of()))
            .toList();
  }

  @Override
  public List<String> proposed() {
    return carried.fate() == Carried.Fate.DOUBTFUL ? List.of(choices().getFirst().id()) : List.of();
  }

  /** Any place of the cut will do, if somebody says it. */
  @Override
  public Optional<String> problem(List<String> chosen) {
    for (String each : chosen) {
      if (!saysWhetherDone(each) && frame(each).isEmpty()) {
        return Optional.of(
            Phrase.of(
                "“%s” is no place in %s, which goes from %s to %s",
                each, to.name(), to.label(0), to.label(to.length())));
      }
    }
    return Optional.empty();
  }

  static boolean saysWhetherDone(String answer) {
    return answer.equals(DONE) || answer.startsWith(DONE + " ") || answer.equals(OPEN);
  }

  /** The place among what was chosen, if one was. */
  public static Optional<String> place(List<String> chosen) {
    return chosen.stream().filter(each -> each.startsWith(AT)).findFirst();
  }

  /** Whether it is a note, which is something to do. */
  public boolean isNote() {
    return to.document().profile().noted(carried.from().marker()).isOf(MarkerKind.NOTE);
  }

  /**
   * Who did what it asks for.
   *
   * @param chosen what was answered
   * @return a name, or “done” where that is not told; empty as long as it is open
   */
  public String doneBy(List<String> chosen) {
    Optional<String> said =
        chosen.stream().filter(MarkerFinding::saysWhetherDone).reduce((_, last) -> last);
    if (said.isEmpty()) {
      return to.document().profile().doneBy(carried.from().marker());
    }
    String by = said.get().substring(Math.min(DONE.length(), said.get().length())).strip();
    return said.get().equals(OPEN) ? "" : by.isEmpty() ? DONE : by;
  }

  /**
   * What is answered to say that it is done by somebody, or open again; with its place as it is.
   */
  public List<String> ticked(List<String> chosen, String by) {
    List<String> others = chosen.stream().filter(each -> !saysWhetherDone(each)).toList();
    String said = doneBy(chosen).isEmpty() ? (DONE + " " + by).strip() : OPEN;
    return Stream.concat(others.stream(), Stream.of(said)).toList();
  }

  /** The answer that says a moment, in seconds after the first frame; empty outside the cut. */
  public Optional<String> answerAt(Rational seconds) {
    long frame = seconds.dividedBy(to.rate().frameDuration()).rounded(RoundingMode.HALF_UP);
    return frame >= 0 && frame < to.length() ? Optional.of(AT + to.label(frame)) : Optional.empty();
  }

  /** The frame that an answer means; empty where there is none. */
  Optional<Long> frame(String answer) {
    if (!answer.startsWith(AT)) {
      return Optional.empty();
    }
    try {
      Timecode first = to.label(0);
      long frame =
          Timecode.parse(answer.substring(AT.length()).strip(), to.rate(), first.dropFrame())
                  .frames()
              - first.frames();
      return Optional.of(frame).filter(its -> its >= 0 && its < to.length());
    } catch (IllegalArgumentException e) {
      return Optional.empty();
    }
  }

  @Override
  public Optional<CutSpot> spot(Material material) {
    return Optional.of(spot);
  }
}
