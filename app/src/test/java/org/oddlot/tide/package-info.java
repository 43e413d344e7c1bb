/**
 * An extension as somebody else would write it: tide tables are read, the clips shot at high water
 * are found and listed in a file of their own, in a station beside those of the program.
 */
@NullMarked
package org.oddlot.tide;

import org.jspecify.annotations.NullMarked;
