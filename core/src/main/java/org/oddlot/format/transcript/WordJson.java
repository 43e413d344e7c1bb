package org.oddlot.format.transcript;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import org.oddlot.caption.Span;
import org.oddlot.caption.Timebase;
import org.oddlot.caption.Transcript;
import org.oddlot.caption.Turn;
import org.oddlot.caption.Word;
import org.oddlot.format.text.TextFile;
import org.oddlot.input.Probe;
import org.oddlot.input.ReadingOptions;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonException;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonPatch;
import org.oddlot.json.JsonString;
import org.oddlot.json.JsonStyle;
import org.oddlot.json.JsonText;
import org.oddlot.json.JsonValue;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;

/**
 * {@code .json}: a transcript with words, as {@code docs/transcripts.md} describes it: {@code
 * turns} with {@code speaker}, {@code start}, {@code end} and {@code words}, each with {@code
 * text}, {@code start}, {@code end} and {@code confidence}; times in seconds. A list {@code words}
 * by itself is read as well.
 */
public final class WordJson implements TranscriptFormat {
  private static final Rational PAUSE = Rational.of(3, 2);

  @Override
  public String name() {
    return "JSON words";
  }

  @Override
  public List<String> extensions() {
    return List.of(".json");
  }

  @Override
  public List<String> extensionsInFolders() {
    return List.of();
  }

  @Override
  public Likeness likeness(Probe probe) {
    String head = probe.head();
    return probe.extension().equals(".json")
            && (head.contains("\"words\"") || head.contains("\"turns\""))
            && head.contains("\"start\"")
        ? Likeness.CERTAIN
        : Likeness.NONE;
  }

  @Override
  public Optional<Transcript> read(TextFile file, ReadingOptions options, Problems problems) {
    JsonValue root;
    try {
      root = JsonValue.parse(JsonText.of(file.text()));
    } catch (JsonException e) {
      problems.error("", "The file is not valid JSON: " + e.getMessage() + ".", "Export it again.");
      return Optional.empty();
    }
    if (!(root instanceof JsonObject object)) {
      problems.error("", "There is no transcript in the file.", "docs/transcripts.md says how.");
      return Optional.empty();
    }
    var turns = new ArrayList<Turn>();
    int number = 0;
    for (JsonValue value : object.array("turns")) {
      number++;
      String place = "turn " + number;
      if (value instanceof JsonObject turn) {
        turn(turn, place, problems).ifPresent(turns::add);
      } else {
        problems.warning(place, "This is no object.", "");
      }
    }
    if (turns.isEmpty()) {
      turns.addAll(passages(words(object.array("words"), "", problems)));
    }
    if (turns.isEmpty()) {
      problems.error("", "There are no words in the file.", "docs/transcripts.md says how.");
      return Optional.empty();
    }
    return Optional.of(
        Transcript.made(
            problems.file(),
            object.string("language").orElse(""),
            Timebase.Ticks.MILLISECONDS,
            turns));
  }

  /** Words by themselves, a passage up to each longer silence. */
  private static List<Turn> passages(List<Word> words) {
    var turns = new ArrayList<Turn>();
    var its = new ArrayList<Word>();
    for (Word word : words) {
      Optional<Span> span = word.span();
      Optional<Span> before = its.isEmpty() ? Optional.empty() : its.getLast().span();
      boolean isApart =
          span.isPresent()
              && before.isPresent()
              && span.get().start().minus(before.get().end()).compareTo(PAUSE) > 0;
      if (isApart) {
        turns.add(passage(its));
        its.clear();
      }
      its.add(word);
    }
    if (!its.isEmpty() && its.stream().anyMatch(word -> word.span().isPresent())) {
      turns.add(passage(its));
    }
    return turns;
  }

  private static Turn passage(List<Word> words) {
    List<Span> spans = words.stream().flatMap(word -> word.span().stream()).toList();
    return new Turn(
        "", new Span(spans.getFirst().start(), spans.getLast().end()), List.copyOf(words));
  }

  private static Optional<Turn> turn(JsonObject turn, String place, Problems problems) {
    List<Word> words = words(turn.array("words"), place, problems);
    if (words.isEmpty()) {
      words =
          turn.string("text").stream()
              .flatMap(text -> java.util.Arrays.stream(text.strip().split("\\s+", -1)))
              .filter(word -> !word.isEmpty())
              .map(Word::of)
              .toList();
    }
    List<Span> spans = words.stream().flatMap(word -> word.span().stream()).toList();
    Optional<Rational> start =
        seconds(turn, "start").or(() -> spans.stream().map(Span::start).findFirst());
    Optional<Rational> end =
        seconds(turn, "end")
            .or(() -> spans.isEmpty() ? Optional.empty() : Optional.of(spans.getLast().end()));
    if (start.isEmpty() || end.isEmpty()) {
      problems.warning(place, "It has no start or no end.", "Its words are not read.");
      return Optional.empty();
    }
    return Optional.of(
        new Turn(turn.string("speaker").orElse(""), new Span(start.get(), end.get()), words));
  }

  private static List<Word> words(List<JsonValue> values, String place, Problems problems) {
    var words = new ArrayList<Word>();
    int number = 0;
    for (JsonValue value : values) {
      number++;
      Optional<String> text =
          value instanceof JsonObject word
              ? word.string("text").or(() -> word.string("word"))
              : Optional.empty();
      if (text.isEmpty() || text.get().isBlank()) {
        problems.warning(
            (place + " word " + number).strip(), "This is no word: it has no text.", "");
        continue;
      }
      var word = (JsonObject) value;
      Optional<Rational> start = seconds(word, "start");
      Optional<Rational> end = seconds(word, "end");
      words.add(
          new Word(
              text.get().strip(),
              start.flatMap(from -> end.map(to -> new Span(from, to))),
              confidence(word)));
    }
    return words;
  }

  private static OptionalDouble confidence(JsonObject word) {
    return word.get("confidence")
        .filter(JsonNumber.class::isInstance)
        .flatMap(value -> ((JsonNumber) value).decimal())
        .map(value -> OptionalDouble.of(value.doubleValue()))
        .orElse(OptionalDouble.empty());
  }

  private static Optional<Rational> seconds(JsonObject object, String key) {
    return object
        .get(key)
        .filter(JsonNumber.class::isInstance)
        .flatMap(value -> ((JsonNumber) value).decimal())
        .filter(value -> value.abs().compareTo(java.math.BigDecimal.valueOf(1_000_000)) < 0)
        .flatMap(value ->
            TranscriptFormat.seconds(
                value.setScale(6, java.math.RoundingMode.HALF_UP).toPlainString()));
  }

  @Override
  public String text(Transcript transcript) {
    var members = new LinkedHashMap<String, JsonValue>();
    if (!transcript.language().isEmpty()) {
      members.put("language", JsonString.of(transcript.language()));
    }
    members.put("turns", JsonArray.of(transcript.turns().stream().map(WordJson::json).toList()));
    return JsonPatch.toString(JsonObject.of(members), JsonStyle.indented(" ")) + "\n";
  }

  private static JsonObject json(Turn turn) {
    Map<String, JsonValue> members = new LinkedHashMap<>();
    if (!turn.speaker().isEmpty()) {
      members.put("speaker", JsonString.of(turn.speaker()));
    }
    times(members, turn.span());
    members.put("words", JsonArray.of(turn.words().stream().map(WordJson::json).toList()));
    return JsonObject.of(members);
  }

  private static JsonObject json(Word word) {
    Map<String, JsonValue> members = new LinkedHashMap<>();
    members.put("text", JsonString.of(word.text()));
    word.span().ifPresent(span -> times(members, span));
    word.confidence()
        .ifPresent(sure -> members.put("confidence", new JsonNumber(Phrase.of("%.3f", sure))));
    return JsonObject.of(members);
  }

  private static void times(Map<String, JsonValue> members, Span span) {
    members.put("start", new JsonNumber(TranscriptFormat.decimal(span.start())));
    members.put("end", new JsonNumber(TranscriptFormat.decimal(span.end())));
  }

  @Override
  public List<String> loses(Transcript transcript) {
    return List.of();
  }
}
