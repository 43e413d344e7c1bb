package org.oddlot.pass.angles;

import java.time.LocalDate;
import org.oddlot.pass.Sentence;
import org.oddlot.pass.Standing;
import org.oddlot.text.Phrase;

/** What is known of where a piece lies, as facts. */
sealed interface AngleDiagnosis {

  /** It lies where others say, and nothing speaks against it. */
  record Placed(int ties, int agreeing, int heard) implements AngleDiagnosis {}

  /**
   * Somebody has said where it lies.
   *
   * @param agreeing how many windows agree near there; 0 where what is heard says nothing
   * @param heard how many were compared
   * @param later how much later than there they agree, in seconds
   */
  record ByHand(int agreeing, int heard, double later) implements AngleDiagnosis {}

  /** It lies at another place nearly as well. */
  record TwoPlaces(int best, int rival, int heard) implements AngleDiagnosis {}

  /** Too little of it agrees for that to be beyond doubt. */
  record Faint(int agreeing, int heard) implements AngleDiagnosis {}

  /** Going round the pieces misses where it began. */
  record DoesNotClose(double seconds, String other) implements AngleDiagnosis {}

  /** It lies over another piece of its own angle. */
  record OverItsOwn(String other, double seconds) implements AngleDiagnosis {}

  /** It lies among pieces of another day. */
  record OtherDay(LocalDate its, LocalDate others) implements AngleDiagnosis {}

  /** It leaps within: samples are missing, or are twice there. */
  record Leaps(double at, double by) implements AngleDiagnosis {}

  /** It lies by some others, and nothing ties them to the rest. */
  record Island(int pieces, String first) implements AngleDiagnosis {}

  /** Nothing is to be heard of it. */
  record Silent() implements AngleDiagnosis {}

  /** It has no sound, or none that can be read. */
  record NoSound() implements AngleDiagnosis {}

  /** It was compared with all others, and lies by none. */
  record NotHere(int compared) implements AngleDiagnosis {}

  /** Somebody has set it aside; it is not listened to. */
  record SetAside() implements AngleDiagnosis {}

  /** It is being listened to. */
  record NotYetHeard() implements AngleDiagnosis {}

  /** How it stands because of that. */
  default Standing standing() {
    return switch (this) {
      case Placed _, ByHand _ -> Standing.SETTLED;
      case TwoPlaces _, Faint _, DoesNotClose _, OverItsOwn _, OtherDay _, Leaps _, Island _ ->
          Standing.TO_LOOK_AT;
      case Silent _, NoSound _, NotHere _, SetAside _, NotYetHeard _ -> Standing.OPEN;
    };
  }

  /** Whether it may be placed if somebody says so, or by itself. */
  default boolean hasPlace() {
    return standing() != Standing.OPEN;
  }

  /** How people read it. */
  default Sentence inWords() {
    return switch (this) {
      case Placed(int ties, int agreeing, int heard) ->
          Sentence.of(
              "placed",
              "it agrees with %s: %,d of %,d windows at one place, and no other comes near",
              Phrase.count(ties, "other piece"),
              agreeing,
              heard);
      case ByHand(int agreeing, int heard, double later) ->
          new Sentence("by hand", "it was placed by hand" + measured(agreeing, heard, later));
      case TwoPlaces(int best, int rival, int heard) ->
          Sentence.of(
              "two places alike",
              "two places fit almost alike: %,d and %,d of %,d windows agree",
              best,
              rival,
              heard);
      case Faint(int agreeing, int heard) ->
          Sentence.of("faint", "only %,d of %,d windows agree; listen to it", agreeing, heard);
      case DoesNotClose(double seconds, String other) ->
          Sentence.of(
              "does not close",
              "%s puts it %.0f ms elsewhere than the others do",
              other,
              1000 * seconds);
      case OverItsOwn(String other, double seconds) ->
          Sentence.of(
              "over its own angle",
              "it lies %.1f s over %s of the same angle; one of them belongs to another",
              seconds,
              other);
      case OtherDay(LocalDate its, LocalDate others) ->
          Sentence.of(
              "other day",
              "it sounds like the others, but is dated %s and they %s: the same music may have been"
                  + " played twice",
              its,
              others);
      case Leaps(double at, double by) ->
          Sentence.of(
              "leaps",
              "at %.1f s of it the sound leaps by %.0f ms: samples are missing there, or doubled",
              at,
              1000 * by);
      case Island(int pieces, String first) ->
          Sentence.of(
              "by itself",
              "it lies by %s, but nothing ties these %s to the rest",
              first,
              Phrase.count(pieces, "piece"));
      case Silent() -> new Sentence("silent", "nothing is to be heard of it");
      case NoSound() ->
          new Sentence("no sound", "it has no sound that can be read, or is not there any more");
      case NotHere(int compared) ->
          Sentence.of(
              "not of this event",
              "it was compared with %s and lies by none",
              Phrase.count(compared, "piece"));
      case SetAside() -> new Sentence("set aside", "it is left out, and not listened to");
      case NotYetHeard() -> new Sentence("not yet heard", "it has not been listened to yet");
    };
  }

  private static String measured(int agreeing, int heard, double later) {
    if (heard == 0) {
      return "";
    }
    if (agreeing == 0) {
      return Phrase.of("; none of %s nearby speaks for it", Phrase.count(heard, "window"));
    }
    long thousandths = Math.round(1000 * Math.abs(later));
    return Phrase.of(
        "; %,d of %,d windows nearby agree%s",
        agreeing,
        heard,
        thousandths == 0
            ? ", just there"
            : Phrase.of(", %,d ms %s", thousandths, later > 0 ? "later" : "earlier"));
  }
}
