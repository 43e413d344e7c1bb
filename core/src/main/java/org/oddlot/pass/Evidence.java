package org.oddlot.pass;

/**
 * One thing that a finding rests on.
 *
 * @param what what is compared: {@code start}
 * @param value what it is: {@code 10:14:07:10}
 * @param verdict what that says: {@code 2 f before}; empty where it speaks for itself
 */
public record Evidence(String what, String value, String verdict) {}
