package org.oddlot.window.captions;

import java.util.List;
import org.oddlot.caption.Caption;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Instruction;
import org.oddlot.pass.captions.Edit;
import org.oddlot.pass.names.Learned;

/** What is said to Captions and to Names so that neither changes a caption. */
record CaptionLock(String file, Caption caption) {
  private static final String CAPTIONS = "captions";
  private static final String NAMES = "names";

  private Learned right() {
    return Learned.rightAsItIs(caption.text().inOneLine());
  }

  Answers on(Answers answers) {
    var lock = new Edit.Lock(file, caption.id(), caption.text().plain());
    Answers more =
        answers.plus(
            Instruction.of(answers.newInstructionId(CAPTIONS), CAPTIONS, Edit.CODEC, lock));
    return more.plus(Instruction.of(more.newInstructionId(NAMES), NAMES, Learned.CODEC, right()));
  }

  Answers off(Answers answers) {
    Answers less = answers;
    for (Instruction each : answers.instructions()) {
      less = isIts(each) ? less.without(each.id()) : less;
    }
    return less;
  }

  /** Whatever its words were when it was locked. */
  private boolean isIts(Instruction each) {
    return switch (each.pass()) {
      case CAPTIONS ->
          each.words().size() > 2
              && each.words().subList(0, 3).equals(List.of("lock", file, caption.id()));
      case NAMES -> each.words().equals(Learned.CODEC.encode(right()));
      default -> false;
    };
  }
}
