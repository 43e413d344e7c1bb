package org.oddlot.pass.match;

import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.oddlot.material.PlainName;
import org.oddlot.material.Source;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.match.Candidate.Agreement;

/**
 * Compares what entries say of cards and clips with how these are called. Names of the same form
 * that differ are of different things; names of another form say nothing: who numbers the rolls of
 * a production does not write the names that a camera gives.
 */
final class Naming {
  private static final Pattern LETTERS = Pattern.compile("\\p{L}+");
  private static final Pattern DIGITS = Pattern.compile("\\d+");
  private static final Pattern LAST_NUMBER = Pattern.compile("(.*?)0*(\\d+)");

  private final Map<String, Form> forms = new ConcurrentHashMap<>();

  private final Map<String, String> units = new ConcurrentHashMap<>();

  /** The papers that call a card as it is called: what they call otherwise is another card. */
  private final Set<String> comparable = new HashSet<>();

  /** A name as it is compared, and what letters and digits it is made of. */
  private record Form(String plain, String shape) {
    static Form of(String name) {
      String plain = PlainName.of(name);
      String shape = PlainName.withoutEnding(name).toUpperCase(Locale.ROOT);
      return new Form(
          plain, DIGITS.matcher(LETTERS.matcher(shape).replaceAll("A")).replaceAll("9"));
    }
  }

  Naming(List<Source> sources, List<LogEntry> entries) {
    if (entries.stream().allMatch(entry -> entry.reel().isEmpty())) {
      return;
    }
    var reels = new HashSet<String>();
    sources.stream().map(Source::reel).distinct().forEach(reel -> reels.add(form(reel).plain));
    reels.remove("");
    for (LogEntry entry : entries) {
      if (!entry.reel().isEmpty() && !comparable.contains(entry.paper())) {
        boolean known = entry.reels().stream().anyMatch(reel -> reels.contains(form(reel).plain));
        if (known) {
          comparable.add(entry.paper());
        }
      }
    }
  }

  private Form form(String name) {
    return forms.computeIfAbsent(name, Form::of);
  }

  /** Whether a source is of the card, or of one of the cards, that an entry names. */
  Agreement reel(LogEntry entry, Source source) {
    if (entry.reel().isEmpty() || source.reel().isEmpty()) {
      return Agreement.UNKNOWN;
    }
    Form its = form(source.reel());
    Agreement all = Agreement.DIFFERENT;
    for (String said : entry.reels()) {
      Agreement one = reel(entry.paper(), form(said), its);
      if (one == Agreement.SAME) {
        return one;
      }
      all = one == Agreement.UNKNOWN ? one : all;
    }
    return all;
  }

  private Agreement reel(String paper, Form said, Form its) {
    boolean isSame =
        said.plain.equals(its.plain)
            || isBeginning(said.plain, its.plain)
            || isBeginning(its.plain, said.plain)
            || (said.shape.equals("9") && isNumber(said.plain, its.plain));
    if (isSame) {
      return Agreement.SAME;
    }
    return said.shape.equals(its.shape) || comparable.contains(paper)
        ? Agreement.DIFFERENT
        : Agreement.UNKNOWN;
  }

  /** Whether a number by itself is that at the end of a name. */
  private static boolean isNumber(String number, String name) {
    Matcher last = LAST_NUMBER.matcher(name);
    return last.matches() && last.group(2).equals(number);
  }

  /** Whether one name is the other with something added: {@code A014} and {@code A014R2EC}. */
  private static boolean isBeginning(String shorter, String longer) {
    return shorter.length() >= 3
        && longer.startsWith(shorter)
        && !(longer.length() > shorter.length()
            && Character.isDigit(shorter.charAt(shorter.length() - 1))
            && Character.isDigit(longer.charAt(shorter.length())));
  }

  /** Whether a source lies in a file or a bin of the unit that an entry speaks of. */
  Agreement unit(LogEntry entry, Source source) {
    if (entry.unit().isEmpty()) {
      return Agreement.UNKNOWN;
    }
    String its = units.computeIfAbsent(source.id(), _ -> unitOf(source));
    return its.isEmpty()
        ? Agreement.UNKNOWN
        : its.equals(entry.unit()) ? Agreement.SAME : Agreement.DIFFERENT;
  }

  private static String unitOf(Source source) {
    return source
        .clips()
        .map(placed -> LogEntry.unitIn(placed.document() + " / " + placed.place().path()))
        .filter(unit -> !unit.isEmpty())
        .findFirst()
        .orElse("");
  }

  /** Whether a clip that an entry names, and that there is not, can be called {@code source}. */
  Agreement otherClip(LogEntry entry, Source source) {
    return form(entry.clip()).shape.equals(form(source.name()).shape)
        ? Agreement.DIFFERENT
        : Agreement.UNKNOWN;
  }
}
