package org.oddlot.lot;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.oddlot.format.Formats;
import org.oddlot.format.InputFile;
import org.oddlot.format.PaperFormat;
import org.oddlot.format.TimelineFormat;
import org.oddlot.paper.ColumnMapping;
import org.oddlot.paper.Table;
import org.oddlot.pass.Document;
import org.oddlot.pass.FoundStart;
import org.oddlot.pass.Matter;
import org.oddlot.pass.MeasuredOffset;
import org.oddlot.pass.Paper;
import org.oddlot.pass.ProfileFile;
import org.oddlot.pass.Progress;
import org.oddlot.pass.Unread;
import org.oddlot.problem.Problems;
import org.oddlot.profile.Profile;
import org.oddlot.profile.ProfileReader;
import org.oddlot.profile.Profiles;
import org.oddlot.sound.SoundFile;
import org.oddlot.timeline.TimelineObject;

/** Reads the files of a lot. */
public final class Intake {
  /** Containers of pictures that can hold sound alone. */
  private static final List<String> MOVIES = List.of(".mov", ".mp4");

  private static final List<String> PROFILES = List.of(".yaml", ".yml");

  private final List<Document> documents = new ArrayList<>();
  private final List<Paper> papers = new ArrayList<>();
  private final List<Unread> unread = new ArrayList<>();
  private final List<Lot.Input> inputs = new ArrayList<>();
  private final Set<String> names = new HashSet<>();
  private final Map<String, Path> folders = new HashMap<>();
  private final List<SoundFile> sounds = new ArrayList<>();
  private final Map<Key, Object> results = new HashMap<>();
  private final List<ProfileFile> profiles = new ArrayList<>();
  private final Map<Key, Object> previous;
  private final MappingMemory memory;

  private Intake(Map<Key, Object> previous, MappingMemory memory) {
    this.previous = previous;
    this.memory = memory;
  }

  /** A file and how it is read: as long as both are the same it need not be read again. */
  private record Key(Path path, Reading reading) {}

  /** What was read. */
  public static final class Taken {
    private final Lot lot;
    private final Matter matter;
    private final Map<Key, Object> results;
    private final MediaAtHand media;

    private Taken(Lot lot, Matter matter, Map<Key, Object> results, MediaAtHand media) {
      this.lot = lot;
      this.matter = matter;
      this.results = Map.copyOf(results);
      this.media = media;
    }

    /** Where the media of a source lies, if it is there. */
    public Optional<Path> mediaOf(String source) {
      return Optional.ofNullable(media.files().get(source));
    }

    /** The lot, its inputs with the digests of what was read. */
    public Lot lot() {
      return lot;
    }

    /** What is in the files. */
    public Matter matter() {
      return matter;
    }
  }

  /**
   * Reads all files of {@code lot}. A file of which nothing can be made is listed as such; the
   * others are read all the same.
   *
   * @throws org.oddlot.pass.CancelledException if {@code progress} asks to stop
   */
  public static Taken read(Lot lot, Progress progress) {
    return read(lot, MappingMemory.none(), Optional.empty(), progress);
  }

  /**
   * Reads those files of {@code lot} that {@code previous} has not read in the same way; the others
   * are taken over from there.
   *
   * @throws org.oddlot.pass.CancelledException if {@code progress} asks to stop
   */
  public static Taken read(
      Lot lot, MappingMemory memory, Optional<Taken> previous, Progress progress) {
    var intake = new Intake(previous.map(taken -> taken.results).orElse(Map.of()), memory);
    // How timelines are understood comes before them, wherever it stands among the files.
    lot.inputs().forEach(intake::takeProfile);
    for (int i = 0; i < lot.inputs().size(); i++) {
      Lot.Input input = lot.inputs().get(i);
      progress.check();
      progress.at((double) i / lot.inputs().size(), "Reading " + input.path().getFileName());
      intake.take(input);
    }
    Lot read = lot.withInputs(intake.inputs);
    // The very same matter, where nothing is different, spares the passes a second look.
    Matter matter =
        previous
            .map(Taken::matter)
            .filter(intake::isSame)
            .filter(same -> same.lot().equals(lot.name()))
            .orElseGet(() ->
                Matter.of(lot.name(), intake.documents, intake.papers, intake.unread)
                    .withProfiles(intake.profiles));
    var media =
        new MediaAtHand(
            intake.foldersOfDocuments(),
            previous.map(taken -> taken.media.seen()).orElseGet(MediaAtHand.Known::nothing));
    media.look(matter);
    List<FoundStart> starts = media.starts(matter, progress);
    if (!starts.equals(matter.foundStarts())) {
      matter = matter.withFoundStarts(starts);
    }
    List<SoundFile> sounds = media.sounds(matter, intake.sounds, progress);
    if (!sounds.equals(matter.sounds())) {
      matter = matter.withSounds(sounds);
    }
    List<MeasuredOffset> offsets = media.offsets(PairToHear.some(matter), progress);
    if (!offsets.equals(matter.offsets())) {
      matter = matter.withOffsets(offsets);
    }
    return new Taken(read, matter, intake.results, media);
  }

  private Map<String, Path> foldersOfDocuments() {
    var its = new LinkedHashMap<String, Path>();
    documents.forEach(document ->
        Optional.ofNullable(folders.get(document.name()))
            .ifPresent(folder -> its.put(document.name(), folder)));
    return its;
  }

  private boolean isSame(Matter matter) {
    return matter.documents().equals(documents)
        && matter.papers().equals(papers)
        && matter.unread().equals(unread)
        && matter.profiles().equals(profiles);
  }

  private static boolean isProfile(Lot.Input input) {
    return PROFILES.contains(new InputFile(input.path()).extension());
  }

  private void takeProfile(Lot.Input input) {
    if (!isProfile(input)) {
      return;
    }
    var file = new InputFile(input.path());
    var problems = new Problems(uniqueName(file));
    file.read(problems)
        .map(bytes -> new String(bytes, StandardCharsets.UTF_8))
        .flatMap(yaml -> ProfileReader.read(yaml, problems))
        .ifPresentOrElse(
            read -> profiles.add(new ProfileFile(problems.file(), read, problems.list())),
            () -> unread.add(new Unread(problems.file(), problems.list())));
  }

  private Profile profile(TimelineObject root, Reading reading) {
    var known = new ArrayList<>(Profiles.shipped());
    profiles.forEach(file -> known.add(file.profile()));
    return reading
        .profile()
        .flatMap(name -> Profiles.byName(name, known))
        .orElseGet(() -> Profiles.recognise(root, known));
  }

  private void take(Lot.Input input) {
    if (isProfile(input)) {
      inputs.add(input);
      return;
    }
    var key = new Key(input.path(), input.reading());
    String name = uniqueName(new InputFile(input.path()));
    Optional.ofNullable(input.path().toAbsolutePath().getParent())
        .ifPresent(folder -> folders.put(name, folder));
    Object result = previous.get(key);
    if (result instanceof SoundFile sound) {
      sounds.add(sound);
      inputs.add(input);
    } else if (result instanceof Document document && document.name().equals(name)) {
      Profile profile = profile(document.root(), input.reading());
      documents.add(profile.equals(document.profile()) ? document : document.withProfile(profile));
      inputs.add(input.withSha256(document.sha256()));
    } else if (result instanceof Paper paper && paper.name().equals(name)) {
      papers.add(paper);
      inputs.add(input);
    } else {
      read(input, new Problems(name));
    }
    remember(new Key(input.path(), inputs.getLast().reading()), name);
  }

  private void remember(Key key, String name) {
    sounds.stream()
        .filter(sound -> sound.path().filter(key.path::equals).isPresent())
        .forEach(sound -> results.put(key, sound));
    documents.stream().filter(d -> d.name().equals(name)).forEach(d -> results.put(key, d));
    papers.stream().filter(p -> p.name().equals(name)).forEach(p -> results.put(key, p));
  }

  private void read(Lot.Input input, Problems problems) {
    var file = new InputFile(input.path());
    Optional<TimelineFormat> timelines = Formats.timelineFormat(file).or(() -> bySniffing(file));
    Optional<PaperFormat> paper = Formats.paperFormat(file);
    if (SoundMedia.isWave(input.path()) || isOtherSound(file)) {
      readSound(input, problems);
    } else if (timelines.isPresent()) {
      readTimelines(timelines.get(), file, input, problems);
    } else if (paper.isPresent()) {
      readPaper(paper.get(), file, input, problems);
    } else {
      problems.error(
          "",
          Files.exists(input.path())
              ? "A file that ends in \"" + file.extension() + "\" is of no kind that is read here."
              : "The file is not there.",
          Files.exists(input.path())
              ? "Timelines end in .otio, .otioz or .otiod, papers in .csv, .tsv, .txt, .xlsx or .json, sound in"
                  + " .wav, .bwf or .aif, mapping profiles in .yaml."
              : "It may have been moved or renamed.");
      leaveUnread(input, problems);
    }
  }

  /** The name by which an input is known: the file's, with its folder where that is taken. */
  private String uniqueName(InputFile file) {
    String name = file.name();
    if (!names.add(name)) {
      Path parent = file.path().getParent();
      name = (parent == null ? "" : parent.getFileName() + "/") + name;
      for (int i = 2; !names.add(name); i++) {
        name = file.name() + " (" + i + ")";
      }
    }
    return name;
  }

  /** A file without a telling name is taken for OTIO if it begins like one. */
  private static Optional<TimelineFormat> bySniffing(InputFile file) {
    boolean unknown = Formats.paperFormat(file).isEmpty();
    if (!unknown || !Files.isRegularFile(file.path())) {
      return Optional.empty();
    }
    try (var in = Files.newInputStream(file.path())) {
      String head = new String(in.readNBytes(4096), java.nio.charset.StandardCharsets.ISO_8859_1);
      return head.contains("\"OTIO_SCHEMA\"")
          ? Formats.timelines().stream().findFirst()
          : Optional.empty();
    } catch (java.io.IOException e) {
      return Optional.empty();
    }
  }

  private void readTimelines(
      TimelineFormat format, InputFile file, Lot.Input input, Problems problems) {
    Optional<TimelineFormat.Read> read = format.read(file, problems);
    if (read.isEmpty()) {
      leaveUnread(input, problems);
      return;
    }
    noteChange(input, read.get().sha256(), problems);
    inputs.add(input.withSha256(read.get().sha256()));
    documents.add(
        new Document(
            problems.file(),
            read.get().sha256(),
            read.get().root(),
            profile(read.get().root(), input.reading()),
            problems.list()));
  }

  private void readPaper(PaperFormat format, InputFile file, Lot.Input input, Problems problems) {
    Optional<Table> table = format.read(file, input.reading().options(), problems);
    if (table.isEmpty()) {
      leaveUnread(input, problems);
      return;
    }
    String sha256 = file.read(problems).map(InputFile::sha256).orElse("");
    noteChange(input, sha256, problems);
    Reading reading = input.reading();
    if (input.sha256().isEmpty() && reading.columns().isEmpty() && reading.order().isEmpty()) {
      Optional<Reading> known = memory.recall(table.get());
      if (known.isPresent()) {
        reading = reading.withColumns(known.get().columns()).withOrder(known.get().order());
        problems.info("", "Its columns are read as those of the last paper with this header.");
      }
    }
    inputs.add(input.withSha256(sha256).withReading(reading));
    ColumnMapping mapping = reading.over(ColumnMapping.guess(table.get()));
    papers.add(Paper.read(table.get(), mapping, reading.order(), problems));
  }

  private static boolean isOtherSound(InputFile file) {
    return SoundFile.OTHER_ENDINGS.contains(file.extension()) || MOVIES.contains(file.extension());
  }

  private void readSound(Lot.Input input, Problems problems) {
    Optional<SoundFile> sound = SoundMedia.head(input.path(), problems);
    if (sound.isEmpty()) {
      if (problems.list().isEmpty()) {
        problems.error(
            "",
            "There is no sound by itself in this file.",
            "Pictures are found through the timelines that use them; they need not be added.");
      }
      leaveUnread(input, problems);
      return;
    }
    inputs.add(input);
    sounds.add(sound.get());
  }

  private void leaveUnread(Lot.Input input, Problems problems) {
    inputs.add(input);
    unread.add(new Unread(problems.file(), problems.list()));
  }

  private static void noteChange(Lot.Input input, String sha256, Problems problems) {
    if (!input.sha256().isEmpty() && !input.sha256().equals(sha256)) {
      problems.warning(
          "",
          "The file has changed since the lot was saved.",
          "Decisions about what is still in it were kept; look through the others.");
    }
  }
}
