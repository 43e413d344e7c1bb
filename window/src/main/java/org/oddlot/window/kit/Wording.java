package org.oddlot.window.kit;

/**
 * The words of a bench.
 *
 * @param id what its table is called, for style and tests: {@code tag}
 * @param noun what a row is about: {@code clip}
 * @param accept on the button: {@code Accept}
 * @param accepted said when one was accepted: {@code accepted}
 * @param decline on the button: {@code Leave this clip alone}
 * @param declined said when one was declined, and on the tab: {@code left alone}
 * @param empty said where there are no rows
 * @param choose said where none is chosen
 */
public record Wording(
    String id,
    String noun,
    String accept,
    String accepted,
    String decline,
    String declined,
    String empty,
    String choose) {

  /** The usual words. */
  public static Wording usual(String id, String noun) {
    return new Wording(
        id,
        noun,
        "Accept",
        "accepted",
        "Decline",
        "declined",
        "Nothing here.",
        "Choose a row to see what it rests on.");
  }

  /** This with other words for yes and for no. */
  public Wording answers(
      String newAccept, String newAccepted, String newDecline, String newDeclined) {
    return new Wording(id, noun, newAccept, newAccepted, newDecline, newDeclined, empty, choose);
  }

  /** This with other words where nothing is there, or nothing is chosen. */
  public Wording where(String newEmpty, String newChoose) {
    return new Wording(id, noun, accept, accepted, decline, declined, newEmpty, newChoose);
  }
}
