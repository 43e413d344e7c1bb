package org.oddlot.pass.roles;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.oddlot.pass.Evidence;
import org.oddlot.text.Phrase;

/**
 * Labels that cannot be right: a track in the third place called "4", or two called alike. A number
 * may be the channel's in the file or the recorder's input; only one that is neither contradicts.
 */
final class Labels {
  private static final Pattern NUMBERED =
      Pattern.compile(
          "((?:tr|trk|track|ch|channel|t|input)?[\\s._-]*)(\\d{1,3})", Pattern.CASE_INSENSITIVE);

  private Labels() {}

  static List<RolesFinding.OfLabels> findings(List<Group> groups) {
    var findings = new ArrayList<RolesFinding.OfLabels>();
    for (Group group : groups) {
      if (group.isPicture() || !group.layout().isEmpty()) {
        continue;
      }
      var byReel = new LinkedHashMap<String, List<Member>>();
      group.members().forEach(m -> byReel.computeIfAbsent(m.reel(), _ -> new ArrayList<>()).add(m));
      byReel.forEach((reel, members) -> finding(group, reel, members).ifPresent(findings::add));
    }
    return findings;
  }

  private static Optional<RolesFinding.OfLabels> finding(
      Group group, String reel, List<Member> members) {
    List<Member> wrong = members.stream().filter(m -> !corrected(m, group).isEmpty()).toList();
    if (wrong.isEmpty()) {
      return Optional.empty();
    }
    Member first = wrong.getFirst();
    Map<Integer, String> names = corrected(first, group);
    List<String> alike =
        wrong.stream().filter(m -> isLabelledLike(m, first)).map(Member::id).toList();
    var evidence = new ArrayList<Evidence>();
    for (Member.Channel channel : first.channels()) {
      String now = names.get(channel.number());
      evidence.add(
          new Evidence(
              "channel " + channel.number(),
              "\"" + channel.mixed() + "\"",
              now == null ? "" : "becomes \"" + now + "\""));
    }
    Map.Entry<Integer, String> example = names.entrySet().iterator().next();
    String called = first.channels().get(example.getKey() - 1).mixed();
    boolean twice = NUMBERED.matcher(called.strip()).matches();
    return Optional.of(
        new RolesFinding.OfLabels(
            group.name(),
            reel,
            alike,
            names,
            Phrase.of("channel %d called \"%s\"", example.getKey(), called),
            twice
                ? Phrase.of(
                    "the track in place %d is called \"%s\", in %s",
                    example.getKey(), called, Phrase.count(alike.size(), "recording"))
                : Phrase.of(
                    "two tracks are called \"%s\", in %s",
                    called, Phrase.count(alike.size(), "recording")),
            evidence));
  }

  private static boolean isLabelledLike(Member one, Member other) {
    return one.channels().stream()
        .map(Member.Channel::mixed)
        .toList()
        .equals(other.channels().stream().map(Member.Channel::mixed).toList());
  }

  /** What the labels of a recording would have to be, where one is not right. */
  private static Map<Integer, String> corrected(Member member, Group group) {
    var names = new TreeMap<Integer, String>();
    for (Member.Channel channel : member.channels()) {
      Matcher numbered = NUMBERED.matcher(channel.mixed().strip());
      if (numbered.matches()) {
        int number = Integer.parseInt(numbered.group(2));
        if (number != channel.number()
            && number != channel.input()
            && number != channel.inSource()) {
          names.put(
              channel.number(),
              inOtherReels(channel.number(), member, group)
                  .orElse(numbered.group(1) + channel.number()));
        }
      }
    }
    if (names.isEmpty()) {
      numberAlike(member, names);
    }
    return names;
  }

  /** What the recorder's other rolls call a channel, if they agree and it is no number. */
  private static Optional<String> inOtherReels(int channel, Member member, Group group) {
    List<String> names =
        group.members().stream()
            .filter(other -> !other.reel().equals(member.reel()))
            .filter(other -> other.channels().size() >= channel)
            .map(other -> other.channels().get(channel - 1).mixed().strip())
            .distinct()
            .toList();
    return names.size() == 1
            && !names.getFirst().isEmpty()
            && !NUMBERED.matcher(names.getFirst()).matches()
            && member.channels().stream().noneMatch(c -> c.mixed().strip().equals(names.getFirst()))
        ? Optional.of(names.getFirst())
        : Optional.empty();
  }

  /** Two of one name become the first and the second of it. */
  private static void numberAlike(Member member, Map<Integer, String> names) {
    var seen = new HashMap<String, List<Member.Channel>>();
    for (Member.Channel channel : member.channels()) {
      String name = channel.mixed().strip().toLowerCase(Locale.ROOT);
      if (!name.isEmpty()) {
        seen.computeIfAbsent(name, _ -> new ArrayList<>()).add(channel);
      }
    }
    for (List<Member.Channel> same : seen.values()) {
      for (int i = 0; i < same.size() && same.size() > 1; i++) {
        names.put(same.get(i).number(), same.get(i).mixed().strip() + " " + (i + 1));
      }
    }
  }
}
