package org.oddlot.rights;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.oddlot.paper.Table;
import org.oddlot.paper.TableColumn;
import org.oddlot.paper.TablePaper;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;

/**
 * A paper of music. Its heads are known in the languages in which those of licences are; from
 * memory.
 *
 * @param name what it is known by in the lot
 * @param pieces in the order of the paper
 * @param table the table it was read from
 * @param columns what its columns hold
 */
public record MusicPaper(
    String name, List<Music> pieces, Table table, List<TableColumn<MusicField>> columns)
    implements TablePaper {
  /** The words that stand above each column, the plainest first. */
  private static final Map<MusicField, List<String>> WORDS = words();

  private static Map<MusicField, List<String>> words() {
    var words = new EnumMap<MusicField, List<String>>(MusicField.class);
    words.put(
        MusicField.TITLE,
        List.of(
            "title",
            "music title",
            "piece",
            "work",
            "work title",
            "cue",
            "cue title",
            "song",
            "titel",
            "werk",
            "werktitel",
            "musiktitel",
            "stück",
            "titre",
            "œuvre",
            "oeuvre",
            "titre de l'œuvre",
            "morceau",
            "título",
            "obra",
            "tema",
            "pieza",
            "titolo",
            "brano",
            "opera",
            "nummer",
            "tittel",
            "verk",
            "verktittel",
            "stykke",
            "låt",
            "tytuł",
            "utwór"));
    words.put(
        MusicField.COMPOSER,
        List.of(
            "composer",
            "composers",
            "writer",
            "writers",
            "composer(s)",
            "writer(s)",
            "author",
            "authors",
            "composer/author",
            "komponist",
            "komponisten",
            "urheber",
            "compositeur",
            "compositeurs",
            "auteur",
            "auteurs",
            "auteur-compositeur",
            "compositor",
            "compositores",
            "autor",
            "autores",
            "compositore",
            "compositori",
            "autore",
            "autori",
            "componist",
            "componisten",
            "komponist(er)",
            "opphaver",
            "komponister",
            "kompositör",
            "upphovsman",
            "kompozytor",
            "kompozytorzy",
            "autorzy"));
    words.put(
        MusicField.MATERIAL,
        List.of(
            "source",
            "file",
            "file name",
            "track",
            "clip",
            "recording",
            "pattern",
            "material",
            "datei",
            "dateiname",
            "quelle",
            "fichier",
            "nom du fichier",
            "archivo",
            "fichero",
            "file audio",
            "nome file",
            "bestand",
            "bestandsnaam",
            "fil",
            "filnavn",
            "filnamn",
            "plik",
            "nazwa pliku"));
    words.put(
        MusicField.PUBLISHER,
        List.of(
            "publisher",
            "publishers",
            "publisher(s)",
            "label",
            "verlag",
            "éditeur",
            "éditeurs",
            "editorial",
            "editor",
            "editore",
            "editori",
            "uitgever",
            "forlag",
            "förlag",
            "wydawca"));
    words.put(
        MusicField.SOCIETY,
        List.of(
            "society",
            "societies",
            "pro",
            "collecting society",
            "gesellschaft",
            "verwertungsgesellschaft",
            "société",
            "société de gestion",
            "sociedad",
            "società",
            "organisatie",
            "selskap",
            "selskab",
            "sällskap",
            "organizacja"));
    words.put(
        MusicField.USE,
        List.of(
            "use",
            "usage",
            "used as",
            "verwendung",
            "nutzung",
            "utilisation",
            "emploi",
            "uso",
            "utilizzo",
            "gebruik",
            "bruk",
            "brug",
            "användning",
            "użycie"));
    words.put(
        MusicField.PERFORMERS,
        List.of(
            "performer",
            "performers",
            "performer(s)",
            "artist",
            "artists",
            "performed by",
            "singer",
            "interpret",
            "interpreten",
            "ausführende",
            "künstler",
            "interprète",
            "interprètes",
            "artiste",
            "intérprete",
            "intérpretes",
            "artista",
            "interprete",
            "interpreti",
            "esecutore",
            "esecutori",
            "uitvoerende",
            "artiest",
            "utøver",
            "utøvere",
            "utøvende",
            "kunstner",
            "artister",
            "wykonawca",
            "wykonawcy"));
    words.put(
        MusicField.KIND,
        List.of(
            "vocal or instrumental",
            "vocal/instrumental",
            "instrumental/vocal",
            "v/i",
            "i/v",
            "vocal",
            "instrumental",
            "vocal/inst",
            "vokal/instrumental",
            "wok./instr."));
    words.put(MusicField.ISRC, List.of("isrc", "isrc code", "isrc-code"));
    words.put(MusicField.ISWC, List.of("iswc", "iswc code", "iswc-code"));
    words.put(
        MusicField.CATALOGUE,
        List.of(
            "catalogue",
            "catalogue no",
            "catalogue number",
            "catalog",
            "catalog no",
            "catalog number",
            "cat no",
            "album",
            "cd",
            "cd no",
            "katalognummer",
            "katalog",
            "référence",
            "número de catálogo",
            "numero di catalogo",
            "catalogusnummer",
            "katalognr",
            "numer katalogowy"));
    return words;
  }

  /** What a log of the shoot has, and a paper of music has not. */
  private static final Set<String> OF_LOGS =
      Set.of("scene", "take", "slate", "szene", "klappe", "prise", "escena", "toma");

  public MusicPaper {
    pieces = List.copyOf(pieces);
    columns = List.copyOf(columns);
  }

  /** Music that stands in no table. */
  public MusicPaper(String name, List<Music> pieces) {
    this(name, pieces, Table.of(List.of(), List.of(), ""), List.of());
  }

  @Override
  public List<MusicField> fields() {
    return List.of(MusicField.values());
  }

  @Override
  public List<String> uses() {
    return List.of(Phrase.count(pieces.size(), "piece"));
  }

  /** The music that a table lists, as it suggests it. */
  public static Optional<MusicPaper> of(String name, Table table) {
    return of(name, table, RightsReading.DETECTED, new Problems(name));
  }

  /**
   * The music that a table lists; empty where it is something else: it says by whom a title is that
   * is played from some file. One that speaks of music and does not say that has none, and that is
   * an error: it is no log.
   *
   * @param said what a person said of how it is read
   * @param problems is told which columns are not used, and which not understood
   */
  public static Optional<MusicPaper> of(
      String name, Table table, RightsReading said, Problems problems) {
    Table rows = RightsColumns.withHeader(table);
    RightsColumns<MusicField> columns = columns(rows, said);
    boolean lacksTitle = columns.lacks(MusicField.TITLE);
    boolean lacksComposer = columns.lacks(MusicField.COMPOSER);
    if (lacksTitle || lacksComposer) {
      if (!said.isSaid() && !seemsOfMusic(rows, columns)) {
        return Optional.empty();
      }
      String what =
          (lacksTitle ? "what a piece is called (“Title”)" : "")
              + (lacksTitle && lacksComposer ? ", nor " : "")
              + (lacksComposer ? "who made it (“Composer”)" : "");
      problems.error(
          "row 1",
          Phrase.of(
              said.isSaid()
                  ? "No column says %s."
                  : "It seems to be a paper of music, and no column says %s.",
              what),
          columns.remedy(name, List.of(MusicField.TITLE, MusicField.COMPOSER)));
      return Optional.of(new MusicPaper(name, List.of(), rows, columns.all()));
    }
    columns.tell(name, problems);
    List<Music> pieces = pieces(name, rows, columns);
    if (pieces.isEmpty()) {
      problems.error(
          "",
          "No music is read of it: no row says what a piece is called.",
          Phrase.of(
              "Fill in “%s”, or take the paper out.", columns.head(columns.of(MusicField.TITLE))));
    }
    return Optional.of(new MusicPaper(name, pieces, rows, columns.all()));
  }

  private static RightsColumns<MusicField> columns(Table table, RightsReading said) {
    var columns = new RightsColumns<>(table, MusicField.class, said.columns());
    List<String> heads = columns.all().stream().map(column -> head(column.header())).toList();
    WORDS.forEach((field, words) -> {
      if (columns.lacks(field)) {
        words.stream()
            .flatMap(
                word -> columns.free().stream().filter(i -> heads.get(i).equals(word)).limit(1))
            .findFirst()
            .ifPresent(i -> columns.take(i, field, TableColumn.HEADER_SAYS_SO));
      }
    });
    take(columns, MusicField.ISRC, CellsSeen::areRecordings, "its cells are ISRCs");
    take(columns, MusicField.ISWC, CellsSeen::areWorks, "its cells are ISWCs");
    boolean isOfMusic = columns.known() >= 2;
    if (isOfMusic) {
      take(columns, MusicField.MATERIAL, CellsSeen::areFiles, "its cells are names of files");
      take(
          columns,
          MusicField.KIND,
          CellsSeen::areKindsOfMusic,
          "its cells say vocal or instrumental");
      columns.askInOrder(List.of(MusicField.TITLE, MusicField.COMPOSER));
    }
    return columns;
  }

  private static void take(
      RightsColumns<MusicField> columns,
      MusicField field,
      Predicate<CellsSeen> test,
      String evidence) {
    if (columns.lacks(field)) {
      List<Integer> those =
          columns.free().stream().filter(i -> test.test(columns.cells(i))).toList();
      if (those.size() == 1) {
        columns.take(those.getFirst(), field, evidence);
      }
    }
  }

  private static String head(String header) {
    return header.strip().toLowerCase(Locale.ROOT).replaceAll("[\\s_.:]+", " ").strip();
  }

  /** Codes of recordings or works, or who publishes and collects, stand in no other paper. */
  private static boolean seemsOfMusic(Table table, RightsColumns<MusicField> columns) {
    boolean isOfLog = table.header().stream().anyMatch(header -> OF_LOGS.contains(head(header)));
    boolean hasCodes = !columns.lacks(MusicField.ISRC) || !columns.lacks(MusicField.ISWC);
    boolean hasOwners =
        !columns.lacks(MusicField.COMPOSER)
            && (!columns.lacks(MusicField.PUBLISHER) || !columns.lacks(MusicField.SOCIETY));
    return !isOfLog && (hasCodes || hasOwners);
  }

  private static List<Music> pieces(String name, Table table, RightsColumns<MusicField> columns) {
    var pieces = new ArrayList<Music>();
    for (Table.Row row : table.rows()) {
      Function<MusicField, String> cell =
          field -> columns.lacks(field) ? "" : row.cell(columns.of(field));
      String title = cell.apply(MusicField.TITLE);
      String material = cell.apply(MusicField.MATERIAL);
      if (!title.isEmpty()) {
        pieces.add(
            new Music(
                name + " row " + row.number(),
                new SourcePattern(material.isEmpty() ? title : material),
                title,
                Stream.of(
                        cell.apply(MusicField.COMPOSER)
                            .split("\\s*[;/]\\s*|\\s+(?:and|und|&)\\s+", -1))
                    .filter(each -> !each.isBlank())
                    .toList(),
                cell.apply(MusicField.PUBLISHER),
                cell.apply(MusicField.SOCIETY),
                cell.apply(MusicField.USE),
                cell.apply(MusicField.PERFORMERS),
                cell.apply(MusicField.KIND),
                cell.apply(MusicField.ISRC),
                cell.apply(MusicField.ISWC),
                cell.apply(MusicField.CATALOGUE),
                columns.further(row)));
      }
    }
    return pieces;
  }
}
