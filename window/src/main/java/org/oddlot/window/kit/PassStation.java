package org.oddlot.window.kit;

import java.util.Optional;
import java.util.function.Function;
import org.oddlot.pass.Pass;

/** The station of a pass: it is called as the pass is. */
public abstract class PassStation implements Station {
  private final Pass<?> pass;
  private final String group;
  private final Function<Place, Bench> bench;

  /** The station of {@code pass}, with a bench as {@code bench} makes it. */
  protected PassStation(Pass<?> pass, String group, Function<Place, Bench> bench) {
    this.pass = pass;
    this.group = group;
    this.bench = bench;
  }

  @Override
  public String id() {
    return pass.id();
  }

  @Override
  public String title() {
    return pass.title();
  }

  @Override
  public String group() {
    return group;
  }

  @Override
  public String question() {
    return pass.question();
  }

  @Override
  public Optional<Pass<?>> pass() {
    return Optional.of(pass);
  }

  @Override
  public Bench bench(Place place) {
    return bench.apply(place);
  }
}
