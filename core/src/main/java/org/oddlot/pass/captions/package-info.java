/** Whether captions can be read, and what mends those that cannot; edits by hand; languages. */
@NullMarked
package org.oddlot.pass.captions;

import org.jspecify.annotations.NullMarked;
