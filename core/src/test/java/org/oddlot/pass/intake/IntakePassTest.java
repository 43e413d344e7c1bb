package org.oddlot.pass.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.oddlot.input.Contents;
import org.oddlot.material.Material;
import org.oddlot.material.ReadInput;
import org.oddlot.pass.Outcome;
import org.oddlot.pass.Request;
import org.oddlot.pass.Sample;
import org.oddlot.pass.Standing;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Severity;
import org.oddlot.time.FrameRate;

class IntakePassTest {

  private static IntakeFinding finding(Outcome outcome, int index) {
    return (IntakeFinding) outcome.step("intake").orElseThrow().reviewed().get(index).finding();
  }

  @Test
  void countsWhatIsInTheFiles() {
    Outcome outcome =
        Sample.at(FrameRate.FPS_23_976)
            .clip("A001C001 10:00:00:00 480 A 2026-03-14")
            .clip("B001C001 10:01:00:00 480 B 2026-03-15")
            .use("A001C001 10:00:00:00 480 A 2026-03-14", 0, 24)
            .log("Scene,Take,TC In,Weather")
            .log("12,1,10:00:00:04,rain")
            .run();
    assertThat(finding(outcome, 0).reason()).isEqualTo("1 timeline and 2 source clips");
    assertThat(finding(outcome, 0).evidence())
        .extracting(e -> e.what() + ": " + e.value() + " " + e.verdict())
        .contains(
            "timelines: 1 Rough",
            "clips: 3 ",
            "sources: 2 camera A 1, camera B 1",
            "rates: 23.976 (2) ",
            "dates: 2026-03-14 – 2026-03-15 ",
            "timecode: 10:00:00:00 – 10:01:00:00 ",
            "written by: Odd Lot ");
    assertThat(finding(outcome, 1).reason()).isEqualTo("1 log entry");
    assertThat(finding(outcome, 1).evidence())
        .extracting(e -> e.what() + ": " + e.value() + " " + e.verdict())
        .contains("columns: 3 of 4 used not used: Weather");
  }

  @Test
  void whatIsWrongIsForAPersonAndWhatCannotBeReadIsOpen() {
    Outcome outcome =
        Sample.at(FrameRate.FPS_24).log("Scene,Take,TC In").log("12,1,ten o'clock").run();
    assertThat(finding(outcome, 1).standing()).isEqualTo(Standing.TO_LOOK_AT);
    assertThat(finding(outcome, 1).reason())
        .isEqualTo("1 log entry; row 2: \"ten o'clock\" is not a timecode");
    var broken =
        new ReadInput(
            "day2.otio",
            "OpenTimelineIO",
            "timeline file",
            Optional.empty(),
            Contents.of(""),
            List.of(new Problem(Severity.ERROR, "day2.otio", "", "The file is empty.", "")));
    var look =
        new IntakePass()
            .analyse(Request.of(Material.of("x").with(ReadInput.class, List.of(broken))));
    assertThat(look.findings().getFirst().standing()).isEqualTo(Standing.OPEN);
    assertThat(look.findings().getFirst().reason()).isEqualTo("The file is empty");
  }
}
