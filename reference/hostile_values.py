"""Makes files that are well formed and say what no program would: in a sound file of each kind one value, or a few, are
replaced by a hostile one. Unlike damaged bytes these come past every parser and reach what is made of them."""
import io
import json
import random
import re
import struct
import zipfile

from hostile_files import bext, csv, dump, edl, log_rows, otioz, seeds, timeline, wave, workbook, cell

LONG = "rope" * 5000
TEXTS = [
    "", " ", "\u00a0", "\t", "\n", "\x00", "A\x00B", "\ud800", "x\udfff", "\ufeff", "\u202eevil\u202c", "e\u0301" * 50, "\U0001f6a2",
    "../../etc/x", "/", "C:\\x", "con", "nul.otio", ".", "..", "a" * 300, LONG, "*" * 60 + "b", "(a+)+$", "%00", "%s%n", "${x}", "{name}",
    "{lot}{lot}", "=1+1", "\u00a0=1", "\n=1", "\uff1dA1", "+1", "-1", "@x", "'", '"', "\\", "<p>", "</p>", "&e;", "]]>", "<!--", "--", "::",
    ";;", ",,", "|", "1e999", "NaN", "-Infinity", "0x10", "١٢", "1,234.5", "12.345", "01:00:00:00", "99:99:99:99", "24:00:00:00",
    "01:00:00:99", "-01:00:00:00", "0000-00-00", "2026-02-30", "9999-12-31T23:59:60Z", "31.02.26", "true", "null", "None", "file:///dev/zero",
    "http://127.0.0.1:1/x", "file://host/share", "media/%ZZ.mov", "media/\u0000.mov", "a/b/../../../..", "~", "oddlot",
]
NUMBERS = [
    0, -1, 1, -0.0, 0.5, 1e-300, 1e300, 1e18, -1e18, 2 ** 31 - 1, 2 ** 31, 2 ** 53 + 1, 2 ** 63 - 1, 2 ** 63, -2 ** 63, 2 ** 64, 10 ** 40,
    23.976, 24000 / 1001, 1e-9, 999999999999.123456789, float("nan"), float("inf"),
]
WHOLES = [0, 1, 2, 7, 0x7F, 0x80, 0xFF, 0x7FFF, 0xFFFF, 0x7FFFFFFF, 0x80000000, 0xFFFFFFFF]


def deep(levels=200):
    value = 1
    for i in range(levels):
        value = [value] if i % 2 else {"a": value}
    return value


def hostile(rng, like):
    """Something else in the place of a value: of its kind more often than not."""
    kind = rng.random()
    if isinstance(like, bool) or like is None:
        return rng.choice([None, True, False, rng.choice(NUMBERS), rng.choice(TEXTS), [], {}])
    if isinstance(like, (int, float)) and kind < 0.7:
        return rng.choice(NUMBERS)
    if isinstance(like, str) and kind < 0.7:
        return rng.choice(TEXTS)
    if isinstance(like, list) and kind < 0.5:
        return rng.choice([[], like * 40, [None], [like], like[:1] * 300, list(reversed(like))])
    return rng.choice([None, True, [], {}, [[]], rng.choice(TEXTS), rng.choice(NUMBERS), deep()])


def places(value, found, path=()):
    items = value.items() if isinstance(value, dict) else enumerate(value) if isinstance(value, list) else ()
    for key, inside in items:
        found.append((value, key))
        places(inside, found, path + (key,))
    return found


def of_json(rng, data):
    value = json.loads(data)
    for _ in range(rng.choice([1, 1, 1, 2, 5])):
        found = places(value, [])
        if not found:
            break
        holder, key = rng.choice(found)
        act = rng.random()
        if act < 0.75:
            holder[key] = hostile(rng, holder[key])
        elif act < 0.85:
            del holder[key]
        elif isinstance(holder, dict):
            holder[rng.choice(TEXTS)] = holder[key]
        else:
            holder.insert(key, holder[key])
    return json.dumps(value, ensure_ascii=True).encode()


def of_cells(rng, data, separator=","):
    rows = [line.split(separator) for line in data.decode().rstrip("\n").split("\n")]
    for _ in range(rng.choice([1, 2, 6])):
        row = rng.choice(rows if rng.random() < 0.8 else rows[:1])
        text = rng.choice(TEXTS)
        row[rng.randrange(len(row))] = '"' + text.replace('"', '""') + '"' if rng.random() < 0.7 else text
    return "\n".join(separator.join(row) for row in rows).encode("utf-8", "surrogatepass")


def of_words(rng, data):
    """Lines of words and numbers: captions, lists, settings."""
    text = data.decode("utf-8", "replace")
    for _ in range(rng.choice([1, 1, 2, 4])):
        words = list(re.finditer(r"[\w.:;,-]+", text))
        if not words:
            break
        word = rng.choice(words)
        other = rng.choice(TEXTS) if rng.random() < 0.6 else str(rng.choice(NUMBERS))
        text = text[:word.start()] + other + text[word.end():]
    return text.encode("utf-8", "surrogatepass")


def xml_text(text):
    return "".join(c if c in "\t\n\r" or ord(c) >= 32 and not 0xD800 <= ord(c) < 0xE000 else "&#%d;" % ord(c) for c in
                   text.replace("&", "&amp;").replace("<", "&lt;"))


def of_xml(rng, data):
    text = data.decode()
    for _ in range(rng.choice([1, 1, 2, 4])):
        values = list(re.finditer(r'(?<==")[^"]*(?=")', text)) + list(re.finditer(r"(?<=>)[^<>]+(?=<)", text))
        elements = list(re.finditer(r"<[a-z]\w*[^<>]*>", text))
        act = rng.random()
        if act < 0.7 and values:
            value = rng.choice(values)
            other = xml_text(rng.choice(TEXTS) if rng.random() < 0.6 else str(rng.choice(NUMBERS))).replace('"', "&quot;")
            text = text[:value.start()] + other + text[value.end():]
        elif elements:
            # One element in itself: <p> in <p>.
            element = rng.choice(elements)
            name = re.match(r"<(\w+)", element.group()).group(1)
            text = text[:element.end()] + element.group() + "rope" + f"</{name}>" + text[element.end():]
    return text.encode()


def of_archive(rng, data):
    """What an archive says of its entries: methods, sizes, names, flags."""
    act = rng.random()
    bytes_ = bytearray(data)
    if act < 0.4:
        # The method, in the local head and in the directory, of entries that are packed in no such way.
        method = rng.choice([1, 6, 9, 12, 14, 20, 93, 94, 95, 96, 97, 98, 99])
        for sign, at in ((b"PK\3\4", 8), (b"PK\1\2", 10)):
            found = [m.start() for m in re.finditer(re.escape(sign), data)]
            for start in found if rng.random() < 0.5 else found[-1:]:
                struct.pack_into("<H", bytes_, start + at, method)
    elif act < 0.6:
        sign, at = rng.choice([(b"PK\3\4", 6), (b"PK\3\4", 18), (b"PK\3\4", 22), (b"PK\1\2", 8), (b"PK\1\2", 20), (b"PK\1\2", 24), (b"PK\1\2", 42),
                               (b"PK\5\6", 10), (b"PK\5\6", 16)])
        start = rng.choice([m.start() for m in re.finditer(re.escape(sign), data)])
        struct.pack_into("<H" if at in (6, 8, 10) else "<I", bytes_, start + at, rng.choice(WHOLES) & (0xFFFF if at in (6, 8, 10) else 0xFFFFFFFF))
    else:
        out = io.BytesIO()
        with zipfile.ZipFile(io.BytesIO(data)) as plain, zipfile.ZipFile(out, "w", rng.choice([0, 8, 12, 14])) as other:
            for name in plain.namelist():
                content = plain.read(name)
                if rng.random() < 0.5 and (name.endswith(".otio") or name.endswith(".xml")):
                    content = of_json(rng, content) if name.endswith(".otio") else of_xml(rng, content)
                other.writestr(name, content)
            if rng.random() < 0.4:
                name = rng.choice(["../x", "/x", "x/", "content.otio", "XL/workbook.xml", "a" * 5000, "media/\x01", "media/" + "b/" * 200 + "c"])
                other.writestr(name, b"rope")
        return out.getvalue()
    return bytes(bytes_)


def of_wave(rng, _):
    text = lambda: rng.choice(TEXTS).encode("utf-8", "surrogatepass")
    act = rng.random()
    if act < 0.35:
        fields = {"SCENE": "12", "TAKE": "3", "TAPE": "R1", "NOTE": "x", "FILE_UID": "1"}
        for _ in range(2):
            fields[rng.choice(list(fields))] = xml_text(rng.choice(TEXTS))
        speed = f"<SPEED><TIMECODE_RATE>{rng.choice(['25/1', '0/0', '1/0', '-25/1', '24000/1001', 'x', '1e9/1', '', '99999999999/1'])}" \
                f"</TIMECODE_RATE><TIMESTAMP_SAMPLE_RATE>{rng.choice(['48000', '0', '-1', 'abc', ''])}</TIMESTAMP_SAMPLE_RATE></SPEED>"
        body = ("<BWFXML>" + "".join(f"<{k}>{v}</{k}>" for k, v in fields.items()) + speed + "</BWFXML>").encode("utf-8", "replace")
        body += b" " * (len(body) % 2)
        return wave(extra=b"iXML" + struct.pack("<I", len(body)) + body)
    if act < 0.6:
        info = b"INFO" + b"".join(
            name + struct.pack("<I", len(value)) + value + b"\0" * (len(value) % 2)
            for name, value in ((rng.choice([b"ITRK", b"ICRD", b"INAM", b"IART", b"ISRF"]), text()[:300]) for _ in range(3)))
        return wave(extra=b"LIST" + struct.pack("<I", len(info)) + info)
    if act < 0.8:
        return wave(extra=bext(reference=rng.choice([0, 1, 2 ** 63, 2 ** 64 - 1, 48000 * 86400, 48000 * 10 ** 9]),
                               ending=(b"sTRK1=" + text())[:200]))
    data = bytearray(wave(extra=bext()))
    at = rng.choice([4, 16, 20, 22, 24, 28, 32, 34])
    struct.pack_into("<I" if at in (4, 16, 24, 28) else "<H", data, at, rng.choice(WHOLES) & (0xFFFFFFFF if at in (4, 16, 24, 28) else 0xFFFF))
    return bytes(data)


def of_stl(rng, data):
    bytes_ = bytearray(data)
    for _ in range(rng.choice([1, 2, 5])):
        at = rng.choice([0, 3, 11, 12, 14, 224, 238, 243, 248, 251, 253, 255, 256, 264, 1024, 1026, 1028, 1029, 1033, 1037, 1038, 1039])
        for i, byte in enumerate(rng.choice([b"\xff", b"\0\0", b"99999", b"     ", b"-1", b"\x8a\x8a", b"\xfe"])):
            if at + i < len(bytes_):
                bytes_[at + i] = byte
    return bytes(bytes_)


def of_sheet(rng, _):
    rows = []
    for i, row in enumerate(log_rows(), 1):
        cells = "".join(cell(f"{chr(65 + j)}{i}", text) for j, text in enumerate(row))
        if rng.random() < 0.3:
            kind = rng.choice(["d", "n", "b", "e", "str", "s", "x", ""])
            value = xml_text(rng.choice(TEXTS + ["2026-03-15T00:00:00", "2026-03-15", "T10:14:09", "45000.5", "#REF!"]))
            cells += f'<c r="{rng.choice(["H", "AA", "a", "1", "H$"])}{i}" t="{kind}" s="{rng.choice(["0", "9999", "-1", "x"])}"><v>{value}</v></c>'
        rows.append(f'<row r="{i}">{cells}</row>')
    return workbook("".join(rows))


def values(count, seed):
    """`count` files as (kind, name, bytes), the same for the same seed."""
    rng = random.Random(seed)
    kinds = seeds()
    lot = dump({"oddlot": 2, "name": "Ferry", "inputs": [{"name": "good.otio", "file": "good.otio", "sha256": ""}],
                "run_sheet": [{"pass": "match", "on": True, "settings": {"tolerance": "24"}}],
                "decisions": {"match:good.csv:2": {"decision": "accept", "choices": ["x"]}}, "instructions": []})
    ways = {
        "otio": of_json, "json": of_json, "words.json": of_json, "oddlot": of_json, "csv": of_cells,
        "tsv": lambda r, d: of_cells(r, d, "\t"), "xlsx": lambda r, d: of_sheet(r, d) if r.random() < 0.5 else of_archive(r, d),
        "otioz": of_archive, "wav": of_wave, "edl": of_words, "srt": of_words, "vtt": of_words, "ttml": of_xml, "stl": of_stl, "scc": of_words,
        "ctm": of_words, "rttm": of_words, "txt": of_words, "style.yaml": of_words, "guideline.yaml": of_words, "profile.yaml": of_words,
    }
    kinds["oddlot"] = lot
    names = sorted(ways)
    for i in range(count):
        kind = names[i % len(names)]
        yield kind, f"value-{i:05}.{kind}", ways[kind](rng, kinds[kind])
