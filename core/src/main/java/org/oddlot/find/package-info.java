/** Finding anything that is known of a lot: in names, logs, notes, keywords, markers, words. */
@NullMarked
package org.oddlot.find;

import org.jspecify.annotations.NullMarked;
