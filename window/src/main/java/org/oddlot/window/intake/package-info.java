/** The bench of Intake. */
@NullMarked
package org.oddlot.window.intake;

import org.jspecify.annotations.NullMarked;
