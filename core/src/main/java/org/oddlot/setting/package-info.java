/** What can be set: a type, a unit, a hint and a check for each, and the values that were set. */
@NullMarked
package org.oddlot.setting;

import org.jspecify.annotations.NullMarked;
