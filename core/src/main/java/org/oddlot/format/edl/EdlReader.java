package org.oddlot.format.edl;

import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.TreeMap;
import org.oddlot.format.text.TextFile;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonLiteral;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.time.Timecode;
import org.oddlot.time.TimecodeException;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;
import org.oddlot.timeline.Transition;

/**
 * Makes a timeline of an edit decision list: a track for each channel, the clips where the record
 * timecodes have them. A dissolve begins with its edit and reaches into it; what was before goes on
 * under it for so long.
 */
final class EdlReader {
  private static final String KEY = " key";

  /** Statements about sound that are carried and not followed, and what they say. */
  private static final Map<String, String> MEANINGS =
      Map.of(
          "SPLIT", "that sound and picture begin apart (SPLIT)",
          "AUD ", "which further channels an edit has (AUD)");

  private final TextFile file;
  private final Problems problems;
  private final List<EdlEvent> events = new ArrayList<>();
  private final Map<String, String> reels = new HashMap<>();

  /** The lines of statements that would lay sound otherwise, each kind's first and their number. */
  private final Map<String, int[]> soundElsewhere = new TreeMap<>();

  private String title = "";
  private boolean isTitled;
  private FrameRate rate = FrameRate.FPS_25;
  private boolean drop;

  private EdlReader(TextFile file, Problems problems) {
    this.file = file;
    this.problems = problems;
  }

  /**
   * The timeline that a list means; empty where it has no event.
   *
   * @param said the rate, where somebody said it: the list does not
   */
  static Optional<Timeline> read(TextFile file, Optional<FrameRate> said, Problems problems) {
    var reader = new EdlReader(file, problems);
    reader.lines();
    if (reader.events.isEmpty()) {
      problems.error(
          "", "There is no event in the list.", "Export it as an edit decision list again.");
      return Optional.empty();
    }
    reader.count(said);
    return Optional.of(reader.timeline());
  }

  // Lines to events.

  /** An event whose lines are still being collected. */
  private static final class Open {
    private final int from;
    private final int line;
    private final boolean drop;
    private final List<EdlLine.Edit> edits = new ArrayList<>();
    private final List<EdlLine.Motion> motions = new ArrayList<>();
    private final List<String> notes = new ArrayList<>();
    private int to;

    Open(int from, int line, boolean drop) {
      this.from = from;
      this.line = line;
      this.drop = drop;
    }

    EdlEvent closed() {
      return new EdlEvent(from, to, line, drop, edits, motions, notes);
    }
  }

  private void lines() {
    String text = file.text();
    Optional<Open> open = Optional.empty();
    boolean dropNow = false;
    boolean notesComeFirst = notesComeFirst(text);
    var waiting = new ArrayList<String>();
    int waitingFrom = -1;
    int number = 0;
    for (int at = 0; at < text.length(); ) {
      int end = lineEnd(text, at);
      number++;
      EdlLine line = EdlLine.parse(text.substring(at, end));
      switch (line) {
        case EdlLine.Title(String name) -> {
          if (!isTitled) {
            title = name;
            isTitled = true;
          }
        }
        case EdlLine.FrameCode(boolean its) -> {
          dropNow = its;
          // It speaks of what follows; the event before it ends here.
          open.ifPresent(each -> events.add(each.closed()));
          open = Optional.empty();
        }
        case EdlLine.ReelName(String word, String full) -> {
          reels.put(word, full);
          open.ifPresent(each -> events.add(each.closed()));
          open = Optional.empty();
        }
        case EdlLine.Edit edit -> {
          if (open.isEmpty() || !isOfOne(open.get(), edit)) {
            open.ifPresent(each -> events.add(each.closed()));
            open = Optional.of(new Open(waitingFrom < 0 ? at : waitingFrom, number, dropNow));
            open.get().notes.addAll(waiting);
            waiting.clear();
            waitingFrom = -1;
          }
          open.get().edits.add(edit);
          open.get().to = end;
        }
        case EdlLine.Motion motion -> {
          if (open.isPresent()) {
            open.get().motions.add(motion);
            open.get().to = end;
          } else {
            bad(number, text.substring(at, end).strip(), "it belongs to no event");
          }
        }
        case EdlLine.Note(String note) -> {
          soundElsewhere(number, note);
          if (notesComeFirst && !note.toUpperCase(Locale.ROOT).startsWith("SPLIT")) {
            open.ifPresent(each -> events.add(each.closed()));
            open = Optional.empty();
            waiting.add(note);
            waitingFrom = waitingFrom < 0 ? at : waitingFrom;
          } else if (open.isPresent()) {
            open.get().notes.add(note);
            open.get().to = end;
          }
        }
        case EdlLine.Bad(String bad, String why) -> {
          bad(number, bad, why);
          if (open.isPresent()) {
            open.get().notes.add("* NOT UNDERSTOOD: " + bad);
            open.get().to = end;
          }
        }
        case EdlLine.Blank _ -> {}
      }
      at = end;
    }
    open.ifPresent(each -> events.add(each.closed()));
    soundElsewhere.forEach((word, lines) ->
        problems.warning(
            "line " + lines[0],
            Phrase.of(
                "%s %s %s: the sound is laid with its picture, on the channels of the edit.",
                Phrase.count(lines[1], "line"), lines[1] == 1 ? "says" : "say", MEANINGS.get(word)),
            "They are kept as notes; look at the sound there."));
  }

  private void soundElsewhere(int line, String note) {
    for (String word : MEANINGS.keySet()) {
      if (note.regionMatches(true, 0, word, 0, word.length())) {
        soundElsewhere.computeIfAbsent(word, _ -> new int[] {line, 0})[1]++;
      }
    }
  }

  private void bad(int line, String text, String why) {
    String shown = Phrase.shortened(text, 60);
    problems.warning(
        "line " + line,
        Phrase.of("\"%s\" is not understood: %s. It is kept as a note.", shown, why),
        "Look whether an edit is missing there.");
  }

  /** Whether what is noted of an event stands before it: some programs write it so. */
  private static boolean notesComeFirst(String text) {
    List<String> lines = text.lines().filter(line -> !line.isBlank()).toList();
    int first = 0;
    while (first < lines.size() && !(EdlLine.parse(lines.get(first)) instanceof EdlLine.Edit)) {
      first++;
    }
    if (first == 0 || first == lines.size() || !isName(lines.get(first - 1))) {
      return false;
    }
    for (String line : lines.reversed()) {
      if (EdlLine.parse(line) instanceof EdlLine.Edit) {
        return true;
      }
      if (isName(line)) {
        return false;
      }
    }
    return true;
  }

  private static boolean isName(String line) {
    return EdlLine.parse(line) instanceof EdlLine.Note(String note)
        && note.toUpperCase(Locale.ROOT).contains("CLIP NAME");
  }

  private static int lineEnd(String text, int from) {
    int feed = text.indexOf('\n', from);
    int end = feed < 0 ? text.length() : feed + 1;
    int back = text.indexOf('\r', from, end);
    return back < 0 || back + 1 == feed ? end : back + 1;
  }

  /** Whether a line goes on with the event before it: a dissolve has two, a split edit also. */
  private static boolean isOfOne(Open open, EdlLine.Edit edit) {
    return !edit.number().isEmpty()
        && edit.number().equals(open.edits.getFirst().number())
        && open.edits.size() < 4;
  }

  // Counting.

  private void count(Optional<FrameRate> said) {
    long highest = 0;
    boolean anyDrop = false;
    for (EdlEvent event : events) {
      anyDrop |= event.drop();
      for (EdlLine.Edit edit : event.edits()) {
        for (EdlLine.Label label : edit.times()) {
          highest = Math.max(highest, label.frames());
        }
        anyDrop |= edit.times().get(2).drop();
      }
    }
    rate = said.orElse(guess(highest, anyDrop));
    if (said.isEmpty()) {
      problems.info(
          "",
          Phrase.of(
              "A list does not say its frame rate; this one is counted at %s. Say the rate where"
                  + " that is wrong.",
              rate));
    }
    drop = anyDrop && rate.canDropFrames();
    if (anyDrop && !rate.canDropFrames()) {
      problems.warning(
          "",
          Phrase.of("The list says drop-frame, which there is none of at %s.", rate),
          "Say the rate that it was made at.");
    }
    if (highest >= rate.nominal()) {
      problems.warning(
          "",
          Phrase.of("Frame %d is there, but a second has %d at %s.", highest, rate.nominal(), rate),
          "Say the rate that it was made at.");
    }
  }

  private static FrameRate guess(long highest, boolean drop) {
    if (drop) {
      return highest >= 30 ? FrameRate.FPS_59_94 : FrameRate.FPS_29_97;
    }
    return highest >= 50
        ? FrameRate.FPS_60
        : highest >= 30 ? FrameRate.FPS_50 : highest >= 25 ? FrameRate.FPS_30 : FrameRate.FPS_25;
  }

  private long frames(EdlLine.Label label, boolean dropsHere) {
    return Timecode.countOf(
        label.seconds(), label.frames(), rate, dropsHere && rate.canDropFrames());
  }

  // Events to tracks.

  private Timeline timeline() {
    var original = new EdlOriginal(file, rate, drop, events, reels);
    Map<String, NavigableMap<Long, EdlOriginal.Laid>> tracks = new LinkedHashMap<>();
    for (int i = 0; i < events.size(); i++) {
      for (int k = 0; k < events.get(i).edits().size(); k++) {
        lay(original, i, k, tracks);
      }
    }
    long first =
        tracks.values().stream()
            .flatMap(its -> its.values().stream())
            .mapToLong(EdlOriginal.Laid::from)
            .min()
            .orElse(0);
    var made = new ArrayList<Track>();
    List<String> channels =
        tracks.keySet().stream()
            .sorted(
                Comparator.comparingInt((String each) -> Channels.isPicture(each) ? 0 : 1)
                    .thenComparingInt(String::length)
                    .thenComparing(each -> each))
            .toList();
    for (String channel : channels) {
      made.add(track(channel, tracks.get(channel).values(), first));
    }
    JsonObject notes =
        drop
            ? JsonObject.of("oddlot", JsonObject.of("edl", JsonObject.of("drop", JsonLiteral.TRUE)))
            : JsonObject.EMPTY;
    return original.bind(
        new Timeline(
            original,
            title.isEmpty() ? problems.file().replaceFirst("\\.[^.]*$", "") : title,
            Optional.of(RationalTime.of(first, rate)),
            Optional.of(Origin.read(Stack.of("tracks", made))),
            notes));
  }

  private void lay(
      EdlOriginal original,
      int index,
      int which,
      Map<String, NavigableMap<Long, EdlOriginal.Laid>> tracks) {
    EdlEvent event = events.get(index);
    EdlLine.Edit edit = event.edits().get(which);
    boolean dropsHere = event.drop() || edit.times().get(2).drop();
    long from = frames(edit.times().get(2), dropsHere);
    long to = frames(edit.times().get(3), dropsHere);
    if (to <= from || edit.channels().isEmpty()) {
      if (to < from) {
        problems.warning(
            "line " + event.line(),
            Phrase.of("Event %s ends before it begins.", event.number()),
            "It is kept as it stands and shown nowhere.");
      }
      return;
    }
    for (String each : edit.channels()) {
      String channel =
          edit.change().kind() == 'K' && !edit.change().code().equals("B") ? each + KEY : each;
      NavigableMap<Long, EdlOriginal.Laid> track =
          tracks.computeIfAbsent(channel, _ -> new TreeMap<>());
      if (!isFree(track, from, to)) {
        problems.warning(
            "line " + event.line(),
            Phrase.of(
                "Event %s lies over another on %s; it is put on a track of its own.",
                event.number(), each),
            "");
        channel = free(tracks, channel, from, to);
        track = tracks.computeIfAbsent(channel, _ -> new TreeMap<>());
      }
      Optional<Clip> clip =
          edit.isBlack()
              ? Optional.empty()
              : Optional.of(clip(event, index, which, from, to - from));
      var laid =
          new EdlOriginal.Laid(
              channel,
              from,
              to,
              clip,
              transition(event, edit, Math.min(edit.change().frames(), to - from)));
      track.put(from, laid);
      original.became(index, laid);
    }
  }

  private static String free(
      Map<String, NavigableMap<Long, EdlOriginal.Laid>> tracks,
      String channel,
      long from,
      long to) {
    for (int n = 2; ; n++) {
      String other = channel + " over " + n;
      if (isFree(tracks.getOrDefault(other, new TreeMap<>()), from, to)) {
        return other;
      }
    }
  }

  private static boolean isFree(NavigableMap<Long, EdlOriginal.Laid> track, long from, long to) {
    Map.Entry<Long, EdlOriginal.Laid> before = track.lowerEntry(to);
    return before == null || !before.getValue().isOver(from, to);
  }

  private Optional<Transition> transition(EdlEvent event, EdlLine.Edit edit, long frames) {
    if (!edit.change().isTransition() || frames == 0) {
      return Optional.empty();
    }
    boolean isWipe = edit.change().kind() == 'W';
    String name = isWipe ? "W" + edit.change().code() : "";
    return Optional.of(
        Origin.read(
            new Transition(
                Origin.made(),
                event.noted("EFFECT NAME:").orElse(name),
                isWipe ? "SMPTE_Wipe" : "SMPTE_Dissolve",
                RationalTime.zero(rate),
                RationalTime.of(frames, rate),
                isWipe ? noted(JsonObject.of("wipe", JsonString.of(name))) : JsonObject.EMPTY)));
  }

  private static JsonObject noted(JsonObject edl) {
    return JsonObject.of("oddlot", JsonObject.of("edl", edl));
  }

  private Clip clip(EdlEvent event, int index, int which, long record, long length) {
    EdlLine.Edit edit = event.edits().get(which);
    boolean sourceDrops = edit.times().get(0).drop() || edit.times().get(1).drop() || event.drop();
    long in = frames(edit.times().get(0), sourceDrops);
    long out = frames(edit.times().get(1), sourceDrops);
    String name = event.name(edit).orElse(edit.reel());
    Rational speed = speed(event, edit, out - in, length);
    JsonObject edl =
        JsonObject.of("event", JsonString.of(event.number()))
            .with("reel", JsonString.of(reel(edit)));
    List<String> others = event.others();
    if (!others.isEmpty()) {
      edl = edl.with("notes", JsonArray.ofStrings(others));
    }
    Clip clip =
        Clip.of(name, media(event, edit, name), Optional.of(TimeRange.of(in, length, rate)))
            .withMetadata(noted(edl));
    Clip placed = speed.equals(Rational.ONE) ? clip : clip.withSpeed(speed);
    var origin = new EdlOriginal.OfClip(index);
    return origin.bind(
        new Clip(
            origin,
            placed.name(),
            placed.sourceRange(),
            placed.mediaReferences(),
            placed.activeKey(),
            which == event.edits().size() - 1 ? markers(event, in, record) : List.of(),
            placed.effects(),
            true,
            placed.metadata()));
  }

  private String reel(EdlLine.Edit edit) {
    return reels.getOrDefault(edit.reel(), edit.reel());
  }

  private MediaReference media(EdlEvent event, EdlLine.Edit edit, String name) {
    boolean isTape = !edit.reel().equalsIgnoreCase("AX") && !edit.reel().isEmpty();
    JsonObject notes =
        isTape
            ? JsonObject.of(
                "oddlot", JsonObject.of("source", JsonObject.of("reel", JsonString.of(reel(edit)))))
            : JsonObject.EMPTY;
    Optional<String> path = event.noted("SOURCE FILE:");
    return path.<MediaReference>map(its ->
            Origin.read(
                new MediaReference.External(Origin.made(), name, its, Optional.empty(), notes)))
        .orElseGet(() ->
            Origin.read(new MediaReference.Missing(Origin.made(), name, Optional.empty(), notes)));
  }

  /**
   * How fast a clip runs: by what is said of its reel; else by how long both sides are. A speed in
   * tenths of a frame is taken for the whole percent that is within those.
   */
  private Rational speed(EdlEvent event, EdlLine.Edit edit, long source, long record) {
    Optional<EdlLine.Motion> motion = motion(event, edit);
    if (motion.isEmpty() && event.noted("FREEZE FRAME").isPresent()) {
      return Rational.ZERO;
    }
    if (motion.isEmpty()) {
      return source == record || source == 0 ? Rational.ONE : Rational.of(source, record);
    }
    Rational exact = motion.get().framesPerSecond().dividedBy(Rational.of(rate.nominal()));
    long percent = exact.times(100).rounded(RoundingMode.HALF_UP);
    boolean isNear = Math.abs(exact.toDouble() * 100 - percent) <= 12.0 / rate.nominal();
    return rate.isPulledDown() && isNear ? Rational.of(percent, 100) : exact;
  }

  /**
   * What is said of an edit's speed: by its reel's name; where the names are others, as some
   * programs write the clip's there, it is the edit that the line follows.
   */
  private static Optional<EdlLine.Motion> motion(EdlEvent event, EdlLine.Edit edit) {
    Optional<EdlLine.Motion> byReel =
        event.motions().stream()
            .filter(its -> its.reel().equalsIgnoreCase(edit.reel()))
            .reduce((_, last) -> last);
    boolean isOfNone =
        event.motions().stream()
            .noneMatch(its ->
                event.edits().stream().anyMatch(each -> each.reel().equalsIgnoreCase(its.reel())));
    return byReel.isEmpty() && isOfNone && edit.equals(event.edits().getLast())
        ? event.motions().stream().reduce((_, last) -> last)
        : byReel;
  }

  /** Locators: {@code * LOC: 01:00:01:00 RED LOOK HERE}, at record timecodes. */
  private List<Marker> markers(EdlEvent event, long in, long record) {
    var markers = new ArrayList<Marker>();
    for (String note : event.notes()) {
      String text = EdlEvent.withoutStar(note);
      if (!text.regionMatches(true, 0, "LOC:", 0, 4)) {
        continue;
      }
      String[] words = text.substring(4).strip().split("\\s+", 3);
      try {
        Timecode at = Timecode.parse(words[0], rate, drop);
        markers.add(
            Origin.read(
                new Marker(
                    Origin.made(),
                    words.length > 2 ? words[2] : "",
                    words.length > 1 ? words[1].toUpperCase(Locale.ROOT) : "",
                    TimeRange.of(in + at.frames() - record, 0, rate),
                    "",
                    JsonObject.EMPTY)));
      } catch (TimecodeException e) {
        bad(event.line(), note, "its timecode cannot be read");
      }
    }
    return markers;
  }

  private Track track(String channel, Collection<EdlOriginal.Laid> laid, long first) {
    var items = new ArrayList<Composable>();
    long at = first;
    for (EdlOriginal.Laid each : laid) {
      if (each.from() > at) {
        items.add(gap(each.from() - at));
      }
      each.before().ifPresent(items::add);
      items.add(
          each.clip().<Composable>map(clip -> clip).orElseGet(() -> gap(each.to() - each.from())));
      at = each.to();
    }
    return Origin.read(
        Track.of(channel, Channels.isPicture(channel) ? Track.VIDEO : Track.AUDIO, items));
  }

  private Gap gap(long frames) {
    return Origin.read(
        new Gap(
            Origin.made(),
            "",
            Optional.of(TimeRange.of(0, frames, rate)),
            List.of(),
            List.of(),
            true,
            JsonObject.EMPTY));
  }
}
