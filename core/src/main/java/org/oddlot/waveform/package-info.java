/**
 * Where the sound of one file lies in that of another, by the waveform alone: listening copies,
 * generalised cross-correlation over hours, and how well a placing holds from head to tail.
 */
@NullMarked
package org.oddlot.waveform;

import org.jspecify.annotations.NullMarked;
