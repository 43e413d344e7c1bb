#!/usr/bin/env python3
"""Runs Odd Lot where things are not as they should be: no home, no temporary folder, a full disk, closed outputs, names
that are taken, links, pipes, few open files, damaged settings, two at once. Each situation is tried with each command that it
concerns. What was there is there afterwards, byte for byte; what came out is whole; the exit code tells the truth.

    situations.py TOP OUT [--short] [--program PATH]
"""
import argparse
import hashlib
import itertools
import json
import os
import re
import resource
import shutil
import subprocess
import sys
import time
from collections import Counter
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

from common import Checks
from hostile_files import csv, dump, log_rows, timeline

TRACE = re.compile(r"^\s+at [\w.$/]+\(|Exception in thread|\b(java|javax|sun|com|org)\.[a-z]\w*\.[\w.]*[A-Z]\w+", re.MULTILINE)
SECONDS = 120
parser = argparse.ArgumentParser()
parser.add_argument("top", type=Path)
parser.add_argument("out", type=Path)
parser.add_argument("--short", action="store_true", help="every third situation, with one command")
parser.add_argument("--program", type=Path, help="another way to start Odd Lot")
asked = parser.parse_args()
check = Checks()
PROGRAM = str((asked.program or asked.top / "oddlot").resolve())

SRT = b"1\n00:00:01,000 --> 00:00:02,900\nThe rope was dropped.\n\n2\n00:00:03,000 --> 00:00:04,500\nIt was not.\n"
LICENCES = b"Source,Holder,Licence no.,Territory,Until,Price/s\nA001C00*,Harbour,1,all,2036-12-31,\"18,00 EUR\"\n"


class Place:
    """A folder with a small lot, and what a command writes there."""

    def __init__(self, number):
        self.folder = asked.out / f"place-{number}"
        shutil.rmtree(self.folder, ignore_errors=True)
        self.work = self.folder / "work"
        self.work.mkdir(parents=True)
        (self.work / "day.otio").write_bytes(dump(timeline()))
        (self.work / "day.csv").write_bytes(csv(log_rows()))
        (self.work / "talk.en.srt").write_bytes(SRT)
        (self.work / "licences.csv").write_bytes(LICENCES)
        (self.folder / "cache").mkdir()
        (self.folder / "config").mkdir()
        self.out = self.folder / "out"
        self.target = self.folder / "out.xlsx"
        self.env = {k: v for k, v in os.environ.items() if k != "JAVA_OPTS"} | {
            "XDG_CACHE_HOME": str(self.folder / "cache"), "XDG_CONFIG_HOME": str(self.folder / "config")}
        self.before = None
        self.how = {}
        self.after = []

    def remember(self):
        self.before = state(self.work)


def state(folder):
    return {str(path.relative_to(folder)): hashlib.sha256(path.read_bytes()).hexdigest()
            for path in sorted(folder.rglob("*")) if path.is_file() and not path.is_symlink()
            # What was written of a lot is noted beside it.
            and not path.name.endswith(".runs.jsonl")}


# What is called, and the files that come of it.

def run(place):
    return ["run", "--json", "--accept", "all", "--out", place.out, place.work / "day.otio", place.work / "day.csv"]


def report(place):
    return ["report", "--kind", "shots", "--out", place.target, place.work / "day.otio"]


def convert(place):
    place.target = place.target.with_suffix(".edl")
    return ["convert", "--json", place.work / "day.otio", place.target]


def titles(place):
    place.target = place.target.with_suffix(".vtt")
    return ["convert", "--json", place.work / "talk.en.srt", place.target]


def looked(place):
    place.target = None
    return ["check", "--json", *sorted(place.work.iterdir())]


def found(place):
    return ["find", "rope", place.work / "day.otio", place.work / "talk.en.srt", "--out", place.target]


COMMANDS = [run, report, convert, titles, looked, found]
WRITING = [run, report, convert, titles, found]


def target(place):
    return place.out / "day (odd lot).otio" if place.out and not place.used_target else place.target


# Situations: each changes a place before the call; the last word says what the call may end with.
SITUATIONS = []


def situation(commands=COMMANDS, ends=(0, 1), variants=(None,)):
    def register(change):
        for variant in variants:
            SITUATIONS.append((change.__name__ + (f" {variant}" if variant is not None else ""), change, variant, commands, ends))
        return change
    return register


@situation(variants=["unset", "/nonexistent", "/dev/null", "/proc", "."])
def home(place, value):
    place.env.pop("HOME", None)
    place.env.pop("XDG_CACHE_HOME"), place.env.pop("XDG_CONFIG_HOME")
    if value != "unset":
        place.env["HOME"] = value


@situation(variants=["file", "gone", "link", "read-only", "long", "NUL-like %00", "dangling"])
def cache(place, value):
    folder = place.folder / "cache"
    shutil.rmtree(folder)
    if value == "file":
        folder.write_text("x")
    elif value == "link":
        (place.folder / "elsewhere").mkdir()
        folder.symlink_to(place.folder / "elsewhere")
    elif value == "read-only":
        place.env["XDG_CACHE_HOME"] = "/proc/self"
    elif value == "long":
        place.env["XDG_CACHE_HOME"] = str(folder / ("x" * 250) / ("y" * 250))
    elif value == "dangling":
        folder.symlink_to("/unplugged/cache")
    elif value.startswith("NUL"):
        place.env["XDG_CACHE_HOME"] = "%00"


@situation(variants=["{", "[]", "null", "{\"recent\": [\"a\\u0000b\", 5, null]}", "\xff\xfe", "{\"last_folder\": \"\\u0000\"}", "x" * 100000])
def settings(place, value):
    folder = place.folder / "config" / "oddlot"
    folder.mkdir()
    for name in ("window.json", "profiles.json", "mappings.json"):
        (folder / name).write_bytes(value.encode("latin-1"))


@situation(variants=["gone", "file", "/proc", "relative"])
def temporary(place, value):
    path = {"gone": str(place.folder / "gone"), "file": str(place.work / "day.csv"), "/proc": "/proc", "relative": "x/y"}[value]
    place.env["JAVA_OPTS"] = f"-Djava.io.tmpdir={path}"
    place.env["TMPDIR"] = path


@situation(variants=["C", "POSIX", "tr_TR.UTF-8", "xx_XX.bad", ""])
def locale(place, value):
    place.env["LC_ALL"] = value


@situation(variants=["Nowhere/City", "Pacific/Apia", "", ":/etc/passwd"])
def zone(place, value):
    place.env["TZ"] = value


@situation(variants=["/dev/full", "closed"], commands=[run, convert, titles, looked], ends=(1, 2))
def standard_output(place, value):
    place.how["stdout"] = value


@situation(variants=["/dev/full", "closed"])
def standard_error(place, value):
    place.how["stderr"] = value


@situation(variants=["closed", "/dev/zero"])
def standard_input(place, value):
    place.how["stdin"] = value


@situation(variants=[64, 40], ends=(0, 1, 2, 3))
def open_files(place, value):
    place.how["limits"] = [(resource.RLIMIT_NOFILE, value)]


@situation(variants=["gone", "/", "/proc/self"])
def working_folder(place, value):
    place.how["cwd"] = value


@situation(variants=[0o777, 0o077, 0])
def umask(place, value):
    place.how["umask"] = value


@situation(commands=WRITING, ends=(1, 2), variants=["file", "pipe", "link", "dangling", "device", "folder"])
def name_taken(place, value):
    for path in (place.target, place.out):
        if path is None:
            continue
        if value == "file":
            path.write_bytes(b"somebody's")
        elif value == "pipe":
            os.mkfifo(path)
        elif value == "link":
            (place.folder / "theirs").write_bytes(b"somebody's")
            path.symlink_to(place.folder / "theirs")
        elif value == "dangling":
            path.symlink_to(place.folder / "gone" / "x")
        elif value == "device":
            path.symlink_to("/dev/null")
        elif value == "folder":
            path.mkdir()
            (path / "mine").write_bytes(b"somebody's")


@situation(commands=[run], variants=["same", "other", "folder", "dangling", "pipe"])
def name_inside_taken(place, value):
    place.out.mkdir()
    path = place.out / "day (odd lot).otio"
    if value == "other":
        path.write_bytes(b"somebody's")
    elif value == "folder":
        path.mkdir()
    elif value == "dangling":
        path.symlink_to("/unplugged/x")
    elif value == "pipe":
        os.mkfifo(path)
    else:
        subprocess.run([PROGRAM, *map(str, run(place))], env=place.env, capture_output=True)


@situation(commands=WRITING, ends=(0, 1, 2), variants=["20k", "4k"])
def full_disk(place, value):
    small = place.folder / "small"
    small.mkdir()
    done = subprocess.run(["mount", "-t", "tmpfs", "-o", f"size={value}", "tmpfs", small], capture_output=True)
    if done.returncode:
        raise NotHere("nobody here may mount a small disk")
    place.after.append(lambda: subprocess.run(["umount", small], capture_output=True))
    (small / "filled").write_bytes(b"x" * (int(value[:-1]) * 1024 - 4096))
    place.out = small / "out"
    place.target = place.target and small / place.target.name


@situation(commands=WRITING, ends=(0, 1, 2), variants=[0, 1000])
def file_size(place, value):
    # The system stops whoever writes more into one file.
    place.how["limits"] = [(resource.RLIMIT_FSIZE, value)]


@situation(commands=[run], variants=[b'{"track": "A\\u0000B"}', b'"\\ud800"', b'"../../x"', b'"con"', b'"' + b"n" * 5000 + b'"', b'"a/b\\\\c:d"'])
def names_of_tracks(place, value):
    name = json.loads(value)
    name = name["track"] if isinstance(name, dict) else name
    document = timeline()
    document["name"] = name
    document["tracks"]["children"][0]["name"] = name
    for clip in document["tracks"]["children"][0]["children"]:
        clip["name"] = name + clip["name"]
    (place.work / "other.otio").write_bytes(dump(document))


@situation(commands=[run, looked], variants=["a\nb.csv", "a\tb.csv", "-x.csv", " .csv", "é" * 60 + ".csv", b"\xff\xfe.csv", "*.csv", "$(x).csv", "'.csv"])
def names_of_files(place, value):
    name = os.fsencode(value) if isinstance(value, str) else value
    with open(os.path.join(os.fsencode(place.work), name), "wb") as file:
        file.write(csv(log_rows()))


@situation(commands=[run, report], variants=["gone", "damaged", "NUL", "other lot"])
def lot(place, value):
    content = {"oddlot": 2, "name": "Ferry", "inputs": [{"file": "day.otio"}, {"file": "day.csv"}]}
    if value == "gone":
        content["inputs"].append({"file": "gone.csv"})
    elif value == "NUL":
        content["inputs"].append({"file": "a\u0000b.csv"})
    elif value == "other lot":
        content["inputs"].append({"file": "day.oddlot"})
    text = json.dumps(content)
    (place.work / "day.oddlot").write_text(text[:-20] if value == "damaged" else text)
    place.how["lot"] = True
    place.ends = (0, 1, 2)


@situation(commands=[run, convert], variants=[2, 4])
def at_once(place, value):
    place.how["times"] = value
    place.ends = (0, 1, 2)


class NotHere(Exception):
    """A situation that this machine cannot be put into."""


def call(place, command):
    arguments = command(place)
    if place.how.get("lot"):
        arguments = [a for a in arguments if Path(a).name not in ("day.csv", "day.otio")] + [place.work / "day.oddlot"]
    how = place.how

    def prepare():
        for what, value in how.get("limits", []):
            resource.setrlimit(what, (value, value))
        if "umask" in how:
            os.umask(how["umask"])
        for number, name in ((0, "stdin"), (1, "stdout"), (2, "stderr")):
            if how.get(name) == "closed":
                os.close(number)

    def stream(name, default):
        value = how.get(name)
        return open(value, "rb" if name == "stdin" else "wb") if value and value != "closed" else default

    cwd = how.get("cwd", "/tmp")
    if cwd == "gone":
        cwd = place.folder / "gone-cwd"
        cwd.mkdir(exist_ok=True)
    began = time.monotonic()
    processes = []
    for _ in range(how.get("times", 1)):
        processes.append(subprocess.Popen(
            [PROGRAM, *map(str, arguments)], cwd=cwd, env=place.env, preexec_fn=prepare, start_new_session=True,
            stdin=stream("stdin", subprocess.DEVNULL), stdout=stream("stdout", subprocess.PIPE), stderr=stream("stderr", subprocess.PIPE)))
    results = []
    for process in processes:
        try:
            out, err = process.communicate(timeout=SECONDS)
            results.append((process.returncode, (out or b"").decode("utf-8", "replace"), (err or b"").decode("utf-8", "replace")))
        except subprocess.TimeoutExpired:
            os.killpg(process.pid, 9)
            process.communicate()
            results.append((-1, "", ""))
    return results, time.monotonic() - began


def tried(number, name, change, variant, command, ends):
    """One situation with one command."""
    place = Place(number)
    place.used_target = command is not run
    place.ends = ends
    if command is not run:
        command(place)
    what = f"{name!r} with {command.__name__}"
    try:
        change(place, variant)
    except NotHere as why:
        return f"left out, as {why}"
    place.remember()
    theirs = {path: path.read_bytes() for path in place.folder.rglob("*") if path.is_file() and not path.is_symlink()
              and path.parent != place.work and b"somebody's" == path.read_bytes()[:10]}
    try:
        results, seconds = call(place, command)
        for code, out, err in results:
            check(f"{what}: ends as it may", True, code in place.ends or (code, out, err))
            trace = TRACE.search(out) or TRACE.search(err)
            check(f"{what}: no trace", None, trace and (out + err)[max(0, trace.start() - 300):trace.end() + 200])
            if code and not place.how.get("stderr") and not place.how.get("stdout"):
                check(f"{what}: says why", True, len((out + err).split()) > 2)
            if code == 2 and command is run and place.out.exists() and place.out.is_dir():
                check(f"{what}: 2 is nothing written", [], list(place.out.glob("day*.otio")) if not theirs and "inside" not in name and len(results) == 1 else [])
        check(f"{what}: what came in is as it was", place.before, state(place.work))
        for path, content in theirs.items():
            check(f"{what}: {path.name} is somebody's still", content, path.read_bytes())
        written = [p for p in (place.out.glob("*.otio") if place.out.is_dir() else []) if p.is_file()] if command is run else \
            [place.target] if place.target and place.target.is_file() else []
        for path in written:
            if path in theirs or not path.stat().st_size and variant == "device":
                continue
            if path.suffix == ".otio" and b"somebody's" not in path.read_bytes()[:12]:
                check(f"{what}: {path.name} is whole", True, bool(json.loads(path.read_bytes())))
        if 0 in [code for code, _, _ in results] and command in (run, report, convert, found) and not variant == "device":
            check(f"{what}: 0 is written", True, bool(written) or command is run and place.how.get("times", 1) > 1)
        left = [str(path) for folder in (place.folder, place.out) if folder.is_dir() for path in folder.glob(".oddlot-*")]
        check(f"{what}: nothing half", [], left)
        return seconds
    finally:
        for each in place.after:
            each()
        subprocess.run(["chmod", "-R", "u+rwx", place.folder], capture_output=True)
        shutil.rmtree(place.folder, ignore_errors=True)


def main():
    shutil.rmtree(asked.out, ignore_errors=True)
    asked.out.mkdir(parents=True)
    number = itertools.count()
    tries = []
    for name, change, variant, commands, ends in SITUATIONS[::3] if asked.short else SITUATIONS:
        for command in ([commands[len(tries) % len(commands)]] if asked.short else commands):
            tries.append((next(number), name, change, variant, command, ends))
    counts, slowest, left = Counter(), 0, Counter()
    with ThreadPoolExecutor(2) as both:
        for (_, name, *_), result in zip(tries, both.map(lambda each: tried(*each), tries)):
            if isinstance(result, str):
                left[result] += 1
            else:
                counts[name.split()[0]] += 1
                slowest = max(slowest, result)
    print(f"{sum(counts.values())} tries, the slowest {slowest:.1f} s: " + ", ".join(f"{name} {count}" for name, count in counts.items()))
    for why, count in left.items():
        print(f"{count} {why}")
    shutil.rmtree(asked.out, ignore_errors=True)
    return check.result()


if __name__ == "__main__":
    sys.exit(main())
