package org.oddlot.window.roles;

import org.oddlot.pass.roles.RolesPass;
import org.oddlot.window.kit.PassStation;

/** The station of {@link RolesPass}. */
public final class RolesStation extends PassStation {
  /** The station. */
  public RolesStation() {
    super(new RolesPass(), "Sound", RolesBench::new);
  }
}
