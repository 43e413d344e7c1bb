package org.oddlot.handoff;

import com.ctc.wstx.stax.WstxInputFactory;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringWriter;
import java.math.BigInteger;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import javax.xml.stream.XMLStreamWriter;
import org.oddlot.text.Phrase;

/**
 * The manifest of a copy as a generation of an ASC media hash list (ASC MHL 2.0): a folder {@code
 * ascmhl} with a list of the files and their hashes, and a chain of all such lists.
 */
final class MediaManifest {
  private static final String NAMESPACE = "urn:ASC:MHL:v2.0";
  private static final String CHAIN_NAMESPACE = "urn:ASC:MHL:DIRECTORY:v2.0";
  private static final DateTimeFormatter IN_NAMES =
      DateTimeFormatter.ofPattern("yyyy-MM-dd_HHmmss'Z'", Locale.ROOT).withZone(ZoneOffset.UTC);
  private static final String C4_LETTERS =
      "123456789ABCDEFGHJKLMNPQRSTUVWXYZabcdefghijkmnopqrstuvwxyz";
  private static final int C4_LENGTH = 88;

  private MediaManifest() {}

  /**
   * Writes the next generation of the list into {@code folder}.
   *
   * @param copied what was copied there
   * @param now when
   * @param host the name of this machine
   * @param version of this program
   * @return the list
   */
  static Path write(
      Path folder, List<MediaCopy.Copied> copied, Instant now, String host, String version)
      throws IOException {
    Path mhl = Files.createDirectories(folder.resolve("ascmhl"));
    Path chain = mhl.resolve("ascmhl_chain.xml");
    List<Entry> entries = entries(chain);
    int number = entries.size() + 1;
    String name = Phrase.of("%04d_%s_%s.mhl", number, folder.getFileName(), IN_NAMES.format(now));
    byte[] list = xml(out -> list(out, folder, copied, now, host, version));
    Path file = mhl.resolve(name);
    put(file, list);
    entries.add(new Entry(number, name, c4(list)));
    put(chain, xml(out -> chain(out, entries)));
    return file;
  }

  /** Writes a file completely or not at all. */
  private static void put(Path file, byte[] content) throws IOException {
    Path part = file.resolveSibling(file.getFileName() + ".part");
    Files.write(part, content);
    Files.move(part, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
  }

  private record Entry(int number, String path, String c4) {}

  private interface Content {
    void to(XMLStreamWriter out) throws XMLStreamException;
  }

  private static byte[] xml(Content content) throws IOException {
    var text = new StringWriter();
    try {
      XMLStreamWriter out = XMLOutputFactory.newDefaultFactory().createXMLStreamWriter(text);
      out.writeStartDocument("UTF-8", "1.0");
      content.to(out);
      out.writeEndDocument();
      out.close();
    } catch (XMLStreamException e) {
      throw new IOException("The list cannot be written", e);
    }
    return text.toString().getBytes(StandardCharsets.UTF_8);
  }

  private static void list(
      XMLStreamWriter out,
      Path folder,
      List<MediaCopy.Copied> copied,
      Instant now,
      String host,
      String version)
      throws XMLStreamException {
    String date = DateTimeFormatter.ISO_INSTANT.format(now.truncatedTo(ChronoUnit.SECONDS));
    out.setDefaultNamespace(NAMESPACE);
    out.writeStartElement(NAMESPACE, "hashlist");
    out.writeDefaultNamespace(NAMESPACE);
    out.writeAttribute("version", "2.0");
    out.writeStartElement(NAMESPACE, "creatorinfo");
    element(out, "creationdate", date);
    element(out, "hostname", host);
    out.writeStartElement(NAMESPACE, "tool");
    out.writeAttribute("version", version);
    out.writeCharacters("Odd Lot");
    out.writeEndElement();
    out.writeEndElement();
    out.writeStartElement(NAMESPACE, "processinfo");
    element(out, "process", "transfer");
    out.writeStartElement(NAMESPACE, "ignore");
    for (String pattern : List.of(".DS_Store", "ascmhl", "ascmhl/")) {
      element(out, "pattern", pattern);
    }
    out.writeEndElement();
    out.writeEndElement();
    out.writeStartElement(NAMESPACE, "hashes");
    for (MediaCopy.Copied each : copied) {
      out.writeStartElement(NAMESPACE, "hash");
      out.writeStartElement(NAMESPACE, "path");
      out.writeAttribute("size", Long.toString(each.bytes()));
      out.writeAttribute(
          "lastmodificationdate",
          DateTimeFormatter.ISO_INSTANT.format(
              each.modified().toInstant().truncatedTo(ChronoUnit.SECONDS)));
      out.writeCharacters(posix(folder.toAbsolutePath().normalize().relativize(each.to())));
      out.writeEndElement();
      out.writeStartElement(NAMESPACE, "sha1");
      out.writeAttribute("action", each.isNew() ? "original" : "verified");
      out.writeAttribute("hashdate", date);
      out.writeCharacters(each.sha1());
      out.writeEndElement();
      out.writeEndElement();
    }
    out.writeEndElement();
    out.writeEndElement();
  }

  private static String posix(Path path) {
    var steps = new ArrayList<String>();
    path.forEach(step -> steps.add(step.toString()));
    return String.join("/", steps);
  }

  private static void element(XMLStreamWriter out, String name, String text)
      throws XMLStreamException {
    out.writeStartElement(NAMESPACE, name);
    out.writeCharacters(text);
    out.writeEndElement();
  }

  private static void chain(XMLStreamWriter out, List<Entry> entries) throws XMLStreamException {
    out.setDefaultNamespace(CHAIN_NAMESPACE);
    out.writeStartElement(CHAIN_NAMESPACE, "ascmhldirectory");
    out.writeDefaultNamespace(CHAIN_NAMESPACE);
    for (Entry entry : entries) {
      out.writeStartElement(CHAIN_NAMESPACE, "hashlist");
      out.writeAttribute("sequencenr", Integer.toString(entry.number));
      out.writeStartElement(CHAIN_NAMESPACE, "path");
      out.writeCharacters(entry.path);
      out.writeEndElement();
      out.writeStartElement(CHAIN_NAMESPACE, "c4");
      out.writeCharacters(entry.c4);
      out.writeEndElement();
      out.writeEndElement();
    }
    out.writeEndElement();
  }

  /** The lists that there are already, in their order. */
  private static List<Entry> entries(Path chain) throws IOException {
    var entries = new ArrayList<Entry>();
    if (!Files.exists(chain)) {
      return entries;
    }
    XMLInputFactory factory = new WstxInputFactory();
    factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
    factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
    try (InputStream in = Files.newInputStream(chain)) {
      XMLStreamReader xml = factory.createXMLStreamReader(in);
      String path = "";
      while (xml.hasNext()) {
        if (xml.next() != XMLStreamConstants.START_ELEMENT) {
          continue;
        }
        if (xml.getLocalName().equals("path")) {
          path = xml.getElementText();
        } else if (xml.getLocalName().equals("c4")) {
          entries.add(new Entry(entries.size() + 1, path, xml.getElementText()));
        }
      }
    } catch (XMLStreamException e) {
      throw new IOException(
          chain + " cannot be read, and is left as it is; move it away and go on", e);
    }
    return entries;
  }

  /** The C4 identity of a content (SMPTE ST 2114): its SHA-512 in letters that are not mistaken. */
  static String c4(byte[] content) {
    BigInteger rest;
    try {
      rest = new BigInteger(1, MessageDigest.getInstance("SHA-512").digest(content));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("Every Java platform of today has SHA-512", e);
    }
    var letters = new StringBuilder();
    BigInteger base = BigInteger.valueOf(C4_LETTERS.length());
    while (rest.signum() > 0) {
      BigInteger[] both = rest.divideAndRemainder(base);
      letters.append(C4_LETTERS.charAt(both[1].intValue()));
      rest = both[0];
    }
    while (letters.length() < C4_LENGTH) {
      letters.append(C4_LETTERS.charAt(0));
    }
    return "c4" + letters.reverse();
  }
}
