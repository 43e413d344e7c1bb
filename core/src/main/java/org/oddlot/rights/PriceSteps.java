package org.oddlot.rights;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.oddlot.rights.Price.Step;
import org.oddlot.time.Rational;

/**
 * Prices that are others for what is longer: {@code 300 EUR for the first 10 s, then 20 EUR / s}.
 * Where only parts of such a text are understood, nothing of it is. Spellings: from memory.
 */
final class PriceSteps {
  /** Prices of steps are at most so many times each other. */
  private static final long NEAR = 3;

  private static final String TIME = PriceReader.TIME;

  private static final String ORDINAL =
      "(?:first|ersten?|premi[eè]re?s|primer[oa]s?|primi|eerste|første|första|pierwsz\\p{L}*)";

  private static final String BEFORE =
      "(?:\\b(?:for|für|pour|por|per|voor|for de|za)\\s+)?(?:\\b(?:the|die|les|los|i|de)\\s+)?";

  private static final Pattern FIRST =
      Pattern.compile(
          "(?iuU)"
              + BEFORE
              + "\\b(?:"
              + ORDINAL
              + "\\s+"
              + TIME
              + "|(\\d{1,4})\\s+"
              + ORDINAL
              + "\\s+(secondes|minutes|segundos|minutos))");

  private static final Pattern UP_TO =
      Pattern.compile(
          "(?iuU)(?:\\b(?:for up to|up to|including|incl|inkl|inclus|bis zu|bis|jusqu['’]à|hasta|fino a|tot|til|till|opp til|op til|upp till|do)\\b\\.?|≤|<=)\\s*"
              + TIME);

  private static final Pattern SPAN =
      Pattern.compile(
          "(?iuU)(?:\\b(?:for|from|von|de|da|van|fra|från|od)\\s+)?\\b(\\d{1,4})\\s*(?:s|sec|sek)?\\.?\\s*(?:-|–|—|to\\b|bis\\b|à\\b|a\\b|tot\\b|til\\b|till\\b|do\\b)\\s*"
              + TIME);

  private static final Pattern OVER =
      Pattern.compile(
          "(?iuU)(?:\\b(?:over|above|beyond|more than|longer than|after|from|ab|über|mehr als|au-delà de|plus de|más de|oltre|più di|meer dan|boven|over"
              + "|mer enn|mer än|mere end|powyżej)\\b|>)\\s*"
              + TIME
              + "(?:\\s+(?:on|upwards?))?");

  private static final Pattern AND_MORE =
      Pattern.compile(
          "(?iuU)(?:\\bfor\\s+)?\\b"
              + TIME
              + "\\s*(?:\\+|(?:and|or) (?:more|over|above)|und mehr|et plus|y más|e più)|\\b(\\d{1,4})\\s*\\+(?:\\s*(?:s|sec|sek)\\b)?");

  private static final Pattern FURTHER =
      Pattern.compile(
          "(?iuU)(?:\\bfor\\s+)?(?:/|\\b(?:each|every|per|je|pro|jede[rsn]?|für jede|chaque|par|cada|por|ogni|per ogni|elke|per|hver|pr\\.?|varje|każda|za każdą)\\b)\\s*"
              + "(?:(?:started|begun|angefangene)\\s+)?"
              + "(?:\\b(?:further|additional|extra|more|next|subsequent|weitere[rsn]?|zusätzliche|ulteriore|ytterligere|yderligere|ytterligare|kolejn[aą]|dodatkow[aą])\\s+"
              + TIME
              + "|"
              + TIME
              + "\\s*(?:thereafter|after that|beyond|above|more|supplémentaires?|adicional(?:es)?|in più|extra))");

  /** What is longer, without a number. */
  private static final Pattern REST =
      Pattern.compile(
          "(?iuU)\\b(?:then|thereafter|afterwards|after that|danach|darüber|ensuite|puis|au-delà|después|luego|poi|dopo|daarna|deretter|derefter|därefter|sedan"
              + "|potem|następnie|powyżej|above(?: that)?|beyond(?: that)?|over(?: that)?)\\b");

  private static final Pattern BETWEEN =
      Pattern.compile(
          "(?iuU)\\s*(?:;|\\n|,(?=\\s)|\\s/\\s|\\s\\+\\s|\\b(?:and(?!\\s+(?:more|over|above))|und(?!\\s+mehr)|et(?!\\s+plus)|og|och)\\b)\\s*");

  private static final List<Pattern> ALL = List.of(FIRST, UP_TO, OVER, AND_MORE, FURTHER, SPAN);

  private final Function<String, Optional<PriceReader.Piece>> piece;

  /** A part of the text: what it asks, and to which lengths it goes. */
  private record Part(
      PriceReader.Piece piece,
      Optional<Rational> from,
      Optional<Rational> upTo,
      Price.Split split) {

    /** For how many seconds its price is; empty where it is for all of them. */
    Optional<Rational> unit() {
      return piece.basis().flatMap(PriceReader.Basis::seconds);
    }
  }

  /**
   * @param piece reads an amount and what it is for
   */
  PriceSteps(Function<String, Optional<PriceReader.Piece>> piece) {
    this.piece = piece;
  }

  /** Whether a text speaks of lengths with prices of their own. */
  static boolean speaksOf(String text) {
    return ALL.stream().anyMatch(pattern -> pattern.matcher(text).find());
  }

  /** The price of a text; empty where it is not understood. */
  Optional<Price> of(String text, Price.Counted counted) {
    var parts = new ArrayList<Part>();
    for (String each : segments(text)) {
      Optional<Part> part = part(each, parts.isEmpty());
      if (part.isEmpty()) {
        return Optional.empty();
      }
      parts.add(part.get());
    }
    return parts.size() < 2 || !follow(parts) || !areSure(parts)
        ? Optional.empty()
        : Optional.of(new Price.Stepped(steps(parts), split(parts), counted));
  }

  /** Parts of it; what begins with a word for the rest keeps it. */
  private static List<String> segments(String text) {
    String marked =
        text.replaceAll(
            "(?iuU)[,;]?\\s*\\b(?:and )?(then|thereafter|danach|dann|puis|ensuite|luego|después|poi|daarna|deretter|derefter|därefter|sedan|potem)\\b(?!\\s*$)",
            "; $1");
    return Stream.of(BETWEEN.split(marked.replaceAll("[()\\[\\]]", " "), -1))
        .map(String::strip)
        .filter(each -> !each.isEmpty())
        .toList();
  }

  private Optional<Part> part(String text, boolean isFirst) {
    Matcher further = FURTHER.matcher(text);
    if (further.find()) {
      Rational unit = PriceReader.seconds(further, further.group(2) == null ? 3 : 1);
      String rest = further.replaceFirst(" ");
      return piece
          .apply(rest)
          .filter(its -> !its.isOwn())
          .map(its ->
              new Part(
                  new PriceReader.Piece(
                      its.amount(), Optional.of(new PriceReader.Basis(Optional.of(unit))), true),
                  Optional.empty(),
                  Optional.empty(),
                  Price.Split.PART));
    }
    Matcher first = FIRST.matcher(text);
    if (first.find()) {
      Rational end =
          first.group(2) == null
              ? Rational.of(
                  Long.parseLong(first.group(3)) * (first.group(4).startsWith("m") ? 60 : 1))
              : PriceReader.seconds(first, 1);
      return part(first, Optional.empty(), Optional.of(end), Price.Split.PART);
    }
    Matcher span = SPAN.matcher(text);
    if (span.find()) {
      return part(
          span,
          Optional.of(before(Rational.of(Long.parseLong(span.group(1))))),
          Optional.of(PriceReader.seconds(span, 2)),
          Price.Split.UNSAID);
    }
    Matcher upTo = UP_TO.matcher(text);
    if (upTo.find()) {
      return part(
          upTo, Optional.empty(), Optional.of(PriceReader.seconds(upTo, 1)), Price.Split.UNSAID);
    }
    Matcher over = OVER.matcher(text);
    if (over.find()) {
      Rational from = PriceReader.seconds(over, 1);
      boolean isWithIt = over.group().matches("(?iuU)(?:from|ab)\\b.*");
      return part(
          over, Optional.of(isWithIt ? before(from) : from), Optional.empty(), Price.Split.UNSAID);
    }
    Matcher more = AND_MORE.matcher(text);
    if (more.find()) {
      Rational from =
          more.group(2) == null
              ? Rational.of(Long.parseLong(more.group(3)))
              : PriceReader.seconds(more, 1);
      return part(more, Optional.of(before(from)), Optional.empty(), Price.Split.UNSAID);
    }
    // 300 EUR per 10 s, each further second 20 EUR: what is further makes the first an amount.
    Optional<Part> plain =
        isFirst
            ? piece
                .apply(text)
                .filter(PriceReader.Piece::isOwn)
                .flatMap(its ->
                    its.basis()
                        .flatMap(PriceReader.Basis::seconds)
                        .filter(unit -> unit.compareTo(Rational.ONE) > 0)
                        .map(unit ->
                            new Part(
                                new PriceReader.Piece(
                                    its.amount(),
                                    Optional.of(new PriceReader.Basis(Optional.empty())),
                                    true),
                                Optional.empty(),
                                Optional.of(unit),
                                Price.Split.PART)))
            : Optional.empty();
    if (plain.isPresent()) {
      return plain;
    }
    Matcher rest = REST.matcher(text);
    return !isFirst && rest.find()
        ? part(
            rest,
            Optional.empty(),
            Optional.empty(),
            rest.group().matches("(?iuU)above.*|over.*|beyond.*|darüber|au-delà|powyżej")
                ? Price.Split.UNSAID
                : Price.Split.PART)
        : Optional.empty();
  }

  private Optional<Part> part(
      Matcher found, Optional<Rational> from, Optional<Rational> upTo, Price.Split split) {
    String rest = found.replaceFirst(" ").replaceAll("[:=]", " ");
    return piece.apply(rest).map(its -> new Part(its, from, upTo, split));
  }

  /** “From 31 s” is what is longer than 30. */
  private static Rational before(Rational from) {
    return from.signum() > 0 ? from.minus(Rational.ONE) : from;
  }

  /**
   * Whether each begins where the one before ends, and only the last goes on for ever. At 30 s
   * sharp “up to 30 s” and “from 30 s” say two things, so that is not understood.
   */
  private static boolean follow(List<Part> parts) {
    Rational end = Rational.ZERO;
    for (int i = 0; i < parts.size(); i++) {
      Part part = parts.get(i);
      Rational before = end;
      boolean isLast = i == parts.size() - 1;
      boolean begins = part.from.filter(from -> !from.equals(before)).isEmpty();
      boolean ends = part.upTo.map(to -> to.compareTo(before) > 0).orElse(isLast);
      if (!begins || !ends) {
        return false;
      }
      end = part.upTo.orElse(end);
    }
    return true;
  }

  /**
   * Whether it is sure what each amount is for. Of {@code 300 up to 10 s, then 20 / s} below a head
   * that says “per second” nobody knows what the 300 are, nor of {@code 300 up to 10 s, then 20}
   * what the 20 are.
   */
  private static boolean areSure(List<Part> parts) {
    boolean hasHead =
        parts.stream().anyMatch(part -> part.piece.basis().isPresent() && !part.piece.isOwn());
    boolean hasOwn = parts.stream().anyMatch(part -> part.piece.isOwn());
    if (hasHead && (hasOwn || !areNear(parts))) {
      return false;
    }
    return split(parts) != Price.Split.PART
        || parts.stream().skip(1).allMatch(part -> part.unit().isPresent());
  }

  /** Prices for a second are not of quite another size; a price for all of a length is. */
  private static boolean areNear(List<Part> parts) {
    List<Rational> amounts = parts.stream().map(part -> part.piece.amount()).sorted().toList();
    return amounts.getLast().compareTo(amounts.getFirst().times(NEAR)) <= 0;
  }

  private static List<Step> steps(List<Part> parts) {
    return parts.stream()
        .map(part -> new Step(part.upTo, part.piece.amount(), part.unit()))
        .toList();
  }

  /**
   * Further seconds are paid beside the first ones; amounts for all of a length are by themselves.
   */
  private static Price.Split split(List<Part> parts) {
    boolean isOfParts = parts.stream().anyMatch(part -> part.split == Price.Split.PART);
    boolean isOfWholes = parts.stream().allMatch(part -> part.unit().isEmpty());
    return isOfParts ? Price.Split.PART : isOfWholes ? Price.Split.WHOLE : Price.Split.UNSAID;
  }
}
