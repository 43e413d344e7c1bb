package org.oddlot.rights;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.oddlot.paper.ColumnField;
import org.oddlot.paper.DateReader;
import org.oddlot.paper.HeaderWords;
import org.oddlot.paper.Table;
import org.oddlot.paper.TableColumn;

/**
 * Which column of a paper of licences says what, by the words that stand above it: in English,
 * German, French, Spanish, Italian, Dutch, the Scandinavian languages and Polish, and in those that
 * archives use. From memory.
 */
final class LicenceColumns {

  /** The words that stand above each. */
  private static final Map<LicenceField, Pattern> WORDS = words();

  private static Map<LicenceField, Pattern> words() {
    var words = new EnumMap<LicenceField, Pattern>(LicenceField.class);
    words.put(
        LicenceField.MATERIAL,
        Pattern.compile(
            "sources?|source pattern|pattern|material|material name|clips?|files?|file ?name|footage|pictures?|media|assets?"
                + "|(?:clip|asset|archive|tape|reel|footage|item|media|catalogue|catalog) (?:id|ids|no|nr|number|ref|reference|name|title|code)"
                + "|quelle|quellen|datei|dateiname|materialname|archivnummer|archivnr|filmmaterial|fichier|nom du fichier|source video|plans?"
                + "|extraits?|archivo|nombre del archivo|nombre de archivo|plano|planos|filmato|filmati|nome file|nome del file|materiale"
                + "|bestand|bestandsnaam|bron|fragment|fragmenten|kilde|klipp|klip|filnavn|kalla|filnamn|zrodlo|plik|nazwa pliku|ujecie|ujecia"));
    words.put(
        LicenceField.HOLDER,
        Pattern.compile(
            "(?:rights |copyright )?(?:holders?|owners?)|rightsholder|licensors?|licensers?|archives?|librar(?:y|ies)|copyright|suppliers?|vendors?"
                + "|agenc(?:y|ies)|provider|footage house|rechteinhaber|lizenzgeber|archiv|ayants? droits?|titulaires?|concedants?|fonds|titular"
                + "|titular de los derechos|licenciante|proveedor|licenziante|titolare|archivio|fornitore|rechthebbende|licentiegever|archief"
                + "|rettighetshaver|rettighedshaver|lisensgiver|licensgiver|arkiv|rattighetsinnehavare|licensgivare|wlasciciel|licencjodawca|archiwum"));
    words.put(
        LicenceField.NUMBER,
        Pattern.compile(
            "licen[cs]es?|(?:licen[cs]e|agreement|contract|order|invoice|deal) (?:no|nr|number|id|ref|reference)|agreement|contract|number|lizenz"
                + "|lizenznummer|lizenznr|vertrag|vertragsnummer|licence n|numero de licence|no de licence|contrat|licencia|numero de licencia|contrato"
                + "|licenza|numero licenza|contratto|licentie|licentienummer|contractnummer|lisens|lisensnummer|licens|licensnummer|avtale|aftale|avtal"
                + "|licencja|numer licencji|umowa"));
    words.put(
        LicenceField.TERRITORY,
        Pattern.compile(
            "territor(?:y|ies)|where|regions?|countr(?:y|ies)|gebiet|gebiete|lizenzgebiet|land|lander|territoires?|pays|territorios?|paises"
                + "|territori[oi]?|paesi|gebied|gebieden|landen|territorium|territorier|omrade|omrader|terytorium|kraje"));
    words.put(
        LicenceField.FROM,
        Pattern.compile(
            "from|valid from|start|start date|term start|begins|licen[cs]e start|ab|gultig ab|beginn|debut|a partir du|valable du|desde|inicio"
                + "|dal|inizio|valido dal|vanaf|begin|ingangsdatum|fra|gyldig fra|fran|giltig fran|od|wazna od"));
    words.put(
        LicenceField.UNTIL,
        Pattern.compile(
            "until|valid until|term|term end|end of term|term ends|expires|expiry|expiry date|expiration|ends|end date|to|valid to|licen[cs]e end"
                + "|bis|gultig bis|ende|laufzeit|fin|jusqu au|valable jusqu au|echeance|duree|hasta|valido hasta|vencimiento|vigencia|fino al"
                + "|scadenza|valido fino al|durata|tot|geldig tot|einddatum|looptijd|til|gyldig til|utloper|udlober|till|giltig till|utgar|do|wazna do"));
    words.put(
        LicenceField.LEAST,
        Pattern.compile(
            "(?:minimum|min|least|minimal) (?:fee|charge|price|amount|cost|invoice|licen[cs]e|seconds|secs?|duration|length)(?: .*)?|mindestens"
                + "|(?:minimum|min)(?: [a-z]{3})?|mindest(?:preis|gebuhr|betrag|honorar|dauer|lange|sekunden|abnahme)(?: .*)?|(?:tarif|montant|forfait|prix|duree) minimum"
                + "|duree minimale|minimum factura(?:ble|tion)(?: .*)?|minimum billing(?: .*)?|(?:precio|importe|duracion) minim[oa]|tarifa minima|(?:prezzo|importo) minimo|(?:tariffa|durata) minima"
                + "|minimum(?:tarief|prijs|duur|pris|belop)|minste ?pris|minimipris|(?:cena|stawka) minimalna"));
    words.put(
        LicenceField.DISCOUNT,
        Pattern.compile(
            "discount(?: .*)?|rebate(?: .*)?|rabatt(?: .*)?|nachlass(?: .*)?|remise|reduction|descuento|sconto|korting|rabat|znizka"));
    words.put(
        LicenceField.PRICE,
        Pattern.compile(
            "(?:.* )?(?:price|fee|rate|cost|preis|gebuhr|kosten|honorar|lizenzgebuhr|pauschale|pauschalpreis|prix|tarif|cout|forfait|precio|tarifa"
                + "|coste|prezzo|tariffa|costo|prijs|tarief|pris|kostnad|avgift|cena|stawka|koszt)(?: .*)?"
                + "|(?:per|a|je|pro|par|por|al|pr|za|na) (?:s|sec|second|sek|sekunde|seconde|segundo|secondo|sekund|sekunde)"
                + "|[a-z]{3} (?:s|sec|min)|amount|betrag|montant|importe|importo|bedrag|belop|kwota"));
    words.put(
        LicenceField.CURRENCY,
        Pattern.compile("currency|ccy|cur|wahrung|devise|monnaie|moneda|divisa|valuta|waluta"));
    words.put(
        LicenceField.UNIT,
        Pattern.compile(
            "unit|units|smallest unit|minimum unit|increment|rounded to|counted by|seconds a unit|einheit|takt|abrechnungseinheit|unite|unidad|unita"
                + "|eenheid|enhet|enhed|jednostka"));
    words.put(
        LicenceField.ALLOWED,
        Pattern.compile(
            "allowed|(?:seconds|sec) allowed|allowed seconds|limit|maximum|max|max (?:seconds|sec|duration|length)|maximum (?:seconds|duration|length)"
                + "|seconds|secs|duration|length|licensed (?:duration|seconds|length)|erlaubt|sekunden|erlaubte sekunden|lizenzierte (?:sekunden|dauer)"
                + "|dauer|lange|autorise|secondes|duree autorisee|duree max|permitido|segundos|duracion|duracion max|consentito|secondi|durata max"
                + "|toegestaan|seconden|duur|tillatt|tilladt|tillatet|sekunder|varighet|langd|dozwolone|sekundy|dlugosc"));
    words.put(
        LicenceField.CREDIT,
        Pattern.compile(
            "(?:on ?screen |required |screen )?credits?(?: lines?| wording| text| required)?|credit as|courtesy|courtesy line|nennung"
                + "|namensnennung|abspann|mention|mention obligatoire|credit obligatoire|generique|credito|creditos|crediti|dicitura|vermelding"
                + "|naamsvermelding|kreditering|krediteres|kreditera|omtale|napisy|podpis"));
    words.put(
        LicenceField.NOTES,
        Pattern.compile(
            "notes?|remarks?|terms|comments?|restrictions?|conditions?|bemerkungen?|anmerkungen?|hinweise?|remarques?|notas?|observaciones|note"
                + "|osservazioni|opmerkingen|merknad(?:er)?|bemaerkninger|anmarkning(?:ar)?|uwagi"));
    return words;
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
  private static final Map<LicenceField, Pattern> OUTRIGHT =
      Map.of(
          LicenceField.PRICE,
          Pattern.compile(
              ".*\\b(?:per|a|je|pro|par|por|al|pr|za|na|p) (?:\\d+ )?(?:s|sec|second|seconds|sek|sekunde|seconde|segundo|secondo|sekund"
                  + "|min|minute|minuto|minut|minutt)\\b.*|.*\\b(?:s|sec)"
                  + "|.*\\b(?:price|fee|rate|preis|prix|precio|prezzo|prijs|pris|tarif\\w*|cena|stawka) (?:s|sec|sek)\\b.*"),
          LicenceField.ALLOWED,
          Pattern.compile(
              ".*\\b(?:allowed|max|maximum|limit|licensed|erlaubt\\w*|autoris\\w*|permitid\\w*|consentit\\w*|toegestaan|till?a[dt]\\w*|dozwolon\\w*)\\b.*"),
          LicenceField.UNTIL,
          Pattern.compile(
              ".*\\b(?:until|expir\\w*|ends?|to|bis|jusqu|hasta|scadenza|vencimiento|tot|til|till|utl\\w*|do)\\b.*"));

  /** What stands for all of a licence, or of an order, and is no price by itself. */
  private static final Pattern SUM =
      Pattern.compile(
          ".*\\b(?:total|sum|amount|summe|gesamt\\w*|betrag|montant|importe|importo|bedrag|belop|kwota|subtotal)\\b.*");

  /** What is paid beside the licence, and says nothing of its price. */
  private static final Pattern BESIDE =
      Pattern.compile(
          ".*\\b(?:handling|research|technical|transfer|lab|delivery|shipping|scan(?:ning)?|admin(?:istration)?|duplication|bearbeitung\\w*|recherche\\w*"
              + "|technik\\w*|versand\\w*|kopier\\w*|frais techniques|gastos|spese|exchange|vat|tax|mwst|tva|iva)\\b.*");

  /** What changes a price in a way that is not reckoned. */
  private static final Pattern CHANGES =
      Pattern.compile(
          "(?:maximum|max|capped|highest) (?:fee|charge|price|amount|cost)(?: .*)?|(?:fee |price )?cap|hochst(?:preis|betrag|honorar)|plafond"
              + "|(?:prix|tarif) maximum|precio maximo|prezzo massimo|(?:.* )?(?:surcharge|zuschlag|aufschlag|supplement|recargo|supplemento|toeslag|tillegg|tillaeg|paslag)(?: .*)?");

  /** Days of something else than of a term. */
  private static final Pattern OTHER_DAYS =
      Pattern.compile(
          "(?:.* )?(?:order(?:ed)?|deliver(?:y|ed)|invoiced?|signed|created|paid|payment|recorded|shot|filmed|aired|broadcast|updated|bestell\\w*|liefer\\w*"
              + "|rechnung\\w*|unterschr\\w*|gedreht|commande|livraison|facture|signature|tournage|pedido|entrega|factura|firma|rodaje|ordine|consegna|fattura|besteld"
              + "|geleverd|factuur|bestilt|levert|leveret|faktura|bestalld|levererad)(?: .*)?");

  private final RightsColumns<LicenceField> columns;

  /** As they are compared. */
  private final List<String> heads;

  /** Other columns that are as much the price as the one that was taken. */
  private final List<Integer> rivals = new ArrayList<>();

  private static int rank(LicenceField field, String head) {
    Pattern outright = OUTRIGHT.get(field);
    if (outright != null && outright.matcher(head).matches()) {
      return 0;
    }
    return field == LicenceField.PRICE && SUM.matcher(head).matches() ? 2 : 1;
  }

  LicenceColumns(Table table, Map<Integer, Optional<ColumnField>> said) {
    columns = new RightsColumns<>(table, LicenceField.class, said);
    heads = columns.all().stream().map(column -> folded(column.header())).toList();
    byWords();
    if (!isOfLog()) {
      byContents();
    }
  }

  /** Each field has the column that says it outright, else the one with the plainest word. */
  private void byWords() {
    WORDS.forEach((field, words) -> {
      List<Integer> those =
          columns.lacks(field)
              ? columns.free().stream()
                  .filter(i -> words.matcher(heads.get(i)).matches())
                  .filter(i -> field != LicenceField.PRICE || isOfLicence(heads.get(i)))
                  .sorted(
                      Comparator.comparingInt((Integer i) -> rank(field, heads.get(i)))
                          .thenComparingInt(i -> heads.get(i).length()))
                  .toList()
              : List.of();
      if (!those.isEmpty()) {
        int best = those.getFirst();
        columns.take(best, field, TableColumn.HEADER_SAYS_SO);
        if (field == LicenceField.PRICE) {
          those.stream()
              .skip(1)
              .filter(i -> rank(field, heads.get(i)) == rank(field, heads.get(best)))
              .forEach(rivals::add);
        }
      }
    });
    // What turned out to be another field is no price.
    rivals.retainAll(columns.free());
  }

  /** Whether a head does not speak of what is beside a licence: a lab, handling, a surcharge. */
  private static boolean isOfLicence(String head) {
    return !BESIDE.matcher(head).matches() && !CHANGES.matcher(head).matches();
  }

  /** What no head says is looked for in the columns whose heads say nothing. */
  private void byContents() {
    take(LicenceField.MATERIAL, CellsSeen::areFiles, "its cells are names of files");
    take(LicenceField.CURRENCY, CellsSeen::areCurrencies, "its cells are currencies");
    take(LicenceField.PRICE, CellsSeen::areMoney, "its cells are amounts of money");
    days();
    if (speaksOfRights()) {
      take(LicenceField.HOLDER, CellsSeen::areOrganisations, "its cells are names of companies");
      columns.askInOrder(List.of(LicenceField.MATERIAL, LicenceField.HOLDER));
    }
  }

  /** Takes the only column of which that is true. */
  private void take(LicenceField field, Predicate<CellsSeen> test, String evidence) {
    List<Integer> those =
        columns.lacks(field)
            ? columns.free().stream()
                .filter(i -> isOfLicence(heads.get(i)) && test.test(columns.cells(i)))
                .toList()
            : List.of();
    if (those.size() == 1) {
      columns.take(those.getFirst(), field, evidence);
    } else {
      those.forEach(i -> columns.ask(i, field));
    }
  }

  /**
   * Two columns of days of which one is never before the other are a term; of one alone nobody
   * knows whether it is the end, the beginning, or the day of the paper.
   */
  private void days() {
    if (!columns.lacks(LicenceField.UNTIL)) {
      return;
    }
    List<Integer> those =
        columns.free().stream()
            .filter(i -> columns.cells(i).areDates() && !OTHER_DAYS.matcher(heads.get(i)).matches())
            .toList();
    if (those.size() == 2 && columns.lacks(LicenceField.FROM) && isTerm(those)) {
      columns.take(those.getFirst(), LicenceField.FROM, "its cells are days, the earlier ones");
      columns.take(those.getLast(), LicenceField.UNTIL, "its cells are days, the later ones");
    } else {
      those.forEach(i -> columns.ask(i, LicenceField.UNTIL));
    }
  }

  private boolean isTerm(List<Integer> two) {
    List<String> begin = columns.cells(two.getFirst()).cells();
    List<String> end = columns.cells(two.getLast()).cells();
    DateReader dates = DateReader.forColumn(Stream.concat(begin.stream(), end.stream()).toList());
    return dates.isDecided()
        && begin.size() == end.size()
        && IntStream.range(0, begin.size())
            .allMatch(i ->
                dates
                    .read(begin.get(i))
                    .flatMap(from -> dates.read(end.get(i)).map(from::isBefore))
                    .orElse(false));
  }

  private static String folded(String head) {
    return HeaderWords.plain(head).replace('ø', 'o').replace('ł', 'l').replace("æ", "ae");
  }

  private boolean isOfLog() {
    return heads.stream().anyMatch(OF_LOGS::contains);
  }

  RightsColumns<LicenceField> columns() {
    return columns;
  }

  /** Where a field stands; −1 where nothing says it. */
  int of(LicenceField field) {
    return columns.of(field);
  }

  /** Other columns that are as much the price as the one that was taken. */
  List<Integer> rivals() {
    return List.copyOf(rivals);
  }

  /** Columns that change a price in a way that is not reckoned. */
  List<Integer> changes() {
    return columns.free().stream().filter(i -> CHANGES.matcher(heads.get(i)).matches()).toList();
  }

  /** Whether it says of what material who has the rights, and something of the terms. */
  boolean isOfLicences() {
    return !columns.lacks(LicenceField.MATERIAL)
        && !columns.lacks(LicenceField.HOLDER)
        && Stream.of(
                LicenceField.NUMBER, LicenceField.UNTIL, LicenceField.PRICE, LicenceField.ALLOWED)
            .anyMatch(field -> !columns.lacks(field));
  }

  /** Whether it speaks of rights, though it does not say all that is needed. */
  boolean seemsOfLicences() {
    boolean hasTerms =
        Stream.of(LicenceField.PRICE, LicenceField.TERRITORY, LicenceField.UNTIL)
            .anyMatch(field -> !columns.lacks(field));
    boolean hasRights =
        !columns.lacks(LicenceField.HOLDER)
            || hasMoney()
            || heads.stream()
                .anyMatch(head ->
                    head.matches(
                        ".*\\b(?:licen[cs]e|lizenz|licencia|licenza|rights|rechte|droits)\\b.*"));
    return !isOfLog() && hasTerms && hasRights && speaksOfRights() && heads.size() >= 3;
  }

  /** A price for a second stands in no other paper. */
  private boolean speaksOfRights() {
    int price = columns.of(LicenceField.PRICE);
    return columns.known() >= 2 || (price >= 0 && rank(LicenceField.PRICE, heads.get(price)) == 0);
  }

  private boolean hasMoney() {
    int price = columns.of(LicenceField.PRICE);
    return price >= 0 && columns.cells(price).areMoney();
  }

  /** What it does not say, in words. */
  List<String> missing() {
    var missing = new ArrayList<String>();
    if (columns.lacks(LicenceField.MATERIAL)) {
      missing.add("which material (“Source”)");
    }
    if (columns.lacks(LicenceField.HOLDER)) {
      missing.add("who has the rights (“Holder”)");
    }
    if (missing.isEmpty()) {
      missing.add("anything of the terms (“Price per second”, “Valid until”)");
    }
    return missing;
  }
}
