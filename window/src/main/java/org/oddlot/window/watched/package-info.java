/** The station of a folder that is watched. */
@NullMarked
package org.oddlot.window.watched;

import org.jspecify.annotations.NullMarked;
