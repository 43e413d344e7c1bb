package org.oddlot.practice.desk;

import java.util.List;

/**
 * What is known of a take.
 *
 * @param scene empty if not known, like all of these
 * @param setup the shot
 * @param take its number
 * @param unit the camera
 * @param card the roll
 * @param print whether it was circled
 * @param day when
 * @param remarks what was said about it
 * @param cast who is in it
 */
public record Slate(
    String scene,
    String setup,
    String take,
    String unit,
    String card,
    boolean print,
    String day,
    String remarks,
    List<String> cast) {

  /** Nothing is known. */
  public static final Slate BLANK = new Slate("", "", "", "", "", false, "", "", List.of());
}
