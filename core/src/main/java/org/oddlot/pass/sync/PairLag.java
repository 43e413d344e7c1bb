package org.oddlot.pass.sync;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.oddlot.json.JsonNumber;
import org.oddlot.json.JsonObject;
import org.oddlot.material.MeasuredOffset;
import org.oddlot.material.MediaAtHand;
import org.oddlot.measure.Measured;
import org.oddlot.measure.Measurement;
import org.oddlot.progress.Progress;
import org.oddlot.sound.Lag;
import org.oddlot.sound.SoundMedia;
import org.oddlot.text.Phrase;

/**
 * How much later a recording has what the picture's own sound has, if that is clear.
 *
 * @param picture the file of the picture
 * @param recording the file of the recording
 * @param name what the picture is called
 * @param sampleRate of the recording
 * @param firstSample which of the recording's samples lies at the picture's first frame by timecode
 * @param from where in the picture to listen, in thousandths of a second
 * @param length how long to listen, in thousandths of a second
 */
record PairLag(
    Path picture,
    Path recording,
    String name,
    long sampleRate,
    long firstSample,
    long from,
    long length)
    implements Measurement<Lag> {
  /** Enough to know a clock by; more would only take longer. */
  private static final int OF_A_RECORDER = 6;

  private static final double LONGEST = 4;
  private static final double SHORTEST = 1.5;

  /** How far apart sound and picture may be by waveform, in seconds. */
  private static final double REACH = 2;

  /** Some pairs of each recorder, spread over the day, with what can be listened to. */
  static Map<Alignment, PairLag> some(List<Alignment> alignments, MediaAtHand media) {
    return some(alignments, media, Set.of());
  }

  /** Some pairs of each recorder, all of those that run away. */
  static Map<Alignment, PairLag> some(
      List<Alignment> alignments, MediaAtHand media, Set<String> drifting) {
    Map<String, List<Alignment>> byRecorder = new LinkedHashMap<>();
    for (Alignment each : alignments) {
      boolean hasBoth =
          each.recording().first().path().isPresent() && media.of(each.picture().id()).isPresent();
      if (hasBoth && each.sharedSeconds() >= SHORTEST) {
        byRecorder.computeIfAbsent(each.recording().recorder(), _ -> new ArrayList<>()).add(each);
      }
    }
    var some = new LinkedHashMap<Alignment, PairLag>();
    for (Map.Entry<String, List<Alignment>> recorder : byRecorder.entrySet()) {
      List<Alignment> all = recorder.getValue();
      int step =
          drifting.contains(recorder.getKey())
              ? 1
              : Math.max(1, (all.size() + OF_A_RECORDER - 1) / OF_A_RECORDER);
      for (int i = 0; i < all.size(); i += step) {
        some.put(all.get(i), of(all.get(i), media));
      }
    }
    return some;
  }

  private static PairLag of(Alignment alignment, MediaAtHand media) {
    double shared = alignment.sharedSeconds();
    double seconds = Math.min(LONGEST, shared);
    return new PairLag(
        media.of(alignment.picture().id()).orElseThrow(),
        alignment.recording().first().path().orElseThrow(),
        alignment.picture().name(),
        alignment.recording().first().sampleRate(),
        alignment.firstSample(),
        Math.round(1000 * (alignment.sharedFrom() + (shared - seconds) / 2)),
        Math.round(1000 * seconds));
  }

  /** Where the pairs lie by what was heard, as far as it was. */
  static List<MeasuredOffset> heard(Map<Alignment, PairLag> pairs, Measured measured) {
    var offsets = new ArrayList<MeasuredOffset>();
    pairs.forEach((alignment, lag) ->
        measured
            .get(lag)
            .ifPresent(found ->
                offsets.add(
                    new MeasuredOffset(
                        alignment.picture().id(),
                        alignment.recording().first().id(),
                        lag.firstSample + found.samples(),
                        found.clarity()))));
    return offsets;
  }

  @Override
  public String method() {
    return "lag 1";
  }

  @Override
  public List<Path> files() {
    return List.of(picture, recording);
  }

  @Override
  public String parameters() {
    return Phrase.of("%d %d %d %d", sampleRate, firstSample, from, length);
  }

  @Override
  public String title() {
    return "Listening to " + name;
  }

  @Override
  public Optional<Lag> measure(Progress progress) throws IOException {
    float[] own = SoundMedia.resampled(picture, from / 1000.0, length / 1000.0, sampleRate);
    float[] other =
        SoundMedia.samples(
            recording, firstSample + Math.round(from * (sampleRate / 1000.0)), own.length);
    return Lag.between(own, other, sampleRate, (int) (REACH * sampleRate)).filter(Lag::isClear);
  }

  @Override
  public JsonObject toJson(Lag lag) {
    return JsonObject.EMPTY
        .with("samples", JsonNumber.of(lag.samples()))
        .with("clarity", JsonNumber.of(Math.round(lag.clarity() * 1000)));
  }

  @Override
  public Optional<Lag> fromJson(JsonObject json) {
    return json.whole("samples")
        .flatMap(samples ->
            json.whole("clarity").map(clarity -> new Lag(samples.intValue(), clarity / 1000.0)));
  }
}
