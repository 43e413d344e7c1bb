package org.oddlot.pass.returning;

import java.time.LocalDate;
import java.util.HashSet;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.oddlot.input.FileName;
import org.oddlot.material.Material;
import org.oddlot.material.Source;

/** The names of what goes out, from a pattern; no two the same, also where case does not count. */
final class FileNames {
  private final Material material;
  private final String pattern;
  private final Set<String> taken = new HashSet<>();

  FileNames(Material material, String pattern) {
    this.material = material;
    this.pattern = pattern;
  }

  /** What a file is called that would be called {@code name} without a pattern. */
  String of(String name) {
    int dot = name.lastIndexOf('.');
    String stem = dot > 0 ? name.substring(0, dot) : name;
    String ending = dot > 0 ? name.substring(dot) : "";
    String filled = FileName.of(filled(pattern, stem, material));
    String free = filled + ending;
    for (int number = 2; !taken.add(free.toLowerCase(Locale.ROOT)); number++) {
      free = filled + " " + number + ending;
    }
    return free;
  }

  /** {@code pattern} with the name, the lot and the date put in. */
  static String filled(String pattern, String name, Material material) {
    String named = pattern.replace("{name}", name).replace("{lot}", material.lot());
    return named.contains("{date}")
        ? named.replace("{date}", day(material).map(LocalDate::toString).orElse("undated"))
        : named;
  }

  /** The lot's own day: the first on which its material was recorded. Never today's. */
  private static Optional<LocalDate> day(Material material) {
    return material.sources().all().stream()
        .map(Source::recorded)
        .flatMap(Optional::stream)
        .min(LocalDate::compareTo);
  }
}
