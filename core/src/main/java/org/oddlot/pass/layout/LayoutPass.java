package org.oddlot.pass.layout;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.oddlot.material.ClipSound;
import org.oddlot.material.Derived;
import org.oddlot.material.Material;
import org.oddlot.material.NewTimelines;
import org.oddlot.material.TimelineFile;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.progress.Progress;
import org.oddlot.setting.Setting;
import org.oddlot.setting.Settings;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;
import org.oddlot.timeline.Address;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Timeline;

/**
 * Makes timelines for the sound house: each role on its track. The timelines that are there stay as
 * they are. Before anything is made, the seconds of each role are added up in both and must be the
 * same.
 */
public final class LayoutPass implements Pass<LayoutFinding> {
  private static final List<String> STEMS = List.of("Dialogue", "Music", "Effects");

  /** The roles in the order of their tracks; those that are not in it come after, by stem. */
  public static final Setting<String> ORDER =
      Setting.textOrNothing(
          "order",
          "Order of roles",
          "Dialogue/Boom; Dialogue/Mix; Effects/Atmos",
          _ -> Optional.empty());

  /** Whether a channel of some clip has a role. */
  private static final Derived<Boolean> HAS_ROLES =
      Derived.of(
          Set.of(TimelineFile.class),
          material ->
              material.derive(ClipSound.NOTED).all().stream()
                  .flatMap(noted -> noted.channels().values().stream())
                  .anyMatch(note -> !note.role().isEmpty()));

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
  public List<Setting<?>> settings() {
    return List.of(ORDER);
  }

  @Override
  public Analysis<LayoutFinding> analyse(Request request) {
    Material material = request.material();
    Settings settings = request.settings();
    Progress progress = request.progress();
    var findings = new ArrayList<LayoutFinding>();
    for (TimelineFile document : material.documents()) {
      var timelines = new ArrayList<Placed>();
      Placed.root(document.root())
          .walk(placed -> {
            if (placed.object() instanceof Timeline) {
              timelines.add(placed);
            }
          });
      List<Map<String, Rational>> there =
          timelines.stream()
              .map(placed -> (Timeline) placed.object())
              .filter(RoleTracks::areIn)
              .map(timeline -> AudibleClips.in(timeline, document.profile()).secondsByRole())
              .toList();
      for (Placed placed : timelines) {
        if (!RoleTracks.areIn((Timeline) placed.object())) {
          progress.check();
          finding(
                  document,
                  material.address(document.name(), placed),
                  placed,
                  settings.get(ORDER),
                  there)
              .ifPresent(findings::add);
        }
      }
    }
    return Analysis.of(findings);
  }

  private static Optional<LayoutFinding> finding(
      TimelineFile document,
      Address address,
      Placed placed,
      String order,
      List<Map<String, Rational>> there) {
    var timeline = (Timeline) placed.object();
    AudibleClips heard = AudibleClips.in(timeline, document.profile());
    if (heard.pieces().isEmpty()) {
      return Optional.empty();
    }
    Map<String, Rational> before = heard.secondsByRole();
    RoleTracks.Made made =
        RoleTracks.of(timeline, heard, ordered(before.keySet(), order), document.profile());
    Map<String, Rational> after =
        AudibleClips.in(made.timeline(), document.profile()).secondsByRole();
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
            address,
            timeline,
            made.timeline(),
            there.contains(before) ? Standing.SETTLED : standing(before, after),
            there.contains(before)
                ? "a timeline with this sound by role is there"
                : reason(document, heard, before, after),
            evidence));
  }

  private static Standing standing(Map<String, Rational> before, Map<String, Rational> after) {
    if (before.keySet().equals(Set.of(AudibleClips.NO_ROLE))) {
      // Nobody who gave no roles is asked for tracks of them.
      return Standing.SETTLED;
    }
    return before.equals(after) ? Standing.TO_LOOK_AT : Standing.OPEN;
  }

  private static String reason(
      TimelineFile document,
      AudibleClips heard,
      Map<String, Rational> before,
      Map<String, Rational> after) {
    if (before.keySet().equals(Set.of(AudibleClips.NO_ROLE))) {
      return "none of its sound has a role yet";
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
        "%s of sound on %s%s%s",
        Phrase.count(heard.pieces().size(), "clip"),
        Phrase.count(before.size(), "role"),
        document.root() instanceof Bin
            ? ""
            : "; the file holds one timeline only, so it goes into a new file",
        carried);
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
            Comparator.comparing((String role) -> role.equals(AudibleClips.NO_ROLE))
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
  public Applied apply(Request request, List<Reviewed<LayoutFinding>> accepted) {
    Material material = request.material();
    var made = new NewTimelines(material);
    var claims = new ArrayList<Applied.Claim>();
    for (Reviewed<LayoutFinding> reviewed : accepted) {
      LayoutFinding finding = reviewed.finding();
      if (finding.standing() == Standing.TO_LOOK_AT) {
        made.add(finding.made(), material.document(finding.address().file()).orElseThrow());
        claims.add(new Applied.Claim(finding.made().identity(), "", reviewed.reason()));
      }
    }
    return new Applied(made.added(), claims);
  }

  @Override
  public boolean concerns(Material material) {
    return material.derive(HAS_ROLES);
  }
}
