/** The station of angles. */
@org.jspecify.annotations.NullMarked
package org.oddlot.window.angles;
