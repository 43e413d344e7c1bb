package org.oddlot.rights;

import java.util.Objects;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.oddlot.time.Rational;

/**
 * What percents beside a price make of it: less or more of it, or a part of it. A tax is not
 * reckoned, as where no rate of it is said: prices are as they are written. From memory.
 *
 * @param rest the text without them
 * @param factor how much of the price it is
 */
record Share(String rest, Rational factor) {
  private static final String PERCENT =
      "(\\d{1,3})(?:[.,](\\d{1,2}))?\\s*(?:%|percent|per cent|prozent)";

  private static final Pattern TAX =
      Pattern.compile(
          "(?iuU)[(,;]?\\s*(?:\\+|\\b(?:plus|incl(?:uding|\\.)?|inkl\\.?|excl(?:uding|\\.)?|exkl\\.?|ex|zzgl\\.?|zuzüglich|hors|más|più|med|utan|with|without)\\s)?\\s*"
              + PERCENT
              + "\\s*(?:vat|mwst\\.?|ust\\.?|umsatzsteuer|mehrwertsteuer|tva|iva|moms|mva|btw|gst|tax)\\b\\s*\\)?");

  private static final Pattern LESS =
      Pattern.compile(
          "(?iuU)[(,;]?\\s*(?:(?:\\b(?:less|minus|abzüglich|abzgl\\.?|moins|menos|meno)\\s|(?<!\\d\\s{0,2})[-−–])\\s*"
              + PERCENT
              + "(?:\\s*(?:discount|rabatt|nachlass|remise|réduction|descuento|sconto|korting|rabat))?|"
              + PERCENT
              + "\\s*(?:discount|off|rabatt|nachlass|remise|réduction|descuento|sconto|korting|rabat)\\b)\\s*\\)?");

  private static final Pattern MORE =
      Pattern.compile(
          "(?iuU)[(,;]?\\s*(?:\\b(?:plus|zzgl\\.?|zuzüglich|más|più)\\s|\\+)\\s*"
              + PERCENT
              + "(?:\\s*(?:surcharge|extra|zuschlag|aufschlag|supplément|majoration|recargo|maggiorazione|toeslag|tillegg|tillæg|påslag))?\\s*\\)?\\s*$");

  private static final Pattern PART =
      Pattern.compile(
          "(?iuU)^\\s*"
              + PERCENT
              + "\\s*(?:of|von|vom|de|di|van|av|af)\\s(?:the |a |le |la |el |il )?");

  /** What the percents in a text say; empty where that is not understood. */
  static Optional<Share> in(String text) {
    String rest = TAX.matcher(text).replaceAll(" ");
    Rational factor = Rational.ONE;
    Matcher less = LESS.matcher(rest);
    Matcher more = MORE.matcher(rest);
    Matcher part = PART.matcher(rest);
    if (less.find()) {
      factor = Rational.ONE.minus(part(less, less.group(1) == null ? 3 : 1));
      rest = less.replaceFirst(" ");
    } else if (more.find()) {
      factor = Rational.ONE.plus(part(more, 1));
      rest = more.replaceFirst(" ");
    } else if (part.find()) {
      factor = part(part, 1);
      rest = part.replaceFirst(" ");
    }
    boolean isUnderstood = rest.indexOf('%') < 0 && factor.signum() >= 0;
    return isUnderstood ? Optional.of(new Share(rest.strip(), factor)) : Optional.empty();
  }

  /**
   * What part of a whole percents are.
   *
   * @param group where the whole ones stand; the digits behind the point stand in the next
   */
  static Rational part(Matcher percent, int group) {
    return Rational.of(Long.parseLong(percent.group(group)))
        .plus(Rational.ofDecimals(Objects.requireNonNullElse(percent.group(group + 1), "")))
        .dividedBy(Rational.of(100));
  }
}
