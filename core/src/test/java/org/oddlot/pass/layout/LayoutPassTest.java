package org.oddlot.pass.layout;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.material.ChannelNote;
import org.oddlot.material.Material;
import org.oddlot.material.TimelineFile;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Engine;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.RunSheet;
import org.oddlot.pass.Standing;
import org.oddlot.profile.Profile;
import org.oddlot.profile.Profiles;
import org.oddlot.progress.Progress;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Composable;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;
import org.oddlot.timeline.Transition;

class LayoutPassTest {
  private static final FrameRate FILM = FrameRate.FPS_24;
  private static final Profile OWN = Profiles.own();

  private static Clip sound(String name, int channels, long start, long frames, String... roles) {
    var media =
        new MediaReference.External(
            Origin.NONE,
            name,
            "media/" + name + ".wav",
            Optional.of(TimeRange.of(0, 10_000, FILM)),
            JsonObject.EMPTY.withAt(
                List.of("oddlot", "source", "channels"), JsonNumber.of(channels)));
    var notes = new ArrayList<ChannelNote>();
    for (int i = 0; i < roles.length; i++) {
      if (!roles[i].isEmpty()) {
        notes.add(new ChannelNote(i + 1, 1, "", roles[i], ""));
      }
    }
    return ChannelNote.noted(
        Clip.of(name, media, Optional.of(TimeRange.of(start, frames, FILM))), OWN, notes);
  }

  private static Gap gap(long frames) {
    return Gap.of(RationalTime.of(frames, FILM));
  }

  private static Timeline cut(Composable... tracks) {
    return Timeline.of("Cut", Optional.empty(), List.of())
        .withChildren(List.of(Stack.of("tracks", List.of(tracks))));
  }

  private static Track audio(Composable... items) {
    return Track.of("A", Track.AUDIO, List.of(items));
  }

  private static Outcome run(Timeline timeline, Map<FindingId, Decision> decisions) {
    var document =
        TimelineFile.of(
            "cut.otio", "0123456789abcdef", Bin.of("Root", List.of(timeline)), OWN, List.of());
    return new Engine()
        .run(
            Material.of("Lot", List.of(document), List.of()),
            RunSheet.initial().only(List.of("layout")),
            Answers.of(decisions),
            Optional.empty(),
            Progress.NONE);
  }

  private static LayoutFinding finding(Timeline timeline) {
    return (LayoutFinding)
        run(timeline, Map.of()).step("layout").orElseThrow().reviewed().getFirst().finding();
  }

  private static List<String> shape(Timeline timeline) {
    var shape = new ArrayList<String>();
    for (TimelineObject track : timeline.tracks().orElseThrow().children()) {
      var line = new StringBuilder(track.name() + ":");
      for (TimelineObject item : track.children()) {
        line.append(' ')
            .append(
                switch (item) {
                  case Gap g -> "gap " + g.duration().orElseThrow().value();
                  case Transition _ -> "fade";
                  case Clip c ->
                      c.name()
                          + " "
                          + c.sourceRange().orElseThrow().start().value()
                          + "+"
                          + c.sourceRange().orElseThrow().duration().value()
                          + ChannelNote.of(c, OWN).keySet();
                  default -> item.name();
                });
      }
      shape.add(line.toString());
    }
    return shape;
  }

  @Test
  void eachRoleGetsItsTrackAndNothingIsLost() {
    Timeline timeline =
        cut(
            Track.of("V1", Track.VIDEO, List.of(sound("pic", 0, 0, 100))),
            audio(
                sound("one", 2, 10, 50, "Dialogue/Boom", "Dialogue/Inés"),
                gap(10),
                sound("two", 3, 0, 40, "Dialogue/Boom", "Music/Band")));
    LayoutFinding found = finding(timeline);

    assertThat(found.standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(shape(found.made()))
        .containsExactly(
            "V1: pic 0+100[]",
            "Dialogue/Boom: one 10+50[1] gap 10 two 0+40[1]",
            "Dialogue/Inés: one 10+50[2]",
            "Music/Band: gap 60 two 0+40[2]",
            "No role: gap 60 two 0+40[3]");
    assertThat(found.evidence()).allMatch(e -> e.verdict().equals("the same after"));
    assertThat(found.evidence().getFirst().value()).isEqualTo("3.75 s");
  }

  @Test
  void twoTimelinesOfOneNameAreToldApart() {
    Timeline one = cut(audio(sound("one", 1, 0, 24, "Dialogue/Boom")));
    Timeline two = cut(audio(sound("two", 1, 0, 48, "Dialogue/Boom")));
    var document =
        TimelineFile.of(
            "cut.otio", "0123456789abcdef", Bin.of("Root", List.of(one, two)), OWN, List.of());
    Material material = Material.of("Lot", List.of(document), List.of());
    RunSheet sheet = RunSheet.initial().only(List.of("layout"));
    Outcome first =
        new Engine().run(material, sheet, Answers.NONE, Optional.empty(), Progress.NONE);
    List<FindingId> ids =
        first.step("layout").orElseThrow().reviewed().stream()
            .map(reviewed -> reviewed.finding().id())
            .toList();
    assertThat(ids).hasSize(2).doesNotHaveDuplicates();
    Outcome second =
        new Engine()
            .run(
                material,
                sheet,
                Answers.of(Map.of(ids.getLast(), Decision.accept())),
                Optional.empty(),
                Progress.NONE);
    Timeline made =
        (Timeline) ((Bin) second.end().documents().getFirst().root()).children().getLast();
    assertThat(made.children().getFirst().children()).hasSize(1);
    assertThat(made.name()).isEqualTo("Cut by role");
    assertThat(AudibleClips.in(made, OWN).pieces().getFirst().duration().value()).isEqualTo(48);
  }

  @Test
  void whatIsAcceptedIsANewTimelineBesideTheOldOne() {
    Timeline timeline = cut(audio(sound("one", 1, 0, 24, "Dialogue/Boom")));
    Outcome outcome =
        run(timeline, Map.of(new FindingId("layout:cut.otio:Cut"), Decision.accept()));

    Bin root = (Bin) outcome.end().documents().getFirst().root();
    assertThat(root.children())
        .extracting(TimelineObject::name)
        .containsExactly("Cut", "Cut by role");
    assertThat(root.children().getFirst()).isSameAs(timeline);

    // Looked at again, with the new one beside it, there is nothing to do.
    var document = outcome.end().documents().getFirst();
    Outcome again =
        new Engine()
            .run(
                Material.of("Lot", List.of(document), List.of()),
                RunSheet.initial().only(List.of("layout")),
                Answers.of(Map.of(new FindingId("layout:cut.otio:Cut"), Decision.accept())),
                Optional.empty(),
                Progress.NONE);
    assertThat(again.step("layout").orElseThrow().reviewed()).hasSize(1);
    assertThat(again.step("layout").orElseThrow().reviewed().getFirst().finding().reason())
        .isEqualTo("a timeline with this sound by role is there");
    assertThat(again.end().documents().getFirst()).isEqualTo(document);
  }

  @Test
  void twoClipsOfARoleAtATimeLieOnTwoTracks() {
    Timeline timeline =
        cut(
            audio(sound("one", 1, 0, 50, "Dialogue/Boom")),
            audio(gap(20), sound("two", 1, 0, 50, "Dialogue/Boom")));
    assertThat(shape(finding(timeline).made()))
        .containsExactly("Dialogue/Boom: one 0+50[1]", "Dialogue/Boom 2: gap 20 two 0+50[1]");
  }

  @Test
  void mutedSoundStaysAwayAndFadesStayWhereBothSidesAre() {
    var fade =
        new Transition(
            Origin.NONE,
            "fade",
            "SMPTE_Dissolve",
            RationalTime.of(4, FILM),
            RationalTime.of(4, FILM),
            JsonObject.EMPTY);
    Timeline timeline =
        cut(
            audio(
                sound("one", 1, 0, 20, "Dialogue/Boom"),
                fade,
                sound("two", 1, 0, 20, "Dialogue/Boom"),
                fade,
                sound("three", 1, 0, 20, "Music/Band"),
                sound("off", 1, 0, 20, "Dialogue/Boom").withEnabled(false)));
    LayoutFinding found = finding(timeline);

    assertThat(shape(found.made()))
        .containsExactly(
            "Dialogue/Boom: one 0+20[1] fade two 0+20[1]", "Music/Band: gap 40 three 0+20[1]");
  }

  @Test
  void theSoundOfASyncedClipInThePictureIsTakenOutOfItAndOntoItsRoles() {
    Stack synced =
        Stack.of(
                "A001C001",
                List.of(
                    Track.of("Picture", Track.VIDEO, List.of(sound("pic", 0, 0, 100))),
                    audio(gap(30), sound("S01T01", 1, 500, 70, "Dialogue/Boom"))))
            .withSourceRange(Optional.of(TimeRange.of(20, 50, FILM)));
    Timeline timeline = cut(Track.of("V1", Track.VIDEO, List.of(gap(5), synced)));
    LayoutFinding found = finding(timeline);

    assertThat(shape(found.made()))
        .containsExactly("V1: gap 5 A001C001", "Dialogue/Boom: gap 15 S01T01 500+40[1]");
    assertThat(AudibleClips.in(found.made(), OWN).pieces()).hasSize(1);
  }

  @Test
  void withoutAnyRoleThereIsNothingToLayOut() {
    LayoutFinding found = finding(cut(audio(sound("one", 2, 0, 50))));
    assertThat(found.standing()).isEqualTo(Standing.SETTLED);
    assertThat(found.reason()).isEqualTo("none of its sound has a role yet");
  }

  /** Whatever lies on the tracks, each role is heard as long after as before. */
  @Property(tries = 100)
  void theAuditIsEqualWhateverIsCut(
      @ForAll @Size(min = 1, max = 4)
          List<@Size(max = 6) List<@IntRange(min = 1, max = 400) Integer>> tracks) {
    String[] roles = {"Dialogue/Boom", "Music/Band", "", "Dialogue/Inés", "Effects/Sea"};
    var all = new ArrayList<Composable>();
    // Counted while it is made, not with what is tested.
    var expected = new TreeMap<String, Rational>();
    for (List<Integer> lengths : tracks) {
      var items = new ArrayList<Composable>();
      for (int length : lengths) {
        for (int channel = 1;
            length % 5 != 0 && channel <= Math.max(2, 1 + length % 4);
            channel++) {
          String role = channel == 1 ? roles[length % 5] : channel == 2 ? roles[length % 3] : "";
          if (!role.isEmpty() || channel <= 1 + length % 4) {
            expected.merge(
                role.isEmpty() ? AudibleClips.NO_ROLE : role,
                RationalTime.of(length, FILM).seconds(),
                Rational::plus);
          }
        }
        items.add(
            length % 5 == 0
                ? gap(length)
                : sound(
                    "c" + length,
                    1 + length % 4,
                    length % 7,
                    length,
                    roles[length % 5],
                    roles[length % 3]));
      }
      all.add(Track.of("A", Track.AUDIO, items));
    }
    Timeline timeline = cut(all.toArray(Composable[]::new));
    AudibleClips heard = AudibleClips.in(timeline, OWN);
    Timeline made = RoleTracks.of(timeline, heard, List.of(), OWN).timeline();

    assertThat(heard.secondsByRole()).isEqualTo(expected);
    assertThat(AudibleClips.in(made, OWN).secondsByRole()).isEqualTo(expected);
    var onTracks = new TreeMap<String, Rational>();
    for (Composable each : made.tracks().orElseThrow().children()) {
      if (each instanceof Track track && track.kind().equals(Track.AUDIO)) {
        Rational seconds =
            track.children().stream()
                .filter(Clip.class::isInstance)
                .map(clip -> ((Clip) clip).duration().orElseThrow().seconds())
                .reduce(Rational.ZERO, Rational::plus);
        onTracks.merge(track.name().replaceAll(" \\d+$", ""), seconds, Rational::plus);
      }
    }
    assertThat(onTracks.keySet()).isEqualTo(expected.keySet());
  }
}
