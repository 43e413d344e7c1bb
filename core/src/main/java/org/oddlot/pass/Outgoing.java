package org.oddlot.pass;

import java.util.Optional;
import org.oddlot.output.PlannedFile;

/** A finding about a file that goes out; whoever writes asks for these, whichever pass has them. */
public interface Outgoing {

  /** What will be written; empty if nothing is. */
  Optional<PlannedFile> plan();

  /** The name of the file that goes out; empty if none does. */
  String output();
}
