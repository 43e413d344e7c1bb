package org.oddlot.pass.roles;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * Which role a channel takes by its name: what the lot's own table says, and beside that what names
 * usually mean. The rules for usual names are common practice, no source.
 */
public final class RoleTable {
  /** Where a role has the channel's own name in it. */
  public static final String OWN_NAME = "{name}";

  private static final Pattern ROLE =
      Pattern.compile("[^/=;]*[^/=;\\s][^/=;]*/[^/=;]*[^/=;\\s][^/=;]*");

  private final Map<String, String> byName = new LinkedHashMap<>();
  private final Set<String> people;

  /** A kind of name and the stem that it goes to. */
  private record Usual(Pattern name, String stem, String called) {}

  private static final List<Usual> USUAL =
      List.of(
          usual("(?:ltc|tc|time\\s?code)\\b.*", "Technical", "Timecode"),
          usual("(?:boom|bm|perche|angel)\\b\\s*\\d*.*", "Dialogue", OWN_NAME),
          usual("(?:mix|mixdown|mono mix|scratch|guide)\\b.*", "Dialogue", OWN_NAME),
          usual("(?:plant|desk|hidden)\\b.*", "Dialogue", OWN_NAME),
          usual("(?:amb|ambi|ambience|atmos?|atm|room ?tone|wild)\\b.*", "Effects", "Atmos"),
          usual("(?:fx|sfx|efx|effects?)\\b.*", "Effects", OWN_NAME),
          usual("(?:mus|music|band|playback|pb)\\b.*", "Music", OWN_NAME));

  /** A radio microphone, and who wears it. */
  private static final Pattern WORN =
      Pattern.compile(
          "(?:lav|lavalier|radio|rf|rm|wl|wireless|clip ?mic)\\s*\\d*[\\s_:-]*(.*)",
          Pattern.CASE_INSENSITIVE);

  private RoleTable(Set<String> people) {
    this.people = people;
  }

  private static Usual usual(String pattern, String stem, String called) {
    return new Usual(Pattern.compile(pattern, Pattern.CASE_INSENSITIVE), stem, called);
  }

  /**
   * The table in {@code text}: {@code Boom=Dialogue/Boom; Mix L=Dialogue/Mix}. What is no pair of a
   * name and a role is passed over.
   *
   * @param people who is in the lot's papers; a channel of their name is theirs
   */
  public static RoleTable of(String text, Set<String> people) {
    var table = new RoleTable(Set.copyOf(people));
    for (Map.Entry<String, String> pair : pairs(text)) {
      if (isRole(pair.getValue())) {
        table.byName.put(plain(pair.getKey()), clean(pair.getValue()));
      }
    }
    return table;
  }

  /** Whether a text is a role: a stem, a slash and a name. */
  public static boolean isRole(String text) {
    return ROLE.matcher(text.strip()).matches();
  }

  /** A role as it is written: no spaces around its parts. */
  public static String clean(String role) {
    String[] parts = role.strip().split("/", 2);
    return parts.length < 2 ? role.strip() : parts[0].strip() + "/" + parts[1].strip();
  }

  /** This table with more pairs in it, as text. */
  public static String plus(String text, Map<String, String> more) {
    var pairs = new LinkedHashMap<String, String>();
    pairs(text).forEach(pair -> pairs.put(pair.getKey(), pair.getValue()));
    more.forEach((name, role) -> {
      pairs.keySet().removeIf(known -> plain(known).equals(plain(name)));
      pairs.put(name, role);
    });
    var lines = new ArrayList<String>();
    pairs.forEach((name, role) -> lines.add(name + "=" + role));
    return String.join("; ", lines);
  }

  /** What is wrong with a table as it is written, in a sentence; empty if nothing is. */
  static Optional<String> problem(String text) {
    return pairs(text).stream()
        .map(Map.Entry::getValue)
        .filter(role -> !isRole(role))
        .findFirst()
        .map(role -> "\"" + role + "\" is no role; one is written Stem/Name, as Dialogue/Boom");
  }

  private static List<Map.Entry<String, String>> pairs(String text) {
    var pairs = new ArrayList<Map.Entry<String, String>>();
    for (String line : text.split("[;\\n]", -1)) {
      int equals = line.indexOf('=');
      if (equals > 0) {
        pairs.add(Map.entry(line.substring(0, equals).strip(), line.substring(equals + 1).strip()));
      }
    }
    return pairs;
  }

  private static String plain(String name) {
    return name.strip().toLowerCase(Locale.ROOT).replaceAll("[\\s_-]+", " ");
  }

  /** The role that the lot's table gives a name. */
  Optional<String> known(String name) {
    return Optional.ofNullable(byName.get(plain(name)));
  }

  /** The role that a name seems to mean; empty where it says nothing. */
  Optional<String> suggested(String name) {
    String plain = plain(name);
    if (plain.isEmpty() || plain.matches("(?:(?:tr|trk|track|ch|channel|input|in)\\s*)?\\d+")) {
      return Optional.empty();
    }
    Optional<String> known = known(name);
    if (known.isPresent()) {
      return known;
    }
    for (String person : people) {
      if (plain(person).equals(plain)) {
        return Optional.of("Dialogue/" + person);
      }
    }
    var worn = WORN.matcher(name.strip());
    if (worn.matches()) {
      String who = worn.group(1).strip();
      return Optional.of("Dialogue/" + (who.isEmpty() ? name.strip() : who));
    }
    for (Usual usual : USUAL) {
      if (usual.name.matcher(plain).matches()) {
        return Optional.of(
            usual.stem + "/" + (usual.called.equals(OWN_NAME) ? titled(name) : usual.called));
      }
    }
    return Optional.empty();
  }

  /** {@code MIX L} as {@code Mix L}; what is written in small letters as well stays. */
  private static String titled(String name) {
    String stripped = name.strip().replace('/', '-');
    if (!stripped.equals(stripped.toUpperCase(Locale.ROOT))) {
      return stripped;
    }
    var out = new StringBuilder();
    for (String word : stripped.split("[\\s_]+", -1)) {
      out.append(out.isEmpty() ? "" : " ")
          .append(word.isEmpty() ? "" : word.substring(0, 1))
          .append(word.isEmpty() ? "" : word.substring(1).toLowerCase(Locale.ROOT));
    }
    return out.toString();
  }
}
