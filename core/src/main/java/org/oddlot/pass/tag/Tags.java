package org.oddlot.pass.tag;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.oddlot.material.Source;
import org.oddlot.paper.Label;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.Evidence;
import org.oddlot.profile.Field;
import org.oddlot.profile.MarkerKind;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.time.Timecode;

/** What the entries that belong to one source say about it, put together. */
final class Tags {
  /** A note's head is what fits on a line. */
  private static final int LONGEST_HEAD = 40;

  private final Source source;
  private final List<LogEntry> shots;
  private final List<Note> notes = new ArrayList<>();
  private final List<Mark> marks = new ArrayList<>();
  private final List<Evidence> contradictions = new ArrayList<>();

  Tags(Source source, List<LogEntry> entries) {
    this.source = source;
    this.shots = entries.stream().filter(entry -> entry.kind() == LogEntry.Kind.SHOT).toList();
    if (!shots.isEmpty()) {
      noteShots();
    }
    entries.forEach(this::mark);
  }

  private void noteShots() {
    one(Field.SCENE, LogEntry::scene);
    one(Field.SHOT, LogEntry::shot);
    one(Field.TAKE, LogEntry::take);
    // What the media says of itself is believed; a row can speak of several cameras and cards.
    boolean isKnown = !source.camera().isEmpty() && !source.cameraIsGuessed();
    one(
        Field.CAMERA,
        entry -> isKnown || entry.cameras().size() != 1 ? source.camera() : entry.camera());
    one(
        Field.REEL,
        entry ->
            source.reel().isEmpty() && entry.reels().size() == 1 ? entry.reel() : source.reel());
    one(Field.SOUND_REEL, LogEntry::soundReel);
    if (shots.stream().anyMatch(LogEntry::circled)) {
      notes.add(Note.of(Field.CIRCLED, "yes"));
    }
    one(Field.DATE, entry -> entry.date().or(source::recorded).map(Object::toString).orElse(""));
    var remarks = new LinkedHashSet<String>();
    var people = new LinkedHashSet<String>();
    for (LogEntry entry : shots) {
      remarks.add(entry.notes());
      people.addAll(entry.people());
    }
    remarks.remove("");
    if (!remarks.isEmpty()) {
      notes.add(Note.of(Field.NOTES, String.join("\n", remarks)));
    }
    if (!people.isEmpty()) {
      notes.add(new Note(Field.PEOPLE, List.copyOf(people)));
    }
  }

  /** Notes a field in which all entries must agree. */
  private void one(Field field, Function<LogEntry, String> value) {
    String first = "";
    boolean agree = true;
    for (LogEntry entry : shots) {
      String its = value.apply(entry);
      if (first.isEmpty()) {
        first = its;
      }
      agree &= its.isEmpty() || its.equals(first);
    }
    if (!first.isEmpty()) {
      Note note = Note.of(field, first);
      notes.add(note);
      if (!agree) {
        contradictions.add(contradiction(note, value));
      }
    }
  }

  private Evidence contradiction(Note note, Function<LogEntry, String> value) {
    Map<String, LogEntry> said = new LinkedHashMap<>();
    shots.forEach(entry -> said.putIfAbsent(value.apply(entry), entry));
    said.remove("");
    String all =
        said.entrySet().stream()
            .map(each ->
                Phrase.of(
                    "%s in row %d of %s",
                    each.getKey(), each.getValue().row(), each.getValue().paper()))
            .collect(Collectors.joining(", "));
    return new Evidence(note.title(), all, "the first would be written");
  }

  private void mark(LogEntry entry) {
    Optional<TimeRange> range = range(entry);
    switch (entry.kind()) {
      case SHOT ->
          entry
              .keywords()
              .forEach(word ->
                  marks.add(
                      new Mark(
                          MarkerKind.KEYWORD,
                          word,
                          entry.category(),
                          "",
                          entry.out().isPresent() ? range : Optional.empty())));
      case KEYWORD ->
          entry
              .keywords()
              .forEach(word ->
                  marks.add(
                      new Mark(MarkerKind.KEYWORD, word, entry.category(), entry.notes(), range)));
      case MARKER ->
          marks.add(
              new Mark(
                  MarkerKind.NOTE, head(entry.notes()), entry.category(), entry.notes(), range));
    }
  }

  private static String head(String text) {
    String line = text.lines().findFirst().orElse("");
    return Phrase.shortened(line, LONGEST_HEAD);
  }

  /** The part of the source that an entry is about; one frame where it gives no end. */
  private Optional<TimeRange> range(LogEntry entry) {
    Optional<FrameRate> rate = source.rate();
    if (rate.isEmpty() || entry.in().isEmpty()) {
      return Optional.empty();
    }
    Optional<RationalTime> in = at(entry.in().get(), rate.get());
    Optional<RationalTime> out =
        entry
            .out()
            .flatMap(label -> at(label, rate.get()))
            .filter(end -> in.filter(end::isAfter).isPresent());
    return in.map(start ->
            out.map(end -> TimeRange.between(start, end))
                .orElseGet(() -> TimeRange.of(start, RationalTime.of(1, rate.get()))))
        .flatMap(range -> source.range().flatMap(range::intersection));
  }

  private static Optional<RationalTime> at(Label label, FrameRate rate) {
    return label
        .at(rate, label.semicolon())
        .or(() -> label.toTheSecond().at(rate, label.semicolon()))
        .map(Timecode::toRationalTime);
  }

  /** Adds what was chosen to become keywords of the whole clip. */
  void alsoAsKeywords(List<String> chosen) {
    for (Keyworded each : Keyworded.values()) {
      if (chosen.contains(each.word())) {
        notes.stream()
            .filter(note -> note.field() == each.field())
            .flatMap(note -> note.values().stream())
            .map(value ->
                new Mark(
                    MarkerKind.KEYWORD, each.keyword(value), each.category(), "", Optional.empty()))
            .forEach(marks::add);
      }
    }
  }

  /** Marks all of a circled take as a select. */
  void selectCircled() {
    if (shots.stream().anyMatch(LogEntry::circled)) {
      source
          .range()
          .ifPresent(all ->
              marks.add(new Mark(MarkerKind.SELECT, "Circled", "Script", "", Optional.of(all))));
    }
  }

  List<Note> notes() {
    return List.copyOf(notes);
  }

  List<Mark> marks() {
    return List.copyOf(marks);
  }

  List<Evidence> contradictions() {
    return List.copyOf(contradictions);
  }
}
