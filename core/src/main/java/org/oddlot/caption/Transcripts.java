package org.oddlot.caption;

import java.util.Arrays;

/** Makes transcripts of captions. */
public final class Transcripts {
  private Transcripts() {}

  /** A passage for each caption, in its time; words have none of their own. */
  public static Transcript of(Captions captions) {
    return Transcript.made(
        captions.name(),
        captions.language(),
        captions.grid(),
        captions.captions().stream()
            .filter(caption -> !caption.text().isBlank())
            .map(caption ->
                new Turn(
                    caption.speaker(),
                    caption.span(),
                    Arrays.stream(caption.text().plain().strip().split("\\s+", -1))
                        .map(Word::of)
                        .toList()))
            .toList());
  }
}
