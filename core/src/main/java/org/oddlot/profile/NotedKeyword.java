package org.oddlot.profile;

/**
 * A keyword of a clip as a whole, wherever its program keeps that.
 *
 * @param text the keyword
 * @param category its group, empty if it has none
 */
public record NotedKeyword(String text, String category) {}
