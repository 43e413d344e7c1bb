package org.oddlot.find;

import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.apache.lucene.analysis.Analyzer;
import org.apache.lucene.analysis.LowerCaseFilter;
import org.apache.lucene.analysis.TokenStream;
import org.apache.lucene.analysis.Tokenizer;
import org.apache.lucene.analysis.miscellaneous.ASCIIFoldingFilter;
import org.apache.lucene.analysis.snowball.SnowballFilter;
import org.apache.lucene.analysis.standard.StandardTokenizer;
import org.apache.lucene.analysis.tokenattributes.CharTermAttribute;
import org.apache.lucene.analysis.tokenattributes.OffsetAttribute;

/** Words of texts, in the forms in which they are looked for; by the rules of UAX #29. */
final class Tokens {
  /** Languages whose forms of words are known, by what Snowball calls them. */
  private static final Map<String, String> STEMMERS = stemmers();

  private Tokens() {}

  private static Map<String, String> stemmers() {
    var names = new LinkedHashMap<String, String>();
    names.put("en", "English");
    names.put("de", "German");
    names.put("fr", "French");
    names.put("es", "Spanish");
    names.put("it", "Italian");
    names.put("pt", "Portuguese");
    names.put("nl", "Dutch");
    names.put("sv", "Swedish");
    names.put("da", "Danish");
    names.put("fi", "Finnish");
    names.put("ru", "Russian");
    for (String norwegian : List.of("nb", "nn", "no")) {
      names.put(norwegian, "Norwegian");
    }
    return Map.copyOf(names);
  }

  /** In which forms words are taken. */
  enum Form {
    /** In lower case. */
    PLAIN,
    /** Without accents too. */
    FOLDED
  }

  /** The language whose forms a text's words are taken to have; English where nothing is known. */
  static String stemmed(String language) {
    String code = language.toLowerCase(Locale.ROOT).split("-", 2)[0];
    return STEMMERS.getOrDefault(code, "English");
  }

  /** Takes texts apart for an index; what the fields are called says into which forms. */
  static final class Forms extends Analyzer {
    static final String PLAIN = "plain";
    static final String FOLDED = "folded";

    /** Before the name of a stemmer. */
    static final String STEM = "stem ";

    Forms() {
      super(PER_FIELD_REUSE_STRATEGY);
    }

    @Override
    protected TokenStreamComponents createComponents(String field) {
      var tokens = new StandardTokenizer();
      Form form = field.equals(PLAIN) ? Form.PLAIN : Form.FOLDED;
      Optional<String> stemmer =
          Optional.of(field)
              .filter(its -> its.startsWith(STEM))
              .map(its -> its.substring(STEM.length()));
      return new TokenStreamComponents(tokens, filtered(tokens, form, stemmer));
    }
  }

  private static TokenStream filtered(Tokenizer tokens, Form form, Optional<String> stemmer) {
    TokenStream stream = new LowerCaseFilter(tokens);
    if (stemmer.isPresent()) {
      stream = new SnowballFilter(stream, stemmer.get());
    }
    return form == Form.FOLDED ? new ASCIIFoldingFilter(stream) : stream;
  }

  private static TokenStream stream(String text, Form form, Optional<String> stemmer) {
    Tokenizer tokens = new StandardTokenizer();
    tokens.setReader(new StringReader(text));
    return filtered(tokens, form, stemmer);
  }

  /** The words of a text. */
  static List<String> words(String text, Form form, Optional<String> stemmer) {
    var tokens = new ArrayList<String>();
    try (TokenStream stream = stream(text, form, stemmer)) {
      CharTermAttribute term = stream.addAttribute(CharTermAttribute.class);
      stream.reset();
      while (stream.incrementToken()) {
        tokens.add(term.toString());
      }
      stream.end();
    } catch (IOException e) {
      throw new UncheckedIOException("A text in memory can be read", e);
    }
    return tokens;
  }

  /**
   * A word with where it stands.
   *
   * @param text as it is written
   * @param from its first letter
   * @param to behind its last one
   */
  record Token(String text, int from, int to) {}

  /** The words of a text, as they are written. */
  static List<Token> tokens(String text) {
    var tokens = new ArrayList<Token>();
    try (Tokenizer stream = new StandardTokenizer()) {
      stream.setReader(new StringReader(text));
      OffsetAttribute at = stream.addAttribute(OffsetAttribute.class);
      stream.reset();
      while (stream.incrementToken()) {
        tokens.add(
            new Token(
                text.substring(at.startOffset(), at.endOffset()),
                at.startOffset(),
                at.endOffset()));
      }
      stream.end();
    } catch (IOException e) {
      throw new UncheckedIOException("A text in memory can be read", e);
    }
    return tokens;
  }

  static List<String> words(String text, Form form) {
    return words(text, form, Optional.empty());
  }
}
