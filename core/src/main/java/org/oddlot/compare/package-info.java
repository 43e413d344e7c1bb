/**
 * What changed between two versions of a timeline, shot by shot: which shot of the one is which of
 * the other, and what became of it.
 */
@NullMarked
package org.oddlot.compare;

import org.jspecify.annotations.NullMarked;
