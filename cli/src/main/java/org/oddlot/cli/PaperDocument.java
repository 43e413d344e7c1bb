package org.oddlot.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonObject;
import org.oddlot.material.Paper;
import org.oddlot.paper.ColumnField;
import org.oddlot.paper.TableColumn;
import org.oddlot.paper.TablePaper;
import org.oddlot.rights.LicencePaper;
import org.oddlot.rights.MusicPaper;
import org.oddlot.text.Phrase;

/** How a paper was read, as a document and in words; see {@code docs/json.md}. */
final class PaperDocument {
  private PaperDocument() {}

  static JsonObject of(TablePaper paper) {
    var document = new JsonDocuments().put("paper", paper.name());
    switch (paper) {
      case Paper log -> {
        var rows = new JsonDocuments();
        log.log()
            .counts()
            .forEach(
                (use, count) -> rows.put(use.name().toLowerCase(java.util.Locale.ROOT), count));
        document.put("entries", log.log().entries().size()).put("rows", rows.toObject());
      }
      case LicencePaper rights -> document.put("licences", rights.licences().size());
      case MusicPaper music -> document.put("pieces", music.pieces().size());
      default -> {}
    }
    List<? extends TableColumn<?>> columns = paper.columns();
    return document
        .put(
            "columns",
            JsonArray.of(
                IntStream.range(0, columns.size())
                    .mapToObj(i ->
                        new JsonDocuments()
                            .put("header", columns.get(i).name(i))
                            .put("field", columns.get(i).field().map(ColumnField::word).orElse(""))
                            .put("why", columns.get(i).evidence())
                            .put(
                                "likely", columns.get(i).likely().map(ColumnField::word).orElse(""))
                            .toObject())
                    .toList()))
        .toObject();
  }

  /** How its rows were used, what its columns hold, what was not understood. */
  static List<String> lines(TablePaper paper) {
    var lines = new ArrayList<String>();
    List<String> uses = paper.uses();
    String others = String.join(", ", uses.subList(1, uses.size()));
    lines.add(uses.getFirst() + (others.isEmpty() ? "" : "; " + others));
    List<? extends TableColumn<?>> columns = paper.columns();
    String read =
        IntStream.range(0, columns.size())
            .filter(i -> columns.get(i).field().isPresent())
            .mapToObj(i -> {
              String field = columns.get(i).field().map(ColumnField::title).orElse("");
              String name = columns.get(i).name(i);
              return name.equalsIgnoreCase(field) ? name : name + " as " + field;
            })
            .collect(Collectors.joining(", "));
    lines.add("columns read: " + (read.isEmpty() ? "none" : read));
    for (int i = 0; i < columns.size(); i++) {
      if (columns.get(i).open()) {
        lines.add(notUnderstood(columns.get(i), i));
      }
    }
    return lines;
  }

  private static <F extends ColumnField> String notUnderstood(TableColumn<F> column, int index) {
    return Phrase.of(
        "column not understood: %s (%s%s)",
        column.name(index),
        column.evidence(),
        column.likely().map(field -> "; " + field.title() + "?").orElse(""));
  }
}
