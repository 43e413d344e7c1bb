package org.oddlot.format;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import org.oddlot.timeline.Bin;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Effect;
import org.oddlot.timeline.Item;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Opaque;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Stack;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;
import org.oddlot.timeline.Track;
import org.oddlot.timeline.Transition;

/** What of a timeline file a format has no place for. */
final class TimelineLosses {
  private final Set<TimelineFeature> carries;
  private final Losses losses = new Losses();
  private int timelines;

  private final Predicate<TimelineObject> carriesNotes;

  private TimelineLosses(Set<TimelineFeature> carries, Predicate<TimelineObject> carriesNotes) {
    this.carries = carries;
    this.carriesNotes = carriesNotes;
  }

  /** A sentence for each thing in {@code root} that {@code carries} does not name. */
  static List<String> of(
      TimelineObject root, Set<TimelineFeature> carries, Predicate<TimelineObject> carriesNotes) {
    if (carries.size() == TimelineFeature.values().length) {
      return List.of();
    }
    var found = new TimelineLosses(carries, carriesNotes);
    Placed.root(root).walk(found::look);
    return found.losses.sentences();
  }

  private void lose(TimelineFeature feature, Placed at) {
    if (!carries.contains(feature)) {
      losses.lose(feature.words(), at::path);
    }
  }

  private void look(Placed at) {
    TimelineObject object = at.object();
    if (!carriesNotes.test(object)) {
      lose(TimelineFeature.NOTES, at);
    }
    switch (object) {
      case Bin _ -> lose(TimelineFeature.BINS, at);
      case Timeline _ -> {
        if (timelines++ > 0) {
          lose(TimelineFeature.SEVERAL_TIMELINES, at);
        }
      }
      case Stack _ -> stack(at);
      case Clip clip -> clip(clip, at);
      case Transition _ -> lose(TimelineFeature.TRANSITIONS, at);
      case Opaque _ -> lose(TimelineFeature.NOT_UNDERSTOOD, at);
      default -> {}
    }
    if (object instanceof Item item) {
      item(item, at);
    }
  }

  private void item(Item item, Placed at) {
    item.markers().forEach(_ -> lose(TimelineFeature.MARKERS, at));
    for (Effect effect : item.effects()) {
      lose(effect.timeScalar().isPresent() ? TimelineFeature.SPEED : TimelineFeature.EFFECTS, at);
    }
    if (!item.enabled()) {
      lose(TimelineFeature.DISABLED, at);
    }
  }

  private void stack(Placed at) {
    boolean isOfATimeline =
        at.parent().map(Placed::object).filter(Timeline.class::isInstance).isPresent();
    if (!isOfATimeline) {
      lose(TimelineFeature.NESTS, at);
      return;
    }
    var kinds = new HashSet<String>();
    at.forEachChild(child -> {
      if (child.object() instanceof Track track) {
        if (!kinds.add(track.kind())) {
          lose(TimelineFeature.SEVERAL_TRACKS, child);
        }
        if (track.kind().equals(Track.AUDIO)) {
          lose(TimelineFeature.SOUND, child);
        } else if (!track.kind().equals(Track.VIDEO)) {
          lose(TimelineFeature.CAPTIONS, child);
        }
      }
    });
  }

  private void clip(Clip clip, Placed at) {
    if (at.timeline().isEmpty()) {
      lose(TimelineFeature.SOURCE_CLIPS, at);
    }
    if (clip.mediaReferences().size() > 1) {
      lose(TimelineFeature.SEVERAL_MEDIA, at);
    }
    if (clip.media().orElse(null) instanceof MediaReference.Generator) {
      lose(TimelineFeature.GENERATED, at);
    }
  }
}
