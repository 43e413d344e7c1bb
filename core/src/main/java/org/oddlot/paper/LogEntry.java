package org.oddlot.paper;

import java.time.LocalDate;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.oddlot.time.FrameRate;

/**
 * One line of a log: what somebody wrote down about a moment or a stretch of the material.
 *
 * @param id what it is known by: stays the same when the log is read again, even with other rows
 * @param paper the name of the log
 * @param row its row in the file, counted from one
 * @param kind what it is about
 * @param in when it begins
 * @param out when it ends
 * @param rate the rate that its device counted at, where the paper says so
 * @param date its day
 * @param scene empty if not given, like all texts
 * @param shot the setup
 * @param take the take's number, without a circle
 * @param camera the camera's letter
 * @param reel the reel or card
 * @param soundReel the recorder's roll
 * @param clip a clip or file name
 * @param tracks what is on the channels of a sound file, by their numbers counted from one
 * @param circled whether the take was circled
 * @param notes what was remarked
 * @param people who is in it
 * @param keywords what it is about
 * @param category the group of its keywords
 */
public record LogEntry(
    String id,
    String paper,
    int row,
    Kind kind,
    Optional<Label> in,
    Optional<Label> out,
    Optional<FrameRate> rate,
    Optional<LocalDate> date,
    String scene,
    String shot,
    String take,
    String camera,
    String reel,
    String soundReel,
    String clip,
    Map<Integer, String> tracks,
    boolean circled,
    String notes,
    List<String> people,
    List<String> keywords,
    String category) {

  /** What an entry is about. */
  public enum Kind {
    /** A take: belongs to the clip that starts with it. */
    SHOT,
    /** A stretch: belongs to every clip that it touches. */
    KEYWORD,
    /** A moment: belongs to every clip that it lies in. */
    MARKER
  }

  public LogEntry {
    tracks = Collections.unmodifiableMap(new TreeMap<>(tracks));
    people = List.copyOf(people);
    keywords = List.copyOf(keywords);
  }

  /** What people call it: {@code 12A take 3}, or its keywords, or its note. */
  public String title() {
    if (!scene.isEmpty() || !take.isEmpty()) {
      String slate = shot.isEmpty() ? scene : scene + "/" + shot;
      return take.isEmpty() ? slate : (slate + " take " + take).strip();
    }
    if (!keywords.isEmpty()) {
      return String.join(", ", keywords);
    }
    return notes.isEmpty() ? "row " + row : notes;
  }

  /** This at other times, counted at another rate. */
  public LogEntry withTimes(
      Optional<Label> newIn, Optional<Label> newOut, Optional<FrameRate> newRate) {
    return new LogEntry(
        id, paper, row, kind, newIn, newOut, newRate, date, scene, shot, take, camera, reel,
        soundReel, clip, tracks, circled, notes, people, keywords, category);
  }

  /** This on another day. */
  public LogEntry withDate(Optional<LocalDate> newDate) {
    return new LogEntry(
        id, paper, row, kind, in, out, rate, newDate, scene, shot, take, camera, reel, soundReel,
        clip, tracks, circled, notes, people, keywords, category);
  }

  /** This with its clip and its roll called otherwise. */
  public LogEntry withNames(String newClip, String newReel) {
    return new LogEntry(
        id, paper, row, kind, in, out, rate, date, scene, shot, take, camera, newReel, soundReel,
        newClip, tracks, circled, notes, people, keywords, category);
  }
}
