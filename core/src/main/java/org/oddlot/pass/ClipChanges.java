package org.oddlot.pass;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import org.oddlot.material.Material;
import org.oddlot.material.PlacedClip;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Edits;

/** Changes of clips, gathered and then made in one go, each with what it is owed to. */
public final class ClipChanges {
  private final Map<String, Edits> edits = new HashMap<>();
  private final List<Applied.Claim> claims = new ArrayList<>();

  /**
   * Adds a change of one clip.
   *
   * @param reason why, for the ledger
   * @param properties what is changed; none for anything of the clip
   */
  public void add(
      PlacedClip placed, UnaryOperator<Clip> change, String reason, String... properties) {
    edits
        .computeIfAbsent(placed.document(), _ -> new Edits())
        .change(placed.clip(), clip -> change.apply((Clip) clip));
    Object identity = placed.clip().identity();
    if (properties.length == 0) {
      claims.add(new Applied.Claim(identity, "", reason));
    }
    for (String property : properties) {
      claims.add(new Applied.Claim(identity, property, reason));
    }
  }

  /** {@code material} with the changes made; the very same where there are none. */
  public Applied applyTo(Material material) {
    return new Applied(material.withEdits(edits), claims);
  }
}
