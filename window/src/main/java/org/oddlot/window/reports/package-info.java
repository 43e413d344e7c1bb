/** The station of reports. */
@org.jspecify.annotations.NullMarked
package org.oddlot.window.reports;
