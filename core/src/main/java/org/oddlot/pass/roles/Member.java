package org.oddlot.pass.roles;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.oddlot.material.Source;

/**
 * A clip with sound, or the clips of the files of one recording: what is given roles together.
 *
 * @param name what it is called
 * @param id what it is known by
 * @param reel the recorder's roll or the card
 * @param channels its channels in order
 */
public record Member(String name, String id, String reel, List<Channel> channels) {

  /** The channels of interleaved surround, as mixers and files call them; from memory. */
  private static final Set<String> FIVE_ONE = Set.of("L", "R", "C", "LFE", "LS", "RS");

  private static final Set<String> SEVEN_ONE =
      Set.of("L", "R", "C", "LFE", "LSS", "RSS", "LSR", "RSR");

  /**
   * One channel.
   *
   * @param number which of the member's it is, counted from one
   * @param source the source whose clips have it
   * @param inSource which of the source's it is, counted from one
   * @param input which input of the recorder it was, counted from one
   * @param name what it is called; a name in the timeline's file before the mixer's
   * @param isNoted whether the name stands in the timeline's file already
   * @param mixed what the mixer called it
   * @param role the role that it has already, empty if none
   */
  public record Channel(
      int number,
      Source source,
      int inSource,
      int input,
      String name,
      boolean isNoted,
      String mixed,
      String role) {}

  public Member {
    channels = List.copyOf(channels);
  }

  /** This with other names of some channels than the mixer's. */
  Member withMixed(Map<Integer, String> names) {
    return new Member(
        name,
        id,
        reel,
        channels.stream()
            .map(c -> {
              String corrected = names.getOrDefault(c.number, c.mixed);
              return new Channel(
                  c.number,
                  c.source,
                  c.inSource,
                  c.input,
                  c.isNoted ? c.name : corrected,
                  c.isNoted,
                  corrected,
                  c.role);
            })
            .toList());
  }

  /** How an interleaved file is laid out; empty where its channels are for themselves. */
  public String layout() {
    boolean oneFile = channels.stream().map(Channel::source).distinct().count() == 1;
    Set<String> names =
        channels.stream()
            .map(c -> c.mixed.strip().toUpperCase(Locale.ROOT))
            .collect(Collectors.toSet());
    if (!oneFile || names.size() != channels.size()) {
      return "";
    }
    return names.equals(FIVE_ONE) ? "5.1" : names.equals(SEVEN_ONE) ? "7.1" : "";
  }
}
