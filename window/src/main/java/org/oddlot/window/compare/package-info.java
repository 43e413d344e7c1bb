/** The station in which two versions of a cut are compared. */
@org.jspecify.annotations.NullMarked
package org.oddlot.window.compare;
