"""Makes hostile and damaged files of every kind that Odd Lot reads, from seeds that it makes itself."""
import io
import json
import os
import random
import socket
import struct
import zipfile
import zlib
from pathlib import Path

CLIPS = 12


def timeline(clips=CLIPS, **changes):
    """A plain timeline document; `changes` go into its first clip."""
    time = lambda value, rate=25: {"OTIO_SCHEMA": "RationalTime.1", "rate": rate, "value": value}
    span = lambda start, length: {
        "OTIO_SCHEMA": "TimeRange.1", "start_time": time(start), "duration": time(length)}
    children = []
    for i in range(clips):
        clip = {
            "OTIO_SCHEMA": "Clip.2", "name": f"A001C{i + 1:03}", "metadata": {"note": "Ferry"},
            "source_range": span(90000 + 100 * i, 50), "effects": [], "enabled": True,
            "markers": [{"OTIO_SCHEMA": "Marker.2", "name": "rope", "color": "RED", "metadata": {},
                         "marked_range": span(90010 + 100 * i, 1)}],
            "media_references": {"DEFAULT_MEDIA": {
                "OTIO_SCHEMA": "ExternalReference.1", "metadata": {}, "name": f"A001C{i + 1:03}.mov",
                "available_range": span(90000 + 100 * i, 90), "target_url": f"media/A001C{i + 1:03}.mov"}},
            "active_media_reference_key": "DEFAULT_MEDIA"}
        if i == 0:
            clip.update(changes)
        children.append(clip)
    return {"OTIO_SCHEMA": "Timeline.1", "name": "Ferry", "metadata": {}, "global_start_time": time(90000),
            "tracks": {"OTIO_SCHEMA": "Stack.1", "name": "", "metadata": {}, "source_range": None, "effects": [],
                       "markers": [], "enabled": True, "children": [
                           {"OTIO_SCHEMA": "Track.1", "name": "V1", "kind": "Video", "metadata": {},
                            "source_range": None, "effects": [], "markers": [], "enabled": True,
                            "children": children}]}}


def dump(value):
    return json.dumps(value).encode()


def otioz(content, extra=(), method=zipfile.ZIP_STORED):
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", method) as bundle:
        bundle.writestr("content.otio", content)
        bundle.writestr("version.txt", "1.0.0")
        for name, data in extra:
            bundle.writestr(name, data)
    return out.getvalue()


def blanks(name, megabytes=1500):
    """A small archive whose one entry unpacks to more than any memory here."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        with archive.open(name, "w", force_zip64=True) as entry:
            for _ in range(megabytes):
                entry.write(b" " * (1 << 20))
    return out.getvalue()


def log_rows(rows=20):
    return [["Scene", "Slate", "Take", "Camera", "Timecode in", "Timecode out", "Notes"]] + [
        ["12", f"12{chr(65 + i % 5)}", str(i % 4 + 1), "A", f"01:00:{i % 60:02}:00", f"01:00:{i % 60:02}:20",
         "The rope, “dropped”"] for i in range(rows)]


def csv(rows, separator=","):
    quote = lambda cell: '"' + cell.replace('"', '""') + '"' if any(c in cell for c in ',"\n') else cell
    return ("\r\n".join(separator.join(map(quote, row)) for row in rows) + "\r\n").encode()


CONTENT_TYPES = (
    '<?xml version="1.0" encoding="UTF-8"?><Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types">'
    '<Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/>'
    '<Default Extension="xml" ContentType="application/xml"/>'
    '<Override PartName="/xl/workbook.xml" '
    'ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/>'
    '<Override PartName="/xl/worksheets/sheet1.xml" '
    'ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.worksheet+xml"/>'
    '<Override PartName="/xl/sharedStrings.xml" '
    'ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sharedStrings+xml"/></Types>')
RELATIONS = "http://schemas.openxmlformats.org/officeDocument/2006/relationships"
PACKAGE = "http://schemas.openxmlformats.org/package/2006/relationships"
SHEET = "http://schemas.openxmlformats.org/spreadsheetml/2006/main"


def workbook(cells, shared="", method=zipfile.ZIP_DEFLATED, extra=()):
    """A workbook of one sheet whose rows are given as XML."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", method) as book:
        book.writestr("[Content_Types].xml", CONTENT_TYPES)
        book.writestr("_rels/.rels", f'<Relationships xmlns="{PACKAGE}"><Relationship Id="rId1" '
                      f'Type="{RELATIONS}/officeDocument" Target="xl/workbook.xml"/></Relationships>')
        book.writestr("xl/workbook.xml", f'<workbook xmlns="{SHEET}" xmlns:r="{RELATIONS}"><sheets>'
                      '<sheet name="Log" sheetId="1" r:id="rId1"/></sheets></workbook>')
        book.writestr("xl/_rels/workbook.xml.rels", f'<Relationships xmlns="{PACKAGE}"><Relationship Id="rId1" '
                      f'Type="{RELATIONS}/worksheet" Target="worksheets/sheet1.xml"/><Relationship Id="rId2" '
                      f'Type="{RELATIONS}/sharedStrings" Target="sharedStrings.xml"/></Relationships>')
        book.writestr("xl/sharedStrings.xml", shared or f'<sst xmlns="{SHEET}"><si><t>x</t></si></sst>')
        book.writestr("xl/worksheets/sheet1.xml",
                      f'<worksheet xmlns="{SHEET}"><sheetData>{cells}</sheetData></worksheet>')
        for name, data in extra:
            book.writestr(name, data)
    return out.getvalue()


def cell(place, text):
    return f'<c r="{place}" t="inlineStr"><is><t>{text}</t></is></c>'


def log_workbook():
    rows = []
    for i, row in enumerate(log_rows(), 1):
        cells = "".join(cell(f"{chr(65 + j)}{i}", text) for j, text in enumerate(row))
        rows.append(f'<row r="{i}">{cells}</row>')
    return workbook("".join(rows))


def wave(frames=4800, extra=b"", size=None):
    data = b"".join(struct.pack("<h", (i * 37) % 2000 - 1000) for i in range(frames))
    chunks = b"fmt " + struct.pack("<IHHIIHH", 16, 1, 1, 48000, 96000, 2, 16) + extra
    chunks += b"data" + struct.pack("<I", len(data) if size is None else size) + data
    return b"RIFF" + struct.pack("<I", 4 + len(chunks)) + b"WAVE" + chunks


def bext(reference=48000 * 3600, ending=b""):
    body = b"Ferry".ljust(256, b"\0") + b"Slate".ljust(32, b"\0") + b"\0" * 32 + b"2026-05-0310:00:00"
    body += struct.pack("<Q", reference) + struct.pack("<H", 1) + b"\0" * 254 + ending
    return b"bext" + struct.pack("<I", len(body)) + body


def stl():
    gsi = bytearray(b"437STL25.0100" + b" " * 1011)
    gsi[11:14] = b"100"
    gsi[12:14] = b"00"
    gsi[14:16] = b"09"
    gsi[238:243], gsi[243:248] = b"00002", b"00002"
    gsi[253:255], gsi[251:253] = b"23", b"40"
    gsi[255:264] = b"100000000"
    blocks = b""
    for i in range(2):
        text = f"The rope {i}".encode().ljust(112, b"\x8f")
        blocks += struct.pack("<BHBB", 0, i, 0xFF, 0) + bytes([10, 0, i, 0, 10, 0, i, 20, 20, 2, 0]) + text
    return bytes(gsi) + blocks


def edl(events):
    label = lambda frames: f"{frames // 90000:02}:{frames // 1500 % 60:02}:{frames // 25 % 60:02}:{frames % 25:02}"
    return "TITLE: ORRIN\nFCM: NON-DROP FRAME\n\n" + "".join(
        f"{i + 1:03}  A{i:03}R1   V     C        {label(1890000 + i * 50)} {label(1890050 + i * 50)} {label(90000 + i * 50)} {label(90050 + i * 50)}\n"
        f"* FROM CLIP NAME: ROPE {i}\n" for i in range(events))


def seeds():
    """One sound file of each kind, by its ending."""
    captions = "".join(f"{i + 1}\n00:00:{i:02},000 --> 00:00:{i:02},900\nThe rope {i}\n\n" for i in range(20))
    cues = "WEBVTT\n\n" + "".join(
        f"00:{i:02}.000 --> 00:{i:02}.900\nThe rope {i}\n\n" for i in range(20))
    paragraphs = "".join(f'<p begin="{i}s" end="{i}.9s">The rope {i}</p>' for i in range(20))
    words = [{"word": f"rope{i}", "start": i / 2, "end": i / 2 + 0.4, "speaker": "Inge"} for i in range(40)]
    return {
        "otio": dump(timeline()),
        "otioz": otioz(dump(timeline())),
        "csv": csv(log_rows()),
        "tsv": csv(log_rows(), "\t"),
        "xlsx": log_workbook(),
        "json": dump([dict(zip(log_rows()[0], row)) for row in log_rows()[1:]]),
        "wav": wave(extra=bext()),
        "edl": edl(20).encode(),
        "srt": captions.encode(),
        "vtt": cues.encode(),
        "ttml": ('<?xml version="1.0"?><tt xmlns="http://www.w3.org/ns/ttml" xml:lang="en"><body><div>'
                 + paragraphs + "</div></body></tt>").encode(),
        "stl": stl(),
        "scc": b"Scenarist_SCC V1.0\n\n00:00:01:00\t9420 9420 9470 9470 54e8 e520 f2ef 70e5 942f 942f\n\n"
               b"00:00:03:00\t942c 942c\n",
        "ctm": "".join(f"talk 1 {i / 2:.2f} 0.40 rope{i}\n" for i in range(40)).encode(),
        "rttm": "".join(f"SPEAKER talk 1 {i}.00 0.90 <NA> <NA> Inge <NA> <NA>\n" for i in range(20)).encode(),
        "words.json": dump({"words": words}),
        "txt": b"INGE: The rope was dropped.\n\nTOM: It was not.\n\nINGE: It was, and at night.\n",
        "style.yaml": b"style: ferry\ntitle: Ferry\nlines:\n  - {size: 48}\nspacing: 1.2\nplace: {y: 0.9, hold: bottom}\n",
        "guideline.yaml": b"guideline: ferry\ntitle: Ferry\nletters: 37\nlines: 2\nspeed: 17\nshortest: 1\nlongest: 7\n",
        "profile.yaml": b"profile: ferry\ntitle: Ferry\nrecognise: /ferry\nsource:\n  camera: /ferry/camera\n",
    }


class Maker:
    """Writes files into a folder and remembers what each is."""

    def __init__(self, folder, seed):
        self.folder, self.random, self.made = Path(folder), random.Random(seed), []
        self.folder.mkdir(parents=True, exist_ok=True)

    def put(self, name, data, harmless=False):
        path = self.folder / name
        path.write_bytes(data)
        self.remember(path, harmless)

    def remember(self, path, harmless=False):
        self.made.append((path, harmless))

    # Damage that knows nothing of the format.

    def damage(self):
        for ending, data in seeds().items():
            rest = len(data)
            self.put(f"empty.{ending}", b"")
            self.put(f"one-byte.{ending}", data[:1])
            self.put(f"one-zero.{ending}", b"\0")
            for part in (5, 50, 95):
                self.put(f"cut-{part}.{ending}", data[:max(2, rest * part // 100)], harmless=True)
            self.put(f"noise.{ending}", self.random.randbytes(3000))
            self.put(f"zeros.{ending}", b"\0" * 5000)
            for i in range(3):
                bytes_ = bytearray(data)
                for _ in range(1 + rest // 200):
                    bytes_[self.random.randrange(rest)] = self.random.randrange(256)
                self.put(f"bytes-{i}.{ending}", bytes(bytes_), harmless=True)
            middle = rest // 2
            self.put(f"hole.{ending}", data[:middle] + b"\0" * 64 + data[middle + 64:], harmless=True)
            self.put(f"twice.{ending}", data + data, harmless=True)
            if not zipfile.is_zipfile(io.BytesIO(data)) and ending not in ("wav", "stl"):
                self.put(f"utf16.{ending}", data.decode().encode("utf-16"), harmless=True)
                self.put(f"utf32.{ending}", data.decode().encode("utf-32"), harmless=True)
                self.put(f"latin.{ending}", data.replace(b"r", b"\xf8"), harmless=True)
                self.put(f"old-mac.{ending}", data.replace(b"\r\n", b"\n").replace(b"\n", b"\r"), harmless=True)
        kinds = seeds()
        for ending, other in (("xlsx", "otioz"), ("otioz", "xlsx"), ("otio", "wav"), ("wav", "otio"), ("srt", "xlsx"),
                              ("csv", "xlsx"), ("stl", "srt"), ("ttml", "otio"), ("scc", "wav"), ("json", "ttml")):
            self.put(f"is-{other.replace('.', '-')}.{ending}", kinds[other], harmless=True)
        for ending in ("ttf", "otf", "mp3", "mov", "flac", "m4a"):
            self.put(f"empty.{ending}", b"")
            self.put(f"noise.{ending}", self.random.randbytes(5000))

    # Timelines.

    def timelines(self):
        deep = lambda depth: b'{"OTIO_SCHEMA":"Stack.1","children":[' * depth + b"]}" * depth
        self.put("deep.otio", b'{"OTIO_SCHEMA":"Timeline.1","tracks":' + deep(200_000) + b"}", harmless=True)
        self.put("deep-arrays.otio", b"[" * 3_000_000)
        self.put("deep-metadata.otio", dump(timeline()).replace(
            b'"Ferry"', b"[" * 100_000 + b"]" * 100_000, 1), harmless=True)
        self.put("long-string.otio", dump(timeline(name="x" * 30_000_000)), harmless=True)
        self.put("keys.otio", dump(timeline(metadata={f"k{i}": i for i in range(200_000)})), harmless=True)
        number = lambda text: dump(timeline(name="@@")).replace(b'"value": 90000', b'"value": ' + text, 1)
        for name, text in (("huge", b"1e400"), ("long", b"9" * 100_000), ("exponent", b"1e999999999"),
                           ("negative", b"-1e18"), ("nan", b"NaN"), ("infinity", b"Infinity"), ("text", b'"12"'),
                           ("fraction", b"0." + b"3" * 50_000), ("small", b"1e-999999999")):
            self.put(f"value-{name}.otio", number(text), harmless=True)
        for name, text in (("zero", b"0"), ("negative", b"-25"), ("huge", b"1e308"), ("nan", b"NaN"), ("null", b"null"),
                           ("tiny", b"1e-300"), ("long", b"24." + b"9" * 30_000)):
            self.put(f"rate-{name}.otio", dump(timeline()).replace(b'"rate": 25', b'"rate": ' + text), harmless=True)
        marker = timeline()
        marker["tracks"]["children"][0]["children"][0]["markers"][0]["marked_range"]["duration"]["value"] = -5
        self.put("marker-negative.otio", dump(marker))
        for name, change in (
                ("no-schema", {"OTIO_SCHEMA": None}), ("wrong-schema", {"OTIO_SCHEMA": "Klip.9"}),
                ("number-schema", {"OTIO_SCHEMA": 7}), ("markers-text", {"markers": "none"}),
                ("range-list", {"source_range": [1, 2]}), ("name-number", {"name": 12}),
                ("media-list", {"media_references": []}), ("key-missing", {"active_media_reference_key": "other"}),
                ("effects-null", {"effects": None}), ("enabled-text", {"enabled": "yes"})):
            self.put(f"{name}.otio", dump(timeline(**change)), harmless=True)
        self.put("unpaired.otio", dump(timeline()).replace(b"Ferry", b"\\ud800"), harmless=True)
        self.put("same-keys.otio", b'{"OTIO_SCHEMA":"Timeline.1","name":"a","name":"b","tracks":null}', harmless=True)
        self.put("list.otio", dump([timeline(), timeline()]), harmless=True)
        self.put("nothing.otio", b"null")
        self.put("comment.otio", b"// a timeline\n" + dump(timeline()), harmless=True)
        self.put("tail.otio", dump(timeline()) + b" tail", harmless=True)
        self.put("mark.otio", b"\xef\xbb\xbf" + dump(timeline()), harmless=True)
        many = timeline(1)
        track = many["tracks"]["children"][0]
        many["tracks"]["children"] = [track] * 5000
        self.put("tracks.otio", dump(many), harmless=True)

    def bundles(self):
        whole = bytearray(otioz(dump(timeline())))
        at = whole.find(b"90000")
        whole[at:at + 5] = b"91000"
        self.put("checksum.otioz", bytes(whole))
        out = io.BytesIO()
        with zipfile.ZipFile(out, "w") as bundle:
            bundle.writestr("content.otio", dump(timeline()))
            import warnings
            with warnings.catch_warnings():
                warnings.simplefilter("ignore")
                bundle.writestr("content.otio", dump(timeline(3)))
        self.put("two-contents.otioz", out.getvalue())
        deflated = otioz(dump(timeline()), method=zipfile.ZIP_DEFLATED)
        self.put("deflated.otioz", deflated, harmless=True)
        size = struct.pack("<I", len(dump(timeline())))
        self.put("size-less.otioz", deflated.replace(size, struct.pack("<I", 100)))
        self.put("size-more.otioz", deflated.replace(size, struct.pack("<I", 1 << 30)))
        self.put("no-content.otioz", otioz(dump(timeline())).replace(b"content.otio", b"kontent.otio"))
        self.put("climbs.otioz", otioz(dump(timeline()), [("../../out.mov", b"x"), ("/etc/x", b"x")]), harmless=True)
        self.put("bomb.otioz", blanks("content.otio"))
        many = [(f"media/{i}.mov", b"") for i in range(70_000)]
        self.put("entries.otioz", otioz(dump(timeline()), many), harmless=True)
        data = otioz(dump(timeline()))
        self.put("no-directory.otioz", data[:data.find(b"PK\x01\x02")])
        self.put("encrypted.otioz", data.replace(b"PK\x01\x02\x14\x03\x14\x00\x00\x00", b"PK\x01\x02\x14\x03\x14\x00\x01\x00")
                 .replace(b"PK\x03\x04\x14\x00\x00\x00", b"PK\x03\x04\x14\x00\x01\x00"))
        for name in ("empty", "dangling", "content-folder", "content-fifo", "content-loop", "media-loop", "media-fifo",
                     "media-dangling"):
            folder = self.folder / f"{name}.otiod"
            (folder / "media").mkdir(parents=True)
            if name.startswith("media"):
                (folder / "content.otio").write_bytes(dump(timeline()))
            if name == "dangling":
                (folder / "content.otio").symlink_to("/unplugged/disk/content.otio")
            if name == "content-folder":
                (folder / "content.otio").mkdir()
            if name == "content-fifo":
                os.mkfifo(folder / "content.otio")
            if name == "content-loop":
                (folder / "content.otio").symlink_to("content.otio")
            if name == "media-loop":
                (folder / "media" / "again").symlink_to("..")
            if name == "media-fifo":
                os.mkfifo(folder / "media" / "A001C001.mov")
            if name == "media-dangling":
                (folder / "media" / "A001C001.mov").symlink_to("/unplugged/disk/A001C001.mov")
            self.remember(folder, harmless=name.startswith("media"))

    # Papers.

    def papers(self):
        head = csv(log_rows())
        self.put("columns.csv", b",".join([b"a"] * 3_000_000))
        self.put("columns-many.csv", (b",".join([b"x"] * 5000) + b"\n") * 300, harmless=True)
        self.put("colons.csv", head + b"12,12A,1,A," + b"0:" * 25_000 + b",01:00:00:00,x\n", harmless=True)
        self.put("zeros-and-colons.csv", head + b"12,12A,1,A," + b"0" * 50_000 + b":" * 50_000 + b",,\n", harmless=True)
        self.put("zeros-cells.csv", head + (b"12," + b"0" * 50_000 + b",1,A," + b":" * 50_000 + b",,\n") * 20,
                 harmless=True)
        self.put("spaces.csv", head + b"12,12A,1,A," + b" " * 60_000 + b"x" + b" " * 60_000 + b",,\n", harmless=True)
        self.put("digits.csv", head + (b"1" * 60_000 + b",") * 5 + b"x\n", harmless=True)
        self.put("dashes.csv", head + b"12," + b"-" * 60_000 + b"," + b"1-" * 30_000 + b",A,,,\n", harmless=True)
        self.put("words.csv", head + b"12,a,1,A,,," + b"Take 1 take 2 " * 10_000 + b"\n", harmless=True)
        self.put("open-quote.csv", head + b'12,"12A' + b",x\n" * 200_000, harmless=True)
        self.put("quotes.csv", head + b'"' * 200_001, harmless=True)
        self.put("separators.csv", b";,\t|" * 200_000, harmless=True)
        self.put("breaks.csv", b"\n" * 2_000_000)
        self.put("returns.csv", head + b"\r" * 500_000, harmless=True)
        self.put("long-line.txt", b"INGE: " + b"rope " * 2_000_000, harmless=True)
        self.put("dates.csv", csv([["Date", "Scene", "Take", "Timecode"]] + [
            [text, "12", "1", "01:00:00:00"] for text in ("31.02.2026", "0000-00-00", "99999-01-01", "2026-13-13",
                                                           "-1-1-1", "1e9", "٣/٤/٢٠٢٦", "2/30/26")]), harmless=True)
        self.put("timecodes.csv", csv([["Scene", "Take", "Timecode in", "Timecode out"]] + [
            ["12", "1", text, text] for text in ("99:99:99:99", "-01:00:00:00", "24:00:00:00", "1e9", "01:00:00:99999999999",
                                                 "99999999999999999999", "01;00;00;00", "00:00:00:00", "١٠:٠٠:٠٠:٠٠")]),
                 harmless=True)
        self.put("names.csv", csv([["Scene", "Slate", "Take"]] + [
            ["../../x", "\u202eevil", "1"], ["=1+1", "@x", "-2"], ["\x00\x01", "\ufeff", "9" * 400]]), harmless=True)
        self.put("right-to-left.csv", csv([["סצנה", "טייק"]] + [["12", "1"]] * 5), harmless=True)

    def workbooks(self):
        row = f'<row r="1">{cell("A1", "Scene")}{cell("B1", "Take")}</row>'
        self.put("far-column.xlsx", workbook(row + f'<row r="2">{cell("XFD2", "x")}</row>'), harmless=True)
        self.put("far-row.xlsx", workbook(row + f'<row r="1048576">{cell("A1048576", "x")}</row>'), harmless=True)
        self.put("far-both.xlsx", workbook(row + f'<row r="1048576">{cell("XFD1048576", "x")}</row>'), harmless=True)
        self.put("beyond.xlsx", workbook(row + f'<row r="99999999">{cell("ZZZZZZ99999999", "x")}</row>'), harmless=True)
        self.put("row-zero.xlsx", workbook(row + f'<row r="0">{cell("A0", "x")}</row>'), harmless=True)
        self.put("row-negative.xlsx", workbook(row + f'<row r="-5">{cell("A-5", "x")}</row>'), harmless=True)
        self.put("rows-wide.xlsx", workbook("".join(
            f'<row r="{i}">{cell(f"XFD{i}", "x")}</row>' for i in range(1, 20_000))), harmless=True)
        self.put("place-wrong.xlsx", workbook(row + f'<row r="2">{cell("?", "x")}{cell("", "x")}</row>'), harmless=True)
        self.put("shared-wrong.xlsx", workbook(row + '<row r="2"><c r="A2" t="s"><v>999999999</v></c></row>'), harmless=True)
        self.put("number-huge.xlsx", workbook(row + '<row r="2"><c r="A2"><v>1e999999999</v></c></row>'), harmless=True)
        self.put("number-wrong.xlsx", workbook(row + '<row r="2"><c r="A2"><v>twelve</v></c></row>'), harmless=True)
        self.put("merged.xlsx", workbook(row + "</sheetData><mergeCells><mergeCell ref=\"A1:XFD1048576\"/></mergeCells><sheetData>"),
                 harmless=True)
        bomb = io.BytesIO()
        with zipfile.ZipFile(io.BytesIO(workbook(row))) as plain, zipfile.ZipFile(bomb, "w", zipfile.ZIP_DEFLATED) as book:
            for name in plain.namelist():
                if "sheet1" not in name or "rels" in name:
                    book.writestr(name, plain.read(name))
            with book.open("xl/worksheets/sheet1.xml", "w") as sheet:
                sheet.write(f'<worksheet xmlns="{SHEET}"><sheetData>{row}'.encode())
                for i in range(500):
                    sheet.write(b"".join(f'<row r="{2 + i * 4000 + j}">{cell(f"A{2 + i * 4000 + j}", "x" * 40)}</row>'.encode()
                                         for j in range(4000)))
                sheet.write(b"</sheetData></worksheet>")
        self.put("bomb.xlsx", bomb.getvalue(), harmless=True)
        self.put("bomb-spaces.xlsx", blanks("xl/workbook.xml"))
        strings = "".join(f"<si><t>{'x' * 1000}</t></si>" for _ in range(200_000))
        self.put("bomb-strings.xlsx", workbook(row, f'<sst xmlns="{SHEET}">{strings}</sst>'), harmless=True)
        entity = "<!DOCTYPE a [" + "".join(
            f'<!ENTITY e{i} "{"&e%d;" % (i - 1) * 10 if i else "rope"}">' for i in range(12)) + "]>"
        self.put("entities.xlsx", workbook(row, f'{entity}<sst xmlns="{SHEET}"><si><t>&e11;</t></si></sst>'), harmless=True)
        outside = '<!DOCTYPE a [<!ENTITY e SYSTEM "file:///etc/passwd">]>'
        self.put("outside.xlsx", workbook(row, f'{outside}<sst xmlns="{SHEET}"><si><t>&e;</t></si></sst>'), harmless=True)
        self.put("deep.xlsx", workbook("<row>" * 200_000), harmless=False)
        self.put("no-sheets.xlsx", workbook("", ).replace(b"worksheets/sheet1", b"worksheets/sheet9"))

    def rows(self):
        self.put("deep.json", b"[" * 2_000_000)
        self.put("deep-rows.json", b'[{"Scene":' + b'{"a":' * 100_000 + b"1" + b"}" * 100_000 + b"}]", harmless=True)
        self.put("keys.json", dump([{f"key {i}": i} for i in range(100_000)]), harmless=True)
        self.put("keys-one.json", dump([{f"key {i}": i for i in range(100_000)}]), harmless=True)
        self.put("numbers.json", b'[{"Scene": ' + b"9" * 1_000_000 + b', "Take": 1e999999999}]', harmless=True)
        self.put("scalar.json", b"42")
        self.put("empty-list.json", b"[]")
        self.put("words-wrong.json", dump({"words": [{"word": 1, "start": "x", "end": None}]}), harmless=True)
        self.put("words-negative.json", dump({"words": [{"word": "a", "start": 9, "end": -1}]}), harmless=True)
        self.put("words-many.json", dump({"words": [{"word": "a", "start": 1, "end": 2}] * 300_000}), harmless=True)

    # Captions and text.

    def captions(self):
        self.put("times.srt", b"1\n99:99:99,999 --> 00:00:00,000\nx\n\n2\n-1:00 --> x\ny\n", harmless=True)
        self.put("huge-time.srt", b"1\n" + b"9" * 40_000 + b":00:00,000 --> 00:00:01,000\nx\n", harmless=True)
        self.put("tags.srt", b"1\n00:00:01,000 --> 00:00:02,000\n" + b"<i>" * 100_000 + b"x\n", harmless=True)
        self.put("open-tags.srt", b"1\n00:00:01,000 --> 00:00:02,000\n" + b"<" * 200_000 + b"x\n", harmless=True)
        self.put("many.srt", b"".join(b"%d\n00:00:01,000 --> 00:00:02,000\nx\n\n" % i for i in range(100_000)), harmless=True)
        self.put("arrows.srt", b"-->" * 300_000, harmless=True)
        self.put("tags.vtt", b"WEBVTT\n\n00:01.000 --> 00:02.000\n" + b"<c.a><v b>" * 60_000 + b"x\n", harmless=True)
        self.put("settings.vtt", b"WEBVTT\n\n00:01.000 --> 00:02.000 " + b"line:9999999999% " * 20_000 + b"\nx\n", harmless=True)
        self.put("note.vtt", b"WEBVTT\n\nNOTE " + b"x\n" * 500_000, harmless=True)
        self.put("deep.ttml", b'<tt xmlns="http://www.w3.org/ns/ttml"><body>' + b"<div>" * 300_000)
        self.put("spans.ttml", b'<tt xmlns="http://www.w3.org/ns/ttml"><body><div><p begin="1s" end="2s">'
                 + b"<span>" * 100_000 + b"x" + b"</span>" * 100_000 + b"</p></div></body></tt>", harmless=True)
        entity = b"".join(b'<!ENTITY e%d "%s">' % (i, b"&e%d;" % (i - 1) * 10 if i else b"rope") for i in range(12))
        self.put("entities.ttml", b"<!DOCTYPE tt [" + entity + b']><tt xmlns="http://www.w3.org/ns/ttml"><body><div>'
                 b'<p begin="1s" end="2s">&e11;</p></div></body></tt>')
        self.put("outside.ttml", b'<!DOCTYPE tt [<!ENTITY e SYSTEM "file:///dev/zero">]><tt xmlns="http://www.w3.org/ns/ttml">'
                 b'<body><div><p begin="1s" end="2s">&e;</p></div></body></tt>')
        self.put("attributes.ttml", b"<tt " + b" ".join(b'a%d="x"' % i for i in range(100_000))
                 + b' xmlns="http://www.w3.org/ns/ttml"><body/></tt>', harmless=True)
        self.put("times.ttml", b'<tt xmlns="http://www.w3.org/ns/ttml"><body><div><p begin="99999999999999h" end="-1s">x</p>'
                 b'<p begin="1e9" end="::">y</p></div></body></tt>', harmless=True)
        self.put("styles.ttml", b'<tt xmlns="http://www.w3.org/ns/ttml"><head><styling><style xml:id="a" style="b"/>'
                 b'<style xml:id="b" style="a"/></styling></head><body><div><p style="a" begin="1s" end="2s">x</p></div></body></tt>',
                 harmless=True)
        for name, at, value in (("frames", 3, b"STL99.01"), ("page", 0, b"999"), ("count", 238, b"99999"),
                                ("table", 12, b"77")):
            data = bytearray(stl())
            data[at:at + len(value)] = value
            self.put(f"{name}.stl", bytes(data), harmless=True)
        blocks = bytearray(stl())
        blocks[1024 + 5:1024 + 13] = b"\xff" * 8
        self.put("times.stl", bytes(blocks), harmless=True)
        self.put("header-alone.stl", stl()[:1024], harmless=True)
        self.put("codes.scc", b"Scenarist_SCC V1.0\n\n99:99:99:99\t" + b"zzzz " * 1000 + b"\n\n00:00:01:00\t" + b"9420 " * 200_000,
                 harmless=True)
        self.put("nan.ctm", b"talk 1 NaN Infinity rope\ntalk 1 -5 -5 rope\ntalk 1 1e999 1 rope\n", harmless=True)
        self.put("wide.ctm", b"talk 1 1 1 rope" + b" x" * 500_000 + b"\n", harmless=True)
        self.put("nan.rttm", b"SPEAKER talk 1 NaN 1 <NA> <NA> Inge <NA> <NA>\n" * 3, harmless=True)

    def lists(self):
        times = b" 21:00:00:00 21:00:02:00 10:00:00:00 10:00:02:00"
        self.put("labels.edl", b"001 A V C" + times * 30_000 + b"\n", harmless=True)
        self.put("spaces.edl", b"001" + b" " * 400_000 + b"A V C" + times + b"\n", harmless=True)
        self.put("words.edl", b"001 " + b"A " * 200_000 + b"V C" + times + b"\n", harmless=True)
        self.put("channels.edl", b"001 A " + b"A1" * 100_000 + b" C" + times + b"\n", harmless=True)
        self.put("over-each-other.edl", (b"001 A V C" + times + b"\n") * 3000, harmless=True)
        self.put("many.edl", edl(60_000).encode(), harmless=True)
        self.put("fade.edl", b"001 A V D 9999" + times + b"\n002 A V W999 9999" + times + b"\n", harmless=True)
        self.put("late.edl", b"001 A V C 99:59:59:24 99:59:59:99 99:00:00:00 99:59:59:999\n", harmless=True)
        self.put("numbers.edl", b"9" * 300 + b" A V C" + times + b"\n", harmless=True)
        self.put("speeds.edl", b"001 A V C" + times + b"\nM2 A 9999.99999999999999999999999999999 01:00:00:00\n"
                 + b"M2 A -. 01:00:00:00\nM2 " * 2000, harmless=True)
        self.put("motions.edl", b"001 A V C" + times + b"\n" + b"M2 A 025.0 01:00:00:00\n" * 50_000, harmless=True)
        self.put("notes.edl", b"* FROM CLIP NAME: X\n" * 100_000, harmless=True)
        self.put("locators.edl", b"001 A V C" + times + b"\n" + b"* LOC: 99:99:99:99 RED\n* LOC:\n" * 20_000, harmless=True)
        self.put("black.edl", b"001 BL V C 00:00:00:00 00:00:02:00 10:00:00:00 10:00:02:00\n", harmless=True)
        self.put("backwards.edl", b"001 A V C 01:00:02:00 01:00:00:00 10:00:02:00 10:00:00:00\n", harmless=True)

    def settings(self):
        bomb = "a: &a [x,x,x,x,x,x,x,x,x]\n" + "".join(
            f"{chr(98 + i)}: &{chr(98 + i)} [{','.join(['*' + chr(97 + i)] * 9)}]\n" for i in range(9))
        for kind, head in (("style", "style: ferry\ntitle: Ferry\n"), ("guideline", "guideline: ferry\ntitle: Ferry\n"),
                           ("profile", "profile: ferry\ntitle: Ferry\n")):
            self.put(f"deep.{kind}.yaml", (head + "x: " + "[" * 100_000).encode())
            self.put(f"deep-maps.{kind}.yaml", (head + "x: " + "{a: " * 50_000).encode())
            self.put(f"aliases.{kind}.yaml", (head + bomb).encode())
            self.put(f"itself.{kind}.yaml", (head + "x: &x [*x]\n").encode())
            self.put(f"tag.{kind}.yaml", (head + "x: !!java.net.URL [file:///etc/passwd]\n").encode())
            self.put(f"keys.{kind}.yaml", (head + "".join(f"key{i}: 1\n" for i in range(50_000))).encode())
            self.put(f"number.{kind}.yaml", (head + "lines: " + "9" * 100_000 + "\n").encode())
        self.put("documents.yaml", b"---\na: 1\n" * 50_000)

    # Sound.

    def sounds(self):
        self.put("size-huge.wav", wave(size=0xFFFFFFFE), harmless=True)
        self.put("no-format.wav", b"RIFF\x24\0\0\0WAVEdata\0\0\0\0")
        self.put("chunks.wav", wave(extra=b"junk\0\0\0\0" * 200_000), harmless=True)
        self.put("chunk-huge.wav", wave(extra=b"junk\xff\xff\xff\xff"), harmless=True)
        self.put("bext-huge.wav", wave(extra=b"bext\xff\xff\xff\x7f"), harmless=True)
        self.put("reference-huge.wav", wave(extra=bext(reference=(1 << 64) - 1)), harmless=True)
        xml = b"iXML" + struct.pack("<I", 600_000) + b"<a>" * 200_000
        self.put("ixml-deep.wav", wave(extra=xml), harmless=True)
        entity = b'<!DOCTYPE BWFXML [<!ENTITY e SYSTEM "file:///dev/zero">]><BWFXML><SCENE>&e;</SCENE></BWFXML>'
        entity += b" " * (len(entity) % 2)
        self.put("ixml-outside.wav", wave(extra=b"iXML" + struct.pack("<I", len(entity)) + entity), harmless=True)
        zero = bytearray(wave())
        zero[24:28] = b"\0\0\0\0"
        self.put("rate-zero.wav", bytes(zero))
        channels = bytearray(wave())
        channels[22:24] = b"\xff\xff"
        self.put("channels.wav", bytes(channels), harmless=True)
        bits = bytearray(wave())
        bits[32:36] = b"\0\0\0\0"
        self.put("bits-zero.wav", bytes(bits), harmless=True)
        rf64 = b"RF64\xff\xff\xff\xffWAVEds64" + struct.pack("<IQQQI", 28, 1 << 62, 1 << 62, 1 << 62, 1 << 30)
        self.put("ds64.rf64", rf64 + wave()[12:], harmless=True)
        cues = b"cue " + struct.pack("<II", 8, 0x7FFFFFFF) + b"\0" * 4
        self.put("cues.wav", wave(extra=cues), harmless=True)

    # What is no file.

    def others(self):
        os.mkfifo(self.folder / "pipe.otio")
        self.remember(self.folder / "pipe.otio")
        os.mkfifo(self.folder / "pipe.wav")
        self.remember(self.folder / "pipe.wav")
        os.mkfifo(self.folder / "pipe.csv")
        self.remember(self.folder / "pipe.csv")
        os.mkfifo(self.folder / "pipe")
        self.remember(self.folder / "pipe")
        here = os.getcwd()
        os.chdir(self.folder)
        listening = socket.socket(socket.AF_UNIX)
        listening.bind("socket.srt")
        os.chdir(here)
        self.remember(self.folder / "socket.srt")
        for name, target in (("zero.otio", "/dev/zero"), ("random.csv", "/dev/urandom"), ("full.srt", "/dev/full"),
                             ("dangling.otio", "/unplugged/x.otio"), ("loop.csv", "loop.csv"), ("zero.wav", "/dev/zero"),
                             ("zero.xlsx", "/dev/zero"), ("null.vtt", "/dev/null"), ("tty.json", "/dev/tty")):
            (self.folder / name).symlink_to(target)
            self.remember(self.folder / name)
        (self.folder / "folder.otio").mkdir()
        self.remember(self.folder / "folder.otio")
        (self.folder / "folder.xlsx").mkdir()
        self.remember(self.folder / "folder.xlsx")
        loops = self.folder / "loops"
        loops.mkdir()
        (loops / "again").symlink_to(".")
        (loops / "ferry.csv").write_bytes(csv(log_rows()))
        self.remember(loops, harmless=True)
        self.put("nothing-known.xyz", b"x")
        self.put("no-ending", b"\x00\x01\x02")
        self.put("holes.otio", b"")
        os.truncate(self.folder / "holes.otio", 5 << 30)
        self.put("holes.csv", b"")
        os.truncate(self.folder / "holes.csv", 3 << 30)
        self.put("holes.xlsx", b"")
        os.truncate(self.folder / "holes.xlsx", 5 << 30)

    def all(self):
        for make in (self.damage, self.timelines, self.bundles, self.papers, self.workbooks, self.rows, self.captions, self.lists,
                     self.settings, self.sounds, self.others):
            make()
        return self.made
