package org.oddlot.demo;

import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Random;
import org.oddlot.caption.Caption;
import org.oddlot.caption.CaptionMaker;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Guideline;
import org.oddlot.caption.Timebase;
import org.oddlot.caption.Transcript;
import org.oddlot.caption.Turn;
import org.oddlot.caption.Word;
import org.oddlot.format.caption.SubRip;
import org.oddlot.format.caption.WebVtt;
import org.oddlot.format.guideline.GuidelineFiles;
import org.oddlot.format.transcript.WordJson;
import org.oddlot.media.MovieWriter;
import org.oddlot.practice.desk.DeskWriter;
import org.oddlot.practice.desk.Item;
import org.oddlot.practice.desk.Span;
import org.oddlot.sound.WaveWriter;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.Timecode;

/**
 * The ferry talk: a documentary strand of nine minutes, and its words as a captioning service and a
 * translator gave them. Planted: names misheard, captions that start at zero where the programme
 * starts at an hour, four too fast, two over a cut, an overlap, three that were not translated.
 */
final class DayFour {
  /** What is done with it by itself; see {@link DemoDay}. */
  static final List<String> TOUR =
      List.of(
          "station times",
          "select times-rows 0",
          "picture caption-times",
          "report The ferry talk, before anything is decided",
          "station names",
          "press tab-all",
          "select names-rows 3",
          "picture names",
          "accept names",
          "station captions",
          "select captions-rows 1",
          "picture captions",
          "press tab-languages",
          "select language-rows 2",
          "picture languages",
          "accept captions",
          "report The ferry talk, its captions mended");

  private static final JsonNodeFactory NODES = JsonNodeFactory.instance;
  private static final int RATE = 25;
  private static final int LENGTH = 9 * 60;
  private static final int HOUR = 3600;

  /** How many frames each picture of the talk has. */
  private static final int PICTURE = 620;

  private static final int SOUND_RATE = 8000;

  /** What the service heard. */
  private static final Map<String, String> MISHEARD = misheard();

  private final List<Sentence> sentences = read();
  private final List<Turn> turns = new ArrayList<>();
  private final List<Integer> cuts = new ArrayList<>();
  private final Random chance = new Random(4);

  /** A sentence in both languages. */
  private record Sentence(String speaker, String english, String nynorsk) {}

  DayFour() {
    double at = 2.4;
    int letters = sentences.stream().mapToInt(s -> s.english.length()).sum();
    double silence = (LENGTH - 8 - letters / 13.5) / sentences.size();
    cuts.add(0);
    for (Sentence sentence : sentences) {
      Turn turn = spoken(sentence, at);
      turns.add(turn);
      double start = turn.span().start().toDouble();
      double end = turn.span().end().toDouble();
      // About every other sentence begins with a picture of its own.
      if (chance.nextInt(100) < 55) {
        cuts.add((int) Math.round(start * RATE) - chance.nextInt(2));
      }
      if (end - start > 4) {
        cuts.add((int) Math.round((start + (end - start) * 0.6) * RATE) + 7);
      }
      at = end + silence * (0.5 + chance.nextDouble());
    }
    cuts.add(LENGTH * RATE);
  }

  private static Map<String, String> misheard() {
    var heard = new LinkedHashMap<String, String>();
    heard.put("Tormod Aaslund", "Torment Asland");
    heard.put("Inés", "in as");
    heard.put("Tormod", "Torment");
    heard.put("Kvitholmen", "quit Holman");
    heard.put("Skarvøy", "scarf oi");
    heard.put("Orrin", "Oren");
    heard.put("Pilar", "pillar");
    return heard;
  }

  private static List<Sentence> read() {
    try (InputStream in = DayFour.class.getResourceAsStream("ferry-talk.txt")) {
      if (in == null) {
        throw new IllegalStateException("ferry-talk.txt is not shipped");
      }
      return new String(in.readAllBytes(), StandardCharsets.UTF_8)
          .lines()
          .filter(line -> !line.startsWith("#"))
          .map(line -> line.split("\\s*\\|\\s*"))
          .map(parts -> new Sentence(parts[0], parts[1], parts[2]))
          .toList();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private Turn spoken(Sentence sentence, double from) {
    var words = new ArrayList<Word>();
    double at = from;
    for (String word : sentence.english.split(" ", -1)) {
      double length = (word.length() + 1) / (12.5 + 2 * chance.nextDouble());
      double confidence = 0.82 + 0.17 * chance.nextDouble();
      words.add(
          new Word(
              word,
              Optional.of(new org.oddlot.caption.Span(seconds(at), seconds(at + length * 0.92))),
              OptionalDouble.of(Math.round(confidence * 100) / 100.0)));
      at += length;
      if (word.endsWith(",")) {
        at += 0.25;
      }
    }
    var span =
        new org.oddlot.caption.Span(
            words.getFirst().span().orElseThrow().start(),
            words.getLast().span().orElseThrow().end());
    return new Turn(sentence.speaker, span, words);
  }

  private static Rational seconds(double seconds) {
    return Rational.of(Math.round(seconds * 1000), 1000);
  }

  private Transcript transcript(List<Turn> its) {
    return Transcript.made("ferry-talk", "en", Timebase.Ticks.MILLISECONDS, its);
  }

  /** What was said, word by word, with names as they were heard; speakers have numbers. */
  byte[] words() {
    List<String> people = List.of("Tormod", "Inés", "Pilar");
    return new WordJson()
        .write(
            transcript(
                heard().stream()
                    .map(
                        turn -> turn.withSpeaker("Speaker " + (people.indexOf(turn.speaker()) + 1)))
                    .toList()));
  }

  private List<Turn> heard() {
    var heard = new ArrayList<Turn>();
    for (Turn turn : turns) {
      String text = turn.text();
      for (Map.Entry<String, String> each : MISHEARD.entrySet()) {
        text = text.replace(each.getKey(), each.getValue());
      }
      heard.add(retimed(turn, text));
    }
    return heard;
  }

  /** Other words in the same time, as many letters as many milliseconds. */
  private static Turn retimed(Turn turn, String text) {
    if (text.equals(turn.text())) {
      return turn;
    }
    List<String> words = List.of(text.split(" "));
    Rational length = turn.span().length();
    var timed = new ArrayList<Word>();
    int at = 0;
    for (String word : words) {
      Rational start = turn.span().start().plus(length.times(Rational.of(at, text.length() + 1)));
      at += word.length() + 1;
      Rational end = turn.span().start().plus(length.times(Rational.of(at, text.length() + 1)));
      timed.add(
          new Word(
              word,
              Optional.of(
                  new org.oddlot.caption.Span(
                      Timebase.Ticks.MILLISECONDS.nearest(start),
                      Timebase.Ticks.MILLISECONDS.nearest(end))),
              OptionalDouble.of(0.7)));
    }
    return turn.withWords(timed);
  }

  /** The captions that a service made: from zero, with what is planted. */
  byte[] english() {
    Guideline wide =
        GuidelineFiles.shipped().stream()
            .filter(guideline -> guideline.name().equals("streaming"))
            .findFirst()
            .orElseThrow();
    List<Caption> captions = new ArrayList<>(CaptionMaker.of(transcript(heard()), wide, List.of()));
    for (int i = 0; i < captions.size(); i++) {
      Caption caption = captions.get(i);
      Rational longer = caption.end().plus(Rational.of(3, 10));
      boolean hasRoom =
          i + 1 == captions.size() || longer.compareTo(captions.get(i + 1).start()) < 0;
      captions.set(i, caption.withSpan(caption.start(), hasRoom ? longer : caption.end()));
    }
    plant(captions);
    return new SubRip()
        .write(Captions.made("ferry-talk", "en", Timebase.Ticks.MILLISECONDS, captions));
  }

  /**
   * The captions once they are right, as long lines as a wide picture takes, at the programme's
   * hour; two lie over each other, where two people speak.
   */
  byte[] right() {
    Guideline wide =
        GuidelineFiles.shipped().stream()
            .filter(guideline -> guideline.name().equals("streaming"))
            .findFirst()
            .orElseThrow();
    var captions = new ArrayList<Caption>();
    for (Caption caption : CaptionMaker.of(transcript(turns), wide, List.of())) {
      captions.add(caption.withTimes(time -> time.plus(Rational.of(HOUR))));
    }
    for (int i = 20; i + 1 < captions.size(); i += 25) {
      Caption caption = captions.get(i);
      captions.set(
          i,
          caption.withSpan(
              caption.start(), captions.get(i + 1).start().plus(Rational.of(12, RATE))));
    }
    return new SubRip()
        .write(Captions.made("ferry-talk", "en", Timebase.Ticks.MILLISECONDS, captions));
  }

  private void plant(List<Caption> captions) {
    int last = captions.size() - 1;
    for (int i : new int[] {last / 6, last / 3, last / 2, last * 5 / 6}) {
      Caption caption = captions.get(i);
      int letters = caption.text().plain().length();
      Rational length = Rational.of(Math.round(letters * 1000 / 25.0), 1000);
      captions.set(i, caption.withSpan(caption.start(), caption.start().plus(length)));
    }
    overCut(captions, last / 4);
    overCut(captions, last * 3 / 4);
    int over = last * 2 / 3;
    while (captions.get(over + 1).start().minus(captions.get(over).end()).toDouble() > 1) {
      over++;
    }
    captions.set(
        over,
        captions
            .get(over)
            .withSpan(
                captions.get(over).start(),
                captions.get(over + 1).start().plus(Rational.of(6, RATE))));
  }

  /**
   * From {@code first} on, the first caption that can go on over a cut ends two frames behind it.
   */
  private void overCut(List<Caption> captions, int first) {
    for (int i = first; i + 1 < captions.size(); i++) {
      Caption caption = captions.get(i);
      Rational end = Rational.of(nextCut(caption.end().toDouble()) + 2, RATE);
      boolean hasRoom =
          end.compareTo(captions.get(i + 1).start()) < 0
              && end.minus(caption.start()).compareTo(Rational.of(7)) < 0;
      if (hasRoom) {
        captions.set(i, caption.withSpan(caption.start(), end));
        return;
      }
    }
  }

  private int nextCut(double seconds) {
    return cuts.stream().filter(cut -> cut > seconds * RATE).findFirst().orElse(LENGTH * RATE);
  }

  /** The translation, at the programme's own hour; three sentences are missing. */
  byte[] nynorsk() {
    Guideline wide = GuidelineFiles.shipped().getFirst();
    var its = new ArrayList<Turn>();
    for (int i = 0; i < turns.size(); i++) {
      if (i == 9 || i == 26 || i == 40) {
        continue;
      }
      Turn turn = turns.get(i);
      var span =
          new org.oddlot.caption.Span(
              turn.span().start().plus(Rational.of(HOUR)),
              turn.span().end().plus(Rational.of(HOUR * 10 + 4, 10)));
      its.add(
          new Turn(
              turn.speaker(),
              span,
              List.of(sentences.get(i).nynorsk.split(" ")).stream().map(Word::of).toList()));
    }
    var transcript = Transcript.made("ferry-talk", "nn", Timebase.Ticks.MILLISECONDS, its);
    return new WebVtt()
        .write(
            Captions.made(
                "ferry-talk",
                "nn",
                Timebase.Ticks.MILLISECONDS,
                CaptionMaker.of(transcript, wide, List.of())));
  }

  /** The production's names. */
  static String names() {
    return """
    Name,Heard as,Who or what
    Inés,in as; Ines,deckhand and narrator
    Tormod Aaslund,,mate
    Tormod,,mate
    Pilar,,passenger
    Orrin,,the island
    Skarvøy,,the last stop before Orrin
    Kvitholmen,,a light without a keeper
    """;
  }

  /** The file that Practice Desk exports. */
  byte[] export() {
    var sound = new Span(0, (long) LENGTH * RATE, RATE);
    List<Item> pictures = new ArrayList<>();
    for (int i = 0; i + 1 < cuts.size(); i++) {
      int from = cuts.get(i);
      int length = cuts.get(i + 1) - from;
      if (length <= 0) {
        continue;
      }
      String name = name(i);
      var whole = new Span(first(i), PICTURE, RATE);
      pictures.add(
          Item.Clip.of(
              name,
              Optional.of(new Span(whole.start() + 5L * (i % 11), length, RATE)),
              Item.Media.file(name, "media/talk/" + name + ".mov", whole, Item.Shoot.UNKNOWN)));
    }
    Item talk =
        Item.Clip.of(
            "ferry-talk",
            Optional.of(sound),
            Item.Media.file("ferry-talk", "media/talk/ferry-talk.wav", sound, Item.Shoot.UNKNOWN));
    Item sequence =
        new Item.Sequence(
            "Ferry talk",
            "",
            Optional.of(new Span((long) HOUR * RATE, 0, RATE)),
            List.of(
                new Item.Lane("V1", "Video", Optional.empty(), pictures, NODES.objectNode()),
                new Item.Lane("A1", "Audio", Optional.empty(), List.of(talk), NODES.objectNode())),
            NODES.objectNode());
    return DeskWriter.write(
        new Item.Bin("The Night Ferry to Orrin", List.of(sequence), NODES.objectNode()));
  }

  private static String name(int picture) {
    return "T00" + (1 + picture % 3) + "C0" + (10 + picture % 7);
  }

  private static long first(int picture) {
    return 90_000L * (1 + picture % 3) + picture % 7 * 12_000L;
  }

  /** The names of the talk's pictures, with the timecode of their first frames. */
  static Map<String, Timecode> pictures() {
    var pictures = new LinkedHashMap<String, Timecode>();
    for (int i = 0; i < 21; i++) {
      pictures.put(name(i), Timecode.ofFrames(first(i), FrameRate.FPS_25, false));
    }
    return pictures;
  }

  /** Writes a picture of the talk: the sea, and titles have it to themselves. */
  static void writePicture(Timecode start, Path path) throws IOException {
    MovieWriter.write(
        path,
        FrameRate.FPS_25,
        PICTURE,
        new float[0][],
        0,
        Optional.of(start.toString()),
        Optional.empty());
  }

  /** Writes the talk's sound: a voice for each person where somebody speaks, and the harbour. */
  void writeSound(Path path) throws IOException {
    int[] speaking = new int[LENGTH * 50];
    for (Turn turn : turns) {
      for (Word word : turn.words()) {
        var span = word.span().orElseThrow();
        int from = (int) (span.start().toDouble() * 50);
        int to = Math.min(speaking.length, (int) (span.end().toDouble() * 50));
        java.util.Arrays.fill(speaking, Math.min(from, to), to, 1 + turn.speaker().length() % 3);
      }
    }
    WaveWriter.of(1, SOUND_RATE)
        .write(
            path,
            (long) LENGTH * SOUND_RATE,
            (_, sample) -> {
              int who = speaking[(int) Math.min(sample * 50 / SOUND_RATE, speaking.length - 1)];
              // The voices are made for six times as many samples a second.
              long at = sample * (Sea.SAMPLE_RATE / SOUND_RATE);
              float voice = who == 0 ? 0 : 0.5f * Sea.voice(who % 2, at);
              return voice + 0.5f * Sea.harbour(7, at);
            });
  }
}
