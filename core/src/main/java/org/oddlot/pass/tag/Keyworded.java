package org.oddlot.pass.tag;

import java.util.Arrays;
import java.util.List;
import org.oddlot.profile.Field;

/** What can become a keyword, and the department that wrote it down. */
enum Keyworded {
  CIRCLED("circled", "Script", Field.CIRCLED),
  PEOPLE("people", "People", Field.PEOPLE),
  SCENE("scene", "Script", Field.SCENE),
  SHOT("shot", "Script", Field.SHOT),
  CAMERA("camera", "Camera", Field.CAMERA),
  REEL("roll", "Camera", Field.REEL),
  SOUND_REEL("sound roll", "Sound", Field.SOUND_REEL);

  private final String word;
  private final String category;
  private final Field field;

  Keyworded(String word, String category, Field field) {
    this.word = word;
    this.category = category;
    this.field = field;
  }

  static List<String> words() {
    return Arrays.stream(values()).map(each -> each.word).toList();
  }

  /** As the setting names it. */
  String word() {
    return word;
  }

  /** The group of its keywords. */
  String category() {
    return category;
  }

  /** What is noted. */
  Field field() {
    return field;
  }

  /** The keyword for something that is noted: {@code Scene 12}, {@code Circled}, a name. */
  String keyword(String value) {
    String title = Character.toUpperCase(word.charAt(0)) + word.substring(1);
    return switch (this) {
      case CIRCLED -> title;
      case PEOPLE -> value;
      default -> title + " " + value;
    };
  }
}
