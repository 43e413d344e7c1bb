package org.oddlot.watch;

import static java.time.format.DateTimeFormatter.ISO_LOCAL_DATE_TIME;

import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.util.List;
import java.util.Optional;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.json.JsonValue;
import org.oddlot.text.Phrase;

/**
 * Something that happened in a watched folder.
 *
 * @param at when, by the clock on the wall, to the second
 * @param kind what
 * @param job the job that it is about; empty where it is about the folder
 * @param text what became of it, in a line
 * @param key what the job was then: its files by name and content, and what was said about it
 * @param content the same by content alone
 * @param sheet the run sheet that it was run with
 * @param files what was written, from the folder that is written to; or what waits
 * @param cameIn how many files it had
 * @param millis how long it took
 */
public record Event(
    LocalDateTime at,
    Kind kind,
    String job,
    String text,
    String key,
    String content,
    String sheet,
    List<String> files,
    int cameIn,
    long millis) {
  private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm:ss");

  /** What can happen. */
  public enum Kind {
    /** The folder is watched from now on. */
    STARTED("watching"),
    /** It is not any more. */
    STOPPED("stopped"),
    /** A job was run, and all of it was written. */
    WRITTEN("written"),
    /** A job was run, and needs a person or another file. */
    WAITS("waits"),
    /** A job is the same as another one that was written. */
    SAME("same"),
    /** A job could not be read or written; it is tried again. */
    TROUBLE("trouble"),
    /** The folder is not there. */
    AWAY("away"),
    /** It is there again. */
    BACK("back"),
    /** An editing program said what it made of what was written. */
    TAKEN_IN("taken in");

    private final String word;

    Kind(String word) {
      this.word = word;
    }

    /** As documents have it. */
    public String word() {
      return word;
    }

    static Optional<Kind> of(String word) {
      for (Kind kind : values()) {
        if (kind.word.equals(word)) {
          return Optional.of(kind);
        }
      }
      return Optional.empty();
    }
  }

  public Event {
    files = List.copyOf(files);
  }

  /** Something about the folder itself. */
  static Event ofFolder(LocalDateTime at, Kind kind, String text) {
    return new Event(at, kind, "", text, "", "", "", List.of(), 0, 0);
  }

  /**
   * Whether it says what became of a job; other events are about the folder, or come after that.
   */
  public boolean saysWhatBecame() {
    return switch (kind) {
      case WRITTEN, WAITS, SAME, TROUBLE -> true;
      case STARTED, STOPPED, AWAY, BACK, TAKEN_IN -> false;
    };
  }

  /** Whether its job needs a person or another file. */
  public boolean needsSomebody() {
    return kind == Kind.WAITS || kind == Kind.TROUBLE;
  }

  /** As a person reads it, in a line of the journal. */
  public String line() {
    String says = text.replaceAll("\\s+", " ").strip();
    return job.isEmpty()
        ? Phrase.of("%s  %s", CLOCK.format(at), says)
        : Phrase.of("%s  %s: %s", CLOCK.format(at), job, says);
  }

  /** As programs read it. */
  public JsonObject toJson() {
    return JsonObject.of("at", JsonString.of(ISO_LOCAL_DATE_TIME.format(at)))
        .with("event", JsonString.of(kind.word))
        .with("job", JsonString.of(job))
        .with("text", JsonString.of(text))
        .with("key", JsonString.of(key))
        .with("content", JsonString.of(content))
        .with("sheet", JsonString.of(sheet))
        .with("files", JsonArray.ofStrings(files))
        .with("came_in", JsonNumber.of(cameIn))
        .with("millis", JsonNumber.of(millis));
  }

  /** One that was kept; empty where it is none. */
  static Optional<Event> parse(JsonObject json) {
    try {
      LocalDateTime at = LocalDateTime.parse(json.string("at").orElse(""));
      return json.string("event")
          .flatMap(Kind::of)
          .map(kind ->
              new Event(
                  at,
                  kind,
                  json.string("job").orElse(""),
                  json.string("text").orElse(""),
                  json.string("key").orElse(""),
                  json.string("content").orElse(""),
                  json.string("sheet").orElse(""),
                  json.array("files").stream().map(JsonValue::display).toList(),
                  json.whole("came_in").orElse(0L).intValue(),
                  json.whole("millis").orElse(0L)));
    } catch (DateTimeParseException e) {
      return Optional.empty();
    }
  }
}
