package org.oddlot.pass.compare;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.oddlot.compare.Compared;
import org.oddlot.json.JsonObject;
import org.oddlot.material.Material;
import org.oddlot.material.TimelineFile;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Decision;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.profile.Profiles;
import org.oddlot.progress.Progress;
import org.oddlot.setting.Settings;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Origin;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;

class ComparePassTest {
  private static final FrameRate RATE = FrameRate.FPS_25;
  private final ComparePass pass = new ComparePass();

  private static Clip clip(String name, int from, int length) {
    return Clip.of(
        name,
        new MediaReference.External(
            Origin.made(), name, "file:///m/" + name, Optional.empty(), JsonObject.EMPTY),
        Optional.of(TimeRange.of(from, length, RATE)));
  }

  private static Timeline cut(String name, Clip... clips) {
    return Timeline.of(
        name,
        Optional.of(RationalTime.of(90_000, RATE)),
        List.of(Track.of("V1", Track.VIDEO, List.of(clips))));
  }

  private static Material lot(TimelineObject... roots) {
    var files = new ArrayList<TimelineFile>();
    for (TimelineObject root : roots) {
      files.add(
          TimelineFile.of("file" + files.size() + ".otio", "", root, Profiles.own(), List.of()));
    }
    return Material.of("lot", files, List.of());
  }

  private List<String> said(Analysis<ChangeFinding> analysis) {
    return analysis.findings().stream().map(ChangeFinding::title).toList();
  }

  private static Material twoVersions() {
    return lot(
        cut("lock 2", clip("a", 0, 50), clip("b", 0, 50), clip("c", 0, 40)),
        cut("lock 3", clip("a", 0, 50), clip("b", 40, 60), clip("d", 7, 20)));
  }

  @Test
  void twoFilesAreComparedAndWhatIsDoubtfulIsAsked() {
    Analysis<ChangeFinding> analysis = pass.analyse(Request.of(twoVersions()));
    assertThat(said(analysis))
        .containsExactly("b gone, 2 s", "b new, 2 s 10 f", "c gone, 1 s 15 f", "d new, 20 f");
    ChangeFinding gone = analysis.findings().getFirst();
    assertThat(gone.choices().getFirst().label()).isEqualTo("The same shot as b at 01:00:02:00");
    assertThat(gone.recordBefore().orElseThrow()).hasToString("01:00:02:00");
    assertThat(gone.recordAfter()).isEmpty();
    Analysis<ChangeFinding> doubtful =
        pass.analyse(
            Request.of(
                lot(
                    cut("lock 2", clip("a", 0, 50), clip("b", 0, 100)),
                    cut("lock 3", clip("a", 0, 50), clip("b", 70, 100)))));
    ChangeFinding slipped = doubtful.findings().getFirst();
    assertThat(slipped.standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(slipped.reason()).contains("only 30 %");
    assertThat(slipped.proposed()).containsExactly("same");
  }

  @Test
  void versionsAreChosenByFileOrTimeline() {
    Bin project =
        Bin.of(
            "project",
            List.of(
                cut("lock 1", clip("a", 0, 50)),
                cut("lock 2", clip("a", 0, 50), clip("b", 0, 50)),
                cut("lock 3", clip("b", 0, 50))));
    assertThat(said(pass.analyse(Request.of(lot(project))))).containsExactly("b new, 2 s");
    Settings later =
        Settings.INITIAL.with(ComparePass.BEFORE, "lock 2").with(ComparePass.AFTER, "lock 3");
    Request request = new Request(lot(project), later, Answers.NONE, Progress.NONE);
    assertThat(said(pass.analyse(request))).containsExactly("a gone, 2 s");
    Settings unknown = later.with(ComparePass.AFTER, "lock 9");
    assertThat(
            pass.analyse(new Request(lot(project), unknown, Answers.NONE, Progress.NONE)).remarks())
        .anyMatch(remark -> remark.text().contains("lock 9"));
  }

  @Test
  void whatIsSaidByHandGoesIntoTheLists() {
    Material material = twoVersions();
    Analysis<ChangeFinding> analysis = pass.analyse(Request.of(material));
    ChangeFinding gone = analysis.findings().getFirst();
    List<Reviewed<ChangeFinding>> accepted =
        List.of(
            new Reviewed<>(
                gone, Optional.of(Decision.accept(List.of(gone.choices().getFirst().id())))));
    Compared compared =
        pass.apply(Request.of(material), accepted).material().one(Compared.class).orElseThrow();
    assertThat(compared.comparisons().getFirst().changes())
        .extracting(change -> change.kind().word() + " " + change.name())
        .containsExactly("trimmed b", "gone c", "new d");
  }

  @Test
  void whatIsTakenForOneShotIsTwoWhereSomebodySaysSo() {
    Material material =
        lot(
            cut("lock 2", clip("a", 0, 50), clip("b", 0, 100)),
            cut("lock 3", clip("a", 0, 50), clip("b", 70, 100)));
    ChangeFinding slipped = pass.analyse(Request.of(material)).findings().getFirst();
    Answers no = Answers.NONE.with(slipped.id(), Optional.of(Decision.decline()));
    Compared compared =
        pass.apply(new Request(material, Settings.INITIAL, no, Progress.NONE), List.of())
            .material()
            .one(Compared.class)
            .orElseThrow();
    assertThat(compared.comparisons().getFirst().changes())
        .extracting(change -> change.kind().word())
        .containsExactly("gone", "new");
  }

  @Test
  void oneTimelineAloneIsNothingToCompare() {
    assertThat(pass.concerns(lot(cut("alone", clip("a", 0, 5))))).isFalse();
    assertThat(pass.concerns(twoVersions())).isTrue();
  }
}
