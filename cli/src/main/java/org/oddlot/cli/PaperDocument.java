package org.oddlot.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonObject;
import org.oddlot.material.Paper;
import org.oddlot.paper.ColumnMapping;
import org.oddlot.paper.LogField;
import org.oddlot.text.Phrase;

/** How a paper was read, as a document and in words; see {@code docs/json.md}. */
final class PaperDocument {
  private PaperDocument() {}

  static JsonObject of(Paper paper) {
    var rows = new JsonDocuments();
    paper
        .log()
        .counts()
        .forEach((use, count) -> rows.put(use.name().toLowerCase(java.util.Locale.ROOT), count));
    List<ColumnMapping.Column> columns = paper.mapping().columns();
    return new JsonDocuments()
        .put("paper", paper.name())
        .put("entries", paper.log().entries().size())
        .put("rows", rows.toObject())
        .put(
            "columns",
            JsonArray.of(
                IntStream.range(0, columns.size())
                    .mapToObj(i ->
                        new JsonDocuments()
                            .put("header", columns.get(i).name(i))
                            .put("field", columns.get(i).field().map(LogField::word).orElse(""))
                            .put("why", columns.get(i).evidence())
                            .put("likely", columns.get(i).likely().map(LogField::word).orElse(""))
                            .toObject())
                    .toList()))
        .toObject();
  }

  /** How its rows were used, what its columns hold, what was not understood. */
  static List<String> lines(Paper paper) {
    var lines = new ArrayList<String>();
    List<String> uses = paper.log().inWords();
    String others = String.join(", ", uses.subList(1, uses.size()));
    lines.add(uses.getFirst() + (others.isEmpty() ? "" : "; " + others));
    List<ColumnMapping.Column> columns = paper.mapping().columns();
    String read =
        IntStream.range(0, columns.size())
            .filter(i -> columns.get(i).field().isPresent())
            .mapToObj(i -> {
              String field = columns.get(i).field().map(LogField::title).orElse("");
              String name = columns.get(i).name(i);
              return name.equalsIgnoreCase(field) ? name : name + " as " + field;
            })
            .collect(Collectors.joining(", "));
    lines.add("columns read: " + (read.isEmpty() ? "none" : read));
    for (int i : paper.mapping().notUnderstood()) {
      ColumnMapping.Column column = columns.get(i);
      lines.add(
          Phrase.of(
              "column not understood: %s (%s%s)",
              column.name(i),
              column.evidence(),
              column.likely().map(field -> "; " + field.title() + "?").orElse("")));
    }
    return lines;
  }
}
