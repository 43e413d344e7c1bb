/**
 * Days whose truth is known, with papers as people write them and sound as recorders deliver it.
 * What is settled, and what comes of accepting all that is proposed, is counted against the truth.
 */
@NullMarked
package org.oddlot.days;

import org.jspecify.annotations.NullMarked;
