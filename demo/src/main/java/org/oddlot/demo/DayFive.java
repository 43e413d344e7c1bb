package org.oddlot.demo;

import java.io.ByteArrayOutputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.oddlot.format.otio.OtioWriter;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Effect;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;

/**
 * Titles: the ferry talk's words, put right, for pictures of three shapes; and a reel of 70 titles
 * as Practice Desk exports them, two fonts and a few odd ones, among filters and speeds with the
 * same numbers.
 */
final class DayFive {
  /** What is done with it by itself; see {@link DemoDay}. */
  static final List<String> TOUR =
      List.of(
          "station titles",
          "select titles-rows 1",
          "report Titles, before anything is decided",
          "picture titles",
          "press change-style",
          "press style-close",
          "station restyle",
          "choose where-size 42",
          "type set-value 44",
          "select meant-rows 2",
          "picture many-titles",
          "accept titles",
          "report Titles, once what was proposed is accepted");

  /** The shapes that are wanted. */
  static final String SHAPES = "1920x1080, 1080x1080@29.97df, 1080x1920";

  private static final FrameRate RATE = FrameRate.FPS_25;
  private static final int COUNT = 70;
  private static final List<String> PLACES =
      List.of(
          "Orrin Harbour",
          "The night ferry",
          "Kvitholmen light",
          "Skarvøy quay",
          "The lamp room",
          "Outside Orrin",
          "The long mole",
          "Deck two",
          "The fish hall",
          "North of the light");
  private static final List<String> TIMES =
      List.of(
          "before midnight",
          "four in the morning",
          "the same night",
          "a week later",
          "the first day of spring",
          "after the storm",
          "an hour too early");

  private DayFive() {}

  /** A look as Practice Desk keeps it. */
  private record Look(String face, int height, int stroke, String ink) {}

  /** Most are alike; a few are not, as it happens when several people work on a reel. */
  private static Look look(int number) {
    if (number % 23 == 7) {
      return new Look("IBM Plex Sans", 42, 600, "#ffffff");
    }
    return switch (number) {
      case 12 -> new Look("IBM Plex Serif", 60, 600, "#ffffff");
      case 33, 51 -> new Look("IBM Plex Serif", 38, 600, "#ffffff");
      case 58 -> new Look("IBM Plex Serif", 42, 400, "#ffe9b0");
      case 64 -> new Look("Harbour Grotesk", 42, 600, "#ffffff");
      default -> new Look("IBM Plex Serif", 42, 600, "#ffffff");
    };
  }

  /** The production's own style: larger letters, so that not all words fit a square picture. */
  static String style() {
    return """
    style: ferry
    title: Ferry caption
    lines:
      - {font: IBM Plex Sans, weight: 600, size: 56, colour: "#ffffff"}
      - {size: 50}
    spacing: 1.28
    box: {colour: "#14130f", opacity: 0.78, radius: 6, padding: 14}
    place: {y: 0.9, hold: bottom, band: yes}
    fit: {smallest: 42, lines: 2, speed: 20, shortest: 0.8}
    """;
  }

  /** The reel. */
  static byte[] reel() {
    var chance = new Random(5);
    var titles = new ArrayList<Composable>();
    var pictures = new ArrayList<Composable>();
    for (int i = 1; i <= COUNT; i++) {
      int length = 50 + chance.nextInt(60);
      if (i % 5 == 0) {
        titles.add(Gap.of(RationalTime.of(42, RATE)));
        pictures.add(picture(i, 42, chance));
      }
      titles.add(title(i, length));
      pictures.add(picture(i, length, chance));
    }
    Timeline reel =
        Timeline.of(
            "Titles reel",
            Optional.of(RationalTime.of(90_000, RATE)),
            List.of(
                Track.of("V1", Track.VIDEO, pictures), Track.of("V2 titles", Track.VIDEO, titles)));
    var out = new ByteArrayOutputStream();
    OtioWriter.write(
        Bin.of(
            "The Night Ferry to Orrin, titles",
            List.of(
                reel.withMetadata(
                    JsonObject.of(
                        "practice_desk",
                        JsonObject.of(
                            "uid", JsonString.of("6f0b1d1e-42aa-4c42-9a42-424242424242")))))),
        out);
    return out.toByteArray();
  }

  private static Clip title(int number, int length) {
    Look look = look(number);
    String words = PLACES.get(number % PLACES.size()) + "\n" + TIMES.get(number * 3 % TIMES.size());
    var card =
        new MediaReference.Generator(
            Origin.made(),
            "",
            "desk.card",
            JsonObject.of(
                "card",
                JsonObject.of("words", JsonString.of(words)).with("fade", JsonNumber.of(12))),
            Optional.empty(),
            JsonObject.EMPTY);
    Effect lettering =
        effect(
            "Lettering",
            JsonObject.of("face", JsonString.of(look.face))
                .with("height", JsonNumber.of(look.height))
                .with("stroke", JsonNumber.of(look.stroke))
                .with("ink", JsonString.of(look.ink))
                .with("from_left", new JsonNumber("0.5"))
                .with("from_top", new JsonNumber("0.42"))
                .with("tracking", JsonNumber.of(42)));
    return Clip.of(Phrase.of("Card %02d", number), card, range(0, length))
        .withEffects(List.of(lettering, effect("Glow", amount(number % 3 == 0 ? 42 : 18))));
  }

  private static Clip picture(int number, int length, Random chance) {
    String name = Phrase.of("T0%02dC042", 1 + number % 9);
    var media =
        new MediaReference.External(
            Origin.made(),
            name,
            "media/reel/" + name + ".mov",
            Optional.of(TimeRange.of(0, 9_000, RATE)),
            JsonObject.of(
                "practice_desk",
                JsonObject.of("shoot", JsonObject.of("card", JsonString.of("T042")))));
    Clip clip = Clip.of(name, media, range(42L * (1 + chance.nextInt(40)), length));
    return switch (number % 4) {
      case 0 ->
          clip.withEffects(
              List.of(
                  new Effect(
                      Origin.made(),
                      "LinearTimeWarp",
                      "",
                      "LinearTimeWarp",
                      Optional.of(Rational.of(42, 100)),
                      JsonObject.EMPTY)));
      case 1 -> clip.withEffects(List.of(effect("Grain", amount(42))));
      default -> clip;
    };
  }

  private static JsonObject amount(int amount) {
    return JsonObject.of("amount", JsonNumber.of(amount)).with("height", JsonNumber.of(amount));
  }

  private static Effect effect(String name, JsonObject metadata) {
    return new Effect(Origin.made(), "Effect", name, name, Optional.empty(), metadata);
  }

  private static Optional<TimeRange> range(long start, long length) {
    return Optional.of(TimeRange.of(start, length, RATE));
  }
}
