package org.oddlot.pass.roles;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.oddlot.material.ChannelNote;
import org.oddlot.material.ClipSound;
import org.oddlot.material.Derived;
import org.oddlot.material.Material;
import org.oddlot.material.Paper;
import org.oddlot.material.PlacedClip;
import org.oddlot.material.Source;
import org.oddlot.material.TimelineFile;
import org.oddlot.sound.Recording;
import org.oddlot.sound.SoundFile;
import org.oddlot.text.Phrase;

/**
 * Clips that are alike, so that channel n of each takes the same role: the clips of one camera, or
 * the recordings of one recorder and one form. The one with most channels leads.
 *
 * @param name what they are called together
 * @param isPicture whether they have a picture
 * @param members the clips, the leader first
 */
public record Group(String name, boolean isPicture, List<Member> members) {

  public Group {
    var ordered = new ArrayList<>(members);
    ordered.sort(Comparator.comparingInt((Member m) -> -m.channels().size()));
    members = List.copyOf(ordered);
  }

  /** The one with most channels; the first of several. */
  public Member leader() {
    return members.getFirst();
  }

  /** How interleaved files of the group are laid out; empty where they are none. */
  public String layout() {
    return leader().layout();
  }

  private static final Derived<List<Group>> ALL =
      Derived.of(Set.of(TimelineFile.class, Paper.class, SoundFile.class), Group::all);

  /** The groups of a lot: pictures and sound apart. */
  static List<Group> of(Material material) {
    return material.derive(ALL);
  }

  private static List<Group> all(Material material) {
    var groups = new LinkedHashMap<String, List<Member>>();
    ClipSound noted = material.derive(ClipSound.NOTED);
    for (Source source : material.sources().all()) {
      Map<Integer, ChannelNote> notes = notes(source, noted);
      int channels = channelCount(source, notes, noted);
      if (channels > 0 && !material.isSound(source)) {
        String name = source.camera().isEmpty() ? "Pictures" : "Camera " + source.camera();
        groups
            .computeIfAbsent("picture " + name, _ -> new ArrayList<>())
            .add(picture(source, channels, notes));
      }
    }
    for (Recording recording : material.recordings()) {
      sound(recording, material, noted)
          .ifPresent(member ->
              groups
                  .computeIfAbsent("sound " + called(recording, member), _ -> new ArrayList<>())
                  .add(member));
    }
    var list = new ArrayList<Group>();
    groups.forEach((key, members) ->
        list.add(
            new Group(key.substring(key.indexOf(' ') + 1), key.startsWith("picture "), members)));
    return List.copyOf(list);
  }

  private static String called(Recording recording, Member member) {
    String form =
        !member.layout().isEmpty()
            ? ", " + member.layout()
            : recording.files().size() > 1 ? ", a file a channel" : "";
    return recording.recorder() + form;
  }

  /** How many channels a picture has, by its first clip and by what is noted about them. */
  private static int channelCount(Source source, Map<Integer, ChannelNote> notes, ClipSound noted) {
    PlacedClip first = source.first();
    int count = noted.of(first).channelCount();
    for (int number : notes.keySet()) {
      count = Math.max(count, number);
    }
    return count;
  }

  private static Member picture(Source source, int count, Map<Integer, ChannelNote> notes) {
    var channels = new ArrayList<Member.Channel>(count);
    for (int i = 1; i <= count; i++) {
      channels.add(channel(i, source, i, i, Optional.ofNullable(notes.get(i)), ""));
    }
    return new Member(source.name(), source.id(), source.reel(), channels);
  }

  /** A recording whose files have clips; empty where one of them has none. */
  private static Optional<Member> sound(Recording recording, Material material, ClipSound noted) {
    var channels = new ArrayList<Member.Channel>();
    for (Recording.Channel channel : recording.channels()) {
      Optional<Source> source = material.sources().byId(channel.file().id());
      if (source.isEmpty()) {
        return Optional.empty();
      }
      Map<Integer, ChannelNote> notes = notes(source.get(), noted);
      channels.add(
          channel(
              channel.number(),
              source.get(),
              channel.inFile(),
              channel.recorderChannel(),
              Optional.ofNullable(notes.get(channel.inFile())),
              channel.name()));
    }
    return Optional.of(
        new Member(recording.name(), recording.first().id(), recording.first().reel(), channels));
  }

  private static Member.Channel channel(
      int number,
      Source source,
      int inSource,
      int input,
      Optional<ChannelNote> note,
      String mixed) {
    Optional<String> noted = note.map(ChannelNote::name).filter(name -> !name.isEmpty());
    return new Member.Channel(
        number,
        source,
        inSource,
        input,
        noted.orElse(mixed),
        noted.isPresent(),
        mixed,
        note.map(ChannelNote::role).orElse(""));
  }

  /** What is noted in any clip of a source. */
  private static Map<Integer, ChannelNote> notes(Source source, ClipSound noted) {
    Map<Integer, ChannelNote> inBins = notes(source.inBins(), noted);
    return inBins.isEmpty() ? notes(source.uses(), noted) : inBins;
  }

  private static Map<Integer, ChannelNote> notes(List<PlacedClip> clips, ClipSound noted) {
    for (PlacedClip placed : clips) {
      Map<Integer, ChannelNote> notes = noted.of(placed).channels();
      if (!notes.isEmpty()) {
        return notes;
      }
    }
    return Map.of();
  }

  /** This with other names of some channels than the mixer's, by the ids of the members. */
  Group withMixed(Map<String, Map<Integer, String>> names) {
    return new Group(
        name,
        isPicture,
        members.stream()
            .map(member ->
                names.containsKey(member.id()) ? member.withMixed(names.get(member.id())) : member)
            .toList());
  }

  /** In words: {@code 12 clips, up to 8 channels}. */
  String inWords() {
    return Phrase.of(
        "%s, %s%s",
        Phrase.count(members.size(), isPicture ? "clip" : "recording"),
        members.stream().map(m -> m.channels().size()).distinct().count() > 1 ? "up to " : "",
        Phrase.count(leader().channels().size(), "channel"));
  }
}
