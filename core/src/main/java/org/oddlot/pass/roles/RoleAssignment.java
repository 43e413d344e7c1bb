package org.oddlot.pass.roles;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.oddlot.pass.Codec;

/**
 * Which role and which name the channels of a group take, by their numbers counted from one.
 * Channels that are not in it keep what they have.
 *
 * @param roles by channel; the empty text takes the role away
 * @param names by channel
 */
public record RoleAssignment(Map<Integer, String> roles, Map<Integer, String> names) {
  private static final String NAME = "name ";

  /** Nothing is assigned. */
  public static final RoleAssignment NONE = new RoleAssignment(Map.of(), Map.of());

  public RoleAssignment {
    roles = java.util.Collections.unmodifiableMap(new TreeMap<>(roles));
    names = java.util.Collections.unmodifiableMap(new TreeMap<>(names));
  }

  /** How it is written: {@code 1=Dialogue/Boom}, {@code name 1=Boom}. */
  public static final Codec<RoleAssignment> CODEC =
      Codec.of(RoleAssignment::written, RoleAssignment::decode);

  private static RoleAssignment decode(List<String> chosen) {
    Map<Integer, String> roles = new LinkedHashMap<>();
    Map<Integer, String> names = new LinkedHashMap<>();
    for (String each : chosen) {
      boolean isName = each.startsWith(NAME);
      String pair = isName ? each.substring(NAME.length()) : each;
      int equals = pair.indexOf('=');
      if (equals < 1 || !pair.substring(0, equals).matches("[1-9]\\d{0,3}")) {
        throw new IllegalArgumentException(
            "\"" + each + "\" assigns nothing to a channel, as 1=Dialogue/Boom does");
      }
      String value = pair.substring(equals + 1);
      if (!isName && !value.isEmpty() && !RoleTable.isRole(value)) {
        throw new IllegalArgumentException(
            "\"" + value + "\" is no role; one is written Stem/Name");
      }
      (isName ? names : roles).put(Integer.parseInt(pair.substring(0, equals)), value);
    }
    return new RoleAssignment(roles, names);
  }

  private List<String> written() {
    var chosen = new ArrayList<String>();
    roles.forEach((channel, role) -> chosen.add(channel + "=" + role));
    names.forEach((channel, name) -> chosen.add(NAME + channel + "=" + name));
    return chosen;
  }

  /** Whether nothing is assigned. */
  public boolean isEmpty() {
    return roles.isEmpty() && names.isEmpty();
  }

  /** This with the role of one channel. */
  public RoleAssignment withRole(int channel, String role) {
    var changed = new TreeMap<>(roles);
    changed.put(channel, role);
    return new RoleAssignment(changed, names);
  }

  /** This with the name of one channel. */
  public RoleAssignment withName(int channel, String name) {
    var changed = new TreeMap<>(names);
    changed.put(channel, name);
    return new RoleAssignment(roles, changed);
  }

  /** The role of a channel of this name; empty where the assignment says nothing of it. */
  Optional<String> role(int channel, String name) {
    return Optional.ofNullable(roles.get(channel))
        .map(
            role -> role.replace(RoleTable.OWN_NAME, name.isEmpty() ? "Channel " + channel : name));
  }
}
