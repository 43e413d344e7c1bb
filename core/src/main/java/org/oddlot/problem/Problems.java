package org.oddlot.problem;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;

/**
 * Collects the problems of one file while it is read. After {@value #LIMIT} of them the rest are
 * only counted, so that a file with a million mistakes does not become a million messages.
 */
public final class Problems {
  private static final int LIMIT = 200;

  private final String file;
  private final List<Problem> list = new ArrayList<>();
  private int notListed;

  /** A collector for the file of this name. */
  public Problems(String file) {
    this.file = file;
  }

  /** The file's name. */
  public String file() {
    return file;
  }

  /** Something could not be used. */
  public void error(String place, String message, String remedy) {
    add(Severity.ERROR, place, message, remedy);
  }

  /** Something was read in a way that may not be meant. */
  public void warning(String place, String message, String remedy) {
    add(Severity.WARNING, place, message, remedy);
  }

  /** Something worth knowing. */
  public void info(String place, String message) {
    add(Severity.INFO, place, message, "");
  }

  /** What was found by another of the same file. */
  public void addAll(List<Problem> found) {
    list.addAll(found);
  }

  private void add(Severity severity, String place, String message, String remedy) {
    if (list.size() >= LIMIT) {
      notListed++;
    } else {
      list.add(new Problem(severity, file, place, message, remedy));
    }
  }

  /** The problems in the order in which they were found. */
  public List<Problem> list() {
    if (notListed == 0) {
      return Collections.unmodifiableList(list);
    }
    var all = new ArrayList<>(list);
    all.add(
        new Problem(
            Severity.WARNING,
            file,
            "",
            notListed + " more problems of this file are not listed.",
            ""));
    return List.copyOf(all);
  }
}
