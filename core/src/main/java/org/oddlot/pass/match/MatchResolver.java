package org.oddlot.pass.match;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.oddlot.material.Sources;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Sentence;
import org.oddlot.pass.Standing;
import org.oddlot.pass.match.Candidate.Agreement;
import org.oddlot.pass.match.CandidateFinder.Seen;

/**
 * Weighs what was seen of all entries against each other: one entry to one source of each camera.
 */
final class MatchResolver {
  private final List<Seen> seen;
  private final Sources sources;
  private final Answers answers;

  /** Who of a paper wants a source, nearest first. */
  private final Map<Wanted, List<Claim>> claims;

  /** The sources that somebody wants. */
  private final Set<String> claimed = new HashSet<>();

  /** Who gets what where several want the same. */
  private @Nullable Clusters clusters;

  private record Claim(LogEntry entry, long distance, boolean byHand) {}

  /** Another paper may well speak of the same clip. */
  private record Wanted(String source, String paper) {}

  private final CandidateFinder sight;
  private final Trust trust;

  MatchResolver(
      List<Seen> seen, CandidateFinder sight, Trust trust, Sources sources, Answers answers) {
    this.seen = seen;
    this.sight = sight;
    this.trust = trust;
    this.sources = sources;
    this.answers = answers;
    this.claims = HashMap.newHashMap(seen.size());
    for (Seen one : seen) {
      if (one.entry().kind() == LogEntry.Kind.SHOT) {
        claim(one);
      }
    }
    for (List<Claim> rivals : claims.values()) {
      rivals.sort(
          Comparator.comparingInt((Claim c) -> c.byHand ? 0 : 1)
              .thenComparingLong(Claim::distance)
              .thenComparingInt(c -> c.entry.row()));
    }
  }

  private void claim(Seen one) {
    Optional<Decision> decision = decision(one);
    if (decision.isPresent()) {
      // What a person declined claims nothing; what a person paired claims just that.
      for (String id : decision.get().isAccepted() ? decision.get().chosen() : List.<String>of()) {
        addClaim(id, new Claim(one.entry(), 0, true));
      }
      return;
    }
    List<Candidate> named = right(one);
    if (!named.isEmpty()) {
      named.forEach(c -> addClaim(c.source().id(), new Claim(one.entry(), 0, false)));
      return;
    }
    for (List<Candidate> group : byCamera(one).values()) {
      Candidate nearest = group.getFirst();
      addClaim(nearest.source().id(), new Claim(one.entry(), nearest.distance(), false));
    }
  }

  private void addClaim(String source, Claim claim) {
    claims
        .computeIfAbsent(new Wanted(source, claim.entry.paper()), _ -> new ArrayList<>(1))
        .add(claim);
    claimed.add(source);
  }

  private Optional<Decision> decision(Seen one) {
    return answers.decision(MatchFinding.idOf(one.entry()));
  }

  /**
   * The candidates of each camera that the entry may mean, nearest first, for the cameras of which
   * one fits. One that is a little too far away is among them: it may be as good as the one that is
   * just near enough.
   */
  private static Map<String, List<Candidate>> byCamera(Seen one) {
    var groups = new LinkedHashMap<String, List<Candidate>>();
    for (Candidate candidate : one.candidates()) {
      if (!candidate.isOfAnother()) {
        groups.computeIfAbsent(candidate.source().camera(), _ -> new ArrayList<>(2)).add(candidate);
      }
    }
    groups.values().removeIf(group -> !one.fits(group.getFirst()));
    for (List<Candidate> group : groups.values()) {
      // What is on the card that the entry names is meant, whatever else starts then.
      if (group.size() > 1 && group.stream().anyMatch(c -> c.isNamed() && one.fits(c))) {
        group.removeIf(c -> !c.isNamed());
      }
    }
    return groups;
  }

  /** First what timecodes and names say, then what follows from it for scenes and takes. */
  List<MatchFinding> findings() {
    // Who claims what is known by now; each verdict is found by itself.
    List<MatchFinding> first = seen.parallelStream().map(this::finding).toList();
    if (seen.stream().noneMatch(MatchResolver::isOnlyBySlate)) {
      return first;
    }
    var slates = new Slates(sources.all());
    first.forEach(finding -> tell(finding, slates));
    var sequels = new Sequels(sources, first);
    var findings = new ArrayList<MatchFinding>(first.size());
    var taken = new HashMap<String, LogEntry>();
    for (int i = 0; i < first.size(); i++) {
      Seen one = seen.get(i);
      MatchFinding known = isOnlyBySlate(one) ? bySlate(one, slates, taken) : first.get(i);
      Optional<Sequels.Sequel> sequel =
          known.candidates().isEmpty() ? sequels.of(one.entry()) : Optional.empty();
      findings.add(sequel.map(its -> inOrder(one, its)).orElse(known));
    }
    return findings;
  }

  private static boolean isOnlyBySlate(Seen one) {
    return one.entry().kind() == LogEntry.Kind.SHOT
        && one.candidates().isEmpty()
        && one.entry().in().isEmpty();
  }

  /** What a person or the pass itself settled says which scene and take a source is. */
  private void tell(MatchFinding finding, Slates slates) {
    Optional<Decision> decision = answers.decision(finding.id());
    boolean holds =
        decision.map(Decision::isAccepted).orElse(finding.standing() == Standing.SETTLED);
    if (!holds || finding.entry().kind() != LogEntry.Kind.SHOT) {
      return;
    }
    List<String> ids =
        decision.map(Decision::chosen).filter(c -> !c.isEmpty()).orElse(finding.proposed());
    for (String id : ids) {
      sources.byId(id).ifPresent(source -> slates.add(source, finding.entry()));
    }
  }

  private MatchFinding bySlate(Seen one, Slates slates, Map<String, LogEntry> taken) {
    List<Candidate> candidates =
        slates.of(one.entry()).stream().map(known -> sight.bySlate(one.entry(), known)).toList();
    if (candidates.isEmpty()) {
      OptionalInt crowd = slates.crowd(one.entry());
      return finding(
          one,
          List.of(),
          Standing.OPEN,
          crowd.isPresent()
              ? new Diagnosis.SeveralOfName("the scene and take", crowd.getAsInt())
              : whyNoSlate(one));
    }
    Seen known =
        new Seen(one.entry(), candidates, Optional.empty(), Optional.empty(), one.tolerance());
    List<Candidate> right =
        candidates.stream()
            .filter(c -> c.sameDate() != Agreement.DIFFERENT)
            .filter(c -> !c.isOfAnother())
            .toList();
    if (right.isEmpty()) {
      return finding(known, List.of(), Standing.TO_LOOK_AT, new Diagnosis.SlateOfAnother());
    }
    for (List<Candidate> group : groups(right).values()) {
      if (group.size() > 1) {
        return finding(known, List.of(), Standing.TO_LOOK_AT, new Diagnosis.TwoOfSlate(group));
      }
    }
    LogEntry before =
        taken.putIfAbsent(one.entry().paper() + ":" + Slates.key(one.entry()), one.entry());
    if (before != null && right.size() == candidates.size()) {
      return finding(known, right, Standing.TO_LOOK_AT, new Diagnosis.SlateLogged(before.row()));
    }
    return finding(
        known,
        right,
        Standing.SETTLED,
        new Diagnosis.BySlate(right, right.getFirst().slateFrom().orElseThrow()));
  }

  /** The clip that follows those of the takes before it in the same row. */
  private MatchFinding inOrder(Seen one, Sequels.Sequel sequel) {
    List<Candidate> following =
        sequel.sources().stream()
            .map(source ->
                sight.bySlate(
                    one.entry(), new Slates.Known(source, "in the order of row " + sequel.row())))
            .toList();
    boolean isOther = following.stream().anyMatch(Candidate::isOfAnother);
    return finding(
        new Seen(one.entry(), following, Optional.empty(), Optional.empty(), one.tolerance()),
        isOther ? List.of() : following,
        isOther ? Standing.TO_LOOK_AT : sequel.standing(),
        new Diagnosis.InOrder(
            sequel.row(), following, sequel.nth(), sequel.standing() != Standing.SETTLED));
  }

  private static Diagnosis whyNoSlate(Seen one) {
    return Slates.key(one.entry()).isEmpty() || !one.entry().clip().isEmpty()
        ? one.whyNone().orElse(new Diagnosis.NoTimecode())
        : new Diagnosis.NoSuchSlate();
  }

  private static Map<String, List<Candidate>> groups(List<Candidate> candidates) {
    return candidates.stream()
        .collect(
            Collectors.groupingBy(
                candidate -> candidate.source().camera(), LinkedHashMap::new, Collectors.toList()));
  }

  private MatchFinding finding(Seen one) {
    if (one.whyNone().isPresent()) {
      return finding(one, List.of(), Standing.OPEN, one.whyNone().get());
    }
    return one.entry().kind() == LogEntry.Kind.SHOT ? shot(one) : stretch(one);
  }

  /** The candidates that the entry names and that nothing speaks against. */
  private static List<Candidate> right(Seen one) {
    if (one.entry().clip().isEmpty()) {
      return List.of();
    }
    List<Candidate> right =
        one.candidates().stream()
            .filter(c -> c.sameName() == Agreement.SAME)
            .filter(c -> c.sameDate() != Agreement.DIFFERENT)
            .filter(c -> !c.isOfAnother())
            .filter(one::fits)
            .toList();
    boolean onItsCard = right.stream().anyMatch(c -> c.sameReel() == Agreement.SAME);
    return onItsCard ? right.stream().filter(c -> c.sameReel() == Agreement.SAME).toList() : right;
  }

  /** What the clip's name in the log says; empty where it says nothing. */
  private Optional<MatchFinding> named(Seen one) {
    if (one.entry().clip().isEmpty()) {
      return Optional.empty();
    }
    List<Candidate> named =
        one.candidates().stream().filter(c -> c.sameName() == Agreement.SAME).toList();
    if (named.isEmpty()) {
      return Optional.empty();
    }
    List<Candidate> right = right(one);
    if (right.isEmpty()) {
      Candidate first = named.getFirst();
      return Optional.of(
          finding(one, List.of(first), Standing.TO_LOOK_AT, new Diagnosis.NamedButApart(first)));
    }
    for (List<Candidate> group : groups(right).values()) {
      if (group.size() > 1) {
        return Optional.of(
            finding(
                one,
                List.of(),
                Standing.TO_LOOK_AT,
                new Diagnosis.SeveralOfName(one.entry().clip(), group.size())));
      }
    }
    Optional<Diagnosis> doubt =
        right.stream()
            .flatMap(candidate -> contested(one, candidate).stream())
            .findFirst()
            .or(one::doubt);
    return Optional.of(
        doubt
            .map(why -> finding(one, right, Standing.TO_LOOK_AT, why))
            .orElseGet(() -> finding(one, right, Standing.SETTLED, new Diagnosis.ByName(right))));
  }

  private MatchFinding finding(
      Seen one, List<Candidate> proposed, Standing standing, Diagnosis why) {
    boolean byTime =
        proposed.stream().anyMatch(Candidate::hasTime)
            && proposed.stream().noneMatch(Candidate::isNamed);
    if (standing == Standing.SETTLED) {
      Optional<Diagnosis> doubt =
          trust
              .against(one, byTime)
              .or(() ->
                  one.entry().kind() == LogEntry.Kind.SHOT
                      ? proposed.stream().flatMap(c -> trust.unusual(one, c).stream()).findFirst()
                      : Optional.empty());
      if (doubt.isPresent()) {
        return finding(one, proposed, Standing.TO_LOOK_AT, doubt.get());
      }
    }
    boolean offered = !byTime || trust.offers(one);
    return made(
        one,
        offered ? proposed : List.of(),
        standing,
        offered ? why : trust.against(one, true).orElse(why));
  }

  private static MatchFinding made(
      Seen one, List<Candidate> proposed, Standing standing, Diagnosis why) {
    Sentence words = why.inWords();
    return new MatchFinding(
        MatchFinding.idOf(one.entry()),
        one.entry(),
        one.candidates(),
        proposed.stream().map(candidate -> candidate.source().id()).toList(),
        standing,
        words.headline(),
        words.reason(),
        one.tolerance());
  }

  private MatchFinding stretch(Seen one) {
    List<Candidate> touched = one.fitting().stream().filter(c -> !c.isOfAnother()).toList();
    if (touched.isEmpty()) {
      Candidate nearest = one.candidates().getFirst();
      return finding(one, List.of(nearest), Standing.TO_LOOK_AT, new Diagnosis.InAnother(nearest));
    }
    if (one.doubt().isPresent()) {
      return finding(one, touched, Standing.TO_LOOK_AT, one.doubt().get());
    }
    return finding(one, touched, Standing.SETTLED, new Diagnosis.Within(touched));
  }

  private MatchFinding shot(Seen one) {
    Optional<MatchFinding> named = named(one);
    if (named.isPresent()) {
      return named.get();
    }
    Map<String, List<Candidate>> groups = byCamera(one);
    if (groups.isEmpty()) {
      return outside(one);
    }
    List<Candidate> nearest = groups.values().stream().map(List::getFirst).toList();
    for (List<Candidate> group : groups.values()) {
      if (group.size() > 1 && isClose(group.get(0), group.get(1))) {
        return twoAtOnce(one, nearest, group);
      }
    }
    Optional<Diagnosis> contested =
        nearest.stream().flatMap(candidate -> contested(one, candidate).stream()).findFirst();
    if (contested.isPresent()) {
      Optional<MatchFinding> free = nextFree(one, groups, contested.get());
      if (free.isPresent()) {
        return free.get();
      }
    }
    if (contested.isPresent()) {
      // What another row has as good a claim to is no proposal, unless that has a clip of its own.
      boolean alike = contested.get() instanceof Diagnosis.SaidTwice;
      return finding(
          one,
          alike || rivalsHaveTheirs(one, groups) ? nearest : List.of(),
          Standing.TO_LOOK_AT,
          contested.get());
    }
    if (one.doubt().isPresent()) {
      return finding(one, nearest, Standing.TO_LOOK_AT, one.doubt().get());
    }
    return finding(one, nearest, Standing.SETTLED, new Diagnosis.InTolerance(nearest));
  }

  /**
   * Where another entry has the better claim to the nearest clip: the clip that is left for this
   * one when all are given one of their own.
   */
  private Optional<MatchFinding> nextFree(
      Seen one, Map<String, List<Candidate>> groups, Diagnosis contested) {
    var free = new ArrayList<Candidate>();
    boolean other = false;
    for (Map.Entry<String, List<Candidate>> group : groups.entrySet()) {
      Candidate nearest = group.getValue().getFirst();
      Candidate left =
          clusters()
              .given(one, group.getKey())
              .flatMap(id ->
                  group.getValue().stream().filter(c -> c.source().id().equals(id)).findFirst())
              .orElse(nearest);
      other |= !left.equals(nearest);
      free.add(left);
    }
    if (!other) {
      return Optional.empty();
    }
    return Optional.of(
        finding(one, free, Standing.TO_LOOK_AT, new Diagnosis.NextFree(contested, free)));
  }

  /** Whether all who want the same clips get others where each gets one of its own. */
  private boolean rivalsHaveTheirs(Seen one, Map<String, List<Candidate>> groups) {
    return groups.entrySet().stream()
        .allMatch(group -> {
          String nearest = group.getValue().getFirst().source().id();
          return clusters().given(one, group.getKey()).filter(nearest::equals).isPresent()
              && claims.getOrDefault(new Wanted(nearest, one.entry().paper()), List.of()).stream()
                  .map(Claim::entry)
                  .filter(rival -> !rival.id().equals(one.entry().id()))
                  .allMatch(rival -> clusters().hasGiven(rival, group.getKey()));
        });
  }

  private synchronized Clusters clusters() {
    Clusters made = clusters;
    if (made == null) {
      made =
          new Clusters(
              seen.stream()
                  .filter(one -> one.entry().kind() == LogEntry.Kind.SHOT)
                  .filter(one -> answers.decision(MatchFinding.idOf(one.entry())).isEmpty())
                  .toList());
      clusters = made;
    }
    return made;
  }

  private MatchFinding twoAtOnce(Seen one, List<Candidate> nearest, List<Candidate> group) {
    Candidate first = group.get(0);
    Candidate second = group.get(1);
    var both = new Diagnosis.TwoAtOnce(first, second);
    List<Candidate> proposed =
        both.isEqual() ? nearest.stream().filter(c -> !group.contains(c)).toList() : nearest;
    return finding(one, proposed, Standing.TO_LOOK_AT, both);
  }

  /** Whether the second is so little further away that nobody could tell: under half a second. */
  private static boolean isClose(Candidate nearer, Candidate further) {
    return further.distance() - nearer.distance() < margin(nearer);
  }

  private static long margin(Candidate candidate) {
    return candidate.entryAt().map(at -> at.rate().nominal() / 2).orElse(1L);
  }

  /** Diagnosis another entry has as good a claim to a candidate, if one has. */
  private Optional<Diagnosis> contested(Seen one, Candidate candidate) {
    return claims
        .getOrDefault(new Wanted(candidate.source().id(), one.entry().paper()), List.of())
        .stream()
        .filter(rival -> !rival.entry.id().equals(one.entry().id()))
        .flatMap(rival -> contested(one, candidate, rival).stream())
        .findFirst();
  }

  private static Optional<Diagnosis> contested(Seen one, Candidate candidate, Claim rival) {
    String clip = candidate.source().name();
    int row = rival.entry.row();
    if (saysTheSame(one.entry(), rival.entry)) {
      return rival.byHand || one.entry().row() < row
          ? Optional.empty()
          : Optional.of(new Diagnosis.SaidTwice(row, clip));
    }
    if (rival.byHand) {
      return Optional.of(new Diagnosis.Taken(row, clip));
    }
    if (candidate.distance() + margin(candidate) <= rival.distance) {
      return Optional.empty();
    }
    return Optional.of(
        rival.distance + margin(candidate) <= candidate.distance()
            ? new Diagnosis.RowNearer(row, clip)
            : new Diagnosis.RowAsNear(row, clip));
  }

  private static boolean saysTheSame(LogEntry one, LogEntry other) {
    return one.scene().equals(other.scene())
        && one.shot().equals(other.shot())
        && one.take().equals(other.take());
  }

  /** Nothing of the right camera starts within the tolerance, but something is near. */
  private MatchFinding outside(Seen one) {
    Optional<Candidate> wrongCamera = one.fitting().stream().findFirst();
    if (wrongCamera.isPresent()) {
      Candidate candidate = wrongCamera.get();
      // The camera may be a slip of the pen; the unit, the card and the clip's name are said apart.
      boolean isTheCamera =
          candidate.sameUnit() != Agreement.DIFFERENT
              && candidate.sameCamera() == Agreement.DIFFERENT;
      return finding(
          one,
          isTheCamera ? List.of(candidate) : List.of(),
          Standing.TO_LOOK_AT,
          new Diagnosis.OfAnother(one.entry(), candidate));
    }
    Candidate candidate =
        one.candidates().stream()
            .filter(c -> !c.isOfAnother())
            .findFirst()
            .orElseGet(() -> one.candidates().getFirst());
    return finding(
        one,
        isWorthALook(one, candidate) ? List.of(candidate) : List.of(),
        Standing.TO_LOOK_AT,
        new Diagnosis.OutOfTolerance(candidate, one.tolerance()));
  }

  /** Whether a clip that starts out of tolerance is proposed: it is near, and no other row's. */
  private boolean isWorthALook(Seen one, Candidate candidate) {
    return !candidate.isOfAnother()
        && candidate.distance() <= CandidateFinder.NEAR * one.tolerance()
        && !claimed.contains(candidate.source().id())
        && trust.fits(one.entry().paper());
  }
}
