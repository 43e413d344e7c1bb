package org.oddlot.pass.names;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.oddlot.caption.Caption;
import org.oddlot.caption.CaptionText;
import org.oddlot.caption.Captions;
import org.oddlot.caption.NameList;
import org.oddlot.caption.Transcript;
import org.oddlot.caption.Turn;
import org.oddlot.caption.Word;
import org.oddlot.material.Material;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Answers;
import org.oddlot.pass.Applied;
import org.oddlot.pass.CaptionChanges;
import org.oddlot.pass.Codec;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.names.NamesFinding.SoFar;
import org.oddlot.progress.Progress;

/**
 * Finds names that were misheard in captions and transcripts, by the lists of names of the lot: by
 * what is known to be heard, by accents and capitals, by sound, by spelling; whole phrases too.
 * Words are changed, never times or tags.
 */
public final class NamesPass implements Pass<NamesFinding> {
  @Override
  public String id() {
    return "names";
  }

  @Override
  public String title() {
    return "Names";
  }

  @Override
  public String question() {
    return "Are the names spelled right?";
  }

  @Override
  public boolean concerns(Material material) {
    return !material.all(Captions.class).isEmpty() || !material.all(Transcript.class).isEmpty();
  }

  @Override
  public Codec<?> answers() {
    return Codec.CHOICES;
  }

  @Override
  public Optional<Codec<?>> instructions() {
    return Optional.of(Learned.CODEC);
  }

  private static Terms terms(Material material, Answers answers) {
    Map<String, String> learned = new LinkedHashMap<>();
    var right = new ArrayList<String>();
    for (Learned each : answers.instructions(Learned.CODEC).values()) {
      if (each.isRightAsItIs()) {
        right.add(each.heard());
      } else {
        learned.put(each.heard(), each.right());
      }
    }
    material.all(NameList.class).forEach(list -> right.addAll(list.rightAsTheyAre()));
    var languages = new TreeSet<String>();
    material.all(Captions.class).forEach(each -> languages.add(each.language()));
    material.all(Transcript.class).forEach(each -> languages.add(each.language()));
    return new Terms(material.all(NameList.class), learned, right, languages);
  }

  @Override
  public Analysis<NamesFinding> analyse(Request request) {
    Material material = request.material();
    Terms terms = terms(material, request.answers());
    if (terms.isEmpty()) {
      return Analysis.of(List.of());
    }
    List<Captions> captions = material.all(Captions.class);
    List<Transcript> transcripts = material.all(Transcript.class);
    List<Search.Witness> witnesses = Search.witnesses(captions, transcripts);
    Words words = material.derive(Words.OF_TEXTS);
    List<Search.Found> found =
        found(new Search(terms, witnesses, words), captions, transcripts, request.progress());
    // What is a name at some places, as another text says, may be it at the others.
    Map<String, Search.Found> first = new HashMap<>();
    boolean any = false;
    for (Search.Found each : found) {
      boolean hasCapital = each.hit().heard().chars().anyMatch(Character::isUpperCase);
      boolean isSaid = !each.hit().witness().isEmpty() && (hasCapital || !each.isDoubtful());
      if (isSaid && each.guess().kind() != Terms.Kind.CAPITAL) {
        terms.heardElsewhere(each.hit().heard(), each.guess().term());
        any = true;
      }
      first.put(each.hit().id(), each);
    }
    if (any) {
      // What was found before is no surer for being found again.
      found =
          found(new Search(terms, witnesses, words), captions, transcripts, request.progress())
              .stream()
              .map(each -> first.getOrDefault(each.hit().id(), each))
              .toList();
    }
    return Analysis.of(withSoFar(grouped(found, learned(request.answers())), request.answers()));
  }

  private static List<Search.Found> found(
      Search search, List<Captions> captions, List<Transcript> transcripts, Progress progress) {
    var found = new ArrayList<Search.Found>();
    for (Captions each : captions) {
      progress.check();
      found.addAll(search.in(each));
    }
    for (Transcript each : transcripts) {
      progress.check();
      found.addAll(search.in(each));
    }
    return found;
  }

  private static Set<String> learned(Answers answers) {
    var learned = new HashSet<String>();
    answers.instructions(Learned.CODEC).values().stream()
        .filter(each -> !each.isRightAsItIs())
        .forEach(each -> learned.add(key(each.heard(), each.right())));
    return learned;
  }

  private static String key(String heard, String right) {
    return heard.toLowerCase(java.util.Locale.ROOT) + " → " + right;
  }

  /** Each with how often its name was right where somebody has decided. */
  private static List<NamesFinding> withSoFar(List<NamesFinding> findings, Answers answers) {
    Map<String, SoFar> byName = new HashMap<>();
    for (NamesFinding each : findings) {
      answers
          .decision(each.id())
          .ifPresent(decision -> {
            int all = each.hits().size();
            // Nothing chosen means all as they are proposed.
            int put = decision.chosen().isEmpty() ? all : Math.min(all, decision.chosen().size());
            int taken = decision.isAccepted() ? put : 0;
            byName.merge(
                each.right(),
                new SoFar(taken, all - taken),
                (one, other) -> one.plus(other.taken(), other.left()));
          });
    }
    return byName.isEmpty()
        ? findings
        : findings.stream()
            .map(each ->
                new NamesFinding(
                    each.heard(),
                    each.right(),
                    each.why(),
                    each.sure(),
                    each.hits(),
                    byName.getOrDefault(each.right(), SoFar.NOTHING)))
            .toList();
  }

  private static List<NamesFinding> grouped(List<Search.Found> found, Set<String> learned) {
    Map<String, List<Search.Found>> groups = new LinkedHashMap<>();
    for (Search.Found each : found) {
      String heard = each.hit().heard();
      boolean isSaid = !each.hit().witness().isEmpty() && each.guess().kind() != Terms.Kind.INSTEAD;
      boolean isAccent =
          each.guess().kind() == Terms.Kind.ACCENT && Character.isUpperCase(heard.codePointAt(0));
      boolean sure =
          learned.contains(key(heard, each.guess().term()))
              || (!each.isDoubtful() && (isSaid || isAccent));
      groups
          .computeIfAbsent(sure + key(heard, each.guess().term()), _ -> new ArrayList<>())
          .add(each);
    }
    return groups.entrySet().stream()
        .map(group -> {
          Search.Found first = group.getValue().getFirst();
          return new NamesFinding(
              first.hit().heard(),
              first.guess().term(),
              first.guess().kind().words(),
              group.getKey().startsWith("true"),
              group.getValue().stream().map(Search.Found::hit).toList(),
              SoFar.NOTHING);
        })
        .sorted(
            Comparator.comparing(NamesFinding::sure)
                .thenComparingInt(finding -> -finding.hits().size())
                .thenComparing(NamesFinding::heard))
        .toList();
  }

  @Override
  public Applied apply(Request request, List<Reviewed<NamesFinding>> accepted) {
    Material material = request.material();
    Map<String, Map<String, List<Change>>> byFile = new HashMap<>();
    for (Reviewed<NamesFinding> reviewed : accepted) {
      Set<String> chosen = Set.copyOf(reviewed.chosen());
      for (Hit hit : reviewed.finding().hits()) {
        if (chosen.contains(hit.id())) {
          byFile
              .computeIfAbsent(hit.file(), _ -> new HashMap<>())
              .computeIfAbsent(hit.place(), _ -> new ArrayList<>())
              .add(new Change(hit, reviewed.finding().right(), reviewed.reason()));
        }
      }
    }
    var notes = new ArrayList<Applied.Note>();
    var captions = new ArrayList<Captions>();
    for (Captions each : material.all(Captions.class)) {
      Map<String, List<Change>> changes = byFile.getOrDefault(each.name(), Map.of());
      Captions changed =
          changes.isEmpty()
              ? each
              : each.withEach(
                  caption -> corrected(caption, changes.getOrDefault(caption.id(), List.of())));
      notes.addAll(
          CaptionChanges.between(
              each,
              changed,
              id ->
                  changes.entrySet().stream()
                      .filter(entry -> entry.getKey().split("\\.", 2)[0].equals(id))
                      .flatMap(entry -> entry.getValue().stream())
                      .map(Change::reason)
                      .findFirst()
                      .orElse("")));
      captions.add(changed);
    }
    List<Transcript> transcripts =
        material.all(Transcript.class).stream()
            .map(each -> corrected(each, byFile.getOrDefault(each.name(), Map.of()), notes))
            .toList();
    return new Applied(
        material.with(Captions.class, captions).with(Transcript.class, transcripts),
        List.of(),
        notes);
  }

  private record Change(Hit hit, String right, String reason) {}

  /** From the last to the first, so that places stay true. */
  private static Caption corrected(Caption caption, List<Change> changes) {
    Caption corrected = caption;
    for (Change change : inReverse(changes)) {
      Hit hit = change.hit();
      corrected =
          corrected.withText(
              corrected
                  .text()
                  .replace(
                      hit.from(), hit.to(), spelled(change.right(), caption.text().plain(), hit)));
    }
    return corrected.withText(withoutLooseSpace(corrected.text()));
  }

  /** A line end that moved takes the space beside it with it. */
  private static CaptionText withoutLooseSpace(CaptionText text) {
    CaptionText tidy = text;
    for (String loose : List.of("\n ", " \n")) {
      for (int at = tidy.plain().indexOf(loose); at >= 0; at = tidy.plain().indexOf(loose)) {
        tidy = tidy.replace(at, at + 2, "\n");
      }
    }
    return tidy;
  }

  private static List<Change> inReverse(List<Change> changes) {
    return changes.stream()
        .sorted(Comparator.comparingInt((Change change) -> -change.hit().from()))
        .toList();
  }

  /**
   * Capitals throughout stay so; a line end within the words stays where a space of the name is.
   */
  private static String spelled(String right, String text, Hit hit) {
    String was = text.substring(hit.from(), hit.to());
    boolean shouted =
        was.length() > 1
            && was.equals(was.toUpperCase(java.util.Locale.ROOT))
            && was.chars().anyMatch(Character::isLetter);
    String spelled = shouted ? right.toUpperCase(java.util.Locale.ROOT) : right;
    boolean broken = was.indexOf('\n') >= 0;
    if (!broken) {
      return spelled;
    }
    return spelled.indexOf(' ') >= 0 ? spelled.replaceFirst(" ", "\n") : spelled + "\n";
  }

  private static Transcript corrected(
      Transcript transcript, Map<String, List<Change>> changes, List<Applied.Note> notes) {
    if (changes.isEmpty()) {
      return transcript;
    }
    var turns = new ArrayList<Turn>(transcript.turns());
    changes.forEach((place, its) -> {
      int index = Integer.parseInt(place);
      Turn turn = turns.get(index);
      for (Change change : inReverse(its)) {
        turn = corrected(turn, change);
      }
      notes.add(
          new Applied.Note(
              transcript.name(),
              "passage " + (index + 1),
              turns.get(index).text(),
              turn.text(),
              its.getFirst().reason()));
      turns.set(index, turn);
    });
    return transcript.withTurns(turns);
  }

  /** The words from the first that is touched to the last become those of the name. */
  private static Turn corrected(Turn turn, Change change) {
    String text = turn.text();
    int first = spaces(text, change.hit().from());
    int last = spaces(text, change.hit().to() - 1);
    int begin = text.lastIndexOf(' ', change.hit().from()) + 1;
    int end = text.indexOf(' ', change.hit().to() - 1);
    end = end < 0 ? text.length() : end;
    String whole =
        text.substring(begin, change.hit().from())
            + change.right()
            + text.substring(change.hit().to(), end);
    List<String> words = Arrays.asList(whole.split(" ", -1));
    List<Word> was = turn.words().subList(first, last + 1);
    var now = new ArrayList<Word>(turn.words().subList(0, first));
    for (int i = 0; i < words.size(); i++) {
      now.add(timed(words, was, i));
    }
    now.addAll(turn.words().subList(last + 1, turn.words().size()));
    return turn.withWords(now);
  }

  private static int spaces(String text, int to) {
    return (int) text.substring(0, to).chars().filter(c -> c == ' ').count();
  }

  /** As many words keep their times; else each has its share of all of theirs. */
  private static Word timed(List<String> words, List<Word> was, int i) {
    if (words.size() == was.size()) {
      return was.get(i).withText(words.get(i));
    }
    Optional<org.oddlot.caption.Span> first = was.getFirst().span();
    Optional<org.oddlot.caption.Span> last = was.getLast().span();
    Word word = Word.of(words.get(i));
    if (first.isEmpty() || last.isEmpty()) {
      return word;
    }
    var start = first.get().start();
    var length = last.get().end().minus(start);
    var share = org.oddlot.time.Rational.of(1, words.size());
    return word.withSpan(
        Optional.of(
            new org.oddlot.caption.Span(
                start.plus(length.times(share).times(i)),
                start.plus(length.times(share).times(i + 1)))));
  }
}
