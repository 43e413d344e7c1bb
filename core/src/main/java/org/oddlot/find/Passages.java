package org.oddlot.find;

import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Span;
import org.oddlot.caption.Timebase;
import org.oddlot.caption.Transcript;
import org.oddlot.caption.Turn;
import org.oddlot.material.ClipSound;
import org.oddlot.material.Material;
import org.oddlot.material.Paper;
import org.oddlot.material.PlacedClip;
import org.oddlot.material.Source;
import org.oddlot.material.TimelineFile;
import org.oddlot.paper.LogEntry;
import org.oddlot.papercut.Marked;
import org.oddlot.papercut.Spoken;
import org.oddlot.papercut.Ties;
import org.oddlot.profile.Field;
import org.oddlot.profile.NotedMarker;
import org.oddlot.profile.Profile;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.time.Timecode;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.Track;

/** Gathers everything that is known of a lot as {@link Passage}s. */
public final class Passages {
  private static final List<Field> LOGGED =
      List.of(
          Field.SCENE,
          Field.SHOT,
          Field.TAKE,
          Field.CAMERA,
          Field.REEL,
          Field.SOUND_REEL,
          Field.CIRCLED,
          Field.DATE,
          Field.NOTES,
          Field.ORIGINAL_NAME);

  private final Material material;
  private final List<Passage> all = new ArrayList<>();

  private Passages(Material material) {
    this.material = material;
  }

  /** Everything: sources in their order, then timelines, then words, then rows of papers. */
  public static List<Passage> of(Material material) {
    var passages = new Passages(material);
    material.sources().all().forEach(passages::source);
    material.documents().forEach(passages::timelines);
    material.all(Captions.class).forEach(passages::captions);
    Ties ties = Ties.in(material);
    material
        .all(Transcript.class)
        .forEach(transcript ->
            ties.named(transcript.name())
                .ifPresentOrElse(passages::spoken, () -> passages.transcript(transcript)));
    material.papers().forEach(passages::paper);
    return List.copyOf(passages.all);
  }

  private void source(Source source) {
    Set<String> said = new HashSet<>();
    PlacedClip first = source.first();
    var of = new Of(source.id(), source.name(), said, first);
    of.add("name", source.name());
    of.add("file", source.address());
    of.add("camera", source.camera());
    of.add("roll", source.reel());
    source.recorded().ifPresent(day -> of.add("day", day.toString()));
    source.rate().ifPresent(rate -> of.add("rate", rate.toString()));
    source
        .clips()
        .forEach(placed -> clip(placed, new Of(source.id(), source.name(), said, placed)));
  }

  /** What is being said of a source by one of its clips; the same is said once. */
  private final class Of {
    private final String about;
    private final String name;
    private final Set<String> said;
    private final PlacedClip placed;

    Of(String about, String name, Set<String> said, PlacedClip placed) {
      this.about = about;
      this.name = name;
      this.said = said;
      this.placed = placed;
    }

    void add(String field, String text) {
      add(field, text, Optional.empty());
    }

    void add(String field, String text, Optional<TimeRange> range) {
      String words = text.strip();
      if (words.isEmpty() || !said.add(field + "\n" + words + "\n" + range)) {
        return;
      }
      all.add(
          new Passage(
              about,
              name,
              field,
              words,
              range.map(Passages::stretch),
              range.map(its -> label(its.start())).orElse(""),
              range.map(its -> label(its.endExclusive())).orElse(""),
              "",
              Optional.of(material.address(placed.document(), placed.place()))));
    }
  }

  private static Passage.Stretch stretch(TimeRange range) {
    return new Passage.Stretch(range.start().seconds(), range.endExclusive().seconds());
  }

  private static String label(RationalTime time) {
    return Timecode.ofMedia(time).map(Timecode::toString).orElse("");
  }

  private void clip(PlacedClip placed, Of of) {
    Clip clip = placed.clip();
    Profile profile = placed.profile();
    of.add("name", clip.name());
    for (Field field : LOGGED) {
      profile
          .text(clip, field)
          .ifPresent(text ->
              of.add(
                  field.key().replace('_', ' '),
                  field == Field.CIRCLED
                      ? text.replace("true", "yes").replace("false", "no")
                      : text));
    }
    profile.texts(clip, Field.PEOPLE).forEach(person -> of.add("people", person));
    profile.keywords(clip).forEach(keyword -> of.add("keyword", keyword.text()));
    ClipSound.Noted sound = material.derive(ClipSound.NOTED).of(placed);
    sound.roles().filter(role -> !role.isEmpty()).forEach(role -> of.add("role", role));
    sound.channels().values().forEach(channel -> of.add("channel", channel.name()));
    for (Marker marker : clip.markers()) {
      NotedMarker noted = profile.noted(marker);
      String field = noted.kind().map(kind -> kind.word()).orElse("marker");
      of.add(field, profile.words(marker), Optional.of(marker.markedRange()));
    }
  }

  private void timelines(TimelineFile document) {
    Placed.root(document.root())
        .walk(placed -> {
          switch (placed.object()) {
            case Timeline timeline -> timeline(document, placed, timeline);
            case Stack stack -> markers(document, placed, stack);
            case Track track -> markers(document, placed, track);
            default -> {}
          }
        });
  }

  private void timeline(TimelineFile document, Placed placed, Timeline timeline) {
    all.add(
        new Passage(
            document.name() + " " + placed.path(),
            timeline.name(),
            "timeline",
            timeline.name(),
            Optional.empty(),
            "",
            "",
            "",
            Optional.of(material.address(document.name(), placed))));
  }

  private void markers(TimelineFile document, Placed placed, Item item) {
    Optional<Placed> whole = placed.whole();
    if (whole.isEmpty()) {
      return;
    }
    Timeline timeline = (Timeline) whole.get().object();
    for (Marker marker : item.markers()) {
      RationalTime length = marker.markedRange().duration();
      Optional<RationalTime> at = placed.recordTime(marker.markedRange().start());
      all.add(
          new Passage(
              document.name() + " " + whole.get().path(),
              timeline.name(),
              "marker",
              document.profile().words(marker),
              at.map(from -> new Passage.Stretch(from.seconds(), from.plus(length).seconds())),
              at.map(from -> timeline.recordTimecode(from).toString()).orElse(""),
              at.map(from -> timeline.recordTimecode(from.plus(length)).toString()).orElse(""),
              "",
              Optional.of(material.address(document.name(), whole.get()))));
    }
  }

  private void captions(Captions captions) {
    for (Caption caption : captions.captions()) {
      words(
          captions.name(),
          "caption",
          caption.text().inOneLine(),
          captions.grid(),
          new Passage.Stretch(caption.start(), caption.end()),
          captions.language());
    }
  }

  /** What is said in a source is known of that, by its timecode. */
  private void spoken(Spoken spoken) {
    for (Marked turn : spoken.turns()) {
      Span span = turn.span();
      Source source = spoken.source();
      PlacedClip first = source.first();
      String speaker = turn.speaker();
      for (String field : List.of("speaker", "transcript")) {
        String text = field.equals("speaker") ? speaker : turn.text();
        if (!text.isBlank()) {
          all.add(
              new Passage(
                  source.id(),
                  source.name(),
                  field,
                  text,
                  Optional.of(new Passage.Stretch(span.start(), span.end())),
                  label(span.start(), source),
                  label(span.end(), source),
                  field.equals("speaker") ? "" : spoken.language(),
                  Optional.of(material.address(first.document(), first.place()))));
        }
      }
    }
  }

  private static String label(Rational seconds, Source source) {
    return source
        .rate()
        .map(rate -> label(RationalTime.ofSeconds(seconds, rate, RoundingMode.HALF_UP)))
        .orElse("");
  }

  private void transcript(Transcript transcript) {
    for (Turn turn : transcript.turns()) {
      var stretch = new Passage.Stretch(turn.span().start(), turn.span().end());
      if (!turn.speaker().isEmpty()) {
        words(transcript.name(), "speaker", turn.speaker(), transcript.grid(), stretch, "");
      }
      words(
          transcript.name(),
          "transcript",
          turn.text(),
          transcript.grid(),
          stretch,
          transcript.language());
    }
  }

  private void words(
      String name,
      String field,
      String text,
      Timebase grid,
      Passage.Stretch stretch,
      String language) {
    if (!text.isBlank()) {
      all.add(
          new Passage(
              name,
              name,
              field,
              text,
              Optional.of(stretch),
              grid.label(stretch.from()),
              grid.label(stretch.to()),
              language,
              Optional.empty()));
    }
  }

  /** Rows of papers stand by themselves: what of them was matched is in the clips as well. */
  private void paper(Paper paper) {
    for (LogEntry entry : paper.log().entries()) {
      String about = entry.paper() + " " + entry.row();
      String name = entry.paper() + ", row " + entry.row();
      String label = entry.in().map(Object::toString).orElse("");
      String keywords = String.join(", ", entry.keywords());
      if (!entry.title().equals(entry.notes()) && !entry.title().equals(keywords)) {
        row(about, name, "row", entry.title(), label);
      }
      row(about, name, "row note", entry.notes(), label);
      row(about, name, "row people", String.join(", ", entry.people()), label);
      row(about, name, "row keyword", keywords, label);
    }
  }

  private void row(String about, String name, String field, String text, String label) {
    if (!text.isBlank()) {
      all.add(
          new Passage(about, name, field, text, Optional.empty(), label, "", "", Optional.empty()));
    }
  }
}
