/** The station of Markers. */
@NullMarked
package org.oddlot.window.markers;

import org.jspecify.annotations.NullMarked;
