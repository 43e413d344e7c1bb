#!/usr/bin/env python3
"""Checks extraction. Projects are made with the OpenTimelineIO reference library: bins in bins, several timelines, nested
ones, groups of angles, media of a few bytes on disk. `oddlot extract` takes one timeline out, with its media copied; the
library opens what was written. By a walk of its own here: everything that the timeline shows is there, its source clips
lie in bins, nothing lies in bins that is not used, every address leads to a file with the same bytes. The copies are
checked by the `ascmhl` library, which also has to find one byte that is changed. Copying that is killed goes on. Run with
the reference library's Python, after the programs were built.

    extract.py TOP OUT [COUNT] [FIRST_SEED]
"""
import json
import random
import shutil
import signal
import subprocess
import sys
import time
from pathlib import Path
from urllib.parse import quote, unquote

import opentimelineio as otio
from opentimelineio import opentime, schema

from common import Checks

RATE = 24


def span(first, length):
    return opentime.TimeRange(opentime.RationalTime(first, RATE), opentime.RationalTime(length, RATE))


class Project:
    def __init__(self, folder, seed):
        self.random = r = random.Random(seed)
        self.folder = folder
        self.files = []
        for card in ("A001", "A002", "Käse & Brot"):
            for n in range(r.randint(2, 6)):
                name = f"{card}/C{n:04}.mov"
                path = folder / "rushes" / name
                path.parent.mkdir(parents=True, exist_ok=True)
                path.write_bytes(r.randbytes(r.randint(10, 4000)))
                self.files.append("rushes/" + name)

    def clip(self, file, use=True):
        media = schema.ExternalReference(quote(file), span(1000, 800))
        first, length = self.random.randint(1000, 1500), self.random.randint(5, 60)
        return schema.Clip(Path(file).stem, media, span(first, length) if use else None)

    def stack(self, name, files):
        stack = schema.Stack(name)
        for file in files:
            track = schema.Track(Path(file).stem, kind="Video")
            track.append(self.clip(file))
            stack.append(track)
        return stack

    def some(self, most=5):
        return self.random.sample(self.files, self.random.randint(1, min(most, len(self.files))))

    def make(self):
        r = self.random
        root = schema.SerializableCollection("project")
        self.groups = []
        for n in range(3):
            group = self.stack(f"evening {n}", self.some(4))
            group.metadata["oddlot"] = {"kind": "angles"}
            self.groups.append(group)
        self.inner = []
        for n in range(2):
            inner = schema.Timeline(f"scene {n}")
            track = schema.Track("V1", kind="Video")
            track.extend([self.clip(f) for f in self.some()])
            inner.tracks.append(track)
            self.inner.append(inner)
        cuts = []
        for n in range(3):
            cut = schema.Timeline(f"lock {n}")
            for kind, name in (("Video", "V1"), ("Video", "V2"), ("Audio", "A1")):
                track = schema.Track(name, kind=kind)
                for file in self.some():
                    if r.random() < 0.3:
                        track.append(schema.Gap(duration=opentime.RationalTime(r.randint(1, 40), RATE)))
                    track.append(self.clip(file))
                if name == "V1" and r.random() < 0.7:
                    track.append(r.choice(self.groups).deepcopy())
                if name == "V1" and r.random() < 0.5:
                    inner = r.choice(self.inner)
                    nested = inner.tracks.deepcopy()
                    nested.name = inner.name
                    track.append(nested)
                cut.tracks.append(track)
            cuts.append(cut)
        for file in self.files:
            bin_ = next((b for b in root if b.name == Path(file).parent.name), None)
            if bin_ is None:
                bin_ = schema.SerializableCollection(Path(file).parent.name)
                root.append(bin_)
            bin_.append(self.clip(file, use=False))
        other = schema.SerializableCollection("cuts")
        for each in cuts + self.inner + self.groups:
            other.append(each)
        root.insert(r.randint(0, len(root)), other)
        return root


def media(item):
    """The files that an item shows or refers to."""
    return {unquote(ref.target_url) for clip in item.find_clips() for ref in clip.media_references().values()
            if isinstance(ref, schema.ExternalReference)}


def nested(item):
    return {stack.name for stack in item.find_children(descended_from_type=schema.Stack)}


def in_bins(collection):
    for child in collection:
        if isinstance(child, schema.SerializableCollection):
            yield child
            yield from in_bins(child)
        else:
            yield child


def used(root, cut):
    """What a timeline needs, found out from the project as it was."""
    items = {each.name: each for each in in_bins(root) if not isinstance(each, (schema.Clip, schema.SerializableCollection))}
    keep, todo = set(), [cut.name]
    files = set()
    while todo:
        name = todo.pop()
        if name in keep or name not in items:
            continue
        keep.add(name)
        files |= media(items[name])
        todo += nested(items[name])
    return keep, files


def run(*command):
    return subprocess.run([str(c) for c in command], capture_output=True, text=True)


def one(top, out, seed, check):
    folder = out / f"project-{seed}"
    shutil.rmtree(folder, ignore_errors=True)
    folder.mkdir(parents=True)
    project = Project(folder, seed)
    root = project.make()
    otio.adapters.write_to_file(root, str(folder / "project.otio"))
    cut = next(each for each in in_bins(root) if each.name == "lock 1")
    keep, files = used(root, cut)
    written = folder / "out" / "lock.otio"
    written.parent.mkdir()
    copies = written.parent / "media"
    ran = run(top / "oddlot", "extract", folder / "project.otio", "--timeline", "lock 1", "--out", written, "--copy", copies, "--json")
    check(f"seed {seed} exit", 0, ran.returncode)
    document = json.loads(ran.stdout)
    result = otio.adapters.read_from_file(str(written))
    kept = list(in_bins(result))
    names = {each.name for each in kept if not isinstance(each, (schema.Clip, schema.SerializableCollection))}
    check(f"seed {seed} timelines and groups", keep, names)
    check(f"seed {seed} no empty bins", 0, sum(1 for each in kept if isinstance(each, schema.SerializableCollection) and not len(each)))
    clips = [each for each in kept if isinstance(each, schema.Clip)]
    check(f"seed {seed} source clips", len(files), len(clips))
    check(f"seed {seed} listed", sorted(files), sorted(unquote(m["address"]) for m in document["media"]))
    addresses = set().union(*(media(each) for each in kept if not isinstance(each, schema.SerializableCollection)))
    check(f"seed {seed} addresses lead to copies", [], [a for a in addresses if not (written.parent / a).is_file()])
    before = sorted((folder / f).read_bytes() for f in files)
    after = sorted((written.parent / a).read_bytes() for a in addresses)
    check(f"seed {seed} bytes", before, after)
    ascmhl = Path(sys.executable).parent / "ascmhl"
    check(f"seed {seed} list", 0, run(ascmhl, "create", copies, "-h", "sha1").returncode)
    victim = written.parent / project.random.choice(sorted(addresses))
    content = bytearray(victim.read_bytes())
    content[project.random.randrange(len(content))] ^= 1
    victim.write_bytes(content)
    check(f"seed {seed} changed byte", True, run(ascmhl, "create", copies, "-h", "sha1").returncode != 0)


def killed(top, out, check):
    """Copying is killed in the middle, and goes on."""
    folder = out / "killed"
    shutil.rmtree(folder, ignore_errors=True)
    (folder / "rushes").mkdir(parents=True)
    block = random.Random(3).randbytes(1 << 20)
    track = schema.Track("V1", kind="Video")
    for n in range(6):
        with open(folder / "rushes" / f"{n}.mov", "wb") as file:
            for k in range(60):
                file.write(bytes([n, k]) + block)
        track.append(schema.Clip(str(n), schema.ExternalReference(f"rushes/{n}.mov", span(0, 900)), span(0, 50)))
    timeline = schema.Timeline("lock")
    timeline.tracks.append(track)
    otio.adapters.write_to_file(timeline, str(folder / "lock.otio"))
    copies = folder / "media"
    command = [top / "oddlot", "extract", folder / "lock.otio", "--out", folder / "out.otio", "--copy", copies]
    process = subprocess.Popen([str(c) for c in command], stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
    until = time.time() + 60
    while time.time() < until and not list(copies.glob("**/[2-5].mov*")):
        time.sleep(0.002)
    process.send_signal(signal.SIGKILL)
    process.wait()
    check("killed: nothing written", False, (folder / "out.otio").exists())
    check("killed: something copied", True, copies.exists())
    check("killed: goes on", 0, run(*command).returncode)
    check("killed: all there", 6, len(list(copies.glob("*.mov"))))
    for n in range(6):
        check(f"killed: {n}", (folder / "rushes" / f"{n}.mov").read_bytes() == (copies / f"{n}.mov").read_bytes(), True)
    shutil.rmtree(folder)


def main():
    top, out = Path(sys.argv[1]), Path(sys.argv[2])
    count = int(sys.argv[3]) if len(sys.argv) > 3 else 6
    first = int(sys.argv[4]) if len(sys.argv) > 4 else 1
    check = Checks()
    for seed in range(first, first + count):
        one(top, out, seed, check)
    killed(top, out, check)
    sys.exit(check.result())


if __name__ == "__main__":
    main()
