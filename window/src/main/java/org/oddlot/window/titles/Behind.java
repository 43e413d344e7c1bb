package org.oddlot.window.titles;

import java.util.Optional;
import javafx.scene.image.Image;
import org.oddlot.material.CaptionPlace;
import org.oddlot.material.Material;
import org.oddlot.material.Moment;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.titles.TitleFinding;
import org.oddlot.picture.StillFrame;
import org.oddlot.time.Rational;
import org.oddlot.window.kit.Still;
import org.oddlot.window.session.Session;

/** What is seen behind the title that is looked at, once it was taken out of its media. */
final class Behind {
  private static final int HEIGHT = 180;

  private final Session session;
  private final Runnable shown;
  private volatile Optional<FindingId> wanted = Optional.empty();
  private Optional<Image> image = Optional.empty();

  /**
   * Nothing yet.
   *
   * @param shown is run when a picture has come
   */
  Behind(Session session, Runnable shown) {
    this.session = session;
    this.shown = shown;
  }

  /** The picture; empty as long as it is not there, and where its media is not at hand. */
  Optional<Image> image() {
    return image;
  }

  /** Looks for the picture in the middle of a title; what was there before is gone. */
  void lookFor(Material material, Optional<TitleFinding> title) {
    image = Optional.empty();
    wanted = title.map(TitleFinding::id);
    title.ifPresent(its ->
        session.aside(
            // Who walks quickly does not wait for pictures that were left behind.
            () -> isWanted(its) ? picture(material, its) : Optional.<StillFrame>empty(),
            picture -> {
              if (isWanted(its) && picture.isPresent()) {
                image = picture.map(Still::of);
                shown.run();
              }
            }));
  }

  private boolean isWanted(TitleFinding title) {
    return wanted.filter(title.id()::equals).isPresent();
  }

  private static Optional<StillFrame> picture(Material material, TitleFinding title) {
    Rational middle = title.caption().start().plus(title.caption().end()).dividedBy(Rational.of(2));
    return CaptionPlace.programme(material, title.file())
        .flatMap(programme -> Moment.seen(material, programme, middle))
        .flatMap(moment -> StillFrame.of(moment.file(), moment.seconds(), HEIGHT));
  }
}
