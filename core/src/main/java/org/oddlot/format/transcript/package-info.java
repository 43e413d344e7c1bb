/** The open formats of transcripts, read and written. */
@NullMarked
package org.oddlot.format.transcript;

import org.jspecify.annotations.NullMarked;
