package org.oddlot.desk.roles;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import javafx.scene.control.Button;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import org.oddlot.desk.kit.Actions;
import org.oddlot.desk.kit.Facts;
import org.oddlot.desk.kit.FindingsBench;
import org.oddlot.desk.kit.Overlay;
import org.oddlot.desk.kit.StandingMark;
import org.oddlot.desk.kit.Words;
import org.oddlot.desk.session.Session;
import org.oddlot.lot.Lot;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Judged;
import org.oddlot.pass.RunSheet;
import org.oddlot.pass.Settings;
import org.oddlot.pass.roles.Assignment;
import org.oddlot.pass.roles.Member;
import org.oddlot.pass.roles.RoleTable;
import org.oddlot.pass.roles.RolesFinding;
import org.oddlot.pass.roles.RolesPass;
import org.oddlot.text.Phrase;

/** The bench of Roles: groups of like clips above, the channels of the chosen one below. */
public final class RolesBench extends FindingsBench {
  private static final int MEMBERS_SHOWN = 12;

  private final Overlay overlay;
  private final ChannelGrid grid = new ChannelGrid(this::changed);
  private final Button rename;
  private String shown = "";

  /** The bench for {@code session}; questions are laid over the window by {@code overlay}. */
  public RolesBench(Session session, Overlay overlay) {
    super(
        session,
        new RolesPass(),
        new Wording(
            "roles",
            "row",
            "put right",
            "Leave it as it is",
            "left as it is",
            "No clip here has sound with channels.",
            "Choose a group to see its channels."));
    this.overlay = overlay;
    rename = Actions.button("rename-role", "Rename…", "N", this::rename);
    rename.managedProperty().bind(rename.visibleProperty());
    rows.nodes("", 24, judged -> new StandingMark(judged.standing()));
    rows.words("What", 150, judged -> judged.finding().title());
    rows.words("Kind", 120, judged -> kind((RolesFinding) judged.finding()), "quiet");
    rows.words("Why", 400, judged -> judged.finding().headline(), "quiet");
    tabsInOrder(ALL, NEEDS_YOU, DECLINED);
    layOut(
        List.of(settings(List.of(RolesPass.REPLACE, RolesPass.TABLE))), Optional.of(grid), rename);
  }

  private static String kind(RolesFinding finding) {
    return switch (finding) {
      case RolesFinding.OfGroup of -> of.group().isPicture() ? "pictures" : "sound by itself";
      case RolesFinding.OfLabels _ -> "labels of a roll";
      case RolesFinding.OfRole _ -> "role in the file";
    };
  }

  private static Optional<RolesFinding.OfGroup> group(Judged judged) {
    return judged.finding() instanceof RolesFinding.OfGroup of ? Optional.of(of) : Optional.empty();
  }

  @Override
  protected String answer() {
    long groups = all().stream().filter(judged -> group(judged).isPresent()).count();
    return Phrase.count((int) groups, "group");
  }

  @Override
  protected String words(Judged judged) {
    return judged.finding().title() + " " + judged.reason() + " " + judged.finding().proposed();
  }

  @Override
  protected void selected(Optional<Judged> judged) {
    Optional<RolesFinding.OfGroup> of = judged.flatMap(RolesBench::group);
    rename.setVisible(judged.filter(j -> j.finding() instanceof RolesFinding.OfRole).isPresent());
    String now =
        judged
            .map(j -> j.finding().id() + j.chosen() + of.map(RolesFinding.OfGroup::rows))
            .orElse("");
    Actions.rename(accept, of.isPresent() ? "Confirm…" : "Put right");
    if (of.isPresent()) {
      // What is being typed is not taken away by a run that changed nothing here.
      if (!now.equals(shown)) {
        grid.show(of.get(), Assignment.of(judged.get().chosen()), roles());
      }
      changed();
    } else {
      grid.clear();
    }
    shown = now;
  }

  /** The roles that are known in this lot, to choose from. */
  private List<String> roles() {
    var roles = new TreeSet<String>();
    for (Judged judged : all()) {
      if (judged.finding() instanceof RolesFinding.OfRole role) {
        roles.add(role.role());
      }
      roles.addAll(Assignment.of(judged.finding().proposed()).roles().values());
      if (judged.decision().isPresent()) {
        roles.addAll(Assignment.of(judged.chosen()).roles().values());
      }
    }
    roles.remove("");
    roles.add("Dialogue/" + RoleTable.OWN_NAME);
    return List.copyOf(roles);
  }

  private void changed() {
    current()
        .flatMap(RolesBench::group)
        .ifPresent(_ -> accept.setDisable(!grid.isSound() || grid.draft().chosen().isEmpty()));
  }

  @Override
  protected void accept() {
    Optional<RolesFinding.OfGroup> of = current().flatMap(RolesBench::group);
    if (of.isEmpty()) {
      super.accept();
    } else if (grid.isSound() && !grid.draft().chosen().isEmpty()) {
      confirm(of.get(), grid.draft());
    }
  }

  private void confirm(RolesFinding.OfGroup of, Assignment assignment) {
    var sheet =
        new ConfirmSheet(
            of,
            assignment,
            keep -> {
              overlay.close();
              session.changeLot(
                  lot -> decided(lot, of, assignment, keep),
                  "gave roles to the channels of " + of.group().name());
            });
    overlay.open(sheet.node(), sheet.first());
  }

  private static Lot decided(
      Lot lot, RolesFinding.OfGroup of, Assignment assignment, boolean keep) {
    Lot said = lot.withDecision(of.id(), Optional.of(Decision.accept(assignment.chosen())));
    if (!keep) {
      return said;
    }
    RunSheet sheet = lot.sheet();
    Settings settings = sheet.settings("roles");
    Map<String, String> more = ConfirmSheet.table(of, assignment);
    String table = RoleTable.plus(settings.text(RolesPass.TABLE), more);
    return said.withSheet(sheet.withSettings("roles", settings.with(RolesPass.TABLE, table)));
  }

  private void rename() {
    current()
        .filter(judged -> judged.finding() instanceof RolesFinding.OfRole)
        .ifPresent(judged -> {
          var name =
              new NewName(
                  judged.finding().title(),
                  role -> {
                    overlay.close();
                    decide(Decision.accept(List.of(role)), "renamed to " + role + ":");
                  });
          overlay.open(name.node(), name.first());
        });
  }

  @Override
  protected void showEvidence(Judged judged) {
    evidence.getChildren().add(Words.paragraph(judged.reason(), "reason"));
    showChoices(judged);
    if (!judged.finding().evidence().isEmpty()) {
      evidence
          .getChildren()
          .addAll(Words.section("Channel by channel"), Facts.of(judged.finding().evidence()));
    }
    group(judged).ifPresent(this::showMembers);
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
    String roll = member.roll().isEmpty() ? "" : "roll " + member.roll();
    return new Evidence(member.name(), Phrase.count(member.channels().size(), "channel"), roll);
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
