package org.oddlot.format.caption;

import static org.assertj.core.api.Assertions.assertThat;
import static org.oddlot.format.caption.CaptionSamples.assertVerbatim;
import static org.oddlot.format.caption.CaptionSamples.read;
import static org.oddlot.format.caption.CaptionSamples.said;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Timebase;
import org.oddlot.problem.Problems;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;

/** EBU Tech 3264-E: byte positions of the GSI and TTI blocks, table 00; from memory. */
class EbuStlTest {
  private static final EbuStl STL = new EbuStl();
  private static final Timebase.Frames FILM = new Timebase.Frames(FrameRate.FPS_25, false);

  private static Captions talk() {
    return Captions.made(
        "talk",
        "de",
        FILM,
        List.of(
            Caption.of("1", Rational.of(3600), Rational.of(90_063, 25), "Größe\nist alles."),
            Caption.of("2", Rational.of(3604), Rational.of(3605), "x".repeat(150))));
  }

  @Test
  void blocksAndFieldsStandWhereTheStandardHasThem() {
    byte[] file = STL.write(talk());
    // 1024 bytes of GSI; a text block has 112 bytes of text, so the second caption takes two.
    assertThat(file).hasSize(1024 + 3 * 128);
    assertThat(ascii(file, 3, 8)).isEqualTo("STL25.01");
    assertThat(ascii(file, 12, 2)).isEqualTo("00");
    assertThat(ascii(file, 14, 2)).isEqualTo("08");
    assertThat(ascii(file, 238, 5)).isEqualTo("00003");
    assertThat(ascii(file, 243, 5)).isEqualTo("00002");
    assertThat(ascii(file, 264, 8)).isEqualTo("01000000");
    byte[] first = Arrays.copyOfRange(file, 1024, 1152);
    assertThat(first[3]).isEqualTo((byte) 0xFF);
    assertThat(Arrays.copyOfRange(first, 5, 13)).containsExactly(1, 0, 0, 0, 1, 0, 2, 13);
    assertThat(first[14]).isEqualTo((byte) 2);
    // ISO 6937: the diaeresis stands before its letter; ß is 15/11; 8/10 ends a line, 8/15 is
    // unused.
    assertThat(Arrays.copyOfRange(first, 16, 16 + 8))
        .containsExactly('G', 'r', 0xC8, 'o', 0xFB, 'e', 0x8A, 'i');
    assertThat(first[127]).isEqualTo((byte) 0x8F);
    assertThat(file[1152 + 3]).isEqualTo((byte) 0);
    assertThat(file[1152 + 128 + 3]).isEqualTo((byte) 0xFF);
    assertThat(file[1152 + 1]).isEqualTo((byte) 1);
  }

  private static String ascii(byte[] file, int from, int length) {
    return new String(file, from, length, StandardCharsets.ISO_8859_1);
  }

  @Test
  void whatWasWrittenIsReadAlike() {
    byte[] file = STL.write(talk());
    Captions again = read(STL, file);
    assertThat(again.captions()).isEqualTo(talk().captions());
    assertThat(again.language()).isEqualTo("de");
    assertVerbatim(STL, file);
  }

  @Test
  void aChangedCaptionLeavesTheOtherBlocksAlone() {
    byte[] file = STL.write(talk());
    Arrays.fill(file, 448, 1024, (byte) 'u');
    Captions captions = read(STL, file);
    var changed = new ArrayList<>(captions.captions());
    changed.set(0, changed.getFirst().withPlain("Größe\nist nichts."));
    byte[] written = STL.write(captions.withCaptions(changed));
    assertThat(Arrays.copyOf(written, 1024)).isEqualTo(Arrays.copyOf(file, 1024));
    assertThat(Arrays.copyOfRange(written, 1152, written.length))
        .isEqualTo(Arrays.copyOfRange(file, 1152, file.length));
    assertThat(said(read(STL, written)).getFirst()).endsWith("ist nichts.");
  }

  /**
   * Tables 01 to 04 are ISO 8859-5, -6, -7 and -8; the bytes are those that Python's codecs of
   * these names give.
   */
  @Test
  void otherScriptsHaveTablesOfTheirOwn() {
    assertTable("01", "До", 0xB4, 0xDE);
    assertTable("02", "قب", 0xE2, 0xC8);
    assertTable("03", "Πριν", 0xD0, 0xF1, 0xE9, 0xED);
    assertTable("04", "לפ", 0xEC, 0xF4);
    Captions japanese =
        Captions.made("talk", "", FILM, List.of(Caption.of("1", Rational.ZERO, Rational.ONE, "夜")));
    assertThat(STL.lost(japanese).apply(japanese.captions().getFirst())).contains("夜");
  }

  private static void assertTable(String table, String text, int... bytes) {
    Captions captions =
        Captions.made(
            "talk", "", FILM, List.of(Caption.of("1", Rational.ZERO, Rational.ONE, text)));
    byte[] file = STL.write(captions);
    assertThat(ascii(file, 12, 2)).isEqualTo(table);
    for (int i = 0; i < bytes.length; i++) {
      assertThat(Byte.toUnsignedInt(file[1024 + 16 + i])).as(text).isEqualTo(bytes[i]);
    }
    assertThat(read(STL, file).captions().getFirst().text().plain()).isEqualTo(text);
    assertThat(STL.lost(captions).apply(captions.captions().getFirst())).isEmpty();
  }

  @Test
  void teletextLinesAndCommentsAreRead() {
    byte[] file = STL.write(talk());
    file[11] = '1';
    byte[] text = {
      0x0D, 0x0B, 0x0B, 'A', 'y', 0x0A, 0x0A, (byte) 0x8A, (byte) 0x8A, 0x0D, 0x03, 0x0B, 0x0B, 'B'
    };
    System.arraycopy(text, 0, file, 1024 + 16, text.length);
    Arrays.fill(file, 1024 + 16 + text.length, 1152, (byte) 0x8F);
    byte[] comment = Arrays.copyOf(file, file.length + 128);
    System.arraycopy(file, 1024, comment, file.length, 128);
    comment[file.length + 1] = 9;
    comment[file.length + 15] = 1;
    var problems = new Problems("talk.stl");
    Captions captions = read(STL, comment, problems);
    assertThat(captions.captions()).hasSize(2);
    assertThat(captions.captions().getFirst().text().plain()).isEqualTo("Ay\nB");
    assertThat(captions.asides()).extracting(aside -> aside.what()).contains("comments");
    assertThat(problems.list().toString()).contains("00003 text blocks; it has 4");
    assertVerbatim(STL, comment);
  }

  @Test
  void aFileThatIsCutOffIsReadAsFarAsItGoes() {
    byte[] file = STL.write(talk());
    var problems = new Problems("talk.stl");
    Captions captions = read(STL, Arrays.copyOf(file, 1152 + 60), problems);
    assertThat(captions.captions()).hasSize(1);
    assertThat(problems.list().toString()).contains("block 2").contains("cut off");
  }

  /** One letter that no table has does not decide over all the others. */
  @Test
  void theTableIsThatOfMostLetters() {
    Captions captions =
        Captions.made(
            "a.stl",
            "ru",
            new Timebase.Frames(org.oddlot.time.FrameRate.FPS_25, false),
            List.of(
                Caption.of("1", Rational.of(1), Rational.of(3), "♪ Ветер… ♪"),
                Caption.of("2", Rational.of(4), Rational.of(6), "Лодка вернулась")));
    assertThat(EbuStl.table(captions)).isEqualTo("01");
    assertThat(new EbuStl().lost(captions).apply(captions.captions().getFirst()))
        .contains("♪ becomes ?", "… becomes ...");
  }
}
