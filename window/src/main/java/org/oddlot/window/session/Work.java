package org.oddlot.window.session;

/**
 * What is going on.
 *
 * @param running whether anything is
 * @param fraction how far it is, from 0 to 1
 * @param what what it is, in words
 */
public record Work(boolean running, double fraction, String what) {
  /** Nothing is going on. */
  public static final Work IDLE = new Work(false, 0, "");
}
