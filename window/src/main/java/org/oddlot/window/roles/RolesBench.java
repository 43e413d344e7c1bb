package org.oddlot.window.roles;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import javafx.scene.control.Button;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import org.oddlot.lot.Lot;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.RunSheet;
import org.oddlot.pass.roles.Member;
import org.oddlot.pass.roles.RoleAssignment;
import org.oddlot.pass.roles.RoleTable;
import org.oddlot.pass.roles.RolesFinding;
import org.oddlot.pass.roles.RolesPass;
import org.oddlot.setting.Settings;
import org.oddlot.text.Phrase;
import org.oddlot.window.kit.Actions;
import org.oddlot.window.kit.Facts;
import org.oddlot.window.kit.FindingsBench;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.Wording;
import org.oddlot.window.kit.Words;

/** The bench of Roles: groups of like clips above, the channels of the chosen one below. */
public final class RolesBench extends FindingsBench<RolesFinding> {
  private static final int MEMBERS_SHOWN = 12;

  private final ChannelGrid grid = new ChannelGrid(this::changed);
  private final Button rename;
  private String shown = "";

  /** The bench at {@code place}. */
  public RolesBench(Place place) {
    super(
        place,
        new RolesPass(),
        Wording.usual("roles", "row")
            .answers("Accept", "put right", "Decline", "left as it is")
            .where("No clip here has sound with channels.", "Choose a group to see its channels."));
    rename = Actions.button("rename-role", "Rename…", "N", this::rename);
    rename.managedProperty().bind(rename.visibleProperty());
    table.column(rows -> {
      rows.words("What", 150, reviewed -> reviewed.finding().title());
      rows.words("Kind", 120, reviewed -> kind(reviewed.finding()), "quiet");
      rows.words("Why", 400, reviewed -> reviewed.finding().headline(), "quiet");
    });
    layOut(List.of(settings(List.of(RolesPass.REPLACE, RolesPass.TABLE))), 9, grid, rename);
  }

  private static String kind(RolesFinding finding) {
    return switch (finding) {
      case RolesFinding.OfGroup of -> of.group().isPicture() ? "pictures" : "separate sound";
      case RolesFinding.OfLabels _ -> "labels of a roll";
      case RolesFinding.OfRole _ -> "role in the file";
    };
  }

  private static Optional<RolesFinding.OfGroup> group(Reviewed<RolesFinding> reviewed) {
    return reviewed.finding() instanceof RolesFinding.OfGroup of
        ? Optional.of(of)
        : Optional.empty();
  }

  @Override
  protected String answer() {
    long groups = table.all().stream().filter(reviewed -> group(reviewed).isPresent()).count();
    return Phrase.count((int) groups, "group");
  }

  @Override
  protected String words(Reviewed<RolesFinding> reviewed) {
    return reviewed.finding().title()
        + " "
        + reviewed.reason()
        + " "
        + reviewed.finding().proposed();
  }

  @Override
  protected void selected(Optional<Reviewed<RolesFinding>> reviewed) {
    Optional<RolesFinding.OfGroup> of = reviewed.flatMap(RolesBench::group);
    rename.setVisible(reviewed.filter(j -> j.finding() instanceof RolesFinding.OfRole).isPresent());
    String now =
        reviewed
            .map(j -> j.finding().id().text() + j.chosen() + of.map(RolesFinding.OfGroup::rows))
            .orElse("");
    if (of.isPresent() && table.selected().size() == 1) {
      Actions.rename(decisions.acceptButton(), "Confirm…");
    }
    if (of.isPresent()) {
      // What is being typed is not taken away by a run that changed nothing here.
      if (!now.equals(shown)) {
        grid.show(of.get(), assignment(reviewed.get()), roles());
      }
      changed();
    } else {
      grid.clear();
    }
    shown = now;
  }

  private static RoleAssignment assignment(Reviewed<RolesFinding> reviewed) {
    return reviewed.answer(RoleAssignment.CODEC).orElse(RoleAssignment.NONE);
  }

  /** The roles that are known in this lot, to choose from. */
  private List<String> roles() {
    var roles = new TreeSet<String>();
    for (Reviewed<RolesFinding> reviewed : table.all()) {
      if (reviewed.finding() instanceof RolesFinding.OfRole role) {
        roles.add(role.role());
      }
      if (reviewed.finding() instanceof RolesFinding.OfGroup) {
        roles.addAll(assignment(reviewed).roles().values());
      }
    }
    roles.remove("");
    roles.add("Dialogue/" + RoleTable.OWN_NAME);
    return List.copyOf(roles);
  }

  private void changed() {
    if (table.selected().size() == 1) {
      table
          .current()
          .flatMap(RolesBench::group)
          .ifPresent(_ -> decisions.acceptButton().setDisable(!canBeConfirmed()));
    }
  }

  private boolean canBeConfirmed() {
    return grid.isSound() && !grid.draft().isEmpty();
  }

  /** Roles of a group are read once more before they are written. */
  @Override
  public boolean accepts(Reviewed<RolesFinding> reviewed) {
    Optional<RolesFinding.OfGroup> of = group(reviewed);
    of.filter(_ -> canBeConfirmed()).ifPresent(group -> confirm(group, grid.draft()));
    return of.isPresent();
  }

  private void confirm(RolesFinding.OfGroup of, RoleAssignment assignment) {
    var sheet =
        new ConfirmSheet(
            of,
            assignment,
            keep -> {
              place.overlay().close();
              session.changeLot(
                  lot -> decided(lot, of, assignment, keep),
                  "gave roles to the channels of " + of.group().name());
            });
    place.overlay().open(sheet.node(), sheet.first());
  }

  private static Lot decided(
      Lot lot, RolesFinding.OfGroup of, RoleAssignment assignment, boolean keep) {
    Lot said =
        lot.withDecision(of.id(), Optional.of(Decision.accept(RoleAssignment.CODEC, assignment)));
    if (!keep) {
      return said;
    }
    RunSheet sheet = lot.sheet();
    Settings settings = sheet.settings("roles");
    Map<String, String> more = ConfirmSheet.table(of, assignment);
    String table = RoleTable.plus(settings.get(RolesPass.TABLE), more);
    return said.withSheet(sheet.withSettings("roles", settings.with(RolesPass.TABLE, table)));
  }

  private void rename() {
    table
        .current()
        .filter(reviewed -> reviewed.finding() instanceof RolesFinding.OfRole)
        .ifPresent(reviewed ->
            NewName.ask(
                place.overlay(),
                reviewed.finding().title(),
                role ->
                    session.decide(
                        List.of(reviewed.finding().id()),
                        Optional.of(Decision.accept(List.of(role))),
                        "renamed to " + role + ": " + reviewed.finding().title())));
  }

  @Override
  protected void showEvidence(Reviewed<RolesFinding> reviewed) {
    evidence.getChildren().add(Words.paragraph(sentence(reviewed.reason()), "reason"));
    if (group(reviewed).isEmpty()) {
      showChoices(reviewed, "");
    }
    showFacts(reviewed, "Channel by channel");
    group(reviewed).ifPresent(this::showMembers);
  }

  private void showMembers(RolesFinding.OfGroup of) {
    evidence.getChildren().add(Words.section("The one with most channels leads"));
    var facts = new Facts();
    of.group().members().stream().limit(MEMBERS_SHOWN).forEach(member -> facts.add(fact(member)));
    evidence.getChildren().add(facts);
    int more = of.group().members().size() - MEMBERS_SHOWN;
    if (more > 0) {
      evidence.getChildren().add(Words.of("and " + more + " more", "quiet"));
    }
  }

  private static Evidence fact(Member member) {
    String reel = member.reel().isEmpty() ? "" : "roll " + member.reel();
    return new Evidence(member.name(), Phrase.count(member.channels().size(), "channel"), reel);
  }

  @Override
  protected boolean otherKey(KeyEvent event) {
    if (event.getCode() == KeyCode.N && rename.isVisible()) {
      rename();
      return true;
    }
    return false;
  }

  @Override
  public List<KeyHint> keys() {
    var keys = new ArrayList<>(super.keys());
    keys.add(new KeyHint("Tab", "into the channels of the group"));
    keys.add(new KeyHint("N", "rename a role that is in the file"));
    return keys;
  }
}
