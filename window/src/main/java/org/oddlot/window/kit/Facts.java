package org.oddlot.window.kit;

import java.util.List;
import javafx.geometry.HPos;
import javafx.geometry.VPos;
import javafx.scene.control.Label;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Priority;
import org.oddlot.pass.Evidence;

/** Evidence as rows of three: what, how much, and what that says. */
public final class Facts extends GridPane {

  private static final int FITS_ON_A_LINE = 28;

  /** No facts yet. */
  public Facts() {
    getStyleClass().add("facts");
    var what = new ColumnConstraints(76);
    var value = new ColumnConstraints();
    value.setHgrow(Priority.ALWAYS);
    var verdict = new ColumnConstraints();
    verdict.setHalignment(HPos.RIGHT);
    getColumnConstraints().addAll(what, value, verdict);
  }

  /** These facts. */
  public static Facts of(List<Evidence> evidence) {
    var facts = new Facts();
    evidence.forEach(facts::add);
    return facts;
  }

  /** Adds one; a verdict that does not fit beside the value goes below it. */
  public void add(Evidence evidence) {
    boolean figures = evidence.value().matches("[\\d:;.+−\\-–/ ]*");
    Label value = Words.paragraph(evidence.value(), figures ? "figures" : "fact");
    int row = getRowCount();
    Label what = Words.of(evidence.what(), "quiet");
    setValignment(what, VPos.TOP);
    add(what, 0, row);
    boolean beside = evidence.value().length() + evidence.verdict().length() <= FITS_ON_A_LINE;
    if (evidence.verdict().isEmpty() || !beside) {
      add(value, 1, row, 2, 1);
      if (!evidence.verdict().isEmpty()) {
        add(Words.paragraph(evidence.verdict(), "verdict", "quiet"), 1, row + 1, 2, 1);
      }
    } else {
      add(value, 1, row);
      add(Words.of(evidence.verdict(), "verdict"), 2, row);
    }
  }
}
