package org.oddlot.days;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.oddlot.days.Case.Laid;
import org.oddlot.days.Shoot.Clip;
import org.oddlot.days.Shoot.Plan;
import org.oddlot.days.Shoot.Take;
import org.oddlot.material.MeasuredOffset;
import org.oddlot.pass.Tape;
import org.oddlot.sound.MusicTags;
import org.oddlot.sound.SoundFile;
import org.oddlot.time.FrameRate;

/** Sound as recorders deliver it. Common practice, no source. */
final class SoundKinds {
  private static final LocalDate DAY = LocalDate.of(2026, 3, 4);

  private final List<Kind> kinds = new ArrayList<>();

  private SoundKinds() {}

  static List<Kind> all() {
    var all = new SoundKinds();
    all.make();
    return List.copyOf(all.kinds);
  }

  /** How a recorder is: what it says of its takes, and how its clock runs. */
  private static class Recorder {
    final Shoot shoot;
    final Random random;
    final Case made;
    double late;
    double latePerHour;
    boolean slated;
    boolean cutsEarly;
    boolean heard;
    double hearsOneIn = 1;
    LocalDate day = DAY;
    String name = "Mixer";
    String roll = "S";
    FrameRate rate;
    long clock = 48_000;
    boolean told = true;

    Recorder(Shoot shoot, long seed) {
      this(new Case(shoot), seed);
    }

    Recorder(Case made, long seed) {
      this.shoot = made.shoot;
      this.made = made;
      this.random = new Random(seed * 31 + 7);
      this.rate = shoot.rate();
    }

    /** How late it is by its own timecode at a moment, in seconds. */
    double lateAt(double seconds) {
      return late + latePerHour * seconds / 3600;
    }

    Case all() {
      shoot.takes().forEach(this::take);
      return made;
    }

    void take(Take take) {
      double pre = cutsEarly ? 1 + random.nextDouble() : 2 + 5 * random.nextDouble();
      double post = cutsEarly ? -2 - 3 * random.nextDouble() : 1 + 3 * random.nextDouble();
      Clip clip = take.a();
      record(take, clip, pre, (double) clip.frames() / shoot.rate().nominal() + post);
    }

    /**
     * A recording that begins so many label seconds before a clip, and lasts until after it began.
     */
    void record(Take take, Clip clip, double before, double until) {
      double begins = (double) clip.start() / shoot.rate().nominal() - before;
      double labelSecond = shoot.rate().nominal() / shoot.rate().toDouble();
      // What is counted in frames takes as long as its frames do, labels left out or not.
      double pace = labelSecond;
      double off = lateAt(begins);
      long reference = Math.round((begins * pace + off) * clock);
      String file = "%s%02dT%02d".formatted(roll, 1 + take.row() / 100, take.row());
      Tape tape =
          Tape.from(file, Math.floorMod(reference, 86_400L * clock), (before + until) * pace)
              .rate(rate)
              .clock(clock)
              .day(
                  begins < 0
                      ? day.minusDays(1)
                      : day.plusDays(java.time.temporal.ChronoUnit.DAYS.between(DAY, take.day())))
              .recorder(name, roll + "01");
      if (shoot.drop()) {
        tape.dropFrame();
      }
      if (slated) {
        tape.slate(take.scene(), "" + take.number());
      }
      made.sounds.add(tape.file());
      double first = before * pace * 48_000;
      for (Clip each : take.clips()) {
        double later =
            (double) (each.start() - clip.start()) / shoot.rate().nominal() * pace * 48_000;
        if (told) {
          made.laid.add(new Laid(each.name(), file, first + later));
        }
        if (heard && random.nextDouble() < hearsOneIn) {
          made.heard.add(
              new MeasuredOffset(
                  each.id(), "media/" + file + ".wav", Math.round(first + later), 9));
        }
      }
    }
  }

  private interface Setting {
    void on(Recorder recorder);
  }

  private void add(String name, Setting setting) {
    add(name, new Plan(0).shoot().rate(), setting);
  }

  private void add(String name, FrameRate rate, Setting setting) {
    kinds.add(
        new Kind(
            name,
            seed -> {
              var recorder = new Recorder(new Plan(seed).rate(rate).takes(24).shoot(), seed);
              setting.on(recorder);
              return recorder.all();
            }));
  }

  /** With a log that tells scenes and takes, to the frame. */
  private static Case logged(Case made) {
    Notes notes = Notes.usual(made.shoot).takes(made.shoot.takes());
    return made.paper("log.csv", notes.csv()).tells(made.shoot.takes());
  }

  private static Shoot shoot(long seed) {
    return new Plan(seed).takes(24).shoot();
  }

  private void make() {
    add("in step, no slates", r -> {});
    add("in step at 23.976", FrameRate.FPS_23_976, r -> {});
    kinds.add(
        new Kind(
            "in step, slates and a log",
            seed -> {
              var r = new Recorder(shoot(seed), seed);
              r.slated = true;
              return logged(r.all());
            }));
    kinds.add(
        new Kind(
            "two cameras",
            seed -> new Recorder(new Plan(seed).takes(24).cameras("AB").shoot(), seed).all()));
    add(
        "six seconds late, nothing to hear",
        r -> {
          r.late = 6.3;
          r.told = false;
          r.made.slack = 2 * 48_000;
        });
    add(
        "forty seconds early, nothing to hear",
        r -> {
          r.late = -41.5;
          r.told = false;
          r.made.slack = 2 * 48_000;
        });
    kinds.add(
        new Kind(
            "six seconds late, slates and a log",
            seed -> {
              var r = new Recorder(shoot(seed), seed);
              r.late = 6.3;
              r.told = false;
              r.slated = true;
              r.made.slack = 2 * 48_000;
              return logged(r.all());
            }));
    add(
        "an hour late, nothing to hear",
        r -> {
          r.late = 3600.4;
          r.told = false;
          r.made.slack = 2 * 48_000;
        });
    add("dated six years off", r -> r.day = DAY.minusYears(6));
    kinds.add(
        new Kind(
            "dated a month off, slates and a log",
            seed -> {
              var recorder = new Recorder(shoot(seed), seed);
              recorder.day = DAY.plusMonths(1);
              recorder.slated = true;
              return logged(recorder.all());
            }));
    kinds.add(
        new Kind(
            "a minute late and dated a month off, slates and a log",
            seed -> {
              var recorder = new Recorder(shoot(seed), seed);
              recorder.day = DAY.plusMonths(1);
              recorder.late = 61.3;
              // Which take is which is known, the frame is not: nothing of it may be written.
              recorder.told = false;
              recorder.slated = true;
              return logged(recorder.all());
            }));
    kinds.add(
        new Kind(
            "starts at zero",
            seed -> {
              var r = new Recorder(shoot(seed), seed);
              r.told = false;
              Case made = r.all();
              return unlaid(made, file -> Tape.from(file.stem(), 0, 20).day(DAY).file());
            }));
    kinds.add(
        new Kind(
            "no start, no speed",
            seed -> {
              var r = new Recorder(shoot(seed), seed);
              r.told = false;
              Case made = r.all();
              return unlaid(made, file -> bare(file, true, false));
            }));
    kinds.add(
        new Kind(
            "no speed said",
            seed -> {
              var r = new Recorder(shoot(seed), seed);
              Case made = r.all();
              made.sounds.replaceAll(file -> bare(file, false, true));
              return made;
            }));
    kinds.add(
        new Kind(
            "runs from 7 to 16 frames late, heard here and there",
            seed -> {
              var r = new Recorder(new Plan(seed).takes(40).pause(600).shoot(), seed);
              r.late = 7 / 25.0 - 9.2 * 9 / 25.0 / 5;
              r.latePerHour = 9 / 25.0 / 5;
              r.heard = true;
              r.hearsOneIn = 0.4;
              return r.all();
            }));
    add(
        "late to and fro, heard all",
        r -> {
          r.heard = true;
          r.late = 0.4;
          r.made.slack = 0;
        });
    add(
        "twelve frames late, heard",
        r -> {
          r.late = 12 / 25.0;
          r.heard = true;
        });
    kinds.add(
        new Kind(
            "over midnight",
            seed ->
                new Recorder(new Plan(seed).takes(24).from(22.8).pause(600).shoot(), seed).all()));
    kinds.add(
        new Kind(
            "drop-frame",
            seed -> new Recorder(new Plan(seed).takes(24).drop().shoot(), seed).all()));
    add("a clock of 48,048 at 23.976", FrameRate.FPS_23_976, r -> r.clock = 48_000);
    kinds.add(
        new Kind(
            "wild sounds between",
            seed -> {
              var r = new Recorder(shoot(seed), seed);
              Case made = r.all();
              for (int i = 0; i < 5; i++) {
                Take take = made.shoot.takes().get(4 * i);
                double at = (double) (take.a().start() + take.a().frames()) / 25 + 6;
                made.sounds.add(
                    Tape.from("W%02d".formatted(i), Math.round(at * 48_000), 8)
                        .rate(FrameRate.FPS_25)
                        .recorder("Mixer", "S01")
                        .day(DAY)
                        .file());
                made.loose.add("W%02d".formatted(i));
              }
              return made;
            }));
    kinds.add(
        new Kind(
            "two recorders, one nine seconds late",
            seed -> {
              Case made = new Case(shoot(seed));
              var first = new Recorder(made, seed);
              first.all();
              var second = new Recorder(made, seed + 1);
              second.name = "Bag";
              second.roll = "R";
              second.late = 9.2;
              second.told = false;
              made.slack = 2 * 48_000;
              return second.all();
            }));
    kinds.add(
        new Kind(
            "slates of other takes",
            seed -> {
              var r = new Recorder(shoot(seed), seed);
              r.slated = true;
              Case made = logged(r.all());
              for (int i = 0; i < made.sounds.size(); i += 8) {
                SoundFile file = made.sounds.get(i);
                made.sounds.set(
                    i,
                    Tape.from(
                            file.stem(),
                            file.reference().orElseThrow().samples(),
                            file.frames() / 48_000.0)
                        .rate(FrameRate.FPS_25)
                        .day(DAY)
                        .recorder("Mixer", "S01")
                        .slate("99", "7")
                        .file());
              }
              return made;
            }));
    add("cut before the cameras stop", r -> r.cutsEarly = true);
    kinds.add(
        new Kind(
            "one recording over several takes",
            seed -> {
              Shoot shoot = new Plan(seed).takes(24).pause(40).shoot();
              var r = new Recorder(shoot, seed);
              for (int i = 0; i < shoot.takes().size(); i += 4) {
                Take first = shoot.takes().get(i);
                Take last = shoot.takes().get(i + 3);
                double until =
                    (double) (last.a().start() + last.a().frames() - first.a().start()) / 25 + 2;
                r.record(first, first.a(), 3, until);
                String file = r.made.sounds.getLast().stem();
                for (Take take : shoot.takes().subList(i + 1, i + 4)) {
                  double later = (double) (take.a().start() - first.a().start()) / 25;
                  r.made.laid.add(new Laid(take.a().name(), file, (3 + later) * 48_000));
                }
              }
              return r.made;
            }));
    kinds.add(
        new Kind(
            "sound of another unit",
            seed -> {
              Shoot shoot = new Plan(seed).takes(24).pause(90).shoot();
              var other = new Recorder(new Plan(seed + 5).takes(24).pause(90).shoot(), seed);
              other.told = false;
              other.all();
              Case made = new Case(shoot);
              made.sounds.addAll(other.made.sounds);
              made.sounds.forEach(file -> made.loose.add(file.stem()));
              return made;
            }));
    kinds.add(
        new Kind(
            "a report gives the slates",
            seed -> {
              var r = new Recorder(shoot(seed), seed);
              Case made = logged(r.all());
              var report =
                  new Notes()
                      .column("File", t -> "S01T%02d.wav".formatted(t.row()))
                      .column("Scene", Take::scene)
                      .column("Take", t -> "" + t.number())
                      .column("Tr1", t -> "Boom")
                      .takes(made.shoot.takes());
              return made.paper("sound report.csv", report.csv());
            }));
    kinds.add(
        new Kind(
            "three takes only", seed -> new Recorder(new Plan(seed).takes(3).shoot(), seed).all()));
  }

  private static Case unlaid(Case made, java.util.function.UnaryOperator<SoundFile> change) {
    made.sounds.replaceAll(change);
    made.sounds.forEach(file -> made.loose.add(file.stem()));
    return made;
  }

  /** A file that does not say when it begins, or at which speed it counts. */
  private static SoundFile bare(SoundFile file, boolean noStart, boolean noSpeed) {
    return new SoundFile(
        file.id(),
        file.name(),
        file.path(),
        file.channels(),
        file.sampleRate(),
        file.frames(),
        noStart ? java.util.Optional.empty() : file.reference(),
        noSpeed || noStart ? java.util.Optional.empty() : file.timecodeRate(),
        false,
        file.day(),
        file.scene(),
        file.take(),
        file.reel(),
        file.recorder(),
        "",
        "",
        false,
        file.tracks(),
        MusicTags.NONE,
        List.of());
  }
}
