/** The bench of Return. */
@NullMarked
package org.oddlot.desk.returning;

import org.jspecify.annotations.NullMarked;
