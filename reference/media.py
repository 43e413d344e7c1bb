#!/usr/bin/env python3
"""Checks what is read from media against others: linear timecode both ways against libltc (through ltc.c), container
timecode against ffprobe. Needs Debian's libltc-dev, gcc and ffmpeg.

    media.py TOP OUT
"""
import json
import re
import shutil
import subprocess
import sys
from pathlib import Path

from common import Checks, clip

TOP, OUT = Path(sys.argv[1]), Path(sys.argv[2])
check = Checks()


def run(*arguments):
    return subprocess.run([str(a) for a in arguments], capture_output=True, text=True).stdout


def quiet(*arguments):
    subprocess.run([str(a) for a in arguments], check=True, capture_output=True)


def found_start(movie, rate):
    """What Odd Lot says of the start of a movie that the timeline file has at zero."""
    timeline = movie.with_suffix(".otio")
    timeline.write_text(json.dumps(clip(movie.stem, movie.name, rate, 0.0, 100.0, {})))
    result = json.loads(run(TOP / "oddlot", "run", timeline, "--json"))
    reasons = [f["reason"] for f in result["findings"] if f["pass"] == "putright"]
    match = re.search(r"says ([\d:;]+)$", reasons[0]) if reasons else None
    return match.group(1).replace(";", ":") if match else None


def container():
    for rate, number, label in (
        ("24000/1001", 24000 / 1001, "10:14:07:10"),
        ("25", 25.0, "01:00:00:00"),
        ("60000/1001", 60000 / 1001, "09:59:59:30"),
    ):
        movie = OUT / f"container-{rate.replace('/', '-')}.mov"
        quiet("ffmpeg", "-y", "-f", "lavfi", "-i", f"testsrc=size=160x90:rate={rate}", "-t", "2", "-timecode", label, movie)
        probed = run("ffprobe", "-v", "error", "-show_entries", "stream_tags=timecode", "-of", "csv=p=0", movie).split()[0]
        check(f"container timecode at {rate}: ffprobe's", probed, found_start(movie, number))


def theirs_read_by_us():
    for rate, number, drop in (("24", 24.0, 0), ("25", 25.0, 0), ("30000/1001", 30000 / 1001, 1), ("30", 30.0, 0)):
        name = rate.replace("/", "-")
        sound = OUT / f"ltc-{name}.u8"
        with open(sound, "wb") as out:
            subprocess.run([OUT / "ltc", "encode", str(number), str(drop), "10", "20", "30", "5", "150"], stdout=out, check=True)
        movie = OUT / f"ltc-{name}.mov"
        quiet(
            "ffmpeg", "-y", "-f", "lavfi", "-i", f"testsrc=size=160x90:rate={rate}", "-f", "u8", "-ar", "48000", "-ac", "1",
            "-i", sound, "-filter_complex", "[1:a]pan=stereo|c1=c0[a]", "-map", "0:v", "-map", "[a]", "-t", "4.5",
            "-c:a", "pcm_s16le", movie,
        )  # fmt: skip
        check(f"libltc's timecode at {rate}", "10:20:30:05", found_start(movie, number))


def ours_read_by_them():
    lot = json.loads(run(TOP / "oddlot", "make-demo", OUT / "demo", "--json"))["lot"]
    movie = Path(lot).parent / "day 2/media/C001/C001C001.mov"
    sound = OUT / "ours.u8"
    quiet("ffmpeg", "-y", "-i", movie, "-filter_complex", "[0:a]pan=mono|c0=c1", "-f", "u8", sound)
    with open(sound, "rb") as samples:
        read = subprocess.run([OUT / "ltc", "decode", "23.976"], stdin=samples, capture_output=True, text=True, check=True)
    labels = read.stdout.split()
    first = 13 * 3600 * 24 + 28 * 60 * 24 + 58 * 24 + 11
    wanted = [
        f"{f // 86400:02d}:{f // 1440 % 60:02d}:{f // 24 % 60:02d}:{f % 24:02d}" for f in range(first, first + 143)
    ]
    # libltc needs a frame or so to find its step.
    check("our timecode, read by libltc frame for frame", wanted[-len(labels) :], labels)
    check("our timecode, nearly all of it", True, len(labels) >= 140)


def main():
    shutil.rmtree(OUT, ignore_errors=True)
    OUT.mkdir(parents=True)
    quiet("gcc", "-o", OUT / "ltc", TOP / "reference/ltc.c", "-lltc")
    container()
    theirs_read_by_us()
    ours_read_by_them()
    return check.result()


sys.exit(main())
