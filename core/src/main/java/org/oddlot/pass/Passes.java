package org.oddlot.pass;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.problem.Wall;
import org.oddlot.setting.Setting;
import org.oddlot.text.Phrase;

/** The passes that are there. */
public final class Passes {
  private static final List<Pass<?>> ALL = inOrder();

  @SuppressWarnings({"unchecked", "rawtypes"}) // a service is found by its raw type
  private static List<Pass<?>> inOrder() {
    List<Pass<?>> found = (List) Wall.members(Pass.class);
    var order = new ArrayList<Pass<?>>();
    found.stream().filter(pass -> pass.follows().isEmpty() && !pass.isLast()).forEach(order::add);
    for (Pass<?> pass : found) {
      if (!pass.follows().isEmpty() && !pass.isLast()) {
        order.add(indexBehind(pass.follows(), order), pass);
      }
    }
    found.stream().filter(Pass::isLast).forEach(order::add);
    return List.copyOf(order);
  }

  private static int indexBehind(String id, List<Pass<?>> order) {
    for (int i = 0; i < order.size(); i++) {
      if (order.get(i).id().equals(id)) {
        return i + 1;
      }
    }
    return order.size();
  }

  private Passes() {}

  /** All of them, in the order of a new run sheet. */
  public static List<Pass<?>> all() {
    return ALL;
  }

  /** The pass of this id. */
  public static Optional<Pass<?>> byId(String id) {
    return ALL.stream().filter(pass -> pass.id().equals(id)).findFirst();
  }

  /** That there is no such pass, in a sentence. */
  public static String thereIsNo(String pass) {
    return Phrase.of(
        "There is no pass \"%s\"; there are %s.",
        pass, String.join(", ", ALL.stream().map(Pass::id).toList()));
  }

  /** Why something cannot be set about a pass, in a sentence. */
  public static String hasNo(Pass<?> pass, String setting) {
    List<String> there = pass.settings().stream().<String>map(Setting::key).toList();
    return Phrase.of(
        "The pass %s has no setting \"%s\"; it has %s.",
        pass.id(), setting, there.isEmpty() ? "none" : String.join(", ", there));
  }
}
