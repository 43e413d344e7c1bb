package org.oddlot.material;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** RFC 3986, 6.2.2 and 6.2.3, with what paths on disks add to that. */
class SpellingTest {
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "a/pier storm.mxf | a/pier%20storm.mxf",
        "a/pier.mxf | ./a/pier.mxf",
        "a/pier.mxf | a//pier.mxf",
        "a/pier.mxf | a/x/../pier.mxf",
        "a/pier.mxf | a\\pier.mxf",
        "/v/pier storm.mxf | file:///v/pier%20storm.mxf",
        "/v/pier storm.mxf | file://localhost/v/pier storm.mxf",
        "/v/pier storm.mxf | file:/v/pier%20storm.mxf",
        "C:/Media/Pier.mxf | file:///c:/media/pier.mxf",
        "https://Server.example/a/b.mp4 | HTTPS://server.example/a/%62.mp4",
        "a/Skarvøy.mxf | a/Skarv%C3%B8y.mxf",
        "a/é.mxf | a/e%CC%81.mxf"
      })
  void oneFileIsSpelledInManyWays(String one, String other) {
    assertThat(Spelling.canonical(other)).isEqualTo(Spelling.canonical(one));
    assertThat(Spelling.isPlain(other) && Spelling.isPlain(one)).isFalse();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "a/pier.mxf | b/pier.mxf",
        "a/pier.mxf | /a/pier.mxf",
        "a/pier.mxf | a/Pier.mxf",
        "a/50% grey.mov | a/50 grey.mov",
        "../a.mov | a.mov",
        "https://one.example/a.mp4 | https://two.example/a.mp4",
        "file://one/v/a.mov | file://two/v/a.mov"
      })
  void othersAreOthers(String one, String other) {
    assertThat(Spelling.canonical(other)).isNotEqualTo(Spelling.canonical(one));
  }
}
