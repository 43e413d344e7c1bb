/** The window: its frame, the run sheet, and the benches of the stations. */
@NullMarked
package org.oddlot.desk;

import org.jspecify.annotations.NullMarked;
