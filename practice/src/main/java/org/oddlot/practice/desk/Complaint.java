package org.oddlot.practice.desk;

/**
 * What Practice Desk says about a file.
 *
 * @param refusal whether the file, or this part of it, was not taken in
 * @param place where
 * @param text what
 */
public record Complaint(boolean refusal, String place, String text) {
  @Override
  public String toString() {
    return (refusal ? "refused: " : "warning: ") + (place.isEmpty() ? "" : place + ": ") + text;
  }
}
