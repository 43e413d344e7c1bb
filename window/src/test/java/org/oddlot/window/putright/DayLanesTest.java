package org.oddlot.window.putright;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.oddlot.demo.Demo;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.LotReader;
import org.oddlot.material.Material;
import org.oddlot.progress.Progress;

class DayLanesTest {
  @TempDir private Path folder;

  private Material dayTwo() throws IOException {
    return LotReader.read(LotFile.open(Demo.makeDayTwo(folder)).lot(), Progress.NONE).material();
  }

  @Test
  void aNightPastMidnightStaysInOnePiece() throws IOException {
    DayLanes lanes = DayLanes.of(dayTwo(), Optional.empty());
    assertThat(lanes.lanes())
        .extracting(DayLanes.Lane::name)
        .containsExactly(
            "Camera A",
            "Camera B",
            "Camera C",
            "Camera D",
            "orrin-day2-shots.csv",
            "orrin-day2-camera-b.csv",
            "orrin-day2-keywords.tsv",
            "orrin-day2-script.xlsx");
    double[] span = lanes.span();
    assertThat(span[0]).isBetween(13 * 3600.0, 14 * 3600.0);
    assertThat(span[1]).isBetween(24 * 3600.0, 25 * 3600.0);
    assertThat(lanes.lanes().getLast().withoutTime()).isEqualTo(84);
  }

  @Test
  void aDayShowsWhatIsOfThatDay() throws IOException {
    Material material = dayTwo();
    assertThat(DayLanes.days(material))
        .containsExactly(
            LocalDate.of(2025, 3, 15), LocalDate.of(2026, 3, 15), LocalDate.of(2026, 3, 16));
    DayLanes day = DayLanes.of(material, Optional.of(LocalDate.of(2025, 3, 15)));
    assertThat(day.lanes()).as("the papers are all of other days").hasSize(1);
    DayLanes.Lane camera = day.lanes().getFirst();
    assertThat(camera.size()).isEqualTo(18);
    int third = camera.at(camera.start(2) + 1, 0).orElseThrow();
    assertThat(camera.nameOf(third)).isEqualTo("A004C003");
    assertThat(camera.at(0, 10)).isEmpty();
    assertThat(camera.firstFrom(camera.end(17) + 3600)).isEqualTo(18);
  }

  @Test
  void eachRecorderHasARowAndItsFilesAreNoClipsOfACamera() throws IOException {
    Material material =
        LotReader.read(
                LotFile.open(Demo.makeDayThree(folder.resolve("three"))).lot(), Progress.NONE)
            .material();
    DayLanes lanes = DayLanes.of(material, Optional.empty());
    assertThat(lanes.lanes())
        .extracting(lane -> lane.name() + " " + lane.size())
        .containsExactly(
            "Camera A 8",
            "Camera B 3",
            "Camera D 1",
            "Gannet 1",
            "Skua 4",
            "Tern 8 9",
            "orrin-day3-shots.csv 11",
            "orrin-day3-sound-r01.csv 0");
    DayLanes.Lane tern = lanes.lanes().get(5);
    // The label of the first recording: two seconds and fifteen thousandths before 21:40.
    assertThat(tern.start(0)).isBetween(77_997.9, 77_998.0);
  }

  @ParameterizedTest
  @CsvSource({"7:12, 180", "-7:12, -180", "+180, 180", "1:07:12, 1620", "−3, -3"})
  void shiftsAreTypedInSecondsAndFrames(String text, long frames) {
    assertThat(TypedCorrection.frames(text, 24)).contains(frames);
    assertThat(TypedCorrection.frames("soon", 24)).isEmpty();
  }
}
