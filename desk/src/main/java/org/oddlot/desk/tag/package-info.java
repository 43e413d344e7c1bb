/** The bench of Name and tag. */
@NullMarked
package org.oddlot.desk.tag;

import org.jspecify.annotations.NullMarked;
