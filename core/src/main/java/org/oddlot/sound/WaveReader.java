package org.oddlot.sound;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;

/**
 * Reads the heads of WAVE files: RIFF, RF64 (EBU Tech 3306) and BW64 (ITU-R BS.2088). The samples
 * are passed over, however many there are; sizes that cannot be right are not believed.
 */
public final class WaveReader {
  /** More channels than this are taken for a mistake. */
  public static final int MOST_CHANNELS = 1024;

  /** More chunks than this are taken for a file that was overwritten with something else. */
  private static final int MOST_CHUNKS = 4096;

  /** The largest chunk of notes that is read; real ones have some thousand bytes. */
  private static final int LARGEST_NOTES = 8 << 20;

  private static final int WINDOW = 16 << 10;
  private static final long UNKNOWN = 0xFFFFFFFFL;
  private static final int PCM = 1;
  private static final int FLOAT = 3;
  private static final int EXTENSIBLE = 0xFFFE;

  private final FileChannel channel;
  private final long size;
  private final Problems problems;
  private final ByteBuffer window =
      ByteBuffer.allocate(WINDOW).order(ByteOrder.LITTLE_ENDIAN).limit(0);
  private long windowStart;
  private String container = "";
  private final Map<String, Long> largeSizes = new LinkedHashMap<>();
  private @Nullable Format format;
  private long dataStart = -1;
  private long dataLength;
  private @Nullable BroadcastExtension bext;
  private @Nullable Ixml ixml;
  private final Map<Long, Long> cues = new LinkedHashMap<>();
  private final Map<Long, String> labels = new LinkedHashMap<>();
  private final Map<Long, Long> lengths = new LinkedHashMap<>();

  private record Format(
      WaveHead.Coding coding, int channels, long sampleRate, int bits, int blockBytes) {}

  private MusicTags tags = MusicTags.NONE;

  private WaveReader(FileChannel channel, Problems problems) throws IOException {
    this.channel = channel;
    this.size = channel.size();
    this.problems = problems;
  }

  /**
   * The head of a file; empty where it is no WAVE file or cannot be read, and then {@code problems}
   * says why.
   */
  public static Optional<WaveHead> read(Path file, Problems problems) {
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
      return new WaveReader(channel, problems).read();
    } catch (NoSuchFileException e) {
      problems.error("", "The file is not there.", "It may have been moved or renamed.");
    } catch (IOException e) {
      String why = Files.isDirectory(file) ? "it is a folder" : String.valueOf(e.getMessage());
      problems.error("", "The file cannot be read: " + why + ".", "");
    }
    return Optional.empty();
  }

  private Optional<WaveHead> read() throws IOException {
    if (size < 12 || !see(0, 12)) {
      problems.error("", "The file is too short for a sound file.", "Copy it from the card again.");
      return Optional.empty();
    }
    container = name(0);
    if (!(container.equals("RIFF") || container.equals("RF64") || container.equals("BW64"))
        || !name(8).equals("WAVE")) {
      problems.error(
          "byte 0", "The file does not begin as a WAVE file does.", "Is it of another kind?");
      return Optional.empty();
    }
    chunks();
    return head();
  }

  private void chunks() throws IOException {
    long at = 12;
    for (int count = 0; at + 8 <= size; count++) {
      if (count == MOST_CHUNKS) {
        problems.warning(
            place(at),
            Phrase.of("It has more than %d chunks; the rest is not looked at.", MOST_CHUNKS),
            "The file may have been overwritten.");
        return;
      }
      see(at, 8);
      String name = name(at);
      long stated = Integer.toUnsignedLong(window.getInt((int) (at - windowStart) + 4));
      boolean unsaid = stated == UNKNOWN || (stated == 0 && name.equals("data"));
      long length = stated == UNKNOWN ? largeSizes.getOrDefault(name, UNKNOWN) : stated;
      long rest = size - at - 8;
      if (unsaid && !largeSizes.containsKey(name) && rest > 0) {
        if (name.equals("data")) {
          problems.warning(
              place(at),
              "The recording was not closed: it does not say how long it is.",
              "It is assumed to run to the end of the file.");
        }
        length = rest;
      } else if (length > rest) {
        problems.warning(
            place(at),
            Phrase.of(
                "The chunk \"%s\" says that it has %,d bytes, and %,d are left.",
                printable(name), length, rest),
            "It is read as far as it goes. Compare the file with the one on the card.");
        length = rest;
      }
      chunk(name, at + 8, length);
      at += 8 + length + (length & 1);
    }
  }

  private void chunk(String name, long at, long length) throws IOException {
    switch (name) {
      case "ds64" -> largeSizes(at, length);
      case "fmt " -> format(at, length);
      case "data" -> {
        if (dataStart < 0) {
          dataStart = at;
          dataLength = length;
        }
      }
      case "bext" ->
          bytes(name, at, length)
              .ifPresent(data -> {
                bext = BroadcastExtension.read(data).orElse(null);
                if (bext == null) {
                  problems.warning(place(at), "The broadcast extension is cut short.", "");
                }
              });
      case "iXML" ->
          bytes(name, at, length)
              .flatMap(data -> IxmlReader.read(data, problems))
              .ifPresent(read -> ixml = read);
      case "cue " -> bytes(name, at, length).ifPresent(this::cues);
      case "LIST" -> bytes(name, at, length).ifPresent(this::list);
      default -> {}
    }
  }

  private void largeSizes(long at, long length) throws IOException {
    if (length < 16 || !see(at, 16)) {
      problems.warning(place(at), "The list of large sizes is cut short.", "");
      return;
    }
    long data = window.getLong((int) (at - windowStart) + 8);
    if (data >= 0) {
      largeSizes.put("data", data);
    }
  }

  private void format(long at, long length) throws IOException {
    if (length < 16 || !see(at, 16)) {
      problems.warning(place(at), "The description of the samples is cut short.", "");
      return;
    }
    int from = (int) (at - windowStart);
    int tag = Short.toUnsignedInt(window.getShort(from));
    int channels = Short.toUnsignedInt(window.getShort(from + 2));
    long sampleRate = Integer.toUnsignedLong(window.getInt(from + 4));
    int block = Short.toUnsignedInt(window.getShort(from + 12));
    int bits = Short.toUnsignedInt(window.getShort(from + 14));
    if (tag == EXTENSIBLE && length >= 26 && see(at, 26)) {
      tag = Short.toUnsignedInt(window.getShort((int) (at - windowStart) + 24));
    }
    WaveHead.Coding coding =
        switch (tag) {
          case PCM -> WaveHead.Coding.WHOLE_NUMBER;
          case FLOAT -> WaveHead.Coding.FLOAT;
          default -> WaveHead.Coding.OTHER;
        };
    if (format == null) {
      format = new Format(coding, channels, sampleRate, bits, block);
    }
  }

  private void cues(byte[] data) {
    ByteBuffer in = ByteBuffer.wrap(data).order(ByteOrder.LITTLE_ENDIAN);
    if (data.length < 4) {
      return;
    }
    long count = Math.min(Integer.toUnsignedLong(in.getInt()), in.remaining() / 24);
    for (long i = 0; i < count; i++) {
      int from = (int) (4 + 24 * i);
      cues.put(
          Integer.toUnsignedLong(in.getInt(from)), Integer.toUnsignedLong(in.getInt(from + 20)));
    }
  }

  /**
   * The associated data list: labels and lengths of cue points; and the list of what the file says
   * of the music in it. Other lists are not used.
   */
  private void list(byte[] data) {
    String type = data.length < 4 ? "" : new String(data, 0, 4, StandardCharsets.ISO_8859_1);
    switch (type) {
      case "adtl" -> labels(data);
      case "INFO" -> info(data);
      default -> {}
    }
  }

  /**
   * INAM, IART and ICOP are of the Multimedia Programming Interface and Data Specifications 1.0
   * (1991); IMUS and IPUB are from memory.
   */
  private void info(byte[] data) {
    ByteBuffer in = ByteBuffer.wrap(data).order(ByteOrder.LITTLE_ENDIAN);
    var said = new java.util.HashMap<String, String>();
    for (int at = 4; at + 8 <= data.length; ) {
      String name = new String(data, at, 4, StandardCharsets.ISO_8859_1);
      long length = Math.min(Integer.toUnsignedLong(in.getInt(at + 4)), data.length - at - 8L);
      said.putIfAbsent(name, SoundText.decode(data, at + 8, (int) length).strip());
      at += (int) (8 + length + (length & 1));
    }
    tags =
        new MusicTags(
            said.getOrDefault("INAM", ""),
            said.getOrDefault("IMUS", ""),
            said.getOrDefault("IART", ""),
            said.getOrDefault("IPUB", ""));
  }

  private void labels(byte[] data) {
    ByteBuffer in = ByteBuffer.wrap(data).order(ByteOrder.LITTLE_ENDIAN);
    int at = 4;
    while (at + 12 <= data.length) {
      String name = new String(data, at, 4, StandardCharsets.ISO_8859_1);
      long length = Math.min(Integer.toUnsignedLong(in.getInt(at + 4)), data.length - at - 8L);
      if (length >= 4) {
        long point = Integer.toUnsignedLong(in.getInt(at + 8));
        if (name.equals("labl")) {
          labels.put(point, SoundText.decode(data, at + 12, (int) length - 4).strip());
        } else if (name.equals("ltxt") && length >= 8) {
          lengths.put(point, Integer.toUnsignedLong(in.getInt(at + 12)));
        }
      }
      at += (int) (8 + length + (length & 1));
    }
  }

  private Optional<WaveHead> head() {
    Format is = format;
    if (is == null) {
      problems.error(
          "",
          "Nothing in the file says how its samples are written (no \"fmt \" chunk).",
          "Copy it from the card again.");
      return Optional.empty();
    }
    Optional<String> wrong = wrong(is);
    if (wrong.isPresent()) {
      problems.error("", wrong.get(), "Copy it from the card again.");
      return Optional.empty();
    }
    int block = is.channels * ((is.bits + 7) / 8);
    if (is.blockBytes != block && is.coding != WaveHead.Coding.OTHER) {
      problems.warning(
          "",
          Phrase.of(
              "It says that one sample of all channels has %,d bytes; it must be %,d.",
              is.blockBytes, block),
          "");
    } else {
      block = Math.max(1, is.blockBytes);
    }
    if (dataStart < 0) {
      problems.warning("", "There are no samples in the file.", "Compare it with the card.");
    }
    var points = new ArrayList<WaveHead.Cue>();
    cues.forEach((id, sample) ->
        points.add(
            new WaveHead.Cue(sample, labels.getOrDefault(id, ""), lengths.getOrDefault(id, 0L))));
    points.sort(java.util.Comparator.comparingLong(WaveHead.Cue::sample));
    return Optional.of(
        new WaveHead(
            container,
            is.coding,
            is.channels,
            is.sampleRate,
            is.bits,
            block,
            Math.max(0, dataStart),
            dataStart < 0 ? 0 : dataLength / block,
            Optional.ofNullable(bext),
            Optional.ofNullable(ixml),
            points,
            tags));
  }

  private static Optional<String> wrong(Format is) {
    if (is.channels == 0) {
      return Optional.of("The file says that it has no channels.");
    }
    if (is.channels > MOST_CHANNELS) {
      return Optional.of(
          Phrase.of("The file says that it has %d channels, which cannot be.", is.channels));
    }
    if (is.sampleRate == 0 || is.sampleRate > 10_000_000) {
      return Optional.of(
          Phrase.of("The file says that it has %,d samples in a second.", is.sampleRate));
    }
    return is.coding != WaveHead.Coding.OTHER && (is.bits == 0 || is.bits > 64)
        ? Optional.of(Phrase.of("The file says that a sample has %d bits.", is.bits))
        : Optional.empty();
  }

  /** All bytes of a chunk of notes. */
  private Optional<byte[]> bytes(String name, long at, long length) throws IOException {
    if (length > LARGEST_NOTES) {
      problems.warning(
          place(at),
          Phrase.of("The chunk \"%s\" has %s and is not read.", name, Phrase.size(length)),
          "Such a chunk has some thousand bytes; the file may be damaged.");
      return Optional.empty();
    }
    byte[] bytes = new byte[(int) length];
    if (length <= WINDOW) {
      see(at, (int) length);
      window.get((int) (at - windowStart), bytes);
    } else {
      readFully(ByteBuffer.wrap(bytes), at);
    }
    return Optional.of(bytes);
  }

  /** Brings a stretch of the file into the window; false where the file ends before it does. */
  private boolean see(long at, int length) throws IOException {
    if (at >= windowStart && at + length <= windowStart + window.limit()) {
      return true;
    }
    windowStart = at;
    window.clear();
    readFully(window, at);
    window.flip();
    return window.limit() >= length;
  }

  private void readFully(ByteBuffer into, long at) throws IOException {
    while (into.hasRemaining()) {
      int read = channel.read(into, at + into.position());
      if (read < 0) {
        return;
      }
    }
  }

  private String name(long at) {
    var bytes = new byte[4];
    window.get((int) (at - windowStart), bytes);
    return new String(bytes, StandardCharsets.ISO_8859_1);
  }

  private static String printable(String name) {
    return name.replaceAll("[^ -~]", "?");
  }

  private static String place(long at) {
    return "byte " + at;
  }
}
