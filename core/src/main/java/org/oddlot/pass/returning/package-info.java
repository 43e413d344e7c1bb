/** Return: what will be written, under which names, and how it is told apart at import. */
@NullMarked
package org.oddlot.pass.returning;

import org.jspecify.annotations.NullMarked;
