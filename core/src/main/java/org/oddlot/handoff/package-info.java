/**
 * What is handed on to others: chosen timelines with only what they use, and the media that must
 * travel with them, listed, copied and verified.
 */
@NullMarked
package org.oddlot.handoff;

import org.jspecify.annotations.NullMarked;
