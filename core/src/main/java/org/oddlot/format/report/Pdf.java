package org.oddlot.format.report;

import com.ibm.icu.lang.UScript;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.zip.DeflaterOutputStream;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.PDPageContentStream.AppendMode;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDStructureElement;
import org.apache.pdfbox.pdmodel.graphics.color.PDDeviceRGB;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.apache.pdfbox.pdmodel.interactive.action.PDActionGoTo;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationLink;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDBorderStyleDictionary;
import org.apache.pdfbox.pdmodel.interactive.documentnavigation.destination.PDPageFitWidthDestination;
import org.apache.pdfbox.pdmodel.interactive.documentnavigation.outline.PDDocumentOutline;
import org.apache.pdfbox.pdmodel.interactive.documentnavigation.outline.PDOutlineItem;
import org.jspecify.annotations.Nullable;
import org.oddlot.format.report.PdfText.Look;
import org.oddlot.picture.StillFrame;
import org.oddlot.sheet.Book;
import org.oddlot.sheet.Cell;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Labels;
import org.oddlot.sheet.Line;
import org.oddlot.sheet.Sheet;
import org.oddlot.sheet.Stationery;
import org.oddlot.text.Phrase;

/**
 * Printed pages: a first one with what it is of and the table of contents, then the reports, each
 * beginning a page, heads on every page, page numbers at the foot. Columns are as wide as what
 * stands in them; where that is too much for the paper words are broken into lines, then the paper
 * is larger, then the letters smaller.
 */
final class Pdf implements BookFormat {
  private static final float MARGIN = 30;
  private static final float SIZE = 7.5f;

  /** Smaller letters are not read on paper. */
  private static final float READABLE = 6.4f;

  /** So many columns say which row it is. */
  private static final int WHICH = 3;

  private static final Set<String> NEEDED = Set.of("name", "why", "currency", "record_in", "words");

  /** Of more cells only rows are parts of the document. */
  private static final int MOST_CELLS = 60_000;

  private static final float GAP = 7;
  private static final float LEADING = 1.32f;
  private static final float NARROWEST = 42;
  private static final float WIDEST = 200;
  private static final float WIDEST_OF_BRIEF = 400;
  private static final String NOTHING = "There is nothing to be listed here.";
  private static final int SAMPLE = 3_000;

  /** With less room at the foot of a page a report begins on the next. */
  private static final float LEAST_LEFT = 110;

  private static final float PICTURE_WIDTH = 84;
  private static final float PICTURE_HEIGHT = 48;
  private static final int PICTURE_DOTS = 160;

  private final boolean isBrief;

  /**
   * @param isBrief whether all reports stand on as few upright pages as they need, one below the
   *     other, without a page of contents
   */
  Pdf(boolean isBrief) {
    this.isBrief = isBrief;
  }

  @Override
  public String key() {
    return "pdf";
  }

  @Override
  public String extension() {
    return ".pdf";
  }

  @Override
  public boolean holdsSeveral() {
    return true;
  }

  @Override
  public List<String> write(Book book, OutputStream out) throws IOException {
    try (var document = new PDDocument()) {
      // Without this the time of writing would be in the file.
      document.setDocumentId(1L);
      document.getDocumentInformation().setTitle(book.title());
      document.getDocumentInformation().setProducer("Odd Lot");
      var pages = new Pages(document, book.stationery());
      if (isBrief) {
        pages.writeBrief(book);
      } else {
        pages.write(book);
      }
      pages.tags.finish();
      pages.text.finish();
      document.save(out);
      return missing(pages.text).stream().toList();
    }
  }

  /** The letters that no font has, by their scripts, in a sentence. */
  private static Optional<String> missing(PdfText text) {
    if (text.missing().isEmpty()) {
      return Optional.empty();
    }
    Map<String, List<Integer>> byScript = new TreeMap<>();
    text.missing()
        .forEach(letter ->
            byScript
                .computeIfAbsent(UScript.getName(UScript.getScript(letter)), _ -> new ArrayList<>())
                .add(letter));
    String said =
        byScript.entrySet().stream()
            .map(its ->
                Phrase.of(
                    "%s, %s (%s%s)",
                    its.getKey().replace('_', ' '),
                    Phrase.count(its.getValue().size(), "letter"),
                    its.getValue().stream()
                        .limit(6)
                        .map(letter -> Phrase.of("U+%04X", letter))
                        .collect(Collectors.joining(", ")),
                    its.getValue().size() > 6 ? ", …" : ""))
            .collect(Collectors.joining("; "));
    return Optional.of(
        Phrase.of(
            "No font that is installed has some letters, and a grey block stands for each: %s."
                + " Install a font that has them, or write html or xlsx.",
            said));
  }

  /** The pages of a document in the making. */
  private static final class Pages {
    private final PDDocument document;
    private final PdfText text;
    private final List<String> foots = new ArrayList<>();
    private final Stationery stationery;
    private final Labels labels;
    private final PdfTags tags;

    /** How many cells are tagged so far: beyond some a whole row is one part. */
    private int cells;

    Pages(PDDocument document, Stationery stationery) {
      this.document = document;
      this.stationery = stationery;
      this.labels = stationery.labels();
      this.text = new PdfText(document);
      this.tags = new PdfTags(document, stationery.language());
    }

    private PDRectangle upright(boolean isLarge) {
      if (stationery.isLetter()) {
        return isLarge ? new PDRectangle(792, 1224) : PDRectangle.LETTER;
      }
      return isLarge ? PDRectangle.A3 : PDRectangle.A4;
    }

    /** Shows a part of one line. */
    private void tagged(
        PDPageContentStream to,
        PDPage page,
        String kind,
        String line,
        Look look,
        float size,
        float x,
        float y)
        throws IOException {
      tags.begin(to, page, tags.add(kind));
      text.show(to, line, look, size, x, y);
      PdfTags.end(to);
    }

    void write(Book book) throws IOException {
      var cover = new PDPage(upright(false));
      document.addPage(cover);
      foots.add(book.title());
      PDStructureElement first = tags.add("Sect");
      var firsts = new ArrayList<Integer>();
      for (Sheet sheet : book.sheets()) {
        firsts.add(document.getNumberOfPages());
        new SheetPages(sheet, null, null).write();
      }
      PDStructureElement before = tags.into(first);
      cover(cover, book, firsts);
      tags.into(before);
      var outline = new PDDocumentOutline();
      for (int i = 0; i < firsts.size(); i++) {
        var item = new PDOutlineItem();
        item.setTitle(book.sheets().get(i).title());
        item.setDestination(document.getPage(firsts.get(i)));
        outline.addLast(item);
      }
      document.getDocumentCatalog().setDocumentOutline(outline);
      for (int i = 0; i < document.getNumberOfPages(); i++) {
        foot(i);
      }
    }

    /** One report below the other. */
    void writeBrief(Book book) throws IOException {
      SheetPages last = null;
      for (Sheet sheet : book.sheets()) {
        last = new SheetPages(sheet, book, last);
        last.rows();
      }
      if (last != null) {
        last.to.close();
      }
      for (int i = 0; i < document.getNumberOfPages(); i++) {
        foot(i);
      }
    }

    private void cover(PDPage page, Book book, List<Integer> firsts) throws IOException {
      float width = page.getMediaBox().getWidth();
      var about = new ArrayList<>(book.about());
      missing(text).ifPresent(said -> about.add(new Book.Fact("Letters", said)));
      try (var to = new PDPageContentStream(document, page)) {
        float y = page.getMediaBox().getHeight() - 80;
        for (String line : text.wrapped(book.title(), Look.BOLD, (width - 2 * MARGIN) / 18)) {
          tagged(to, page, "H1", line, Look.BOLD, 18, MARGIN, y);
          y -= 24;
        }
        y -= 8;
        for (Book.Fact fact : about) {
          tags.begin(to, page, tags.add("P"));
          text.show(to, fact.what(), Look.REGULAR, 9, MARGIN, y);
          for (String line :
              text.wrapped(fact.value(), Look.REGULAR, (width - 2 * MARGIN - 110) / 9)) {
            text.show(to, line, Look.REGULAR, 9, MARGIN + 110, y);
            y -= 13;
          }
          PdfTags.end(to);
        }
        y -= 22;
        for (int i = 0; i < firsts.size() && y > 60; i++) {
          Sheet sheet = book.sheets().get(i);
          String number = Integer.toString(firsts.get(i) + 1);
          tags.begin(to, page, tags.add("P"));
          text.show(to, sheet.title(), Look.BOLD, 10, MARGIN, y);
          text.show(
              to, Phrase.count(sheet.lines().size(), "row"), Look.REGULAR, 9, MARGIN + 160, y);
          text.show(
              to,
              number,
              Look.REGULAR,
              10,
              width - MARGIN - text.width(number, Look.REGULAR) * 10,
              y);
          PdfTags.end(to);
          link(page, new PDRectangle(MARGIN, y - 3, width - 2 * MARGIN, 14), firsts.get(i));
          y -= 17;
        }
      }
    }

    private void link(PDPage page, PDRectangle area, int target) throws IOException {
      var destination = new PDPageFitWidthDestination();
      destination.setPage(document.getPage(target));
      var action = new PDActionGoTo();
      action.setDestination(destination);
      var link = new PDAnnotationLink();
      link.setAction(action);
      link.setRectangle(area);
      var none = new PDBorderStyleDictionary();
      none.setWidth(0);
      link.setBorderStyle(none);
      page.getAnnotations().add(link);
    }

    private void foot(int index) throws IOException {
      PDPage page = document.getPage(index);
      try (var to = new PDPageContentStream(document, page, AppendMode.APPEND, true, true)) {
        String number = (index + 1) + " / " + document.getNumberOfPages();
        PdfTags.decorate(to);
        text.show(to, foots.get(index), Look.REGULAR, 7, MARGIN, 18);
        PDRectangle box = page.getMediaBox();
        centred(to, stationery.head(), box.getWidth(), box.getHeight() - 16);
        centred(to, stationery.foot(), box.getWidth(), 8);
        text.show(
            to,
            number,
            Look.REGULAR,
            7,
            page.getMediaBox().getWidth() - MARGIN - text.width(number, Look.REGULAR) * 7,
            18);
        PdfTags.end(to);
      }
    }

    private void centred(PDPageContentStream to, String line, float width, float y)
        throws IOException {
      float its = text.width(line, Look.REGULAR) * 7;
      text.show(to, line, Look.REGULAR, 7, Math.max(MARGIN, (width - its) / 2), y);
    }

    /** The pages of one sheet. */
    private final class SheetPages {
      private Sheet sheet;
      private final float[] widths;
      private @Nullable PDStructureElement table;
      private final boolean isTagged;
      private boolean isHeaded;
      private final List<String> leftOut = new ArrayList<>();
      private PDPage page;

      /** Where the columns begin, beside the pictures. */
      private final float left;

      private PDRectangle paper = upright(false);
      private float size = SIZE;
      private PDPageContentStream to;
      private float y;

      /** The book that it is one of several on a page of; none where it has pages of its own. */
      private final @Nullable Book brief;

      /**
       * @param before the sheet that it stands below, if there is room; none where it begins a page
       */
      SheetPages(Sheet sheet, @Nullable Book brief, @Nullable SheetPages before)
          throws IOException {
        this.brief = brief;
        this.sheet = sheet.withoutEmptyColumns();
        this.left = MARGIN + (sheet.hasStills() ? PICTURE_WIDTH + GAP : 0);
        this.widths = widths();
        this.isTagged = cells + this.sheet.lines().size() * widths.length <= MOST_CELLS;
        cells += this.sheet.lines().size() * widths.length;
        if (before != null && before.y > LEAST_LEFT) {
          to = before.to;
          page = before.page;
          y = before.y - 12;
          head();
        } else {
          if (before != null) {
            before.to.close();
          }
          page = new PDPage(paper);
          to = begun();
        }
      }

      /** A heading of the sheet once, and its table. */
      private PDStructureElement table() {
        PDStructureElement its = table;
        if (its == null) {
          its = tags.add("Table");
          table = its;
        }
        return its;
      }

      private static PDRectangle landscape(PDRectangle upright) {
        return new PDRectangle(upright.getHeight(), upright.getWidth());
      }

      private float room() {
        return paper.getWidth() - left - MARGIN - GAP * (widthsCount() - 1);
      }

      private int widthsCount() {
        return sheet.columns().size();
      }

      private float[] widths() throws IOException {
        List<Column> columns = sheet.columns();
        float[] natural = new float[columns.size()];
        for (int i = 0; i < natural.length; i++) {
          natural[i] = text.width(columns.get(i).title(), Look.BOLD);
          Look look = look(columns.get(i));
          for (Line line : sheet.lines().subList(0, Math.min(SAMPLE, sheet.lines().size()))) {
            for (String each : line.cells().get(i).text().split("\n", -1)) {
              natural[i] = Math.max(natural[i], text.width(each, look));
            }
          }
          // A sum has more digits than what is summed up.
          Optional<Cell> total = sheet.total(i);
          if (total.isPresent()) {
            natural[i] = Math.max(natural[i], text.width(total.get().text(), Look.BOLD));
          }
        }
        if (sheet.hasTotals() && !columns.getFirst().isSummed()) {
          natural[0] = Math.max(natural[0], text.width(labels.say("Total"), Look.BOLD));
        }
        for (Sheet.Group group : sheet.groups()) {
          natural[0] =
              Math.max(natural[0], text.width(labels.say("Total") + " " + group.name(), Look.BOLD));
        }
        for (boolean isLarge = false; ; isLarge = true) {
          paper = brief != null ? upright(false) : landscape(upright(isLarge));
          for (size = SIZE; size > READABLE; size -= 0.25f) {
            float[] fitted = fitted(natural, columns);
            if (sum(fitted) <= room()) {
              return fitted;
            }
          }
          if (isLarge || brief != null) {
            int less = brief != null ? -1 : leastNeeded(columns);
            if (less >= 0) {
              leftOut.add(columns.get(less).title());
              sheet =
                  sheet.withColumns(
                      IntStream.range(0, columns.size()).filter(i -> i != less).boxed().toList());
              return widths();
            }
            float[] fitted = fitted(natural, columns);
            float factor = room() / sum(fitted);
            for (int i = 0; i < fitted.length; i++) {
              fitted[i] *= factor;
            }
            return fitted;
          }
        }
      }

      /**
       * Of columns for which there is no room the last one that is words or a timecode, and neither
       * among those that say which row it is nor why somebody should look at it; −1 for none.
       */
      private int leastNeeded(List<Column> columns) {
        for (int i = columns.size() - 1; i >= WHICH; i--) {
          Column.Kind kind = columns.get(i).kind();
          boolean isWords = kind == Column.Kind.TEXT || kind == Column.Kind.LABEL;
          boolean isNeeded =
              i == sheet.grouped()
                  || NEEDED.contains(columns.get(i).key())
                  || columns.get(i).isSummed();
          if (isWords && !isNeeded) {
            return i;
          }
        }
        return -1;
      }

      /** Words give way to figures: they can be broken into lines. */
      private float[] fitted(float[] natural, List<Column> columns) {
        float[] fitted = new float[natural.length];
        float figures = 0;
        float words = 0;
        for (int i = 0; i < natural.length; i++) {
          boolean isText = columns.get(i).kind() == Column.Kind.TEXT;
          fitted[i] = natural[i] * size;
          if (isText) {
            fitted[i] = Math.min(fitted[i], brief != null ? WIDEST_OF_BRIEF : WIDEST);
            words += fitted[i];
          } else {
            figures += fitted[i];
          }
        }
        float left = room() - figures;
        if (words > left && left > 0) {
          for (int i = 0; i < natural.length; i++) {
            if (columns.get(i).kind() == Column.Kind.TEXT) {
              float narrowest = Math.min(fitted[i], NARROWEST);
              fitted[i] = Math.max(narrowest, fitted[i] * left / words);
            }
          }
        }
        return fitted;
      }

      private static float sum(float[] widths) {
        float sum = 0;
        for (float width : widths) {
          sum += width;
        }
        return sum;
      }

      private static Look look(Column column) {
        return column.kind() == Column.Kind.LABEL ? Look.MONO : Look.REGULAR;
      }

      void write() throws IOException {
        rows();
        to.close();
      }

      void rows() throws IOException {
        List<Sheet.Group> groups = sheet.groups();
        int next = 0;
        boolean isSaid = brief != null && !sheet.notes().isEmpty();
        if (sheet.lines().isEmpty() && !isSaid) {
          tagged(
              to,
              page,
              "P",
              brief != null ? "Nothing." : NOTHING,
              Look.REGULAR,
              SIZE,
              MARGIN,
              y - 10);
          y -= 14;
        }
        for (int i = 0; i < sheet.lines().size(); i++) {
          Line line = sheet.lines().get(i);
          row(line.cells(), Look.REGULAR, line.isDoubtful(), line.still());
          if (next < groups.size() && groups.get(next).to() == i + 1) {
            Sheet.Group group = groups.get(next++);
            total(
                labels.say("Total") + " " + group.name(),
                sheet.lines().subList(group.from(), group.to()));
          }
        }
        if (sheet.hasTotals()) {
          total(labels.say("Total"), sheet.lines());
        }
        y -= 6;
        var notes = new ArrayList<>(sheet.notes());
        if (!leftOut.isEmpty()) {
          notes.add(
              Phrase.of(
                  "Left out for want of room: %s. Choose which columns there are, or write xlsx or"
                      + " html.",
                  String.join(", ", leftOut.reversed())));
        }
        for (String note : notes) {
          for (String line :
              text.wrapped(note, Look.REGULAR, (paper.getWidth() - 2 * MARGIN) / 7)) {
            if (y < 40) {
              next();
            }
            y -= 10;
            tagged(to, page, "P", line, Look.REGULAR, 7, MARGIN, y);
          }
        }
      }

      private void total(String name, List<Line> of) throws IOException {
        var cells = new ArrayList<Cell>();
        for (int i = 0; i < sheet.columns().size(); i++) {
          cells.add(sheet.total(i, of).orElse(Cell.NOTHING));
        }
        if (!sheet.columns().getFirst().isSummed()) {
          cells.set(0, Cell.of(name));
        }
        row(cells, Look.BOLD, false, Optional.empty());
      }

      private PDPageContentStream begun() throws IOException {
        document.addPage(page);
        foots.add(brief != null ? brief.title() : sheet.title() + " · " + sheet.about());
        to = new PDPageContentStream(document, page);
        y = paper.getHeight() - MARGIN;
        if (brief != null && document.getNumberOfPages() == 1) {
          titled(to, brief);
        }
        head();
        return to;
      }

      /** What all of it is of, at the head of the first page. */
      private void titled(PDPageContentStream stream, Book book) throws IOException {
        tagged(stream, page, "H1", book.title(), Look.BOLD, 15, MARGIN, y - 13);
        y -= 22;
        for (Book.Fact fact : book.about()) {
          tags.begin(stream, page, tags.add("P"));
          text.show(stream, fact.what(), Look.REGULAR, 8, MARGIN, y - 8);
          for (String line :
              text.wrapped(fact.value(), Look.REGULAR, (paper.getWidth() - 2 * MARGIN - 80) / 8)) {
            text.show(stream, line, Look.REGULAR, 8, MARGIN + 80, y - 8);
            y -= 11;
          }
          PdfTags.end(stream);
        }
        y -= 8;
      }

      /** The heads on later pages are repeated for the eye only. */
      private void head() throws IOException {
        if (isHeaded) {
          PdfTags.decorate(to);
        } else {
          tags.begin(to, page, tags.add("H2"));
        }
        text.show(to, sheet.title(), Look.BOLD, 11, MARGIN, y - 9);
        PdfTags.end(to);
        y -= 18;
        if (!sheet.lines().isEmpty() || brief == null) {
          heads();
        }
        isHeaded = true;
      }

      private void heads() throws IOException {
        int most = 1;
        var heads = new ArrayList<List<String>>();
        for (int i = 0; i < widths.length; i++) {
          List<String> lines =
              text.wrapped(sheet.columns().get(i).title(), Look.BOLD, widths[i] / size + 0.01f);
          heads.add(lines);
          most = Math.max(most, lines.size());
        }
        float x = left;
        Optional<PDStructureElement> row =
            isHeaded ? Optional.empty() : Optional.of(PdfTags.add(table(), "TR"));
        for (int i = 0; i < widths.length; i++) {
          if (row.isPresent()) {
            tags.begin(to, page, PdfTags.add(row.get(), "TH"));
          } else {
            PdfTags.decorate(to);
          }
          for (int line = 0; line < heads.get(i).size(); line++) {
            String words = heads.get(i).get(line);
            text.show(
                to,
                words,
                Look.BOLD,
                size,
                left(i, words, Look.BOLD, x),
                y - size * LEADING * (line + 1));
          }
          PdfTags.end(to);
          x += widths[i] + GAP;
        }
        y -= most * size * LEADING + 3;
        rule(0.8f);
        y -= 1;
      }

      private float left(int column, String words, Look look, float x) throws IOException {
        return sheet.columns().get(column).kind().isNumber()
            ? x + widths[column] - text.width(words, look) * size
            : x;
      }

      private void rule(float thick) throws IOException {
        PdfTags.decorate(to);
        to.setLineWidth(thick);
        to.moveTo(MARGIN, y);
        to.lineTo(paper.getWidth() - MARGIN, y);
        to.stroke();
        PdfTags.end(to);
      }

      private void next() throws IOException {
        to.close();
        page = new PDPage(paper);
        to = begun();
      }

      private void row(
          List<Cell> cells, Look strength, boolean isDoubtful, Optional<Line.Still> still)
          throws IOException {
        var lines = new ArrayList<List<String>>(cells.size());
        int most = 1;
        for (int i = 0; i < cells.size(); i++) {
          Look look = strength == Look.BOLD ? Look.BOLD : look(sheet.columns().get(i));
          String words = cells.get(i).text();
          List<String> its =
              words.isEmpty() ? List.of() : text.wrapped(words, look, widths[i] / size + 0.01f);
          lines.add(its);
          most = Math.max(most, its.size());
        }
        Optional<PDImageXObject> image = image(still);
        if (image.isPresent()) {
          most = Math.max(most, (int) Math.ceil(PICTURE_HEIGHT / (size * LEADING)));
        }
        List<PDStructureElement> parts = parts(lines);
        // A row that is higher than a page goes on on the next one.
        for (int from = 0; from < most; ) {
          int fits = (int) ((y - 34) / (size * LEADING));
          if (fits < Math.min(most - from, image.isPresent() ? most : 4)) {
            next();
            fits = (int) ((y - 34) / (size * LEADING));
          }
          int upTo = Math.min(most, from + Math.max(1, fits));
          if (image.isPresent() && from == 0) {
            PDImageXObject its = image.get();
            float height = PICTURE_WIDTH * its.getHeight() / its.getWidth();
            float high = Math.min(height, PICTURE_HEIGHT);
            PdfTags.decorate(to);
            to.drawImage(its, MARGIN, y - high - 1, high * its.getWidth() / its.getHeight(), high);
            PdfTags.end(to);
          }
          part(lines, parts, from, upTo, strength, isDoubtful);
          from = upTo;
        }
      }

      /** What the cells of a row are parts of: of few each is one, of many all are one. */
      private List<PDStructureElement> parts(List<List<String>> lines) {
        PDStructureElement row = PdfTags.add(table(), "TR");
        if (!isTagged) {
          return Collections.nCopies(lines.size(), PdfTags.add(row, "TD"));
        }
        return lines.stream().map(_ -> PdfTags.add(row, "TD")).toList();
      }

      private Optional<PDImageXObject> image(Optional<Line.Still> still) throws IOException {
        Optional<StillFrame> picture =
            still.flatMap(its -> StillFrame.of(its.file(), its.seconds(), PICTURE_DOTS));
        return picture.isPresent() ? Optional.of(image(picture.get())) : Optional.empty();
      }

      private PDImageXObject image(StillFrame picture) throws IOException {
        var bytes = new ByteArrayOutputStream();
        try (var deflated = new DeflaterOutputStream(bytes)) {
          for (int i = 0; i < picture.width() * picture.height(); i++) {
            int dot = picture.dots().get(i);
            deflated.write(dot >> 16);
            deflated.write(dot >> 8);
            deflated.write(dot);
          }
        }
        return new PDImageXObject(
            document,
            new ByteArrayInputStream(bytes.toByteArray()),
            COSName.FLATE_DECODE,
            picture.width(),
            picture.height(),
            8,
            PDDeviceRGB.INSTANCE);
      }

      private void part(
          List<List<String>> lines,
          List<PDStructureElement> parts,
          int from,
          int upTo,
          Look strength,
          boolean isDoubtful)
          throws IOException {
        if (isDoubtful) {
          to.setNonStrokingColor(0.64f, 0.2f, 0.11f);
        }
        float x = left;
        if (!isTagged) {
          tags.begin(to, page, parts.getFirst());
        }
        for (int i = 0; i < lines.size(); i++) {
          Look look = strength == Look.BOLD ? Look.BOLD : look(sheet.columns().get(i));
          List<String> its = lines.get(i);
          if (isTagged && !its.isEmpty()) {
            tags.begin(to, page, parts.get(i));
          }
          for (int line = from; line < Math.min(upTo, its.size()); line++) {
            String words = its.get(line);
            text.show(
                to,
                words,
                look,
                size,
                left(i, words, look, x),
                y - size * LEADING * (line - from + 1));
          }
          if (isTagged && !its.isEmpty()) {
            PdfTags.end(to);
          }
          x += widths[i] + GAP;
        }
        if (!isTagged) {
          PdfTags.end(to);
        }
        if (isDoubtful) {
          to.setNonStrokingColor(0f, 0f, 0f);
        }
        y -= (upTo - from) * size * LEADING + 2;
        rule(0.2f);
        y -= 1;
      }
    }
  }
}
