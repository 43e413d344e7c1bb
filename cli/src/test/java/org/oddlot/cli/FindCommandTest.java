package org.oddlot.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
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

  @Test
  void rangesChooseWhatIsBetweenAndHitsAreWrittenAsAList() throws IOException {
    String lot = Demo.makeInterviews(folder).toString();
    Ended early = Ended.run("find", lot, "--words", "captain", "--where", "time=..09:20");
    assertThat(early.out()).contains("09:13:").doesNotContain("10:");
    Path list = folder.resolve("hits.csv");
    Ended written = Ended.run("find", lot, "--words", "glasses", "--out", list.toString());
    assertThat(written.code()).isZero();
    assertThat(Files.readString(list))
        .contains("In,From,To,What,Words")
        .contains("A010C002,09:")
        .contains("transcript,He remembered everything but where he had put his glasses.");
    Ended again = Ended.run("find", lot, "--words", "glasses", "--out", list.toString());
    assertThat(again.code()).isEqualTo(2);
    assertThat(again.err()).contains("is there already");
    Ended unknown =
        Ended.run("find", lot, "--words", "glasses", "--out", folder.resolve("x.doc").toString());
    assertThat(unknown.err()).contains("Use xlsx, csv, html or pdf");
  }

  @Test
  void whatIsSaidInATranscriptIsKnownOfItsClip() throws IOException {
    String lot = Demo.makeInterviews(folder).toString();
    Ended said = Ended.run("find", lot, "--words", "\"wrote down eleven\"", "--json");
    assertThat(said.out())
        .contains("\"clip\": \"A010C001\"")
        .contains("\"in\": \"09:12:54:18\"")
        .contains("\"speaker\": {");
    Ended within = Ended.run("find", lot, "--words", "eleven", "--where", "people=Tormod Aaslund");
    assertThat(within.out()).doesNotContain("A010C003");
  }
}
