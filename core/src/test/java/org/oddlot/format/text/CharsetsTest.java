package org.oddlot.format.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.Reader;
import java.io.StringWriter;
import java.nio.charset.Charset;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class CharsetsTest {
  private static String read(byte[] bytes, Charset charset) throws IOException {
    var text = new StringWriter();
    try (Reader letters = Charsets.reader(bytes, charset)) {
      letters.transferTo(text);
    }
    return text.toString();
  }

  /** Letter by letter it is the text that it is as a whole, broken sequences included. */
  @Property(tries = 200)
  void letterByLetterIsTheWhole(@ForAll @Size(max = 40) byte[] bytes) throws IOException {
    for (String name :
        new String[] {
          "UTF-8", "UTF-16", "UTF-16LE", "UTF-16BE", "windows-1252", "ISO-2022-CN", "GB18030"
        }) {
      Charset charset = Charset.forName(name);
      assertThat(read(bytes, charset)).isEqualTo(Charsets.decode(bytes, charset));
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"UTF-8", "UTF-16LE", "UTF-16BE"})
  void theMarkIsNoLetter(String name) throws IOException {
    Charset charset = Charset.forName(name);
    assertThat(read("\uFEFFScene".getBytes(charset), charset)).isEqualTo("Scene");
    assertThat(read("\uFEFF".getBytes(charset), charset)).isEmpty();
    assertThat(read("Scene".getBytes(charset), charset)).isEqualTo("Scene");
  }
}
