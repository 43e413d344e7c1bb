package org.oddlot.caption;

import java.util.List;

/**
 * The file that captions were read from, as its format keeps it: whatever in it was not changed is
 * written as it was read.
 */
public interface Original {

  /** The name of the format. */
  String format();

  /** The captions as they were read. */
  List<Caption> captions();
}
