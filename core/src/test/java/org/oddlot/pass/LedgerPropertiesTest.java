package org.oddlot.pass;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.oddlot.format.otio.OtioReader;
import org.oddlot.format.otio.OtioWriter;
import org.oddlot.material.Material;
import org.oddlot.material.TimelineFile;
import org.oddlot.problem.Problems;
import org.oddlot.progress.Progress;
import org.oddlot.time.FrameRate;
import org.oddlot.timeline.Differences;

/** What holds for the ledger and for what is tagged, whatever the log says and a person decides. */
class LedgerPropertiesTest {

  /** A day of clips ten minutes apart, each with an entry that says these numbers. */
  private static Sample day(List<Integer> takes) {
    Sample sample = Sample.at(FrameRate.FPS_24).log("Scene,Take,TC In,Notes");
    for (int i = 0; i < takes.size(); i++) {
      sample.clip("A001C%03d 10:%02d:00:00 480 A 2026-03-14".formatted(i + 1, i * 5));
      sample.log(
          "%d,%d,10:%02d:00:0%d,note %d"
              .formatted(12 + i, takes.get(i), i * 5, i % 9, takes.get(i)));
    }
    return sample;
  }

  private static byte[] bytes(TimelineFile document) {
    var out = new ByteArrayOutputStream();
    OtioWriter.write(document.root(), out);
    return out.toByteArray();
  }

  /** Each line is a difference, each difference a line, and each has a reason and a pass. */
  @Property(tries = 60)
  void theLedgerIsAllThatDiffers(
      @ForAll @Size(min = 1, max = 6) List<@IntRange(min = 1, max = 30) Integer> takes,
      @ForAll @IntRange(max = 63) int declined) {
    Sample sample = day(takes);
    Outcome first = sample.run();
    Map<FindingId, Decision> decisions = new HashMap<>();
    List<? extends Reviewed<?>> matches = first.step("match").orElseThrow().reviewed();
    for (int i = 0; i < matches.size(); i++) {
      if ((declined >> i & 1) == 1) {
        decisions.put(matches.get(i).finding().id(), Decision.decline());
      }
    }
    Outcome outcome = sample.run(decisions);
    int differences =
        outcome.end().documents().stream()
            .mapToInt(document -> Differences.between(document.asRead(), document.root()).size())
            .sum();
    assertThat(outcome.ledger()).hasSize(differences);
    assertThat(outcome.ledger())
        .allMatch(entry -> !entry.reason().isEmpty() && !entry.pass().isEmpty());
    long said = (long) matches.size() - decisions.size();
    assertThat(outcome.ledger().stream().filter(e -> e.property().endsWith("log/take")).count())
        .isEqualTo(said);
    // All declined is the file as it came in, to the byte.
    Map<FindingId, Decision> all =
        matches.stream()
            .collect(Collectors.toMap(m -> m.finding().id(), _ -> Decision.decline(), (a, _) -> a));
    Outcome nothing = sample.run(all);
    assertThat(nothing.ledger()).isEmpty();
    assertThat(bytes(nothing.end().documents().getFirst()))
        .isEqualTo(bytes(nothing.start().documents().getFirst()));
  }

  /** What was tagged is read again and tagged again: nothing is left to be done. */
  @Property(tries = 40)
  void taggingTwiceIsTaggingOnce(
      @ForAll @Size(min = 1, max = 6) List<@IntRange(min = 1, max = 30) Integer> takes) {
    Outcome once = day(takes).run();
    assertThat(once.step("tag").orElseThrow().reviewed()).hasSameSizeAs(takes);
    TimelineFile written = once.end().documents().getFirst();
    var again = OtioReader.read(bytes(written), new Problems("day.otio")).orElseThrow();
    Material material =
        once.start()
            .with(
                TimelineFile.class,
                List.of(TimelineFile.of("day.otio", "00", again, written.profile(), List.of())));
    RunSheet sheet = RunSheet.initial().only(List.of("match", "tag"));
    Outcome twice =
        new Engine().run(material, sheet, Answers.NONE, Optional.empty(), Progress.NONE);
    assertThat(twice.ledger()).filteredOn(entry -> entry.pass().equals("tag")).isEmpty();
    assertThat(twice.step("tag").orElseThrow().reviewed().stream().map(Reviewed::standing))
        .allMatch(Function.<Standing>identity().andThen(s -> s == Standing.SETTLED)::apply);
  }
}
