package org.oddlot.material;

import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.oddlot.sound.SoundFile;
import org.oddlot.time.FrameRate;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;
import org.oddlot.time.Timecode;

/**
 * One piece of recorded media, wherever the documents use it.
 *
 * @param id what it is known by: where its media is, else its name
 * @param name what it is called in the bins, else where it is used
 * @param range all there is of it, its start the source timecode; empty where the files do not say
 * @param camera the camera's letter, empty if not known
 * @param cameraIsGuessed whether the camera was taken from the name
 * @param reel the reel or card, empty if not known
 * @param recorded its day, if known
 * @param inBins the clips of it that lie in bins
 * @param uses the clips of it that lie in timelines
 * @param alternatives other media that its clips have beside the one in use, a proxy for instance
 */
public record Source(
    String id,
    String name,
    Optional<TimeRange> range,
    String camera,
    boolean cameraIsGuessed,
    String reel,
    Optional<LocalDate> recorded,
    List<PlacedClip> inBins,
    List<PlacedClip> uses,
    List<SourceMedia> alternatives) {

  /** Begins the id of one whose media is nowhere said to be. */
  static final String NAME_ONLY = "name:";

  private static final FrameRate LIKE_SAMPLES = FrameRate.of(1000);

  private static final List<String> SOUND_ENDINGS =
      Stream.of(SoundFile.WAVE_ENDINGS, SoundFile.OTHER_ENDINGS, List.of(".w64"))
          .flatMap(List::stream)
          .toList();

  public Source {
    inBins = List.copyOf(inBins);
    uses = List.copyOf(uses);
    alternatives = List.copyOf(alternatives);
  }

  /** That of its id: of all the clips of it none has to be gone through. */
  @Override
  public int hashCode() {
    return id.hashCode();
  }

  /** The same source, its clips in other places. */
  Source placed(List<PlacedClip> nowInBins, List<PlacedClip> nowUsed) {
    return new Source(
        id, name, range, camera, cameraIsGuessed, reel, recorded, nowInBins, nowUsed, alternatives);
  }

  /** Its source timecode at the first frame, if it is known. */
  public Optional<RationalTime> start() {
    return range.map(TimeRange::start);
  }

  /** Whether it starts at zero, as what was recorded without timecode does in a file. */
  public boolean startsAtZero() {
    return start().filter(start -> start.value() == 0).isPresent();
  }

  /** Whether it is sound by itself: a file whose name ends like that of a sound file. */
  public boolean isSound() {
    for (String ending : SOUND_ENDINGS) {
      int at = id.length() - ending.length();
      if (id.regionMatches(true, at, ending, 0, ending.length())) {
        return true;
      }
    }
    return false;
  }

  /** Its rate, if it is known. */
  public Optional<FrameRate> rate() {
    return start().map(RationalTime::rate);
  }

  /** Its start as a label; where it is counted in samples, with thousandths of a second. */
  public Optional<Timecode> startLabel() {
    return start()
        .map(start ->
            start.rate().compareTo(LIKE_SAMPLES) < 0
                ? start
                : start.rescaledTo(LIKE_SAMPLES, RoundingMode.FLOOR))
        .map(start -> Timecode.of(start, false));
  }

  /** Where its media is; empty where that is nowhere said. */
  public String address() {
    return id.startsWith(NAME_ONLY) ? "" : id;
  }

  /** What papers can call it: its name, that of its file, and where that is. */
  public List<String> names() {
    String address = address();
    if (address.isEmpty()) {
      return List.of(name);
    }
    if (alternatives.isEmpty()) {
      return List.of(name, address.substring(address.lastIndexOf('/') + 1), address);
    }
    // A paper can name the proxy where the cut has the full one.
    return Stream.concat(
            Stream.of(name),
            Stream.concat(
                    Stream.of(address),
                    alternatives.stream()
                        .filter(each -> SourceMedia.isCopy(each.key()))
                        .flatMap(each -> Sources.url(each.reference()).stream()))
                .filter(url -> !url.isEmpty())
                .flatMap(url -> Stream.of(url.substring(url.lastIndexOf('/') + 1), url)))
        .distinct()
        .toList();
  }

  /** The clip that what is known of it is taken from: the first one in bins, else in timelines. */
  public PlacedClip first() {
    return (inBins.isEmpty() ? uses : inBins).getFirst();
  }

  /** All clips of it, those in bins first. */
  public Stream<PlacedClip> clips() {
    return Stream.concat(inBins.stream(), uses.stream());
  }
}
