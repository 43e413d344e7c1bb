package org.oddlot.window.kit;

import org.oddlot.pass.Finding;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Reviewed;

/**
 * The station of a pass of which nobody says how it is shown: its findings, and what can be set.
 */
final class PlainStation extends PassStation {
  /** A station of {@code pass} in a group of stations. */
  PlainStation(Pass<?> pass, String group) {
    super(pass, group, place -> bench(place, pass));
  }

  private static <F extends Finding> Bench bench(Place place, Pass<F> pass) {
    return new PlainBench<>(place, pass);
  }

  private static final class PlainBench<F extends Finding> extends FindingsBench<F> {
    PlainBench(Place place, Pass<F> pass) {
      super(place, pass, Wording.usual(pass.id(), "finding"));
      table.column(sheet -> {
        sheet.words("What", 200, reviewed -> reviewed.finding().title());
        sheet.words("Why", 400, Reviewed::reason, "quiet");
      });
      layOut(java.util.List.of(settings(pass.settings())));
    }
  }
}
