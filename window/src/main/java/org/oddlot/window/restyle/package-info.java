/** The station: Many titles: chosen by what they are, changed in one property. */
@NullMarked
package org.oddlot.window.restyle;

import org.jspecify.annotations.NullMarked;
