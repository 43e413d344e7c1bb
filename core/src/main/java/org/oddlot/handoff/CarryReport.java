package org.oddlot.handoff;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.oddlot.format.Content;
import org.oddlot.format.Facts;
import org.oddlot.format.TimelineFormat;
import org.oddlot.input.Temporary;
import org.oddlot.text.Phrase;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.TimelineObject;

/**
 * What a target carries of timelines, what it changes and what it loses; known before anything is
 * written. What a format has no place for is taken from what it declares; what becomes otherwise is
 * found by writing the timelines for a trial and reading them again.
 *
 * @param format what the target is called
 * @param rows a row for each feature that is there
 * @param notes what else there is to know, a sentence each: a list that has nothing in it
 */
public record CarryReport(String format, List<Row> rows, List<String> notes) {

  private static final String NO_PLACE = "no place for it";

  /** What becomes of something. */
  public enum Outcome {
    LOST,
    CHANGED,
    CARRIED
  }

  /**
   * What becomes of the things of one kind.
   *
   * @param feature the kind of things
   * @param outcome what becomes of them
   * @param count how many there are of which that is so
   * @param places where; as many as {@code count}
   * @param becomes what they are there instead, in words; empty where that is known from the
   *     outcome
   */
  public record Row(
      Content feature, Outcome outcome, int count, List<Placed> places, String becomes) {
    public Row {
      places = List.copyOf(places);
    }

    /** Whether it is lost or changed although the format has a place for such things. */
    public boolean isOtherwise() {
      return outcome == Outcome.CHANGED || (outcome == Outcome.LOST && !becomes.equals(NO_PLACE));
    }

    /** What is the same if the report was right: kind, outcome and count. */
    String key() {
      return feature.words() + " " + outcome + " " + count;
    }
  }

  public CarryReport {
    rows = List.copyOf(rows);
    notes = List.copyOf(notes);
  }

  /** What a target declares to lose of timelines. */
  public static CarryReport declared(TimelineObject root, Target target) {
    Facts facts = target.before(root);
    var rows = new ArrayList<Row>();
    for (Content kind : target.kinds()) {
      List<Placed> places = facts.places(kind);
      if (!places.isEmpty()) {
        boolean isCarried = target.carries(kind);
        rows.add(
            new Row(
                kind,
                isCarried ? Outcome.CARRIED : Outcome.LOST,
                places.size(),
                places,
                isCarried ? "" : NO_PLACE));
      }
    }
    return new CarryReport(target.name(), sorted(rows), List.of());
  }

  /**
   * What becomes of timelines in a target.
   *
   * @throws IOException if the trial cannot be written
   */
  public static CarryReport of(TimelineObject root, Target target) throws IOException {
    Path folder = Temporary.folder("oddlot-trial");
    var files = new ArrayList<Path>();
    try {
      for (TimelineFormat.Part part : target.parts(root, Optional.empty())) {
        Path file = folder.resolve(files.size() + target.ending());
        part.writer().write(file);
        files.add(file);
      }
      return proof(root, target, files);
    } finally {
      for (Path file : files) {
        delete(file);
      }
      Files.delete(folder);
    }
  }

  private static void delete(Path path) throws IOException {
    if (Files.isDirectory(path)) {
      try (var inside = Files.list(path)) {
        for (Path each : inside.toList()) {
          delete(each);
        }
      }
    }
    Files.deleteIfExists(path);
  }

  /**
   * What really became of timelines: the files that they were written to are read by the format's
   * own reader, and held against what went in, fact by fact.
   *
   * @throws IOException if one of the files cannot be found
   */
  public static CarryReport proof(TimelineObject root, Target target, List<Path> files)
      throws IOException {
    for (Path file : files) {
      if (!Files.exists(file)) {
        throw new NoSuchFileException(file.toString());
      }
    }
    var notes = new ArrayList<String>();
    Facts after = target.after(root, files, notes);
    return compared(target.before(root), after, target, notes);
  }

  private static CarryReport compared(
      Facts before, Facts after, Target target, List<String> notes) {
    var rows = new ArrayList<Row>();
    for (Content kind : target.kinds()) {
      Map<String, List<Placed>> missing = before.without(after, kind);
      List<Placed> gone = missing.values().stream().flatMap(List::stream).toList();
      Map<String, List<Placed>> instead = after.without(before, kind);
      int otherwise = Math.min(gone.size(), instead.values().stream().mapToInt(List::size).sum());
      if (otherwise > 0) {
        rows.add(
            new Row(
                kind,
                Outcome.CHANGED,
                otherwise,
                gone.subList(0, otherwise),
                Phrase.of(
                    "“%s” is “%s” there",
                    missing.keySet().iterator().next().strip(),
                    instead.keySet().iterator().next().strip())));
      }
      if (gone.size() > otherwise) {
        rows.add(
            new Row(
                kind,
                Outcome.LOST,
                gone.size() - otherwise,
                gone.subList(otherwise, gone.size()),
                target.carries(kind) ? "not there" : NO_PLACE));
      }
      int carried = before.count(kind) - gone.size();
      if (carried > 0) {
        Set<Placed> lost = Collections.newSetFromMap(new IdentityHashMap<>());
        lost.addAll(gone);
        List<Placed> places =
            before.places(kind).stream().filter(place -> !lost.contains(place)).toList();
        rows.add(new Row(kind, Outcome.CARRIED, carried, places, ""));
      }
    }
    return new CarryReport(target.name(), sorted(rows), notes);
  }

  private static List<Row> sorted(List<Row> rows) {
    return rows.stream().sorted(Comparator.comparing(Row::outcome)).toList();
  }

  /** What is lost or changed. */
  public List<Row> notWhole() {
    return rows.stream().filter(row -> row.outcome() != Outcome.CARRIED).toList();
  }

  /** Where this, made before, and {@code after}, made of what was written, do not agree. */
  public List<String> disagreement(CarryReport after) {
    var left = new ArrayList<>(notWhole().stream().map(Row::key).toList());
    var said = new ArrayList<String>();
    for (Row row : after.notWhole()) {
      if (!left.remove(row.key())) {
        said.add("not announced: " + row.key());
      }
    }
    left.forEach(key -> said.add("announced in vain: " + key));
    return said;
  }
}
