package org.oddlot.pass.putright;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.oddlot.material.Material;
import org.oddlot.material.Paper;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Sentence;
import org.oddlot.pass.Standing;
import org.oddlot.pass.putright.PaperClocks.Group;
import org.oddlot.time.FrameRate;

/**
 * Logs that leave labels out, as drop-frame counting does, and write them with colons all the same.
 * In ten minutes the two ways of counting run 18 frames apart, so that over some hours only one of
 * them fits.
 */
final class Countings {
  /** Fewer entries than this do not tell the two apart. */
  private static final int FEWEST = 4;

  private final Material material;
  private final long tolerance;
  private final boolean canDrop;

  Countings(Material material, long tolerance) {
    this.material = material;
    this.tolerance = tolerance;
    this.canDrop =
        material.sources().all().stream()
            .anyMatch(source -> source.rate().filter(FrameRate::canDropFrames).isPresent());
  }

  /** A finding where a paper's labels fit clearly better with some left out. */
  Optional<PutRightFinding> finding(Paper paper) {
    // Most lots have nothing that could be counted so, and are not compared at all.
    if (!canDrop) {
      return Optional.empty();
    }
    PaperClocks written = PaperClocks.of(paper, material, tolerance);
    List<Group> groups =
        written.groups().stream()
            .filter(group -> group.frames().rate().canDropFrames())
            .filter(
                group -> group.entries().stream().noneMatch(e -> e.in().orElseThrow().semicolon()))
            .toList();
    if (groups.isEmpty()) {
      return Optional.empty();
    }
    PaperClocks dropped =
        PaperClocks.of(paper.withEntries(Correction.Counting::dropping), material, tolerance);
    int now = 0;
    int then = 0;
    int total = 0;
    for (Group group : groups) {
      Optional<Group> same =
          dropped.groups().stream().filter(g -> g.camera().equals(group.camera())).findFirst();
      now += best(group);
      then += same.map(Countings::best).orElse(0);
      total += group.size();
    }
    if (then < FEWEST || 4 * then < 5 * now || 2 * then < total) {
      return Optional.empty();
    }
    Set<String> cameras =
        groups.size() == written.groups().size()
            ? Set.of()
            : groups.stream().map(Group::camera).collect(Collectors.toSet());
    return Optional.of(
        new PutRightFinding(
            FindingId.of("putright", "counting", paper.name()),
            paper.name(),
            new Correction.Counting(paper.name(), cameras),
            Standing.SETTLED,
            Sentence.of(
                "drop-frame, with colons",
                "its labels are counted drop-frame though written with colons: %,d of %,d entries"
                    + " fall on clips that way, %,d as written",
                then,
                total,
                now),
            List.of(
                choice(Correction.Counting.DROPS, "read as drop-frame", then),
                choice(Correction.Counting.AS_WRITTEN, "read as written", now)),
            List.of(Correction.Counting.DROPS),
            List.of(new Evidence("rate", groups.getFirst().frames().rate().toString(), ""))));
  }

  private static int best(Group group) {
    return Math.max(
        group.matches(0), group.estimate().proposed().map(ClockEstimate.Shift::matches).orElse(0));
  }

  private static Choice choice(String id, String words, int matches) {
    return new Choice(id, words, List.of(new Evidence("matches", Integer.toString(matches), "")));
  }
}
