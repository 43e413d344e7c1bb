package org.oddlot.pass.titles;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.FrameGuess;
import org.oddlot.caption.Letters;
import org.oddlot.caption.LineBreaker;
import org.oddlot.caption.Timebase;
import org.oddlot.material.CaptionPlace;
import org.oddlot.material.Material;
import org.oddlot.material.NameLists;
import org.oddlot.material.NewTimelines;
import org.oddlot.material.Programme;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Codec;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.setting.Setting;
import org.oddlot.setting.SettingKind;
import org.oddlot.setting.Settings;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;
import org.oddlot.timeline.Timeline;
import org.oddlot.title.Area;
import org.oddlot.title.Fitter;
import org.oddlot.title.Fonts;
import org.oddlot.title.Frame;
import org.oddlot.title.Shape;
import org.oddlot.title.Style;
import org.oddlot.title.Typesetter;

/**
 * Makes a title of every caption, in pictures of as many shapes as are asked for, each a timeline
 * of its own. What fits needs nobody; what does not is shown with what can be done about it.
 */
public final class TitlesPass implements Pass<TitleFinding> {
  static final String OWN = "own";
  static final String TEMPLATE = "template";

  /** The shapes, and what their frames are counted at; no title is made where none is named. */
  public static final Setting<String> SHAPES =
      new Setting<>(
          "shapes",
          "Shapes",
          new SettingKind.Text(true, TitlesPass::noShapes),
          "",
          "",
          "1920x1080, 1080x1080@29.97df, 9:16");

  /** The style: one that comes with the program, a title's, or one of one's own. */
  public static final Setting<String> STYLE =
      new Setting<>(
          "style",
          "Style",
          new SettingKind.OneOf(
              List.of("boxed", "plain", "upright", TEMPLATE, OWN),
              Map.of(TEMPLATE, "of a title in the timeline", OWN, "your own")),
          "boxed",
          "",
          "");

  /** Which title the style is taken from, by its words or its name. */
  public static final Setting<String> WHICH =
      Setting.textOrNothing(
          "template", "Title to take it from", "its words or name", _ -> Optional.empty());

  /** Where titles stand. */
  public static final Setting<String> PLACE =
      new Setting<>(
          "place",
          "Place",
          new SettingKind.OneOf(
              List.of("style", "low", "middle", "high", "band"),
              Map.of("style", "as the style says", "band", "in the band under the picture")),
          "style",
          "",
          "");

  /** Whether titles lie over the timeline or are one by themselves. */
  public static final Setting<String> AS =
      new Setting<>(
          "as",
          "Titles",
          new SettingKind.OneOf(
              List.of("over", "alone"),
              Map.of("over", "over the timeline", "alone", "a timeline by themselves")),
          "over",
          "",
          "");

  /** Which area is safe. */
  public static final Setting<String> SAFE =
      new Setting<>(
          "safe",
          "Safe area",
          new SettingKind.OneOf(
              List.of("title", "action"), Map.of("title", "title, 90 %", "action", "action, 93 %")),
          "title",
          "",
          "");

  /** The shape of the picture in the timeline. */
  public static final Setting<String> PICTURE =
      new Setting<>(
          "picture",
          "Shape of the picture",
          new SettingKind.Text(false, TitlesPass::noShape),
          "16:9",
          "",
          "16:9 or 1998x1080");

  private static Optional<String> noShape(String text) {
    try {
      Shape.parse(text);
      return Optional.empty();
    } catch (IllegalArgumentException e) {
      return Optional.of(String.valueOf(e.getMessage()));
    }
  }

  private static Optional<String> noShapes(String text) {
    try {
      var _ = Shape.parseAll(text);
      return Optional.empty();
    } catch (IllegalArgumentException e) {
      return Optional.of(String.valueOf(e.getMessage()));
    }
  }

  @Override
  public String id() {
    return "titles";
  }

  @Override
  public String title() {
    return "Titles";
  }

  @Override
  public String question() {
    return "Do the words fit the picture?";
  }

  @Override
  public List<Setting<?>> settings() {
    return List.of(SHAPES, STYLE, WHICH, PLACE, AS, SAFE, PICTURE);
  }

  @Override
  public Codec<?> answers() {
    return Codec.CHOICES;
  }

  @Override
  public Optional<Codec<?>> instructions() {
    return Optional.of(TitleOrder.CODEC);
  }

  @Override
  public boolean concerns(Material material) {
    return material.all(Captions.class).stream().anyMatch(each -> !each.captions().isEmpty());
  }

  /** What was ordered about titles, in the order in which it was. */
  public static List<TitleOrder> orders(Request request) {
    return List.copyOf(request.answers().instructions(TitleOrder.CODEC).values());
  }

  /** The style that titles are made in. */
  public static Style style(Request request) {
    return Looks.of(request.material(), request.settings(), orders(request)).style();
  }

  /** What is wrong with a style by itself, in sentences without a full stop. */
  public static List<String> problems(Style style, Fonts fonts) {
    return Looks.problems(style, fonts);
  }

  /** The fonts of a lot: those that come with the program, and those that came in. */
  public static Fonts fonts(Material material) {
    return Fonts.shipped().with(material.all(Fonts.Face.class));
  }

  @Override
  public Analysis<TitleFinding> analyse(Request request) {
    Material material = request.material();
    Settings settings = request.settings();
    if (Shape.parseAll(settings.get(SHAPES)).isEmpty()) {
      return Analysis.of(List.of());
    }
    List<TitleOrder> orders = orders(request);
    Looks looks = Looks.of(material, settings, orders);
    var remarks = new ArrayList<Analysis.Remark>();
    looks.said().forEach(text -> remarks.add(new Analysis.Remark("style", "Style", text)));
    var setter = new Typesetter(fonts(material));
    Looks.problems(looks.style(), setter.fonts())
        .forEach(text -> remarks.add(new Analysis.Remark("style", "Style", text)));
    var hands = new Hands(material, orders);
    hands.said().forEach(text -> remarks.add(new Analysis.Remark("back", "What came back", text)));
    var findings = new ArrayList<TitleFinding>();
    for (Captions captions : material.all(Captions.class)) {
      request.progress().check();
      findings.addAll(findings(captions, material, settings, looks, setter, hands));
    }
    remarks.addAll(new Lacks(looks, setter).of(material.all(Captions.class)));
    return Analysis.of(findings, remarks);
  }

  private static List<TitleFinding> findings(
      Captions captions,
      Material material,
      Settings settings,
      Looks looks,
      Typesetter setter,
      Hands hands) {
    var sense = new LineBreaker(captions.language(), NameLists.spellings(material));
    Optional<Programme> programme = CaptionPlace.programme(material, captions.name());
    double part = settings.get(SAFE).equals("action") ? Area.ACTION_SAFE : Area.TITLE_SAFE;
    // Each shape is planned by itself, so they can be at the same time.
    List<List<InShape>> shapes =
        Shape.parseAll(settings.get(SHAPES)).parallelStream()
            .map(shape -> {
              Frame frame = Frame.of(shape, part, Looks.picture(settings));
              var fitter = new Fitter(setter, sense, looks.style(), frame);
              return new Planner(
                      fitter,
                      looks,
                      frames(shape, captions, programme),
                      zero(programme),
                      hands,
                      sense)
                  .plan(captions);
            })
            .toList();
    Timebase.Frames frames =
        programme
            .map(Programme::grid)
            .or(() -> FrameGuess.of(captions))
            .orElseGet(() -> captions.grid().frames());
    var findings = new ArrayList<TitleFinding>();
    for (int i = 0; i < captions.captions().size(); i++) {
      Caption caption = captions.captions().get(i);
      var its = new ArrayList<InShape>(shapes.size());
      for (List<InShape> planned : shapes) {
        its.add(planned.get(i));
      }
      long length = frames.count(caption.end()) - frames.count(caption.start());
      long nominal = frames.rate().nominal();
      double seconds = caption.span().length().toDouble();
      findings.add(
          new TitleFinding(
              captions.name(),
              caption,
              programme.isPresent()
                  ? frames.label(caption.start())
                  : captions.grid().label(caption.start()),
              Phrase.of("%d:%02d", length / nominal, length % nominal),
              seconds <= 0
                  ? 0
                  : Letters.columns(caption.text().plain().replace('\n', ' ')) / seconds,
              its));
    }
    return findings;
  }

  private static Timebase.Frames frames(
      Shape shape, Captions captions, Optional<Programme> programme) {
    return shape
        .frames()
        .or(() -> programme.map(Programme::grid))
        .or(() -> FrameGuess.of(captions))
        .orElseGet(() -> captions.grid().frames());
  }

  private static Rational zero(Optional<Programme> programme) {
    return programme.map(its -> its.span().start()).orElse(Rational.ZERO);
  }

  // Applying.

  @Override
  public Applied apply(Request request, List<Reviewed<TitleFinding>> accepted) {
    Material material = request.material();
    Settings settings = request.settings();
    List<TitleOrder> orders = orders(request);
    Looks looks = Looks.of(material, settings, orders);
    var hands = new Hands(material, orders);
    Map<String, List<Reviewed<TitleFinding>>> byFile = new LinkedHashMap<>();
    for (Reviewed<TitleFinding> reviewed : accepted) {
      byFile.computeIfAbsent(reviewed.finding().file(), _ -> new ArrayList<>()).add(reviewed);
    }
    var made = new Made(material);
    List<Shape> shapes = Shape.parseAll(settings.get(SHAPES));
    for (Captions captions : material.all(Captions.class)) {
      List<Reviewed<TitleFinding>> its =
          byFile.getOrDefault(captions.name(), List.of()).stream()
              .sorted(Comparator.comparing(each -> each.finding().caption().start()))
              .toList();
      Optional<Programme> programme = CaptionPlace.programme(material, captions.name());
      Optional<Timeline> of =
          programme.flatMap(each -> each.place(material)).map(placed -> (Timeline) placed.object());
      List<Timeline> timelines =
          IntStream.range(0, its.isEmpty() ? 0 : shapes.size())
              .parallel()
              .mapToObj(shape -> {
                var titles =
                    new TitleTimeline(
                        shapes.get(shape),
                        frames(shapes.get(shape), captions, programme),
                        looks,
                        hands,
                        captions.name());
                for (Reviewed<TitleFinding> reviewed : its) {
                  InShape stands = reviewed.finding().shapes().get(shape);
                  titles.add(
                      reviewed.finding().caption(), stands, stands.chosen(reviewed.chosen()));
                }
                return titles.made(
                    made.name(captions, programme, shapes.get(shape), shapes),
                    of,
                    settings.get(AS).equals("over"));
              })
              .toList();
      for (int i = 0; i < timelines.size(); i++) {
        made.add(
            timelines.get(i),
            captions,
            programme,
            Phrase.of(
                "%s as titles, %s", Phrase.count(its.size(), "caption"), shapes.get(i).sides()));
      }
    }
    return made.applied();
  }

  /** The timelines that are made, and where they go. */
  private static final class Made {
    private final Material material;
    private final NewTimelines timelines;
    private final List<Applied.Claim> claims = new ArrayList<>();

    Made(Material material) {
      this.material = material;
      this.timelines = new NewTimelines(material);
    }

    /** The name says the programme and the shape, and the language where there are several. */
    String name(Captions captions, Optional<Programme> programme, Shape shape, List<Shape> shapes) {
      boolean alike =
          shapes.stream().filter(each -> each.ratio().equals(shape.ratio())).count() > 1;
      boolean several =
          material.all(Captions.class).stream()
                  .filter(each ->
                      CaptionPlace.programme(material, each.name())
                          .map(Programme::id)
                          .equals(programme.map(Programme::id)))
                  .count()
              > 1;
      String stem = captions.name().substring(captions.name().lastIndexOf('/') + 1);
      String title = programme.map(Programme::title).orElse(stem);
      String tongue =
          !several || programme.isEmpty()
              ? ""
              : " " + (captions.language().isEmpty() ? stem : captions.language());
      return title + tongue + " " + (alike ? shape.toString() : shape.ratio());
    }

    void add(Timeline timeline, Captions captions, Optional<Programme> programme, String reason) {
      claims.add(new Applied.Claim(timeline.identity(), "", reason));
      programme
          .flatMap(its -> material.document(its.address().file()))
          .ifPresentOrElse(
              from -> {
                String seed = timeline.name() + "\n" + material.lot();
                timelines.add(from.profile().withNewIdentity(timeline, seed), from);
              },
              () -> timelines.add(timeline, captions.name()));
    }

    Applied applied() {
      return new Applied(timelines.added(), claims);
    }
  }
}
