package org.oddlot.pass.angles;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.oddlot.pass.Answers;

/**
 * What people have said about angles, all instructions taken together.
 *
 * @param names what the ids of pieces are called, the last word on each holding
 * @param order the angles from the top, as was said last; empty where nobody did
 * @param thorough the ids of pieces that are compared with all others
 */
record Said(Map<String, String> names, List<String> order, Set<String> thorough) {

  static Said of(Answers answers) {
    var names = new HashMap<String, String>();
    var thorough = new HashSet<String>();
    List<String> order = List.of();
    for (AngleInstruction each : answers.instructions(AngleInstruction.CODEC).values()) {
      switch (each) {
        case AngleInstruction.Name(String name, List<String> pieces) ->
            pieces.forEach(piece -> names.put(piece, name));
        case AngleInstruction.Order(List<String> its) -> order = its;
        case AngleInstruction.CompareWithAll(List<String> pieces) -> thorough.addAll(pieces);
      }
    }
    return new Said(Map.copyOf(names), order, Set.copyOf(thorough));
  }

  /** Where the row of an angle comes among those that were put in order; all others behind them. */
  int rank(String angle) {
    int at = order.indexOf(angle);
    return at < 0 ? order.size() : at;
  }
}
