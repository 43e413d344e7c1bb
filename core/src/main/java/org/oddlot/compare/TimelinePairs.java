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
    private static Versions of(Side before, Side after, Sources sources) {
      CompletableFuture<Version> beside =
          CompletableFuture.supplyAsync(() -> Version.of(before.file, before.place, sources));
      Version newer = Version.of(after.file, after.place, sources);
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
   * A timeline, and the file that it lies in.
   *
   * @param file the file
   * @param place where in the file
   */
  public record Side(TimelineFile file, Placed place) {
    String name() {
      return place.object().name();
    }
  }

  /**
   * The timelines of two files, or those of one name.
   *
   * @param nameBefore which timeline of the older file; all where it is empty
   * @param nameAfter which one of the newer file; that of the same name where it is empty
   */
  public static TimelinePairs of(
      TimelineFile before, TimelineFile after, String nameBefore, String nameAfter) {
    Sources sources =
        Sources.of(before.name().equals(after.name()) ? List.of(before) : List.of(before, after));
    String other = nameAfter.isEmpty() ? nameBefore : nameAfter;
    return of(
        sides(before).stream().filter(side -> isMeant(side, nameBefore)).toList(),
        sides(after).stream().filter(side -> isMeant(side, other)).toList(),
        sources);
  }

  private static boolean isMeant(Side side, String name) {
    return name.isEmpty() || side.name().equals(name);
  }

  /** Some timelines, and what may be their other versions. */
  public static TimelinePairs of(List<Side> before, List<Side> after, Sources sources) {
    var old = new ArrayList<>(before);
    var now = new ArrayList<>(after);
    var pairs = new ArrayList<Versions>();
    for (Side each : before) {
      Optional<Side> same =
          old.size() == 1 && now.size() == 1
              ? Optional.of(now.getFirst())
              : now.stream().filter(its -> its.name().equals(each.name())).findFirst();
      same.ifPresent(its -> {
        pairs.add(Versions.of(each, its, sources));
        old.remove(each);
        now.remove(its);
      });
    }
    if (old.size() == 1 && now.size() == 1) {
      pairs.add(Versions.of(old.removeFirst(), now.removeFirst(), sources));
    }
    var left = new ArrayList<String>();
    old.forEach(each -> left.add(only(each)));
    now.forEach(each -> left.add(only(each)));
    return new TimelinePairs(pairs, left);
  }

  private static String only(Side side) {
    return Phrase.of("The timeline “%s” is in %s only.", side.name(), side.file().name());
  }

  /** The timelines of a file that lie in no other one. */
  public static List<Side> sides(TimelineFile file) {
    var found = new ArrayList<Side>();
    collect(file, Placed.root(file.root()), found);
    return found;
  }

  private static void collect(TimelineFile file, Placed place, List<Side> found) {
    if (place.object() instanceof Timeline) {
      found.add(new Side(file, place));
      return;
    }
    place.forEachChild(child -> collect(file, child, found));
  }
}
