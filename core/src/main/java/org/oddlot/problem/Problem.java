package org.oddlot.problem;

/**
 * One thing that is wrong with an input.
 *
 * @param severity how bad it is
 * @param file the file's name
 * @param place where in the file, in the words of its kind: a line and column, a row, a timecode;
 *     empty for the whole file
 * @param message what is wrong, one sentence
 * @param remedy what to do about it; empty where nothing needs doing
 */
public record Problem(Severity severity, String file, String place, String message, String remedy) {

  /** {@code day1.csv, row 12: …}. */
  @Override
  public String toString() {
    String where = place.isEmpty() ? file : file + ", " + place;
    return where + ": " + message + (remedy.isEmpty() ? "" : " " + remedy);
  }
}
