package org.oddlot.demo;

import java.io.ByteArrayOutputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.oddlot.format.otio.OtioWriter;
import org.oddlot.json.JsonObject;
import org.oddlot.profile.Field;
import org.oddlot.profile.Profiles;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.time.Timecode;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.TimelineObject;

/**
 * The interviews of the documentary strand: four people on one day, two cameras on each, and a log
 * of who speaks and of what.
 */
final class DayEight {
  /** What is done with it by itself; see {@link DemoDay}. */
  static final List<String> TOUR =
      List.of(
          "station stringouts",
          "report Interviews, strung out by topic and person",
          "select stringouts-rows 2",
          "wait",
          "picture string-outs",
          "station papercut",
          "type papercut-numbers 2b-c, 4b, 5a, 16, 20a-b, 14a, 8b",
          "wait",
          "select papercut-rows 2",
          "wait",
          "picture paper-cut",
          "station find",
          "type find-words bell",
          "wait",
          "select find-rows 1",
          "wait",
          "picture find");

  /** Who they are. */
  static final String PEOPLE =
      """
      Name;Heard as;Who
      Tormod Aaslund;Torment Asland;mate, 1951 to 1970
      Pilar;pillar;passenger of the last night
      Inés;in as;the captain's daughter
      Liv Haugane;Leave Hogan;harbour office, Orrin
      """;

  private static final FrameRate RATE = FrameRate.FPS_25;
  private static final String DATE = "2026-03-17";
  private static final List<String> SPEAKERS =
      List.of("Tormod Aaslund", "Pilar", "Inés", "Liv Haugane");
  private static final List<String> TOPICS =
      List.of("the last night", "the bell", "the winter of the ice", "the mail", "the captain");

  private final List<Interview> interviews = new ArrayList<>();

  /** An interview on one camera. */
  private record Interview(String name, String camera, String speaker, long start, long length) {}

  DayEight() {
    long at = Timecode.parse("09:12:00:00", RATE).frames();
    for (int i = 0; i < SPEAKERS.size(); i++) {
      long length = RATE.nominal() * 60L * (9 + 4 * i);
      interviews.add(
          new Interview(Phrase.of("A010C%03d", i + 1), "A", SPEAKERS.get(i), at, length));
      interviews.add(
          new Interview(Phrase.of("B010C%03d", i + 1), "B", SPEAKERS.get(i), at + 50, length - 90));
      at += length + RATE.nominal() * 60L * 17;
    }
  }

  /** The project as it is exported. */
  byte[] export() {
    var clips = new ArrayList<TimelineObject>();
    for (Interview interview : interviews) {
      clips.add(clip(interview));
    }
    var out = new ByteArrayOutputStream();
    OtioWriter.write(
        Bin.of("The Night Ferry to Orrin, interviews", List.of(Bin.of("Interviews", clips))), out);
    return out.toByteArray();
  }

  private static Clip clip(Interview interview) {
    JsonObject metadata = JsonObject.EMPTY;
    metadata = Profiles.own().with(metadata, Field.RECORDED, DATE + "T09:00:00");
    metadata = Profiles.own().with(metadata, Field.SOURCE_CAMERA, interview.camera);
    metadata = Profiles.own().with(metadata, Field.SOURCE_REEL, interview.camera + "010");
    metadata = Profiles.own().with(metadata, Field.CHANNEL_COUNT, "2");
    var media =
        new MediaReference.External(
            Origin.made(),
            interview.name,
            Phrase.of("media/%s010/%s.mov", interview.camera, interview.name),
            Optional.of(TimeRange.of(interview.start, interview.length, RATE)),
            metadata);
    return Clip.of(interview.name, media, Optional.empty());
  }

  /** Who speaks, and of what, as somebody logged it who listened. */
  String log() {
    var random = new Random(8);
    var log = new StringBuilder("TC In\tTC Out\tDate\tCategory\tKeyword\n");
    for (Interview interview : interviews) {
      if (!interview.camera.equals("A")) {
        continue;
      }
      long from = interview.start + 400;
      row(log, from, interview.start + interview.length - 400, "People", interview.speaker);
      while (from < interview.start + interview.length - 3500) {
        long to = from + 800 + random.nextInt(1800);
        row(log, from, to, "Topics", TOPICS.get(random.nextInt(TOPICS.size())));
        from = to + random.nextInt(900);
      }
    }
    return log.toString();
  }

  private static void row(StringBuilder log, long from, long to, String category, String keyword) {
    log.append(Phrase.of("%s\t%s\t%s\t%s\t%s\n", label(from), label(to), DATE, category, keyword));
  }

  private static String label(long frame) {
    return Timecode.of(RationalTime.of(frame, RATE), false).toString();
  }
}
