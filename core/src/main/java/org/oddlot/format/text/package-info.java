/** Text files: which charset they are in, and how they are written back as they were. */
@NullMarked
package org.oddlot.format.text;

import org.jspecify.annotations.NullMarked;
