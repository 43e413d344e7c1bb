package org.oddlot.days;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Timecode;

/**
 * What happened on a set: takes one after the other, each with a clip of each camera that ran.
 *
 * @param rate at which the cameras count
 * @param drop whether their labels drop frames
 * @param takes in the order in which they were shot
 */
record Shoot(FrameRate rate, boolean drop, List<Take> takes) {
  private static final List<String> REMARKS =
      List.of(
          "rope slips",
          "soft at the end",
          "gull on the rail",
          "line changed",
          "boom in frame",
          "lovely",
          "engine too loud",
          "hat wrong",
          "false start",
          "rain stops");

  /**
   * A take.
   *
   * @param row its number in the shoot, from one
   * @param scene the scene
   * @param number within the scene
   * @param day its date
   * @param start of the first camera, in frames of the day
   * @param pressed when the log's button was pressed
   * @param clips one of each camera
   * @param circled whether it is a good one
   * @param remark unlike that of any other take
   */
  record Take(
      int row,
      String scene,
      int number,
      LocalDate day,
      long start,
      long pressed,
      List<Clip> clips,
      boolean circled,
      String remark) {
    Clip a() {
      return clips.getFirst();
    }
  }

  /** A clip: its media is known by {@code card/name}. */
  record Clip(String name, String card, String camera, long start, long frames) {
    String id() {
      return "media/" + card + "/" + name + ".mov";
    }
  }

  /** How a shoot is made. */
  static final class Plan {
    private final Random random;
    private FrameRate rate = FrameRate.FPS_25;
    private boolean drop;
    private int takes = 36;
    private String cameras = "A";
    private double from = 9.2;
    private int firstCard = 1;
    private int scatter = 10;
    private LocalDate day = LocalDate.of(2026, 3, 4);
    private int longest = 5;
    private int pause = 240;
    private boolean plainNames;

    Plan(long seed) {
      random = new Random(seed);
    }

    Plan rate(FrameRate value) {
      rate = value;
      return this;
    }

    Plan drop() {
      rate = FrameRate.FPS_29_97;
      drop = true;
      return this;
    }

    Plan takes(int value) {
      takes = value;
      return this;
    }

    Plan cameras(String value) {
      cameras = value;
      return this;
    }

    Plan from(double hours) {
      from = hours;
      return this;
    }

    Plan firstCard(int value) {
      firstCard = value;
      return this;
    }

    /** How far the log's button is from the camera's, in frames at the most. */
    Plan scatter(int value) {
      scatter = value;
      return this;
    }

    Plan day(LocalDate value) {
      day = value;
      return this;
    }

    Plan longestSetUp(int value) {
      longest = value;
      return this;
    }

    /** Clips are called C0001 and on, and begin again on each card, as do their timecodes. */
    Plan plainNames() {
      plainNames = true;
      return this;
    }

    /** How long it takes from one take to the next at the most, in seconds. */
    Plan pause(int value) {
      pause = value;
      return this;
    }

    Shoot shoot() {
      long nominal = rate.nominal();
      var made = new ArrayList<Take>();
      long at = Math.round(from * 3600 * nominal);
      int scene = 3 + random.nextInt(20);
      int letter = 0;
      int number = 0;
      int upTo = 2 + random.nextInt(longest - 1);
      long inDay = Timecode.framesInADay(rate, drop);
      for (int i = 1; i <= takes; i++) {
        if (++number > upTo) {
          number = 1;
          upTo = 2 + random.nextInt(longest - 1);
          letter++;
          if (letter > 2) {
            letter = 0;
            scene += 1 + random.nextInt(3);
          }
        }
        int card = firstCard + (i - 1) / 12;
        int inCard = (i - 1) % 12 + 1;
        long length = (8L + random.nextInt(60)) * nominal + random.nextInt((int) nominal);
        var clips = new ArrayList<Clip>();
        for (int c = 0; c < cameras.length(); c++) {
          String camera = cameras.substring(c, c + 1);
          String cardName = "%s%03d".formatted(camera, card);
          long start =
              plainNames
                  ? (inCard - 1) * 90L * nominal + 3600 * nominal
                  : (at + c * (2L + random.nextInt(9))) % inDay;
          String name =
              plainNames ? "C%04d".formatted(inCard) : cardName + "C%03d".formatted(inCard);
          clips.add(new Clip(name, cardName, camera, start, length));
        }
        long pressed = at % inDay - scatter + random.nextInt(2 * scatter + 1);
        made.add(
            new Take(
                i,
                scene + (letter == 0 ? "" : Character.toString('A' + letter - 1)),
                number,
                day.plusDays(at / inDay),
                clips.getFirst().start(),
                Math.floorMod(pressed, inDay),
                clips,
                random.nextInt(3) == 0,
                REMARKS.get(random.nextInt(REMARKS.size())) + " " + i + "x"));
        at += length + (20L + random.nextInt(pause)) * nominal + random.nextInt((int) nominal);
      }
      return new Shoot(rate, drop, made);
    }
  }

  /** A label as its device shows it. */
  String label(long frames) {
    return Timecode.ofFrames(Math.floorMod(frames, Timecode.framesInADay(rate, drop)), rate, drop)
        .toString()
        .replace(';', ':');
  }

  String label(double secondsLater, long frames) {
    return label(frames + Math.round(secondsLater * rate.nominal()));
  }

  /** The same shoot with other takes. */
  Shoot with(List<Take> others) {
    return new Shoot(rate, drop, others);
  }

  /** Both, one after the other. */
  Shoot and(Shoot other) {
    var all = new ArrayList<>(takes);
    all.addAll(other.takes);
    return with(all);
  }

  /** What its cameras recorded, as a bin. */
  String otio() {
    var clips = new StringBuilder();
    for (Take take : takes) {
      for (Clip clip : take.clips) {
        if (!clips.isEmpty()) {
          clips.append(",\n");
        }
        clips.append(
            """
            {"OTIO_SCHEMA":"Clip.2","metadata":{},"name":"%s","source_range":null,"effects":[],"markers":[],\
            "enabled":true,"media_references":{"DEFAULT_MEDIA":{"OTIO_SCHEMA":"ExternalReference.1",\
            "metadata":{"oddlot":{"source":{"camera":"%s","reel":"%s","recorded":"%s"}}},"name":"%s",\
            "available_range":{"OTIO_SCHEMA":"TimeRange.1","duration":%s,"start_time":%s},\
            "available_image_bounds":null,"target_url":"%s"}},"active_media_reference_key":"DEFAULT_MEDIA"}\
            """
                .formatted(
                    clip.name,
                    clip.camera,
                    clip.card,
                    take.day,
                    clip.name,
                    time(clip.frames),
                    time(clip.start),
                    clip.id()));
      }
    }
    return """
    {"OTIO_SCHEMA":"SerializableCollection.1","metadata":{"oddlot":{"kind":"bin"}},"name":"Rushes","children":[
    %s]}
    """
        .formatted(clips);
  }

  private String time(long frames) {
    return "{\"OTIO_SCHEMA\":\"RationalTime.1\",\"rate\":%s,\"value\":%d.0}"
        .formatted(rate.toDouble(), frames);
  }
}
