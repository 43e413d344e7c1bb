/**
 * Reports: what a lot's timelines use, show and say, as rows and columns. How they are written is a
 * matter of {@code org.oddlot.format.report}.
 */
@org.jspecify.annotations.NullMarked
package org.oddlot.report;
