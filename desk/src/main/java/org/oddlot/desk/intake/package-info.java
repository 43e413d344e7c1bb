/** The bench of Intake. */
@NullMarked
package org.oddlot.desk.intake;

import org.jspecify.annotations.NullMarked;
