package org.oddlot.desk;

import org.testfx.util.WaitForAsyncUtils;

/** Waits for the interface thread. */
final class WaitForIt {
  private WaitForIt() {}

  static void fx() {
    WaitForAsyncUtils.waitForFxEvents();
  }
}
