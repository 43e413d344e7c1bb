package org.oddlot.sound;

import java.util.List;
import java.util.Optional;
import org.oddlot.time.FrameRate;

/**
 * What an iXML chunk says, as far as it is used here. Element names after the iXML specification,
 * from memory. Texts are empty and numbers missing where the chunk does not say them.
 *
 * @param project PROJECT
 * @param scene SCENE
 * @param take TAKE
 * @param tape TAPE, the recorder's roll
 * @param circled CIRCLED
 * @param note NOTE
 * @param fileUid FILE_UID
 * @param familyUid FAMILY_UID of the FILE_SET: the same for all files of one recording
 * @param timecodeRate TIMECODE_RATE
 * @param dropFrame whether TIMECODE_FLAG says DF
 * @param timestamp TIMESTAMP_SAMPLES_SINCE_MIDNIGHT, both halves
 * @param timestampRate TIMESTAMP_SAMPLE_RATE
 * @param fileRate FILE_SAMPLE_RATE
 * @param tracks TRACK_LIST
 */
public record Ixml(
    String project,
    String scene,
    String take,
    String tape,
    boolean circled,
    String note,
    String fileUid,
    String familyUid,
    Optional<FrameRate> timecodeRate,
    boolean dropFrame,
    Optional<Long> timestamp,
    Optional<Long> timestampRate,
    Optional<Long> fileRate,
    List<Track> tracks) {

  /**
   * A track as the recorder lists it.
   *
   * @param recorderChannel CHANNEL_INDEX: which input of the recorder it is, counted from one
   * @param fileChannel INTERLEAVE_INDEX: which channel of the file it is, counted from one
   * @param name NAME
   * @param function FUNCTION
   */
  public record Track(int recorderChannel, int fileChannel, String name, String function) {}

  public Ixml {
    tracks = List.copyOf(tracks);
  }
}
