/** The station: Titles: captions as styled titles, in pictures of several shapes. */
@NullMarked
package org.oddlot.window.titles;

import org.jspecify.annotations.NullMarked;
