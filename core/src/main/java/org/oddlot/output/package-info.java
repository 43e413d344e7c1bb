/**
 * The open family of outputs: what goes out of a lot, planned before it is written. Found with
 * {@link java.util.ServiceLoader}.
 */
@NullMarked
package org.oddlot.output;

import org.jspecify.annotations.NullMarked;
