/** The station: Names that were misheard. */
@NullMarked
package org.oddlot.window.names;

import org.jspecify.annotations.NullMarked;
