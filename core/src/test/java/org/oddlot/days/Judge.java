package org.oddlot.days;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.days.Case.Laid;
import org.oddlot.days.Case.Truth;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotReader;
import org.oddlot.material.Material;
import org.oddlot.material.MeasuredOffset;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Engine;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.RunSheet;
import org.oddlot.profile.Field;
import org.oddlot.profile.Profile;
import org.oddlot.profile.Profiles;
import org.oddlot.progress.Progress;
import org.oddlot.sound.SoundFile;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Gap;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.TimelineObject;

/** Runs a case through files, reading and all passes, and counts what came of it. */
final class Judge {
  private static final Profile OWN = Profiles.own();

  /** What was counted. */
  record Count(int right, int wrong, int missed, List<String> wrongs, List<String> misses) {
    int all() {
      return right + wrong + missed;
    }

    Count and(Count other) {
      return new Count(
          right + other.right,
          wrong + other.wrong,
          missed + other.missed,
          both(wrongs, other.wrongs),
          both(misses, other.misses));
    }

    private static List<String> both(List<String> one, List<String> other) {
      var all = new ArrayList<>(one);
      all.addAll(other);
      return all;
    }

    static final Count NOTHING = new Count(0, 0, 0, List.of(), List.of());
  }

  private final Case day;
  private final Material material;
  private final List<String> wrongs = new ArrayList<>();
  private final List<String> misses = new ArrayList<>();
  private int right;

  Judge(Case day, Path folder) throws IOException {
    this.day = day;
    var files = new ArrayList<Path>();
    files.add(Files.writeString(folder.resolve("day.otio"), day.shoot.otio()));
    for (Map.Entry<String, byte[]> paper : day.papers.entrySet()) {
      files.add(Files.write(folder.resolve(paper.getKey()), paper.getValue()));
    }
    material =
        LotReader.read(Lot.of(files), Progress.NONE)
            .material()
            .with(SoundFile.class, day.sounds)
            .with(MeasuredOffset.class, day.heard);
  }

  Outcome run(Engine.Acceptance acceptance) {
    return new Engine(acceptance)
        .run(material, RunSheet.initial(), Answers.NONE, Optional.empty(), Progress.NONE);
  }

  Count count(Engine.Acceptance acceptance) {
    right = 0;
    wrongs.clear();
    misses.clear();
    Outcome outcome = run(acceptance);
    clips(outcome);
    sounds(outcome, acceptance);
    return new Count(right, wrongs.size(), misses.size(), List.copyOf(wrongs), List.copyOf(misses));
  }

  private void clips(Outcome outcome) {
    var clips = new HashMap<String, Clip>();
    outcome
        .end()
        .sources()
        .all()
        .forEach(source ->
            source.inBins().stream()
                .findFirst()
                .ifPresent(placed -> clips.put(source.id(), placed.clip())));
    for (Shoot.Take take : day.shoot.takes()) {
      for (Shoot.Clip each : take.clips()) {
        Clip clip = clips.get(each.id());
        Truth truth = day.truths.get(each.id());
        if (clip == null) {
          wrongs.add(each.id() + " is lost");
        } else {
          judge(each, clip, Optional.ofNullable(truth));
        }
      }
    }
  }

  private static String text(Clip clip, Field field) {
    return OWN.text(clip, field).orElse("");
  }

  private void judge(Shoot.Clip made, Clip clip, Optional<Truth> truth) {
    String scene = text(clip, Field.SCENE) + text(clip, Field.SHOT);
    String take = text(clip, Field.TAKE).replaceFirst(" (ser|PU)$", "").replaceFirst("^0+", "");
    String notes = text(clip, Field.NOTES);
    boolean circled = !text(clip, Field.CIRCLED).isEmpty();
    String card = text(clip, Field.REEL);
    if (!card.isEmpty() && !card.equals(made.card())) {
      wrongs.add(made.id() + " is said to be on card " + card);
      return;
    }
    boolean nothing = scene.isEmpty() && take.isEmpty() && notes.isEmpty() && !circled;
    if (truth.isEmpty()) {
      if (!nothing) {
        wrongs.add(made.id() + " is said to be " + scene + "/" + take + ": " + notes);
      }
      return;
    }
    Truth its = truth.get();
    if (nothing) {
      misses.add(made.id());
      return;
    }
    boolean isWrong =
        (!scene.isEmpty() && !its.scene().isEmpty() && !scene.equals(its.scene()))
            || (!take.isEmpty() && !its.take().isEmpty() && !take.equals(its.take()))
            || (!notes.isEmpty()
                && !its.remark().isEmpty()
                && !notes.contains(its.remark())
                && !notes.contains("see below"))
            || (circled && its.circled().filter(c -> !c).isPresent());
    boolean isPart =
        scene.isEmpty() != its.scene().isEmpty()
            || take.isEmpty() != its.take().isEmpty()
            || (!its.remark().isEmpty() && !notes.contains(its.remark()))
            || (!circled && its.circled().filter(c -> c).isPresent());
    String is = made.id() + " " + scene + "/" + take + (circled ? "*" : "") + " " + notes;
    if (isWrong) {
      wrongs.add(is + " but it is " + its);
    } else if (isPart) {
      misses.add(is + " of " + its);
    } else {
      right++;
    }
  }

  private void sounds(Outcome outcome, Engine.Acceptance acceptance) {
    var expected = new ArrayList<>(day.laid);
    for (Stack stack : stacks(outcome)) {
      String picture = stack.name();
      for (TimelineObject track : stack.children()) {
        if (track.name().equals("Picture") || track.name().equals("Camera sound")) {
          continue;
        }
        long at = 0;
        for (TimelineObject item : track.children()) {
          if (item instanceof Gap gap) {
            at += gap.duration().orElseThrow().value();
          } else if (item instanceof Clip clip) {
            TimeRange range = clip.sourceRange().orElseThrow();
            long media = clip.availableRange().orElseThrow().start().value();
            double first = range.start().value() - media - at;
            sound(picture, clip.name(), first, expected, acceptance);
            at += range.duration().value();
          }
        }
      }
    }
    expected.forEach(laid -> misses.add(laid.picture() + " without " + laid.recording()));
    told(outcome);
  }

  private void sound(
      String picture,
      String name,
      double first,
      List<Laid> expected,
      Engine.Acceptance acceptance) {
    Optional<Laid> laid =
        expected.stream()
            .filter(e -> e.picture().equals(picture) && e.recording().equals(name))
            .findFirst();
    double frame = 48_000 / day.shoot.rate().toDouble();
    double most = acceptance == Engine.Acceptance.ALL ? Math.max(day.slack, frame / 2) : frame / 2;
    if (laid.isEmpty()) {
      wrongs.add(picture + " has the sound of " + name);
    } else if (Math.abs(laid.get().first() - first) > most) {
      expected.remove(laid.get());
      wrongs.add(
          "%s has %s %.1f frames off"
              .formatted(picture, name, (first - laid.get().first()) / frame));
    } else {
      expected.remove(laid.get());
      right++;
    }
  }

  /** A recording that is not laid is told about: as wild, or with the reason. */
  private void told(Outcome outcome) {
    var step = outcome.step("sync").orElse(null);
    if (step == null || day.loose.isEmpty()) {
      return;
    }
    var told = new ArrayList<String>();
    step.analysis().remarks().forEach(remark -> told.add(remark.title()));
    step.reviewed().forEach(each -> told.add(each.finding().title()));
    for (String name : day.loose) {
      if (told.stream().anyMatch(title -> title.contains(name))) {
        right++;
      } else {
        misses.add(name + " is not told about");
      }
    }
  }

  private static List<Stack> stacks(Outcome outcome) {
    var stacks = new ArrayList<Stack>();
    outcome
        .end()
        .documents()
        .forEach(document ->
            Placed.root(document.root())
                .walk(placed -> {
                  if (placed.object() instanceof Stack stack) {
                    stacks.add(stack);
                  }
                }));
    return stacks;
  }
}
