package org.oddlot.rights;

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
}
