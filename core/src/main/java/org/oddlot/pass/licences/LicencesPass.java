package org.oddlot.pass.licences;

import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.oddlot.material.Covers;
import org.oddlot.material.Delivery;
import org.oddlot.material.Material;
import org.oddlot.material.PlacedClip;
import org.oddlot.material.Rights;
import org.oddlot.material.Source;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Codec;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.pass.licences.LicenceDiagnosis.Origin;
import org.oddlot.pass.licences.LicenceFinding.Term;
import org.oddlot.profile.Field;
import org.oddlot.report.CoverQuestions;
import org.oddlot.report.LicenceUse;
import org.oddlot.report.Scope;
import org.oddlot.rights.Licence;
import org.oddlot.rights.LicencePaper;
import org.oddlot.rights.MaterialIndex;
import org.oddlot.rights.Music;
import org.oddlot.rights.MusicPaper;
import org.oddlot.rights.Price;
import org.oddlot.rights.SourcePattern;
import org.oddlot.setting.Setting;
import org.oddlot.setting.Settings;
import org.oddlot.text.Phrase;
import org.oddlot.time.FilmGauge;
import org.oddlot.time.Rational;

/**
 * Finds the licence that each source in a timeline is used under: by papers of licences, and by
 * what the sources themselves say. What was shot by the production needs none. What has none, or
 * two, or more seconds than its licence allows, is for a person.
 */
public final class LicencesPass implements Pass<LicenceFinding> {
  /** Of more licences for one source nobody picks one from a list. */
  private static final int MOST_CHOICES = 50;

  /** What is the production's own, beside what has a camera, a card or a day. */
  public static final Setting<String> OWN =
      Setting.textOrNothing(
          "own",
          "Own material",
          "names, with * for anything; semicolons between",
          _ -> Optional.empty());

  /** The day on which the programme is delivered. */
  public static final Setting<String> DELIVERY =
      Setting.textOrNothing(
          "delivery", "Delivery", "a day such as 2026-11-30", LicencesPass::noDay);

  /** For where it is delivered. */
  public static final Setting<String> TERRITORY =
      Setting.textOrNothing(
          "territory", "Delivered for", "countries, with commas", _ -> Optional.empty());

  /** Pictures that hide what is below them. */
  public static final Setting<String> HIDES =
      Setting.textOrNothing(
          "hides",
          "Fill the frame",
          "names, with * for anything; semicolons between",
          _ -> Optional.empty());

  /** Pictures that hide nothing. */
  public static final Setting<String> NOTHING =
      Setting.textOrNothing(
          "nothing",
          "Hide nothing",
          "names, with * for anything; semicolons between",
          _ -> Optional.empty());

  private static final Choice OWN_CHOICE =
      new Choice(LicenceFinding.OWN, "own material, no licence needed", List.of());
  private static final Choice NONE_CHOICE =
      new Choice(LicenceFinding.NONE, "there is no licence", List.of());

  private static Optional<String> noDay(String text) {
    return text.isBlank() || day(text).isPresent()
        ? Optional.empty()
        : Optional.of(Phrase.of("\"%s\" is no day; write it as 2026-11-30", text));
  }

  private static Optional<LocalDate> day(String text) {
    try {
      return Optional.of(LocalDate.parse(text.strip()));
    } catch (DateTimeParseException e) {
      return Optional.empty();
    }
  }

  @Override
  public String id() {
    return "licences";
  }

  @Override
  public String title() {
    return "Licences";
  }

  @Override
  public String question() {
    return "What may be shown, and who is owed for it?";
  }

  @Override
  public List<Setting<?>> settings() {
    return List.of(OWN, DELIVERY, TERRITORY, HIDES, NOTHING);
  }

  @Override
  public Codec<?> answers() {
    return Codec.CHOICES;
  }

  @Override
  public boolean concerns(Material material) {
    return !material.all(LicencePaper.class).isEmpty();
  }

  private static String key(Licence licence) {
    return licence.paper() + " row " + licence.row();
  }

  private static List<Licence> licences(Material material) {
    return material.all(LicencePaper.class).stream()
        .flatMap(paper -> paper.licences().stream())
        .toList();
  }

  @Override
  public Analysis<LicenceFinding> analyse(Request request) {
    Material material = request.material();
    List<Licence> licences = licences(material);
    if (licences.isEmpty()) {
      return Analysis.of(List.of());
    }
    Sorted sorted = sorted(material, request.settings(), licences);
    var findings = new ArrayList<LicenceFinding>(sorted.findings);
    findings.sort(Comparator.comparing(finding -> finding.standing() == Standing.SETTLED));
    Rights rights = rights(licences, reviewed(findings, request));
    Material with =
        withCovers(material, request.settings(), List.of()).with(Rights.class, List.of(rights));
    List<LicenceFinding.OfCover> covers = covers(with);
    findings.addAll(0, covers);
    findings.addAll(
        0,
        terms(
            withCovers(with, request.settings(), reviewed(covers, request)),
            rights,
            delivery(request.settings())));
    var remarks = new ArrayList<Analysis.Remark>();
    int ours = sorted.own.size();
    if (ours > 0) {
      remarks.add(
          new Analysis.Remark(
              LicenceFinding.OWN,
              "Own material",
              Phrase.of(
                  "%s the production's own, by a camera, a card, a day or a log",
                  ours == 1 ? "1 source is" : Phrase.number(ours) + " sources are")));
    }
    int played = sorted.played;
    if (played > 0) {
      remarks.add(
          new Analysis.Remark(
              "music",
              "Music",
              Phrase.of(
                  "%s in a paper of music, and reported with it",
                  played == 1 ? "1 source is" : Phrase.number(played) + " sources are")));
    }
    for (Licence licence : licences) {
      if (!sorted.used.contains(licence)) {
        remarks.add(
            new Analysis.Remark(
                key(licence), licence.title(), "nothing in the timelines is used under it"));
      }
    }
    return Analysis.of(findings, remarks);
  }

  /**
   * The sources in timelines, sorted by what is asked about them.
   *
   * @param findings what licence each is used under, of those that are not own and no music
   * @param own the ids of those that are own
   * @param played how many are pieces of music
   * @param used the licences that are for any of them
   */
  private record Sorted(
      List<LicenceFinding> findings, List<String> own, int played, Set<Licence> used) {}

  private static Sorted sorted(Material material, Settings settings, List<Licence> licences) {
    var own = new SourcePattern(settings.get(OWN));
    var music =
        new MaterialIndex<>(
            material.all(MusicPaper.class).stream()
                .flatMap(paper -> paper.pieces().stream())
                .toList(),
            Music::material);
    var papers = new Licensed(licences);
    var findings = new ArrayList<LicenceFinding>();
    var ours = new ArrayList<String>();
    var shoot = new Shoot(material);
    Map<String, List<Source>> byName = new TreeMap<>();
    Set<List<Licence>> used = Collections.newSetFromMap(new IdentityHashMap<>());
    int played = 0;
    for (Source source : material.sources().all()) {
      if (source.uses().isEmpty()) {
        continue;
      }
      List<String> names = source.names();
      List<Licence> its = papers.of(names);
      used.add(its);
      Optional<Origin> origin = origin(source, own, names, shoot);
      if (its.isEmpty() && origin.orElse(null) instanceof Origin.ByName(String camera)) {
        byName.computeIfAbsent(camera, _ -> new ArrayList<>()).add(source);
      } else if (its.isEmpty() && origin.isPresent()) {
        ours.add(source.id());
      } else if (its.isEmpty() && !music.meaning(names).isEmpty()) {
        played++;
      } else {
        findings.add(finding(source, its, origin, papers));
      }
    }
    byName.forEach((camera, sources) -> findings.add(ofNames(camera, sources)));
    return new Sorted(
        findings, ours, played, used.stream().flatMap(List::stream).collect(Collectors.toSet()));
  }

  /** The licences of all papers, by what each is for and by their numbers. */
  private static final class Licensed {
    private final MaterialIndex<Licence> byMaterial;
    private final Map<String, List<Licence>> byNumber = new HashMap<>();
    private final IdentityHashMap<List<Licence>, List<Licence>> exact = new IdentityHashMap<>();

    Licensed(List<Licence> all) {
      byMaterial = new MaterialIndex<>(all, Licence::material);
      all.forEach(licence ->
          byNumber.computeIfAbsent(licence.number(), _ -> new ArrayList<>(1)).add(licence));
    }

    List<Licence> of(List<String> names) {
      return byMaterial.meaning(names);
    }

    List<Licence> ofNumber(String number) {
      return byNumber.getOrDefault(number, List.of());
    }

    /** Those of one list that name what they are for and mean nothing else. */
    List<Licence> exactOf(List<Licence> licences) {
      return exact.computeIfAbsent(
          licences, its -> its.stream().filter(licence -> licence.material().isExact()).toList());
    }
  }

  /** Why a source is the production's own; empty where nothing says so. */
  private static Optional<Origin> origin(
      Source source, SourcePattern own, List<String> names, Shoot shoot) {
    if (own.means(names)) {
      return Optional.of(new Origin.Named());
    }
    Optional<Origin> logged = shoot.has(source);
    if (logged.isPresent()) {
      return logged;
    }
    if (shoot.isOfAnotherTime(source)) {
      return Optional.empty();
    }
    boolean isByName =
        source.cameraIsGuessed()
            && source.recorded().isEmpty()
            && source
                .clips()
                .allMatch(placed ->
                    take(placed).findAny().isEmpty()
                        && placed.profile().text(placed.clip(), Field.SOURCE_REEL).isEmpty());
    if (isByName) {
      return Optional.of(new Origin.ByName(source.camera()));
    }
    if (!source.camera().isEmpty()) {
      return Optional.of(new Origin.OfCamera(source.camera(), source.cameraIsGuessed()));
    }
    if (!source.reel().isEmpty()) {
      return Optional.of(new Origin.OfCard(source.reel()));
    }
    return source
        .recorded()
        .<Origin>map(Origin.Recorded::new)
        .or(() -> source.clips().flatMap(LicencesPass::take).findFirst().map(Origin.Logged::new));
  }

  private static LicenceFinding ofNames(String camera, List<Source> sources) {
    return new LicenceFinding.OfNames(
        camera,
        sources.stream().map(Source::id).toList(),
        sources.stream().mapToInt(source -> source.uses().size()).sum(),
        "nothing but their names says that they are our own",
        List.of(
            new Evidence(
                "names",
                Phrase.shortened(
                    sources.stream().map(Source::name).collect(Collectors.joining(", ")), 160),
                "")));
  }

  private static Stream<String> take(PlacedClip placed) {
    return placed.profile().text(placed.clip(), Field.TAKE).stream();
  }

  private static LicenceFinding.OfSource finding(
      Source source, List<Licence> its, Optional<Origin> origin, Licensed papers) {
    Optional<String> says =
        source
            .clips()
            .flatMap(placed -> placed.profile().text(placed.clip(), Field.LICENCE).stream())
            .findFirst();
    List<Licence> meant = its.isEmpty() ? says.map(papers::ofNumber).orElse(List.of()) : its;
    // One that names it is meant rather than one that names many.
    List<Licence> exact = papers.exactOf(meant);
    List<Licence> nearest = exact.isEmpty() ? meant : exact;
    var choices = new ArrayList<Choice>();
    (meant.size() > MOST_CHOICES ? nearest : meant)
        .stream().limit(MOST_CHOICES).forEach(licence -> choices.add(choice(licence)));
    choices.add(OWN_CHOICE);
    choices.add(NONE_CHOICE);
    LicenceDiagnosis diagnosis = diagnosis(nearest, says, origin);
    var evidence = new ArrayList<Evidence>();
    evidence.add(new Evidence("media", source.id(), ""));
    evidence.add(new Evidence("used", Phrase.count(source.uses().size(), "time"), ""));
    origin.ifPresent(what -> evidence.add(new Evidence("origin", what.inWords(), "own")));
    says.ifPresent(number -> evidence.add(new Evidence("its own data", "licence " + number, "")));
    return new LicenceFinding.OfSource(
        source.id(),
        source.name(),
        source.uses().size(),
        diagnosis.standing(),
        diagnosis.inWords(),
        choices,
        diagnosis.proposed().map(LicencesPass::key).stream().toList(),
        evidence);
  }

  private static LicenceDiagnosis diagnosis(
      List<Licence> nearest, Optional<String> says, Optional<Origin> origin) {
    if (nearest.isEmpty()) {
      return new LicenceDiagnosis.NotCovered();
    }
    if (nearest.size() > 1) {
      return new LicenceDiagnosis.Several(nearest.size());
    }
    Licence licence = nearest.getFirst();
    return says.filter(number -> !number.equals(licence.number()))
        .<LicenceDiagnosis>map(number -> new LicenceDiagnosis.Disagrees(licence, number))
        .or(() ->
            origin
                // A licence that names a thing goes before what it is called.
                .filter(its -> !(its instanceof Origin.ByName && licence.material().isExact()))
                .map(its -> new LicenceDiagnosis.SeemsOwn(licence, its)))
        .orElseGet(() -> new LicenceDiagnosis.Covered(licence));
  }

  private static Choice choice(Licence licence) {
    return new Choice(key(licence), licence.title(), evidence(licence));
  }

  private static List<Evidence> evidence(Licence licence) {
    var evidence = new ArrayList<Evidence>();
    evidence.add(
        new Evidence("for", licence.material().text(), licence.paper() + ", row " + licence.row()));
    licence
        .allowed()
        .ifPresent(most -> evidence.add(new Evidence("allowed", most.toDecimal(1) + " s", "")));
    licence.until().ifPresent(day -> evidence.add(new Evidence("until", day.toString(), "")));
    if (!licence.territory().isEmpty()) {
      evidence.add(new Evidence("territory", licence.territory(), ""));
    }
    if (!(licence.price() instanceof Price.Unsaid)) {
      evidence.add(
          new Evidence(
              "price", (licence.price().inWords() + " " + licence.currency()).strip(), ""));
    }
    evidence.add(new Evidence("counted by", licence.unit().toDecimal(2) + " s", "up"));
    return evidence;
  }

  /** What settings say of pictures that may hide what is below them. */
  private static Map<String, Boolean> covers(Material material, Settings settings) {
    var hides = new SourcePattern(settings.get(HIDES));
    var nothing = new SourcePattern(settings.get(NOTHING));
    var said = new HashMap<String, Boolean>();
    if (hides.text().isBlank() && nothing.text().isBlank()) {
      return said;
    }
    for (Source source : material.sources().all()) {
      List<String> names = source.names();
      if (nothing.means(names)) {
        said.put(source.id(), false);
      } else if (hides.means(names)) {
        said.put(source.id(), true);
      }
    }
    return said;
  }

  /** What somebody has to say of pictures that lie above what is paid for. */
  private static List<LicenceFinding.OfCover> covers(Material with) {
    return CoverQuestions.of(Scope.of(with, "", FilmGauge.MM_35)).stream()
        .map(question ->
            new LicenceFinding.OfCover(
                question.about(),
                question.name(),
                question.uses(),
                Phrase.of(
                    "%s; %s s of what is paid for lie below it",
                    question.why(), question.seconds().toDecimal(1)),
                List.of(
                    new Evidence("media", question.about(), ""),
                    new Evidence(
                        "below it",
                        Phrase.shortened(String.join(", ", question.below()), 120),
                        question.seconds().toDecimal(1) + " s"))))
        .toList();
  }

  /**
   * With what settings and answers say of pictures; the same where they say nothing, so that what
   * is used and seen need not be counted again.
   */
  private static Material withCovers(
      Material material,
      Settings settings,
      List<? extends Reviewed<? extends LicenceFinding>> reviewed) {
    Map<String, Boolean> said = covers(material, settings);
    for (Reviewed<? extends LicenceFinding> each : reviewed) {
      if (each.finding() instanceof LicenceFinding.OfCover cover
          && each.standing() == Standing.SETTLED
          && !each.chosen().isEmpty()) {
        said.put(cover.about(), each.chosen().contains(LicenceFinding.HIDES));
      }
    }
    return said.isEmpty() ? material : material.with(Covers.class, List.of(new Covers(said)));
  }

  private static <F extends LicenceFinding> List<Reviewed<F>> reviewed(
      List<F> findings, Request request) {
    return findings.stream()
        .map(finding -> new Reviewed<>(finding, request.answers().decision(finding.id())))
        .toList();
  }

  /** What goes beyond the terms of licences, if all is as it is proposed or decided. */
  private static List<LicenceFinding> terms(Material with, Rights rights, Delivery delivery) {
    Map<Licence, String> sources = sourcesUnder(rights);
    var terms = new ArrayList<LicenceFinding>();
    Map<String, Licence> inUse = new LinkedHashMap<>();
    for (LicenceUse.Used used : LicenceUse.used(Scope.of(with, "", FilmGauge.MM_35))) {
      if (used.licence().isEmpty()) {
        continue;
      }
      Licence licence = used.licence().get();
      inUse.put(key(licence), licence);
      if (used.over().signum() > 0) {
        var diagnosis =
            new LicenceDiagnosis.Over(
                used.timeline(), used.over(), used.once(), licence.allowed().orElse(Rational.ZERO));
        terms.add(ofTerms(licence, used.timeline(), Term.LIMIT, sources, diagnosis));
      }
    }
    for (Licence licence : inUse.values()) {
      delivery
          .elsewhere(licence)
          .ifPresent(why -> terms.add(ofTerms(licence, Term.TERRITORY, sources, why)));
    }
    for (Licence licence : inUse.values()) {
      delivery
          .ended(licence)
          .ifPresent(why -> terms.add(ofTerms(licence, Term.ENDED, sources, why)));
      delivery
          .notBegun(licence)
          .ifPresent(why -> terms.add(ofTerms(licence, Term.NOT_BEGUN, sources, why)));
    }
    return terms;
  }

  private static Delivery delivery(Settings settings) {
    return new Delivery(day(settings.get(DELIVERY)), settings.get(TERRITORY));
  }

  private static LicenceFinding ofTerms(
      Licence licence, Term term, Map<Licence, String> sources, String why) {
    return ofTerms(licence, "", term, sources, new LicenceDiagnosis.NotForDelivery(why));
  }

  private static LicenceFinding ofTerms(
      Licence licence,
      String timeline,
      Term term,
      Map<Licence, String> sources,
      LicenceDiagnosis diagnosis) {
    return new LicenceFinding.OfTerms(
        key(licence),
        timeline,
        term,
        sources.getOrDefault(licence, ""),
        licence.title(),
        diagnosis.inWords(),
        evidence(licence));
  }

  /** The first of the sources that are used under each licence. */
  private static Map<Licence, String> sourcesUnder(Rights rights) {
    var sources = new HashMap<Licence, String>();
    rights
        .licences()
        .forEach((source, licence) ->
            sources.merge(licence, source, (one, other) -> one.compareTo(other) < 0 ? one : other));
    return sources;
  }

  private static Rights rights(
      List<Licence> licences, List<? extends Reviewed<? extends LicenceFinding>> reviewed) {
    Map<String, Licence> byKey = new HashMap<>();
    licences.forEach(licence -> byKey.put(key(licence), licence));
    Map<String, Licence> given = new HashMap<>();
    Map<String, String> standings = new HashMap<>();
    for (Reviewed<? extends LicenceFinding> each : reviewed) {
      if (each.finding() instanceof LicenceFinding.OfNames names) {
        boolean isSaid = each.standing() == Standing.SETTLED && !each.chosen().isEmpty();
        String standing = isSaid ? each.chosen().getFirst() : LicenceFinding.BY_NAME;
        names.sources().forEach(id -> standings.put(id, standing));
      }
      if (each.finding() instanceof LicenceFinding.OfSource source) {
        String chosen = each.chosen().isEmpty() ? "" : each.chosen().getFirst();
        boolean isSettled = each.standing() == Standing.SETTLED;
        if (byKey.containsKey(chosen) && isSettled) {
          given.put(source.source(), byKey.get(chosen));
        } else if (isSettled && chosen.equals(LicenceFinding.OWN)) {
          standings.put(source.source(), LicenceFinding.OWN);
        } else {
          boolean isOpen = !source.proposed().isEmpty() || source.choices().size() > 2;
          standings.put(
              source.source(),
              isOpen && each.standing().needsAPerson() ? "open" : LicenceFinding.NONE);
        }
      }
    }
    return new Rights(given, standings);
  }

  @Override
  public Applied apply(Request request, List<Reviewed<LicenceFinding>> accepted) {
    Material material = request.material();
    List<Licence> licences = licences(material);
    if (licences.isEmpty()) {
      return new Applied(withCovers(material, request.settings(), List.of()), List.of());
    }
    Sorted sorted = sorted(material, request.settings(), licences);
    var all = new HashMap<FindingId, Reviewed<? extends LicenceFinding>>();
    // Those that nobody settled have no licence yet, and reports say so.
    for (LicenceFinding finding : sorted.findings) {
      all.put(finding.id(), new Reviewed<>(finding, Optional.empty()));
    }
    accepted.forEach(each -> all.put(each.finding().id(), each));
    Rights rights = rights(licences, List.copyOf(all.values()));
    var standings = new HashMap<>(rights.standings());
    sorted.own.forEach(id -> standings.put(id, LicenceFinding.OWN));
    return new Applied(
        withCovers(material, request.settings(), accepted)
            .with(Rights.class, List.of(new Rights(rights.licences(), standings)))
            .with(Delivery.class, List.of(delivery(request.settings()))),
        List.of());
  }
}
