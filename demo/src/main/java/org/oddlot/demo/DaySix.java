package org.oddlot.demo;

import java.io.ByteArrayOutputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.oddlot.format.otio.OtioWriter;
import org.oddlot.json.JsonArray;
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
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;
import org.oddlot.timeline.Transition;

/**
 * The documentary cut near delivery, as Practice Desk exports it: 300 shots, twelve sources from
 * archives, music, titles in two languages, and what makes counting hard: clips that are hidden,
 * half hidden, disabled, slowed down, small, or in a timeline within the timeline.
 */
final class DaySix {
  /** What is done with it by itself; see {@link DemoDay}. */
  static final List<String> TOUR =
      List.of(
          "station licences",
          "select licences-rows 1",
          "report Licences, before anything is decided",
          "picture licences",
          "station reports",
          "press show-licences",
          "wait",
          "select report-rows 2",
          "picture report-licences",
          "press show-shots",
          "wait",
          "select report-rows 12",
          "picture report-shots");

  /** When it is delivered. */
  static final String DELIVERY = "2026-12-15";

  private static final FrameRate RATE = FrameRate.FPS_25;
  private static final int SHOTS = 300;
  private static final String DESK = "practice_desk";

  /** What comes from archives: where, and how much of it there is in seconds. */
  private record Archive(String name, String url, int seconds) {}

  private static final List<Archive> ARCHIVES =
      List.of(
          new Archive("OHA-0117 quay 1958", "archive/OHA-0117_quay_1958.mov", 80),
          new Archive("OHA-0204 launch", "archive/OHA-0204_launch.mov", 64),
          new Archive("OHA-0311 herring", "archive/OHA-0311_herring.mov", 90),
          new Archive("SKF-0441 pier, storm", "archive/SKF-0441_pier_storm.mov", 70),
          new Archive("SKF-0902 lamps", "archive/SKF-0902_lamps.mov", 55),
          new Archive("NLB newsreel 12", "archive/NLB_newsreel_12.mov", 120),
          new Archive("NLB newsreel 19", "archive/NLB_newsreel_19.mov", 120),
          new Archive("Lightkeepers album 3", "stills/lightkeepers_album_03.png", 20),
          new Archive("Lightkeepers album 7", "stills/lightkeepers_album_07.png", 20),
          new Archive("Skarvoy chart 1911", "stills/skarvoy_chart_1911.png", 20),
          new Archive("Mail boat, home movie", "archive/mailboat_8mm.mov", 140),
          new Archive("quay_old", "downloads/quay_old.mov", 60));

  /** Which shots are from which archive: the shot, the archive, its first second, its length. */
  private static final int[][] USES = {
    {6, 0, 4, 210}, {9, 3, 10, 420}, {17, 1, 2, 160}, {23, 5, 30, 300}, {31, 7, 0, 125},
    {38, 4, 8, 311}, {52, 2, 20, 190}, {61, 10, 40, 380}, {70, 0, 30, 175}, {84, 6, 15, 260},
    {97, 3, 30, 260}, {111, 8, 0, 140}, {120, 1, 20, 205}, {133, 11, 5, 158}, {149, 9, 0, 150},
    {160, 5, 60, 240}, {171, 2, 45, 220}, {188, 3, 10, 100}, {202, 10, 80, 415}, {214, 4, 30, 160},
    {230, 0, 55, 230}, {247, 6, 70, 180}, {262, 10, 100, 330}, {281, 3, 47, 278}
  };

  private final Random chance = new Random(6);
  private final List<Integer> starts = new ArrayList<>();
  private int length;

  private DaySix() {}

  /** The cut. */
  static byte[] cut() {
    return written(timeline());
  }

  /** The same as an object. */
  static Timeline timeline() {
    var day = new DaySix();
    List<Composable> pictures = day.pictures();
    Timeline cut =
        Timeline.of(
            "Ferry documentary, lock 2",
            Optional.of(RationalTime.of(90_000, RATE)),
            List.of(
                Track.of("V1", Track.VIDEO, pictures),
                Track.of("V2", Track.VIDEO, day.above()),
                Track.of("Titles en", Track.VIDEO, day.titles(TITLES_EN)),
                Track.of("Titles nn", Track.VIDEO, day.titles(TITLES_NN)),
                Track.of("A1", Track.AUDIO, day.talk()),
                Track.of("A2", Track.AUDIO, day.harbour()),
                Track.of("A3", Track.AUDIO, day.music(0)),
                Track.of("A4", Track.AUDIO, day.music(1))));
    return day.marked(cut);
  }

  /** A version of the cut as Practice Desk exports it. */
  static byte[] written(Timeline cut) {
    var out = new ByteArrayOutputStream();
    OtioWriter.write(
        Bin.of(
            "The Night Ferry to Orrin, documentary",
            List.of(
                cut.withMetadata(
                    JsonObject.of(
                        DESK,
                        JsonObject.of(
                            "uid", JsonString.of("0b7c1a52-6d15-4e2c-9f0e-3f6a1c2d4e51")))))),
        out);
    return out.toByteArray();
  }

  /** The papers of licences. */
  static String licences() {
    return """
    Source;Holder;Licence no.;Territory;Until;Price/s;Unit;Seconds allowed;Notes
    OHA-0117*;Orrin Harbour Archive;OHA 26/14;all;2036-12-31;18,00 EUR;1 s;60;harbour films
    OHA-0204*;Orrin Harbour Archive;OHA 26/14b;all;2036-12-31;18,00 EUR;1 s;30;launch of the ferry
    OHA-0311*;Orrin Harbour Archive;OHA 26/15;Nordic;2031-06-30;12,50 EUR;5 s;45;
    SKF-0441*;Skerry Film Library;2026-118;all;2036-01-31;42,00 EUR;3 s;30;storm of 1961
    SKF-0902*;Skerry Film Library;2026-119;all;2036-01-31;42,00 EUR;3 s;20;
    NLB newsreel 12;Northern Light Bureau;NLB-7781;all;in perpetuity;9,90 EUR;10 s;40;
    NLB newsreel 19;Northern Light Bureau;NLB-7782;all;2026-11-30;9,90 EUR;10 s;40;renewal asked for
    Lightkeepers album 3;Kvitholmen Lightkeepers;KL 3;all;in perpetuity;;1 s;;free with credit
    Lightkeepers album 7;Kvitholmen Lightkeepers;KL 7;all;in perpetuity;;1 s;;free with credit
    Skarvoy chart*;Skarvøy Parish;SP 1911;all;2030-12-31;5 EUR;1 s;10;
    Mail boat*;Family Nygard;letter of 3 May;all;2040-12-31;2 EUR;1 s;40;home movie, 8 mm
    """;
  }

  /** The paper of music. */
  static String music() {
    return """
    File,Title,Composer,Publisher,Society,Use
    night_ferry_theme.wav,The Night Ferry,Marit Solvang,Skarv Editions,NSK,theme
    lamp_room.wav,Lamp Room,Ivo Brandt / Marit Solvang,Skarv Editions,NSK,background
    herring_reel.wav,Herring Reel (trad.),Traditional,,,featured
    slow_water.wav,Slow Water,Ivo Brandt,Brandt Musikk,NSK,background
    brass_on_the_quay.wav,Brass on the Quay,Orrin Harbour Band,Harbour Band,NSK,featured
    last_stop.wav,Last Stop,Marit Solvang,Skarv Editions,NSK,background
    """;
  }

  private List<Composable> pictures() {
    var pictures = new ArrayList<Composable>();
    for (int i = 0; i < SHOTS; i++) {
      int[] use = use(i);
      int frames = use.length > 0 ? use[3] : 60 + chance.nextInt(110);
      starts.add(length);
      Clip clip =
          use.length > 0 ? archive(ARCHIVES.get(use[1]), use[2] * 25, frames) : own(i, frames);
      if (i == 61) {
        clip = clip.withEffects(List.of(speed(1, 2)));
      }
      // The dissolves lie between shots of the cut itself.
      if (i == 40 || i == 98 || i == 200) {
        pictures.add(
            new Transition(
                Origin.made(),
                "",
                "SMPTE_Dissolve",
                RationalTime.of(12, RATE),
                RationalTime.of(13, RATE),
                JsonObject.EMPTY));
      }
      if (i == 214) {
        pictures.add(nested(clip, frames));
      } else {
        pictures.add(i == 133 + 12 ? clip.withEnabled(false) : clip);
      }
      length += frames;
    }
    return pictures;
  }

  private static int[] use(int shot) {
    for (int[] use : USES) {
      if (use[0] == shot) {
        return use;
      }
    }
    return new int[0];
  }

  /** A shot of the production's own. */
  static Clip own(int shot, int frames) {
    int card = 1 + shot / 40;
    String name = Phrase.of("D%03dC%03d", card, 1 + shot % 40 * 3 % 37);
    long first = 900_000L + 30_000L * card + 700L * (shot % 40);
    var media =
        new MediaReference.External(
            Origin.made(),
            name,
            "media/doc/" + name + ".mov",
            Optional.of(TimeRange.of(900_000L + 30_000L * card, 40_000, RATE)),
            JsonObject.of(
                DESK,
                JsonObject.of(
                    "shoot",
                    JsonObject.of("card", JsonString.of(Phrase.of("D%03d", card)))
                        .with("unit", JsonString.of("D")))));
    Clip clip = Clip.of(name, media, range(first, frames));
    if (shot % 37 == 5) {
      clip =
          clip.withMetadata(
              JsonObject.of(
                  DESK,
                  JsonObject.of(
                      "remarks", JsonString.of("hold the last frame if the mix wants it"))));
    }
    if (shot % 29 == 3) {
      clip =
          clip.withMarkers(
              List.of(
                  marker("check the focus", first + 20, 1, "RED"),
                  marker("grade with the shot before", first + 30, 10, "CYAN")));
    }
    return clip;
  }

  private static Clip archive(Archive archive, int from, int frames) {
    var media =
        new MediaReference.External(
            Origin.made(),
            archive.name,
            archive.url,
            Optional.of(TimeRange.of(0, archive.seconds * 25L, RATE)),
            JsonObject.EMPTY);
    return Clip.of(archive.name, media, range(from, frames));
  }

  /**
   * A timeline within the timeline: an archive's picture under a card that fills half of its time.
   */
  private static Stack nested(Clip clip, int frames) {
    int half = frames / 2;
    return Stack.of(
        "Lamps, montage",
        List.of(
            Track.of("V1", Track.VIDEO, List.of(clip)),
            Track.of(
                "V2",
                Track.VIDEO,
                List.of(
                    Gap.of(RationalTime.of(half, RATE)),
                    archive(ARCHIVES.get(0), 700, frames - half)))));
  }

  /** What lies over the cut: full pictures, a small one, one of which nobody can tell, one off. */
  private List<Composable> above() {
    var above = new ArrayList<Composable>();
    var at = new int[] {0};
    // Over the whole of a storm shot; over half of one; four others over parts of the cut.
    over(above, at, starts.get(97), archive(ARCHIVES.get(5), 1500, 130));
    over(above, at, starts.get(120) + 60, own(301, 100));
    over(
        above,
        at,
        starts.get(133) + 20,
        own(302, 90)
            .withEffects(List.of(effect("Frame", JsonObject.of("size", new JsonNumber("0.4"))))));
    over(
        above,
        at,
        starts.get(160) + 10,
        own(303, 120).withEffects(List.of(effect("Ripple", JsonObject.EMPTY))));
    over(above, at, starts.get(171), own(304, 220).withEnabled(false));
    over(
        above,
        at,
        starts.get(188),
        own(305, 100)
            .withEffects(List.of(effect("Frame", JsonObject.of("strength", JsonNumber.of(0))))));
    over(above, at, starts.get(247) + 40, own(306, 80));
    return above;
  }

  private static void over(List<Composable> above, int[] at, int start, Clip clip) {
    above.add(Gap.of(RationalTime.of(start - at[0], RATE)));
    above.add(clip);
    at[0] = start + (int) clip.duration().orElseThrow().value();
  }

  private static final List<String> TITLES_EN =
      List.of(
          "Orrin, the harbour office",
          "Tormod Aaslund\nmate, 1951 to 1969",
          "Pilar\npassenger of the last night",
          "The boat never came back",
          "Kvitholmen light",
          "Skarvøy, the last stop",
          "Inés\ndeckhand and narrator");
  private static final List<String> TITLES_NN =
      List.of(
          "Orrin, hamnekontoret",
          "Tormod Aaslund\nstyrmann, 1951 til 1969",
          "Pilar\npassasjer den siste natta",
          "Båten kom aldri attende",
          "Kvitholmen fyr",
          "Skarvøy, siste stoppen",
          "Inés\ndekksjente og forteljar");

  private List<Composable> titles(List<String> words) {
    var titles = new ArrayList<Composable>();
    int at = 0;
    for (int i = 0; i < words.size(); i++) {
      int start = starts.get(10 + i * 41) + 15;
      titles.add(Gap.of(RationalTime.of(start - at, RATE)));
      titles.add(title(words.get(i), 90));
      at = start + 90;
    }
    return titles;
  }

  private static Clip title(String words, int frames) {
    var card =
        new MediaReference.Generator(
            Origin.made(),
            "",
            "desk.card",
            JsonObject.of("card", JsonObject.of("words", JsonString.of(words))),
            Optional.empty(),
            JsonObject.EMPTY);
    return Clip.of(words.replace('\n', ' '), card, range(0, frames))
        .withEffects(
            List.of(
                effect(
                    "Lettering",
                    JsonObject.of("face", JsonString.of("IBM Plex Serif"))
                        .with("height", JsonNumber.of(44))
                        .with("stroke", JsonNumber.of(600))
                        .with("ink", JsonString.of("#ffffff")))));
  }

  private List<Composable> talk() {
    var talk = new ArrayList<Composable>();
    String[] people = {"Inés", "Tormod", "Pilar"};
    int at = 0;
    for (int i = 0; i < 24; i++) {
      int start = starts.get(2 + i * 12);
      int frames = 160 + i % 5 * 40;
      if (start < at) {
        continue;
      }
      talk.add(Gap.of(RationalTime.of(start - at, RATE)));
      talk.add(
          sound(
              "interview_" + (1 + i % 3),
              "sound/interview_" + (1 + i % 3) + ".wav",
              i * 1000L,
              frames,
              "Dialogue: " + people[i % 3],
              "SR0" + (1 + i % 3)));
      at = start + frames;
    }
    return talk;
  }

  private List<Composable> harbour() {
    return List.of(
        sound(
            "harbour_night", "sound/harbour_night.wav", 0, length / 2, "Effects: Harbour", "SR09"),
        Gap.of(RationalTime.of(200, RATE)),
        sound(
            "harbour_day",
            "sound/harbour_day.wav",
            0,
            length - length / 2 - 200,
            "Effects: Harbour",
            "SR09"));
  }

  /**
   * Where music is: its file, the shot it begins with, its length, and for a split one the rest.
   */
  private static final Object[][] MUSIC = {
    {"night_ferry_theme", 0, 900, 0}, {"lamp_room", 30, 700, 0}, {"herring_reel", 52, 500, 0},
    {"slow_water", 84, 450, 550}, {"brass_on_the_quay", 133, 420, 0}, {"slow_water", 170, 600, 0},
    {"last_stop", 230, 800, 0}, {"unnamed_drone", 285, 300, 0}
  };

  /** Both channels of it lie on tracks of their own. */
  private List<Composable> music(int channel) {
    var music = new ArrayList<Composable>();
    int at = 0;
    for (Object[] cue : MUSIC) {
      int start = starts.get((Integer) cue[1]);
      int frames = (Integer) cue[2];
      int rest = (Integer) cue[3];
      music.add(Gap.of(RationalTime.of(start - at, RATE)));
      music.add(piece((String) cue[0], 0, frames, channel));
      if (rest > 0) {
        music.add(piece((String) cue[0], frames + 250, rest, channel));
      }
      at = start + frames + rest;
    }
    return music;
  }

  private static Clip piece(String name, long from, int frames, int channel) {
    return sound(
        name,
        "music/" + name + ".wav",
        from,
        frames,
        "Music: " + (channel == 0 ? "Left" : "Right"),
        "");
  }

  private static Clip sound(
      String name, String url, long from, int frames, String bus, String card) {
    var media =
        new MediaReference.External(
            Origin.made(),
            name,
            url,
            Optional.of(TimeRange.of(0, 60_000, RATE)),
            card.isEmpty()
                ? JsonObject.EMPTY
                : JsonObject.of(
                    DESK, JsonObject.of("shoot", JsonObject.of("card", JsonString.of(card)))));
    return Clip.of(name, media, range(from, frames))
        .withMetadata(
            JsonObject.of(
                DESK,
                JsonObject.of(
                    "lanes",
                    JsonArray.of(
                        List.of(
                            JsonObject.of("no", JsonNumber.of(0))
                                .with("bus", JsonString.of(bus)))))));
  }

  private Timeline marked(Timeline cut) {
    Stack stack = cut.tracks().orElseThrow();
    var markers = new ArrayList<Marker>();
    String[] names = {
      "picture locked up to here", "legal: ask for the letter", "mix: silence before the bell",
      "conform check", "caption house: name spelled Aaslund", "end of part one"
    };
    for (int i = 0; i < names.length; i++) {
      markers.add(marker(names[i], starts.get(20 + i * 45), i % 2 == 0 ? 1 : 50, "GREEN"));
    }
    return cut.withChildren(List.of(stack.withMarkers(markers)));
  }

  private static Marker marker(String name, long at, long frames, String colour) {
    return new Marker(
        Origin.made(), name, colour, TimeRange.of(at, frames, RATE), "", JsonObject.EMPTY);
  }

  private static Effect effect(String name, JsonObject metadata) {
    return new Effect(Origin.made(), "Effect", name, name, Optional.empty(), metadata);
  }

  private static Effect speed(long numerator, long denominator) {
    return new Effect(
        Origin.made(),
        "LinearTimeWarp",
        "",
        "LinearTimeWarp",
        Optional.of(Rational.of(numerator, denominator)),
        JsonObject.EMPTY);
  }

  private static Optional<TimeRange> range(long start, long frames) {
    return Optional.of(TimeRange.of(start, frames, RATE));
  }
}
