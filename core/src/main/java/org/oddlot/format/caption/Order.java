package org.oddlot.format.caption;

import java.util.List;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Timebase;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;

/** Says where captions do not simply follow each other. */
final class Order {
  private Order() {}

  /**
   * Tells {@code problems} of captions that end before they begin or come before the one before.
   */
  static void check(List<Caption> captions, Problems problems, Timebase grid) {
    int overlaps = 0;
    Caption before = null;
    for (Caption caption : captions) {
      int length = caption.end().compareTo(caption.start());
      if (length < 0) {
        problems.warning(
            place(caption, grid), "The caption ends before it begins.", "Check its times.");
      } else if (length == 0) {
        problems.warning(place(caption, grid), "The caption has no length.", "Check its times.");
      }
      if (before != null) {
        if (caption.start().compareTo(before.start()) < 0) {
          problems.warning(
              place(caption, grid), "The caption begins before the one above it in the file.", "");
        } else if (caption.start().compareTo(before.end()) < 0) {
          overlaps++;
        }
      }
      before = caption;
    }
    if (overlaps > 0) {
      problems.info(
          "",
          Phrase.of(
              "%s before the one above is over.",
              overlaps == 1 ? "1 caption begins" : Phrase.number(overlaps) + " captions begin"));
    }
  }

  private static String place(Caption caption, Timebase grid) {
    return "caption " + caption.id() + " at " + grid.label(caption.start());
  }
}
