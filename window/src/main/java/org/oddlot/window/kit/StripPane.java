package org.oddlot.window.kit;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.image.ImageView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.oddlot.material.CutSpot;
import org.oddlot.material.Material;
import org.oddlot.material.Moment;
import org.oddlot.material.Programme;
import org.oddlot.pass.Standing;
import org.oddlot.picture.StillFrame;
import org.oddlot.time.Rational;
import org.oddlot.timeline.Address;
import org.oddlot.timeline.Placed;
import org.oddlot.window.session.Session;

/**
 * The cut below a station: where in its timeline is what the station speaks of. Folded to a line
 * until somebody wants to see it; a station that speaks of no timeline has none.
 */
public final class StripPane extends VBox {
  private static final int PICTURE_HEIGHT = 90;

  private final Session session;
  private final Label where = Words.of("", "figures", "quiet");
  private final Button turn = Actions.small("cut-turn", "Show/hide", "Ctrl K", this::turn);
  private final ImageView picture = new ImageView();
  private final StripView strip;
  private final HBox body;
  private final AtomicLong asked = new AtomicLong();
  private Optional<Material> material = Optional.empty();
  private Optional<Address> timeline = Optional.empty();
  private List<Placed> below = List.of();
  private List<?> listed = List.of();
  private List<StripCut> cuts = List.of();
  private Consumer<Placed> onPick = _ -> {};
  private Runnable onUnfold = () -> {};

  /**
   * What a station says of a stretch of a timeline.
   *
   * @param spot where it is
   * @param standing how it stands; empty for what merely is there
   */
  public record Said(CutSpot spot, Optional<Standing> standing) {}

  /** Nothing to be shown yet. */
  public StripPane(Session session) {
    this.session = session;
    strip = new StripView(this::plumb, slip -> onPick.accept(slip.place()));
    getStyleClass().add("cut-pane");
    setId("cut-pane");
    where.setId("cut-where");
    where.setMinWidth(0);
    var head = new HBox(10, Words.of("The cut", "small-text"), where, Words.spring(), turn);
    head.setAlignment(Pos.CENTER_LEFT);
    picture.setId("cut-picture");
    picture.setFitHeight(PICTURE_HEIGHT);
    picture.setPreserveRatio(true);
    HBox.setHgrow(strip, Priority.ALWAYS);
    strip.setMinWidth(0);
    body = new HBox(8, strip, picture);
    getChildren().addAll(head, body);
    unfold(session.preferences().isCutShown());
    clear();
  }

  /** Whether it is unfolded, so that what is said of places is drawn. */
  public boolean isUnfolded() {
    return body.isVisible();
  }

  /** Unfolds it, or folds it away; that is remembered. */
  public void turn() {
    unfold(!isUnfolded());
    session.preferences().setCutShown(isUnfolded());
    if (isUnfolded()) {
      requestLayout();
      onUnfold.run();
    }
  }

  /** Unfolds it and gives it the keyboard. */
  public void open() {
    if (!isUnfolded()) {
      turn();
    }
    strip.requestFocus();
  }

  private void unfold(boolean shown) {
    body.setVisible(shown);
    body.setManaged(shown);
  }

  /** The station speaks of no timeline. */
  public void clear() {
    asked.incrementAndGet();
    material = Optional.empty();
    timeline = Optional.empty();
    cuts = List.of();
    below = List.of();
    listed = List.of();
    onUnfold = () -> {};
    onPick = _ -> {};
    setVisible(false);
    setManaged(false);
  }

  /**
   * Where the plumb hangs, in seconds after the first frame; empty unless this timeline is shown.
   */
  public Optional<Rational> plumb(Address of) {
    return isVisible() && isUnfolded() && timeline.filter(of::equals).isPresent()
        ? Optional.of(Rational.of(Math.round(strip.plumb() * 1e6), 1_000_000))
        : Optional.empty();
  }

  /** What is to be done when a slip is chosen in it. */
  public void whenPicked(Consumer<Placed> action) {
    onPick = action;
  }

  /**
   * Shows where something is.
   *
   * @param of what the lot holds
   * @param others timelines that are shown below it, in step with it
   * @param chosen where what is chosen is; what is said of other timelines is not shown
   * @param all what the station lists
   * @param said what it says of a place; worked out beside, and only when it is to be seen
   */
  public <T> void show(
      Material of,
      List<Placed> others,
      Optional<CutSpot> chosen,
      List<T> all,
      Function<T, Optional<Said>> said) {
    Optional<Address> its = chosen.map(CutSpot::timeline).or(() -> timeline);
    if (its.isEmpty()) {
      clear();
      return;
    }
    material = Optional.of(of);
    setVisible(true);
    setManaged(true);
    onUnfold = () -> show(of, others, chosen, all, said);
    chosen.ifPresent(spot -> where.setText(its.get().path().replace("/", " / ")));
    if (!isUnfolded()) {
      return;
    }
    // What is chosen is seen at once; what is said of it may take a moment.
    boolean isSame = its.equals(timeline) && others.equals(below) && !cuts.isEmpty();
    if (isSame) {
      choose(chosen);
    }
    if (isSame && areSame(all, listed)) {
      return;
    }
    timeline = its;
    below = others;
    listed = all;
    long turnNumber = asked.incrementAndGet();
    session.aside(
        () -> drawn(of, its.get(), others, all, said),
        drawn -> {
          if (asked.get() == turnNumber) {
            cuts = drawn.cuts();
            strip.show(cuts, drawn.marks());
            choose(chosen);
          }
        });
  }

  private void choose(Optional<CutSpot> chosen) {
    chosen.ifPresentOrElse(
        spot -> strip.choose(spot.from().toDouble(), spot.to().toDouble()), strip::chooseNothing);
  }

  private record Drawn(List<StripCut> cuts, List<StripView.Mark> marks) {}

  /** Compared one by one: a row that says something else is another object. */
  @SuppressWarnings("ReferenceEquality") // what did not change is the very same
  private static boolean areSame(List<?> now, List<?> before) {
    if (now.size() != before.size()) {
      return false;
    }
    var then = before.iterator();
    return now.stream().allMatch(each -> each == then.next());
  }

  private static <T> Drawn drawn(
      Material of,
      Address timeline,
      List<Placed> others,
      List<T> all,
      Function<T, Optional<Said>> said) {
    List<StripView.Mark> marks =
        all.stream()
            .flatMap(each -> said.apply(each).stream())
            .filter(each -> each.spot.timeline().equals(timeline))
            .map(each ->
                new StripView.Mark(
                    each.spot.from().toDouble(), each.spot.to().toDouble(), each.standing))
            .distinct()
            .toList();
    var cuts = new ArrayList<StripCut>();
    StripCut.of(of, timeline).ifPresent(cuts::add);
    others.forEach(other -> StripCut.of(other).ifPresent(cuts::add));
    return new Drawn(List.copyOf(cuts), StripView.inOrder(marks));
  }

  private void plumb(double seconds) {
    if (cuts.isEmpty()) {
      return;
    }
    where.setText(cuts.getFirst().title() + "   " + cuts.getFirst().label(seconds));
    long turnNumber = asked.get();
    Optional<Material> of = material;
    Optional<Address> at = timeline;
    session.aside(
        () ->
            asked.get() == turnNumber && strip.plumb() == seconds
                ? of.flatMap(its -> at.flatMap(address -> picture(its, address, seconds)))
                : Optional.<StillFrame>empty(),
        found -> {
          if (asked.get() == turnNumber && strip.plumb() == seconds) {
            picture.setImage(found.map(Still::of).orElse(null));
            picture.setManaged(found.isPresent());
          }
        });
  }

  private static Optional<StillFrame> picture(Material material, Address timeline, double seconds) {
    return material.derive(Programme.ALL).stream()
        .filter(programme -> programme.address().equals(timeline))
        .findFirst()
        .flatMap(programme ->
            Moment.seen(
                material,
                programme,
                programme.span().start().plus(Rational.of(Math.round(seconds * 1e6), 1_000_000))))
        .flatMap(moment -> StillFrame.of(moment.file(), moment.seconds(), PICTURE_HEIGHT));
  }
}
