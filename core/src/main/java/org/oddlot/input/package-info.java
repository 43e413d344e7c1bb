/**
 * The open family of inputs: whatever can be read says what it is called, how its files end, how it
 * is known by its first bytes, and reads them. Found with {@link java.util.ServiceLoader}; nothing
 * else knows how a file's name ends.
 */
@NullMarked
package org.oddlot.input;

import org.jspecify.annotations.NullMarked;
