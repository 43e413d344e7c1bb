package org.oddlot.tide;

import java.util.List;
import org.oddlot.pass.Reviewed;
import org.oddlot.window.kit.FindingsBench;
import org.oddlot.window.kit.PassStation;
import org.oddlot.window.kit.Place;
import org.oddlot.window.kit.Wording;

/** The station of {@link TidePass}. */
public final class TideStation extends PassStation {
  /** The station. */
  public TideStation() {
    super(new TidePass(), "Sea", TideBench::new);
  }

  private static final class TideBench extends FindingsBench<TideFinding> {
    TideBench(Place place) {
      super(place, new TidePass(), Wording.usual("tide", "clip"));
      table.column(rows -> {
        rows.words("Clip", 200, reviewed -> reviewed.finding().title());
        rows.figures("Height", 80, each -> Integer.toString(each.finding().height()));
        rows.words("Why", 300, Reviewed::reason, "quiet");
      });
      layOut(List.of(settings(pass.settings())));
    }
  }
}
