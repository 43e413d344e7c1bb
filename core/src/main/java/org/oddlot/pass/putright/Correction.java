package org.oddlot.pass.putright;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.oddlot.json.JsonString;
import org.oddlot.material.DateGap;
import org.oddlot.material.Material;
import org.oddlot.material.PlacedClip;
import org.oddlot.material.Source;
import org.oddlot.paper.Label;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.Applied;
import org.oddlot.pass.ClipChanges;
import org.oddlot.pass.putright.PutRightAnswer.Meaning;
import org.oddlot.profile.Field;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.time.Timecode;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.MediaReference;

/** Something that can be put right, and how that is done. */
public sealed interface Correction
    permits ByHand,
        Correction.Clock,
        Correction.Stretches,
        Correction.Rate,
        Correction.Counting,
        Correction.Day,
        Correction.Start,
        Correction.Spelling,
        Correction.Rename {

  /** What a correction leaves, and what its changes are owed to. */
  Applied apply(Material material, PutRightAnswer answer, String reason);

  /** Whether it can be done as {@code answer} says. */
  boolean takes(PutRightAnswer answer);

  /**
   * The clock of a log. What is chosen is by how many frames its entries become later.
   *
   * @param paper the log
   * @param cameras the cameras whose entries it is about; all if empty
   * @param rate the rate at which the frames are counted
   * @param rates the rate of each camera's clips, at which labels without a rate of their own count
   */
  record Clock(String paper, Set<String> cameras, FrameRate rate, Map<String, FrameRate> rates)
      implements Correction {
    public Clock {
      cameras = Set.copyOf(cameras);
      rates = Map.copyOf(rates);
    }

    boolean isAbout(LogEntry entry) {
      return isOf(entry, paper, cameras);
    }

    @Override
    public boolean takes(PutRightAnswer answer) {
      return answer instanceof PutRightAnswer.Shift;
    }

    @Override
    public Applied apply(Material material, PutRightAnswer answer, String reason) {
      long frames = ((PutRightAnswer.Shift) answer).frames();
      return changedEntries(
          material, entry -> isAbout(entry) && frames != 0 ? shifted(entry, frames) : entry);
    }

    LogEntry shifted(LogEntry entry, long frames) {
      FrameRate own =
          entry.rate().orElseGet(() -> rates.getOrDefault(DayFrames.camera(entry.camera()), rate));
      long by = frames * own.nominal() / rate.nominal();
      Optional<Timecode> in =
          entry.in().flatMap(label -> at(label, own)).map(t -> t.plusFrames(by));
      Optional<Label> newIn = in.flatMap(t -> entry.in().map(label -> like(label, t, by)));
      Optional<Label> newOut =
          entry.out().flatMap(label -> at(label, own).map(t -> like(label, t.plusFrames(by), by)));
      LogEntry moved = entry.withTimes(newIn.or(entry::in), newOut.or(entry::out), entry.rate());
      long days = in.map(Timecode::dayOffset).orElse(0L);
      return days == 0 ? moved : moved.withDate(entry.date().map(date -> date.plusDays(days)));
    }

    private Label like(Label label, Timecode timecode, long by) {
      // A label to the second stays one only if it is moved by whole seconds.
      boolean whole = by % timecode.rate().nominal() == 0;
      Label pattern = label.isToTheFrame() || whole ? label : label.atFrame(0);
      return pattern.like(timecode.withinDay());
    }

    private static Optional<Timecode> at(Label label, FrameRate rate) {
      return label
          .at(rate, label.semicolon())
          .or(() -> label.toTheSecond().at(rate, label.semicolon()));
    }
  }

  /**
   * The clock of a log that changes in the course of the paper.
   *
   * @param clock whose clock it is
   * @param parts the entries that share a shift, for each shift
   */
  record Stretches(Clock clock, List<Part> parts) implements Correction {
    /** What is chosen: these stretches. */
    static final String SO = "stretches";

    /**
     * Some entries and their shift.
     *
     * @param entries the ids of the entries
     * @param frames how much later they become
     */
    record Part(Set<String> entries, long frames) {
      Part {
        entries = Set.copyOf(entries);
      }
    }

    public Stretches {
      parts = List.copyOf(parts);
    }

    @Override
    public boolean takes(PutRightAnswer answer) {
      return answer.written().equals(SO);
    }

    @Override
    public Applied apply(Material material, PutRightAnswer answer, String reason) {
      var shifts = new HashMap<String, Long>();
      parts.forEach(part -> part.entries.forEach(id -> shifts.put(id, part.frames)));
      return changedEntries(
          material,
          entry -> {
            long frames = clock.isAbout(entry) ? shifts.getOrDefault(entry.id(), 0L) : 0;
            return frames == 0 ? entry : clock.shifted(entry, frames);
          });
    }
  }

  /**
   * The rate of a log's entries. What is chosen is a {@link Meaning}.
   *
   * @param paper the log
   * @param from the rate that its entries are tagged with
   * @param to the rate of the clips
   * @param cameras the cameras whose entries it is about; all if empty
   */
  record Rate(String paper, FrameRate from, FrameRate to, Set<String> cameras)
      implements Correction {
    public Rate {
      cameras = Set.copyOf(cameras);
    }

    boolean isAbout(LogEntry entry) {
      return isOf(entry, paper, cameras) && entry.rate().filter(from::equals).isPresent();
    }

    /** What a meaning is, as people read it. */
    static String words(Meaning meaning, FrameRate to) {
      return meaning == Meaning.CLOCK
          ? Phrase.of("the time of day is right, frames counted anew at %s", to)
          : Phrase.of("the labels are right, only the rate is wrong: %s", to);
    }

    LogEntry applied(LogEntry entry, Meaning meaning) {
      return tagged(entry, to, meaning);
    }

    /** An entry at another rate; one without a rate was counted at none that could be recounted. */
    static LogEntry tagged(LogEntry entry, FrameRate to, Meaning meaning) {
      FrameRate from = entry.rate().orElse(to);
      boolean recount = meaning == Meaning.CLOCK && !from.equals(to);
      return entry.withTimes(
          entry.in().map(label -> recount ? label.recounted(from, to) : label),
          entry.out().map(label -> recount ? label.recounted(from, to) : label),
          Optional.of(to));
    }

    @Override
    public boolean takes(PutRightAnswer answer) {
      return answer instanceof Meaning;
    }

    @Override
    public Applied apply(Material material, PutRightAnswer answer, String reason) {
      return changedEntries(
          material, entry -> isAbout(entry) ? applied(entry, (Meaning) answer) : entry);
    }
  }

  /**
   * How a log's labels are counted: with frames left out, though it writes them with colons.
   *
   * @param paper the log
   * @param cameras the cameras whose entries it is about; all if empty
   */
  record Counting(String paper, Set<String> cameras) implements Correction {
    /** What is chosen: labels are left out. */
    static final String DROPS = "drop-frame";

    /** What is chosen: none are. */
    static final String AS_WRITTEN = "as written";

    public Counting {
      cameras = Set.copyOf(cameras);
    }

    boolean isAbout(LogEntry entry) {
      return isOf(entry, paper, cameras);
    }

    static LogEntry dropping(LogEntry entry) {
      return entry.withTimes(
          entry.in().map(label -> label.dropping(true)),
          entry.out().map(label -> label.dropping(true)),
          entry.rate());
    }

    @Override
    public boolean takes(PutRightAnswer answer) {
      return answer.written().equals(DROPS) || answer.written().equals(AS_WRITTEN);
    }

    @Override
    public Applied apply(Material material, PutRightAnswer answer, String reason) {
      boolean drops = answer.written().equals(DROPS);
      return changedEntries(material, entry -> drops && isAbout(entry) ? dropping(entry) : entry);
    }
  }

  /**
   * The day of some entries, or of the clips of some cards. What has no day is not shifted.
   *
   * @param paper the log
   * @param entries the ids of the entries
   * @param clips the ids of the sources
   * @param clipDay the day that those are dated
   */
  record Day(String paper, Set<String> entries, Set<String> clips, LocalDate clipDay)
      implements Correction {
    public Day {
      entries = Set.copyOf(entries);
      clips = Set.copyOf(clips);
    }

    /** What is chosen to match over the difference, and to change neither date. */
    static final String OVER = "over";

    @Override
    public boolean takes(PutRightAnswer answer) {
      return answer instanceof PutRightAnswer.OfDay || answer.written().equals(OVER);
    }

    @Override
    public Applied apply(Material material, PutRightAnswer answer, String reason) {
      if (answer.written().equals(OVER)) {
        return new Applied(
            material.with(
                DateGap.class,
                Stream.concat(
                        material.all(DateGap.class).stream(),
                        Stream.of(new DateGap(entries, clipDay)))
                    .toList()),
            List.of());
      }
      var day = (PutRightAnswer.OfDay) answer;
      if (day.ofEntries()) {
        return changedEntries(
            material,
            entry -> entries.contains(entry.id()) ? entry.withDate(day.of(entry.date())) : entry);
      }
      return changedClips(
          material,
          clips,
          reason,
          "media_references",
          (clip, placed) ->
              day.of(placed.profile().recorded(clip))
                  .map(date -> dated(clip, placed, date))
                  .orElse(clip));
    }

    private static Clip dated(Clip clip, PlacedClip placed, LocalDate date) {
      return placed
          .profile()
          .place(Field.RECORDED)
          .map(place ->
              clip.withMedia(media ->
                  media.withMetadata(
                      place.set(
                          media.metadata(),
                          JsonString.of(
                              date
                                  + place
                                      .text(media.metadata())
                                      .filter(text -> text.length() > 10)
                                      .map(text -> text.substring(10))
                                      .orElse(""))))))
          .orElse(clip);
    }
  }

  /**
   * The start timecode of sources: their media's range moves, and with it every use of it in every
   * timeline, so that each record frame still shows the same frame of the media.
   *
   * @param ways the start of each source as it should be, for each choice that there is
   */
  record Start(Map<String, Map<String, RationalTime>> ways) implements Correction {
    static final String FOUND = "found";

    public Start {
      ways = Map.copyOf(ways);
    }

    /** The one way there is. */
    static Start found(Map<String, RationalTime> starts) {
      return new Start(Map.of(FOUND, Map.copyOf(starts)));
    }

    /** The ids of the sources that it is about. */
    public Set<String> sources() {
      return ways.values().stream()
          .flatMap(starts -> starts.keySet().stream())
          .collect(Collectors.toUnmodifiableSet());
    }

    @Override
    public boolean takes(PutRightAnswer answer) {
      return answer instanceof PutRightAnswer.Way way && ways.containsKey(way.name());
    }

    @Override
    public Applied apply(Material material, PutRightAnswer answer, String reason) {
      String chosen = answer.written();
      var shifts = new HashMap<String, RationalTime>();
      ways.getOrDefault(chosen, Map.of())
          .forEach((id, start) ->
              material
                  .sources()
                  .byId(id)
                  .flatMap(Source::start)
                  .ifPresent(now -> shifts.put(id, start.minus(now))));
      return changedClips(
          material,
          shifts.keySet(),
          reason,
          "",
          (clip, placed) ->
              idOf(material, placed)
                  .map(shifts::get)
                  .map(shift -> shifted(clip, shift))
                  .orElse(clip));
    }

    /** The clip with its media, its part of it and its markers moved by an exact time. */
    static Clip shifted(Clip clip, RationalTime shift) {
      Optional<RationalTime> start = clip.availableRange().map(TimeRange::start);
      var media = new LinkedHashMap<String, MediaReference>();
      clip.mediaReferences()
          .forEach((key, reference) ->
              media.put(
                  key,
                  // What stands in for the media, a proxy for instance, moves with it.
                  reference.availableRange().map(TimeRange::start).equals(start)
                      ? reference.withAvailableRange(
                          reference.availableRange().map(range -> range.shiftedBy(shift)))
                      : reference));
      Clip moved = clip.withMediaReferences(media);
      moved = moved.withSourceRange(moved.sourceRange().map(range -> range.shiftedBy(shift)));
      var markers = new ArrayList<Marker>();
      for (Marker marker : moved.markers()) {
        markers.add(marker.withMarkedRange(marker.markedRange().shiftedBy(shift)));
      }
      return moved.markers().isEmpty() ? moved : moved.withMarkers(markers);
    }
  }

  /**
   * How the entries of a log call clips and rolls: as the clips themselves are called.
   *
   * @param paper the log
   * @param clips the clips' names, by what the log calls them
   * @param reels the rolls' names, by what the log calls them
   */
  record Spelling(String paper, Map<String, String> clips, Map<String, String> reels)
      implements Correction {
    /** What is chosen: the clips have it right. */
    static final String AS_THE_CLIPS = "as the clips";

    public Spelling {
      clips = Map.copyOf(clips);
      reels = Map.copyOf(reels);
    }

    @Override
    public boolean takes(PutRightAnswer answer) {
      return answer.written().equals(AS_THE_CLIPS);
    }

    @Override
    public Applied apply(Material material, PutRightAnswer answer, String reason) {
      return changedEntries(
          material,
          entry ->
              entry.paper().equals(paper)
                  ? entry.withNames(
                      clips.getOrDefault(entry.clip(), entry.clip()),
                      reels.getOrDefault(entry.reel(), entry.reel()))
                  : entry);
    }
  }

  /**
   * What clips are called.
   *
   * @param names the new name of each source's clips
   */
  record Rename(Map<String, String> names) implements Correction {
    /** What is chosen: these names. */
    static final String SO = "so";

    public Rename {
      names = Map.copyOf(names);
    }

    @Override
    public boolean takes(PutRightAnswer answer) {
      return answer.written().equals(SO);
    }

    @Override
    public Applied apply(Material material, PutRightAnswer answer, String reason) {
      return changedClips(
          material,
          names.keySet(),
          reason,
          "name",
          (clip, placed) ->
              idOf(material, placed).map(names::get).map(clip::withName).orElse(clip));
    }
  }

  private static Optional<String> idOf(Material material, PlacedClip placed) {
    return material.sources().of(placed.clip()).map(Source::id);
  }

  /** A change of a clip that knows where the clip lies. */
  interface ClipChange {
    Clip of(Clip clip, PlacedClip placed);
  }

  /** Whether an entry is of a paper and, where some are named, of one of these cameras. */
  private static boolean isOf(LogEntry entry, String paper, Set<String> cameras) {
    return entry.paper().equals(paper)
        && (cameras.isEmpty() || cameras.contains(DayFrames.camera(entry.camera())));
  }

  private static Applied changedEntries(Material material, UnaryOperator<LogEntry> change) {
    return new Applied(material.withPapers(paper -> paper.withEntries(change)), List.of());
  }

  private static Applied changedClips(
      Material material, Set<String> sources, String reason, String property, ClipChange change) {
    var changes = new ClipChanges();
    for (String id : sources) {
      List<PlacedClip> placed =
          material.sources().byId(id).map(source -> source.clips().toList()).orElse(List.of());
      for (PlacedClip each : placed) {
        changes.add(each, clip -> change.of(clip, each), reason, property);
      }
    }
    return changes.applyTo(material);
  }
}
