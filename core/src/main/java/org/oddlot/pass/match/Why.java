package org.oddlot.pass.match;

/**
 * A reason, twice.
 *
 * @param headline in a few words, for a narrow column
 * @param reason in a sentence without a full stop
 */
record Why(String headline, String reason) {}
