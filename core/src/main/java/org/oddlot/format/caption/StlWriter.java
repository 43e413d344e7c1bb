package org.oddlot.format.caption;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.oddlot.caption.Caption;
import org.oddlot.caption.CaptionText;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Markup;
import org.oddlot.caption.Markup.Look;
import org.oddlot.caption.Timebase;
import org.oddlot.text.Phrase;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.Timecode;

/** Writes one file. */
final class StlWriter {
  private final Captions captions;
  private final Optional<StlOriginal> original;
  private final Timebase.Frames grid;
  private final String table;
  private final List<byte[]> blocks = new ArrayList<>();

  StlWriter(Captions captions, Optional<StlOriginal> original) {
    this.captions = captions;
    this.original = original;
    this.grid =
        captions.grid() instanceof Timebase.Frames frames
            ? frames
            : new Timebase.Frames(FrameRate.FPS_25, false);
    this.table = EbuStl.table(captions);
  }

  byte[] write() {
    int next = 0;
    int total = original.map(its -> (its.bytes.length - EbuStl.GSI) / EbuStl.TTI).orElse(0);
    int number = 0;
    for (Caption caption : captions.captions()) {
      int index = original.map(its -> index(its, caption)).orElse(-1);
      if (index >= 0) {
        // Blocks that are no captions stay before the caption that they stood before.
        int[] its = original.orElseThrow().blocks.get(index);
        next = copyOthers(next, its[0]);
        next = Math.max(next, its[0] + its[1]);
      }
      caption(caption, index, number++);
    }
    copyOthers(next, total);
    byte[] gsi = original.map(its -> Arrays.copyOf(its.bytes, EbuStl.GSI)).orElseGet(this::newGsi);
    put(gsi, 238, Phrase.of("%05d", Math.min(blocks.size(), 99_999)));
    put(gsi, 243, Phrase.of("%05d", Math.min(captions.captions().size(), 99_999)));
    if (!captions.captions().isEmpty()) {
      put(gsi, 264, digits(captions.captions().getFirst().start()));
    }
    byte[] all = Arrays.copyOf(gsi, EbuStl.GSI + blocks.size() * EbuStl.TTI);
    for (int i = 0; i < blocks.size(); i++) {
      System.arraycopy(blocks.get(i), 0, all, EbuStl.GSI + i * EbuStl.TTI, EbuStl.TTI);
    }
    return all;
  }

  private static int index(StlOriginal original, Caption caption) {
    String origin = caption.origin();
    // Captions are known by their number in the file.
    int number = origin.matches("\\d{1,6}") ? Integer.parseInt(origin) - 1 : -1;
    return number < original.captions.size() ? number : -1;
  }

  private int copyOthers(int from, int to) {
    StlOriginal its = original.orElse(null);
    for (int block = from; its != null && block < to; block++) {
      int at = block;
      boolean isCaption = its.blocks.stream().anyMatch(b -> at >= b[0] && at < b[0] + b[1]);
      if (!isCaption) {
        blocks.add(
            Arrays.copyOfRange(
                its.bytes, EbuStl.GSI + at * EbuStl.TTI, EbuStl.GSI + (at + 1) * EbuStl.TTI));
      }
    }
    return Math.max(from, to);
  }

  private void caption(Caption caption, int index, int number) {
    StlOriginal its = original.orElse(null);
    if (its != null && index >= 0 && its.captions.get(index).equals(caption)) {
      int[] group = its.blocks.get(index);
      boolean renumber = its.captions.size() != captions.captions().size();
      for (int i = 0; i < group[1]; i++) {
        int at = EbuStl.GSI + (group[0] + i) * EbuStl.TTI;
        byte[] block = Arrays.copyOfRange(its.bytes, at, at + EbuStl.TTI);
        if (renumber) {
          number(block, number);
        }
        blocks.add(block);
      }
      return;
    }
    byte[] like = new byte[EbuStl.TTI];
    boolean hasLike = false;
    boolean teletext = false;
    if (its != null && index >= 0) {
      int at = EbuStl.GSI + its.blocks.get(index)[0] * EbuStl.TTI;
      like = Arrays.copyOfRange(its.bytes, at, at + 16);
      hasLike = true;
      teletext = EbuStl.isTeletext(its.bytes);
    }
    byte[] text = text(caption.text(), teletext);
    int count = Math.max(1, (text.length + EbuStl.TEXT - 1) / EbuStl.TEXT);
    for (int i = 0; i < count; i++) {
      byte[] block = Arrays.copyOf(like, EbuStl.TTI);
      number(block, number);
      block[3] = (byte) (i == count - 1 ? 0xFF : i);
      label(block, 5, caption.start());
      label(block, 9, caption.end());
      if (!hasLike) {
        block[13] = (byte) row(caption);
        block[14] =
            switch (caption.place().side()) {
              case LEFT -> 1;
              case CENTRE -> 2;
              case RIGHT -> 3;
            };
      }
      Arrays.fill(block, 16, EbuStl.TTI, (byte) 0x8F);
      int from = i * EbuStl.TEXT;
      System.arraycopy(
          text, from, block, 16, Math.max(0, Math.min(EbuStl.TEXT, text.length - from)));
      blocks.add(block);
    }
  }

  private static int row(Caption caption) {
    int lines = Math.max(1, caption.text().lines().size());
    return switch (caption.place().height()) {
      case TOP -> 1;
      case MIDDLE -> 11;
      case BOTTOM -> Math.max(17, 23 - lines);
    };
  }

  private static void number(byte[] block, int number) {
    block[1] = (byte) number;
    block[2] = (byte) (number >> 8);
  }

  private Timecode timecode(Rational moment) {
    long count = Math.max(0, grid.count(moment));
    return Timecode.ofFrames(count, grid.rate(), grid.dropFrame());
  }

  private void label(byte[] block, int at, Rational moment) {
    Timecode label = timecode(moment);
    block[at] = (byte) label.hours();
    block[at + 1] = (byte) label.minutes();
    block[at + 2] = (byte) label.seconds();
    block[at + 3] = (byte) label.frameDigits();
  }

  private String digits(Rational moment) {
    Timecode label = timecode(moment);
    return Phrase.of(
        "%02d%02d%02d%02d", label.hours(), label.minutes(), label.seconds(), label.frameDigits());
  }

  private byte[] text(CaptionText text, boolean teletext) {
    var out = new ByteArrayOutputStream();
    if (teletext) {
      out.writeBytes(new byte[] {0x0D, 0x0B, 0x0B});
    }
    int from = 0;
    for (int i = 0; i <= text.marks().size(); i++) {
      boolean isEnd = i == text.marks().size();
      int at = isEnd ? text.plain().length() : Math.max(from, text.marks().get(i).at());
      letters(out, text.plain().substring(from, at), teletext);
      from = at;
      if (!isEnd && text.marks().get(i).what() instanceof Markup.Style(Look look, boolean begins)) {
        switch (look) {
          case ITALIC -> out.write(begins ? 0x80 : 0x81);
          case UNDERLINE -> out.write(begins ? 0x82 : 0x83);
          case BOLD -> {}
        }
      }
    }
    if (teletext) {
      out.writeBytes(new byte[] {0x0A, 0x0A});
    }
    return out.toByteArray();
  }

  private void letters(ByteArrayOutputStream out, String letters, boolean teletext) {
    for (byte b : StlLetters.encode(letters, table)) {
      if (b != '\n') {
        out.write(b);
      } else if (teletext) {
        out.writeBytes(new byte[] {0x0A, 0x0A, (byte) 0x8A, (byte) 0x8A, 0x0D, 0x0B, 0x0B});
      } else {
        out.write(0x8A);
      }
    }
  }

  private byte[] newGsi() {
    byte[] gsi = new byte[EbuStl.GSI];
    Arrays.fill(gsi, (byte) ' ');
    put(gsi, 0, "850");
    put(gsi, 3, grid.rate().nominal() == 25 ? "STL25.01" : "STL30.01");
    put(gsi, 11, "0");
    put(gsi, 12, table);
    String language = captions.language().split("-", 2)[0];
    put(
        gsi,
        14,
        EbuStl.LANGUAGES.getOrDefault(
            List.of("nn", "nb").contains(language) ? "no" : language, "00"));
    // The standard asks for a date; this is the same for the same captions.
    put(gsi, 224, "000101");
    put(gsi, 230, "000101");
    put(gsi, 236, "00");
    put(gsi, 248, "001");
    put(gsi, 251, "40");
    put(gsi, 253, "23");
    put(gsi, 255, "1");
    put(gsi, 256, "00000000");
    put(gsi, 272, "1");
    put(gsi, 273, "1");
    return gsi;
  }

  private static void put(byte[] gsi, int at, String text) {
    byte[] letters = text.getBytes(StandardCharsets.ISO_8859_1);
    System.arraycopy(letters, 0, gsi, at, letters.length);
  }
}
