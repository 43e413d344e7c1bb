#!/usr/bin/env python3
"""Kills Odd Lot while it writes: half of the times while the part grows, half of them around the moment at which it
gets its name, both timed on the part itself. There must be the old file or the new one, never half of one, and what
was left behind must be gone after the next run.

    kills.py TOP OUT [COUNT]        COUNT of each, 200 unless said
"""
import hashlib
import os
import random
import shutil
import signal
import subprocess
import sys
import time
from pathlib import Path

from common import Checks
from hostile_files import dump, timeline

TOP, OUT = Path(sys.argv[1]), Path(sys.argv[2])
COUNT = int(sys.argv[3]) if len(sys.argv) > 3 else 200
check = Checks()
random.seed(1)


def parts(folder):
    return [name for name in os.listdir(folder) if name.startswith(".oddlot-")]


def size(folder, name):
    try:
        return os.stat(os.path.join(folder, name)).st_size
    except FileNotFoundError:
        return -1


def start(source, target):
    return subprocess.Popen([TOP / "oddlot", "run", source, source.with_suffix(".csv"), "--out", target], stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)


def killed(source, folder, whole, near_the_end):
    """Whether it was killed before it ended, and whether a part was left."""
    process = start(source, folder)
    wait = whole * random.random() if not near_the_end else whole
    later = random.random() * 0.06
    while process.poll() is None:
        here = parts(folder)
        if here and size(folder, here[0]) >= wait:
            if near_the_end:
                time.sleep(later)
            break
    alive = process.poll() is None
    process.send_signal(signal.SIGKILL) if alive else None
    process.wait()
    return alive, bool(parts(folder))


def main():
    shutil.rmtree(OUT, ignore_errors=True)
    OUT.mkdir(parents=True)
    source = OUT / "ferry.otio"
    source.write_bytes(dump(timeline(6000)))
    source.with_suffix(".csv").write_text("Scene,Take,Camera,TC In\n12,1,A,01:00:00:00\n")
    folder = OUT / "out"
    folder.mkdir()
    start(source, folder).wait()
    target = next(folder.glob("*.otio"))
    new = hashlib.sha256(target.read_bytes()).hexdigest()
    whole = target.stat().st_size
    target.unlink()
    told = {"killed": 0, "with a part": 0, "new": 0, "none": 0}
    for i in range(2 * COUNT):
        alive, left = killed(source, folder, whole, i % 2 == 1)
        there = list(folder.glob("ferry*"))
        told["killed"] += alive
        told["with a part"] += left
        told["new" if there else "none"] += 1
        check("one file at the most", True, len(there) <= 1)
        if there:
            check("whole", new, hashlib.sha256(there[0].read_bytes()).hexdigest())
        if left and i % 10 < 2:
            start(source, folder).wait()
            check("the next run clears up", [], parts(folder))
        for file in folder.glob("ferry*"):
            file.unlink()
    start(source, folder).wait()
    check("nothing left at the end", [], parts(folder))
    print(", ".join(f"{what} {count}" for what, count in told.items()))
    shutil.rmtree(OUT, ignore_errors=True)
    return check.result()


if __name__ == "__main__":
    sys.exit(main())
