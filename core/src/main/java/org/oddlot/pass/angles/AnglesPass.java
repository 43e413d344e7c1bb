package org.oddlot.pass.angles;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.oddlot.material.Material;
import org.oddlot.material.MediaAtHand;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Codec;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.setting.Setting;
import org.oddlot.text.Phrase;
import org.oddlot.waveform.Agreement;
import org.oddlot.waveform.PairOffset;

/**
 * Places the files of many cameras and recorders of one event by what all of them heard, and makes
 * a group and a timeline of them, an angle a row. Timecode and dates are looked at afterwards and
 * never decide. The clips that are there stay as they are.
 */
public final class AnglesPass implements Pass<PieceFinding> {
  static final String REPORTED = "reported";
  static final String AS_SPEED = "corrected by speed";

  /** What becomes of a clock that counts at another pace than the longest piece's. */
  public static final Setting<String> DRIFT =
      Setting.oneOf("drift", "Drift", REPORTED, List.of(REPORTED, AS_SPEED));

  static final String EARLIEST = "the earliest file";
  static final String RECORDER = "the first recorder";
  static final String ZERO = "zero";

  /** Where the timecode of the group comes from. */
  public static final Setting<String> START =
      Setting.oneOf("start", "Start timecode", EARLIEST, List.of(EARLIEST, RECORDER, ZERO));

  static final String AS_KNOWN = "all that is known";
  static final String ROWS = "rows of the timeline";
  static final String NAMES = "counted names";
  static final String FOLDERS = "folders";

  /** By what files are taken for those of one angle. */
  public static final Setting<String> BY =
      Setting.oneOf("by", "Angles by", AS_KNOWN, List.of(AS_KNOWN, ROWS, NAMES, FOLDERS));

  static final String TOGETHER = "together";
  static final String APART = "a row each";

  /** How the tracks of a recorder lie in what is made. */
  public static final Setting<String> TRACKS =
      Setting.oneOf("tracks", "Recorder's tracks", TOGETHER, List.of(TOGETHER, APART));

  /** What the bin is called that the group goes into, and the group itself. */
  public static final Setting<String> BIN =
      Setting.text("bin", "Bin", "Angles", "the bin for group and timeline");

  /** Two pieces of one angle may lie over each other by this much: clocks are not exact. */
  private static final double MOST_OVER_ITS_OWN = 0.1;

  /** One tie alone has to be surer than several. */
  private static final double ALONE = -9;

  /** From here on a place is worth showing, though not beyond doubt. */
  private static final double WORTH_A_LOOK = -4;

  /** Past midnight a day is another; then more has to speak for it. */
  private static final double SHARE_PAST_MIDNIGHT = 0.6;

  private static final double SHORTEST_LEAP = 0.004;

  /** Clocks that differ by less count alike, in millionths. */
  private static final double LEAST_DRIFT = 0.5;

  @Override
  public String id() {
    return "angles";
  }

  @Override
  public String title() {
    return "Angles";
  }

  @Override
  public String question() {
    return "Where does each piece lie?";
  }

  @Override
  public List<Setting<?>> settings() {
    return List.of(BY, DRIFT, START, TRACKS, BIN);
  }

  @Override
  public Codec<?> answers() {
    return AngleAnswer.CODEC;
  }

  @Override
  public Optional<Codec<?>> instructions() {
    return Optional.of(AngleInstruction.CODEC);
  }

  /** Listening to all of a day by itself would be long, and its takes are no angles. */
  @Override
  public boolean isOnByItself() {
    return false;
  }

  @Override
  public boolean concerns(Material material) {
    return material.recordings().stream().anyMatch(its -> its.first().path().isPresent())
        || !MediaAtHand.of(material).files().isEmpty();
  }

  @Override
  public Analysis<PieceFinding> analyse(Request request) {
    List<Piece> pieces = pieces(request);
    if (pieces.size() < 2) {
      return Analysis.of(List.of());
    }
    Answers answers = request.answers();
    Map<Integer, Hand> byHand = byHand(pieces, answers);
    var listening =
        new Listening(
            pieces,
            request.measured(),
            piece -> isSetAside(piece, answers),
            Said.of(answers).thorough());
    byHand.forEach((piece, hand) -> listening.near(hand.other(), piece, hand.seconds()));
    Map<Integer, Listening.Heard> twice = twice(pieces, listening);
    twice.keySet().removeAll(byHand.keySet());
    List<Placing.Tie> ties = new ArrayList<>();
    byHand.forEach((piece, hand) -> ties.add(hand.tie(piece)));
    var ofHand = new ArrayList<Placing.Tie>();
    for (Placing.Tie tie : listening.ties()) {
      if (!twice.containsKey(tie.a()) && !twice.containsKey(tie.b())) {
        boolean isOfHand = byHand.containsKey(tie.a()) || byHand.containsKey(tie.b());
        (isOfHand ? ofHand : ties).add(tie);
      }
    }
    // What hangs on a piece that was placed by hand comes with it; where that piece lies itself is
    // for the hand to say, not for what is heard of it.
    var without = new Placing(pieces, ties);
    ofHand.removeIf(tie -> without.isTogether(tie.a(), tie.b()));
    ties.addAll(ofHand);
    var placing = new Placing(pieces, ties);
    twice.replaceAll((piece, pair) -> possibleFirst(piece, pair, pieces, listening, placing));
    List<String> rows = rows(pieces, Said.of(answers));
    var findings = new ArrayList<PieceFinding>();
    for (int i = 0; i < pieces.size(); i++) {
      findings.add(
          finding(
              i,
              rows.indexOf(pieces.get(i).angle().name()),
              pieces,
              listening,
              placing,
              Optional.ofNullable(twice.get(i)),
              Optional.ofNullable(byHand.get(i))));
    }
    findings.sort(
        Comparator.comparingInt((PieceFinding each) -> each.standing().needsAPerson() ? 0 : 1)
            .thenComparingInt(each -> each.place().map(Position::island).orElse(99))
            .thenComparingDouble(PieceFinding::begin));
    return Analysis.<PieceFinding>of(findings).wanting(listening.wanted());
  }

  static List<Piece> pieces(Request request) {
    return new Angles(
            request.material(), Said.of(request.answers()).names(), request.settings().get(BY))
        .pieces();
  }

  private static boolean isSetAside(Piece piece, Answers answers) {
    return answers.decision(PieceFinding.id(piece)).filter(its -> !its.isAccepted()).isPresent();
  }

  /** A place that somebody has said, against a piece that is there. */
  private record Hand(int other, double seconds) {
    /** Outweighs all that is heard. */
    Placing.Tie tie(int piece) {
      return new Placing.Tie(other, piece, seconds, 0, 0, 1, 1_000, 0);
    }
  }

  private static Map<Integer, Hand> byHand(List<Piece> pieces, Answers answers) {
    var byHand = new HashMap<Integer, Hand>();
    for (int i = 0; i < pieces.size(); i++) {
      Optional<Decision> said = answers.decision(PieceFinding.id(pieces.get(i)));
      if (said.filter(Decision::isAccepted).isPresent() && !said.get().chosen().isEmpty()) {
        AngleAnswer answer = AngleAnswer.CODEC.decode(said.get().chosen());
        for (int other = 0; other < pieces.size(); other++) {
          if (other != i && pieces.get(other).id().equals(answer.piece())) {
            byHand.put(i, new Hand(other, answer.seconds()));
          }
        }
      }
    }
    return byHand;
  }

  /** The angles from the top: as somebody says, then pictures before sounds, by their names. */
  private static List<String> rows(List<Piece> pieces, Said said) {
    return pieces.stream()
        .map(Piece::angle)
        .sorted(
            Comparator.comparingInt((Piece.Angle angle) -> said.rank(angle.name()))
                .thenComparing(Piece.Angle::isSound)
                .thenComparing(Piece.Angle::name))
        .map(Piece.Angle::name)
        .distinct()
        .toList();
  }

  private static PieceFinding finding(
      int i,
      int row,
      List<Piece> pieces,
      Listening listening,
      Placing placing,
      Optional<Listening.Heard> twice,
      Optional<Hand> byHand) {
    Piece piece = pieces.get(i);
    List<Listening.Heard> pairs =
        listening.of(i).stream()
            .sorted(Comparator.comparingDouble(each -> each.found().best().chance()))
            .toList();
    Optional<Listening.Heard> leading =
        pairs.stream()
            .filter(Listening.Heard::isSearched)
            .findFirst()
            .or(() -> pairs.stream().findFirst());
    Optional<Position> place = placing.of(i);
    AngleDiagnosis diagnosis =
        byHand.isPresent()
            ? ofMoved(byHand.get(), i, listening)
            : twice.isPresent()
                ? twoPlaces(twice.get().found())
                : place.isPresent()
                    ? ofPlaced(i, pieces, listening, placing, leading)
                    : ofUnplaced(i, listening, leading);
    if (place.isEmpty() && diagnosis.hasPlace()) {
      place = twice.or(() -> leading).flatMap(each -> beside(each, each.found().best(), placing));
    }
    var choices = new ArrayList<Choice>();
    twice.ifPresent(each -> {
      Piece other = pieces.get(each.a());
      choices.add(choice(other, each.found().best()));
      each.found().rival().ifPresent(rival -> choices.add(choice(other, rival)));
    });
    return new PieceFinding(
        piece,
        row,
        diagnosis,
        place,
        place.map(its -> its.at() - first(its.island(), pieces, placing)).orElse(0.0),
        placing.closing(i),
        leading.map(Listening.Heard::found),
        leading.map(each -> pieces.get(each.a())),
        choices,
        evidence(i, pieces, listening, placing, pairs));
  }

  /** What is heard where somebody has put a piece. */
  private static AngleDiagnosis ofMoved(Hand hand, int piece, Listening listening) {
    return listening
        .near(hand.other(), piece, hand.seconds())
        .map(its -> {
          // Where a pair fits is said by its first windows; the hand's place lies near.
          double later = its.offset() - hand.seconds();
          return its.chance() <= WORTH_A_LOOK
              ? new AngleDiagnosis.ByHand(its.agreeing(), its.heard(), later)
              : new AngleDiagnosis.ByHand(0, its.heard(), 0);
        })
        .orElseGet(() -> new AngleDiagnosis.ByHand(0, 0, 0));
  }

  /**
   * The pieces that may lie at two places: by a pair that says so, unless another, in which both
   * places would have been heard, says which of them it is.
   */
  private static Map<Integer, Listening.Heard> twice(List<Piece> pieces, Listening listening) {
    var twice = new HashMap<Integer, Listening.Heard>();
    var placing = new Placing(pieces, listening.ties());
    for (int i = 0; i < pieces.size(); i++) {
      List<Listening.Heard> pairs =
          listening.of(i).stream().filter(Listening.Heard::isSearched).toList();
      double length = listening.seconds(i);
      pairs.stream()
          .filter(each -> pieces.get(each.a()).seconds() >= length)
          .filter(
              each -> each.found().best().chance() <= WORTH_A_LOOK && each.found().isAmbiguous())
          .filter(each ->
              pairs.stream()
                  .filter(Listening.Heard::isTie)
                  .noneMatch(other -> hearsBoth(other, each, placing, listening, length)))
          .findFirst()
          .ifPresent(each -> twice.put(each.b(), each));
    }
    return twice;
  }

  /** Whether both places of a pair lie within the piece that another pair compares with. */
  private static boolean hearsBoth(
      Listening.Heard tie,
      Listening.Heard doubtful,
      Placing placing,
      Listening listening,
      double length) {
    if (!placing.isTogether(tie.a(), doubtful.a())) {
      return false;
    }
    double begin = placing.of(tie.a()).orElseThrow().at();
    double by = placing.of(doubtful.a()).orElseThrow().at();
    double end = begin + listening.seconds(tie.a());
    return IntStream.range(0, 2)
        .mapToDouble(i ->
            by
                + (i == 0 ? doubtful.found().best() : doubtful.found().rival().orElseThrow())
                    .offset())
        .allMatch(at -> Math.min(end, at + length) - Math.max(begin, at) >= length / 2);
  }

  /** Of two places the one at which its own camera or recorder was busy otherwise comes second. */
  private static Listening.Heard possibleFirst(
      int piece, Listening.Heard pair, List<Piece> pieces, Listening listening, Placing placing) {
    Agreement best = pair.found().best();
    Optional<Agreement> rival = pair.found().rival();
    boolean isTurned =
        rival.isPresent()
            && isFree(piece, beside(pair, rival.get(), placing), pieces, listening, placing)
            && !isFree(piece, beside(pair, best, placing), pieces, listening, placing);
    return isTurned
        ? new Listening.Heard(
            pair.a(), pair.b(), new PairOffset(rival.get(), Optional.of(best)), pair.isSearched())
        : pair;
  }

  /** Whether no other piece of its angle is at a place. */
  private static boolean isFree(
      int piece,
      Optional<Position> place,
      List<Piece> pieces,
      Listening listening,
      Placing placing) {
    return place.flatMap(its -> overItsOwn(piece, its, pieces, listening, placing)).isEmpty();
  }

  /** Where a piece would lie by one pair, where that alone does not place it. */
  private static Optional<Position> beside(Listening.Heard pair, Agreement its, Placing placing) {
    return placing
        .of(pair.a())
        .map(other ->
            new Position(
                other.at() + its.offset() * (1 + other.drift()),
                other.drift() + its.drift(),
                other.island()));
  }

  private static double first(int island, List<Piece> pieces, Placing placing) {
    return IntStream.range(0, pieces.size())
        .mapToObj(placing::of)
        .flatMap(Optional::stream)
        .filter(place -> place.island() == island)
        .mapToDouble(Position::at)
        .min()
        .orElse(0);
  }

  private static Choice choice(Piece other, Agreement place) {
    return new Choice(
        new AngleAnswer(other.id(), place.offset()).written(),
        Phrase.of("%s after %s begins", seconds(place.offset()), other.name()),
        List.of(new Evidence("agrees", of(place), "windows")));
  }

  private static String of(Agreement its) {
    return Phrase.of("%,d of %,d", its.agreeing(), its.heard());
  }

  private static String seconds(double seconds) {
    return Phrase.signed(seconds, 3) + " s";
  }

  private static AngleDiagnosis ofUnplaced(
      int i, Listening listening, Optional<Listening.Heard> leading) {
    if (listening.isOut(i)) {
      return new AngleDiagnosis.SetAside();
    }
    if (listening.isSilent(i)) {
      return listening.isRead(i) ? new AngleDiagnosis.Silent() : new AngleDiagnosis.NoSound();
    }
    if (!listening.isDone()) {
      return new AngleDiagnosis.NotYetHeard();
    }
    if (leading.isPresent()) {
      PairOffset found = leading.get().found();
      Agreement best = found.best();
      if (best.chance() <= WORTH_A_LOOK) {
        return new AngleDiagnosis.Faint(best.agreeing(), best.heard());
      }
    }
    return new AngleDiagnosis.NotHere(listening.compared(i));
  }

  private static AngleDiagnosis twoPlaces(PairOffset found) {
    return new AngleDiagnosis.TwoPlaces(
        found.best().agreeing(),
        found.rival().map(Agreement::agreeing).orElse(0),
        found.best().heard());
  }

  private static AngleDiagnosis ofPlaced(
      int i,
      List<Piece> pieces,
      Listening listening,
      Placing placing,
      Optional<Listening.Heard> leading) {
    Position place = placing.of(i).orElseThrow();
    List<Placing.Tie> ties = placing.ties(i);
    List<Placing.Tie> against = placing.against(i);
    if (!against.isEmpty()) {
      Placing.Tie one = against.getFirst();
      return new AngleDiagnosis.DoesNotClose(
          Math.abs(placing.residual(one)), pieces.get(one.a() == i ? one.b() : one.a()).name());
    }
    Optional<Agreement> heard =
        listening.of(i).stream()
            .filter(Listening.Heard::isTie)
            .map(each -> each.found().best())
            .min(Comparator.comparingDouble(Agreement::chance))
            .or(() -> leading.map(each -> each.found().best()));
    if (heard.isEmpty()) {
      // Only a hand ties it to another.
      return listening.isDone()
          ? new AngleDiagnosis.ByHand(0, 0, 0)
          : new AngleDiagnosis.NotYetHeard();
    }
    Agreement best = heard.get();
    Optional<AngleDiagnosis> own = overItsOwn(i, place, pieces, listening, placing);
    if (own.isPresent()) {
      return own.get();
    }
    Optional<LocalDate> day = commonDay(place.island(), i, pieces, placing);
    Optional<LocalDate> its = pieces.get(i).day();
    if (day.isPresent() && its.isPresent() && !its.equals(day)) {
      boolean isPastMidnight =
          Math.abs(day.get().toEpochDay() - its.get().toEpochDay()) == 1
              && ties.size() > 1
              && best.share() >= SHARE_PAST_MIDNIGHT;
      if (!isPastMidnight) {
        return new AngleDiagnosis.OtherDay(its.get(), day.get());
      }
    }
    if (best.jump().filter(jump -> Math.abs(jump.by()) >= SHORTEST_LEAP).isPresent()) {
      Agreement.Jump jump = best.jump().get();
      return new AngleDiagnosis.Leaps(jump.at(), jump.by());
    }
    if (place.island() > 0) {
      List<Integer> others =
          IntStream.range(0, pieces.size())
              .filter(other ->
                  placing.of(other).filter(at -> at.island() == place.island()).isPresent())
              .boxed()
              .toList();
      String first =
          others.stream()
              .filter(other -> other != i)
              .findFirst()
              .map(o -> pieces.get(o).name())
              .orElse("");
      return new AngleDiagnosis.Island(others.size(), first);
    }
    if (ties.size() == 1 && best.chance() > ALONE) {
      return new AngleDiagnosis.Faint(best.agreeing(), best.heard());
    }
    return new AngleDiagnosis.Placed(ties.size(), best.agreeing(), best.heard());
  }

  private static Optional<AngleDiagnosis> overItsOwn(
      int i, Position place, List<Piece> pieces, Listening listening, Placing placing) {
    double end = place.at() + listening.seconds(i);
    for (int other = 0; other < pieces.size(); other++) {
      Optional<Position> its = placing.of(other);
      boolean isOfOneAngle =
          other != i
              && pieces.get(other).angle().name().equals(pieces.get(i).angle().name())
              && its.filter(at -> at.island() == place.island()).isPresent();
      if (isOfOneAngle) {
        double over =
            Math.min(end, its.get().at() + listening.seconds(other))
                - Math.max(place.at(), its.get().at());
        if (over > MOST_OVER_ITS_OWN) {
          return Optional.of(new AngleDiagnosis.OverItsOwn(pieces.get(other).name(), over));
        }
      }
    }
    return Optional.empty();
  }

  /** The day that most of an island's other pieces are dated. */
  private static Optional<LocalDate> commonDay(
      int island, int except, List<Piece> pieces, Placing placing) {
    return IntStream.range(0, pieces.size())
        .filter(i -> i != except)
        .filter(i -> placing.of(i).filter(at -> at.island() == island).isPresent())
        .mapToObj(i -> pieces.get(i).day())
        .flatMap(Optional::stream)
        .collect(Collectors.groupingBy(Function.identity(), Collectors.counting()))
        .entrySet()
        .stream()
        .max(
            Comparator.comparingLong((Map.Entry<LocalDate, Long> each) -> each.getValue())
                .thenComparing(Map.Entry::getKey))
        .map(Map.Entry::getKey);
  }

  private static List<Evidence> evidence(
      int i,
      List<Piece> pieces,
      Listening listening,
      Placing placing,
      List<Listening.Heard> pairs) {
    var evidence = new ArrayList<Evidence>();
    Piece piece = pieces.get(i);
    evidence.add(new Evidence("angle", piece.angle().name(), piece.angle().why()));
    placing
        .of(i)
        .ifPresent(place ->
            evidence.add(
                new Evidence(
                    "begins",
                    seconds(place.at() - first(place.island(), pieces, placing)),
                    "after the first piece")));
    placing
        .closing(i)
        .ifPresent(error ->
            evidence.add(
                new Evidence(
                    "closing", Phrase.of("%.1f ms", 1000 * error), "round its triangles")));
    placing
        .of(i)
        .ifPresent(place -> {
          double ppm = Math.abs(place.drift()) * 1e6;
          evidence.add(
              ppm < LEAST_DRIFT
                  ? new Evidence("clock", "in step", "")
                  : new Evidence(
                      "clock",
                      Phrase.of("%.1f ppm %s", ppm, place.drift() > 0 ? "slow" : "fast"),
                      Phrase.of("%.1f ms at the end", ppm * listening.seconds(i) / 1000)));
        });
    for (Listening.Heard pair : pairs) {
      boolean isSaidElse =
          !pair.isTie() && pairs.stream().anyMatch(each -> each.isTie() && each.a() == pair.a());
      if (isSaidElse) {
        continue;
      }
      Agreement best = pair.found().best();
      evidence.add(
          new Evidence(
              pieces.get(pair.a()).name(),
              seconds(best.offset()),
              of(best) + (pair.isTie() ? "" : ", not counted")));
    }
    return evidence;
  }

  @Override
  public Applied apply(Request request, List<Reviewed<PieceFinding>> accepted) {
    List<PieceFinding> placed =
        accepted.stream()
            .map(Reviewed::finding)
            .filter(finding -> finding.place().isPresent())
            .toList();
    return new AngleGroup(request.material(), request.settings()).applied(placed);
  }
}
