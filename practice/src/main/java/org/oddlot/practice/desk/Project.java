package org.oddlot.practice.desk;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;

/**
 * What was taken in from a file.
 *
 * @param root its outermost item, empty where it was refused
 * @param complaints what was said about it
 */
public record Project(Optional<Item> root, List<Complaint> complaints) {

  public Project {
    complaints = List.copyOf(complaints);
  }

  /** Whether it was taken in without a word. */
  public boolean isClean() {
    return complaints.isEmpty();
  }

  /** All items with the path of names to each. */
  public void walk(BiConsumer<String, Item> action) {
    root.ifPresent(item -> walk("", item, action));
  }

  private static void walk(String path, Item item, BiConsumer<String, Item> action) {
    String here = path.isEmpty() ? item.name() : path + " / " + item.name();
    action.accept(here, item);
    children(item).forEach(child -> walk(here, child, action));
  }

  static List<Item> children(Item item) {
    return switch (item) {
      case Item.Bin bin -> bin.items();
      case Item.Sequence sequence -> sequence.tracks();
      case Item.Lane lane -> lane.items();
      case Item.Clip _, Item.Space _, Item.Carried _ -> List.of();
    };
  }

  /** All timelines. */
  public List<Item.Sequence> sequences() {
    var found = new ArrayList<Item.Sequence>();
    walk((_, item) -> {
      if (item instanceof Item.Sequence sequence) {
        found.add(sequence);
      }
    });
    return found;
  }

  /** All clips, in bins and on tracks. */
  public List<Item.Clip> clips() {
    var found = new ArrayList<Item.Clip>();
    walk((_, item) -> {
      if (item instanceof Item.Clip clip) {
        found.add(clip);
      }
    });
    return found;
  }
}
