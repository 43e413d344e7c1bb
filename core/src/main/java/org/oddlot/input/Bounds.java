package org.oddlot.input;

import java.time.Duration;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.oddlot.problem.Problems;
import org.oddlot.progress.CancelledException;
import org.oddlot.progress.Progress;
import org.oddlot.text.Phrase;

/**
 * What one file may cost. Every reader runs inside these: where a file takes longer, needs more
 * memory or is nested deeper than is allowed, or where its reader fails, this is a problem of that
 * file, and the others are read all the same.
 */
public final class Bounds {
  private static final System.Logger LOG = System.getLogger(Bounds.class.getName());

  /** What the largest file that was tried takes a tenth of. */
  private static final Duration USUAL = Duration.ofSeconds(30);

  /** Deep enough for whatever a program nests that was made by people. */
  private static final long STACK = 16 << 20;

  /** How often somebody who wants to stop is heard. */
  private static final Duration ASKING = Duration.ofMillis(100);

  private final Duration longest;

  /** The bounds that files are read in. */
  public Bounds() {
    this(USUAL);
  }

  /** Bounds of another time: {@code longest} for a small file, and as much again for each 16 MB. */
  public Bounds(Duration longest) {
    this.longest = longest;
  }

  /**
   * What {@code reading} makes of {@code file}; empty where it fails, and then {@code problems}
   * says why. A reading that does not end in time is left behind; it tells {@code problems} nothing
   * any more.
   *
   * @param what what the file is read as, for people: {@code paper}
   * @throws CancelledException if {@code progress} asks to stop
   */
  public <T> Optional<T> read(
      InputFile file, String what, Problems problems, Progress progress, Reading<T> reading) {
    var own = new Problems(problems.file());
    Optional<T> value = Optional.empty();
    try {
      value = inTime(allowed(file), progress, () -> reading.read(own));
      problems.addAll(own.list());
    } catch (CancelledException e) {
      throw e;
    } catch (TimeoutException e) {
      problems.error(
          "",
          Phrase.of(
              "Reading it takes longer than %d seconds; it was given up.",
              allowed(file).toSeconds()),
          "Export it again, in parts if it is large.");
    } catch (StackOverflowError e) {
      problems.error(
          "", "It is nested more deeply than can be read.", "Export it again with less in it.");
    } catch (OutOfMemoryError e) {
      problems.error("", Memory.tooSmall("Reading it"), Memory.REMEDY);
    } catch (LinkageError e) {
      LOG.log(System.Logger.Level.DEBUG, file.path().toString(), e);
      problems.error(
          "",
          Phrase.of("It is a %s that is written or packed in a way that is not read here.", what),
          "Export it again, in the usual way.");
    } catch (RuntimeException | Error e) {
      LOG.log(System.Logger.Level.DEBUG, file.path().toString(), e);
      problems.error(
          "",
          Phrase.of("It cannot be read as a %s: it is damaged, or of another kind.", what),
          "Export it again.");
    }
    return value;
  }

  /** Reads a file, and tells what is wrong with it. */
  @FunctionalInterface
  public interface Reading<T> {
    /** What was read; empty where nothing can be made of it. */
    Optional<T> read(Problems problems);
  }

  private Duration allowed(InputFile file) {
    return longest.multipliedBy(1 + (Math.max(0, FileState.of(file.path()).size()) >> 24));
  }

  private static <T> T inTime(Duration allowed, Progress progress, Supplier<T> work)
      throws TimeoutException {
    var result = new CompletableFuture<T>();
    // A thread of its own: one that does not end holds up nobody, and its stack is its own.
    Runnable runs =
        () -> {
          try {
            result.complete(work.get());
          } catch (Throwable e) { // whatever it is, it is told where the reading was asked for
            result.completeExceptionally(e);
          }
        };
    var thread = new Thread(null, runs, "reading", STACK);
    thread.setDaemon(true);
    thread.start();
    long end = System.nanoTime() + allowed.toNanos();
    while (true) {
      try {
        return result.get(ASKING.toMillis(), TimeUnit.MILLISECONDS);
      } catch (TimeoutException e) {
        progress.check();
        if (System.nanoTime() > end) {
          throw e;
        }
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        throw new CancelledException();
      } catch (ExecutionException e) {
        throw rethrown(e.getCause());
      }
    }
  }

  private static RuntimeException rethrown(@Nullable Throwable thrown) {
    return switch (thrown) {
      case RuntimeException e -> e;
      case Error e -> throw e;
      case null, default -> new IllegalStateException(thrown);
    };
  }
}
