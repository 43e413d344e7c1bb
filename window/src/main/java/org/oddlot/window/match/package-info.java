/** The bench of Match. */
@NullMarked
package org.oddlot.window.match;

import org.jspecify.annotations.NullMarked;
