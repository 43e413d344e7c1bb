package org.oddlot.window.kit;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class WordsTest {
  @Test
  void aNumberAndItsUnitStayOnOneLine() {
    assertThat(Words.unbroken("both start here (+2 f, −7 f), 28 % of 12 s 4 f"))
        .isEqualTo("both start here (+2\u00a0f, −7\u00a0f), 28\u00a0% of 12\u00a0s 4\u00a0f");
    assertThat(Words.unbroken("take 3 from 2 files, scene 12 short"))
        .isEqualTo("take 3 from 2 files, scene 12 short");
  }
}
