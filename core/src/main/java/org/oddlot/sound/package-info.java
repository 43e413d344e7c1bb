/**
 * Sound files and what their heads say: RIFF/WAVE, RF64 and BW64 with the broadcast extension (EBU
 * Tech 3285), iXML and cue lists; recordings of one or several files; how far one sound is from
 * another.
 */
@org.jspecify.annotations.NullMarked
package org.oddlot.sound;
