package org.oddlot.input;

import org.oddlot.text.Phrase;

/** The memory that the program was given, and what to do where it is not enough. */
public final class Memory {
  /** How it is given more. */
  public static final String REMEDY =
      "Give the program more, if the machine has it: JAVA_OPTS=-Xmx8g.";

  private Memory() {}

  /** The bytes that it may use in all. */
  public static long most() {
    return Runtime.getRuntime().maxMemory();
  }

  /** The bytes that the content of one file may take: the rest is for what is made of it. */
  public static long mostOfOneFile() {
    // The largest array that every virtual machine can make.
    return Math.min(Integer.MAX_VALUE - 16L, most() / 2);
  }

  /** That {@code what} needs more than there is. */
  public static String tooSmall(String what) {
    return what + " needs more memory than the program has (" + Phrase.size(most()) + ").";
  }
}
