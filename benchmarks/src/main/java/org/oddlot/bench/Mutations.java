package org.oddlot.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.TreeMap;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.LotReader;
import org.oddlot.material.ReadInput;
import org.oddlot.problem.Severity;
import org.oddlot.progress.Progress;
import org.oddlot.text.Phrase;

/**
 * Damages files and reads them, over and over, in one process: {@code Mutations SEEDS SCRATCH
 * [COUNT] [SEED]}. Every file under {@code SEEDS} is one to be damaged, of whatever kind it is: a
 * few bytes changed, taken out, put in or doubled, a piece of another file in the middle, the end
 * cut off. Each must be read or refused with a word about it; what is thrown, and what takes long,
 * is kept in {@code SCRATCH} and named.
 */
public final class Mutations {
  private static final int LARGEST = 400_000;
  private static final double LONG_SECONDS = 5;

  private final Random random;
  private final List<byte[]> contents = new ArrayList<>();
  private final List<String> endings = new ArrayList<>();
  private final TreeMap<String, Tally> tallies = new TreeMap<>();
  private final Path scratch;
  private int failures;

  /** What came of the files of one ending. */
  private static final class Tally {
    private int read;
    private int refused;
    private int unexplained;
    private double seconds;
    private double longest;
  }

  private enum Result {
    READ,
    REFUSED,
    UNEXPLAINED
  }

  private Mutations(Path scratch, long seed) {
    this.scratch = scratch;
    this.random = new Random(seed);
  }

  /**
   * Runs the loop; ends with 1 if something was thrown, took too long or was refused in silence.
   */
  public static void main(String[] arguments) throws IOException {
    Path scratch = Files.createDirectories(Path.of(arguments[1]));
    int count = arguments.length > 2 ? Integer.parseInt(arguments[2]) : 1_000_000;
    long seed = arguments.length > 3 ? Long.parseLong(arguments[3]) : 1;
    var loop = new Mutations(scratch, seed);
    loop.gather(Path.of(arguments[0]));
    long start = System.nanoTime();
    for (int i = 0; i < count; i++) {
      loop.once(i);
      if ((i + 1) % 50_000 == 0) {
        loop.print(i + 1, (System.nanoTime() - start) / 1e9);
      }
    }
    loop.print(count, (System.nanoTime() - start) / 1e9);
    System.exit(loop.failures == 0 ? 0 : 1);
  }

  private void gather(Path seeds) throws IOException {
    try (var files = Files.walk(seeds)) {
      for (Path file : files.filter(Files::isRegularFile).sorted().toList()) {
        String name = String.valueOf(file.getFileName());
        int dot = name.lastIndexOf('.');
        if (dot > 0 && Files.size(file) <= LARGEST) {
          contents.add(Files.readAllBytes(file));
          endings.add(name.substring(dot));
        }
      }
    }
  }

  private void once(int number) throws IOException {
    // Each kind as often as the other, however many files of it there are.
    List<String> kinds = endings.stream().distinct().toList();
    String ending = kinds.get(random.nextInt(kinds.size()));
    List<byte[]> its = new ArrayList<>();
    for (int i = 0; i < endings.size(); i++) {
      if (endings.get(i).equals(ending)) {
        its.add(contents.get(i));
      }
    }
    byte[] damaged = damaged(its.get(random.nextInt(its.size())));
    Path file = scratch.resolve("damaged" + ending);
    Files.write(file, damaged);
    Tally tally = tallies.computeIfAbsent(ending, _ -> new Tally());
    long start = System.nanoTime();
    String failure = "";
    try {
      switch (ending.equals(LotFile.EXTENSION) ? opened(file) : read(file)) {
        case READ -> tally.read++;
        case REFUSED -> tally.refused++;
        case UNEXPLAINED -> {
          tally.unexplained++;
          failure = "refused without a word";
        }
      }
    } catch (RuntimeException | Error e) { // whatever it is, it should not have come out
      failure = e.toString();
    }
    double seconds = (System.nanoTime() - start) / 1e9;
    tally.seconds += seconds;
    tally.longest = Math.max(tally.longest, seconds);
    if (seconds > LONG_SECONDS) {
      failure = Phrase.of("took %.1f s", seconds);
    }
    if (!failure.isEmpty()) {
      failures++;
      Path kept = scratch.resolve("failed-" + number + ending);
      Files.write(kept, damaged);
      System.out.println(kept + ": " + failure);
    }
  }

  private static Result read(Path file) {
    ReadInput input =
        LotReader.read(Lot.of(List.of(file)), Progress.NONE)
            .material()
            .all(ReadInput.class)
            .getFirst();
    boolean said =
        input.problems().stream().anyMatch(problem -> problem.severity() == Severity.ERROR);
    return input.value().isPresent() ? Result.READ : said ? Result.REFUSED : Result.UNEXPLAINED;
  }

  /** A saved lot is opened; the files that it names are not there. */
  private static Result opened(Path file) {
    try {
      LotFile.open(file);
      return Result.READ;
    } catch (IOException e) {
      boolean said = e.getMessage() != null && e.getMessage().contains(" ");
      return said ? Result.REFUSED : Result.UNEXPLAINED;
    }
  }

  private byte[] damaged(byte[] whole) {
    byte[] now = whole;
    for (int times = 1 + random.nextInt(4); times > 0; times--) {
      now = damagedOnce(now);
    }
    return now;
  }

  private byte[] damagedOnce(byte[] whole) {
    if (whole.length == 0) {
      return whole;
    }
    int from = random.nextInt(whole.length);
    int length = Math.min(whole.length - from, 1 + random.nextInt(1 + random.nextInt(64)));
    return switch (random.nextInt(7)) {
      case 0 -> {
        byte[] changed = whole.clone();
        changed[from] = (byte) random.nextInt(256);
        yield changed;
      }
      case 1 -> {
        byte[] changed = whole.clone();
        changed[from] ^= (byte) (1 << random.nextInt(8));
        yield changed;
      }
      case 2 -> joined(whole, 0, from, new byte[0], from + length);
      case 3 -> joined(whole, 0, from + length, new byte[0], from);
      case 4 -> {
        byte[] other = contents.get(random.nextInt(contents.size()));
        int at = other.length == 0 ? 0 : random.nextInt(other.length);
        byte[] piece = java.util.Arrays.copyOfRange(other, at, Math.min(other.length, at + length));
        yield joined(whole, 0, from, piece, from);
      }
      case 5 -> {
        byte[] noise = new byte[length];
        random.nextBytes(noise);
        yield joined(whole, 0, from, noise, Math.min(whole.length, from + length));
      }
      default -> java.util.Arrays.copyOf(whole, from);
    };
  }

  /** A piece of {@code whole}, something else, and its rest from {@code rest} on. */
  private static byte[] joined(byte[] whole, int from, int to, byte[] piece, int rest) {
    byte[] made = new byte[to - from + piece.length + whole.length - rest];
    System.arraycopy(whole, from, made, 0, to - from);
    System.arraycopy(piece, 0, made, to - from, piece.length);
    System.arraycopy(whole, rest, made, to - from + piece.length, whole.length - rest);
    return made;
  }

  private void print(int count, double seconds) {
    System.out.print(Phrase.of("%,d files in %.0f s, %,d failures%n", count, seconds, failures));
    tallies.forEach((ending, tally) ->
        System.out.print(
            Phrase.of(
                "  %-8s %,9d read %,9d refused %,4d without a word, %5.0f s in all, longest %.2f%n",
                ending,
                tally.read,
                tally.refused,
                tally.unexplained,
                tally.seconds,
                tally.longest)));
  }
}
