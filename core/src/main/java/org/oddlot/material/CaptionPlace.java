package org.oddlot.material;

/**
 * Which programme captions, or a transcript, belong to.
 *
 * @param words the name of the captions or the transcript
 * @param programme the timeline
 */
public record CaptionPlace(String words, Programme programme) {}
