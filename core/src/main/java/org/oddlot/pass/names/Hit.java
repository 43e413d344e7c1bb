package org.oddlot.pass.names;

import org.oddlot.time.Rational;

/**
 * A place where a name may have been misheard.
 *
 * @param id what answers name it by: the words around it, the same after a retranscription
 * @param file the captions or the transcript
 * @param place which caption, or which word of the transcript
 * @param from the first letter of the words in the caption; the first word in a passage
 * @param to behind the last
 * @param heard the words as they are written
 * @param before what stands before it
 * @param after what stands behind it
 * @param at when it is said
 * @param label when, for people
 * @param witness what else says that it is the name; empty if nothing does
 */
public record Hit(
    String id,
    String file,
    String place,
    int from,
    int to,
    String heard,
    String before,
    String after,
    Rational at,
    String label,
    String witness) {

  /** This with something else that says so, or nothing. */
  Hit withWitness(String newWitness) {
    return new Hit(id, file, place, from, to, heard, before, after, at, label, newWitness);
  }
}
