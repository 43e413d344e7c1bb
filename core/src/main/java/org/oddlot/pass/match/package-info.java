/** Match: which entries of the papers belong to which clips, and why. */
@NullMarked
package org.oddlot.pass.match;

import org.jspecify.annotations.NullMarked;
