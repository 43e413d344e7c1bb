package org.oddlot.cli;

import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.oddlot.caption.Timebase;
import org.oddlot.json.JsonArray;
import org.oddlot.json.JsonObject;
import org.oddlot.sound.SoundFile;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Timecode;

/** What a sound file says of itself, as a document and in words; see {@code docs/json.md}. */
final class SoundDocument {
  private SoundDocument() {}

  static JsonObject of(SoundFile sound) {
    var document =
        new JsonDocuments()
            .put("channels", sound.channels())
            .put("sample_rate", sound.sampleRate())
            .put("samples", sound.frames())
            .put("scene", sound.scene())
            .put("take", sound.take())
            .put("roll", sound.reel())
            .put("recorder", sound.recorder())
            .put("date", sound.day().map(LocalDate::toString).orElse(""))
            .put("timecode_rate", sound.timecodeRate().map(FrameRate::toString).orElse(""))
            .put(
                "tracks",
                JsonArray.of(
                    sound.tracks().stream()
                        .map(track ->
                            new JsonDocuments()
                                .put("input", track.recorderChannel())
                                .put("name", track.name())
                                .toObject())
                        .toList()));
    sound
        .reference()
        .ifPresent(reference ->
            document
                .put("time_reference", reference.samples())
                .put("time_reference_rate", reference.sampleRate()));
    return document.toObject();
  }

  static List<String> lines(SoundFile sound) {
    var lines = new ArrayList<String>();
    lines.add(
        Phrase.of(
            "%s, %s kHz, %.1f s",
            Phrase.count(sound.channels(), "channel"),
            kilohertz(sound.sampleRate()),
            (double) sound.frames() / sound.sampleRate()));
    FrameRate rate = sound.timecodeRate().orElse(FrameRate.of(1000));
    sound
        .reference()
        .ifPresent(reference ->
            lines.add(
                Phrase.of(
                    "starts %s (%s), %,d samples after midnight",
                    sound.timecodeRate().isEmpty()
                        ? Timebase.clock(reference.seconds(), '.')
                        : Timecode.of(
                            reference.toFrames(rate, RoundingMode.FLOOR),
                            sound.dropFrame() && rate.canDropFrames()),
                    sound.timecodeRate().map(r -> r + " fps").orElse("time of day"),
                    reference.samples())));
    String tracks =
        IntStream.range(0, sound.tracks().size())
            .filter(i -> !sound.tracks().get(i).name().isEmpty())
            .mapToObj(i -> (i + 1) + " " + sound.tracks().get(i).name())
            .collect(Collectors.joining(", "));
    if (!tracks.isEmpty()) {
      lines.add("tracks: " + tracks);
    }
    return lines;
  }

  /** {@code 48}, {@code 44.1}. */
  private static String kilohertz(long rate) {
    return rate % 1000 == 0 ? Long.toString(rate / 1000) : Phrase.of("%.1f", rate / 1000.0);
  }
}
