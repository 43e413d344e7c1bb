package org.oddlot.report;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import org.oddlot.material.Rights;
import org.oddlot.report.TimelineUsage.Doubt;
import org.oddlot.time.FrameSpans;
import org.oddlot.time.FrameSpans.Span;
import org.oddlot.time.Rational;

/**
 * Pictures of which somebody has to say whether they hide what is below them, because what is below
 * some of them is to be paid for.
 */
public final class CoverQuestions {
  /** Frames that are looked at together. */
  private static final long STRETCH = 256;

  private CoverQuestions() {}

  /**
   * A picture that is asked about, once for all its uses.
   *
   * @param about what it is known by
   * @param name what it is called
   * @param why why it is not known
   * @param uses how often it lies above something that is paid for
   * @param seconds how long, at the most
   * @param below what lies below it
   */
  public record Question(
      String about, String name, String why, int uses, Rational seconds, List<String> below) {}

  private static final class Asked {
    private final Doubt first;
    private int uses;
    private Rational seconds = Rational.ZERO;
    private final TreeSet<String> below = new TreeSet<>();

    Asked(Doubt first) {
      this.first = first;
    }
  }

  /** What has to be asked, in the order in which it is there. */
  public static List<Question> of(Scope scope) {
    Rights rights = Rights.of(scope.material());
    Map<String, Asked> asked = new LinkedHashMap<>();
    for (TimelineUsage of : scope.timelines()) {
      var paid = new ArrayList<Use>();
      for (Use use : of.uses()) {
        boolean isPaid =
            use.isPicture()
                && use.unknownFrames() > 0
                && use.source()
                    .filter(source -> !List.of("own", "").contains(rights.standing(source.id())))
                    .isPresent();
        if (isPaid) {
          paid.add(use);
        }
      }
      if (!paid.isEmpty()) {
        Map<Long, List<Below>> byTime = byTime(paid);
        of.doubts().forEach(doubt -> ask(doubt, byTime, of, asked));
      }
    }
    return asked.entrySet().stream()
        .map(each ->
            new Question(
                each.getKey(),
                each.getValue().first.use().event().clip().name(),
                each.getValue().first.why(),
                each.getValue().uses,
                each.getValue().seconds,
                List.copyOf(each.getValue().below)))
        .toList();
  }

  /** Some frames of a use of which nobody can tell whether they are seen. */
  private record Below(Use use, Span span) {}

  /** Frames by the stretch of time that they lie in, so that no doubt looks at all of them. */
  private static Map<Long, List<Below>> byTime(List<Use> paid) {
    Map<Long, List<Below>> byTime = new HashMap<>();
    for (Use use : paid) {
      for (Span span : use.unknown()) {
        for (long at = span.from() / STRETCH; at <= (span.to() - 1) / STRETCH; at++) {
          byTime.computeIfAbsent(at, _ -> new ArrayList<>()).add(new Below(use, span));
        }
      }
    }
    return byTime;
  }

  private static void ask(
      Doubt doubt, Map<Long, List<Below>> byTime, TimelineUsage of, Map<String, Asked> asked) {
    Span its = doubt.use().there();
    var spans = new FrameSpans();
    spans.add(its);
    var hit = new FrameSpans();
    var below = new TreeSet<String>();
    for (long at = its.from() / STRETCH; at <= (its.to() - 1) / STRETCH; at++) {
      for (Below each : byTime.getOrDefault(at, List.of())) {
        List<Span> shared = spans.within(each.span);
        if (!shared.isEmpty()) {
          shared.forEach(hit::add);
          below.add(each.use.source().orElseThrow().name());
        }
      }
    }
    if (hit.size() > 0) {
      Asked all = asked.computeIfAbsent(doubt.about(), _ -> new Asked(doubt));
      all.uses++;
      all.seconds = all.seconds.plus(of.seconds(hit.size()));
      all.below.addAll(below);
    }
  }
}
