package org.oddlot.format.report;

import java.io.File;
import java.io.IOException;
import java.net.URI;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeCollection;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.fontbox.util.autodetect.FontFileFinder;
import org.apache.pdfbox.io.RandomAccessReadBufferedFile;
import org.oddlot.problem.Wall;

/**
 * The fonts that are installed on this machine, one after the other, plain ones first. Those that
 * cannot be read, or not be put into print, are left out.
 */
final class SystemFonts {
  private static final List<String> NOT_PLAIN =
      List.of(
          "bold", "italic", "oblique", "light", "thin", "black", "mono", "serif", "cond", "narrow",
          "heavy", "medium");

  /** What a font must have to be put into print: outlines of this kind. */
  private static final String OUTLINES = "glyf";

  private List<File> files = List.of();
  private boolean isFound;
  private int next;

  /** The next font; null where there is none any more. */
  @org.jspecify.annotations.Nullable
  TrueTypeFont next() {
    if (!isFound) {
      files = found();
      isFound = true;
    }
    while (next < files.size()) {
      File file = files.get(next++);
      List<TrueTypeFont> its = Wall.behind(() -> fonts(file), _ -> List.of());
      if (!its.isEmpty()) {
        return its.getFirst();
      }
    }
    return null;
  }

  private static List<File> found() {
    List<URI> all = Wall.behind(() -> new FontFileFinder().find(), _ -> List.of());
    return all.stream()
        .filter(uri -> "file".equals(uri.getScheme()))
        .map(File::new)
        .filter(file -> name(file).endsWith(".ttf") || name(file).endsWith(".ttc"))
        .sorted(Comparator.comparingLong(SystemFonts::isOther).thenComparing(SystemFonts::name))
        .distinct()
        .toList();
  }

  private static String name(File file) {
    return file.getName().toLowerCase(Locale.ROOT);
  }

  private static long isOther(File file) {
    return NOT_PLAIN.stream().filter(name(file)::contains).count();
  }

  private static List<TrueTypeFont> fonts(File file) {
    var fonts = new ArrayList<TrueTypeFont>();
    try {
      if (name(file).endsWith(".ttc")) {
        new TrueTypeCollection(file).processAllFonts(fonts::add);
      } else {
        fonts.add(new TTFParser().parse(new RandomAccessReadBufferedFile(file)));
      }
    } catch (IOException e) {
      return List.of();
    }
    return fonts.stream().filter(font -> font.getTableMap().containsKey(OUTLINES)).toList();
  }
}
