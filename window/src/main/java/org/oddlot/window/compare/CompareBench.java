package org.oddlot.window.compare;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.oddlot.compare.Change;
import org.oddlot.compare.ChangeBook;
import org.oddlot.compare.ChangeTimeline;
import org.oddlot.compare.Compared;
import org.oddlot.compare.Comparison;
import org.oddlot.format.Formats;
import org.oddlot.format.TimelineFormat;
import org.oddlot.format.report.BookFormat;
import org.oddlot.format.report.BookFormats;
import org.oddlot.lot.SafeFile;
import org.oddlot.material.CutSpot;
import org.oddlot.material.Material;
import org.oddlot.material.Moment;
import org.oddlot.material.Programme;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.compare.ChangeFinding;
import org.oddlot.pass.compare.ComparePass;
import org.oddlot.picture.StillFrame;
import org.oddlot.setting.Settings;
import org.oddlot.text.Phrase;
import org.oddlot.time.Timecode;
import org.oddlot.timeline.Placed;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.DataTable;
import org.oddlot.window.kit.FindingsBench;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.Still;
import org.oddlot.window.kit.Wording;
import org.oddlot.window.kit.Words;

/** The bench of Compare: every change, the two cuts over each other, and both pictures. */
public final class CompareBench extends FindingsBench<ChangeFinding> {
  private static final int PICTURE_HEIGHT = 84;
  private static final Set<Change.Kind> TRIMS =
      Set.of(Change.Kind.TRIMMED, Change.Kind.SLIPPED, Change.Kind.SPLIT, Change.Kind.JOINED);
  private static final Set<Change.Kind> MOVES =
      Set.of(Change.Kind.MOVED, Change.Kind.TRACK, Change.Kind.GAP);

  private final AtomicInteger asked = new AtomicInteger();
  private final ImageView was = new ImageView();
  private final ImageView is = new ImageView();

  /** The bench at {@code place}. */
  public CompareBench(Place place) {
    super(
        place,
        new ComparePass(),
        Wording.usual("compare", "change")
            .answers("Right", "right", "Not so", "not so")
            .where(
                "There are no two versions here. Add the other version of the cut.",
                "Choose a change to see both versions at its place."));
    table.column(CompareBench::columns);
    remarks("aside", "compare-aside", "Aside", _ -> true);
    layOut(
        List.of(settings(pass.settings())),
        Actions.button("compare-see", "See it", "Space", place.cut()::open),
        Actions.button("compare-save", "Change list…", "L", this::save));
  }

  @Override
  protected void groups() {
    table.group(ALL, "Changes", _ -> true);
    group(NEEDS_YOU);
    tab("new", "New", Set.of(Change.Kind.NEW));
    tab("gone", "Gone", Set.of(Change.Kind.GONE));
    tab("trimmed", "Trimmed", TRIMS);
    tab("moved", "Moved", MOVES);
    group(DECLINED);
  }

  private void tab(String id, String title, Set<Change.Kind> kinds) {
    table.group(id, title, reviewed -> kinds.contains(reviewed.finding().change().kind()));
  }

  private static void columns(DataTable<Reviewed<ChangeFinding>> rows) {
    rows.figures("Before", 104, reviewed -> label(reviewed.finding().recordBefore()));
    rows.figures("After", 104, reviewed -> label(reviewed.finding().recordAfter()));
    rows.words("Shot", 150, reviewed -> reviewed.finding().change().name().replace('\n', ' '));
    rows.words("What changed", 270, reviewed -> reviewed.finding().change().says());
    rows.words("On", 60, reviewed -> reviewed.finding().track());
  }

  private static String label(Optional<Timecode> timecode) {
    return timecode.map(Timecode::toString).orElse("–");
  }

  @Override
  protected String answer() {
    int same = compared().stream().mapToInt(Comparison::same).sum();
    return Phrase.of(
        "%s, %s the same", Phrase.count(table.all().size(), "change"), Phrase.number(same));
  }

  private List<Comparison> compared() {
    return session
        .state()
        .outcome()
        .map(Outcome::end)
        .flatMap(end -> end.one(Compared.class))
        .map(Compared::comparisons)
        .orElse(List.of());
  }

  /** The newer cut, below the older one. */
  @Override
  protected List<Placed> inStep(Reviewed<ChangeFinding> reviewed) {
    return session
        .state()
        .outcome()
        .map(Outcome::end)
        .flatMap(end -> end.at(reviewed.finding().spot().timeline()))
        .stream()
        .toList();
  }

  @Override
  protected void showEvidence(Reviewed<ChangeFinding> reviewed) {
    String doubt = reviewed.finding().change().doubt();
    if (!doubt.isEmpty()) {
      evidence.getChildren().add(Words.paragraph(sentence(doubt), "reason"));
    }
    evidence.getChildren().add(pictures(reviewed.finding()));
    showChoices(reviewed, "It may be");
    showFacts(reviewed, "What it rests on");
  }

  /** Both pictures, as far as their media is at hand. */
  private Node pictures(ChangeFinding finding) {
    int turn = asked.incrementAndGet();
    was.setImage(null);
    is.setImage(null);
    Optional<Material> material = session.state().outcome().map(Outcome::end);
    var both =
        new VBox(
            6,
            Words.section("Before · after"),
            new HBox(
                8,
                new VBox(2, was, Words.of(label(finding.recordBefore()), "figures")),
                new VBox(2, is, Words.of(label(finding.recordAfter()), "figures"))));
    both.setVisible(false);
    both.setManaged(false);
    if (finding.before().isPresent()) {
      look(material, finding.spotBefore(), turn, image -> show(was, image, both));
    }
    if (finding.after().isPresent()) {
      look(material, finding.spot(), turn, image -> show(is, image, both));
    }
    return both;
  }

  /** Shows a picture that has come; without any there is nothing to be headed. */
  private static void show(ImageView view, StillFrame picture, Node both) {
    view.setImage(Still.of(picture));
    both.setVisible(true);
    both.setManaged(true);
  }

  private void look(
      Optional<Material> material, CutSpot spot, int turn, Consumer<StillFrame> shown) {
    session.aside(
        () ->
            asked.get() == turn
                ? material.flatMap(of -> picture(of, spot))
                : Optional.<StillFrame>empty(),
        found -> {
          if (asked.get() == turn) {
            found.ifPresent(shown);
          }
        });
  }

  private static Optional<StillFrame> picture(Material material, CutSpot spot) {
    return material.derive(Programme.ALL).stream()
        .filter(programme -> programme.address().equals(spot.timeline()))
        .findFirst()
        .flatMap(programme ->
            Moment.seen(
                material, programme, programme.span().start().plus(ChangeFinding.middle(spot))))
        .flatMap(moment -> StillFrame.of(moment.file(), moment.seconds(), PICTURE_HEIGHT));
  }

  @Override
  protected boolean otherKey(KeyEvent event) {
    if (event.getCode() == KeyCode.L) {
      save();
      return true;
    }
    if (event.getCode() == KeyCode.SPACE) {
      place.cut().open();
      return true;
    }
    return false;
  }

  @Override
  public String whyNot(Reviewed<ChangeFinding> reviewed) {
    return "It is known as it is; choose what it may be otherwise beside.";
  }

  private void save() {
    List<Comparison> comparisons = compared();
    if (comparisons.isEmpty()) {
      session.tell("Nothing was compared yet.");
      return;
    }
    place
        .picker()
        .reportToSave("Changes", session.usualFolder())
        .ifPresent(file -> session.aside(() -> saved(comparisons, file), session::tell));
  }

  /** Writes the changes as the file's name ends, and says what came of it. */
  private static String saved(List<Comparison> comparisons, Path file) {
    String name = String.valueOf(file.getFileName());
    String ending = name.substring(name.lastIndexOf('.') + 1);
    Optional<BookFormat> format = BookFormats.of(ending);
    try {
      if (format.isPresent()) {
        SafeFile.write(file, path -> format.get().write(ChangeBook.of(comparisons), path));
      } else if (ending.equals("edl")) {
        TimelineFormat list = Formats.toWrite(file.toString()).orElseThrow();
        SafeFile.write(
            file,
            list.parts(
                ChangeTimeline.of(comparisons.getFirst()), Optional.empty(), Settings.INITIAL));
      } else {
        return Phrase.of(
            "%s cannot be written: its name has to end in .xlsx, .csv, .html, .pdf or .edl.", name);
      }
      return Phrase.of("Saved the changes in %s.", name);
    } catch (IOException e) {
      return Phrase.of("%s cannot be written: %s.", name, String.valueOf(e.getMessage()));
    }
  }
}
