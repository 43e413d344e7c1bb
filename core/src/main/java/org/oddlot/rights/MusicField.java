package org.oddlot.rights;

import java.util.Locale;
import org.oddlot.paper.ColumnField;

/** What a column of a paper of music can hold. */
public enum MusicField implements ColumnField {
  TITLE("title"),
  COMPOSER("composer"),
  MATERIAL("file"),
  PUBLISHER("publisher"),
  SOCIETY("society"),
  USE("use"),
  PERFORMERS("performers"),
  KIND("vocal or instrumental"),
  ISRC("ISRC"),
  ISWC("ISWC"),
  CATALOGUE("catalogue number");

  private final String title;

  MusicField(String title) {
    this.title = title;
  }

  @Override
  public String title() {
    return title;
  }

  @Override
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }
}
