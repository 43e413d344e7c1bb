package org.oddlot.pass.names;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Lexicon;
import org.oddlot.caption.Transcript;
import org.oddlot.material.Derived;
import org.oddlot.material.Material;

/** Which words of the captions and transcripts of a lot are words of their language anyway. */
final class Words {
  static final Derived<Words> OF_TEXTS =
      Derived.of(Set.of(Captions.class, Transcript.class), Words::of);

  private final Map<String, Lexicon.Known> byFile;

  private Words(Map<String, Lexicon.Known> byFile) {
    this.byFile = byFile;
  }

  private static Words of(Material material) {
    Map<String, Map<String, Set<String>>> said = new HashMap<>();
    for (Captions each : material.all(Captions.class)) {
      said.computeIfAbsent(each.language(), _ -> new HashMap<>())
          .put(each.name(), bare(each.captions().stream().map(one -> one.text().plain())));
    }
    for (Transcript each : material.all(Transcript.class)) {
      said.computeIfAbsent(each.language(), _ -> new HashMap<>())
          .put(each.name(), bare(each.turns().stream().map(turn -> turn.text())));
    }
    Map<String, Lexicon.Known> known = new HashMap<>();
    said.forEach((language, files) -> {
      // The words of a language are gone through once for all files that are in it.
      var all = new HashSet<String>();
      files.values().forEach(all::addAll);
      Lexicon.Known its = Lexicon.known(language, all);
      files.forEach((file, words) ->
          known.put(file, language.isEmpty() ? Lexicon.known(words) : its.among(words)));
    });
    return new Words(known);
  }

  private static Set<String> bare(Stream<String> texts) {
    var bare = new HashSet<String>();
    texts.forEach(text -> Tokens.of(text).forEach(token -> bare.add(token.bare())));
    return bare;
  }

  /** Those of a file, in small letters. */
  Lexicon.Known of(String file) {
    return byFile.getOrDefault(file, Lexicon.Known.NOTHING);
  }
}
