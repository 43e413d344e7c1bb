package org.oddlot.practice.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DeskTest {
  private static final String TIME =
      "{\"OTIO_SCHEMA\":\"RationalTime.1\",\"value\":%s,\"rate\":24}";
  private static final String RANGE =
      "{\"OTIO_SCHEMA\":\"TimeRange.1\",\"start_time\":"
          + TIME.formatted("100")
          + ",\"duration\":"
          + TIME.formatted("50")
          + "}";
  private static final String CLIP =
      """
      {"OTIO_SCHEMA":"Clip.2","name":"A001C001","metadata":{"practice_desk":{"slate":{"scene":"12","take":"3",\
      "print":true},"cast":"Inés, Pilar","words":[{"word":"gulls","group":"Sound"}]}},"source_range":null,\
      "markers":[{"OTIO_SCHEMA":"Marker.2","name":"wave","metadata":{"practice_desk":{"flag":"remark"}},\
      "color":"","comment":"","marked_range":RANGE}],"effects":[],"enabled":true,\
      "media_references":{"DEFAULT_MEDIA":{"OTIO_SCHEMA":"ExternalReference.1","metadata":{},"name":"",\
      "available_range":RANGE,"target_url":"media/a.mov"}},"active_media_reference_key":"DEFAULT_MEDIA"}\
      """
          .replace("RANGE", RANGE);

  @TempDir private Path folder;

  private Project read(String json) throws IOException {
    return DeskReader.read(Files.writeString(folder.resolve("x.otio"), json));
  }

  private static String title(String kind, String parameters, String effects) {
    return "{\"OTIO_SCHEMA\":\"SerializableCollection.1\",\"name\":\"Day 1\",\"metadata\":{},\"children\":["
        + CLIP.replace("ExternalReference.1", "GeneratorReference.1")
            .replace(
                "\"target_url\":\"media/a.mov\"",
                "\"generator_kind\":\"" + kind + "\",\"parameters\":" + parameters)
            .replace("\"effects\":[]", "\"effects\":[" + effects + "]")
        + "]}";
  }

  @Test
  void titlesAreShownAndLookedAt() throws IOException {
    String lettering =
        "{\"OTIO_SCHEMA\":\"Effect.1\",\"name\":\"\",\"effect_name\":\"Lettering\",\"metadata\":"
            + "{\"face\":\"Georgian\",\"height\":42,\"from_left\":0.5,\"from_top\":0.4}}";
    Project own = read(title("desk.card", "{\"card\":{\"words\":\"Orrin\"}}", lettering));
    assertThat(own.complaints()).isEmpty();
    assertThat(Card.of(own.clips().getFirst()))
        .contains(new Card("Orrin", "Georgian", 42, 0.5, 0.4));
    assertThat(DeskReport.json("x.otio", own)).contains("\"face\" : \"Georgian\"");
    Project others =
        read(
            title(
                "oddlot.title",
                "{\"text\":\"Orrin\",\"lines\":[{\"font\":\"Plex\",\"size\":46}],"
                    + "\"position\":{\"x\":0.5,\"y\":0.9}}",
                ""));
    assertThat(others.complaints()).isEmpty();
    Project wrong =
        read(
            title(
                "oddlot.title",
                "{\"text\":\" \",\"lines\":[],\"position\":{\"x\":0.5,\"y\":1.9}}",
                ""));
    assertThat(wrong.complaints())
        .extracting(Complaint::text)
        .containsExactly(
            "the title says nothing",
            "the title has no letters that can be drawn: face and height are needed",
            "the title stands outside the picture");
    assertThat(Card.of(read(title("bars", "{}", "")).clips().getFirst())).isEmpty();
  }

  @Test
  void takesInWhatIsAsItShouldBe() throws IOException {
    Project project =
        read(
            "{\"OTIO_SCHEMA\":\"SerializableCollection.1\",\"name\":\"Day 1\",\"metadata\":{},\"children\":["
                + CLIP
                + "]}");
    assertThat(project.complaints()).isEmpty();
    Item.Clip clip = project.clips().getFirst();
    assertThat(clip.slate().scene()).isEqualTo("12");
    assertThat(clip.slate().print()).isTrue();
    assertThat(clip.slate().cast()).containsExactly("Inés", "Pilar");
    assertThat(clip.words()).containsExactly(new Item.Word("gulls", "Sound"));
    assertThat(clip.flags().getFirst().kind()).isEqualTo("remark");
    assertThat(clip.span().orElseThrow().label()).isEqualTo("00:00:04:04");
    assertThat(DeskReport.text("x.otio", project)).contains("Taken in without a warning");
    assertThat(DeskReport.json("x.otio", project))
        .contains("\"warnings\" : [ ]")
        .contains("\"circled\" : true");
  }

  @Test
  void understandsTheDocumentedPlacesAndKeepsThemInItsOwn() throws IOException {
    String open =
        CLIP.replaceFirst(
            "\\{\"practice_desk\".*?Sound\"}]}}",
            "{\"oddlot\":{\"log\":{\"scene\":\"14\",\"circled\":true,\"people\":[\"Inés\"],\"notes\":\"keep\"},"
                + "\"keywords\":[{\"text\":\"cards\",\"category\":\"Pilar\"}]},\"other\":{\"kept\":1}}");
    Item.Clip clip = (Item.Clip) read(open).root().orElseThrow();
    assertThat(clip.slate().scene()).isEqualTo("14");
    assertThat(clip.slate().cast()).containsExactly("Inés");
    String exported = new String(DeskWriter.write(clip), StandardCharsets.UTF_8);
    assertThat(exported)
        .doesNotContain("oddlot")
        .contains("\"scene\" : \"14\"")
        .contains("\"cast\" : \"In\\u00e9s\"")
        .contains("\"word\" : \"cards\"")
        .contains("\"kept\" : 1");
  }

  @Test
  void exportsWithItsHabitsAndTakesItsOwnExportIn() throws IOException {
    Item.Clip clip = (Item.Clip) read(CLIP).root().orElseThrow();
    byte[] exported = DeskWriter.write(clip);
    String text = new String(exported, StandardCharsets.UTF_8);
    assertThat(text)
        .startsWith("{\n   \"active_media_reference_key\" : \"DEFAULT_MEDIA\"")
        .endsWith("\"OTIO_SCHEMA\" : \"Clip.2\"\n}");
    assertThat(text.lines().filter(line -> line.contains("\"state\"")).findFirst().orElse(""))
        .hasSizeGreaterThan(400);
    Item.Clip again = (Item.Clip) read(text).root().orElseThrow();
    assertThat(again.slate()).isEqualTo(clip.slate());
    assertThat(again.flags())
        .usingRecursiveComparison()
        .ignoringFields("remark")
        .isEqualTo(clip.flags());
    assertThat(DeskWriter.write(again)).isEqualTo(exported);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '`',
      value = {
        "\"name\":\"A001C001\" | \"name\":\"\" | a clip has no name",
        "\"target_url\":\"media/a.mov\" | \"target_url\":\"\" | its media has no address",
        "\"DEFAULT_MEDIA\":{ | \"proxy\":{ | the clip has no media",
        "\"source_range\":null | \"source_range\":{\"start_time\":{\"value\":90,\"rate\":24},\"duration\":{\"value\":50,\"rate\":24}} | uses media that is not there",
        "\"source_range\":null | \"source_range\":{\"start_time\":{\"value\":110,\"rate\":25},\"duration\":{\"value\":5,\"rate\":25}} | is at rate 25.0, its media at 24.0",
        "\"source_range\":null | \"source_range\":{\"start_time\":{\"value\":110,\"rate\":24},\"duration\":{\"value\":0,\"rate\":24}} | lasts no time",
        "\"source_range\":null | \"source_range\":{\"start_time\":{\"value\":110,\"rate\":0},\"duration\":{\"value\":5,\"rate\":24}} | a time is not usable",
        "\"print\":true | \"print\":\"yes\" | should be true or false",
        "\"take\":\"3\" | \"take\":3 | should be a text",
        "\"word\":\"gulls\" | \"word\":\" \" | a keyword is empty",
        "\"flag\":\"remark\" | \"flag\":\"banner\" | a mark of the kind \"banner\" is not known here",
        "\"name\":\"wave\" | \"name\":\"\" | a mark says nothing",
        "Marker.2 | Banner.1 | a mark of the kind \"Banner.1\" is not known here",
        "ExternalReference.1 | Hologram.1 | media of the kind \"Hologram.1\" is not known here"
      })
  void complainsAboutWhatIsNot(String part, String broken, String complaint) throws IOException {
    Project project =
        read(
            CLIP.replaceFirst(
                java.util.regex.Pattern.quote(part),
                java.util.regex.Matcher.quoteReplacement(broken)));
    assertThat(project.complaints())
        .as(project.complaints().toString())
        .anyMatch(c -> !c.refusal() && c.text().contains(complaint));
  }

  @Test
  void aMarkOutsideOfTheMediaIsComplainedAbout() throws IOException {
    int at = CLIP.lastIndexOf("\"value\":100", CLIP.indexOf("\"effects\""));
    String moved = CLIP.substring(0, at) + "\"value\":900" + CLIP.substring(at + 11);
    assertThat(read(moved).complaints())
        .extracting(Complaint::text)
        .containsExactly("the mark \"wave\" lies outside of the media");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '`',
      value = {
        "{\"OTIO_SCHEMA\": | not valid",
        "[1] | holds no object",
        "{\"OTIO_SCHEMA\":\"Clip.2\",\"name\":\"a\",\"name\":\"b\"} | Duplicate",
        "{\"OTIO_SCHEMA\":\"Puppet.3\"} | imported whole",
        "{} {} | not valid"
      })
  void refusesWhatCannotBeImported(String json, String complaint) throws IOException {
    Project project = read(json);
    assertThat(project.root()).isEmpty();
    assertThat(project.complaints()).anyMatch(c -> c.refusal() && c.text().contains(complaint));
    assertThat(DeskReport.text("x.otio", project)).contains("Nothing was taken in");
  }

  @Test
  void twoTimelinesOfOneIdentityAreComplainedAbout() throws IOException {
    String timeline =
        "{\"OTIO_SCHEMA\":\"Timeline.1\",\"name\":\"%s\",\"metadata\":{\"practice_desk\":{\"uid\":\"1\"}},"
            + "\"global_start_time\":null,\"tracks\":{\"OTIO_SCHEMA\":\"Stack.1\",\"children\":["
            + "{\"OTIO_SCHEMA\":\"Track.1\",\"name\":\"V1\",\"kind\":\"Video\",\"metadata\":{},\"source_range\":null,\"children\":[]}]}}";
    Project project =
        read(
            "{\"OTIO_SCHEMA\":\"SerializableCollection.1\",\"name\":\"x\",\"children\":["
                + timeline.formatted("old")
                + ","
                + timeline.formatted("new")
                + "]}");
    assertThat(project.complaints())
        .extracting(Complaint::text)
        .containsExactly("has the same identity as \"old\"");
  }

  @Test
  void aMissingFileIsRefused() {
    assertThat(DeskReader.read(folder.resolve("gone.otio")).complaints().getFirst().text())
        .startsWith("cannot be read");
  }

  private static final String HOLE =
      """
      {"OTIO_SCHEMA":"Gap.1","name":"hole","metadata":{},"source_range":RANGE,"effects":[],"markers":[]}\
      """
          .replace("RANGE", RANGE);
  private static final String TRANSITION =
      """
      {"OTIO_SCHEMA":"Transition.1","name":"soft","metadata":{},"transition_type":"SMPTE_Dissolve",\
      "in_offset":TIME,"out_offset":TIME}\
      """
          .replace("TIME", TIME.formatted("5"));

  private static String timeline(String kind, String... items) {
    return """
    {"OTIO_SCHEMA":"Timeline.1","name":"rough","metadata":{"other":{"kept":[1,2.50]}},"global_start_time":TIME,\
    "tracks":{"OTIO_SCHEMA":"Stack.1","name":"tracks","metadata":{},"source_range":null,"effects":[],"markers":[],\
    "children":[{"OTIO_SCHEMA":"Track.1","name":"V1","kind":"KIND","metadata":{},"source_range":null,\
    "effects":[],"markers":[],"children":[ITEMS]}]}}\
    """
        .replace("TIME", TIME.formatted("86400"))
        .replace("KIND", kind)
        .replace("ITEMS", String.join(",", items));
  }

  private java.util.List<String> complaints(String json) throws IOException {
    return read(json).complaints().stream().map(Complaint::text).toList();
  }

  @Test
  void aTimelineKeepsItsGapsItsTransitionsAndWhatIsForeign() throws IOException {
    Project project = read(timeline("Video", CLIP, TRANSITION, HOLE, CLIP));
    assertThat(project.complaints()).isEmpty();
    Item.Sequence sequence = project.sequences().getFirst();
    assertThat(sequence.start().orElseThrow().label()).isEqualTo("01:00:00:00");
    Item.Lane lane = (Item.Lane) sequence.tracks().getFirst();
    assertThat(lane.items()).hasSize(4);
    assertThat(lane.items().get(2))
        .isInstanceOfSatisfying(
            Item.Space.class, gap -> assertThat(gap.span().duration()).isEqualTo(50));
    String exported =
        new String(DeskWriter.write(project.root().orElseThrow()), StandardCharsets.UTF_8);
    assertThat(exported).contains("\"kept\"").contains("SMPTE_Dissolve").contains("\"hole\"");
    assertThat(read(exported).complaints()).isEmpty();
  }

  @Test
  void whatIsWrongWithinATimelineIsSaidWithItsPlace() throws IOException {
    assertThat(complaints(timeline("Video", CLIP, TRANSITION, TRANSITION, CLIP)))
        .contains("two transitions touch each other");
    assertThat(complaints(timeline("Scent", CLIP)))
        .containsExactly("a track of kind \"Scent\" is not known here");
    assertThat(complaints(timeline("Video", CLIP, TRANSITION.replace("in_offset", "x"), CLIP)))
        .contains("the transition has no usable in_offset");
    assertThat(complaints(timeline("Video", "7", CLIP)))
        .containsExactly("something among its children is no object and was left out");
    assertThat(complaints(timeline("Video", "{\"OTIO_SCHEMA\":\"Puppet.3\",\"name\":\"p\"}")))
        .containsExactly("\"Puppet.3\" is not known here and is only carried");
    assertThat(
            complaints(
                timeline(
                    "Video",
                    CLIP.replace("\"effects\":[]", "\"effects\":[{\"OTIO_SCHEMA\":\"Spin.1\"}]"))))
        .containsExactly("an effect of the kind \"Spin.1\"");
    assertThat(complaints("{\"OTIO_SCHEMA\":\"Timeline.1\",\"name\":\"bare\",\"tracks\":null}"))
        .containsExactly("the timeline has no tracks");
    assertThat(
            read(timeline("Video", CLIP.replace("A001C001", ""))).complaints().getFirst().place())
        .startsWith("rough / V1");
  }

  @Test
  void rangesThatCannotBeAreSaid() throws IOException {
    String mixed = HOLE.replaceFirst("\"value\":50,\"rate\":24", "\"value\":50,\"rate\":25");
    assertThat(complaints(timeline("Video", mixed)))
        .containsExactly("a range starts at one rate and lasts at another");
    assertThat(complaints(timeline("Video", HOLE.replace("\"value\":50", "\"value\":-50"))))
        .containsExactly("a range lasts less than nothing");
    assertThat(complaints(timeline("Video", HOLE.replace("\"value\":50", "\"value\":NaN"))))
        .containsExactly("a time is not usable");
    assertThat(complaints(timeline("Video", HOLE.replace(RANGE, "null"))))
        .containsExactly("a range is missing");
  }

  @Test
  void theOlderClipWithOneMediaReferenceIsUnderstood() throws IOException {
    String older =
        CLIP.replace("Clip.2", "Clip.1")
            .replace("\"media_references\":{\"DEFAULT_MEDIA\":", "\"media_reference\":")
            .replace("},\"active_media_reference_key\":\"DEFAULT_MEDIA\"}", "}");
    Project project = read(older);
    assertThat(project.complaints()).isEmpty();
    assertThat(project.clips().getFirst().active().orElseThrow().url()).isEqualTo("media/a.mov");
  }

  @Test
  void theReportListsBinsTimelinesAndClips() throws IOException {
    Project project =
        read(
            "{\"OTIO_SCHEMA\":\"SerializableCollection.1\",\"name\":\"Day 1\",\"metadata\":{},\"children\":["
                + CLIP
                + ","
                + timeline("Audio", CLIP)
                + "]}");
    assertThat(DeskReport.text("day.otio", project))
        .contains("bin       Day 1, 1 clips")
        .contains("timeline  rough, 1 tracks")
        .contains("clips     2, 2 with scene or take, 2 marks");
    String json = DeskReport.json("day.otio", project);
    assertThat(json)
        .contains("\"start\" : \"01:00:00:00\"")
        .contains("\"word\" : \"gulls\"")
        .contains("\"kind\" : \"remark\"")
        .contains("\"at\" : \"00:00:04:04\"");
  }

  private Project readWithChannels(String metadata) throws IOException {
    return read(CLIP.replace("\"practice_desk\":{", metadata + "\"practice_desk\":{"));
  }

  @Test
  void channelsAreTakenFromTheOpenPlacesAndKeptInItsOwn() throws IOException {
    Project project =
        readWithChannels(
            """
            "oddlot":{"channels":[{"channel":1,"name":"Boom","role":"Dialogue/Boom"},
              {"channel":3,"channels":6,"layout":"5.1","role":"Effects/Atmos"}]},\
            """);
    assertThat(project.complaints()).isEmpty();
    Item.Clip clip = project.clips().getFirst();
    assertThat(clip.channels())
        .containsExactly(
            new Item.Channel(0, "Boom", "Dialogue: Boom", 1, ""),
            new Item.Channel(2, "", "Effects: Atmos", 6, "5.1"));

    String written = new String(DeskWriter.write(clip), StandardCharsets.UTF_8);
    assertThat(written).contains("\"lanes\"").contains("\"bus\" : \"Dialogue: Boom\"");
    assertThat(written).doesNotContain("oddlot");
    assertThat(read(written).clips().getFirst().channels()).isEqualTo(clip.channels());
    assertThat(DeskReport.json("x.otio", project)).contains("\"label\" : \"Boom\"");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "[{\"no\":0,\"bus\":\"Dialogue\"}]|is no bus",
        "[{\"no\":0},{\"no\":0}]|is there twice",
        "[{\"label\":\"Boom\"}]|cannot be"
      })
  void channelsThatCannotBeAreComplainedAbout(String lanes, String complaint) throws IOException {
    Project project =
        read(CLIP.replace("\"practice_desk\":{", "\"practice_desk\":{\"lanes\":" + lanes + ","));
    assertThat(project.complaints()).anyMatch(c -> c.text().contains(complaint));
  }

  @Test
  void stacksInBinsAreReported() throws IOException {
    String stack =
        "{\"OTIO_SCHEMA\":\"Stack.1\",\"name\":\"A001C001\",\"metadata\":{},\"source_range\":null,"
            + "\"children\":[{\"OTIO_SCHEMA\":\"Track.1\",\"name\":\"Picture\",\"kind\":\"Video\","
            + "\"metadata\":{},\"source_range\":null,\"children\":["
            + CLIP
            + "]}]}";
    Project project =
        read(
            "{\"OTIO_SCHEMA\":\"SerializableCollection.1\",\"name\":\"Synced\",\"metadata\":{},\"children\":["
                + stack
                + "]}");
    assertThat(project.complaints()).isEmpty();
    assertThat(DeskReport.json("x.otio", project).replaceAll("\\s", ""))
        .contains(
            "\"stacks\":[{\"name\":\"A001C001\",\"bin\":\"Synced\",\"tracks\":[\"Picture\"]}]");
  }
}
