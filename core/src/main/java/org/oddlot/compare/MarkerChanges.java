package org.oddlot.compare;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BiPredicate;
import java.util.function.LongPredicate;
import org.oddlot.profile.Profile;
import org.oddlot.text.Phrase;
import org.oddlot.time.RationalTime;
import org.oddlot.timeline.Marker;

/** What became of markers: those of a shot go with it, those of a timeline with all around them. */
final class MarkerChanges {
  private final Version before;
  private final Version after;
  private final Ripple ripple;

  MarkerChanges(Version before, Version after, Ripple ripple) {
    this.before = before;
    this.after = after;
    this.ripple = ripple;
  }

  /** A marker, with when it is: in media time, or as a frame of its version. */
  private record Mark(String label, RationalTime at, RationalTime length) {
    String words() {
      return label.isEmpty() ? "a marker" : "“" + label + "”";
    }
  }

  /** Two marks that are taken for one; one of them may not be there. */
  private record Met(Optional<Mark> before, Optional<Mark> after) {}

  /** What changed about the markers of a shot, a sentence each. */
  List<String> of(Pair pair) {
    List<Marker> was = pair.before().event().clip().markers();
    List<Marker> is = pair.after().event().clip().markers();
    if (was.equals(is)) {
      return List.of();
    }
    List<Mark> old = was.stream().map(each -> mark(each, before.document().profile())).toList();
    List<Mark> now = is.stream().map(each -> mark(each, after.document().profile())).toList();
    var says = new ArrayList<String>();
    for (Met met : met(old, now, false)) {
      says(met, shift -> shift == 0).ifPresent(says::add);
    }
    return says;
  }

  /** What changed about the markers of the timeline and of its tracks. */
  List<Change> ofTimelines() {
    List<Mark> old = marks(before);
    List<Mark> now = marks(after);
    var changes = new ArrayList<Change>();
    for (Met met : met(old, now, true)) {
      LongPredicate isExpected =
          shift ->
              met.before().filter(mark -> ripple.isExpected(mark.at().value(), shift)).isPresent();
      says(met, isExpected)
          .ifPresent(says ->
              changes.add(
                  new Change(
                      Change.Kind.MARKER,
                      met.after().or(met::before).orElseThrow().label(),
                      Optional.empty(),
                      met.before().map(MarkerChanges::spot),
                      met.after().map(MarkerChanges::spot),
                      0,
                      0,
                      met.before()
                          .map(mark -> ripple.usual(mark.at().value()))
                          .orElseGet(
                              () -> ripple.usualAfter(met.after().orElseThrow().at().value())),
                      says,
                      "")));
    }
    return changes;
  }

  private static Change.Spot spot(Mark mark) {
    long in = mark.at().value();
    return new Change.Spot(in, in + mark.length().value(), List.of());
  }

  private static Mark mark(Marker marker, Profile profile) {
    return new Mark(
        label(marker, profile), marker.markedRange().start(), marker.markedRange().duration());
  }

  private static String label(Marker marker, Profile profile) {
    String category = profile.noted(marker).category();
    String words = profile.words(marker);
    return category.isEmpty() ? words : words + " (" + category + ")";
  }

  /** The markers of a timeline and its tracks, by its frames. */
  private static List<Mark> marks(Version version) {
    return version.markers().stream()
        .map(marked ->
            new Mark(
                label(marked.marker(), version.document().profile()),
                RationalTime.of(marked.in(), version.rate()),
                RationalTime.of(marked.length(), version.rate())))
        .toList();
  }

  /**
   * Which is which: the same words at the same place first, then the same words, then the place.
   */
  private List<Met> met(List<Mark> old, List<Mark> now, boolean follow) {
    var left = new ArrayList<>(old);
    var fresh = new ArrayList<>(now);
    var met = new ArrayList<Met>();
    take(
        left,
        fresh,
        met,
        (its, other) -> its.label.equals(other.label) && isThere(its, other, follow));
    take(left, fresh, met, (its, other) -> its.label.equals(other.label) && !its.label.isEmpty());
    take(left, fresh, met, (its, other) -> isThere(its, other, follow));
    left.forEach(its -> met.add(new Met(Optional.of(its), Optional.empty())));
    fresh.forEach(its -> met.add(new Met(Optional.empty(), Optional.of(its))));
    return met;
  }

  /** Whether two are at the same place; what follows the timeline, where all around them went. */
  private boolean isThere(Mark its, Mark other, boolean follow) {
    return follow
        ? ripple.isExpected(its.at.value(), other.at.value() - ripple.paced(its.at.value()))
        : its.at.compareTo(other.at) == 0;
  }

  private static void take(
      List<Mark> left, List<Mark> fresh, List<Met> met, BiPredicate<Mark, Mark> isSame) {
    for (Mark its : List.copyOf(left)) {
      fresh.stream()
          .filter(other -> isSame.test(its, other))
          .findFirst()
          .ifPresent(other -> {
            left.remove(its);
            fresh.remove(other);
            met.add(new Met(Optional.of(its), Optional.of(other)));
          });
    }
  }

  private Optional<String> says(Met met, LongPredicate isExpected) {
    if (met.before.isEmpty()) {
      return Optional.of(met.after.orElseThrow().words() + " is new");
    }
    if (met.after.isEmpty()) {
      return Optional.of(met.before.get().words() + " is gone");
    }
    Mark its = met.before.get();
    Mark other = met.after.get();
    if (!its.label.equals(other.label)) {
      return Optional.of(Phrase.of("%s is %s now", its.words(), other.words()));
    }
    RationalTime later = other.at.minus(its.at);
    if (!isExpected.test(later.value())) {
      if (later.value() == 0) {
        return Optional.of(its.words() + " stayed while all around it moved");
      }
      return Optional.of(
          Phrase.of(
              "%s is %s %s",
              its.words(), later.inWords(), later.value() > 0 ? "later" : "earlier"));
    }
    return its.length.compareTo(other.length) == 0
        ? Optional.empty()
        : Optional.of(its.words() + " lasts " + other.length.inWords() + " now");
  }
}
