package org.oddlot.lot;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.FutureTask;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.oddlot.caption.Captions;
import org.oddlot.caption.NameList;
import org.oddlot.caption.Transcript;
import org.oddlot.caption.Turn;
import org.oddlot.format.TimelineFormat;
import org.oddlot.format.caption.CaptionTracks;
import org.oddlot.format.table.TableOptions;
import org.oddlot.input.Bounds;
import org.oddlot.input.Contents;
import org.oddlot.input.FileState;
import org.oddlot.input.InputFile;
import org.oddlot.input.InputKind;
import org.oddlot.input.InputKinds;
import org.oddlot.input.ReadingOptions;
import org.oddlot.material.Languages;
import org.oddlot.material.Material;
import org.oddlot.material.MediaAtHand;
import org.oddlot.material.NameLists;
import org.oddlot.material.Paper;
import org.oddlot.material.ReadInput;
import org.oddlot.material.Sources;
import org.oddlot.material.TimelineFile;
import org.oddlot.paper.ColumnField;
import org.oddlot.paper.ColumnMapping;
import org.oddlot.paper.LogField;
import org.oddlot.paper.Table;
import org.oddlot.problem.FaultReport;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;
import org.oddlot.problem.Wall;
import org.oddlot.profile.Profile;
import org.oddlot.profile.Profiles;
import org.oddlot.progress.CancelledException;
import org.oddlot.progress.Progress;
import org.oddlot.rights.LicencePaper;
import org.oddlot.rights.MusicPaper;
import org.oddlot.rights.RightsReading;
import org.oddlot.sound.SoundFile;
import org.oddlot.text.Phrase;

/** Reads the files of a lot. */
public final class LotReader {
  /** Larger files are told apart by size and time alone: a digest would take too long. */
  private static final long LARGEST_WITH_DIGEST = 256L << 20;

  /** What takes so long to read that the smaller files are read beside it, in bytes. */
  private static final long LARGE = 16L << 20;

  private final MappingMemory memory;
  private final Optional<ReadLot> previous;

  /** Whether files are to be known again; their digests are what keeps a second processor busy. */
  private final boolean hasDigests;

  private final Map<Key, Loaded> loaded = new LinkedHashMap<>();

  private LotReader(MappingMemory memory, Optional<ReadLot> previous, boolean hasDigests) {
    this.memory = memory;
    this.previous = previous;
    this.hasDigests = hasDigests;
  }

  /** A file and how it is read: as long as all is the same it need not be read again. */
  record Key(String name, FileState state, ReadingOptions options) {}

  /**
   * A file that was read.
   *
   * @param input what was found
   * @param sha256 of its content; empty where that is not kept
   * @param options how it was read, with what was remembered
   */
  record Loaded(ReadInput input, String sha256, ReadingOptions options) {

    Loaded withProblems(List<Problem> problems) {
      return new Loaded(input.withProblems(problems), sha256, options);
    }

    <T> Optional<T> value(Class<T> type) {
      return input.value().filter(type::isInstance).map(type::cast);
    }
  }

  /**
   * Reads all files of {@code lot}. A file of which nothing can be made is listed as such; the
   * others are read all the same.
   *
   * @throws CancelledException if {@code progress} asks to stop
   */
  public static ReadLot read(Lot lot, Progress progress) {
    return read(lot, MappingMemory.none(), Optional.empty(), progress);
  }

  /**
   * Reads those files of {@code lot} that {@code previous} has not read in the same state and in
   * the same way; the others are taken over from there.
   *
   * @param memory what is remembered of the columns of papers
   * @throws CancelledException if {@code progress} asks to stop
   */
  public static ReadLot read(
      Lot lot, MappingMemory memory, Optional<ReadLot> previous, Progress progress) {
    return new LotReader(memory, previous, true).readAll(lot, progress);
  }

  /**
   * What each file of {@code lot} is and what is wrong with it, in their order; the media that the
   * timelines use is not looked for.
   *
   * @throws CancelledException if {@code progress} asks to stop
   */
  public static List<ReadInput> inputs(Lot lot, Progress progress) {
    var intake = new LotReader(MappingMemory.none(), Optional.empty(), true);
    intake.readFiles(lot, progress);
    return intake.inputs(intake.documents(List.of()));
  }

  /**
   * The timeline files of a lot.
   *
   * @param documents those that could be read
   * @param inputs what all files are and what is wrong with them
   */
  public record Timelines(List<TimelineFile> documents, List<ReadInput> inputs) {
    public Timelines {
      documents = List.copyOf(documents);
      inputs = List.copyOf(inputs);
    }

    /** The one of this name. */
    public Optional<TimelineFile> of(String name) {
      return documents.stream().filter(each -> each.name().equals(name)).findFirst();
    }
  }

  /**
   * The timeline files of {@code lot}, without their digests; the media that they use is not looked
   * for.
   *
   * @throws CancelledException if {@code progress} asks to stop
   */
  public static Timelines timelines(Lot lot, Progress progress) {
    var intake = new LotReader(MappingMemory.none(), Optional.empty(), false);
    intake.readFiles(lot, progress);
    List<TimelineFile> documents = intake.documents(List.of());
    return new Timelines(documents, intake.inputs(documents));
  }

  private ReadLot readAll(Lot lot, Progress progress) {
    List<Lot.Input> inputs = readFiles(lot, progress);
    Material material = material(lot);
    var finder = new MediaFinder(folders(), previous.map(ReadLot::heads).orElse(Map.of()));
    MediaAtHand media = finder.find(material);
    material = material.with(MediaAtHand.class, List.of(media));
    List<SoundFile> sounds = finder.sounds(material, media, values(SoundFile.class), progress);
    return new ReadLot(
        lot.withInputs(inputs),
        material.with(SoundFile.class, sounds),
        Map.copyOf(loaded),
        finder.heads());
  }

  /** Reads them, and says how they were read. */
  private List<Lot.Input> readFiles(Lot lot, Progress progress) {
    var inputs = new ArrayList<Lot.Input>();
    for (Asked asked : read(lot.inputs(), progress)) {
      Loaded file = asked.loaded();
      loaded.put(new Key(asked.input.name(), asked.state, file.options), file);
      inputs.add(asked.input.withSha256(file.sha256).withReading(file.options));
    }
    readDatesByTheClips();
    return inputs;
  }

  /** Which order dates are written in cannot always be seen from a paper; the clips have days. */
  private void readDatesByTheClips() {
    if (values(Paper.class).stream().noneMatch(paper -> paper.log().datesOpen())) {
      return;
    }
    Set<LocalDate> days =
        Sources.of(documents(List.of())).all().stream()
            .flatMap(source -> source.recorded().stream())
            .collect(Collectors.toSet());
    loaded.replaceAll((_, file) ->
        file.value(Paper.class)
            .map(paper -> {
              Paper again = paper.withDatesAmong(days);
              if (!paper.log().datesOpen() || again.log().datesOpen()) {
                return file;
              }
              var problems = new ArrayList<>(file.input.problems());
              problems.removeAll(paper.problems());
              problems.addAll(again.problems());
              return new Loaded(
                  file.input.withValue(again).withProblems(problems), file.sha256, file.options);
            })
            .orElse(file));
  }

  /** A file that is to be read, and what came of it. */
  private static final class Asked {
    private final Lot.Input input;
    private final FileState state;
    private @Nullable Loaded loaded;

    Asked(Lot.Input input) {
      this.input = input;
      this.state = FileState.of(input.path());
    }

    boolean isLarge() {
      return state.size() > LARGE;
    }

    Loaded loaded() {
      return Objects.requireNonNull(loaded);
    }
  }

  /**
   * Reads these, the small ones beside the large ones where there are both; of large ones alone,
   * the first beside the others where no digest needs the second processor.
   */
  private List<Asked> read(List<Lot.Input> inputs, Progress progress) {
    List<Asked> all = inputs.stream().map(Asked::new).toList();
    List<Asked> large = all.stream().filter(Asked::isLarge).toList();
    int apart = large.size() < all.size() ? large.size() : hasDigests ? 0 : 1;
    List<Asked> first = large.subList(0, Math.min(apart, large.size()));
    var others = new ArrayList<>(all);
    others.removeAll(Set.copyOf(first));
    if (first.isEmpty() || others.isEmpty()) {
      readInOrder(all, progress);
      return all;
    }
    Progress quiet = Progress.untold(progress::isCancelled);
    var beside = new FutureTask<>(() -> readInOrder(others, quiet), others);
    Thread.ofPlatform().name("reading beside").daemon(true).start(beside);
    readInOrder(first, progress);
    try {
      beside.get();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new CancelledException();
    } catch (ExecutionException e) {
      throw e.getCause() instanceof RuntimeException cause
          ? cause
          : new IllegalStateException(e.getCause());
    }
    return all;
  }

  private void readInOrder(List<Asked> files, Progress progress) {
    for (int i = 0; i < files.size(); i++) {
      Asked asked = files.get(i);
      progress.check();
      progress.at((double) i / files.size(), "Reading " + asked.input.path().getFileName());
      var key = new Key(asked.input.name(), asked.state, asked.input.reading());
      asked.loaded =
          previous
              .map(result -> result.loaded().get(key))
              .orElseGet(() ->
                  Wall.behind(
                      () ->
                          load(
                              asked.input, new InputFile(asked.input.path(), hasDigests), progress),
                      fault -> failed(asked.input, fault)));
    }
  }

  /** A file of which not even the kind could be told. */
  private static Loaded failed(Lot.Input input, Throwable fault) {
    var problems = new Problems(input.name());
    problems.error("", FaultReport.keepLeftOut("Reading it", fault), "Leave it out of the lot.");
    return notRead(input, "", "file", problems);
  }

  private Loaded load(Lot.Input input, InputFile file, Progress progress) {
    var problems = new Problems(input.name());
    Optional<InputKind<?>> kind =
        file.isOutOfReach(problems) ? Optional.empty() : InputKinds.of(file);
    if (kind.isEmpty()) {
      sayWhyUnknown(file, problems);
      return notRead(input, "", "file", problems);
    }
    return load(input, file, kind.get(), problems, progress);
  }

  private static void sayWhyUnknown(InputFile file, Problems problems) {
    if (Files.isDirectory(file.path())) {
      problems.error(
          "",
          "There is nothing in this folder that is read here.",
          "What is read: " + InputKinds.inWords() + ".");
    } else if (Files.isRegularFile(file.path())) {
      problems.error(
          "",
          Phrase.of("A file that ends in \"%s\" cannot be read here.", file.extension()),
          file.extension().equals(LotFile.EXTENSION)
              ? "This is a saved lot; give it alone, to run, report or open."
              : "What is read: " + InputKinds.inWords() + ".");
    }
  }

  /** Reads it inside the bounds that every file has. */
  private <T> Loaded load(
      Lot.Input input, InputFile file, InputKind<T> kind, Problems problems, Progress progress) {
    return new Bounds()
        .read(
            file, kind.what(), problems, progress, own -> Optional.of(load(input, file, kind, own)))
        .map(loaded -> loaded.withProblems(problems.list()))
        .orElseGet(() -> notRead(input, kind.name(), kind.what(), problems));
  }

  /** A file of which nothing could be made. */
  private static Loaded notRead(Lot.Input input, String format, String what, Problems problems) {
    return new Loaded(
        new ReadInput(
            input.name(), format, what, Optional.empty(), Contents.of(""), problems.list()),
        input.sha256(),
        input.reading());
  }

  private <T> Loaded load(Lot.Input input, InputFile file, InputKind<T> kind, Problems problems) {
    Optional<T> value = kind.read(file, input.reading(), problems);
    String sha256 = value.map(its -> sha256(its, file)).orElse(input.sha256());
    if (file.hasDigest() && !input.sha256().isEmpty() && !input.sha256().equals(sha256)) {
      problems.warning(
          "",
          "The file has changed since the lot was saved.",
          "Decisions about what is still in it were kept; check the rest.");
    }
    Object part = value.orElse(null);
    ReadingOptions options = input.reading();
    String what = kind.what();
    Contents contents = value.map(kind::describe).orElse(Contents.of(""));
    if (part instanceof Table table) {
      options = remembered(input, table, problems);
      Optional<Listed> listed = listed(input.name(), table, options, problems);
      if (listed.isPresent()) {
        part = listed.get().part;
        what = listed.get().what;
        contents = Contents.of(listed.get().count);
      } else {
        var ofLog = new Problems(input.name());
        part = Paper.read(table, mapping(table, options), TableOptions.order(options), ofLog);
        problems.addAll(ofLog.list());
      }
    }
    part = inItsLanguage(part);
    return new Loaded(
        new ReadInput(
            input.name(), kind.name(), what, Optional.ofNullable(part), contents, problems.list()),
        sha256,
        options);
  }

  /** A paper that is no log. */
  private record Listed(Object part, String what, String count) {}

  private static Optional<Listed> listed(
      String name, Table table, ReadingOptions options, Problems problems) {
    Optional<String> said = options.get(TableOptions.PAPER);
    return said.isPresent()
        ? listedAs(said.get(), name, table, options, problems)
        : names(name, table)
            .filter(_ -> !hasLicences(name, table))
            .or(() -> listedAs(TableOptions.LICENCES, name, table, options, problems))
            .or(() -> listedAs(TableOptions.MUSIC, name, table, options, problems));
  }

  /** A paper of terms is called like a list of terms. */
  private static boolean hasLicences(String name, Table table) {
    return LicencePaper.of(name, table, new Problems(name))
        .filter(paper -> !paper.licences().isEmpty())
        .isPresent();
  }

  private static Optional<Listed> names(String name, Table table) {
    return NameLists.of(name, table)
        .map(its -> new Listed(its, "list of names", Phrase.count(its.terms().size(), "name")));
  }

  private static Optional<Listed> listedAs(
      String paper, String name, Table table, ReadingOptions options, Problems problems) {
    var reading =
        new RightsReading(
            options.get(TableOptions.PAPER).isPresent(),
            options.columns(),
            TableOptions.order(options));
    return switch (paper) {
      case TableOptions.LICENCES ->
          LicencePaper.of(name, table, reading, problems)
              .map(its -> new Listed(its, "paper of licences", its.uses().getFirst()));
      case TableOptions.MUSIC ->
          MusicPaper.of(name, table, reading, problems)
              .map(its -> new Listed(its, "paper of music", its.uses().getFirst()));
      default -> Optional.empty();
    };
  }

  /** Captions and transcripts that do not say which language they are in: what it seems to be. */
  private static @Nullable Object inItsLanguage(@Nullable Object part) {
    return switch (part) {
      case Captions captions when captions.language().isEmpty() ->
          captions.withLanguage(
              Languages.of(
                  captions.name(),
                  captions.captions().stream().map(caption -> caption.text().plain())));
      case Transcript transcript when transcript.language().isEmpty() ->
          transcript.withLanguage(
              Languages.of(transcript.name(), transcript.turns().stream().map(Turn::text)));
      case null, default -> part;
    };
  }

  /** What the columns seem to hold, with what a person said put over it. */
  private static ColumnMapping mapping(Table table, ReadingOptions options) {
    ColumnMapping mapping = ColumnMapping.guess(table);
    for (Map.Entry<Integer, Optional<ColumnField>> said :
        new TreeMap<>(options.columns()).entrySet()) {
      if (said.getKey() < mapping.columns().size()) {
        mapping =
            mapping.with(
                said.getKey(),
                said.getValue().filter(LogField.class::isInstance).map(LogField.class::cast));
      }
    }
    return mapping;
  }

  private static String sha256(Object value, InputFile file) {
    if (value instanceof TimelineFormat.Read read) {
      return read.sha256();
    }
    if (!file.hasDigest() || value instanceof SoundFile || !Files.isRegularFile(file.path())) {
      return "";
    }
    try {
      return Files.size(file.path()) > LARGEST_WITH_DIGEST ? "" : InputFile.sha256(file.path());
    } catch (java.io.IOException e) {
      return "";
    }
  }

  private ReadingOptions remembered(Lot.Input input, Table table, Problems problems) {
    ReadingOptions said = input.reading();
    boolean isNew =
        input.sha256().isEmpty()
            && said.columns().isEmpty()
            && said.get(TableOptions.DATES).isEmpty()
            && said.get(TableOptions.PAPER).isEmpty();
    Optional<ReadingOptions> known = isNew ? memory.recall(table) : Optional.empty();
    if (known.isEmpty()) {
      return said;
    }
    problems.info("", "Its columns are read as those of the last paper with this header.");
    return said.withColumns(known.get().columns())
        .with(TableOptions.DATES, known.get().get(TableOptions.DATES))
        .with(TableOptions.PAPER, known.get().get(TableOptions.PAPER));
  }

  /** The very same material, where nothing is different, spares the passes a second look. */
  private Material material(Lot lot) {
    Material material =
        previous
            .map(ReadLot::material)
            .filter(its -> its.lot().equals(lot.name()))
            .orElseGet(() -> Material.of(lot.name()));
    for (Class<?> type : types()) {
      material = withAll(material, type);
    }
    List<TimelineFile> documents = documents(material.documents());
    var captions = new ArrayList<>(values(Captions.class));
    documents.forEach(
        document -> captions.addAll(CaptionTracks.in(document.name(), document.root())));
    return material
        .with(Captions.class, captions)
        .with(TimelineFile.class, documents)
        .with(ReadInput.class, inputs(documents));
  }

  private List<ReadInput> inputs(List<TimelineFile> documents) {
    return loaded.values().stream().map(file -> withProfileProblem(file, documents)).toList();
  }

  private <T> Material withAll(Material material, Class<T> type) {
    return material.with(type, values(type));
  }

  /** The types that files are read as: those of all kinds, sound apart, which has its own way. */
  private static Set<Class<?>> types() {
    var types = new LinkedHashSet<Class<?>>();
    types.add(Paper.class);
    types.add(NameList.class);
    types.add(LicencePaper.class);
    types.add(MusicPaper.class);
    for (InputKind<?> kind : InputKinds.all()) {
      types.add(kind.type());
    }
    types.removeAll(
        Set.of(TimelineFormat.Read.class, Table.class, SoundFile.class, Captions.class));
    return types;
  }

  private <T> List<T> values(Class<T> type) {
    return loaded.values().stream().flatMap(file -> file.value(type).stream()).toList();
  }

  private List<TimelineFile> documents(List<TimelineFile> before) {
    var known = new ArrayList<>(Profiles.shipped());
    known.addAll(values(Profile.class));
    Map<String, TimelineFile> byName = new HashMap<>();
    before.forEach(document -> byName.put(document.name(), document));
    var documents = new ArrayList<TimelineFile>();
    for (Loaded file : loaded.values()) {
      file.value(TimelineFormat.Read.class)
          .ifPresent(read -> {
            Profile profile =
                chosenProfile(file)
                    .flatMap(name -> Profiles.byName(name, known))
                    .orElseGet(() -> Profiles.recognise(read.root(), known));
            var document =
                TimelineFile.of(
                    file.input.name(), read.sha256(), read.root(), profile, file.input.problems());
            TimelineFile same = byName.get(document.name());
            documents.add(document.equals(same) ? same : document);
          });
    }
    return documents;
  }

  private static Optional<String> chosenProfile(Loaded file) {
    return file.options.get(TimelineFormat.PROFILE);
  }

  private static ReadInput withProfileProblem(Loaded file, List<TimelineFile> documents) {
    Optional<String> missing =
        chosenProfile(file)
            .filter(name ->
                documents.stream()
                    .filter(document -> document.name().equals(file.input.name()))
                    .noneMatch(document -> document.profile().name().equals(name)));
    if (missing.isEmpty()) {
      return file.input;
    }
    List<Problem> problems = new ArrayList<>(file.input.problems());
    var more = new Problems(file.input.name());
    more.warning(
        "",
        Phrase.of("There is no mapping profile \"%s\".", missing.get()),
        "The file is read as it looks; add the profile's file to the lot.");
    problems.addAll(more.list());
    return file.input.withProblems(problems);
  }

  /** Where the timeline files lie, by their names, in the order in which they came in. */
  private Map<String, Path> folders() {
    var folders = new LinkedHashMap<String, Path>();
    loaded.forEach((key, file) -> {
      Path parent = key.state.path().toAbsolutePath().getParent();
      if (parent != null && file.value(TimelineFormat.Read.class).isPresent()) {
        folders.put(key.name, parent);
      }
    });
    return folders;
  }
}
