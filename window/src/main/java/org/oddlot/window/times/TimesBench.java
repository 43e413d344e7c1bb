package org.oddlot.window.times;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.Button;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import org.oddlot.caption.Timebase;
import org.oddlot.material.Programme;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.times.Fit;
import org.oddlot.pass.times.TimesFinding;
import org.oddlot.pass.times.TimesPass;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.FindingsBench;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.Wording;

/** The bench of Caption times: a row for each file of words, and the ways in which it can lie. */
public final class TimesBench extends FindingsBench<TimesFinding> {
  private final Button typed;

  /** The bench at {@code place}. */
  public TimesBench(Place place) {
    super(
        place,
        new TimesPass(),
        Wording.usual("times", "file")
            .answers("Accept", "accepted", "Decline", "left as it is")
            .where(
                "No captions and no transcript came in.",
                "Choose a file to see where it can lie."));
    typed = Actions.button("type-times", "Type two moments…", "T", this::type);
    table.column(rows -> {
      rows.words("File", 200, reviewed -> reviewed.finding().title());
      rows.figures(
          "Captions",
          70,
          reviewed ->
              switch (reviewed.finding()) {
                case TimesFinding.Lies lies -> Phrase.number(lies.count());
                case TimesFinding.Makes makes -> Phrase.number(makes.captions());
              });
      rows.words("Lies", 190, reviewed -> reviewed.finding().headline());
      rows.words("Why", 320, Reviewed::reason, "quiet");
    });
    layOut(
        List.of(settings(pass.settings())),
        typed,
        Actions.button("caption-sound", "Have a sound captioned…", "C", this::caption));
    table.choose(ALL);
  }

  @Override
  protected String answer() {
    return Phrase.count(table.all().size(), "file") + " of words";
  }

  @Override
  protected void selected(Optional<Reviewed<TimesFinding>> reviewed) {
    typed.setDisable(reviewed.flatMap(TimesBench::lies).isEmpty());
  }

  private static Optional<TimesFinding.Lies> lies(Reviewed<TimesFinding> reviewed) {
    return reviewed.finding() instanceof TimesFinding.Lies lies
        ? Optional.of(lies)
        : Optional.empty();
  }

  private void type() {
    Optional<TimesFinding.Lies> lies = table.current().flatMap(TimesBench::lies);
    if (lies.isEmpty()) {
      return;
    }
    Optional<Programme> programme = programme(lies.get());
    TypedTimes.ask(
        place.overlay(),
        lies.get().words(),
        programme.map(Programme::grid).orElse(new Timebase.Frames(FrameRate.FPS_25, false)),
        programme.map(Programme::id),
        fit ->
            session.decide(
                List.of(lies.get().id()),
                Optional.of(Decision.accept(Fit.CODEC, fit)),
                "placed " + lies.get().words() + " by hand, " + fit.inWords()));
  }

  /** The sounds of the lot that are at hand. */
  private List<Path> sounds() {
    return session
        .state()
        .outcome()
        .map(outcome -> outcome.start().sounds())
        .orElse(List.of())
        .stream()
        .flatMap(file -> file.path().stream())
        .distinct()
        .toList();
  }

  private void caption() {
    CaptionerAddress.ask(place.overlay(), sounds(), session::caption);
  }

  /** The programme that is proposed, else the first. */
  private Optional<Programme> programme(TimesFinding.Lies lies) {
    List<Programme> all = step().map(step -> step.before().derive(Programme.ALL)).orElse(List.of());
    Optional<String> proposed =
        lies.proposed().isEmpty()
            ? Optional.empty()
            : Fit.CODEC.decode(lies.proposed()).programme();
    return all.stream()
        .filter(programme -> proposed.filter(programme.id()::equals).isPresent())
        .findFirst()
        .or(() -> all.stream().findFirst());
  }

  @Override
  protected boolean otherKey(KeyEvent event) {
    if (event.getCode() == KeyCode.C) {
      caption();
      return true;
    }
    if (event.getCode() == KeyCode.T && !typed.isDisabled()) {
      type();
      return true;
    }
    return false;
  }

  @Override
  public List<KeyHint> keys() {
    var keys = new ArrayList<>(super.keys());
    keys.add(new KeyHint("T", "type one moment, or two, and when they are in the programme"));
    keys.add(new KeyHint("C", "have a sound captioned by a service at this machine"));
    return keys;
  }
}
