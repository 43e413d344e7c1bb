package org.oddlot.window;

import org.testfx.util.WaitForAsyncUtils;

/** Waits for the interface thread. */
final class WaitForIt {
  private WaitForIt() {}

  static void fx() {
    WaitForAsyncUtils.waitForFxEvents();
  }
}
