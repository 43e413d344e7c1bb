package org.oddlot.pass.sync;

import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.oddlot.material.Material;
import org.oddlot.material.Pairing;
import org.oddlot.material.PlacedClip;
import org.oddlot.material.PlainName;
import org.oddlot.material.Source;
import org.oddlot.paper.LogEntry;
import org.oddlot.profile.Field;
import org.oddlot.sound.Recording;

/**
 * Scene and take as they are compared: {@code 012a/03} is {@code 12A/3}.
 *
 * @param scene with the shot, if there is one
 * @param take its number
 */
record Slate(String scene, String take) {

  static Optional<Slate> of(String scene, String take) {
    var slate = new Slate(plain(scene), plain(take));
    return slate.scene.isEmpty() || slate.take.isEmpty() ? Optional.empty() : Optional.of(slate);
  }

  static Optional<Slate> of(Recording recording) {
    return of(recording.first().scene(), recording.first().take());
  }

  /** What sound reports and other papers call recordings that name no slate themselves. */
  static Map<Recording, Slate> ofRecordings(Material material) {
    var byName = new HashMap<String, Slate>();
    material
        .entries()
        .filter(entry -> !entry.clip().isEmpty())
        .forEach(entry ->
            of(entry.scene() + entry.shot(), entry.take())
                .ifPresent(slate -> byName.putIfAbsent(PlainName.of(entry.clip()), slate)));
    var slates = new HashMap<Recording, Slate>();
    for (Recording recording : material.recordings()) {
      of(recording)
          .or(() -> Optional.ofNullable(byName.get(PlainName.of(recording.name()))))
          .or(() -> Optional.ofNullable(byName.get(PlainName.of(recording.first().stem()))))
          .ifPresent(slate -> slates.put(recording, slate));
    }
    return slates;
  }

  private static String plain(String text) {
    return text.toUpperCase(Locale.ROOT)
        .replaceAll("[^\\p{L}\\p{N}]", "")
        .replaceFirst("^(?:SCENE|SCN|SC|SZENE|TAKE|TK|T)(?=[0-9])", "")
        .replaceAll("(?<![0-9])0+(?=[0-9])", "");
  }

  /** What is noted of pictures, in their clips or in entries that were matched with them. */
  static Map<String, Slate> ofPictures(Material material) {
    Map<String, LogEntry> entries =
        material.all(Pairing.class).isEmpty()
            ? Map.of()
            : material
                .entries()
                .collect(Collectors.toMap(LogEntry::id, Function.identity(), (a, _) -> a));
    var slates = new HashMap<String, Slate>();
    material
        .all(Pairing.class)
        .forEach(pairing ->
            Optional.ofNullable(entries.get(pairing.entryId()))
                .flatMap(entry -> of(entry.scene() + entry.shot(), entry.take()))
                .ifPresent(slate -> slates.putIfAbsent(pairing.sourceId(), slate)));
    for (Source source : material.sources().all()) {
      source
          .clips()
          .findFirst()
          .flatMap(Slate::of)
          .ifPresent(slate -> slates.putIfAbsent(source.id(), slate));
    }
    return slates;
  }

  private static Optional<Slate> of(PlacedClip placed) {
    Function<Field, String> noted = f -> placed.profile().text(placed.clip(), f).orElse("");
    return of(noted.apply(Field.SCENE) + noted.apply(Field.SHOT), noted.apply(Field.TAKE));
  }

  @Override
  public String toString() {
    return scene + "/" + take;
  }
}
