package org.oddlot.pass;

import org.oddlot.text.Phrase;

/** A pass changed something that no accepted finding speaks of: a fault in the pass. */
public final class UnclaimedChangeException extends RuntimeException {
  private static final long serialVersionUID = 1;

  UnclaimedChangeException(Pass<?> pass, String what, String where) {
    super(
        Phrase.of(
            "The pass %s changed %s of %s without a finding that says so", pass.id(), what, where));
  }
}
