/** Titles from words: every caption as a styled title that fits, in pictures of several shapes. */
@NullMarked
package org.oddlot.pass.titles;

import org.jspecify.annotations.NullMarked;
