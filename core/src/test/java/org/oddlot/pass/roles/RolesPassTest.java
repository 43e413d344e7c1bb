package org.oddlot.pass.roles;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonValue;
import org.oddlot.material.ChannelNote;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Decision;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.RunSheet;
import org.oddlot.pass.Sample;
import org.oddlot.pass.Standing;
import org.oddlot.pass.Tape;
import org.oddlot.profile.Profile;
import org.oddlot.profile.Profiles;
import org.oddlot.setting.Settings;
import org.oddlot.time.FrameRate;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Placed;

class RolesPassTest {
  private static final FrameRate FILM = FrameRate.FPS_23_976;
  private static final Profile OWN = Profiles.own();
  private static final Profile DESK =
      Profiles.byName("practice-desk", Profiles.shipped()).orElseThrow();

  private static Sample day() {
    return Sample.at(FILM)
        .pairsAccepted()
        .clip("A001C001 10:00:00:00 240 A 2026-03-14")
        .clip("A001C002 10:01:00:00 240 A 2026-03-14")
        .sound(
            Tape.at("S01T01", "09:59:58:00", FILM, 20).tracks("Boom", "Inés", "Tormod").file(),
            Tape.at("S01T02", "10:00:58:00", FILM, 20).tracks("Boom", "Inés").file());
  }

  private static List<? extends Reviewed<?>> reviewed(Outcome outcome) {
    return outcome.step("roles").orElseThrow().reviewed();
  }

  private static RolesFinding.OfGroup group(Outcome outcome, String name) {
    return (RolesFinding.OfGroup)
        reviewed(outcome).stream()
            .map(Reviewed::finding)
            .filter(f -> f instanceof RolesFinding.OfGroup && f.title().startsWith(name))
            .findFirst()
            .orElseThrow();
  }

  private static RolesFinding.OfLabels labels(Outcome outcome) {
    return (RolesFinding.OfLabels)
        reviewed(outcome).stream()
            .map(Reviewed::finding)
            .filter(RolesFinding.OfLabels.class::isInstance)
            .findFirst()
            .orElseThrow();
  }

  /** What is noted in every clip of this name, wherever it lies. */
  private static List<List<String>> noted(Outcome outcome, String name) {
    return Placed.root(outcome.end().documents().getFirst().root()).clips().stream()
        .map(placed -> (Clip) placed.object())
        .filter(clip -> clip.name().equals(name))
        .map(clip ->
            ChannelNote.of(clip, OWN).values().stream()
                .map(n -> n.number() + " " + n.name() + " " + n.role())
                .toList())
        .toList();
  }

  private static Decision roles(String... chosen) {
    return Decision.accept(List.of(chosen));
  }

  @Test
  void theRecordingWithMostChannelsLeadsAndRolesAreProposedByName() {
    RolesFinding.OfGroup found = group(day().run(), "Recorder");

    assertThat(found.group().leader().name()).isEqualTo("S01T01");
    assertThat(found.standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(found.rows()).extracting(RolesFinding.Row::channel).containsExactly(1, 2, 3);
    assertThat(found.proposed()).containsExactly("1=Dialogue/Boom");
    assertThat(
            group(
                    day().log("Scene,Take,TC In,Cast\n9,1,08:00:00:00,Inés; Tormod").run(),
                    "Recorder")
                .proposed())
        .containsExactly("1=Dialogue/Boom", "2=Dialogue/Inés", "3=Dialogue/Tormod");
  }

  @Test
  void aCameraIsAGroupOfItsOwn() {
    String otio = day().otioWith("\"camera\":\"A\"", "\"camera\":\"A\",\"channels\":2");
    RolesFinding.OfGroup found = group(day().runOf(otio), "Camera A");

    assertThat(found.group().isPicture()).isTrue();
    assertThat(found.proposed()).containsExactly("1=Scratch/Camera A", "2=Scratch/Camera A");
  }

  @Test
  void rolesReachEveryClipOfTheSoundAndFewerChannelsTakeTheFirstOnes() {
    FindingId id = group(day().run(), "Recorder").id();
    Outcome outcome =
        day().run(Map.of(id, roles("1=Dialogue/Boom", "2=Dialogue/{name}", "3=Dialogue/Tormod")));

    assertThat(noted(outcome, "S01T01"))
        .containsExactly(
            List.of("1 Boom Dialogue/Boom", "2 Inés Dialogue/Inés", "3 Tormod Dialogue/Tormod"));
    assertThat(noted(outcome, "S01T02"))
        .containsExactly(List.of("1 Boom Dialogue/Boom", "2 Inés Dialogue/Inés"));
    assertThat(outcome.ledger()).isNotEmpty();
  }

  @Test
  void aSoundReportNamesWhatTheFilesDoNot() {
    Outcome outcome =
        Sample.at(FILM)
            .pairsAccepted()
            .clip("A001C001 10:00:00:00 240 A 2026-03-14")
            .sound(
                Tape.at("S01T01", "10:00:00:00", FILM, 9).tracks("", "Mixer's").file(),
                Tape.at("R1_1", "10:00:00:00", FILM, 9).recorder("Two", "R").tracks("").file(),
                Tape.at("R1_2", "10:00:00:00", FILM, 9).recorder("Two", "R").tracks("").file())
            .log("File,Tr1,Tr2")
            .log("s01t01.wav,Boom,Report's")
            .log("R1,Lav Pilar,Lav Aune")
            .run();
    assertThat(group(outcome, "Recorder").rows())
        .extracting(RolesFinding.Row::name)
        .containsExactly("Boom", "Mixer's");
    assertThat(group(outcome, "Two").proposed())
        .containsExactly("1=Dialogue/Pilar", "2=Dialogue/Aune");
  }

  @Test
  void aTypedNameTakesThePlaceOfTheMixersAndAFileOfAChannelTakesItsOwn() {
    Sample mono =
        Sample.at(FILM)
            .pairsAccepted()
            .clip("A001C001 10:00:00:00 240 A 2026-03-14")
            .sound(
                Tape.at("R1_1", "10:00:00:00", FILM, 9).tracks("Lav").file(),
                Tape.at("R1_2", "10:00:00:00", FILM, 9).tracks("Pilar").file());
    FindingId id = group(mono.run(), "Recorder").id();
    Outcome outcome =
        mono.run(Map.of(id, roles("1=Dialogue/Aune", "name 1=Aune", "2=Dialogue/Pilar")));

    assertThat(noted(outcome, "R1_1")).containsExactly(List.of("1 Aune Dialogue/Aune"));
    assertThat(noted(outcome, "R1_2")).containsExactly(List.of("1 Pilar Dialogue/Pilar"));
  }

  @Test
  void namesThatAreThereStayUnlessToldOtherwise() {
    Outcome first = inBin("{\"channel\":1,\"name\":\"My boom\",\"colour\":7}").run();
    FindingId id = group(first, "Recorder").id();
    Map<FindingId, Decision> said = Map.of(id, roles("1=Dialogue/Boom"));
    Outcome kept = inBin("{\"channel\":1,\"name\":\"My boom\",\"colour\":7}").run(said);
    assertThat(noted(kept, "S01T01").getFirst())
        .containsExactly("1 My boom Dialogue/Boom", "2 Inés ");

    RunSheet sheet =
        RunSheet.initial().withSettings("roles", new Settings(Map.of("replace", "yes")));
    Outcome replaced = inBin("{\"channel\":1,\"name\":\"My boom\",\"colour\":7}").run(sheet, said);
    assertThat(noted(replaced, "S01T01").getFirst().getFirst()).isEqualTo("1 Boom Dialogue/Boom");
    assertThat(metadata(replaced)).contains("\"colour\":7");
  }

  private static String metadata(Outcome outcome) {
    return Placed.root(outcome.end().documents().getFirst().root()).clips().stream()
        .map(placed -> placed.object().metadata().toString())
        .toList()
        .toString()
        .replace(" ", "");
  }

  /** Sound that lies in a bin with this noted about its channels. */
  private static Binned inBin(String channel) {
    return new Binned(channel);
  }

  private record Binned(String channel) {
    private Sample sample() {
      return Sample.at(FILM)
          .pairsAccepted()
          .clip("A001C001 10:00:00:00 240 A 2026-03-14")
          .clip(
              "S01T01 09:59:58:00 480 - 2026-03-14", "\"oddlot\":{\"channels\":[" + channel + "]}")
          .sound(Tape.at("S01T01", "09:59:58:00", FILM, 20).file());
    }

    private Outcome run() {
      return run(RunSheet.initial(), Map.of());
    }

    private Outcome run(Map<FindingId, Decision> decisions) {
      return run(RunSheet.initial(), decisions);
    }

    private Outcome run(RunSheet sheet, Map<FindingId, Decision> decisions) {
      return sample()
          .runOf(
              sample().otioWith("media/S01T01.mov", "media/S01T01.wav"),
              sheet,
              Answers.of(decisions));
    }
  }

  @Test
  void aRoleIsRenamedWhereverItIs() {
    String channel = "{\"channel\":1,\"name\":\"Boom\",\"role\":\"Dialogue/Bom\"}";
    Outcome first = inBin(channel).run();
    assertThat(reviewed(first))
        .extracting(j -> j.finding().id())
        .contains(new FindingId("roles:role:Dialogue/Bom"));
    assertThat(group(first, "Recorder").rows().getFirst().why()).isEqualTo("in the file");

    Outcome renamed =
        inBin(channel)
            .run(Map.of(new FindingId("roles:role:Dialogue/Bom"), roles("Dialogue / Boom")));
    assertThat(noted(renamed, "S01T01").getFirst()).contains("1 Boom Dialogue/Boom");
  }

  @Test
  void aTrackInTheThirdPlaceThatIsCalledFourIsPutRightForItsRollOnly() {
    Sample sample =
        Sample.at(FILM)
            .pairsAccepted()
            .clip("A001C001 10:00:00:00 240 A 2026-03-14")
            .clip("A001C002 10:01:00:00 240 A 2026-03-14")
            .sound(
                Tape.at("S01T01", "10:00:00:00", FILM, 9).tracks("1", "2", "3").file(),
                Tape.at("S02T01", "10:01:00:00", FILM, 9)
                    .recorder("Recorder", "S02")
                    .tracks("1", "2", "4")
                    .file());
    RolesFinding.OfLabels found = labels(sample.run());
    assertThat(found.title()).isEqualTo("Roll S02");
    assertThat(found.headline()).isEqualTo("channel 3 called \"4\"");

    FindingId id = group(sample.run(), "Recorder").id();
    Outcome outcome =
        sample.run(Map.of(found.id(), Decision.accept(), id, roles("3=Dialogue/Pilar")));
    assertThat(noted(outcome, "S02T01").getFirst()).contains("3 3 Dialogue/Pilar");
    Outcome asItIs =
        sample.run(Map.of(found.id(), roles("as it is"), id, roles("3=Dialogue/Pilar")));
    assertThat(noted(asItIs, "S02T01").getFirst()).contains("3 4 Dialogue/Pilar");
  }

  @Test
  void twoTracksOfOneNameAreTold() {
    Sample sample =
        Sample.at(FILM)
            .pairsAccepted()
            .clip("A001C001 10:00:00:00 240 A 2026-03-14")
            .sound(Tape.at("S01T01", "10:00:00:00", FILM, 9).tracks("Lav", "Boom", "lav").file());
    assertThat(labels(sample.run()).names()).isEqualTo(Map.of(1, "Lav 1", 3, "lav 2"));
  }

  @Test
  void interleavedSurroundIsOneComponentAndTakesOneRole() {
    Sample sample =
        Sample.at(FILM)
            .pairsAccepted()
            .clip("A001C001 10:00:00:00 240 A 2026-03-14")
            .sound(
                Tape.at("ATM01", "10:00:00:00", FILM, 9)
                    .tracks("L", "R", "C", "LFE", "Ls", "Rs")
                    .file());
    RolesFinding.OfGroup found = group(sample.run(), "Recorder, 5.1");
    assertThat(found.rows()).hasSize(1);
    assertThat(found.rows().getFirst().width()).isEqualTo(6);

    Outcome outcome = sample.run(Map.of(found.id(), roles("1=Effects/Atmos")));
    assertThat(metadata(outcome))
        .contains("{\"channel\":1,\"channels\":6,\"layout\":\"5.1\",\"role\":\"Effects/Atmos\"}");
  }

  @Test
  void theRoleTableSettlesWhatItKnows() {
    RunSheet sheet =
        RunSheet.initial()
            .withSettings(
                "roles",
                new Settings(
                    Map.of(
                        "table", "Boom=Dialogue/Boom; inés = Dialogue/Ines; Tormod=Dialogue/T")));
    Outcome outcome = day().run(sheet, Answers.NONE);

    assertThat(group(outcome, "Recorder").standing()).isEqualTo(Standing.SETTLED);
    assertThat(noted(outcome, "S01T01").getFirst()).contains("2 Inés Dialogue/Ines");
    assertThat(RoleTable.plus("Boom=Dialogue/Boom", Map.of("boom", "Dialogue/B", "X", "Music/X")))
        .contains("boom=Dialogue/B", "X=Music/X")
        .doesNotContain("Boom=Dialogue/Boom");
  }

  /** Common practice, no source. */
  @ParameterizedTest
  @CsvSource({
    "BOOM, Dialogue/Boom",
    "Boom 2, Dialogue/Boom 2",
    "LAV Inés, Dialogue/Inés",
    "RF3_Pilar, Dialogue/Pilar",
    "MIX L, Dialogue/Mix L",
    "ATMOS, Effects/Atmos",
    "LTC, Technical/Timecode",
    "Playback, Music/Playback",
    "4, ''",
    "Tr4, ''",
    "Zzz, ''"
  })
  void whatNamesUsuallyMean(String name, String role) {
    assertThat(RoleTable.of("", Set.of()).suggested(name).orElse("")).isEqualTo(role);
  }

  @ParameterizedTest
  @CsvSource({
    "Dialogue/Boom, true",
    "Boom, false",
    "/Boom, false",
    "Dialogue/, false",
    "a/b/c, false"
  })
  void aRoleIsAStemAndAName(String text, boolean is) {
    assertThat(RoleTable.isRole(text)).isEqualTo(is);
  }

  private static Clip clip(JsonObject metadata) {
    return Clip.of(
            "S01T01",
            new MediaReference.Missing(
                org.oddlot.timeline.Origin.NONE, "", Optional.empty(), JsonObject.EMPTY),
            Optional.empty())
        .withMetadata(metadata);
  }

  /** Another program counts from zero and writes roles otherwise; what is read is the same. */
  @Test
  void practiceDeskCountsFromZeroAndItsRolesHaveAnotherSeparator() {
    Clip desk =
        clip(
            (JsonObject)
                JsonValue.parse(
                    "{\"practice_desk\":{\"lanes\":[{\"no\":0,\"label\":\"Boom\",\"bus\":\"Dialogue: Boom\",\"gain\":3}]}}"));
    assertThat(ChannelNote.of(desk, DESK).get(1))
        .isEqualTo(new ChannelNote(1, 1, "Boom", "Dialogue/Boom", ""));

    Clip noted =
        ChannelNote.noted(
            desk,
            DESK,
            List.of(
                new ChannelNote(1, 1, "Boom", "Dialogue/B", ""),
                new ChannelNote(2, 1, "Lav", "", "")));
    assertThat(noted.metadata())
        .isEqualTo(
            JsonValue.parse(
                """
                {"practice_desk":{"lanes":[{"no":0,"label":"Boom","bus":"Dialogue: B","gain":3},
                  {"no":1,"label":"Lav"}]}}\
                """));
  }

  /** Whatever is assigned to some channels, what is noted of the others stays. */
  @Property(tries = 200)
  void rolesByChannelTouchNoOtherChannel(
      @ForAll @Size(max = 8) List<@IntRange(min = 1, max = 8) Integer> before,
      @ForAll @Size(max = 8) List<@IntRange(min = 1, max = 8) Integer> assigned,
      @ForAll boolean desk) {
    Profile profile = desk ? DESK : OWN;
    var first = new HashMap<Integer, ChannelNote>();
    before.forEach(n -> first.put(n, new ChannelNote(n, 1, "Name " + n, "Music/Old", "")));
    Clip clip = ChannelNote.noted(clip(JsonObject.EMPTY), profile, new ArrayList<>(first.values()));
    var more = new HashMap<Integer, ChannelNote>();
    assigned.forEach(n -> more.put(n, new ChannelNote(n, 1, "Name " + n, "Dialogue/New", "")));

    Clip after = ChannelNote.noted(clip, profile, new ArrayList<>(more.values()));

    Map<Integer, ChannelNote> found = ChannelNote.of(after, profile);
    Stream.concat(before.stream(), assigned.stream())
        .forEach(n -> assertThat(found.get(n)).isEqualTo(more.getOrDefault(n, first.get(n))));
    assertThat(found)
        .hasSize((int) Stream.concat(before.stream(), assigned.stream()).distinct().count());
    if (assigned.isEmpty()) {
      assertThat(after).isSameAs(clip);
    }
  }
}
