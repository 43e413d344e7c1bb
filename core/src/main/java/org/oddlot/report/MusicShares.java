package org.oddlot.report;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.rights.Music;
import org.oddlot.sheet.Cell;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;
import org.oddlot.time.Rational;

/** How much of the music is whose, by performer, use and kind, as societies ask for it. */
final class MusicShares implements Report {
  private static final List<Column> COLUMNS =
      List.of(
          Column.text("timeline", "Timeline", 20),
          Column.text("performers", "Performers", 26),
          Column.text("use", "Use", 14),
          Column.text("kind", "Vocal", 14),
          Column.sum("cues", "Cues"),
          Column.time("time", "Duration"),
          Column.number("of_music", "% of the music", true),
          Column.number("of_programme", "% of the programme", true),
          Column.text("why", "Why", 30));

  private static final Rational HUNDRED = Rational.of(100);

  @Override
  public String key() {
    return "performers";
  }

  @Override
  public String title() {
    return "Music by performer";
  }

  @Override
  public List<Column> columns() {
    return COLUMNS;
  }

  @Override
  public List<String> notes() {
    return List.of(
        "Each cue counts for as long as it is heard. Where two cues are heard at once both count, so"
            + " that all together can be more than the programme.");
  }

  /** Whose, used as what, and whether somebody sings. */
  private record Whose(String performers, String use, String kind) {}

  @Override
  public List<Line> lines(Scope scope) {
    var lines = new ArrayList<Line>();
    for (TimelineUsage of : scope.timelines()) {
      Map<Whose, List<MusicCues.Cue>> apart = new LinkedHashMap<>();
      List<MusicCues.Cue> cues = MusicCues.cues(scope, of);
      for (MusicCues.Cue cue : cues) {
        Optional<Music> music = cue.music();
        apart
            .computeIfAbsent(
                new Whose(
                    music.map(Music::performers).orElse(""),
                    music.map(Music::use).orElse(""),
                    music.map(Music::kind).orElse("")),
                _ -> new ArrayList<>())
            .add(cue);
      }
      long all = frames(cues);
      apart.forEach((whose, its) -> lines.add(line(of, whose, its, all)));
    }
    return lines;
  }

  private static long frames(List<MusicCues.Cue> cues) {
    return cues.stream().mapToLong(cue -> cue.frames().size()).sum();
  }

  private static Line line(TimelineUsage of, Whose whose, List<MusicCues.Cue> cues, long all) {
    long frames = frames(cues);
    boolean isSaid = !whose.performers.isEmpty();
    return new Row(COLUMNS)
        .text("timeline", of.title())
        .text("performers", isSaid ? whose.performers : "not said")
        .text("use", whose.use)
        .text("kind", whose.kind)
        .count("cues", cues.size())
        .time("time", of.seconds(frames))
        .cell("of_music", percent(frames, all))
        .cell("of_programme", percent(frames, of.length()))
        .text("why", isSaid ? "" : "no paper says who performs it")
        .at(of.spot(cues.getFirst().uses().getFirst().event().place(), cues.getFirst().span()))
        .doubtful(!isSaid)
        .line();
  }

  private static Cell percent(long frames, long of) {
    return of == 0 ? Cell.NOTHING : new Cell.Amount(HUNDRED.times(Rational.of(frames, of)));
  }
}
