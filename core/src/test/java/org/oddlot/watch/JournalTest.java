package org.oddlot.watch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class JournalTest {
  private static final LocalDateTime MORNING = LocalDateTime.of(2026, 3, 15, 7, 52, 0);

  @TempDir private Path folder;

  private static Event event(int number, Event.Kind kind) {
    return new Event(
        MORNING.plusSeconds(number),
        kind,
        "job " + number,
        "became\n" + number,
        "key " + number,
        "content " + number,
        "sheet",
        List.of("job " + number + "/x (odd lot).otio"),
        2,
        1234);
  }

  @Test
  void whatIsToldIsThereForPeopleAndForPrograms() throws IOException {
    try (Journal journal = Journal.open(folder)) {
      journal.tell(event(1, Event.Kind.WRITTEN));
      journal.tell(event(2, Event.Kind.WAITS));
      assertThat(journal.last("job 1")).hasValue(event(1, Event.Kind.WRITTEN));
      assertThat(journal.writtenBy("content 1")).hasValue("job 1");
      assertThat(journal.writtenBy("content 2")).isEmpty();
      assertThat(journal.unanswered()).containsOnlyKeys("job 1/x (odd lot).otio");
      assertThatThrownBy(() -> Journal.open(folder)).hasMessageContaining("another watch");
    }
    assertThat(Journal.of(folder))
        .containsExactly(event(1, Event.Kind.WRITTEN), event(2, Event.Kind.WAITS));
    assertThat(Files.readAllLines(folder.resolve("journal 2026-03-15.txt")))
        .containsExactly("07:52:01  job 1: became 1", "07:52:02  job 2: became 2");
    try (Journal again = Journal.open(folder)) {
      assertThat(again.last("job 2")).hasValue(event(2, Event.Kind.WAITS));
    }
  }

  /** Killed at any byte of either file, what is whole is known, and both say the same again. */
  @Property(tries = 60)
  void whereverItIsCutOffItGoesOn(@ForAll long seed) throws IOException {
    var chance = new Random(seed);
    Path at = Files.createTempDirectory("journal");
    int all = 2 + chance.nextInt(6);
    try (Journal journal = Journal.open(at)) {
      for (int i = 0; i < all; i++) {
        journal.tell(event(i, Event.Kind.WRITTEN));
      }
    }
    Path events = at.resolve(".oddlot-watch/events.jsonl");
    Path day = at.resolve("journal 2026-03-15.txt");
    byte[] bytes = Files.readAllBytes(events);
    // At least the first line is whole.
    int first = 0;
    while (bytes[first] != '\n') {
      first++;
    }
    Files.write(events, Arrays.copyOf(bytes, first + 1 + chance.nextInt(bytes.length - first)));
    byte[] lines = Files.readAllBytes(day);
    Files.write(day, Arrays.copyOf(lines, chance.nextInt(lines.length + 1)));
    List<Event> kept;
    try (Journal journal = Journal.open(at)) {
      kept = Journal.of(at);
      assertThat(kept).isNotEmpty().hasSizeLessThanOrEqualTo(all);
      journal.tell(event(99, Event.Kind.WAITS));
    }
    assertThat(Journal.of(at)).hasSize(kept.size() + 1).endsWith(event(99, Event.Kind.WAITS));
    List<String> said = Files.readAllLines(day);
    kept.forEach(each -> assertThat(said).contains(each.line()));
    assertThat(said).endsWith(event(99, Event.Kind.WAITS).line());
  }

  @Test
  void whatCannotBeWrittenNowIsWrittenLater() throws IOException {
    try (Journal journal = Journal.open(folder)) {
      // A folder is in the way of the day's file, as a full disk would be.
      Path day = folder.resolve("journal 2026-03-15.txt");
      Files.createDirectory(day);
      journal.tell(event(1, Event.Kind.WRITTEN));
      journal.tell(event(2, Event.Kind.WRITTEN));
      assertThat(Journal.of(folder)).hasSize(2);
      Files.delete(day);
      journal.flush();
      assertThat(Files.readAllLines(day)).hasSize(2);
    }
  }
}
