package org.oddlot.demo;

import java.util.List;

/**
 * One take as it really was: what the cameras recorded and what went on in front of them.
 *
 * @param scene such as {@code 12A}
 * @param take its number
 * @param start when the leading camera began, in frames of the day
 * @param frames how long it ran
 * @param circled whether it was liked
 * @param action what happens
 * @param people who is in it
 * @param clipA the name of camera A's clip
 * @param clipB the name of camera B's clip, empty if B did not run
 * @param lagB how many frames after A camera B began
 */
record Take(
    String scene,
    int take,
    long start,
    long frames,
    boolean circled,
    String action,
    List<String> people,
    String clipA,
    String clipB,
    int lagB) {}
