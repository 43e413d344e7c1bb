package org.oddlot.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.oddlot.format.otio.OtioReader;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;
import org.oddlot.time.RationalTime;
import org.oddlot.timeline.Cut;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Timeline;

/**
 * Prints the events of timelines, for a check against another's arithmetic: a line each with the
 * file, the clip, the kind of its track, whether it is enabled, its record start and duration, what
 * transitions take before and behind that, its source start and end in seconds, and its speed.
 *
 * <pre>Cuts FILE...</pre>
 */
public final class Cuts {
  private Cuts() {}

  public static void main(String[] arguments) throws IOException {
    for (String argument : arguments) {
      Path file = Path.of(argument);
      var root = OtioReader.read(Files.readAllBytes(file), new Problems(argument)).orElseThrow();
      Placed.root(root)
          .walk(placed -> {
            if (placed.object() instanceof Timeline) {
              Cut.of(placed).events().forEach(event -> print(file, event));
            }
          });
    }
  }

  private static void print(Path file, Cut.Event event) {
    System.out.println(
        Phrase.of(
            "%s\t%s\t%s\t%b\t%s\t%s\t%s\t%s\t%s\t%s\t%s",
            file.getFileName(),
            event.clip().name(),
            event.kind(),
            event.enabled(),
            exactly(event.record().start()),
            exactly(event.record().duration()),
            exactly(event.recordWithTransitions().start()),
            exactly(event.recordWithTransitions().endExclusive()),
            exactly(event.source().start()),
            exactly(event.source().endExclusive()),
            event.speed()));
  }

  private static String exactly(RationalTime time) {
    return time.seconds().numerator() + "/" + time.seconds().denominator();
  }
}
