package org.oddlot.window.intake;

import java.util.List;
import java.util.stream.Collectors;
import javafx.scene.Node;
import org.oddlot.sound.Recording;
import org.oddlot.window.kit.DataTable;
import org.oddlot.window.kit.SoundTimes;

/** The recordings of a sound roll: when, how long, what is on their tracks. */
final class SoundPane {
  private SoundPane() {}

  static Node of(List<Recording> recordings) {
    var rows = new DataTable<Recording>("sound-rows", "No recordings.");
    rows.words("Recording", 110, Recording::name);
    rows.figures("Start", 96, SoundTimes::start);
    rows.figures("Length", 70, SoundTimes::length);
    rows.words("Scene", 56, r -> r.first().scene());
    rows.words("Take", 44, r -> r.first().take());
    rows.words("Tracks", 330, SoundPane::tracks, "quiet");
    rows.show(recordings, Recording::name);
    return rows;
  }

  private static String tracks(Recording recording) {
    return recording.channels().stream()
        .map(c -> c.number() + (c.name().isEmpty() ? "" : " " + c.name()))
        .collect(Collectors.joining("  "));
  }
}
