package org.oddlot.progress;

/** Somebody asked to stop; nothing was changed. */
public final class CancelledException extends RuntimeException {
  private static final long serialVersionUID = 1;

  public CancelledException() {
    super("Stopped");
  }
}
