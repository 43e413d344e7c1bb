package org.oddlot.format.caption;

import com.ctc.wstx.stax.WstxInputFactory;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.events.XMLEvent;
import org.codehaus.stax2.XMLStreamReader2;
import org.jspecify.annotations.Nullable;
import org.oddlot.caption.Aside;
import org.oddlot.caption.Caption;
import org.oddlot.caption.CaptionText;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Mark;
import org.oddlot.caption.Markup;
import org.oddlot.caption.Markup.Look;
import org.oddlot.caption.Original;
import org.oddlot.caption.Span;
import org.oddlot.caption.Timebase;
import org.oddlot.format.text.TextFile;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;

/** Reads a TTML document: the captions, and where in the document each of them stands. */
final class TtmlReader {
  private static final int DEEPEST = 200;

  private static final WstxInputFactory FACTORY = factory();

  private final TextFile file;
  private final Problems problems;

  /** The spelling of a mark that the paragraph as a whole says: it has none within it. */
  static final String OF_PARAGRAPH = "<p>";

  private final TtmlLooks looks = new TtmlLooks();
  private final Map<String, String> agents = new HashMap<>();
  private final List<Caption> captions = new ArrayList<>();
  private final List<TtmlOriginal.Element> elements = new ArrayList<>();
  private final List<Aside> asides = new ArrayList<>();
  private TtmlTimes times = TtmlTimes.INITIAL;
  private String language = "";
  private String example = "";
  private TtmlAttributes.Names names = TtmlAttributes.Names.NONE;

  /** The words of one paragraph after the other. */
  private final StringBuilder paragraphs = new StringBuilder(200);

  private @Nullable TtmlElement innermost;
  private @Nullable TtmlElement paragraph;

  TtmlReader(TextFile file, Problems problems) {
    this.file = file;
    this.problems = problems;
  }

  private static WstxInputFactory factory() {
    var factory = new WstxInputFactory();
    factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
    factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
    factory.setProperty(XMLInputFactory.IS_NAMESPACE_AWARE, true);
    factory.setProperty(XMLInputFactory.IS_COALESCING, false);
    factory.getConfig().setMaxElementDepth(DEEPEST);
    return factory;
  }

  Optional<Captions> read() {
    try {
      var reader = (XMLStreamReader2) FACTORY.createXMLStreamReader(new StringReader(file.text()));
      try {
        walk(reader);
      } finally {
        reader.closeCompletely();
      }
    } catch (XMLStreamException e) {
      if (!isWorthKeeping(e)) {
        return Optional.empty();
      }
    } catch (com.ctc.wstx.exc.WstxLazyException e) {
      // What is looked at late is thrown late, around what is wrong.
      boolean isKept = e.getCause() instanceof XMLStreamException cause && isWorthKeeping(cause);
      if (!isKept) {
        return Optional.empty();
      }
    } catch (IllegalStateException e) {
      problems.error("", "The document cannot be read as captions.", "Export it again.");
      return Optional.empty();
    }
    Timebase grid = times.grid(example);
    Order.check(captions, problems, grid);
    return Optional.of(new Captions(problems.file(), language, grid, captions, asides, original()));
  }

  /** Says what is wrong and where; whether something was read before. */
  private boolean isWorthKeeping(XMLStreamException e) {
    var where = e.getLocation();
    String place = where == null ? "" : "line " + where.getLineNumber();
    String what = String.valueOf(e.getMessage()).lines().findFirst().orElse("");
    if (captions.isEmpty()) {
      problems.error(
          place, "The document is no well-formed XML: " + what + ".", "Export it again.");
      return false;
    }
    problems.error(
        place,
        "From here on the document is no well-formed XML: " + what + ".",
        "What stands before it is read; export it again.");
    return true;
  }

  /**
   * The document, to be written back in its own letters. Where captions lie within captions, as
   * where words stand beside timed spans, one cannot be replaced without the other.
   */
  private Optional<Original> original() {
    int behind = 0;
    for (TtmlOriginal.Element element : elements) {
      if (element.from() < behind) {
        problems.warning(
            TextLines.place(file.line(element.from()) - 1),
            "Words with times stand within a paragraph that has words of its own.",
            "They are read; a changed file is written anew, with what Odd Lot reads of it.");
        return Optional.empty();
      }
      behind = element.to();
    }
    return Optional.of(new TtmlOriginal(file, List.copyOf(captions), List.copyOf(elements), times));
  }

  private void walk(XMLStreamReader2 reader) throws XMLStreamException {
    boolean isRoot = true;
    while (reader.hasNext()) {
      switch (reader.next()) {
        case XMLEvent.START_ELEMENT -> {
          if (isRoot) {
            isRoot = false;
            root(reader);
          }
          begin(reader);
        }
        case XMLEvent.END_ELEMENT -> end(reader);
        case XMLEvent.CHARACTERS, XMLEvent.CDATA, XMLEvent.SPACE -> {
          // Between elements there is only space, which need not even be looked at.
          TtmlElement inner = innermost;
          if (inner != null && inner.name.equals("name")) {
            agent(reader.getText(), inner);
          } else if (inner != null && paragraph != null) {
            words(reader, inner);
          }
        }
        case XMLEvent.COMMENT ->
            asides.add(
                new Aside(
                    "comments",
                    "line " + reader.getLocation().getLineNumber(),
                    reader.getText().strip()));
        default -> {}
      }
    }
  }

  private void root(XMLStreamReader2 reader) {
    if (!reader.getLocalName().equals("tt")) {
      problems.warning(
          "line " + reader.getLocation().getLineNumber(),
          Phrase.of("The outermost element is \"%s\", not \"tt\".", reader.getLocalName()),
          "It is read as far as it can be.");
    }
    TtmlAttributes attributes = TtmlAttributes.of(reader, names);
    language = attributes.getOrDefault("lang", "");
    boolean timecode = attributes.getOrDefault("timeBase", "media").equals("smpte");
    long frames = number(attributes, "frameRate", 30);
    FrameRate rate = rate(frames, attributes.getOrDefault("frameRateMultiplier", "1 1"));
    long subFrames = number(attributes, "subFrameRate", 1);
    // Where no tick rate is said it is the frame rate times its parts if there is one, else one.
    long initialTicks = attributes.get("frameRate") == null ? 1 : frames * subFrames;
    times =
        new TtmlTimes(
            rate,
            subFrames,
            number(attributes, "tickRate", initialTicks),
            timecode && attributes.getOrDefault("dropMode", "nonDrop").equals("dropNTSC"),
            timecode);
  }

  private long number(TtmlAttributes attributes, String name, long initial) {
    String text = attributes.get(name);
    if (text == null) {
      return initial;
    }
    if (text.matches("\\d{1,12}") && Long.parseLong(text) > 0) {
      return Long.parseLong(text);
    }
    problems.warning("", Phrase.of("%s is \"%s\", which is no number above zero.", name, text), "");
    return initial;
  }

  private FrameRate rate(long frames, String multiplier) {
    String[] parts = multiplier.strip().split("[ :]+", -1);
    try {
      long above = Long.parseLong(parts[0]);
      long below = parts.length > 1 ? Long.parseLong(parts[1]) : 1;
      return FrameRate.of(Math.multiplyExact(frames, above), below);
    } catch (IllegalArgumentException | ArithmeticException e) {
      problems.warning(
          "", Phrase.of("The frame rate %d × %s is none.", frames, multiplier), "30 is taken.");
      return FrameRate.FPS_30;
    }
  }

  private void begin(XMLStreamReader2 reader) throws XMLStreamException {
    TtmlElement outer = innermost;
    String name = reader.getLocalName();
    if (name.equals("br")) {
      StringBuilder words = heard(outer);
      if (words != null) {
        words.append('\n');
      }
      reader.skipElement();
      return;
    }
    TtmlAttributes attributes = TtmlAttributes.of(reader, names);
    names = attributes.names();
    boolean isNested = name.equals("p") && paragraph != null;
    var element = new TtmlElement(isNested ? "span" : name, attributes, outer);
    var info = reader.getLocationInfo();
    element.from = (int) info.getStartingCharOffset();
    element.content = (int) info.getEndingCharOffset();
    element.isEmpty = reader.isEmptyElement();
    if (isNested) {
      // TTML2, 8.1.3, has no paragraph in a paragraph.
      problems.warning(
          TextLines.place(file.line(element.from) - 1),
          "A paragraph stands within another one.",
          "Its words are read as words of the outer one.");
    }
    if (outer != null) {
      inherit(element, outer);
    }
    innermost = element;
    switch (element.name) {
      case "style", "initial" -> looks.style(element, outer);
      case "region" -> looks.region(element);
      case "p" -> caption(element);
      case "span" -> span(element);
      default -> {}
    }
  }

  private void inherit(TtmlElement element, TtmlElement outer) {
    element.looks = looks.of(element.attributes, outer.looks);
    element.region = element.attributes.getOrDefault("region", outer.region);
    element.agent = element.attributes.getOrDefault("agent", outer.agent);
    String space = element.attributes.get("space");
    element.preserves = space == null ? outer.preserves : space.equals("preserve");
    Rational zero = outer.begin == null ? outer.zero : outer.begin;
    element.zero = zero;
    if (element.attributes.isEmpty()) {
      return;
    }
    element.begin = after(zero, moment(element, "begin"));
    element.end = after(zero, moment(element, "end"));
    Rational length = moment(element, "dur");
    if (length != null) {
      Rational until = (element.begin == null ? zero : element.begin).plus(length);
      boolean isBefore = element.end != null && element.end.compareTo(until) < 0;
      element.end = isBefore ? element.end : until;
    }
  }

  private static @Nullable Rational after(Rational zero, @Nullable Rational time) {
    return time == null || zero.signum() == 0 ? time : zero.plus(time);
  }

  private @Nullable Rational moment(TtmlElement element, String name) {
    String text = element.attributes.get(name);
    if (text == null) {
      return null;
    }
    Optional<Rational> moment = times.read(text);
    if (moment.isEmpty()) {
      problems.warning(
          TextLines.place(file.line(element.from) - 1),
          Phrase.of("\"%s\" is no time.", text),
          "Check this caption.");
    } else if (example.isEmpty() && (element.name.equals("p") || element.name.equals("span"))) {
      example = text;
    }
    return moment.orElse(null);
  }

  private void caption(TtmlElement element) {
    // A paragraph within another has words of its own.
    boolean isFree = paragraph == null;
    if (isFree) {
      paragraphs.setLength(0);
    }
    element.becomesCaption(isFree ? paragraphs : new StringBuilder());
    paragraph = element;
    List<Markup> all = looks.ofParagraph(element);
    if (!all.isEmpty()) {
      element.marks =
          new ArrayList<>(all.stream().map(what -> new Mark(0, what, OF_PARAGRAPH)).toList());
    }
  }

  private void span(TtmlElement element) {
    TtmlElement its = paragraph;
    if (its == null) {
      return;
    }
    if (element.begin != null || element.end != null) {
      element.becomesCaption(new StringBuilder());
      its.hasTimedParts = true;
    }
    looks.ofSpan(element).forEach(look -> mark(element, new Markup.Style(look, true)));
    if (!element.agent.isEmpty() && !element.agent.equals(element.outer().agent)) {
      mark(element, new Markup.Speaker(agents.getOrDefault(element.agent, element.agent)));
    }
    looks.othersOfSpan(element).forEach(what -> mark(element, what));
    if (element.isRuby() && !element.outer().isRuby()) {
      mark(element, new Markup.Other("ruby"));
    }
  }

  /** The innermost paragraph or timed span around an element: where words belong. */
  private static @Nullable TtmlElement target(TtmlElement inner) {
    TtmlElement each = inner;
    while (each != null && each.words == null) {
      each = each.outer;
    }
    return each;
  }

  /** Where words within an element belong; null where they are not seen. */
  private static @Nullable StringBuilder heard(@Nullable TtmlElement inner) {
    TtmlElement its = inner == null || inner.isSilent ? null : target(inner);
    return its == null ? null : its.words;
  }

  private static void mark(TtmlElement inner, Markup what) {
    TtmlElement its = target(inner);
    if (its != null && its.words != null) {
      // Most captions have none.
      its.marks = its.marks.isEmpty() ? new ArrayList<>() : its.marks;
      its.marks.add(Mark.of(its.words.length(), what));
    }
  }

  private void agent(String name, TtmlElement inner) {
    for (TtmlElement each = inner; each != null; each = each.outer) {
      if (each.name.equals("agent")) {
        agents.put(each.attributes.getOrDefault("id", ""), name.strip());
        return;
      }
    }
  }

  private static void words(XMLStreamReader2 reader, TtmlElement inner) {
    StringBuilder words = heard(inner);
    if (words == null) {
      return;
    }
    char[] text = reader.getTextCharacters();
    int from = reader.getTextStart();
    int to = from + reader.getTextLength();
    if (inner.preserves) {
      words.append(text, from, to - from);
      return;
    }
    // Space is collapsed, and dropped where a line begins.
    boolean space = words.isEmpty() || " \n".indexOf(words.charAt(words.length() - 1)) >= 0;
    for (int i = from; i < to; i++) {
      char c = text[i];
      boolean isSpace = c == ' ' || c == '\n' || c == '\t' || c == '\r';
      if (!isSpace || !space) {
        words.append(isSpace ? ' ' : c);
      }
      space = isSpace;
    }
  }

  private void end(XMLStreamReader2 reader) throws XMLStreamException {
    TtmlElement element = innermost;
    if (element == null) {
      return;
    }
    if (element.name.equals("span") && paragraph != null) {
      looks.ofSpan(element).forEach(look -> mark(element, new Markup.Style(look, false)));
    }
    if (element.words != null) {
      int endTag = (int) reader.getLocationInfo().getStartingCharOffset();
      int behind = (int) reader.getLocationInfo().getEndingCharOffset();
      finish(
          element,
          element.words.toString().replace("\r\n", "\n"),
          element.isEmpty ? element.content : endTag,
          behind);
    }
    if (element == paragraph) {
      paragraph = null;
    }
    innermost = element.outer;
  }

  private void finish(TtmlElement element, String words, int endTag, int behind) {
    boolean says = !words.isBlank();
    if (element.hasTimedParts && !says) {
      return;
    }
    Rational begin = element.begin == null ? element.zero : element.begin;
    Rational end = element.end;
    boolean timed = false;
    for (TtmlElement each = element; each != null; each = each.outer) {
      timed |= each.begin != null || each.end != null;
      end = end == null ? each.end : end;
    }
    if (!timed || end == null) {
      if (says) {
        String text = words.strip();
        asides.add(new Aside("words without times", "", text));
        problems.warning(
            TextLines.place(file.line(element.from) - 1),
            Phrase.of("\"%s\" has no %s.", text, timed ? "end" : "times"),
            "It is kept in the document, and is no caption.");
      }
      return;
    }
    if (element.words == paragraphs || element.name.equals("p")) {
      for (Look look : Look.values()) {
        if (element.marks.contains(new Mark(0, new Markup.Style(look, true), OF_PARAGRAPH))) {
          element.marks.add(new Mark(words.length(), new Markup.Style(look, false), OF_PARAGRAPH));
        }
      }
    }
    CaptionText text = trimmed(words, element);
    elements.add(
        new TtmlOriginal.Element(
            element.from, element.content, endTag, behind, element.zero, element.isEmpty));
    captions.add(
        new Caption(
            Integer.toString(captions.size() + 1),
            new Span(begin, end),
            text,
            agents.getOrDefault(element.agent, element.agent),
            looks.place(element)));
  }

  /** Without the space that stands before a line break or at the end. */
  private static CaptionText trimmed(String words, TtmlElement element) {
    var text = new CaptionText(words, element.marks);
    if (element.preserves) {
      return text;
    }
    for (int at = text.plain().indexOf(" \n"); at >= 0; at = text.plain().indexOf(" \n")) {
      text = text.replace(at, at + 1, "");
    }
    return text.plain().endsWith(" ")
        ? text.replace(text.plain().length() - 1, text.plain().length(), "")
        : text;
  }
}
