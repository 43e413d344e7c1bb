package org.oddlot.format.table;

import com.ctc.wstx.stax.WstxInputFactory;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.apache.commons.compress.utils.SeekableInMemoryByteChannel;

/**
 * The cells of a workbook that are set off from the others: bold, or filled with a colour. The
 * library that reads the values does not tell. ECMA-376 part 1, 18.8 (styles) and 18.3.1.4 (cells),
 * from memory.
 */
final class MarkedCells {
  /** Larger parts are those of workbooks of which no take was marked by hand. */
  private static final int LARGEST = 64 << 20;

  private static final String STYLES = "xl/styles.xml";

  private final Map<String, byte[]> parts = new HashMap<>();
  private final Map<String, String> partOfSheet = new HashMap<>();
  private final Set<Integer> marking = new HashSet<>();

  private MarkedCells() {}

  /** Those of a workbook; none where its styles cannot be read. */
  static MarkedCells of(byte[] workbook) {
    var cells = new MarkedCells();
    try (var zip =
        ZipFile.builder().setSeekableByteChannel(new SeekableInMemoryByteChannel(workbook)).get()) {
      for (ZipArchiveEntry entry : Collections.list(zip.getEntries())) {
        String name = entry.getName();
        boolean isOfInterest =
            name.startsWith("xl/")
                && (name.endsWith(".xml") || name.endsWith(".rels"))
                && !name.endsWith("sharedStrings.xml");
        if (isOfInterest && entry.getSize() < LARGEST) {
          try (InputStream part = zip.getInputStream(entry)) {
            cells.parts.put(name, part.readNBytes(LARGEST));
          }
        }
      }
      cells.readSheets();
      cells.readStyles();
    } catch (IOException | XMLStreamException | RuntimeException e) {
      cells.marking.clear();
    }
    return cells;
  }

  /** Whether a sheet may have days that are no numbers. */
  boolean hasIsoDates() {
    return parts.entrySet().stream()
        .anyMatch(part ->
            part.getKey().startsWith("xl/worksheets/") && IsoDates.mayBeIn(part.getValue()));
  }

  /** Whether the workbook says at all how its cells look; it need not. */
  boolean hasStyles() {
    return parts.containsKey(STYLES);
  }

  /** The columns of the marked cells of a sheet, by the number of the row. */
  Map<Integer, Set<Integer>> of(String sheet) {
    byte[] part = parts.get(partOfSheet.getOrDefault(sheet, ""));
    var marked = new HashMap<Integer, Set<Integer>>();
    if (part == null || marking.isEmpty()) {
      return marked;
    }
    try {
      each(
          part,
          "c",
          (xml, _) -> {
            String style = xml.getAttributeValue(null, "s");
            String at = xml.getAttributeValue(null, "r");
            if (style != null && at != null && marking.contains(Integer.parseInt(style))) {
              int digits = 0;
              int column = 0;
              while (digits < at.length() && Character.isLetter(at.charAt(digits))) {
                column = 26 * column + at.charAt(digits++) - 'A' + 1;
              }
              int row = Integer.parseInt(at.substring(digits));
              marked.computeIfAbsent(row, _ -> new HashSet<>()).add(column - 1);
            }
          });
    } catch (XMLStreamException | NumberFormatException e) {
      return Map.of();
    }
    return marked;
  }

  private void readSheets() throws XMLStreamException {
    var targets = new HashMap<String, String>();
    each(
        part("xl/_rels/workbook.xml.rels"),
        "Relationship",
        (xml, _) ->
            targets.put(
                String.valueOf(xml.getAttributeValue(null, "Id")),
                String.valueOf(xml.getAttributeValue(null, "Target"))));
    each(
        part("xl/workbook.xml"),
        "sheet",
        (xml, _) -> {
          for (int i = 0; i < xml.getAttributeCount(); i++) {
            String target = targets.get(xml.getAttributeValue(i));
            if (xml.getAttributeLocalName(i).equals("id") && target != null) {
              partOfSheet.put(
                  String.valueOf(xml.getAttributeValue(null, "name")),
                  target.startsWith("/") ? target.substring(1) : "xl/" + target);
            }
          }
        });
  }

  private void readStyles() throws XMLStreamException {
    var boldFonts = new HashSet<Integer>();
    var fills = new HashSet<Integer>();
    var formats = new ArrayList<int[]>();
    each(
        part(STYLES),
        "",
        (xml, path) -> {
          switch (path.element()) {
            case "styleSheet/fonts/font/b" -> {
              if (!"0".equals(xml.getAttributeValue(null, "val"))) {
                boldFonts.add(path.index());
              }
            }
            case "styleSheet/fills/fill/patternFill" -> {
              if ("solid".equals(xml.getAttributeValue(null, "patternType"))) {
                fills.add(path.index());
              }
            }
            case "styleSheet/cellXfs/xf" ->
                formats.add(new int[] {number(xml, "fontId"), number(xml, "fillId")});
            default -> {}
          }
        });
    for (int i = 0; i < formats.size(); i++) {
      if (boldFonts.contains(formats.get(i)[0]) || fills.contains(formats.get(i)[1])) {
        marking.add(i);
      }
    }
  }

  private static int number(XMLStreamReader xml, String attribute) {
    return Optional.ofNullable(xml.getAttributeValue(null, attribute))
        .map(Integer::parseInt)
        .orElse(0);
  }

  private byte[] part(String name) {
    return parts.getOrDefault(name, new byte[0]);
  }

  /** Where an element is: its names from the root on, and its ordinal in its parent. */
  private record Path(String element, int index) {}

  private interface Visitor {
    void at(XMLStreamReader xml, Path path);
  }

  /** Visits the elements of a name, or all. */
  private static void each(byte[] part, String name, Visitor visitor) throws XMLStreamException {
    if (part.length == 0) {
      return;
    }
    XMLInputFactory factory = new WstxInputFactory();
    factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
    factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
    InputStream bytes = new ByteArrayInputStream(part);
    XMLStreamReader xml = factory.createXMLStreamReader(bytes);
    List<String> names = new ArrayList<>();
    List<Integer> children = new ArrayList<>(List.of(0));
    while (xml.hasNext()) {
      int event = xml.next();
      if (event == XMLStreamConstants.START_ELEMENT) {
        names.add(xml.getLocalName());
        int nth = children.getLast();
        children.set(children.size() - 1, nth + 1);
        if (name.isEmpty() || name.equals(xml.getLocalName())) {
          int parent = children.size() > 1 ? children.get(children.size() - 2) - 1 : 0;
          visitor.at(xml, new Path(String.join("/", names), parent));
        }
        children.add(0);
      } else if (event == XMLStreamConstants.END_ELEMENT) {
        names.removeLast();
        children.removeLast();
      }
    }
    xml.close();
  }
}
