/** Name and tag: what was matched is written into the clips. */
@NullMarked
package org.oddlot.pass.tag;

import org.jspecify.annotations.NullMarked;
