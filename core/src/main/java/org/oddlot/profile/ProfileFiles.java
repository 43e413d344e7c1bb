package org.oddlot.profile;

import java.util.Optional;
import org.oddlot.input.Contents;
import org.oddlot.input.Probe;
import org.oddlot.input.YamlKind;
import org.oddlot.problem.Problems;
import org.oddlot.text.Phrase;

/** {@code .yaml}: mapping profiles. */
public final class ProfileFiles extends YamlKind<Profile> {

  /** Mapping profiles. */
  public ProfileFiles() {
    super(Profile.class, "profile", "Mapping profile");
  }

  /** A YAML file that does not say what it is is taken for one: most that are edited are. */
  @Override
  public Likeness likeness(Probe probe) {
    return super.likeness(probe) == Likeness.NONE && extensions().contains(probe.extension())
        ? Likeness.POSSIBLE
        : super.likeness(probe);
  }

  @Override
  protected Optional<Profile> parse(String yaml, Problems problems) {
    return ProfileReader.read(yaml, problems);
  }

  static Profile shippedOne(String name) {
    return new ProfileFiles().shipped(name + ".yaml");
  }

  @Override
  public Contents describe(Profile profile) {
    return Contents.of(
            Phrase.of(
                "maps %s (%s)", Phrase.count(profile.places().size(), "field"), profile.title()))
        .with("profile", profile.name());
  }
}
