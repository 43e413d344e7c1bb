package org.oddlot.pass.putright;

import java.util.List;
import java.util.Optional;
import org.oddlot.material.Material;
import org.oddlot.material.Paper;
import org.oddlot.pass.putright.PaperClocks.Group;
import org.oddlot.time.FrameRate;

/**
 * Tries shifts of a log's clock without doing anything: how many entries would fall on clips. Quick
 * enough to be asked at every movement of the hand.
 */
public final class ClockTrial {
  private final List<Group> groups;
  private final FrameRate rate;

  private ClockTrial(List<Group> groups, FrameRate rate) {
    this.groups = List.copyOf(groups);
    this.rate = rate;
  }

  /**
   * A trial of what a finding is about; empty where the log has nothing that could be compared.
   *
   * @param material what the pass looked at
   * @param correction whose clock
   * @param tolerance how far apart an entry and a start may be, in frames
   */
  public static Optional<ClockTrial> of(
      Material material, Correction.Clock correction, long tolerance) {
    Optional<Paper> paper =
        material.papers().stream().filter(p -> p.name().equals(correction.paper())).findFirst();
    return paper
        .map(p ->
            PaperClocks.of(p, material, tolerance).groups().stream()
                .filter(group ->
                    correction.cameras().isEmpty() || correction.cameras().contains(group.camera()))
                .toList())
        .filter(groups -> !groups.isEmpty())
        .map(groups -> new ClockTrial(groups, correction.rate()));
  }

  /** The rate at which shifts are counted. */
  public FrameRate rate() {
    return rate;
  }

  /** How many entries there are. */
  public int total() {
    return groups.stream().mapToInt(Group::size).sum();
  }

  /** How many entries fall on clips of their own if all are {@code frames} later. */
  public int matches(long frames) {
    return groups.stream()
        .mapToInt(group -> group.matches(frames * group.frames().rate().nominal() / rate.nominal()))
        .sum();
  }
}
