package org.oddlot.format.table;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Collections;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.apache.commons.compress.utils.SeekableInMemoryByteChannel;

/**
 * Cells that hold a day as ISO 8601 has it, {@code t="d"}: ECMA-376 part 1, 18.18.11, from memory.
 * The library that reads workbooks refuses one that has such a cell; here they are made texts.
 */
final class IsoDates {
  private static final Pattern CELL = Pattern.compile("(<(?:\\w+:)?c\\b[^<>]*\\st=)([\"'])d\\2");
  private static final Pattern MOMENT =
      Pattern.compile("(\\d{4}-\\d\\d-\\d\\d)?T?(?:(\\d\\d:\\d\\d:\\d\\d)(?:\\.\\d+)?)?Z?");

  /** Days with which no clock is meant. */
  private static final String MIDNIGHT = "00:00:00";

  private IsoDates() {}

  /** Whether a part of a workbook may have such cells; most have none, and it is said soon. */
  static boolean mayBeIn(byte[] part) {
    for (int i = 3; i + 1 < part.length; i++) {
      if (part[i] == 'd'
          && part[i - 2] == '='
          && part[i - 3] == 't'
          && part[i + 1] == part[i - 1]) {
        return true;
      }
    }
    return false;
  }

  /** The same workbook with texts in their place. */
  static byte[] asTexts(byte[] workbook) throws IOException {
    var out = new ByteArrayOutputStream(workbook.length);
    try (var zip =
            ZipFile.builder()
                .setSeekableByteChannel(new SeekableInMemoryByteChannel(workbook))
                .get();
        var copy = new ZipOutputStream(out)) {
      for (ZipArchiveEntry entry : Collections.list(zip.getEntries())) {
        copy.putNextEntry(new ZipEntry(entry.getName()));
        try (InputStream part = zip.getInputStream(entry)) {
          if (entry.getName().startsWith("xl/worksheets/")) {
            // Each byte is a letter here, whatever the part is written in; the pattern has none
            // else.
            String text = new String(part.readAllBytes(), StandardCharsets.ISO_8859_1);
            String texts = CELL.matcher(text).replaceAll("$1$2str$2");
            copy.write(texts.getBytes(StandardCharsets.ISO_8859_1));
          } else {
            part.transferTo(copy);
          }
        }
        copy.closeEntry();
      }
    }
    return out.toByteArray();
  }

  /** A day and clock as other cells show them; any other text as it is. */
  static String tidy(String text) {
    Matcher moment = MOMENT.matcher(text);
    if (text.length() < 8 || text.indexOf('T') < 0 || !moment.matches()) {
      return text;
    }
    String day = moment.group(1) == null ? "" : moment.group(1);
    String clock = moment.group(2) == null ? "" : moment.group(2);
    return clock.isEmpty() || (clock.equals(MIDNIGHT) && !day.isEmpty())
        ? day
        : (day + " " + clock).strip();
  }
}
