package org.oddlot.days;

import static java.nio.charset.StandardCharsets.UTF_8;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import org.oddlot.days.Case.Truth;
import org.oddlot.days.Shoot.Clip;
import org.oddlot.days.Shoot.Plan;
import org.oddlot.days.Shoot.Take;

/**
 * Papers with orders, spellings and mistakes that were thought of after the first ones were read
 * well. Common practice, no source.
 */
final class OddPaperKinds {
  private final List<Kind> kinds = new ArrayList<>();

  private OddPaperKinds() {}

  static List<Kind> all() {
    var all = new OddPaperKinds();
    all.spellings();
    all.orders();
    all.mistakes();
    return List.copyOf(all.kinds);
  }

  private void add(String name, UnaryOperator<Plan> plan, Function<Shoot, byte[]> paper) {
    kinds.add(
        new Kind(
            name,
            seed -> {
              Shoot shoot = plan.apply(new Plan(seed)).shoot();
              return new Case(shoot).paper("notes.csv", paper.apply(shoot)).tells(shoot.takes());
            }));
  }

  private void add(String name, Function<Shoot, Notes> paper) {
    add(name, plan -> plan, shoot -> paper.apply(shoot).takes(shoot.takes()).csv());
  }

  private static Notes usual(Shoot shoot) {
    return Notes.usual(shoot);
  }

  private void spellings() {
    add(
        "scene and set-up apart",
        s ->
            usual(s)
                .instead("Scene", t -> t.scene().replaceAll("\\D", ""))
                .column("Setup", t -> t.scene().replaceAll("\\d", "")));
    add(
        "frames after a comma",
        s ->
            usual(s).instead("TC In", t -> s.label(t.pressed()).replaceFirst(":(\\d\\d)$", ",$1")));
    add(
        "hours of one digit",
        s -> usual(s).instead("TC In", t -> s.label(t.pressed()).replaceFirst("^0", "")));
    add(
        "9:05:07 a.m.",
        s ->
            usual(s)
                .instead(
                    "TC In",
                    t -> {
                      String label = s.label(t.pressed());
                      int hour = Integer.parseInt(label.substring(0, 2));
                      return (hour % 12 == 0 ? 12 : hour % 12)
                          + label.substring(2, 8)
                          + (hour < 12 ? " a.m." : " p.m.");
                    }));
    add("dates as 4-Mar-26", s -> usual(s).column("Date", t -> "4-Mar-26"));
    add("dates as 04.03.26", s -> usual(s).column("Shoot Date", t -> "04.03.26"));
    add("cards as A1", s -> usual(s).column("Roll", t -> t.a().card().replaceAll("0+", "")));
    add(
        "cards as 1",
        s -> usual(s).column("Roll", t -> "" + Integer.parseInt(t.a().card().substring(1))));
    add("cameras in lower case", s -> usual(s).column("cam", t -> "a"));
    add(
        "remarks under a long header",
        s -> usual(s).called("Notes", "Comments / Remarks (Script)"));
    add(
        "takes in words of German",
        s ->
            usual(s)
                .called("Scene", "Bild")
                .called("Take", "Klappe")
                .called("TC In", "Startzeit TC")
                .called("Circled", "Kopierer")
                .called("Notes", "Bemerkung"));
    add("scenes written Sc. 12", s -> usual(s).instead("Scene", t -> "Sc. " + t.scene()));
    add(
        "circles as a dash for no",
        s -> usual(s).instead("Circled", t -> t.circled() ? "Print" : "-"));
    add(
        "a byte order mark and quotes",
        p -> p,
        s ->
            ("\uFEFF\"Scene\";\"Take\";\"TC In\";\"Circled\";\"Notes\"\r\n"
                    + usual(s)
                        .takes(s.takes())
                        .text(';')
                        .lines()
                        .skip(1)
                        .map(line -> "\"" + line.replace(";", "\";\"") + "\"")
                        .reduce("", (a, b) -> a + b + "\r\n"))
                .getBytes(UTF_8));
    add(
        "one camera's clips named short",
        p -> p,
        s ->
            usual(s)
                .without("TC In")
                .column("Clip", t -> t.a().name().substring(4))
                .column("Roll", t -> t.a().card())
                .takes(s.takes())
                .csv());
    add(
        "date and time under one header",
        s ->
            usual(s)
                .called("TC In", "Date Time")
                .instead("Date Time", t -> t.day() + " " + s.label(t.pressed())));
    add("cameras as A-Cam", s -> usual(s).column("Camera", t -> "A-Cam"));
    add("cameras as 1", s -> usual(s).column("Camera", t -> "1"));
    add(
        "cameras as AB",
        plan -> plan.cameras("AB"),
        s -> usual(s).column("Cam", t -> "AB").takes(s.takes()).csv());
    add("rate 25 fps in a column", s -> usual(s).column("Frame rate", t -> "25 fps"));
    add(
        "takes as T1 and a tick",
        s ->
            usual(s)
                .without("Circled")
                .instead("Take", t -> "T" + t.number() + (t.circled() ? " ✓" : "")));
    add("scenes as Sc12A", s -> usual(s).instead("Scene", t -> "Sc" + t.scene()));
    add(
        "timecodes with a T",
        s -> usual(s).instead("TC In", t -> t.day() + "T" + s.label(t.pressed())));
    add(
        "ends and durations",
        s ->
            usual(s)
                .column("TC Out", t -> s.label(t.start() + t.a().frames()))
                .column("Dur", t -> "" + t.a().frames() / 25));
    add(
        "the same scene again beside a remark",
        plan -> plan,
        s -> {
          Notes notes = usual(s).instead("Notes", t -> t.row() % 3 == 0 ? "see below" : t.remark());
          for (Take take : s.takes()) {
            notes.take(take);
            if (take.row() % 3 == 0) {
              notes.row(take.scene(), "", "", "", take.remark());
            }
          }
          return notes.csv();
        });
    add(
        "drop-frame half a minute late",
        plan -> plan.drop().takes(60).pause(400),
        s -> usual(s).instead("TC In", t -> s.label(-31.5, t.pressed())).takes(s.takes()).csv());
    add(
        "clips at 50, log at 25",
        plan -> plan.rate(org.oddlot.time.FrameRate.FPS_50),
        s ->
            usual(s)
                .column("FPS", t -> "25")
                .instead(
                    "TC In",
                    t -> {
                      String label = s.label(t.pressed());
                      return label.substring(0, 9)
                          + "%02d".formatted(Integer.parseInt(label.substring(9)) / 2);
                    })
                .takes(s.takes())
                .csv());
  }

  private void orders() {
    add(
        "columns the other way round",
        p -> p,
        s ->
            new Notes()
                .column("Remarks", Take::remark)
                .column("OK", t -> t.circled() ? "x" : "")
                .column("Timecode", t -> s.label(t.pressed()))
                .column("Tk", t -> "" + t.number())
                .column("Sc", Take::scene)
                .takes(s.takes())
                .csv());
    add(
        "sorted by scene",
        p -> p,
        s -> {
          var takes = new ArrayList<>(s.takes());
          takes.sort(
              Comparator.comparing(Take::scene)
                  .thenComparing(Take::number, Comparator.reverseOrder()));
          return usual(s).takes(takes).csv();
        });
    add(
        "last take first",
        p -> p,
        s -> {
          var takes = new ArrayList<>(s.takes());
          Collections.reverse(takes);
          return usual(s).takes(takes).csv();
        });
    add(
        "empty columns between",
        s ->
            new Notes()
                .column("", t -> "")
                .column("Scene", Take::scene)
                .column("", t -> "")
                .column("Take", t -> "" + t.number())
                .column("TC In", t -> s.label(t.pressed()))
                .column("", t -> "")
                .column("Circled", t -> t.circled() ? "*" : "")
                .column("Notes", Take::remark));
    add(
        "remarks in two columns",
        s ->
            usual(s)
                .instead("Notes", t -> "")
                .column("Action", t -> "walks")
                .column("Comment", Take::remark));
    add(
        "pages with footers",
        p -> p,
        s -> {
          Notes notes = usual(s).title("Salt Road").title("Date", "4 March 2026");
          for (Take take : s.takes()) {
            if (take.row() % 12 == 0) {
              notes
                  .row("", "", "", "", "")
                  .row("Page " + take.row() / 12 + " of 3")
                  .row("Scene", "Take", "TC In", "Circled", "Notes");
            }
            notes.take(take);
          }
          return notes.csv();
        });
    add(
        "set-ups described above their takes",
        p -> p,
        s -> {
          Notes notes = usual(s).instead("Scene", t -> "");
          String scene = "";
          for (Take take : s.takes()) {
            if (!take.scene().equals(scene)) {
              scene = take.scene();
              notes.row(scene, "", "", "", "wide, over the rail");
            }
            notes.take(take);
          }
          return notes.csv();
        });
    add(
        "lunch and moves between",
        p -> p,
        s -> {
          Notes notes = usual(s);
          for (Take take : s.takes()) {
            notes.take(take);
            if (take.row() == 15) {
              notes.row("LUNCH 1 h").row("COMPANY MOVE");
            }
          }
          return notes.csv();
        });
    add(
        "long remarks over three rows",
        p -> p,
        s -> {
          Notes notes = usual(s);
          for (Take take : s.takes()) {
            notes.take(take);
            if (take.row() % 4 == 0) {
              notes.row("", "", "", "", "and the flag is up").row("", "", "", "", "and it rains");
            }
          }
          return notes.csv();
        });
    add(
        "days as headings",
        p -> p,
        s -> {
          Notes notes = usual(s).row("Day 12 - Wednesday 4 March 2026");
          return notes.takes(s.takes()).csv();
        });
  }

  private void mistakes() {
    kinds.add(
        new Kind(
            "false starts without a clip",
            seed -> {
              Shoot shoot = new Plan(seed).shoot();
              Notes notes = usual(shoot);
              for (Take take : shoot.takes()) {
                notes.take(take);
                if (take.row() % 9 == 4) {
                  notes.row(take.scene(), "" + take.number(), "", "", "NG, no clip");
                }
              }
              return new Case(shoot).paper("log.csv", notes.csv()).tells(shoot.takes());
            }));
    kinds.add(
        new Kind(
            "some rows minutes off",
            seed -> {
              Shoot shoot = new Plan(seed).shoot();
              var made = new Case(shoot);
              Notes notes =
                  usual(shoot)
                      .instead(
                          "TC In", t -> shoot.label(t.row() % 11 == 5 ? 200.5 : 0, t.pressed()));
              shoot.takes().stream()
                  .filter(t -> t.row() % 11 != 5)
                  .forEach(t -> made.tells(t, t.a()));
              return made.paper("log.csv", notes.takes(shoot.takes()).csv());
            }));
    kinds.add(
        new Kind(
            "two logs of one day",
            seed -> {
              Shoot shoot = new Plan(seed).shoot();
              return new Case(shoot)
                  .paper("script.csv", usual(shoot).takes(shoot.takes()).csv())
                  .paper(
                      "second.csv",
                      new Notes()
                          .column("Slate", Take::scene)
                          .column("Take", t -> "" + t.number())
                          .column("Start", t -> shoot.label(t.pressed() + 4))
                          .column("Remarks", t -> "seen " + t.row())
                          .takes(shoot.takes())
                          .csv())
                  .tells(shoot.takes());
            }));
    kinds.add(
        new Kind(
            "only every third clip is in the bin",
            seed -> {
              Shoot shoot = new Plan(seed).takes(90).pause(100).shoot();
              Shoot some =
                  shoot.with(shoot.takes().stream().filter(t -> t.row() % 3 == 0).toList());
              return new Case(some)
                  .paper("log.csv", usual(shoot).takes(shoot.takes()).csv())
                  .tells(some.takes());
            }));
    kinds.add(
        new Kind(
            "the log has only half of the clips",
            seed -> {
              Shoot shoot = new Plan(seed).takes(80).shoot();
              List<Take> half = shoot.takes().subList(0, 40);
              return new Case(shoot).paper("log.csv", usual(shoot).takes(half).csv()).tells(half);
            }));
    kinds.add(
        new Kind(
            "clips by hand and times that scatter",
            seed -> {
              Shoot shoot = new Plan(seed).scatter(40).shoot();
              return new Case(shoot)
                  .paper("log.csv", usual(shoot).takes(shoot.takes()).csv())
                  .tells(shoot.takes());
            }));
    kinds.add(
        new Kind(
            "another unit's report with a clock that fits by a shift",
            seed -> {
              Shoot shoot = new Plan(seed).takes(60).pause(60).shoot();
              Shoot other = new Plan(seed + 9).takes(14).pause(60).from(9.9).shoot();
              return new Case(shoot).paper("unit 2.csv", usual(other).takes(other.takes()).csv());
            }));
    kinds.add(
        new Kind(
            "slips in names",
            seed -> {
              Shoot shoot = new Plan(seed).shoot();
              var random = new Random(seed);
              var made = new Case(shoot);
              Notes notes =
                  new Notes()
                      .column(
                          "Clip",
                          t -> {
                            String name = t.a().name();
                            return switch (random.nextInt(4)) {
                              case 0 -> name.toLowerCase(Locale.ROOT);
                              case 1 -> name.replace("C0", "_C0");
                              case 2 -> name.replaceFirst("A0", "AO");
                              default -> name + ".mov";
                            };
                          })
                      .column("Scene", Take::scene)
                      .column("Take", t -> "" + t.number())
                      .column("Notes", Take::remark);
              for (Take take : shoot.takes()) {
                Clip clip = take.a();
                made.tells(
                    clip,
                    new Truth(
                        take.scene(),
                        "" + take.number(),
                        take.remark(),
                        Optional.empty(),
                        clip.card()));
              }
              return made.paper("names.csv", notes.takes(shoot.takes()).csv());
            }));
  }
}
