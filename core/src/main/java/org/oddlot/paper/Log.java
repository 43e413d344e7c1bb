package org.oddlot.paper;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.oddlot.text.Phrase;

/**
 * What somebody wrote down, entry by entry, in the order of the paper.
 *
 * @param name the file's name, unlike that of any other input of the lot
 * @param entries what it says
 * @param rows how many rows it has
 * @param others what became of those of them that are no entries
 * @param datesOpen whether its dates can be read with the day first or the month first
 */
public record Log(
    String name, List<LogEntry> entries, int rows, List<RowUse> others, boolean datesOpen) {

  /** What becomes of a row. */
  public enum Use {
    /** It is an entry, or several. */
    ENTRY("entries"),
    /** It goes on with the entry above it. */
    CONTINUED("continued"),
    /** It says something of the rows below it, or repeats the headers. */
    HEADING("headings"),
    /** It sums up. */
    TOTAL("totals"),
    /** It could not be understood. */
    NOT_UNDERSTOOD("not understood");

    private final String words;

    Use(String words) {
      this.words = words;
    }

    /** Several of them, as people read it. */
    public String words() {
      return words;
    }
  }

  /**
   * A row that is no entry, and what became of it.
   *
   * @param row its number in the file, counted from one
   * @param sheet the sheet that it stands in, empty where there is one only
   * @param use what became of it
   * @param text what stands in it
   */
  public record RowUse(int row, String sheet, Use use, String text) {}

  public Log {
    entries = List.copyOf(entries);
    others = List.copyOf(others);
  }

  /** This with other entries of the same rows. */
  public Log withEntries(List<LogEntry> changed) {
    return new Log(name, changed, rows, others, datesOpen);
  }

  /** How many rows became what, nothing left out. */
  public Map<Use, Integer> counts() {
    var counts = new EnumMap<Use, Integer>(Use.class);
    for (Use use : Use.values()) {
      counts.put(use, 0);
    }
    counts.put(Use.ENTRY, rows - others.size());
    others.forEach(row -> counts.merge(row.use(), 1, Integer::sum));
    return counts;
  }

  /** How many entries came of how many rows, and what became of the other rows. */
  public List<String> inWords() {
    var words = new ArrayList<String>();
    words.add(Phrase.count(entries.size(), "entry") + " from " + Phrase.count(rows, "row"));
    counts()
        .forEach((use, count) -> {
          if (use != Use.ENTRY && count > 0) {
            words.add(Phrase.of("%,d %s", count, use.words()));
          }
        });
    return words;
  }

  /** The rows that became this, which is not an entry. */
  public List<RowUse> others(Use use) {
    return others.stream().filter(row -> row.use() == use).toList();
  }
}
