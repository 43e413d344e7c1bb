package org.oddlot.compare;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import org.oddlot.material.Sources;
import org.oddlot.material.TimelineFile;
import org.oddlot.text.Phrase;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Timeline;

/**
 * Which timelines of two files are versions of each other: the only ones there are, those of one
 * name, or the two that are left when all others are known.
 *
 * @param pairs timelines before and after
 * @param left what has no other version, a sentence each
 */
public record TimelinePairs(List<Versions> pairs, List<String> left) {

  /** A timeline in both versions. */
  public record Versions(Version before, Version after) {
    /** The two beside each other: a long cut takes a while. */
    private static Versions of(
        TimelineFile before, Placed old, TimelineFile after, Placed now, Sources sources) {
      CompletableFuture<Version> beside =
          CompletableFuture.supplyAsync(() -> Version.of(before, old, sources));
      Version newer = Version.of(after, now, sources);
      return new Versions(beside.join(), newer);
    }

    /** What changed between the two. */
    public Comparison compared(Hands hands) {
      return Comparison.of(before, after, hands);
    }
  }

  public TimelinePairs {
    pairs = List.copyOf(pairs);
    left = List.copyOf(left);
  }

  /**
   * The timelines of two files, or those of one name.
   *
   * @param nameBefore which timeline of the older file; all where it is empty
   * @param nameAfter which one of the newer file; that of the same name where it is empty
   */
  public static TimelinePairs of(
      TimelineFile before, TimelineFile after, String nameBefore, String nameAfter) {
    List<Placed> old = timelines(before, nameBefore);
    List<Placed> now = timelines(after, nameAfter.isEmpty() ? nameBefore : nameAfter);
    Sources sources = Sources.of(before == after ? List.of(before) : List.of(before, after));
    var pairs = new ArrayList<Versions>();
    for (Placed each : List.copyOf(old)) {
      Optional<Placed> same =
          old.size() == 1 && now.size() == 1
              ? Optional.of(now.getFirst())
              : now.stream()
                  .filter(its -> its.object().name().equals(each.object().name()))
                  .findFirst();
      same.ifPresent(its -> {
        pairs.add(new Versions(Version.of(before, each, sources), Version.of(after, its, sources)));
        old.remove(each);
        now.remove(its);
      });
    }
    if (old.size() == 1 && now.size() == 1) {
      pairs.add(Versions.of(before, old.removeFirst(), after, now.removeFirst(), sources));
    }
    var left = new ArrayList<String>();
    old.forEach(each -> left.add(only(each, before)));
    now.forEach(each -> left.add(only(each, after)));
    return new TimelinePairs(pairs, left);
  }

  private static String only(Placed timeline, TimelineFile file) {
    return Phrase.of("The timeline “%s” is in %s only.", timeline.object().name(), file.name());
  }

  /** Timelines that lie in no other one. */
  private static List<Placed> timelines(TimelineFile file, String name) {
    var found = new ArrayList<Placed>();
    collect(Placed.root(file.root()), name, found);
    return found;
  }

  private static void collect(Placed place, String name, List<Placed> found) {
    if (place.object() instanceof Timeline timeline) {
      if (name.isEmpty() || timeline.name().equals(name)) {
        found.add(place);
      }
      return;
    }
    place.forEachChild(child -> collect(child, name, found));
  }
}
