package org.oddlot.wreck;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.oddlot.json.JsonObject;
import org.oddlot.material.Material;
import org.oddlot.measure.Measured;
import org.oddlot.measure.Measurement;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Codec;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Finding;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.progress.Progress;

/** One finding that is to be looked at, and something to be measured. */
public final class WreckPass implements Pass<WreckPass.Found> {
  /** The finding. */
  public record Found() implements Finding {
    @Override
    public FindingId id() {
      return FindingId.of("wreck", "it");
    }

    @Override
    public String title() {
      Wreck.pass(Wreck.Door.WORDS);
      return "it";
    }

    @Override
    public Standing standing() {
      return Standing.TO_LOOK_AT;
    }

    @Override
    public String reason() {
      return "it lies there";
    }

    @Override
    public List<Evidence> evidence() {
      return List.of();
    }
  }

  /** How deep it lies. */
  private record Depth() implements Measurement<String> {
    @Override
    public String method() {
      return "depth 1";
    }

    @Override
    public List<Path> files() {
      return List.of();
    }

    @Override
    public String parameters() {
      return "";
    }

    @Override
    public String title() {
      return "Sounding the depth";
    }

    @Override
    public Optional<String> measure(Progress progress) {
      Wreck.pass(Wreck.Door.MEASURE);
      return Optional.empty();
    }

    @Override
    public JsonObject toJson(String result) {
      return JsonObject.EMPTY;
    }

    @Override
    public Optional<String> fromJson(JsonObject json) {
      return Optional.empty();
    }
  }

  @Override
  public String id() {
    return "wreck";
  }

  @Override
  public String title() {
    return "Wreck";
  }

  @Override
  public String question() {
    return "What lies there?";
  }

  @Override
  public boolean concerns(Material material) {
    Wreck.pass(Wreck.Door.CONCERNS);
    return Wreck.isArmed();
  }

  @Override
  public Codec<?> answers() {
    return Codec.of(
        List::copyOf,
        words -> {
          Wreck.pass(Wreck.Door.DECODE);
          return words;
        });
  }

  @Override
  public Optional<String> problem(Found finding, List<String> chosen, Material material) {
    Wreck.pass(Wreck.Door.PROBLEM);
    return Optional.empty();
  }

  @Override
  public Analysis<Found> analyse(Request request) {
    Wreck.pass(Wreck.Door.ANALYSE);
    if (!Wreck.isArmed()) {
      return Analysis.of(List.of());
    }
    var depth = new Depth();
    Measured measured = request.material().one(Measured.class).orElse(Measured.NOTHING);
    Analysis<Found> found = Analysis.of(List.of(new Found()));
    return measured.has(depth) ? found : found.wanting(List.of(depth));
  }

  @Override
  public Applied apply(Request request, List<Reviewed<Found>> accepted) {
    Wreck.pass(Wreck.Door.APPLY);
    return new Applied(request.material(), List.of());
  }
}
