package org.oddlot.demo;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.attribute.FileTime;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/**
 * A workbook of one sheet (ECMA-376), the same bytes for the same rows: nothing in it says when it
 * was made.
 */
final class SmallWorkbook {
  private static final String HEAD = "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n";
  private static final String MAIN = "http://schemas.openxmlformats.org/spreadsheetml/2006/main";
  private static final String RELATIONS =
      "http://schemas.openxmlformats.org/officeDocument/2006/relationships";
  private static final String PACKAGE =
      "http://schemas.openxmlformats.org/package/2006/relationships";

  private final String sheet;
  private final StringBuilder rows = new StringBuilder();
  private int count;

  SmallWorkbook(String sheet) {
    this.sheet = sheet;
  }

  /** Adds a row: texts, whole numbers and dates. */
  void row(Object... cells) {
    count++;
    rows.append("<row r=\"").append(count).append("\">");
    for (int i = 0; i < cells.length; i++) {
      String place = (char) ('A' + i) + Integer.toString(count);
      switch (cells[i]) {
        case Integer number ->
            rows.append("<c r=\"").append(place).append("\"><v>").append(number).append("</v></c>");
        case LocalDate date ->
            rows.append("<c r=\"")
                .append(place)
                .append("\" s=\"1\"><v>")
                .append(ChronoUnit.DAYS.between(LocalDate.of(1899, 12, 30), date))
                .append("</v></c>");
        case String text when text.isEmpty() -> {}
        default ->
            rows.append("<c r=\"")
                .append(place)
                .append("\" t=\"inlineStr\"><is><t>")
                .append(escaped(cells[i].toString()))
                .append("</t></is></c>");
      }
    }
    rows.append("</row>");
  }

  private static String escaped(String text) {
    return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;");
  }

  byte[] bytes() {
    var out = new ByteArrayOutputStream();
    try (var zip = new ZipOutputStream(out)) {
      put(
          zip,
          "[Content_Types].xml",
          "<Types xmlns=\"http://schemas.openxmlformats.org/package/2006/content-types\">"
              + "<Default Extension=\"rels\" ContentType=\"application/vnd.openxmlformats-package.relationships+xml\"/>"
              + "<Default Extension=\"xml\" ContentType=\"application/xml\"/>"
              + part("/xl/workbook.xml", "sheet.main")
              + part("/xl/worksheets/sheet1.xml", "worksheet")
              + part("/xl/styles.xml", "styles")
              + "</Types>");
      put(zip, "_rels/.rels", relations(relation("rId1", "officeDocument", "xl/workbook.xml")));
      put(
          zip,
          "xl/workbook.xml",
          "<workbook xmlns=\""
              + MAIN
              + "\" xmlns:r=\""
              + RELATIONS
              + "\"><sheets><sheet name=\""
              + sheet
              + "\" sheetId=\"1\" r:id=\"rId1\"/></sheets></workbook>");
      put(
          zip,
          "xl/_rels/workbook.xml.rels",
          relations(
              relation("rId1", "worksheet", "worksheets/sheet1.xml")
                  + relation("rId2", "styles", "styles.xml")));
      put(
          zip,
          "xl/styles.xml",
          "<styleSheet xmlns=\""
              + MAIN
              + "\"><numFmts count=\"1\"><numFmt numFmtId=\"164\" formatCode=\"dd/mm/yyyy\"/>"
              + "</numFmts><fonts count=\"1\"><font/></fonts><fills count=\"1\"><fill/></fills><borders count=\"1\"><border/></borders>"
              + "<cellStyleXfs count=\"1\"><xf/></cellStyleXfs><cellXfs count=\"2\"><xf/><xf numFmtId=\"164\" applyNumberFormat=\"1\"/>"
              + "</cellXfs></styleSheet>");
      put(
          zip,
          "xl/worksheets/sheet1.xml",
          "<worksheet xmlns=\"" + MAIN + "\"><sheetData>" + rows + "</sheetData></worksheet>");
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toByteArray();
  }

  private static String part(String name, String kind) {
    return "<Override PartName=\""
        + name
        + "\" ContentType=\"application/vnd.openxmlformats-officedocument.spreadsheetml."
        + kind
        + "+xml\"/>";
  }

  private static String relations(String all) {
    return "<Relationships xmlns=\"" + PACKAGE + "\">" + all + "</Relationships>";
  }

  private static String relation(String id, String kind, String target) {
    return "<Relationship Id=\""
        + id
        + "\" Type=\""
        + RELATIONS
        + "/"
        + kind
        + "\" Target=\""
        + target
        + "\"/>";
  }

  private static void put(ZipOutputStream zip, String name, String content) throws IOException {
    var entry = new ZipEntry(name);
    entry.setLastModifiedTime(FileTime.fromMillis(1_767_225_600_000L));
    entry.setTime(1_767_225_600_000L);
    zip.putNextEntry(entry);
    zip.write((HEAD + content).getBytes(StandardCharsets.UTF_8));
    zip.closeEntry();
  }
}
