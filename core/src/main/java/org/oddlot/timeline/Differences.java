package org.oddlot.timeline;

import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.oddlot.json.JsonLiteral;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonValue;

/**
 * Finds what differs between two states of a tree. Parts that both share are passed over by
 * identity, so that the cost is that of what changed, not of the whole.
 *
 * <p>Where the second state was made from the first, objects are paired by their {@link
 * TimelineObject#identity}; in two trees that were read separately, by what they are. Where they
 * stand says nothing: a clip that is put in before others makes one difference.
 */
@SuppressWarnings("ReferenceEquality") // being the very same object is what is asked about here
public final class Differences {
  private static final String POSITION = "position";

  private final List<Difference> found = new ArrayList<>();

  /** What differs in clips that were compared before, by the clips as they are now. */
  private final IdentityHashMap<TimelineObject, List<Difference>> known = new IdentityHashMap<>();

  private Differences() {}

  /** What differs, in the order of the tree. */
  public static List<Difference> between(TimelineObject before, TimelineObject after) {
    return between(before, after, List.of());
  }

  /**
   * The same, where what differed between {@code before} and an earlier state is known: a clip that
   * is still the same object as then is not compared again.
   *
   * @param earlier what differed then
   */
  public static List<Difference> between(
      TimelineObject before, TimelineObject after, List<Difference> earlier) {
    var differences = new Differences();
    earlier.forEach(differences::know);
    differences.objects(before, after, Placed.root(before), Placed.root(after), "");
    return List.copyOf(differences.found);
  }

  private void know(Difference difference) {
    // Where a clip lies can be otherwise now; what it says of itself cannot.
    boolean isOfIt = !difference.property().isEmpty() && !difference.property().equals(POSITION);
    if (isOfIt && difference.place().object() instanceof Clip clip) {
      List<Difference> its = known.computeIfAbsent(clip, _ -> new ArrayList<>());
      // One that lies in two places was found to differ in each.
      if (its.isEmpty() || its.getFirst().place() == difference.place()) {
        its.add(difference);
      }
    }
  }

  /** Compares two objects; {@code prefix} names them where they are properties of their place. */
  private void objects(
      TimelineObject before,
      TimelineObject after,
      Placed placeBefore,
      Placed placeAfter,
      String prefix) {
    if (before == after) {
      return;
    }
    List<Difference> same = prefix.isEmpty() ? known.get(after) : null;
    if (same != null) {
      same.forEach(each ->
          found.add(new Difference(placeAfter, each.property(), each.before(), each.after())));
      return;
    }
    if (!before.schema().equals(after.schema())) {
      add(placeAfter, prefix, before, after);
      return;
    }
    if (before instanceof Opaque && after instanceof Opaque) {
      opaque(before, after, placeAfter, prefix);
      return;
    }
    Map<String, Object> old = before.properties();
    Map<String, Object> now = after.properties();
    boolean inPlace = prefix.isEmpty();
    for (String key : union(old, now)) {
      if (inPlace && (key.equals("children") || key.equals("tracks"))) {
        continue;
      }
      values(old.get(key), now.get(key), placeBefore, placeAfter, join(prefix, key));
    }
    if (inPlace) {
      children(placeBefore, placeAfter);
    }
  }

  private void opaque(TimelineObject before, TimelineObject after, Placed place, String prefix) {
    // Nothing is known of them but their bytes.
    if (!before.origin().saysTheSameAs(after.origin())) {
      add(place, prefix, before, after);
    }
  }

  private void values(
      @Nullable Object before,
      @Nullable Object after,
      Placed placeBefore,
      Placed placeAfter,
      String property) {
    Object old = before instanceof Optional<?> o ? o.orElse(null) : before;
    Object now = after instanceof Optional<?> a ? a.orElse(null) : after;
    if (old == now) {
      return;
    }
    if (old instanceof JsonObject o && now instanceof JsonObject n) {
      json(o, n, placeAfter, property);
    } else if (old instanceof TimelineObject o && now instanceof TimelineObject n) {
      objects(o, n, placeBefore, placeAfter, property);
    } else if (old instanceof List<?> o && now instanceof List<?> n) {
      lists(o, n, placeBefore, placeAfter, property);
    } else if (old instanceof Map<?, ?> o && now instanceof Map<?, ?> n) {
      for (Object key : union(o, n)) {
        values(o.get(key), n.get(key), placeBefore, placeAfter, join(property, key.toString()));
      }
    } else if (old == null || !old.equals(now)) {
      add(placeAfter, property, old, now);
    }
  }

  private void json(JsonObject before, JsonObject after, Placed place, String property) {
    // Whether they are equal is seen while what differs is looked for; asking first reads all
    // twice.
    if (before == after || before.isSameSlice(after)) {
      return;
    }
    Map<String, JsonValue> old = before.members();
    Map<String, JsonValue> now = after.members();
    old.forEach((key, was) -> member(was, now.get(key), place, property, key));
    now.forEach((key, is) -> {
      if (!old.containsKey(key)) {
        member(null, is, place, property, key);
      }
    });
  }

  private void member(
      @Nullable JsonValue was, @Nullable JsonValue is, Placed place, String property, String key) {
    if (was == is) {
      return;
    }
    boolean objects =
        (was == null || was instanceof JsonObject) && (is == null || is instanceof JsonObject);
    if (objects) {
      json(
          was instanceof JsonObject o ? o : JsonObject.EMPTY,
          is instanceof JsonObject n ? n : JsonObject.EMPTY,
          place,
          join(property, key));
    } else if (was == null || !was.equals(is)) {
      add(place, join(property, key), was == JsonLiteral.NULL ? null : was, is);
    }
  }

  private void lists(
      List<?> before, List<?> after, Placed placeBefore, Placed placeAfter, String property) {
    var pairing = Pairing.of(before, after);
    int same = pairing.sameStart();
    for (int i = 0; i < same; i++) {
      values(before.get(i), after.get(i), placeBefore, placeAfter, element(property, i));
    }
    for (Pairing.Pair pair : pairing.rest()) {
      Object old = pair.oldIndex() < 0 ? null : before.get(pair.oldIndex());
      Object now = pair.newIndex() < 0 ? null : after.get(pair.newIndex());
      values(
          old,
          now,
          placeBefore,
          placeAfter,
          element(property, Math.max(pair.newIndex(), pair.oldIndex())));
    }
  }

  private void children(Placed before, Placed after) {
    List<? extends TimelineObject> old = before.object().children();
    List<? extends TimelineObject> now = after.object().children();
    if (old == now) {
      return;
    }
    var pairing = Pairing.of(old, now);
    int same = pairing.sameStart();
    for (int i = 0; i < same; i++) {
      // Of a hundred thousand clips most are the very same; nothing is made of those.
      if (old.get(i) != now.get(i)) {
        objects(old.get(i), now.get(i), before.child(i), after.child(i), "");
      }
    }
    for (Pairing.Pair pair : pairing.rest()) {
      if (pair.oldIndex() < 0) {
        Placed placed = after.child(pair.newIndex());
        add(placed, "", null, placed.object());
      } else if (pair.newIndex() < 0) {
        Placed placed = before.child(pair.oldIndex());
        add(placed, "", placed.object(), null);
      } else {
        Placed was = before.child(pair.oldIndex());
        Placed is = after.child(pair.newIndex());
        objects(was.object(), is.object(), was, is, "");
        if (pair.moved()) {
          add(is, POSITION, (long) was.index() + 1, (long) is.index() + 1);
        }
      }
    }
  }

  private void add(Placed place, String property, @Nullable Object before, @Nullable Object after) {
    found.add(
        new Difference(place, property, Optional.ofNullable(before), Optional.ofNullable(after)));
  }

  private static String join(String prefix, String step) {
    return prefix.isEmpty() ? step : prefix + "/" + step;
  }

  private static String element(String list, int index) {
    return join(list, Integer.toString(index + 1));
  }

  private static <K> Iterable<? extends K> union(
      Map<? extends K, ?> first, Map<? extends K, ?> second) {
    if (second.keySet().equals(first.keySet())) {
      return first.keySet();
    }
    var keys = new LinkedHashSet<K>(first.keySet());
    keys.addAll(second.keySet());
    return keys;
  }
}
