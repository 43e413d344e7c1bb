/**
 * The engine: passes look at what a lot holds and propose findings; a person decides what is
 * doubtful; what was accepted is applied, and the ledger is found by comparing.
 *
 * <p>Looking is a pure function and changes nothing. Applying takes accepted findings only, and
 * {@link org.oddlot.pass.Engine} refuses a change that no accepted finding claims.
 */
@NullMarked
package org.oddlot.pass;

import org.jspecify.annotations.NullMarked;
