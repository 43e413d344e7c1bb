import com.google.googlejavaformat.java.Formatter;
import com.google.googlejavaformat.java.FormatterException;
import com.google.googlejavaformat.java.ImportOrderer;
import com.google.googlejavaformat.java.JavaFormatterOptions;
import com.google.googlejavaformat.java.RemoveUnusedImports;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/**
 * Formats the Java sources of all modules, or says which ones differ. Run by the build: {@code java
 * Format.java write|check|off ROOT}. Exit code 1 when {@code check} finds a difference.
 */
final class Format {
  public static void main(String[] arguments) throws IOException {
    if (arguments[0].equals("off")) {
      return;
    }
    boolean write = arguments[0].equals("write");
    Path root = Path.of(arguments[1]);
    var formatter =
        new Formatter(
            JavaFormatterOptions.builder().style(JavaFormatterOptions.Style.GOOGLE).build());
    List<Path> differing =
        sources(root).parallelStream().filter(file -> differs(file, formatter, write)).toList();
    for (Path file : differing) {
      System.out.println((write ? "formatted " : "not formatted: ") + root.relativize(file));
    }
    if (!write && !differing.isEmpty()) {
      System.exit(1);
    }
  }

  private static List<Path> sources(Path root) throws IOException {
    try (var files = Files.walk(root)) {
      return files
          .filter(file -> file.toString().endsWith(".java"))
          .filter(file -> !root.relativize(file).toString().contains("target"))
          .sorted()
          .toList();
    }
  }

  private static boolean differs(Path file, Formatter formatter, boolean write) {
    try {
      String before = Files.readString(file);
      String after =
          formatter.formatSource(
              ImportOrderer.reorderImports(
                  RemoveUnusedImports.removeUnusedImports(before),
                  JavaFormatterOptions.Style.GOOGLE));
      if (before.equals(after)) {
        return false;
      }
      if (write) {
        Files.writeString(file, after);
      }
      return true;
    } catch (IOException | FormatterException e) {
      throw new IllegalStateException(file + ": " + e.getMessage(), e);
    }
  }
}
