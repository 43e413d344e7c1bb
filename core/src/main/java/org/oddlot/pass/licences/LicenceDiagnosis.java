package org.oddlot.pass.licences;

import java.time.LocalDate;
import java.util.Optional;
import org.oddlot.pass.Standing;
import org.oddlot.rights.Licence;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;

/** What is known of the right to a source, or of the terms of a licence, as facts. */
sealed interface LicenceDiagnosis {

  /** No licence is for it. */
  record NotCovered() implements LicenceDiagnosis {}

  /** More than one licence is for it. */
  record Several(int licences) implements LicenceDiagnosis {}

  /** The paper and the source's own data name different licences. */
  record Disagrees(Licence paper, String itsOwn) implements LicenceDiagnosis {}

  /** A licence is for it, though it looks like the production's own. */
  record SeemsOwn(Licence licence, Origin origin) implements LicenceDiagnosis {}

  /** One licence is for it, and nothing speaks against that. */
  record Covered(Licence licence) implements LicenceDiagnosis {}

  /** More seconds are used in a timeline than are licensed. */
  record Over(String timeline, Rational over, Rational used, Rational allowed)
      implements LicenceDiagnosis {}

  /** Its term or its territory does not go with the delivery. */
  record NotForDelivery(String why) implements LicenceDiagnosis {}

  /** Why a source is the production's own. */
  sealed interface Origin {
    /** It was said so. */
    record Named() implements Origin {}

    /** It is of a camera of the production's. */
    record OfCamera(String camera, boolean byItsName) implements Origin {}

    /** It is called like what cameras name so; nothing else says that it is of one. */
    record ByName(String camera) implements Origin {}

    /** A log of the shoot has its clip, its card or its day. */
    record InLog(String what) implements Origin {}

    /** It is of a card. */
    record OfCard(String card) implements Origin {}

    /** The day of its recording is known. */
    record Recorded(LocalDate day) implements Origin {}

    /** It is a take of the log. */
    record Logged(String take) implements Origin {}

    /** How people read it. */
    default String inWords() {
      return switch (this) {
        case Named() -> "named as own material";
        case OfCamera(String camera, boolean byItsName) ->
            "camera " + camera + (byItsName ? ", by its name" : "");
        case ByName(String camera) -> "called like a clip of camera " + camera;
        case InLog(String what) -> what + ", in the logs";
        case OfCard(String card) -> "card " + card;
        case Recorded(LocalDate day) -> "recorded on " + day;
        case Logged(String take) -> "take " + take + " of the log";
      };
    }
  }

  /** The licence that is proposed; empty where none can be. */
  default Optional<Licence> proposed() {
    return switch (this) {
      case Disagrees(Licence paper, _) -> Optional.of(paper);
      case SeemsOwn(Licence licence, _) -> Optional.of(licence);
      case Covered(Licence licence) -> Optional.of(licence);
      case NotCovered _, Several _, Over _, NotForDelivery _ -> Optional.empty();
    };
  }

  /** Whether somebody has to say something to it. */
  default Standing standing() {
    return switch (this) {
      case NotCovered _ -> Standing.OPEN;
      case Covered _ -> Standing.SETTLED;
      case Several _, Disagrees _, SeemsOwn _, Over _, NotForDelivery _ -> Standing.TO_LOOK_AT;
    };
  }

  /** How people read it. */
  default String inWords() {
    return switch (this) {
      case NotCovered() -> "no licence covers it";
      case Several(int licences) -> Phrase.of("%,d licences are for it", licences);
      case Disagrees(Licence paper, String itsOwn) ->
          Phrase.of("the paper says licence %s, its own data %s", paper.id(), itsOwn);
      case SeemsOwn(Licence licence, Origin origin) ->
          Phrase.of(
              "a licence of %s is for it, and it seems to be own material: %s",
              licence.holder(), origin.inWords());
      case Covered(Licence licence) ->
          Phrase.of(
              "%s, by “%s” in row %d", licence.title(), licence.material().text(), licence.row());
      case Over(String timeline, Rational over, Rational used, Rational allowed) ->
          Phrase.of(
              "%s s over: %s s used, %s s licensed, in %s",
              over.toDecimal(1), used.toDecimal(1), allowed.toDecimal(1), timeline);
      case NotForDelivery(String why) -> why;
    };
  }
}
