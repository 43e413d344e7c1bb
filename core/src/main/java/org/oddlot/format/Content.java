package org.oddlot.format;

/** A kind of thing that a file may hold, and another format may have no place for. */
public interface Content {
  /** What it is called in documents, in capitals. */
  String name();

  /** As people read it, for several of it. */
  String words();

  /** What can be done where it is not carried. */
  String instead();
}
