package org.oddlot.sound;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Assertions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.problem.Problem;
import org.oddlot.problem.Problems;
import org.oddlot.time.FrameRate;
import org.oddlot.time.SampleTime;

class WaveReaderTest {
  private static final String IXML =
      """
      <?xml version="1.0" encoding="UTF-8"?>
      <BWFXML><PROJECT>Orrin</PROJECT><SCENE>12A</SCENE><TAKE>3</TAKE><TAPE>S01</TAPE>
      <CIRCLED>TRUE</CIRCLED><NOTE>gulls &amp; wind</NOTE>
      <SPEED><TIMECODE_RATE>24000/1001</TIMECODE_RATE><TIMECODE_FLAG>NDF</TIMECODE_FLAG>
      <TIMESTAMP_SAMPLES_SINCE_MIDNIGHT_HI>1</TIMESTAMP_SAMPLES_SINCE_MIDNIGHT_HI>
      <TIMESTAMP_SAMPLES_SINCE_MIDNIGHT_LO>7</TIMESTAMP_SAMPLES_SINCE_MIDNIGHT_LO>
      <TIMESTAMP_SAMPLE_RATE>48048</TIMESTAMP_SAMPLE_RATE></SPEED>
      <TRACK_LIST><TRACK_COUNT>2</TRACK_COUNT>
      <TRACK><CHANNEL_INDEX>1</CHANNEL_INDEX><INTERLEAVE_INDEX>1</INTERLEAVE_INDEX><NAME>Boom</NAME></TRACK>
      <TRACK><CHANNEL_INDEX>4</CHANNEL_INDEX><INTERLEAVE_INDEX>2</INTERLEAVE_INDEX><NAME>In\u00e9s</NAME></TRACK>
      </TRACK_LIST></BWFXML>
      """;

  @TempDir Path folder;

  private final Problems problems = new Problems("a.wav");

  private Path write(WaveWriter writer, int frames) throws IOException {
    Path file = folder.resolve("a.wav");
    writer.write(file, frames, (channel, frame) -> (channel + 1) * frame / 1000f);
    return file;
  }

  private static BroadcastExtension bext(long reference) {
    return BroadcastExtension.of(
        "sSCENE=12\r\nsTRK1=Boom\r\nsTRK2=MIX L\r\n",
        "Recorder",
        LocalDate.of(2026, 3, 14),
        "10:14:07",
        reference);
  }

  /** EBU Tech 3285: the time reference stands at bytes 338 to 345 of the chunk's data. */
  @Test
  void theTimeReferenceStandsWhereTheStandardPutsIt() throws IOException {
    byte[] data = new byte[602];
    data[338] = 0x10;
    data[342] = 0x02;
    data[346] = 1;
    byte[] date = "2026-03-14".getBytes(StandardCharsets.US_ASCII);
    System.arraycopy(date, 0, data, 320, date.length);
    Path file = write(WaveWriter.of(1, 48_000).withChunk("bext", data), 10);

    BroadcastExtension read = WaveReader.read(file, problems).orElseThrow().bext().orElseThrow();

    assertThat(read.timeReference()).isEqualTo(0x2_0000_0010L);
    assertThat(read.day()).contains(LocalDate.of(2026, 3, 14));
    assertThat(read.version()).isEqualTo(1);
  }

  /** EBU Tech 3285 version 2: UMID at 348, loudness at 412 to 421, coding history from 602. */
  @Test
  void everythingOfVersionTwoIsCarried() throws IOException {
    var full =
        new BroadcastExtension(
            "Quay before dawn",
            "Recorder",
            "XX123",
            "2026-03-14",
            "10:14:07",
            1L << 33,
            2,
            "AB".repeat(32),
            Optional.of(
                new BroadcastExtension.Loudness(
                    (short) -2300, (short) 700, (short) -100, (short) -1800, (short) -2000)),
            "A=PCM,F=48000,W=24,M=multi");
    Path file = write(WaveWriter.of(2, 48_000).with(full), 10);
    byte[] bytes = Files.readAllBytes(file);
    int data = indexOf(bytes, "bext") + 8;

    assertThat(ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN).getShort(data + 412))
        .isEqualTo((short) -2300);
    assertThat(new String(bytes, data + 602, 26, StandardCharsets.US_ASCII))
        .isEqualTo("A=PCM,F=48000,W=24,M=multi");
    assertThat(WaveReader.read(file, problems).orElseThrow().bext()).contains(full);
    assertThat(problems.list()).isEmpty();
  }

  private static int indexOf(byte[] bytes, String name) {
    return new String(bytes, StandardCharsets.ISO_8859_1).indexOf(name);
  }

  @Test
  void ixmlSaysTheRestAndSamplesAreReadByChannel() throws IOException {
    Path file = write(WaveWriter.of(2, 48_000).with(bext((1L << 32) + 7)).withIxml(IXML), 100);

    SoundFile read = SoundFile.read(file, problems).orElseThrow();

    assertThat(read.reference()).contains(SampleTime.of((1L << 32) + 7, 48_048));
    assertThat(read.isPulled()).isTrue();
    assertThat(read.timecodeRate()).contains(FrameRate.FPS_23_976);
    assertThat(List.of(read.scene(), read.take(), read.reel(), read.note()))
        .containsExactly("12A", "3", "S01", "gulls & wind");
    assertThat(read.circled()).isTrue();
    assertThat(read.tracks())
        .containsExactly(new SoundFile.Track(1, "Boom"), new SoundFile.Track(4, "Inés"));
    assertThat(problems.list()).isEmpty();
    WaveHead head = WaveReader.read(file, problems).orElseThrow();
    assertThat(head.frames()).isEqualTo(100);
    float[] second = WaveSamples.read(file, head, 2, 98, 4);
    assertThat(second[0]).isCloseTo(0.196f, org.assertj.core.data.Offset.offset(0.0001f));
    assertThat(Arrays.copyOfRange(second, 2, 4)).containsExactly(0f, 0f);
  }

  @Test
  void aFileWithoutIxmlIsNamedByItsDescription() throws IOException {
    SoundFile read =
        SoundFile.read(write(WaveWriter.of(2, 48_000).with(bext(48_000)), 9), problems)
            .orElseThrow();

    assertThat(read.tracks())
        .containsExactly(new SoundFile.Track(1, "Boom"), new SoundFile.Track(2, "MIX L"));
    assertThat(read.scene()).isEqualTo("12");
    assertThat(read.timecodeRate()).isEmpty();
  }

  @Test
  void channelsCountedFromZeroAreCountedFromOneHere() throws IOException {
    String fromZero =
        IXML.replace("<CHANNEL_INDEX>1", "<CHANNEL_INDEX>0")
            .replace("<CHANNEL_INDEX>4", "<CHANNEL_INDEX>1")
            .replace("<INTERLEAVE_INDEX>1", "<INTERLEAVE_INDEX>0")
            .replace("<INTERLEAVE_INDEX>2", "<INTERLEAVE_INDEX>1");
    SoundFile read =
        SoundFile.read(write(WaveWriter.of(2, 48_000).withIxml(fromZero), 9), problems)
            .orElseThrow();

    assertThat(read.tracks())
        .containsExactly(new SoundFile.Track(1, "Boom"), new SoundFile.Track(2, "Inés"));
  }

  @Test
  void anRf64FileOverFourGigabytesIsReadWithoutItsSamples() throws IOException {
    Path file = write(WaveWriter.of(8, 48_000).with(bext(5)).asRf64(), 10);
    try (var out =
        java.nio.channels.FileChannel.open(file, java.nio.file.StandardOpenOption.WRITE)) {
      long samples = 400_000_000L;
      ByteBuffer size = ByteBuffer.allocate(8).order(ByteOrder.LITTLE_ENDIAN);
      size.putLong(0, samples * 16);
      int data = indexOf(Files.readAllBytes(file), "data") + 8;
      out.write(size, 12 + 8 + 8);
      out.write(ByteBuffer.wrap("iXML".getBytes(StandardCharsets.US_ASCII)), data + samples * 16);
      ByteBuffer length = ByteBuffer.allocate(4).order(ByteOrder.LITTLE_ENDIAN);
      byte[] xml = IXML.getBytes(StandardCharsets.UTF_8);
      out.write(length.putInt(0, xml.length), data + samples * 16 + 4);
      out.write(ByteBuffer.wrap(xml), data + samples * 16 + 8);
    }

    WaveHead head = WaveReader.read(file, problems).orElseThrow();

    assertThat(head.container()).isEqualTo("RF64");
    assertThat(head.frames()).isEqualTo(400_000_000L);
    assertThat(head.ixml().orElseThrow().scene()).isEqualTo("12A");
    assertThat(problems.list()).isEmpty();
  }

  @Test
  void cuePointsHaveTheirLabels() throws IOException {
    ByteBuffer cue = ByteBuffer.allocate(28).order(ByteOrder.LITTLE_ENDIAN);
    cue.putInt(1).putInt(9).putInt(0).put("data".getBytes(StandardCharsets.US_ASCII));
    cue.putInt(24, 4800);
    byte[] label = "adtllabl\0\0\0\0\0\0\0\0Slate\0".getBytes(StandardCharsets.US_ASCII);
    label[8] = 10;
    label[12] = 9;
    Path file =
        write(WaveWriter.of(1, 48_000).withChunk("cue ", cue.array()).withChunk("LIST", label), 10);

    assertThat(WaveReader.read(file, problems).orElseThrow().cues())
        .containsExactly(new WaveHead.Cue(4800, "Slate", 0));
  }

  // Hostile files: a message, no hang, no more memory than there are notes in a real file.

  private Optional<WaveHead> readBytes(byte[] bytes) throws IOException {
    Path file = folder.resolve("bad.wav");
    Files.write(file, bytes);
    return Assertions.assertTimeoutPreemptively(
        Duration.ofSeconds(10), () -> WaveReader.read(file, problems));
  }

  private byte[] good() throws IOException {
    return Files.readAllBytes(write(WaveWriter.of(2, 48_000).with(bext(5)).withIxml(IXML), 50));
  }

  private String messages() {
    return String.join("\n", problems.list().stream().map(Problem::message).toList());
  }

  @Test
  void lyingSizesAreReadAsFarAsTheyGo() throws IOException {
    byte[] bytes = good();
    int data = indexOf(bytes, "data");
    ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN).putInt(data + 4, 0x7FFFFFF0);
    assertThat(readBytes(bytes).orElseThrow().frames()).isBetween(50L, 400L);
    assertThat(messages()).contains("\"data\" says that it has 2,147,483,632 bytes");
  }

  @Test
  void aRecordingThatWasNotClosedGoesOnToTheEnd() throws IOException {
    byte[] bytes = Files.readAllBytes(write(WaveWriter.of(2, 48_000).with(bext(5)), 50));
    int data = indexOf(bytes, "data");
    ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN).putInt(data + 4, 0);
    assertThat(readBytes(bytes).orElseThrow().frames()).isEqualTo(50);
    assertThat(messages()).contains("not closed");
  }

  @Test
  void aFileWithoutDescriptionOfItsSamplesIsRefused() throws IOException {
    byte[] bytes = good();
    bytes[indexOf(bytes, "fmt ")] = 'x';
    assertThat(readBytes(bytes)).isEmpty();
    assertThat(messages()).contains("no \"fmt \" chunk");
  }

  @Test
  void noChannelsAndTooManyAreRefused() throws IOException {
    byte[] bytes = good();
    int channels = indexOf(bytes, "fmt ") + 10;
    bytes[channels] = 0;
    assertThat(readBytes(bytes)).isEmpty();
    assertThat(messages()).contains("no channels");
    bytes[channels] = (byte) 0xFF;
    bytes[channels + 1] = (byte) 0xFF;
    assertThat(readBytes(bytes)).isEmpty();
    assertThat(messages()).contains("65535 channels");
  }

  @Test
  void endlessChunksEnd() throws IOException {
    byte[] zeros = Arrays.copyOf("RIFF\0\0\0\0WAVE".getBytes(StandardCharsets.US_ASCII), 4 << 20);
    assertThat(readBytes(zeros)).isEmpty();
    assertThat(messages()).contains("more than 4096 chunks");
  }

  @Test
  void anIxmlOfHundredsOfMegabytesIsNotReadAtAll() throws IOException {
    Path file = folder.resolve("bad.wav");
    Files.write(file, Files.readAllBytes(write(WaveWriter.of(1, 48_000), 4)));
    try (var out =
        java.nio.channels.FileChannel.open(file, java.nio.file.StandardOpenOption.WRITE)) {
      long at = out.size();
      ByteBuffer head = ByteBuffer.allocate(8).order(ByteOrder.LITTLE_ENDIAN);
      head.put("iXML".getBytes(StandardCharsets.US_ASCII)).putInt(500 << 20).flip();
      out.write(head, at);
      out.write(ByteBuffer.wrap(new byte[] {'>'}), at + 8 + (500 << 20) - 1);
    }
    assertThat(WaveReader.read(file, problems)).isPresent();
    assertThat(messages()).contains("\"iXML\" has 524 MB and is not read");
  }

  @Test
  void entitiesAreNeitherMultipliedNorLookedUp() throws IOException {
    String bomb =
        """
        <!DOCTYPE b [<!ENTITY a "aaaaaaaaaa"><!ENTITY c "&a;&a;&a;&a;"><!ENTITY x SYSTEM "file:///etc/hostname">]>
        <BWFXML><SCENE>7</SCENE><NOTE>&c;&c;&x;</NOTE><TAKE>2</TAKE></BWFXML>
        """;
    Path file = write(WaveWriter.of(1, 48_000).withIxml(bomb), 4);
    Ixml read =
        Assertions.assertTimeoutPreemptively(
                Duration.ofSeconds(10), () -> WaveReader.read(file, problems))
            .orElseThrow()
            .ixml()
            .orElseThrow();

    assertThat(List.of(read.scene(), read.take())).containsExactly("7", "2");
    assertThat(read.note()).isEqualTo("&c;&c;&x;");
    assertThat(messages()).contains("document type declaration is ignored");
  }

  @Test
  void brokenXmlIsMendedOrReadAsFarAsItGoes() throws IOException {
    String bare = IXML.replace("&amp;", "&").replace("Orrin", "Or\u0001rin");
    Ixml mended =
        WaveReader.read(write(WaveWriter.of(2, 48_000).withIxml(bare), 4), problems)
            .orElseThrow()
            .ixml()
            .orElseThrow();
    assertThat(mended.note()).isEqualTo("gulls & wind");
    assertThat(messages()).contains("it was mended");

    String cut = IXML.substring(0, IXML.indexOf("<TRACK_LIST>") + 120);
    Ixml part =
        WaveReader.read(write(WaveWriter.of(2, 48_000).withIxml(cut), 4), problems)
            .orElseThrow()
            .ixml()
            .orElseThrow();
    assertThat(part.scene()).isEqualTo("12A");
    assertThat(messages()).contains("broken off");
  }

  @Test
  void utf16IsReadInBothOrdersAndLatinWhereItIsDeclared() throws IOException {
    for (var charset : List.of(StandardCharsets.UTF_16LE, StandardCharsets.UTF_16BE)) {
      byte[] data = IXML.strip().replace("UTF-8", "UTF-16").getBytes(charset);
      assertThat(names(data)).containsExactly("Boom", "Inés");
    }
    byte[] latin =
        IXML.strip().replace("UTF-8", "ISO-8859-1").getBytes(StandardCharsets.ISO_8859_1);
    assertThat(names(latin)).containsExactly("Boom", "Inés");
  }

  private List<String> names(byte[] ixml) throws IOException {
    Path file = write(WaveWriter.of(2, 48_000).withChunk("iXML", ixml), 4);
    return WaveReader.read(file, problems).orElseThrow().ixml().orElseThrow().tracks().stream()
        .map(Ixml.Track::name)
        .toList();
  }

  @Property(tries = 300)
  void whateverIsBrokenInAFileItIsReadOrRefused(
      @ForAll @Size(max = 12) List<@IntRange(max = 2000) Integer> places,
      @ForAll byte value,
      @ForAll @IntRange(max = 2000) int length)
      throws IOException {
    Path file = Files.createTempFile("oddlot", ".wav");
    try {
      WaveWriter.of(2, 48_000).with(bext(5)).withIxml(IXML).write(file, 20, (channel, frame) -> 0);
      byte[] bytes = Files.readAllBytes(file);
      places.forEach(place -> bytes[place % bytes.length] = value);
      Files.write(file, Arrays.copyOf(bytes, Math.min(bytes.length, length)));
      var said = new Problems("x.wav");
      Optional<WaveHead> read = WaveReader.read(file, said);
      assertThat(read.isPresent() || !said.list().isEmpty()).isTrue();
      read.ifPresent(
          head -> assertThat(head.frames() * head.blockBytes()).isLessThanOrEqualTo(length));
    } finally {
      Files.delete(file);
    }
  }
}
