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
          "(?iu)(?:free(?: of charge)?|no charge|no fee|gratis|kostenlos|kostenfrei|umsonst|gratuit|libre de droits"
              + "|sin cargo|gratuito|public domain|gemeinfrei|domaine public|falt i det fri|nil|waived)");

  /** One length of time, and which. */
  private static final String TIME =
      "(?:(?:each|every|started|begun|full|angef(?:angene|\\.)?|begonnene|commenc[ée]+e?|entam[ée]+e?|iniciado|påbegynt|påbörjad)\\s+)?"
          + "(\\d{1,3})?\\s*(seconds?|secs?|s|sekunden?|sek\\.?|secondes?|segundos?|secondi|secondo|sekunder|sekund|sekundy|sekundę"
          + "|minutes?|mins?|m|minuten?|minutos?|minuti|minuto|minuter|minut|minutę|minutt)(?![\\p{L}])\\.?";

  private static final Pattern FOR =
      Pattern.compile(
          "(?iu)(?:/|\\bper\\b|\\bje\\b|\\bpro\\b|\\bpar\\b|\\bpor\\b|\\bal\\b|\\bpr\\.?|\\bza\\b|\\bna\\b|\\bà la\\b|\\ba\\b|\\ban\\b|\\bfor\\b|\\bfür\\b|\\bpour\\b)\\s*"
              + TIME);

  private static final Pattern FLAT =
      Pattern.compile(
          "(?iu)\\b(?:flat(?: fee)?|lump ?sum|pauschal(?:e)?|pauschalpreis|festpreis|forfait(?:aire)?|tanto alzado|a corpo|buy-?out"
              + "|all[- ]in|fixed(?: fee| price)?|fastpris|engangsbeløp|one[- ]off|ryczałt|total)\\b");

  private static final Pattern LEAST =
      Pattern.compile(
          "(?iu)[(,;+]?\\s*\\b(?:minimum|mindestens|mindest|mind\\.?|min\\.?|at least|not less than|au moins|mínimo|minimo)(?: fee| charge| of)?\\s*:?\\s*"
              + "(?:[\\p{Sc}]|[A-Z]{3})?\\s*(\\d[\\d.,'’ \\u00a0\\u202f]*)\\s*(?:[\\p{Sc}]|EUR|GBP|USD|NOK|SEK|DKK|CHF|kr)?\\s*\\)?");

  private static final Pattern NUMBER =
      Pattern.compile("\\d(?:[\\d.,'’\\u00a0\\u202f]|[ ](?=\\d{3}(?!\\d)))*");

  /** What may stand beside an amount and changes nothing about it. */
  private static final Pattern BESIDE =
      Pattern.compile(
          "(?iu)\\b(?:net(?:t?o)?|nett|excl?(?:uding|\\.)?|ex|plus|exkl\\.?|zzgl\\.?|vat|mwst\\.?|ust\\.?|ht|hors taxes?|tva|iva|moms|mva|of|each|fee|price)\\b\\.?|[()\\[\\],;:=+]|,-|\\.-|–$|-$");

  private final Optional<Basis> basis;
  private final String currency;
  private final Optional<Character> decimals;

  /** For how many seconds a price is; for any number where empty. */
  private record Basis(Optional<Rational> seconds) {}

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
    long count = time.group(1) == null ? 1 : Math.max(1, Long.parseLong(time.group(1)));
    boolean isMinutes = time.group(2).toLowerCase(Locale.ROOT).startsWith("m");
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
    long scale = 1;
    for (int i = 0; i < behind.length(); i++) {
      scale *= 10;
    }
    Rational its = Rational.of(Long.parseLong(digits));
    return Optional.of(
        behind.isEmpty() ? its : its.plus(Rational.of(Long.parseLong(behind), scale)));
  }

  /** The currency that a text names; empty where it names none, or two. */
  private static Optional<String> currency(String text) {
    var named = new ArrayList<String>();
    Matcher word = Pattern.compile("(?u)(?:[A-Za-z]{1,2})?[\\p{Sc}]|[\\p{L}]+\\.?").matcher(text);
    while (word.find()) {
      named(word.group()).filter(each -> !named.contains(each)).ifPresent(named::add);
    }
    return named.size() == 1 ? Optional.of(named.getFirst()) : Optional.empty();
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
    boolean isTwice = own.isPresent() && !column.isEmpty() && !own.get().equals(column);
    Optional<Price> price = isTwice || text.indexOf('%') >= 0 ? Optional.empty() : price(text);
    return new Read(price.orElse(new Price.Asked(text)), its);
  }

  private Optional<Price> price(String text) {
    String rest = text;
    Rational least = Rational.ZERO;
    Matcher minimum = LEAST.matcher(rest);
    if (minimum.find()) {
      Optional<Rational> its = number(minimum.group(1));
      if (its.isEmpty()) {
        return Optional.empty();
      }
      least = its.get();
      rest = minimum.replaceFirst(" ");
    }
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
    Matcher numbers = NUMBER.matcher(rest);
    if (!numbers.find()) {
      return Optional.empty();
    }
    Optional<Rational> amount = number(numbers.group());
    rest = rest.substring(0, numbers.start()) + " " + rest.substring(numbers.end());
    Optional<Basis> by = own.or(() -> basis);
    if (amount.isEmpty() || by.isEmpty() || !isCurrencyAndNoMore(rest)) {
      return Optional.empty();
    }
    Rational floor = least;
    return Optional.of(
        by.get()
            .seconds
            .<Price>map(seconds -> new Price.Timed(amount.get(), seconds, floor))
            .orElseGet(() -> new Price.Flat(amount.get())));
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
