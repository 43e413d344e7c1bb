package org.oddlot.pass.speakers;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.regex.Pattern;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Span;
import org.oddlot.caption.Transcript;
import org.oddlot.caption.Turn;
import org.oddlot.material.Material;
import org.oddlot.material.NameLists;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Choice;
import org.oddlot.pass.Codec;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.pass.Standing;
import org.oddlot.text.Phrase;
import org.oddlot.time.Rational;

/**
 * Gives the speakers of a transcript that have only a number the names of people: of those who
 * speak at the same time in another text that knows them, else as a person says.
 */
public final class SpeakersPass implements Pass<SpeakerFinding> {
  private static final Pattern NUMBERED =
      Pattern.compile("(?i)(?:speaker|spk|spkr|person|voice|s)?[ _-]*(?:\\d{1,3}|[a-z])");

  /** The share of a speaker's time that has to be one person's in another text. */
  private static final double SURE = 0.8;

  @Override
  public String id() {
    return "speakers";
  }

  @Override
  public String title() {
    return "Speakers";
  }

  @Override
  public String question() {
    return "Who speaks?";
  }

  @Override
  public boolean concerns(Material material) {
    return material.all(Transcript.class).stream()
        .flatMap(transcript -> transcript.speakers().stream())
        .anyMatch(SpeakersPass::isNumbered);
  }

  @Override
  public Codec<?> answers() {
    return Codec.CHOICES;
  }

  private static boolean isNumbered(String speaker) {
    return NUMBERED.matcher(speaker.strip()).matches();
  }

  /** A passage of somebody who has a name. */
  private record Known(String file, String name, Span span) {}

  @Override
  public Analysis<SpeakerFinding> analyse(Request request) {
    Material material = request.material();
    List<Known> known = known(material);
    var people = new TreeSet<String>();
    known.forEach(each -> people.add(each.name));
    people.addAll(NameLists.spellings(material));
    var findings = new ArrayList<SpeakerFinding>();
    for (Transcript transcript : material.all(Transcript.class)) {
      for (String speaker : transcript.speakers()) {
        if (isNumbered(speaker)) {
          findings.add(finding(transcript, speaker, known, List.copyOf(people)));
        }
      }
    }
    return Analysis.of(findings);
  }

  private static List<Known> known(Material material) {
    var known = new ArrayList<Known>();
    for (Captions captions : material.all(Captions.class)) {
      captions.captions().stream()
          .filter(caption -> !caption.speaker().isEmpty() && !isNumbered(caption.speaker()))
          .forEach(
              caption -> known.add(new Known(captions.name(), caption.speaker(), caption.span())));
    }
    for (Transcript transcript : material.all(Transcript.class)) {
      transcript.turns().stream()
          .filter(turn -> !turn.speaker().isEmpty() && !isNumbered(turn.speaker()))
          .forEach(turn -> known.add(new Known(transcript.name(), turn.speaker(), turn.span())));
    }
    return known;
  }

  private static SpeakerFinding finding(
      Transcript transcript, String speaker, List<Known> known, List<String> people) {
    List<Turn> turns =
        transcript.turns().stream().filter(turn -> turn.speaker().equals(speaker)).toList();
    Map<String, Rational> shared = new HashMap<>();
    Map<String, String> files = new HashMap<>();
    for (Known each : known) {
      for (Turn turn : turns) {
        Rational both = each.span.shared(turn.span());
        if (both.signum() > 0 && !each.file.equals(transcript.name())) {
          shared.merge(each.name, both, Rational::plus);
          files.putIfAbsent(each.name, each.file);
        }
      }
    }
    double all = shared.values().stream().mapToDouble(Rational::toDouble).sum();
    Optional<String> most =
        shared.entrySet().stream()
            .max(
                Map.Entry.<String, Rational>comparingByValue()
                    .thenComparing(Map.Entry.comparingByKey(Comparator.reverseOrder())))
            .map(Map.Entry::getKey);
    double share =
        most.map(name -> shared.getOrDefault(name, Rational.ZERO).toDouble() / all).orElse(0.0);
    boolean sure = share >= SURE && turns.size() > 1;
    String reason =
        most.isEmpty()
            ? "no other text says who speaks then"
            : Phrase.of(
                "%s has %s %.0f %% of that time",
                files.getOrDefault(most.get(), ""), most.get(), 100 * share);
    return new SpeakerFinding(
        transcript.name(),
        speaker,
        sure ? Standing.SETTLED : Standing.TO_LOOK_AT,
        reason,
        choices(people, shared, all),
        most.filter(_ -> share > 0.5).map(List::of).orElse(List.of()),
        List.of(
            new Evidence("speaks", Phrase.count(turns.size(), "time"), ""),
            new Evidence(
                "says first",
                turns.stream()
                    .map(Turn::text)
                    .filter(text -> !text.isEmpty())
                    .findFirst()
                    .orElse(""),
                "")));
  }

  private static List<Choice> choices(
      List<String> people, Map<String, Rational> shared, double all) {
    return people.stream()
        .sorted(
            Comparator.comparing((String name) -> shared.getOrDefault(name, Rational.ZERO))
                .reversed()
                .thenComparing(Comparator.naturalOrder()))
        .map(name -> {
          Rational both = shared.get(name);
          return new Choice(
              name,
              name,
              both == null
                  ? List.of()
                  : List.of(
                      new Evidence(
                          "same time", Phrase.of("%.0f %%", 100 * both.toDouble() / all), "")));
        })
        .toList();
  }

  /** Anybody can be named, not only those who are offered. */
  @Override
  public Optional<String> problem(SpeakerFinding finding, List<String> chosen, Material material) {
    return chosen.size() > 1 ? Optional.of("a speaker is one person") : Optional.empty();
  }

  @Override
  public Applied apply(Request request, List<Reviewed<SpeakerFinding>> accepted) {
    Map<String, Map<String, String>> names = new LinkedHashMap<>();
    var notes = new ArrayList<Applied.Note>();
    for (Reviewed<SpeakerFinding> reviewed : accepted) {
      SpeakerFinding finding = reviewed.finding();
      reviewed.chosen().stream()
          .findFirst()
          .ifPresent(name -> {
            names
                .computeIfAbsent(finding.file(), _ -> new HashMap<>())
                .put(finding.speaker(), name);
            notes.add(
                new Applied.Note(
                    finding.file(), "speaker", finding.speaker(), name, reviewed.reason()));
          });
    }
    List<Transcript> transcripts =
        request.material().all(Transcript.class).stream()
            .map(transcript -> named(transcript, names.getOrDefault(transcript.name(), Map.of())))
            .toList();
    return new Applied(request.material().with(Transcript.class, transcripts), List.of(), notes);
  }

  private static Transcript named(Transcript transcript, Map<String, String> names) {
    return transcript.withTurns(
        transcript.turns().stream()
            .map(turn -> {
              String name = names.get(turn.speaker());
              return name == null ? turn : turn.withSpeaker(name);
            })
            .toList());
  }
}
