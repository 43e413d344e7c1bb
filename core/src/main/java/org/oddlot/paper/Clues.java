package org.oddlot.paper;

import java.time.LocalDate;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.oddlot.time.FrameRate;

/**
 * What is said of many rows at once: in the paper's name, its tab's name, a title above its
 * headers, a row that heads others. It holds for rows that say nothing of it themselves.
 *
 * @param date the day
 * @param dayNumber which shooting day it is
 * @param camera the camera's letter, empty if it is not said, like all texts
 * @param reel the roll or card
 * @param unit the unit's number
 * @param soundReel the recorder's roll
 * @param scene the scene
 * @param rate at which timecodes are counted
 * @param drops whether their labels drop frames
 */
record Clues(
    Optional<LocalDate> date,
    Optional<Integer> dayNumber,
    String camera,
    String reel,
    String unit,
    String soundReel,
    String scene,
    Optional<FrameRate> rate,
    boolean drops) {

  static final Clues NONE =
      new Clues(Optional.empty(), Optional.empty(), "", "", "", "", "", Optional.empty(), false);

  private static final Pattern CAMERA =
      Pattern.compile(
          "(?<!\\p{L})(?i:cameras?|cam|kamera|caméra|cámara|camara|macchina)[ :#.-]*([A-H])(?![\\p{L}\\p{N}])"
              + "|(?<![\\p{L}\\p{N}])([A-H])[ -]?(?i:cam|camera)(?!\\p{L})");

  private static final Pattern REEL =
      Pattern.compile(
          "(?<!\\p{L})(?:(?:camera |cam )?(?:roll|card|reel|mag|rolle|karte|bobine|carte))[ :#.-]*"
              + "((?=[A-Za-z0-9_]*\\d)[A-Za-z]{0,2}\\d[A-Za-z0-9_]*)",
          Pattern.CASE_INSENSITIVE);

  private static final Pattern CARD_NAME =
      Pattern.compile("(?<![\\p{L}\\p{N}])([A-H]\\d{3,4})(?![\\p{L}\\p{N}])");

  private static final Pattern SOUND_REEL =
      Pattern.compile(
          "(?<!\\p{L})(?:sound|snd|audio|ton)[ -]?(?:roll|card|reel|rolle)[ :#.-]*([A-Za-z0-9_]+)",
          Pattern.CASE_INSENSITIVE);

  private static final Pattern UNIT =
      Pattern.compile(
          "(?<![\\p{L}\\p{N}])(?:(\\d)(?:st|nd|rd|th|\\.)?|(main|first|second|third|splinter))"
              + "[ -]unit(?!\\p{L})|(?<!\\p{L})unit[ :#.-]*(\\d|[A-H](?!\\p{L}))",
          Pattern.CASE_INSENSITIVE);

  private static final Pattern DAY_NUMBER =
      Pattern.compile(
          "(?<!\\p{L})(?:day|shooting day|drehtag|tag|jour|d[ií]a|giorno|dag|draaidag)[ :#.-]*"
              + "(\\d{1,3})(?!\\d|[./-]\\d)|(?<!\\p{L})[dD](\\d{2,3})(?!\\d)",
          Pattern.CASE_INSENSITIVE);

  private static final Pattern RATE =
      Pattern.compile(
          "(?<![\\d:;.])(\\d{2,3}(?:[.,]\\d{1,3})?)\\s*(?:fps|ips|frames|bilder)?\\s*(NDF|DF|drop|non-?drop)?"
              + "(?![\\d:;.])",
          Pattern.CASE_INSENSITIVE);

  private static final Pattern SCENE =
      Pattern.compile(
          "(?:scenes?|sc|szene|bild|scena|escena|sc[eè]ne)[ :#.]*([\\p{L}]?\\d[\\p{L}\\p{N}]{0,5})"
              + "(?![\\p{L}\\p{N}]).*",
          Pattern.CASE_INSENSITIVE);

  private static final Set<String> NOT_OF_THE_DAY =
      Set.of("print", "export", "creat", "generat", "erstellt", "revis", "version", "updated");

  /** What {@code text} says. */
  static Clues in(String text) {
    String plain = text.replace('_', ' ');
    Optional<LocalDate> date =
        NOT_OF_THE_DAY.stream().anyMatch(plain.toLowerCase(Locale.ROOT)::contains)
            ? Optional.empty()
            : DateReader.find(plain);
    String soundReel = only(SOUND_REEL, plain);
    String withoutSound = SOUND_REEL.matcher(plain).replaceAll(" ");
    String reel = only(REEL, withoutSound);
    Drop drop = drop(plain);
    return new Clues(
        date,
        Optional.of(only(DAY_NUMBER, plain)).filter(n -> !n.isEmpty()).map(Integer::parseInt),
        only(CAMERA, plain),
        reel.isEmpty() ? only(CARD_NAME, withoutSound) : reel,
        unit(plain),
        soundReel,
        "",
        drop.rate,
        drop.drops);
  }

  /** What a row says that heads others: a scene as well, but no card that is not called one. */
  static Clues inHeading(String text) {
    Clues clues = in(text);
    Matcher scene = SCENE.matcher(text.strip());
    boolean card = !only(REEL, SOUND_REEL.matcher(text).replaceAll(" ")).isEmpty();
    return new Clues(
        clues.date,
        clues.dayNumber,
        clues.camera,
        card ? clues.reel : "",
        clues.unit,
        clues.soundReel,
        scene.matches() ? scene.group(1) : "",
        clues.rate,
        clues.drops);
  }

  private record Drop(Optional<FrameRate> rate, boolean drops) {}

  /** A rate is one if it says so: with its unit, or with digits after a point. */
  private static Drop drop(String text) {
    Matcher matcher = RATE.matcher(text);
    while (matcher.find()) {
      String number = matcher.group(1);
      String kind = Optional.ofNullable(matcher.group(2)).orElse("").toLowerCase(Locale.ROOT);
      boolean said =
          !kind.isEmpty()
              || matcher.group().toLowerCase(Locale.ROOT).matches(".*(fps|ips|frames|bilder).*")
              || number.matches("(23|29|47|59)[.,]9\\d*");
      if (said) {
        try {
          return new Drop(
              Optional.of(FrameRate.parse(number)), kind.equals("df") || kind.equals("drop"));
        } catch (IllegalArgumentException e) {
          return new Drop(Optional.empty(), false);
        }
      }
    }
    return new Drop(Optional.empty(), false);
  }

  /** What the first group that is there holds, if that is the same wherever it is found. */
  private static String only(Pattern pattern, String text) {
    var found = new TreeSet<String>();
    Matcher matcher = pattern.matcher(text);
    while (matcher.find()) {
      for (int group = 1; group <= matcher.groupCount(); group++) {
        if (matcher.group(group) != null) {
          found.add(matcher.group(group));
        }
      }
    }
    return found.size() == 1 ? found.first() : "";
  }

  private static String unit(String text) {
    return switch (only(UNIT, text).toLowerCase(Locale.ROOT)) {
      case "main", "first" -> "1";
      case "second", "splinter" -> "2";
      case "third" -> "3";
      case String other -> other.toUpperCase(Locale.ROOT);
    };
  }

  /** A unit as it is compared. */
  static String plainUnit(String cell) {
    String said = unit(cell.toLowerCase(Locale.ROOT).contains("unit") ? cell : cell + " unit");
    return said.isEmpty() ? cell.strip().toUpperCase(Locale.ROOT) : said;
  }

  /** This, and where it says nothing, {@code other}. */
  Clues over(Clues other) {
    return new Clues(
        date.or(other::date),
        dayNumber.or(other::dayNumber),
        camera.isEmpty() ? other.camera : camera,
        reel.isEmpty() ? other.reel : reel,
        unit.isEmpty() ? other.unit : unit,
        soundReel.isEmpty() ? other.soundReel : soundReel,
        scene.isEmpty() ? other.scene : scene,
        rate.or(other::rate),
        rate.isPresent() ? drops : other.drops);
  }

  /** Whether it says anything. */
  boolean isEmpty() {
    return equals(NONE);
  }
}
