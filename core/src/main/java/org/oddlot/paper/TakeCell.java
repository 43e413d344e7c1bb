package org.oddlot.paper;

import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A take as people write it: {@code 3}, {@code Tk 4}, {@code #9}, {@code 10.}, {@code (3)*}, {@code
 * 11 (circ)}, {@code 8 P/U}, {@code 7ser}. Common practice, no source.
 *
 * @param take the number, with what makes it another take: {@code 8 PU}, {@code 7 ser}
 * @param circled whether it is marked as good
 */
record TakeCell(String take, boolean circled) {
  private static final Pattern CIRCLE_WORD =
      Pattern.compile(
          "[\\s,(\\[]*\\b(?:circ(?:led?)?|print(?:ed)?|CT|ok|good)\\b\\.?[\\s)\\]]*",
          Pattern.CASE_INSENSITIVE);

  private static final Pattern RINGED = Pattern.compile("[(\\[{<]\\s*(.+?)\\s*[)\\]}>](.*)");
  private static final Pattern CIRCLE_SIGN = Pattern.compile("[*◯○●⭕✓✔√★☆©]|\\(\\s*[cC]\\s*\\)");
  private static final Pattern WORD =
      Pattern.compile(
          "(?:takes?|tks?|t|prises?|pr|toma|ripresa|tomada|tagning|klappe|no|nr|n°|#)"
              + "\\s*[.:#-]?\\s*(?=[\\d(\\[])",
          Pattern.CASE_INSENSITIVE);

  private static final Pattern PICK_UP =
      Pattern.compile("(\\d+)\\s*[-/ ]?\\s*(?:p\\s*/\\s*u|pu|pick\\s*-?\\s*ups?)\\b\\.?", 2);

  private static final Pattern SERIES =
      Pattern.compile("(\\d+)\\s*[-/ ]?\\s*(?:ser(?:ies)?)\\b\\.?", Pattern.CASE_INSENSITIVE);

  private static final Pattern SCENE_WORD =
      Pattern.compile(
          "^(?:scenes?|scn?|sz(?:ene)?|bild|slate|escena|esc|scena|sc[eè]ne|s[eé]q)"
              + "(?:\\s*[.:#-]\\s*|\\s+|(?=\\d))(?=[\\p{L}\\p{N}])",
          Pattern.CASE_INSENSITIVE);

  private static final Pattern SAID =
      Pattern.compile(
          "(.*?[\\p{L}\\p{N}])[\\s,;/–-]*(?<![\\p{L}])(?:takes?|tks?|t|prise|toma)\\s*[.:#-]?\\s*"
              + "([(\\[]?\\d{1,3}\\S*(?:\\s*p\\s*/?\\s*u)?.{0,8})",
          Pattern.CASE_INSENSITIVE);

  private static final Pattern SEPARATED =
      Pattern.compile("(.*[\\p{L}\\p{N}])\\s*[/–-]\\s*([(\\[]?\\d{1,3}[)\\]*.]*)");

  private static final Set<String> YES =
      Set.of(
          "x",
          "y",
          "yes",
          "true",
          "1",
          "ok",
          "okay",
          "circled",
          "circle",
          "circ",
          "circ.",
          "good",
          "print",
          "printed",
          "p",
          "pr",
          "c",
          "ct",
          "best",
          "select",
          "sel",
          "j",
          "ja",
          "o",
          "oui",
          "s",
          "si",
          "sí",
          "sì",
          "sim",
          "tak",
          "k",
          "gut",
          "bon",
          "bonne",
          "buena",
          "buono",
          "boa",
          "goed",
          "bra",
          "god",
          "kopie",
          "kopierer",
          "+");

  private static final Set<String> NO =
      Set.of(
          "n", "no", "ng", "n.g.", "n/g", "false", "0", "-", "–", "—", "nein", "non", "nee", "nej",
          "nie", "not", "hold", "nope", "não", "nao");

  /** What a cell says. */
  static TakeCell of(String cell) {
    String text = cell.strip();
    boolean circled = false;
    Matcher sign = CIRCLE_SIGN.matcher(text);
    if (sign.find()) {
      circled = true;
      text = sign.replaceAll("").strip();
    }
    Matcher word = CIRCLE_WORD.matcher(text);
    if (text.matches(".*\\d.*") && word.find()) {
      circled = true;
      text = word.replaceFirst(" ").strip();
    }
    text = WORD.matcher(text).replaceFirst("").strip();
    Matcher ringed = RINGED.matcher(text);
    if (ringed.matches() && ringed.group(2).isBlank()) {
      circled = true;
      text = ringed.group(1).strip();
      text = WORD.matcher(text).replaceFirst("").strip();
    }
    text = text.replaceFirst("(?<=\\d)[.)]$", "");
    text = PICK_UP.matcher(text).replaceFirst("$1 PU").strip();
    text = SERIES.matcher(text).replaceFirst("$1 ser").strip();
    return new TakeCell(text, circled);
  }

  /** Whether there is a number in it, as there is in nearly every take. */
  boolean isNumbered() {
    return !take.isEmpty() && Character.isDigit(take.charAt(0));
  }

  /**
   * Scene and take in one cell, {@code 12A/2}, {@code 12A T2}, {@code Sc 12 Tk 2}, {@code Scene 12A
   * Take 3}; empty where it is a scene alone.
   *
   * @param loose whether a hyphen or a slash alone separates the two, as where no column has takes
   */
  static Optional<Slated> inScene(String cell, boolean loose) {
    Matcher said = SAID.matcher(cell.strip());
    if (said.matches()) {
      return Optional.of(new Slated(scene(said.group(1)), of(said.group(2))));
    }
    Matcher short_ = SEPARATED.matcher(cell.strip());
    if (loose && short_.matches()) {
      return Optional.of(new Slated(scene(short_.group(1)), of(short_.group(2))));
    }
    return Optional.empty();
  }

  /** A scene without the word for it. */
  static String scene(String cell) {
    return SCENE_WORD.matcher(cell.strip()).replaceFirst("").strip();
  }

  /** A scene and a take. */
  record Slated(String scene, TakeCell take) {}

  /** A cell that says yes or no, and nothing else, about a circle. */
  static Optional<Boolean> circle(String cell) {
    String word = cell.strip().toLowerCase(Locale.ROOT);
    if (word.isEmpty() || NO.contains(word)) {
      return Optional.of(false);
    }
    boolean yes =
        YES.contains(word) || RINGED.matcher(word).matches() || CIRCLE_SIGN.matcher(word).find();
    return yes ? Optional.of(true) : Optional.empty();
  }
}
