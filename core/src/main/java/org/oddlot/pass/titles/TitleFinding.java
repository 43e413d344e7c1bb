package org.oddlot.pass.titles;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.oddlot.caption.Caption;
import org.oddlot.material.CutSpot;
import org.oddlot.material.Material;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Finding;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Standing;
import org.oddlot.text.Phrase;
import org.oddlot.title.Misfit;
import org.oddlot.title.SetTitle;

/**
 * A caption as titles.
 *
 * @param file the name of the captions
 * @param caption the caption
 * @param label when it begins, for people
 * @param length how long it stands, for people
 * @param speed how many letters a second it has
 * @param shapes how it stands in each picture
 */
public record TitleFinding(
    String file, Caption caption, String label, String length, double speed, List<InShape> shapes)
    implements Finding {
  public TitleFinding {
    shapes = List.copyOf(shapes);
  }

  @Override
  public FindingId id() {
    return FindingId.of("titles", file, caption.id());
  }

  @Override
  public Optional<CutSpot> spot(Material material) {
    return CutSpot.of(material, file, caption.span());
  }

  @Override
  public String title() {
    return "Title " + caption.id();
  }

  @Override
  public Standing standing() {
    if (shapes.stream().allMatch(InShape::fits)) {
      return Standing.SETTLED;
    }
    return shapes.stream().allMatch(InShape::canFit) ? Standing.TO_LOOK_AT : Standing.OPEN;
  }

  @Override
  public List<Choice> choices() {
    var choices = new ArrayList<Choice>();
    for (InShape shape : shapes) {
      if (!shape.fits()) {
        for (TitleOption way : shape.ways()) {
          choices.add(
              new Choice(
                  shape.choice(way),
                  shapes.size() == 1
                      ? way.text()
                      : shape.frame().shape().ratio() + ": " + way.text(),
                  List.of()));
        }
      }
    }
    return choices;
  }

  @Override
  public List<String> proposed() {
    return shapes.stream()
        .filter(shape -> !shape.fits())
        .map(shape -> shape.choice(shape.proposed()))
        .toList();
  }

  /** What does not fit, over all shapes, each once. */
  public List<Misfit> misfits() {
    return shapes.stream().flatMap(shape -> shape.misfits().stream()).distinct().toList();
  }

  /** Whether a person changed something about it. */
  public boolean isByHand() {
    return shapes.stream().anyMatch(shape -> !shape.byHand().isEmpty());
  }

  @Override
  public String headline() {
    List<Misfit> misfits = misfits();
    if (misfits.isEmpty()) {
      return isByHand() ? "by hand" : "fits";
    }
    return misfits.stream()
        .map(misfit -> word(misfit.kind()))
        .distinct()
        .collect(Collectors.joining(", "));
  }

  /** In a word or two. */
  static String word(Misfit.Kind kind) {
    return switch (kind) {
      case WIDE -> "too wide";
      case HIGH -> "too high";
      case OUTSIDE -> "not in the safe area";
      case OVER_ANOTHER -> "over another";
      case SHORT -> "too short";
      case FAST -> "too fast";
      case LETTERS -> "letters no font here has";
    };
  }

  @Override
  public String reason() {
    if (misfits().isEmpty()) {
      return "it fits in every shape";
    }
    String what =
        shapes.stream()
            .filter(shape -> !shape.fits())
            .map(shape ->
                shape.frame().shape().ratio()
                    + ": "
                    + shape.misfits().stream().map(Misfit::text).collect(Collectors.joining(", ")))
            .collect(Collectors.joining("; "));
    if (standing() == Standing.OPEN) {
      return what + "; nothing here makes it fit";
    }
    boolean isMended =
        shapes.stream()
            .filter(shape -> !shape.fits())
            .allMatch(shape -> shape.ways().stream().anyMatch(way -> way.left().isEmpty()));
    return isMended ? what : what + "; it can be taken as it is";
  }

  @Override
  public List<Evidence> evidence() {
    var evidence = new ArrayList<Evidence>();
    for (InShape shape : shapes) {
      SetTitle title = shape.proposed().pieces().getFirst().title();
      evidence.add(
          new Evidence(
              shape.frame().shape().ratio(),
              Phrase.of("%,d px", Math.round(title.width())),
              shape.fits()
                  ? shape.proposed().kind() == TitleOption.Kind.BROKEN
                      ? "fits in other lines"
                      : "fits"
                  : shape.misfits().getFirst().text()));
    }
    evidence.add(new Evidence("length", length, ""));
    evidence.add(new Evidence("speed", Phrase.of("%.1f a second", speed), ""));
    return evidence;
  }
}
