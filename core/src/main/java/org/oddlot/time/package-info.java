/**
 * Exact time: rates as fractions, times as whole counts at a rate, timecode labels, times of day
 * and samples.
 *
 * <p>All values are immutable, refuse {@code null} and compare without floating point. A {@code
 * double} appears only where a file format has one, and is recognised at once ({@link
 * FrameRate#ofDouble}, {@link Rational#ofDouble}). Conversions that can lose something take a
 * {@link java.math.RoundingMode}; those that take none are exact.
 *
 * <p>Labels follow SMPTE ST 12-1. What a label says and how long after midnight its frame was
 * counted are two different things at 1001-rates.
 */
@NullMarked
package org.oddlot.time;

import org.jspecify.annotations.NullMarked;
