/** Benchmarks, each beside a reference in the same run, and the makers of their data. */
@NullMarked
package org.oddlot.bench;

import org.jspecify.annotations.NullMarked;
