package org.oddlot.pass.titles;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.caption.Caption;
import org.oddlot.format.title.TitleClip;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonValue;
import org.oddlot.material.LaidTitle;
import org.oddlot.material.Material;
import org.oddlot.profile.Field;
import org.oddlot.timeline.Timeline;

/**
 * What was changed by hand about titles: what a person ordered here, and what was changed in titles
 * that were made here and came back. What was ordered here comes first.
 */
final class Hands {
  private final Map<String, List<TitleOrder.OfOne>> byCaption = new HashMap<>();

  /**
   * What was changed by hand.
   *
   * @param orders in the order in which they were given
   */
  Hands(Material material, Collection<TitleOrder> orders) {
    material.derive(LaidTitle.ALL).forEach(this::came);
    for (TitleOrder order : orders) {
      if (order instanceof TitleOrder.OfOne one) {
        add(one);
      }
    }
  }

  private void add(TitleOrder.OfOne order) {
    byCaption.computeIfAbsent(order.file() + "\n" + order.id(), _ -> new ArrayList<>()).add(order);
  }

  /** A title that was made here says how; what is otherwise now was changed elsewhere. */
  private void came(LaidTitle laid) {
    TitleClip title = laid.title();
    JsonObject from = title.clip().metadata().object("oddlot").object("caption");
    JsonObject made = from.object("made");
    Optional<Timeline> timeline = laid.placed().timeline();
    if (made.isEmpty() || timeline.isEmpty()) {
      return;
    }
    String shape = timeline.get().metadata().object("oddlot").string("shape").orElse("");
    String file = from.string("file").orElse("");
    String id = from.string("id").orElse("");
    String before = from.string("text").orElse("");
    String madeText = made.string("text").orElse("");
    if (!title.text().equals(madeText)) {
      add(new TitleOrder.Words(shape, file, id, before, title.text()));
    }
    Optional<Double> x = part(title.profile().titleText(title.clip(), Field.TITLE_X));
    Optional<Double> y = part(title.profile().titleText(title.clip(), Field.TITLE_Y));
    boolean moved =
        isOther(x, part(made.get("x").map(JsonValue::display)))
            || isOther(y, part(made.get("y").map(JsonValue::display)));
    if (moved && x.isPresent() && y.isPresent()) {
      add(new TitleOrder.Put(shape, file, id, before, x.get(), y.get()));
    }
  }

  /** A part of a picture, as it is written; empty where it is none. */
  private static Optional<Double> part(Optional<String> written) {
    return written.filter(text -> text.matches("[01](\\.\\d{1,17})?")).map(Double::valueOf);
  }

  private static boolean isOther(Optional<Double> now, Optional<Double> made) {
    return now.isPresent() && made.isPresent() && !now.equals(made);
  }

  private List<TitleOrder.OfOne> of(String file, Caption caption, String shape) {
    return byCaption.getOrDefault(file + "\n" + caption.id(), List.of()).stream()
        .filter(order -> order.shape().isEmpty() || order.shape().equals(shape))
        .toList();
  }

  /** The words that a person gave a caption in a shape; the last that were given. */
  Optional<String> words(String file, Caption caption, String shape) {
    return of(file, caption, shape).stream()
        .filter(TitleOrder.Words.class::isInstance)
        .map(order -> ((TitleOrder.Words) order).after())
        .reduce((_, last) -> last);
  }

  /** Where a person put a title in a shape. */
  Optional<TitleOrder.Put> place(String file, Caption caption, String shape) {
    return of(file, caption, shape).stream()
        .filter(TitleOrder.Put.class::isInstance)
        .map(TitleOrder.Put.class::cast)
        .reduce((_, last) -> last);
  }
}
