package org.oddlot.tide;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.input.Contents;
import org.oddlot.input.InputFile;
import org.oddlot.input.InputKind;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;
import org.oddlot.setting.Setting;
import org.oddlot.text.Phrase;

/** {@code .tide}: a line for each hour, {@code 10 38}. */
public final class TideFiles implements InputKind<TideTable> {
  /** What the heights are counted in. */
  static final Setting<String> UNIT = Setting.oneOf("unit", "Heights in", "dm", List.of("dm", "m"));

  @Override
  public String name() {
    return "Tide table";
  }

  @Override
  public String what() {
    return "tide table";
  }

  @Override
  public List<String> extensions() {
    return List.of(".tide");
  }

  @Override
  public Class<TideTable> type() {
    return TideTable.class;
  }

  @Override
  public List<Setting<?>> options() {
    return List.of(UNIT);
  }

  @Override
  public Optional<TideTable> read(InputFile file, ReadingOptions options, Problems problems) {
    int times = options.get(UNIT).filter("m"::equals).isPresent() ? 10 : 1;
    return file.read(problems).map(bytes -> table(bytes, times, problems));
  }

  private static TideTable table(byte[] bytes, int times, Problems problems) {
    var tides = new ArrayList<TideTable.Tide>();
    List<String> lines = new String(bytes, StandardCharsets.UTF_8).lines().toList();
    for (int i = 0; i < lines.size(); i++) {
      if (lines.get(i).matches("\\d{1,2} \\d{1,3}")) {
        int space = lines.get(i).indexOf(' ');
        tides.add(
            new TideTable.Tide(
                Integer.parseInt(lines.get(i).substring(0, space)),
                times * Integer.parseInt(lines.get(i).substring(space + 1))));
      } else {
        problems.warning("line " + (i + 1), "This is no hour with a height.", "Write 10 38.");
      }
    }
    return new TideTable(tides);
  }

  @Override
  public Contents describe(TideTable table) {
    return Contents.of(Phrase.count(table.tides().size(), "hour"));
  }
}
