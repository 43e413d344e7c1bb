#!/usr/bin/env python3
"""Checks what is read from the heads of sound files against others: files that FFmpeg wrote with -write_bext and as
RF64, and files of ours as ffprobe and mediainfo read them. Needs Debian's ffmpeg and mediainfo.

    sound.py TOP OUT
"""
import json
import shutil
import subprocess
import sys
from pathlib import Path

from common import Checks

TOP, OUT = Path(sys.argv[1]), Path(sys.argv[2])
check = Checks()


def run(*arguments):
    return subprocess.run([str(a) for a in arguments], capture_output=True, text=True).stdout


def ours(path):
    """What Odd Lot says of a sound file."""
    return json.loads(run(TOP / "oddlot", "check", path, "--json"))["files"][0].get("sound", {})


def ffprobe(path):
    probed = json.loads(run("ffprobe", "-v", "error", "-show_format", "-show_streams", "-of", "json", path))
    stream, tags = probed["streams"][0], probed["format"].get("tags", {})
    return {
        "channels": stream["channels"],
        "sample_rate": int(stream["sample_rate"]),
        "samples": int(stream["duration_ts"]),
        "time_reference": int(tags.get("time_reference", 0)),
        "date": tags.get("date", ""),
    }


def theirs_read_by_us():
    for channels, rate, reference, rf64 in ((1, 48000, 1_730_000_123, "never"), (8, 96000, 2**33 + 5, "always"), (2, 44100, 1, "auto")):
        path = OUT / f"bext-{channels}-{rate}.wav"
        subprocess.run(
            ["ffmpeg", "-y", "-v", "error", "-f", "lavfi", "-i", f"anoisesrc=r={rate}:d=1.5", "-ac", str(channels),
             "-write_bext", "1", "-rf64", rf64, "-metadata", f"time_reference={reference}",
             "-metadata", "originator=Reference", "-metadata", "origination_date=2026-03-14",
             "-metadata", "origination_time=10:14:07", path],
            check=True,
        )  # fmt: skip
        read, probed = ours(path), ffprobe(path)
        probed["time_reference"] = reference
        probed["date"] = "2026-03-14"
        check(f"FFmpeg's bext, {channels} channels at {rate}, RF64 {rf64}", probed, {k: read.get(k) for k in probed})
        check(f"FFmpeg's originator, {channels} channels", "Reference", read.get("recorder"))


def ours_read_by_them():
    folder = Path(json.loads(run(TOP / "oddlot", "make-demo", OUT / "demo-sound", "--json"))["lot"]).parent / "day 3/media/day3"
    for name in ("S01/S01T01.wav", "R01/R01T01_1.wav", "G01/ATM01.wav"):
        path = folder / name
        read, probed = ours(path), ffprobe(path)
        check(f"ours, {name}, read by ffprobe", {k: read.get(k) for k in probed}, probed)
        info = json.loads(run("mediainfo", "--Output=JSON", path))["media"]["track"]
        audio = next(t for t in info if t["@type"] == "Audio")
        theirs = (int(audio["Channels"]), int(audio["SamplingRate"]), int(audio["SamplingCount"]))
        check(f"ours, {name}, read by mediainfo", (read["channels"], read["sample_rate"], read["samples"]), theirs)


def main():
    shutil.rmtree(OUT, ignore_errors=True)
    OUT.mkdir(parents=True)
    theirs_read_by_us()
    ours_read_by_them()
    return check.result()


sys.exit(main())
