/** The station: Captions: what they say, whether they can be read, what other languages have. */
@NullMarked
package org.oddlot.window.captions;

import org.jspecify.annotations.NullMarked;
