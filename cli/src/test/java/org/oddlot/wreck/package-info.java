/** A member of each family that throws what it is told to. */
@NullMarked
package org.oddlot.wreck;

import org.jspecify.annotations.NullMarked;
