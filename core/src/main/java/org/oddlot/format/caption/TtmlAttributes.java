package org.oddlot.format.caption;

import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.codehaus.stax2.XMLStreamReader2;
import org.jspecify.annotations.Nullable;

/** The attributes of an element. There are few, so they are looked through. */
final class TtmlAttributes {
  /** Names of attributes that a style may be inherited through, with what they say. */
  private static final List<String> STYLES =
      List.of(
          "fontStyle",
          "fontWeight",
          "textDecoration",
          "textAlign",
          "displayAlign",
          "color",
          "backgroundColor",
          "fontSize",
          "fontFamily",
          "writingMode",
          "opacity",
          "textOutline");

  /** What the attributes of an element are called. Most elements of a document share one. */
  static final class Names {
    static final Names NONE = new Names(new String[0]);

    /** Without the prefix. */
    private final String[] names;

    private final boolean sayLooks;

    private Names(String[] names) {
      this.names = names;
      this.sayLooks =
          Stream.of(names).anyMatch(name -> name.equals("style") || STYLES.contains(name));
    }

    /** Those of the element that is read: {@code last} if they are the same. */
    @SuppressWarnings("ReferenceEquality") // Names within a document are one object each.
    static Names of(XMLStreamReader2 reader, int count, Names last) {
      boolean same = last.names.length == count;
      for (int i = 0; same && i < count; i++) {
        same = last.names[i] == reader.getAttributeLocalName(i);
      }
      if (same) {
        return last;
      }
      var names = new String[count];
      for (int i = 0; i < count; i++) {
        names[i] = reader.getAttributeLocalName(i);
      }
      return new Names(names);
    }
  }

  private static final TtmlAttributes NONE = new TtmlAttributes(Names.NONE);

  private final Names names;
  private final String[] values;

  private TtmlAttributes(Names names) {
    this.names = names;
    this.values = new String[names.names.length];
  }

  static TtmlAttributes of(XMLStreamReader2 reader, Names last) {
    int count = reader.getAttributeCount();
    if (count == 0) {
      return NONE;
    }
    var attributes = new TtmlAttributes(Names.of(reader, count, last));
    for (int i = 0; i < count; i++) {
      attributes.values[i] = reader.getAttributeValue(i);
    }
    return attributes;
  }

  boolean isEmpty() {
    return values.length == 0;
  }

  boolean saysLooks() {
    return names.sayLooks;
  }

  @Nullable String get(String name) {
    for (int i = 0; i < values.length; i++) {
      if (names.names[i].equals(name)) {
        return values[i];
      }
    }
    return null;
  }

  String getOrDefault(String name, String otherwise) {
    String value = get(name);
    return value == null ? otherwise : value;
  }

  void looksInto(Map<String, String> looks) {
    for (int i = 0; i < values.length; i++) {
      if (STYLES.contains(names.names[i])) {
        looks.put(names.names[i], values[i]);
      }
    }
  }

  /** What these are called; the next element may have the same. */
  Names names() {
    return names;
  }
}
