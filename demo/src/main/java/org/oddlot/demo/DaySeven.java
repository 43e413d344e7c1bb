package org.oddlot.demo;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.caption.Caption;
import org.oddlot.caption.CaptionText;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Mark;
import org.oddlot.caption.Markup;
import org.oddlot.caption.Timebase;
import org.oddlot.format.caption.CaptionTracks;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;

/**
 * The next version of the documentary cut, with 25 changes: shots slipped, replaced, taken out,
 * swapped, cut in two, trimmed against each other, one twice as fast, one switched off; pictures
 * above moved, taken out, shortened and put in; words of titles, sound and a marker changed.
 */
public final class DaySeven {
  /** What is done with it by itself; see {@link DemoDay}. */
  static final List<String> TOUR =
      List.of(
          "station compare",
          "report The next lock, compared with the one before",
          "press tab-all",
          "select compare-rows 6",
          "wait",
          "picture compare");

  /** What is done with the hand-off by itself. */
  static final List<String> HAND_OFF =
      List.of(
          "station handoff",
          "report The next lock, handed on",
          "press tab-all",
          "select handoff-rows 0",
          "wait",
          "picture hand-off");

  /** What is done with the notes of a screening by itself. */
  static final List<String> SCREENING =
      List.of(
          "station markers",
          "report Notes of a screening, carried to the next lock",
          "press tab-all",
          "select markers-rows 4",
          "wait",
          "picture markers");

  /** What two people wrote down while they watched lock 2. */
  static final String NOTES =
      """
      Screening of lock 2;;
      TC;Comment;By
      01:00:12:10;Hold on the harbour longer;Ines
      01:00:12:18;hold on the harbour longer.;Tormod
      01:02:20:00;Which of the two boats is this?;Tormod
      01:03:05:00;Lovely, leave it;Ines
      01:04:35;His name is spelt with two a: Aaslund;Ines
      01:05:58:00;Is this take in sync?;Tormod
      01:07:30:12;The bell comes too early;Ines
      01:09:38:09;More silence before the bell;Tormod
      01:11:30:00;Can the archive picture be larger?;Ines
      01:13:27:20;Do we have this licence?;Tormod
      01:17:50:00;The montage is one shot too long;Ines
      01:17:50:05;The montage is one shot too long;Tormod
      01:45:00:00;Thank you all;Ines
      """;

  /** What a colour house sent of the cut's beginning; two of its lines cannot be read. */
  static final String COLOUR_HOUSE =
      """
      TITLE: FERRY DOC GRADE
      FCM: NON-DROP FRAME

      001  D001     V     C        10:20:00:00 10:20:03:16 01:00:00:00 01:00:03:16
      * FROM CLIP NAME: D001C001
      * ASC_SOP (1.02 1.00 0.98)(-0.01 0.00 0.01)(1.00 1.00 1.00)
      * ASC_SAT 0.95
      002  D001     V     C        10:20:28:00 10:20:34:06 01:00:03:16 01:00:09:22
      * FROM CLIP NAME: D001C004
      003  D001     V     C        10:20:56:OO 10:21:01:21 01:00:09:22 01:00:15:18
      * FROM CLIP NAME: D001C007
      004  D001     V     C
      """;

  private static final FrameRate RATE = FrameRate.FPS_25;

  private final List<List<Composable>> tracks = new ArrayList<>();

  private DaySeven() {}

  /** The cut. */
  static byte[] cut() {
    return DaySix.written(timeline());
  }

  /** The cut as the editing program exports it where nobody brought the markers along. */
  static byte[] withoutMarkers() {
    Timeline cut = timeline();
    return DaySix.written(
        cut.withChildren(List.of(cut.tracks().orElseThrow().withMarkers(List.of()))));
  }

  /** The cut as it is handed on: with captions, and a shot that can be shown from a proxy. */
  static byte[] handedOn() {
    Timeline cut = timeline();
    Stack stack = cut.tracks().orElseThrow();
    var tracks = new ArrayList<TimelineObject>(stack.children());
    Track pictures = (Track) tracks.getFirst();
    var shots = new ArrayList<>(pictures.children());
    Clip first = (Clip) shots.getFirst();
    MediaReference whole = first.media().orElseThrow();
    // In an order of its own: the same bytes each time.
    Map<String, MediaReference> media = new LinkedHashMap<>();
    media.put("DEFAULT_MEDIA", whole);
    media.put("proxy", whole.withName("proxy"));
    shots.set(0, first.withMedia(media, "proxy"));
    tracks.set(0, pictures.withChildren(shots));
    tracks.add(captions());
    return DaySix.written(cut.withChildren(List.of(stack.withChildren(tracks))));
  }

  private static Track captions() {
    var grid = new Timebase.Frames(RATE, false);
    var captions = new ArrayList<Caption>();
    String[] said = {
      "We lay off the quay\nwith the engine stopped.",
      "Not before the lamps are lit,\nhe said.",
      "♪ The night ferry sails at nine ♪"
    };
    for (int i = 0; i < said.length; i++) {
      long from = 90_000 + 250L * (i + 1);
      captions.add(Caption.of("" + (i + 1), grid.at(from), grid.at(from + 75), said[i]));
    }
    captions.set(1, captions.get(1).withSpeaker("Tormod"));
    CaptionText song = captions.get(2).text();
    captions.set(
        2,
        captions
            .get(2)
            .withText(
                new CaptionText(
                    song.plain(),
                    List.of(
                        Mark.of(0, new Markup.Style(Markup.Look.ITALIC, true)),
                        Mark.of(
                            song.plain().length(), new Markup.Style(Markup.Look.ITALIC, false)))))
            .withPlace(new Caption.Placement(Caption.Height.TOP, Caption.Side.CENTRE)));
    Stack made =
        CaptionTracks.timeline(Captions.made("Captions", "en", grid, captions), grid)
            .tracks()
            .orElseThrow();
    return (Track) made.children().getFirst();
  }

  private static Timeline timeline() {
    Timeline before = DaySix.timeline();
    var day = new DaySeven();
    Stack stack = before.tracks().orElseThrow();
    stack.children().forEach(track -> day.tracks.add(new ArrayList<>(((Track) track).children())));
    day.pictures();
    day.above();
    day.words();
    day.sound();
    var made = new ArrayList<Composable>();
    for (int i = 0; i < day.tracks.size(); i++) {
      made.add(((Track) stack.children().get(i)).withChildren(day.tracks.get(i)));
    }
    Stack changed = stack.withChildren(made).withMarkers(markers(stack.markers()));
    return before.withName("Ferry documentary, lock 3").withChildren(List.of(changed));
  }

  /** Where a shot lies on the first track, counted without transitions. */
  private int at(int shot) {
    int left = shot;
    for (int i = 0; ; i++) {
      if (tracks.getFirst().get(i) instanceof Item && left-- == 0) {
        return i;
      }
    }
  }

  private static long length(Composable item) {
    return ((Item) item).duration().orElseThrow().value();
  }

  private static Gap gap(long frames) {
    return Gap.of(RationalTime.of(frames, RATE));
  }

  private Clip shot(int shot) {
    return (Clip) tracks.getFirst().get(at(shot));
  }

  private void set(int shot, Composable other) {
    tracks.getFirst().set(at(shot), other);
  }

  /** A shot with frames more at its head and its tail. */
  private static Clip trimmed(Clip clip, long head, long tail) {
    TimeRange range = clip.sourceRange().orElseThrow();
    return clip.withSourceRange(
        Optional.of(
            TimeRange.of(
                range.start().value() - head, range.duration().value() + head + tail, RATE)));
  }

  private void pictures() {
    // From behind, so that the numbers before stay.
    swap(205);
    for (int shot : new int[] {230, 110, 22}) {
      set(shot, DaySix.own(400 + shot / 10, (int) length(shot(shot))));
    }
    set(178, gap(length(shot(178))));
    set(150, trimmed(shot(150), -25, 25));
    Clip whole = shot(140);
    long half = length(whole) / 2;
    roll(125, 12);
    set(84, gap(length(shot(84))));
    set(75, trimmed(shot(75), 14, -14));
    set(66, shot(66).withEnabled(false));
    set(55, shot(55).withSpeed(Rational.of(2)));
    roll(46, -9);
    swap(30);
    set(10, trimmed(shot(10), -8, 8));
    int at = at(140);
    tracks.getFirst().set(at, trimmed(whole, 0, half - length(whole)));
    tracks.getFirst().add(at + 1, trimmed(whole, -half, 0));
  }

  private void swap(int shot) {
    Clip first = shot(shot);
    set(shot, shot(shot + 1));
    set(shot + 1, first);
  }

  /** Moves the cut behind a shot. */
  private void roll(int shot, long frames) {
    set(shot, trimmed(shot(shot), 0, frames));
    set(shot + 1, trimmed(shot(shot + 1), -frames, 0));
  }

  private void above() {
    List<Composable> above = tracks.get(1);
    above.set(2, gap(length(above.get(2)) + 50));
    above.set(4, gap(length(above.get(4)) - 50));
    above.set(9, gap(length(above.get(9))));
    above.set(11, trimmed((Clip) above.get(11), 0, -20));
    above.set(12, gap(length(above.get(12)) + 20));
    above.add(gap(300));
    above.add(DaySix.own(437, 90));
  }

  private void words() {
    say(2, 3, "Tormod Aaslund\nmate, 1951 to 1970");
    say(3, 1, "Orrin, kontoret på kaien");
  }

  private void say(int track, int child, String words) {
    Clip title = (Clip) tracks.get(track).get(child);
    tracks
        .get(track)
        .set(
            child,
            title
                .withName(words.replace('\n', ' '))
                .withMedia(media -> said((MediaReference.Generator) media, words)));
  }

  private static MediaReference said(MediaReference.Generator title, String words) {
    return title.withParameters(
        JsonObject.of("card", JsonObject.of("words", JsonString.of(words))));
  }

  private void sound() {
    List<Composable> harbour = tracks.get(5);
    int last = harbour.size() - 1;
    harbour.set(last, trimmed((Clip) harbour.get(last), 0, -25));
  }

  private static List<Marker> markers(List<Marker> before) {
    var markers = new ArrayList<>(before);
    Marker moved = markers.get(3);
    markers.set(3, moved.withMarkedRange(moved.markedRange().shiftedBy(RationalTime.of(75, RATE))));
    return markers;
  }
}
