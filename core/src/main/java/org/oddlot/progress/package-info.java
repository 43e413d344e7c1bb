/** How long work says how far it is, and is asked to stop. */
@NullMarked
package org.oddlot.progress;

import org.jspecify.annotations.NullMarked;
