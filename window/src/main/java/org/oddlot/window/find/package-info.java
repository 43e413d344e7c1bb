/** The station of Find. */
@NullMarked
package org.oddlot.window.find;

import org.jspecify.annotations.NullMarked;
