/**
 * Measuring: what takes longer than reading a file's head. A pass says what it would like to know;
 * it is measured beside the rest of the work, and kept by the state of the files it was read from.
 */
@NullMarked
package org.oddlot.measure;

import org.jspecify.annotations.NullMarked;
