package org.oddlot.lot;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.oddlot.lot.Lot.Input;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Decision;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Instruction;
import org.oddlot.text.Phrase;

/**
 * Two states of one lot made into one: what either did since both were the same is done. Where both
 * did something else with the same thing, what was done here stands.
 *
 * @param lot both together
 * @param taken how many things were taken over from the other
 * @param conflicts how many things both changed, each otherwise
 */
public record LotMerge(Lot lot, int taken, int conflicts) {

  /**
   * Brings two states together.
   *
   * @param base what both began with
   * @param mine what was made of it here
   * @param theirs what was made of it elsewhere
   */
  public static LotMerge of(Lot base, Lot mine, Lot theirs) {
    var counts = new int[2];
    Lot merged =
        new Lot(
            one(base.name(), mine.name(), theirs.name(), counts),
            inputs(base, mine, theirs, counts),
            one(base.sheet(), mine.sheet(), theirs.sheet(), counts),
            answers(base.answers(), mine.answers(), theirs.answers(), counts),
            mine.carried());
    return new LotMerge(merged, counts[0], counts[1]);
  }

  /** What is said of it, in a sentence. */
  public String inWords() {
    String both =
        conflicts == 0
            ? ""
            : Phrase.of(
                " %s changed in both; what was done here was kept.",
                conflicts == 1 ? "1 thing was" : conflicts + " things were");
    return Phrase.of(
        "Another window had saved this lot; %s of it %s taken over.%s",
        Phrase.count(taken, "change"), taken == 1 ? "was" : "were", both);
  }

  private static <T> T one(T base, T mine, T theirs, int[] counts) {
    if (theirs.equals(base) || theirs.equals(mine)) {
      return mine;
    }
    if (mine.equals(base)) {
      counts[0]++;
      return theirs;
    }
    counts[1]++;
    return mine;
  }

  private static List<Input> inputs(Lot base, Lot mine, Lot theirs, int[] counts) {
    Set<Path> were = paths(base);
    Set<Path> there = paths(theirs);
    Set<Path> here = paths(mine);
    var all = new ArrayList<Input>();
    for (Input input : mine.inputs()) {
      boolean takenOut = were.contains(input.path()) && !there.contains(input.path());
      if (takenOut) {
        counts[0]++;
      } else {
        all.add(input);
      }
    }
    for (Input input : theirs.inputs()) {
      if (!were.contains(input.path()) && !here.contains(input.path())) {
        all.add(input);
        counts[0]++;
      }
    }
    return all;
  }

  private static Set<Path> paths(Lot lot) {
    return lot.inputs().stream().map(Input::path).collect(Collectors.toSet());
  }

  private static Answers answers(Answers base, Answers mine, Answers theirs, int[] counts) {
    Map<FindingId, Decision> decisions = new LinkedHashMap<>(mine.decisions());
    Set<FindingId> theirChanges = new HashSet<>(theirs.decisions().keySet());
    theirChanges.addAll(base.decisions().keySet());
    for (FindingId id : theirChanges.stream().sorted().toList()) {
      Optional<Decision> now =
          one(base.decision(id), mine.decision(id), theirs.decision(id), counts);
      if (!now.equals(mine.decision(id))) {
        decisions.remove(id);
        now.ifPresent(its -> decisions.put(id, its));
      }
    }
    var merged = new Answers(decisions, mine.instructions());
    Map<String, Instruction> before = byId(base);
    Map<String, Instruction> elsewhere = byId(theirs);
    for (Instruction was : base.instructions()) {
      if (!elsewhere.containsKey(was.id()) && byId(merged).containsKey(was.id())) {
        merged = merged.without(was.id());
        counts[0]++;
      }
    }
    for (Instruction theirsNow : theirs.instructions()) {
      if (!theirsNow.equals(before.get(theirsNow.id()))
          && !mine.instructions().contains(theirsNow)) {
        // Both count from the same number on; what was ordered elsewhere gets the next one here.
        boolean isTaken = byId(merged).containsKey(theirsNow.id());
        String id = isTaken ? merged.newInstructionId(theirsNow.pass()) : theirsNow.id();
        merged = merged.plus(new Instruction(id, theirsNow.pass(), theirsNow.words()));
        counts[0]++;
      }
    }
    return merged;
  }

  private static Map<String, Instruction> byId(Answers answers) {
    return answers.instructions().stream()
        .collect(Collectors.toMap(Instruction::id, each -> each, (first, _) -> first));
  }
}
