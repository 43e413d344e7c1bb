package org.oddlot.sound;

import java.util.List;
import java.util.Optional;

/**
 * What the head of a WAVE file says.
 *
 * @param container RIFF, RF64 or BW64
 * @param coding how a sample is written
 * @param channels how many channels, one or more
 * @param sampleRate samples in a second, positive
 * @param bits of a sample
 * @param blockBytes bytes of one sample of all channels
 * @param dataStart where the samples begin in the file
 * @param frames how many samples each channel has
 * @param bext the broadcast extension
 * @param ixml the iXML chunk
 * @param cues the cue points, in order
 * @param tags what it says of the music in it
 */
public record WaveHead(
    String container,
    Coding coding,
    int channels,
    long sampleRate,
    int bits,
    int blockBytes,
    long dataStart,
    long frames,
    Optional<BroadcastExtension> bext,
    Optional<Ixml> ixml,
    List<Cue> cues,
    MusicTags tags) {

  /** How a sample is written. */
  public enum Coding {
    WHOLE_NUMBER,
    FLOAT,
    OTHER
  }

  /**
   * A point that was marked, with its label from the adtl list.
   *
   * @param sample where, counted from the first sample
   * @param label what it is called, empty if it has no label
   * @param length how many samples are meant; zero for a point
   */
  public record Cue(long sample, String label, long length) {}

  public WaveHead {
    cues = List.copyOf(cues);
  }
}
