package org.oddlot.stringout;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.oddlot.text.NaturalOrder;
import org.oddlot.text.Phrase;

/**
 * The string-outs that can be made of what was logged.
 *
 * @param outs in their order
 * @param tooFew keywords with fewer pieces than are wanted, each with how many it has
 */
public record StringOuts(List<StringOut> outs, Map<String, Integer> tooFew) {
  /** Every keyword. */
  public static final String KEYWORD = "keyword";

  /** Every person. */
  public static final String PERSON = "person";

  /** Every person with every keyword that is logged while that person is. */
  public static final String PERSON_AND_KEYWORD = "person and keyword";

  /** Every scene. */
  public static final String SCENE = "scene";

  /** What they can be made by. */
  public static final List<String> KINDS = List.of(KEYWORD, PERSON, PERSON_AND_KEYWORD, SCENE);

  public StringOuts {
    outs = List.copyOf(outs);
    tooFew = Map.copyOf(tooFew);
  }

  /**
   * The string-outs of what was logged.
   *
   * @param kinds what they are made by, of {@link #KINDS}
   * @param categories the categories of keywords that are wanted, in lower case; all where empty
   * @param atLeast how many pieces a keyword needs
   * @param wanted how they are laid
   */
  public static StringOuts of(
      List<Logged> logged,
      List<String> kinds,
      Set<String> categories,
      int atLeast,
      StringOut.Wanted wanted) {
    var outs = new ArrayList<StringOut>();
    Map<String, Integer> tooFew = new LinkedHashMap<>();
    List<Logged> keywords =
        logged.stream()
            .filter(each -> each.kind() == Logged.Kind.KEYWORD)
            .filter(each ->
                categories.isEmpty()
                    || categories.contains(each.category().toLowerCase(Locale.ROOT)))
            .toList();
    if (kinds.contains(KEYWORD)) {
      by(keywords)
          .forEach((key, its) -> {
            List<StringOut.Piece> pieces = StringOut.pieces(its, wanted);
            if (its.size() < atLeast) {
              tooFew.put(its.getFirst().key(), its.size());
            } else {
              String category = its.getFirst().category();
              outs.add(
                  new StringOut(
                      its.getFirst().key(),
                      category.isEmpty() ? "Keywords" : category,
                      "keyword " + key,
                      "",
                      pieces));
            }
          });
    }
    Map<String, List<Logged>> people =
        by(logged.stream().filter(each -> each.kind() == Logged.Kind.PERSON).toList());
    if (kinds.contains(PERSON)) {
      people.forEach((key, its) ->
          outs.add(
              new StringOut(
                  its.getFirst().key(),
                  Logged.PEOPLE,
                  "person " + key,
                  its.getFirst().key(),
                  StringOut.pieces(its, wanted))));
    }
    if (kinds.contains(PERSON_AND_KEYWORD)) {
      people.forEach((key, its) ->
          by(keywords)
              .forEach((topic, about) -> {
                List<Logged> both = both(its, about);
                if (!both.isEmpty()) {
                  outs.add(
                      new StringOut(
                          Phrase.of("%s, %s", its.getFirst().key(), about.getFirst().key()),
                          "People and topics",
                          "person " + key + " keyword " + topic,
                          its.getFirst().key(),
                          StringOut.pieces(both, wanted)));
                }
              }));
    }
    if (kinds.contains(SCENE)) {
      StringOut.Wanted slate = wanted.in(StringOut.Order.SLATE);
      by(logged.stream().filter(each -> each.kind() == Logged.Kind.SCENE).toList())
          .entrySet()
          .stream()
          .sorted(Map.Entry.comparingByKey(NaturalOrder::compare))
          .forEach(entry ->
              outs.add(
                  new StringOut(
                      "Scene " + entry.getValue().getFirst().key(),
                      "Scenes",
                      "scene " + entry.getKey(),
                      "",
                      StringOut.pieces(entry.getValue(), slate))));
    }
    return new StringOuts(outs, tooFew);
  }

  /** The same thing however it is written: capitals and spaces do not matter. */
  private static Map<String, List<Logged>> by(List<Logged> logged) {
    Map<String, List<Logged>> by = new LinkedHashMap<>();
    for (Logged each : logged) {
      by.computeIfAbsent(Logged.plain(each.key()), _ -> new ArrayList<>()).add(each);
    }
    return by;
  }

  /** The stretches of a source to which both apply. */
  private static List<Logged> both(List<Logged> person, List<Logged> topic) {
    Map<String, List<Logged>> bySource = new LinkedHashMap<>();
    person.forEach(
        each -> bySource.computeIfAbsent(each.source().id(), _ -> new ArrayList<>()).add(each));
    var both = new ArrayList<Logged>();
    for (Logged about : topic) {
      for (Logged its : bySource.getOrDefault(about.source().id(), List.of())) {
        its.range()
            .intersection(about.range())
            .ifPresent(range ->
                both.add(
                    new Logged(
                        about.source(),
                        about.clip(),
                        range,
                        about.kind(),
                        about.key(),
                        about.category())));
      }
    }
    return both;
  }
}
