package org.oddlot.handoff;

import java.io.IOException;
import java.math.RoundingMode;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.oddlot.material.MediaAddress;
import org.oddlot.profile.Field;
import org.oddlot.profile.Profile;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Cut;
import org.oddlot.timeline.MediaReference;
import org.oddlot.timeline.Placed;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;

/**
 * The media that must travel with timelines: every file that they refer to, and what of it is
 * shown, with handles.
 *
 * @param media in the order in which they first appear
 * @param handles frames before and behind what is shown that were asked for
 */
public record Travel(List<Media> media, long handles) {

  /**
   * A file, or the files of a sequence of pictures.
   *
   * @param address where the timeline file says that it lies
   * @param name what it is called
   * @param reel its reel, empty if not known
   * @param files the files that are there
   * @param missing how many are not there
   * @param bytes how large they are together
   * @param ranges what is shown of it with handles, in media time, in order and apart from each
   *     other; none where it is only referred to, as an angle that is not in the cut
   * @param uses how often it is shown
   * @param clipped how often there was less than the handles that were asked for
   */
  public record Media(
      String address,
      String name,
      String reel,
      List<Path> files,
      int missing,
      long bytes,
      List<TimeRange> ranges,
      int uses,
      int clipped) {
    public Media {
      files = List.copyOf(files);
      ranges = List.copyOf(ranges);
    }

    /** Whether all of it is there. */
    public boolean isThere() {
      return missing == 0 && !files.isEmpty();
    }
  }

  public Travel {
    media = List.copyOf(media);
  }

  /**
   * The media of some timelines.
   *
   * @param root what refers to media: all that is handed on
   * @param timelines the timelines in it that are cut from it
   * @param handles frames of a timeline before and behind each use, zero or more
   * @param profile where the file's program keeps the reels
   * @param where where an address leads to, if it leads to a file
   */
  public static Travel of(
      TimelineObject root,
      List<Placed> timelines,
      long handles,
      Profile profile,
      Function<String, Optional<Path>> where) {
    Map<String, Gathered> all = new LinkedHashMap<>();
    timelines.forEach(each -> shown(each, handles, all));
    for (Placed placed : Placed.root(root).clips()) {
      Clip clip = (Clip) placed.object();
      for (MediaReference media : clip.mediaReferences().values()) {
        address(media).ifPresent(address -> all.computeIfAbsent(address, _ -> new Gathered(media)));
      }
      address(clip.media().orElse(null))
          .map(all::get)
          .ifPresent(its -> its.note(profile.text(clip, Field.SOURCE_REEL)));
    }
    var media = new ArrayList<Media>();
    all.forEach((address, its) -> media.add(its.media(address, where)));
    return new Travel(media, handles);
  }

  /** Where addresses lead to from a folder. */
  public static Function<String, Optional<Path>> from(Path folder) {
    return address -> MediaAddress.path(address, folder).filter(Files::isRegularFile);
  }

  /** Where media is said to lie; empty for what is generated or nowhere. */
  static Optional<String> address(@Nullable MediaReference media) {
    return switch (media) {
      case MediaReference.External external when !external.targetUrl().isEmpty() ->
          Optional.of(external.targetUrl());
      case MediaReference.ImageSequence images ->
          Optional.of(images.targetUrlBase() + images.namePrefix());
      case null, default -> Optional.empty();
    };
  }

  private static void shown(Placed place, long handles, Map<String, Gathered> all) {
    FrameRate rate =
        place.object() instanceof Timeline timeline
            ? timeline.editRate().orElse(FrameRate.FPS_25)
            : FrameRate.FPS_25;
    Rational more = rate.frameDuration().times(handles);
    for (Cut.Event event : Cut.of(place).events()) {
      event
          .clip()
          .media()
          .ifPresent(media ->
              address(media)
                  .ifPresent(address ->
                      all.computeIfAbsent(address, _ -> new Gathered(media)).show(event, more)));
    }
  }

  /** What is known of a file while timelines are gone through. */
  private static final class Gathered {
    private final MediaReference media;
    private final List<TimeRange> shown = new ArrayList<>();
    private int uses;
    private int clipped;
    private String reel = "";

    Gathered(MediaReference media) {
      this.media = media;
    }

    void note(Optional<String> its) {
      reel = reel.isEmpty() ? its.orElse("") : reel;
    }

    /** Takes what is shown, with what transitions take beyond its ends, and handles. */
    void show(Cut.Event event, Rational more) {
      uses++;
      Rational pace = event.speed().abs();
      boolean isBackwards = event.speed().signum() < 0;
      Rational before = event.into().map(edge -> edge.beyond().seconds()).orElse(Rational.ZERO);
      Rational behind = event.outOf().map(edge -> edge.beyond().seconds()).orElse(Rational.ZERO);
      Rational head = (isBackwards ? behind : before).times(pace).plus(more);
      Rational tail = (isBackwards ? before : behind).times(pace).plus(more);
      FrameRate rate = event.source().start().rate();
      RationalTime from =
          RationalTime.ofSeconds(
              event.source().start().seconds().minus(head), rate, RoundingMode.FLOOR);
      RationalTime to =
          RationalTime.ofSeconds(
              event.source().endExclusive().seconds().plus(tail), rate, RoundingMode.CEILING);
      TimeRange wanted = TimeRange.between(from, to);
      TimeRange there = media.availableRange().flatMap(wanted::intersection).orElse(wanted);
      clipped +=
          there.start().compareTo(wanted.start()) != 0
                  || there.endExclusive().compareTo(wanted.endExclusive()) != 0
              ? 1
              : 0;
      shown.add(there);
    }

    /** The ranges in order; those that overlap or meet as one. */
    private List<TimeRange> ranges() {
      var all = new ArrayList<TimeRange>();
      shown.stream()
          .sorted(Comparator.comparing(TimeRange::start))
          .forEach(range -> {
            if (!all.isEmpty() && !range.start().isAfter(all.getLast().endExclusive())) {
              TimeRange last = all.removeLast();
              RationalTime end =
                  last.endExclusive().isAfter(range.endExclusive())
                      ? last.endExclusive()
                      : range.endExclusive();
              all.add(TimeRange.between(last.start(), end));
            } else {
              all.add(range);
            }
          });
      return all;
    }

    Media media(String address, Function<String, Optional<Path>> where) {
      List<TimeRange> ranges = ranges();
      List<String> addresses =
          media instanceof MediaReference.ImageSequence images
              ? frames(images, ranges)
              : List.of(address);
      var files = new ArrayList<Path>();
      long bytes = 0;
      for (String each : addresses) {
        Optional<Path> file = where.apply(each);
        file.ifPresent(files::add);
        bytes += file.map(Gathered::size).orElse(0L);
      }
      String name = address.substring(address.lastIndexOf('/') + 1);
      return new Media(
          address,
          name.isEmpty() ? media.name() : name,
          reel,
          files,
          addresses.size() - files.size(),
          bytes,
          ranges,
          uses,
          clipped);
    }

    private static long size(Path file) {
      try {
        return Files.size(file);
      } catch (IOException e) {
        // It was there a moment ago; who copies it will say what is wrong.
        return 0;
      }
    }

    /** The addresses of the pictures that are shown; of all where it is only referred to. */
    private static List<String> frames(MediaReference.ImageSequence images, List<TimeRange> shown) {
      List<TimeRange> ranges = shown.isEmpty() ? images.availableRange().stream().toList() : shown;
      long zero = images.availableRange().map(range -> range.start().value()).orElse(0L);
      var all = new ArrayList<String>();
      for (TimeRange range : ranges) {
        long from = range.start().rescaledTo(images.rate(), RoundingMode.FLOOR).value() - zero;
        long to =
            range.endExclusive().rescaledTo(images.rate(), RoundingMode.CEILING).value() - zero;
        for (long frame = from; frame < to; frame++) {
          all.add(image(images, images.startFrame() + frame * images.frameStep()));
        }
      }
      return all;
    }

    private static String image(MediaReference.ImageSequence images, long number) {
      String digits = Long.toString(Math.abs(number));
      String zeros = "0".repeat((int) Math.max(0, images.frameZeroPadding() - digits.length()));
      String base = images.targetUrlBase();
      String slash = base.isEmpty() || base.endsWith("/") ? "" : "/";
      return base
          + slash
          + images.namePrefix()
          + (number < 0 ? "-" : "")
          + zeros
          + digits
          + images.nameSuffix();
    }
  }

  /** How large all is together, in bytes. */
  public long bytes() {
    return media.stream().mapToLong(Media::bytes).sum();
  }

  /** What is not there, or not all of it. */
  public List<Media> missing() {
    return media.stream().filter(each -> !each.isThere()).toList();
  }
}
