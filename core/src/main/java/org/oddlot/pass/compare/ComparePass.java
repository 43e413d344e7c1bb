package org.oddlot.pass.compare;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.oddlot.compare.Change;
import org.oddlot.compare.ChangeBook;
import org.oddlot.compare.Compared;
import org.oddlot.compare.Comparison;
import org.oddlot.compare.Hands;
import org.oddlot.compare.Shot;
import org.oddlot.compare.TimelinePairs;
import org.oddlot.compare.Version;
import org.oddlot.material.CutSpot;
import org.oddlot.material.Material;
import org.oddlot.material.Source;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Codec;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.setting.Setting;
import org.oddlot.setting.Settings;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.timeline.Address;

/**
 * Compares two versions of a timeline, shot by shot. What it finds changes nothing in the files; it
 * goes out as reports and lists.
 */
public final class ComparePass implements Pass<ChangeFinding> {
  /** The older version: a file or a timeline by its name. */
  public static final Setting<String> BEFORE =
      Setting.textOrNothing(
          "before", "Before", "the first, or a file or timeline", _ -> Optional.empty());

  /** The newer version. */
  public static final Setting<String> AFTER =
      Setting.textOrNothing(
          "after", "After", "the second, or a file or timeline", _ -> Optional.empty());

  /** Of what may be the same shot so many are offered. */
  private static final int MOST_OFFERED = 4;

  @Override
  public String id() {
    return "compare";
  }

  @Override
  public String title() {
    return "Compare";
  }

  @Override
  public String question() {
    return "What changed between the two?";
  }

  @Override
  public List<Setting<?>> settings() {
    return List.of(BEFORE, AFTER);
  }

  @Override
  public Codec<?> answers() {
    return Codec.CHOICES;
  }

  @Override
  public boolean isOnByItself() {
    return false;
  }

  @Override
  public boolean concerns(Material material) {
    return TimelinePairs.in(material).size() > 1;
  }

  private static TimelinePairs pairs(Material material, Settings settings) {
    return TimelinePairs.in(material, settings.get(BEFORE), settings.get(AFTER));
  }

  @Override
  public Analysis<ChangeFinding> analyse(Request request) {
    TimelinePairs pairs = pairs(request.material(), request.settings());
    var findings = new ArrayList<ChangeFinding>();
    var remarks = new ArrayList<Analysis.Remark>();
    for (TimelinePairs.Versions each : pairs.pairs()) {
      request.progress().check();
      Comparison comparison = each.compared(Hands.NONE);
      var telling = new Telling(request.material(), comparison);
      comparison.changes().forEach(change -> findings.add(telling.finding(change)));
      for (Comparison.Media media : comparison.media()) {
        remarks.add(
            new Analysis.Remark(
                media.after().id(),
                media.after().name(),
                Phrase.of("is taken for %s", media.before().id())));
      }
      unknown(comparison.before(), remarks);
      unknown(comparison.after(), remarks);
    }
    pairs.left().forEach(left -> remarks.add(new Analysis.Remark(left, "Timeline", left)));
    for (Setting<String> setting : List.of(BEFORE, AFTER)) {
      TimelinePairs.notThere(request.material(), request.settings().get(setting))
          .ifPresent(why -> remarks.add(new Analysis.Remark(setting.key(), setting.title(), why)));
    }
    return Analysis.of(findings, remarks);
  }

  private static void unknown(Version version, List<Analysis.Remark> remarks) {
    version
        .notUnderstood()
        .forEach(place ->
            remarks.add(
                new Analysis.Remark(
                    place.path(), place.object().name(), "is not understood, and not compared")));
  }

  @Override
  public Applied apply(Request request, List<Reviewed<ChangeFinding>> accepted) {
    Map<String, String> same = new HashMap<>();
    Set<String> apart = new HashSet<>();
    for (Reviewed<ChangeFinding> each : accepted) {
      Optional<String> was = each.finding().change().before().flatMap(ComparePass::key);
      for (String chosen : each.chosen()) {
        if (chosen.equals(ChangeFinding.APART)) {
          was.ifPresent(apart::add);
        } else if (chosen.startsWith(ChangeFinding.SAME + " ")) {
          was.ifPresent(key -> same.put(key, chosen.substring(ChangeFinding.SAME.length() + 1)));
        }
      }
    }
    TimelinePairs pairs = pairs(request.material(), request.settings());
    var compared = new ArrayList<Comparison>();
    for (TimelinePairs.Versions each : pairs.pairs()) {
      Comparison byItself = each.compared(Hands.NONE);
      apart.addAll(saidNotSo(request, byItself));
      compared.add(byItself);
    }
    var hands = new Hands(same, apart);
    if (!hands.equals(Hands.NONE)) {
      compared.replaceAll(each -> Comparison.of(each.before(), each.after(), hands));
    }
    return new Applied(
        request.material().with(Compared.class, List.of(new Compared(compared))), List.of());
  }

  /** Shots that are taken for others, of which somebody says that it is not so. */
  private static Set<String> saidNotSo(Request request, Comparison comparison) {
    var telling = new Telling(request.material(), comparison);
    var apart = new HashSet<String>();
    for (Change change : comparison.changes()) {
      boolean isPair = change.before().isPresent() && change.after().isPresent();
      if (isPair
          && request
              .answers()
              .decision(telling.finding(change).id())
              .filter(said -> !said.isAccepted())
              .isPresent()) {
        change.before().flatMap(ComparePass::key).ifPresent(apart::add);
      }
    }
    return apart;
  }

  private static Optional<String> key(Change.Spot spot) {
    return spot.shots().stream().findFirst().map(shot -> shot.event().place().key());
  }

  /** Tells the changes of one comparison as findings. */
  private static final class Telling {
    private final Material material;
    private final Version before;
    private final Version after;
    private final List<Shot> fresh;

    Telling(Material material, Comparison comparison) {
      this.material = material;
      this.before = comparison.before();
      this.after = comparison.after();
      this.fresh =
          comparison.changes().stream()
              .filter(change -> change.kind() == Change.Kind.NEW)
              .flatMap(change -> change.shot().stream())
              .toList();
    }

    ChangeFinding finding(Change change) {
      long later = change.later();
      Change.Spot is = change.after().orElseGet(() -> moved(change.before().orElseThrow(), later));
      Change.Spot was =
          change.before().orElseGet(() -> moved(change.after().orElseThrow(), -later));
      return new ChangeFinding(
          change,
          change.before().map(spot -> address(spot, before)),
          change.after().map(spot -> address(spot, after)),
          change.before().map(spot -> before.label(spot.in())),
          change.after().map(spot -> after.label(spot.in())),
          spot(is, after),
          spot(was, before),
          choices(change),
          evidence(change));
    }

    private static Change.Spot moved(Change.Spot spot, long by) {
      return new Change.Spot(Math.max(0, spot.in() + by), Math.max(0, spot.out() + by), List.of());
    }

    private Address address(Change.Spot spot, Version version) {
      return material.address(
          version.document().name(),
          spot.shots().stream()
              .findFirst()
              .map(shot -> shot.event().place())
              .orElse(version.place()));
    }

    private CutSpot spot(Change.Spot spot, Version version) {
      Rational frame = version.rate().frameDuration();
      return new CutSpot(
          material.address(version.document().name(), version.place()),
          frame.times(spot.in()),
          frame.times(spot.out()));
    }

    private List<Choice> choices(Change change) {
      if (change.kind() == Change.Kind.GONE) {
        Shot gone = change.shot().orElseThrow();
        return fresh.stream()
            .filter(shot -> shot.lane().kind().equals(gone.lane().kind()))
            .sorted(
                Comparator.comparing((Shot shot) -> !isOneSource(shot, gone))
                    .thenComparingLong(shot -> Math.abs(shot.in() - gone.in() - change.later())))
            .limit(MOST_OFFERED)
            .map(shot ->
                new Choice(
                    ChangeFinding.SAME + " " + shot.event().place().key(),
                    Phrase.of("The same shot as %s at %s", shot.name(), after.label(shot.in())),
                    List.of()))
            .toList();
      }
      if (change.doubt().isEmpty()) {
        return List.of();
      }
      return List.of(
          new Choice(ChangeFinding.SAME, "It is the same shot", List.of()),
          new Choice(ChangeFinding.APART, "They are two shots", List.of()));
    }

    private static boolean isOneSource(Shot one, Shot other) {
      return one.source().map(Source::id).equals(other.source().map(Source::id));
    }

    private List<Evidence> evidence(Change change) {
      var evidence = new ArrayList<Evidence>();
      Optional<Shot> was = change.before().flatMap(spot -> spot.shots().stream().findFirst());
      Optional<Shot> is = change.after().flatMap(spot -> spot.shots().stream().findFirst());
      evidence.add(both("source", was.map(Telling::source), is.map(Telling::source)));
      evidence.add(
          both(
              "from",
              was.flatMap(ChangeBook::mediaIn).map(Object::toString),
              is.flatMap(ChangeBook::mediaIn).map(Object::toString)));
      evidence.add(
          both(
              "length",
              change.before().map(spot -> length(spot, before)),
              change.after().map(spot -> length(spot, after))));
      evidence.add(
          both(
              "record",
              change.before().map(spot -> before.label(spot.in()).toString()),
              change.after().map(spot -> after.label(spot.in()).toString())));
      if (change.later() != 0) {
        evidence.add(
            new Evidence(
                "everything",
                RationalTime.of(change.later(), after.rate()).inWords(),
                change.later() > 0 ? "later here" : "earlier here"));
      }
      evidence.removeIf(each -> each.value().isEmpty());
      return evidence;
    }

    private static String source(Shot shot) {
      return shot.source().map(Source::name).orElse("generated");
    }

    private static String length(Change.Spot spot, Version version) {
      return RationalTime.of(spot.out() - spot.in(), version.rate()).inWords();
    }

    private static Evidence both(String what, Optional<String> was, Optional<String> is) {
      if (was.isPresent() && is.isPresent()) {
        return was.equals(is)
            ? new Evidence(what, is.get(), "same")
            : new Evidence(what, is.get(), "was " + was.get());
      }
      return new Evidence(what, is.or(() -> was).orElse(""), "");
    }
  }
}
