package org.oddlot.profile;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.oddlot.problem.Problems;
import org.oddlot.yaml.YamlFile;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.NodeTuple;
import org.snakeyaml.engine.v2.nodes.ScalarNode;
import org.snakeyaml.engine.v2.nodes.SequenceNode;

/** Reads a profile from YAML; each mistake is a problem with its line. */
public final class ProfileReader {
  private final Problems problems;
  private String name = "";
  private String title = "";
  private final List<Pointer> recognisedBy = new ArrayList<>();
  private final Map<Field, Pointer> places = new EnumMap<>(Field.class);
  private final Map<Field, Place> titlePlaces = new EnumMap<>(Field.class);
  private final Map<MarkerKind, String> kinds = new EnumMap<>(MarkerKind.class);
  private int firstChannel = 1;
  private String roleSeparator = "/";

  private ProfileReader(Problems problems) {
    this.problems = problems;
  }

  /** The profile in {@code yaml}; empty where it is none, and then {@code problems} says why. */
  public static Optional<Profile> read(String yaml, Problems problems) {
    var reader = new ProfileReader(problems);
    Optional<MappingNode> root = YamlFile.read(yaml, "A profile", problems);
    if (root.isEmpty()) {
      return Optional.empty();
    }
    reader.readRoot(root.get());
    if (reader.name.isEmpty()) {
      problems.error("", "The profile has no name.", "Begin it with \"profile: NAME\".");
      return Optional.empty();
    }
    return Optional.of(
        new Profile(
            reader.name,
            reader.title,
            reader.recognisedBy,
            reader.places,
            reader.titlePlaces,
            reader.kinds,
            reader.firstChannel,
            reader.roleSeparator));
  }

  private void readRoot(MappingNode root) {
    for (NodeTuple entry : root.getValue()) {
      String key = text(entry.getKeyNode());
      Node value = entry.getValueNode();
      switch (key) {
        case "profile" -> name = text(value);
        case "title" -> title = text(value);
        case "recognise" -> recognise(value);
        case "kinds" -> kinds(value);
        case "channels_from" -> channelsFrom(value);
        case "role_separator" -> roleSeparator(value);
        default -> section(key, entry.getKeyNode(), value);
      }
    }
  }

  private void channelsFrom(Node value) {
    String text = text(value);
    if (text.equals("0") || text.equals("1")) {
      firstChannel = Integer.parseInt(text);
    } else {
      problems.error(YamlFile.place(value), "Channels are counted from 0 or from 1.", "");
    }
  }

  private void roleSeparator(Node value) {
    String text = text(value);
    if (text.isEmpty()) {
      problems.error(
          YamlFile.place(value), "Something must stand between stem and name of a role.", "");
    } else {
      roleSeparator = text;
    }
  }

  private void recognise(Node value) {
    List<Node> nodes =
        value instanceof SequenceNode sequence ? sequence.getValue() : List.of(value);
    for (Node node : nodes) {
      pointer(node).ifPresent(recognisedBy::add);
    }
  }

  private void kinds(Node value) {
    if (!(value instanceof MappingNode mapping)) {
      problems.error(YamlFile.place(value), "\"kinds\" lists a word for each kind of marker.", "");
      return;
    }
    for (NodeTuple entry : mapping.getValue()) {
      String kind = text(entry.getKeyNode()).toUpperCase(Locale.ROOT);
      try {
        kinds.put(MarkerKind.valueOf(kind), text(entry.getValueNode()));
      } catch (IllegalArgumentException e) {
        problems.error(
            YamlFile.place(entry.getKeyNode()),
            "There is no kind of marker \"" + text(entry.getKeyNode()) + "\".",
            "The kinds are keyword, select, note and chapter.");
      }
    }
  }

  private void section(String section, Node at, Node value) {
    if (!(value instanceof MappingNode mapping)) {
      problems.error(YamlFile.place(at), "\"" + section + "\" is no section of a profile.", "");
      return;
    }
    for (NodeTuple entry : mapping.getValue()) {
      String key = text(entry.getKeyNode());
      Optional<Field> field = Field.of(section, key);
      if (field.isEmpty()) {
        problems.error(
            YamlFile.place(entry.getKeyNode()),
            "There is no field " + section + "." + key + ".",
            "");
      } else if (field.get().isAtAPlace()) {
        place(entry.getValueNode()).ifPresent(place -> titlePlaces.put(field.get(), place));
      } else {
        pointer(entry.getValueNode()).ifPresent(place -> places.put(field.get(), place));
      }
    }
  }

  private Optional<Pointer> pointer(Node node) {
    return parsed(node, Pointer::parse);
  }

  private Optional<Place> place(Node node) {
    return parsed(node, Place::parse);
  }

  private <T> Optional<T> parsed(Node node, Function<String, T> parse) {
    try {
      return Optional.of(parse.apply(text(node)));
    } catch (IllegalArgumentException e) {
      problems.error(YamlFile.place(node), e.getMessage() + ".", "");
      return Optional.empty();
    }
  }

  private String text(Node node) {
    if (node instanceof ScalarNode scalar) {
      return scalar.getValue();
    }
    problems.error(YamlFile.place(node), "A word is expected here.", "");
    return "";
  }
}
