/** The station of String-outs. */
@NullMarked
package org.oddlot.window.stringouts;

import org.jspecify.annotations.NullMarked;
