package org.oddlot.format.caption;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Caption.Height;
import org.oddlot.caption.Caption.Side;
import org.oddlot.caption.CaptionText;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Mark;
import org.oddlot.caption.Markup;
import org.oddlot.caption.Markup.Look;
import org.oddlot.caption.Timebase;
import org.oddlot.time.Rational;

/** Writes TTML in the IMSC 1.1 text profile, or a document that was read with what was changed. */
final class TtmlWriter {
  private static final Pattern ILLEGAL =
      Pattern.compile("[\\x00-\\x08\\x0B\\x0C\\x0E-\\x1F\\uFFFE\\uFFFF]");

  private TtmlWriter() {}

  static byte[] write(Captions captions) {
    Optional<TtmlOriginal> original = Ttml.original(captions);
    if (original.isPresent()) {
      return original.get().captions().equals(captions.captions())
          ? original.get().file().bytes()
          : original.get().file().encode(changed(original.get(), captions.captions()));
    }
    return fresh(captions).getBytes(java.nio.charset.StandardCharsets.UTF_8);
  }

  /** Without signs that XML 1.0 has no place for. */
  static String legal(String text) {
    return ILLEGAL.matcher(text).replaceAll("");
  }

  static String escaped(String text) {
    return legal(text).replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;");
  }

  private static String attribute(String text) {
    return escaped(text).replace("\"", "&quot;");
  }

  // A document that was read.

  private static String changed(TtmlOriginal original, List<Caption> present) {
    Map<String, List<Caption>> byOrigin = new LinkedHashMap<>();
    Map<String, Integer> indexes = new HashMap<>();
    for (int i = 0; i < original.captions().size(); i++) {
      indexes.put(original.captions().get(i).id(), i);
    }
    String anchor = "";
    var leading = new ArrayList<Caption>();
    for (Caption caption : present) {
      String origin = indexes.containsKey(caption.origin()) ? caption.origin() : anchor;
      anchor = origin;
      (origin.isEmpty() ? leading : byOrigin.computeIfAbsent(origin, _ -> new ArrayList<>()))
          .add(caption);
    }
    String text = original.file().text();
    var out = new StringBuilder(text.length() + 1024);
    int from = 0;
    for (int i = 0; i < original.captions().size(); i++) {
      TtmlOriginal.Element element = original.elements().get(i);
      Caption was = original.captions().get(i);
      out.append(text, from, element.from());
      String indent = indent(text, element.from());
      for (Caption caption : leading) {
        element(out, original, element, was, caption);
        out.append(indent);
      }
      leading.clear();
      String between = "";
      List<Caption> its = byOrigin.getOrDefault(was.id(), List.of());
      for (Caption caption : its) {
        out.append(between);
        between = indent;
        if (caption.equals(was)) {
          out.append(text, element.from(), element.to());
        } else {
          element(out, original, element, was, caption);
        }
      }
      from = element.to();
      if (its.isEmpty() && !indent.isEmpty() && text.startsWith(indent, from)) {
        // A caption that is no longer there takes the line that it stood on with it.
        from += indent.length();
      }
    }
    return out.append(text, from, text.length()).toString();
  }

  /** The line end and the space before an element. */
  private static String indent(String text, int at) {
    int from = at;
    while (from > 0 && (text.charAt(from - 1) == ' ' || text.charAt(from - 1) == '\t')) {
      from--;
    }
    if (from > 0 && text.charAt(from - 1) == '\n') {
      from--;
      if (from > 0 && text.charAt(from - 1) == '\r') {
        from--;
      }
      return text.substring(from, at);
    }
    return "";
  }

  private static void element(
      StringBuilder out,
      TtmlOriginal original,
      TtmlOriginal.Element element,
      Caption was,
      Caption caption) {
    String text = original.file().text();
    String tag = text.substring(element.from(), element.content());
    if (!caption.id().equals(was.id())) {
      tag = tag.replaceFirst("\\s+xml:id\\s*=\\s*(\"[^\"]*\"|'[^']*')", "");
    }
    tag = withTimes(tag, original.times(), element.zero(), was, caption);
    if (element.isEmpty()) {
      out.append(tag);
      return;
    }
    out.append(tag);
    if (caption.text().equals(was.text())) {
      out.append(text, element.content(), element.contentEnd());
    } else {
      String prefix = tag.substring(1).split("[\\s:>]", 2)[0];
      boolean prefixed = tag.matches("(?s)<[A-Za-z0-9_]+:.*");
      String its = prefixed ? prefix + ":" : "";
      Optional<String> patched =
          sameMarks(was, caption)
              ? TtmlContent.of(
                      text.substring(element.content(), element.contentEnd()), was.text().plain())
                  .flatMap(content -> content.with(caption.text().plain(), its))
              : Optional.empty();
      if (patched.isPresent()) {
        out.append(patched.get());
      } else {
        content(out, withoutParagraphLooks(caption.text()), its);
      }
    }
    out.append(text, element.contentEnd(), element.to());
  }

  /** Whether what stands between the letters is what it was, wherever they moved to. */
  private static boolean sameMarks(Caption was, Caption now) {
    return was.text().marks().stream()
        .map(Mark::what)
        .toList()
        .equals(now.text().marks().stream().map(Mark::what).toList());
  }

  /** What the paragraph itself says need not be said again within it. */
  private static CaptionText withoutParagraphLooks(CaptionText text) {
    return new CaptionText(
        text.plain(),
        text.marks().stream()
            .filter(mark -> !mark.spelling().equals(TtmlReader.OF_PARAGRAPH))
            .toList());
  }

  private static String withTimes(
      String tag, TtmlTimes times, Rational zero, Caption was, Caption caption) {
    String changed = tag;
    if (!caption.start().equals(was.start())) {
      changed = withTime(changed, "begin", times, caption.start().minus(zero));
    }
    boolean moved = !caption.start().equals(was.start()) && attributeOf(tag, "dur").isPresent();
    if (!caption.end().equals(was.end()) || moved) {
      if (attributeOf(changed, "dur").isPresent()) {
        changed = withTime(changed, "dur", times, caption.span().length());
      } else {
        changed = withTime(changed, "end", times, caption.end().minus(zero));
      }
    }
    return changed;
  }

  private static Optional<String> attributeOf(String tag, String name) {
    Matcher attribute =
        Pattern.compile("\\s" + name + "\\s*=\\s*(?:\"([^\"]*)\"|'([^']*)')").matcher(tag);
    return attribute.find()
        ? Optional.of(attribute.group(1) != null ? attribute.group(1) : attribute.group(2))
        : Optional.empty();
  }

  private static String withTime(String tag, String name, TtmlTimes times, Rational moment) {
    Optional<String> was = attributeOf(tag, name);
    String example =
        was.or(() -> attributeOf(tag, "begin")).or(() -> attributeOf(tag, "end")).orElse("0s");
    String written = times.write(moment, example);
    if (was.isEmpty()) {
      return tag.replaceFirst(
          "^(<[^\\s/>]+)", "$1 " + name + "=\"" + Matcher.quoteReplacement(written) + "\"");
    }
    return Pattern.compile("(\\s" + name + "\\s*=\\s*[\"'])[^\"']*")
        .matcher(tag)
        .replaceFirst("$1" + Matcher.quoteReplacement(written));
  }

  // A new document.

  private static String fresh(Captions captions) {
    Timebase grid = captions.grid();
    var times = times(grid);
    var out = new StringBuilder(4096 + captions.captions().size() * 120);
    out.append("<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n")
        .append("<tt xmlns=\"http://www.w3.org/ns/ttml\"")
        .append(" xmlns:ttp=\"http://www.w3.org/ns/ttml#parameter\"")
        .append(" xmlns:tts=\"http://www.w3.org/ns/ttml#styling\"")
        .append(" xmlns:ttm=\"http://www.w3.org/ns/ttml#metadata\"\n")
        .append("    ttp:contentProfiles=\"http://www.w3.org/ns/ttml/profile/imsc1.1/text\"")
        .append(parameters(grid))
        .append("\n    xml:lang=\"")
        .append(attribute(captions.language()))
        .append("\" xml:space=\"preserve\">\n");
    Map<String, String> agents = agents(captions);
    head(out, captions, agents);
    out.append("  <body region=\"bottom\">\n    <div>\n");
    String example =
        switch (grid) {
          case Timebase.Frames _ -> "0f";
          case Timebase.Ticks ticks -> ticks.perSecond() == 1000 ? "00:00:00.000" : "0t";
        };
    for (Caption caption : captions.captions()) {
      out.append("      <p begin=\"")
          .append(times.write(caption.start(), example))
          .append("\" end=\"")
          .append(times.write(caption.end(), example))
          .append('"');
      if (caption.place().height() != Height.BOTTOM) {
        out.append(" region=\"").append(region(caption.place().height())).append('"');
      }
      if (caption.place().side() != Side.CENTRE) {
        out.append(" tts:textAlign=\"")
            .append(caption.place().side() == Side.LEFT ? "left" : "right")
            .append('"');
      }
      if (!caption.speaker().isEmpty()) {
        out.append(" ttm:agent=\"").append(agents.get(caption.speaker())).append('"');
      }
      out.append('>');
      content(out, caption.text(), "");
      out.append("</p>\n");
    }
    return out.append("    </div>\n  </body>\n</tt>\n").toString();
  }

  private static TtmlTimes times(Timebase grid) {
    return switch (grid) {
      case Timebase.Frames frames -> new TtmlTimes(frames.rate(), 1, 1, false, false);
      case Timebase.Ticks ticks ->
          new TtmlTimes(TtmlTimes.INITIAL.frameRate(), 1, ticks.perSecond(), false, false);
    };
  }

  /** Media time in frames: exact, and free of what labels skip. */
  private static String parameters(Timebase grid) {
    return switch (grid) {
      case Timebase.Frames frames -> {
        boolean pulled = frames.rate().denominator() != 1;
        yield " ttp:timeBase=\"media\" ttp:frameRate=\""
            + frames.rate().nominal()
            + "\""
            + (pulled ? " ttp:frameRateMultiplier=\"1000 1001\"" : "");
      }
      case Timebase.Ticks ticks ->
          " ttp:timeBase=\"media\""
              + (ticks.perSecond() == 1000 ? "" : " ttp:tickRate=\"" + ticks.perSecond() + "\"");
    };
  }

  private static Map<String, String> agents(Captions captions) {
    var agents = new LinkedHashMap<String, String>();
    for (Caption caption : captions.captions()) {
      if (!caption.speaker().isEmpty()) {
        agents.computeIfAbsent(caption.speaker(), _ -> "agent" + (agents.size() + 1));
      }
      for (Mark mark : caption.text().marks()) {
        if (mark.what() instanceof Markup.Speaker(String name)) {
          agents.computeIfAbsent(name, _ -> "agent" + (agents.size() + 1));
        }
      }
    }
    return agents;
  }

  private static void head(StringBuilder out, Captions captions, Map<String, String> agents) {
    out.append("  <head>\n");
    if (!agents.isEmpty()) {
      out.append("    <metadata>\n");
      agents.forEach((name, id) ->
          out.append("      <ttm:agent xml:id=\"")
              .append(id)
              .append("\" type=\"person\"><ttm:name type=\"full\">")
              .append(escaped(name))
              .append("</ttm:name></ttm:agent>\n"));
      out.append("    </metadata>\n");
    }
    out.append("    <layout>\n");
    for (Height height : Height.values()) {
      boolean isUsed =
          height == Height.BOTTOM
              || captions.captions().stream()
                  .map(Caption::place)
                  .anyMatch(p -> p.height() == height);
      if (isUsed) {
        out.append("      <region xml:id=\"")
            .append(region(height))
            .append("\" tts:origin=\"10% 10%\" tts:extent=\"80% 80%\" tts:displayAlign=\"")
            .append(
                switch (height) {
                  case TOP -> "before";
                  case MIDDLE -> "center";
                  case BOTTOM -> "after";
                })
            .append("\" tts:textAlign=\"center\"/>\n");
      }
    }
    out.append("    </layout>\n  </head>\n");
  }

  private static String region(Height height) {
    return height.name().toLowerCase(java.util.Locale.ROOT);
  }

  private static void content(StringBuilder out, CaptionText text, String prefix) {
    var open = new ArrayList<Look>();
    Tagged.write(
        out,
        text,
        new Tagged.Spelling() {
          @Override
          public void letters(StringBuilder target, String letters) {
            target.append(escaped(letters).replace("\n", "<" + prefix + "br/>"));
          }

          @Override
          public void mark(StringBuilder target, Mark mark) {
            if (mark.what() instanceof Markup.Style(Look look, boolean begins)) {
              style(target, look, begins, prefix, open);
            }
          }
        });
    for (int i = 0; i < open.size(); i++) {
      out.append("</").append(prefix).append("span>");
    }
  }

  /** Elements end in the order in which they began, whatever the marks do. */
  private static void style(
      StringBuilder out, Look look, boolean begins, String prefix, List<Look> open) {
    if (begins) {
      if (!open.contains(look)) {
        span(out, look, prefix);
        open.add(look);
      }
      return;
    }
    int at = open.lastIndexOf(look);
    if (at < 0) {
      return;
    }
    for (int i = at; i < open.size(); i++) {
      out.append("</").append(prefix).append("span>");
    }
    open.remove(at);
    open.subList(at, open.size()).forEach(again -> span(out, again, prefix));
  }

  private static void span(StringBuilder out, Look look, String prefix) {
    out.append('<')
        .append(prefix)
        .append("span tts:")
        .append(
            switch (look) {
              case ITALIC -> "fontStyle=\"italic\"";
              case BOLD -> "fontWeight=\"bold\"";
              case UNDERLINE -> "textDecoration=\"underline\"";
            })
        .append('>');
  }
}
