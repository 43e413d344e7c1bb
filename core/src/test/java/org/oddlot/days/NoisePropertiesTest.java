package org.oddlot.days;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.oddlot.days.Shoot.Plan;
import org.oddlot.days.Shoot.Take;
import org.oddlot.pass.Engine;

/** Precision before recall: what is added to a right day makes nothing wrong. */
class NoisePropertiesTest {

  /**
   * Rows and papers of other days, other units and other clocks beside, and among, the right ones.
   */
  @Property(tries = 40)
  void noiseSettlesNothingWrong(
      @ForAll @IntRange(min = 1, max = 1_000_000) int seed,
      @ForAll @IntRange(min = 1, max = 15) int noises)
      throws IOException {
    var random = new Random(seed);
    Shoot shoot =
        new Plan(seed).takes(30 + random.nextInt(60)).pause(60 + random.nextInt(200)).shoot();
    Notes right =
        Notes.usual(shoot)
            .column("Card", t -> t.a().card())
            .column("Date", t -> t.day().toString());
    var rows = new ArrayList<>(shoot.takes());
    var made = new Case(shoot);
    if ((noises & 1) != 0) {
      rows.addAll(other(seed + 1).firstCard(61).shoot().takes());
    }
    if ((noises & 2) != 0) {
      rows.addAll(other(seed + 2).day(LocalDate.of(2026, 3, 11)).shoot().takes());
    }
    rows.sort(Comparator.comparingLong(Take::pressed));
    made.paper("log.csv", right.takes(rows).csv()).tells(shoot.takes());
    if ((noises & 4) != 0) {
      Shoot unit = other(seed + 3).shoot();
      made.paper("notes of others.csv", Notes.usual(unit).takes(unit.takes()).csv());
    }
    if ((noises & 8) != 0) {
      // The same takes by a clock that is off, and told as takes of other scenes.
      double off = 20 + random.nextInt(400);
      made.paper(
          "late.csv",
          Notes.usual(shoot)
              .instead("Scene", t -> "9" + t.scene())
              .instead("TC In", t -> shoot.label(off, t.pressed()))
              .takes(some(shoot.takes(), random))
              .csv());
    }
    Path folder = Files.createTempDirectory("noise");
    try {
      Judge.Count settled = new Judge(made, folder).count(Engine.Acceptance.SETTLED);
      assertThat(settled.wrongs()).isEmpty();
      assertThat(settled.right()).as("and not by settling nothing").isPositive();
    } finally {
      try (var files = Files.walk(folder)) {
        for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
          Files.delete(file);
        }
      }
    }
  }

  private static Plan other(long seed) {
    return new Plan(seed).takes(40).pause(150).from(9.3);
  }

  private static List<Take> some(List<Take> takes, Random random) {
    return takes.stream().filter(_ -> random.nextInt(3) > 0).toList();
  }
}
