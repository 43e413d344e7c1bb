package org.oddlot.format.title;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.oddlot.profile.Field;

/** What titles can be told apart by. */
public enum TitleProperty {
  FONT(Field.TITLE_FONT, Field.LINE_FONT),
  SIZE(Field.TITLE_SIZE, Field.LINE_SIZE),
  WEIGHT(Field.TITLE_WEIGHT, Field.LINE_WEIGHT),
  COLOUR(Field.TITLE_COLOUR, Field.LINE_COLOUR),
  CASE(Field.TITLE_CASE, Field.LINE_CASE),
  TEXT(Field.TITLE_TEXT, null),
  NAME(null, null),
  TRACK(null, null),
  LENGTH(null, null);

  private final @Nullable Field ofTitle;
  private final @Nullable Field ofLine;

  TitleProperty(@Nullable Field ofTitle, @Nullable Field ofLine) {
    this.ofTitle = ofTitle;
    this.ofLine = ofLine;
  }

  /** Where it is kept for all of a title. */
  Optional<Field> ofTitle() {
    return Optional.ofNullable(ofTitle);
  }

  /** Where it is kept for a line. */
  Optional<Field> ofLine() {
    return Optional.ofNullable(ofLine);
  }

  /** Whether each line has its own. */
  public boolean isOfALine() {
    return ofLine != null;
  }

  /** Whether it can be changed for many at once; a track or a length is where a title lies. */
  public boolean canBeSet() {
    return this != TRACK && this != LENGTH;
  }

  /** What it is called on the command line and in documents. */
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }

  /** The one that is called so. */
  public static Optional<TitleProperty> of(String word) {
    return Arrays.stream(values()).filter(each -> each.word().equals(word)).findFirst();
  }

  /** What all are called. */
  public static List<String> words() {
    return Arrays.stream(values()).map(TitleProperty::word).toList();
  }
}
