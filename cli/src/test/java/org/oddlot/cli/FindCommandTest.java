package org.oddlot.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.oddlot.demo.Demo;

class FindCommandTest {
  @TempDir private Path folder;

  @Test
  void eachWordsLookWithinWhatWasFoundAndValuesAreCounted() throws IOException {
    String lot = Demo.makeInterviews(folder).toString();
    Ended found = Ended.run("find", lot, "--words", "captan", "--words", "Pilar", "--json");
    assertThat(found.code()).isZero();
    assertThat(found.out())
        .contains("\"clip\": \"A010C002\"", "\"text\": \"Pilar\"", "\"camera\": {")
        .doesNotContain("A010C001");
    Ended chosen = Ended.run("find", lot, "--words", "\"the mail\"", "--where", "camera=b");
    assertThat(chosen.out())
        .contains("B010C002  09:40:39:03  keyword: the mail")
        .doesNotContain("A010C002");
  }

  @Test
  void whatNothingHasIsAnErrorThatSaysWhatThereIs() throws IOException {
    String lot = Demo.makeInterviews(folder).toString();
    Ended wrong = Ended.run("find", lot, "--where", "sceen=12");
    assertThat(wrong.code()).isEqualTo(2);
    assertThat(wrong.err()).contains("Nothing has a \"sceen\" here").contains("keyword");
    assertThat(Ended.run("find", lot, "--where", "camera").code()).isEqualTo(2);
    assertThat(Ended.run("find", lot, "--words", "zzzzqqq").out()).contains("0 hits");
  }
}
