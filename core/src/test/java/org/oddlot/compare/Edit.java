package org.oddlot.compare;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.material.Sources;
import org.oddlot.material.TimelineFile;
import org.oddlot.profile.Profiles;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;

/**
 * A cut that can be edited again at random, and that knows what was done to it: a leading track
 * without holes, above it pictures and titles, below it sound, all of which follow it.
 */
public final class Edit {
  private static final FrameRate RATE = FrameRate.FPS_25;

  /** A shot; {@code at} only where it does not lie on the leading track. */
  public record Piece(
      String track,
      long at,
      String media,
      long from,
      long length,
      int speed,
      String words,
      boolean on) {
    Piece at(long other) {
      return new Piece(track, other, media, from, length, speed, words, on);
    }

    Piece range(long otherFrom, long otherLength) {
      return new Piece(track, at, media, otherFrom, otherLength, speed, words, on);
    }

    Piece on(String otherTrack) {
      return new Piece(otherTrack, at, media, from, length, speed, words, on);
    }

    private Clip clip() {
      MediaReference reference =
          media.isEmpty()
              ? new MediaReference.Generator(
                  Origin.made(),
                  "",
                  "title",
                  JsonObject.of("text", JsonString.of(words)),
                  Optional.empty(),
                  JsonObject.EMPTY)
              : new MediaReference.External(
                  Origin.made(),
                  media,
                  "file:///media/" + media + ".mov",
                  Optional.of(TimeRange.of(90_000, 50_000, RATE)),
                  JsonObject.EMPTY);
      Clip clip =
          Clip.of(
              media.isEmpty() ? words : media,
              reference,
              Optional.of(TimeRange.of(media.isEmpty() ? 0 : from, length, RATE)));
      return (speed == 1 ? clip : clip.withSpeed(Rational.of(speed))).withEnabled(on);
    }
  }

  public final List<Piece> lead = new ArrayList<>();
  public final List<Piece> others = new ArrayList<>();

  /** What was done, each as what it is called and the media or the words that it was done to. */
  final List<String> done = new ArrayList<>();

  /** What is marked in the cut. */
  public final List<Marker> markers = new ArrayList<>();

  private final Random random;
  private final int sources;

  private Edit(Random random, int sources) {
    this.random = random;
    this.sources = sources;
  }

  /** A cut of some shots; with few sources these are used over and over. */
  public static Edit random(Random random, int shots, int sources) {
    var edit = new Edit(random, sources);
    for (int i = 0; i < shots; i++) {
      edit.lead.add(edit.fresh("V1"));
    }
    long length = edit.length();
    long at = 0;
    for (int i = 0; at < length; i++) {
      at += 40L + random.nextInt(300);
      long its = 20L + random.nextInt(60);
      boolean isTitle = random.nextBoolean();
      edit.others.add(
          isTitle
              ? new Piece("V2", at, "", 0, its, 1, "Title number " + i, true)
              : edit.fresh("V2").at(at).range(90_000 + random.nextInt(40_000), its));
      at += its;
    }
    for (String track : List.of("A1", "A2")) {
      at = random.nextInt(30);
      while (at < length) {
        Piece sound = edit.fresh(track).at(at);
        edit.others.add(sound);
        at += sound.length + 60 + random.nextInt(100);
      }
    }
    return edit;
  }

  /** The same once more, to be edited. */
  public Edit again() {
    var copy = new Edit(random, sources);
    copy.lead.addAll(lead);
    copy.others.addAll(others);
    return copy;
  }

  private Piece fresh(String track) {
    return new Piece(
        track,
        0,
        (track.startsWith("A") ? "snd" : "pic") + random.nextInt(sources),
        90_000 + random.nextInt(40_000),
        12 + random.nextInt(200),
        1,
        "",
        true);
  }

  private long length() {
    return lead.stream().mapToLong(Piece::length).sum();
  }

  private long start(int index) {
    return lead.subList(0, index).stream().mapToLong(Piece::length).sum();
  }

  /** What lies at a place or behind it goes along. */
  private void ripple(long from, long by) {
    others.replaceAll(piece -> piece.at >= from ? piece.at(piece.at + by) : piece);
  }

  public void insert(int index) {
    Piece its = fresh("V1");
    ripple(start(index), its.length);
    lead.add(index, its);
    done.add("new " + its.media);
  }

  /** Takes a shot out; what lies over it goes with it. */
  public void delete(int index) {
    Piece its = lead.get(index);
    long from = start(index);
    for (Piece over : List.copyOf(others)) {
      if (over.at < from + its.length && over.at + over.length > from) {
        others.remove(over);
        done.add("gone " + (over.media.isEmpty() ? over.words : over.media));
      }
    }
    lead.remove(index);
    ripple(from + its.length, -its.length);
    done.add("gone " + its.media);
  }

  public void trim(int index, int head, int tail) {
    Piece its = lead.get(index);
    long end = start(index) + its.length;
    lead.set(index, its.range(its.from - head, its.length + head + tail));
    ripple(end, head + tail);
    done.add("trimmed " + its.media + " " + head + " " + tail);
  }

  public void slip(int index, int by) {
    Piece its = lead.get(index);
    lead.set(index, its.range(its.from + by, its.length));
    done.add("slipped " + its.media + " " + -by + " " + by);
  }

  public void retime(int index) {
    Piece its = lead.get(index);
    lead.set(index, new Piece("V1", 0, its.media, its.from, its.length, 2, its.words, its.on));
    done.add("retimed " + its.media);
  }

  public void replace(int index) {
    Piece its = lead.get(index);
    Piece other = fresh("V1");
    while (other.media.equals(its.media)) {
      other = fresh("V1");
    }
    lead.set(index, other.range(other.from, its.length));
    done.add("replaced " + other.media);
  }

  public void disable(int index) {
    Piece its = lead.get(index);
    lead.set(
        index, new Piece("V1", 0, its.media, its.from, its.length, its.speed, its.words, false));
    done.add("disabled " + its.media);
  }

  /** Cuts a shot in two; some frames between the pieces are taken out. */
  public void split(int index, int out) {
    Piece its = lead.get(index);
    long half = its.length / 2;
    long end = start(index) + its.length;
    lead.set(index, its.range(its.from, half));
    lead.add(index + 1, its.range(its.from + half + out, its.length - half - out));
    ripple(end, -out);
    done.add("split " + its.media);
  }

  /** Moves a shot; nothing lies over it, and it is the shorter way. */
  public void move(int index, int to) {
    Piece its = lead.remove(index);
    long from = lead.subList(0, index).stream().mapToLong(Piece::length).sum();
    ripple(from + its.length, -its.length);
    ripple(start(to), its.length);
    lead.add(to, its);
    done.add("moved " + its.media);
  }

  /** Edits whatever comes, also what was edited before. */
  public void anything() {
    int i = random.nextInt(lead.size() - 1);
    switch (random.nextInt(9)) {
      case 0 -> insert(i);
      case 1 -> delete(i);
      case 2 -> trim(i, 4, -5);
      case 3 -> slip(i, random.nextInt(30));
      case 4 -> retime(i);
      case 5 -> replace(i);
      case 6 -> disable(i);
      case 7 -> move(i, random.nextInt(lead.size() - 1));
      default -> {
        if (lead.get(i).length() > 30) {
          split(i, random.nextInt(6));
        }
      }
    }
  }

  void later(int other, int by) {
    Piece its = others.get(other);
    others.set(other, its.at(its.at + by));
    done.add("moved " + (its.media.isEmpty() ? its.words : its.media));
  }

  void raise(int other) {
    Piece its = others.get(other);
    others.set(other, its.on("V3"));
    done.add("track " + (its.media.isEmpty() ? its.words : its.media));
  }

  void reword(int other) {
    Piece its = others.get(other);
    others.set(
        other, new Piece(its.track, its.at, "", 0, its.length, 1, its.words + ", again", its.on));
    done.add("words " + its.words + ", again");
  }

  boolean isCovered(int index) {
    long from = start(index);
    long to = from + lead.get(index).length;
    return others.stream().anyMatch(piece -> piece.at < to && piece.at + piece.length > from);
  }

  boolean isFree(int other, int by) {
    Piece its = others.get(other);
    return others.stream()
        .filter(piece -> !piece.equals(its) && piece.track.equals(its.track))
        .allMatch(piece ->
            piece.at + piece.length <= Math.min(its.at, its.at + by)
                || piece.at >= its.at + its.length + Math.max(0, by));
  }

  public TimelineFile file(String name) {
    Map<String, List<Piece>> byTrack = new HashMap<>();
    others.forEach(
        piece -> byTrack.computeIfAbsent(piece.track, _ -> new ArrayList<>()).add(piece));
    long at = 0;
    for (Piece piece : lead) {
      byTrack.computeIfAbsent("V1", _ -> new ArrayList<>()).add(piece.at(at));
      at += piece.length;
    }
    var tracks = new ArrayList<Track>();
    for (String track : List.of("V1", "V2", "V3", "A1", "A2")) {
      tracks.add(
          Track.of(
              track,
              track.startsWith("V") ? Track.VIDEO : Track.AUDIO,
              children(byTrack.getOrDefault(track, List.of()))));
    }
    Timeline timeline = Timeline.of("cut", Optional.of(RationalTime.of(90_000, RATE)), tracks);
    if (!markers.isEmpty()) {
      Stack stack = timeline.tracks().orElseThrow();
      timeline = timeline.withChildren(List.of(stack.withMarkers(markers)));
    }
    return TimelineFile.of(name, "", timeline, Profiles.own(), List.of());
  }

  private static List<Composable> children(List<Piece> pieces) {
    var children = new ArrayList<Composable>();
    long at = 0;
    for (Piece piece : pieces.stream().sorted((a, b) -> Long.compare(a.at, b.at)).toList()) {
      if (piece.at > at) {
        children.add(Gap.of(RationalTime.of(piece.at - at, RATE)));
      }
      children.add(piece.clip());
      at = Math.max(at, piece.at) + piece.length;
    }
    return children;
  }

  /** What is said of two cuts, as {@link #done} says it. */
  static List<String> said(Comparison comparison) {
    var said = new ArrayList<String>();
    for (Change change : comparison.changes()) {
      String frames =
          switch (change.kind()) {
            case TRIMMED, SLIPPED -> " " + change.head() + " " + change.tail();
            default -> "";
          };
      said.add(change.kind().word() + " " + change.name() + frames);
    }
    Collections.sort(said);
    return said;
  }

  public static Comparison compare(TimelineFile before, TimelineFile after) {
    Sources sources = Sources.of(List.of(before, after));
    return Comparison.of(
        Version.of(before, Placed.root(before.root()), sources),
        Version.of(after, Placed.root(after.root()), sources));
  }
}
