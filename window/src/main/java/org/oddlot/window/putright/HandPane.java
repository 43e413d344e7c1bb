package org.oddlot.window.putright;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.SelectionMode;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import org.oddlot.material.Material;
import org.oddlot.material.Source;
import org.oddlot.paper.Label;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.putright.ByHand;
import org.oddlot.pass.putright.ByHand.Kind;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Timecode;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.DataTable;
import org.oddlot.window.kit.Overlay;
import org.oddlot.window.kit.Words;

/** All entries or all clips of a day, to choose some and put them right by hand. */
final class HandPane {
  private final Overlay overlay;
  private final BiConsumer<ByHand, String> onSaid;
  private final boolean entries;
  private final DataTable<Row> rows;
  private final List<Node> actions;
  private Optional<Material> material = Optional.empty();
  private Optional<LocalDate> day = Optional.empty();
  private boolean made;
  private List<Row> all = List.of();
  private String find = "";

  /** An entry or a clip, as it is after all that was put right. */
  private record Row(
      String id,
      String name,
      String camera,
      String reel,
      String date,
      String rate,
      String start,
      String from) {
    boolean has(String part) {
      return (name + " " + camera + " " + reel + " " + date + " " + rate + " " + start + " " + from)
          .toLowerCase(Locale.ROOT)
          .contains(part);
    }
  }

  /**
   * @param entries whether it lists entries rather than clips
   * @param onSaid is told what is put right, and in a few words of what
   */
  HandPane(Overlay overlay, boolean entries, BiConsumer<ByHand, String> onSaid) {
    this.overlay = overlay;
    this.entries = entries;
    this.onSaid = onSaid;
    rows =
        new DataTable<>(
            entries ? "hand-entries" : "hand-clips",
            entries ? "No paper has an entry of this day." : "There is no clip of this day.");
    rows.getSelectionModel().setSelectionMode(SelectionMode.MULTIPLE);
    rows.words(entries ? "Entry" : "Clip", 150, Row::name);
    rows.words("Cam", 44, Row::camera);
    rows.words("Roll", 70, Row::reel);
    rows.figures("Date", 90, Row::date);
    rows.figures("Rate", 64, Row::rate);
    rows.figures("Starts at", 100, Row::start);
    rows.words("From", 180, Row::from, "quiet");
    actions =
        List.of(
            Words.of("choose rows with Shift or Ctrl, all with Ctrl A", "quiet"),
            Words.spring(),
            action("hand-date", "Date…", "D", kindOfDate()),
            entries
                ? action("hand-rate", "Rate…", "R", Kind.ENTRIES_RECOUNTED)
                : action("hand-start", "Start timecode…", "S", Kind.CLIPS_START));
    rows.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
  }

  private Kind kindOfDate() {
    return entries ? Kind.ENTRIES_DATE : Kind.CLIPS_DATE;
  }

  private Button action(String id, String text, String key, Kind kind) {
    return Actions.button(id, text, key, () -> ask(kind));
  }

  private void key(KeyEvent event) {
    if (event.isShortcutDown() || event.isAltDown()) {
      return;
    }
    if (event.getCode() == KeyCode.D) {
      ask(kindOfDate());
    } else if (entries && event.getCode() == KeyCode.R) {
      ask(Kind.ENTRIES_RECOUNTED);
    } else if (!entries && event.getCode() == KeyCode.S) {
      ask(Kind.CLIPS_START);
    } else {
      return;
    }
    event.consume();
  }

  private void ask(Kind kind) {
    List<Row> chosen = List.copyOf(rows.getSelectionModel().getSelectedItems());
    if (chosen.isEmpty()) {
      return;
    }
    List<String> ids = chosen.stream().map(Row::id).toList();
    String what =
        chosen.size() == 1
            ? chosen.getFirst().name
            : Phrase.count(chosen.size(), entries ? "entry" : "clip");
    TypedByHand.ask(overlay, kind, ids, what, hand -> onSaid.accept(hand, what));
  }

  Node node() {
    return rows;
  }

  /** What can be done with the chosen rows. */
  List<Node> actions() {
    return actions;
  }

  int size() {
    return all.size();
  }

  void focus() {
    rows.requestFocus();
  }

  /**
   * Shows what is of a day, or of any, and has a text in it; what has no day is of each. Rows are
   * made anew only if there is something new to be shown.
   */
  @SuppressWarnings("ReferenceEquality") // the very same material has the very same rows
  void show(Optional<Material> newMaterial, Optional<LocalDate> newDay, String part) {
    boolean same = newMaterial.orElse(null) == material.orElse(null) && newDay.equals(day) && made;
    if (!same) {
      material = newMaterial;
      day = newDay;
      made = true;
      all = material.map(m -> entries ? entryRows(m, day) : clipRows(m, day)).orElse(List.of());
    }
    if (!same || !part.equals(find)) {
      find = part;
      refresh();
    }
  }

  private void refresh() {
    Set<String> chosen =
        rows.getSelectionModel().getSelectedItems().stream()
            .map(Row::id)
            .collect(Collectors.toSet());
    List<Row> shown = all.stream().filter(row -> find.isEmpty() || row.has(find)).toList();
    rows.show(shown, Row::id);
    // What was chosen stays chosen, so that the same rows can be given a date and then a rate.
    int[] again =
        IntStream.range(0, shown.size()).filter(i -> chosen.contains(shown.get(i).id)).toArray();
    if (again.length > 0) {
      rows.getSelectionModel().selectIndices(again[0], again);
    }
  }

  private static List<Row> entryRows(Material material, Optional<LocalDate> day) {
    var found = new ArrayList<Row>();
    material
        .entries()
        .filter(entry -> day.isEmpty() || entry.date().isEmpty() || entry.date().equals(day))
        .forEach(entry -> found.add(row(entry)));
    return found;
  }

  private static Row row(LogEntry entry) {
    return new Row(
        entry.id(),
        entry.title().replace('\n', ' '),
        entry.camera(),
        entry.reel(),
        entry.date().map(LocalDate::toString).orElse(""),
        entry.rate().map(FrameRate::toString).orElse(""),
        entry.in().map(Label::toString).orElse(""),
        "row " + entry.row() + " of " + entry.paper());
  }

  private static List<Row> clipRows(Material material, Optional<LocalDate> day) {
    return material.sources().all().stream()
        .filter(s -> day.isEmpty() || s.recorded().isEmpty() || s.recorded().equals(day))
        .map(HandPane::row)
        .toList();
  }

  private static Row row(Source source) {
    return new Row(
        source.id(),
        source.name(),
        source.camera(),
        source.reel(),
        source.recorded().map(LocalDate::toString).orElse(""),
        source.rate().map(FrameRate::toString).orElse(""),
        source.startLabel().map(Timecode::toString).orElse(""),
        source.uses().isEmpty()
            ? "in bins only"
            : Phrase.count(source.uses().size(), "use") + " in timelines");
  }
}
