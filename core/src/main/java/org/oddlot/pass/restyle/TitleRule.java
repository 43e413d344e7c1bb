package org.oddlot.pass.restyle;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import org.oddlot.format.title.TitleProperty;
import org.oddlot.material.LaidTitle;
import org.oddlot.pass.Codec;
import org.oddlot.text.Phrase;
import org.oddlot.title.Colour;

/**
 * Which titles are changed, and to what. A title is meant where any of its lines is all that is
 * asked for; what each line has by itself is changed in those lines alone.
 *
 * @param where what they have to be; all titles where empty
 * @param set what they become
 */
public record TitleRule(List<Condition> where, List<Condition> set) {
  public TitleRule {
    where = List.copyOf(where);
    set = List.copyOf(set);
    if (set.isEmpty()) {
      throw new IllegalArgumentException("it says nothing that is to be set");
    }
    set.forEach(TitleRule::check);
  }

  private static void check(Condition its) {
    String value = its.value();
    switch (its.property()) {
      case TRACK, LENGTH ->
          throw new IllegalArgumentException(
              Phrase.of(
                  "%s says where a title lies: it can be asked for, not set",
                  its.property().word()));
      case SIZE, WEIGHT -> {
        if (!value.matches("\\d{1,5}(\\.\\d{1,4})?") || Double.parseDouble(value) == 0) {
          throw new IllegalArgumentException(
              Phrase.of("%s is a number above zero, not \"%s\"", its.property().word(), value));
        }
      }
      case COLOUR -> {
        var _ = Colour.parse(value);
      }
      default -> {
        if (value.isBlank()) {
          throw new IllegalArgumentException(
              Phrase.of("%s cannot become nothing", its.property().word()));
        }
      }
    }
  }

  /** As instructions have it: conditions, {@code set}, what is set. */
  public static final Codec<TitleRule> CODEC = Codec.of(TitleRule::encoded, TitleRule::decoded);

  private static List<String> encoded(TitleRule rule) {
    var words = new ArrayList<String>();
    rule.where.forEach(each -> words.add(each.toString()));
    words.add("set");
    rule.set.forEach(each -> words.add(each.toString()));
    return words;
  }

  private static TitleRule decoded(List<String> words) {
    int at = words.indexOf("set");
    if (at < 0) {
      throw new IllegalArgumentException("it takes conditions, \"set\", and what is set");
    }
    return new TitleRule(
        words.subList(0, at).stream().map(Condition::parse).toList(),
        words.subList(at + 1, words.size()).stream().map(Condition::parse).toList());
  }

  /** The looks of a title that are all that is asked for; none where it is not meant. */
  List<Integer> looks(LaidTitle title) {
    return looks(where, title);
  }

  private static List<Integer> looks(List<Condition> where, LaidTitle title) {
    var looks = new ArrayList<Integer>();
    for (int look = 0; look < title.title().looks(); look++) {
      int its = look;
      if (where.stream().allMatch(each -> each.holds(title.value(each.property(), its)))) {
        looks.add(look);
      }
    }
    return looks;
  }

  /** Whether a line of a title is all that is asked for. */
  public static boolean means(List<Condition> where, LaidTitle title) {
    return !looks(where, title).isEmpty();
  }

  /** A title as it becomes; the same where it is not meant, or is so already. */
  public LaidTitle become(LaidTitle title) {
    return become(title, looks(title));
  }

  /** A title as it becomes where these of its looks are meant. */
  LaidTitle become(LaidTitle title, List<Integer> looks) {
    LaidTitle now = title;
    for (Condition each : looks.isEmpty() ? List.<Condition>of() : set) {
      now = now.with(now.title().with(each.property(), looks, each.value()));
    }
    return now;
  }

  /** What of it a title's program has no place for. */
  List<TitleProperty> notKept(LaidTitle title) {
    return set.stream()
        .map(Condition::property)
        .filter(property -> title.values(property).isEmpty())
        .toList();
  }

  /** {@code size 44 where font is Georgia and size 42}. */
  public String inWords() {
    return words(set, " ")
        + (where.isEmpty() ? " in all titles" : " where " + words(where, " is "));
  }

  private static String words(List<Condition> conditions, String between) {
    return conditions.stream()
        .map(each -> each.property().word() + between + each.value().replace("\n", " / "))
        .collect(Collectors.joining(" and "));
  }
}
