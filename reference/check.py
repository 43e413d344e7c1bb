#!/usr/bin/env python3
"""Runs Odd Lot over the demo and over the library's own fixtures, opens what it wrote with the OpenTimelineIO
reference library, and compares object by object: every difference must be in the ledger, and nothing else.

    check.py TOP OUT
"""
import json
import math
import shutil
import subprocess
import sys
from pathlib import Path

import opentimelineio as otio

# Fixtures that the library itself does not read, or reads as something else: a byte order mark, a marker of an
# unknown schema, old versions that it makes new while reading.
UNREADABLE = ("byte-order-mark.otio", "unknown-schema.otio", "old-versions.otio")

TOP, OUT = Path(sys.argv[1]), Path(sys.argv[2])
passed = failed = 0


def check(what, good, detail=""):
    global passed, failed
    if good:
        passed += 1
    else:
        failed += 1
        print(f"FAILED {what}: {detail}")


def oddlot(*arguments):
    done = subprocess.run([str(TOP / "oddlot"), *map(str, arguments)], capture_output=True, text=True)
    if done.returncode not in (0, 1):
        sys.exit(f"oddlot {arguments} ended with {done.returncode}: {done.stderr}")
    return json.loads(done.stdout)


def loaded(path):
    """The file as the library understands it, as plain data."""
    root = otio.adapters.read_from_file(str(path), adapter_name="otio_json")
    return json.loads(root.to_json_string(indent=-1))


def same(a, b):
    if isinstance(a, float) and isinstance(b, float) and math.isnan(a) and math.isnan(b):
        return True
    return a == b


def differences(before, after, path=(), found=None):
    """The paths to all leaves that differ; a new element of a list is one leaf."""
    found = [] if found is None else found
    if isinstance(before, dict) and isinstance(after, dict):
        for key in before.keys() | after.keys():
            if key not in before and isinstance(after[key], dict):
                differences({}, after[key], path + (key,), found)
            elif key not in before or key not in after:
                found.append(path + (key,))
            else:
                differences(before[key], after[key], path + (key,), found)
    elif isinstance(before, list) and isinstance(after, list) and len(before) <= len(after):
        for index, value in enumerate(after):
            if index < len(before):
                differences(before[index], value, path + (index,), found)
            else:
                found.append(path + (index,))
    elif not same(before, after):
        found.append(path)
    return found


def compare(name, before, after, ledger):
    """Every difference that the library sees is one line of the ledger."""
    old, new = loaded(before), loaded(after)
    # What was put right of a paper is in the ledger and in no timeline.
    ledger = [entry for entry in ledger if entry["property"] != "entries"]
    seen = differences(old, new)
    check(f"{name}: as many differences as lines in the ledger", len(seen) == len(ledger), f"{len(seen)} and {len(ledger)}")
    properties = sorted(entry["property"].split("/")[-1] for entry in ledger)
    # Elements of lists are counted from one in the ledger and from zero in the file.
    leaves = sorted(str(path[-1] + 1 if isinstance(path[-1], int) else path[-1]) for path in seen)
    check(f"{name}: the same properties", leaves == properties, f"{set(leaves) ^ set(properties)}")


def clips(path):
    return list(otio.adapters.read_from_file(str(path)).find_clips())


def demo():
    lot = oddlot("make-demo", OUT / "demo", "--json")["lot"]
    result = oddlot("run", lot, "--out", OUT / "demo-out", "--accept", "all", "--json")
    written = Path(result["written"][0]["file"])
    before = OUT / "demo" / "orrin-day1.otio"
    compare("demo", before, written, result["ledger"])
    named = {clip.name: clip for clip in clips(written)}
    slate = named["A001C008"].metadata["practice_desk"]["slate"]
    check("demo: scene and take are where the profile keeps them", (slate["scene"], slate["take"]) == ("12A", "4"), str(slate))
    marker = named["A001C002"].markers[0]
    check("demo: a keyword range is a marker", marker.name == "gulls" and marker.marked_range.duration.value == 149, str(marker))
    check(
        "demo: its start is the log's timecode",
        otio.opentime.to_timecode(otio.opentime.RationalTime(marker.marked_range.start_time.value, 24)) == "08:42:42:13",
        str(marker.marked_range),
    )
    again = OUT / "demo-again.otio"
    subprocess.run([str(TOP / "oddlot"), "practice", "desk", "export", str(written), str(again)], check=True)
    check("demo: Practice Desk's export is opened too", len(clips(again)) == len(clips(written)))


def fixtures():
    log = OUT / "fixtures.csv"
    log.write_text(
        "Scene,Take,Cam,TC In,TC Out,Circle,Notes,Keyword\n"
        '12A,3,A,10:05:59:02,,*,"Inés says ""now"", end good",\n'
        ",,,10:06:03:00,10:06:05:00,,,gulls\n",
        encoding="utf-8",
    )
    for fixture in sorted((TOP / "core/src/test/resources/otio").glob("*.otio")):
        name = fixture.name
        copy = OUT / "copies" / name
        copy.parent.mkdir(parents=True, exist_ok=True)
        oddlot("convert", fixture, copy, "--json")
        check(f"{name}: read and written is the same to the byte", copy.read_bytes() == fixture.read_bytes())
        if name in UNREADABLE:
            continue
        result = oddlot("run", fixture, log, "--out", OUT / "fixtures-out", "--accept", "all", "--json")
        for written in result["written"]:
            compare(name, fixture, written["file"], result["ledger"])
        loaded(copy)


def main():
    shutil.rmtree(OUT, ignore_errors=True)
    OUT.mkdir(parents=True)
    print(f"OpenTimelineIO {otio.__version__}")
    demo()
    fixtures()
    print(f"{passed} passed, {failed} failed")
    return 1 if failed else 0


sys.exit(main())
