package org.oddlot.demo;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.ReadySheet;
import org.oddlot.lot.SafeFile;
import org.oddlot.pass.RunSheet;
import org.oddlot.text.Phrase;

/** Makes the demo's lot and all that is in it. */
public final class Demo {
  private static final String LOT = "Orrin day 1";

  /** Where in the demo's folder the one lies that is watched. */
  public static final String WATCHED = "watched";

  private Demo() {}

  /** All days, in their order. */
  public static List<DemoDay> days() {
    return List.of(
        new DemoDay("day", "", Demo::make, DayOne.TOUR),
        new DemoDay("everything", "day 2", Demo::makeDayTwo, DayTwo.TOUR),
        new DemoDay("sound", "day 3", Demo::makeDayThree, DayThree.TOUR),
        new DemoDay("angles", "band evening", Demo::makeBandEvening, BandEvening.TOUR),
        new DemoDay("words", "ferry talk", Demo::makeTalk, DayFour.TOUR),
        new DemoDay("titles", "titles", Demo::makeTitles, DayFive.TOUR),
        new DemoDay("delivery", "delivery", Demo::makeDelivery, DaySix.TOUR),
        new DemoDay("selects", "interviews", Demo::makeInterviews, DayEight.TOUR),
        new DemoDay("compare", "lock 3", Demo::makeNextLock, DaySeven.TOUR),
        new DemoDay("markers", "screening", Demo::makeScreening, DaySeven.SCREENING),
        new DemoDay("handoff", "hand-off", Demo::makeHandOff, DaySeven.HAND_OFF));
  }

  /** Makes all days in {@code folder}, and gives their lots' files. */
  public static List<Path> makeAll(Path folder) throws IOException {
    var lots = new ArrayList<Path>();
    for (DemoDay day : days()) {
      lots.add(day.make(folder));
    }
    WatchedFolder.make(folder.resolve(WATCHED));
    return lots;
  }

  /**
   * Makes the demo in {@code folder}; what is there already is left as it is.
   *
   * @return the lot's file
   * @throws IOException if something could not be written
   */
  public static Path make(Path folder) throws IOException {
    Path timeline = folder.resolve("orrin-day1.otio");
    Path log = folder.resolve("orrin-day1-shots.csv");
    if (!Files.exists(timeline) || !Files.exists(log)) {
      List<Take> takes = DayOneTakes.takes();
      var day = new DayOne(takes);
      put(timeline, day.export());
      put(log, ShotLog.csv(takes, day).getBytes(StandardCharsets.UTF_8));
    }
    Path lot = folder.resolve(LOT + LotFile.EXTENSION);
    if (!Files.exists(lot)) {
      LotFile.save(Lot.empty(LOT).withFiles(List.of(timeline, log)), lot);
    }
    return lot;
  }

  /**
   * Makes the second day in {@code folder}: a lot by itself, with small movies for the camera whose
   * timecode is only on its sound.
   *
   * @return the lot's file
   * @throws IOException if something could not be written
   */
  public static Path makeDayTwo(Path folder) throws IOException {
    Path lot = folder.resolve("Orrin day 2" + LotFile.EXTENSION);
    if (Files.exists(lot)) {
      // It is written last: all else is there, and a start need not wait for it.
      return lot;
    }
    var day = new DayTwo();
    Path timeline = folder.resolve("orrin-day2.otio");
    List<Path> papers =
        List.of(
            folder.resolve("orrin-day2-shots.csv"),
            folder.resolve("orrin-day2-camera-b.csv"),
            folder.resolve("orrin-day2-keywords.tsv"),
            folder.resolve("orrin-day2-script.xlsx"));
    put(timeline, day.export());
    put(papers.get(0), day.shotLog().getBytes(StandardCharsets.UTF_8));
    put(papers.get(1), day.secondLog().getBytes(StandardCharsets.UTF_8));
    put(papers.get(2), day.keywordLog().getBytes(StandardCharsets.UTF_8));
    put(papers.get(3), day.scriptNotes());
    for (DayTwo.Shot shot : day.filmed()) {
      film(
          folder.resolve(Phrase.of("media/%s/%s.mov", shot.card(), shot.name())),
          path -> Movies.write(shot, path));
    }
    var inputs = new ArrayList<>(List.of(timeline));
    inputs.addAll(papers);
    LotFile.save(Lot.empty("Orrin day 2").withFiles(inputs), lot);
    return lot;
  }

  /**
   * Makes the third day in {@code folder}: a lot by itself, with its movies and its sound.
   *
   * @return the lot's file
   * @throws IOException if something could not be written
   */
  public static Path makeDayThree(Path folder) throws IOException {
    Path lot = folder.resolve("Orrin day 3" + LotFile.EXTENSION);
    if (Files.exists(lot)) {
      return lot;
    }
    var day = new DayThree();
    var inputs = new ArrayList<Path>();
    inputs.add(folder.resolve("orrin-day3.otio"));
    inputs.add(folder.resolve("orrin-day3-shots.csv"));
    inputs.add(folder.resolve("orrin-day3-sound-r01.csv"));
    put(inputs.get(0), day.export());
    put(inputs.get(1), day.shotLog().getBytes(StandardCharsets.UTF_8));
    put(inputs.get(2), day.soundReport().getBytes(StandardCharsets.UTF_8));
    var media = new ArrayList<Media>();
    for (DayThree.Shot shot : day.shots()) {
      media.add(new Media(folder.resolve(shot.path()), path -> DayThree.write(shot, path)));
    }
    for (DayThree.Tape tape : day.tapes()) {
      Path file = folder.resolve(tape.path());
      media.add(new Media(file, path -> DayThree.write(tape, path)));
      inputs.add(file);
    }
    makeAll(media);
    LotFile.save(Lot.empty("Orrin day 3").withFiles(inputs), lot);
    return lot;
  }

  /**
   * Makes the evening of the wedding's band in {@code folder}: a lot by itself, with its movies and
   * its sound.
   *
   * @return the lot's file
   * @throws IOException if something could not be written
   */
  public static Path makeBandEvening(Path folder) throws IOException {
    Path lot = folder.resolve("Ferry band, evening" + LotFile.EXTENSION);
    if (Files.exists(lot)) {
      return lot;
    }
    var inputs = new ArrayList<Path>();
    inputs.add(folder.resolve("ferry-band.otio"));
    inputs.add(folder.resolve("ferry-band-cut.otio"));
    put(inputs.get(0), BandEvening.export());
    put(inputs.get(1), BandEvening.cut());
    var media = new ArrayList<Media>();
    for (BandEvening.Shot shot : BandEvening.shots()) {
      media.add(new Media(folder.resolve(shot.path()), path -> BandEvening.write(shot, path)));
    }
    for (BandEvening.Tape tape : BandEvening.tapes()) {
      Path file = folder.resolve(tape.path());
      media.add(new Media(file, path -> BandEvening.write(tape, path)));
      inputs.add(file);
    }
    makeAll(media);
    return save(lot, inputs, "angles", UnaryOperator.identity());
  }

  /**
   * Makes the ferry talk in {@code folder}: a lot by itself, with its captions and its sound.
   *
   * @return the lot's file
   * @throws IOException if something could not be written
   */
  public static Path makeTalk(Path folder) throws IOException {
    Path lot = folder.resolve("Ferry talk" + LotFile.EXTENSION);
    if (Files.exists(lot)) {
      return lot;
    }
    var talk = new DayFour();
    var inputs = new ArrayList<Path>();
    inputs.add(folder.resolve("ferry-talk.otio"));
    inputs.add(folder.resolve("ferry-talk.en.srt"));
    inputs.add(folder.resolve("ferry-talk.nn.vtt"));
    inputs.add(folder.resolve("ferry-talk-words.json"));
    inputs.add(folder.resolve("ferry-talk-names.csv"));
    put(inputs.get(0), talk.export());
    put(inputs.get(1), talk.english());
    put(inputs.get(2), talk.nynorsk());
    put(inputs.get(3), talk.words());
    put(inputs.get(4), DayFour.names().getBytes(StandardCharsets.UTF_8));
    film(folder.resolve("media/talk/ferry-talk.wav"), talk::writeSound);
    return save(lot, inputs, "words", UnaryOperator.identity());
  }

  /**
   * Makes the ferry talk's titles in {@code folder}: a lot by itself, with a reel of other titles.
   *
   * @return the lot's file
   * @throws IOException if something could not be written
   */
  public static Path makeTitles(Path folder) throws IOException {
    Path lot = folder.resolve("Ferry titles" + LotFile.EXTENSION);
    if (Files.exists(lot)) {
      return lot;
    }
    var talk = new DayFour();
    var inputs =
        List.of(
            folder.resolve("ferry-talk.otio"),
            folder.resolve("ferry-talk.en.srt"),
            folder.resolve("harbour-titles.otio"),
            folder.resolve("ferry-caption.yaml"));
    put(inputs.get(0), talk.export());
    put(inputs.get(1), talk.right());
    put(inputs.get(2), DayFive.reel());
    put(inputs.get(3), DayFive.style().getBytes(StandardCharsets.UTF_8));
    var media = new ArrayList<Media>();
    DayFour.pictures()
        .forEach((name, start) ->
            media.add(
                new Media(
                    folder.resolve("media/talk/" + name + ".mov"),
                    path -> DayFour.writePicture(start, path))));
    makeAll(media);
    return save(
        lot,
        inputs,
        "titles",
        sheet -> sheet.with("titles", "shapes", DayFive.SHAPES).with("titles", "style", "own"));
  }

  /**
   * Makes the documentary cut near delivery in {@code folder}: a lot by itself, with the papers of
   * its rights.
   *
   * @return the lot's file
   * @throws IOException if something could not be written
   */
  public static Path makeDelivery(Path folder) throws IOException {
    Path lot = folder.resolve("Ferry documentary" + LotFile.EXTENSION);
    if (Files.exists(lot)) {
      return lot;
    }
    var inputs =
        List.of(
            folder.resolve("ferry-documentary.otio"),
            folder.resolve("ferry-licences.csv"),
            folder.resolve("ferry-music.csv"));
    put(inputs.get(0), DaySix.cut());
    put(inputs.get(1), DaySix.licences().getBytes(StandardCharsets.UTF_8));
    put(inputs.get(2), DaySix.music().getBytes(StandardCharsets.UTF_8));
    return save(
        lot, inputs, "delivery", sheet -> sheet.with("licences", "delivery", DaySix.DELIVERY));
  }

  /**
   * Makes the interviews of the documentary in {@code folder}: a lot by itself.
   *
   * @return the lot's file
   * @throws IOException if something could not be written
   */
  public static Path makeInterviews(Path folder) throws IOException {
    Path lot = folder.resolve("Ferry interviews" + LotFile.EXTENSION);
    if (Files.exists(lot)) {
      return lot;
    }
    var day = new DayEight();
    var inputs =
        new ArrayList<>(
            List.of(
                folder.resolve("interviews.otio"),
                folder.resolve("interviews, keywords.tsv"),
                folder.resolve("people.csv")));
    put(inputs.get(0), day.export());
    put(inputs.get(1), day.log().getBytes(StandardCharsets.UTF_8));
    put(inputs.get(2), DayEight.PEOPLE.getBytes(StandardCharsets.UTF_8));
    for (Map.Entry<String, byte[]> words : new InterviewWords().files().entrySet()) {
      Path file = folder.resolve(words.getKey() + ".words.json");
      put(file, words.getValue());
      inputs.add(file);
    }
    return save(lot, inputs, "selects", UnaryOperator.identity());
  }

  /**
   * Makes two versions of the documentary cut in {@code folder}: a lot by itself, to be compared.
   *
   * @return the lot's file
   * @throws IOException if something could not be written
   */
  public static Path makeNextLock(Path folder) throws IOException {
    Path lot = folder.resolve("Ferry lock 3" + LotFile.EXTENSION);
    if (Files.exists(lot)) {
      return lot;
    }
    List<Path> inputs = List.of(folder.resolve("lock 2.otio"), folder.resolve("lock 3.otio"));
    put(inputs.get(0), DaySix.cut());
    put(inputs.get(1), DaySeven.cut());
    return save(lot, inputs, "compare", UnaryOperator.identity());
  }

  /**
   * Makes two versions of the documentary cut in {@code folder}, of which only the older one has
   * markers, with the notes of two people who watched that one: a lot by itself.
   *
   * @return the lot's file
   * @throws IOException if something could not be written
   */
  public static Path makeScreening(Path folder) throws IOException {
    Path lot = folder.resolve("Ferry screening" + LotFile.EXTENSION);
    if (Files.exists(lot)) {
      return lot;
    }
    List<Path> inputs =
        List.of(
            folder.resolve("lock 2.otio"),
            folder.resolve("lock 3.otio"),
            folder.resolve("screening of lock 2.csv"));
    put(inputs.get(0), DaySix.cut());
    put(inputs.get(1), DaySeven.withoutMarkers());
    put(inputs.get(2), DaySeven.NOTES.getBytes(StandardCharsets.UTF_8));
    return save(lot, inputs, "markers", UnaryOperator.identity());
  }

  /**
   * Makes the documentary cut in {@code folder}: a lot by itself, to be handed on to a colour house
   * as a list, with the list that came back from another one.
   *
   * @return the lot's file
   * @throws IOException if something could not be written
   */
  public static Path makeHandOff(Path folder) throws IOException {
    Path lot = folder.resolve("Ferry hand-off" + LotFile.EXTENSION);
    if (Files.exists(lot)) {
      return lot;
    }
    Path cut = folder.resolve("lock 3.otio");
    put(cut, DaySeven.handedOn());
    put(
        folder.resolve("colour house.edl"),
        DaySeven.COLOUR_HOUSE.getBytes(StandardCharsets.US_ASCII));
    return save(lot, List.of(cut), "handoff", sheet -> sheet.with("handoff", "handles", "24"));
  }

  /** Saves a lot of some files with the sheet of a job, and what is chosen of it. */
  private static Path save(Path lot, List<Path> files, String job, UnaryOperator<RunSheet> chosen)
      throws IOException {
    String name = String.valueOf(lot.getFileName());
    Lot empty = Lot.empty(name.substring(0, name.length() - LotFile.EXTENSION.length()));
    RunSheet sheet = ReadySheet.byId(job).orElseThrow().over(empty.sheet());
    LotFile.save(empty.withFiles(files).withSheet(chosen.apply(sheet)), lot);
    return lot;
  }

  /** Each file is made by itself: what is done at the same time cannot be seen in it. */
  private static void makeAll(List<Media> media) throws IOException {
    try {
      media.parallelStream().forEach(Media::make);
    } catch (UncheckedIOException e) {
      throw e.getCause();
    }
  }

  /** A file of media that is yet to be made. */
  private record Media(Path file, SafeFile.Writer writer) {
    void make() {
      try {
        film(file, writer);
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
    }
  }

  private static void film(Path file, SafeFile.Writer writer) throws IOException {
    if (!Files.exists(file)) {
      Files.createDirectories(file.getParent());
      SafeFile.write(file, writer);
    }
  }

  static void put(Path file, byte[] content) throws IOException {
    if (!Files.exists(file)) {
      SafeFile.write(file, path -> Files.write(path, content));
    }
  }
}
