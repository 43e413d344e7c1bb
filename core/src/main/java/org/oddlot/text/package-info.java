/** Text that is the same on every machine. */
@NullMarked
package org.oddlot.text;

import org.jspecify.annotations.NullMarked;
