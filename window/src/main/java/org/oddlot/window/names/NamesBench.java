package org.oddlot.window.names;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import javafx.scene.text.Text;
import javafx.scene.text.TextFlow;
import org.oddlot.caption.Span;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.names.Hit;
import org.oddlot.pass.names.Learned;
import org.oddlot.pass.names.NamesFinding;
import org.oddlot.pass.names.NamesPass;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.FindingsBench;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.ProgrammeSound;
import org.oddlot.window.kit.Wording;
import org.oddlot.window.kit.Words;

/** The bench of Names: what is written and what it may be, with every place beside. */
public final class NamesBench extends FindingsBench<NamesFinding> {
  private final ProgrammeSound sound;
  private int heard;

  /** The bench at {@code place}. */
  public NamesBench(Place place) {
    super(
        place,
        new NamesPass(),
        Wording.usual("names", "name")
            .answers("Accept", "put right", "Decline", "never")
            .where(
                "No name was misheard, or no list of names came in: a table with a column “Name”.",
                "Choose a row to see where it stands."));
    sound = new ProgrammeSound(session);
    table.column(rows -> {
      rows.words("Written", 160, reviewed -> reviewed.finding().heard());
      rows.words("Suggestion", 160, reviewed -> reviewed.finding().right());
      rows.figures("Places", 60, reviewed -> Phrase.number(reviewed.finding().hits().size()));
      rows.words("Why", 380, Reviewed::reason, "quiet");
    });
    layOut(
        List.of(),
        Actions.button("hear-name", "Hear it", "Space", this::play),
        Actions.button("new-term", "Words that are a name…", "N", () -> NewTerm.ask(place)),
        Actions.button("no-name", "Right as it is", "R", this::noName));
  }

  /** What is written is none of the names, wherever it stands; the lot keeps it. */
  private void noName() {
    table
        .current()
        .map(reviewed -> reviewed.finding().heard())
        .ifPresent(words ->
            session.order(
                "names",
                Learned.CODEC,
                Learned.rightAsItIs(words),
                "“" + words + "” is right as it is from now on"));
  }

  @Override
  protected String answer() {
    long places = table.all().stream().mapToLong(r -> r.finding().hits().size()).sum();
    return Phrase.of(
        "%s in %s",
        Phrase.count(table.all().size(), "spelling"), Phrase.count((int) places, "place"));
  }

  /** Each place is taken or left by itself. */
  @Override
  public Set<String> picking(Reviewed<NamesFinding> reviewed, Set<String> before, Choice choice) {
    var after = new LinkedHashSet<>(before);
    if (!after.remove(choice.id())) {
      after.add(choice.id());
    }
    return after;
  }

  @Override
  public Optional<Decision> acceptance(Reviewed<NamesFinding> reviewed, Set<String> picked) {
    return picked.isEmpty() ? Optional.empty() : Optional.of(Decision.accept(List.copyOf(picked)));
  }

  @Override
  public String whyNot(Reviewed<NamesFinding> reviewed) {
    return "Choose at least one place, or decline the name.";
  }

  @Override
  protected void selected(Optional<Reviewed<NamesFinding>> reviewed) {
    sound.stop();
    heard = 0;
  }

  @Override
  protected void showEvidence(Reviewed<NamesFinding> reviewed) {
    evidence.getChildren().add(Words.paragraph(sentence(reviewed.reason()), "reason"));
    List<Hit> hits = reviewed.finding().hits();
    evidence.getChildren().add(Words.section("In its places"));
    for (int i = 0; i < hits.size(); i++) {
      evidence.getChildren().add(line(hits.get(i), i));
    }
  }

  private VBox line(Hit hit, int index) {
    boolean taken = decisions.picked().contains(hit.id());
    boolean isApart = hit.after().isEmpty() || Character.isLetterOrDigit(hit.after().charAt(0));
    var flow =
        new TextFlow(
            text(hit.before() + " ", "context"),
            text(hit.heard(), "hit"),
            text((isApart ? " " : "") + hit.after(), "context"));
    flow.setMaxWidth(270);
    var head =
        new HBox(
            8,
            Words.of(index < 9 ? Integer.toString(index + 1) : " ", "figures", "quiet"),
            Words.of(hit.label(), "figures"),
            Words.spring(),
            Words.of(taken ? "" : "left", "quiet"));
    var box = new VBox(2, head, flow);
    if (!hit.witness().isEmpty()) {
      box.getChildren().add(Words.of("so in " + hit.witness(), "small", "quiet"));
    }
    box.getStyleClass().addAll("candidate", taken ? "candidate-chosen" : "candidate-other");
    box.setId("place-" + (index + 1));
    box.setAccessibleText(
        hit.before() + " " + hit.heard() + " " + hit.after() + (taken ? ", taken" : ""));
    box.setOnMouseClicked(_ -> decisions.pick(index));
    return box;
  }

  private static Text text(String words, String style) {
    var text = new Text(words);
    text.getStyleClass().add(style);
    return text;
  }

  /** Plays the places one after the other, each time the next. */
  private void play() {
    table
        .current()
        .filter(reviewed -> !reviewed.finding().hits().isEmpty())
        .ifPresent(reviewed -> {
          List<Hit> hits = reviewed.finding().hits();
          Hit hit = hits.get(heard++ % hits.size());
          step()
              .ifPresent(step ->
                  sound.play(
                      step.before(),
                      hit.file(),
                      new Span(hit.at(), hit.at().plus(Rational.of(4)))));
        });
  }

  @Override
  protected boolean otherKey(KeyEvent event) {
    if (event.getCode() == KeyCode.SPACE) {
      play();
      return true;
    }
    if (event.getCode() == KeyCode.R) {
      noName();
      return true;
    }
    if (event.getCode() == KeyCode.N) {
      NewTerm.ask(place);
      return true;
    }
    return false;
  }

  @Override
  public List<KeyHint> keys() {
    var keys = new ArrayList<>(super.keys());
    keys.add(new KeyHint("1 … 9", "leave a place out, or take it again"));
    keys.add(new KeyHint("Space", "hear the next of its places"));
    keys.add(new KeyHint("N", "say which words are always a name"));
    keys.add(new KeyHint("R", "what is written is right, and none of the names"));
    return keys;
  }
}
