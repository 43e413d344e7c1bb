package org.oddlot.find;

import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.zip.CRC32;
import java.util.zip.CheckedInputStream;
import java.util.zip.CheckedOutputStream;
import org.apache.lucene.store.ByteBuffersDirectory;
import org.apache.lucene.store.Directory;
import org.apache.lucene.store.IOContext;
import org.apache.lucene.store.IndexInput;
import org.apache.lucene.store.IndexOutput;
import org.oddlot.input.InputFile;
import org.oddlot.input.KeptFile;
import org.oddlot.input.OldestFirst;
import org.oddlot.input.UserFolder;

/**
 * Keeps indexes on disk, a file each, by what is in them. The folder can be deleted at any time;
 * beyond a limit what was made first goes first. One that cannot be kept, or that is damaged, is
 * built again, never an error.
 */
public final class KeptIndexes {
  private static final System.Logger LOG = System.getLogger(KeptIndexes.class.getName());

  /** To be changed with the form of the files, or with what is indexed of a passage. */
  private static final int VERSION = 1;

  private static final String ENDING = ".index";
  private static final long MOST_BYTES = 256L << 20;

  /** Fewer passages are indexed faster than one sees. */
  private static final int FEWEST = 5_000;

  private final Optional<Path> folder;
  private final int fewest;

  private KeptIndexes(Optional<Path> folder, int fewest) {
    this.folder = folder;
    this.fewest = fewest;
  }

  /** None are kept. */
  public static KeptIndexes none() {
    return new KeptIndexes(Optional.empty(), 0);
  }

  /**
   * Those in {@code folder}, which is made when it is needed.
   *
   * @param fewest how many passages an index needs to be kept
   */
  static KeptIndexes in(Path folder, int fewest) {
    return new KeptIndexes(Optional.of(folder), fewest);
  }

  /** Those of this user: in the folder for what can be made again. */
  public static KeptIndexes ofUser() {
    return in(UserFolder.CACHE.path().resolve("found"), FEWEST);
  }

  /** The file of an index of these passages; empty where it is not kept. */
  Optional<Path> file(List<Passage> passages) {
    if (folder.isEmpty() || passages.size() < fewest) {
      return Optional.empty();
    }
    MessageDigest digest = InputFile.newDigest();
    digest.update((byte) VERSION);
    for (Passage passage : passages) {
      digest.update(passage.language().getBytes(StandardCharsets.UTF_8));
      digest.update((byte) 0);
      digest.update(passage.text().getBytes(StandardCharsets.UTF_8));
      digest.update((byte) 0);
    }
    return Optional.of(folder.get().resolve(HexFormat.of().formatHex(digest.digest()) + ENDING));
  }

  /** The parts of an index that is kept; empty where there is none that is whole. */
  Optional<List<Directory>> read(Path file) {
    if (!Files.exists(file)) {
      return Optional.empty();
    }
    var sum = new CRC32();
    try (var in =
        new DataInputStream(
            new CheckedInputStream(new BufferedInputStream(Files.newInputStream(file)), sum))) {
      long left = Files.size(file);
      var parts = new ArrayList<Directory>();
      for (int part = in.readInt(); part > 0; part--) {
        var directory = new ByteBuffersDirectory();
        for (int files = in.readInt(); files > 0; files--) {
          String name = in.readUTF();
          int length = in.readInt();
          if (length < 0 || length > left) {
            throw new IOException("It is damaged");
          }
          byte[] bytes = in.readNBytes(length);
          try (IndexOutput out = directory.createOutput(name, IOContext.DEFAULT)) {
            out.writeBytes(bytes, bytes.length);
          }
        }
        parts.add(directory);
      }
      long found = sum.getValue();
      if (in.readLong() != found) {
        throw new IOException("It is damaged");
      }
      return Optional.of(parts);
    } catch (IOException | IllegalArgumentException e) {
      LOG.log(System.Logger.Level.DEBUG, "{0}: {1}", file, e.getMessage());
      return Optional.empty();
    }
  }

  /** Keeps the parts of an index. */
  void keep(Path file, List<Directory> parts) {
    try {
      KeptFile.put(
          file,
          part -> {
            try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(part))) {
              write(parts, out);
            }
          });
      OldestFirst.shrink(folder.orElseThrow(), ENDING, MOST_BYTES, BasicFileAttributes::size);
    } catch (IOException e) {
      LOG.log(System.Logger.Level.DEBUG, "{0}: {1}", file, e.getMessage());
    }
  }

  private static void write(List<Directory> parts, OutputStream to) throws IOException {
    var sum = new CRC32();
    var out = new DataOutputStream(new CheckedOutputStream(to, sum));
    out.writeInt(parts.size());
    for (Directory part : parts) {
      String[] names = part.listAll();
      out.writeInt(names.length);
      for (String name : names) {
        try (IndexInput in = part.openInput(name, IOContext.DEFAULT)) {
          byte[] bytes = new byte[Math.toIntExact(in.length())];
          in.readBytes(bytes, 0, bytes.length);
          out.writeUTF(name);
          out.writeInt(bytes.length);
          out.write(bytes);
        }
      }
    }
    out.writeLong(sum.getValue());
    out.flush();
  }
}
