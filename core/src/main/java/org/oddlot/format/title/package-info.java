/** Styles of titles as files, and titles as a timeline file has them. */
@NullMarked
package org.oddlot.format.title;

import org.jspecify.annotations.NullMarked;
