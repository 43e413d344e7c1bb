package org.oddlot.morning;

import java.io.IOException;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.LotRunner;
import org.oddlot.progress.Progress;
import org.oddlot.sheet.Book;
import org.oddlot.text.Phrase;
import org.oddlot.watch.Event;
import org.oddlot.watch.Journal;
import org.oddlot.watch.Watched;

/** The morning sheet of a folder that is watched: of all jobs of a day. */
public final class FolderMorning {
  private static final int MOST_NAMED = 3;

  private FolderMorning() {}

  /**
   * The sheet of a day.
   *
   * @param out the folder that the watch writes to
   * @param day the day; the last on which something happened where it is empty
   * @throws IOException if it cannot be read, or nothing happened; the message says so
   */
  public static Book of(Path out, Optional<LocalDate> day, LotRunner runner, Progress progress)
      throws IOException {
    List<Event> all = Journal.of(out);
    Optional<LocalDate> wanted =
        day.or(
            () -> all.isEmpty() ? Optional.empty() : Optional.of(all.getLast().at().toLocalDate()));
    List<Event> events =
        all.stream()
            .filter(event -> wanted.filter(event.at().toLocalDate()::equals).isPresent())
            .toList();
    var jobs = new ArrayList<MorningSheet.Job>();
    for (Path lot : lots(out, events)) {
      jobs.add(MorningSheet.Job.of(runner.run(LotFile.open(lot), progress)));
    }
    if (jobs.isEmpty()) {
      throw new IOException(
          Phrase.of(
              "No job of %s went through%s.",
              out, wanted.map(its -> " on " + its).orElse(": no watch has written there")));
    }
    String names =
        jobs.size() <= MOST_NAMED
            ? jobs.stream().map(MorningSheet.Job::name).collect(Collectors.joining(", "))
            : Phrase.count(jobs.size(), "job");
    return MorningSheet.of(
        Phrase.of("Morning sheet, %s: %s", wanted.orElseThrow(), names), jobs, events);
  }

  /** The lots of the jobs that something happened to: of those that wait, and those written. */
  private static List<Path> lots(Path out, List<Event> events) {
    return events.stream()
        .map(Event::job)
        .filter(job -> !job.isEmpty())
        .distinct()
        .flatMap(job -> Watched.lot(out, job).stream())
        .toList();
  }
}
