/** The bench of Put right, with the day map. */
@NullMarked
package org.oddlot.desk.putright;

import org.jspecify.annotations.NullMarked;
