/** Limits of captions as files. */
@NullMarked
package org.oddlot.format.guideline;

import org.jspecify.annotations.NullMarked;
