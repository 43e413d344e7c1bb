package org.oddlot.paper;

import java.time.LocalDate;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
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
 * @param camera the camera's letter, or several
 * @param unit which unit it was, by its number
 * @param reel the reel or card
 * @param soundReel the recorder's roll
 * @param clip a clip or file name
 * @param tracks what is on the channels of a sound file, by their numbers counted from one
 * @param circled whether the take was circled
 * @param notes what was remarked
 * @param people who is in it
 * @param authors who remarked it
 * @param keywords what it is about
 * @param category the group of its keywords
 * @param implied what stands in no cell of its row, but above it or in the paper's name
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
    String unit,
    String reel,
    String soundReel,
    String clip,
    Map<Integer, String> tracks,
    boolean circled,
    String notes,
    List<String> people,
    List<String> authors,
    List<String> keywords,
    String category,
    Set<LogField> implied) {

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
    tracks = tracks.isEmpty() ? Map.of() : Collections.unmodifiableMap(new TreeMap<>(tracks));
    people = List.copyOf(people);
    authors = List.copyOf(authors);
    keywords = List.copyOf(keywords);
    implied = Set.copyOf(implied);
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

  /** The letters of its cameras, in upper case: one row can speak of {@code A+B}. */
  public Set<String> cameras() {
    String upper = camera.toUpperCase(Locale.ROOT);
    if (upper.length() <= 1) {
      return upper.isEmpty() ? Set.of() : Set.of(upper);
    }
    return upper.matches("[A-H]{2,4}")
        ? Several.of(String.join("+", upper.split("", -1)))
        : Several.of(upper);
  }

  /** The names of its rolls: one row can speak of {@code A001/B001}. */
  public Set<String> reels() {
    return Several.of(reel);
  }

  /** Which unit a text speaks of, by its number: that of a bin's name; empty if of none. */
  public static String unitIn(String text) {
    return Clues.in(text).unit();
  }

  /** Whether {@code field} stands in no cell of its row, but above it or in the paper's name. */
  public boolean isImplied(LogField field) {
    return implied.contains(field);
  }

  /** A draft that begins with all that this says. */
  public Draft draft() {
    return new Draft(this);
  }

  /** This at other times, counted at another rate. */
  public LogEntry withTimes(
      Optional<Label> newIn, Optional<Label> newOut, Optional<FrameRate> newRate) {
    return draft().times(newIn, newOut).rate(newRate).entry();
  }

  /** This on another day. */
  public LogEntry withDate(Optional<LocalDate> newDate) {
    return draft().date(newDate).entry();
  }

  /** This with its clip and its roll called otherwise. */
  public LogEntry withNames(String newClip, String newReel) {
    return draft().clip(newClip).reel(newReel).entry();
  }

  /** An entry in the making. */
  public static final class Draft {
    private final String paper;
    private final int row;
    private String id = "";
    private Kind kind = Kind.SHOT;
    private Optional<Label> in = Optional.empty();
    private Optional<Label> out = Optional.empty();
    private Optional<FrameRate> rate = Optional.empty();
    private Optional<LocalDate> date = Optional.empty();
    private String scene = "";
    private String shot = "";
    private String take = "";
    private String camera = "";
    private String unit = "";
    private String reel = "";
    private String soundReel = "";
    private String clip = "";
    private Map<Integer, String> tracks = Map.of();
    private boolean circled;
    private String notes = "";
    private List<String> people = List.of();
    private List<String> authors = List.of();
    private List<String> keywords = List.of();
    private String category = "";
    private Set<LogField> implied = Set.of();

    /** A draft that says nothing yet. */
    public Draft(String paper, int row) {
      this.paper = paper;
      this.row = row;
    }

    private Draft(LogEntry entry) {
      this(entry.paper, entry.row);
      id = entry.id;
      kind = entry.kind;
      in = entry.in;
      out = entry.out;
      rate = entry.rate;
      date = entry.date;
      scene = entry.scene;
      shot = entry.shot;
      take = entry.take;
      camera = entry.camera;
      unit = entry.unit;
      reel = entry.reel;
      soundReel = entry.soundReel;
      clip = entry.clip;
      tracks = entry.tracks;
      circled = entry.circled;
      notes = entry.notes;
      people = entry.people;
      authors = entry.authors;
      keywords = entry.keywords;
      category = entry.category;
      implied = entry.implied;
    }

    Draft id(String value) {
      id = value;
      return this;
    }

    Draft kind(Kind value) {
      kind = value;
      return this;
    }

    Draft times(Optional<Label> newIn, Optional<Label> newOut) {
      in = newIn;
      out = newOut;
      return this;
    }

    Draft rate(Optional<FrameRate> value) {
      rate = value;
      return this;
    }

    Draft date(Optional<LocalDate> value) {
      date = value;
      return this;
    }

    Draft slate(String newScene, String newShot, String newTake) {
      scene = newScene;
      shot = newShot;
      take = newTake;
      return this;
    }

    Draft camera(String value, String newUnit) {
      camera = value;
      unit = newUnit;
      return this;
    }

    Draft reel(String value) {
      reel = value;
      return this;
    }

    Draft soundReel(String value) {
      soundReel = value;
      return this;
    }

    Draft clip(String value) {
      clip = value;
      return this;
    }

    Draft tracks(Map<Integer, String> value) {
      tracks = value;
      return this;
    }

    Draft circled(boolean value) {
      circled = value;
      return this;
    }

    Draft notes(String value) {
      notes = value;
      return this;
    }

    Draft about(List<String> newPeople, List<String> newKeywords, String newCategory) {
      people = newPeople;
      keywords = newKeywords;
      category = newCategory;
      return this;
    }

    Draft authors(List<String> value) {
      authors = value;
      return this;
    }

    Draft implied(Set<LogField> value) {
      implied = value;
      return this;
    }

    /** The entry. */
    public LogEntry entry() {
      return new LogEntry(
          id, paper, row, kind, in, out, rate, date, scene, shot, take, camera, unit, reel,
          soundReel, clip, tracks, circled, notes, people, authors, keywords, category, implied);
    }
  }
}
