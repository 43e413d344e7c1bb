package org.oddlot.yaml;

import java.util.Optional;
import org.oddlot.problem.Problems;
import org.snakeyaml.engine.v2.api.LoadSettings;
import org.snakeyaml.engine.v2.api.lowlevel.Compose;
import org.snakeyaml.engine.v2.exceptions.MarkedYamlEngineException;
import org.snakeyaml.engine.v2.exceptions.YamlEngineException;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;

/** Reads a file that is a list of keys and values in YAML, as nodes that know their lines. */
public final class YamlFile {
  private YamlFile() {}

  /**
   * The keys and values in {@code yaml}; empty where it is none, and then {@code problems} says
   * why.
   *
   * @param what what the file is, for people: {@code A style}
   */
  public static Optional<MappingNode> read(String yaml, String what, Problems problems) {
    try {
      Optional<Node> root = new Compose(LoadSettings.builder().build()).composeString(yaml);
      if (root.orElse(null) instanceof MappingNode mapping) {
        return Optional.of(mapping);
      }
      problems.error("", what + " is a list of keys and values; this is not one.", "");
    } catch (MarkedYamlEngineException e) {
      problems.error(
          e.getProblemMark().map(mark -> "line " + (mark.getLine() + 1)).orElse(""),
          "This is not YAML: " + e.getProblem() + ".",
          "");
    } catch (YamlEngineException e) {
      problems.error("", "This is not YAML: " + e.getMessage() + ".", "");
    }
    return Optional.empty();
  }

  /** Where a node stands: {@code line 3}. */
  public static String place(Node node) {
    return node.getStartMark().map(mark -> "line " + (mark.getLine() + 1)).orElse("");
  }
}
