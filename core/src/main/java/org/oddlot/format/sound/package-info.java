/** Sound files as inputs of a lot. */
@NullMarked
package org.oddlot.format.sound;

import org.jspecify.annotations.NullMarked;
