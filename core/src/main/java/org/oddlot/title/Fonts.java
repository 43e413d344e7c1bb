package org.oddlot.title;

import java.awt.Font;
import java.awt.FontFormatException;
import java.awt.font.TextAttribute;
import java.awt.geom.AffineTransform;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.oddlot.text.Phrase;

/**
 * The fonts that titles can be set in: those that come with the program, and those that came in as
 * files. What is installed on the machine is not asked, so that the same lot looks the same
 * everywhere.
 */
public final class Fonts {
  private static final Map<TextAttribute, Object> SHAPING =
      Map.of(
          TextAttribute.KERNING, TextAttribute.KERNING_ON,
          TextAttribute.LIGATURES, TextAttribute.LIGATURES_ON);

  /** Twelve degrees, the slant of most italics; common practice, no source. */
  private static final AffineTransform SLANT = AffineTransform.getShearInstance(-0.21, 0);

  private static final Fonts SHIPPED =
      new Fonts(
          List.of(
              shipped("IBMPlexSans_400Regular", "IBM Plex Sans", 400),
              italic("IBMPlexSans_400Regular_Italic", "IBM Plex Sans", 400),
              italic("IBMPlexSans_600SemiBold_Italic", "IBM Plex Sans", 600),
              italic("IBMPlexSerif_400Regular_Italic", "IBM Plex Serif", 400),
              italic("IBMPlexSerif_600SemiBold_Italic", "IBM Plex Serif", 600),
              shipped("IBMPlexSans_500Medium", "IBM Plex Sans", 500),
              shipped("IBMPlexSans_600SemiBold", "IBM Plex Sans", 600),
              shipped("IBMPlexSerif_400Regular", "IBM Plex Serif", 400),
              shipped("IBMPlexSerif_600SemiBold", "IBM Plex Serif", 600),
              shipped("IBMPlexMono_400Regular", "IBM Plex Mono", 400),
              shipped("IBMPlexMono_600SemiBold", "IBM Plex Mono", 600),
              shipped("IBMPlexSansHebrew_400Regular", "IBM Plex Sans Hebrew", 400),
              shipped("IBMPlexSansHebrew_600SemiBold", "IBM Plex Sans Hebrew", 600),
              shipped("IBMPlexSansArabic_400Regular", "IBM Plex Sans Arabic", 400),
              shipped("IBMPlexSansArabic_600SemiBold", "IBM Plex Sans Arabic", 600),
              shipped("NotoSansSymbols_400Regular", "Noto Sans Symbols", 400)));

  private final List<Face> faces;
  private final Map<Asked, Face> found = new ConcurrentHashMap<>();

  private record Asked(String family, int weight, boolean italic) {}

  /**
   * One weight of a font.
   *
   * @param family what the family is called
   * @param weight 100 to 900
   * @param italic whether it is the italic one
   * @param font the font, a pixel high, with kerning and ligatures
   */
  public record Face(String family, int weight, boolean italic, Font font) {}

  private Fonts(List<Face> faces) {
    this.faces = List.copyOf(faces);
  }

  /** Those that come with the program. */
  public static Fonts shipped() {
    return SHIPPED;
  }

  /** These and others, which come first where they are called the same. */
  public Fonts with(List<Face> others) {
    if (others.isEmpty()) {
      return this;
    }
    var all = new ArrayList<>(others);
    all.addAll(faces);
    return new Fonts(all);
  }

  private static Face shipped(String file, String family, int weight) {
    return shipped(file, family, weight, false);
  }

  private static Face italic(String file, String family, int weight) {
    return shipped(file, family, weight, true);
  }

  private static Face shipped(String file, String family, int weight, boolean italic) {
    try (InputStream in = Fonts.class.getResourceAsStream("fonts/" + file + ".ttf")) {
      if (in == null) {
        throw new IllegalStateException(file + " is not shipped");
      }
      return new Face(family, weight, italic, read(in.readAllBytes()));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } catch (FontFormatException e) {
      throw new IllegalStateException(e);
    }
  }

  private static Font read(byte[] bytes) throws IOException, FontFormatException {
    return Font.createFont(Font.TRUETYPE_FONT, new ByteArrayInputStream(bytes))
        .deriveFont(SHAPING)
        .deriveFont(1f);
  }

  /**
   * The font in a file.
   *
   * @throws IllegalArgumentException if it is none that can be used; the message says why
   */
  public static Face ofFile(byte[] bytes) {
    try {
      Font font = read(bytes);
      String family = font.getFamily(Locale.ROOT);
      String name = font.getFontName(Locale.ROOT).toLowerCase(Locale.ROOT);
      boolean italic = name.contains("italic") || name.contains("oblique");
      return new Face(family, weightOf(name), italic, font);
    } catch (IOException | FontFormatException | RuntimeException e) {
      throw new IllegalArgumentException("it is no font, or one that is cut off or damaged", e);
    }
  }

  /** The weight that a font's full name speaks of. */
  private static int weightOf(String name) {
    record Named(String word, int weight) {}
    return List.of(
            new Named("thin", 100),
            new Named("extralight", 200),
            new Named("light", 300),
            new Named("medium", 500),
            new Named("semibold", 600),
            new Named("semi bold", 600),
            new Named("demi", 600),
            new Named("extrabold", 800),
            new Named("black", 900),
            new Named("bold", 700))
        .stream()
        .filter(named -> name.contains(named.word))
        .findFirst()
        .map(Named::weight)
        .orElse(400);
  }

  /** The names of the families, each once, in order. */
  public List<String> families() {
    return faces.stream().map(Face::family).distinct().toList();
  }

  /** The weights of a family, from light to heavy; none where it is not there. */
  public List<Integer> weights(String family) {
    return of(family).stream().map(Face::weight).distinct().sorted().toList();
  }

  private List<Face> of(String family) {
    return faces.stream().filter(face -> isCalled(face.family, family)).toList();
  }

  /** Programs write names of families with and without spaces, and some leave out the maker's. */
  private static boolean isCalled(String family, String name) {
    String its = bare(family);
    String wanted = bare(name);
    return its.equals(wanted) || its.equals("ibm" + wanted);
  }

  private static String bare(String name) {
    return name.toLowerCase(Locale.ROOT).replaceAll("[\\s_-]+", "");
  }

  /**
   * The face of a family whose weight is nearest, in italics or upright; the first family where
   * there is none such. A family without italics is slanted, as editing programs do.
   */
  Face nearest(String family, int weight, boolean italic) {
    return found.computeIfAbsent(new Asked(family, weight, italic), this::search);
  }

  private Face search(Asked asked) {
    List<Face> its = of(asked.family);
    List<Face> all = its.isEmpty() ? of(standIn()) : its;
    Comparator<Face> near =
        Comparator.comparingInt((Face face) -> Math.abs(face.weight - asked.weight));
    return all.stream()
        .filter(face -> face.italic == asked.italic)
        .min(near)
        .or(() ->
            all.stream().min(near).map(face -> asked.italic && !face.italic ? slanted(face) : face))
        .orElse(faces.getFirst());
  }

  private static Face slanted(Face face) {
    return new Face(face.family, face.weight, true, face.font.deriveFont(SLANT));
  }

  /** The family that stands in for one that is not there. */
  public String standIn() {
    return "IBM Plex Sans";
  }

  /** What is said of a font that is not there as it is asked for; empty where it is. */
  public Optional<String> problem(String family, int weight) {
    if (of(family).isEmpty()) {
      return Optional.of(
          Phrase.of("the font %s is not there; measured with %s", family, standIn()));
    }
    Face nearest = nearest(family, weight, false);
    return nearest.weight == weight
        ? Optional.empty()
        : Optional.of(
            Phrase.of(
                "%s is not there in the weight %d; measured with %d",
                family, weight, nearest.weight));
  }

  /** What is said of italics that are not there; empty where they are. */
  public Optional<String> problem(Style.Line line) {
    boolean isSlanted =
        line.italic()
            && of(line.font()).stream().noneMatch(Face::italic)
            && !of(line.font()).isEmpty();
    return problem(line.font(), line.weight())
        .or(() ->
            isSlanted
                ? Optional.of(Phrase.of("%s has no italics here; it is slanted", line.font()))
                : Optional.empty());
  }

  /** A face that has a letter which {@code face} has not; the same where none has. */
  Face having(int letter, Face face) {
    if (face.font.canDisplay(letter)) {
      return face;
    }
    return faces.stream()
        .filter(each -> each.font.canDisplay(letter))
        .min(
            Comparator.comparing((Face each) -> each.italic)
                .thenComparingInt(each -> Math.abs(each.weight - face.weight)))
        .orElse(face);
  }
}
