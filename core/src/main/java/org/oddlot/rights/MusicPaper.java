package org.oddlot.rights;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.oddlot.paper.Table;

/**
 * A paper of music. Its heads are known in the languages in which those of licences are; from
 * memory.
 *
 * @param name what it is known by in the lot
 * @param pieces in the order of the paper
 */
public record MusicPaper(String name, List<Music> pieces) {
  private static final List<String> MATERIAL =
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
          "nazwa pliku");
  private static final List<String> TITLE =
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
          "utwór");
  private static final List<String> COMPOSER =
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
          "autorzy");
  private static final List<String> PUBLISHER =
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
          "wydawca");
  private static final List<String> SOCIETY =
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
          "organizacja");
  private static final List<String> USE =
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
          "użycie");
  private static final List<String> PERFORMERS =
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
          "wykonawcy");
  private static final List<String> KIND =
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
          "wok./instr.");
  private static final List<String> ISRC = List.of("isrc", "isrc code", "isrc-code");
  private static final List<String> ISWC = List.of("iswc", "iswc code", "iswc-code");
  private static final List<String> CATALOGUE =
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
          "numer katalogowy");

  public MusicPaper {
    pieces = List.copyOf(pieces);
  }

  /**
   * The music that a table lists; empty where it is something else: it says by whom a title is that
   * is played from some file.
   */
  public static Optional<MusicPaper> of(String name, Table table) {
    int title = SourcePattern.column(table, TITLE);
    int composer = SourcePattern.column(table, COMPOSER);
    if (title < 0 || composer < 0) {
      return Optional.empty();
    }
    var columns = new Columns(table, new HashSet<>(Set.of(title, composer)));
    int material = columns.of(MATERIAL);
    int publisher = columns.of(PUBLISHER);
    int society = columns.of(SOCIETY);
    int use = columns.of(USE);
    int performers = columns.of(PERFORMERS);
    int kind = columns.of(KIND);
    int isrc = columns.of(ISRC);
    int iswc = columns.of(ISWC);
    int catalogue = columns.of(CATALOGUE);
    var pieces = new ArrayList<Music>();
    for (Table.Row row : table.rows()) {
      String its = row.cell(title);
      if (!its.isEmpty()) {
        pieces.add(
            new Music(
                name + " row " + row.number(),
                new SourcePattern(
                    material < 0 || row.cell(material).isEmpty() ? its : row.cell(material)),
                its,
                Stream.of(row.cell(composer).split("\\s*[;/]\\s*|\\s+(?:and|und|&)\\s+", -1))
                    .filter(each -> !each.isBlank())
                    .toList(),
                cell(row, publisher),
                cell(row, society),
                cell(row, use),
                cell(row, performers),
                cell(row, kind),
                cell(row, isrc),
                cell(row, iswc),
                cell(row, catalogue),
                columns.further(row)));
      }
    }
    return Optional.of(new MusicPaper(name, pieces));
  }

  /** The columns of a table, and which of them are used. */
  private record Columns(Table table, Set<Integer> used) {
    int of(List<String> heads) {
      int column = SourcePattern.column(table, heads);
      used.add(column);
      return column;
    }

    List<Further> further(Table.Row row) {
      return IntStream.range(0, table.header().size())
          .filter(i -> !used.contains(i) && !row.cell(i).isEmpty())
          .mapToObj(i -> new Further(table.header().get(i).strip(), row.cell(i)))
          .toList();
    }
  }

  private static String cell(Table.Row row, int column) {
    return column < 0 ? "" : row.cell(column);
  }
}
