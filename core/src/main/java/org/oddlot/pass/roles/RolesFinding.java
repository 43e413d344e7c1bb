package org.oddlot.pass.roles;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Finding;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Standing;
import org.oddlot.text.Phrase;

/** What the pass finds. */
public sealed interface RolesFinding extends Finding {

  /**
   * A group of clips and the roles that its channels seem to have.
   *
   * @param group the clips
   * @param rows a row for each channel of the leader, or one for an interleaved file
   * @param standing settled where the roles are known from the file or the table
   * @param reason why it stands like that
   */
  record OfGroup(Group group, List<Row> rows, Standing standing, String reason)
      implements RolesFinding {

    public OfGroup {
      rows = List.copyOf(rows);
    }

    @Override
    public FindingId id() {
      return FindingId.of("roles", "group", group.isPicture() ? "picture" : "sound", group.name());
    }

    @Override
    public String title() {
      return group.name();
    }

    @Override
    public List<String> proposed() {
      RoleAssignment proposed = RoleAssignment.NONE;
      for (Row row : rows) {
        if (!row.proposed.isEmpty()) {
          proposed = proposed.withRole(row.channel, row.proposed);
        }
      }
      return RoleAssignment.CODEC.encode(proposed);
    }

    @Override
    public List<Choice> choices() {
      return rows.stream()
          .filter(row -> !row.proposed.isEmpty())
          .map(row ->
              new Choice(
                  row.channel + "=" + row.proposed,
                  Phrase.of("channel %d: %s", row.channel, row.proposed),
                  List.of(new Evidence("taken from", row.why, ""))))
          .toList();
    }

    /** Any assignment of roles to channels is taken. */
    @Override
    public Optional<String> problem(List<String> chosen) {
      try {
        RoleAssignment.CODEC.decode(chosen);
        return Optional.empty();
      } catch (IllegalArgumentException e) {
        return Optional.of(String.valueOf(e.getMessage()));
      }
    }
  }

  /**
   * One channel of a group, or all of an interleaved file.
   *
   * @param channel its number, counted from one
   * @param width how many channels it stands for
   * @param name what most clips call it
   * @param others what others call it, and how many do
   * @param has the role that it has, empty if none
   * @param proposed the role that it seems to be, empty if its name says nothing
   * @param why what the proposal rests on
   * @param isKnown whether it is no guess: it is in the file or in the role table
   */
  record Row(
      int channel,
      int width,
      String name,
      Map<String, Integer> others,
      String has,
      String proposed,
      String why,
      boolean isKnown) {}

  /**
   * Labels of one roll that contradict their channels or each other.
   *
   * @param recorder whose roll it is
   * @param reel the roll
   * @param recordings the recordings that are labelled so, by their ids
   * @param names what the channels would be called, by their numbers
   * @param headline in a few words
   * @param reason in a sentence
   * @param evidence channel by channel
   */
  record OfLabels(
      String recorder,
      String reel,
      List<String> recordings,
      Map<Integer, String> names,
      String headline,
      String reason,
      List<Evidence> evidence)
      implements RolesFinding {
    static final String PUT_RIGHT = "put right";
    static final String AS_IT_IS = "as it is";

    public OfLabels {
      recordings = List.copyOf(recordings);
      evidence = List.copyOf(evidence);
    }

    @Override
    public FindingId id() {
      return FindingId.of("roles", "label", recorder, reel);
    }

    @Override
    public String title() {
      return reel.isEmpty() ? recorder : "Roll " + reel;
    }

    @Override
    public Standing standing() {
      return Standing.TO_LOOK_AT;
    }

    @Override
    public List<Choice> choices() {
      return List.of(
          new Choice(PUT_RIGHT, "labels by their channel, for this roll only", List.of()),
          new Choice(AS_IT_IS, "as the mixer wrote them", List.of()));
    }

    @Override
    public List<String> proposed() {
      return List.of(PUT_RIGHT);
    }
  }

  /**
   * A role that clips have already.
   *
   * @param role what it is called
   * @param clips how many clips have it
   */
  record OfRole(String role, int clips) implements RolesFinding {

    @Override
    public FindingId id() {
      return FindingId.of("roles", "role", role);
    }

    @Override
    public String title() {
      return role;
    }

    @Override
    public Standing standing() {
      return Standing.SETTLED;
    }

    /** It can be accepted as another name: it is renamed then. */
    @Override
    public Optional<String> problem(List<String> chosen) {
      return chosen.stream()
          .filter(name -> !RoleTable.isRole(name))
          .findFirst()
          .map(name -> "\"" + name + "\" is no role; one is written Stem/Name");
    }

    @Override
    public String reason() {
      return "in " + Phrase.count(clips, "clip") + " of the file";
    }
  }
}
