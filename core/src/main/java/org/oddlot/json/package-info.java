/**
 * JSON that remembers how it was written.
 *
 * <p>A {@link org.oddlot.json.JsonText} is the bytes of one document. Values read from it stay
 * slices of those bytes until something is changed in them; {@link org.oddlot.json.JsonPatch} then
 * writes a changed value by copying everything that did not change and formatting only the rest, in
 * the style of its surroundings. Two values are equal when they mean the same, however they are
 * spelled.
 *
 * <p>The grammar is RFC 8259, and besides {@code NaN}, {@code Infinity} and {@code -Infinity},
 * which interchange files contain; they are carried and noted.
 */
@NullMarked
package org.oddlot.json;

import org.jspecify.annotations.NullMarked;
