/** The pass that makes string-outs. */
@NullMarked
package org.oddlot.pass.stringouts;

import org.jspecify.annotations.NullMarked;
