/** The bench of Name and tag. */
@NullMarked
package org.oddlot.window.tag;

import org.jspecify.annotations.NullMarked;
