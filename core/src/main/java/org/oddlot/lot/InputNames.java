package org.oddlot.lot;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * What the files of a lot are known by: the file's name, with as many of its folders as tell it
 * apart from the others. Once given it is kept with the lot, whatever comes and goes beside it.
 */
final class InputNames {
  private InputNames() {}

  /** Names for {@code files}, none of which is among {@code taken}. */
  static List<String> of(List<Path> files, Set<String> taken) {
    Map<String, Long> counts =
        files.stream()
            .map(file -> name(file, 1))
            .collect(Collectors.groupingBy(Function.identity(), Collectors.counting()));
    var used = new HashSet<>(taken);
    var names = new ArrayList<String>();
    for (Path file : files) {
      boolean alone = counts.getOrDefault(name(file, 1), 0L) == 1;
      names.add(free(file, alone ? 1 : 2, used));
    }
    return names;
  }

  private static String free(Path file, int steps, Set<String> used) {
    int deepest = Math.max(1, file.getNameCount());
    for (int depth = Math.min(steps, deepest); depth <= deepest; depth++) {
      if (used.add(name(file, depth))) {
        return name(file, depth);
      }
    }
    for (int number = 2; ; number++) {
      String numbered = name(file, 1) + " (" + number + ")";
      if (used.add(numbered)) {
        return numbered;
      }
    }
  }

  /** The last steps of a path. */
  private static String name(Path file, int steps) {
    int count = file.getNameCount();
    return count == 0
        ? file.toString()
        : file.subpath(Math.max(0, count - steps), count).toString().replace('\\', '/');
  }
}
