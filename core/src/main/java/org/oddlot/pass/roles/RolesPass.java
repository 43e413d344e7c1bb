package org.oddlot.pass.roles;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.oddlot.json.JsonString;
import org.oddlot.material.ChannelNote;
import org.oddlot.material.ClipSound;
import org.oddlot.material.Material;
import org.oddlot.material.Source;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Applied;
import org.oddlot.pass.ClipChanges;
import org.oddlot.pass.Codec;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.profile.Field;
import org.oddlot.profile.Profile;
import org.oddlot.progress.Progress;
import org.oddlot.setting.Setting;
import org.oddlot.setting.Settings;
import org.oddlot.text.Phrase;
import org.oddlot.timeline.Clip;

/**
 * Names channels as the mixer did and gives them roles, for pictures and for sound by itself: in
 * the bins, in synced clips and in every use in a timeline. Names that are there stay unless told
 * otherwise; a channel of which nothing was said is not touched.
 */
public final class RolesPass implements Pass<RolesFinding> {

  /** Which names take which roles, for this lot and the next. */
  public static final Setting<String> TABLE =
      Setting.textOrNothing(
          "table", "Role table", "Boom=Dialogue/Boom; Mix L=Dialogue/Mix", RoleTable::problem);

  /** Whether the mixer's names take the place of those that are there. */
  public static final Setting<Boolean> REPLACE =
      Setting.yesNo("replace", "Mixer's names instead of those there", false);

  /** What surround is for, as a rule: common practice, no source. */
  private static final Optional<String> SURROUND = Optional.of("Effects/Atmos");

  @Override
  public String id() {
    return "roles";
  }

  @Override
  public String title() {
    return "Roles";
  }

  @Override
  public String question() {
    return "What is on which channel?";
  }

  @Override
  public Codec<?> answers() {
    return Codec.CHOICES;
  }

  @Override
  public boolean concerns(Material material) {
    return !Group.of(material).isEmpty();
  }

  @Override
  public List<Setting<?>> settings() {
    return List.of(TABLE, REPLACE);
  }

  @Override
  public Analysis<RolesFinding> analyse(Request request) {
    Material material = request.material();
    Settings settings = request.settings();
    Answers answers = request.answers();
    Progress progress = request.progress();
    Set<String> people =
        material.entries().flatMap(entry -> entry.people().stream()).collect(Collectors.toSet());
    RoleTable table = RoleTable.of(settings.get(TABLE), people);
    List<Group> groups = Group.of(material);
    progress.check();
    List<RolesFinding.OfLabels> labels = Labels.findings(groups);
    Map<String, Map<Integer, String>> putRight = new HashMap<>();
    for (RolesFinding.OfLabels wrong : labels) {
      Optional<Decision> said = answers.decision(wrong.id()).filter(Decision::isAccepted);
      if (said.isPresent() && !said.get().chosen().contains(RolesFinding.OfLabels.AS_IT_IS)) {
        wrong.recordings().forEach(id -> putRight.put(id, wrong.names()));
      }
    }
    List<RolesFinding> findings = new ArrayList<>(labels);
    boolean isOfSound = groups.stream().anyMatch(group -> !group.isPicture());
    groups.forEach(group -> findings.add(finding(group.withMixed(putRight), table, isOfSound)));
    existing(material).forEach((role, count) -> findings.add(new RolesFinding.OfRole(role, count)));
    return Analysis.of(findings);
  }

  private static RolesFinding.OfGroup finding(Group group, RoleTable table, boolean isOfSound) {
    var rows = new ArrayList<RolesFinding.Row>();
    int width = group.layout().isEmpty() ? 1 : group.leader().channels().size();
    for (int channel = 1; channel <= group.leader().channels().size(); channel += width) {
      rows.add(row(group, channel, width, table, isOfSound));
    }
    long proposed = rows.stream().filter(row -> !row.proposed().isEmpty()).count();
    boolean done =
        rows.stream().allMatch(row -> !row.has().isEmpty() && row.has().equals(row.proposed()));
    boolean known =
        proposed > 0 && rows.stream().allMatch(r -> r.proposed().isEmpty() || r.isKnown());
    List<RolesFinding.Row> mixed = rows.stream().filter(r -> !r.others().isEmpty()).toList();
    boolean idle = proposed == 0 && group.isPicture() && !isOfSound;
    Standing standing =
        done || idle || (known && mixed.isEmpty())
            ? Standing.SETTLED
            : proposed == 0 ? Standing.OPEN : Standing.TO_LOOK_AT;
    boolean named = rows.stream().anyMatch(row -> !row.name().isEmpty());
    String reason;
    if (done) {
      reason = "the roles are in the file already";
    } else if (idle) {
      reason = group.inWords() + ", the camera's own sound without roles";
    } else if (proposed == 0) {
      reason = group.inWords() + "; no name says what is on them";
    } else if (!mixed.isEmpty()) {
      reason =
          Phrase.of(
              "channel %d is not called the same everywhere: %s",
              mixed.getFirst().channel(), differently(group, mixed.getFirst()));
    } else if (known) {
      reason = group.inWords() + ", by the role table";
    } else if (!named) {
      reason = group.inWords() + ", without names: the camera's own sound";
    } else {
      reason = Phrase.of("%s; %,d of %,d known by name", group.inWords(), proposed, rows.size());
    }
    return new RolesFinding.OfGroup(group, rows, standing, reason);
  }

  /** Who calls a channel otherwise than most: {@code Inés in S01T04; Lav in S01T07 and 2 more}. */
  private static String differently(Group group, RolesFinding.Row row) {
    return row.others().keySet().stream()
        .map(name -> {
          List<String> members =
              group.members().stream()
                  .filter(member ->
                      member.channels().size() >= row.channel()
                          && member.channels().get(row.channel() - 1).name().equals(name))
                  .map(Member::name)
                  .toList();
          int more = members.size() - 1;
          return Phrase.of(
              "\"%s\" in %s%s",
              name, members.getFirst(), more == 0 ? "" : " and " + more + " more");
        })
        .collect(Collectors.joining("; ", "mostly \"" + row.name() + "\", ", ""));
  }

  private static RolesFinding.Row row(
      Group group, int channel, int width, RoleTable table, boolean isOfSound) {
    var names = new TreeMap<String, Integer>();
    String has = "";
    for (Member member : group.members()) {
      if (member.channels().size() >= channel) {
        Member.Channel its = member.channels().get(channel - 1);
        if (!its.name().isEmpty()) {
          names.merge(its.name(), 1, Integer::sum);
        }
        has = has.isEmpty() ? its.role() : has;
      }
    }
    String name =
        names.entrySet().stream()
            .max(Map.Entry.comparingByValue())
            .map(Map.Entry::getKey)
            .orElse("");
    Map<String, Integer> others = new TreeMap<>(names);
    others.remove(name);
    if (width > 1) {
      name = group.layout();
      others.clear();
    }
    // What has no name of its own goes by that of its camera.
    String called = name.isEmpty() && group.isPicture() ? group.name() : name;
    Optional<String> known = table.known(called);
    Optional<String> byName = width > 1 ? SURROUND : table.suggested(name);
    Optional<String> suggested = known.isPresent() ? known : byName;
    // Where nothing else has a role, the camera's sound is not asked about.
    if (suggested.isEmpty() && group.isPicture() && isOfSound) {
      suggested = Optional.of("Scratch/" + group.name());
    }
    String proposed = has.isEmpty() ? suggested.orElse("") : has;
    String why = "";
    if (!has.isEmpty()) {
      why = "in the file";
    } else if (known.isPresent()) {
      why = "by the role table";
    } else if (!proposed.isEmpty()) {
      why = name.isEmpty() ? "the camera's own" : "by its name";
    }
    return new RolesFinding.Row(
        channel, width, name, others, has, proposed, why, known.isPresent() || !has.isEmpty());
  }

  /** The roles that clips have already, and how many clips have each. */
  private static Map<String, Integer> existing(Material material) {
    var roles = new TreeMap<String, Integer>();
    for (ClipSound.Noted noted : material.derive(ClipSound.NOTED).all()) {
      if (!noted.isEmpty()) {
        noted.roles().forEach(role -> roles.merge(role, 1, Integer::sum));
      }
    }
    return roles;
  }

  @Override
  public Applied apply(Request request, List<Reviewed<RolesFinding>> accepted) {
    Material material = request.material();
    Settings settings = request.settings();
    Progress progress = request.progress();
    Map<String, Map<Integer, String>> labels = new HashMap<>();
    Map<String, String> renamed = new HashMap<>();
    for (Reviewed<RolesFinding> reviewed : accepted) {
      switch (reviewed.finding()) {
        case RolesFinding.OfLabels wrong -> {
          if (reviewed.chosen().contains(RolesFinding.OfLabels.PUT_RIGHT)) {
            wrong.recordings().forEach(id -> labels.put(id, wrong.names()));
          }
        }
        case RolesFinding.OfRole role ->
            reviewed.chosen().stream()
                .findFirst()
                .filter(RoleTable::isRole)
                .ifPresent(name -> renamed.put(role.role(), RoleTable.clean(name)));
        case RolesFinding.OfGroup _ -> {}
      }
    }
    var noted = new LinkedHashMap<Source, List<ChannelNote>>();
    var reasons = new HashMap<Source, String>();
    for (Reviewed<RolesFinding> reviewed : accepted) {
      progress.check();
      if (reviewed.finding() instanceof RolesFinding.OfGroup of) {
        RoleAssignment assignment = RoleAssignment.CODEC.decode(reviewed.chosen());
        for (Member member : of.group().members()) {
          gather(of, member, assignment, labels, settings, noted);
          member.channels().forEach(c -> reasons.put(c.source(), reviewed.reason()));
        }
      }
    }
    return write(material, noted, reasons, renamed);
  }

  /** What is noted about the channels of one member, by the source that has them. */
  private static void gather(
      RolesFinding.OfGroup of,
      Member member,
      RoleAssignment assignment,
      Map<String, Map<Integer, String>> labels,
      Settings settings,
      Map<Source, List<ChannelNote>> noted) {
    int width = of.group().layout().isEmpty() ? 1 : member.channels().size();
    for (Member.Channel channel : member.channels()) {
      if (width > 1 && channel.number() > 1) {
        continue;
      }
      String label = labels.getOrDefault(member.id(), Map.of()).get(channel.number());
      String mixed = label != null ? label : channel.mixed();
      String there = channel.isNoted() && !settings.get(REPLACE) ? channel.name() : mixed;
      String name = Optional.ofNullable(assignment.names().get(channel.number())).orElse(there);
      String role = assignment.role(channel.number(), name).orElse(channel.role());
      if (width > 1) {
        name = assignment.names().getOrDefault(1, "");
      }
      if (!name.isEmpty() || !role.isEmpty()) {
        noted
            .computeIfAbsent(channel.source(), _ -> new ArrayList<>())
            .add(
                new ChannelNote(
                    channel.inSource(), width, name, role, width > 1 ? of.group().layout() : ""));
      }
    }
  }

  private static Applied write(
      Material material,
      Map<Source, List<ChannelNote>> noted,
      Map<Source, String> reasons,
      Map<String, String> renamed) {
    var changes = new ClipChanges();
    if (noted.isEmpty() && renamed.isEmpty()) {
      return changes.applyTo(material);
    }
    // A clip that lies in a synced clip as well is the same clip, and is changed in both by one.
    Set<Object> seen = Collections.newSetFromMap(new IdentityHashMap<>());
    for (Source source : material.sources().all()) {
      List<ChannelNote> notes =
          noted.getOrDefault(source, List.of()).stream()
              .sorted(Comparator.comparingInt(ChannelNote::number))
              .toList();
      if (notes.isEmpty() && renamed.isEmpty()) {
        continue;
      }
      source
          .clips()
          .filter(placed -> seen.add(placed.clip().identity()))
          .forEach(placed ->
              changes.add(
                  placed,
                  clip -> noted(clip, placed.profile(), notes, renamed),
                  reasons.getOrDefault(source, "a role renamed"),
                  "metadata"));
    }
    return changes.applyTo(material);
  }

  private static Clip noted(
      Clip clip, Profile profile, List<ChannelNote> notes, Map<String, String> renamed) {
    Clip with = ChannelNote.noted(clip, profile, notes);
    if (renamed.isEmpty()) {
      return with;
    }
    List<ChannelNote> all =
        ChannelNote.of(with, profile).values().stream()
            .map(note -> note.withRole(renamed.getOrDefault(note.role(), note.role())))
            .toList();
    Clip inNew = ChannelNote.noted(with, profile, all);
    return profile
        .text(clip, Field.ROLE)
        .map(role -> renamed.get(profile.roleRead(role)))
        .flatMap(role ->
            profile
                .place(Field.ROLE)
                .map(place ->
                    inNew.withMetadata(
                        place.set(inNew.metadata(), JsonString.of(profile.roleWritten(role))))))
        .orElse(inNew);
  }
}
