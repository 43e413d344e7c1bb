/** The open formats of captions and transcripts, read and written. */
@NullMarked
package org.oddlot.format.caption;

import org.jspecify.annotations.NullMarked;
