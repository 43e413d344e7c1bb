/**
 * Practice Slate: stands in for a logging device on set. It plays a script of what a person at the
 * device does and says, stamps it with its own clock, rate and date, right or wrong, and hands the
 * log out as a file or in pieces over the loopback network. {@code docs/practice-slate.md} says
 * how. It shares no code with what is tried on it.
 */
@NullMarked
package org.oddlot.practice.slate;

import org.jspecify.annotations.NullMarked;
