package org.oddlot.report;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import org.oddlot.material.Derived;
import org.oddlot.material.Material;
import org.oddlot.material.MediaAtHand;
import org.oddlot.picture.PictureForm;
import org.oddlot.time.Rational;

/** What the pictures are like whose media is at hand; each is looked at once, and only if asked. */
final class PicturesAtHand {
  /** So many of the pictures at the bottom of a timeline tell what shape the frame has. */
  private static final int SAMPLE = 24;

  /** So many of those in ten have to agree. */
  private static final long MOST = 8;

  /** Those of a lot; what was looked at stays known as long as the same media is at hand. */
  static final Derived<PicturesAtHand> OF_LOT =
      Derived.of(Set.of(MediaAtHand.class), PicturesAtHand::new);

  private final MediaAtHand media;
  private final Map<String, Optional<PictureForm>> forms = new ConcurrentHashMap<>();

  private PicturesAtHand(Material material) {
    media = MediaAtHand.of(material);
  }

  /** That of a source by its id; empty where it is not at hand, or cannot be read. */
  Optional<PictureForm> of(String source) {
    return forms.computeIfAbsent(source, id -> media.of(id).flatMap(PictureForm::of));
  }

  /** The frame of a timeline, told by the media at its bottom. */
  Frame frame(Collection<String> grounds) {
    return new Frame(grounds);
  }

  /** A frame of which nobody says what shape it has. */
  final class Frame {
    private final Collection<String> grounds;
    private boolean isKnown;
    private Optional<Rational> shape = Optional.empty();

    private Frame(Collection<String> grounds) {
      this.grounds = grounds;
    }

    /** The shape that most of its media has; empty where it does not agree, or is not at hand. */
    Optional<Rational> shape() {
      if (!isKnown) {
        shape = shapeOfMost();
        isKnown = true;
      }
      return shape;
    }

    private Optional<Rational> shapeOfMost() {
      List<Rational> shapes =
          grounds.stream()
              .flatMap(source -> of(source).stream())
              .limit(SAMPLE)
              .map(PictureForm::shape)
              .toList();
      Map<Rational, Long> counts =
          shapes.stream().collect(Collectors.groupingBy(its -> its, Collectors.counting()));
      return counts.entrySet().stream()
          .filter(each -> each.getValue() * 10 >= shapes.size() * MOST)
          .map(Map.Entry::getKey)
          .findFirst();
    }
  }
}
