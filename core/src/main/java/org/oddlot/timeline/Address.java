package org.oddlot.timeline;

import java.util.Comparator;

/**
 * What an object of a file is known by, whatever the file's format and whatever is changed in the
 * file elsewhere: the names on the way to it when the file was read. Plain text all through, so
 * that it can be kept and compared.
 *
 * @param file the name of the file in its lot
 * @param path the names on the way from the file's outermost object to this one, joined by {@code
 *     /}; of several siblings of one name the second has {@code #2} behind it, and so on. Of what
 *     was made later the last name begins with {@code +}. Empty for the outermost object
 * @param part what of the object is meant, as steps joined by {@code /}: {@code markers/3}; empty
 *     for all of it
 */
public record Address(String file, String path, String part) implements Comparable<Address> {
  private static final Comparator<Address> ORDER =
      Comparator.comparing(Address::file).thenComparing(Address::path).thenComparing(Address::part);

  /** All of an object. */
  public Address(String file, String path) {
    this(file, path, "");
  }

  /** A part of the same object. */
  public Address withPart(String newPart) {
    return new Address(file, path, newPart);
  }

  /** The object that this is a part of. */
  public Address whole() {
    return part.isEmpty() ? this : withPart("");
  }

  @Override
  public int compareTo(Address other) {
    return ORDER.compare(this, other);
  }

  @Override
  public String toString() {
    return file + (path.isEmpty() ? "" : "/" + path) + (part.isEmpty() ? "" : "@" + part);
  }
}
