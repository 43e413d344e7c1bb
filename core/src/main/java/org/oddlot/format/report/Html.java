package org.oddlot.format.report;

import java.io.BufferedWriter;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import org.oddlot.picture.Png;
import org.oddlot.picture.StillFrame;
import org.oddlot.sheet.Book;
import org.oddlot.sheet.Cell;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Labels;
import org.oddlot.sheet.Line;
import org.oddlot.sheet.Sheet;

/**
 * One web page with all that it needs in it: it asks no network for anything. Tables are sorted by
 * a click on a head and filtered by what is typed, and printed with their heads on every page.
 */
final class Html implements BookFormat {
  private static final String STYLE = resource("report.css");

  /** Twice as many dots as it is high on the page, for fine screens and for print. */
  private static final int PICTURE_HEIGHT = 144;

  private static final String SCRIPT = resource("report.js");

  private final boolean isBrief;

  /**
   * @param isBrief whether it is a page to be read and printed as it is, without what sorts and
   *     filters
   */
  Html(boolean isBrief) {
    this.isBrief = isBrief;
  }

  @Override
  public String key() {
    return "html";
  }

  @Override
  public String extension() {
    return ".html";
  }

  @Override
  public boolean holdsSeveral() {
    return true;
  }

  private static String resource(String name) {
    try (InputStream in = Html.class.getResourceAsStream(name)) {
      if (in == null) {
        throw new IllegalStateException(name + " is not shipped");
      }
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  @Override
  public List<String> write(Book book, OutputStream out) throws IOException {
    var to = new BufferedWriter(new OutputStreamWriter(out, StandardCharsets.UTF_8));
    to.write(
        "<!DOCTYPE html>\n<html lang=\""
            + book.stationery().language()
            + "\">\n<head>\n<meta charset=\"utf-8\">\n");
    // Nothing is fetched, whatever stands in a cell.
    to.write(
        "<meta http-equiv=\"Content-Security-Policy\" content=\"default-src 'none'; img-src data:; style-src"
            + " 'unsafe-inline'; script-src 'unsafe-inline'\">\n");
    to.write("<title>" + escaped(book.title()) + "</title>\n<style>\n" + STYLE + "</style>\n");
    to.write(
        "</head>\n<body"
            + (isBrief ? " class=\"brief\"" : "")
            + ">\n<h1>"
            + escaped(book.title())
            + "</h1>\n<dl class=\"about\">\n");
    for (Book.Fact fact : book.about()) {
      to.write("<dt>" + escaped(fact.what()) + "</dt><dd>" + escaped(fact.value()) + "</dd>\n");
    }
    to.write("</dl>\n");
    line(book.stationery().head(), "head", to);
    if (book.sheets().size() > 1 && !isBrief) {
      to.write("<nav><ul>\n");
      for (int i = 0; i < book.sheets().size(); i++) {
        Sheet sheet = book.sheets().get(i);
        to.write(
            "<li><a href=\"#s"
                + i
                + "\">"
                + escaped(sheet.title())
                + "</a> "
                + sheet.lines().size()
                + "</li>\n");
      }
      to.write("</ul></nav>\n");
    }
    for (int i = 0; i < book.sheets().size(); i++) {
      sheet(book.sheets().get(i), "s" + i, book.stationery().labels(), to);
    }
    line(book.stationery().foot(), "foot", to);
    if (!isBrief) {
      to.write("<script>\n" + SCRIPT + "</script>\n");
    }
    to.write("</body>\n</html>\n");
    to.flush();
    return List.of();
  }

  /** What stands above and below all of it. */
  private static void line(String words, String kind, Writer to) throws IOException {
    if (!words.isEmpty()) {
      to.write("<p class=\"" + kind + "\">" + escaped(words) + "</p>\n");
    }
  }

  private void sheet(Sheet sheet, String id, Labels labels, Writer to) throws IOException {
    to.write("<section id=\"" + id + "\">\n<h2>" + escaped(sheet.title()) + " <small>");
    to.write(escaped(sheet.about()) + "</small></h2>\n");
    if (sheet.lines().isEmpty()) {
      to.write(
          !isBrief
              ? "<p>There is nothing to be listed here.</p>\n"
              : sheet.notes().isEmpty() ? "<p>Nothing.</p>\n" : "");
      notes(sheet, to);
      to.write("</section>\n");
      return;
    }
    if (!isBrief) {
      to.write(
          "<p class=\"tools\"><label>Filter <input type=\"search\"></label> <output></output></p>\n");
    }
    to.write("<table>\n<thead><tr>");
    boolean hasStills = sheet.hasStills();
    if (hasStills) {
      to.write("<th scope=\"col\"><span>Picture</span></th>");
    }
    List<Column> columns = sheet.columns();
    for (Column column : columns) {
      to.write(
          "<th scope=\"col\" data-kind=\""
              + (column.kind().isNumber() ? "number" : "text")
              + "\""
              + (column.isSummed() ? " data-sum=\"" + unit(column) + "\"" : "")
              // A real button would keep browsers from repeating the heads in print.
              + (isBrief ? "><span>" : "><span role=\"button\" tabindex=\"0\">")
              + escaped(column.title())
              + "</span></th>");
    }
    to.write("</tr></thead>\n<tbody>\n");
    List<Sheet.Group> groups = sheet.groups();
    int next = 0;
    for (int i = 0; i < sheet.lines().size(); i++) {
      if (next < groups.size() && groups.get(next).from() == i) {
        group(groups.get(next), sheet, hasStills, to);
        next++;
      }
      line(sheet.lines().get(i), columns, hasStills, to);
    }
    to.write("</tbody>\n");
    if (sheet.hasTotals()) {
      to.write(hasStills ? "<tfoot><tr><td></td>" : "<tfoot><tr>");
      cells(columns, i -> sheet.total(i), to, labels.say("Total"));
      to.write("</tr></tfoot>\n");
    }
    to.write("</table>\n");
    notes(sheet, to);
    to.write("</section>\n");
  }

  private static void notes(Sheet sheet, Writer to) throws IOException {
    for (String note : sheet.notes()) {
      to.write("<p class=\"note\">" + escaped(note) + "</p>\n");
    }
  }

  private static String unit(Column column) {
    return switch (column.kind()) {
      case TIME -> "time";
      case NUMBER -> "number";
      default -> "count";
    };
  }

  private static void group(Sheet.Group group, Sheet sheet, boolean hasStills, Writer to)
      throws IOException {
    to.write("<tr class=\"group\">" + (hasStills ? "<td></td>" : ""));
    List<Line> its = sheet.lines().subList(group.from(), group.to());
    cells(
        sheet.columns(),
        i -> i == sheet.grouped() ? Optional.of(Cell.of(group.name())) : sheet.total(i, its),
        to,
        sheet.grouped() == 0 ? "" : group.name());
    to.write("</tr>\n");
  }

  private interface Of {
    Optional<Cell> column(int index);
  }

  private static void cells(List<Column> columns, Of of, Writer to, String first)
      throws IOException {
    for (int i = 0; i < columns.size(); i++) {
      String text = of.column(i).map(Cell::text).orElse(i == 0 ? first : "");
      to.write("<td" + kind(columns.get(i)) + ">" + escaped(text) + "</td>");
    }
  }

  private static void line(Line line, List<Column> columns, boolean hasStills, Writer to)
      throws IOException {
    to.write(line.isDoubtful() ? "<tr class=\"doubt\">" : "<tr>");
    if (hasStills) {
      to.write("<td class=\"p\">" + still(line) + "</td>");
    }
    for (int i = 0; i < columns.size(); i++) {
      Cell cell = line.cells().get(i);
      to.write("<td");
      to.write(kind(columns.get(i)));
      String text = cell.text();
      String plain = cell.plain();
      if (!plain.equals(text)) {
        to.write(" data-v=\"" + plain + "\"");
      }
      to.write(">");
      to.write(escaped(text));
      to.write("</td>");
    }
    to.write("</tr>\n");
  }

  private static String still(Line line) {
    return line.still()
        .flatMap(still -> StillFrame.of(still.file(), still.seconds(), PICTURE_HEIGHT))
        .map(picture ->
            "<img alt=\"\" width=\""
                + picture.width() / 2
                + "\" height=\""
                + picture.height() / 2
                + "\" src=\"data:image/png;base64,"
                + Base64.getEncoder().encodeToString(Png.of(picture))
                + "\">")
        .orElse("");
  }

  private static String kind(Column column) {
    return switch (column.kind()) {
      case TEXT -> "";
      case LABEL -> " class=\"l\"";
      default -> " class=\"n\"";
    };
  }

  private static String escaped(String text) {
    var escaped = new StringBuilder(text.length() + 16);
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      switch (c) {
        case '&' -> escaped.append("&amp;");
        case '<' -> escaped.append("&lt;");
        case '>' -> escaped.append("&gt;");
        case '"' -> escaped.append("&quot;");
        case '\n' -> escaped.append("<br>");
        default -> escaped.append(c < 0x20 && c != '\t' ? ' ' : c);
      }
    }
    return escaped.toString();
  }
}
