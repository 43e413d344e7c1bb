package org.oddlot.report;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.oddlot.material.ChannelNote;
import org.oddlot.profile.Field;
import org.oddlot.profile.Profile;
import org.oddlot.sheet.Column;
import org.oddlot.sheet.Line;
import org.oddlot.time.FrameSpans;
import org.oddlot.timeline.Clip;

/** Dialogue, effects and music by role, and how long each is heard. */
final class RoleUse implements Report {
  private static final List<Column> COLUMNS =
      List.of(
          Column.text("timeline", "Timeline", 20),
          Column.text("stem", "Stem", 14),
          Column.text("role", "Role", 26),
          Column.text("kind", "Kind", 9),
          Column.sum("clips", "Clips"),
          Column.count("frames", "Frames"),
          new Column("time", "Heard", Column.Kind.TIME, 13, false),
          Column.label("first", "First"),
          Column.text("why", "Why", 26));

  private static final String NONE = "no role";

  @Override
  public String key() {
    return "roles";
  }

  @Override
  public String title() {
    return "Roles";
  }

  @Override
  public List<Column> columns() {
    return COLUMNS;
  }

  @Override
  public List<String> notes() {
    return List.of(
        "Frames: how long anything of the role is heard or seen, however many clips of it there are at"
            + " a time. Roles sound together, so their lengths are not summed up.");
  }

  private static final class Sum {
    private int clips;
    private final FrameSpans frames = new FrameSpans();
    private Use first;

    private Sum(Use first) {
      this.first = first;
    }
  }

  @Override
  public List<Line> lines(Scope scope) {
    var lines = new ArrayList<Line>();
    for (TimelineUsage of : scope.timelines()) {
      Map<String, Sum> sums = new TreeMap<>();
      for (Use use : of.uses()) {
        if (!use.isPicture() && !use.isSound()) {
          continue;
        }
        Set<String> roles = rolesOf(use.event().clip(), of.profile());
        if (roles.isEmpty() && use.isSound()) {
          roles = Set.of(NONE);
        }
        for (String role : roles) {
          Sum sum =
              sums.computeIfAbsent(
                  (use.isSound() ? "sound" : "picture") + "\n" + role, _ -> new Sum(use));
          sum.clips++;
          use.seen().forEach(sum.frames::add);
          if (use.there().from() < sum.first.there().from()) {
            sum.first = use;
          }
        }
      }
      sums.forEach((key, sum) -> lines.add(line(key, sum, of)));
    }
    return lines;
  }

  private static Line line(String key, Sum sum, TimelineUsage of) {
    String role = key.substring(key.indexOf('\n') + 1);
    long frames = sum.frames.size();
    boolean isNone = role.equals(NONE);
    return new Row(COLUMNS)
        .text("timeline", of.title())
        .text("stem", isNone ? "" : stem(role))
        .text("role", role)
        .text("kind", key.substring(0, key.indexOf('\n')))
        .count("clips", sum.clips)
        .count("frames", frames)
        .time("time", of.seconds(frames))
        .label("first", of.label(sum.first.there().from()))
        .text("why", isNone ? "no role is noted" : "")
        .at(of.spot(sum.first.event().place(), sum.first.there()))
        .doubtful(isNone)
        .line();
  }

  /** The roles of a clip: that of its picture, and those of its channels. */
  static Set<String> rolesOf(Clip clip, Profile profile) {
    var roles = new LinkedHashSet<String>();
    profile.text(clip, Field.ROLE).map(profile::roleRead).ifPresent(roles::add);
    for (ChannelNote note : ChannelNote.of(clip, profile).values()) {
      if (!note.role().isEmpty()) {
        roles.add(note.role());
      }
    }
    return roles;
  }

  /** {@code dialogue} of {@code Dialogue/Inés}. */
  static String stem(String role) {
    int slash = role.indexOf('/');
    return (slash < 0 ? role : role.substring(0, slash)).strip().toLowerCase(Locale.ROOT);
  }
}
