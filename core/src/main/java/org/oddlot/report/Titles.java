package org.oddlot.report;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.oddlot.format.title.TitleClip;
import org.oddlot.format.title.TitleProperty;
import org.oddlot.material.Languages;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;

/** Titles with their words, by language. */
final class Titles implements Report {
  private static final List<Column> COLUMNS =
      List.of(
          Column.text("timeline", "Timeline", 20),
          Column.text("language", "Language", 10),
          Column.text("track", "On", 10),
          Column.label("record_in", "In"),
          Column.label("record_out", "Out"),
          Column.sum("frames", "Frames"),
          Column.time("time", "Length"),
          Column.text("text", "Words", 46),
          Column.text("name", "Name", 20),
          Column.text("font", "Font", 20),
          Column.text("size", "Size", 7),
          Column.text("visible", "Visible", 9),
          Column.text("why", "Why", 26));

  @Override
  public String key() {
    return "titles";
  }

  @Override
  public String title() {
    return "Titles";
  }

  @Override
  public List<Column> columns() {
    return COLUMNS;
  }

  @Override
  public List<String> notes() {
    return List.of(
        "The language is what the track's name says, else what the words of the track seem to be in.");
  }

  private static final Set<String> KNOWN = Set.of(Locale.getISOLanguages());
  private static final Pattern LAST_WORD = Pattern.compile("(?:^|[\\s_.-])([A-Za-z]{2})$");

  private record Laid(Use use, TitleClip title, String track) {}

  @Override
  public List<Line> lines(Scope scope) {
    var lines = new ArrayList<Line>();
    for (TimelineUsage of : scope.timelines()) {
      var titles = new ArrayList<Laid>();
      Map<String, List<String>> words = new HashMap<>();
      for (Use use : of.uses()) {
        if (!use.isPicture()) {
          continue;
        }
        Optional<TitleClip> title = TitleClip.of(use.event().clip(), of.profile());
        if (title.isPresent()) {
          var laid = new Laid(use, title.get(), use.event().place().trackLabel());
          titles.add(laid);
          words.computeIfAbsent(laid.track, _ -> new ArrayList<>()).add(title.get().text());
        }
      }
      Map<String, String> languages = new HashMap<>();
      words.forEach((track, its) -> languages.put(track, language(track, its)));
      for (Laid laid : titles) {
        lines.add(line(laid, languages.getOrDefault(laid.track, ""), of));
      }
    }
    return lines;
  }

  private static String language(String track, List<String> words) {
    Matcher named = LAST_WORD.matcher(track);
    String code = named.find() ? named.group(1).toLowerCase(Locale.ROOT) : "";
    return KNOWN.contains(code) ? code : Languages.of(track, words.stream());
  }

  private static Line line(Laid laid, String language, TimelineUsage of) {
    Use use = laid.use;
    return new Row(COLUMNS)
        .text("timeline", of.title())
        .text("language", language)
        .text("track", laid.track)
        .label("record_in", of.label(use.there().from()))
        .label("record_out", of.label(use.there().to()))
        .count("frames", use.there().length())
        .time("time", of.seconds(use.there().length()))
        .text("text", laid.title.text())
        .text("name", use.event().clip().name())
        .text("font", laid.title.value(TitleProperty.FONT, 0).orElse(""))
        .text("size", laid.title.value(TitleProperty.SIZE, 0).orElse(""))
        .text("visible", use.standing())
        .text("why", use.why())
        .at(of.spot(use.event().place(), use.there()))
        .line();
  }
}
