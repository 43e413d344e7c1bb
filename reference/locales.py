#!/usr/bin/env python3
"""Runs the same lot of files with names beyond ASCII under locales, time zones and encodings that differ, and holds the
bytes of what is written and said against each other: nothing of the machine's settings may come out of the program.

    locales.py TOP OUT [--short]        every locale with every zone, --short each of them once
"""
import hashlib
import itertools
import json
import os
import shutil
import subprocess
import sys
from pathlib import Path

from common import Checks, clip

TOP, OUT, SHORT = Path(sys.argv[1]), Path(sys.argv[2]), "--short" in sys.argv
check = Checks()

# What a shell sets; C and POSIX are ASCII, those that are not installed fall back to C.
LOCALES = ["C", "POSIX", "C.UTF-8", "en_US.UTF-8", "de_DE.ISO-8859-1", "tr_TR.UTF-8", ""]
ZONES = ["UTC", "Asia/Kathmandu", "America/St_Johns", "Pacific/Apia"]
# What the virtual machine takes for the machine's own: letters that change their case otherwise, digits and
# separators of their own, a calendar of its own, an encoding that is not that of the files.
MACHINES = [
    "",
    "-Duser.language=tr -Duser.country=TR",
    "-Duser.language=ar -Duser.country=EG",
    "-Duser.language=th -Duser.country=TH -Duser.variant=TH",
    "-Duser.language=de -Duser.country=CH -Dfile.encoding=ISO-8859-1",
    "-Dfile.encoding=UTF-16 -Dstdout.encoding=US-ASCII",
]
NAMES = ["Næste færge til Ørrin", "Фільм İıß", "夜船 一日目", "cafe\u0301 – näif", "تصوير"]


def lot(folder):
    """A timeline and a log for each name, clips and notes beyond ASCII too."""
    files = []
    for index, name in enumerate(NAMES):
        clips = [
            clip(f"A{index:03}C{i:03} {name}", f"media/{name} {i}.mov", 25, 90000 * (index + 1) + 1500 * i, 500, {"note": name})
            for i in range(8)
        ]
        track = {"OTIO_SCHEMA": "Track.1", "metadata": {}, "name": "V1", "kind": "Video", "children": clips}
        stack = {"OTIO_SCHEMA": "Stack.1", "metadata": {}, "name": "tracks", "children": [track]}
        timeline = {"OTIO_SCHEMA": "Timeline.1", "metadata": {"who": name}, "name": name, "tracks": stack}
        path = folder / f"{name}.otio"
        path.write_text(json.dumps(timeline, ensure_ascii=False, indent=2), encoding="utf-8")
        log = folder / f"{name}.csv"
        rows = [f"{index + 1},{i + 1},{index + 1:02}:{i:02}:00:03,{name} İi Iı {i}" for i in range(8)]
        log.write_text("Scene,Take,TC In,Notes\n" + "\n".join(rows) + "\n", encoding="utf-8")
        files += [path, log]
    return files


def ran(files, folder, locale, zone, machine):
    """The digests of all that is written, by name, and of what is said."""
    shutil.rmtree(folder, ignore_errors=True)
    folder.mkdir()
    env = {key: value for key, value in os.environ.items() if not key.startswith("LC_") and key not in ("LANG", "LANGUAGE")}
    env.update(TZ=zone, JAVA_OPTS=machine)
    if locale:
        env["LC_ALL"] = locale
    command = [TOP / "oddlot", "run", *files, "--out", folder, "--json", "--accept=all"]
    done = subprocess.run(command, capture_output=True, env=env, timeout=120)
    json.loads(done.stdout.decode("utf-8"))
    digests = {name.name: hashlib.sha256(name.read_bytes()).hexdigest() for name in sorted(folder.iterdir())}
    digests["said"] = hashlib.sha256(done.stdout).hexdigest()
    digests["code"] = done.returncode
    return digests


def main():
    shutil.rmtree(OUT, ignore_errors=True)
    source = OUT / "lot"
    source.mkdir(parents=True)
    files = lot(source)
    folder = OUT / "out"
    expected = ran(files, folder, "C.UTF-8", "UTC", "")
    check("files written", len(NAMES), sum(name.endswith(".otio") for name in expected))
    if SHORT:
        length = max(len(LOCALES), len(ZONES), len(MACHINES))
        around = [[list_[i % len(list_)] for i in range(length)] for list_ in (LOCALES, ZONES, MACHINES)]
        cases = list(zip(*around))
    else:
        cases = list(itertools.product(LOCALES, ZONES, MACHINES))
    for locale, zone, machine in cases:
        found = ran(files, folder, locale, zone, machine)
        check(f"{locale or 'no locale'}, {zone}, {machine or 'no other options'}", expected, found)
    return check.result()


if __name__ == "__main__":
    sys.exit(main())
