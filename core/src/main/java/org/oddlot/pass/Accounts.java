package org.oddlot.pass;

import java.util.ArrayList;
import java.util.List;
import org.oddlot.material.Account;
import org.oddlot.material.Material;
import org.oddlot.pass.Outcome.StepOutcome;

/** Leaves what each pass found and changed to the passes behind it, so that they can report it. */
final class Accounts {
  private Accounts() {}

  /**
   * Adds the account of the last of the steps.
   *
   * @param material what it left
   * @param start what came in
   */
  static Material with(Material material, List<StepOutcome<?>> steps, Material start) {
    StepOutcome<?> step = steps.getLast();
    var all = new ArrayList<>(material.all(Account.class));
    all.add(
        new Account(
            step.pass().id(),
            step.pass().title(),
            () -> found(step.reviewed()),
            () -> new Outcome(steps, start, material, List.of()).ledger()));
    return material.with(Account.class, all);
  }

  private static List<Account.Found> found(List<? extends Reviewed<?>> reviewed) {
    return reviewed.stream()
        .map(each ->
            new Account.Found(
                each.finding().title(),
                each.standing().words(),
                each.standing().needsAPerson(),
                each.finding().headline(),
                each.reason(),
                each.finding().evidence().stream()
                    .map(its -> new Account.Point(its.what(), its.value(), its.verdict()))
                    .toList()))
        .toList();
  }
}
