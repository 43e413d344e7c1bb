package org.oddlot.format.transcript;

/** Names as fields of formats whose fields are separated by spaces. */
final class TranscriptNames {
  private TranscriptNames() {}

  /** A file's name without its ending and without spaces. */
  static String stem(String name) {
    int dot = name.lastIndexOf('.');
    String stem = (dot > 0 ? name.substring(0, dot) : name).strip().replaceAll("\\s+", "_");
    return stem.isEmpty() ? "talk" : stem;
  }

  /** A speaker's name without spaces. */
  static String field(String name) {
    return name.isBlank() ? "<NA>" : name.strip().replaceAll("\\s+", "_");
  }

  /** A speaker's name with its spaces again; empty where none is known. */
  static String name(String field) {
    return field.equals("<NA>") ? "" : field.replace('_', ' ');
  }
}
