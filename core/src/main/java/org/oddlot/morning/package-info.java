/** The morning sheet: a page or two for the editor about what came in and what became of it. */
@NullMarked
package org.oddlot.morning;

import org.jspecify.annotations.NullMarked;
