package org.oddlot.pass.stringouts;

import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.oddlot.caption.LineBreaker;
import org.oddlot.caption.NameList;
import org.oddlot.caption.Span;
import org.oddlot.caption.Transcript;
import org.oddlot.find.FindIndex;
import org.oddlot.find.KeptIndexes;
import org.oddlot.find.Moments;
import org.oddlot.find.Passage;
import org.oddlot.find.Passages;
import org.oddlot.find.Search;
import org.oddlot.format.title.StyleFiles;
import org.oddlot.format.title.TitleParameters;
import org.oddlot.json.JsonObject;
import org.oddlot.material.Material;
import org.oddlot.material.Source;
import org.oddlot.material.TimelineFile;
import org.oddlot.papercut.Marked;
import org.oddlot.papercut.Spoken;
import org.oddlot.papercut.Ties;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Codec;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.profile.Field;
import org.oddlot.profile.MarkerKind;
import org.oddlot.profile.Profile;
import org.oddlot.setting.Setting;
import org.oddlot.setting.Settings;
import org.oddlot.stringout.GroupMoments;
import org.oddlot.stringout.Logged;
import org.oddlot.stringout.StringOut;
import org.oddlot.stringout.StringOutTimeline;
import org.oddlot.stringout.StringOuts;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Address;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Edits;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.title.Fitter;
import org.oddlot.title.Fonts;
import org.oddlot.title.Frame;
import org.oddlot.title.Shape;
import org.oddlot.title.Style;
import org.oddlot.title.Typesetter;

/**
 * Makes string-outs of what was logged: a timeline for each keyword that has enough pieces, for
 * each person, for each person with each topic, for each scene. They go into bins of their own; all
 * else stays as it is. One that was made before gets what is new behind what is there.
 */
public final class StringOutsPass implements Pass<StringOutFinding> {
  /** What they are made by. */
  public static final Setting<List<String>> BY =
      Setting.someOf("by", "A timeline for each", StringOuts.KINDS);

  /** The categories of keywords that are wanted. */
  public static final Setting<String> CATEGORIES =
      Setting.textOrNothing(
          "categories", "Of categories", "all, or names; commas between", _ -> Optional.empty());

  /** How many pieces a keyword needs. */
  public static final Setting<Integer> AT_LEAST =
      Setting.number("at_least", "At least", 3, 1, 100_000, "pieces");

  /** The order in which pieces come. */
  public static final Setting<String> ORDER =
      Setting.oneOf(
          "order",
          "Order",
          StringOut.Order.TIME.word(),
          Arrays.stream(StringOut.Order.values()).map(StringOut.Order::word).toList());

  /** Frames before and behind each piece. */
  public static final Setting<Integer> HANDLES =
      Setting.number("handles", "Handles", 0, 0, 100_000, "frames");

  /** Whether pieces that meet or overlap become one. */
  public static final Setting<Boolean> JOIN = Setting.yesNo("join", "Join what meets", true);

  /** Frames of nothing between pieces. */
  public static final Setting<Integer> GAP =
      Setting.number("gap", "Between pieces", 0, 0, 100_000, "frames");

  /** The camera that is wanted where several have the same moment. */
  public static final Setting<String> CAMERA =
      Setting.textOrNothing("camera", "Rather camera", "all, or a letter", _ -> Optional.empty());

  /** What becomes of several angles of the same moment. */
  public static final Setting<String> ANGLES =
      Setting.oneOf(
          "angles",
          "Of several angles",
          StringOut.Angles.ALL.word(),
          Arrays.stream(StringOut.Angles.values()).map(StringOut.Angles::word).toList());

  /** Whether the name of a person stands at the head. */
  public static final Setting<Boolean> NAMES = Setting.yesNo("names", "Names at the head", true);

  /** The style that names are set in. */
  public static final Setting<String> STYLE =
      Setting.text("style", "Style", "boxed", "the name of a title style");

  /** How timelines are called. */
  public static final Setting<String> CALLED =
      Setting.text("called", "Called", "{name}", "{name}, {category}, {pieces}, {length}");

  /** Searches that are kept: what each finds is a string-out. */
  public static final Codec<Search> FOUND = Codec.of(Search::written, Search::parse);

  private static final String FOUND_IN = "Found";
  private static final String BIN = "String-outs";
  private static final int SECONDS_OF_NAME = 5;
  private static final Shape PICTURE = Shape.of(1920, 1080);
  private static final double SAFE = 0.9;

  @Override
  public String id() {
    return "stringouts";
  }

  @Override
  public String title() {
    return "String-outs";
  }

  @Override
  public String question() {
    return "Which string-outs shall be made?";
  }

  @Override
  public List<Setting<?>> settings() {
    return List.of(
        BY, AT_LEAST, CATEGORIES, ORDER, HANDLES, JOIN, GAP, CAMERA, ANGLES, NAMES, STYLE, CALLED);
  }

  @Override
  public Optional<Codec<?>> instructions() {
    return Optional.of(FOUND);
  }

  @Override
  public boolean isOnByItself() {
    return false;
  }

  @Override
  public boolean concerns(Material material) {
    return !material.derive(Logged.ALL).isEmpty() || !material.all(Transcript.class).isEmpty();
  }

  @Override
  public Analysis<StringOutFinding> analyse(Request request) {
    Material material = request.material();
    Settings settings = request.settings();
    var findings = new ArrayList<StringOutFinding>();
    var remarks = new ArrayList<Analysis.Remark>();
    StringOuts outs = outs(material, settings);
    Map<String, Address> made = StringOutTimeline.in(material);
    Map<StringOut, Kept> kept = found(request, remarks);
    for (StringOut out : Stream.concat(kept.keySet().stream(), outs.outs().stream()).toList()) {
      request.progress().check();
      if (out.pieces().isEmpty()) {
        continue;
      }
      String document = out.pieces().getFirst().clip().document();
      Optional<Address> before = Optional.ofNullable(made.get(out.key()));
      int fresh =
          before
              .flatMap(material::at)
              .map(its -> StringOutTimeline.fresh(out, (Timeline) its.object()).size())
              .orElse(out.pieces().size());
      if (before.isPresent() && fresh == 0) {
        remarks.add(
            new Analysis.Remark(out.key(), out.name(), "was made before, and nothing is new"));
        continue;
      }
      findings.add(
          new StringOutFinding(
              out,
              document,
              called(out, settings),
              before,
              fresh,
              Optional.ofNullable(kept.get(out)).map(Kept::id),
              Optional.ofNullable(kept.get(out))
                  .map(Kept::becomes)
                  .orElse(Search.Becomes.STRING_OUT)));
    }
    outs.tooFew()
        .forEach((keyword, pieces) ->
            remarks.add(
                new Analysis.Remark(
                    keyword,
                    keyword,
                    Phrase.of(
                        "%s, and %d are wanted",
                        Phrase.count(pieces, "piece"), settings.get(AT_LEAST)))));
    int unframed =
        StringOut.Angles.of(settings.get(ANGLES)) == StringOut.Angles.CLOSEST
            ? StringOut.unframed(outs.outs())
            : 0;
    if (unframed > 0) {
      remarks.add(
          new Analysis.Remark(
              "angles",
              "The closest",
              Phrase.of(
                  "no log says how close, such as CU or wide shot: %s, with all their angles",
                  Phrase.count(unframed, "source"))));
    }
    if (!settings.get(CAMERA).isEmpty()
        && material.sources().all().stream()
            .noneMatch(source -> source.camera().equalsIgnoreCase(settings.get(CAMERA)))) {
      remarks.add(
          new Analysis.Remark(
              "camera", "Camera", Phrase.of("there is no camera “%s”", settings.get(CAMERA))));
    }
    return Analysis.of(findings, remarks);
  }

  /** A kept search: the instruction that it is, and what it becomes. */
  private record Kept(String id, Search.Becomes becomes) {}

  /** What kept searches find. */
  private static Map<StringOut, Kept> found(Request request, List<Analysis.Remark> remarks) {
    Map<String, Search> kept = request.answers().instructions(FOUND);
    Map<StringOut, Kept> found = new LinkedHashMap<>();
    if (kept.isEmpty()) {
      return found;
    }
    Material material = request.material();
    FindIndex index = FindIndex.of(Passages.of(material), KeptIndexes.ofUser(), request.progress());
    kept.forEach((id, search) -> {
      var stretches = new ArrayList<Logged>();
      int elsewhere = 0;
      for (Moments.Moment moment : Moments.of(index, search)) {
        Optional<Source> source = material.sources().byId(moment.about());
        Optional<TimeRange> range = source.flatMap(its -> range(its, moment.stretch()));
        if (range.isEmpty()) {
          elsewhere++;
          continue;
        }
        Source its = source.orElseThrow();
        stretches.add(
            new Logged(
                its, its.first(), range.get(), Logged.Kind.KEYWORD, search.name(), FOUND_IN));
      }
      List<StringOut.Piece> pieces =
          StringOut.pieces(stretches, wanted(request.settings(), material)).stream()
              .filter(piece -> piece.range().duration().value() > 0)
              .toList();
      String key = "found " + search.name();
      if (pieces.isEmpty()) {
        remarks.add(
            new Analysis.Remark(
                key, search.name(), "nothing is found in a clip that has a length"));
      } else {
        var out = new StringOut(search.name(), FOUND_IN, key, "", pieces);
        wasMade(out, search.becomes(), material)
            .ifPresentOrElse(
                why -> remarks.add(new Analysis.Remark(key, search.name(), why)),
                () -> found.put(out, new Kept(id, search.becomes())));
      }
      if (elsewhere > 0) {
        remarks.add(
            new Analysis.Remark(
                key,
                search.name(),
                Phrase.of(
                    "%s more, in timelines and papers: these are no clips",
                    Phrase.count(elsewhere, "hit"))));
      }
    });
    return found;
  }

  /** Why nothing is to be made of what was found, where that is there already. */
  private static Optional<String> wasMade(
      StringOut out, Search.Becomes becomes, Material material) {
    return switch (becomes) {
      case STRING_OUT -> Optional.empty();
      case BIN ->
          material.documents().stream()
                  .flatMap(document -> bin(document.root(), BIN).stream())
                  .flatMap(all -> bin(all, FOUND_IN).stream())
                  .anyMatch(found -> bin(found, out.name()).isPresent())
              ? Optional.of("there is a bin of this name already")
              : Optional.empty();
      case KEYWORD ->
          out.pieces().stream().allMatch(piece -> hasKeyword(piece, out.name()))
              ? Optional.of("all of it has this keyword already")
              : Optional.empty();
    };
  }

  private static boolean hasKeyword(StringOut.Piece piece, String keyword) {
    return piece.clip().clip().markers().stream()
        .anyMatch(marker ->
            marker.name().equals(keyword)
                && marker.markedRange().equals(piece.range())
                && piece.clip().profile().noted(marker).isOf(MarkerKind.KEYWORD));
  }

  private static Marker keyword(StringOut.Piece piece, String keyword) {
    Profile profile = piece.clip().profile();
    JsonObject metadata =
        profile.with(JsonObject.EMPTY, Field.MARKER_KIND, profile.word(MarkerKind.KEYWORD));
    return Marker.of(
        keyword, piece.range(), "", profile.with(metadata, Field.MARKER_CATEGORY, FOUND_IN));
  }

  private static Optional<TimeRange> range(Source source, Optional<Passage.Stretch> stretch) {
    Optional<TimeRange> all = source.range();
    if (stretch.isEmpty() || all.isEmpty()) {
      return all;
    }
    FrameRate rate = all.get().start().rate();
    TimeRange its =
        TimeRange.between(
            RationalTime.ofSeconds(stretch.get().from(), rate, RoundingMode.FLOOR),
            RationalTime.ofSeconds(stretch.get().to(), rate, RoundingMode.CEILING));
    // A moment has no length of its own; with handles it has.
    return its.isEmpty() && all.get().contains(its.start())
        ? Optional.of(its)
        : its.intersection(all.get());
  }

  private static StringOut.Wanted wanted(Settings settings, Material material) {
    return new StringOut.Wanted(
        settings.get(HANDLES),
        settings.get(JOIN),
        StringOut.Order.of(settings.get(ORDER)),
        settings.get(CAMERA).strip(),
        StringOut.Angles.of(settings.get(ANGLES)),
        material.derive(GroupMoments.ALL));
  }

  /** What was logged, and who speaks as transcripts have it, of whom nothing was logged there. */
  private static List<Logged> logged(Material material) {
    var all = new ArrayList<>(material.derive(Logged.ALL));
    if (material.all(Transcript.class).isEmpty()) {
      return all;
    }
    Set<String> known =
        all.stream()
            .filter(each -> each.kind() == Logged.Kind.PERSON)
            .map(each -> each.source().id() + "\n" + each.key())
            .collect(Collectors.toSet());
    for (Spoken spoken : Ties.in(material).spoken()) {
      Source source = spoken.source();
      for (Marked turn : spoken.turns()) {
        String speaker = turn.speaker();
        // A machine gives numbers; these are nobody.
        boolean isSomebody =
            !speaker.isEmpty() && !speaker.matches(".*\\d|(?i)(unknown|speaker).*");
        if (isSomebody
            && spoken.doubt().isEmpty()
            && !known.contains(source.id() + "\n" + speaker)) {
          Span span = turn.span();
          range(source, Optional.of(new Passage.Stretch(span.start(), span.end())))
              .ifPresent(range ->
                  all.add(
                      new Logged(
                          source,
                          source.first(),
                          range,
                          Logged.Kind.PERSON,
                          speaker,
                          Logged.PEOPLE)));
        }
      }
    }
    return all;
  }

  private static StringOuts outs(Material material, Settings settings) {
    List<String> kinds =
        settings.get(BY).isEmpty() ? List.of(StringOuts.KEYWORD) : settings.get(BY);
    return StringOuts.of(
        logged(material),
        kinds,
        Arrays.stream(settings.get(CATEGORIES).split(",", -1))
            .map(word -> word.strip().toLowerCase(Locale.ROOT))
            .filter(word -> !word.isEmpty())
            .collect(Collectors.toSet()),
        settings.get(AT_LEAST),
        wanted(settings, material));
  }

  private static String called(StringOut out, Settings settings) {
    return settings
        .get(CALLED)
        .replace("{name}", out.name())
        .replace("{category}", out.category())
        .replace("{pieces}", Integer.toString(out.pieces().size()))
        .replace("{length}", out.length().replace(':', '.'));
  }

  @Override
  public Applied apply(Request request, List<Reviewed<StringOutFinding>> accepted) {
    Material material = request.material();
    Settings settings = request.settings();
    var maker =
        new StringOutTimeline(
            material,
            settings.get(GAP),
            StringOut.Angles.of(settings.get(ANGLES)) == StringOut.Angles.GROUP,
            (person, rate) ->
                settings.get(NAMES) ? name(person, rate, material, settings) : Optional.empty());
    Map<String, Map<String, List<TimelineObject>>> fresh = new LinkedHashMap<>();
    Map<String, Edits> edits = new HashMap<>();
    var claims = new ArrayList<Applied.Claim>();
    for (Reviewed<StringOutFinding> reviewed : accepted) {
      request.progress().check();
      StringOutFinding finding = reviewed.finding();
      Optional<Placed> before = finding.before().flatMap(material::at);
      if (finding.becomes() == Search.Becomes.KEYWORD) {
        for (StringOut.Piece piece : finding.out().pieces()) {
          if (!hasKeyword(piece, finding.out().name())) {
            Clip clip = piece.clip().clip();
            edits
                .computeIfAbsent(piece.clip().document(), _ -> new Edits())
                .change(
                    clip,
                    object -> ((Clip) object).plusMarker(keyword(piece, finding.out().name())));
            claims.add(new Applied.Claim(clip.identity(), "markers", reviewed.reason()));
          }
        }
      } else if (finding.becomes() == Search.Becomes.BIN) {
        Bin found =
            Bin.of(
                finding.name(),
                finding.out().pieces().stream().map(StringOutTimeline::clip).toList());
        fresh
            .computeIfAbsent(finding.document(), _ -> new LinkedHashMap<>())
            .computeIfAbsent(finding.out().category(), _ -> new ArrayList<>())
            .add(found);
        claims.add(new Applied.Claim(found.identity(), "", reviewed.reason()));
      } else if (before.isPresent()) {
        Timeline timeline = (Timeline) before.get().object();
        edits
            .computeIfAbsent(finding.before().orElseThrow().file(), _ -> new Edits())
            .change(timeline, object -> maker.continued((Timeline) object, finding.out()));
        claims.add(new Applied.Claim(timeline.identity(), "", reviewed.reason()));
        before
            .get()
            .walk(placed ->
                claims.add(new Applied.Claim(placed.object().identity(), "", reviewed.reason())));
      } else {
        Timeline timeline = maker.made(finding.out()).withName(finding.name());
        fresh
            .computeIfAbsent(finding.document(), _ -> new LinkedHashMap<>())
            .computeIfAbsent(finding.out().category(), _ -> new ArrayList<>())
            .add(timeline);
        claims.add(new Applied.Claim(timeline.identity(), "", reviewed.reason()));
      }
    }
    var documents = new ArrayList<>(material.withEdits(edits).documents());
    fresh.forEach((name, byCategory) -> put(name, byCategory, documents, claims));
    return new Applied(material.with(TimelineFile.class, documents), claims);
  }

  /** Puts timelines into bins by their category, in the file that they were made from. */
  private static void put(
      String name,
      Map<String, List<TimelineObject>> byCategory,
      List<TimelineFile> documents,
      List<Applied.Claim> claims) {
    int at = documents.stream().map(TimelineFile::name).toList().indexOf(name);
    TimelineFile document = documents.get(at);
    if (document.root() instanceof Bin root) {
      documents.set(at, document.withRoot(with(root, byCategory, claims)));
      return;
    }
    // A timeline by itself has room for no other.
    String title = (document.root().name() + " " + BIN).strip();
    Bin bin = with(Bin.of(title, List.of()), byCategory, claims);
    claims.add(new Applied.Claim(bin.identity(), "", "a file for string-outs"));
    documents.add(
        TimelineFile.made(
            TimelineFile.freeName(title, document.name(), documents), bin, List.of(document)));
  }

  private static Bin with(
      Bin root, Map<String, List<TimelineObject>> byCategory, List<Applied.Claim> claims) {
    Bin all = bin(root, BIN).orElseGet(() -> Bin.of(BIN, List.of()));
    Bin filled = all;
    for (Map.Entry<String, List<TimelineObject>> entry : byCategory.entrySet()) {
      Optional<Bin> there = bin(filled, entry.getKey());
      var children = new ArrayList<TimelineObject>(there.map(Bin::children).orElse(List.of()));
      children.addAll(entry.getValue());
      Bin its =
          there
              .map(bin -> bin.withChildren(children))
              .orElseGet(() -> Bin.of(entry.getKey(), children));
      if (there.isEmpty()) {
        claims.add(new Applied.Claim(its.identity(), "", "string-outs by " + entry.getKey()));
      }
      filled = with(filled, there, its);
    }
    Optional<Bin> was = bin(root, BIN);
    if (was.isEmpty()) {
      claims.add(new Applied.Claim(filled.identity(), "", "a bin for string-outs"));
    }
    return with(root, was, filled);
  }

  private static Optional<Bin> bin(TimelineObject in, String name) {
    return in.children().stream()
        .filter(child -> child instanceof Bin bin && bin.name().equals(name))
        .map(Bin.class::cast)
        .findFirst();
  }

  @SuppressWarnings("ReferenceEquality") // whether it is the very same bin is what is asked
  private static Bin with(Bin parent, Optional<Bin> before, Bin after) {
    var children = new ArrayList<TimelineObject>(parent.children());
    if (before.isPresent()) {
      children.replaceAll(child -> child == before.get() ? after : child);
    } else {
      children.add(after);
    }
    return parent.withChildren(children);
  }

  /** The title with a name and, below it, who that is, as the lists of names say it. */
  private static Optional<Clip> name(
      String person, FrameRate rate, Material material, Settings settings) {
    Optional<Style> style =
        material.all(Style.class).stream()
            .filter(its -> its.name().equalsIgnoreCase(settings.get(STYLE)))
            .findFirst()
            .or(() -> StyleFiles.byName(settings.get(STYLE)));
    if (style.isEmpty()) {
      return Optional.empty();
    }
    String about =
        material.all(NameList.class).stream()
            .flatMap(list -> list.terms().stream())
            .filter(term -> term.text().equalsIgnoreCase(person))
            .map(NameList.Term::about)
            .filter(text -> !text.isEmpty())
            .findFirst()
            .orElse("");
    String words = about.isEmpty() ? person : person + "\n" + about;
    var fitter =
        new Fitter(
            new Typesetter(Fonts.shipped().with(material.all(Fonts.Face.class))),
            new LineBreaker("", List.of()),
            style.get(),
            Frame.of(PICTURE, SAFE, PICTURE));
    JsonObject parameters =
        new TitleParameters.Writer(PICTURE, JsonObject.EMPTY).write(fitter.set(words, 1));
    var media =
        new MediaReference.Generator(
            Origin.made(),
            "",
            TitleParameters.GENERATOR,
            parameters,
            Optional.empty(),
            JsonObject.EMPTY);
    return Optional.of(
        Clip.of(
            person,
            media,
            Optional.of(
                TimeRange.of(
                    RationalTime.zero(rate),
                    RationalTime.of(SECONDS_OF_NAME * rate.nominal(), rate)))));
  }
}
