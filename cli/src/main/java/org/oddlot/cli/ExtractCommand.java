package org.oddlot.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import org.oddlot.format.Formats;
import org.oddlot.format.TimelineFormat;
import org.oddlot.format.report.BookFormat;
import org.oddlot.format.report.BookFormats;
import org.oddlot.handoff.Extraction;
import org.oddlot.handoff.MediaCopy;
import org.oddlot.handoff.Readdressed;
import org.oddlot.handoff.Travel;
import org.oddlot.handoff.TravelBook;
import org.oddlot.input.InputFile;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonLiteral;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotReader;
import org.oddlot.lot.SafeFile;
import org.oddlot.material.TimelineFile;
import org.oddlot.problem.Problem;
import org.oddlot.setting.Settings;
import org.oddlot.sheet.Book;
import org.oddlot.text.Phrase;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.TimelineObject;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code oddlot extract FILE --out FILE} */
@Command(
    name = "extract",
    description = {
      "Writes chosen timelines with only the bins, sources, groups and nested timelines that they use.",
      "Lists the media that must travel with them, and copies it, verified, where that is asked for."
    },
    footer = {
      "",
      "Examples:",
      "  oddlot extract project.otio --timeline \"lock 3\" --out lock3.otio",
      "  oddlot extract project.otio --timeline \"lock 3\" --handles 24 --out out/lock3.otio --copy out/media"
    },
    mixinStandardHelpOptions = true,
    versionProvider = OddLot.Version.class)
final class ExtractCommand implements Callable<Integer> {
  @Parameters(index = "0", paramLabel = "FILE", description = "The file with the timelines.")
  private @SuppressWarnings("NullAway.Init") Path file;

  @Option(
      names = "--timeline",
      paramLabel = "NAME",
      description = "Which timeline; several times for several. Without it all.")
  private List<String> timelines = List.of();

  @Option(
      names = "--handles",
      paramLabel = "FRAMES",
      description = "Frames before and behind what is shown that the media needs as well.")
  private int handles;

  @Option(
      names = "--out",
      required = true,
      paramLabel = "FILE",
      description = "The file to write; not there yet.")
  private @SuppressWarnings("NullAway.Init") Path out;

  @Option(
      names = "--list",
      paramLabel = "FILE",
      description = "Where the media that must travel is listed: .xlsx, .csv, .html or .pdf.")
  private @Nullable Path list;

  @Option(
      names = "--copy",
      paramLabel = "DIR",
      description =
          "Where the media is copied to, verified, with a media hash list (ASC MHL); what was"
              + " stopped goes on. The written file refers to the copies.")
  private @Nullable Path copyTo;

  @Mixin private OutputOptions output = new OutputOptions();

  @Spec
  private @SuppressWarnings("NullAway.Init") CommandSpec spec;

  /** What was done about the media. */
  private record Media(
      Travel travel, List<MediaCopy.Copied> copied, List<String> failed, Optional<Path> manifest) {}

  @Override
  public Integer call() throws IOException {
    TimelineFormat format =
        Formats.toWrite(out.toString())
            .orElseThrow(() -> wrong(Phrase.of("Cannot write timelines to %s.", out)));
    Optional<BookFormat> listed = listFormat();
    refuseToOverwrite();
    var problems = new ArrayList<Problem>();
    TimelineFile document = document(problems);
    Extraction extraction = extraction(document);
    Path from = Files.isDirectory(file) ? file : beside(file);
    Travel travel =
        Travel.of(
            extraction.root(),
            extraction.timelines(),
            handles,
            document.profile(),
            Travel.from(from));
    Media media = copied(travel);
    TimelineObject root = addressed(extraction.root(), media);
    if (list != null) {
      Book book = TravelBook.of(travel, String.join(", ", extraction.timelineNames()));
      SafeFile.create(list, path -> listed.orElseThrow().write(book, path));
    }
    print(extraction, media, written(root, format), format.losses(root), problems);
    boolean needs = !media.failed.isEmpty() || !travel.missing().isEmpty();
    return needs ? ExitCode.NEEDS_A_PERSON : ExitCode.DONE;
  }

  private void refuseToOverwrite() {
    for (Path each : List.of(out, list == null ? out : list)) {
      if (SafeFile.isTaken(each)) {
        throw wrong(each + " is there already.");
      }
    }
    if (handles < 0) {
      throw wrong("Handles are zero frames or more.");
    }
  }

  private TimelineFile document(List<Problem> problems) {
    LotReader.Timelines read = LotReader.timelines(Lot.of(List.of(file)), output.progress(spec));
    read.inputs().forEach(input -> problems.addAll(input.problems()));
    if (read.documents().isEmpty()) {
      problems.forEach(problem -> spec.commandLine().getErr().println(problem));
      throw wrong(file + " is no timeline file that can be read.");
    }
    return read.documents().getFirst();
  }

  /** With the addresses of the copies, if there are any. */
  private TimelineObject addressed(TimelineObject root, Media media) {
    return copyTo == null
        ? root
        : Readdressed.of(
            root,
            media.travel,
            MediaCopy.of(media.travel, copyTo),
            new MediaCopy.Result(media.copied, media.failed),
            beside(out));
  }

  private List<Path> written(TimelineObject root, TimelineFormat format) throws IOException {
    boolean isOwn = new InputFile(file).extension().equals(new InputFile(out).extension());
    Optional<Path> bundle = isOwn ? Optional.of(file) : Optional.empty();
    return SafeFile.create(out, format.parts(root, bundle, Settings.INITIAL));
  }

  private Optional<BookFormat> listFormat() {
    if (list == null) {
      return Optional.empty();
    }
    String ending = new InputFile(list).extension().replaceFirst("^\\.", "");
    return Optional.of(
        BookFormats.of(ending)
            .orElseThrow(() ->
                wrong("Cannot write a list as \"" + ending + "\". Use xlsx, csv, html or pdf.")));
  }

  private Extraction extraction(TimelineFile document) {
    try {
      return Extraction.of(document, timelines);
    } catch (IllegalArgumentException e) {
      throw wrong(
          Phrase.of(
              "%s There are: %s.",
              e.getMessage(), String.join(", ", Extraction.names(document.root()))));
    }
  }

  private static Path beside(Path path) {
    return Optional.ofNullable(path.toAbsolutePath().getParent()).orElse(path);
  }

  private Media copied(Travel travel) throws IOException {
    if (copyTo == null) {
      return new Media(travel, List.of(), List.of(), Optional.empty());
    }
    MediaCopy copy = MediaCopy.of(travel, copyTo);
    Optional<String> obstacle = copy.obstacle();
    if (obstacle.isPresent()) {
      throw wrong(obstacle.get());
    }
    MediaCopy.Result result = copy.make(output.progress(spec));
    Optional<Path> manifest =
        result.copied().isEmpty()
            ? Optional.empty()
            : Optional.of(copy.writeManifest(result, Instant.now(), OddLot.VERSION));
    return new Media(travel, result.copied(), result.failed(), manifest);
  }

  private ParameterException wrong(String message) {
    return new ParameterException(spec.commandLine(), message);
  }

  private void print(
      Extraction extraction,
      Media media,
      List<Path> written,
      List<String> lost,
      List<Problem> problems) {
    PrintWriter printer = spec.commandLine().getOut();
    if (output.json) {
      printer.println(document(extraction, media, written, lost, problems).print());
      printer.flush();
      return;
    }
    problems.forEach(problem -> printer.println(problem.severity().word() + ": " + problem));
    written.forEach(path -> printer.println("Written " + path));
    lost.forEach(line -> printer.println("Not carried: " + line));
    printer.println("Kept: " + words(extraction.kept()));
    printer.println("Left out: " + words(extraction.left()));
    Travel travel = media.travel;
    printer.println(
        Phrase.of(
            "Media that travels: %s, %s",
            Phrase.count(travel.media().size(), "source"), Phrase.size(travel.bytes())));
    int clipped = travel.media().stream().mapToInt(Travel.Media::clipped).sum();
    if (clipped > 0) {
      printer.println(
          Phrase.of("The media has less than the handles in %s.", Phrase.count(clipped, "use")));
    }
    travel.missing().forEach(each -> printer.println("Not there: " + each.address()));
    if (isLeftBehind(travel)) {
      printer.println(
          "Addresses of media are relative to where "
              + file
              + " lies: put the new file there, or copy the media with --copy.");
    }
    if (copyTo != null) {
      printer.println(
          Phrase.of("Copied and verified: %s", Phrase.count(media.copied.size(), "file")));
      media.failed.forEach(printer::println);
      media.manifest.ifPresent(path -> printer.println("Written " + path));
    }
    printer.flush();
  }

  /** Whether media would not be found from the new file's folder, and is not copied. */
  private boolean isLeftBehind(Travel travel) {
    return copyTo == null
        && !beside(file).equals(beside(out))
        && travel.media().stream()
            .anyMatch(media -> media.isThere() && !media.address().startsWith("file:"));
  }

  private static String words(Extraction.Counts counts) {
    var words = new ArrayList<String>();
    add(words, counts.timelines(), "timeline");
    add(words, counts.bins(), "bin");
    add(words, counts.clips(), "clip");
    add(words, counts.groups(), "group");
    add(words, counts.notUnderstood(), "thing not understood");
    return words.isEmpty() ? "nothing" : String.join(", ", words);
  }

  private static void add(List<String> words, int count, String noun) {
    if (count > 0) {
      words.add(
          noun.startsWith("thing ")
              ? Phrase.number(count) + " not understood"
              : Phrase.count(count, noun));
    }
  }

  private static JsonDocuments document(
      Extraction extraction,
      Media media,
      List<Path> written,
      List<String> lost,
      List<Problem> problems) {
    return new JsonDocuments()
        .put(
            "written",
            JsonArray.of(written.stream().map(file -> JsonString.of(file.toString())).toList()))
        .put("lost", JsonArray.ofStrings(lost))
        .put("kept", json(extraction.kept()))
        .put("left_out", json(extraction.left()))
        .put(
            "media", JsonArray.of(media.travel.media().stream().map(ExtractCommand::json).toList()))
        .put(
            "copied",
            JsonArray.of(
                media.copied.stream()
                    .map(each ->
                        new JsonDocuments()
                            .put("from", each.from().toString())
                            .put("to", each.to().toString())
                            .put("bytes", each.bytes())
                            .put("sha1", each.sha1())
                            .toObject())
                    .toList()))
        .put("failed", JsonArray.ofStrings(media.failed))
        .put("manifest", media.manifest.map(Path::toString).orElse(""))
        .put("problems", JsonDocuments.problems(problems));
  }

  private static JsonObject json(Extraction.Counts counts) {
    return new JsonDocuments()
        .put("timelines", counts.timelines())
        .put("bins", counts.bins())
        .put("clips", counts.clips())
        .put("groups", counts.groups())
        .put("not_understood", counts.notUnderstood())
        .toObject();
  }

  private static JsonObject json(Travel.Media media) {
    return new JsonDocuments()
        .put("address", media.address())
        .put("name", media.name())
        .put("reel", media.reel())
        .put("there", JsonLiteral.of(media.isThere()))
        .put("bytes", media.bytes())
        .put("uses", media.uses())
        .put("less_than_handles", media.clipped())
        .put("ranges", JsonArray.of(media.ranges().stream().map(ExtractCommand::json).toList()))
        .toObject();
  }

  private static JsonObject json(TimeRange range) {
    return new JsonDocuments()
        .put("start", range.start().value())
        .put("frames", range.duration().value())
        .put("rate", range.start().rate().toString())
        .toObject();
  }
}
