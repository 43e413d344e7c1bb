/**
 * The demo: <i>The Night Ferry to Orrin</i>, an invented short drama with a documentary strand. Its
 * timelines and papers are made here, the same bytes each time.
 */
@NullMarked
package org.oddlot.demo;

import org.jspecify.annotations.NullMarked;
