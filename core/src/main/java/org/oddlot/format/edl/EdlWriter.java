package org.oddlot.format.edl;

import java.io.IOException;
import java.math.RoundingMode;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import org.oddlot.format.edl.EdlOriginal.Laid;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.time.Timecode;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;
import org.oddlot.timeline.Transition;

/**
 * Writes a timeline as an edit decision list. An event that became what is still there is written
 * as it was read, to the byte; others are made anew, at their place.
 */
final class EdlWriter {
  /** An event's number has three digits; SMPTE ST 258, from memory. */
  private static final int MOST_EVENTS = 999;

  /** A file for each track of pictures; of more than that nobody imports the lists. */
  private static final int MOST_LISTS = 200;

  private static final int ALL_PICTURES = 0;
  private static final String BLACK = "BL";

  /**
   * How many letters a reel's name has at the most that every machine reads; SMPTE ST 258, from
   * memory.
   */
  static final int SHORT_REEL = 8;

  private final Timeline timeline;
  private final Optional<EdlOriginal> original;
  private final FrameRate rate;
  private final boolean drop;
  private final int longestReel;

  private final int picture;
  private final String lineEnd;
  private final Map<String, String> reels = new LinkedHashMap<>();
  private final List<Laid> present = new ArrayList<>();
  private final Map<String, Map<Long, Laid>> ends;
  private final Map<String, Map<Long, Laid>> begins = new HashMap<>();
  private long highestNumber;

  /**
   * @param longestReel how many letters the names of reels have at the most
   * @param picture which track of pictures is listed, with the sound if it is the first
   */
  private EdlWriter(Timeline timeline, int longestReel, int picture) {
    this.timeline = timeline;
    this.picture = picture;
    this.original = EdlOriginal.of(timeline);
    this.rate = original.map(EdlOriginal::rate).or(timeline::editRate).orElse(FrameRate.FPS_25);
    this.drop = original.map(EdlOriginal::drop).orElseGet(() -> drops(timeline, rate));
    this.longestReel = longestReel;
    this.lineEnd = original.map(its -> its.file().lineEnd()).orElse("\n");
    original.ifPresent(its -> its.reels().forEach((word, full) -> reels.put(full, word)));
    layAll();
    this.ends = ends(present);
    present.forEach(each ->
        begins.computeIfAbsent(each.channel(), _ -> new HashMap<>()).put(each.from(), each));
  }

  private static boolean drops(Timeline timeline, FrameRate rate) {
    boolean noted = timeline.metadata().object("oddlot").object("edl").get("drop").isPresent();
    return rate.canDropFrames()
        && (noted || timeline.recordTimecode(RationalTime.zero(rate)).dropFrame());
  }

  /**
   * The lists of a timeline, in the letters of the one that it was read from: one for the first
   * track of pictures and the sound, one for each further track of pictures; and where a list would
   * have more events than its numbers reach, several that join without a gap.
   *
   * @return the bytes of each by what its file's name has more than that of the first
   */
  static Map<String, byte[]> all(Timeline timeline, int longestReel) throws IOException {
    if (EdlOriginal.of(timeline).isPresent()) {
      var writer = new EdlWriter(timeline, longestReel, ALL_PICTURES);
      EdlOriginal its = writer.original.orElseThrow();
      return Map.of("", its.file().encode(writer.textAsRead(its)));
    }
    long pictures =
        timeline.tracks().stream()
            .flatMap(its -> its.children().stream())
            .filter(each -> each instanceof Track track && track.enabled())
            .filter(each -> ((Track) each).kind().equals(Track.VIDEO))
            .count();
    if (pictures > MOST_LISTS) {
      throw new IOException(
          Phrase.of(
              "It has %,d tracks of pictures, and each would be a list of its own: more than %d.",
              pictures, MOST_LISTS));
    }
    var all = new LinkedHashMap<String, byte[]>();
    for (int picture = 1; picture <= Math.max(1, pictures); picture++) {
      String track = picture == 1 ? "" : " V" + picture;
      List<String> texts = new EdlWriter(timeline, longestReel, picture).newTexts(track);
      for (int i = 0; i < texts.size(); i++) {
        all.put(
            track + (i == 0 ? "" : " " + (i + 1)), texts.get(i).getBytes(StandardCharsets.UTF_8));
      }
    }
    return all;
  }

  // What is there.

  /** Finds what lies on the tracks now. */
  private void layAll() {
    long start = start();
    List<? extends Composable> tracks = timeline.tracks().map(Stack::children).orElse(List.of());
    int pictures = 0;
    int sounds = 0;
    for (Composable child : tracks) {
      if (child instanceof Track track && track.enabled()) {
        boolean isPicture = track.kind().equals(Track.VIDEO);
        if (!isPicture && !track.kind().equals(Track.AUDIO)) {
          continue;
        }
        int number = isPicture ? ++pictures : ++sounds;
        boolean isListed =
            picture == ALL_PICTURES || (isPicture ? number == picture : picture == 1);
        if (!isListed) {
          continue;
        }
        lay(track, channel(track, isPicture, number), start);
      }
    }
  }

  private long start() {
    return timeline.recordTimecode(RationalTime.zero(rate)).frames();
  }

  private String channel(Track track, boolean isPicture, int number) {
    boolean isNamed = original.isPresent() && !track.name().isEmpty();
    return isNamed ? track.name() : isPicture ? Channels.PICTURE : "A" + number;
  }

  private void lay(Track track, String channel, long start) {
    RationalTime at = RationalTime.zero(rate);
    Optional<Transition> before = Optional.empty();
    for (Composable child : track.children()) {
      if (child instanceof Transition transition) {
        before = Optional.of(transition);
        continue;
      }
      if (!(child instanceof Item item) || item.duration().isEmpty()) {
        continue;
      }
      RationalTime end = at.plus(item.duration().get());
      boolean isShown = child instanceof Clip clip && clip.enabled();
      present.add(
          new Laid(
              channel,
              start + frames(at),
              start + frames(end),
              isShown ? Optional.of((Clip) child) : placeholder(child),
              before));
      before = Optional.empty();
      at = end;
    }
  }

  /** Of what is no clip only that it is there, and its name. */
  private static Optional<Clip> placeholder(Composable item) {
    return item instanceof Stack stack && stack.enabled()
        ? Optional.of(
            Clip.of(
                stack.name(),
                new MediaReference.Missing(
                    Origin.NONE, stack.name(), Optional.empty(), JsonObject.EMPTY),
                Optional.of(stack.trimmedRange().orElseThrow())))
        : Optional.empty();
  }

  private long frames(RationalTime time) {
    return time.rescaledTo(rate, RoundingMode.HALF_UP).value();
  }

  // The list.

  /** A list that was not read from one, in as many parts as it takes. */
  private List<String> newTexts(String track) {
    List<Edit> edits = edits(present);
    var texts = new ArrayList<String>();
    for (int from = 0; from == 0 || from < edits.size(); from += MOST_EVENTS) {
      var out = new StringBuilder();
      String part = from == 0 ? "" : ", part " + (from / MOST_EVENTS + 1);
      head(out, timeline.name() + (track.isEmpty() ? "" : "," + track) + part);
      reels.clear();
      int number = 0;
      for (Edit edit : edits.subList(from, Math.min(edits.size(), from + MOST_EVENTS))) {
        event(out, Phrase.of("%03d", ++number), edit);
      }
      table(out);
      texts.add(out.toString());
    }
    return texts;
  }

  /** The list that was read, with what changed. */
  private String textAsRead(EdlOriginal its) {
    Set<Laid> left = new LinkedHashSet<>(present);
    var out = new StringBuilder();
    List<EdlEvent> events = its.events();
    highestNumber = events.stream().mapToLong(event -> number(event.number())).max().orElse(0);
    Set<Integer> unchanged = unchanged(its, present);
    for (int i : unchanged) {
      its.of(i).forEach(left::remove);
    }
    left.removeIf(each -> each.clip().isEmpty());
    String text = its.file().text();
    int at = 0;
    for (int i = 0; i < events.size(); i++) {
      EdlEvent event = events.get(i);
      String between = text.substring(at, event.from());
      out.append(i == 0 ? titled(between) : between);
      at = event.to();
      List<Laid> before = before(left, i, its);
      before.forEach(left::remove);
      events(out, before, Optional.empty());
      if (unchanged.contains(i)) {
        out.append(text, event.from(), event.to());
        continue;
      }
      int which = i;
      List<Laid> own =
          left.stream()
              .filter(each ->
                  each.clip().get().origin() instanceof EdlOriginal.OfClip from
                      && from.event() == which)
              .toList();
      own.forEach(left::remove);
      events(out, own, Optional.of(event));
    }
    if (out.length() > 0 && !endsLine(out) && !left.isEmpty()) {
      out.append(lineEnd);
    }
    events(out, left, Optional.empty());
    out.append(text, at, text.length());
    table(out);
    return out.toString();
  }

  private static boolean endsLine(StringBuilder out) {
    char last = out.charAt(out.length() - 1);
    return last == '\n' || last == '\r';
  }

  /** What begins before an event does and came from none: it is new, and comes first. */
  private static List<Laid> before(Set<Laid> left, int event, EdlOriginal original) {
    long from = original.of(event).stream().mapToLong(Laid::from).min().orElse(Long.MIN_VALUE);
    return left.stream()
        .filter(each -> each.from() < from)
        .filter(each -> !(each.clip().get().origin() instanceof EdlOriginal.OfClip))
        .toList();
  }

  private String titled(String head) {
    String was = original.flatMap(its -> its.asRead()).map(its -> its.name()).orElse("");
    return was.equals(timeline.name())
        ? head
        : head.replaceFirst(
            "(?im)^(\\s*TITLE:\\s*).*$", "$1" + Matcher.quoteReplacement(timeline.name()));
  }

  /** The events that became what is still there, and follow what they followed. */
  private static Set<Integer> unchanged(EdlOriginal original, List<Laid> present) {
    Set<Laid> now = new HashSet<>(present);
    Map<String, Map<Long, Laid>> endsNow = ends(present);
    var were = new ArrayList<Laid>();
    for (int i = 0; i < original.events().size(); i++) {
      were.addAll(original.of(i));
    }
    Map<String, Map<Long, Laid>> endsThen = ends(were);
    var unchanged = new HashSet<Integer>();
    for (int i = 0; i < original.events().size(); i++) {
      boolean isThere =
          original.of(i).stream()
              .allMatch(each ->
                  now.contains(each)
                      && (each.before().isEmpty()
                          || previous(endsNow, each).equals(previous(endsThen, each))));
      if (isThere) {
        unchanged.add(i);
      }
    }
    return unchanged;
  }

  private static Map<String, Map<Long, Laid>> ends(List<Laid> all) {
    var ends = new HashMap<String, Map<Long, Laid>>();
    all.forEach(
        each -> ends.computeIfAbsent(each.channel(), _ -> new HashMap<>()).put(each.to(), each));
    return ends;
  }

  private static Optional<Clip> previous(Map<String, Map<Long, Laid>> ends, Laid laid) {
    return Optional.ofNullable(ends.getOrDefault(laid.channel(), Map.of()).get(laid.from()))
        .flatMap(Laid::clip);
  }

  private static long number(String text) {
    String digits = text.replaceAll("\\D", "");
    return digits.isEmpty() || digits.length() > 9 ? 0 : Long.parseLong(digits);
  }

  private void head(StringBuilder out, String title) {
    out.append("TITLE: ").append(title).append(lineEnd);
    out.append("FCM: ")
        .append(drop ? "DROP FRAME" : "NON-DROP FRAME")
        .append(lineEnd)
        .append(lineEnd);
  }

  /** The reels whose names were too long, and what they are called really. */
  private void table(StringBuilder out) {
    Map<String, String> said = original.map(EdlOriginal::reels).orElse(Map.of());
    reels.forEach((full, word) -> {
      if (!full.equals(word) && !said.containsKey(word)) {
        out.append("* REEL ").append(word).append(" IS ").append(full).append(lineEnd);
      }
    });
  }

  /**
   * What lies at one time on channels that one word says.
   *
   * @param previous what ends where it begins
   */
  private record Edit(String channel, Laid laid, Optional<Laid> previous) {}

  private void events(StringBuilder out, Collection<Laid> laid, Optional<EdlEvent> was) {
    boolean isFirst = true;
    for (Edit edit : edits(laid)) {
      boolean isItsOwn = was.isPresent() && isFirst;
      event(out, isItsOwn ? was.get().number() : Phrase.of("%03d", ++highestNumber), edit);
      isFirst = false;
    }
  }

  /** What lies on tracks, as edits in the order of record time. */
  private List<Edit> edits(Collection<Laid> laid) {
    List<Laid> inOrder =
        laid.stream()
            .filter(each -> each.clip().isPresent() || each.before().isPresent())
            .sorted(Comparator.comparingLong(this::begin))
            .toList();
    Map<Laid, List<String>> together = new LinkedHashMap<>();
    var same = new ArrayList<Laid>();
    for (Laid each : inOrder) {
      same.removeIf(other -> other.from() != each.from());
      Optional<Laid> first = same.stream().filter(other -> isOne(other, each)).findFirst();
      if (first.isEmpty()) {
        same.add(each);
      }
      together
          .computeIfAbsent(first.orElse(each), _ -> new ArrayList<>())
          .add(plain(each.channel()));
    }
    var edits = new ArrayList<Edit>();
    together.forEach((its, channels) -> {
      Optional<Laid> previous =
          Optional.ofNullable(ends.getOrDefault(its.channel(), Map.of()).get(its.from()));
      Channels.words(channels).forEach(word -> edits.add(new Edit(word, its, previous)));
    });
    return edits;
  }

  private static boolean isOne(Laid one, Laid other) {
    return one.from() == other.from()
        && one.to() == other.to()
        && !one.channel().equals(other.channel())
        && one.clip().isPresent()
        && other.clip().isPresent()
        && one.before().isEmpty() == other.before().isEmpty()
        && one.clip().get().name().equals(other.clip().get().name())
        && one.clip().get().sourceRange().equals(other.clip().get().sourceRange())
        && one.clip().get().speed().equals(other.clip().get().speed())
        && fullReel(one.clip().get()).equals(fullReel(other.clip().get()));
  }

  /** Where a thing begins to be seen: with what it fades in by. */
  private long begin(Laid laid) {
    return laid.from() - fadeIn(laid);
  }

  /** How long before its beginning a thing is seen already. */
  private long fadeIn(Laid laid) {
    return laid.before().map(its -> frames(its.inOffset())).orElse(0L);
  }

  /** The lines of an edit on channels that one word says. */
  private void event(StringBuilder out, String number, Edit edit) {
    Laid laid = edit.laid();
    String channel = edit.channel();
    long head = fadeIn(laid);
    long fade = head + laid.before().map(its -> frames(its.outOffset())).orElse(0L);
    // What fades out at its end stops where the fade begins: that is said by the event behind.
    long length = laid.to() - laid.from() - tail(laid);
    long from = laid.from() - head;
    long to = laid.from() + length;
    String reel = laid.clip().map(this::reel).orElse(BLACK);
    long in = laid.clip().map(clip -> at(clip, -head)).orElse(0L);
    long end = laid.clip().map(clip -> at(clip, length)).orElse(to - from);
    if (laid.before().isPresent()) {
      Optional<Clip> previous = edit.previous().flatMap(Laid::clip);
      long last =
          previous
              .map(clip ->
                  at(clip, edit.previous().get().to() - edit.previous().get().from() - head))
              .orElse(0L);
      String before = previous.map(this::reel).orElse(BLACK);
      line(out, number, before, channel, "C", last, last, from, from);
    }
    String change = laid.before().map(its -> Phrase.of("%-4s %03d", kind(its), fade)).orElse("C");
    line(out, number, reel, channel, change, in, end, from, to);
    notes(out, edit);
  }

  private long tail(Laid laid) {
    return Optional.ofNullable(begins.getOrDefault(laid.channel(), Map.of()).get(laid.to()))
        .map(this::fadeIn)
        .orElse(0L);
  }

  private static String plain(String channel) {
    return channel.replaceFirst(" (?:key|over).*", "");
  }

  private static String kind(Transition transition) {
    String wipe = transition.metadata().object("oddlot").object("edl").string("wipe").orElse("");
    return !wipe.isEmpty()
        ? wipe
        : transition.transitionType().toLowerCase(Locale.ROOT).contains("wipe") ? "W001" : "D";
  }

  private void line(
      StringBuilder out,
      String number,
      String reel,
      String channel,
      String change,
      long in,
      long end,
      long from,
      long to) {
    out.append(
            Phrase.of(
                "%-4s %-" + SHORT_REEL + "s %-5s %-8s %s %s %s %s",
                number,
                reel,
                channel,
                change,
                label(Math.min(in, end)),
                label(Math.max(in, end)),
                label(from),
                label(to)))
        .append(lineEnd);
  }

  private String label(long frames) {
    return Timecode.ofFrames(Math.max(0, frames), rate, drop).withinDay().toString();
  }

  /** The source frame, at the list's rate, that is there so many frames after a clip begins. */
  private long at(Clip clip, long after) {
    TimeRange range = clip.trimmedRange().orElseThrow();
    Rational speed = clip.speed();
    long start = frames(range.start());
    long length = frames(range.duration());
    Rational shown = Rational.of(after).times(speed.abs());
    if (speed.signum() < 0) {
      return start
          + Rational.of(length).times(speed.abs()).minus(shown).rounded(RoundingMode.HALF_UP);
    }
    return start + shown.rounded(RoundingMode.HALF_UP);
  }

  private void notes(StringBuilder out, Edit edit) {
    Laid laid = edit.laid();
    Optional<Clip> previous = edit.previous().flatMap(Laid::clip);
    boolean fades = laid.before().isPresent();
    laid.clip()
        .filter(clip -> !clip.speed().equals(Rational.ONE))
        .ifPresent(clip ->
            out.append(
                    Phrase.of(
                        "M2   %-8s   %05.1f                %s",
                        reel(clip),
                        clip.speed().times(rate.nominal()).toDouble(),
                        label(at(clip, 0)).replace(';', ':')))
                .append(lineEnd));
    if (fades) {
      previous.ifPresent(clip -> note(out, "FROM CLIP NAME:  " + clip.name()));
      laid.clip().ifPresent(clip -> note(out, "TO CLIP NAME:  " + clip.name()));
    } else {
      laid.clip().ifPresent(clip -> note(out, "FROM CLIP NAME:  " + clip.name()));
    }
    laid.clip()
        .ifPresent(clip -> {
          if (clip.media().orElse(null) instanceof MediaReference.External file
              && !file.targetUrl().isEmpty()) {
            note(out, "SOURCE FILE: " + file.targetUrl());
          }
          markers(out, clip, laid);
          clip.metadata()
              .object("oddlot")
              .object("edl")
              .array("notes")
              .forEach(its -> {
                if (its instanceof JsonString text) {
                  out.append(text.value()).append(lineEnd);
                }
              });
        });
  }

  private void note(StringBuilder out, String text) {
    out.append("* ").append(text.replaceAll("[\\r\\n]+", " ")).append(lineEnd);
  }

  private void markers(StringBuilder out, Clip clip, Laid laid) {
    for (Marker marker : clip.markers()) {
      long at =
          laid.from()
              + frames(marker.markedRange().start())
              - frames(clip.trimmedRange().orElseThrow().start());
      String colour = marker.color().isEmpty() ? "RED" : marker.color();
      String text = marker.name() + (marker.comment().isEmpty() ? "" : " " + marker.comment());
      note(out, Phrase.of("LOC: %s %-7s %s", label(at), colour, text).stripTrailing());
    }
  }

  private static String fullReel(Clip clip) {
    JsonObject oddlot = clip.metadata().object("oddlot");
    return oddlot
        .object("edl")
        .string("reel")
        .or(() ->
            clip.media()
                .flatMap(
                    media -> media.metadata().object("oddlot").object("source").string("reel")))
        .filter(reel -> !reel.isBlank())
        .orElse("AX");
  }

  /** The reel of a clip, shortened to what is allowed, and to another than all others. */
  private String reel(Clip clip) {
    String full = fullReel(clip);
    String known = reels.get(full);
    if (known != null) {
      return known;
    }
    String plain = full.replaceAll("\\s+", "_");
    String word = plain.length() <= longestReel ? plain : shortened(plain);
    for (int n = 1; reels.containsValue(word); n++) {
      String end = Integer.toString(n);
      word = word.substring(0, Math.min(word.length(), longestReel - end.length())) + end;
    }
    reels.put(full, word);
    return word;
  }

  private String shortened(String reel) {
    String letters = reel.replaceAll("[^A-Za-z0-9]", "");
    return letters.substring(0, Math.min(letters.length(), longestReel));
  }
}
