/**
 * Practice Desk: a small stand-in for an editing program. It imports interchange files with a
 * strict reader of its own, complains as a program would, and exports again with habits of its own.
 * It knows nothing of Odd Lot but the documented places of its metadata.
 */
@NullMarked
package org.oddlot.practice.desk;

import org.jspecify.annotations.NullMarked;
