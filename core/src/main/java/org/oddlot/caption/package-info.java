/**
 * What is said, and when: captions with their words, transcripts, lists of names, and the limits
 * within which captions can be read. Values only; formats are elsewhere.
 */
@NullMarked
package org.oddlot.caption;

import org.jspecify.annotations.NullMarked;
