package org.oddlot.lot;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.oddlot.input.FileName;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonException;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.json.JsonValue;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Decision;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Instruction;
import org.oddlot.pass.RunSheet;
import org.oddlot.problem.FileTrouble;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;

/**
 * Saves and opens lots: {@code NAME.oddlot}, JSON that people can read. Inputs stand in it by their
 * path from the lot's folder, so that the folder can be moved. What is not understood is said, and
 * stays in the file.
 */
public final class LotFile {
  /** The ending of lots. */
  public static final String EXTENSION = ".oddlot";

  private static final long VERSION = 2;
  private static final Set<String> KNOWN =
      Set.of("oddlot", "name", "inputs", "run_sheet", "decisions", "instructions");

  private final Problems problems;
  private final Map<String, JsonValue> carried = new LinkedHashMap<>();

  private LotFile(Problems problems) {
    this.problems = problems;
  }

  /**
   * A lot that was opened.
   *
   * @param lot the lot
   * @param file where it is saved; empty for one of files that were named by themselves
   * @param problems what of its file could not be understood
   */
  public record Opened(Lot lot, Optional<Path> file, List<Problem> problems) {
    public Opened {
      problems = List.copyOf(problems);
    }

    /** The same with another state of the lot. */
    public Opened withLot(Lot other) {
      return new Opened(other, file, problems);
    }
  }

  /**
   * Saves a lot. Its folder has to be there: where a disk was unplugged, a folder of its name on
   * another one would look like a lot that is saved.
   *
   * @throws IOException if it cannot be written; what was there before is still there
   */
  public static void save(Lot lot, Path file) throws IOException {
    Path folder = SafeFile.followed(file.toAbsolutePath()).getParent();
    if (folder != null && !Files.isDirectory(folder)) {
      throw FileTrouble.writing(file, new NoSuchFileException(folder.toString()));
    }
    JsonFile.write(file, toJson(lot, folderOf(file)));
  }

  /**
   * Opens a lot.
   *
   * @throws IOException if it cannot be read or is no lot; the message says why in a sentence
   */
  public static Opened open(Path file) throws IOException {
    var problems = new Problems(String.valueOf(file.getFileName()));
    Lot lot = new LotFile(problems).fromJson(parse(file), folderOf(file));
    return new Opened(lot, Optional.of(file), problems.list());
  }

  /** What a lot's file says, as it was kept elsewhere. */
  static Lot parse(JsonObject json, Path folder) throws IOException {
    return new LotFile(new Problems("")).fromJson(json, folder);
  }

  /** Whether files that were named together are one saved lot. */
  public static boolean isOne(List<Path> files) {
    return files.size() == 1 && files.getFirst().toString().endsWith(EXTENSION);
  }

  /**
   * The lot that files are which were named together: the saved one, else a new one of them.
   *
   * @throws IOException if one cannot be read; the message says why in a sentence
   */
  public static Opened open(List<Path> files) throws IOException {
    if (isOne(files)) {
      return open(files.getFirst());
    }
    Folders.Found found = Folders.opened(files);
    return new Opened(Lot.of(found.files()), Optional.empty(), found.left());
  }

  /** Where in a lot's file something was said of a finding, or ordered: its line and column. */
  public static String placeOf(Path file, String answer) {
    try {
      JsonObject json = parse(file);
      Optional<JsonValue> said = json.object("decisions").get(answer);
      if (said.isEmpty()) {
        said =
            json.array("instructions").stream()
                .filter(each ->
                    each instanceof JsonObject object
                        && object.string("id").filter(answer::equals).isPresent())
                .findFirst();
      }
      return said.map(LotFile::place).orElse("");
    } catch (IOException e) {
      return "";
    }
  }

  private static String place(JsonValue value) {
    return value instanceof JsonObject object
        ? object.slice().map(slice -> slice.text().place(slice.start())).orElse("")
        : "";
  }

  /**
   * Takes the run sheet of a lot, or one that version 2 kept.
   *
   * @throws IOException if it cannot be read, is neither, or names passes or settings that are not
   *     there
   */
  static RunSheet openSheet(Path file) throws IOException {
    JsonObject json = parse(file);
    if (json.get("run_sheet").isEmpty()) {
      throw new IOException(file.getFileName() + " is no run sheet.");
    }
    RunSheet sheet = RunSheetJson.parse(json.array("run_sheet"));
    List<String> wrong = sheet.problems();
    if (!wrong.isEmpty()) {
      throw new IOException(file.getFileName() + ": " + wrong.getFirst());
    }
    return sheet;
  }

  private static JsonObject parse(Path file) throws IOException {
    try {
      JsonValue json =
          JsonValue.parse(new String(Files.readAllBytes(file), StandardCharsets.UTF_8));
      if (json instanceof JsonObject object) {
        return object;
      }
      throw new IOException(file.getFileName() + " is no lot.");
    } catch (JsonException e) {
      throw new IOException(
          Phrase.of("%s is damaged at %s: %s.", file.getFileName(), e.place(), e.getMessage()), e);
    }
  }

  private static Path folderOf(Path file) {
    Path folder = SafeFile.followed(file.toAbsolutePath()).getParent();
    return folder == null ? Path.of("").toAbsolutePath() : folder;
  }

  static JsonObject toJson(Lot lot, Path folder) {
    var decisions = new LinkedHashMap<String, JsonValue>();
    // In the order of their ids, so that the same decisions give the same file.
    new TreeMap<>(lot.answers().decisions())
        .forEach((id, said) -> decisions.put(id.text(), decision(said)));
    JsonObject json =
        JsonObject.EMPTY
            .with("oddlot", JsonNumber.of(VERSION))
            .with("name", JsonString.of(lot.name()))
            .with(
                "inputs",
                JsonArray.of(lot.inputs().stream().map(input -> input(input, folder)).toList()))
            .with("run_sheet", RunSheetJson.of(lot.sheet()));
    for (Map.Entry<String, JsonValue> each : new TreeMap<>(lot.carried()).entrySet()) {
      if (each.getKey().startsWith(DECISION)) {
        decisions.put(each.getKey().substring(DECISION.length()), each.getValue());
      } else {
        json = json.with(each.getKey(), each.getValue());
      }
    }
    json = json.with("decisions", JsonObject.of(decisions));
    return lot.answers().instructions().isEmpty()
        ? json
        : json.with(
            "instructions",
            JsonArray.of(lot.answers().instructions().stream().map(LotFile::instruction).toList()));
  }

  /** What carried members of the decisions begin with. */
  private static final String DECISION = "decisions/";

  private static JsonObject input(Lot.Input input, Path folder) {
    String file = relative(input.path(), folder);
    JsonObject json =
        JsonObject.EMPTY
            .with("name", JsonString.of(input.name()))
            .with("file", JsonString.of(file));
    if (!input.sha256().isEmpty()) {
      json = json.with("sha256", JsonString.of(input.sha256()));
    }
    JsonObject reading = ReadingOptionsJson.of(input.reading());
    return reading.isEmpty() ? json : json.with("reading", reading);
  }

  private static String relative(Path path, Path folder) {
    try {
      return folder.relativize(path).toString().replace('\\', '/');
    } catch (IllegalArgumentException e) {
      // On another drive there is no way from here to there.
      return path.toString();
    }
  }

  private static JsonObject decision(Decision said) {
    JsonObject json =
        JsonObject.EMPTY.with(
            "verdict", JsonString.of(said.verdict().name().toLowerCase(Locale.ROOT)));
    return said.chosen().isEmpty() ? json : json.with("chosen", JsonArray.ofStrings(said.chosen()));
  }

  private static JsonObject instruction(Instruction said) {
    return JsonObject.EMPTY
        .with("id", JsonString.of(said.id()))
        .with("pass", JsonString.of(said.pass()))
        .with("words", JsonArray.ofStrings(said.words()));
  }

  private Lot fromJson(JsonObject json, Path folder) throws IOException {
    long version = json.whole("oddlot").orElse(0L);
    if (version == 0) {
      throw new IOException("This is no lot.");
    }
    if (version > VERSION) {
      throw new IOException("This lot was saved by a newer version of Odd Lot.");
    }
    json.members()
        .forEach((key, value) -> {
          if (!KNOWN.contains(key)) {
            carried.put(key, value);
            problems.info(key, "Odd Lot does not know this; it stays in the file.");
          }
        });
    RunSheet sheet = RunSheetJson.parse(json.array("run_sheet"));
    sheet
        .problems()
        .forEach(what -> problems.warning("run_sheet", what, "It is kept, but not used."));
    return new Lot(
        json.string("name").orElse("lot"), inputs(json, folder), sheet, answers(json), carried);
  }

  private List<Lot.Input> inputs(JsonObject json, Path folder) {
    var inputs = new ArrayList<Lot.Input>();
    var names = new HashSet<String>();
    for (JsonValue value : json.array("inputs")) {
      if (value instanceof JsonObject input) {
        String file = input.string("file").orElse("");
        Path path;
        try {
          path = folder.resolve(file).normalize();
        } catch (InvalidPathException e) {
          problems.error(
              Phrase.of("inputs, %d", inputs.size() + 1),
              Phrase.of("\"%s\" is a name that no file can have.", FileName.of(file)),
              "It is left out.");
          continue;
        }
        String name = input.string("name").filter(names::add).orElseGet(() -> former(path, names));
        inputs.add(
            new Lot.Input(
                name,
                path,
                input.string("sha256").orElse(""),
                ReadingOptionsJson.parse(input.object("reading"))));
      }
    }
    return inputs;
  }

  /** What version 1 called an input: by its name, the next one of that name with its folder. */
  private static String former(Path path, Set<String> names) {
    String file = String.valueOf(path.getFileName());
    if (names.add(file)) {
      return file;
    }
    Path parent = path.getParent();
    String name = (parent == null ? "" : parent.getFileName() + "/") + file;
    for (int i = 2; !names.add(name); i++) {
      name = file + " (" + i + ")";
    }
    return name;
  }

  private Answers answers(JsonObject json) {
    var decisions = new LinkedHashMap<FindingId, Decision>();
    var instructions = new ArrayList<Instruction>();
    json.object("decisions")
        .members()
        .forEach((id, value) -> {
          Optional<Decision> said =
              value instanceof JsonObject object ? decision(object) : Optional.empty();
          Optional<Instruction> ordered = said.flatMap(decision -> former(id, decision));
          if (ordered.isPresent()) {
            instructions.add(ordered.get());
          } else if (said.isPresent()) {
            decisions.put(new FindingId(id), said.get());
          } else {
            carried.put(DECISION + id, value);
            problems.warning(
                place(value),
                Phrase.of("What was said of %s is neither accepted nor declined.", id),
                "It stays in the file; decide again.");
          }
        });
    // They stood by the letter; the second was said before the tenth.
    instructions.sort(
        Comparator.comparingInt((Instruction each) -> each.id().length())
            .thenComparing(Instruction::id));
    for (JsonValue value : json.array("instructions")) {
      if (value instanceof JsonObject object) {
        instructions.add(
            new Instruction(
                object.string("id").orElse(""),
                object.string("pass").orElse(""),
                object.array("words").stream().map(JsonValue::display).toList()));
      } else {
        problems.warning("instructions", "This is not an instruction.", "");
      }
    }
    return new Answers(decisions, instructions);
  }

  private static Optional<Decision> decision(JsonObject json) {
    return switch (json.string("verdict").orElse("")) {
      case "accepted" ->
          Optional.of(
              Decision.accept(json.array("chosen").stream().map(JsonValue::display).toList()));
      case "declined" -> Optional.of(Decision.decline());
      default -> Optional.empty();
    };
  }

  /** What version 1 kept as decisions though it was ordered by hand. */
  private static Optional<Instruction> former(String id, Decision said) {
    String recorder = "sync:recorder:hand:";
    if (id.matches("putright:hand:\\d{1,8}")) {
      return Optional.of(new Instruction(id, "putright", said.chosen()));
    }
    if (id.startsWith(recorder) && !said.chosen().isEmpty()) {
      return Optional.of(
          new Instruction(
              id, "sync", List.of(id.substring(recorder.length()), said.chosen().getFirst())));
    }
    return Optional.empty();
  }
}
