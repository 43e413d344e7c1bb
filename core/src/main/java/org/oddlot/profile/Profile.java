package org.oddlot.profile;

import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.oddlot.json.JsonObject;
import org.oddlot.json.JsonString;
import org.oddlot.timeline.Clip;
import org.oddlot.timeline.Marker;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;

/**
 * Where one program keeps things.
 *
 * @param name what the profile is called, in one word
 * @param title what it is for, for people
 * @param recognisedBy places of which one is in some object's metadata if the program wrote the
 *     file
 * @param places where each field is kept; a field that is missing is not kept by this program
 * @param titlePlaces where each field of a title is kept
 * @param kinds what the program calls each kind of marker
 * @param firstChannel what the program calls the first channel of a clip: 1 or 0
 * @param roleSeparator what stands between the stem and the name of a role
 */
public record Profile(
    String name,
    String title,
    List<Pointer> recognisedBy,
    Map<Field, Pointer> places,
    Map<Field, Place> titlePlaces,
    Map<MarkerKind, String> kinds,
    int firstChannel,
    String roleSeparator) {

  public Profile {
    recognisedBy = List.copyOf(recognisedBy);
    places = Map.copyOf(places);
    titlePlaces = Map.copyOf(titlePlaces);
    kinds = Map.copyOf(new EnumMap<>(kinds));
  }

  /** Where a field is kept, if it is. */
  public Optional<Pointer> place(Field field) {
    return Optional.ofNullable(places.get(field));
  }

  /** Where a field of a title is kept, if it is. */
  public Optional<Place> titlePlace(Field field) {
    return Optional.ofNullable(titlePlaces.get(field));
  }

  /** The value of a field of a title in words; empty where the clip is no title of this program. */
  public Optional<String> titleText(Clip clip, Field field) {
    return Optional.ofNullable(titlePlaces.get(field)).flatMap(place -> place.text(clip));
  }

  /** A title with a field set; the very same where this program keeps it nowhere in this clip. */
  public Clip withTitleText(Clip clip, Field field, String value) {
    return Optional.ofNullable(titlePlaces.get(field))
        .map(place -> place.set(clip, JsonString.of(value)))
        .orElse(clip);
  }

  /**
   * A timeline with another identity, where this program keeps one in it; else the very same. The
   * same timeline with the same seed gets the same.
   *
   * @param seed what tells it apart from others that are made from the same timeline
   */
  public Timeline withNewIdentity(Timeline timeline, String seed) {
    return place(Field.IDENTITY)
        .flatMap(place ->
            place
                .text(timeline.metadata())
                .map(old -> {
                  byte[] all = (old + "\n" + seed).getBytes(StandardCharsets.UTF_8);
                  return timeline.withMetadata(
                      place.set(
                          timeline.metadata(),
                          JsonString.of(UUID.nameUUIDFromBytes(all).toString())));
                }))
        .orElse(timeline);
  }

  /** What a kind of markers is called where this profile keeps it. */
  public String word(MarkerKind kind) {
    return kinds.getOrDefault(kind, kind.word());
  }

  /** What a marker says, on whatever it lies: a clip, a track or a stack. */
  public NotedMarker noted(Marker marker) {
    String word = markerText(marker, Field.MARKER_KIND);
    return new NotedMarker(
        kinds.entrySet().stream()
            .filter(entry -> entry.getValue().equals(word))
            .map(Map.Entry::getKey)
            .findFirst()
            .or(() -> MarkerKind.ofWord(word)),
        marker.name(),
        markerText(marker, Field.MARKER_CATEGORY),
        markerText(marker, Field.MARKER_TEXT),
        marker.markedRange());
  }

  /** What a marker says, all in one: what it is called, and what more is to be read there. */
  public String words(Marker marker) {
    String noted = markerText(marker, Field.MARKER_TEXT);
    String text = noted.isEmpty() ? marker.comment() : noted;
    return text.isEmpty() || text.equals(marker.name())
        ? marker.name()
        : marker.name() + ": " + text;
  }

  /** The keywords of a clip as a whole. */
  public List<NotedKeyword> keywords(Clip clip) {
    return place(Field.KEYWORDS).map(at -> at.all(clip.metadata())).orElse(List.of()).stream()
        .map(value ->
            value instanceof JsonObject keyword
                ? new NotedKeyword(
                    keywordText(keyword, Field.KEYWORD_TEXT),
                    keywordText(keyword, Field.KEYWORD_CATEGORY))
                : new NotedKeyword(value.display(), ""))
        .toList();
  }

  private String keywordText(JsonObject keyword, Field field) {
    return place(field).flatMap(place -> place.text(keyword)).orElse("");
  }

  /** Metadata with a text noted where this profile keeps it; as it is where it keeps it nowhere. */
  public JsonObject with(JsonObject metadata, Field field, String text) {
    return place(field).map(place -> place.set(metadata, JsonString.of(text))).orElse(metadata);
  }

  /**
   * Who did what a note asks for, where this profile keeps it or Odd Lot's own; empty as long as it
   * is open.
   */
  public String doneBy(Marker marker) {
    String by = markerText(marker, Field.MARKER_DONE);
    return by.isEmpty() ? Profiles.own().markerText(marker, Field.MARKER_DONE) : by;
  }

  /** A note that is done by somebody; open again where nobody is named. */
  public Marker withDone(Marker marker, String by) {
    if (doneBy(marker).equals(by)) {
      return marker;
    }
    JsonObject metadata = with(marker.metadata(), Field.MARKER_DONE, by);
    Profile own = Profiles.own();
    boolean isNotedThere = !own.markerText(marker, Field.MARKER_DONE).isEmpty();
    return marker.withMetadata(isNotedThere ? own.with(metadata, Field.MARKER_DONE, by) : metadata);
  }

  /** What a marker has of a field; empty where it has nothing of it. */
  private String markerText(Marker marker, Field field) {
    return place(field).flatMap(place -> place.text(marker.metadata())).orElse("");
  }

  /** The value of a field of {@code clip} in words, looked up where this profile keeps it. */
  public Optional<String> text(Clip clip, Field field) {
    return place(field).flatMap(place -> place.text(holder(clip, field)));
  }

  /** The values of a field of {@code clip} that may have several. */
  public List<String> texts(Clip clip, Field field) {
    return place(field)
        .map(place ->
            place.all(holder(clip, field)).stream()
                .flatMap(value ->
                    place.isList()
                        ? java.util.stream.Stream.of(value.display())
                        : java.util.Arrays.stream(value.display().split(",", -1)))
                .map(String::strip)
                .filter(text -> !text.isEmpty())
                .toList())
        .orElse(List.of());
  }

  /** How many channels the file says that a clip has; empty where it says no usable number. */
  public Optional<Integer> channelCount(Clip clip) {
    return text(clip, Field.CHANNEL_COUNT)
        .filter(text -> text.matches("\\d{1,4}"))
        .map(Integer::parseInt);
  }

  /** A role as this program writes it, as {@code Stem/Name}. */
  public String roleRead(String written) {
    return swapped(written, roleSeparator, "/");
  }

  /** {@code Stem/Name} as this program writes it. */
  public String roleWritten(String role) {
    return swapped(role, "/", roleSeparator);
  }

  private static String swapped(String role, String separator, String other) {
    int at = role.indexOf(separator);
    return at < 0 ? role : role.substring(0, at) + other + role.substring(at + separator.length());
  }

  /** The metadata in which a field of a clip is kept: the clip's own or that of its media. */
  public static JsonObject holder(Clip clip, Field field) {
    return field.isOfTheMedia()
        ? clip.media().map(TimelineObject::metadata).orElse(JsonObject.EMPTY)
        : clip.metadata();
  }

  /** The day on which the clip's source was recorded, if the file knows it. */
  public Optional<LocalDate> recorded(Clip clip) {
    return text(clip, Field.RECORDED).flatMap(Profile::day);
  }

  /**
   * The day with which a text begins, as {@code 2026-01-05}. Asked of each clip: a formatter takes
   * ten times as long, and refuses by an exception.
   */
  private static Optional<LocalDate> day(String text) {
    if (text.length() < 10 || text.charAt(4) != '-' || text.charAt(7) != '-') {
      return Optional.empty();
    }
    int year = number(text, 0, 4);
    int month = number(text, 5, 7);
    int day = number(text, 8, 10);
    boolean isOne =
        year >= 0
            && month >= 1
            && month <= 12
            && day >= 1
            && day <= YearMonth.of(year, month).lengthOfMonth();
    return isOne ? Optional.of(LocalDate.of(year, month, day)) : Optional.empty();
  }

  /** What the figures from one place to another say; less than nothing if they are not all such. */
  private static int number(String text, int from, int to) {
    int number = 0;
    for (int at = from; at < to; at++) {
      int figure = text.charAt(at) - '0';
      if (figure < 0 || figure > 9) {
        return -1;
      }
      number = number * 10 + figure;
    }
    return number;
  }
}
