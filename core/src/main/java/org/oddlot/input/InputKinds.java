package org.oddlot.input;

import java.nio.file.Files;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.oddlot.input.InputKind.Likeness;
import org.oddlot.problem.Wall;

/** The kinds of input that there are. */
public final class InputKinds {
  @SuppressWarnings({"unchecked", "rawtypes"}) // a service is found by its raw type
  private static final List<InputKind<?>> ALL = (List) Wall.members(InputKind.class);

  private InputKinds() {}

  /** All of them. */
  public static List<InputKind<?>> all() {
    return ALL;
  }

  /** The kinds that are of a more special type. */
  public static <K> List<K> all(Class<K> type) {
    return ALL.stream().filter(type::isInstance).map(type::cast).toList();
  }

  /**
   * The kind of a file: the one that has its ending; where several have it or none, the one that is
   * surest by the first bytes. Empty where no kind claims it.
   */
  public static Optional<InputKind<?>> of(InputFile file) {
    List<InputKind<?>> named =
        ALL.stream().filter(kind -> kind.extensions().contains(file.extension())).toList();
    if (named.size() == 1) {
      return Optional.of(named.getFirst());
    }
    var probe = new Probe(file);
    Map<InputKind<?>, Likeness> likeness = new LinkedHashMap<>();
    for (InputKind<?> kind : named.isEmpty() ? ALL : named) {
      likeness.put(kind, kind.likeness(probe));
    }
    Likeness best = likeness.values().stream().max(Comparator.naturalOrder()).orElse(Likeness.NONE);
    return best == Likeness.NONE
        ? named.stream().findFirst()
        : likeness.entrySet().stream()
            .filter(e -> e.getValue() == best)
            .<InputKind<?>>map(Map.Entry::getKey)
            .findFirst();
  }

  /** Whether a folder is read as one file. */
  public static boolean isOneFile(InputFile folder) {
    return ALL.stream()
        .anyMatch(kind -> kind.isFolder() && kind.extensions().contains(folder.extension()));
  }

  /** Whether a file is one of those that are wanted from a folder. */
  public static boolean isWantedFromFolders(InputFile file) {
    return ALL.stream()
        .anyMatch(kind ->
            kind.extensionsInFolders().contains(file.extension())
                && kind.isFolder() == Files.isDirectory(file.path()));
  }

  /** All endings, for choosing files. */
  public static List<String> extensions() {
    var all = new TreeSet<String>();
    ALL.forEach(kind -> all.addAll(kind.extensions()));
    return List.copyOf(all);
  }

  /** What is read here, for people: {@code timeline file (.otio, .otioz), paper (.csv)}. */
  public static String inWords() {
    Map<String, TreeSet<String>> byWhat = new LinkedHashMap<>();
    ALL.forEach(kind ->
        byWhat.computeIfAbsent(kind.what(), _ -> new TreeSet<>()).addAll(kind.extensions()));
    return byWhat.entrySet().stream()
        .map(e -> e.getKey() + " (" + String.join(", ", e.getValue()) + ")")
        .collect(Collectors.joining(", "));
  }
}
