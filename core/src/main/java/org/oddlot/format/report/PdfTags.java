package org.oddlot.format.report;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDNumberTreeNode;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDMarkInfo;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDMarkedContentReference;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDParentTreeValue;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDStructureElement;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDStructureNode;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDStructureTreeRoot;
import org.apache.pdfbox.pdmodel.interactive.viewerpreferences.PDViewerPreferences;

/**
 * What stands on printed pages, as ISO 32000-1, 14.7 and 14.8 have it: headings, tables with rows
 * and cells, paragraphs; all else is decoration.
 */
final class PdfTags {
  private final PDDocument document;
  private final PDStructureTreeRoot root = new PDStructureTreeRoot();
  private PDStructureElement into;
  private final Map<PDPage, COSArray> byPage = new LinkedHashMap<>();

  PdfTags(PDDocument document, String language) {
    this.document = document;
    into = add(root, "Document");
    var catalog = document.getDocumentCatalog();
    catalog.setLanguage(language);
    catalog.setStructureTreeRoot(root);
    var marked = new PDMarkInfo();
    marked.setMarked(true);
    catalog.setMarkInfo(marked);
    var shown = new PDViewerPreferences(new COSDictionary());
    shown.setDisplayDocTitle(true);
    catalog.setViewerPreferences(shown);
  }

  /** A part of a part: the row of a table, a cell of it. */
  static PDStructureElement add(PDStructureNode to, String kind) {
    var element = new PDStructureElement(kind, to);
    to.appendKid(element);
    return element;
  }

  /** A part of the document: a heading, a table, a paragraph. */
  PDStructureElement add(String kind) {
    return add(into, kind);
  }

  /** Has what is added from here on go into a part; gives that into which it went before. */
  PDStructureElement into(PDStructureElement part) {
    PDStructureElement before = into;
    into = part;
    return before;
  }

  /** What is shown from here on is (more) of a part; until {@link #end}. */
  void begin(PDPageContentStream to, PDPage page, PDStructureElement part) throws IOException {
    COSArray marks = byPage.computeIfAbsent(page, _ -> new COSArray());
    int mark = marks.size();
    marks.add(part.getCOSObject());
    var reference = new PDMarkedContentReference();
    reference.setPage(page);
    reference.setMCID(mark);
    part.appendKid(reference);
    to.beginMarkedContent(COSName.getPDFName(part.getStructureType()), mark);
  }

  /** What is shown from here on is there for the eye only; until {@link #end}. */
  static void decorate(PDPageContentStream to) throws IOException {
    to.beginMarkedContent(COSName.ARTIFACT);
  }

  static void end(PDPageContentStream to) throws IOException {
    to.endMarkedContent();
  }

  /** Writes down which part each mark of each page belongs to. */
  void finish() throws IOException {
    Map<Integer, PDParentTreeValue> numbers = new LinkedHashMap<>();
    List<PDPage> pages = new ArrayList<>(byPage.keySet());
    for (int i = 0; i < pages.size(); i++) {
      pages.get(i).setStructParents(i);
      numbers.put(i, new PDParentTreeValue(byPage.get(pages.get(i))));
    }
    var tree = new PDNumberTreeNode(PDParentTreeValue.class);
    tree.setNumbers(numbers);
    root.setParentTree(tree);
    root.setParentTreeNextKey(pages.size());
    for (PDPage page : document.getPages()) {
      page.getCOSObject().setItem(COSName.getPDFName("Tabs"), COSName.S);
    }
  }
}
