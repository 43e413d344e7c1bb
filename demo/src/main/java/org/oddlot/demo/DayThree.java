package org.oddlot.demo;

import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import java.io.IOException;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.media.MovieWriter;
import org.oddlot.practice.desk.DeskWriter;
import org.oddlot.practice.desk.Item;
import org.oddlot.practice.desk.Span;
import org.oddlot.sound.BroadcastExtension;
import org.oddlot.sound.WaveWriter;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Timecode;

/**
 * The third day, a night at the quay with second-source sound. Planted: a recording over two clips
 * and a clip over two recordings, early and late starts, midnight, a take called otherwise, a roll
 * with a wrong label, a second recorder that is twelve frames late, an atmosphere at another
 * timecode rate, wild sound, and a camera without any.
 */
final class DayThree {
  /** What is done with it by itself; see {@link DemoDay}. */
  static final List<String> TOUR =
      List.of(
          "station intake",
          "select intake-rows 3",
          "station sync",
          "report The third day, before anything is decided",
          "select sync-rows 1",
          "press settle-clocks",
          "press tab-all",
          "select sync-rows 10",
          "wait",
          "picture sync",
          "accept sync",
          "station roles",
          "select roles-rows 3",
          "picture roles",
          "accept roles",
          "station layout",
          "select layout-rows 0",
          "press cut-turn",
          "wait",
          "picture sound-tracks",
          "accept layout",
          "report The third day, its sound laid and named");

  private static final JsonNodeFactory NODES = JsonNodeFactory.instance;
  private static final FrameRate RATE = FrameRate.FPS_23_976;
  private static final double FILM = 24000 / 1001.0;
  static final long PER_FRAME = 2002;
  private static final String DAY = "2026-03-17";
  private static final String DAY_AFTER = "2026-03-18";
  private static final List<String> TRACKS =
      List.of("Boom", "Inés", "Tormod", "Pilar", "MIX L", "MIX R");

  /** How late the second recorder is, in frames. */
  static final int LATE = 12;

  private final List<Shot> shots = new ArrayList<>();
  private final List<Tape> tapes = new ArrayList<>();

  /**
   * A clip of a camera.
   *
   * @param start its first frame of the day
   */
  record Shot(String name, String scene, String take, String day, long start, int frames) {
    String card() {
      return name.substring(0, 4);
    }

    boolean isDrone() {
      return name.startsWith("D");
    }

    String path() {
      return Phrase.of("media/day3/%s/%s.mov", card(), name);
    }
  }

  /**
   * A sound file.
   *
   * @param reference its first sample, as the recorder counts it
   * @param truth its first sample, as the pictures count it
   * @param inTheBins whether the editing program knows it
   */
  record Tape(
      String name,
      String roll,
      String recorder,
      String scene,
      String take,
      String day,
      long reference,
      long truth,
      int samples,
      FrameRate timecode,
      List<String> tracks,
      String note,
      boolean inTheBins) {
    String path() {
      return Phrase.of("media/day3/%s/%s.wav", roll, name);
    }
  }

  DayThree() {
    long quay = DayOneTakes.at(21, 40, 0, 0);
    shot("A006C001", "31", 1, quay, 8);
    shot("B003C001", "31", 1, quay + 9, 7);
    tape("S01T01", "S01", "31", 1, quay - 48, 13, TRACKS, "", true);

    long second = quay + 24 * 200L + 5;
    shot("A006C002", "31", 2, second, 6);
    shot("A006C003", "31", 2, second + 24 * 9, 5);
    tape("S01T02", "S01", "31", 2, second - 60, 18, TRACKS, "", true);

    long third = quay + 24 * 420L + 13;
    shot("A006C004", "31", 3, third, 13);
    shot("B003C002", "31", 3, third - 6, 12);
    tape("S01T03", "S01", "31", 3, third - 30, 5, TRACKS, "", true);
    tape("S01T04", "S01", "31", 3, third + 24 * 7, 8, TRACKS, "restarted", true);

    List<String> wrong = new ArrayList<>(TRACKS);
    wrong.set(2, "4");
    long fourth = quay + 24 * 900L + 2;
    shot("A006C005", "32", 1, fourth, 9);
    tape("S02T01", "S02", "32", 1, fourth + 36, 9, wrong, "", false);

    long fifth = quay + 24 * 1200L + 19;
    shot("A006C006", "32", 2, fifth, 8);
    shot("B003C003", "32", 2, fifth + 4, 8);
    tape("S02T02", "S02", "32", 3, fifth - 50, 12, wrong, "", false);

    long midnight = DayOneTakes.at(23, 59, 56, 0);
    shot("A006C007", "33", 1, midnight, 9);
    tape("S02T03", "S02", "33", 1, midnight - 72, 13, wrong, "", false);
    long after = DayOneTakes.at(24, 3, 10, 7);
    shot("A006C008", "33", 2, after, 7);
    tape("S02T04", "S02", "33", 2, after - 24, 10, wrong, "", false);

    long wild = DayOneTakes.at(22, 40, 0, 0);
    tape("S02T05", "S02", "", 0, wild, 6, wrong, "wild: gulls, no picture", false);
    shots.add(new Shot("D002C001", "31", "4", DAY, (quay + 24 * 2000L) * 60 / 24, 60 * 6));

    second(quay, 1);
    second(third, 2);
    second(fourth, 3);
    second(fifth, 4);
    atmosphere(quay - 24);
  }

  private void shot(String name, String scene, int take, long start, int seconds) {
    long midnight = DayOneTakes.at(24, 0, 0, 0);
    shots.add(
        new Shot(
            name,
            scene,
            Integer.toString(take),
            start >= midnight ? DAY_AFTER : DAY,
            start % midnight,
            24 * seconds));
  }

  private void tape(
      String name,
      String roll,
      String scene,
      int take,
      long start,
      int seconds,
      List<String> tracks,
      String note,
      boolean inTheBins) {
    long midnight = DayOneTakes.at(24, 0, 0, 0);
    var names = new ArrayList<>(tracks);
    names.add("");
    names.add("LTC");
    // A recorder does not wait for a frame to begin.
    long truth = start % midnight * PER_FRAME - 700;
    tapes.add(
        new Tape(
            name,
            roll,
            "Tern 8",
            scene,
            take == 0 ? "" : Integer.toString(take),
            start >= midnight ? DAY_AFTER : DAY,
            truth,
            truth,
            seconds * Sea.SAMPLE_RATE,
            RATE,
            names,
            note,
            inTheBins));
  }

  /** The second recorder writes a file for each channel, and its clock is late. */
  private void second(long start, int take) {
    for (int channel = 1; channel <= 2; channel++) {
      long truth = (start + 10) * PER_FRAME;
      tapes.add(
          new Tape(
              Phrase.of("R01T%02d_%d", take, channel),
              "R01",
              "Skua",
              "",
              "",
              DAY,
              truth + LATE * PER_FRAME,
              truth,
              6 * Sea.SAMPLE_RATE,
              RATE,
              List.of(""),
              "",
              false));
    }
  }

  /** An interleaved file of six channels, recorded at a real rate: its labels are the clock's. */
  private void atmosphere(long start) {
    // Its clock was set to the camera's label when the day began to be shot.
    long reference = start * Sea.SAMPLE_RATE / 24;
    tapes.add(
        new Tape(
            "ATM01",
            "G01",
            "Gannet",
            "31",
            "",
            DAY,
            reference,
            start * PER_FRAME,
            10 * Sea.SAMPLE_RATE,
            FrameRate.FPS_25,
            List.of("L", "R", "C", "LFE", "Ls", "Rs"),
            "quay, all around",
            false));
  }

  List<Shot> shots() {
    return shots;
  }

  List<Tape> tapes() {
    return tapes;
  }

  /** The file that Practice Desk exports. */
  byte[] export() {
    Map<String, List<Item>> bins = new LinkedHashMap<>();
    for (Shot shot : shots) {
      bins.computeIfAbsent("Camera " + shot.name.charAt(0), _ -> new ArrayList<>())
          .add(item(shot, Optional.empty()));
    }
    for (Tape tape : tapes) {
      if (tape.inTheBins) {
        bins.computeIfAbsent("Sound", _ -> new ArrayList<>()).add(item(tape, Optional.empty()));
      }
    }
    List<Item> all = new ArrayList<>();
    bins.forEach((name, items) -> all.add(new Item.Bin(name, items, NODES.objectNode())));
    Item day = new Item.Bin("Day 3", all, NODES.objectNode());
    return DeskWriter.write(
        new Item.Bin("The Night Ferry to Orrin", List.of(day, roughCut()), NODES.objectNode()));
  }

  private static Item.Clip item(Shot shot, Optional<Span> used) {
    double rate = shot.isDrone() ? DayTwo.DRONE_RATE : FILM;
    return Item.Clip.of(
        shot.name,
        used,
        Item.Media.file(
            shot.name,
            shot.path(),
            new Span(shot.start, shot.frames, rate),
            new Item.Shoot(
                shot.day, shot.name.substring(0, 1), shot.card(), shot.isDrone() ? 0 : 2, 48_000)));
  }

  private static Item.Clip item(Tape tape, Optional<Span> used) {
    return Item.Clip.of(
        tape.name,
        used,
        Item.Media.file(
            tape.name,
            tape.path(),
            new Span(tape.reference, tape.samples, Sea.SAMPLE_RATE),
            new Item.Shoot(tape.day, "", tape.roll, tape.tracks.size(), Sea.SAMPLE_RATE)));
  }

  /** Three shots, the recorder's sound below them, the camera's kept and muted. */
  private Item roughCut() {
    List<Item> video = new ArrayList<>();
    List<Item> sound = new ArrayList<>();
    List<Item> scratch = new ArrayList<>();
    String[][] order = {{"A006C001", "S01T01"}, {"A006C002", "S01T02"}, {"B003C002", "S01T04"}};
    for (String[] pair : order) {
      Shot shot = shots.stream().filter(s -> s.name.equals(pair[0])).findFirst().orElseThrow();
      Tape tape = tapes.stream().filter(t -> t.name.equals(pair[1])).findFirst().orElseThrow();
      int head = pair[0].startsWith("B") ? 24 * 8 : 30;
      var picture = new Span(shot.start + head, 72, FILM);
      video.add(item(shot, Optional.of(picture)));
      scratch.add(item(shot, Optional.of(picture)).withEnabled(false));
      sound.add(
          item(
              tape,
              Optional.of(
                  new Span((shot.start + head) * PER_FRAME, 72 * PER_FRAME, Sea.SAMPLE_RATE))));
    }
    return new Item.Sequence(
        "Ferry rough cut, day 3",
        "",
        Optional.of(new Span(86_400, 0, 24)),
        List.of(
            new Item.Lane("V1", "Video", Optional.empty(), video, NODES.objectNode()),
            new Item.Lane("A1", "Audio", Optional.empty(), sound, NODES.objectNode()),
            new Item.Lane("A2", "Audio", Optional.empty(), scratch, NODES.objectNode())),
        NODES.objectNode());
  }

  /** The log of the two cameras. */
  String shotLog() {
    var rows = new StringBuilder("Scene,Take,Cam,TC In,Date,Cast\r\n");
    for (Shot shot : shots) {
      if (!shot.isDrone()) {
        rows.append(
            Phrase.of(
                "%s,%s,%s,%s,%s,Inés; Tormod; Pilar\r\n",
                shot.scene,
                shot.take,
                shot.name.charAt(0),
                Timecode.ofFrames(shot.start + 3, RATE, false),
                shot.day));
      }
    }
    return rows.toString();
  }

  /** What the second recorder's operator wrote down: its files say nothing themselves. */
  String soundReport() {
    var rows = new StringBuilder("File;Sound roll;Scene;Take;Tr1;Tr2;Notes\r\n");
    String[] slates = {"31;1", "31;3", "32;1", "32;2"};
    for (int i = 0; i < slates.length; i++) {
      rows.append(Phrase.of("R01T%02d;R01;%s;Plant Gangway;Lav Aune;\r\n", i + 1, slates[i]));
    }
    return rows.toString();
  }

  /**
   * Writes the movie of a shot: with the harbour and the voices as its own microphone hears them.
   */
  static void write(Shot shot, Path path) throws IOException {
    FrameRate rate = shot.isDrone() ? FrameRate.FPS_59_94 : RATE;
    int samples = (int) (shot.frames * PER_FRAME);
    float[] left = new float[samples];
    float[] right = new float[samples];
    for (int i = 0; i < samples && !shot.isDrone(); i++) {
      long at = shot.start * PER_FRAME + i;
      float heard = 0.4f * (Sea.voice(0, at) + Sea.voice(1, at));
      left[i] = heard + 2 * Sea.harbour(90 + shot.name.charAt(0), at);
      right[i] = heard + 2 * Sea.harbour(190 + shot.name.charAt(0), at);
    }
    Timecode start = Timecode.ofFrames(shot.start, rate, false).withinDay();
    MovieWriter.write(
        path,
        rate,
        shot.frames,
        shot.isDrone() ? new float[0][] : new float[][] {left, right},
        Sea.SAMPLE_RATE,
        Optional.of(start.toString()),
        Optional.of(start));
  }

  /** Writes a sound file with what the recorder says of it. */
  static void write(Tape tape, Path path) throws IOException {
    var writer =
        WaveWriter.of(tape.tracks.size(), Sea.SAMPLE_RATE)
            .with(
                BroadcastExtension.of(
                    tape.note,
                    tape.recorder,
                    LocalDate.parse(tape.day),
                    Timecode.ofFrames(tape.reference / Sea.SAMPLE_RATE, FrameRate.of(1), false)
                        .withinDay()
                        .toString()
                        .substring(0, 8),
                    tape.reference));
    if (!tape.roll.equals("R01")) {
      writer.withIxml(ixml(tape));
    }
    writer.write(path, tape.samples, new Microphones(tape));
  }

  /** What each channel hears. All channels of a moment are asked for one after the other. */
  private static final class Microphones implements WaveWriter.Sound {
    private enum Hears {
      ALL,
      INES,
      TORMOD,
      TIMECODE,
      QUAY,
      NOTHING
    }

    private final Tape tape;
    private final Hears[] hears;
    private long at = -1;
    private float ines;
    private float tormod;

    Microphones(Tape tape) {
      this.tape = tape;
      hears = tape.tracks.stream().map(track -> hears(tape, track)).toArray(Hears[]::new);
    }

    @Override
    public float at(int channel, long frame) {
      long now = tape.truth + frame;
      if (now != at) {
        at = now;
        ines = Sea.voice(0, now);
        tormod = Sea.voice(1, now);
      }
      float harbour = Sea.harbour(10 * channel + 1, now);
      return switch (hears[channel]) {
        case ALL -> harbour + 0.8f * (ines + tormod);
        case INES -> harbour + ines;
        case TORMOD -> harbour + tormod;
        case TIMECODE -> now / 24 % 2 == 0 ? 0.2f : -0.2f;
        case QUAY -> 6 * harbour + 0.15f * ines;
        case NOTHING -> harbour;
      };
    }

    private static Hears hears(Tape tape, String track) {
      if (tape.roll.equals("G01")) {
        return Hears.QUAY;
      }
      return switch (track) {
        case "Boom", "MIX L", "MIX R" -> Hears.ALL;
        case "Inés" -> Hears.INES;
        case "Tormod", "4" -> Hears.TORMOD;
        case "LTC" -> Hears.TIMECODE;
        default -> tape.roll.equals("R01") ? Hears.ALL : Hears.NOTHING;
      };
    }
  }

  private static String ixml(Tape tape) {
    var tracks = new StringBuilder();
    for (int i = 0; i < tape.tracks.size(); i++) {
      tracks.append(
          Phrase.of(
              "<TRACK><CHANNEL_INDEX>%d</CHANNEL_INDEX><INTERLEAVE_INDEX>%d</INTERLEAVE_INDEX>"
                  + "<NAME>%s</NAME></TRACK>",
              i + 1, i + 1, tape.tracks.get(i)));
    }
    return Phrase.of(
        """
        <?xml version="1.0" encoding="UTF-8"?>
        <BWFXML><IXML_VERSION>1.5</IXML_VERSION><PROJECT>The Night Ferry to Orrin</PROJECT>\
        <SCENE>%s</SCENE><TAKE>%s</TAKE><TAPE>%s</TAPE><NOTE>%s</NOTE>
        <SPEED><TIMECODE_RATE>%d/%d</TIMECODE_RATE><TIMECODE_FLAG>NDF</TIMECODE_FLAG>\
        <FILE_SAMPLE_RATE>48000</FILE_SAMPLE_RATE>\
        <TIMESTAMP_SAMPLES_SINCE_MIDNIGHT_HI>%d</TIMESTAMP_SAMPLES_SINCE_MIDNIGHT_HI>\
        <TIMESTAMP_SAMPLES_SINCE_MIDNIGHT_LO>%d</TIMESTAMP_SAMPLES_SINCE_MIDNIGHT_LO>\
        <TIMESTAMP_SAMPLE_RATE>48000</TIMESTAMP_SAMPLE_RATE></SPEED>
        <TRACK_LIST><TRACK_COUNT>%d</TRACK_COUNT>%s</TRACK_LIST></BWFXML>
        """,
        tape.scene,
        tape.take,
        tape.roll,
        tape.note,
        tape.timecode.numerator(),
        tape.timecode.denominator(),
        tape.reference >>> 32,
        tape.reference & 0xFFFFFFFFL,
        tape.tracks.size(),
        tracks);
  }
}
