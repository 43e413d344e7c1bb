package org.oddlot.rights;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.oddlot.time.Rational;

/**
 * What somebody may use under which terms, as a row of a paper has it.
 *
 * @param paper the paper
 * @param row its row, counted from one
 * @param material what it is for
 * @param holder who has the rights
 * @param number what the licence is known by; may be empty, like all texts
 * @param territory where it holds
 * @param since its first day
 * @param until its last day
 * @param price what is asked, in {@code currency}
 * @param currency its code where it is known, else as the paper writes it
 * @param unit the smallest number of seconds that is paid for; above zero
 * @param allowed how many seconds may be used; any number where empty
 * @param notes what is remarked there
 * @param credit how it is to be credited
 * @param further what else is written there
 */
public record Licence(
    String paper,
    int row,
    SourcePattern material,
    String holder,
    String number,
    String territory,
    Optional<LocalDate> since,
    Optional<LocalDate> until,
    Price price,
    String currency,
    Rational unit,
    Optional<Rational> allowed,
    String notes,
    String credit,
    List<Further> further) {
  public Licence {
    further = List.copyOf(further);
  }

  /** Where it is written: {@code archive.csv row 4}. */
  public String from() {
    return paper + " row " + row;
  }

  /** What it is known by among the licences of a lot. */
  public String id() {
    return number.isEmpty() ? from() : number;
  }

  /** {@code Skerry Film Library, licence 2026-118}. */
  public String title() {
    return number.isEmpty() ? holder : holder + ", licence " + number;
  }

  /** Seconds as they are paid for: whole units, a unit that is begun counts. */
  public Rational paid(Rational seconds) {
    return unit.times(seconds.dividedBy(unit).rounded(java.math.RoundingMode.CEILING));
  }
}
