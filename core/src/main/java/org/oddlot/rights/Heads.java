package org.oddlot.rights;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.oddlot.paper.HeaderWords;
import org.oddlot.paper.Table;

/**
 * Which column of a paper of licences says what, by the words that stand above it: in English,
 * German, French, Spanish, Italian, Dutch, the Scandinavian languages and Polish, and in those that
 * archives use. From memory.
 */
final class Heads {

  /** What a column can say. */
  enum Meaning {
    MATERIAL(
        "sources?|source pattern|pattern|material|material name|clips?|files?|file ?name|footage|pictures?|media|assets?"
            + "|(?:clip|asset|archive|tape|reel|footage|item|media|catalogue|catalog) (?:id|ids|no|nr|number|ref|reference|name|title|code)"
            + "|quelle|quellen|datei|dateiname|materialname|archivnummer|archivnr|filmmaterial|fichier|nom du fichier|source video|plans?"
            + "|extraits?|archivo|nombre del archivo|nombre de archivo|plano|planos|filmato|filmati|nome file|nome del file|materiale"
            + "|bestand|bestandsnaam|bron|fragment|fragmenten|kilde|klipp|klip|filnavn|kalla|filnamn|zrodlo|plik|nazwa pliku|ujecie|ujecia"),
    HOLDER(
        "(?:rights |copyright )?(?:holders?|owners?)|rightsholder|licensors?|licensers?|archives?|librar(?:y|ies)|copyright|suppliers?|vendors?"
            + "|agenc(?:y|ies)|provider|footage house|rechteinhaber|lizenzgeber|archiv|ayants? droits?|titulaires?|concedants?|fonds|titular"
            + "|titular de los derechos|licenciante|proveedor|licenziante|titolare|archivio|fornitore|rechthebbende|licentiegever|archief"
            + "|rettighetshaver|rettighedshaver|lisensgiver|licensgiver|arkiv|rattighetsinnehavare|licensgivare|wlasciciel|licencjodawca|archiwum"),
    NUMBER(
        "licen[cs]es?|(?:licen[cs]e|agreement|contract|order|invoice|deal) (?:no|nr|number|id|ref|reference)|agreement|contract|number|lizenz"
            + "|lizenznummer|lizenznr|vertrag|vertragsnummer|licence n|numero de licence|no de licence|contrat|licencia|numero de licencia|contrato"
            + "|licenza|numero licenza|contratto|licentie|licentienummer|contractnummer|lisens|lisensnummer|licens|licensnummer|avtale|aftale|avtal"
            + "|licencja|numer licencji|umowa"),
    TERRITORY(
        "territor(?:y|ies)|where|regions?|countr(?:y|ies)|gebiet|gebiete|lizenzgebiet|land|lander|territoires?|pays|territorios?|paises"
            + "|territori[oi]?|paesi|gebied|gebieden|landen|territorium|territorier|omrade|omrader|terytorium|kraje"),
    FROM(
        "from|valid from|start|start date|term start|begins|licen[cs]e start|ab|gultig ab|beginn|debut|a partir du|valable du|desde|inicio"
            + "|dal|inizio|valido dal|vanaf|begin|ingangsdatum|fra|gyldig fra|fran|giltig fran|od|wazna od"),
    UNTIL(
        "until|valid until|term|term end|end of term|term ends|expires|expiry|expiry date|expiration|ends|end date|to|valid to|licen[cs]e end"
            + "|bis|gultig bis|ende|laufzeit|fin|jusqu au|valable jusqu au|echeance|duree|hasta|valido hasta|vencimiento|vigencia|fino al"
            + "|scadenza|valido fino al|durata|tot|geldig tot|einddatum|looptijd|til|gyldig til|utloper|udlober|till|giltig till|utgar|do|wazna do"),
    PRICE(
        "(?:.* )?(?:price|fee|rate|cost|preis|gebuhr|kosten|honorar|lizenzgebuhr|pauschale|pauschalpreis|prix|tarif|cout|forfait|precio|tarifa"
            + "|coste|prezzo|tariffa|costo|prijs|tarief|pris|kostnad|avgift|cena|stawka|koszt)(?: .*)?"
            + "|(?:per|a|je|pro|par|por|al|pr|za|na) (?:s|sec|second|sek|sekunde|seconde|segundo|secondo|sekund|sekunde)"
            + "|[a-z]{3} (?:s|sec|min)|amount|betrag|montant|importe|importo|bedrag|belop|kwota"),
    CURRENCY("currency|ccy|cur|wahrung|devise|monnaie|moneda|divisa|valuta|waluta"),
    UNIT(
        "unit|units|smallest unit|minimum unit|increment|rounded to|counted by|seconds a unit|einheit|takt|abrechnungseinheit|unite|unidad|unita"
            + "|eenheid|enhet|enhed|jednostka"),
    ALLOWED(
        "allowed|(?:seconds|sec) allowed|allowed seconds|limit|maximum|max|max (?:seconds|sec|duration|length)|maximum (?:seconds|duration|length)"
            + "|seconds|secs|duration|length|licensed (?:duration|seconds|length)|erlaubt|sekunden|erlaubte sekunden|lizenzierte (?:sekunden|dauer)"
            + "|dauer|lange|autorise|secondes|duree autorisee|duree max|permitido|segundos|duracion|duracion max|consentito|secondi|durata max"
            + "|toegestaan|seconden|duur|tillatt|tilladt|tillatet|sekunder|varighet|langd|dozwolone|sekundy|dlugosc"),
    CREDIT(
        "(?:on ?screen |required |screen )?credits?(?: lines?| wording| text| required)?|credit as|courtesy|courtesy line|nennung"
            + "|namensnennung|abspann|mention|mention obligatoire|credit obligatoire|generique|credito|creditos|crediti|dicitura|vermelding"
            + "|naamsvermelding|kreditering|krediteres|kreditera|omtale|napisy|podpis"),
    NOTES(
        "notes?|remarks?|terms|comments?|restrictions?|conditions?|bemerkungen?|anmerkungen?|hinweise?|remarques?|notas?|observaciones|note"
            + "|osservazioni|opmerkingen|merknad(?:er)?|bemaerkninger|anmarkning(?:ar)?|uwagi");

    private final Pattern words;

    Meaning(String words) {
      this.words = Pattern.compile(words);
    }
  }

  /** What a log of the shoot has, and a paper of licences has not. */
  private static final Set<String> OF_LOGS =
      Set.of(
          "scene",
          "take",
          "slate",
          "tc in",
          "tc out",
          "timecode",
          "szene",
          "klappe",
          "prise",
          "escena",
          "toma",
          "good");

  /** Heads that say it outright go before those that may mean something else as well. */
  private static final Map<Meaning, Pattern> OUTRIGHT =
      Map.of(
          Meaning.PRICE,
          Pattern.compile(
              ".*\\b(?:per|a|je|pro|par|por|al|pr|za|na|p) (?:\\d+ )?(?:s|sec|second|seconds|sek|sekunde|seconde|segundo|secondo|sekund"
                  + "|min|minute|minuto|minut|minutt)\\b.*|.*\\b(?:s|sec)"),
          Meaning.ALLOWED,
          Pattern.compile(
              ".*\\b(?:allowed|max|maximum|limit|licensed|erlaubt\\w*|autoris\\w*|permitid\\w*|consentit\\w*|toegestaan|till?a[dt]\\w*|dozwolon\\w*)\\b.*"),
          Meaning.UNTIL,
          Pattern.compile(
              ".*\\b(?:until|expir\\w*|ends?|to|bis|jusqu|hasta|scadenza|vencimiento|tot|til|till|utl\\w*|do)\\b.*"));

  /** What stands for all of a licence, or of an order, and is no price by itself. */
  private static final Pattern SUM =
      Pattern.compile(
          ".*\\b(?:total|sum|amount|summe|gesamt\\w*|betrag|montant|importe|importo|bedrag|belop|kwota|subtotal)\\b.*");

  private final Table table;

  /** As they are compared. */
  private final List<String> heads;

  private final Map<Meaning, Integer> columns = new EnumMap<>(Meaning.class);

  private static int rank(Meaning meaning, String head) {
    Pattern outright = OUTRIGHT.get(meaning);
    if (outright != null && outright.matcher(head).matches()) {
      return 0;
    }
    return meaning == Meaning.PRICE && SUM.matcher(head).matches() ? 2 : 1;
  }

  /** Each meaning has the column that says it outright, else the one with the plainest word. */
  Heads(Table table) {
    this.table = table;
    heads = table.header().stream().map(Heads::folded).toList();
    for (Meaning meaning : Meaning.values()) {
      int best =
          IntStream.range(0, heads.size())
              .filter(i -> !columns.containsValue(i))
              .filter(i -> meaning.words.matcher(heads.get(i)).matches())
              .boxed()
              .min(
                  Comparator.comparingInt((Integer i) -> rank(meaning, heads.get(i)))
                      .thenComparingInt(i -> heads.get(i).length()))
              .orElse(-1);
      if (best >= 0) {
        columns.put(meaning, best);
      }
    }
  }

  private static String folded(String head) {
    return HeaderWords.plain(head).replace('ø', 'o').replace('ł', 'l').replace("æ", "ae");
  }

  /** Where a meaning stands; −1 where nothing says it. */
  int of(Meaning meaning) {
    return columns.getOrDefault(meaning, -1);
  }

  /** Whether it says of what material who has the rights, and something of the terms. */
  boolean isOfLicences() {
    return of(Meaning.MATERIAL) >= 0
        && of(Meaning.HOLDER) >= 0
        && (of(Meaning.NUMBER) >= 0
            || of(Meaning.UNTIL) >= 0
            || of(Meaning.PRICE) >= 0
            || of(Meaning.ALLOWED) >= 0);
  }

  /** Whether it speaks of rights, though it does not say all that is needed. */
  boolean seemsOfLicences() {
    boolean isOfLog = heads.stream().anyMatch(OF_LOGS::contains);
    boolean hasTerms =
        of(Meaning.PRICE) >= 0 || of(Meaning.TERRITORY) >= 0 || of(Meaning.UNTIL) >= 0;
    boolean hasRights =
        of(Meaning.HOLDER) >= 0
            || heads.stream()
                .anyMatch(head ->
                    head.matches(
                        ".*\\b(?:licen[cs]e|lizenz|licencia|licenza|rights|rechte|droits)\\b.*"));
    return !isOfLog && hasTerms && hasRights && columns.size() >= 3;
  }

  /** What it does not say, in words. */
  List<String> missing() {
    var missing = new ArrayList<String>();
    if (of(Meaning.MATERIAL) < 0) {
      missing.add("which material (“Source”)");
    }
    if (of(Meaning.HOLDER) < 0) {
      missing.add("who has the rights (“Holder”)");
    }
    return missing;
  }

  /** What stands in a row in columns that nothing is made of. */
  List<Further> further(Table.Row row) {
    return IntStream.range(0, table.header().size())
        .filter(i -> !columns.containsValue(i) && !row.cell(i).isEmpty())
        .mapToObj(i -> new Further(table.header().get(i).strip(), row.cell(i)))
        .toList();
  }

  /** The columns that nothing is made of, each with something that stands in it. */
  List<String> unused() {
    var unused = new ArrayList<String>();
    for (int i = 0; i < table.header().size(); i++) {
      int column = i;
      if (!columns.containsValue(i)) {
        table.rows().stream()
            .map(row -> row.cell(column))
            .filter(cell -> !cell.isEmpty())
            .findFirst()
            .ifPresent(
                cell -> unused.add("“" + table.header().get(column).strip() + "” (" + cell + ")"));
      }
    }
    return unused;
  }
}
