package org.oddlot.lot;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.oddlot.input.InputFile;

/**
 * Where an open lot is kept: its file, and beside it what was decided since it was saved, so that
 * it can be had back when the program is cut off. Whoever has a lot open has a file of its own for
 * that, {@code .day1.oddlot.unsaved-HOST-1}: two windows do not take anything from each other.
 *
 * <p>Who is still there is told by locks in a folder of the user, which the system lets go when a
 * process ends, however it ends.
 */
public final class LotStore implements AutoCloseable {
  private static final int MOST = 99;

  private final Path lotFile;
  private final Path locks;
  private final Path own;
  private final boolean openElsewhere;
  private final List<CutOff> cutOff;
  private final @Nullable FileChannel channel;

  /** The lot as it was when this last had to do with its file; empty if it was never saved. */
  private Optional<Lot> base = Optional.empty();

  private String digest = "";

  /** What somebody left who was cut off. */
  private record CutOff(Path file, Lot lot) {}

  /** A turn at keeping: which one, and what holds it. */
  private record Turn(int number, @Nullable FileChannel channel) {}

  private LotStore(Path lotFile, Path locks) {
    this.lotFile = lotFile;
    this.locks = locks;
    var left = new ArrayList<CutOff>();
    cutOff(former()).ifPresent(left::add);
    Optional<Turn> mine = Optional.empty();
    boolean elsewhere = false;
    for (int number = 1; number <= MOST; number++) {
      if (mine.isPresent() && !Files.exists(unsaved(number)) && !Files.exists(lock(number))) {
        continue;
      }
      Optional<Turn> turn = take(number);
      if (turn.isEmpty()) {
        elsewhere = true;
        continue;
      }
      if (mine.isEmpty() && !Files.exists(unsaved(number))) {
        mine = turn;
        continue;
      }
      cutOff(unsaved(number)).ifPresent(left::add);
      letGo(turn.get().channel);
    }
    Turn turn = mine.orElse(new Turn(MOST + 1, null));
    this.own = unsaved(turn.number);
    this.channel = turn.channel;
    this.openElsewhere = elsewhere;
    this.cutOff = left;
  }

  /**
   * The store of a lot.
   *
   * @param lotFile where it is, or will be, saved
   * @param user the user's folder
   */
  public static LotStore of(Path lotFile, Path user) {
    return new LotStore(SafeFile.followed(lotFile.toAbsolutePath()), user.resolve("open"));
  }

  /** Opens the lot that is saved here. */
  public LotFile.Opened open() throws IOException {
    LotFile.Opened opened = LotFile.open(lotFile);
    know(opened.lot());
    return opened;
  }

  private void know(Lot lot) throws IOException {
    base = Optional.of(lot);
    digest = InputFile.sha256(lotFile);
  }

  /** Whether another window has the lot open. */
  public boolean isOpenElsewhere() {
    return openElsewhere;
  }

  /**
   * Saves the lot. Where another saved it in the meantime, what was done there is not lost.
   *
   * @return what was made of both; empty where nobody else saved it
   * @throws IOException if it cannot be written; what was there before is still there
   */
  public Optional<LotMerge> save(Lot lot) throws IOException {
    Optional<LotMerge> merge = Optional.empty();
    if (base.isPresent() && Files.exists(lotFile) && !InputFile.sha256(lotFile).equals(digest)) {
      merge = Optional.of(LotMerge.of(base.get(), lot, LotFile.open(lotFile).lot()));
    }
    Lot saved = merge.map(LotMerge::lot).orElse(lot);
    LotFile.save(saved, lotFile);
    know(saved);
    Files.deleteIfExists(own);
    return merge;
  }

  /** Keeps the present state safe until the lot is saved. */
  public void keep(Lot lot) throws IOException {
    LotFile.save(lot, own);
  }

  /** There is nothing unsaved any more. */
  public void forget() throws IOException {
    Files.deleteIfExists(own);
  }

  /** What somebody decided who was cut off, the first of it: where it is not what was saved. */
  public Optional<Lot> recoverable() {
    return cutOff.stream().findFirst().map(CutOff::lot);
  }

  /** The first of what can be had back is taken over, or not wanted. */
  public void forgetRecoverable() throws IOException {
    if (!cutOff.isEmpty()) {
      Files.deleteIfExists(cutOff.removeFirst().file);
    }
  }

  /** The lot is not open here any more; what is unsaved stays to be had back. */
  @Override
  public void close() {
    letGo(channel);
  }

  private Path unsaved(int number) {
    return lotFile.resolveSibling(
        "." + lotFile.getFileName() + ".unsaved-" + SafeFile.host() + "-" + number);
  }

  private Path lock(int number) {
    String name = InputFile.sha256(lotFile.toString().getBytes(StandardCharsets.UTF_8));
    return locks.resolve(name.substring(0, 24) + "-" + number);
  }

  /** What version 0.1 called it. */
  private Path former() {
    return lotFile.resolveSibling("." + lotFile.getFileName() + ".unsaved");
  }

  private Optional<CutOff> cutOff(Path unsaved) {
    try {
      if (!Files.exists(unsaved)) {
        return Optional.empty();
      }
      Lot kept = LotFile.open(unsaved).lot();
      if (Files.exists(lotFile) && LotFile.open(lotFile).lot().equals(kept)) {
        Files.delete(unsaved);
        return Optional.empty();
      }
      return Optional.of(new CutOff(unsaved, kept));
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  /** Takes the turn of this number; empty where another has it. */
  private Optional<Turn> take(int number) {
    FileChannel opened = null;
    try {
      Files.createDirectories(locks);
      opened = FileChannel.open(lock(number), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
      FileLock lock = opened.tryLock();
      if (lock != null) {
        return Optional.of(new Turn(number, opened));
      }
    } catch (OverlappingFileLockException e) {
      // Another window of this very process.
    } catch (IOException e) {
      // Where nothing can be locked nobody is told apart, and nothing is taken away.
      letGo(opened);
      return Optional.of(new Turn(number, null));
    }
    letGo(opened);
    return Optional.empty();
  }

  private static void letGo(@Nullable FileChannel channel) {
    try {
      if (channel != null) {
        channel.close();
      }
    } catch (IOException e) {
      // The system lets it go when the process ends.
    }
  }
}
