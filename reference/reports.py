#!/usr/bin/env python3
"""Checks reports against others: ranges of every shot by the OpenTimelineIO reference library, what is used, seen and
seen once by counting the demo's cut frame by frame here, the sums of a workbook as LibreOffice reckons them, the words
of printed pages as pdftotext finds them, in twelve scripts too, and a page sorted, filtered and printed by Chromium.
Nests at speeds, backwards and frozen: where they lie says the library, what of them is there is worked out here from it.
The same answer in words, JSON, separated values, workbook, page and print.

    reports.py TOP OUT
"""
import csv
import html
import json
import math
import random
import re
import shutil
import subprocess
import sys
import unicodedata
import zipfile
from fractions import Fraction
from pathlib import Path
from xml.etree import ElementTree

import opentimelineio as otio

from common import Checks

TOP, OUT = Path(sys.argv[1]), Path(sys.argv[2])
check = Checks()


# Columns of lengths of time.
TIMES = ("time", "used", "seen", "once", "allowed", "over", "unit", "to_pay")


def oddlot(*arguments):
    done = subprocess.run([str(TOP / "oddlot"), *[str(a) for a in arguments]], capture_output=True, text=True)
    if done.returncode not in (0, 1):
        print(done.stderr[-2000:])
    return done.stdout


def report(lot, kind, *more):
    return json.loads(oddlot("report", lot, "--kind", kind, "--json", *more))


def is_title(clip):
    return isinstance(clip.media_reference, otio.schema.GeneratorReference)


def shots(lot, timeline):
    """Every shot where the library says that it is."""
    rows = report(lot, "shots")["rows"]
    clips = [
        clip
        for track in timeline.tracks
        if track.kind == otio.schema.TrackKind.Video
        for clip in track.find_clips()
        if not is_title(clip)
    ]
    check("as many shots as the library finds", len(clips), len(rows))
    start = timeline.global_start_time
    for row, clip in zip(rows, clips):
        there = clip.transformed_time_range(clip.trimmed_range(), timeline.tracks)
        begin = otio.opentime.to_timecode(start + there.start_time)
        end = otio.opentime.to_timecode(start + there.end_time_exclusive())
        used = clip.trimmed_range()
        check(
            f"shot {row['number']} {clip.name}",
            (clip.name, begin, end, int(there.duration.value), otio.opentime.to_timecode(used.start_time)),
            (row["name"], row["record_in"], row["record_out"], row["frames"], row["source_in"]),
        )
        check(f"feet of shot {row['number']}", "%d+%02d" % divmod(row["frames"], 16), row["feet"])


def cover(clip):
    """How a clip of the demo covers what is below it."""
    if is_title(clip):
        return "none"
    for effect in clip.effects:
        name = effect.name or effect.effect_name
        if isinstance(effect, otio.schema.TimeEffect):
            continue
        if name == "Frame":
            if effect.metadata.get("strength", 1) == 0:
                return "gone"
            return "unknown" if effect.metadata.get("size", 1) < 1 else "all"
        return "unknown"
    return "all"


def speed(clip):
    for effect in clip.effects:
        if isinstance(effect, otio.schema.LinearTimeWarp):
            return Fraction(effect.time_scalar).limit_denominator(1000)
    return Fraction(1)


def counted(timeline):
    """Used, seen and seen once of each picture source, frame by frame; the tracks of a nested stack lie within theirs."""
    layers = []
    for track in timeline.tracks:
        if track.kind != otio.schema.TrackKind.Video:
            continue
        stacks = [child for child in track if isinstance(child, otio.schema.Stack)]
        depth = max([len(stack) for stack in stacks], default=1)
        for level in range(depth):
            layer = {}
            for child in track:
                inner = (
                    [clip for clip in child[level].find_clips()]
                    if isinstance(child, otio.schema.Stack) and level < len(child)
                    else [child] if isinstance(child, otio.schema.Clip) and level == 0 else []
                )
                for clip in inner:
                    there = clip.transformed_time_range(clip.trimmed_range(), timeline.tracks)
                    first, behind = int(there.start_time.value), int(there.end_time_exclusive().value)
                    before = after = 0
                    if clip.parent() is track:
                        index = track.index(clip)
                        if index > 0 and isinstance(track[index - 1], otio.schema.Transition):
                            before = int(track[index - 1].in_offset.value)
                        if index + 1 < len(track) and isinstance(track[index + 1], otio.schema.Transition):
                            after = int(track[index + 1].out_offset.value)
                    layer[id(clip)] = (clip, first, behind, before, after)
            layers.append(layer)
    counts = {}
    uses = []
    covered, doubtful = {}, {}
    for layer in reversed(layers):
        for clip, first, behind, before, after in layer.values():
            seen = []
            unknown = 0
            how = cover(clip)
            for frame in range(first - before, behind + after):
                if clip.enabled and how != "gone" and not covered.get(frame):
                    if doubtful.get(frame):
                        unknown += 1
                    else:
                        seen.append(frame)
            if not is_title(clip):
                uses.append((first - before, clip, first, behind - first + before + after, seen, unknown))
        for clip, first, behind, before, after in layer.values():
            if clip.enabled and cover(clip) == "all":
                covered.update((frame, True) for frame in range(first, behind))
            elif clip.enabled and cover(clip) == "unknown":
                doubtful.update((frame, True) for frame in range(first - before, behind + after))
    shown = {}
    for _, clip, first, length, seen, unknown in sorted(uses, key=lambda use: use[0]):
        url = clip.media_reference.target_url
        count = counts.setdefault(url, [0, 0, 0, 0])
        count[0] += length
        count[1] += len(seen)
        count[2] += unknown
        start = int(clip.trimmed_range().start_time.value)
        media = [math.floor(start + (frame - first) * speed(clip)) for frame in seen]
        earlier = shown.setdefault(url, set())
        count[3] += sum(1 for frame in media if frame not in earlier)
        earlier.update(media)
    return counts


def sources(lot, timeline):
    counts = counted(timeline)
    rows = {row["source"]: row for row in report(lot, "sources")["rows"] if row["kind"] == "picture"}
    check("the same sources", sorted(counts), sorted(rows))
    for url, count in counts.items():
        row = rows.get(url, {})
        check(
            f"used, seen, unknown and once of {url}",
            count,
            [row.get(key) for key in ("used_frames", "seen_frames", "unknown_frames", "once_frames")],
        )


def cells(path):
    """The values of a workbook, sheet by sheet, row by row, column by column."""
    main = "{http://schemas.openxmlformats.org/spreadsheetml/2006/main}"
    with zipfile.ZipFile(path) as book:
        strings = [
            "".join(text.text or "" for text in item.iter(main + "t"))
            for item in ElementTree.fromstring(book.read("xl/sharedStrings.xml"))
        ]
        names = [sheet.get("name") for sheet in ElementTree.fromstring(book.read("xl/workbook.xml")).iter(main + "sheet")]
        sheets = {}
        for number, name in enumerate(names, 1):
            rows = []
            for row in ElementTree.fromstring(book.read(f"xl/worksheets/sheet{number}.xml")).iter(main + "row"):
                its = {}
                for cell in row:
                    value = cell.find(main + "v")
                    if value is not None:
                        letters = re.match("[A-Z]+", cell.get("r")).group()
                        column = 0
                        for letter in letters:
                            column = column * 26 + ord(letter) - 64
                        its[column - 1] = strings[int(value.text)] if cell.get("t") == "s" else value.text
                if its:
                    rows.append(its)
            sheets[name] = rows
        return sheets


def workbook(lot):
    """All reports in one workbook; its sums as LibreOffice reckons them."""
    book = OUT / "all.xlsx"
    oddlot("report", lot, "--kind", "all", "--out", book)
    subprocess.run(
        [
            "soffice", "--headless", f"-env:UserInstallation=file://{OUT}/office",
            "--convert-to", "xlsx:Calc MS Excel 2007 XML", "--outdir", str(OUT / "reckoned"), str(book),
        ],
        capture_output=True,
        check=True,
    )
    sheets = cells(OUT / "reckoned" / "all.xlsx")
    for kind in ("shots", "sources", "licences", "music", "titles", "markers", "transitions", "effects", "media"):
        its = report(lot, kind)
        rows = sheets[kind.capitalize()]
        check(f"{kind}: as many rows", len(its["rows"]), len(rows) - 1 - (1 if its["totals"] else 0))
        keys = [key for key in its["rows"][0] if key != "timeline"]
        for key, total in its["totals"].items():
            # Times are parts of a day.
            factor = 86400 if key in TIMES else 1
            number = float(rows[-1].get(keys.index(key), "nan")) * factor
            check(f"{kind}: the sum of {key} by LibreOffice", True, abs(number - float(total)) < 1e-6 or (number, total))
            second = sum(float(row[key] or 0) for row in its["rows"])
            check(f"{kind}: the sum of {key} here", True, abs(second - float(total)) < 1e-6 or (second, total))
            for at, row in enumerate(its["rows"][:50], 1):
                there = float(rows[at].get(keys.index(key), 0)) * factor
                check(f"{kind}: {key} in row {at}", True, abs(there - float(row[key] or 0)) < 1e-6 or (there, row[key]))


def printed(lot):
    """The words of printed pages are those of the rows."""
    for kind, keys in (
        ("shots", ("record_in", "record_out", "feet")),
        ("music", ("record_in", "record_out")),
        ("licences", ("currency",)),
        ("titles", ("record_in", "record_out")),
        ("markers", ("record",)),
    ):
        file = OUT / f"{kind}.pdf"
        oddlot("report", lot, "--kind", kind, "--out", file)
        text = subprocess.run(["pdftotext", "-layout", str(file), "-"], capture_output=True, text=True).stdout
        words = text.split()
        rows = report(lot, kind)["rows"]
        for key in keys:
            wanted = [row[key] for row in rows if row[key]]
            for value in set(wanted):
                check(f"{kind}: {value} as often in print", True, words.count(value) >= wanted.count(value))
        fonts = subprocess.run(["pdffonts", str(file)], capture_output=True, text=True).stdout.splitlines()[2:]
        check(f"{kind}: every font is in the file", True, bool(fonts) and all(" yes " in line for line in fonts))


def page(lot):
    """A page is sorted by a click, filtered by what is typed, and printed."""
    plain = OUT / "shots.html"
    oddlot("report", lot, "--kind", "shots", "--out", plain)
    driven = OUT / "driven.html"
    driving = """<script>
      const heads = [...document.querySelectorAll("th [role=button]")];
      const frames = heads.findIndex((head) => head.textContent === "Frames");
      heads[frames].click(); heads[frames].click();
      const first = [...document.querySelectorAll("tbody tr")].slice(0, 3).map((row) => row.cells[frames].textContent);
      const input = document.querySelector("input[type=search]");
      input.value = "newsreel"; input.dispatchEvent(new Event("input"));
      const shown = [...document.querySelectorAll("tbody tr")].filter((row) => !row.hidden);
      document.title = JSON.stringify({first, shown: shown.length,
        sum: document.querySelector("tfoot").rows[0].cells[frames].textContent});
    </script></body>"""
    driven.write_text(plain.read_text(encoding="utf-8").replace("</body>", driving), encoding="utf-8")
    chromium = shutil.which("chromium") or shutil.which("chromium-browser")
    common = [chromium, "--headless", "--no-sandbox", "--disable-gpu", f"--user-data-dir={OUT}/browser"]
    dom = subprocess.run([*common, "--dump-dom", f"file://{driven}"], capture_output=True, text=True).stdout
    said = json.loads(html.unescape(re.search(r"<title>(.*?)</title>", dom, re.S).group(1)))
    rows = report(lot, "shots")["rows"]
    highest = sorted((row["frames"] for row in rows), reverse=True)[:3]
    check("sorted from the highest down", [f"{frames:,}" for frames in highest], said["first"])
    found = [row for row in rows if any("newsreel" in str(value).lower() for value in row.values())]
    check("filtered by what was typed", len(found), said["shown"])
    check("the sum of what is shown", f"{sum(row['frames'] for row in found):,}", said["sum"])
    pdf = OUT / "page.pdf"
    subprocess.run([*common, "--no-pdf-header-footer", f"--print-to-pdf={pdf}", f"file://{plain}"], capture_output=True)
    text = subprocess.run(["pdftotext", "-layout", str(pdf), "-"], capture_output=True, text=True).stdout
    check("all shots are printed", len(rows), sum(1 for row in rows if row["record_in"] in text))
    pages = text.split("\f")[1:-1]
    check("heads on every page", True, len(pages) > 3 and all("Record in" in page for page in pages[:-1]))


SPEEDS = [Fraction(1), Fraction(2), Fraction(1, 2), Fraction(-1), Fraction(0), Fraction(3)]


def span(start, length):
    return otio.opentime.TimeRange(otio.opentime.RationalTime(start, 25), otio.opentime.RationalTime(length, 25))


def picture(name, start, length):
    media = otio.schema.ExternalReference(target_url=f"media/{name}.mxf", available_range=span(0, 10_000))
    return otio.schema.Clip(name=name, media_reference=media, source_range=span(start, length))


def nests():
    """Clips in nests that run at another speed, backwards, or stand still."""
    rng = random.Random(7)
    for number in range(10):
        timeline = otio.schema.Timeline(name="Nests", global_start_time=otio.opentime.RationalTime(90_000, 25))
        lane = otio.schema.Track(name="V1", kind=otio.schema.TrackKind.Video)
        timeline.tracks.append(lane)
        nested = []
        for at in range(8):
            lane.append(picture(f"P{at}", 100, rng.randint(10, 60)))
            inner = otio.schema.Track(name="inner", kind=otio.schema.TrackKind.Video)
            lengths = [12 * rng.randint(1, 6) for _ in range(rng.randint(2, 4))]
            inner.extend(picture(f"N{at}{i}", 500 + 10 * i, length) for i, length in enumerate(lengths))
            speed = rng.choice(SPEEDS)
            # What is there of it is a whole number of its frames, at every speed.
            room = sum(lengths) / max(1, abs(speed))
            length = 12 * rng.randint(1, max(1, int(room // 12)))
            first = rng.choice([0, 6, 12]) if abs(speed) <= 1 and length + 12 <= sum(lengths) else 0
            stack = otio.schema.Stack(name=f"nest {at}", source_range=span(first, length))
            stack.append(inner)
            if speed == 0:
                stack.effects.append(otio.schema.FreezeFrame())
            elif speed != 1:
                stack.effects.append(otio.schema.LinearTimeWarp(time_scalar=float(speed)))
            lane.append(stack)
            nested.append((stack, inner, speed))
        expected = []
        for clip in lane:
            if isinstance(clip, otio.schema.Clip):
                there = clip.transformed_time_range(clip.trimmed_range(), timeline.tracks)
                expected.append((clip.name, int(there.start_time.value), int(there.duration.value), "1.00"))
        for stack, inner, speed in nested:
            there = lane.range_of_child(stack)
            begin, length = int(there.start_time.value), int(there.duration.value)
            first = int(stack.trimmed_range().start_time.value)
            for clip in inner:
                its = inner.range_of_child(clip)
                a, b = int(its.start_time.value), int(its.end_time_exclusive().value)
                if speed == 0:
                    if a <= first < b:
                        expected.append((clip.name, begin, length, "0.00"))
                    continue
                pace = abs(speed)
                low, high = max(a, first), min(b, first + length * pace)
                if low < high:
                    at = (low - first) / pace if speed > 0 else (first + length * pace - high) / pace
                    expected.append((clip.name, begin + at, (high - low) / pace, f"{float(speed):.2f}"))
        file = OUT / f"nests-{number}.otio"
        otio.adapters.write_to_file(timeline, str(file))
        rows = report(file, "shots")["rows"]
        label = lambda frames: otio.opentime.to_timecode(otio.opentime.RationalTime(90_000 + float(frames), 25))
        wanted = sorted((name, label(at), int(frames), speed) for name, at, frames, speed in expected if at == int(at))
        found = sorted(
            (row["name"], row["record_in"], row["frames"], f"{float(row['speed']):.2f}")
            for row in rows
            if row["name"] in {name for name, at, _, _ in expected if at == int(at)}
        )
        check(f"nests {number}", wanted, found)


SCRIPTS = {
    "Latin": "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyzàâçéèêëîïôùûüÿæœñßøåäöąćęłńóśźżčďěňřšťůžőűğışț",
    "Cyrillic": "АБВГДЕЖЗИЙКЛМНОПРСТУФХЦЧШЩЪЫЬЭЮЯабвгдежзийклмнопрстуфхцчшщъыьэюяієїґ",
    "Greek": "ΑΒΓΔΕΖΗΘΙΚΛΜΝΞΟΠΡΣΤΥΦΧΨΩαβγδεζηθικλμνξοπρστυφχψωάέήίόύώς",
    "Hebrew": "אבגדהוזחטיכלמנסעפצקרשתםןץףך",
    "Arabic": "ابتثجحخدذرزسشصضطظعغفقكلمنهوي",
    "Thai": "กขคฆงจฉชซฌญฎฏฐฑฒณดตถทธนบปผฝพฟภมยรลวศษสหฬอฮ",
    "Devanagari": "अआइईउऊएऐओऔकखगघचछजझटठडढणतथदधनपफबभमयरलवशषसह",
    "Han": "渡船夜港口灯塔的一是不了人我在有他这中大来上国个到说们为子和你地出道也时年得就那要下以生会自着去之过家学对可",
    "Kana": "あいうえおかきくけこさしすせそたちつてとなにぬねのはひふへほまみむめもやゆよらりるれろわをんアイウエオカキクケコ",
    "Hangul": "가나다라마바사아자차카타파하고노도로모보소오조초코토포호구누두루무부수우주추쿠투푸후",
    "Armenian": "աբգդեզէըթժիլխծկհձղճմյնշոչպջռսվտրցւփքօֆ",
    "Georgian": "აბგდევზთიკლმნოპჟრსტუფქღყშჩცძწჭხჯჰ",
}


def scripts():
    """Every letter of twelve scripts is found in print, from fonts that come along or are installed."""
    timeline = otio.schema.Timeline(name="Scripts")
    lane = otio.schema.Track(name="V1", kind=otio.schema.TrackKind.Video)
    timeline.tracks.append(lane)
    for letters in SCRIPTS.values():
        for at in range(0, len(letters), 30):
            clip = picture("x", 0, 50)
            clip.name = letters[at : at + 30]
            lane.append(clip)
    file = OUT / "scripts.otio"
    otio.adapters.write_to_file(timeline, str(file))
    said = oddlot("report", file, "--kind", "shots", "--columns", "number,name,frames", "--out", OUT / "scripts.pdf")
    check("no letter is missing", True, "grey block" not in said or said)
    text = subprocess.run(["pdftotext", str(OUT / "scripts.pdf"), "-"], capture_output=True, text=True).stdout
    found = unicodedata.normalize("NFKC", text)
    for script, letters in SCRIPTS.items():
        missing = [letter for letter in letters if unicodedata.normalize("NFKC", letter) not in found]
        check(f"letters of {script} in print", [], missing)
    fonts = subprocess.run(["pdffonts", str(OUT / "scripts.pdf")], capture_output=True, text=True).stdout.splitlines()[2:]
    check("every font of twelve scripts is in the file", True, all(" yes " in line for line in fonts))
    info = subprocess.run(["pdfinfo", str(OUT / "scripts.pdf")], capture_output=True, text=True).stdout
    check("print is tagged", True, re.search(r"Tagged:\s+yes", info) is not None)


def licensed(folder, seed):
    """A cut of stock of several licensors, and their papers; in several currencies."""
    rng = random.Random(seed)
    folder.mkdir(parents=True)
    timeline = otio.schema.Timeline(name="Stock", global_start_time=otio.opentime.RationalTime(90_000, 25))
    lane = otio.schema.Track(name="V1", kind=otio.schema.TrackKind.Video)
    timeline.tracks.append(lane)
    rows = []
    for number in range(12):
        for _ in range(rng.randint(1, 4)):
            lane.append(picture(f"STK{number:02}", rng.randint(0, 500), rng.randint(5, 200)))
        currency = rng.choice(["EUR", "GBP", "USD"])
        price = rng.choice([f"{rng.randint(100, 9000) / 100:.2f} {currency} / s", f"{rng.randint(100, 3000)} {currency} flat",
                            "free", f"{rng.randint(10, 900)}.00 {currency} / min, minimum {rng.randint(20, 90)}.00"])
        rows.append([f"STK{number:02}*", rng.choice(["Skerry", "Harbour Films, Inc.", "Light Bureau"]), f"L-{number}", "world",
                     price])
    otio.adapters.write_to_file(timeline, str(folder / "stock.otio"))
    with open(folder / "paper.csv", "w", newline="", encoding="utf-8") as out:
        csv.writer(out).writerows([["Source", "Licensor", "Licence no", "Territory", "Price"], *rows])
    return [folder / "stock.otio", folder / "paper.csv"]


def forms():
    """What a report says is the same in whatever form it is asked for; amounts as LibreOffice reckons them."""
    for seed in range(3):
        folder = OUT / f"forms-{seed}"
        lot = licensed(folder, seed)
        for kind in ("licences", "sources", "shots"):
            its = json.loads(oddlot("report", *lot, "--kind", kind, "--json"))
            rows = its["rows"]
            keys = list(rows[0])
            summed = [key for key in keys if isinstance(rows[0][key], (int, float)) or key in (*TIMES, "amount")]
            for form in ("csv", "xlsx", "html", "pdf"):
                oddlot("report", *lot, "--kind", kind, "--out", folder / f"{kind}.{form}")
            subprocess.run(
                ["soffice", "--headless", f"-env:UserInstallation=file://{OUT}/office",
                 "--convert-to", "xlsx:Calc MS Excel 2007 XML", "--outdir", str(folder / "reckoned"),
                 str(folder / f"{kind}.xlsx")], capture_output=True, check=True)
            book = cells(folder / "reckoned" / f"{kind}.xlsx")[kind.capitalize()]
            with open(folder / f"{kind}.csv", newline="", encoding="utf-8") as file:
                values = list(csv.reader(file))
            page = (folder / f"{kind}.html").read_text(encoding="utf-8")
            body = re.search(r"<tbody>(.*?)</tbody>", page, re.S).group(1)
            table = [re.findall(r"<td([^>]*)>(.*?)</td>", row, re.S) for row in re.findall(r"<tr[^>]*>(.*?)</tr>", body, re.S)]
            check(f"{kind} {seed}: as many rows in every form", [len(rows)] * 2, [len(values) - 1, len(table)])
            said = oddlot("report", *lot, "--kind", kind)
            print_ = subprocess.run(["pdftotext", "-layout", str(folder / f"{kind}.pdf"), "-"], capture_output=True,
                                    text=True).stdout.split()
            # The workbook leaves out columns in which nothing stands.
            heads = [book[0].get(i, "") for i in range(max(book[0]) + 1)]
            titles = dict(zip(keys, values[0]))
            for key in keys:
                for at, row in enumerate(rows):
                    plain = "" if row[key] is None else row[key]
                    where = f"{kind} {seed}: {key} of row {at + 1}"
                    there = values[at + 1][keys.index(key)]
                    attributes, text = table[at][keys.index(key)] if len(table[at]) == len(keys) else ("", None)
                    data = re.search(r'data-v="([^"]*)"', attributes)
                    if isinstance(plain, (int, float)):
                        check(where + " in values", True, abs(float(there or "nan") - plain) < 1e-6 or there)
                        if text is not None:
                            value = data.group(1) if data else text
                            check(where + " on the page", True, abs(float(value) - plain) < 1e-6 or value)
                        if titles[key] in heads:
                            factor = 86400 if key in TIMES else 1
                            number = float(book[at + 1].get(heads.index(titles[key]), "nan")) * factor
                            check(where + " in the workbook", True, abs(number - plain) < 1e-5 or (number, plain))
                    else:
                        check(where + " in values", str(plain), there.removeprefix("'"))
                        if text is not None:
                            check(where + " on the page", str(plain), html.unescape(text.replace("<br>", "\n")))
                if key == "amount":
                    shown = [f"{row[key]:,.2f}" for row in rows if row[key] is not None]
                    for value in set(shown):
                        check(f"{kind} {seed}: {value} in words", True, said.count(value) >= shown.count(value))
                        check(f"{kind} {seed}: {value} in print", True, print_.count(value) >= shown.count(value))
            if kind == "licences":
                column = heads.index("Amount")
                sums = {}
                for at, row in enumerate(rows):
                    if row["amount"] is not None and row["currency"]:
                        sums[row["currency"]] = sums.get(row["currency"], 0) + float(book[at + 1].get(column, 0))
                total = book[len(rows) + 1].get(column, "")
                for currency, amount in sums.items():
                    one = len(sums) == 1 and abs(float(total or 0) - amount) < 0.005
                    check(f"{seed}: the sum of {currency} by LibreOffice", True,
                          one or f"{currency} {amount:,.2f}" in str(total) or (total, amount))


def main():
    shutil.rmtree(OUT, ignore_errors=True)
    OUT.mkdir(parents=True)
    oddlot("make-demo", OUT / "demo", "--json")
    lot = OUT / "demo" / "delivery" / "Ferry documentary.oddlot"
    root = otio.adapters.read_from_file(str(OUT / "demo" / "delivery" / "ferry-documentary.otio"))
    timeline = next(child for child in root if isinstance(child, otio.schema.Timeline))
    shots(lot, timeline)
    sources(lot, timeline)
    workbook(lot)
    printed(lot)
    page(lot)
    nests()
    scripts()
    forms()
    sys.exit(check.result())


main()
