package org.oddlot.paper;

import java.util.Locale;

/** What a column of a log can hold. */
public enum LogField implements ColumnField {
  IN("timecode in"),
  OUT("timecode out"),
  DURATION("duration"),
  DATE("date"),
  RATE("frame rate"),
  SCENE("scene"),
  SHOT("shot"),
  TAKE("take"),
  CAMERA("camera"),
  UNIT("unit"),
  REEL("roll", "roll"),
  SOUND_REEL("sound roll", "sound_roll"),
  CLIP("clip name"),
  TRACKS("sound tracks"),
  CIRCLED("circled"),
  NOTES("notes"),
  PEOPLE("people"),
  AUTHOR("written by"),
  KEYWORD("keyword"),
  CATEGORY("category"),
  MARKER("marker"),
  KIND("kind of entry");

  private final String title;
  private final String word;

  LogField(String title) {
    this.title = title;
    this.word = name().toLowerCase(Locale.ROOT);
  }

  LogField(String title, String word) {
    this.title = title;
    this.word = word;
  }

  @Override
  public String title() {
    return title;
  }

  /** May be older than the name in the code. */
  @Override
  public String word() {
    return word;
  }

  /** Whether several columns can hold it; what they say is put together. */
  boolean mayRepeat() {
    return this == NOTES || this == PEOPLE || this == AUTHOR || this == KEYWORD || this == TRACKS;
  }
}
