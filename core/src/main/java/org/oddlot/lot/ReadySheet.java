package org.oddlot.lot;

import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Transcript;
import org.oddlot.material.Material;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Passes;
import org.oddlot.pass.RunSheet;
import org.oddlot.pass.reports.ReportsPass;
import org.oddlot.pass.stringouts.StringOutsPass;
import org.oddlot.pass.titles.TitlesPass;
import org.oddlot.rights.LicencePaper;
import org.oddlot.rights.MusicPaper;
import org.oddlot.setting.Setting;
import org.oddlot.sound.Recording;
import org.oddlot.stringout.StringOuts;

/**
 * A run sheet that comes with the program, for a job that people have.
 *
 * @param id what it is called on the command line
 * @param title what it is called on the screen
 * @param about the job, in a few words
 * @param takes what is brought in for it
 * @param gives what comes out
 * @param passes the passes that are switched on
 * @param fits whether a lot seems to be this job
 */
public record ReadySheet(
    String id,
    String title,
    String about,
    String takes,
    String gives,
    List<String> passes,
    Predicate<Brought> fits) {

  private static final String TITLES = "titles";
  private static final String USUAL_SHAPE = "1920x1080";
  private static final String REPORTS = "reports";
  private static final String USUAL_REPORTS = "shots,sources,licences,music,titles,markers";

  private static final List<ReadySheet> ALL =
      List.of(
          new ReadySheet(
              "day",
              "A shooting day",
              "what logs and script notes say is written into the clips",
              "A timeline file, shot logs, script notes",
              "A timeline file with bins, names, notes, markers and keywords as logged",
              List.of("intake", "putright", "match", "tag"),
              brought -> brought.equals(new Brought(true, false, false, false))),
          new ReadySheet(
              "sound",
              "Second-source sound",
              "recordings are synced to the pictures, and channels get their roles",
              "A timeline file, the folder of a sound roll",
              "A timeline file with synced clips, roles, timelines by role",
              List.of("intake", "putright", "sync", "roles", "layout"),
              brought -> brought.equals(new Brought(false, true, false, false))),
          new ReadySheet(
              "angles",
              "Angles",
              "many cameras and recorders of one event are placed by what all of them heard",
              "A timeline file with the clips of all cameras, their media, sound files",
              "A timeline with a row for each angle, a group of them, cuts of groups flattened",
              List.of("intake", "angles", "flatten"),
              _ -> false),
          new ReadySheet(
              "words",
              "Captions",
              "captions and transcripts are placed, corrected, fixed and written",
              "Caption files or transcripts, the cut, a list of names",
              "Captions that fit the cut and the guideline, in the formats you want",
              List.of("intake", "times", "speakers", "names", "captions"),
              brought -> brought.words() && !brought.logs() && !brought.rights()),
          new ReadySheet(
              "titles",
              "Titles",
              "captions become styled titles in pictures of several shapes, and titles are changed",
              "The cut, its captions, a style",
              "Timelines with titles, one for each shape of picture",
              List.of("intake", "times", "titles", "restyle"),
              _ -> false),
          new ReadySheet(
              "delivery",
              "Delivery",
              "licences are found, and what is shown, heard and owed goes on paper",
              "The locked cut, licence and music papers",
              "Reports: shots, sources, licences, music cues, titles, markers",
              List.of("intake", "times", "licences", REPORTS),
              brought -> brought.rights() && !brought.logs()),
          new ReadySheet(
              "selects",
              "Selects",
              "what was logged of one thing, person or scene is laid out one piece behind another",
              "A timeline file with bins, logs with keywords, a list of people",
              "The timeline file with a string-out for each keyword, person and scene",
              List.of("intake", "putright", "match", "tag", "stringouts", "papercut"),
              _ -> false),
          new ReadySheet(
              "compare",
              "Compare",
              "two versions of a cut are compared, shot by shot, and the changes are listed",
              "Two timeline files, or a timeline file and a list",
              "Reports and lists of what changed",
              List.of("intake", "compare", REPORTS),
              _ -> false),
          new ReadySheet(
              "markers",
              "Markers",
              "markers go on to the next version of a cut, and notes of who watched it come in",
              "Two versions of a cut, or one; papers with notes",
              "The cut with its markers, each on the frame that it was put to",
              List.of("intake", "compare", "markers"),
              _ -> false),
          new ReadySheet(
              "handoff",
              "Hand-off",
              "timelines go on to others, and what is lost on the way is said before",
              "A timeline file",
              "A timeline file or a list with only what is used, and the media that travels",
              List.of("intake", "flatten", "handoff"),
              _ -> false),
          new ReadySheet(
              "everything",
              "Everything",
              "every pass that the lot has something for, but for angles",
              "Any of these together",
              "All that the lot has something for",
              Passes.all().stream().filter(Pass::isOnByItself).<String>map(Pass::id).toList(),
              _ -> true));

  /**
   * What a job is told by.
   *
   * @param logs whether there are shot logs, script notes or other papers of the shooting
   * @param recordings whether there are sound files
   * @param words whether there are captions or transcripts
   * @param rights whether there are licence or music papers
   */
  public record Brought(boolean logs, boolean recordings, boolean words, boolean rights) {
    static Brought of(Material material) {
      return new Brought(
          !material.papers().isEmpty(),
          hasRecordings(material),
          !material.all(Captions.class).isEmpty() || !material.all(Transcript.class).isEmpty(),
          !material.all(LicencePaper.class).isEmpty() || !material.all(MusicPaper.class).isEmpty());
    }
  }

  public ReadySheet {
    passes = List.copyOf(passes);
  }

  private static boolean hasRecordings(Material material) {
    return material.recordings().stream()
        .map(Recording::first)
        .anyMatch(file -> file.path().isPresent());
  }

  /** All that there are. */
  public static List<ReadySheet> all() {
    return ALL;
  }

  /** The one of this id. */
  public static Optional<ReadySheet> byId(String id) {
    return ALL.stream().filter(sheet -> sheet.id.equals(id)).findFirst();
  }

  /** The one that seems right for what came in. */
  public static ReadySheet proposed(Material material) {
    var brought = Brought.of(material);
    return ALL.stream().filter(sheet -> sheet.fits.test(brought)).findFirst().orElseThrow();
  }

  /** The sheet, with what {@code before} says about the settings of its passes. */
  public RunSheet over(RunSheet before) {
    RunSheet its = before.withUnknown().only(passes);
    its =
        switch (id) {
          case "compare" -> unlessSaid(its, REPORTS, ReportsPass.KINDS, "versions,reels");
          case "delivery" -> unlessSaid(its, REPORTS, ReportsPass.KINDS, USUAL_REPORTS);
          case "selects" ->
              unlessSaid(its, "stringouts", StringOutsPass.BY, String.join(",", StringOuts.KINDS));
          default -> its;
        };
    boolean asksForNone =
        passes.contains(TITLES) && its.settings(TITLES).get(TitlesPass.SHAPES).isBlank();
    // Whoever chooses this job wants titles; in other jobs they are made where shapes are named.
    return asksForNone && id.equals(TITLES)
        ? its.with(TITLES, TitlesPass.SHAPES.key(), USUAL_SHAPE)
        : its;
  }

  /** The sheet with what a job usually chooses, where nothing is chosen yet. */
  private static RunSheet unlessSaid(
      RunSheet sheet, String pass, Setting<List<String>> setting, String usual) {
    return sheet.settings(pass).get(setting).isEmpty()
        ? sheet.with(pass, setting.key(), usual)
        : sheet;
  }

  /** Whether {@code sheet} has the same passes switched on. */
  public boolean isSameAs(RunSheet sheet) {
    return sheet.only(passes).equals(sheet.withUnknown());
  }
}
