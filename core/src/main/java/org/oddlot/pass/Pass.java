package org.oddlot.pass;

import java.util.List;
import java.util.Optional;
import org.oddlot.material.Doubt;
import org.oddlot.material.Material;
import org.oddlot.setting.Setting;

/**
 * One kind of work. Found with {@link java.util.ServiceLoader}; the order in which they are found
 * is that of a new run sheet. A new one is a package, a line in {@code META-INF/services}, its
 * tests and a line in the README.
 *
 * @param <F> its findings
 */
public interface Pass<F extends Finding> {
  /** What it is called in documents, one word. */
  String id();

  /** What it is called on the screen. */
  String title();

  /** The question that it answers. */
  String question();

  /** What can be set about it. */
  default List<Setting<?>> settings() {
    return List.of();
  }

  /** How answers to its findings are written down. */
  default Codec<?> answers() {
    return Codec.NOTHING;
  }

  /** How instructions to it are written down; empty if it takes none. */
  default Optional<Codec<?>> instructions() {
    return Optional.empty();
  }

  /** Whether a lot has something for it. */
  default boolean concerns(Material material) {
    return true;
  }

  /** Whether a new run sheet has it switched on; else it is for those who ask for it. */
  default boolean isOnByItself() {
    return true;
  }

  /** The id of the pass that it stands behind on a new run sheet; empty where it is found. */
  default String follows() {
    return "";
  }

  /** Whether it comes after all others, wherever it stands on the sheet, and is never left out. */
  default boolean isLast() {
    return false;
  }

  /**
   * Looks, and changes nothing: the same request gives the same findings. Of the material it asks
   * for no more than it needs: it is asked again only if something of that changed.
   *
   * @throws org.oddlot.progress.CancelledException if the request's progress asks to stop
   */
  Analysis<F> analyse(Request request);

  /**
   * Why one of its findings cannot be accepted as {@code chosen}, in a sentence; empty if it can.
   *
   * @param material what the pass looked at
   */
  default Optional<String> problem(F finding, List<String> chosen, Material material) {
    return finding.problem(chosen);
  }

  /**
   * Applies findings that were accepted, and nothing else.
   *
   * @param accepted settled findings and those that a person accepted
   * @throws org.oddlot.progress.CancelledException if the request's progress asks to stop
   */
  default Applied apply(Request request, List<Reviewed<F>> accepted) {
    return new Applied(request.material(), List.of());
  }

  /**
   * What findings that were neither accepted nor declined throw into doubt, for the passes after
   * this one: what rests on it is not settled.
   *
   * @param material what the pass looked at
   */
  default List<Doubt> doubts(Material material, List<F> left) {
    return List.of();
  }
}
