/** How reports are written: as workbooks, as separated values, as web pages, as printed pages. */
@org.jspecify.annotations.NullMarked
package org.oddlot.format.report;
