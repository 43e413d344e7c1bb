package org.oddlot.input;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import org.oddlot.problem.Problems;

/**
 * YAML files that begin by saying what they are and what they are called: {@code style: boxed}.
 * Some of them come with the program, beside the class of what is read.
 *
 * @param <T> what is read
 */
public abstract class YamlKind<T> implements InputKind<T> {
  private final Class<T> type;
  private final String key;
  private final String name;

  /**
   * @param type what is read
   * @param key the word before the name
   * @param name what such a file is called: {@code Title style}
   */
  protected YamlKind(Class<T> type, String key, String name) {
    this.type = type;
    this.key = key;
    this.name = name;
  }

  /** What {@code yaml} says; empty where it says nothing, and then {@code problems} says why. */
  protected abstract Optional<T> parse(String yaml, Problems problems);

  /**
   * The text of one that comes with the program.
   *
   * @param resource where it is, seen from {@code type}
   * @throws IllegalStateException if there is none
   */
  public static String shippedText(Class<?> type, String resource) {
    try (InputStream in = type.getResourceAsStream(resource)) {
      if (in == null) {
        throw new IllegalStateException(resource + " is not shipped");
      }
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** One that comes with the program; it has no problems. */
  protected final T shipped(String resource) {
    var problems = new Problems(resource);
    return parse(shippedText(type, resource), problems)
        .filter(_ -> problems.list().isEmpty())
        .orElseThrow(() -> new IllegalStateException(problems.list().toString()));
  }

  @Override
  public final String name() {
    return name;
  }

  @Override
  public final String what() {
    return Character.toLowerCase(name.charAt(0)) + name.substring(1);
  }

  @Override
  public final List<String> extensions() {
    return List.of(".yaml", ".yml");
  }

  @Override
  public final List<String> extensionsInFolders() {
    return List.of();
  }

  @Override
  public final Class<T> type() {
    return type;
  }

  @Override
  public Likeness likeness(Probe probe) {
    boolean says = probe.head().lines().anyMatch(line -> line.startsWith(key + ":"));
    return extensions().contains(probe.extension()) && says ? Likeness.CERTAIN : Likeness.NONE;
  }

  @Override
  public final Optional<T> read(InputFile file, ReadingOptions options, Problems problems) {
    return file.read(problems)
        .map(bytes -> new String(bytes, StandardCharsets.UTF_8))
        .flatMap(yaml -> parse(yaml, problems));
  }
}
