package org.oddlot.practice.desk;

/**
 * A mark in a clip.
 *
 * @param kind {@code word}, {@code pick}, {@code remark} or {@code part}
 * @param name what it says
 * @param group the group of a word, empty if none
 * @param remark what else it says, empty if nothing
 * @param done who did what it asks for, empty as long as that is open
 * @param span where, in media time
 * @param color a colour's name, empty if none
 */
public record Flag(
    String kind, String name, String group, String remark, String done, Span span, String color) {}
