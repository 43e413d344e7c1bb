package org.oddlot.paper;

import java.util.Locale;

/** What a column of a log can hold. */
public enum LogField {
  IN("timecode in"),
  OUT("timecode out"),
  DURATION("duration"),
  DATE("date"),
  RATE("frame rate"),
  SCENE("scene"),
  SHOT("shot"),
  TAKE("take"),
  CAMERA("camera"),
  ROLL("roll"),
  SOUND_ROLL("sound roll"),
  CLIP("clip name"),
  TRACKS("sound tracks"),
  CIRCLED("circled"),
  NOTES("notes"),
  PEOPLE("people"),
  KEYWORD("keyword"),
  CATEGORY("category"),
  MARKER("marker"),
  KIND("kind of entry");

  private final String title;

  LogField(String title) {
    this.title = title;
  }

  /** What it is called on the screen. */
  public String title() {
    return title;
  }

  /** As it is written in documents. */
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }

  /** Whether several columns can hold it; what they say is put together. */
  boolean mayRepeat() {
    return this == NOTES || this == PEOPLE || this == KEYWORD || this == TRACKS;
  }
}
