package org.oddlot.lot;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.oddlot.input.InputFile;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Passes;
import org.oddlot.pass.RunSheet;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;
import org.oddlot.problem.Severity;
import org.oddlot.setting.Setting;
import org.oddlot.setting.SettingKind;
import org.oddlot.setting.Settings;
import org.oddlot.text.Phrase;
import org.oddlot.yaml.YamlFile;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.NodeTuple;
import org.snakeyaml.engine.v2.nodes.ScalarNode;
import org.snakeyaml.engine.v2.nodes.SequenceNode;

/**
 * A run sheet as a file that people read and edit: YAML, a pass a line from top to bottom, what is
 * set about it below it.
 *
 * <pre>{@code
 * oddlot: run sheet 3
 * name: Second unit
 * passes:
 * - intake
 * - match:
 *     tolerance: 24
 * - sync: off
 * }</pre>
 *
 * What is not in it is off. The sheets of version 2, which were JSON, are read as well, and that of
 * a lot.
 *
 * @param name what it is called; that of its file where it does not say
 * @param sheet the sheet
 * @param warnings what of it is not used
 */
public record SheetFile(String name, RunSheet sheet, List<Problem> warnings) {
  /** The ending of run sheets. */
  public static final String EXTENSION = ".yaml";

  private static final int VERSION = 3;
  private static final String OFF = "off";
  private static final Pattern KIND = Pattern.compile("run sheet (\\d{1,4})");
  private static final Pattern WHOLE_NUMBER = Pattern.compile("0|-?[1-9]\\d{0,8}");
  private static final Set<String> KEYS = Set.of("oddlot", "name", "passes");

  public SheetFile {
    warnings = List.copyOf(warnings);
  }

  /** A sheet as a file has it. */
  public static String write(String name, RunSheet sheet) {
    var passes = new ArrayList<Object>();
    for (RunSheet.Step step : sheet.steps()) {
      Map<String, Object> set = new LinkedHashMap<>();
      new TreeMap<>(step.settings().values()).forEach((key, value) -> set.put(key, plain(value)));
      if (step.on()) {
        passes.add(set.isEmpty() ? step.pass() : Map.of(step.pass(), set));
      } else if (!set.isEmpty()) {
        // Kept for when it is switched on again; what is off and has nothing set goes without.
        Map<String, Object> off = new LinkedHashMap<>();
        off.put(OFF, true);
        off.putAll(set);
        passes.add(Map.of(step.pass(), off));
      }
    }
    Map<String, Object> file = new LinkedHashMap<>();
    file.put("oddlot", "run sheet " + VERSION);
    file.put("name", name);
    file.put("passes", passes);
    return "# Passes are run from top to bottom; what is not here is off.\n"
        + "# oddlot passes lists them, and what can be set about each.\n"
        + YamlFile.writeBlock(file);
  }

  private static Object plain(String value) {
    return WHOLE_NUMBER.matcher(value).matches() ? (Object) Integer.valueOf(value) : value;
  }

  /** Saves a sheet under the name of its file. */
  public static void save(RunSheet sheet, Path file) throws IOException {
    SafeFile.write(file, path -> Files.writeString(path, write(new InputFile(file).stem(), sheet)));
  }

  /**
   * Opens a run sheet, or takes that of a lot.
   *
   * @throws IOException if it cannot be read, is none, or says something that is not understood;
   *     the message says where and why
   */
  public static SheetFile open(Path file) throws IOException {
    String text = new String(Files.readAllBytes(file), StandardCharsets.UTF_8);
    if (text.stripLeading().startsWith("{")) {
      return new SheetFile(new InputFile(file).stem(), LotFile.openSheet(file), List.of());
    }
    var problems = new Problems(String.valueOf(file.getFileName()));
    Optional<SheetFile> sheet = read(text, new InputFile(file).stem(), problems);
    List<Problem> errors =
        problems.list().stream().filter(each -> each.severity() == Severity.ERROR).toList();
    if (sheet.isEmpty() || !errors.isEmpty()) {
      Problem first = errors.getFirst();
      throw new IOException(
          Phrase.of(
              "%s%s%s: %s%s",
              first.file(),
              first.place().isEmpty() ? "" : ", ",
              first.place(),
              first.message(),
              errors.size() > 1
                  ? Phrase.of(" %s more in it.", Phrase.count(errors.size() - 1, "mistake"))
                  : ""));
    }
    return sheet.get();
  }

  /**
   * The sheet that a text is; empty where it is none. {@code problems} says what is wrong, each
   * with its line and column.
   */
  public static Optional<SheetFile> read(String text, String file, Problems problems) {
    Optional<MappingNode> root = YamlFile.read(text, "A run sheet", problems);
    return root.flatMap(its -> new Reading(problems).read(its, file));
  }

  /** Reads one file. */
  private static final class Reading {
    private final Problems problems;
    private final Set<String> seen = new HashSet<>();
    private boolean isNewer;

    Reading(Problems problems) {
      this.problems = problems;
    }

    Optional<SheetFile> read(MappingNode root, String file) {
      Map<String, Node> values = new LinkedHashMap<>();
      for (NodeTuple tuple : root.getValue()) {
        String key = text(tuple.getKeyNode());
        if (values.put(key, tuple.getValueNode()) != null) {
          error(tuple.getKeyNode(), Phrase.of("\"%s\" stands here twice.", key));
        }
        if (!KEYS.contains(key)) {
          problems.warning(
              YamlFile.placeWithColumn(tuple.getKeyNode()),
              Phrase.of("\"%s\" is not understood.", key),
              "It is ignored; a run sheet has oddlot, name and passes.");
        }
      }
      Node kind = values.get("oddlot");
      Matcher version = KIND.matcher(kind == null ? "" : text(kind));
      if (kind != null && !version.matches()) {
        error(kind, Phrase.of("\"%s\" is no run sheet; it says \"run sheet 3\".", text(kind)));
      } else if (kind != null && Integer.parseInt(version.group(1)) > VERSION) {
        isNewer = true;
        problems.warning(
            YamlFile.placeWithColumn(kind),
            "A newer version of Odd Lot wrote this run sheet.",
            "What this version does not know is left out.");
      }
      Node passes = values.get("passes");
      if (!(passes instanceof SequenceNode list)) {
        error(
            passes == null ? root : passes,
            "The passes are missing: \"passes:\" and a line with \"- \" for each.");
        return Optional.empty();
      }
      var steps = new ArrayList<RunSheet.Step>();
      list.getValue().forEach(each -> step(each).ifPresent(steps::add));
      if (steps.isEmpty() && list.getValue().isEmpty()) {
        error(passes, "There is no pass in it.");
      }
      Node name = values.get("name");
      return Optional.of(
          new SheetFile(
              name == null || text(name).isBlank() ? file : text(name).strip(),
              new RunSheet(steps).withUnknown(),
              problems.list()));
    }

    private Optional<RunSheet.Step> step(Node entry) {
      if (entry instanceof ScalarNode) {
        return pass(entry).map(pass -> new RunSheet.Step(pass.id(), true, Settings.INITIAL));
      }
      if (entry instanceof MappingNode mapping && mapping.getValue().size() == 1) {
        NodeTuple tuple = mapping.getValue().getFirst();
        return pass(tuple.getKeyNode()).flatMap(pass -> step(pass, tuple.getValueNode()));
      }
      error(
          entry,
          "This is no pass: it takes \"- match\", \"- match: off\", or \"- match:\" and what is"
              + " set below it, further in.");
      return Optional.empty();
    }

    private Optional<Pass<?>> pass(Node name) {
      String id = text(name);
      Optional<Pass<?>> pass = Passes.byId(id);
      if (pass.isEmpty()) {
        notThere(name, Passes.thereIsNo(id));
      } else if (!seen.add(id)) {
        error(name, Phrase.of("The pass %s stands here twice.", id));
        return Optional.empty();
      }
      return pass;
    }

    private Optional<RunSheet.Step> step(Pass<?> pass, Node value) {
      if (value instanceof ScalarNode) {
        String word = text(value);
        Optional<Boolean> isOn = isOn(word);
        if (isOn.isEmpty() && !word.isEmpty()) {
          error(
              value,
              Phrase.of("\"%s\" is neither on nor off; what is set stands below the pass.", word));
          return Optional.empty();
        }
        return Optional.of(new RunSheet.Step(pass.id(), isOn.orElse(true), Settings.INITIAL));
      }
      if (!(value instanceof MappingNode settings)) {
        error(value, "What is set stands below the pass, a line each: \"tolerance: 24\".");
        return Optional.empty();
      }
      RunSheet sheet = RunSheet.initial();
      boolean isOn = true;
      Set<String> keys = new HashSet<>();
      for (NodeTuple tuple : settings.getValue()) {
        String key = text(tuple.getKeyNode());
        if (!keys.add(key)) {
          error(tuple.getKeyNode(), Phrase.of("\"%s\" stands here twice.", key));
        } else if (key.equals(OFF)) {
          isOn = isOn(text(tuple.getValueNode())).map(its -> !its).orElse(false);
        } else {
          sheet = with(sheet, pass, key, tuple);
        }
      }
      return Optional.of(new RunSheet.Step(pass.id(), isOn, sheet.settings(pass.id())));
    }

    private RunSheet with(RunSheet sheet, Pass<?> pass, String key, NodeTuple tuple) {
      Optional<Setting<?>> setting =
          pass.settings().stream().filter(each -> each.key().equals(key)).findFirst();
      if (setting.isEmpty()) {
        notThere(tuple.getKeyNode(), Passes.hasNo(pass, key));
        return sheet;
      }
      Optional<String> value = value(setting.get(), tuple.getValueNode());
      if (value.isEmpty()) {
        error(tuple.getValueNode(), Phrase.of("\"%s\" takes one value in its line.", key));
        return sheet;
      }
      try {
        return sheet.with(pass.id(), key, value.get());
      } catch (IllegalArgumentException e) {
        error(tuple.getValueNode(), String.valueOf(e.getMessage()));
        return sheet;
      }
    }

    /** A value as settings are written; a list where several are possible. */
    private static Optional<String> value(Setting<?> setting, Node value) {
      if (value instanceof SequenceNode list
          && list.getValue().stream().allMatch(ScalarNode.class::isInstance)) {
        return Optional.of(
            list.getValue().stream().map(Reading::text).collect(Collectors.joining(",")));
      }
      if (!(value instanceof ScalarNode)) {
        return Optional.empty();
      }
      String text = text(value);
      // In YAML what is on and off has several spellings.
      return Optional.of(
          setting.kind() instanceof SettingKind.YesNo
              ? isOn(text).map(on -> on ? "yes" : "no").orElse(text)
              : text);
    }

    private static Optional<Boolean> isOn(String word) {
      return switch (word) {
        case "on", "yes", "true", "On", "Yes", "True" -> Optional.of(true);
        case "off", "no", "false", "Off", "No", "False" -> Optional.of(false);
        default -> Optional.empty();
      };
    }

    private void notThere(Node node, String what) {
      if (isNewer) {
        problems.warning(YamlFile.placeWithColumn(node), what, "It is left out.");
      } else {
        error(node, what);
      }
    }

    private void error(Node node, String what) {
      problems.error(YamlFile.placeWithColumn(node), what, "");
    }

    private static String text(Node node) {
      return node instanceof ScalarNode scalar ? scalar.getValue().strip() : "";
    }
  }
}
