package org.oddlot.pass;

import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What a person said: answers to findings, and instructions that nobody asked for.
 *
 * @param decisions by the findings that they are about
 * @param instructions in the order in which they were given
 */
public record Answers(Map<FindingId, Decision> decisions, List<Instruction> instructions) {
  /** Nobody said anything. */
  public static final Answers NONE = new Answers(Map.of(), List.of());

  public Answers {
    decisions = Collections.unmodifiableMap(new LinkedHashMap<>(decisions));
    instructions = List.copyOf(instructions);
  }

  /** Decisions and no instructions. */
  public static Answers of(Map<FindingId, Decision> decisions) {
    return new Answers(decisions, List.of());
  }

  /** What was answered to a finding, if anything was. */
  public Optional<Decision> decision(FindingId finding) {
    return Optional.ofNullable(decisions.get(finding));
  }

  /** The findings to which {@code before} had another answer, or of the two only one has any. */
  Set<FindingId> decidedOtherwiseThan(Answers before) {
    return Stream.of(this, before)
        .flatMap(each -> each.decisions.keySet().stream())
        .filter(id -> !decision(id).equals(before.decision(id)))
        .collect(Collectors.toUnmodifiableSet());
  }

  /** What was said to one pass. */
  public Answers to(String pass) {
    var its = new LinkedHashMap<FindingId, Decision>();
    decisions.forEach((id, decision) -> {
      if (id.pass().equals(pass)) {
        its.put(id, decision);
      }
    });
    return new Answers(
        its, instructions.stream().filter(each -> each.pass().equals(pass)).toList());
  }

  /** The instructions that can be understood, by their ids, in the order given. */
  public <T> Map<String, T> instructions(Codec<T> codec) {
    var understood = new LinkedHashMap<String, T>();
    for (Instruction instruction : instructions) {
      try {
        understood.put(instruction.id(), codec.decode(instruction.words()));
      } catch (IllegalArgumentException e) {
        // The engine has said so.
      }
    }
    return understood;
  }

  /** This with another answer to a finding; empty takes back what was answered. */
  public Answers with(FindingId finding, Optional<Decision> decision) {
    return with(Map.of(finding, decision));
  }

  /** This with other answers to several findings; those that are empty undo the decision. */
  public Answers with(Map<FindingId, Optional<Decision>> said) {
    var changed = new LinkedHashMap<>(decisions);
    said.forEach((finding, decision) -> {
      changed.remove(finding);
      decision.ifPresent(its -> changed.put(finding, its));
    });
    return new Answers(changed, instructions);
  }

  /** This with one instruction more. */
  public Answers plus(Instruction instruction) {
    var more = new ArrayList<>(without(instruction.id()).instructions);
    more.add(instruction);
    return new Answers(decisions, more);
  }

  /** This without an instruction. */
  public Answers without(String instruction) {
    return new Answers(
        decisions, instructions.stream().filter(each -> !each.id().equals(instruction)).toList());
  }

  /** An id for a new instruction to {@code pass}: after all that it has. */
  public String newInstructionId(String pass) {
    int last =
        instructions.stream()
            .map(each ->
                each.id().startsWith(pass + ":hand:") ? each.id().substring(pass.length() + 6) : "")
            .filter(number -> number.matches("\\d{1,8}"))
            .mapToInt(Integer::parseInt)
            .max()
            .orElse(0);
    return pass + ":hand:" + (last + 1);
  }
}
