/** The lot: what came in, what was decided, saved and opened; and the writing of what goes out. */
@NullMarked
package org.oddlot.lot;

import org.jspecify.annotations.NullMarked;
