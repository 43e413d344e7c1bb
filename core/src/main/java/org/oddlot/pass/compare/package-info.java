/** What changed between two versions of a timeline. */
@NullMarked
package org.oddlot.pass.compare;

import org.jspecify.annotations.NullMarked;
