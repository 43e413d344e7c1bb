package org.oddlot.compare;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonValue;
import org.oddlot.material.TimelineFile;
import org.oddlot.profile.Profiles;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Effect;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;
import org.oddlot.timeline.Transition;

class AspectsTest {
  private static final FrameRate RATE = FrameRate.FPS_25;

  private static Clip clip(String name, int from, int length) {
    return Clip.of(
        name,
        new MediaReference.External(
            Origin.made(), name, "file:///m/" + name + ".mov", Optional.empty(), JsonObject.EMPTY),
        Optional.of(TimeRange.of(from, length, RATE)));
  }

  private static Clip title(String json) {
    return Clip.of(
        "title",
        new MediaReference.Generator(
            Origin.made(), "", "oddlot.title", parsed(json), Optional.empty(), JsonObject.EMPTY),
        Optional.of(TimeRange.of(0, 50, RATE)));
  }

  private static JsonObject parsed(String json) {
    return (JsonObject) JsonValue.parse(json.replace('\'', '"'));
  }

  private static Gap gap(int frames) {
    return Gap.of(RationalTime.of(frames, RATE));
  }

  private static TimelineFile file(String name, List<Track> tracks) {
    Timeline timeline = Timeline.of("cut", Optional.of(RationalTime.of(90_000, RATE)), tracks);
    return TimelineFile.of(name, "", timeline, Profiles.own(), List.of());
  }

  private static List<String> said(List<Track> before, List<Track> after) {
    return Edit.compare(file("a", before), file("b", after)).changes().stream()
        .map(change -> change.kind().word() + " " + change.name() + ": " + change.says())
        .toList();
  }

  private static List<String> said(List<? extends Composable> before, Composable... after) {
    return said(
        List.of(Track.of("V1", Track.VIDEO, before)),
        List.of(Track.of("V1", Track.VIDEO, List.of(after))));
  }

  private static List<String> changed(Clip clip, UnaryOperator<Clip> change) {
    Clip other = clip("other", 0, 40);
    return said(List.of(other, clip), other, change.apply(clip));
  }

  @Test
  void aTitlesWordsAndLook() {
    assertThat(
            changed(
                title("{'text':'Skarvøy quay','lines':[{'font':'Serif','size':40}]}"),
                _ -> title("{'text':'Skarvøy harbour','lines':[{'font':'Sans','size':40}]}")))
        .containsExactly(
            "words title: “Skarvøy quay” is “Skarvøy harbour” now",
            "look title: font “Serif” is “Sans” now");
  }

  @Test
  void soundRolesNotesAndNames() {
    Clip clip = clip("wind", 100, 50);
    Effect half =
        new Effect(
            Origin.made(), "Effect", "", "oddlot.sound", Optional.empty(), parsed("{'level':0.5}"));
    Effect less = half.withMetadata(parsed("{'level':0.25}"));
    assertThat(
            Edit.compare(
                    file(
                        "a",
                        List.of(
                            Track.of("A1", Track.AUDIO, List.of(clip.withEffects(List.of(half)))))),
                    file(
                        "b",
                        List.of(
                            Track.of("A1", Track.AUDIO, List.of(clip.withEffects(List.of(less)))))))
                .changes())
        .singleElement()
        .satisfies(change -> {
          assertThat(change.kind()).isEqualTo(Change.Kind.LEVEL);
          assertThat(change.says()).contains("0.5").contains("0.25");
        });
    assertThat(
            changed(
                clip.withMetadata(parsed("{'oddlot':{'role':'dialogue','log':{'scene':'12'}}}")),
                its ->
                    its.withName("wind 2")
                        .withMetadata(
                            parsed("{'oddlot':{'role':'effects','log':{'scene':'12A'}}}"))))
        .containsExactly(
            "name wind 2: “wind” is “wind 2” now",
            "role wind 2: “dialogue” is “effects” now",
            "notes wind 2: scene “12” is “12A” now");
    assertThat(changed(clip, its -> its.withEnabled(false)))
        .containsExactly("disabled wind: switched off");
    Effect blur =
        new Effect(Origin.made(), "Effect", "", "blur", Optional.empty(), JsonObject.EMPTY);
    assertThat(changed(clip, its -> its.withEffects(List.of(blur))))
        .containsExactly("effect wind: “blur” is new");
    assertThat(changed(clip, its -> its.withSpeed(Rational.of(-1))))
        .containsExactly("retimed wind: from 100.0 % to −100.0 %, length as it was");
  }

  @Test
  void markersOfShotsGoWithThem() {
    Marker flash = Marker.of("flash", TimeRange.of(110, 1, RATE), "", JsonObject.EMPTY);
    Clip clip = clip("pier", 100, 50).plusMarker(flash);
    assertThat(changed(clip, its -> its.withSourceRange(Optional.of(TimeRange.of(105, 45, RATE)))))
        .containsExactly("trimmed pier: head −5 f, tail as it was");
    assertThat(
            changed(
                clip,
                its -> its.withMarkers(List.of(flash.withMarkedRange(TimeRange.of(120, 1, RATE))))))
        .containsExactly("marker pier: “flash” is 10 f later");
    assertThat(changed(clip, its -> its.withMarkers(List.of(flash.withName("flare")))))
        .containsExactly("marker pier: “flash” is “flare” now");
    assertThat(changed(clip, its -> its.withMarkers(List.of())))
        .containsExactly("marker pier: “flash” is gone");
  }

  @Test
  void markersOfTheTimelineFollowIt() {
    Marker at80 = Marker.of("reel change", TimeRange.of(80, 1, RATE), "", JsonObject.EMPTY);
    Marker at83 = at80.withMarkedRange(TimeRange.of(83, 1, RATE));
    List<Clip> shots = List.of(clip("a", 0, 50), clip("b", 0, 50), clip("c", 0, 50));
    List<Clip> later = List.of(clip("a", 0, 53), clip("b", 0, 50), clip("c", 0, 50));
    Track before = Track.of("V1", Track.VIDEO, shots).withMarkers(List.of(at80));
    Track after = Track.of("V1", Track.VIDEO, later);
    assertThat(said(List.of(before), List.of(after.withMarkers(List.of(at83)))))
        .containsExactly("trimmed a: head as it was, tail +3 f");
    assertThat(said(List.of(before), List.of(after.withMarkers(List.of(at80)))))
        .containsExactly(
            "trimmed a: head as it was, tail +3 f",
            "marker reel change: “reel change” stayed while all around it moved");
  }

  @Test
  void transitionsBelongToTheShotThatTheyLeadTo() {
    Transition dissolve =
        new Transition(
            Origin.made(),
            "",
            "SMPTE_Dissolve",
            RationalTime.of(6, RATE),
            RationalTime.of(6, RATE),
            JsonObject.EMPTY);
    Clip a = clip("a", 100, 50);
    Clip b = clip("b", 100, 50);
    assertThat(said(List.of(a, b), a, dissolve, b))
        .containsExactly("transition b: a cut, is SMPTE_Dissolve of 12 f now");
    assertThat(said(List.of(a, dissolve, b), a, b))
        .containsExactly("transition b: SMPTE_Dissolve of 12 f is a cut now");
  }

  @Test
  void whatIsTakenOutWithoutClosingUpMovesNothing() {
    Clip a = clip("a", 0, 50);
    Clip b = clip("b", 0, 50);
    Clip c = clip("c", 0, 50);
    assertThat(said(List.of(a, b, c), a, gap(50), c)).containsExactly("gone b: gone, 2 s");
    assertThat(said(List.of(a, gap(50), c), a, b, c)).containsExactly("new b: new, 2 s");
    assertThat(said(List.of(a, b, c), a, b, gap(12), c))
        .containsExactly("gap c: 12 f more of nothing before it");
    assertThat(said(List.of(a, b, c), a, c)).containsExactly("gone b: gone, 2 s");
  }

  @Test
  void piecesOfOneShot() {
    Clip other = clip("other", 0, 30);
    Clip whole = clip("a", 100, 50);
    assertThat(said(List.of(other, whole), other, clip("a", 100, 20), other, clip("a", 120, 30)))
        .containsExactly("split a: cut in 2 pieces", "new other: new, 1 s 5 f");
    assertThat(said(List.of(other, clip("a", 100, 20), clip("a", 125, 25)), other, whole))
        .containsExactly("joined a: 2 pieces joined, 5 f put in between");
  }

  @Test
  void aTrackMoreBelowDoesNotMoveThoseAbove() {
    Track low = Track.of("V1", Track.VIDEO, List.of(clip("a", 0, 50), clip("b", 0, 50)));
    Track top = Track.of("V2", Track.VIDEO, List.of(gap(20), clip("logo", 0, 20)));
    Track more = Track.of("V1", Track.VIDEO, List.of(clip("plate", 0, 20)));
    assertThat(
            said(
                List.of(low, top),
                List.of(
                    more,
                    Track.of("V2", Track.VIDEO, low.children()),
                    Track.of("V3", Track.VIDEO, top.children()))))
        .containsExactly("new plate: new, 20 f");
  }

  @Test
  void whatSomebodySaysIsTheSameShotIs() {
    Clip a = clip("a", 0, 50);
    TimelineFile before =
        file("a", List.of(Track.of("V1", Track.VIDEO, List.of(a, clip("x", 0, 40)))));
    TimelineFile after =
        file("b", List.of(Track.of("V1", Track.VIDEO, List.of(a, clip("y", 9, 30)))));
    TimelinePairs.Versions versions = TimelinePairs.of(before, after, "", "").pairs().getFirst();
    Comparison alone = versions.compared(Hands.NONE);
    assertThat(alone.changes())
        .extracting(Change::kind)
        .containsExactlyInAnyOrder(Change.Kind.GONE, Change.Kind.NEW);
    String was = alone.before().shots().getLast().event().place().key();
    String is = alone.after().shots().getLast().event().place().key();
    assertThat(versions.compared(new Hands(Map.of(was, is), Set.of())).changes())
        .singleElement()
        .extracting(Change::kind)
        .isEqualTo(Change.Kind.REPLACED);
    assertThat(
            versions
                .compared(
                    new Hands(
                        Map.of(), Set.of(alone.before().shots().getFirst().event().place().key())))
                .same())
        .isZero();
  }
}
