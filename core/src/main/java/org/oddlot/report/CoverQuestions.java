package org.oddlot.report;

import java.util.ArrayList;
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
        of.doubts().forEach(doubt -> ask(doubt, paid, of, asked));
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

  private static void ask(Doubt doubt, List<Use> paid, TimelineUsage of, Map<String, Asked> asked) {
    var spans = new FrameSpans();
    spans.add(doubt.use().there());
    var hit = new FrameSpans();
    var below = new TreeSet<String>();
    for (Use use : paid) {
      for (Span span : use.unknown()) {
        List<Span> shared = spans.within(span);
        if (!shared.isEmpty()) {
          shared.forEach(hit::add);
          below.add(use.source().orElseThrow().name());
        }
      }
    }
    if (hit.size() > 0) {
      Asked its = asked.computeIfAbsent(doubt.about(), _ -> new Asked(doubt));
      its.uses++;
      its.seconds = its.seconds.plus(of.seconds(hit.size()));
      its.below.addAll(below);
    }
  }
}
