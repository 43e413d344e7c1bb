package org.oddlot.window.session;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.demo.Demo;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.ReadySheet;
import org.oddlot.measure.MeasurementStore;
import org.oddlot.pass.Decision;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.pass.match.MatchPass;
import org.oddlot.setting.Settings;

/**
 * A session without a window: what is asked for in the background is done when the test says so.
 */
class SessionTest {
  @TempDir private Path folder;
  private final ArrayDeque<Runnable> background = new ArrayDeque<>();
  private Path lot = Path.of("");
  private Session session = newSession(Path.of("").toAbsolutePath());

  private Session newSession(Path where) {
    return new Session(
        _ -> background::add,
        Runnable::run,
        new Preferences(where.resolve("config/window.json")),
        MeasurementStore.in(where.resolve("measured"), 1000));
  }

  @BeforeEach
  void makeDemo() throws IOException {
    lot = Demo.make(folder.resolve("demo"));
    session = newSession(folder);
  }

  private void work() {
    while (!background.isEmpty()) {
      background.poll().run();
    }
  }

  private void open() {
    session.open(List.of(lot));
    work();
  }

  private void acceptTheDoubtful() {
    Reviewed<?> reviewed = doubtful();
    session.decide(
        List.of(reviewed.finding().id()),
        Optional.of(Decision.accept(reviewed.chosen())),
        "accepted it");
  }

  private Reviewed<?> doubtful() {
    return session.state().outcome().orElseThrow().step("match").orElseThrow().reviewed().stream()
        .filter(reviewed -> reviewed.standing() == Standing.TO_LOOK_AT)
        .findFirst()
        .orElseThrow();
  }

  private int settled() {
    return session.state().outcome().orElseThrow().step("match").orElseThrow().tally().settled();
  }

  private String notice() {
    return session.noticeProperty().get().text();
  }

  @Test
  void openingALotReadsAndRunsItInTheBackground() {
    session.open(List.of(lot));
    assertThat(session.state().outcome()).isEmpty();
    assertThat(session.workProperty().get().running()).isTrue();
    work();
    assertThat(settled()).isEqualTo(64);
    assertThat(session.workProperty().get()).isEqualTo(Work.IDLE);
    assertThat(session.state().unsaved()).isFalse();
    assertThat(session.preferences().recentLots()).containsExactly(lot.toAbsolutePath());
  }

  @Test
  void aDecisionIsTakenAndTakenBack() {
    open();
    acceptTheDoubtful();
    work();
    assertThat(settled()).isEqualTo(65);
    assertThat(session.state().unsaved()).isTrue();
    assertThat(notice()).isEqualTo("Accepted it.");
    session.undo();
    work();
    assertThat(settled()).isEqualTo(64);
    assertThat(notice()).isEqualTo("Undone: accepted it.");
    session.undo();
    assertThat(notice()).isEqualTo("There is nothing to undo.");
    session.redo();
    work();
    assertThat(settled()).isEqualTo(65);
    assertThat(notice()).isEqualTo("Redone: accepted it.");
    session.redo();
    assertThat(notice()).isEqualTo("There is nothing to redo.");
  }

  @Test
  void aDecisionIsSeenBeforeThePassesHaveLookedAtIt() {
    open();
    var before = session.state().outcome().orElseThrow();
    acceptTheDoubtful();
    assertThat(settled()).isEqualTo(65);
    assertThat(session.state().outcome().orElseThrow().end()).isSameAs(before.end());
    session.stop();
    work();
    assertThat(settled()).as("what was stopped is not shown as done").isEqualTo(64);
    assertThat(session.state().outcome()).contains(before);
    session.refresh();
    work();
    assertThat(settled()).isEqualTo(65);
    assertThat(session.state().outcome().orElseThrow().end()).isNotSameAs(before.end());
  }

  @Test
  void whatIsTakenBackBeforeThePassesHaveLookedIsAsItWas() {
    open();
    acceptTheDoubtful();
    session.undo();
    assertThat(settled()).isEqualTo(64);
    work();
    assertThat(settled()).isEqualTo(64);
  }

  @Test
  void settingsOfAPassAreTakenBackToo() {
    open();
    session.changeSheet(
        sheet -> sheet.withSettings("match", Settings.INITIAL.with(MatchPass.TOLERANCE, "80")),
        "set the tolerance");
    work();
    assertThat(settled()).isEqualTo(65);
    session.undo();
    work();
    assertThat(settled()).isEqualTo(64);
  }

  @Test
  void whatIsDecidedIsKeptUntilItIsSavedAndHadBackAfterAKill() throws IOException {
    open();
    Reviewed<?> reviewed = doubtful();
    session.decide(
        List.of(reviewed.finding().id()), Optional.of(Decision.decline()), "declined it");
    work();
    // The program ends here without saving; the next one opens the same lot.
    session.end();
    Session next = newSession(folder);
    next.open(List.of(lot));
    work();
    assertThat(next.state().recoverable()).isPresent();
    assertThat(next.state().lot().answers().decisions()).isEmpty();
    next.recover();
    work();
    assertThat(next.state().lot().answers().decisions()).containsKey(reviewed.finding().id());
    assertThat(next.save()).isTrue();
    work();
    assertThat(LotFile.open(lot).lot().answers().decisions()).hasSize(1);
    next.end();
    Session third = newSession(folder);
    third.open(List.of(lot));
    work();
    assertThat(third.state().recoverable()).isEmpty();
  }

  @Test
  void closedAtOnceAfterTwoHundredDecisionsNothingIsLost() {
    open();
    for (int i = 0; i < 200; i++) {
      session.decide(
          List.of(new FindingId("match:" + i)), Optional.of(Decision.decline()), "declined it");
    }
    // Nothing was done in the background yet.
    session.end();
    Session next = newSession(folder);
    next.open(List.of(lot));
    work();
    next.recover();
    assertThat(next.state().lot().answers().decisions()).hasSize(200);
  }

  @Test
  void twoWindowsOnOneLotLoseNothingToEachOther() throws IOException {
    open();
    Session other = newSession(folder);
    other.open(List.of(lot));
    work();
    assertThat(other.noticeProperty().get().text()).contains("open in another window as well");
    assertThat(other.state().recoverable()).isEmpty();
    decline(session, "match:a");
    decline(session, "match:both");
    decline(other, "match:b");
    other.decide(
        List.of(new FindingId("match:both")),
        Optional.of(Decision.accept(List.of("x"))),
        "accepted it");
    work();
    assertThat(session.save()).isTrue();
    work();
    // One's saving takes nothing of what the other has not saved; then both are put together.
    assertThat(other.save()).isTrue();
    work();
    assertThat(other.noticeProperty().get().text())
        .contains("1 change of it was taken over. 1 thing was changed in both");
    assertThat(other.state().lot().answers().decisions()).hasSize(3);
    assertThat(LotFile.open(lot).lot().answers().decisions().keySet())
        .extracting(FindingId::text)
        .containsExactlyInAnyOrder("match:a", "match:b", "match:both");
    assertThat(LotFile.open(lot).lot().answers().decision(new FindingId("match:both")))
        .contains(Decision.accept(List.of("x")));
    other.undo();
    assertThat(other.state().lot().answers().decisions()).hasSize(2);
  }

  @Test
  void theFirstDecisionAfterACrashTakesNothingFromWhatCanBeHadBack() {
    open();
    decline(session, "match:before");
    work();
    session.end();
    Session next = newSession(folder);
    next.open(List.of(lot));
    work();
    decline(next, "match:after");
    work();
    next.end();
    Session third = newSession(folder);
    third.open(List.of(lot));
    work();
    assertThat(third.state().recoverable().orElseThrow().answers().decisions()).hasSize(1);
    third.forgetRecoverable();
    work();
    third.end();
    Session fourth = newSession(folder);
    fourth.open(List.of(lot));
    work();
    assertThat(fourth.state().recoverable().orElseThrow().answers().decisions()).hasSize(1);
  }

  @Test
  void aLotThatCannotBeOpenedAgainStaysOpenAndIsKept() throws IOException {
    open();
    decline(session, "match:before");
    work();
    String saved = Files.readString(lot);
    Files.writeString(lot, "{\"oddlot\": 1,");
    session.open(List.of(lot));
    work();
    assertThat(notice()).contains("cannot be opened");
    decline(session, "match:after");
    work();
    Files.writeString(lot, saved);
    session.end();
    Session next = newSession(folder);
    next.open(List.of(lot));
    work();
    assertThat(next.state().recoverable().orElseThrow().answers().decisions())
        .containsKeys(new FindingId("match:before"), new FindingId("match:after"));
  }

  @Test
  void whatIsDecidedWhileTheLotIsSavedElsewhereIsKeptThere() throws IOException {
    open();
    decline(session, "match:before");
    Path elsewhere = folder.resolve("elsewhere.oddlot");
    session.saveAs(elsewhere);
    // Saving is under way.
    decline(session, "match:meanwhile");
    work();
    assertThat(session.state().file()).contains(elsewhere);
    assertThat(session.state().unsaved()).isTrue();
    assertThat(LotFile.open(elsewhere).lot().answers().decisions()).hasSize(1);
    session.end();
    Session next = newSession(folder);
    next.open(List.of(elsewhere));
    work();
    assertThat(next.state().recoverable().orElseThrow().answers().decisions()).hasSize(2);
    next.end();
    Session former = newSession(folder);
    former.open(List.of(lot));
    work();
    assertThat(former.state().recoverable()).isEmpty();
  }

  private static void decline(Session in, String finding) {
    in.decide(List.of(new FindingId(finding)), Optional.of(Decision.decline()), "declined it");
  }

  @Test
  void whatIsNotWantedBackIsLetGo() {
    open();
    session.decide(
        List.of(new FindingId("match:x")), Optional.of(Decision.decline()), "declined it");
    work();
    session.end();
    Session next = newSession(folder);
    next.open(List.of(lot));
    work();
    assertThat(next.state().recoverable()).isPresent();
    next.forgetRecoverable();
    work();
    next.end();
    Session third = newSession(folder);
    third.open(List.of(lot));
    work();
    assertThat(third.state().recoverable()).isEmpty();
  }

  @Test
  void aLotThatWasNeverSavedIsKeptWithThePreferences() {
    session.open(
        List.of(
            folder.resolve("demo/orrin-day1.otio"), folder.resolve("demo/orrin-day1-shots.csv")));
    work();
    assertThat(session.state().lot().name()).isEqualTo("orrin-day1");
    assertThat(session.save()).isFalse();
    session.end();
    Session next = newSession(folder);
    work();
    assertThat(next.state().recoverable().map(Lot::name)).contains("orrin-day1");
    next.openUnsavedLot();
    work();
    assertThat(next.state().outcome()).isPresent();
    next.saveAs(folder.resolve("kept.oddlot"));
    work();
    assertThat(folder.resolve("kept.oddlot")).exists();
  }

  @Test
  void writingRunsFirstAndSaysWhereTheFileIs() {
    open();
    acceptTheDoubtful();
    // The decision has not been run when writing is asked for.
    session.write(folder.resolve("out"));
    work();
    assertThat(notice()).isEqualTo("Written orrin-day1 (odd lot).otio.");
    assertThat(session.noticeProperty().get().file())
        .hasValueSatisfying(file -> assertThat(file).exists());
    assertThat(session.state().written()).hasSize(1);
    assertThat(settled()).isEqualTo(65);
  }

  @Test
  void aDecisionReadsNoFileAgain() throws IOException {
    open();
    Files.delete(folder.resolve("demo/orrin-day1-shots.csv"));
    Files.delete(folder.resolve("demo/orrin-day1.otio"));
    session.decide(
        List.of(doubtful().finding().id()), Optional.of(Decision.decline()), "declined it");
    work();
    assertThat(settled()).isEqualTo(64);
    assertThat(session.state().outcome().orElseThrow().step("match").orElseThrow().tally())
        .extracting(tally -> tally.declined())
        .isEqualTo(1);
  }

  @Test
  void measuringGoesOnWhileFindingsAreAcceptedAndIsNotDoneTwice() throws IOException {
    lot = Demo.makeDayTwo(folder.resolve("two"));
    session.open(List.of(lot));
    while (!session.measuringProperty().get().running()) {
      background.poll().run();
    }
    // The measuring waits in its lane; what is decided meanwhile is run before it.
    Runnable measuring = background.pollLast();
    Reviewed<?> first =
        session.state().outcome().orElseThrow().step("putright").orElseThrow().reviewed().stream()
            .filter(reviewed -> reviewed.standing() == Standing.TO_LOOK_AT)
            .findFirst()
            .orElseThrow();
    session.decide(List.of(first.finding().id()), Optional.of(Decision.accept()), "put it right");
    work();
    assertThat(session.measuringProperty().get().running()).isTrue();
    int before = toPutRight();
    measuring.run();
    work();
    assertThat(session.measuringProperty().get().running()).isFalse();
    assertThat(session.measuredCount()).isPositive();
    assertThat(toPutRight()).isGreaterThan(before);

    Session next = newSession(folder);
    next.open(List.of(lot));
    work();
    assertThat(next.measuredCount()).isZero();
    assertThat(next.state().outcome().orElseThrow().wanted()).isEmpty();
  }

  private int toPutRight() {
    return session
        .state()
        .outcome()
        .orElseThrow()
        .step("putright")
        .orElseThrow()
        .tally()
        .toLookAt();
  }

  @Test
  void aFaultThatNothingCatchesIsASentenceAndAFile() throws IOException {
    open();
    session.tellFault(new IllegalStateException("the sea is dry"));
    assertThat(notice()).startsWith("Odd Lot hit a bug; your files are untouched.");
    Path report = Path.of(notice().replaceAll(".* are in (.*)\\.", "$1"));
    assertThat(report).content().contains("the sea is dry");
    Files.delete(report);
    session.tellFault(new OutOfMemoryError());
    assertThat(notice()).contains("JAVA_OPTS");
    assertThat(session.state().isEmpty()).isFalse();
  }

  @Test
  void aFaultInAnyWorkIsSaid() {
    open();
    session.aside(
        () -> {
          throw new IllegalStateException("the sea is dry");
        },
        _ -> {});
    work();
    assertThat(session.noticeProperty().get().trouble()).isTrue();
    assertThat(notice()).contains("Odd Lot hit a bug");
  }

  @Test
  void aReadyRunSheetIsTakenSavedAndHadBack() {
    open();
    session.take(ReadySheet.byId("day").orElseThrow());
    work();
    assertThat(session.state().outcome().orElseThrow().steps())
        .extracting(step -> step.pass().id())
        .containsExactly("intake", "putright", "match", "tag", "return");
    session.saveSheet(folder.resolve("mine.yaml"));
    session.undo();
    session.openSheet(folder.resolve("mine.yaml"));
    work();
    assertThat(ReadySheet.byId("day").orElseThrow().isSameAs(session.state().lot().sheet()))
        .isTrue();
  }

  @Test
  void aFolderThatCannotBeWrittenToIsSaid() throws IOException {
    open();
    Path file = Files.writeString(folder.resolve("a file"), "");
    session.write(file.resolve("in it"));
    work();
    assertThat(session.noticeProperty().get().trouble()).isTrue();
    assertThat(notice()).startsWith("It could not be written: ");
  }

  @Test
  void workCanBeStoppedAndWhatWasThereStays() {
    open();
    session.runAfresh();
    session.stop();
    work();
    assertThat(notice()).isEqualTo("Stopped.");
    assertThat(settled()).isEqualTo(64);
    assertThat(session.workProperty().get().running()).isFalse();
  }

  @Test
  void newerWorkTakesThePlaceOfOlder() {
    open();
    Reviewed<?> reviewed = doubtful();
    session.decide(
        List.of(reviewed.finding().id()), Optional.of(Decision.decline()), "declined it");
    session.decide(List.of(reviewed.finding().id()), Optional.empty(), "took that back");
    work();
    assertThat(settled()).isEqualTo(64);
    assertThat(notice()).isEqualTo("Took that back.");
  }

  @Test
  void filesAreAddedReadOtherwiseAndTakenOut() throws IOException {
    open();
    Path log =
        Files.writeString(folder.resolve("more.csv"), "Scene;Take;TC In\n99;1;08:02:40:04\n");
    session.open(List.of(log));
    work();
    assertThat(session.state().outcome().orElseThrow().start().papers()).hasSize(2);
    session.open(List.of(log));
    work();
    assertThat(notice()).isEqualTo("These files are in the lot already.");
    session.readOtherwise(
        session.state().lot().input("more.csv").orElseThrow(),
        Optional.empty(),
        reading -> reading.withColumn(0, Optional.of(org.oddlot.paper.LogField.SHOT)));
    work();
    assertThat(session.state().outcome().orElseThrow().start().entries())
        .anyMatch(entry -> entry.shot().equals("99"));
    session.removeFiles(List.of(log));
    work();
    assertThat(session.state().outcome().orElseThrow().start().papers()).hasSize(1);
    assertThat(log).exists();
  }

  @Test
  void aDamagedLotIsSaidAndTheOpenOneStays() throws IOException {
    open();
    Path damaged = Files.writeString(folder.resolve("damaged.oddlot"), "{\"oddlot\": 1,");
    session.open(List.of(damaged));
    work();
    assertThat(session.noticeProperty().get().trouble()).isTrue();
    assertThat(notice())
        .startsWith("damaged.oddlot cannot be opened: damaged.oddlot is damaged at");
    assertThat(session.state().lot().name()).isEqualTo("Orrin day 1");
  }

  @Test
  void preferencesSurviveAndADamagedFileIsNoError() throws IOException {
    var preferences = session.preferences();
    preferences.setNight(true);
    preferences.setLastFolder(folder);
    var again = new Preferences(folder.resolve("config/window.json"));
    assertThat(again.isNight()).isTrue();
    assertThat(again.lastFolder()).contains(folder);
    Files.writeString(folder.resolve("config/window.json"), "{ no json");
    assertThat(new Preferences(folder.resolve("config/window.json")).isNight()).isFalse();
    // A lot that is gone is not offered again once somebody has found that out.
    preferences.addRecentLot(lot);
    Files.delete(lot);
    session.open(List.of(lot));
    work();
    assertThat(notice()).contains("cannot be opened: There is no file or folder");
    assertThat(preferences.recentLots()).isEmpty();
  }
}
