/** Puts the command line and the window together into one program. */
@NullMarked
package org.oddlot.app;

import org.jspecify.annotations.NullMarked;
