/** Many titles at once: chosen by what they are now, one property changed, nothing else. */
@NullMarked
package org.oddlot.pass.restyle;

import org.jspecify.annotations.NullMarked;
