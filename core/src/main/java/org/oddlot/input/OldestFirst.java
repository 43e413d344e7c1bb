package org.oddlot.input;

import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.ToLongFunction;

/**
 * Keeps a folder of files that can be made again within a limit: what was made first goes first.
 * Several threads and programs may write and remove there at the same time; a file that goes while
 * it is looked at is simply gone.
 */
public final class OldestFirst {
  private OldestFirst() {}

  /**
   * Removes the oldest files whose names end in {@code ending}, in the folder and the folders in
   * it, until the weights of those that stay are together no more than {@code most}. The newest
   * always stays.
   *
   * @throws IOException if a file cannot be removed
   */
  public static void shrink(
      Path folder, String ending, long most, ToLongFunction<BasicFileAttributes> weight)
      throws IOException {
    record Aged(Path file, FileTime made, long weight) {}
    List<Aged> all = new ArrayList<>();
    Files.walkFileTree(
        folder,
        new SimpleFileVisitor<>() {
          @Override
          public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
            if (file.toString().endsWith(ending)) {
              all.add(
                  new Aged(file, attributes.lastModifiedTime(), weight.applyAsLong(attributes)));
            }
            return FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult visitFileFailed(Path file, IOException gone) {
            return FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult postVisitDirectory(Path folder, IOException changed) {
            return FileVisitResult.CONTINUE;
          }
        });
    all.sort(Comparator.comparing(Aged::made));
    long total = all.stream().mapToLong(Aged::weight).sum();
    for (Aged oldest : all.subList(0, Math.max(0, all.size() - 1))) {
      if (total <= most) {
        return;
      }
      Files.deleteIfExists(oldest.file);
      total -= oldest.weight;
    }
  }
}
