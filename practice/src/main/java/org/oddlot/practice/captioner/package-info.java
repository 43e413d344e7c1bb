/**
 * Practice Captioner: stands in for a captioning service. It takes a sound file as a job, works for
 * a while, sometimes fails or breaks off, and gives captions and words from a script, some of them
 * misheard. It shares no code with what is tried on it.
 */
@NullMarked
package org.oddlot.practice.captioner;

import org.jspecify.annotations.NullMarked;
