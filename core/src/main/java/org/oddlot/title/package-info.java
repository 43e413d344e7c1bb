/**
 * Titles: how they look, how they are set in a picture of some shape with the real font, and
 * whether they fit there. Lengths are pixels of the picture, from its upper left corner.
 */
@NullMarked
package org.oddlot.title;

import org.jspecify.annotations.NullMarked;
