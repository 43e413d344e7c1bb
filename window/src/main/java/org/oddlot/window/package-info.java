/** The window: its frame, the run sheet, and the benches of the stations. */
@NullMarked
package org.oddlot.window;

import org.jspecify.annotations.NullMarked;
