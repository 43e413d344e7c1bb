/** The station: Captions and transcripts, where they lie. */
@NullMarked
package org.oddlot.window.times;

import org.jspecify.annotations.NullMarked;
