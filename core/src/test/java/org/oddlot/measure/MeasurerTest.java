package org.oddlot.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.progress.CancelledException;
import org.oddlot.progress.Progress;

class MeasurerTest {
  @TempDir private Path folder;
  private final AtomicInteger calls = new AtomicInteger();

  /** The size of a file; fails, or is not there, where that is asked. */
  private record Size(Path file, String how, AtomicInteger calls) implements Measurement<Long> {
    @Override
    public String method() {
      return "size " + how;
    }

    @Override
    public List<Path> files() {
      return List.of(file);
    }

    @Override
    public String parameters() {
      return "";
    }

    @Override
    public String title() {
      return "Weighing " + file.getFileName();
    }

    @Override
    public Optional<Long> measure(Progress progress) throws IOException {
      progress.check();
      calls.incrementAndGet();
      return switch (how) {
        case "not there" -> throw new IOException("it is gone");
        case "broken" -> throw new IllegalStateException("a fault of the program");
        default -> Optional.of(Files.size(file));
      };
    }

    @Override
    public JsonObject toJson(Long size) {
      return JsonObject.of("size", JsonNumber.of(size));
    }

    @Override
    public Optional<Long> fromJson(JsonObject json) {
      return json.whole("size");
    }
  }

  private List<Measurement<?>> sizes(int count, String how) {
    var all = new ArrayList<Measurement<?>>();
    for (int i = 0; i < count; i++) {
      try {
        Path file = Files.write(folder.resolve("f" + i), new byte[i + 1]);
        all.add(new Size(file, how, calls));
      } catch (IOException e) {
        throw new AssertionError(e);
      }
    }
    return all;
  }

  @SuppressWarnings("unchecked")
  private static Optional<Long> size(Measured measured, Measurement<?> its) {
    return measured.get((Measurement<Long>) its);
  }

  @Test
  void allIsMeasuredWhateverEndsFirstAndKeptForTheNextTime() {
    List<Measurement<?>> wanted = sizes(40, "");
    MeasurementStore store = MeasurementStore.in(folder.resolve("kept"), 1000);
    var told = Collections.synchronizedList(new ArrayList<Double>());
    Progress progress =
        new Progress() {
          @Override
          public void at(double fraction, String what) {
            told.add(fraction);
          }

          @Override
          public boolean isCancelled() {
            return false;
          }
        };
    Measured measured = new Measurer(store).measure(wanted, Measured.NOTHING, progress);
    IntStream.range(0, 40).forEach(i -> assertThat(size(measured, wanted.get(i))).contains(i + 1L));
    assertThat(told).isSorted().first().isEqualTo(0.0);
    assertThat(told).last().isEqualTo(1.0);
    Measurer again = new Measurer(store);
    again.measure(wanted, Measured.NOTHING, Progress.NONE);
    assertThat(again.measuredCount()).isZero();
    assertThat(calls.get()).isEqualTo(40);
  }

  @Test
  void whatCannotBeReadIsNothingAndCostsNoOther() {
    List<Measurement<?>> wanted = new ArrayList<>(sizes(5, ""));
    wanted.addAll(sizes(3, "not there"));
    Measured measured =
        new Measurer(MeasurementStore.none()).measure(wanted, Measured.NOTHING, Progress.NONE);
    assertThat(wanted).allMatch(measured::has);
    assertThat(size(measured, wanted.get(4))).contains(5L);
    assertThat(size(measured, wanted.get(6))).isEmpty();
  }

  @Test
  void aFaultCostsItsOwnMeasurementIsToldAndIsTriedAgain() {
    List<Measurement<?>> wanted = new ArrayList<>(sizes(2, "broken"));
    wanted.addAll(sizes(3, ""));
    MeasurementStore store = MeasurementStore.in(folder.resolve("store"), 100);
    var measurer = new Measurer(store);
    Measured measured = measurer.measure(wanted, Measured.NOTHING, Progress.NONE);
    assertThat(size(measured, wanted.getFirst())).isEmpty();
    assertThat(size(measured, wanted.getLast())).contains(3L);
    assertThat(measurer.faults()).hasSize(2).allMatch(told -> told.contains("was left out"));
    var again = new Measurer(store);
    again.measure(wanted, Measured.NOTHING, Progress.NONE);
    assertThat(again.measuredCount()).isEqualTo(2);
  }

  @Test
  void whoeverStopsIsHeard() {
    var stopped = new AtomicBoolean();
    Progress stops = Progress.untold(() -> stopped.getAndSet(true));
    assertThatThrownBy(() ->
            new Measurer(MeasurementStore.none()).measure(sizes(200, ""), Measured.NOTHING, stops))
        .isInstanceOf(CancelledException.class);
    assertThat(calls.get()).isLessThan(200);
  }
}
