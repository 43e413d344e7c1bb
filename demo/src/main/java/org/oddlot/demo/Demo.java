package org.oddlot.demo;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.oddlot.lot.Lot;
import org.oddlot.lot.LotFile;
import org.oddlot.lot.SafeFile;

/** Makes the demo's lot and all that is in it. */
public final class Demo {
  private static final String LOT = "Orrin day 1";

  private Demo() {}

  /**
   * Makes the demo in {@code folder}; what is there already is left as it is.
   *
   * @return the lot's file
   * @throws IOException if something could not be written
   */
  public static Path make(Path folder) throws IOException {
    Path timeline = folder.resolve("orrin-day1.otio");
    Path log = folder.resolve("orrin-day1-shots.csv");
    if (!Files.exists(timeline) || !Files.exists(log)) {
      List<Take> takes = ShootingDay.takes();
      var day = new DayOne(takes);
      put(timeline, day.export());
      put(log, ShotLog.csv(takes, day).getBytes(StandardCharsets.UTF_8));
    }
    Path lot = folder.resolve(LOT + LotFile.EXTENSION);
    if (!Files.exists(lot)) {
      LotFile.save(Lot.empty(LOT).withFiles(List.of(timeline, log)), lot);
    }
    return lot;
  }

  private static void put(Path file, byte[] content) throws IOException {
    if (!Files.exists(file)) {
      SafeFile.write(file, path -> Files.write(path, content));
    }
  }
}
