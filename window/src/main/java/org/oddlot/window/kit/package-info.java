/**
 * What the benches are made of: standing marks, tables, facts, the plumb, the picture of a moment.
 */
@NullMarked
package org.oddlot.window.kit;

import org.jspecify.annotations.NullMarked;
