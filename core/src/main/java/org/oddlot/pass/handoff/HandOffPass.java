package org.oddlot.pass.handoff;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.oddlot.format.TimelineFeature;
import org.oddlot.format.edl.EdlFormat;
import org.oddlot.handoff.CarryReport;
import org.oddlot.handoff.Extraction;
import org.oddlot.handoff.HandOff;
import org.oddlot.handoff.Target;
import org.oddlot.handoff.Travel;
import org.oddlot.input.FileName;
import org.oddlot.material.Material;
import org.oddlot.material.MediaAtHand;
import org.oddlot.material.TimelineFile;
import org.oddlot.pass.Analysis;
import org.oddlot.pass.Applied;
import org.oddlot.pass.Evidence;
import org.oddlot.pass.Pass;
import org.oddlot.pass.Request;
import org.oddlot.pass.Reviewed;
import org.oddlot.setting.Setting;
import org.oddlot.setting.Settings;
import org.oddlot.text.Phrase;
import org.oddlot.time.Timecode;
import org.oddlot.timeline.Placed;

/**
 * Hands timelines on in the format of the other side, and says before what is lost on the way. A
 * file goes out when somebody has seen everything that is lost of pictures and sound, and said so.
 */
public final class HandOffPass implements Pass<CarryFinding> {
  /** Which timelines. */
  public static final Setting<String> TIMELINES =
      Setting.textOrNothing(
          "timelines", "Timelines", "all, or names; semicolons between", _ -> Optional.empty());

  /** The format of the other side. */
  public static final Setting<String> FOR =
      Setting.oneOf(
          "for",
          "For",
          "edl",
          List.of("edl", "otio", "otioz", "srt", "vtt", "ttml", "stl", "scc", "xlsx", "csv"));

  /** Frames before and behind what is shown that the media needs as well. */
  public static final Setting<Integer> HANDLES =
      Setting.number("handles", "Handles", 0, 0, 100_000, "frames");

  /** Whether a list of the media goes out beside. */
  public static final Setting<Boolean> LIST = Setting.yesNo("list", "List of media", true);

  /** The folder that the media was copied to. */
  public static final Setting<String> COPIES =
      Setting.textOrNothing(
          "copies", "Media copied to", "nowhere, or a folder", _ -> Optional.empty());

  @Override
  public String id() {
    return "handoff";
  }

  @Override
  public String title() {
    return "Hand-off";
  }

  @Override
  public String question() {
    return "What will the other side lose?";
  }

  @Override
  public List<Setting<?>> settings() {
    return List.of(TIMELINES, FOR, EdlFormat.REELS, HANDLES, LIST, COPIES);
  }

  @Override
  public boolean isOnByItself() {
    return false;
  }

  @Override
  public boolean concerns(Material material) {
    return material.documents().stream()
        .anyMatch(document -> !Extraction.names(document.root()).isEmpty());
  }

  /** What goes out: a file for each timeline where the format holds one, else one for each file. */
  private static List<HandOff.Send> sends(Material material, Settings settings) {
    Target target =
        Target.ofAny(
                "." + settings.get(FOR),
                Settings.INITIAL.with(EdlFormat.REELS, settings.get(EdlFormat.REELS)))
            .orElseThrow();
    var sends = new ArrayList<HandOff.Send>();
    var taken = new HashSet<String>();
    for (TimelineFile document : material.documents()) {
      Set<String> names = new LinkedHashSet<>(Extraction.names(document.root()));
      Set<String> wanted = wanted(settings);
      if (!wanted.isEmpty()) {
        names.retainAll(wanted);
      }
      List<List<String>> files =
          target.holdsSeveral()
              ? List.of(List.copyOf(names))
              : names.stream().map(List::of).toList();
      for (List<String> each : files) {
        if (!each.isEmpty()) {
          sends.add(send(material, settings, document, each, target, taken));
        }
      }
    }
    return sends;
  }

  private static Set<String> wanted(Settings settings) {
    var wanted = new LinkedHashSet<String>();
    Arrays.stream(settings.get(TIMELINES).split(";", -1))
        .map(String::strip)
        .filter(name -> !name.isEmpty())
        .forEach(wanted::add);
    return wanted;
  }

  private static HandOff.Send send(
      Material material,
      Settings settings,
      TimelineFile document,
      List<String> names,
      Target target,
      Set<String> taken) {
    Extraction extraction = Extraction.of(document, names);
    MediaAtHand media = MediaAtHand.of(material);
    Travel travel =
        Travel.of(
            extraction.root(),
            extraction.timelines(),
            settings.get(HANDLES),
            document.profile(),
            media::of);
    CarryReport report;
    try {
      report = CarryReport.of(extraction.root(), target);
    } catch (IOException e) {
      // Without room for a trial there is what the format declares.
      report = CarryReport.declared(extraction.root(), target);
    }
    String name =
        names.size() == 1
            ? names.getFirst()
            : document.name().substring(0, Math.max(1, document.name().lastIndexOf('.')));
    String title = FileName.of(name);
    // Two timelines of one name are told apart by the files that they are in.
    String apart =
        taken.add(title) ? title : Phrase.of("%s of %s", title, FileName.of(document.name()));
    return new HandOff.Send(
        apart + ", handed on",
        document.name(),
        extraction.root(),
        target,
        report,
        travel,
        settings.get(LIST) && target.carries(TimelineFeature.SHOTS),
        Optional.of(settings.get(COPIES)).filter(its -> !its.isBlank()).map(Path::of));
  }

  /** The media that must travel, of each file that goes out. */
  public static List<Travel> travels(Material material, Settings settings) {
    return sends(material, settings).stream().map(HandOff.Send::travel).toList();
  }

  @Override
  public Analysis<CarryFinding> analyse(Request request) {
    Material material = request.material();
    var findings = new ArrayList<CarryFinding>();
    var remarks = new ArrayList<Analysis.Remark>();
    List<HandOff.Send> sends = sends(material, request.settings());
    for (HandOff.Send send : sends) {
      request.progress().check();
      for (CarryReport.Row row : send.report().notWhole()) {
        findings.add(finding(material, send, row));
      }
      if (!send.target().carries(TimelineFeature.SHOTS)) {
        continue; // nothing of it is shown there
      }
      for (Travel.Media media : send.travel().media()) {
        remarks.add(
            new Analysis.Remark(media.address(), media.name(), words(media, send.travel())));
      }
    }
    for (String name : wanted(request.settings())) {
      boolean isThere =
          material.documents().stream()
              .anyMatch(document -> Extraction.names(document.root()).contains(name));
      if (!isThere) {
        remarks.add(
            new Analysis.Remark(
                "timelines", "Timelines", Phrase.of("there is no timeline “%s”", name)));
      }
    }
    return Analysis.of(findings, remarks);
  }

  private static CarryFinding finding(Material material, HandOff.Send send, CarryReport.Row row) {
    Set<String> tracks = new LinkedHashSet<>();
    row.places().forEach(place -> tracks.add(place.trackLabel()));
    tracks.remove("");
    var evidence = new ArrayList<Evidence>();
    evidence.add(new Evidence("goes to", send.target().name(), ""));
    row.places().stream()
        .limit(12)
        .forEach(place ->
            evidence.add(
                new Evidence(
                    place.recordTimecode().map(Timecode::toString).orElse("where"),
                    place.object().name().isEmpty()
                        ? place.object().schema()
                        : place.object().name(),
                    place.trackLabel())));
    return new CarryFinding(
        send.name(),
        row,
        !send.target().isMeantFor(row.feature()),
        row.places().stream().map(place -> material.address(send.document(), place)).toList(),
        String.join(", ", tracks),
        row.places().stream()
            .findFirst()
            .flatMap(Placed::recordTimecode)
            .map(Timecode::toString)
            .orElse(""),
        evidence);
  }

  private static String words(Travel.Media media, Travel travel) {
    long frames = media.ranges().stream().mapToLong(range -> range.duration().value()).sum();
    String shown =
        media.ranges().isEmpty()
            ? "not shown"
            : Phrase.of(
                "%,d of its frames in %s, with handles of %d",
                frames, Phrase.count(media.ranges().size(), "part"), travel.handles());
    return (media.isThere() ? Phrase.size(media.bytes()) : "not there") + "; " + shown;
  }

  @Override
  public Applied apply(Request request, List<Reviewed<CarryFinding>> accepted) {
    Set<String> seen = new LinkedHashSet<>();
    accepted.forEach(each -> seen.add(each.finding().id().text()));
    List<HandOff.Send> sends =
        sends(request.material(), request.settings()).stream()
            .filter(send ->
                send.report().notWhole().stream()
                    .allMatch(
                        row -> seen.contains(finding(request.material(), send, row).id().text())))
            .toList();
    return new Applied(
        sends.isEmpty()
            ? request.material()
            : request.material().with(HandOff.class, List.of(new HandOff(sends))),
        List.of());
  }
}
