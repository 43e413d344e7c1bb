package org.oddlot.lot;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.oddlot.format.Formats;
import org.oddlot.format.InputFile;
import org.oddlot.format.PaperFormat;
import org.oddlot.format.TimelineFormat;
import org.oddlot.paper.ColumnMapping;
import org.oddlot.paper.Log;
import org.oddlot.paper.LogReader;
import org.oddlot.paper.Table;
import org.oddlot.pass.Document;
import org.oddlot.pass.Matter;
import org.oddlot.pass.Paper;
import org.oddlot.pass.Progress;
import org.oddlot.pass.Unread;
import org.oddlot.problem.Problems;
import org.oddlot.profile.Profiles;

/** Reads the files of a lot. */
public final class Intake {
  private final List<Document> documents = new ArrayList<>();
  private final List<Paper> papers = new ArrayList<>();
  private final List<Unread> unread = new ArrayList<>();
  private final List<Lot.Input> inputs = new ArrayList<>();
  private final Set<String> names = new HashSet<>();

  private Intake() {}

  /**
   * What was read.
   *
   * @param lot the lot, its inputs with the digests of what was read
   * @param matter what is in the files
   */
  public record Taken(Lot lot, Matter matter) {}

  /**
   * Reads all files of {@code lot}. A file of which nothing can be made is listed as such; the
   * others are read all the same.
   *
   * @throws org.oddlot.pass.CancelledException if {@code progress} asks to stop
   */
  public static Taken read(Lot lot, Progress progress) {
    var intake = new Intake();
    for (int i = 0; i < lot.inputs().size(); i++) {
      Lot.Input input = lot.inputs().get(i);
      progress.check();
      progress.at((double) i / lot.inputs().size(), "Reading " + input.path().getFileName());
      intake.read(input);
    }
    return new Taken(
        lot.withInputs(intake.inputs),
        Matter.of(lot.name(), intake.documents, intake.papers, intake.unread));
  }

  private void read(Lot.Input input) {
    var file = new InputFile(input.path());
    var problems = new Problems(uniqueName(file));
    Optional<TimelineFormat> timelines = Formats.timelineFormat(file).or(() -> bySniffing(file));
    Optional<PaperFormat> paper = Formats.paperFormat(file);
    if (timelines.isPresent()) {
      readTimelines(timelines.get(), file, input, problems);
    } else if (paper.isPresent()) {
      readPaper(paper.get(), file, input, problems);
    } else {
      problems.error(
          "",
          Files.exists(input.path())
              ? "A file that ends in \"" + file.extension() + "\" is of no kind that is read here."
              : "The file is not there.",
          Files.exists(input.path())
              ? "Timelines end in .otio, .otioz or .otiod, logs in .csv, .tsv or .txt."
              : "It may have been moved or renamed.");
      leaveUnread(input, problems);
    }
  }

  /** The name by which an input is known: the file's, with its folder where that is taken. */
  private String uniqueName(InputFile file) {
    String name = file.name();
    if (!names.add(name)) {
      Path parent = file.path().getParent();
      name = (parent == null ? "" : parent.getFileName() + "/") + name;
      for (int i = 2; !names.add(name); i++) {
        name = file.name() + " (" + i + ")";
      }
    }
    return name;
  }

  /** A file without a telling name is taken for OTIO if it begins like one. */
  private static Optional<TimelineFormat> bySniffing(InputFile file) {
    boolean unknown = Formats.paperFormat(file).isEmpty();
    if (!unknown || !Files.isRegularFile(file.path())) {
      return Optional.empty();
    }
    try (var in = Files.newInputStream(file.path())) {
      String head = new String(in.readNBytes(4096), java.nio.charset.StandardCharsets.ISO_8859_1);
      return head.contains("\"OTIO_SCHEMA\"")
          ? Formats.timelines().stream().findFirst()
          : Optional.empty();
    } catch (java.io.IOException e) {
      return Optional.empty();
    }
  }

  private void readTimelines(
      TimelineFormat format, InputFile file, Lot.Input input, Problems problems) {
    Optional<TimelineFormat.Read> read = format.read(file, problems);
    if (read.isEmpty()) {
      leaveUnread(input, problems);
      return;
    }
    noteChange(input, read.get().sha256(), problems);
    inputs.add(input.withSha256(read.get().sha256()));
    documents.add(
        new Document(
            problems.file(),
            read.get().sha256(),
            read.get().root(),
            Profiles.recognise(read.get().root(), Profiles.shipped()),
            problems.list()));
  }

  private void readPaper(PaperFormat format, InputFile file, Lot.Input input, Problems problems) {
    Optional<Table> table = format.read(file, input.reading().options(), problems);
    if (table.isEmpty()) {
      leaveUnread(input, problems);
      return;
    }
    String sha256 = file.read(problems).map(InputFile::sha256).orElse("");
    noteChange(input, sha256, problems);
    inputs.add(input.withSha256(sha256));
    ColumnMapping mapping = input.reading().over(ColumnMapping.guess(table.get()));
    Log log =
        LogReader.read(problems.file(), table.get(), mapping, input.reading().order(), problems);
    papers.add(new Paper(log, table.get(), mapping, problems.list()));
  }

  private void leaveUnread(Lot.Input input, Problems problems) {
    inputs.add(input);
    unread.add(new Unread(problems.file(), problems.list()));
  }

  private static void noteChange(Lot.Input input, String sha256, Problems problems) {
    if (!input.sha256().isEmpty() && !input.sha256().equals(sha256)) {
      problems.warning(
          "",
          "The file has changed since the lot was saved.",
          "Decisions about what is still in it were kept; look through the others.");
    }
  }
}
