package org.oddlot.timeline;

import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.function.UnaryOperator;

/**
 * Changes to some objects of a tree, gathered and then made in one go: only the objects on the way
 * to a changed one are made anew, everything else is shared with the tree before.
 */
public final class Edits {
  private final IdentityHashMap<Object, UnaryOperator<TimelineObject>> byIdentity =
      new IdentityHashMap<>();

  /** Adds a change of {@code target}; after those that were added for it before. */
  public Edits change(TimelineObject target, UnaryOperator<TimelineObject> change) {
    byIdentity.merge(
        target.identity(), change, (first, second) -> object -> second.apply(first.apply(object)));
    return this;
  }

  /** Whether nothing is to be changed. */
  public boolean isEmpty() {
    return byIdentity.isEmpty();
  }

  /** The tree under {@code root} with the changes made; {@code root} itself if there are none. */
  public TimelineObject applyTo(TimelineObject root) {
    if (byIdentity.isEmpty()) {
      return root;
    }
    TimelineObject inner = withChildrenChanged(root);
    UnaryOperator<TimelineObject> change = byIdentity.get(root.identity());
    return change == null ? inner : change.apply(inner);
  }

  @SuppressWarnings("ReferenceEquality") // an object that did not change is the same object
  private TimelineObject withChildrenChanged(TimelineObject object) {
    List<? extends TimelineObject> children = object.children();
    List<TimelineObject> changed = null;
    for (int i = 0; i < children.size(); i++) {
      TimelineObject before = children.get(i);
      TimelineObject after = applyTo(before);
      if (after != before && changed == null) {
        changed = new ArrayList<>(children);
      }
      if (changed != null) {
        changed.set(i, after);
      }
    }
    return changed == null ? object : object.withChildren(changed);
  }
}
