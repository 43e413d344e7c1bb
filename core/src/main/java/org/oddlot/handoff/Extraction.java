package org.oddlot.handoff;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.Deque;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.oddlot.material.Source;
import org.oddlot.material.Sources;
import org.oddlot.material.TimelineFile;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Opaque;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;

/**
 * Chosen timelines of a file with only what they use: the bins, source clips, groups and nested
 * timelines. What is not understood is kept, for nobody can tell what needs it.
 *
 * @param root the outermost object with what is kept; the very one of the file where that is all
 * @param timelines the timelines that were chosen, as they lie in the new root
 * @param kept what is kept
 * @param left what is left out
 */
public record Extraction(TimelineObject root, List<Placed> timelines, Counts kept, Counts left) {

  /**
   * How many things of each kind.
   *
   * @param groups synced clips, angles and other stacks in bins
   * @param notUnderstood things that nothing is understood of
   */
  public record Counts(int timelines, int bins, int clips, int groups, int notUnderstood) {}

  public Extraction {
    timelines = List.copyOf(timelines);
  }

  /** The names of the timelines that can be chosen, in their order. */
  public static List<String> names(TimelineObject root) {
    return inBins(Placed.root(root))
        .filter(each -> each.object() instanceof Timeline)
        .map(each -> each.object().name())
        .distinct()
        .toList();
  }

  /**
   * The timelines of these names with what they use.
   *
   * @param names which; all where there are none. Of several of one name all are taken
   * @throws IllegalArgumentException if no timeline has one of the names
   */
  public static Extraction of(TimelineFile file, Collection<String> names) {
    for (String name : names) {
      if (!names(file.root()).contains(name)) {
        throw new IllegalArgumentException("There is no timeline “" + name + "” in it.");
      }
    }
    return new Walk(file, Set.copyOf(names)).extracted();
  }

  /** What lies in bins, without what lies in timelines and groups. */
  private static Stream<Placed> inBins(Placed place) {
    if (!(place.object() instanceof Bin)) {
      return Stream.of(place);
    }
    var children = new ArrayList<Placed>();
    place.forEachChild(children::add);
    return children.stream().flatMap(Extraction::inBins);
  }

  /** Finds out what is used, from the chosen timelines on. */
  private static final class Walk {
    private final TimelineFile file;
    private final Set<String> names;

    /** Timelines and groups that are kept. */
    private final Set<TimelineObject> used = Collections.newSetFromMap(new IdentityHashMap<>());

    private final Set<String> usedSources = new HashSet<>();

    /** What in bins may be nested in timelines, by its name. */
    private final Map<String, List<Placed>> canBeNested;

    private final Sources sources;

    private final Deque<Placed> toWalk = new ArrayDeque<>();

    Walk(TimelineFile file, Set<String> names) {
      this.file = file;
      this.names = names;
      this.canBeNested =
          inBins(Placed.root(file.root()))
              .filter(each -> each.object() instanceof Timeline || each.object() instanceof Stack)
              .collect(Collectors.groupingBy(each -> each.object().name()));
      this.sources = Sources.of(List.of(file.withRoot(withoutOthers(file.root(), byName()))));
    }

    /** The names of the chosen timelines and of all that may be nested in them. */
    private Set<String> byName() {
      var all = new HashSet<String>();
      Deque<Placed> left = new ArrayDeque<>();
      canBeNested.values().stream()
          .flatMap(List::stream)
          .filter(each -> each.object() instanceof Timeline && isChosen(each.object()))
          .forEach(left::add);
      while (!left.isEmpty()) {
        Placed next = left.removeFirst();
        if (all.add(next.object().name())) {
          canBeNested.getOrDefault(next.object().name(), List.of()).forEach(left::add);
        }
        next.walk(at -> {
          if (at.object() instanceof Stack && !all.contains(at.object().name())) {
            left.addAll(canBeNested.getOrDefault(at.object().name(), List.of()));
          }
        });
      }
      return all;
    }

    /** Without timelines that cannot be used; most of a large project is in these. */
    private static TimelineObject withoutOthers(TimelineObject object, Set<String> names) {
      return object instanceof Bin bin
          ? Bin.of(
              bin.name(),
              bin.children().stream()
                  .filter(child -> !(child instanceof Timeline) || names.contains(child.name()))
                  .map(child -> withoutOthers(child, names))
                  .toList())
          : object;
    }

    Extraction extracted() {
      Placed root = Placed.root(file.root());
      inBins(root)
          .forEach(each -> {
            if (each.object() instanceof Timeline || each.object() instanceof Stack) {
              canBeNested.computeIfAbsent(each.object().name(), _ -> new ArrayList<>(1)).add(each);
            }
          });
      inBins(root)
          .filter(each -> each.object() instanceof Timeline && isChosen(each.object()))
          .forEach(this::use);
      while (!toWalk.isEmpty()) {
        toWalk.removeFirst().walk(this::look);
      }
      TimelineObject kept = kept(file.root());
      List<Placed> chosen =
          inBins(Placed.root(kept))
              .filter(each -> each.object() instanceof Timeline && isChosen(each.object()))
              .toList();
      Counts all = counts(file.root());
      Counts its = counts(kept);
      return new Extraction(
          kept,
          chosen,
          its,
          new Counts(
              all.timelines - its.timelines,
              all.bins - its.bins,
              all.clips - its.clips,
              all.groups - its.groups,
              all.notUnderstood - its.notUnderstood));
    }

    private boolean isChosen(TimelineObject timeline) {
      return names.isEmpty() || names.contains(timeline.name());
    }

    private void use(Placed place) {
      if (used.add(place.object())) {
        toWalk.add(place);
      }
    }

    private void look(Placed at) {
      switch (at.object()) {
        case Clip clip -> {
          Set<String> its = sources(clip);
          usedSources.addAll(its);
          if (its.size() > 1) {
            // One clip for all angles: the group is the one that has just these.
            canBeNested.values().stream()
                .flatMap(List::stream)
                .filter(each -> each.object() instanceof Stack && sources(each).equals(its))
                .forEach(this::use);
          }
        }
        case Stack nested -> {
          List<Placed> sameName = canBeNested.getOrDefault(nested.name(), List.of());
          if (!sameName.isEmpty()) {
            // Names are not identities: what it shows has to be what is nested.
            Set<String> its = sources(at);
            sameName.stream().filter(each -> its.containsAll(sources(each))).forEach(this::use);
          }
        }
        default -> {}
      }
    }

    private Set<String> sources(Placed place) {
      var all = new LinkedHashSet<String>();
      place.clips().forEach(each -> all.addAll(sources((Clip) each.object())));
      return all;
    }

    /** Every source that a clip can show, the one in use first. */
    private Set<String> sources(Clip clip) {
      var all = new LinkedHashSet<String>();
      sources.of(clip).map(Source::id).ifPresent(all::add);
      if (clip.mediaReferences().size() > 1) {
        clip.mediaReferences()
            .keySet()
            .forEach(key ->
                sources
                    .of(clip.withMedia(clip.mediaReferences(), key))
                    .map(Source::id)
                    .or(() -> Travel.address(clip.mediaReferences().get(key)))
                    .ifPresent(all::add));
      }
      return all;
    }

    private boolean isUsed(TimelineObject object) {
      return switch (object) {
        case Timeline _, Stack _ -> used.contains(object);
        case Clip clip -> sources(clip).stream().anyMatch(usedSources::contains);
        default -> true;
      };
    }

    @SuppressWarnings("ReferenceEquality") // a bin that keeps all it has is the same object
    private TimelineObject kept(TimelineObject object) {
      if (!(object instanceof Bin bin)) {
        return object;
      }
      var children = new ArrayList<TimelineObject>();
      boolean isAll = true;
      for (TimelineObject child : bin.children()) {
        if (child instanceof Bin inner) {
          TimelineObject its = kept(inner);
          isAll &= its == inner;
          if (!its.children().isEmpty()) {
            children.add(its);
          } else {
            isAll = false;
          }
        } else if (isUsed(child)) {
          children.add(child);
        } else {
          isAll = false;
        }
      }
      return isAll ? bin : bin.withChildren(children);
    }

    private static Counts counts(TimelineObject root) {
      var counts = new int[5];
      count(root, counts);
      return new Counts(counts[0], counts[1], counts[2], counts[3], counts[4]);
    }

    private static void count(TimelineObject object, int[] counts) {
      switch (object) {
        case Timeline _ -> counts[0]++;
        case Bin bin -> {
          counts[1]++;
          bin.children().forEach(child -> count(child, counts));
        }
        case Clip _ -> counts[2]++;
        case Stack _ -> counts[3]++;
        case Opaque _ -> counts[4]++;
        default -> {}
      }
    }
  }

  /** The timelines' names, each once. */
  public List<String> timelineNames() {
    return timelines.stream().map(each -> each.object().name()).distinct().toList();
  }
}
