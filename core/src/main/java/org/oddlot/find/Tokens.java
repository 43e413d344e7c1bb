package org.oddlot.find;

import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.apache.lucene.analysis.CharacterUtils;
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

  /** Takes texts apart for an index, each once for all its forms. */
  static final class Forms {
    private final StandardTokenizer tokenizer = new StandardTokenizer();
    private final CharTermAttribute term = tokenizer.addAttribute(CharTermAttribute.class);
    private final Words plain = new Words();
    private final Words folded = new Words();
    private final Words stems = new Words();
    private final Formed foldedOf = new Formed(Optional.empty());
    private final Map<String, Formed> stemsOf = new HashMap<>();

    /** Takes a text; what was taken before is gone. */
    void take(String text, String stemmer) throws IOException {
      plain.words.clear();
      folded.words.clear();
      stems.words.clear();
      Formed stemOf = stemsOf.computeIfAbsent(stemmer, its -> new Formed(Optional.of(its)));
      tokenizer.setReader(new StringReader(text));
      tokenizer.reset();
      while (tokenizer.incrementToken()) {
        CharacterUtils.toLowerCase(term.buffer(), 0, term.length());
        String word = term.toString();
        plain.words.add(word);
        folded.words.add(foldedOf.form(word));
        stems.words.add(stemOf.form(word));
      }
      tokenizer.end();
      tokenizer.close();
    }

    /** The words of the text that was taken last, now and after each other one. */
    TokenStream plain() {
      return plain;
    }

    TokenStream folded() {
      return folded;
    }

    TokenStream stems() {
      return stems;
    }
  }

  /** Words in one form. What was made of a word is kept: few words are most of a text. */
  private static final class Formed {
    private static final int MOST_KEPT = 200_000;
    private final Words one = new Words();
    private final TokenStream filtered;
    private final CharTermAttribute term;
    private final Map<String, String> kept = new HashMap<>();

    Formed(Optional<String> stemmer) {
      filtered = filtered(one, Form.FOLDED, stemmer);
      term = filtered.getAttribute(CharTermAttribute.class);
    }

    String form(String word) throws IOException {
      String before = kept.get(word);
      if (before != null) {
        return before;
      }
      one.words.clear();
      one.words.add(word);
      filtered.reset();
      filtered.incrementToken();
      String form = term.toString();
      if (kept.size() == MOST_KEPT) {
        kept.clear();
      }
      kept.put(word, form);
      return form;
    }
  }

  /** Words that are taken apart already. */
  private static final class Words extends TokenStream {
    private final CharTermAttribute term = addAttribute(CharTermAttribute.class);
    private final List<String> words = new ArrayList<>();
    private int next;

    @Override
    public boolean incrementToken() {
      if (next == words.size()) {
        return false;
      }
      clearAttributes();
      term.append(words.get(next++));
      return true;
    }

    @Override
    public void reset() {
      next = 0;
    }
  }

  private static TokenStream filtered(TokenStream tokens, Form form, Optional<String> stemmer) {
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
