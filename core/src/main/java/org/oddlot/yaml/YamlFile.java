package org.oddlot.yaml;

import java.util.Map;
import java.util.Optional;
import org.oddlot.problem.Problems;
import org.snakeyaml.engine.v2.api.Dump;
import org.snakeyaml.engine.v2.api.DumpSettings;
import org.snakeyaml.engine.v2.api.LoadSettings;
import org.snakeyaml.engine.v2.api.lowlevel.Compose;
import org.snakeyaml.engine.v2.api.lowlevel.Parse;
import org.snakeyaml.engine.v2.common.FlowStyle;
import org.snakeyaml.engine.v2.events.CollectionEndEvent;
import org.snakeyaml.engine.v2.events.CollectionStartEvent;
import org.snakeyaml.engine.v2.events.Event;
import org.snakeyaml.engine.v2.exceptions.Mark;
import org.snakeyaml.engine.v2.exceptions.MarkedYamlEngineException;
import org.snakeyaml.engine.v2.exceptions.YamlEngineException;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;

/** A file that is a list of keys and values in YAML, read as nodes that know their lines. */
public final class YamlFile {
  /**
   * Far more than anything that people write; what nests deeper is not composed, which recurses.
   */
  private static final int DEEPEST = 1000;

  private static final LoadSettings SETTINGS = LoadSettings.builder().build();
  private static final DumpSettings WRITING =
      DumpSettings.builder()
          .setDefaultFlowStyle(FlowStyle.AUTO)
          .setWidth(Integer.MAX_VALUE)
          .setUseUnicodeEncoding(true)
          .build();

  private static final DumpSettings BLOCK =
      DumpSettings.builder()
          .setDefaultFlowStyle(FlowStyle.BLOCK)
          .setWidth(Integer.MAX_VALUE)
          .setUseUnicodeEncoding(true)
          .build();

  private YamlFile() {}

  /**
   * The keys and values in {@code yaml}; empty where it is none, and then {@code problems} says
   * why.
   *
   * @param what what the file is, for people: {@code A style}
   */
  public static Optional<MappingNode> read(String yaml, String what, Problems problems) {
    try {
      Optional<Event> tooDeep = tooDeep(yaml);
      if (tooDeep.isPresent()) {
        problems.error(
            line(tooDeep.get().getStartMark()),
            "It is nested more deeply than can be read.",
            "Write it with less in it.");
        return Optional.empty();
      }
      Optional<Node> root = new Compose(SETTINGS).composeString(yaml);
      if (root.orElse(null) instanceof MappingNode mapping) {
        return Optional.of(mapping);
      }
      problems.error("", what + " is a list of keys and values; this is not one.", "");
    } catch (MarkedYamlEngineException e) {
      problems.error(line(e.getProblemMark()), "This is not YAML: " + e.getProblem() + ".", "");
    } catch (YamlEngineException e) {
      problems.error("", "This is not YAML: " + e.getMessage() + ".", "");
    }
    return Optional.empty();
  }

  /** A list of keys and values as a file has it: one a line, what lies within on the same line. */
  public static String write(Map<String, ?> values) {
    return new Dump(WRITING).dumpToString(values);
  }

  /** The same for people who go on writing in it: a key or an entry of a list a line. */
  public static String writeBlock(Map<String, ?> values) {
    return new Dump(BLOCK).dumpToString(values);
  }

  /** Where a node begins: {@code line 3, column 7}. */
  public static String placeWithColumn(Node node) {
    return node.getStartMark()
        .map(its -> "line " + (its.getLine() + 1) + ", column " + (its.getColumn() + 1))
        .orElse("");
  }

  /** Where a node stands: {@code line 3}. */
  public static String place(Node node) {
    return line(node.getStartMark());
  }

  private static String line(Optional<Mark> mark) {
    return mark.map(its -> "line " + (its.getLine() + 1)).orElse("");
  }

  /** Where the nesting is deeper than is read; found event by event, without recursion. */
  private static Optional<Event> tooDeep(String yaml) {
    int depth = 0;
    for (Event event : new Parse(SETTINGS).parseString(yaml)) {
      if (event instanceof CollectionStartEvent && ++depth > DEEPEST) {
        return Optional.of(event);
      }
      if (event instanceof CollectionEndEvent) {
        depth--;
      }
    }
    return Optional.empty();
  }
}
