#!/usr/bin/env python3
"""Checks captions against others, both ways: what Odd Lot wrote as webvtt-py, pysrt, pycaption and FFmpeg read it, and
what they wrote as Odd Lot reads it: the same count, times and words. The letters of EBU STL against glibc's ISO 6937.
Needs Debian's ffmpeg, and the libraries of requirements.txt.

    captions.py TOP OUT
"""
import html
import json
import re
import shutil
import subprocess
import sys
import warnings
from pathlib import Path

import pycaption
import pysrt
import webvtt

from common import Checks

TOP, OUT = Path(sys.argv[1]), Path(sys.argv[2])
check = Checks()

TALK = [
    (10_000, 13_520, "We lay off the quay,\nand Inés went on."),
    (14_000, 16_480, "It was after midnight."),
    (18_000, 21_000, "¿No? “Not before\nthe lamps are lit.”"),
    (25_000, 27_960, "Größe & más, 240 of them"),
]


def run(*arguments):
    done = subprocess.run([str(a) for a in arguments], capture_output=True, text=True)
    if done.returncode not in (0, 1):
        print(done.stderr[-2000:])
    return done.stdout


def convert(source, target, *more):
    target.unlink(missing_ok=True)
    return json.loads(run(TOP / "oddlot", "convert", source, target, "--json", *more, *(["--rate", "29.97df"] if target.suffix == ".scc" else [])))


def clock(milliseconds, point):
    seconds, rest = divmod(milliseconds, 1000)
    return f"{seconds // 3600:02}:{seconds // 60 % 60:02}:{seconds % 60:02}{point}{rest:03}"


def srt(cues):
    return "".join(
        f"{number}\n{clock(start, ',')} --> {clock(end, ',')}\n{words}\n\n"
        for number, (start, end, words) in enumerate(cues, 1)
    )


def near(cues, frame=40):
    """Times to the frame, words with their spaces as one."""
    return [(round(start / frame), round(end / frame), re.sub(r"\s+", " ", words).strip()) for start, end, words in cues]


def ours(path):
    """What Odd Lot reads of a file: converted to SubRip text, which has all that is compared."""
    target = path.with_name(path.name + ".ours.srt")
    convert(path, target)
    return of_pysrt(target)


def of_pysrt(path):
    # FFmpeg spells the columns before a line as hard spaces.
    words = lambda text: re.sub(r"<[^>]*>|\{\\an\d\}", "", text).replace("\\h", " ")
    return [(cue.start.ordinal, cue.end.ordinal, words(cue.text)) for cue in pysrt.open(str(path), encoding="utf-8")]


def of_webvtt(path):
    milliseconds = lambda text: sum(
        int(part) * unit for part, unit in zip(re.split("[:.]", text), (3_600_000, 60_000, 1000, 1))
    )
    # webvtt-py leaves escapes as they are written.
    return [
        (milliseconds(cue.start), milliseconds(cue.end), html.unescape(cue.text)) for cue in webvtt.read(str(path))
    ]


def of_pycaption(reader, path):
    captions = reader.read(path.read_text(encoding="utf-8"))
    language = captions.get_languages()[0]
    return [
        (caption.start // 1000, caption.end // 1000, caption.get_text()) for caption in captions.get_captions(language)
    ]


def of_ffmpeg(path):
    target = path.with_name(path.name + ".ffmpeg.srt")
    run("ffmpeg", "-y", "-v", "error", "-i", path, "-f", "srt", target)
    return of_pysrt(target)


def what_we_write():
    source = OUT / "talk.srt"
    source.write_text(srt(TALK), encoding="utf-8")
    for ending in ("vtt", "ttml", "scc"):
        convert(source, OUT / f"talk.{ending}")
    convert(OUT / "talk.vtt", OUT / "again.srt")
    check("SRT by pysrt", near(TALK), near(of_pysrt(OUT / "again.srt")))
    check("SRT by FFmpeg", near(TALK), near(of_ffmpeg(OUT / "again.srt")))
    check("SRT by pycaption", near(TALK), near(of_pycaption(pycaption.SRTReader(), OUT / "again.srt")))
    check("WebVTT by webvtt-py", near(TALK), near(of_webvtt(OUT / "talk.vtt")))
    check("WebVTT by FFmpeg", near(TALK), near(of_ffmpeg(OUT / "talk.vtt")))
    check("WebVTT by pycaption", near(TALK), near(of_pycaption(pycaption.WebVTTReader(), OUT / "talk.vtt")))
    check("TTML by pycaption", near(TALK), near(of_pycaption(pycaption.DFXPReader(), OUT / "talk.ttml")))
    by_pycaption = of_pycaption(pycaption.SCCReader(), OUT / "talk.scc")
    # pycaption takes a caption away a little before the next one; where it begins is compared, and its words.
    starts = lambda cues: [(start, words) for start, _, words in near(cues, 100)]
    check("CEA-608 by pycaption", starts(TALK), starts(by_pycaption))
    check("CEA-608 by FFmpeg", [w for _, _, w in near(TALK)], [w for _, _, w in near(of_ffmpeg(OUT / "talk.scc"))])


def what_they_write():
    source = OUT / "talk.srt"
    by_pysrt = OUT / "pysrt.srt"
    pysrt.open(str(source), encoding="utf-8").save(str(by_pysrt), encoding="utf-8", eol="\r\n")
    check("SRT of pysrt", near(TALK), near(ours(by_pysrt)))
    for ending, codec in (("srt", "srt"), ("vtt", "webvtt"), ("ttml", "ttml")):
        target = OUT / f"ffmpeg.{ending}"
        run("ffmpeg", "-y", "-v", "error", "-i", source, "-c:s", codec, target)
        check(f"{ending} of FFmpeg", near(TALK), near(ours(target)))
    captions = pycaption.SRTReader().read(source.read_text(encoding="utf-8"), lang="en-US")
    for ending, writer in (
        ("srt", pycaption.SRTWriter()),
        ("vtt", pycaption.WebVTTWriter()),
        ("ttml", pycaption.DFXPWriter()),
    ):
        target = OUT / f"pycaption.{ending}"
        target.write_text(writer.write(captions), encoding="utf-8")
        check(f"{ending} of pycaption", near(TALK), near(ours(target)))
    target = OUT / "pycaption.scc"
    # An extended letter takes the place of the one before it (CTA-608-E); pycaption writes none before it.
    basic = [(start, end, words) for start, end, words in TALK if not re.search("[“”öß]", words)]
    captions = pycaption.SRTReader().read(srt(basic), lang="en-US")
    target.write_text(pycaption.SCCWriter().write(captions), encoding="utf-8")
    check("CEA-608 of pycaption", [w for _, _, w in near(basic)], [w for _, _, w in near(ours(target))])
    vtt = webvtt.WebVTT()
    for start, end, words in TALK:
        vtt.captions.append(webvtt.Caption(clock(start, "."), clock(end, "."), words.split("\n")))
    vtt.save(str(OUT / "webvtt-py.vtt"))
    check("WebVTT of webvtt-py", near(TALK), near(ours(OUT / "webvtt-py.vtt")))


def letters_of_stl():
    """Each letter of the upper half of ISO 6937 that stands by itself, and an accented one."""
    known = bytes(code for code in range(0xA1, 0xFF) if not 0xC0 <= code <= 0xCF)
    letters = []
    for code in known:
        done = subprocess.run(["iconv", "-f", "ISO_6937", "-t", "UTF-8"], input=bytes([code]), capture_output=True)
        if done.returncode == 0:
            letters.append((code, done.stdout.decode()))
    cues = [(4000 * i, 4000 * i + 3000, letter * 3) for i, (_, letter) in enumerate(letters)]
    cues.append((4000 * len(cues), 4000 * len(cues) + 3000, "àéîõüçñåžőęğ"))
    source = OUT / "letters.srt"
    source.write_text(srt(cues), encoding="utf-8")
    convert(source, OUT / "letters.stl", "--losing-letters")
    blocks = (OUT / "letters.stl").read_bytes()[1024:]
    for i, (code, letter) in enumerate(letters):
        field = blocks[i * 128 + 16 : i * 128 + 128].split(b"\x8f")[0]
        theirs = subprocess.run(["iconv", "-f", "ISO_6937", "-t", "UTF-8"], input=field, capture_output=True)
        check(f"letter {code:02x}", letter * 3, theirs.stdout.decode())
    last = blocks[-128 + 16 :].split(b"\x8f")[0]
    theirs = subprocess.run(["iconv", "-f", "ISO_6937", "-t", "UTF-8"], input=last, capture_output=True).stdout
    check("accented letters", cues[-1][2], theirs.decode())


warnings.filterwarnings("ignore")
shutil.rmtree(OUT, ignore_errors=True)
OUT.mkdir(parents=True)
what_we_write()
what_they_write()
letters_of_stl()
sys.exit(check.result())
