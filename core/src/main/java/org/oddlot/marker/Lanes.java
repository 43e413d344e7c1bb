package org.oddlot.marker;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.NavigableSet;
import java.util.Optional;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.oddlot.compare.Shot;
import org.oddlot.compare.Version;
import org.oddlot.timeline.Track;

/** The tracks of a cut, to be asked what is there at a frame. */
final class Lanes {
  private final List<List<Shot>> pictures = new ArrayList<>();
  private final List<List<Shot>> sound = new ArrayList<>();

  Lanes(Version version) {
    for (List<Shot> lane : version.lanes()) {
      List<Shot> seen = lane.stream().filter(shot -> shot.event().enabled()).toList();
      if (!seen.isEmpty()) {
        String kind = seen.getFirst().lane().kind();
        if (kind.equals(Track.VIDEO)) {
          pictures.addFirst(seen);
        } else if (kind.equals(Track.AUDIO)) {
          sound.add(seen);
        }
      }
    }
  }

  /** What is seen at a frame, from the top: pictures before what is generated. */
  List<Shot> seen(long frame) {
    List<Shot> there = at(pictures, frame);
    return Stream.concat(
            there.stream().filter(shot -> shot.source().isPresent()),
            there.stream().filter(shot -> shot.source().isEmpty()))
        .toList();
  }

  /** What is heard at a frame. */
  List<Shot> heard(long frame) {
    return at(sound, frame);
  }

  /** The last picture that ends before a frame. */
  Optional<Shot> before(long frame) {
    return pictures.stream()
        .flatMap(lane -> lane.stream().filter(shot -> shot.out() <= frame))
        .max(Comparator.comparingLong(Shot::out));
  }

  /** The first picture that begins behind a frame. */
  Optional<Shot> behind(long frame) {
    return pictures.stream()
        .flatMap(lane -> lane.stream().filter(shot -> shot.in() > frame).limit(1))
        .min(Comparator.comparingLong(Shot::in));
  }

  /** The frames from which on something else is there, in a range. */
  NavigableSet<Long> cuts(long from, long to) {
    var cuts = new TreeSet<Long>();
    Stream.concat(pictures.stream(), sound.stream())
        .forEach(lane -> {
          for (int i = firstBehind(lane, from); i < lane.size() && lane.get(i).in() < to; i++) {
            cuts.add(lane.get(i).in());
            cuts.add(lane.get(i).out());
          }
        });
    cuts.add(from);
    cuts.add(to);
    return cuts.subSet(from, true, to, true);
  }

  private static List<Shot> at(List<List<Shot>> lanes, long frame) {
    var there = new ArrayList<Shot>();
    for (List<Shot> lane : lanes) {
      int which = firstBehind(lane, frame);
      if (which < lane.size() && lane.get(which).in() <= frame) {
        there.add(lane.get(which));
      }
    }
    return there;
  }

  /**
   * The first shot of a track that ends behind a frame; those of a track lie one behind another.
   */
  private static int firstBehind(List<Shot> lane, long frame) {
    int low = 0;
    int high = lane.size();
    while (low < high) {
      int middle = (low + high) >>> 1;
      if (lane.get(middle).out() <= frame) {
        low = middle + 1;
      } else {
        high = middle;
      }
    }
    return low;
  }
}
