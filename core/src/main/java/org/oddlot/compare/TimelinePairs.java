package org.oddlot.compare;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import org.oddlot.material.Derived;
import org.oddlot.material.Material;
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
  private static final Derived<List<Side>> SIDES =
      Derived.of(
          Set.of(TimelineFile.class),
          material ->
              material.documents().stream()
                  .filter(document -> !document.isNew())
                  .flatMap(document -> sides(document).stream())
                  .toList());

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
    /** What the timeline is called. */
    public String name() {
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

  /** Every timeline that came in, in order. */
  public static List<Side> in(Material material) {
    return material.derive(SIDES);
  }

  /** Says that no file and no timeline of a name came in; empty if one did, or none is named. */
  public static Optional<String> notThere(Material material, String name) {
    return name.isEmpty() || !named(in(material), name).isEmpty()
        ? Optional.empty()
        : Optional.of(Phrase.of("there is no file and no timeline “%s” here", name));
  }

  /**
   * The versions that a lot holds: of two files, or of two timelines that are named.
   *
   * @param nameBefore the older file or timeline; the first file where it is empty
   * @param nameAfter the newer one; the first other file where it is empty
   */
  public static TimelinePairs in(Material material, String nameBefore, String nameAfter) {
    List<Side> all = in(material);
    List<Side> before = named(all, nameBefore);
    List<Side> after = named(all, nameAfter);
    if (before.isEmpty() && after.isEmpty()) {
      String first = all.isEmpty() ? "" : all.getFirst().file().name();
      before = all.stream().filter(side -> side.file().name().equals(first)).toList();
      after = firstOther(all, first);
      if (after.isEmpty()) {
        // Two timelines of one file.
        after = before.stream().skip(1).limit(1).toList();
        before = before.stream().limit(1).toList();
      }
    } else if (before.isEmpty()) {
      before = firstOther(all, after.getFirst().file().name());
    } else if (after.isEmpty()) {
      after = firstOther(all, before.getFirst().file().name());
    }
    return of(before, after, material.sources());
  }

  private static List<Side> firstOther(List<Side> all, String file) {
    Optional<String> other =
        all.stream().map(side -> side.file().name()).filter(its -> !its.equals(file)).findFirst();
    return all.stream()
        .filter(side -> other.filter(side.file().name()::equals).isPresent())
        .toList();
  }

  private static List<Side> named(List<Side> all, String name) {
    List<Side> files =
        all.stream().filter(side -> !name.isEmpty() && side.file().name().equals(name)).toList();
    return files.isEmpty()
        ? all.stream().filter(side -> !name.isEmpty() && side.name().equals(name)).limit(1).toList()
        : files;
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
