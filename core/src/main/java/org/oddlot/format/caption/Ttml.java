package org.oddlot.format.caption;

import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Timebase;
import org.oddlot.format.text.TextFile;
import org.oddlot.input.Probe;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;

/**
 * {@code .ttml}, {@code .xml}: Timed Text Markup Language 2 of the W3C in its IMSC 1.1 text
 * profile. Times of every kind, regions, styles by reference and by inheritance are read; what is
 * not understood stays in the file.
 */
public final class Ttml implements CaptionFormat {
  static final String NAME = "TTML";

  @Override
  public String name() {
    return NAME;
  }

  @Override
  public List<String> extensions() {
    return List.of(".ttml", ".dfxp", ".xml");
  }

  @Override
  public List<String> extensionsInFolders() {
    return List.of(".ttml", ".dfxp");
  }

  @Override
  public Likeness likeness(Probe probe) {
    boolean says =
        probe.head().contains("http://www.w3.org/ns/ttml")
            || probe.head().contains("http://www.w3.org/2006/10/ttaf1")
            || probe.head().contains("http://www.w3.org/2006/04/ttaf1");
    return says ? Likeness.CERTAIN : CaptionFormat.super.likeness(probe);
  }

  /** Any: a document says which frames or ticks its times are counted in. */
  @Override
  public Timebase grid(Timebase programme) {
    return programme;
  }

  @Override
  public Set<Feature> carries() {
    return EnumSet.complementOf(
        EnumSet.of(Feature.WORD_TIMES, Feature.CONFIDENCE, Feature.BEFORE_ZERO));
  }

  @Override
  public Function<Caption, String> lost(Captions captions) {
    return caption ->
        TtmlWriter.legal(caption.text().plain()).equals(caption.text().plain())
            ? ""
            : "control signs";
  }

  @Override
  public Optional<Captions> read(byte[] bytes, ReadingOptions options, Problems problems) {
    return TextFile.of(bytes, declared(bytes), problems)
        .flatMap(file -> new TtmlReader(file, problems).read());
  }

  /** The charset that the XML declaration names, where the bytes do not say it. */
  private static Optional<java.nio.charset.Charset> declared(byte[] bytes) {
    String head =
        new String(
            bytes, 0, Math.min(bytes.length, 200), java.nio.charset.StandardCharsets.ISO_8859_1);
    var encoding =
        java.util.regex.Pattern.compile("^<\\?xml[^>]*encoding=[\"']([A-Za-z0-9._-]+)")
            .matcher(head);
    if (!encoding.find()) {
      return Optional.empty();
    }
    try {
      var charset = java.nio.charset.Charset.forName(encoding.group(1));
      // What begins with a plain "<?xml" cannot be what it says here.
      return charset.name().startsWith("UTF-16") ? Optional.empty() : Optional.of(charset);
    } catch (IllegalArgumentException e) {
      return Optional.empty();
    }
  }

  @Override
  public byte[] write(Captions captions) {
    return TtmlWriter.write(captions);
  }

  /** The document that captions were read from, if it was of this format. */
  static Optional<TtmlOriginal> original(Captions captions) {
    return captions.original().filter(TtmlOriginal.class::isInstance).map(TtmlOriginal.class::cast);
  }
}
