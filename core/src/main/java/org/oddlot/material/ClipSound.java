package org.oddlot.material;

import java.util.Collection;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.oddlot.profile.Field;
import org.oddlot.profile.Profile;
import org.oddlot.timeline.Clip;

/** What is noted about the sound of the clips of a lot, read once for each state of a clip. */
public final class ClipSound {
  /** That of all clips of the sources. */
  public static final Derived<ClipSound> NOTED =
      Derived.anew(Set.of(TimelineFile.class), ClipSound::new);

  private final IdentityHashMap<Clip, Noted> byClip;

  /**
   * What is noted in one clip.
   *
   * @param channels what is noted about its channels, by their numbers
   * @param channelCount how many it says that it has; zero where it says nothing
   * @param role the role of the clip as a whole, as {@code Stem/Name}; empty if it has none
   */
  public record Noted(Map<Integer, ChannelNote> channels, int channelCount, String role) {
    private static final Noted NOTHING = new Noted(Map.of(), 0, "");

    private static Noted in(PlacedClip placed) {
      Clip clip = placed.clip();
      Profile profile = placed.profile();
      Map<Integer, ChannelNote> channels = ChannelNote.of(clip, profile);
      int count = profile.channelCount(clip).orElse(0);
      String role = profile.text(clip, Field.ROLE).map(profile::roleRead).orElse("");
      var noted = new Noted(channels, count, role);
      return noted.isEmpty() ? NOTHING : noted;
    }

    /** Whether nothing is noted. */
    public boolean isEmpty() {
      return channels.isEmpty() && channelCount == 0 && role.isEmpty();
    }

    /** All roles that are noted: those of the channels, and that of the whole. */
    public Stream<String> roles() {
      return Stream.concat(channels.values().stream().map(ChannelNote::role), Stream.of(role))
          .filter(each -> !each.isEmpty())
          .distinct();
    }
  }

  /** Where things are read in each document: under other profiles nothing is as it was. */
  private final List<Profile> profiles;

  private ClipSound(Material material, Optional<ClipSound> former) {
    profiles = material.documents().stream().map(TimelineFile::profile).toList();
    IdentityHashMap<Clip, Noted> before =
        former
            .filter(its -> its.profiles.equals(profiles))
            .map(its -> its.byClip)
            .orElseGet(IdentityHashMap::new);
    List<PlacedClip> clips = material.sources().all().stream().flatMap(Source::clips).toList();
    List<Noted> notes =
        clips.parallelStream()
            .map(placed -> {
              Noted same = before.get(placed.clip());
              return same == null ? Noted.in(placed) : same;
            })
            .toList();
    byClip = new IdentityHashMap<>(clips.size());
    for (int i = 0; i < clips.size(); i++) {
      byClip.put(clips.get(i).clip(), notes.get(i));
    }
  }

  /** What is noted in a clip of one of the sources. */
  public Noted of(PlacedClip placed) {
    return Objects.requireNonNull(byClip.get(placed.clip()));
  }

  /** What is noted in all of them. */
  public Collection<Noted> all() {
    return Collections.unmodifiableCollection(byClip.values());
  }
}
