package org.oddlot.report;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.oddlot.material.Source;
import org.oddlot.profile.Field;
import org.oddlot.profile.Profile;
import org.oddlot.rights.MaterialIndex;
import org.oddlot.rights.Music;
import org.oddlot.rights.MusicPaper;
import org.oddlot.rights.SourcePattern;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;
import org.oddlot.sound.MusicTags;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameSpans;
import org.oddlot.timeline.Clip;

/** The music cue sheet: every piece of music, its pieces joined where they adjoin. */
final class MusicCues implements Report {
  private static final List<Column> COLUMNS =
      List.of(
          Column.text("timeline", "Timeline", 20),
          Column.count("cue", "Cue"),
          Column.text("title", "Title", 26),
          Column.text("composer", "Composer", 26),
          Column.text("publisher", "Publisher", 20),
          Column.text("society", "Society", 10),
          Column.text("use", "Use", 12),
          Column.label("record_in", "In"),
          Column.label("record_out", "Out"),
          Column.sum("frames", "Frames"),
          Column.time("time", "Duration"),
          Column.count("pieces", "Pieces"),
          Column.text("track", "On", 8),
          Column.text("source", "Source", 30),
          Column.text("performers", "Performers", 20),
          Column.text("kind", "Vocal", 12),
          Column.text("isrc", "ISRC", 14),
          Column.text("iswc", "ISWC", 14),
          Column.text("catalogue", "Catalogue", 14),
          Column.text("paper", "Said by", 18),
          Column.text("why", "Why", 30));

  private static final String MUSIC = "music";

  @Override
  public String key() {
    return MUSIC;
  }

  @Override
  public String title() {
    return "Music";
  }

  @Override
  public List<Column> columns() {
    return COLUMNS;
  }

  @Override
  public List<String> notes() {
    return List.of(
        "A cue is one piece of music from where it begins to where it ends; clips of it that touch or"
            + " overlap are one cue, on whatever tracks they lie.",
        "Music that is disabled or silent is no cue.",
        "What lies under a role of music, or a paper or the tags of its file name, is music.");
  }

  /** A piece as it is played, clip by clip. */
  record Cue(Optional<Music> music, List<Use> uses, FrameSpans frames) {
    long from() {
      return uses.stream().mapToLong(use -> use.there().from()).min().orElse(0);
    }

    long to() {
      return uses.stream().mapToLong(use -> use.there().to()).max().orElse(0);
    }

    FrameSpans.Span span() {
      return new FrameSpans.Span(from(), to());
    }
  }

  /** The cues of a timeline, by when they begin. */
  static List<Cue> cues(Scope scope, TimelineUsage of) {
    return all(scope).apply(of);
  }

  private static Function<TimelineUsage, List<Cue>> all(Scope scope) {
    var pieces =
        new Pieces(
            scope.material().all(MusicPaper.class).stream()
                .flatMap(paper -> paper.pieces().stream())
                .toList());
    Map<String, MusicTags> tags = new HashMap<>();
    scope.material().sounds().forEach(sound -> tags.put(sound.id(), sound.tags()));
    return of -> cues(of, pieces, tags);
  }

  @Override
  public List<Line> lines(Scope scope) {
    Function<TimelineUsage, List<Cue>> all = all(scope);
    var lines = new ArrayList<Line>();
    for (TimelineUsage of : scope.timelines()) {
      List<Cue> cues = all.apply(of);
      for (int i = 0; i < cues.size(); i++) {
        lines.add(line(i + 1, cues.get(i), of));
      }
    }
    return lines;
  }

  private static List<Cue> cues(TimelineUsage of, Pieces pieces, Map<String, MusicTags> tags) {
    Map<String, List<Use>> byWork = new LinkedHashMap<>();
    Map<String, Optional<Music>> works = new LinkedHashMap<>();
    Map<String, Optional<Music>> known = new LinkedHashMap<>();
    for (Use use : of.uses()) {
      if (!use.isSound() || use.source().isEmpty() || use.seen().isEmpty()) {
        continue;
      }
      Source source = use.source().get();
      Optional<Music> music =
          known.computeIfAbsent(
              source.id(),
              _ ->
                  music(source, use.event().clip(), of.profile(), pieces)
                      .or(() -> tagged(source, tags)));
      if (music.isEmpty() && !isMusic(use.event().clip(), of.profile())) {
        continue;
      }
      String key = music.map(its -> its.title() + "\n" + its.composers()).orElse(source.id());
      byWork.computeIfAbsent(key, _ -> new ArrayList<>()).add(use);
      works.put(key, music);
    }
    var cues = new ArrayList<Cue>();
    byWork.forEach((key, uses) -> join(uses, works.getOrDefault(key, Optional.empty()), cues));
    cues.sort(Comparator.comparingLong(Cue::from));
    return cues;
  }

  private static void join(List<Use> uses, Optional<Music> music, List<Cue> cues) {
    List<Use> order = new ArrayList<>(uses);
    order.sort(Comparator.comparingLong(use -> use.there().from()));
    Cue cue = null;
    for (Use use : order) {
      if (cue == null || use.there().from() > cue.to()) {
        cue = new Cue(music, new ArrayList<>(), new FrameSpans());
        cues.add(cue);
      }
      cue.uses.add(use);
      use.seen().forEach(cue.frames::add);
    }
  }

  /** The pieces of papers: one that names a source goes before one that names many. */
  private static final class Pieces {
    private final MaterialIndex<Music> exact;
    private final MaterialIndex<Music> all;

    Pieces(List<Music> pieces) {
      exact =
          new MaterialIndex<>(
              pieces.stream().filter(piece -> piece.material().isExact()).toList(),
              Music::material);
      all = new MaterialIndex<>(pieces, Music::material);
    }

    Optional<Music> of(Source source) {
      List<String> names = source.names();
      return exact.meaning(names).stream()
          .findFirst()
          .or(() -> all.meaning(names).stream().findFirst());
    }
  }

  /** Which piece a source is: as a paper says, else as the file itself says. */
  private static Optional<Music> music(Source source, Clip clip, Profile profile, Pieces pieces) {
    return pieces
        .of(source)
        .or(() ->
            profile
                .text(clip, Field.MUSIC_TITLE)
                .map(title ->
                    Music.of(
                        "its own data",
                        new SourcePattern(source.name()),
                        title,
                        profile.text(clip, Field.COMPOSER).stream().toList(),
                        profile.text(clip, Field.PUBLISHER).orElse(""),
                        "",
                        "")));
  }

  private static Optional<Music> tagged(Source source, Map<String, MusicTags> tags) {
    return Optional.ofNullable(tags.get(source.id()))
        .filter(MusicTags::isMusic)
        .map(its ->
            Music.of(
                "the file's tags",
                new SourcePattern(source.name()),
                its.title(),
                List.of(its.by().split("\\s*[;/]\\s*", -1)),
                its.publisher(),
                "",
                ""));
  }

  private static boolean isMusic(Clip clip, Profile profile) {
    return RoleUse.rolesOf(clip, profile).stream()
        .anyMatch(role -> RoleUse.stem(role).equals(MUSIC));
  }

  private static Line line(int number, Cue cue, TimelineUsage of) {
    Optional<Music> music = cue.music;
    Use first = cue.uses.getFirst();
    Set<String> tracks = new LinkedHashSet<>();
    cue.uses.forEach(use -> tracks.add(use.event().place().trackLabel()));
    long clips = cue.uses.stream().mapToLong(use -> use.there().from()).distinct().count();
    boolean isUnknown = music.isEmpty();
    boolean lacks = music.isPresent() && music.get().composers().isEmpty();
    var row =
        new Row(COLUMNS)
            .text("timeline", of.title())
            .count("cue", number)
            .text("title", music.map(Music::title).orElse(first.event().clip().name()))
            .text("composer", music.map(its -> String.join("; ", its.composers())).orElse(""))
            .text("publisher", music.map(Music::publisher).orElse(""))
            .text("society", music.map(Music::society).orElse(""))
            .text("use", music.map(Music::use).orElse(""))
            .label("record_in", of.label(cue.from()))
            .label("record_out", of.label(cue.to()))
            .count("frames", cue.frames.size())
            .time("time", of.seconds(cue.frames.size()))
            .count("pieces", clips)
            .text("track", String.join(", ", tracks))
            .text("source", first.source().map(Source::id).orElse(""))
            .text("performers", music.map(Music::performers).orElse(""))
            .text("kind", music.map(Music::kind).orElse(""))
            .text("isrc", music.map(Music::isrc).orElse(""))
            .text("iswc", music.map(Music::iswc).orElse(""))
            .text("catalogue", music.map(Music::catalogue).orElse(""))
            .text("paper", music.map(Music::from).orElse(""))
            .text("why", isUnknown ? "no paper says whose it is" : lacks ? "no composer" : "")
            .at(of.spot(first.event().place(), cue.span()))
            .doubtful(isUnknown || lacks);
    music.ifPresent(its -> {
      row.why("known from", its.from(), its.material().text());
      its.further().forEach(each -> row.why(each.head(), each.value(), its.from()));
    });
    for (Use use : cue.uses) {
      row.why(
          use.event().place().trackLabel(),
          Phrase.number(use.there().length()),
          Phrase.of("frames from %s", of.label(use.there().from())));
    }
    return row.line();
  }
}
