package org.oddlot.pass.times;

import java.util.List;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Finding;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Standing;
import org.oddlot.text.Phrase;

/** Where captions or a transcript lie, or that captions can be made of a transcript. */
public sealed interface TimesFinding extends Finding {

  /** The name of the captions or the transcript. */
  String words();

  @Override
  default String title() {
    return words();
  }

  /**
   * Where a file lies.
   *
   * @param words its name
   * @param count how many captions or passages it has
   * @param standing how it stands
   * @param headline why, in a few words
   * @param reason why
   * @param choices the ways in which it can lie, the likeliest first
   * @param proposed what is proposed
   * @param evidence what it rests on
   */
  record Lies(
      String words,
      int count,
      Standing standing,
      String headline,
      String reason,
      List<Choice> choices,
      List<String> proposed,
      List<Evidence> evidence)
      implements TimesFinding {
    public Lies {
      choices = List.copyOf(choices);
      proposed = List.copyOf(proposed);
      evidence = List.copyOf(evidence);
    }

    @Override
    public FindingId id() {
      return FindingId.of("times", "lies", words);
    }

    /** Any way in which a file can lie is an answer, not only those that are offered. */
    @Override
    public java.util.Optional<String> problem(List<String> chosen) {
      return java.util.Optional.empty();
    }
  }

  /**
   * That captions can be made of a transcript.
   *
   * @param words its name
   * @param captions how many there would be
   * @param standing how it stands
   * @param reason why
   */
  record Makes(String words, int captions, Standing standing, String reason)
      implements TimesFinding {
    @Override
    public FindingId id() {
      return FindingId.of("times", "makes", words);
    }

    @Override
    public String title() {
      return "Captions of " + words;
    }

    @Override
    public String headline() {
      return Phrase.count(captions, "caption") + " can be made";
    }
  }
}
