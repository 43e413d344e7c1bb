/** The bench of Put right, with the day map. */
@NullMarked
package org.oddlot.window.putright;

import org.jspecify.annotations.NullMarked;
