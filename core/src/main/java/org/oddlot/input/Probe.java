package org.oddlot.input;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import org.jspecify.annotations.Nullable;

/** What can be seen of a file without reading it: how its name ends, and its first bytes. */
public final class Probe {
  private static final int HEAD = 4096;
  private final InputFile file;
  private @Nullable String head;

  /** A look at {@code file}; its bytes are only read when they are asked for. */
  public Probe(InputFile file) {
    this.file = file;
  }

  /** The name's ending with its dot, in lower case. */
  public String extension() {
    return file.extension();
  }

  /** The first bytes, one character each; empty for a folder and for what cannot be read. */
  public String head() {
    String known = head;
    if (known == null) {
      known = read();
      head = known;
    }
    return known;
  }

  private String read() {
    if (!Files.isRegularFile(file.path())) {
      return "";
    }
    try (var in = Files.newInputStream(file.path())) {
      return new String(in.readNBytes(HEAD), StandardCharsets.ISO_8859_1);
    } catch (IOException e) {
      // Whoever reads the file will say why it cannot be read.
      return "";
    }
  }
}
