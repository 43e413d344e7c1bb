/** The bench of Match. */
@NullMarked
package org.oddlot.desk.match;

import org.jspecify.annotations.NullMarked;
