package org.oddlot.sound;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The {@code bext} chunk of a sound file, all versions: EBU Tech 3285.
 *
 * @param description free text; many recorders put {@code KEY=value} lines into it
 * @param originator who or what made the file
 * @param originatorReference its reference there
 * @param date {@code yyyy-mm-dd} as it is written, empty if it is not
 * @param time {@code hh:mm:ss} as it is written
 * @param timeReference samples since midnight of the first sample, an unsigned count
 * @param version 0, 1 or 2
 * @param umid the first 32 or all 64 bytes in hexadecimal; empty if there is none
 * @param loudness what version 2 says of it
 * @param codingHistory what was done to the sound, a line each
 */
public record BroadcastExtension(
    String description,
    String originator,
    String originatorReference,
    String date,
    String time,
    long timeReference,
    int version,
    String umid,
    Optional<Loudness> loudness,
    String codingHistory) {

  /** The length of the part that every chunk has; the coding history follows it. */
  static final int FIXED = 602;

  private static final int UMID_BYTES = 64;

  /** What the loudness fields hold where nothing was measured: EBU Tech 3285, version 2. */
  private static final short NOT_MEASURED = 0x7FFF;

  private static final Pattern DATE = Pattern.compile("(\\d{4})[-_:. /](\\d{2})[-_:. /](\\d{2})");

  /** A key as recorders write them, some with a letter before it: common practice, no source. */
  private static final Pattern KEY = Pattern.compile("\\s*[a-z]?([A-Z]+\\d*)=(.*)");

  /**
   * Loudness in hundredths: of LUFS, LU, dBTP.
   *
   * @param integrated programme loudness
   * @param range loudness range
   * @param truePeak maximum true peak level
   * @param momentary highest momentary loudness
   * @param shortTerm highest short-term loudness
   */
  public record Loudness(
      short integrated, short range, short truePeak, short momentary, short shortTerm) {}

  /** One of nothing but a time reference. */
  public static BroadcastExtension of(
      String description, String originator, LocalDate date, String time, long timeReference) {
    return new BroadcastExtension(
        description,
        originator,
        "",
        date.toString(),
        time,
        timeReference,
        1,
        "",
        Optional.empty(),
        "");
  }

  /**
   * Reads the data of a chunk; empty where it ends before the time reference does.
   *
   * @param data without the chunk's name and size; what is missing at the end counts as empty
   */
  static Optional<BroadcastExtension> read(byte[] data) {
    if (data.length < 346) {
      return Optional.empty();
    }
    ByteBuffer in = ByteBuffer.wrap(data).order(ByteOrder.LITTLE_ENDIAN);
    int version = data.length < 348 ? 0 : Math.min(2, Short.toUnsignedInt(in.getShort(346)));
    String umid = "";
    if (version >= 1 && data.length >= 348 + UMID_BYTES) {
      umid = umid(data);
    }
    Optional<Loudness> loudness =
        version >= 2 && data.length >= 422 ? loudness(in) : Optional.empty();
    String history =
        data.length > FIXED ? SoundText.decode(data, FIXED, data.length - FIXED).strip() : "";
    return Optional.of(
        new BroadcastExtension(
            SoundText.decode(data, 0, 256).strip(),
            SoundText.decode(data, 256, 32).strip(),
            SoundText.decode(data, 288, 32).strip(),
            SoundText.decode(data, 320, 10).strip(),
            SoundText.decode(data, 330, 8).strip(),
            in.getLong(338),
            version,
            umid,
            loudness,
            history));
  }

  private static String umid(byte[] data) {
    int length = 0;
    for (int i = 0; i < UMID_BYTES; i++) {
      if (data[348 + i] != 0) {
        length = i < 32 ? 32 : UMID_BYTES;
      }
    }
    var hex = java.util.HexFormat.of().withUpperCase();
    return hex.formatHex(data, 348, 348 + length);
  }

  private static Optional<Loudness> loudness(ByteBuffer in) {
    var read =
        new Loudness(
            in.getShort(412),
            in.getShort(414),
            in.getShort(416),
            in.getShort(418),
            in.getShort(420));
    boolean measured =
        read.integrated != NOT_MEASURED
            || read.range != NOT_MEASURED
            || read.truePeak != NOT_MEASURED;
    return Optional.of(read)
        .filter(l ->
            measured
                && !l.equals(new Loudness((short) 0, (short) 0, (short) 0, (short) 0, (short) 0)));
  }

  /** The data of a chunk that says this. */
  byte[] toBytes() {
    byte[] history = codingHistory.getBytes(java.nio.charset.StandardCharsets.UTF_8);
    ByteBuffer out = ByteBuffer.allocate(FIXED + history.length).order(ByteOrder.LITTLE_ENDIAN);
    SoundText.encode(description, out, 0, 256);
    SoundText.encode(originator, out, 256, 32);
    SoundText.encode(originatorReference, out, 288, 32);
    SoundText.encode(date, out, 320, 10);
    SoundText.encode(time, out, 330, 8);
    out.putLong(338, timeReference);
    out.putShort(346, (short) version);
    byte[] id = java.util.HexFormat.of().parseHex(umid);
    out.put(348, id, 0, Math.min(id.length, UMID_BYTES));
    loudness.ifPresent(l -> {
      out.putShort(412, l.integrated).putShort(414, l.range).putShort(416, l.truePeak);
      out.putShort(418, l.momentary).putShort(420, l.shortTerm);
    });
    out.put(FIXED, history);
    return out.array();
  }

  /** The day it was made, if what is written there is one. */
  public Optional<LocalDate> day() {
    Matcher matcher = DATE.matcher(date);
    if (!matcher.matches()) {
      return Optional.empty();
    }
    try {
      return Optional.of(
          LocalDate.of(
              Integer.parseInt(matcher.group(1)),
              Integer.parseInt(matcher.group(2)),
              Integer.parseInt(matcher.group(3))));
    } catch (DateTimeException e) {
      return Optional.empty();
    }
  }

  /** What the description's {@code KEY=value} lines say, by key in upper case: {@code TRK1}. */
  public Map<String, String> keys() {
    var keys = new LinkedHashMap<String, String>();
    description
        .lines()
        .forEach(line -> {
          Matcher matcher = KEY.matcher(line);
          if (matcher.matches()) {
            keys.putIfAbsent(matcher.group(1).toUpperCase(Locale.ROOT), matcher.group(2).strip());
          }
        });
    return keys;
  }
}
