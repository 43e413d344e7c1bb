package org.oddlot.pass;

import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;
import org.oddlot.setting.Setting;
import org.oddlot.setting.Settings;
import org.oddlot.text.Phrase;

/**
 * The ordered list of passes of a lot.
 *
 * @param steps the passes in their order
 */
public record RunSheet(List<Step> steps) {

  /**
   * One pass of the sheet.
   *
   * @param pass its id
   * @param on whether it is run
   * @param settings what is set about it
   */
  public record Step(String pass, boolean on, Settings settings) {}

  public RunSheet {
    steps = List.copyOf(steps);
  }

  /** All passes there are, in their order, with nothing set; those on that are so by themselves. */
  public static RunSheet initial() {
    return new RunSheet(
        Passes.all().stream()
            .map(pass -> new Step(pass.id(), pass.isOnByItself(), Settings.INITIAL))
            .toList());
  }

  /**
   * This with the passes that were not there yet when it was saved, each behind the one that it
   * usually follows, and switched off: what was saved gives what it gave before.
   */
  public RunSheet withUnknown() {
    var all = new ArrayList<>(steps);
    String before = "";
    for (Pass<?> pass : Passes.all()) {
      if (all.stream().noneMatch(step -> step.pass().equals(pass.id()))) {
        String follows = before;
        int at = 0;
        for (int i = 0; i < all.size(); i++) {
          at = all.get(i).pass().equals(follows) ? i + 1 : at;
        }
        all.add(at, new Step(pass.id(), false, Settings.INITIAL));
      }
      before = pass.id();
    }
    return new RunSheet(all);
  }

  /** This with one step changed. */
  public RunSheet withStep(String pass, UnaryOperator<Step> change) {
    return new RunSheet(
        steps.stream().map(step -> step.pass().equals(pass) ? change.apply(step) : step).toList());
  }

  /** This with the settings of one pass. */
  public RunSheet withSettings(String pass, Settings settings) {
    return withStep(pass, step -> new Step(pass, step.on(), settings));
  }

  /** This with one pass switched on or off. */
  public RunSheet withSwitched(String pass, boolean on) {
    return withStep(pass, step -> new Step(pass, on, step.settings()));
  }

  /** This with one pass moved up ({@code -1}) or down ({@code 1}) in the order. */
  public RunSheet withMoved(String pass, int by) {
    var moved = new ArrayList<>(steps);
    for (int i = 0; i < steps.size(); i++) {
      int to = i + by;
      boolean possible = to >= 0 && to < steps.size() && !isLast(pass);
      if (steps.get(i).pass().equals(pass) && possible && !isLast(steps.get(to).pass())) {
        moved.add(to, moved.remove(i));
        break;
      }
    }
    return new RunSheet(moved);
  }

  /**
   * This with something set about a pass.
   *
   * @throws IllegalArgumentException if there is no such pass or setting, or it does not take this;
   *     the message says so in a sentence
   */
  public RunSheet with(String pass, String setting, String value) {
    Pass<?> known =
        Passes.byId(pass).orElseThrow(() -> new IllegalArgumentException(Passes.thereIsNo(pass)));
    Setting<?> its =
        known.settings().stream()
            .filter(each -> each.key().equals(setting))
            .findFirst()
            .orElseThrow(() -> new IllegalArgumentException(Passes.hasNo(known, setting)));
    its.problem(value)
        .ifPresent(what -> {
          throw new IllegalArgumentException(Phrase.of("%s.%s: %s.", pass, setting, what));
        });
    return withSettings(pass, settings(pass).with(its, value));
  }

  /** What it says that cannot be understood: passes and settings that are not there. */
  public List<String> problems() {
    var problems = new ArrayList<String>();
    for (Step step : steps) {
      if (Passes.byId(step.pass()).isEmpty()) {
        problems.add(Passes.thereIsNo(step.pass()));
        continue;
      }
      step.settings()
          .values()
          .forEach((setting, value) -> {
            try {
              initial().with(step.pass(), setting, value);
            } catch (IllegalArgumentException e) {
              problems.add(String.valueOf(e.getMessage()));
            }
          });
    }
    return problems;
  }

  /** The settings of a pass; the initial ones where it is not on the sheet. */
  public Settings settings(String pass) {
    return steps.stream()
        .filter(step -> step.pass().equals(pass))
        .map(Step::settings)
        .findFirst()
        .orElse(Settings.INITIAL);
  }

  /**
   * The steps in the order in which they are run: those that come last are last, wherever they
   * stand here, and are never off.
   */
  public List<Step> inWorkingOrder() {
    var order = new ArrayList<Step>();
    steps.stream().filter(step -> !isLast(step.pass())).forEach(order::add);
    Passes.all().stream()
        .filter(Pass::isLast)
        .forEach(pass -> order.add(new Step(pass.id(), true, settings(pass.id()))));
    return order;
  }

  private static boolean isLast(String pass) {
    return Passes.byId(pass).filter(Pass::isLast).isPresent();
  }

  /** Only these passes switched on, and those that are never off. */
  public RunSheet only(List<String> passes) {
    return new RunSheet(
        steps.stream()
            .map(step ->
                new Step(
                    step.pass(),
                    passes.contains(step.pass()) || isLast(step.pass()),
                    step.settings()))
            .toList());
  }
}
