package org.oddlot.window.reports;

import org.oddlot.pass.reports.ReportsPass;
import org.oddlot.window.kit.PassStation;

/** The station of {@link ReportsPass}. */
public final class ReportsStation extends PassStation {
  /** The station. */
  public ReportsStation() {
    super(new ReportsPass(), "Delivery", ReportsBench::new);
  }
}
