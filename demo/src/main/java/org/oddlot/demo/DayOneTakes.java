package org.oddlot.demo;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.oddlot.text.Phrase;

/** What was shot on the first day, take by take. Seeded: the same day each time. */
final class DayOneTakes {
  static final double RATE = 24000 / 1001.0;
  static final int NOMINAL = 24;
  static final String DATE = "2026-03-14";

  private static final int CLIPS_ON_A_CARD = 16;

  private record Setup(String scene, int takes, String action, List<String> people, boolean b) {}

  private static final List<Setup> SETUPS =
      List.of(
          new Setup("12", 4, "Quay before dawn, Inés waits by the bollard", List.of("Inés"), true),
          new Setup("12A", 5, "Close on Inés, the letter in her coat", List.of("Inés"), true),
          new Setup("12B", 3, "The ferry's lamps come round the mole", List.of(), false),
          new Setup(
              "14", 4, "Gangway, Tormod counts the passengers", List.of("Inés", "Tormod"), true),
          new Setup("14A", 3, "Tormod, over Inés's shoulder", List.of("Inés", "Tormod"), true),
          new Setup("14B", 3, "Inserts: ticket punch, wet rope", List.of(), false),
          new Setup(
              "15", 5, "Saloon, Pilar deals cards for nobody", List.of("Pilar", "Inés"), true),
          new Setup("15A", 3, "Pilar close, the queen of cups", List.of("Pilar"), true),
          new Setup("16", 4, "Wheelhouse, Captain Aune and the radio", List.of("Aune"), true),
          new Setup("17", 3, "Car deck, engine noise, nobody speaks", List.of("Tormod"), false));

  private final Random random = new Random(14_03_2026);
  private final List<Take> takes = new ArrayList<>();
  private long clock = at(8, 41, 12, 5);
  private int clipsA;
  private int clipsB;

  private DayOneTakes() {}

  /** The takes of the day in their order. */
  static List<Take> takes() {
    var day = new DayOneTakes();
    SETUPS.forEach(day::shoot);
    return List.copyOf(day.takes);
  }

  static long at(int hours, int minutes, int seconds, int frames) {
    return ((hours * 60L + minutes) * 60 + seconds) * NOMINAL + frames;
  }

  private void shoot(Setup setup) {
    for (int take = 1; take <= setup.takes; take++) {
      long frames = NOMINAL * (18L + random.nextInt(70)) + random.nextInt(NOMINAL);
      boolean last = take == setup.takes;
      // B sometimes misses the first take of a setup.
      boolean b = setup.b && (take > 1 || random.nextInt(3) > 0);
      takes.add(
          new Take(
              setup.scene,
              take,
              clock,
              frames,
              last || (take > 2 && random.nextInt(4) == 0),
              setup.action,
              setup.people,
              name('A', clipsA++),
              b ? name('B', clipsB++) : "",
              random.nextInt(19) - 7));
      clock += frames + NOMINAL * (35L + random.nextInt(120)) + random.nextInt(NOMINAL);
    }
    clock += NOMINAL * (420L + random.nextInt(900));
  }

  private static String name(char camera, int index) {
    return Phrase.of(
        "%c%03dC%03d", camera, 1 + index / CLIPS_ON_A_CARD, 1 + index % CLIPS_ON_A_CARD);
  }

  /** The card that a clip is on. */
  static String card(String clip) {
    return clip.substring(0, 4);
  }
}
