package org.oddlot.watch;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.LocalDate;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.oddlot.json.JsonException;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonPatch;
import org.oddlot.json.JsonStyle;
import org.oddlot.json.JsonValue;

/**
 * What happened, kept on disk: a line for programs in {@code .oddlot-watch/events.jsonl}, and the
 * same for people in {@code journal DAY.txt}. The first is written to the disk before the second: a
 * program that is killed between the two writes the second one when it is started again. Where the
 * disk is full lines are kept in memory and written later.
 */
public final class Journal implements AutoCloseable {
  private static final String FOLDER = ".oddlot-watch";
  private static final String EVENTS = "events.jsonl";

  /** Of so many files that were written it is looked whether an editing program has answered. */
  private static final int MOST_UNANSWERED = 200;

  /** Of so many events it is looked whether their lines are there, when it is started. */
  private static final int LOOKED_BACK = 2_000;

  /** So many lines are kept in memory while they cannot be written. */
  private static final int MOST_UNWRITTEN = 10_000;

  private final Path out;
  private final FileChannel lock;
  private final Map<String, Event> last = new HashMap<>();
  private final Map<String, String> writtenBy = new HashMap<>();
  private final LinkedHashMap<String, String> unanswered = new LinkedHashMap<>();
  private final Deque<Event> unwritten = new ArrayDeque<>();

  /** Those of which only the line for programs is written. */
  private final Deque<Event> unsaid = new ArrayDeque<>();

  private Journal(Path out, FileChannel lock) {
    this.out = out;
    this.lock = lock;
  }

  /**
   * The journal of a folder that is written to.
   *
   * @throws IOException if it cannot be read, or another program has it
   */
  static Journal open(Path out) throws IOException {
    Path folder = Files.createDirectories(out.resolve(FOLDER));
    FileChannel channel =
        FileChannel.open(
            folder.resolve("lock"), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
    if (!isOurs(channel)) {
      channel.close();
      throw new IOException(out + " is written to by another watch already.");
    }
    var journal = new Journal(out, channel);
    try {
      journal.read();
    } catch (IOException e) {
      channel.close();
      throw e;
    }
    return journal;
  }

  private static boolean isOurs(FileChannel channel) {
    try {
      // It is given back when the program ends, however it ends.
      FileLock its = channel.tryLock();
      return its != null;
    } catch (OverlappingFileLockException e) {
      return false;
    } catch (IOException e) {
      return true; // a disk on a network that knows no locks
    }
  }

  /** The events of a folder, the first first; what is damaged is left out. */
  public static List<Event> of(Path out) throws IOException {
    Path file = out.resolve(FOLDER).resolve(EVENTS);
    var events = new ArrayList<Event>();
    try (var lines = Files.lines(file, StandardCharsets.UTF_8)) {
      lines.forEach(line -> parse(line).ifPresent(events::add));
    } catch (NoSuchFileException e) {
      return List.of();
    } catch (java.io.UncheckedIOException e) {
      throw e.getCause();
    }
    return events;
  }

  private static Optional<Event> parse(String line) {
    try {
      return !line.isBlank() && JsonValue.parse(line) instanceof JsonObject json
          ? Event.parse(json)
          : Optional.empty();
    } catch (JsonException e) {
      return Optional.empty(); // the last one of a program that was killed
    }
  }

  private void read() throws IOException {
    List<Event> events = of(out);
    events.forEach(this::remember);
    // Killed between the two, or while the disk was full, it wrote only the first.
    Map<Path, Set<String>> written = new HashMap<>();
    for (Event event : events.subList(Math.max(0, events.size() - LOOKED_BACK), events.size())) {
      Path day = day(event.at().toLocalDate());
      if (written.computeIfAbsent(day, Journal::lines).add(event.line())) {
        unsaid.add(event);
      }
    }
  }

  private static Set<String> lines(Path day) {
    try {
      return new HashSet<>(Files.readAllLines(day, StandardCharsets.UTF_8));
    } catch (IOException e) {
      return new HashSet<>();
    }
  }

  private void remember(Event event) {
    // What could not be done is tried again, and is no state of a job.
    if (event.saysWhatBecame() && event.kind() != Event.Kind.TROUBLE) {
      last.put(event.job(), event);
      if (event.kind() == Event.Kind.WRITTEN) {
        writtenBy.put(event.content(), event.job());
        event.files().forEach(file -> unanswered.put(file, event.job()));
      }
    } else if (event.kind() == Event.Kind.TAKEN_IN) {
      event.files().forEach(unanswered::remove);
    }
    while (unanswered.size() > MOST_UNANSWERED) {
      unanswered.pollFirstEntry();
    }
  }

  /** What became of a job the last time; empty where it is new. */
  Optional<Event> last(String job) {
    return Optional.ofNullable(last.get(job));
  }

  /** The job that was written with this content. */
  Optional<String> writtenBy(String content) {
    return Optional.ofNullable(writtenBy.get(content));
  }

  /** Files that were written and that no editing program said anything about, with their jobs. */
  Map<String, String> unanswered() {
    return Map.copyOf(unanswered);
  }

  /** Writes down what happened. It counts from now on, also where it cannot be written yet. */
  void tell(Event event) {
    remember(event);
    unwritten.add(event);
    if (unwritten.size() > MOST_UNWRITTEN) {
      unwritten.removeFirst();
    }
    flush();
  }

  /** Writes what could not be written before, as far as that can be done now. */
  void flush() {
    try {
      while (!unwritten.isEmpty()) {
        append(
            out.resolve(FOLDER).resolve(EVENTS),
            JsonPatch.toString(unwritten.getFirst().toJson(), JsonStyle.COMPACT));
        unsaid.add(unwritten.removeFirst());
      }
      while (!unsaid.isEmpty()) {
        append(day(unsaid.getFirst().at().toLocalDate()), unsaid.getFirst().line());
        unsaid.removeFirst();
      }
    } catch (IOException e) {
      // The disk is full, or away: it is tried again at the next look.
    }
  }

  /** Where the journal of a day lies. */
  private Path day(LocalDate day) {
    return out.resolve("journal " + day + ".txt");
  }

  /** Appends a line, to the disk. What a program that was killed left half is ended first. */
  private static void append(Path file, String line) throws IOException {
    Path folder = file.toAbsolutePath().getParent();
    if (folder != null) {
      Files.createDirectories(folder);
    }
    try (FileChannel channel =
        FileChannel.open(
            file, StandardOpenOption.CREATE, StandardOpenOption.READ, StandardOpenOption.WRITE)) {
      long end = channel.size();
      if (end > 0) {
        var one = ByteBuffer.allocate(1);
        channel.read(one, end - 1);
        if (one.get(0) != '\n') {
          channel.write(ByteBuffer.wrap(new byte[] {'\n'}), end);
          end++;
        }
      }
      try {
        var bytes = ByteBuffer.wrap((line + "\n").getBytes(StandardCharsets.UTF_8));
        for (long at = end; bytes.hasRemaining(); ) {
          at += channel.write(bytes, at);
        }
        channel.force(true);
      } catch (IOException e) {
        // A full disk takes half of it; that half is taken back.
        channel.truncate(end);
        throw e;
      }
    }
  }

  @Override
  public void close() throws IOException {
    flush();
    lock.close();
  }
}
