/** Stand-ins for other programs and devices, and what they have in common. */
@NullMarked
package org.oddlot.practice;

import org.jspecify.annotations.NullMarked;
