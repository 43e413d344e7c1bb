/** What is wrong with an input, where, and what to do about it. */
@NullMarked
package org.oddlot.problem;

import org.jspecify.annotations.NullMarked;
