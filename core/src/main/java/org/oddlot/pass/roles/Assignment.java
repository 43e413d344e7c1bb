package org.oddlot.pass.roles;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * Which role and which name the channels of a group take, by their numbers counted from one.
 * Channels that are not in it keep what they have.
 *
 * @param roles by channel; the empty text takes the role away
 * @param names by channel
 */
public record Assignment(Map<Integer, String> roles, Map<Integer, String> names) {
  private static final String NAME = "name ";

  /** Nothing is assigned. */
  public static final Assignment NONE = new Assignment(Map.of(), Map.of());

  public Assignment {
    roles = java.util.Collections.unmodifiableMap(new TreeMap<>(roles));
    names = java.util.Collections.unmodifiableMap(new TreeMap<>(names));
  }

  /** What a decision says: {@code 1=Dialogue/Boom}, {@code name 1=Boom}; the rest is no matter. */
  public static Assignment of(List<String> chosen) {
    Map<Integer, String> roles = new LinkedHashMap<>();
    Map<Integer, String> names = new LinkedHashMap<>();
    for (String each : chosen) {
      boolean isName = each.startsWith(NAME);
      String pair = isName ? each.substring(NAME.length()) : each;
      int equals = pair.indexOf('=');
      if (equals > 0 && pair.substring(0, equals).matches("[1-9]\\d{0,3}")) {
        (isName ? names : roles)
            .put(Integer.parseInt(pair.substring(0, equals)), pair.substring(equals + 1));
      }
    }
    return new Assignment(roles, names);
  }

  /** As a decision keeps it. */
  public List<String> chosen() {
    var chosen = new ArrayList<String>();
    roles.forEach((channel, role) -> chosen.add(channel + "=" + role));
    names.forEach((channel, name) -> chosen.add(NAME + channel + "=" + name));
    return chosen;
  }

  /** This with the role of one channel. */
  public Assignment withRole(int channel, String role) {
    var changed = new TreeMap<>(roles);
    changed.put(channel, role);
    return new Assignment(changed, names);
  }

  /** This with the name of one channel. */
  public Assignment withName(int channel, String name) {
    var changed = new TreeMap<>(names);
    changed.put(channel, name);
    return new Assignment(roles, changed);
  }

  /** The role of a channel of this name; empty where the assignment says nothing of it. */
  Optional<String> role(int channel, String name) {
    return Optional.ofNullable(roles.get(channel))
        .map(
            role -> role.replace(RoleTable.OWN_NAME, name.isEmpty() ? "Channel " + channel : name));
  }
}
