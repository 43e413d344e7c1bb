/**
 * Papers that are tables of text: separated values in whatever charset and with whatever separator.
 */
@NullMarked
package org.oddlot.format.table;

import org.jspecify.annotations.NullMarked;
