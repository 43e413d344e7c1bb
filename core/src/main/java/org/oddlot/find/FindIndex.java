package org.oddlot.find;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.logging.Level;
import java.util.logging.Logger;
import java.util.stream.IntStream;
import org.apache.lucene.document.Document;
import org.apache.lucene.document.Field;
import org.apache.lucene.document.FieldType;
import org.apache.lucene.index.DirectoryReader;
import org.apache.lucene.index.IndexOptions;
import org.apache.lucene.index.IndexReader;
import org.apache.lucene.index.IndexWriter;
import org.apache.lucene.index.IndexWriterConfig;
import org.apache.lucene.index.LeafReaderContext;
import org.apache.lucene.index.LogDocMergePolicy;
import org.apache.lucene.index.MultiReader;
import org.apache.lucene.index.SerialMergeScheduler;
import org.apache.lucene.index.Term;
import org.apache.lucene.search.BooleanClause.Occur;
import org.apache.lucene.search.BooleanQuery;
import org.apache.lucene.search.BoostQuery;
import org.apache.lucene.search.CollectorManager;
import org.apache.lucene.search.ConstantScoreQuery;
import org.apache.lucene.search.FuzzyQuery;
import org.apache.lucene.search.IndexSearcher;
import org.apache.lucene.search.MatchAllDocsQuery;
import org.apache.lucene.search.PhraseQuery;
import org.apache.lucene.search.PrefixQuery;
import org.apache.lucene.search.Query;
import org.apache.lucene.search.Scorable;
import org.apache.lucene.search.ScoreMode;
import org.apache.lucene.search.SimpleCollector;
import org.apache.lucene.search.TermQuery;
import org.apache.lucene.store.ByteBuffersDirectory;
import org.apache.lucene.store.Directory;
import org.jspecify.annotations.Nullable;
import org.oddlot.find.Tokens.Form;
import org.oddlot.progress.Progress;

/**
 * An index of passages, held in memory. Words are found as they are first, then however their
 * accents are, then as other forms of the same word, then with a letter wrong, missing, too many or
 * swapped (two in words of eight letters or more). Words in quotes are found as they are and not
 * otherwise, but for capitals.
 */
public final class FindIndex {
  private static final String PLAIN = "plain";
  private static final String FOLDED = "folded";
  private static final String STEM = "stem ";
  private static final String IN_MEMORY = "What is in memory can be read and written";
  private static final int PASSAGES_OF_A_PART = 20_000;
  private static final int SHORTEST_FORGIVEN = 4;
  private static final int SHORTEST_TWICE_FORGIVEN = 8;

  /** Only of words as they are it is asked which stands behind which. */
  private static final FieldType WITH_PLACES = type(IndexOptions.DOCS_AND_FREQS_AND_POSITIONS);

  private static final FieldType WITHOUT_PLACES = type(IndexOptions.DOCS);

  /** A name that is kept, or the level would be forgotten with it. */
  private static final Logger QUIET = Logger.getLogger("org.apache.lucene");

  private final List<Passage> passages;
  private final IndexSearcher searcher;
  private final Set<String> stemmers;
  private final long bytes;
  private final int[] abouts;
  private final Values values;

  private FindIndex(
      List<Passage> passages, IndexSearcher searcher, Set<String> stemmers, long bytes) {
    this.passages = passages;
    this.searcher = searcher;
    this.stemmers = stemmers;
    this.bytes = bytes;
    Map<String, Integer> known = new HashMap<>();
    this.abouts =
        passages.stream()
            .mapToInt(passage -> known.computeIfAbsent(passage.about(), _ -> known.size()))
            .toArray();
    this.values = new Values(this);
  }

  /**
   * The index of passages that is kept, or a new one.
   *
   * @throws org.oddlot.progress.CancelledException if {@code progress} asks to stop
   */
  public static FindIndex of(List<Passage> passages, KeptIndexes kept, Progress progress) {
    // What it has to say about how it could be faster still is nothing for people here.
    QUIET.setLevel(Level.SEVERE);
    Optional<Path> file = kept.file(passages);
    Optional<FindIndex> found =
        file.flatMap(kept::read).flatMap(directories -> whole(passages, directories));
    if (found.isPresent()) {
      return found.get();
    }
    List<Directory> made = indexed(passages, progress);
    file.ifPresent(its -> kept.keep(its, made));
    return whole(passages, made).orElseThrow();
  }

  private static List<Directory> indexed(List<Passage> passages, Progress progress) {
    int parts =
        Math.clamp(
            passages.size() / PASSAGES_OF_A_PART, 1, Runtime.getRuntime().availableProcessors());
    // Each part on a processor of its own; one behind the other they keep the passages' order.
    return IntStream.range(0, parts)
        .parallel()
        .mapToObj(part ->
            indexedPart(
                passages.subList(
                    (int) ((long) passages.size() * part / parts),
                    (int) ((long) passages.size() * (part + 1) / parts)),
                progress))
        .toList();
  }

  private static Directory indexedPart(List<Passage> passages, Progress progress) {
    var directory = new ByteBuffersDirectory();
    var config =
        new IndexWriterConfig()
            // Merged like this documents keep their order: the number of each is its passage's.
            .setMergePolicy(new LogDocMergePolicy())
            .setMergeScheduler(new SerialMergeScheduler())
            .setRAMBufferSizeMB(64);
    var forms = new Tokens.Forms();
    Map<String, Document> documents = new HashMap<>();
    try (var writer = new IndexWriter(directory, config)) {
      for (int i = 0; i < passages.size(); i++) {
        if (i % 10_000 == 0) {
          progress.check();
        }
        Passage passage = passages.get(i);
        String stemmer = Tokens.stemmed(passage.language());
        forms.take(passage.text(), stemmer);
        writer.addDocument(documents.computeIfAbsent(stemmer, its -> document(forms, its)));
      }
    } catch (IOException e) {
      throw new UncheckedIOException(IN_MEMORY, e);
    }
    return directory;
  }

  /** A document of the text that was taken last; it can be added again when another was. */
  private static Document document(Tokens.Forms forms, String stemmer) {
    var document = new Document();
    document.add(new Field(PLAIN, forms.plain(), WITH_PLACES));
    document.add(new Field(FOLDED, forms.folded(), WITHOUT_PLACES));
    document.add(new Field(STEM + stemmer, forms.stems(), WITHOUT_PLACES));
    return document;
  }

  /** An index of parts; empty where they are not of these passages. */
  private static Optional<FindIndex> whole(List<Passage> passages, List<Directory> parts) {
    try {
      var readers = new IndexReader[parts.size()];
      long bytes = 0;
      for (int i = 0; i < readers.length; i++) {
        readers[i] = DirectoryReader.open(parts.get(i));
        for (String file : parts.get(i).listAll()) {
          bytes += parts.get(i).fileLength(file);
        }
      }
      var all = new MultiReader(readers);
      if (all.maxDoc() != passages.size()) {
        return Optional.empty();
      }
      Set<String> stemmers = new TreeSet<>();
      passages.stream()
          .map(Passage::language)
          .distinct()
          .forEach(language -> stemmers.add(Tokens.stemmed(language)));
      return Optional.of(
          new FindIndex(List.copyOf(passages), new IndexSearcher(all), stemmers, bytes));
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  private static FieldType type(IndexOptions options) {
    var type = new FieldType();
    type.setIndexOptions(options);
    type.setOmitNorms(true);
    type.freeze();
    return type;
  }

  /** All that is in it. */
  public List<Passage> passages() {
    return passages;
  }

  /** How much memory it takes beside the passages. */
  public long bytes() {
    return bytes;
  }

  /** The number of the thing that a passage is about. */
  int about(int number) {
    return abouts[number];
  }

  /** What things can be chosen by. */
  Values values() {
    return values;
  }

  /** The numbers of all passages. */
  int[] all() {
    return IntStream.range(0, passages.size()).toArray();
  }

  /** What answers a question, the best first, then as they come. */
  public List<Passage> find(Question question) {
    return Arrays.stream(numbers(question)).mapToObj(passages::get).toList();
  }

  /** The numbers of what answers a question, in the same order. */
  int[] numbers(Question question) {
    if (question.isEmpty() || passages.isEmpty()) {
      return all();
    }
    try {
      return searcher.search(query(question), Hits.GATHERED);
    } catch (IOException e) {
      throw new UncheckedIOException(IN_MEMORY, e);
    }
  }

  /** Gathers all hits. They are worth only so many different things: sorting is putting apart. */
  private static final class Hits extends SimpleCollector {
    /** One after the other, as there is nobody to share the work. */
    static final CollectorManager<Hits, int[]> GATHERED =
        new CollectorManager<>() {
          @Override
          public Hits newCollector() {
            return new Hits();
          }

          @Override
          public int[] reduce(Collection<Hits> all) {
            var together = new Hits();
            all.forEach(hits ->
                hits.byWorth.forEach(
                    (worth, docs) -> docs.build().forEach(doc -> together.add(worth, doc))));
            return together.bestFirst();
          }
        };

    private final TreeMap<Float, IntStream.Builder> byWorth =
        new TreeMap<>(Comparator.reverseOrder());
    private int base;
    private @Nullable Scorable scorable;

    @Override
    protected void doSetNextReader(LeafReaderContext context) {
      base = context.docBase;
    }

    @Override
    public void setScorer(Scorable scorer) {
      scorable = scorer;
    }

    @Override
    public void collect(int doc) throws IOException {
      add(Objects.requireNonNull(scorable).score(), base + doc);
    }

    private void add(float worth, int doc) {
      byWorth.computeIfAbsent(worth, _ -> IntStream.builder()).add(doc);
    }

    @Override
    public ScoreMode scoreMode() {
      return ScoreMode.COMPLETE;
    }

    int[] bestFirst() {
      return byWorth.values().stream().flatMapToInt(IntStream.Builder::build).toArray();
    }
  }

  private Query query(Question question) {
    var query = new BooleanQuery.Builder();
    for (int i = 0; i < question.words().size(); i++) {
      boolean isLast = i == question.words().size() - 1;
      List<String> plain = Tokens.words(question.words().get(i), Form.PLAIN);
      for (int j = 0; j < plain.size(); j++) {
        boolean isGoingOn = isLast && question.isGoingOn() && j == plain.size() - 1;
        query.add(word(plain.get(j), isGoingOn), Occur.MUST);
      }
    }
    question.phrases().forEach(words -> query.add(phrase(words), Occur.MUST));
    question.not().forEach(words -> query.add(not(words), Occur.MUST_NOT));
    BooleanQuery made = query.build();
    boolean hasNothingToFind =
        made.clauses().stream().allMatch(clause -> clause.occur() == Occur.MUST_NOT);
    return hasNothingToFind ? query.add(new MatchAllDocsQuery(), Occur.MUST).build() : made;
  }

  /** A word in every form in which it is forgiven, each worth less than the one before. */
  private Query word(String plain, boolean isGoingOn) {
    String folded = String.join("", Tokens.words(plain, Form.FOLDED));
    var any = new BooleanQuery.Builder();
    any.add(worth(32, new TermQuery(new Term(PLAIN, plain))), Occur.SHOULD);
    any.add(worth(16, new TermQuery(new Term(FOLDED, folded))), Occur.SHOULD);
    if (isGoingOn) {
      any.add(worth(8, new PrefixQuery(new Term(FOLDED, folded))), Occur.SHOULD);
    }
    for (String stemmer : stemmers) {
      Tokens.words(plain, Form.FOLDED, Optional.of(stemmer))
          .forEach(stem ->
              any.add(worth(4, new TermQuery(new Term(STEM + stemmer, stem))), Occur.SHOULD));
    }
    // Numbers are names of things: another one is another thing.
    for (int wrong = 1; wrong <= forgiven(folded); wrong++) {
      any.add(worth(3 - wrong, new FuzzyQuery(new Term(FOLDED, folded), wrong)), Occur.SHOULD);
    }
    return any.build();
  }

  /** How many letters of a word may be wrong. */
  static int forgiven(String word) {
    return word.length() < SHORTEST_FORGIVEN || word.chars().anyMatch(Character::isDigit)
        ? 0
        : word.length() < SHORTEST_TWICE_FORGIVEN ? 1 : 2;
  }

  private static Query worth(int much, Query query) {
    return new BoostQuery(new ConstantScoreQuery(query), much);
  }

  private static Query not(String words) {
    List<String> folded = Tokens.words(words, Form.FOLDED);
    return folded.size() == 1 ? new TermQuery(new Term(FOLDED, folded.getFirst())) : phrase(words);
  }

  private static Query phrase(String words) {
    var phrase = new PhraseQuery.Builder();
    Tokens.words(words, Form.PLAIN).forEach(word -> phrase.add(new Term(PLAIN, word)));
    return new ConstantScoreQuery(phrase.build());
  }
}
