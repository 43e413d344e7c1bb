package org.oddlot.sound;

/**
 * What a sound file says of the music in it; what it does not say is empty.
 *
 * @param title what it is called
 * @param composer who composed it
 * @param artist who plays it
 * @param publisher who publishes it
 */
public record MusicTags(String title, String composer, String artist, String publisher) {
  /** Nothing. */
  public static final MusicTags NONE = new MusicTags("", "", "", "");

  /** Whether it says what the music is and whose. */
  public boolean isMusic() {
    return !title.isBlank() && !(composer.isBlank() && artist.isBlank());
  }

  /** Who made it, as far as it is said. */
  public String by() {
    return composer.isBlank() ? artist : composer;
  }
}
