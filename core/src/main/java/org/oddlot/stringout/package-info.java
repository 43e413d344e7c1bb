/** String-outs: what was logged of one thing, person or scene, one piece behind another. */
@NullMarked
package org.oddlot.stringout;

import org.jspecify.annotations.NullMarked;
