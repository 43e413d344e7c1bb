package org.oddlot.format.caption;

import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.oddlot.caption.Mark;
import org.oddlot.time.Rational;

/** An element that has begun and not ended. */
final class TtmlElement {
  final String name;
  final TtmlAttributes attributes;
  final @Nullable TtmlElement outer;

  /** Whether words within it are not seen. */
  final boolean isSilent;

  /** Shared with the elements within as long as these say nothing of their own. */
  Map<String, String> looks = Map.of();

  int from;
  int content;
  boolean isEmpty;
  Rational zero = Rational.ZERO;
  @Nullable Rational begin;
  @Nullable Rational end;
  String region = "";
  String agent = "";
  boolean preserves;

  /** For a paragraph or a timed span: its words so far. */
  @Nullable StringBuilder words;

  List<Mark> marks = List.of();
  boolean hasTimedParts;

  TtmlElement(String name, TtmlAttributes attributes, @Nullable TtmlElement outer) {
    this.name = name;
    this.attributes = attributes;
    this.outer = outer;
    boolean isMetadata = name.equals("metadata") || name.equals("rt");
    this.isSilent = isMetadata || isRuby() || (outer != null && outer.isSilent);
  }

  /** Whether it is small text beside other text: TTML2, 10.2.35. */
  boolean isRuby() {
    String ruby = attributes.getOrDefault("ruby", "");
    return ruby.equals("text") || ruby.equals("textContainer") || ruby.equals("delimiter");
  }

  /** From now on it is a caption, with words of its own. */
  void becomesCaption(StringBuilder itsWords) {
    words = itsWords;
  }

  /** The element that it stands in; the outermost itself. */
  TtmlElement outer() {
    return outer == null ? this : outer;
  }
}
