package org.oddlot.format;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import org.oddlot.text.Phrase;

/** What a format has no place for, gathered thing by thing and told with how often and where. */
public final class Losses {
  private static final int PLACES = 5;

  private final Map<String, Loss> losses = new LinkedHashMap<>();

  private static final class Loss {
    private final List<String> places = new ArrayList<>();
    private int count;
  }

  /** Notes that something is lost; {@code place} is empty where it is nowhere in particular. */
  public void lose(String what, String place) {
    lose(what, () -> place);
  }

  /** The same, where the place is put into words only if it is told. */
  public void lose(String what, Supplier<String> place) {
    Loss loss = losses.computeIfAbsent(what, _ -> new Loss());
    if (loss.count < PLACES) {
      String its = place.get();
      if (its.isEmpty()) {
        return;
      }
      loss.places.add(its);
    }
    loss.count++;
  }

  /** A sentence for each thing that is lost, without a full stop. */
  public List<String> sentences() {
    return losses.entrySet().stream()
        .map(each -> sentence(each.getKey(), each.getValue()))
        .toList();
  }

  private static String sentence(String what, Loss loss) {
    String first = String.join(", ", loss.places);
    return switch (loss.count) {
      case 0 -> what;
      case 1 -> Phrase.of("%s, at %s", what, first);
      default ->
          Phrase.of(
              "%s, in %s places: %s%s",
              what, Phrase.number(loss.count), first, loss.count > PLACES ? " …" : "");
    };
  }
}
