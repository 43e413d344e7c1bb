package org.oddlot.rights;

import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.oddlot.time.Rational;

/**
 * Reads a column of prices. What a cell does not say is taken from the column's head: for what
 * length of time, in which currency; whether a point or a comma is that of decimals from the cells
 * that leave no doubt. Of what is in doubt even so no amount is made. Spellings: common practice,
 * no source.
 */
final class PriceReader {
  private static final Map<String, String> SIGNS =
      Map.ofEntries(
          Map.entry("€", "EUR"),
          Map.entry("euro", "EUR"),
          Map.entry("euros", "EUR"),
          Map.entry("£", "GBP"),
          Map.entry("us$", "USD"),
          Map.entry("a$", "AUD"),
          Map.entry("c$", "CAD"),
          Map.entry("$", "$"),
          Map.entry("¥", "¥"),
          Map.entry("zł", "PLN"),
          Map.entry("kč", "CZK"),
          Map.entry("ft", "HUF"),
          Map.entry("₽", "RUB"),
          Map.entry("fr.", "CHF"),
          Map.entry("sfr", "CHF"),
          Map.entry("sfr.", "CHF"),
          Map.entry("kr", "kr"),
          Map.entry("kr.", "kr"));

  private static final Set<String> CODES =
      Currency.getAvailableCurrencies().stream()
          .map(Currency::getCurrencyCode)
          .collect(Collectors.toSet());

  private static final Pattern FREE =
      Pattern.compile(
          "(?iuU)(?:free(?: of charge)?|no charge|no fee|gratis|kostenlos|kostenfrei|umsonst|gratuit|libre de droits"
              + "|sin cargo|gratuito|public domain|gemeinfrei|domaine public|falt i det fri|nil|waived)");

  /** One length of time, and which. */
  static final String TIME =
      "(?:(?:each|every|started|begun|full|angef(?:angene|\\.)?|begonnene|commenc[ée]+e?|entam[ée]+e?|iniciado|påbegynt|påbörjad)\\s+)?"
          + "(\\d{1,3})?\\s*(seconds?|secs?|s|sekunden?|sek\\.?|secondes?|seconden|segundos?|secondi|secondo|sekunder(?:na)?|sekund|sekundy|sekundę"
          + "|minutes?|mins?|m|minuten?|minutos?|minuti|minuto|minuter|minut|minutę|minutt)(?![\\p{L}])\\.?";

  private static final Pattern FOR =
      Pattern.compile(
          "(?iuU)(?:/|\\bper\\b|\\bje\\b|\\bpro\\b|\\bpar\\b|\\bpor\\b|\\bal\\b|\\bpr\\.?|\\bza\\b|\\bna\\b|\\bà la\\b|\\ba\\b|\\ban\\b|\\bfor\\b|\\bfür\\b|\\bpour\\b)\\s*"
              + TIME);

  private static final Pattern FLAT =
      Pattern.compile(
          "(?iuU)\\b(?:flat(?: fee)?|lump ?sum|pauschal(?:e)?|pauschalpreis|festpreis|forfait(?:aire)?|tanto alzado|a corpo|buy-?out"
              + "|all[- ]in|fixed(?: fee| price)?|fastpris|engangsbeløp|one[- ]off|ryczałt|total)\\b");

  private static final String AT_LEAST =
      "(?iuU)[(,;+]?\\s*\\b(?:minimum|mindestens|mindest|mind\\.?|min\\.?|at least|not less than|au moins|mínimo|minimo|minst)"
          + "(?: fee| charge| billing| duration| of)?\\s*:?\\s*";

  private static final Pattern LEAST =
      Pattern.compile(
          AT_LEAST
              + "(?:[\\p{Sc}]|[A-Z]{3})?\\s*(\\d[\\d.,'’ \\u00a0\\u202f]*)\\s*(?:[\\p{Sc}]|EUR|GBP|USD|NOK|SEK|DKK|CHF|kr)?\\s*\\)?");

  private static final Pattern LEAST_TIME =
      Pattern.compile(
          AT_LEAST
              + TIME
              + "\\s*\\)?|[(,;]?\\s*(?:\\bwith an?\\s+)?\\b(\\d{1,3})[- ]?(seconds?|secs?|s|sekunden|sek\\.?|minutes?)\\s*(?:minimum|min\\.?|mindestens)\\s*\\)?");

  /** For which material a least price is, or steps are. */
  private static final Pattern EACH =
      Pattern.compile(
          "(?iuU)\\b(?:per|each|for each|pro|je|par|por|per ogni|pr\\.?|za)\\s+(?:clip|shot|extract|excerpt|cut|source|item|ausschnitt|klammerteil|einstellung"
              + "|extrait|plan|fragmento|plano|brano|inquadratura|fragment|klipp|klip|ujęcie)\\b");

  private static final Pattern TOGETHER =
      Pattern.compile(
          "(?iuU)\\b(?:in total|in all|altogether|per (?:order|licen[cs]e|programme|production)|for all|insgesamt|zusammen|je auftrag|pro auftrag"
              + "|pro produktion|au total|en tout|par commande|en total|por pedido|in totale|samlet|totalt|łącznie)\\b");

  private static final Pattern NUMBER =
      Pattern.compile("\\d(?:[\\d.,'’\\u00a0\\u202f]|[ ](?=\\d{3}(?!\\d)))*");

  /** What may stand beside an amount and changes nothing about it. */
  private static final Pattern BESIDE =
      Pattern.compile(
          "(?iuU)\\b(?:net(?:t?o)?|nett|excl?(?:uding|\\.)?|ex|plus|exkl\\.?|zzgl\\.?|vat|mwst\\.?|ust\\.?|ht|hors taxes?|tva|iva|moms|mva|of|each|fee|price)\\b\\.?|[()\\[\\],;:=+]|,-|\\.-|–$|-$");

  private final Optional<Basis> basis;
  private final String currency;
  private final Optional<Character> decimals;

  /** For how many seconds a price is; for any number where empty. */
  record Basis(Optional<Rational> seconds) {}

  /**
   * @param head what stands above the column
   * @param cells what stands in it
   * @param isOfUnits whether the paper says in which units seconds are counted: then prices are for
   *     seconds
   * @param isReckoned whether numbers come from a workbook, whose decimals have a point
   */
  PriceReader(String head, List<String> cells, boolean isOfUnits, boolean isReckoned) {
    String text = head.replace('_', ' ').strip();
    Optional<Basis> said = basis(text);
    basis =
        said.isPresent()
            ? said
            : isOfUnits ? Optional.of(new Basis(Optional.of(Rational.ONE))) : Optional.empty();
    currency = currency(text).orElse("");
    decimals = isReckoned ? Optional.of('.') : decimals(cells);
  }

  /** Codes that are no words: {@code ALL} and {@code TOP} are currencies, too. */
  private static final Set<String> USUAL =
      Set.of(
          "EUR", "GBP", "USD", "CHF", "SEK", "NOK", "DKK", "ISK", "PLN", "CZK", "HUF", "CAD", "AUD",
          "NZD", "JPY", "€", "$", "£", "¥");

  /** Whether a cell is an amount with its currency. */
  static boolean isMoney(String cell) {
    return cell.chars().anyMatch(Character::isDigit)
        && currencies(cell).stream()
            .anyMatch(its -> USUAL.contains(its) || SIGNS.containsValue(its))
        && !cell.contains("://");
  }

  /** Whether a head says in which currency what stands below it is. */
  static boolean isOfOneCurrency(String head) {
    return currency(head).isPresent();
  }

  /** Whether a cell is a currency and nothing else. */
  static boolean isCurrency(String cell) {
    return named(cell.strip()).isPresent();
  }

  /** What a cell says, and in which currency. */
  record Read(Price price, String currency) {}

  private static Optional<Basis> basis(String text) {
    Matcher time = FOR.matcher(text);
    if (time.find()) {
      return Optional.of(new Basis(Optional.of(seconds(time))));
    }
    return FLAT.matcher(text).find() ? Optional.of(new Basis(Optional.empty())) : Optional.empty();
  }

  private static Rational seconds(Matcher time) {
    return seconds(time, 1);
  }

  /** What {@link #TIME} found, whose first group is the one of this number. */
  static Rational seconds(Matcher time, int group) {
    long count = time.group(group) == null ? 1 : Math.max(1, Long.parseLong(time.group(group)));
    boolean isMinutes = time.group(group + 1).toLowerCase(Locale.ROOT).startsWith("m");
    return Rational.of(isMinutes ? count * 60 : count);
  }

  /** The mark of decimals that the cells which leave no doubt have; empty where they have both. */
  private static Optional<Character> decimals(List<String> cells) {
    var marks =
        cells.stream()
            .flatMap(cell -> NUMBER.matcher(cell).results())
            .map(number -> markOf(number.group()))
            .flatMap(Optional::stream)
            .collect(Collectors.toSet());
    return marks.size() == 1 ? Optional.of(marks.iterator().next()) : Optional.empty();
  }

  /** The mark of decimals of a number by itself; empty where it could be that of thousands. */
  private static Optional<Character> markOf(String number) {
    int point = number.lastIndexOf('.');
    int comma = number.lastIndexOf(',');
    if (point < 0 && comma < 0) {
      return Optional.empty();
    }
    char last = point > comma ? '.' : ',';
    int at = Math.max(point, comma);
    boolean both = point >= 0 && comma >= 0;
    boolean isOnce = number.indexOf(last) == at;
    if (both) {
      return isOnce ? Optional.of(last) : Optional.of(last == '.' ? ',' : '.');
    }
    if (!isOnce) {
      return Optional.of(last == '.' ? ',' : '.');
    }
    int behind = number.length() - at - 1;
    boolean isParted = number.substring(0, at).matches(".*[ '’\\u00a0\\u202f].*");
    return behind != 3 || isParted || number.startsWith("0") || at > 3
        ? Optional.of(last)
        : Optional.empty();
  }

  /** A number; empty where it is none, or could be two. */
  private Optional<Rational> number(String written) {
    String number = written.replaceAll("[.,'’\\s\\u00a0\\u202f]+$", "");
    Optional<Character> own = markOf(number);
    boolean hasMark = number.indexOf('.') >= 0 || number.indexOf(',') >= 0;
    if (hasMark && own.isEmpty() && decimals.isEmpty()) {
      return Optional.empty();
    }
    char mark = own.or(() -> decimals).orElse('.');
    int at = number.lastIndexOf(mark);
    String whole = at < 0 ? number : number.substring(0, at);
    String behind = at < 0 ? "" : number.substring(at + 1);
    // Thousands are parted by threes, or not at all.
    if (!whole.matches("\\d+|\\d{1,3}(?:[.,'’ \\u00a0\\u202f]\\d{3})+")
        || !behind.matches("\\d{0,6}")) {
      return Optional.empty();
    }
    String digits = whole.replaceAll("\\D", "");
    if (digits.length() > 12) {
      return Optional.empty();
    }
    return Optional.of(Rational.of(Long.parseLong(digits)).plus(Rational.ofDecimals(behind)));
  }

  /** The currency that a text names; empty where it names none, or two. */
  private static Optional<String> currency(String text) {
    List<String> named = currencies(text);
    return named.size() == 1 ? Optional.of(named.getFirst()) : Optional.empty();
  }

  private static List<String> currencies(String text) {
    var named = new ArrayList<String>();
    Matcher word = Pattern.compile("(?u)(?:[A-Za-z]{1,2})?[\\p{Sc}]|[\\p{L}]+\\.?").matcher(text);
    while (word.find()) {
      named(word.group()).filter(each -> !named.contains(each)).ifPresent(named::add);
    }
    return named;
  }

  private static Optional<String> named(String word) {
    String code = word.replaceAll("\\.$", "").toUpperCase(Locale.ROOT);
    boolean isCode =
        CODES.contains(code) && word.length() >= 3 && word.startsWith(code.substring(0, 3));
    return isCode
        ? Optional.of(code)
        : Optional.ofNullable(SIGNS.get(word.toLowerCase(Locale.ROOT)));
  }

  /**
   * What a cell says.
   *
   * @param said the currency that another column says; empty where none does
   */
  Read read(String cell, String said) {
    String text = cell.replaceAll("[\\s]+", " ").strip();
    String column = said.isEmpty() ? "" : currency(said).orElse(said);
    if (text.isEmpty() || text.matches("[-–—]")) {
      return new Read(new Price.Unsaid(), column);
    }
    Optional<String> own = currency(text);
    String its = own.orElse(column.isEmpty() ? currency : column);
    if (FREE.matcher(text).matches()) {
      return new Read(new Price.Free(), its);
    }
    boolean isTwice =
        currencies(text).size() > 1
            || (own.isPresent() && !column.isEmpty() && !own.get().equals(column));
    Optional<Price> price = isTwice ? Optional.empty() : price(text);
    return new Read(price.orElse(new Price.Asked(text)), its);
  }

  private Optional<Price> price(String text) {
    return Share.in(text)
        .flatMap(share -> {
          Optional<Price> price = plainPrice(share.rest());
          return share.factor().equals(Rational.ONE)
              ? price
              : price.flatMap(its -> its.times(share.factor()));
        });
  }

  private Optional<Price> plainPrice(String text) {
    Price.Counted counted = counted(text);
    String rest = TOGETHER.matcher(text).replaceAll(" ");
    boolean hasLeast = LEAST.matcher(rest).find();
    // A price for each clip is none of a length, unless it is the least.
    if (hasLeast || PriceSteps.speaksOf(rest)) {
      rest = EACH.matcher(rest).replaceAll(" ");
    }
    return PriceSteps.speaksOf(rest)
        ? new PriceSteps(this::piece).of(rest, counted)
        : withLeast(rest, counted);
  }

  /** What a least price is for, as far as a text says so. */
  static Price.Counted counted(String text) {
    boolean isEach = EACH.matcher(text).find();
    boolean isTogether = TOGETHER.matcher(text).find();
    return isEach == isTogether
        ? Price.Counted.UNSAID
        : isEach ? Price.Counted.EACH : Price.Counted.TOGETHER;
  }

  private Optional<Price> withLeast(String text, Price.Counted counted) {
    String rest = text;
    Rational least = Rational.ZERO;
    Optional<Rational> leastSeconds = Optional.empty();
    Matcher time = LEAST_TIME.matcher(rest);
    Matcher minimum = LEAST.matcher(rest);
    if (time.find()) {
      leastSeconds = Optional.of(seconds(time, time.group(2) == null ? 3 : 1));
      rest = time.replaceFirst(" ");
    } else if (minimum.find()) {
      Optional<Rational> its = number(minimum.group(1));
      if (its.isEmpty()) {
        return Optional.empty();
      }
      least = its.get();
      rest = minimum.replaceFirst(" ");
    }
    Optional<Piece> piece = piece(rest);
    if (piece.isEmpty() || piece.get().basis.isEmpty()) {
      return Optional.empty();
    }
    Rational amount = piece.get().amount;
    Optional<Rational> unit = piece.get().basis.get().seconds;
    if (unit.isEmpty()) {
      boolean hasLeast = least.signum() > 0 || leastSeconds.isPresent();
      return hasLeast ? Optional.empty() : Optional.of(new Price.Flat(amount));
    }
    Rational floor = leastSeconds.map(its -> its.dividedBy(unit.get()).times(amount)).orElse(least);
    return Optional.of(new Price.Timed(amount, unit.get(), floor, counted));
  }

  /**
   * An amount, and what it is for.
   *
   * @param basis as it is written, else as the head says; empty where neither says so
   * @param isOwn whether it is written with it
   */
  record Piece(Rational amount, Optional<Basis> basis, boolean isOwn) {}

  private Optional<Piece> piece(String text) {
    String rest = text;
    Optional<Basis> own = Optional.empty();
    Matcher time = FOR.matcher(rest);
    if (time.find()) {
      own = Optional.of(new Basis(Optional.of(seconds(time))));
      rest = time.replaceFirst(" ");
    }
    boolean isFlat = FLAT.matcher(rest).find();
    if (isFlat && own.isPresent()) {
      return Optional.empty();
    }
    if (isFlat) {
      own = Optional.of(new Basis(Optional.empty()));
      rest = FLAT.matcher(rest).replaceAll(" ");
    }
    // 18,– is a whole amount.
    rest = rest.replaceAll("(?<=\\d)[.,](?:--|[-–—])", " ");
    Matcher numbers = NUMBER.matcher(rest);
    if (!numbers.find()) {
      return Optional.empty();
    }
    Optional<Rational> amount = number(numbers.group());
    rest = rest.substring(0, numbers.start()) + " " + rest.substring(numbers.end());
    if (amount.isEmpty() || !isCurrencyAndNoMore(rest)) {
      return Optional.empty();
    }
    return Optional.of(new Piece(amount.get(), own.or(() -> basis), own.isPresent()));
  }

  private static boolean isCurrencyAndNoMore(String rest) {
    String left = BESIDE.matcher(rest).replaceAll(" ");
    for (String word : left.strip().split("\\s+", -1)) {
      boolean isJoint = word.isEmpty() || word.equals(".") || word.equals("/");
      if (!isJoint && named(word).isEmpty()) {
        return false;
      }
    }
    return true;
  }
}
