/**
 * Text that is cut: transcripts with the sources they were said in, their words as numbered
 * paragraphs, and passages of these that become a timeline.
 */
@NullMarked
package org.oddlot.papercut;

import org.jspecify.annotations.NullMarked;
