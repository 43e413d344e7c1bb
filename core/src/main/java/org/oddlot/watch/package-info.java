/**
 * A folder that is watched: what arrives whole is run, and written where nothing needs a person.
 */
@NullMarked
package org.oddlot.watch;

import org.jspecify.annotations.NullMarked;
