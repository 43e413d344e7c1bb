package org.oddlot.format.report;

import com.ibm.icu.text.ArabicShaping;
import com.ibm.icu.text.ArabicShapingException;
import com.ibm.icu.text.Bidi;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.apache.fontbox.ttf.CmapLookup;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.contentstream.operator.Operator;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.io.RandomAccessReadBuffer;
import org.apache.pdfbox.pdfparser.PDFStreamParser;
import org.apache.pdfbox.pdfwriter.ContentStreamWriter;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDStream;
import org.apache.pdfbox.pdmodel.documentinterchange.markedcontent.PDPropertyList;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.jspecify.annotations.Nullable;
import org.oddlot.title.Fonts;

/**
 * Text in the fonts that come with the program, which are embedded. Letters that a font does not
 * have are taken from the next, at last from those that are installed on the machine; those that
 * none has are a grey block, and are noted. Text from the right is put in the order in which it is
 * seen, its letters joined; of scripts whose letters change places the text itself goes with what
 * is seen.
 */
final class PdfText {
  private final List<Face> regular = new ArrayList<>();
  private final List<Face> bold = new ArrayList<>();
  private final List<Face> mono = new ArrayList<>();
  private final Face figures;

  /** Stands for a letter that no font has. */
  private static final int BLOCK = 0x2592;

  private final Map<String, Float> widths = new HashMap<>();
  private final PDDocument document;
  private final SystemFonts system = new SystemFonts();
  private final List<Face> installed = new ArrayList<>();
  private final Map<Integer, Optional<Face>> others = new HashMap<>();
  private final Set<Integer> missing = new TreeSet<>();
  private boolean goesWithText;

  /** How text looks. */
  enum Look {
    REGULAR,
    BOLD,
    MONO
  }

  /** A font; read when its first letter is asked for, for most print needs few of them. */
  private static final class Face {
    private final PDDocument document;
    private final String name;
    private @Nullable TrueTypeFont installed;
    private @Nullable PDFont font;
    private @Nullable CmapLookup letters;

    private Face(PDDocument document, String name) {
      this.document = document;
      this.name = name;
    }

    /** One that is installed; it is put into the document when it is needed. */
    private Face(PDDocument document, TrueTypeFont installed) throws IOException {
      this(document, "");
      this.installed = installed;
      letters = installed.getUnicodeCmapLookup();
    }

    boolean has(int letter) throws IOException {
      CmapLookup its = letters;
      if (its == null) {
        its = read();
      }
      return its.getGlyphId(letter) > 0;
    }

    PDFont font() throws IOException {
      if (font == null && installed != null) {
        font = PDType0Font.load(document, installed, true);
      } else if (font == null) {
        var _ = read();
      }
      return Objects.requireNonNull(font);
    }

    private CmapLookup read() throws IOException {
      try (InputStream in = Fonts.class.getResourceAsStream("fonts/" + name + ".ttf")) {
        if (in == null) {
          throw new IllegalStateException(name + " is not shipped");
        }
        TrueTypeFont its = new TTFParser().parse(new RandomAccessReadBuffer(in));
        font = PDType0Font.load(document, its, true);
        letters = its.getUnicodeCmapLookup();
        return letters;
      }
    }
  }

  private record Run(Face face, String text) {}

  PdfText(PDDocument document) {
    this.document = document;
    Face sans = new Face(document, "IBMPlexSans_400Regular");
    Face strong = new Face(document, "IBMPlexSans_600SemiBold");
    figures = new Face(document, "IBMPlexMono_400Regular");
    Face hebrew = new Face(document, "IBMPlexSansHebrew_400Regular");
    Face arabic = new Face(document, "IBMPlexSansArabic_400Regular");
    regular.addAll(List.of(sans, figures, hebrew, arabic));
    bold.addAll(List.of(strong, sans, figures, hebrew, arabic));
    mono.addAll(List.of(figures, sans, hebrew, arabic));
  }

  private List<Face> faces(Look look) {
    return switch (look) {
      case REGULAR -> regular;
      case BOLD -> bold;
      case MONO -> mono;
    };
  }

  /** How wide a line is at a size of one. */
  float width(String line, Look look) throws IOException {
    String key = look.name() + line;
    Float known = line.length() > 40 ? null : widths.get(key);
    if (known != null) {
      return known;
    }
    float width = 0;
    for (Run run : runs(line, look)) {
      width += run.face.font().getStringWidth(run.text) / 1000;
    }
    if (line.length() <= 40 && widths.size() < 20_000) {
      widths.put(key, width);
    }
    return width;
  }

  /** Shows a line that begins at a place. */
  void show(PDPageContentStream to, String line, Look look, float size, float x, float y)
      throws IOException {
    if (line.isEmpty()) {
      return;
    }
    to.beginText();
    to.newLineAtOffset(x, y);
    for (Run run : runs(line, look)) {
      to.setFont(run.face.font(), size);
      if (run.text.chars().anyMatch(PdfText::changesPlaces)) {
        var itself = new COSDictionary();
        itself.setString(COSName.ACTUAL_TEXT, run.text);
        goesWithText = true;
        to.beginMarkedContent(COSName.getPDFName("Span"), PDPropertyList.create(itself));
        to.showText(run.text);
        to.endMarkedContent();
      } else {
        to.showText(run.text);
      }
    }
    to.endText();
  }

  /** The scripts of India and those behind them: letters join, and are seen before others. */
  private static boolean changesPlaces(int letter) {
    return (letter >= 0x0900 && letter < 0x0E00)
        || (letter >= 0x1000 && letter < 0x10A0)
        || (letter >= 0x1780 && letter < 0x1800);
  }

  /** Puts the texts that go with what is seen into the pages, where those who search look. */
  void finish() throws IOException {
    if (!goesWithText) {
      return;
    }
    for (PDPage page : document.getPages()) {
      List<Object> tokens = new PDFStreamParser(page).parse();
      for (int i = 1; i < tokens.size(); i++) {
        boolean begins =
            tokens.get(i) instanceof Operator operator && operator.getName().equals("BDC");
        if (begins && tokens.get(i - 1) instanceof COSName name) {
          PDPropertyList its = page.getResources().getProperties(name);
          if (its != null && its.getCOSObject().containsKey(COSName.ACTUAL_TEXT)) {
            tokens.set(i - 1, its.getCOSObject());
          }
        }
      }
      var stream = new PDStream(document);
      try (OutputStream out = stream.createOutputStream(COSName.FLATE_DECODE)) {
        new ContentStreamWriter(out).writeTokens(tokens);
      }
      page.setContents(stream);
    }
  }

  /** The letters that no font has, so far. */
  Set<Integer> missing() {
    return missing;
  }

  @SuppressWarnings("ReferenceEquality") // there is one face of each font
  private List<Run> runs(String line, Look look) throws IOException {
    List<Face> faces = faces(look);
    String seen = Bidi.requiresBidi(line.toCharArray(), 0, line.length()) ? ordered(line) : line;
    var runs = new ArrayList<Run>(1);
    var text = new StringBuilder();
    Face face = faces.getFirst();
    for (int i = 0; i < seen.length(); ) {
      int letter = seen.codePointAt(i);
      i += Character.charCount(letter);
      int shown = letter < 0x20 || letter == 0xFEFF || letter == 0x200B ? ' ' : letter;
      Face its = face(faces, shown);
      if (its == null) {
        missing.add(letter);
        its = figures;
        shown = BLOCK;
      }
      if (its != face && !text.isEmpty()) {
        runs.add(new Run(face, text.toString()));
        text.setLength(0);
      }
      face = its;
      text.appendCodePoint(shown);
    }
    if (!text.isEmpty()) {
      runs.add(new Run(face, text.toString()));
    }
    return runs;
  }

  private @Nullable Face face(List<Face> faces, int letter) throws IOException {
    for (Face face : faces) {
      if (face.has(letter)) {
        return face;
      }
    }
    Optional<Face> known = others.get(letter);
    if (known == null) {
      known = Optional.ofNullable(elsewhere(letter));
      others.put(letter, known);
    }
    return known.orElse(null);
  }

  /** In a font of the machine; they are looked through as far as is needed. */
  private @Nullable Face elsewhere(int letter) throws IOException {
    for (Face face : installed) {
      if (face.has(letter)) {
        return face;
      }
    }
    for (TrueTypeFont its = system.next(); its != null; its = system.next()) {
      var face = new Face(document, its);
      installed.add(face);
      if (face.has(letter)) {
        return face;
      }
    }
    return null;
  }

  private static String ordered(String line) {
    String shaped = line;
    try {
      shaped = new ArabicShaping(ArabicShaping.LETTERS_SHAPE).shape(line);
    } catch (ArabicShapingException e) {
      // What cannot be joined is shown letter by letter.
      shaped = line;
    }
    var bidi = new Bidi(shaped, Bidi.DIRECTION_DEFAULT_LEFT_TO_RIGHT);
    return bidi.writeReordered(Bidi.DO_MIRRORING);
  }

  /** A text as lines of at most a width; a word that is wider is broken anywhere. */
  List<String> wrapped(String text, Look look, float width) throws IOException {
    var lines = new ArrayList<String>(1);
    for (String paragraph : text.split("\n", -1)) {
      if (width(paragraph, look) <= width) {
        lines.add(paragraph);
        continue;
      }
      String line = "";
      for (String word : paragraph.split("(?<=[ /_-])", -1)) {
        if (line.isEmpty() || width((line + word).stripTrailing(), look) <= width) {
          line += word;
        } else {
          lines.add(line.stripTrailing());
          line = word;
        }
        while (width(line.stripTrailing(), look) > width && line.length() > 1) {
          int fits = 1;
          while (fits < line.length() && width(line.substring(0, fits + 1), look) <= width) {
            fits++;
          }
          lines.add(line.substring(0, fits));
          line = line.substring(fits);
        }
      }
      lines.add(line.stripTrailing());
    }
    return lines;
  }
}
