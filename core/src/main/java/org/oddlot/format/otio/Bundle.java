package org.oddlot.format.otio;

/** Names within OTIO's file bundles, after its documentation of {@code otioz} and {@code otiod}. */
final class Bundle {
  static final String CONTENT = "content.otio";
  static final String VERSION = "version.txt";
  static final String CURRENT_VERSION = "1.0.0";

  private Bundle() {}

  /** Whether a file of this name is neither the timeline nor the bundle's version. */
  static boolean isBeside(String name) {
    return !name.equals(CONTENT) && !name.equals(VERSION);
  }
}
