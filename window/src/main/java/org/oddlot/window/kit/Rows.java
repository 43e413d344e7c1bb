package org.oddlot.window.kit;

import java.util.List;
import java.util.function.BiPredicate;
import javafx.collections.ObservableList;

/** Puts rows into a list that is shown. */
public final class Rows {
  private Rows() {}

  /**
   * Where rows became others.
   *
   * @param first the first of them
   * @param gone how many there were from it on
   * @param come how many there are instead
   */
  public record Change(int first, int gone, int come) {
    /** Where the row is now that was at {@code index}; -1 if it is among those that are others. */
    public int after(int index) {
      return index < first ? index : index >= first + gone ? index - gone + come : -1;
    }
  }

  /**
   * Makes {@code shown} hold {@code rows} by putting in what is different: a row that stays what it
   * was is not drawn anew.
   *
   * @param same whether a row is what it was
   * @return where others are now
   */
  public static <T> Change put(List<T> rows, ObservableList<T> shown, BiPredicate<T, T> same) {
    int both = Math.min(shown.size(), rows.size());
    int first = 0;
    while (first < both && same.test(shown.get(first), rows.get(first))) {
      first++;
    }
    int last = 0;
    while (last < both - first
        && same.test(shown.get(shown.size() - 1 - last), rows.get(rows.size() - 1 - last))) {
      last++;
    }
    List<T> come = rows.subList(first, rows.size() - last);
    int gone = shown.size() - last - first;
    if (first + last == 0) {
      shown.setAll(rows);
    } else if (gone == come.size()) {
      for (int i = 0; i < gone; i++) {
        if (!same.test(shown.get(first + i), come.get(i))) {
          shown.set(first + i, come.get(i));
        }
      }
    } else {
      shown.remove(first, first + gone);
      shown.addAll(first, come);
    }
    return new Change(first, gone, come.size());
  }
}
