/** Who the speakers of a transcript are that have only a number. */
@NullMarked
package org.oddlot.pass.speakers;

import org.jspecify.annotations.NullMarked;
