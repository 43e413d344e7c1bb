package org.oddlot.format;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.oddlot.caption.CaptionMaker;
import org.oddlot.caption.Captions;
import org.oddlot.caption.Guideline;
import org.oddlot.caption.Timebase;
import org.oddlot.caption.Transcript;
import org.oddlot.caption.Transcripts;
import org.oddlot.format.caption.CaptionFormat;
import org.oddlot.format.caption.CaptionTracks;
import org.oddlot.format.caption.Fitting;
import org.oddlot.format.caption.ReadBack;
import org.oddlot.format.transcript.TranscriptFormat;
import org.oddlot.input.Bounds;
import org.oddlot.input.InputFile;
import org.oddlot.input.InputKind;
import org.oddlot.input.InputKinds;
import org.oddlot.input.ReadingOptions;
import org.oddlot.problem.Problems;
import org.oddlot.progress.Progress;
import org.oddlot.setting.Settings;
import org.oddlot.text.Phrase;
import org.oddlot.timeline.Timeline;
import org.oddlot.timeline.TimelineObject;

/**
 * A file in another format: timelines, captions and transcripts into each other, with what is not
 * carried.
 *
 * @param lost what the other format has no place for, a sentence each
 * @param parts the other file, or files where one does not hold it all
 * @param timelines what a timeline file was read from; empty of all else
 */
public record Conversion(
    List<String> lost, List<TimelineFormat.Part> parts, Optional<TimelineObject> timelines) {

  public Conversion {
    lost = List.copyOf(lost);
    parts = List.copyOf(parts);
  }

  private Conversion(List<String> lost, List<TimelineFormat.Part> parts) {
    this(lost, parts, Optional.empty());
  }

  private Conversion(List<String> lost, TimelineFormat.Writer writer) {
    this(lost, List.of(new TimelineFormat.Part("", writer)));
  }

  /**
   * What is wanted.
   *
   * @param programme the frames of the programme; empty for those that the file has
   * @param guideline the limits of captions that are made of a transcript
   * @param options how the file is read
   * @param writing how the other one is written
   * @param losesLetters whether it is written though it has not the letters for it
   */
  public record Wanted(
      Optional<Timebase> programme,
      Guideline guideline,
      ReadingOptions options,
      Settings writing,
      boolean losesLetters) {}

  /** More letters than these are not given away unless that is asked for. */
  private static final int A_FEW = 5;

  /** Whether a file of this name can be written. */
  public static boolean canWrite(InputFile out) {
    return CaptionFormat.of(out.extension()).isPresent()
        || TranscriptFormat.of(out.extension()).isPresent()
        || Formats.toWrite(out.name()).isPresent();
  }

  /** How names of files that can be written end. */
  public static List<String> endings() {
    var endings = new ArrayList<String>();
    Formats.timelines().forEach(format -> endings.add(format.extensions().getFirst()));
    CaptionFormat.all().forEach(format -> endings.add(format.extensions().getFirst()));
    TranscriptFormat.all().forEach(format -> endings.add(format.extensions().getFirst()));
    return endings;
  }

  /**
   * Reads {@code in} to be written in the format that the name of {@code out} means; empty where
   * nothing can be made of it, and then {@code problems} says why.
   */
  public static Optional<Conversion> of(
      InputFile in, InputFile out, Wanted wanted, Problems problems) throws IOException {
    if (in.isOutOfReach(problems)) {
      return Optional.empty();
    }
    Optional<InputKind<?>> kind = InputKinds.of(in);
    if (kind.isEmpty()) {
      problems.error("", "This kind of file cannot be read here.", "");
      return Optional.empty();
    }
    Optional<?> value = read(in, kind.get(), wanted.options(), problems);
    return switch (value.orElse(null)) {
      case null -> Optional.empty();
      case TimelineFormat.Read read -> timeline(in, kind.get(), read, out, wanted, problems);
      case Captions captions when isSpoiled(captions, out, wanted, problems) -> Optional.empty();
      case Captions captions -> Optional.of(captions(captions, out, wanted));
      case Transcript transcript -> transcript(transcript, out, wanted, problems);
      default -> {
        problems.error(
            "",
            Phrase.of("A %s is not converted.", kind.get().what()),
            "Timelines, captions and transcripts are.");
        yield Optional.empty();
      }
    };
  }

  /** Whether a format has not the letters for captions; then that is said. */
  private static boolean isSpoiled(
      Captions captions, InputFile out, Wanted wanted, Problems problems) {
    Optional<CaptionFormat> format = CaptionFormat.of(out.extension());
    if (wanted.losesLetters() || format.isEmpty()) {
      return false;
    }
    int[] letters =
        captions.captions().stream()
            .flatMapToInt(caption -> caption.text().plain().codePoints())
            .filter(Character::isLetter)
            .toArray();
    int[] spoiled = Arrays.stream(letters).filter(format.get().lacks(captions)).toArray();
    if (spoiled.length <= A_FEW) {
      return false;
    }
    String which =
        Arrays.stream(spoiled)
            .distinct()
            .limit(8)
            .mapToObj(Character::toString)
            .collect(Collectors.joining(" "));
    problems.error(
        "",
        Phrase.of(
            "%,d of %,d letters would become others: the format has no %s.",
            spoiled.length, letters.length, which),
        "Write .ttml, .vtt or .srt, which have all letters, or say --losing-letters.");
    return true;
  }

  private static <T> Optional<T> read(
      InputFile in, InputKind<T> kind, ReadingOptions options, Problems problems) {
    return new Bounds()
        .read(in, kind.what(), problems, Progress.NONE, own -> kind.read(in, options, own));
  }

  private static Optional<Conversion> timeline(
      InputFile in,
      InputKind<?> kind,
      TimelineFormat.Read read,
      InputFile out,
      Wanted wanted,
      Problems problems)
      throws IOException {
    Optional<TimelineFormat> target = Formats.toWrite(out.name());
    if (target.isPresent() && kind instanceof TimelineFormat reading) {
      TimelineFormat format = target.get();
      boolean isOwn = reading.equals(format);
      var lost = new ArrayList<>(format.losses(read.root()));
      if (!isOwn) {
        reading.filesBeside(in.path()).forEach(name -> lost.add(name + " stays in " + in.path()));
      }
      Optional<Path> bundle = isOwn ? Optional.of(in.path()) : Optional.empty();
      return Optional.of(
          new Conversion(
              lost, format.parts(read.root(), bundle, wanted.writing()), Optional.of(read.root())));
    }
    List<Captions> tracks = CaptionTracks.in(in.name(), read.root());
    if (tracks.isEmpty()) {
      problems.error(
          "", "There is no track of captions in the file.", "Such a track is of kind Caption.");
      return Optional.empty();
    }
    Optional<CaptionFormat> format = CaptionFormat.of(out.extension());
    if (format.isEmpty()) {
      Conversion conversion = captions(tracks.getFirst(), out, wanted);
      var lost = new ArrayList<>(conversion.lost);
      lost.add("everything in the file but its captions");
      tracks.stream()
          .skip(1)
          .forEach(more -> lost.add("a further track of captions: " + more.name()));
      return Optional.of(new Conversion(lost, conversion.parts));
    }
    if (tracks.stream().anyMatch(track -> isSpoiled(track, out, wanted, problems))) {
      return Optional.empty();
    }
    List<Fitting.Fitted> fitted = fitted(tracks, format.get(), wanted.programme());
    var lost = new ArrayList<String>();
    fitted.forEach(each -> lost.addAll(each.losses()));
    lost.add("everything in the file but its captions");
    return Optional.of(
        new Conversion(
            lost.stream().distinct().toList(),
            captionFiles(fitted, format.get()),
            Optional.of(read.root())));
  }

  /**
   * A file for each of some tracks of captions, whose names have a number from the second on.
   *
   * @param programme its frames; those of the track where none are given
   */
  public static List<TimelineFormat.Part> captionFiles(
      List<Captions> tracks, CaptionFormat format, Optional<Timebase> programme) {
    return captionFiles(fitted(tracks, format, programme), format);
  }

  private static List<Fitting.Fitted> fitted(
      List<Captions> tracks, CaptionFormat format, Optional<Timebase> programme) {
    return tracks.stream()
        .map(track -> Fitting.to(format, track, programme.orElse(track.grid())))
        .toList();
  }

  private static List<TimelineFormat.Part> captionFiles(
      List<Fitting.Fitted> tracks, CaptionFormat format) {
    var parts = new ArrayList<TimelineFormat.Part>();
    for (Fitting.Fitted track : tracks) {
      String suffix = parts.isEmpty() ? "" : " " + (parts.size() + 1);
      parts.add(
          new TimelineFormat.Part(
              suffix, path -> Files.write(path, format.write(track.captions()))));
    }
    return parts;
  }

  private static Conversion captions(Captions captions, InputFile out, Wanted wanted) {
    Timebase programme = wanted.programme().orElse(captions.grid());
    Optional<CaptionFormat> format = CaptionFormat.of(out.extension());
    if (format.isPresent()) {
      Fitting.Fitted fitted = Fitting.to(format.get(), captions, programme);
      byte[] bytes = format.get().write(fitted.captions());
      List<String> lost = fitted.losses();
      // What nothing is said to be lost of is looked at again, so that it is true.
      return bytes(
          lost.isEmpty() ? ReadBack.differences(format.get(), bytes, captions) : lost, bytes);
    }
    Optional<TranscriptFormat> words = TranscriptFormat.of(out.extension());
    if (words.isPresent()) {
      Conversion conversion = transcript(Transcripts.of(captions), words.get());
      var lost = new ArrayList<>(conversion.lost);
      lost.add("where lines break, how letters look, and where captions stand");
      captions.asides().forEach(aside -> lost.add(aside.what() + " " + aside.place()));
      return new Conversion(lost.stream().distinct().toList(), conversion.parts);
    }
    Timebase.Frames frames = programme.frames();
    Fitting.Fitted fitted = Fitting.toTrack(captions, frames);
    return timeline(fitted.losses(), CaptionTracks.timeline(fitted.captions(), frames), out);
  }

  private static Conversion timeline(List<String> lost, Timeline timeline, InputFile out) {
    TimelineObject root = timeline;
    TimelineFormat format = Formats.toWrite(out.name()).orElseThrow();
    var all = new ArrayList<>(lost);
    all.addAll(format.losses(root));
    return new Conversion(all, path -> format.write(root, Optional.empty(), path));
  }

  private static Optional<Conversion> transcript(
      Transcript transcript, InputFile out, Wanted wanted, Problems problems) {
    Optional<TranscriptFormat> format = TranscriptFormat.of(out.extension());
    if (format.isPresent()) {
      return Optional.of(transcript(transcript, format.get()));
    }
    Captions made = captions(transcript, wanted);
    if (isSpoiled(made, out, wanted, problems)) {
      return Optional.empty();
    }
    Conversion conversion = captions(made, out, wanted);
    var lost = new ArrayList<>(conversion.lost);
    if (transcript.words().anyMatch(word -> word.span().isPresent())) {
      lost.add("times of words");
    }
    return Optional.of(new Conversion(lost, conversion.parts));
  }

  private static Conversion transcript(Transcript transcript, TranscriptFormat format) {
    boolean isOwn = transcript.asRead().filter(r -> r.format().equals(format.name())).isPresent();
    return bytes(isOwn ? List.of() : format.loses(transcript), format.write(transcript));
  }

  private static Captions captions(Transcript transcript, Wanted wanted) {
    return Captions.made(
        transcript.name(),
        transcript.language(),
        Timebase.Ticks.MILLISECONDS,
        CaptionMaker.of(transcript, wanted.guideline(), List.of()));
  }

  private static Conversion bytes(List<String> lost, byte[] bytes) {
    return new Conversion(lost, path -> Files.write(path, bytes));
  }
}
