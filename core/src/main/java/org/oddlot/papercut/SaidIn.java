package org.oddlot.papercut;

/**
 * What somebody says of where transcripts were said, where their names do not tell.
 *
 * @param text {@code transcript=source}, several with semicolons between
 */
public record SaidIn(String text) {}
