/** The bench of Return. */
@NullMarked
package org.oddlot.window.returning;

import org.jspecify.annotations.NullMarked;
