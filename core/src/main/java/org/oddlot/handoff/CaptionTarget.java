package org.oddlot.handoff;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.oddlot.caption.Caption;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Mark;
import org.oddlot.caption.Markup;
import org.oddlot.caption.Timebase;
import org.oddlot.format.Content;
import org.oddlot.format.Conversion;
import org.oddlot.format.Facts;
import org.oddlot.format.Inventory;
import org.oddlot.format.TimelineFeature;
import org.oddlot.format.TimelineFormat;
import org.oddlot.format.caption.CaptionFormat;
import org.oddlot.format.caption.CaptionTracks;
import org.oddlot.format.caption.Feature;
import org.oddlot.input.InputFile;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.TimelineObject;

/**
 * The caption tracks of timelines in a format of captions, a file for each. Times are the same
 * where they mean the same frames of the timeline.
 *
 * @param format the format
 * @param programme the frames that they are counted in; those of their timeline where empty
 */
record CaptionTarget(CaptionFormat format, Optional<Timebase> programme) implements Target {
  /** What the facts are about; what else a format may lack shows in these. */
  private static final List<Feature> FEATURES =
      List.of(
          Feature.WORDS,
          Feature.TIMES,
          Feature.EMPTY,
          Feature.OVERLAP,
          Feature.LINES,
          Feature.SPEAKER,
          Feature.PLACE,
          Feature.ITALIC,
          Feature.BOLD,
          Feature.UNDERLINE,
          Feature.LANGUAGE);

  @Override
  public String name() {
    return format.name();
  }

  @Override
  public String ending() {
    return format.extensions().getFirst();
  }

  @Override
  public boolean holdsSeveral() {
    return false;
  }

  @Override
  public boolean carriesAll() {
    return false;
  }

  @Override
  public boolean carries(Content kind) {
    return kind == Feature.WORDS
        || kind == Feature.TIMES
        || (kind instanceof Feature feature && format.carries().contains(feature));
  }

  @Override
  public boolean isMeantFor(Content kind) {
    return kind instanceof Feature;
  }

  @Override
  public List<Content> kinds() {
    var kinds = new ArrayList<Content>(FEATURES);
    kinds.addAll(Arrays.asList(TimelineFeature.values()));
    return kinds;
  }

  @Override
  public List<TimelineFormat.Part> parts(TimelineObject root, Optional<Path> bundle) {
    return Conversion.captionFiles(CaptionTracks.in("", root), format, programme);
  }

  @Override
  public Facts before(TimelineObject root) {
    var facts = new Facts();
    IdentityHashMap<TimelineObject, Placed> places = new IdentityHashMap<>();
    Placed.root(root).walk(placed -> places.put(placed.object(), placed));
    for (Captions track : CaptionTracks.in("", root)) {
      Map<String, Placed> byId = new HashMap<>();
      if (track.original().orElse(null) instanceof CaptionTracks.TrackOriginal original) {
        for (int i = 0; i < track.captions().size(); i++) {
          byId.put(track.captions().get(i).id(), places.get(original.clips().get(i)));
        }
      }
      add(
          track,
          track.grid(),
          caption -> byId.getOrDefault(caption.id(), Placed.root(root)),
          Placed.root(root),
          facts);
    }
    Facts others = Inventory.of(List.of(root), Set.of(), object -> object.metadata().isEmpty());
    for (Content kind : others.kinds()) {
      if (kind != TimelineFeature.CAPTIONS) {
        others.of(kind).forEach((fact, its) -> its.forEach(at -> facts.add(kind, fact, at)));
      }
    }
    return facts;
  }

  @Override
  public Facts after(TimelineObject root, List<Path> files, List<String> notes) {
    var facts = new Facts();
    List<Captions> tracks = CaptionTracks.in("", root);
    Placed whole = Placed.root(root);
    for (int i = 0; i < files.size(); i++) {
      Timebase frames = tracks.get(i).grid();
      var problems = new Problems(String.valueOf(files.get(i).getFileName()));
      Optional<Captions> read =
          format.read(new InputFile(files.get(i)), ReadingOptions.DETECTED, problems);
      read.ifPresent(captions -> add(captions, frames, _ -> whole, whole, facts));
      if (read.isEmpty()) {
        problems.list().forEach(problem -> notes.add(problem.message()));
      }
    }
    return facts;
  }

  private static void add(
      Captions captions, Timebase frames, Function<Caption, Placed> at, Placed root, Facts facts) {
    if (!captions.language().isEmpty()) {
      facts.add(Feature.LANGUAGE, captions.language(), root);
    }
    Caption before = null;
    for (Caption caption : captions.captions()) {
      Placed place = at.apply(caption);
      add(caption, frames, place, facts);
      if (before != null && before.span().shared(caption.span()).signum() > 0) {
        facts.add(Feature.OVERLAP, label(frames, caption), place);
      }
      before = caption;
    }
  }

  private static String label(Timebase frames, Caption caption) {
    return frames.label(frames.nearest(caption.start()));
  }

  private static void add(Caption caption, Timebase frames, Placed place, Facts facts) {
    String from = label(frames, caption);
    if (caption.text().isBlank()) {
      facts.add(Feature.EMPTY, from, place);
      return;
    }
    facts.add(Feature.WORDS, caption.text().inOneLine().strip().replaceAll("\\s+", " "), place);
    facts.add(Feature.TIMES, from + " – " + frames.label(frames.nearest(caption.end())), place);
    long lines = caption.text().plain().lines().filter(line -> !line.isBlank()).count();
    if (lines > 1) {
      facts.add(Feature.LINES, from + ", " + lines + " lines", place);
    }
    if (!caption.speaker().isEmpty()) {
      facts.add(Feature.SPEAKER, from + " " + caption.speaker(), place);
    }
    if (!caption.place().equals(Caption.Placement.USUAL)) {
      facts.add(
          Feature.PLACE,
          from + " " + caption.place().height() + " " + caption.place().side(),
          place);
    }
    for (Mark mark : caption.text().marks()) {
      switch (mark.what()) {
        case Markup.Speaker(String name) -> facts.add(Feature.SPEAKER, from + " " + name, place);
        case Markup.Style(Markup.Look look, boolean begins) when begins ->
            facts.add(feature(look), from, place);
        default -> {}
      }
    }
  }

  private static Feature feature(Markup.Look look) {
    return switch (look) {
      case ITALIC -> Feature.ITALIC;
      case BOLD -> Feature.BOLD;
      case UNDERLINE -> Feature.UNDERLINE;
    };
  }
}
