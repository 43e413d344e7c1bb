package org.oddlot.profile;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** What a profile can say the place of. */
public enum Field {
  RECORDED("source"),
  SOURCE_CAMERA("source", "camera"),
  SOURCE_REEL("source", "reel"),
  CHANNEL_COUNT("source", "channels"),
  SAMPLE_RATE("source"),
  /** Who has the rights in it. */
  RIGHTS_HOLDER("source"),
  /** The number of the licence that it is used under. */
  LICENCE("source"),
  MUSIC_TITLE("source"),
  COMPOSER("source"),
  PUBLISHER("source"),
  /** How much of the picture covers what is below it: 1 all, 0 nothing. */
  PICTURE_OPACITY("picture", "opacity"),
  /** How large it is: 1 fills the frame. */
  PICTURE_SCALE("picture", "scale"),
  /** How it is laid over what is below it: {@code normal} covers. */
  PICTURE_BLEND("picture", "blend"),
  /** How loud sound is: 0 is silent. */
  SOUND_LEVEL("sound", "level"),
  SCENE("log"),
  SHOT("log"),
  TAKE("log"),
  CAMERA("log"),
  REEL("log", "roll"),
  CIRCLED("log"),
  DATE("log"),
  NOTES("log"),
  PEOPLE("log"),
  DEPARTMENTS("log"),
  SOUND_REEL("log", "sound_roll"),
  ORIGINAL_NAME("clip"),
  KEYWORDS("clip"),
  /** The list of a clip's channels. */
  CHANNELS("clip"),
  /** The role of a clip's picture. */
  ROLE("clip"),
  CHANNEL_NUMBER("channel", "number"),
  CHANNEL_NAME("channel", "name"),
  CHANNEL_ROLE("channel", "role"),
  /** How many channels one component has. */
  CHANNEL_WIDTH("channel", "width"),
  CHANNEL_LAYOUT("channel", "layout"),
  KEYWORD_TEXT("keyword", "text"),
  KEYWORD_CATEGORY("keyword", "category"),
  MARKER_KIND("marker", "kind"),
  MARKER_CATEGORY("marker", "category"),
  MARKER_TEXT("marker", "text"),
  MARKER_TIMECODE("marker", "timecode"),
  /** Who did what a note asks for; empty as long as that is open. */
  MARKER_DONE("marker", "done"),
  /** The words of a title. */
  TITLE_TEXT("titles", "text"),
  /** The name of the font that a title is set in. */
  TITLE_FONT("titles", "font"),
  /** How large a title is set, in the program's own measure. */
  TITLE_SIZE("titles", "size"),
  /** How heavy its letters are. */
  TITLE_WEIGHT("titles", "weight"),
  TITLE_COLOUR("titles", "colour"),
  /** Which of its letters are capitals. */
  TITLE_CASE("titles", "case"),
  /** Where it stands across the picture, in parts of its width. */
  TITLE_X("titles", "x"),
  /** Where it stands down the picture, in parts of its height. */
  TITLE_Y("titles", "y"),
  /** The list of a title's lines, where each has a look of its own. */
  TITLE_LINES("titles", "lines"),
  LINE_FONT("line", "font"),
  LINE_SIZE("line", "size"),
  LINE_WEIGHT("line", "weight"),
  LINE_COLOUR("line", "colour"),
  LINE_CASE("line", "case"),
  /** The program's own identity of a timeline; a rewritten timeline gets a new one. */
  IDENTITY("timeline");

  private final String section;
  private final String key;

  Field(String section) {
    this.section = section;
    this.key = name().toLowerCase(Locale.ROOT);
  }

  Field(String section, String key) {
    this.section = section;
    this.key = key;
  }

  /** Whether it is kept at a {@link Place}: with generators and effects, not in metadata alone. */
  public boolean isAtAPlace() {
    return List.of("titles", "picture", "sound").contains(section);
  }

  /** Whether it is kept with the media rather than with the clip. */
  public boolean isOfTheMedia() {
    return section.equals("source");
  }

  /** What it is called within its section. */
  public String key() {
    return key;
  }

  /** As the profile file writes it: {@code section.key}. */
  public String path() {
    return section + "." + key;
  }

  static Optional<Field> of(String section, String key) {
    return Arrays.stream(values())
        .filter(field -> field.section.equals(section) && field.key.equals(key))
        .findFirst();
  }
}
