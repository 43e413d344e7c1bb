package org.oddlot.cli;

import java.io.PrintWriter;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import org.oddlot.profile.Profile;
import org.oddlot.profile.Profiles;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code oddlot profile NAME} */
@Command(
    name = "profile",
    description =
        "Prints a mapping profile that is shipped, to be edited and given among the files of a lot.",
    mixinStandardHelpOptions = true,
    versionProvider = OddLot.Version.class)
final class ProfileCommand implements Callable<Integer> {
  @Parameters(paramLabel = "NAME", description = "The profile: odd-lot, practice-desk.")
  private @SuppressWarnings("NullAway.Init") String name;

  @Mixin private OutputOptions output = new OutputOptions();

  @Spec
  private @SuppressWarnings("NullAway.Init") CommandSpec spec;

  @Override
  public Integer call() {
    String yaml =
        Profiles.yaml(name)
            .orElseThrow(() ->
                new ParameterException(
                    spec.commandLine(),
                    "There is no profile \"" + name + "\"; there are " + names() + "."));
    PrintWriter out = spec.commandLine().getOut();
    if (output.json) {
      out.println(new JsonDocuments().put("profile", name).put("yaml", yaml).print());
    } else {
      out.print(yaml);
    }
    out.flush();
    return ExitCode.DONE;
  }

  private static String names() {
    return Profiles.shipped().stream().map(Profile::name).collect(Collectors.joining(", "));
  }
}
