package org.oddlot.days;

import java.util.function.LongFunction;

/**
 * A kind of day.
 *
 * @param name what is special about it
 * @param day one of them, for a seed
 * @param allowance what part of it may be missed once all is accepted, for a reason that is known
 * @param reason that reason, empty if nothing may be missed beyond the usual
 */
record Kind(String name, LongFunction<Case> day, double allowance, String reason) {
  Kind(String name, LongFunction<Case> day) {
    this(name, day, 0, "");
  }
}
