/** What is handed on to others, and what they lose. */
@NullMarked
package org.oddlot.pass.handoff;

import org.jspecify.annotations.NullMarked;
