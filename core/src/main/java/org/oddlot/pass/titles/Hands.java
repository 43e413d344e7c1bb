package org.oddlot.pass.titles;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.caption.Caption;
import org.oddlot.material.Material;
import org.oddlot.pass.titles.CameBack.Came;
import org.oddlot.pass.titles.CameBack.Spot;
import org.oddlot.timeline.Marker;

/**
 * What was changed by hand about titles: what a person ordered here, and what was changed in titles
 * that were made here and came back. What was ordered here comes first.
 */
final class Hands {
  private final Map<String, List<TitleOrder.OfOne>> byCaption = new HashMap<>();
  private final CameBack cameBack;

  /**
   * What was changed by hand.
   *
   * @param orders in the order in which they were given
   */
  Hands(Material material, Collection<TitleOrder> orders) {
    cameBack = new CameBack(material);
    for (TitleOrder order : orders) {
      if (order instanceof TitleOrder.OfOne one) {
        byCaption.computeIfAbsent(one.file() + "\n" + one.id(), _ -> new ArrayList<>()).add(one);
      }
    }
  }

  /** What happened elsewhere to whole timelines of titles, and is not kept. */
  List<String> said() {
    return cameBack.said();
  }

  /** What was laid elsewhere between the titles of captions in a shape. */
  List<CameBack.Added> added(String file, String shape) {
    return cameBack.added(file, shape);
  }

  /** Markers that were set elsewhere on tracks of titles, and on their timeline. */
  List<Marker> markers(String file, String shape) {
    return cameBack.markers(file, shape);
  }

  /** How a title came back; one that was ordered about here is not gone. */
  Came came(String file, Caption caption, String shape) {
    Came came = cameBack.of(file, caption, shape);
    return came.isGone() && !of(file, caption, shape).isEmpty() ? Came.AS_MADE : came;
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
        .reduce((_, last) -> last)
        .or(() -> cameBack.of(file, caption, shape).words());
  }

  /** Where a person put a title in a shape. */
  Optional<Spot> place(String file, Caption caption, String shape) {
    return of(file, caption, shape).stream()
        .filter(TitleOrder.Put.class::isInstance)
        .map(TitleOrder.Put.class::cast)
        .map(put -> new Spot(put.x(), put.y()))
        .reduce((_, last) -> last)
        .or(() -> cameBack.of(file, caption, shape).put());
  }
}
