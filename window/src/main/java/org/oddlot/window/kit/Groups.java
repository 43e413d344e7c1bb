package org.oddlot.window.kit;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Predicate;
import java.util.function.ToIntFunction;

/**
 * Which of many rows each group has, and in which order. Where a few rows became others, only those
 * are looked at again: a decision changes one of twenty thousand.
 *
 * @param <T> the rows
 */
final class Groups<T> {
  private final Map<String, Group<T>> groups = new HashMap<>();
  private ToIntFunction<T> rank;
  private List<T> all = List.of();
  private int[] ranks = {};

  /** What belongs to a group, and the places of the rows that do. */
  private record Group<T>(Predicate<T> has, BitSet places) {}

  /** No rows yet; what has a lower {@code rank}, from 0 on, comes first. */
  Groups(ToIntFunction<T> rank) {
    this.rank = rank;
  }

  /** Adds a group of the rows that {@code has} holds of, whatever else is shown. */
  void add(String id, Predicate<T> has) {
    var group = new Group<T>(has, new BitSet());
    groups.put(id, group);
    for (int i = 0; i < all.size(); i++) {
      group.places.set(i, has.test(all.get(i)));
    }
  }

  /** Puts rows in another order. */
  void rank(ToIntFunction<T> lowestFirst) {
    rank = lowestFirst;
    List<T> again = all;
    all = List.of();
    show(again);
  }

  /** Takes other rows. A row that is the very same at the same place is what it was. */
  @SuppressWarnings("ReferenceEquality") // what did not change is the very same
  void show(List<T> rows) {
    boolean isAsLong = rows.size() == all.size();
    if (!isAsLong) {
      ranks = new int[rows.size()];
      groups.values().forEach(group -> group.places.clear());
    }
    for (int i = 0; i < rows.size(); i++) {
      T row = rows.get(i);
      if (!isAsLong || row != all.get(i)) {
        ranks[i] = rank.applyAsInt(row);
        for (Group<T> group : groups.values()) {
          group.places.set(i, group.has.test(row));
        }
      }
    }
    all = rows;
  }

  List<T> all() {
    return all;
  }

  /** How many rows a group has; 0 where there is no such group. */
  int count(String id) {
    Group<T> group = groups.get(id);
    return group == null ? 0 : group.places.cardinality();
  }

  /** The rows of a group that {@code are} wanted, those of the lowest rank first. */
  List<T> of(String id, Predicate<T> are) {
    BitSet places = Objects.requireNonNull(groups.get(id)).places;
    var byRank = new ArrayList<List<T>>();
    for (int i = places.nextSetBit(0); i >= 0; i = places.nextSetBit(i + 1)) {
      T row = all.get(i);
      if (are.test(row)) {
        while (byRank.size() <= ranks[i]) {
          byRank.add(new ArrayList<>());
        }
        byRank.get(ranks[i]).add(row);
      }
    }
    var rows = new ArrayList<T>();
    byRank.forEach(rows::addAll);
    return rows;
  }
}
