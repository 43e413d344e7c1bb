package org.oddlot.report;

import java.util.ArrayList;
import java.util.List;
import org.oddlot.compare.TimelinePairs;
import org.oddlot.material.Material;
import org.oddlot.papercut.Marked;
import org.oddlot.papercut.Numbers;
import org.oddlot.papercut.Page;
import org.oddlot.papercut.Ties;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;

/**
 * What is said, sentence by sentence, with the numbers that a paper cut is typed by: all
 * transcripts, then every timeline in which something is said that is known.
 */
final class WordsSaid implements Report {
  private static final List<Column> COLUMNS =
      List.of(
          Column.text("text_of", "Text of", 20),
          Column.text("number", "No.", 6),
          Column.label("source_in", "Source in"),
          Column.text("speaker", "Speaker", 16),
          Column.text("words", "Words", 90));

  @Override
  public String key() {
    return "words";
  }

  @Override
  public String title() {
    return "Words with numbers";
  }

  @Override
  public List<Column> columns() {
    return COLUMNS;
  }

  @Override
  public List<String> notes() {
    return List.of(
        "Numbers are typed in Paper cut: 3 is a paragraph, 5a its first sentence, 5.4-12 words of"
            + " it. Each timeline has numbers of its own.");
  }

  @Override
  public List<Line> lines(Scope scope) {
    Material material = scope.material();
    Ties ties = Ties.in(material);
    var lines = new ArrayList<Line>();
    Page.of(ties.spoken()).paragraphs().forEach(each -> add(each.spoken().name(), each, lines));
    for (TimelinePairs.Side side : TimelinePairs.in(material)) {
      Page.of(side.place(), material.sources(), ties)
          .paragraphs()
          .forEach(each -> add(side.name(), each, lines));
    }
    return lines;
  }

  private static void add(String text, Page.Paragraph paragraph, List<Line> lines) {
    List<Marked> sentences = paragraph.sentences();
    for (int i = 0; i < sentences.size(); i++) {
      Marked sentence = sentences.get(i);
      lines.add(
          new Row(COLUMNS)
              .text("text_of", text)
              .text(
                  "number",
                  sentences.size() == 1
                      ? Integer.toString(paragraph.number())
                      : paragraph.number() + Numbers.letter(i))
              .label("source_in", sentence.label())
              .text("speaker", i == 0 ? sentence.speaker() : "")
              .text("words", sentence.text())
              .line());
    }
  }
}
