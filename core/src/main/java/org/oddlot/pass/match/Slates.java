package org.oddlot.pass.match;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalInt;
import java.util.regex.Pattern;
import org.oddlot.material.PlacedClip;
import org.oddlot.material.Source;
import org.oddlot.paper.LogEntry;
import org.oddlot.profile.Field;

/**
 * Which scene and take each source is known to be, and by whom: the camera's own note in the file,
 * or an entry of another paper that was matched by timecode or name.
 */
final class Slates {
  private static final Pattern NOT_TOLD_APART = Pattern.compile("[^\\p{L}\\p{N}]+");
  private static final Pattern ZEROS = Pattern.compile("(?<![0-9])0+(?=[0-9])");
  private static final Pattern WORD =
      Pattern.compile("^(SCENE|SC|SZ|TAKE|TK|T|PRISE|KLAPPE)(?=[0-9])");

  /** A scene and take that more clips have tells none of them apart. */
  private static final int MOST = 100;

  private final Map<String, Map<String, Known>> bySlate = new HashMap<>();

  /**
   * A source of a slate.
   *
   * @param source the source
   * @param from who says so
   */
  record Known(Source source, String from) {}

  Slates(List<Source> sources) {
    for (Source source : sources) {
      source
          .clips()
          .findFirst()
          .ifPresent(placed -> {
            String scene = text(placed, Field.SCENE) + text(placed, Field.SHOT);
            add(source, key(scene, text(placed, Field.TAKE)), "noted in the file");
          });
    }
  }

  private static String text(PlacedClip placed, Field field) {
    return placed.profile().text(placed.clip(), field).orElse("");
  }

  /** A source that an entry was matched with. */
  void add(Source source, LogEntry entry) {
    add(source, key(entry), "row " + entry.row() + " of " + entry.paper());
  }

  private void add(Source source, String key, String from) {
    if (key.isEmpty()) {
      return;
    }
    bySlate
        .computeIfAbsent(key, _ -> new LinkedHashMap<>())
        .putIfAbsent(source.id(), new Known(source, from));
  }

  /** The sources of an entry's scene and take. */
  List<Known> of(LogEntry entry) {
    Map<String, Known> known = bySlate.getOrDefault(key(entry), Map.of());
    return known.size() > MOST ? List.of() : List.copyOf(known.values());
  }

  /** How many sources an entry's scene and take have, where that is more than tells them apart. */
  OptionalInt crowd(LogEntry entry) {
    int known = bySlate.getOrDefault(key(entry), Map.of()).size();
    return known > MOST ? OptionalInt.of(known) : OptionalInt.empty();
  }

  static String key(LogEntry entry) {
    return key(entry.scene() + entry.shot(), entry.take());
  }

  /** Scene with its letters and take as they are compared; empty where one of them is missing. */
  static String key(String scene, String take) {
    String plainScene = plain(scene);
    String plainTake = plain(take);
    return plainScene.isEmpty() || plainTake.isEmpty() ? "" : plainScene + "/" + plainTake;
  }

  private static String plain(String text) {
    String upper = NOT_TOLD_APART.matcher(text.toUpperCase(Locale.ROOT)).replaceAll("");
    return ZEROS.matcher(WORD.matcher(upper).replaceFirst("")).replaceAll("");
  }
}
