package org.oddlot.sound;

import java.io.StringReader;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;

/**
 * Reads iXML. A chunk that is no well-formed XML is read as far as it goes, after what is often
 * wrong in it was mended; what was mended or lost is said. Document type declarations are not
 * heeded, and entities other than XML's own are never looked up.
 */
final class IxmlReader {
  private static final String PLACE = "iXML";

  /** An ampersand that begins no entity of XML's own. */
  private static final Pattern BARE =
      Pattern.compile("&(?!(?:amp|lt|gt|quot|apos|#\\d+|#x\\p{XDigit}+);)");

  private static final Pattern ILLEGAL =
      Pattern.compile("[\\x00-\\x08\\x0B\\x0C\\x0E-\\x1F\\uFFFE\\uFFFF]");
  private static final Pattern DECLARED =
      Pattern.compile("encoding\\s*=\\s*[\"']([A-Za-z0-9._-]+)");
  private static final Pattern DOCTYPE =
      Pattern.compile("<!DOCTYPE[^>\\[]*(?:\\[.*?\\]\\s*)?>", Pattern.DOTALL);
  private static final Pattern WHOLE = Pattern.compile("\\d{1,18}");
  private static final int DEEPEST = 64;

  /** Making one takes longer than reading with it, and each may be used by one thread only. */
  private static final ThreadLocal<XMLInputFactory> FACTORIES =
      ThreadLocal.withInitial(IxmlReader::factory);

  private final Map<String, String> texts = new HashMap<>();
  private final List<Map<String, String>> tracks = new ArrayList<>();

  private IxmlReader() {}

  /** What the chunk says; empty where nothing of it could be read. */
  static Optional<Ixml> read(byte[] data, Problems problems) {
    String xml = decode(data);
    if (xml.isBlank()) {
      problems.warning(PLACE, "The iXML chunk is empty.", "");
      return Optional.empty();
    }
    if (xml.contains("<!DOCTYPE")) {
      problems.warning(PLACE, "Its document type declaration is ignored.", "");
      xml = DOCTYPE.matcher(xml).replaceFirst("");
    }
    var reader = new IxmlReader();
    Optional<XMLStreamException> broken = reader.parse(xml);
    if (broken.isPresent()) {
      String mended = BARE.matcher(ILLEGAL.matcher(xml).replaceAll("")).replaceAll("&amp;");
      int line = broken.get().getLocation().getLineNumber();
      if (!mended.equals(xml)) {
        reader = new IxmlReader();
        broken = reader.parse(mended);
      }
      if (broken.isEmpty()) {
        problems.info(PLACE + " line " + line, "Its XML was not well-formed; it was mended.");
      } else {
        problems.warning(
            Phrase.of("%s line %d", PLACE, broken.get().getLocation().getLineNumber()),
            "Its XML is broken off or not well-formed from here on.",
            "Everything before it was read.");
      }
    }
    return reader.texts.isEmpty() && reader.tracks.isEmpty()
        ? Optional.empty()
        : Optional.of(reader.toIxml(problems));
  }

  private static String decode(byte[] data) {
    int end = data.length;
    while (end > 0 && data[end - 1] == 0) {
      end--;
    }
    if (end >= 2) {
      int first = ((data[0] & 0xFF) << 8) | (data[1] & 0xFF);
      if (first == 0xFEFF || first == 0x003C) {
        return utf16(data, end, StandardCharsets.UTF_16BE, first == 0xFEFF);
      }
      if (first == 0xFFFE || first == 0x3C00) {
        return utf16(data, end, StandardCharsets.UTF_16LE, first == 0xFFFE);
      }
    }
    int from = end >= 3 && (data[0] & 0xFF) == 0xEF && (data[1] & 0xFF) == 0xBB ? 3 : 0;
    try {
      return StandardCharsets.UTF_8
          .newDecoder()
          .decode(ByteBuffer.wrap(data, from, end - from))
          .toString();
    } catch (CharacterCodingException e) {
      return new String(data, from, end - from, declared(data, end));
    }
  }

  private static String utf16(byte[] data, int end, Charset charset, boolean marked) {
    int from = marked ? 2 : 0;
    // The last character may have lost its zero with the padding.
    int length = Math.min(data.length - from, (end - from + 1) / 2 * 2);
    return new String(data, from, length, charset);
  }

  private static Charset declared(byte[] data, int end) {
    Matcher matcher =
        DECLARED.matcher(new String(data, 0, Math.min(end, 200), StandardCharsets.ISO_8859_1));
    return matcher.find()
            && Charset.isSupported(matcher.group(1))
            && !matcher.group(1).toUpperCase(Locale.ROOT).startsWith("UTF")
        ? Charset.forName(matcher.group(1))
        : StandardCharsets.ISO_8859_1;
  }

  private static XMLInputFactory factory() {
    XMLInputFactory factory = XMLInputFactory.newDefaultFactory();
    factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
    factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
    factory.setProperty(XMLInputFactory.IS_NAMESPACE_AWARE, false);
    factory.setProperty(XMLInputFactory.IS_COALESCING, true);
    return factory;
  }

  /** Reads what can be read and gives what stopped it, if anything did. */
  private Optional<XMLStreamException> parse(String xml) {
    Deque<String> path = new ArrayDeque<>();
    var text = new StringBuilder();
    try {
      XMLStreamReader in = FACTORIES.get().createXMLStreamReader(new StringReader(xml.strip()));
      while (in.hasNext()) {
        switch (in.next()) {
          case XMLStreamConstants.START_ELEMENT -> {
            String name = plain(in.getLocalName());
            path.addLast(name);
            text.setLength(0);
            if (path.size() > DEEPEST) {
              throw new XMLStreamException("nested too deeply", in.getLocation());
            }
            if (name.equals("TRACK")) {
              tracks.add(new HashMap<>());
            }
          }
          case XMLStreamConstants.CHARACTERS, XMLStreamConstants.CDATA -> text.append(in.getText());
          case XMLStreamConstants.END_ELEMENT -> {
            String name = path.removeLast();
            keep(path, name, text.toString().strip());
            text.setLength(0);
          }
          default -> {}
        }
      }
      return Optional.empty();
    } catch (XMLStreamException e) {
      return Optional.of(e);
    }
  }

  /**
   * Element names as they are compared: some write CHANNEL-INDEX, ChannelIndex or channel_index.
   */
  private static String plain(String name) {
    var plain = new StringBuilder(name.length());
    for (int i = 0; i < name.length(); i++) {
      char c = name.charAt(i);
      if (Character.isLetterOrDigit(c)) {
        plain.append(Character.toUpperCase(c));
      }
    }
    return plain.toString();
  }

  private void keep(Deque<String> path, String name, String text) {
    if (text.isEmpty()) {
      return;
    }
    if ("TRACK".equals(path.peekLast()) && !tracks.isEmpty()) {
      tracks.getLast().putIfAbsent(name, text);
    } else {
      texts.putIfAbsent(name, text);
    }
  }

  private Ixml toIxml(Problems problems) {
    return new Ixml(
        text("PROJECT"),
        text("SCENE"),
        text("TAKE"),
        text("TAPE"),
        text("CIRCLED").equalsIgnoreCase("TRUE") || text("CIRCLED").equals("1"),
        text("NOTE"),
        text("FILEUID"),
        text("FAMILYUID"),
        rate(problems),
        text("TIMECODEFLAG").equalsIgnoreCase("DF"),
        timestamp(),
        whole(texts, "TIMESTAMPSAMPLERATE"),
        whole(texts, "FILESAMPLERATE"),
        tracks());
  }

  private String text(String key) {
    return texts.getOrDefault(key, "");
  }

  private Optional<FrameRate> rate(Problems problems) {
    String text = text("TIMECODERATE");
    if (text.isEmpty()) {
      return Optional.empty();
    }
    try {
      return Optional.of(FrameRate.parse(text));
    } catch (IllegalArgumentException e) {
      problems.warning(PLACE, Phrase.of("\"%s\" is not a timecode rate.", text), "");
      return Optional.empty();
    }
  }

  private Optional<Long> timestamp() {
    Optional<Long> low = whole(texts, "TIMESTAMPSAMPLESSINCEMIDNIGHTLO");
    long high = whole(texts, "TIMESTAMPSAMPLESSINCEMIDNIGHTHI").orElse(0L);
    return low.map(l -> (high << 32) | (l & 0xFFFFFFFFL));
  }

  private static Optional<Long> whole(Map<String, String> from, String key) {
    String text = from.getOrDefault(key, "").strip();
    return WHOLE.matcher(text).matches() ? Optional.of(Long.parseLong(text)) : Optional.empty();
  }

  /** The tracks, counted from one whatever the file counts from. */
  private List<Ixml.Track> tracks() {
    boolean fromZero =
        tracks.stream().anyMatch(t -> isZero(t, "INTERLEAVEINDEX") || isZero(t, "CHANNELINDEX"));
    long first = fromZero ? 1 : 0;
    var list = new ArrayList<Ixml.Track>();
    for (int i = 0; i < tracks.size(); i++) {
      Map<String, String> track = tracks.get(i);
      Optional<Long> channel = whole(track, "CHANNELINDEX").map(n -> n + first);
      long inFile =
          whole(track, "INTERLEAVEINDEX").map(n -> n + first).or(() -> channel).orElse(i + 1L);
      if (inFile < 1 || inFile > WaveReader.MOST_CHANNELS) {
        continue;
      }
      list.add(
          new Ixml.Track(
              (int) Math.min(WaveReader.MOST_CHANNELS, channel.orElse(inFile)),
              (int) inFile,
              track.getOrDefault("NAME", ""),
              track.getOrDefault("FUNCTION", "")));
    }
    return list;
  }

  private static boolean isZero(Map<String, String> track, String key) {
    return whole(track, key).filter(n -> n == 0).isPresent();
  }
}
