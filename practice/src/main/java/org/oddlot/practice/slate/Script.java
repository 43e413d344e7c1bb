package org.oddlot.practice.slate;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a person at the device does, line by line, by the true time of day: {@code 10:14:07.5 take
 * 12A 3 A}, {@code 10:14:51 circle}, {@code 10:15:02 note Boom in shot}, {@code 10:16:00 keyword
 * gulls until 10:16:20}, {@code 10:17:00 marker The ferry sounds its horn}. What comes before the
 * line above is after midnight.
 */
public final class Script {
  private static final Pattern LINE = Pattern.compile("(\\S+)\\s+(\\S+)(?:\\s+(.*))?");
  private static final Pattern UNTIL = Pattern.compile("(.+?)\\s+until\\s+(\\S+)");
  private static final long DAY = 86_400_000;

  private final List<Action> actions;

  private sealed interface Action {}

  private record Take(long at, String scene, String take, String camera) implements Action {}

  private record Circle() implements Action {}

  private record Note(String text) implements Action {}

  private record Keyword(long from, long until, String word) implements Action {}

  private record Marker(long at, String text) implements Action {}

  private Script(List<Action> actions) {
    this.actions = List.copyOf(actions);
  }

  /**
   * Reads a script.
   *
   * @throws IllegalArgumentException if a line cannot be understood; the message says which and why
   */
  public static Script parse(String text) {
    var actions = new ArrayList<Action>();
    List<String> lines = text.lines().toList();
    long before = 0;
    boolean taken = false;
    for (int i = 0; i < lines.size(); i++) {
      String line = lines.get(i).strip();
      if (line.isEmpty() || line.startsWith("#")) {
        continue;
      }
      try {
        Matcher matcher = LINE.matcher(line);
        if (!matcher.matches()) {
          throw new IllegalArgumentException("a time and what is done are expected");
        }
        long at = after(before, Clock.millis(matcher.group(1)));
        before = at;
        Action action =
            action(at, matcher.group(2), matcher.group(3) == null ? "" : matcher.group(3), taken);
        taken |= action instanceof Take;
        actions.add(action);
      } catch (IllegalArgumentException e) {
        throw new IllegalArgumentException("line " + (i + 1) + ": " + e.getMessage(), e);
      }
    }
    return new Script(actions);
  }

  private static long after(long before, long time) {
    long later = time;
    while (later < before) {
      later += DAY;
    }
    return later;
  }

  private static Action action(long at, String what, String rest, boolean taken) {
    return switch (what) {
      case "take" -> take(at, rest);
      case "circle", "note" -> {
        if (!taken) {
          throw new IllegalArgumentException("there is no take yet to " + what);
        }
        yield what.equals("circle") ? new Circle() : new Note(rest);
      }
      case "keyword" -> {
        Matcher until = UNTIL.matcher(rest);
        if (!until.matches()) {
          throw new IllegalArgumentException("a keyword is said until a time");
        }
        yield new Keyword(at, after(at, Clock.millis(until.group(2))), until.group(1));
      }
      case "marker" -> new Marker(at, rest);
      default ->
          throw new IllegalArgumentException(
              "\"" + what + "\" is not take, circle, note, keyword or marker");
    };
  }

  private static Take take(long at, String rest) {
    List<String> words = List.of(rest.split("\\s+", -1));
    if (words.size() < 2 || words.size() > 3) {
      throw new IllegalArgumentException("a take has a scene, a number and maybe a camera");
    }
    return new Take(at, words.get(0), words.get(1), words.size() == 3 ? words.get(2) : "");
  }

  /** What the device has noted at the end. */
  List<Entry> played(Clock clock) {
    var entries = new ArrayList<Entry>();
    int last = -1;
    for (Action action : actions) {
      switch (action) {
        case Take take -> {
          last = entries.size();
          entries.add(entry(clock, take.at, "", take.scene, take.take, take.camera, "", ""));
        }
        case Circle _ -> entries.set(last, with(entries.get(last), true, ""));
        case Note note -> entries.set(last, with(entries.get(last), false, note.text));
        case Keyword keyword ->
            entries.add(
                entry(
                    clock, keyword.from, clock.label(keyword.until), "", "", "", keyword.word, ""));
        case Marker marker -> entries.add(entry(clock, marker.at, "", "", "", "", "", marker.text));
      }
    }
    return entries;
  }

  private static Entry entry(
      Clock clock,
      long at,
      String out,
      String scene,
      String take,
      String camera,
      String keyword,
      String marker) {
    return new Entry(
        clock.label(at),
        out,
        clock.day(at).toString(),
        clock.rate().toPlainString(),
        scene,
        take,
        camera,
        false,
        "",
        keyword,
        marker);
  }

  private static Entry with(Entry e, boolean circle, String note) {
    String notes =
        e.notes().isEmpty() || note.isEmpty() ? e.notes() + note : e.notes() + "; " + note;
    return new Entry(
        e.in(),
        e.out(),
        e.date(),
        e.rate(),
        e.scene(),
        e.take(),
        e.camera(),
        e.circled() || circle,
        notes,
        e.keyword(),
        e.marker());
  }
}
