package org.oddlot.caption;

/**
 * Something in a file of captions that is no caption and changes none: a comment, a style sheet.
 *
 * @param what what it is, in the plural: {@code comments}
 * @param place where in the file
 * @param text what it says
 */
public record Aside(String what, String place, String text) {}
