package org.oddlot.report;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.oddlot.material.Rights;
import org.oddlot.rights.Licence;
import org.oddlot.rights.Music;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;
import org.oddlot.text.Phrase;

/**
 * Who is to be named at the end: the wording that each licence in use asks for, and for each piece
 * of music that is heard who made it, each once for all timelines.
 */
final class Credits implements Report {
  private static final List<Column> COLUMNS =
      List.of(
          Column.text("part", "Part", 10),
          Column.text("credit", "Credit", 60),
          Column.text("holder", "Holder", 26),
          Column.text("of", "For", 30),
          Column.text("paper", "Said by", 20),
          Column.text("why", "Why", 30));

  @Override
  public String key() {
    return "credits";
  }

  @Override
  public String title() {
    return "Credits";
  }

  @Override
  public List<Column> columns() {
    return COLUMNS;
  }

  @Override
  public List<String> notes() {
    return List.of(
        "Where a paper gives a wording it stands as it is written; else it is made of the names, and"
            + " the row says so.",
        "What is used without a licence, and music that no paper knows, is not among them: it is in"
            + " Licences and in Music.");
  }

  @Override
  public List<String> passes() {
    return List.of("licences");
  }

  @Override
  public List<Line> lines(Scope scope) {
    Rights rights = Rights.of(scope.material());
    Map<Licence, Set<String>> used = new LinkedHashMap<>();
    Map<Music, Set<String>> heard = new LinkedHashMap<>();
    for (TimelineUsage of : scope.timelines()) {
      for (SourceUse.Sum sum : SourceUse.sums(of)) {
        Optional<Licence> licence = rights.of(sum.source().id());
        // What is nowhere seen nor heard nobody has to be thanked for.
        if (licence.isPresent() && sum.seen() + sum.unknown() > 0) {
          used.computeIfAbsent(licence.get(), _ -> new LinkedHashSet<>()).add(of.title());
        }
      }
      for (MusicCues.Cue cue : MusicCues.cues(scope, of)) {
        cue.music()
            .ifPresent(
                its -> heard.computeIfAbsent(its, _ -> new LinkedHashSet<>()).add(of.title()));
      }
    }
    var lines = new ArrayList<Line>();
    used.forEach((licence, timelines) -> lines.add(line(licence, timelines)));
    heard.forEach((music, timelines) -> lines.add(line(music, timelines)));
    return lines;
  }

  private static Line line(Licence licence, Set<String> timelines) {
    boolean isGiven = !licence.credit().isEmpty();
    return new Row(COLUMNS)
        .text("part", "Pictures")
        .text("credit", isGiven ? licence.credit() : licence.holder())
        .text("holder", licence.holder())
        .text("of", licence.material().text())
        .text("paper", licence.from())
        .text("why", isGiven ? "" : "no wording is given")
        .doubtful(!isGiven)
        .why("used in", String.join(", ", timelines), "")
        .line();
  }

  private static Line line(Music music, Set<String> timelines) {
    String credit =
        Stream.of(
                Phrase.of("“%s”", music.title()),
                by("composed by", String.join(", ", music.composers())),
                by("performed by", music.performers()),
                by("published by", music.publisher()))
            .filter(each -> !each.isEmpty())
            .collect(Collectors.joining(", "));
    boolean lacks = music.composers().isEmpty();
    return new Row(COLUMNS)
        .text("part", "Music")
        .text("credit", credit)
        .text("holder", music.publisher())
        .text("of", music.material().text())
        .text("paper", music.from())
        .text("why", lacks ? "no composer" : "")
        .doubtful(lacks)
        .why("heard in", String.join(", ", timelines), "")
        .line();
  }

  private static String by(String how, String who) {
    return who.isEmpty() ? "" : how + " " + who;
  }
}
