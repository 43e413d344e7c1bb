package org.oddlot.window.match;

import java.util.List;
import java.util.Optional;
import org.oddlot.material.Source;
import org.oddlot.paper.Label;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.pass.match.Candidate;
import org.oddlot.pass.match.MatchFinding;
import org.oddlot.time.Timecode;

/**
 * One entry as the bench shows it.
 *
 * @param reviewed the finding and what was said about it
 * @param shown the sources that it is, or would be, paired with
 */
record MatchRow(Reviewed<MatchFinding> reviewed, List<Source> shown) {

  static MatchRow of(Reviewed<MatchFinding> reviewed, MatchModel model) {
    return new MatchRow(
        reviewed, reviewed.chosen().stream().flatMap(id -> model.source(id).stream()).toList());
  }

  MatchFinding finding() {
    return reviewed.finding();
  }

  LogEntry entry() {
    return finding().entry();
  }

  Standing standing() {
    return reviewed.standing();
  }

  String slate() {
    LogEntry entry = entry();
    if (entry.scene().isEmpty() && entry.take().isEmpty()) {
      return entry.title();
    }
    return (entry.scene() + " / " + entry.take()).strip();
  }

  String log() {
    return entry().in().map(Label::toString).orElse("");
  }

  String clip() {
    if (shown.isEmpty()) {
      return finding().candidates().isEmpty() ? "" : "choose one";
    }
    return shown.size() == 1
        ? shown.getFirst().name()
        : shown.getFirst().name() + " +" + (shown.size() - 1);
  }

  String start() {
    return shown.stream()
        .findFirst()
        .flatMap(Source::startLabel)
        .map(Timecode::toString)
        .orElse("");
  }

  String why() {
    return reviewed.decision().isPresent() ? "by hand" : finding().headline();
  }

  /** The candidate that the first shown source is, if it is one. */
  Optional<Candidate> hung() {
    return shown.stream().findFirst().flatMap(source -> candidate(source.id()));
  }

  Optional<Candidate> candidate(String source) {
    return finding().candidates().stream()
        .filter(candidate -> candidate.source().id().equals(source))
        .findFirst();
  }

  /** All that can be found in it. */
  String words() {
    return String.join(
        " ",
        slate(),
        entry().notes(),
        String.join(" ", entry().people()),
        String.join(" ", entry().keywords()),
        log(),
        clip(),
        entry().camera(),
        finding().reason());
  }
}
