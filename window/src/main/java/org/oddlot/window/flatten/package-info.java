/** The station of flattening. */
@org.jspecify.annotations.NullMarked
package org.oddlot.window.flatten;
