/** Rows and columns as a report has them, apart from how they are written. */
@org.jspecify.annotations.NullMarked
package org.oddlot.sheet;
