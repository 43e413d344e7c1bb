package org.oddlot.days;

import static java.nio.charset.StandardCharsets.UTF_8;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Function;
import org.oddlot.days.Case.Truth;
import org.oddlot.days.Shoot.Clip;
import org.oddlot.days.Shoot.Plan;
import org.oddlot.days.Shoot.Take;
import org.oddlot.time.FrameRate;

/** Papers as people write them. Common practice, no source. */
final class PaperKinds {
  private final List<Kind> kinds = new ArrayList<>();

  private PaperKinds() {}

  static List<Kind> all() {
    var all = new PaperKinds();
    all.takesAndScenes();
    all.circles();
    all.tables();
    all.times();
    all.dates();
    all.clocks();
    all.evidence();
    all.foreign();
    return List.copyOf(all.kinds);
  }

  /** A kind whose paper tells all takes of the day. */
  private void add(String name, Function<Plan, Plan> plan, BiFunction<Shoot, Notes, Notes> change) {
    add(
        name,
        "log.csv",
        plan,
        (shoot, notes) -> change.apply(shoot, notes).takes(shoot.takes()).csv());
  }

  private void add(
      String name, String file, Function<Plan, Plan> plan, BiFunction<Shoot, Notes, byte[]> paper) {
    kinds.add(
        new Kind(
            name,
            seed -> {
              Shoot shoot = plan.apply(new Plan(seed)).shoot();
              return new Case(shoot)
                  .paper(file, paper.apply(shoot, Notes.usual(shoot)))
                  .tells(shoot.takes());
            }));
  }

  private void add(String name, BiFunction<Shoot, Notes, Notes> change) {
    add(name, plan -> plan, change);
  }

  private static Function<Take, String> firstOfSetUp(Function<Take, String> value) {
    return take -> take.number() == 1 || take.row() == 1 ? value.apply(take) : "";
  }

  private void takesAndScenes() {
    add("plain log", (s, n) -> n);
    add("plain log, two cameras", p -> p.cameras("AB"), (s, n) -> n);
    add(
        "scene in the first row of a set-up",
        (s, n) -> n.instead("Scene", firstOfSetUp(Take::scene)));
    add(
        "ditto marks",
        (s, n) -> n.instead("Scene", t -> t.number() == 1 || t.row() == 1 ? t.scene() : "\""));
    for (String form : List.of("Tk %d", "#%d", "%d.", "T%d", "Take %d", "0%d", "tk. %d")) {
      add(
          "takes as " + form.formatted(4),
          (s, n) -> n.instead("Take", t -> form.formatted(t.number())));
    }
    add(
        "take 7ser",
        (s, n) -> n.instead("Take", t -> t.number() + (t.row() % 9 == 0 ? "ser" : "")));
    add(
        "take 8 P/U",
        (s, n) -> n.instead("Take", t -> t.number() + (t.row() % 9 == 0 ? " P/U" : "")));
    for (String form :
        List.of("Sc %s Tk %d", "%s/%d", "%s T%d", "Scene %s Take %d", "%s-%d", "%s / %02d")) {
      add(
          "one cell: " + form.formatted("12A", 2),
          (s, n) ->
              n.called("Scene", "Slate")
                  .instead("Slate", t -> form.formatted(t.scene(), t.number()))
                  .without("Take"));
    }
    add("a header nobody knows over the takes", (s, n) -> n.called("Take", "Felvétel"));
    add(
        "headers nobody knows over scenes and takes",
        (s, n) -> n.called("Take", "Felvétel").called("Scene", "Jelenet"));
    kinds.add(
        new Kind(
            "take lists 1,2,(3)*",
            seed ->
                lists(
                    seed,
                    takes -> {
                      var words = new ArrayList<String>();
                      takes.forEach(
                          t -> words.add(t.circled() ? "(" + t.number() + ")*" : "" + t.number()));
                      return String.join(",", words);
                    },
                    true)));
    kinds.add(
        new Kind(
            "take ranges 1-3",
            seed ->
                lists(
                    seed,
                    takes ->
                        takes.size() == 1
                            ? "" + takes.getFirst().number()
                            : takes.getFirst().number() + "-" + takes.getLast().number(),
                    false)));
  }

  /** A row for each set-up, which lists its takes; the remark is that of the first. */
  private static Case lists(long seed, Function<List<Take>, String> words, boolean circles) {
    Shoot shoot = new Plan(seed).shoot();
    var notes =
        new Notes().column("Scene", t -> "").column("Takes", t -> "").column("TC In", t -> "");
    var made = new Case(shoot);
    var setUp = new ArrayList<Take>();
    for (int i = 0; i <= shoot.takes().size(); i++) {
      boolean ends =
          i == shoot.takes().size()
              || (!setUp.isEmpty()
                  && !setUp.getFirst().scene().equals(shoot.takes().get(i).scene()));
      if (ends) {
        Take first = setUp.getFirst();
        notes.row(first.scene(), words.apply(setUp), shoot.label(first.pressed()));
        for (Take take : setUp) {
          made.tells(
              take.a(),
              new Truth(
                  take.scene(),
                  "" + take.number(),
                  "",
                  circles ? Optional.of(take.circled()) : Optional.empty(),
                  take.a().card()));
        }
        setUp.clear();
      }
      if (i < shoot.takes().size()) {
        setUp.add(shoot.takes().get(i));
      }
    }
    return made.paper("setups.csv", notes.csv());
  }

  private void circles() {
    for (String mark : List.of("√", "P", "C", "CT", "OK", "x", "yes", "✓")) {
      add("circles as " + mark, (s, n) -> n.instead("Circled", t -> t.circled() ? mark : ""));
    }
    add("circles as OK and NG", (s, n) -> n.instead("Circled", t -> t.circled() ? "OK" : "NG"));
    for (String form : List.of("(%d)*", "%d (circ)", "(%d)", "%d*")) {
      add(
          "circles as " + form.formatted(3),
          (s, n) ->
              n.instead("Take", t -> t.circled() ? form.formatted(t.number()) : "" + t.number())
                  .without("Circled"));
    }
    for (Notes.Mark mark : List.of(Notes.Mark.BOLD, Notes.Mark.COLOUR)) {
      add(
          "circles in " + mark.name().toLowerCase(java.util.Locale.ROOT),
          "log.xlsx",
          p -> p,
          (s, n) -> n.without("Circled").marking("Take").takes(s.takes()).sheet(mark));
    }
  }

  private void tables() {
    add("tabs", "log.tsv", p -> p, (s, n) -> n.takes(s.takes()).csv('\t', "UTF-8"));
    add("bars, UTF-16", "log.txt", p -> p, (s, n) -> n.takes(s.takes()).csv('|', "UTF-16"));
    add(
        "MacRoman headers",
        "log.csv",
        p -> p,
        (s, n) ->
            n.called("Scene", "Séquence")
                .called("Take", "Prise")
                .called("TC In", "Début")
                .called("Circled", "Cerclé")
                .called("Notes", "Observations")
                .instead("Observations", t -> "début: " + t.remark())
                .takes(s.takes())
                .csv(';', "x-MacRoman"));
    add(
        "windows-1252 headers",
        "log.csv",
        p -> p,
        (s, n) ->
            n.called("Scene", "Séquence")
                .called("Take", "Prise")
                .called("TC In", "Début")
                .called("Notes", "Remarque")
                .instead("Remarque", t -> "déjà: " + t.remark())
                .takes(s.takes())
                .csv(';', "windows-1252"));
    rows(
        "continuation rows",
        shoot -> {
          Notes notes =
              Notes.usual(shoot).instead("Notes", t -> t.row() % 3 == 0 ? "see below" : t.remark());
          for (Take take : shoot.takes()) {
            notes.take(take);
            if (take.row() % 3 == 0) {
              notes.row("", "", "", "", take.remark());
            }
          }
          return notes.csv();
        });
    rows(
        "scenes as headings",
        shoot -> {
          Notes notes = Notes.usual(shoot).instead("Scene", t -> "");
          String scene = "";
          for (Take take : shoot.takes()) {
            if (!take.scene().equals(scene)) {
              scene = take.scene();
              notes.row("Scene " + scene);
            }
            notes.take(take);
          }
          return notes.csv();
        });
    rows(
        "totals and repeated headers",
        shoot -> {
          Notes notes = Notes.usual(shoot).title("Salt Road", "Sheet 4");
          for (Take take : shoot.takes()) {
            if (take.row() % 10 == 0) {
              notes.row("Total takes", "10", "", "", "");
              notes.row("Scene", "Take", "TC In", "Circled", "Notes");
            }
            notes.take(take);
          }
          return notes.row("Total", "36").csv();
        });
    add(
        "columns that nobody needs",
        (s, n) ->
            n.column("Lens", t -> 18 + t.row() % 4 * 16 + "mm")
                .column("Stop", t -> "T" + t.row() % 5)
                .column("Wx", t -> "clear"));
    rows(
        "headers in two rows",
        shoot -> {
          String text = Notes.usual(shoot).takes(shoot.takes()).text(',');
          return text.replace(
                  "Scene,Take,TC In,Circled,Notes\n",
                  "Slate,,Timecode,Good,Remarks\nScene,Take,In,,\n")
              .getBytes(UTF_8);
        });
    add(
        "a title above the headers",
        (s, n) -> n.title("Salt Road", "", "", "", "").title("Unit A"));
    add("TC In (25)", (s, n) -> n.called("TC In", "TC In (25)"));
    add("Timecode 25fps", (s, n) -> n.called("TC In", "Timecode 25fps"));
    add("Start TC [hh:mm:ss:ff]", (s, n) -> n.called("TC In", "Start TC [hh:mm:ss:ff]"));
    kinds.add(
        new Kind(
            "a tab for each day",
            seed -> {
              Shoot one = new Plan(seed).takes(14).shoot();
              Shoot two =
                  new Plan(seed + 1)
                      .takes(14)
                      .day(LocalDate.of(2026, 3, 5))
                      .firstCard(5)
                      .from(10)
                      .shoot();
              return new Case(one.and(two))
                  .paper(
                      "days.xlsx",
                      Notes.workbook(
                          List.of("4 March 2026", "5 March 2026"),
                          List.of(
                              Notes.usual(one).takes(one.takes()),
                              Notes.usual(two).takes(two.takes())),
                          Notes.Mark.NONE))
                  .tells(one.takes())
                  .tells(two.takes());
            }));
    add(
        "rows of JSON",
        "log.json",
        p -> p,
        (shoot, n) -> {
          var rows = new ArrayList<String>();
          for (Take take : shoot.takes()) {
            rows.add(
                "{\"scene\":\"%s\",\"take\":%d,\"tc in\":\"%s\",\"circled\":%s,\"notes\":\"%s\"}"
                    .formatted(
                        take.scene(),
                        take.number(),
                        shoot.label(take.pressed()),
                        take.circled(),
                        take.remark()));
          }
          return ("[" + String.join(",\n", rows) + "]").getBytes(UTF_8);
        });
  }

  /** A kind whose paper is made row by row. */
  private void rows(String name, Function<Shoot, byte[]> paper) {
    add(name, "log.csv", p -> p, (shoot, _) -> paper.apply(shoot));
  }

  private void times() {
    add("drop-frame with colons", p -> p.drop().takes(60).pause(500), (s, n) -> n);
    add(
        "drop-frame, said in a column",
        p -> p.drop().takes(40),
        (s, n) -> n.column("FPS", t -> "29.97 DF"));
    add(
        "23.98 NDF",
        p -> p.rate(FrameRate.FPS_23_976),
        (s, n) -> n.column("FPS", t -> "23.98 NDF"));
    add(
        "59.94 counted at half the rate",
        p -> p.rate(FrameRate.FPS_59_94).scatter(2),
        (s, n) -> n.instead("TC In", t -> half(s.label(t.pressed()))));
    add(
        "thousandths",
        (s, n) ->
            n.instead(
                "TC In",
                t -> {
                  String label = s.label(t.pressed());
                  return label.substring(0, 8)
                      + ".%03d".formatted(Integer.parseInt(label.substring(9)) * 40);
                }));
    add("to the second", (s, n) -> n.instead("TC In", t -> s.label(t.pressed()).substring(0, 8)));
    add(
        "AM and PM",
        p -> p.from(11.3),
        (s, n) -> n.instead("TC In", t -> twelve(s.label(t.pressed()), true)));
    add(
        "zeros lost",
        p -> p.from(8.1),
        (s, n) ->
            n.instead("TC In", t -> s.label(t.pressed()).replace(":", "").replaceFirst("^0+", "")));
    add("eight digits", (s, n) -> n.instead("TC In", t -> s.label(t.pressed()).replace(":", "")));
    add(
        "10h14m07s12",
        (s, n) ->
            n.instead(
                "TC In",
                t ->
                    s.label(t.pressed())
                        .replaceFirst(":", "h")
                        .replaceFirst(":", "m")
                        .replaceFirst(":", "s")));
    add(
        "hours past 24",
        p -> p.from(22.4).takes(40),
        (s, n) ->
            n.instead(
                    "TC In",
                    t -> {
                      String label = s.label(t.pressed());
                      int hour = Integer.parseInt(label.substring(0, 2));
                      return hour < 12 ? hour + 24 + label.substring(2) : label;
                    })
                .column("Date", t -> "2026-03-04"));
  }

  private static String half(String label) {
    return label.substring(0, 9) + "%02d".formatted(Integer.parseInt(label.substring(9)) / 2);
  }

  private static String twelve(String label, boolean said) {
    int hour = Integer.parseInt(label.substring(0, 2));
    String clock = "%02d%s".formatted(hour % 12 == 0 ? 12 : hour % 12, label.substring(2, 8));
    return said ? clock + (hour < 12 ? " AM" : " PM") : clock + label.substring(8);
  }

  private void dates() {
    add(
        "date and time in one cell",
        (s, n) -> n.instead("TC In", t -> t.day() + " " + s.label(t.pressed())));
    add("dates month first", (s, n) -> n.column("Date", t -> "03/04/2026"));
    add("dates day first", (s, n) -> n.column("Date", t -> "04/03/2026"));
    add("dates in words", (s, n) -> n.column("Date", t -> "Wed 4 March 2026"));
    add(
        "day numbers, the date above",
        (s, n) -> n.title("Day 12", "4 March 2026").column("Day", t -> "12"));
    add(
        "days as D12, the date above",
        (s, n) -> n.title("D12 - 2026-03-04").column("Day", t -> "D12"));
    add("the date once", (s, n) -> n.column("Date", t -> t.row() == 1 ? "4.3.2026" : ""));
    add("dated a day late", (s, n) -> n.column("Date", t -> "2026-03-05"));
    add(
        "past midnight",
        p -> p.from(22.6).takes(30),
        (s, n) -> n.column("Date", t -> "2026-03-04"));
  }

  private void clocks() {
    add("clock seven seconds late", (s, n) -> n.instead("TC In", t -> s.label(-7.4, t.pressed())));
    add(
        "clock minutes late",
        p -> p.takes(100).pause(120),
        (s, n) -> n.instead("TC In", t -> s.label(-133, t.pressed())));
    add(
        "an hour changed in between",
        p -> p.takes(40),
        (s, n) -> n.instead("TC In", t -> s.label(t.row() > 22 ? 3600 : 0, t.pressed())));
    add(
        "reset at noon",
        p -> p.takes(40),
        (s, n) -> n.instead("TC In", t -> s.label(t.row() > 18 ? 412.5 : 0, t.pressed())));
    add(
        "twelve hours, unsaid",
        p -> p.takes(48).from(9.5),
        (s, n) -> n.instead("TC In", t -> twelve(s.label(t.pressed()), false)));
    add(
        "rate 24 said, 25 meant",
        (s, n) ->
            n.column("FPS", t -> "24")
                .instead(
                    "TC In",
                    t -> {
                      String label = s.label(t.pressed());
                      return label.substring(0, 9)
                          + "%02d".formatted(Integer.parseInt(label.substring(9)) * 24 / 25);
                    }));
  }

  private void evidence() {
    add("camera A+B", p -> p.cameras("AB"), (s, n) -> n.column("Camera", t -> "A+B"));
    kinds.add(
        new Kind(
            "report of camera A, named in its file",
            seed -> report(seed, "camera A report.csv", n -> n, "A")));
    kinds.add(
        new Kind(
            "report of camera B, named in its title",
            seed -> report(seed, "report.csv", n -> n.title("Camera report", "Camera: B"), "B")));
    kinds.add(
        new Kind(
            "reports of both cameras",
            seed -> {
              Shoot shoot = new Plan(seed).cameras("AB").shoot();
              var made = new Case(shoot);
              for (int c = 0; c < 2; c++) {
                int camera = c;
                String letter = c == 0 ? "A" : "B";
                made.paper(
                    "cam " + letter + ".csv",
                    new Notes()
                        .column("Roll", t -> t.clips().get(camera).card())
                        .column("Scene", Take::scene)
                        .column("Take", t -> "" + t.number())
                        .column("TC", t -> shoot.label(t.clips().get(camera).start()))
                        .column("Remarks", t -> t.remark() + letter)
                        .takes(shoot.takes())
                        .csv());
                for (Take take : shoot.takes()) {
                  Clip clip = take.clips().get(c);
                  made.tells(
                      clip,
                      new Truth(
                          take.scene(),
                          "" + take.number(),
                          take.remark() + letter,
                          Optional.empty(),
                          clip.card()));
                }
              }
              return made;
            }));
    add(
        "card and clip, record run",
        "report.csv",
        p -> p.plainNames().takes(30),
        (s, n) ->
            n.without("TC In")
                .column("Card", t -> t.a().card())
                .column("File", t -> t.a().name())
                .takes(s.takes())
                .csv());
    add(
        "clip names with endings",
        (s, n) ->
            n.without("TC In")
                .column("Filename", t -> t.a().name().toLowerCase(java.util.Locale.ROOT) + ".mov"));
    add(
        "another clip named than starts then",
        p -> p,
        (s, n) -> n.column("Clip", t -> t.a().name()));
  }

  private static Case report(long seed, String file, Function<Notes, Notes> title, String camera) {
    Shoot shoot = new Plan(seed).cameras("AB").shoot();
    int at = camera.equals("A") ? 0 : 1;
    Notes notes =
        title.apply(
            new Notes()
                .column("Scene", Take::scene)
                .column("Take", t -> "" + t.number())
                .column("TC In", t -> shoot.label(t.clips().get(at).start()))
                .column("Notes", Take::remark));
    var made = new Case(shoot).paper(file, notes.takes(shoot.takes()).csv());
    for (Take take : shoot.takes()) {
      Clip clip = take.clips().get(at);
      made.tells(
          clip,
          new Truth(
              take.scene(), "" + take.number(), take.remark(), Optional.empty(), clip.card()));
    }
    return made;
  }

  /** Papers that tell of something else: nothing of them belongs to any clip. */
  private void foreign() {
    kinds.add(
        foreign("a paper of another day", other -> other.day(LocalDate.of(2026, 3, 9)), n -> n));
    kinds.add(
        foreign(
            "a paper of another unit",
            other -> other.firstCard(51),
            n -> n.column("Roll", t -> t.a().card())));
    kinds.add(foreign("a paper of another unit, unnamed", other -> other.takes(100), n -> n));
    kinds.add(
        foreign(
            "a paper of another dated day",
            other -> other.day(LocalDate.of(2026, 3, 9)),
            n -> n.column("Date", t -> t.day().toString())));
    kinds.add(
        new Kind(
            "a wrong roll at the right time",
            seed -> {
              Shoot shoot = new Plan(seed).firstCard(51).shoot();
              return new Case(shoot)
                  .paper(
                      "log.csv",
                      Notes.usual(shoot)
                          .column("Roll", t -> t.a().card().replace("A05", "A00"))
                          .takes(shoot.takes())
                          .csv());
            }));
    kinds.add(
        new Kind(
            "rows of another unit among the right ones",
            seed -> {
              Shoot shoot = new Plan(seed).shoot();
              Shoot other = new Plan(seed + 77).firstCard(61).from(9.3).shoot();
              Notes notes = Notes.usual(shoot).column("Card", t -> t.a().card());
              var takes = new ArrayList<>(shoot.takes());
              takes.addAll(other.takes());
              takes.sort(java.util.Comparator.comparingLong(Take::pressed));
              return new Case(shoot)
                  .paper("log.csv", notes.takes(takes).csv())
                  .tells(shoot.takes());
            }));
    kinds.add(
        new Kind(
            "the right paper beside that of another unit",
            seed -> {
              Shoot shoot = new Plan(seed).takes(90).pause(100).shoot();
              Shoot other = new Plan(seed + 31).takes(90).pause(110).firstCard(61).shoot();
              return new Case(shoot)
                  .paper("unit 1.csv", Notes.usual(shoot).takes(shoot.takes()).csv())
                  .paper("unit 2.csv", Notes.usual(other).takes(other.takes()).csv())
                  .tells(shoot.takes());
            }));
  }

  private static Kind foreign(
      String name, Function<Plan, Plan> plan, Function<Notes, Notes> change) {
    return new Kind(
        name,
        seed -> {
          Shoot shoot = new Plan(seed).takes(100).pause(90).shoot();
          Shoot other = plan.apply(new Plan(seed + 13).takes(100).pause(95)).shoot();
          return new Case(shoot)
              .paper("other.csv", change.apply(Notes.usual(other)).takes(other.takes()).csv());
        });
  }
}
