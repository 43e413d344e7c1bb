package org.oddlot.demo;

import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import org.oddlot.format.otio.OtioWriter;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.media.MovieWriter;
import org.oddlot.practice.desk.DeskWriter;
import org.oddlot.practice.desk.Item;
import org.oddlot.practice.desk.Span;
import org.oddlot.sound.BroadcastExtension;
import org.oddlot.sound.WaveWriter;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.time.Timecode;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Effect;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;

/**
 * The evening on which a wedding's band plays on the ferry: four cameras that start and stop, two
 * recorders that run through. Planted: clocks that are minutes apart, a camera that runs 35
 * millionths fast, a start at which only a tape is heard that was played twice, a clip without any
 * sound, and one of another evening.
 */
public final class BandEvening {
  /** What is done with it by itself; see {@link DemoDay}. */
  static final List<String> TOUR =
      List.of(
          "station angles",
          "report The band evening, before anything is decided",
          "press tab-all",
          "select angles-rows 0",
          "wait",
          "picture angles",
          "accept angles",
          "station flatten",
          "press tab-all",
          "select flatten-rows 6",
          "wait",
          "picture flatten",
          "report The band evening, its angles placed");

  private static final JsonNodeFactory NODES = JsonNodeFactory.instance;
  private static final FrameRate RATE = FrameRate.FPS_25;
  private static final int PER_FRAME = Sea.SAMPLE_RATE / 25;
  private static final String DAY = "2026-03-20";

  /** How many millionths the camera on the mast is fast. */
  public static final double FAST = 35;

  /** A tape is played from here on, and once more from {@link #AGAIN}: seconds of the evening. */
  private static final int TAPE = 50;

  private static final int AGAIN = 92;
  private static final int TAPE_SECONDS = 14;

  /** When the evening begins on clocks that are right: 19:05. */
  private static final int BEGIN = 19 * 3600 + 5 * 60;

  /**
   * What a camera recorded from a start to a stop.
   *
   * @param at when it really began, in seconds of the evening
   * @param clock how many seconds its clock is late
   * @param ppm how many millionths its clock is fast
   */
  public record Shot(String name, int seconds, double at, int clock, double ppm, Kind kind) {
    String path() {
      return Phrase.of("media/band/%s/%s.mov", name.substring(0, 4), name);
    }

    long start() {
      return Math.round((BEGIN + at + clock) * 25);
    }

    long frames() {
      return seconds * 25L;
    }
  }

  /** What is to be heard in a shot. */
  public enum Kind {
    BAND,
    SILENT,
    OTHER_EVENING
  }

  /** What a recorder recorded. */
  public record Tape(String name, String recorder, int seconds, double at, int clock) {
    String path() {
      return Phrase.of("media/band/%s/%s.wav", recorder, name);
    }

    long reference() {
      return Math.round((BEGIN + at + clock) * Sea.SAMPLE_RATE);
    }
  }

  private BandEvening() {}

  /** The cameras' starts, as they really were. */
  public static List<Shot> shots() {
    return List.of(
        new Shot("A011C001", 30, 5.32, 0, 0, Kind.BAND),
        new Shot("A011C002", 36, 40.9, 0, 0, Kind.BAND),
        new Shot("A011C003", 40, 80.075, 0, 0, Kind.BAND),
        new Shot("B007C001", 48, 8.618, 131, 0, Kind.BAND),
        new Shot("B007C002", 40, 66.402, 131, 0, Kind.BAND),
        new Shot("C009C001", 18, 20.211, -40, 0, Kind.BAND),
        new Shot("C009C002", 9, TAPE + 2.36, -40, 0, Kind.BAND),
        new Shot("C009C003", 34, 78.77, -40, 0, Kind.BAND),
        new Shot("C009C004", 8, 114.5, -40, 0, Kind.SILENT),
        new Shot("D004C001", 104, 6.494, 12, FAST, Kind.BAND),
        new Shot("D004C002", 20, 30, 12, 0, Kind.OTHER_EVENING));
  }

  /** The recorders' files. */
  public static List<Tape> tapes() {
    return List.of(
        new Tape("TERN031", "Tern 8", 125, 0, 0),
        new Tape("SKUA07", "Skua", 58, 2.1837, 3),
        new Tape("SKUA08", "Skua", 60, 63.0121, 3));
  }

  /** The file that Practice Desk exports. */
  static byte[] export() {
    Map<String, List<Item>> bins = new LinkedHashMap<>();
    for (Shot shot : shots()) {
      String camera = shot.name.substring(0, 1);
      bins.computeIfAbsent("Camera " + camera, _ -> new ArrayList<>())
          .add(
              Item.Clip.of(
                  shot.name,
                  Optional.empty(),
                  Item.Media.file(
                      shot.name,
                      shot.path(),
                      new Span(shot.start(), shot.frames(), 25),
                      new Item.Shoot(DAY, camera, shot.name.substring(0, 4), 1, 48_000))));
    }
    List<Item> all = new ArrayList<>();
    bins.forEach((name, items) -> all.add(new Item.Bin(name, items, NODES.objectNode())));
    Item evening = new Item.Bin("Band evening", all, NODES.objectNode());
    return DeskWriter.write(
        new Item.Bin("The Night Ferry to Orrin", List.of(evening), NODES.objectNode()));
  }

  /**
   * A rough cut of the evening's group: forty uses. Planted: one at half speed, one that is moved
   * in the picture, and one that goes on when its camera has stopped.
   */
  static byte[] cut() {
    Stack group = group();
    var pictures = new ArrayList<Composable>();
    var random = new Random(20);
    String[] angles = {"Camera A", "Camera B", "Camera C", "Camera D"};
    long at = 10 * 25;
    for (int i = 1; i <= 40; i++) {
      long length = i == STOPS ? 100 : 60 + random.nextInt(70);
      String angle = i == STOPS ? "Camera A" : running(angles, at, length, random);
      Stack use = use(group, angle, at, length);
      if (i == SLOW) {
        use = use.withEffects(List.of(effect("LinearTimeWarp", "half speed", Rational.of(1, 2))));
      }
      if (i == MOVED) {
        use = use.withEffects(List.of(effect("Effect", "moved and larger", Rational.ONE)));
      }
      pictures.add(use);
      at += length;
      if (i + 1 == STOPS) {
        at = 33 * 25;
      } else if (at > 104 * 25) {
        at = 12 * 25;
      }
    }
    long all = pictures.stream().mapToLong(each -> length((Stack) each)).sum();
    var sound = use(group, "Tern 8", 250, Math.min(all, 2700));
    Timeline timeline =
        Timeline.of(
            "Ferry band cut",
            Optional.of(RationalTime.of(90_000, RATE)),
            List.of(
                Track.of("V1", Track.VIDEO, pictures),
                Track.of("A1", Track.AUDIO, List.of(sound))));
    var out = new ByteArrayOutputStream();
    OtioWriter.write(timeline, out);
    return out.toByteArray();
  }

  /** The uses that are something else than a plain one, counted from one. */
  private static final int SLOW = 7;

  private static final int MOVED = 9;
  private static final int STOPS = 31;

  private static long length(Stack use) {
    return use.sourceRange().orElseThrow().duration().value();
  }

  private static Stack use(Stack group, String angle, long from, long length) {
    var chosen = JsonObject.of("picture", JsonString.of(angle)).with("sound", JsonString.of(angle));
    return group
        .withMetadata(
            JsonObject.of("oddlot", group.metadata().object("oddlot").with("angle", chosen)))
        .withSourceRange(Optional.of(TimeRange.of(from, length, RATE)));
  }

  private static Effect effect(String schema, String name, Rational speed) {
    return new Effect(
        Origin.made(),
        schema,
        name,
        name,
        schema.equals("Effect") ? Optional.empty() : Optional.of(speed),
        JsonObject.EMPTY);
  }

  /** One of the angles that run all the time from a frame on. */
  private static String running(String[] angles, long from, long length, Random random) {
    List<String> running =
        Arrays.stream(angles)
            .filter(angle ->
                shots().stream()
                    .anyMatch(shot ->
                        angle.endsWith(shot.name.substring(0, 1))
                            && shot.kind == Kind.BAND
                            && Math.round(shot.at * 25) <= from
                            && Math.round(shot.at * 25) + shot.frames() >= from + length))
            .toList();
    return running.get(random.nextInt(running.size()));
  }

  private static Stack group() {
    Map<String, List<Composable>> rows = new LinkedHashMap<>();
    for (Shot shot : shots()) {
      if (shot.kind == Kind.BAND) {
        List<Composable> row =
            rows.computeIfAbsent("Camera " + shot.name.charAt(0), _ -> new ArrayList<>());
        long end =
            row.stream()
                .mapToLong(
                    each -> ((org.oddlot.timeline.Item) each).duration().orElseThrow().value())
                .sum();
        row.add(Gap.of(RationalTime.of(Math.round(shot.at * 25) - end, RATE)));
        row.add(
            Clip.of(
                shot.name,
                media(shot.name, shot.path(), TimeRange.of(shot.start(), shot.frames(), RATE)),
                Optional.empty()));
      }
    }
    var tracks = new ArrayList<Track>();
    rows.forEach((name, row) -> tracks.add(Track.of(name, Track.VIDEO, row)));
    Tape tern = tapes().getFirst();
    FrameRate samples = FrameRate.of(Sea.SAMPLE_RATE);
    tracks.add(
        Track.of(
            tern.recorder,
            Track.AUDIO,
            List.of(
                Clip.of(
                    tern.name,
                    media(
                        tern.name,
                        tern.path(),
                        TimeRange.of(
                            tern.reference(), (long) tern.seconds * Sea.SAMPLE_RATE, samples)),
                    Optional.empty()))));
    return Stack.of("Ferry band", tracks)
        .withMetadata(JsonObject.of("oddlot", JsonObject.of("kind", JsonString.of("angles"))));
  }

  private static MediaReference media(String name, String path, TimeRange range) {
    return new MediaReference.External(
        Origin.NONE, name, path, Optional.of(range), JsonObject.EMPTY);
  }

  /** How long the evening is, and where the other one begins, in seconds. */
  private static final int LENGTH = 126;

  private static final int OTHER = 3_000;

  /** What is to be heard from a second on, wherever a microphone stands. */
  private static final class Heard {
    private static final float[] BAND = heard(0, LENGTH);
    private static final float[] OTHER_EVENING = heard(OTHER, 30);

    private static float[] heard(long from, int seconds) {
      var sound = new float[seconds * Sea.SAMPLE_RATE];
      IntStream.range(0, seconds)
          .parallel()
          .forEach(second -> {
            for (int i = 0; i < Sea.SAMPLE_RATE; i++) {
              int at = second * Sea.SAMPLE_RATE + i;
              sound[at] = moment(from * Sea.SAMPLE_RATE + at, from + second);
            }
          });
      return sound;
    }

    private static float moment(long at, long second) {
      if (second >= TAPE && second < TAPE + TAPE_SECONDS) {
        return tape(at - (long) TAPE * Sea.SAMPLE_RATE);
      }
      if (second >= AGAIN && second < AGAIN + TAPE_SECONDS) {
        return tape(at - (long) AGAIN * Sea.SAMPLE_RATE);
      }
      return 0.5f * (Sea.voice(0, at) + Sea.voice(1, at)) + band(at);
    }
  }

  /** What a microphone hears at a moment of an evening, in samples of a clock that is right. */
  private static float heard(float[] evening, double sample, int microphone) {
    int at = (int) sample;
    float part = (float) (sample - at);
    return evening[at] * (1 - part) + evening[at + 1] * part + 0.5f * Sea.harbour(microphone, at);
  }

  private static float tape(long at) {
    return 0.8f * Sea.voice(2, at + 90_000_000L);
  }

  /** A bass and a melody, the notes as chance has them. */
  private static float band(long at) {
    double seconds = (double) at / Sea.SAMPLE_RATE;
    long beat = (long) Math.floor(seconds * 2);
    double within = seconds * 2 - beat;
    // No tune comes twice: nobody plays it the same again.
    long note = Math.floorMod(beat * beat * 31 + beat * beat * beat % 1009, 12L);
    double pitch = 110 * Math.pow(2, note / 12.0);
    double fall = Math.exp(-3 * within);
    double sum = Math.sin(2 * Math.PI * pitch * seconds);
    sum += 0.5 * Math.sin(2 * Math.PI * 2 * pitch * seconds);
    return (float) (0.06 * fall * sum);
  }

  /** Writes the movie of a shot. */
  static void write(Shot shot, Path path) throws IOException {
    int samples = (int) (shot.frames() * PER_FRAME);
    float[] sound = new float[samples];
    int microphone = 40 + shot.name.charAt(0);
    float[] evening = shot.kind == Kind.OTHER_EVENING ? Heard.OTHER_EVENING : Heard.BAND;
    double first = shot.kind == Kind.OTHER_EVENING ? 2 : shot.at;
    for (int i = 0; i < samples && shot.kind != Kind.SILENT; i++) {
      double at = first * Sea.SAMPLE_RATE + i / (1 + shot.ppm * 1e-6);
      sound[i] = heard(evening, at, microphone);
    }
    Timecode start = Timecode.ofFrames(shot.start(), RATE, false).withinDay();
    MovieWriter.write(
        path,
        RATE,
        (int) shot.frames(),
        new float[][] {sound},
        Sea.SAMPLE_RATE,
        Optional.of(start.toString()),
        Optional.of(start));
  }

  /** Writes a recorder's file. */
  static void write(Tape tape, Path path) throws IOException {
    long first = Math.round(tape.at * Sea.SAMPLE_RATE);
    Timecode start =
        Timecode.ofFrames(tape.reference() / Sea.SAMPLE_RATE, FrameRate.of(1), false).withinDay();
    WaveWriter.of(1, Sea.SAMPLE_RATE)
        .with(
            BroadcastExtension.of(
                "",
                tape.recorder,
                LocalDate.parse(DAY),
                start.toString().substring(0, 8),
                tape.reference()))
        .write(
            path,
            (long) tape.seconds * Sea.SAMPLE_RATE,
            (_, frame) -> heard(Heard.BAND, (double) (first + frame), tape.recorder.length()));
  }
}
