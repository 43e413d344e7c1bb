package org.oddlot.window.tag;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.collections.ListChangeListener;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import org.jspecify.annotations.Nullable;
import org.oddlot.material.PlacedClip;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.tag.Mark;
import org.oddlot.pass.tag.NamePattern;
import org.oddlot.pass.tag.Note;
import org.oddlot.pass.tag.TagFinding;
import org.oddlot.pass.tag.TagPass;
import org.oddlot.profile.Field;
import org.oddlot.window.kit.DataTable;
import org.oddlot.window.kit.Facts;
import org.oddlot.window.kit.FindingsBench;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.SettingsBar;
import org.oddlot.window.kit.Wording;
import org.oddlot.window.kit.Words;

/** The bench of Name and tag: what is written into each clip, and what would be overwritten. */
public final class TagBench extends FindingsBench<TagFinding> {
  private final SettingsBar names = settings(List.of(TagPass.NAME));
  private final Label preview = Words.of("", "quiet");
  private @Nullable TextField followed;

  /** The bench at {@code place}. */
  public TagBench(Place place) {
    super(
        place,
        new TagPass(),
        Wording.usual("tag", "clip")
            .answers("Accept", "accepted", "Decline", "left alone")
            .where(
                "Nothing is matched yet. Once clips are matched, this is what is written into them.",
                "Choose a clip to see what is written."));
    table.column(TagBench::columns);
    preview.setId("name-preview");
    names.getChildren().addListener((ListChangeListener<Node>) _ -> follow());
    var naming = new HBox(12, names, preview);
    naming.setAlignment(Pos.CENTER_LEFT);
    layOut(
        List.of(
            naming,
            settings(
                List.of(
                    TagPass.KEYWORDS,
                    TagPass.BINS,
                    TagPass.SELECTS,
                    TagPass.USES,
                    TagPass.OVERWRITE))));
  }

  /** Shows what a pattern makes of the lot's own clips while it is typed. */
  private void follow() {
    names
        .field(TagPass.NAME)
        .filter(field -> !field.equals(followed))
        .ifPresent(field -> {
          followed = field;
          field.setPrefColumnCount(26);
          field.textProperty().addListener((_, _, text) -> preview(text));
          preview(field.getText());
        });
  }

  private void preview(String text) {
    Optional<String> problem = text.isBlank() ? Optional.empty() : NamePattern.problem(text);
    preview.getStyleClass().setAll("label", problem.isPresent() ? "trouble" : "quiet");
    if (text.isBlank()) {
      preview.setText("clips keep their names");
    } else if (problem.isPresent()) {
      preview.setText(problem.get());
    } else {
      NamePattern pattern = NamePattern.parse(text);
      preview.setText(
          table.all().stream()
              .map(Reviewed::finding)
              .filter(finding -> !finding.tokens().getOrDefault("take", "").isEmpty())
              .limit(3)
              .map(finding -> finding.title() + " → " + pattern.name(finding.tokens()))
              .collect(Collectors.joining("   ")));
    }
  }

  private static void columns(DataTable<Reviewed<TagFinding>> rows) {
    rows.words("Clip", 92, reviewed -> reviewed.finding().title());
    rows.words("New name", 96, reviewed -> reviewed.finding().newName().orElse(""));
    rows.words("Scene", 58, reviewed -> note(reviewed, Field.SCENE));
    rows.words("Take", 50, reviewed -> note(reviewed, Field.TAKE));
    rows.words("Cam", 48, reviewed -> note(reviewed, Field.CAMERA));
    rows.words("Circled", 68, reviewed -> note(reviewed, Field.CIRCLED).isEmpty() ? "" : "yes");
    rows.words("Notes", 150, reviewed -> note(reviewed, Field.NOTES));
    rows.words("Marks", 84, TagBench::marks);
    rows.words("From", 90, reviewed -> from(reviewed.finding()), "quiet");
  }

  private static String note(Reviewed<TagFinding> reviewed, Field field) {
    return reviewed.finding().notes().stream()
        .filter(note -> note.field() == field)
        .map(Note::words)
        .findFirst()
        .orElse("")
        .replace('\n', ' ');
  }

  private static String marks(Reviewed<TagFinding> reviewed) {
    return reviewed.finding().marks().stream().map(Mark::name).collect(Collectors.joining(", "));
  }

  private static String from(TagFinding finding) {
    return finding.entries().stream()
        .map(entry -> Integer.toString(entry.row()))
        .collect(Collectors.joining(", ", finding.entries().size() == 1 ? "row " : "rows ", ""));
  }

  @Override
  protected String words(Reviewed<TagFinding> reviewed) {
    var finding = reviewed.finding();
    String notes = finding.notes().stream().map(Note::words).collect(Collectors.joining(" "));
    return finding.title() + " " + notes + " " + marks(reviewed);
  }

  @Override
  protected void showEvidence(Reviewed<TagFinding> reviewed) {
    var finding = reviewed.finding();
    evidence
        .getChildren()
        .add(
            finding.conflicts().isEmpty()
                ? Words.paragraph("From " + finding.reason(), "quiet")
                : Words.paragraph(finding.reason(), "reason"));
    if (!finding.conflicts().isEmpty()) {
      evidence.getChildren().addAll(Words.section("There already"), Facts.of(finding.conflicts()));
    }
    evidence.getChildren().add(Words.section("Will write"));
    var facts = new Facts();
    finding.newName().ifPresent(name -> facts.add(new Evidence("name", name, "")));
    finding.notes().forEach(note -> facts.add(new Evidence(note.title(), note.words(), "")));
    evidence.getChildren().add(facts);
    if (!finding.marks().isEmpty()) {
      evidence.getChildren().add(Words.section("Will mark"));
      finding
          .marks()
          .forEach(mark -> evidence.getChildren().add(Words.paragraph(mark.words(), "will-write")));
    }
    evidence.getChildren().add(Words.section("Into"));
    finding.source().clips().limit(12).forEach(clip -> evidence.getChildren().add(place(clip)));
  }

  private static Node place(PlacedClip clip) {
    return Words.paragraph(clip.place().path(), "quiet");
  }
}
