/** Intake: what came in, before anything is touched. */
@NullMarked
package org.oddlot.pass.intake;

import org.jspecify.annotations.NullMarked;
