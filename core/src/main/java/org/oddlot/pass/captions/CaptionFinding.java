package org.oddlot.pass.captions;

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

/**
 * A caption, what is wrong with it, and what would mend it.
 *
 * @param file the name of the captions
 * @param index which caption it is, from zero
 * @param caption as it is
 * @param label when it begins, for people
 * @param length how long it stands, for people
 * @param faults what is wrong
 * @param mended what it would become; the caption itself where nothing is to be done
 * @param left what would still be wrong
 * @param isLocked whether somebody said that it stays as it is
 * @param standing how it stands
 */
public record CaptionFinding(
    String file,
    int index,
    Caption caption,
    String label,
    String length,
    List<Fault> faults,
    List<Caption> mended,
    List<Fault> left,
    boolean isLocked,
    Standing standing)
    implements Finding {
  public CaptionFinding {
    faults = List.copyOf(faults);
    mended = List.copyOf(mended);
    left = List.copyOf(left);
  }

  @Override
  public FindingId id() {
    return FindingId.of("captions", file, caption.id());
  }

  @Override
  public Optional<CutSpot> spot(Material material) {
    return CutSpot.of(material, file, caption.span());
  }

  @Override
  public String title() {
    return Phrase.of("Caption %s (%s)", caption.id(), file);
  }

  /** Whether something would become of it. */
  public boolean isMended() {
    return !(mended.size() == 1 && mended.getFirst().equals(caption));
  }

  @Override
  public boolean isProposal() {
    return isMended();
  }

  /** How many letters a second it has. */
  public double speed() {
    return Checker.speed(caption);
  }

  @Override
  public String headline() {
    String its =
        faults.isEmpty()
            ? "in order"
            : faults.stream().map(Fault::text).collect(Collectors.joining("; "));
    return isLocked ? "locked: " + its : its;
  }

  @Override
  public String reason() {
    if (isLocked) {
      return headline() + "; it stays as it is";
    }
    if (faults.isEmpty()) {
      return "it keeps within the guideline";
    }
    if (!isMended()) {
      return headline() + "; no automatic fix: edit it, or leave it";
    }
    return left.isEmpty()
        ? headline()
        : Phrase.of(
            "%s. Still after the fix: %s",
            headline(), left.stream().map(Fault::text).collect(Collectors.joining("; ")));
  }

  @Override
  public List<Choice> choices() {
    return List.of();
  }

  @Override
  public List<Evidence> evidence() {
    var evidence = new ArrayList<Evidence>();
    for (Fault fault : faults) {
      evidence.add(new Evidence(name(fault.kind()), fault.text(), fault.limit()));
    }
    if (!faults.isEmpty()) {
      evidence.add(new Evidence("in", label, ""));
    }
    return evidence;
  }

  private static String name(Fault.Kind kind) {
    return switch (kind) {
      case EMPTY -> "words";
      case LENGTH, SHORT, LONG -> "length";
      case OVERLAP -> "overlap";
      case LETTERS -> "widest line";
      case LINES -> "lines";
      case SPEED -> "speed";
      case CUT -> "cut";
      case GAP -> "gap";
      case ALONE -> "lines";
      case UNTRANSLATED, DOUBLED, SHIFTED -> "other language";
    };
  }
}
