package org.oddlot.paper;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.oddlot.problem.Problems;

/** What is wrong with rows, told once for each cause, with the rows that it is wrong with. */
final class RowProblems {
  private static final int EXAMPLES = 4;

  /** Where in a message the cell goes. */
  private static final String CELL = "%s";

  private final Map<Cause, List<At>> found = new LinkedHashMap<>();

  /**
   * What can be wrong.
   *
   * @param message about one cell, with {@code %s} for what stands in it
   * @param several about several cells, with {@code %s} for some of them
   * @param remedy what comes of it, or what to do
   */
  record Cause(String message, String several, String remedy) {}

  private record At(int row, String cell) {}

  void add(Cause cause, int row, String cell) {
    found.computeIfAbsent(cause, _ -> new ArrayList<>()).add(new At(row, cell));
  }

  void tell(Problems problems) {
    found.forEach((cause, places) -> {
      if (places.size() == 1) {
        At only = places.getFirst();
        problems.warning(
            "row " + only.row, cause.message.replace(CELL, quoted(only.cell)), cause.remedy);
      } else {
        String some =
            places.stream()
                .map(At::cell)
                .distinct()
                .limit(EXAMPLES)
                .map(RowProblems::quoted)
                .collect(Collectors.joining(", "));
        problems.warning(rows(places), cause.several.replace(CELL, some), cause.remedy);
      }
    });
  }

  private static String quoted(String cell) {
    return "\"" + cell + "\"";
  }

  private static String rows(List<At> places) {
    List<Integer> rows = places.stream().map(At::row).distinct().toList();
    String some =
        rows.stream().limit(EXAMPLES).map(String::valueOf).collect(Collectors.joining(", "));
    int more = rows.size() - EXAMPLES;
    return (rows.size() == 1 ? "row " : "rows ")
        + some
        + (more > 0 ? " and " + more + " more" : "");
  }
}
