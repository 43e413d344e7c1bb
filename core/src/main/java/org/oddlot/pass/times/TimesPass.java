package org.oddlot.pass.times;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.oddlot.caption.Caption;
import org.oddlot.caption.CaptionMaker;
import org.oddlot.caption.Captions;
import org.oddlot.caption.FrameGuess;
import org.oddlot.caption.Guideline;
import org.oddlot.caption.Span;
import org.oddlot.caption.Timebase;
import org.oddlot.caption.Transcript;
import org.oddlot.caption.Turn;
import org.oddlot.format.guideline.GuidelineFiles;
import org.oddlot.material.CaptionPlace;
import org.oddlot.material.Material;
import org.oddlot.material.NameLists;
import org.oddlot.material.Programme;
import org.oddlot.measure.SourceSilences;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Codec;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.setting.Setting;
import org.oddlot.setting.Settings;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;

/**
 * Lays captions and transcripts at the programme that they belong to: from zero where it begins at
 * an hour, counted at another rate, or typed by hand. Makes captions of a transcript.
 */
public final class TimesPass implements Pass<TimesFinding> {
  /** The limits of captions that are made of a transcript. */
  public static final Setting<String> GUIDELINE =
      Setting.oneOf(
          "guideline",
          "Guideline of captions that are made",
          "broadcast",
          List.of("broadcast", "streaming", "upright"));

  @Override
  public String id() {
    return "times";
  }

  @Override
  public String title() {
    return "Caption times";
  }

  @Override
  public String question() {
    return "Where do the captions lie?";
  }

  @Override
  public boolean concerns(Material material) {
    return !material.all(Captions.class).isEmpty() || !material.all(Transcript.class).isEmpty();
  }

  @Override
  public List<Setting<?>> settings() {
    return List.of(GUIDELINE);
  }

  @Override
  public Codec<?> answers() {
    return Codec.of(
        words -> words,
        words -> {
          if (!words.isEmpty()) {
            Fit.CODEC.decode(words);
          }
          return words;
        });
  }

  /**
   * A file of words, as far as its times are concerned.
   *
   * @param frames in how many frames a second they are counted, if that can be told
   */
  record Words(
      String name,
      String language,
      List<Span> spans,
      Optional<FrameRate> frames,
      Supplier<Map<String, Rational>> moments) {
    /** The moments of its words, worked out where another file is there to compare them with. */
    Map<String, Rational> said() {
      return moments.get();
    }

    static Words of(Captions captions) {
      return new Words(
          captions.name(),
          captions.language(),
          captions.captions().stream().map(Caption::span).toList(),
          FrameGuess.of(captions).map(Timebase.Frames::rate),
          once(() -> Agreement.moments(captions)));
    }

    static Words of(Transcript transcript) {
      return new Words(
          transcript.name(),
          transcript.language(),
          transcript.turns().stream().map(Turn::span).toList(),
          Optional.empty(),
          once(() -> Agreement.moments(transcript)));
    }

    private static <T> Supplier<T> once(Supplier<T> work) {
      var known = new AtomicReference<T>();
      return () -> {
        T value = known.get();
        if (value == null) {
          value = work.get();
          known.set(value);
        }
        return value;
      };
    }
  }

  @Override
  public Analysis<TimesFinding> analyse(Request request) {
    Material material = request.material();
    if (!concerns(material)) {
      return Analysis.of(List.of());
    }
    List<Programme> programmes = material.derive(Programme.ALL);
    var files = new ArrayList<Words>();
    for (Captions captions : material.all(Captions.class)) {
      if (!captions.captions().isEmpty()) {
        files.add(Words.of(captions));
      }
    }
    material.all(Transcript.class).forEach(transcript -> files.add(Words.of(transcript)));
    var findings = new ArrayList<TimesFinding>();
    var verdicts = new ArrayList<Reels.Laid>();
    var wanted = new LinkedHashSet<SourceSilences>();
    @Nullable Map<String, Speech> heard = null;
    for (Words file : files) {
      request.progress().check();
      if (CaptionsInTimelines.of(material, file.name()).isPresent()) {
        findings.add(inTimeline(file));
      } else if (programmes.isEmpty()) {
        findings.add(nowhere(file));
      } else {
        Reels.Laid laid = lies(file, files, programmes, Map.of());
        // What two others do not witness is listened to.
        if (laid.finding().standing() != Standing.SETTLED || laid.isByItsPlaceAlone()) {
          if (heard == null) {
            heard = speech(programmes, request, wanted);
          }
          laid = heard.isEmpty() ? laid : lies(file, files, programmes, heard);
        }
        verdicts.add(laid);
      }
    }
    findings.addAll(Reels.heeded(verdicts));
    for (Transcript transcript : material.all(Transcript.class)) {
      makes(transcript, material, request.settings()).ifPresent(findings::add);
    }
    return Analysis.<TimesFinding>of(findings).wanting(wanted);
  }

  private static TimesFinding inTimeline(Words file) {
    return new TimesFinding.Lies(
        file.name(),
        file.spans().size(),
        Standing.SETTLED,
        "on a track of the timeline",
        "the captions are on a track of the timeline",
        List.of(),
        List.of(),
        List.of());
  }

  private static TimesFinding nowhere(Words file) {
    return new TimesFinding.Lies(
        file.name(),
        file.spans().size(),
        Standing.SETTLED,
        "no timeline to lie at",
        "there is no timeline in the lot; times stay as they are",
        List.of(),
        List.of(),
        List.of());
  }

  private static Reels.Laid lies(
      Words file, List<Words> files, List<Programme> programmes, Map<String, Speech> speech) {
    var trials = new ArrayList<Trial>();
    Map<Programme, Optional<Heard>> heard = new HashMap<>();
    for (Programme programme : programmes) {
      Optional<Heard> its = heard(file, files, programme);
      if (its.isEmpty()) {
        its = inItsSound(file, programme, speech);
      }
      heard.put(programme, its);
      Optional<Rational> said =
          its.filter(h -> h.lies() && h.found().stretch().equals(Rational.ONE))
              .map(h -> h.found().shift());
      trials.addAll(Trial.all(file.spans(), programme, said).stream().limit(24).toList());
    }
    trials.sort(order(file));
    Trial best = trials.getFirst();
    var verdict =
        new Verdict(
            file.name(),
            file.spans().size(),
            file.frames(),
            best,
            byCuts(trials, best),
            heard.getOrDefault(best.programme(), Optional.empty()),
            programmes,
            coverage(file, best));
    return new Reels.Laid(file, verdict.finding(), verdict.laid(), verdict.isByItsPlaceAlone());
  }

  /** A file of another language or kind that says the same, and lies in the programme as it is. */
  private static Optional<Heard> heard(Words file, List<Words> files, Programme programme) {
    Heard best = null;
    for (Words other : files) {
      if (other.name().equals(file.name()) || !sameLanguage(file, other)) {
        continue;
      }
      Optional<Agreement.Found> found = Agreement.between(file.said(), other.said());
      if (found.isPresent() && (best == null || found.get().agreeing() > best.found().agreeing())) {
        int inside = Trial.of(other.spans(), programme, Rational.ONE, Rational.ZERO).inside();
        best = new Heard(other.name(), found.get(), inside == other.spans().size());
      }
    }
    return Optional.ofNullable(best);
  }

  /**
   * What is heard in programmes, by their ids, as far as enough is known of it.
   *
   * @param wanted is given what has to be listened to
   */
  private static Map<String, Speech> speech(
      List<Programme> programmes, Request request, Set<SourceSilences> wanted) {
    Map<String, Speech> speech = new HashMap<>();
    for (Programme programme : programmes) {
      Speech.of(programme, request.material(), request.measured(), wanted)
          .ifPresent(its -> speech.put(programme.id(), its));
    }
    return speech;
  }

  /** The sound of a programme is a witness as another text is, where its media is at hand. */
  private static Optional<Heard> inItsSound(
      Words file, Programme programme, Map<String, Speech> speech) {
    return Optional.ofNullable(speech.get(programme.id()))
        .flatMap(its -> its.places(file.spans()))
        .map(found -> new Heard(Phrase.of("the sound of %s", programme.title()), found, true));
  }

  private static boolean sameLanguage(Words one, Words other) {
    return one.language().isEmpty()
        || other.language().isEmpty()
        || one.language().equals(other.language());
  }

  /**
   * What another file of the lot says, or the sound of the programme.
   *
   * @param name the other file, or the sound
   * @param found how the times become its times
   * @param lies whether the other file lies in the programme as it is
   */
  record Heard(String name, Agreement.Found found, boolean lies) {}

  private static double coverage(Words file, Trial trial) {
    Rational first = file.spans().stream().map(Span::start).min(Rational::compareTo).orElseThrow();
    Rational last = file.spans().stream().map(Span::end).max(Rational::compareTo).orElseThrow();
    return last.minus(first).times(trial.stretch()).toDouble()
        / Math.max(1, trial.programme().span().length().toDouble());
  }

  /** Whole before part, alike names, no change of rate, no shift. */
  private static Comparator<Trial> order(Words file) {
    return Comparator.comparingInt((Trial trial) -> -trial.inside())
        .thenComparing(trial -> !isCalledLike(file.name(), trial.programme()))
        .thenComparing(trial -> !trial.stretch().equals(Rational.ONE))
        .thenComparing(trial -> trial.shift().signum() != 0)
        .thenComparingDouble(trial -> -trial.sureness());
  }

  static boolean isCalledLike(String file, Programme programme) {
    String stem = plain(file.replaceFirst("\\.[A-Za-z0-9]+$", ""));
    String title = plain(programme.title());
    return !title.isEmpty() && (stem.startsWith(title) || title.startsWith(stem));
  }

  private static String plain(String name) {
    return name.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]+", "");
  }

  /** Other ways at the same programme for which the cuts speak, the surest first. */
  private static List<Trial> byCuts(List<Trial> trials, Trial best) {
    var distinct = new HashMap<String, Trial>();
    for (Trial trial : trials) {
      boolean isOther =
          trial.programme().equals(best.programme())
              && trial.inside() * 10 >= best.inside() * 9
              && !trial.fit().equals(best.fit());
      if (isOther) {
        distinct.putIfAbsent(trial.fit().inOneWord(), trial);
      }
    }
    return distinct.values().stream()
        .sorted(
            Comparator.comparingDouble((Trial trial) -> -trial.sureness())
                .thenComparing(trial -> trial.fit().inOneWord()))
        .toList();
  }

  private static Optional<TimesFinding> makes(
      Transcript transcript, Material material, Settings settings) {
    boolean hasWords = transcript.words().findAny().isPresent();
    boolean isThere =
        material.all(Captions.class).stream()
            .anyMatch(captions ->
                captions.language().equals(transcript.language())
                    || captions.language().isEmpty()
                    || transcript.language().isEmpty());
    if (!hasWords) {
      return Optional.empty();
    }
    int captions = made(transcript, material, settings).captions().size();
    return Optional.of(
        isThere
            ? new TimesFinding.Makes(
                transcript.name(),
                captions,
                Standing.SETTLED,
                "there are captions in its language; none are made of it")
            : new TimesFinding.Makes(
                transcript.name(),
                captions,
                Standing.TO_LOOK_AT,
                "there are no captions in its language; they can be made of it"));
  }

  private static Captions made(Transcript transcript, Material material, Settings settings) {
    Guideline guideline =
        GuidelineFiles.byName(settings.get(GUIDELINE), material.all(Guideline.class))
            .orElseGet(() -> GuidelineFiles.shipped().getFirst());
    String stem = transcript.name().replaceFirst("\\.[A-Za-z0-9]{1,5}$", "");
    return Captions.made(
        stem + " (captions)",
        transcript.language(),
        Timebase.Ticks.MILLISECONDS,
        CaptionMaker.of(transcript, guideline, NameLists.spellings(material)));
  }

  @Override
  public Optional<String> problem(TimesFinding finding, List<String> chosen, Material material) {
    if (chosen.isEmpty()) {
      return Optional.empty();
    }
    if (finding instanceof TimesFinding.Makes) {
      return Optional.of("there is nothing to choose");
    }
    Optional<String> programme = Fit.CODEC.decode(chosen).programme();
    return programme
        .filter(
            id -> material.derive(Programme.ALL).stream().noneMatch(each -> each.id().equals(id)))
        .map(id -> Phrase.of("there is no timeline \"%s\"", id));
  }

  @Override
  public Applied apply(Request request, List<Reviewed<TimesFinding>> accepted) {
    Material material = request.material();
    var notes = new ArrayList<Applied.Note>();
    var places = new ArrayList<CaptionPlace>();
    Map<String, Fit> fits = new HashMap<>();
    for (Reviewed<TimesFinding> reviewed : accepted) {
      if (reviewed.finding() instanceof TimesFinding.Lies lies) {
        Fit fit = reviewed.answer(Fit.CODEC).orElse(Fit.NONE);
        fits.put(lies.words(), fit);
        place(material, lies, fit).ifPresent(places::add);
        if (!fit.isNone()) {
          notes.add(
              new Applied.Note(
                  lies.words(), "times of " + lies.count(), "", fit.inWords(), reviewed.reason()));
        }
      }
    }
    List<Captions> captions =
        new ArrayList<>(
            material.all(Captions.class).stream()
                .map(each -> moved(each, fits.getOrDefault(each.name(), Fit.NONE)))
                .toList());
    List<Transcript> transcripts =
        material.all(Transcript.class).stream()
            .map(each -> moved(each, fits.getOrDefault(each.name(), Fit.NONE)))
            .toList();
    Material moved = material.with(Transcript.class, transcripts);
    for (Reviewed<TimesFinding> reviewed : accepted) {
      if (reviewed.finding() instanceof TimesFinding.Makes makes
          && makes.standing() == Standing.TO_LOOK_AT) {
        Transcript transcript =
            transcripts.stream()
                .filter(each -> each.name().equals(makes.words()))
                .findFirst()
                .orElseThrow();
        Captions made = made(transcript, moved, request.settings());
        captions.add(made);
        places.stream()
            .filter(place -> place.words().equals(makes.words()))
            .findFirst()
            .ifPresent(place -> places.add(new CaptionPlace(made.name(), place.programme())));
        notes.add(
            new Applied.Note(
                made.name(),
                "captions",
                "",
                Phrase.count(made.captions().size(), "caption"),
                reviewed.reason()));
      }
    }
    return new Applied(
        moved.with(Captions.class, captions).with(CaptionPlace.class, places), List.of(), notes);
  }

  private static Optional<CaptionPlace> place(Material material, TimesFinding.Lies lies, Fit fit) {
    return CaptionsInTimelines.of(material, lies.words())
        .or(() ->
            material.derive(Programme.ALL).stream()
                .filter(programme -> fit.programme().filter(programme.id()::equals).isPresent())
                .findFirst())
        .map(programme -> new CaptionPlace(lies.words(), programme));
  }

  private static Captions moved(Captions captions, Fit fit) {
    if (fit.isNone()) {
      return captions;
    }
    // On the file's own grid: both ends of a gap are rounded alike, so that none is closed or made.
    return captions.withEach(
        caption -> caption.withTimes(time -> captions.grid().nearest(fit.apply(time))));
  }

  private static Transcript moved(Transcript transcript, Fit fit) {
    return fit.isNone() ? transcript : transcript.withTimes(fit::apply);
  }

  /** The evidence of a trial, for a choice. */
  static List<Evidence> evidence(Trial trial, int count) {
    return List.of(
        new Evidence(
            "inside",
            Phrase.of("%s of %s", Phrase.number(trial.inside()), Phrase.number(count)),
            ""),
        new Evidence(
            "at a cut",
            Phrase.number(trial.atCuts()),
            Phrase.of("%.0f by chance", trial.expected())));
  }

  static Choice choice(Trial trial, int count, boolean named) {
    String label = trial.fit().inWords();
    return new Choice(
        trial.fit().inOneWord(),
        named ? trial.programme().title() + ": " + label : label,
        evidence(trial, count));
  }
}
