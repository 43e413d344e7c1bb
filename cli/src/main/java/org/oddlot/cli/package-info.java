/**
 * The command line: the same engine without the window. {@code docs/json.md} describes the output.
 */
@NullMarked
package org.oddlot.cli;

import org.jspecify.annotations.NullMarked;
