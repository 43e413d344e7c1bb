/** Markers of a cut: lists of them, and how they come to stand in its next version. */
@NullMarked
package org.oddlot.marker;

import org.jspecify.annotations.NullMarked;
