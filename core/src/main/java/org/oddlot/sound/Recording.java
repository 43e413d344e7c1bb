package org.oddlot.sound;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a recorder recorded between start and stop: one file of several channels, or a set of files
 * of one channel each.
 *
 * @param name what it is called: the file's name without its ending, or what the names of a set
 *     have in common
 * @param files one, or the files of the set in the order of their channels
 */
public record Recording(String name, List<SoundFile> files) {

  /** How the files of a set are told apart: {@code _1}, {@code .A1}; common practice, no source. */
  private static final Pattern OF_A_SET = Pattern.compile("(.+?)(?:[_.-]A|[_-])(\\d{1,2})");

  /**
   * One channel.
   *
   * @param number which of the recording's it is, counted from one
   * @param file the file that it is in
   * @param inFile which of the file's it is, counted from one
   * @param recorderChannel which input of the recorder it was, counted from one
   * @param name what the mixer called it, empty if nothing
   */
  public record Channel(int number, SoundFile file, int inFile, int recorderChannel, String name) {}

  public Recording {
    files = List.copyOf(files);
    if (files.isEmpty()) {
      throw new IllegalArgumentException("A recording has a file");
    }
  }

  /** What these files are recordings of, in the order of the files. */
  public static List<Recording> of(List<SoundFile> files) {
    var sets = new LinkedHashMap<List<Object>, List<SoundFile>>();
    for (SoundFile file : files) {
      sets.computeIfAbsent(key(file), _ -> new ArrayList<>()).add(file);
    }
    var recordings = new ArrayList<Recording>();
    sets.values().forEach(set -> recordings.add(of(set.getFirst(), set)));
    return recordings;
  }

  private static Recording of(SoundFile first, List<SoundFile> set) {
    if (set.size() == 1) {
      return new Recording(first.stem(), set);
    }
    var ordered = new ArrayList<>(set);
    ordered.sort(Comparator.comparingInt(Recording::numberInSet).thenComparing(SoundFile::name));
    Matcher matcher = OF_A_SET.matcher(first.stem());
    return new Recording(matcher.matches() ? matcher.group(1) : first.stem(), ordered);
  }

  /** What the files of one set have in common; a file by itself shares it with no other. */
  private static List<Object> key(SoundFile file) {
    Matcher matcher = OF_A_SET.matcher(file.stem());
    boolean mayBeOfASet = file.channels() == 1 && file.reference().isPresent();
    if (mayBeOfASet && (matcher.matches() || !file.family().isEmpty())) {
      Object name = file.family().isEmpty() ? matcher.group(1) : file.family();
      return List.of(name, file.reference().get(), file.frames(), file.sampleRate());
    }
    return List.of(file.id());
  }

  private static int numberInSet(SoundFile file) {
    Matcher matcher = OF_A_SET.matcher(file.stem());
    return matcher.matches()
        ? Integer.parseInt(matcher.group(2))
        : file.tracks().getFirst().recorderChannel();
  }

  /** The file that speaks for all: they agree in all but their channel. */
  public SoundFile first() {
    return files.getFirst();
  }

  /** Its channels, counted through all its files. */
  public List<Channel> channels() {
    var channels = new ArrayList<Channel>();
    for (SoundFile file : files) {
      for (int i = 0; i < file.channels(); i++) {
        SoundFile.Track track = file.tracks().get(i);
        channels.add(
            new Channel(channels.size() + 1, file, i + 1, track.recorderChannel(), track.name()));
      }
    }
    return channels;
  }

  /**
   * What its clock is known by: the recorder, or where that is not said the way in which its rolls
   * are called.
   */
  public String recorder() {
    if (!first().recorder().isEmpty()) {
      return first().recorder();
    }
    String reel = first().reel().replaceAll("\\d+$", "");
    return reel.isEmpty() ? "Recorder" : "Rolls " + reel;
  }
}
