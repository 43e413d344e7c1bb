#!/usr/bin/env python3
"""Runs hostile and damaged files of every kind through `check`, `run` and `convert` in batches, each inside a limit of
time and memory that the operating system keeps, and beside good files that must not be lost to them.

    hostile.py TOP OUT [--seed N] [--batch N] [--short] [--only TEXT] [--values N]

--short takes a quarter of the files for `check`, and fewer for `run` and `convert`. --values says how many files have
hostile values in a sound form (1000; 160 in short).
"""
import argparse
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
from hostile_files import Maker, csv, dump, log_rows, timeline
from hostile_values import values

HEAP = "1g"
# Beside the heap: code, classes, threads and what the garbage collector keeps. The system stops whatever asks for more.
MEMORY = 2 << 30
SECONDS = 90
TRACE = re.compile(r"^\s+at [\w.$/]+\(|Exception in thread|\b[a-z]+(\.[a-z]+)+\.\w+(Exception|Error)\b"
                   r"|\b(java|javax|sun|com|org)\.(?!otio)[a-z]\w*\.[\w.]*[A-Z]\w+|hit a bug|was left out\. Odd", re.MULTILINE)

parser = argparse.ArgumentParser()
parser.add_argument("top", type=Path)
parser.add_argument("out", type=Path)
parser.add_argument("--seed", type=int, default=1)
parser.add_argument("--batch", type=int, default=24)
parser.add_argument("--short", action="store_true", help="a part of the files")
parser.add_argument("--only", default="", help="files whose names contain this")
parser.add_argument("--values", type=int, default=-1, help="how many files with hostile values")
parser.add_argument("--program", type=Path, help="another way to start Odd Lot")
asked = parser.parse_args()
check = Checks()


def run(*arguments):
    """The exit code (-1 where it had to be stopped), both outputs, and how long it took."""
    began = time.monotonic()
    process = subprocess.Popen(
        [asked.program or asked.top / "oddlot", *map(str, arguments)], stdin=subprocess.DEVNULL, stdout=subprocess.PIPE,
        stderr=subprocess.PIPE, start_new_session=True, env=os.environ | {"JAVA_OPTS": f"-Xmx{HEAP}"},
        preexec_fn=lambda: resource.setrlimit(resource.RLIMIT_DATA, (MEMORY, MEMORY)))
    try:
        out, err = process.communicate(timeout=SECONDS)
        code = process.returncode
    except subprocess.TimeoutExpired:
        os.killpg(process.pid, 9)
        out, err = process.communicate()
        code = -1
    return code, out.decode("utf-8", "replace"), err.decode("utf-8", "replace"), time.monotonic() - began


def fair(what, code, out, err):
    """No hang, no trace, no other end than the three that are documented."""
    check(f"{what}: ends by itself with 0, 1 or 2", True, code in (0, 1, 2))
    found = TRACE.search(out) or TRACE.search(err)
    check(f"{what}: no trace", None, found and (out + err)[max(0, found.start() - 200):found.end() + 200])


def document(what, out):
    try:
        return json.loads(out)
    except ValueError:
        check(f"{what}: one JSON document", "one", out[:200])
        return {}


def good_files(folder):
    folder.mkdir(parents=True, exist_ok=True)
    (folder / "good.otio").write_bytes(dump(timeline(name="A001C001 good")))
    (folder / "good.csv").write_bytes(csv(log_rows()))
    return [folder / "good.otio", folder / "good.csv"]


def checked(number, batch, good):
    """One call of `check`; every file is there, the good ones untouched, the bad ones with a reason."""
    what = f"check {number}"
    code, out, err, seconds = run("check", "--json", good[0], *[path for path, _ in batch], good[1])
    fair(what, code, out, err)
    files = {entry["file"]: entry for entry in document(what, out).get("files", [])}
    for path, harmless in batch:
        inside = [entry for name, entry in files.items() if name == str(path) or name.startswith(f"{path}/")]
        check(f"{what}: {path.name} is in the list", True, bool(inside))
        if not harmless:
            check(f"{what}: {path.name} has a reason", True, any(entry["problems"] for entry in inside))
        for problem in (problem for entry in inside for problem in entry["problems"]):
            check(f"{what}: {path.name} says what", True, len(problem["message"].split()) > 2)
    for path, count in zip(good, ("clips", "entries")):
        check(f"{what}: {path.name} was read", True, files.get(str(path), {}).get(count, 0) > 0)
    return seconds


def ran(number, batch, good):
    what = f"run {number}"
    folder = asked.out / f"run-{number}"
    code, out, err, seconds = run("run", "--json", "--out", folder, good[0], *[path for path, _ in batch], good[1])
    fair(what, code, out, err)
    papers = [paper["paper"] for paper in document(what, out).get("papers", [])]
    check(f"{what}: good.csv among the papers", True, any("good.csv" in name for name in papers))
    # Where another paper has rows as well, which of the two is meant is for a person to say.
    came = any(folder.glob("good*.otio"))
    check(f"{what}: the good timeline came out", True, came or len(papers) > 1)
    shutil.rmtree(folder, ignore_errors=True)
    return seconds


def converted(path):
    what = f"convert {path.name}"
    target = asked.out / f"converted-{path.name}"
    for ending in (".vtt" if path.suffix in (".srt", ".ttml", ".stl", ".scc", ".txt", ".ctm", ".rttm") else ".otio",):
        to = target.with_name(target.name + ending)
        code, out, err, seconds = run("convert", "--json", path, to)
        fair(what, code, out, err)
        says = document(what, out)
        check(f"{what}: written or a reason", True,
              to.exists() if code == 0 else bool(says.get("problems")) and not to.exists())
        to.unlink(missing_ok=True)
    left = [str(left) for left in asked.out.glob(f".*{path.name}*")]
    check(f"{what}: nothing half", [], left)
    return seconds


def main():
    files = asked.out / "files"
    shutil.rmtree(asked.out, ignore_errors=True)
    maker = Maker(files, asked.seed)
    made = maker.all()
    kinds = Counter()
    for kind, name, content in values(asked.values if asked.values >= 0 else 160 if asked.short else 1000, asked.seed):
        kinds[kind] += 1
        maker.put(name, content, harmless=True)
    # Neighbours of other kinds, and the same ones every time.
    made.sort(key=lambda each: (hash_of(each[0].name), each[0].name))
    made = [each for each in made if asked.only in each[0].name]
    good = good_files(asked.out / "good")
    batches = [made[i:i + asked.batch] for i in range(0, len(made), asked.batch)]
    if asked.short:
        batches = batches[::4]
    part = batches[::3] if asked.short else batches
    single = [path for path, _ in made if not asked.short or hash_of(path.name) % 24 == 0]
    slowest = 0
    with ThreadPoolExecutor(2) as both:
        jobs = [both.submit(checked, i, batch, good) for i, batch in enumerate(batches)]
        jobs += [both.submit(ran, i, batch, good) for i, batch in enumerate(part)]
        jobs += [both.submit(converted, path) for path in single]
        for job in jobs:
            slowest = max(slowest, job.result())
    print(f"{len(made)} files, {len(batches)} calls of check, {len(part)} of run, {len(single)} of convert; "
          f"the slowest took {slowest:.1f} s of {SECONDS}, heap {HEAP}, {MEMORY >> 20} MB in all")
    print("hostile values: " + ", ".join(f"{kind} {count}" for kind, count in sorted(kinds.items())))
    shutil.rmtree(files, ignore_errors=True)
    return check.result()


def hash_of(name):
    import zlib
    return zlib.crc32(name.encode())


if __name__ == "__main__":
    sys.exit(main())
