package org.oddlot.profile;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import org.oddlot.input.Contents;
import org.oddlot.input.InputFile;
import org.oddlot.input.InputKind;
import org.oddlot.input.Probe;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;

/** {@code .yaml}: mapping profiles. */
public final class ProfileFiles implements InputKind<Profile> {
  @Override
  public String name() {
    return "Mapping profile";
  }

  @Override
  public String what() {
    return "mapping profile";
  }

  @Override
  public List<String> extensions() {
    return List.of(".yaml", ".yml");
  }

  @Override
  public List<String> extensionsInFolders() {
    return List.of();
  }

  @Override
  public Likeness likeness(Probe probe) {
    boolean says = probe.head().lines().anyMatch(line -> line.startsWith("profile:"));
    return !extensions().contains(probe.extension())
        ? Likeness.NONE
        : says ? Likeness.CERTAIN : Likeness.POSSIBLE;
  }

  @Override
  public Class<Profile> type() {
    return Profile.class;
  }

  @Override
  public Optional<Profile> read(InputFile file, ReadingOptions options, Problems problems) {
    return file.read(problems)
        .map(bytes -> new String(bytes, StandardCharsets.UTF_8))
        .flatMap(yaml -> ProfileReader.read(yaml, problems));
  }

  @Override
  public Contents describe(Profile profile) {
    return Contents.of(
            Phrase.of(
                "maps %s (%s)", Phrase.count(profile.places().size(), "field"), profile.title()))
        .with("profile", profile.name());
  }
}
