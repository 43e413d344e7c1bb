package org.oddlot.material;

import org.oddlot.time.Timecode;

/**
 * A start timecode as a media file says it.
 *
 * @param start the timecode of its first frame
 * @param origin where it was found
 * @param evidence what it rests on, in words
 */
public record FoundTimecode(Timecode start, FoundStart.Origin origin, String evidence) {}
