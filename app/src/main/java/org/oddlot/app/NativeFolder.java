package org.oddlot.app;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFileAttributes;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Comparator;
import java.util.Set;
import org.oddlot.input.UserFolder;

/**
 * Where libraries unpack the code of this machine: a folder of the user's own, which nobody else
 * can write to. In a shared temporary folder somebody could put other code there first.
 */
final class NativeFolder {
  private static final Set<PosixFilePermission> OTHERS =
      Set.of(PosixFilePermission.GROUP_WRITE, PosixFilePermission.OTHERS_WRITE);

  private NativeFolder() {}

  /** Tells the libraries; what somebody has set for them stays. */
  static void use() {
    Path folder = UserFolder.CACHE.path().resolve("native");
    try {
      if (!isOwn(folder)) {
        folder = forThisRun();
      }
    } catch (IOException | RuntimeException e) {
      // Then the libraries have their own way, and what they cannot do they say.
      return;
    }
    set("org.bytedeco.javacpp.cachedir", folder.resolve("javacpp"));
    set("javafx.cachedir", folder.resolve("javafx"));
  }

  private static void set(String property, Path folder) {
    if (System.getProperty(property) == null) {
      System.setProperty(property, folder.toString());
    }
  }

  /** Whether it is there, or can be made, and nobody else can write into it. */
  static boolean isOwn(Path folder) {
    try {
      if (!Files.exists(folder, LinkOption.NOFOLLOW_LINKS)) {
        Files.createDirectories(folder);
        if (isPosix(folder)) {
          Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwx------"));
        }
      }
      if (!Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS) || !Files.isWritable(folder)) {
        return false;
      }
      if (!isPosix(folder)) {
        return true;
      }
      PosixFileAttributes its =
          Files.readAttributes(folder, PosixFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
      return its.permissions().stream().noneMatch(OTHERS::contains)
          && its.owner().getName().equals(System.getProperty("user.name"));
    } catch (IOException | RuntimeException e) {
      return false;
    }
  }

  private static boolean isPosix(Path folder) {
    return folder.getFileSystem().supportedFileAttributeViews().contains("posix");
  }

  /** A new folder that only this user can look into, gone when the program ends. */
  private static Path forThisRun() throws IOException {
    Path folder = Files.createTempDirectory("oddlot-native-");
    Runtime.getRuntime().addShutdownHook(new Thread(() -> delete(folder)));
    return folder;
  }

  private static void delete(Path folder) {
    try (var files = Files.walk(folder)) {
      for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
        Files.deleteIfExists(file);
      }
    } catch (IOException e) {
      // It lies in the folder for temporary things, which somebody else clears.
    }
  }
}
