/**
 * The material of a lot: what came in, in its present state, and what was found out about it.
 * Immutable; a pass makes a new one. Knows nothing of passes and findings.
 */
@NullMarked
package org.oddlot.material;

import org.jspecify.annotations.NullMarked;
