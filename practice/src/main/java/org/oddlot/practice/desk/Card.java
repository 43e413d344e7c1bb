package org.oddlot.practice.desk;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A title, as Practice Desk shows one: its own cards, whose look is an effect called Lettering, and
 * titles of others of which it understands the words, the look of the first line, and the place.
 *
 * @param words a line each
 * @param face the font's name
 * @param height of the letters; 0 where it is not said
 * @param fromLeft in parts of the picture
 * @param fromTop in parts of the picture
 */
record Card(String words, String face, double height, double fromLeft, double fromTop) {

  /** The title that a clip is, if its media is one. */
  static Optional<Card> of(Item.Clip clip) {
    return clip.active()
        .map(Item.Media::body)
        .flatMap(body -> {
          JsonNode parameters = body.path("parameters");
          return switch (body.path("generator_kind").asText()) {
            case "desk.card" -> Optional.of(own(parameters.path("card"), clip.effects()));
            case "oddlot.title" -> Optional.of(others(parameters));
            default -> Optional.empty();
          };
        });
  }

  private static Card own(JsonNode card, List<JsonNode> effects) {
    JsonNode lettering =
        effects.stream()
            .filter(effect -> effect.path("effect_name").asText().equals("Lettering"))
            .map(effect -> effect.path("metadata"))
            .findFirst()
            .orElse(com.fasterxml.jackson.databind.node.MissingNode.getInstance());
    return new Card(
        card.path("words").asText(),
        lettering.path("face").asText(),
        lettering.path("height").asDouble(),
        lettering.path("from_left").asDouble(0.5),
        lettering.path("from_top").asDouble(0.5));
  }

  private static Card others(JsonNode parameters) {
    JsonNode first = parameters.path("lines").path(0);
    JsonNode position = parameters.path("position");
    return new Card(
        parameters.path("text").asText(),
        first.path("font").asText(),
        first.path("size").asDouble(),
        position.path("x").asDouble(0.5),
        position.path("y").asDouble(0.5));
  }

  /** What is wrong with it, if anything. */
  List<String> complaints() {
    var complaints = new ArrayList<String>();
    if (words.isBlank()) {
      complaints.add("the title says nothing");
    }
    if (face.isBlank() || height <= 0) {
      complaints.add("the title has no letters that can be drawn: face and height are needed");
    }
    if (fromLeft < 0 || fromLeft > 1 || fromTop < 0 || fromTop > 1) {
      complaints.add("the title stands outside the picture");
    }
    return complaints;
  }
}
