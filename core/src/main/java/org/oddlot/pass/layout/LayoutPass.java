package org.oddlot.pass.layout;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Document;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Judged;
import org.oddlot.pass.Look;
import org.oddlot.pass.Matter;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Progress;
import org.oddlot.pass.Setting;
import org.oddlot.pass.Settings;
import org.oddlot.pass.Standing;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Edits;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;

/**
 * Makes timelines for the sound house: each role on its track. The timelines that are there stay as
 * they are. Before anything is made, the seconds of each role are added up in both and must be the
 * same.
 */
public final class LayoutPass implements Pass {
  private static final List<String> STEMS = List.of("Dialogue", "Music", "Effects");

  /** The roles in the order of their tracks; those that are not in it come after, by stem. */
  public static final Setting ORDER = Setting.textOrNothing("order", "Order of roles");

  @Override
  public String id() {
    return "layout";
  }

  @Override
  public String title() {
    return "Sound tracks";
  }

  @Override
  public String question() {
    return "Which timelines get a track for each role?";
  }

  @Override
  public List<Setting> settings() {
    return List.of(ORDER);
  }

  @Override
  public Look look(
      Matter matter, Settings settings, Map<String, Decision> decisions, Progress progress) {
    var findings = new ArrayList<LayoutFinding>();
    for (Document document : matter.documents()) {
      var timelines = new ArrayList<Timeline>();
      Placed.root(document.root())
          .walk(placed -> {
            if (placed.object() instanceof Timeline timeline) {
              timelines.add(timeline);
            }
          });
      List<Map<String, Rational>> there =
          timelines.stream()
              .filter(RoleTracks::areIn)
              .map(timeline -> Heard.in(timeline, document.profile()).secondsByRole())
              .toList();
      for (Timeline timeline : timelines) {
        if (!RoleTracks.areIn(timeline)) {
          progress.check();
          finding(document, timeline, settings.text(ORDER), there).ifPresent(findings::add);
        }
      }
    }
    return Look.of(findings);
  }

  private static Optional<LayoutFinding> finding(
      Document document, Timeline timeline, String order, List<Map<String, Rational>> there) {
    Heard heard = Heard.in(timeline, document.profile());
    if (heard.pieces().isEmpty()) {
      return Optional.empty();
    }
    Map<String, Rational> before = heard.secondsByRole();
    RoleTracks.Made made =
        RoleTracks.of(timeline, heard, ordered(before.keySet(), order), document.profile());
    Map<String, Rational> after = Heard.in(made.timeline(), document.profile()).secondsByRole();
    var evidence = new ArrayList<Evidence>();
    Set<String> roles = new TreeSet<>(before.keySet());
    roles.addAll(after.keySet());
    for (String role : ordered(roles, order)) {
      Rational was = before.getOrDefault(role, Rational.ZERO);
      Rational is = after.getOrDefault(role, Rational.ZERO);
      evidence.add(
          new Evidence(
              role,
              was.toDecimal(2) + " s",
              was.equals(is) ? "the same after" : is.toDecimal(2) + " s after"));
    }
    if (made.lostFades() > 0) {
      evidence.add(
          new Evidence(
              "fades", Integer.toString(made.lostFades()), "lead to another role, left out"));
    }
    return Optional.of(
        new LayoutFinding(
            document.name(),
            timeline,
            made.timeline(),
            there.contains(before) ? Standing.SETTLED : standing(document, before, after),
            there.contains(before)
                ? "a timeline with this sound by role is there"
                : reason(document, heard, before, after),
            evidence));
  }

  private static Standing standing(
      Document document, Map<String, Rational> before, Map<String, Rational> after) {
    if (before.keySet().equals(Set.of(Heard.NO_ROLE))) {
      // Nobody who gave no roles is asked for tracks of them.
      return Standing.SETTLED;
    }
    return document.root() instanceof Bin && before.equals(after)
        ? Standing.TO_LOOK_AT
        : Standing.OPEN;
  }

  private static String reason(
      Document document, Heard heard, Map<String, Rational> before, Map<String, Rational> after) {
    if (before.keySet().equals(Set.of(Heard.NO_ROLE))) {
      return "none of its sound has a role yet";
    }
    if (!(document.root() instanceof Bin)) {
      return "the file is a timeline by itself and has no bin for another";
    }
    if (!before.equals(after)) {
      return "the seconds of its roles would not be the same afterwards";
    }
    String carried =
        heard.notUnderstood().isEmpty()
            ? ""
            : Phrase.of(
                "; \"%s\" is not understood and not in it", heard.notUnderstood().getFirst());
    return Phrase.of(
        "%s of sound on %s%s",
        Phrase.count(heard.pieces().size(), "clip"), Phrase.count(before.size(), "role"), carried);
  }

  /** Roles in the order that was set, then by stem, those without a role last. */
  private static List<String> ordered(Set<String> roles, String order) {
    var list = new LinkedHashSet<String>();
    Stream.of(order.split("[;,\\n]", -1))
        .map(String::strip)
        .filter(roles::contains)
        .forEach(list::add);
    roles.stream()
        .sorted(
            Comparator.comparing((String role) -> role.equals(Heard.NO_ROLE))
                .thenComparingInt(LayoutPass::stemOrder)
                .thenComparing(role -> role))
        .forEach(list::add);
    return List.copyOf(list);
  }

  private static int stemOrder(String role) {
    int index = STEMS.indexOf(role.substring(0, Math.max(0, role.indexOf('/'))));
    return index < 0 ? STEMS.size() : index;
  }

  @Override
  public Applied apply(Matter matter, Settings settings, List<Judged> accepted, Progress progress) {
    Map<String, List<TimelineObject>> made = new HashMap<>();
    var claims = new ArrayList<Applied.Claim>();
    for (Judged judged : accepted) {
      var finding = (LayoutFinding) judged.finding();
      if (finding.standing() == Standing.TO_LOOK_AT) {
        made.computeIfAbsent(finding.document(), _ -> new ArrayList<>()).add(finding.made());
        claims.add(new Applied.Claim(finding.made().identity(), "", judged.reason()));
      }
    }
    var edits = new HashMap<String, Edits>();
    made.forEach((name, timelines) ->
        edits.put(
            name,
            new Edits()
                .change(
                    matter.document(name).orElseThrow().root(),
                    root ->
                        root.withChildren(
                            Stream.<TimelineObject>concat(
                                    root.children().stream(), timelines.stream())
                                .toList()))));
    return new Applied(matter.withEdits(edits), claims);
  }
}
