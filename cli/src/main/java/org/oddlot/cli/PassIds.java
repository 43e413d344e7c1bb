package org.oddlot.cli;

import java.util.Iterator;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Passes;

/** The ids of the passes, for help and completion. */
final class PassIds implements Iterable<String> {
  @Override
  public Iterator<String> iterator() {
    return Passes.all().stream().map(Pass::id).iterator();
  }
}
