package org.oddlot.rights;

import org.oddlot.paper.ColumnField;

/** What a column of a paper of licences can hold. */
public enum LicenceField implements ColumnField {
  MATERIAL("material"),
  HOLDER("holder"),
  NUMBER("licence number"),
  TERRITORY("territory"),
  FROM("first day"),
  UNTIL("last day"),
  LEAST("least price"),
  DISCOUNT("discount"),
  PRICE("price"),
  CURRENCY("currency"),
  UNIT("unit"),
  ALLOWED("seconds allowed"),
  CREDIT("credit"),
  NOTES("notes");

  private final String title;

  LicenceField(String title) {
    this.title = title;
  }

  @Override
  public String title() {
    return title;
  }
}
