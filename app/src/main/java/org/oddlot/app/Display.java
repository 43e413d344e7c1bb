package org.oddlot.app;

/** Whether there is a display, as the launcher saw it. */
final class Display {
  private Display() {}

  /** Whether the window can only be shown offscreen. */
  static boolean isMissing() {
    return "Headless".equals(System.getProperty("glass.platform"));
  }
}
