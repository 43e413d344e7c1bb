package org.oddlot.pass.angles;

import java.util.List;
import java.util.Optional;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Finding;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Standing;
import org.oddlot.text.Phrase;
import org.oddlot.waveform.PairOffset;

/**
 * Where a piece lies.
 *
 * @param piece the piece
 * @param row which row its angle has, counted from the top
 * @param diagnosis what is known of it
 * @param place where it lies, if anywhere
 * @param begin the same in seconds after the first piece of its group begins
 * @param closing by how much its triangles miss, in seconds, if it is in any
 * @param leading the pair that says most about it
 * @param other the piece that it was compared with there
 * @param choices where else it may lie
 * @param evidence what it rests on
 */
public record PieceFinding(
    Piece piece,
    int row,
    AngleDiagnosis diagnosis,
    Optional<Position> place,
    double begin,
    Optional<Double> closing,
    Optional<PairOffset> leading,
    Optional<Piece> other,
    List<Choice> choices,
    List<Evidence> evidence)
    implements Finding {

  public PieceFinding {
    choices = List.copyOf(choices);
    evidence = List.copyOf(evidence);
  }

  @Override
  public FindingId id() {
    return id(piece);
  }

  /** What the finding about a piece is known by. */
  static FindingId id(Piece piece) {
    return FindingId.of("angles", "piece", piece.id());
  }

  @Override
  public String title() {
    return piece.name();
  }

  @Override
  public Standing standing() {
    return diagnosis.standing();
  }

  @Override
  public String headline() {
    return diagnosis.inWords().headline();
  }

  /** Why, and of what is placed also where, how well that closes, and how its clock runs. */
  @Override
  public String reason() {
    String why = diagnosis.inWords().reason();
    if (!(diagnosis instanceof AngleDiagnosis.Placed) || place.isEmpty()) {
      return why;
    }
    double ppm = place.get().drift() * 1e6;
    return Phrase.of(
        "%s; it begins %.3f s after the first%s%s",
        why,
        begin,
        closing.map(error -> Phrase.of(", closing error %.1f ms", error * 1000)).orElse(""),
        Math.abs(ppm) < 0.5
            ? ""
            : Phrase.of(", its clock %.1f ppm %s", Math.abs(ppm), ppm > 0 ? "slow" : "fast"));
  }

  /** Whether it lies where somebody has put it. */
  public boolean isByHand() {
    return diagnosis instanceof AngleDiagnosis.ByHand;
  }

  /** Where it begins after another begins, in seconds of that one's clock; 0 where it has none. */
  public double after(PieceFinding other) {
    return place.isEmpty() ? 0 : inTimeOf(other, begin);
  }

  private static double inTimeOf(PieceFinding other, double at) {
    return (at - other.begin) / (1 + other.place.map(Position::drift).orElse(0.0));
  }

  /**
   * The answer that puts it somewhere.
   *
   * @param by a piece that has a place
   * @param begin where it is to begin, in seconds after the first piece begins
   */
  public List<String> answerAt(PieceFinding by, double begin) {
    return answerAfter(by, inTimeOf(by, begin));
  }

  /** The answer that puts it so many seconds of another's clock after that one's beginning. */
  public List<String> answerAfter(PieceFinding by, double seconds) {
    return List.of(new AngleAnswer(by.piece.id(), seconds).written());
  }

  @Override
  public List<String> proposed() {
    return choices.isEmpty() ? List.of() : List.of(choices.getFirst().id());
  }

  @Override
  public Optional<String> problem(List<String> chosen) {
    if (chosen.isEmpty()) {
      return Optional.empty();
    }
    try {
      AngleAnswer.CODEC.decode(chosen);
      return Optional.empty();
    } catch (IllegalArgumentException e) {
      return Optional.of(String.valueOf(e.getMessage()));
    }
  }
}
