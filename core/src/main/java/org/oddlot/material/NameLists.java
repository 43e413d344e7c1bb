package org.oddlot.material;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.oddlot.caption.NameList;
import org.oddlot.caption.NameList.Term;
import org.oddlot.paper.HeaderCells;
import org.oddlot.paper.Table;

/** Finds lists of names among the tables of a lot. */
public final class NameLists {
  private static final Set<String> NAMES =
      Set.of(
          "name",
          "names",
          "term",
          "terms",
          "spelling",
          "correct",
          "right",
          "word",
          "words",
          "correct spelling",
          "name or term",
          "names and terms",
          "schreibung",
          "begriff",
          "begriffe",
          "terme",
          "orthographe",
          "termino",
          "término",
          "namn",
          "navn");
  private static final Set<String> HEARD =
      Set.of(
          "heard as",
          "heard",
          "misheard",
          "misheard as",
          "also",
          "also heard",
          "wrong",
          "instead of",
          "sounds like",
          "mistaken for",
          "gehört als",
          "falsch",
          "entendu");
  private static final Set<String> RIGHT =
      Set.of("not", "not heard as", "never", "right as it is", "not this name", "nicht", "leave");
  private static final Set<String> ABOUT =
      Set.of(
          "about",
          "who",
          "what",
          "role",
          "note",
          "notes",
          "kind",
          "description",
          "character",
          "type",
          "who or what",
          "rolle");

  private NameLists() {}

  /** All names and terms of a lot, as they are spelled. */
  public static List<String> spellings(Material material) {
    return material.all(NameList.class).stream()
        .flatMap(list -> list.terms().stream())
        .map(Term::text)
        .toList();
  }

  /**
   * The list of names that {@code table} is; empty where it is something else: it has a column for
   * spellings, and none but those for what was heard and who it is, or its name says it.
   *
   * @param name what the file is known by in the lot
   */
  public static Optional<NameList> of(String name, Table table) {
    List<String> header =
        table.header().stream().map(cell -> cell.strip().toLowerCase(Locale.ROOT)).toList();
    boolean isCalledSo =
        name.toLowerCase(Locale.ROOT).matches("(?s).*(names|terms|glossary|spellings?)\\b.*");
    int names = first(header, NAMES);
    int heard = first(header, HEARD);
    boolean isText = header.size() == 1 || (names < 0 && HeaderCells.known(header) == 0);
    if (isText && isCalledSo) {
      return Optional.of(single(name, table));
    }
    boolean onlyThose =
        header.stream()
            .filter(cell -> !cell.isEmpty())
            .allMatch(cell ->
                NAMES.contains(cell)
                    || HEARD.contains(cell)
                    || RIGHT.contains(cell)
                    || ABOUT.contains(cell));
    if (names < 0 || !(heard >= 0 || (onlyThose && isCalledSo))) {
      return Optional.empty();
    }
    int about = first(header, ABOUT);
    int right = first(header, RIGHT);
    var rightAsTheyAre = new ArrayList<String>();
    var terms = new ArrayList<Term>();
    for (Table.Row row : table.rows()) {
      String term = row.cell(names);
      if (right >= 0) {
        rightAsTheyAre.addAll(heard(row.cell(right)));
      }
      if (!term.isEmpty()) {
        terms.add(
            new Term(
                term,
                heard < 0 ? List.of() : heard(row.cell(heard)),
                about < 0 ? "" : row.cell(about)));
      }
    }
    return Optional.of(new NameList(name, terms, rightAsTheyAre));
  }

  /** One name a line, without a header; {@code Inés = in as, Ines} says what was heard as well. */
  private static NameList single(String name, Table table) {
    // A semicolon between spellings looks like one between columns.
    String header = String.join(";", table.header()).strip();
    Stream<String> lines = table.rows().stream().map(row -> String.join(";", row.cells()).strip());
    if (!NAMES.contains(header.toLowerCase(Locale.ROOT)) && !header.startsWith("#")) {
      lines = Stream.concat(Stream.of(header), lines);
    }
    return new NameList(
        name,
        lines
            .filter(line -> !line.isBlank() && !line.startsWith("#"))
            .map(line -> line.split("\\s*(?:=|<-|←)\\s*", 2))
            .map(parts ->
                new Term(parts[0].strip(), parts.length > 1 ? heard(parts[1]) : List.of(), ""))
            .toList());
  }

  private static List<String> heard(String cell) {
    return Stream.of(cell.split("[;,/]", -1))
        .map(String::strip)
        .filter(word -> !word.isEmpty())
        .toList();
  }

  private static int first(List<String> header, Set<String> words) {
    for (int i = 0; i < header.size(); i++) {
      if (words.contains(header.get(i))) {
        return i;
      }
    }
    return -1;
  }
}
