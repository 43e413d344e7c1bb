package org.oddlot.material;

import org.oddlot.time.Timecode;

/**
 * A start timecode that was found in the media itself, for a source whose file does not say it.
 *
 * @param source the source's id
 * @param start the timecode of its first frame
 * @param origin where it was found
 * @param evidence what it rests on, in words
 */
public record FoundStart(String source, Timecode start, Origin origin, String evidence) {

  /** Where a start can be found. */
  public enum Origin {
    CONTAINER("the file's timecode track", false),
    LTC("timecode on a sound channel", false),
    TIME_REFERENCE("the sound file's time reference", false),
    LIST("the row that names it", true),
    FILE_DATE("the file's date", true);

    private final String words;
    private final boolean doubtful;

    Origin(String words, boolean doubtful) {
      this.words = words;
      this.doubtful = doubtful;
    }

    /** As people read it. */
    public String words() {
      return words;
    }

    /** Whether a person should look at it in any case. */
    public boolean isDoubtful() {
      return doubtful;
    }
  }
}
