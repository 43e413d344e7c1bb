package org.oddlot.pass.putright;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.oddlot.material.Material;
import org.oddlot.material.Paper;
import org.oddlot.material.PlainName;
import org.oddlot.material.Source;
import org.oddlot.paper.LogEntry;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.FindingId;
import org.oddlot.pass.Sentence;
import org.oddlot.pass.Standing;
import org.oddlot.text.Phrase;

/**
 * Names that are written in several ways: logs that call clips and rolls otherwise than they are
 * called, clips with stray spaces in their names, different clips of the same name.
 */
final class Spellings {
  private static final Pattern STRAY = Pattern.compile("[\\s\\u00A0\\u200B\\uFEFF]+");
  private static final int EXAMPLES = 12;

  private final Material material;

  Spellings(Material material) {
    this.material = material;
  }

  List<PutRightFinding> findings() {
    var findings = new ArrayList<PutRightFinding>();
    Map<String, String> clips = byPlain(LogEntry::clip, Source::name);
    Map<String, String> reels = byPlain(LogEntry::reel, Source::reel);
    material.papers().forEach(paper -> spelling(paper, clips, reels).ifPresent(findings::add));
    straySpaces().ifPresent(findings::add);
    findings.addAll(namesakes());
    return findings;
  }

  /**
   * The names that are in use, by how they are compared, without those that several share; nothing
   * where no paper names any.
   */
  private Map<String, String> byPlain(
      Function<LogEntry, String> said, Function<Source, String> name) {
    var found = new HashMap<String, String>();
    if (material.entries().allMatch(entry -> said.apply(entry).isEmpty())) {
      return found;
    }
    var names = new HashSet<String>();
    material.sources().all().forEach(source -> names.add(name.apply(source)));
    for (String each : names) {
      String its = PlainName.withoutEnding(each);
      // Two spellings of the clips themselves: neither is the right one.
      found.merge(PlainName.of(its), its, (one, other) -> one.equals(other) ? one : "");
    }
    found.values().removeIf(String::isEmpty);
    return found;
  }

  private static Optional<PutRightFinding> spelling(
      Paper paper, Map<String, String> clips, Map<String, String> reels) {
    Map<String, String> otherClips = otherwise(paper, LogEntry::clip, clips);
    Map<String, String> otherReels = otherwise(paper, LogEntry::reel, reels);
    if (otherClips.isEmpty() && otherReels.isEmpty()) {
      return Optional.empty();
    }
    var evidence = new ArrayList<Evidence>();
    otherClips.forEach((said, is) -> evidence.add(new Evidence("clip", said, "is called " + is)));
    otherReels.forEach((said, is) -> evidence.add(new Evidence("roll", said, "is called " + is)));
    int count = evidence.size();
    String what = Phrase.count(count, "name") + " spelled differently from the clips";
    return Optional.of(
        new PutRightFinding(
            FindingId.of("putright", "spelling", paper.name()),
            paper.name(),
            new Correction.Spelling(paper.name(), otherClips, otherReels),
            // There is only one clip or roll that each can mean.
            Standing.SETTLED,
            new Sentence(what, what + "; each fits exactly one clip"),
            List.of(
                new Choice(Correction.Spelling.AS_THE_CLIPS, "written as the clips", List.of())),
            List.of(Correction.Spelling.AS_THE_CLIPS),
            evidence.subList(0, Math.min(count, EXAMPLES))));
  }

  /** What a paper says for names that are in use, where it is not the same to the letter. */
  private static Map<String, String> otherwise(
      Paper paper, Function<LogEntry, String> name, Map<String, String> used) {
    var found = new TreeMap<String, String>();
    for (LogEntry entry : paper.log().entries()) {
      String said = name.apply(entry);
      String is = said.isEmpty() ? null : used.get(PlainName.of(said));
      if (is != null && !PlainName.withoutEnding(said).equals(is)) {
        found.put(said, is);
      }
    }
    return found;
  }

  private Optional<PutRightFinding> straySpaces() {
    var names = new LinkedHashMap<String, String>();
    var evidence = new ArrayList<Evidence>();
    for (Source source : material.sources().all()) {
      String tidy = tidy(source.name());
      if (!tidy.equals(source.name()) && !tidy.isEmpty()) {
        names.put(source.id(), tidy);
        evidence.add(new Evidence("clip", "“" + source.name() + "”", ""));
      }
    }
    if (names.isEmpty()) {
      return Optional.empty();
    }
    String what = Phrase.count(names.size(), "clip name") + " with stray spaces";
    return Optional.of(
        rename("spaces", "Clips", names, what, what, "names without them", true, evidence));
  }

  private static String tidy(String name) {
    for (int at = 0; at < name.length(); at++) {
      if (name.charAt(at) <= ' ' || name.charAt(at) > '~') {
        return STRAY.matcher(name).replaceAll(" ").strip();
      }
    }
    return name;
  }

  /** Clips of the same name that are not the same. */
  private List<PutRightFinding> namesakes() {
    Map<String, List<Source>> byName =
        material.sources().all().stream()
            .filter(source -> !source.name().isBlank() && !source.reel().isBlank())
            .collect(
                Collectors.groupingBy(source -> source.name().strip().toUpperCase(Locale.ROOT)));
    var findings = new ArrayList<PutRightFinding>();
    var names = new LinkedHashMap<String, String>();
    var evidence = new ArrayList<Evidence>();
    byName.entrySet().stream()
        .filter(named -> named.getValue().size() > 1)
        .sorted(Map.Entry.comparingByKey())
        .map(Map.Entry::getValue)
        .filter(same -> same.stream().map(Source::reel).distinct().count() == same.size())
        .forEach(same -> {
          same.forEach(source -> names.put(source.id(), source.reel() + "_" + source.name()));
          evidence.add(
              new Evidence(
                  "name",
                  same.getFirst().name(),
                  "on " + same.stream().map(Source::reel).collect(Collectors.joining(", "))));
        });
    if (!names.isEmpty()) {
      findings.add(
          rename(
              "namesakes",
              "Clips",
              names,
              Phrase.count(evidence.size(), "name") + " of different clips",
              Phrase.count(names.size(), "clip")
                  + " share their names with clips of other cards; a log cannot tell them apart by"
                  + " name",
              "the card before the name, as " + names.values().iterator().next(),
              false,
              evidence));
    }
    return findings;
  }

  private static PutRightFinding rename(
      String id,
      String title,
      Map<String, String> names,
      String headline,
      String reason,
      String how,
      boolean proposed,
      List<Evidence> evidence) {
    return new PutRightFinding(
        FindingId.of("putright", "names", id),
        title,
        new Correction.Rename(names),
        Standing.TO_LOOK_AT,
        new Sentence(headline, reason),
        List.of(new Choice(Correction.Rename.SO, how, List.of())),
        proposed ? List.of(Correction.Rename.SO) : List.of(),
        evidence.subList(0, Math.min(evidence.size(), EXAMPLES)));
  }
}
