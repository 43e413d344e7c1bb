package org.oddlot.days;

import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.oddlot.days.Shoot.Clip;
import org.oddlot.days.Shoot.Take;
import org.oddlot.sound.SoundFile;

/** A day with its papers and its sound, and what is true of it. */
final class Case {
  /**
   * What is to be written to a clip.
   *
   * @param scene empty where no paper says it
   * @param take empty where no paper says it
   * @param remark what is to stand in its notes, empty if nothing
   * @param circled whether it is circled; empty where no paper says so
   * @param card the card that its media says it is on
   */
  record Truth(String scene, String take, String remark, Optional<Boolean> circled, String card) {}

  /**
   * Where a recording lies.
   *
   * @param picture the name of the picture
   * @param recording the name of the recording
   * @param first the sample at the picture's first frame
   */
  record Laid(String picture, String recording, double first) {}

  final Shoot shoot;
  final Map<String, byte[]> papers = new LinkedHashMap<>();
  final Map<String, Truth> truths = new LinkedHashMap<>();
  final List<SoundFile> sounds = new java.util.ArrayList<>();
  final Set<Laid> laid = new LinkedHashSet<>();
  final List<org.oddlot.material.MeasuredOffset> heard = new java.util.ArrayList<>();

  /** The names of recordings that no picture was running with, or that are told about. */
  final Set<String> loose = new LinkedHashSet<>();

  /** How far off sound may be once all is accepted, in samples; settled, half a frame always. */
  double slack;

  Case(Shoot shoot) {
    this.shoot = shoot;
  }

  Case paper(String name, byte[] content) {
    papers.put(name, content);
    return this;
  }

  /** That a paper tells all of these takes, with everything of the usual columns. */
  Case tells(List<Take> takes) {
    takes.forEach(take -> take.clips().forEach(clip -> tells(take, clip)));
    return this;
  }

  Case tells(Take take, Clip clip) {
    truths.put(
        clip.id(),
        new Truth(
            take.scene(),
            "" + take.number(),
            take.remark(),
            Optional.of(take.circled()),
            clip.card()));
    return this;
  }

  /** That a paper tells of a clip this only. */
  Case tells(Clip clip, Truth truth) {
    truths.put(clip.id(), truth);
    return this;
  }
}
