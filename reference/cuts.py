#!/usr/bin/env python3
"""Checks the walk through a cut against the OpenTimelineIO reference library's own range arithmetic: random nested
timelines, frame by frame. Run with the reference library's Python, after the programs were built.

    cuts.py TOP OUT [SEED]
"""
import random
import subprocess
import sys
from fractions import Fraction
from pathlib import Path

import opentimelineio as otio
from opentimelineio import opentime, schema

from common import Checks

TOP, OUT = Path(sys.argv[1]), Path(sys.argv[2])
SEED = int(sys.argv[3]) if len(sys.argv) > 3 else 1
COUNT = 120
RATE = 24
check = Checks()


def time(value):
    return opentime.RationalTime(value, RATE)


def span(start, duration):
    return opentime.TimeRange(time(start), time(duration))


class Maker:
    """Makes one timeline of tracks, stacks, clips, gaps and transitions, most of them with used ranges."""

    def __init__(self, seed):
        self.random = random.Random(seed)
        self.clips = 0

    def clip(self):
        self.clips += 1
        start, length = self.random.randint(0, 90_000), self.random.randint(4, 40)
        media = schema.ExternalReference(f"m/{self.clips}.mov", span(start, length))
        used = span(start + 1, length - 2) if self.random.random() < 0.5 else None
        clip = schema.Clip(f"c{self.clips}", media, used)
        clip.enabled = self.random.random() < 0.9
        return clip

    def used(self, item):
        """Perhaps uses only a part of what is in an item, or more than that."""
        whole = item.available_range().duration.value
        if self.random.random() < 0.5 and whole > 3:
            start = self.random.randint(0, int(whole) - 2)
            item.source_range = span(start, self.random.randint(1, int(whole) - start))
        return item

    def track(self, depth, kind):
        track = schema.Track(f"t{depth}", kind=kind)
        for _ in range(self.random.randint(1, 5)):
            choice = self.random.random()
            if choice < 0.55 or depth == 0:
                track.append(self.clip())
            elif choice < 0.75:
                track.append(schema.Gap(duration=time(self.random.randint(1, 30))))
            else:
                track.append(self.stack(depth - 1))
        if len(track) > 1 and self.random.random() < 0.4:
            at = self.random.randint(1, len(track) - 1)
            if all(isinstance(track[i], schema.Clip) for i in (at - 1, at)):
                track.insert(at, schema.Transition("", "SMPTE_Dissolve", time(1), time(1)))
        return self.used(track)

    def stack(self, depth):
        stack = schema.Stack(f"s{depth}")
        for _ in range(self.random.randint(1, 3)):
            if self.random.random() < 0.25:
                stack.append(self.clip())
            else:
                stack.append(self.track(depth, self.random.choice(["Video", "Audio"])))
        return self.used(stack)

    def timeline(self):
        made = schema.Timeline("random")
        for _ in range(self.random.randint(1, 4)):
            made.tracks.append(self.track(2, self.random.choice(["Video", "Audio"])))
        return made


def ancestors(clip):
    chain, item = [clip], clip.parent()
    while item is not None:
        chain.append(item)
        item = item.parent()
    return chain


def frames(timeline):
    """What the library says is to be seen or heard at each frame: the clip, and which frame of its media."""
    found = {}
    tracks = timeline.tracks
    last = int(tracks.available_range().duration.value)
    for clip in timeline.find_clips():
        chain = ancestors(clip)
        # A clip that lies on a track takes that one's kind, also where a stack lies between.
        kind = next((item.kind for item in chain if isinstance(item, schema.Track)), "")
        for frame in range(last):
            there = all(
                item.trimmed_range().contains(tracks.transformed_time(time(frame), item))
                for item in chain[:-1]
            )
            if there:
                at = tracks.transformed_time(time(frame), clip)
                enabled = all(item.enabled for item in chain)
                found[(clip.name, frame)] = (kind, enabled, int(at.value))
    return found


def ours(lines):
    """The same of what Odd Lot says, event by event."""
    found = {}
    for line in lines:
        _, name, kind, enabled, record, duration, source = line.split("\t")
        record, duration, source = (Fraction(text) * RATE for text in (record, duration, source))
        for i in range(int(duration)):
            key = (name, int(record) + i)
            assert key not in found, f"{key} is there twice"
            found[key] = (kind, enabled == "true", int(source) + i)
    return found


def main():
    OUT.mkdir(parents=True, exist_ok=True)
    expected, files = {}, []
    for number in range(COUNT):
        timeline = Maker(SEED * 1000 + number).timeline()
        path = OUT / f"cut{number}.otio"
        otio.adapters.write_to_file(timeline, str(path), adapter_name="otio_json")
        expected[path.name] = frames(timeline)
        files.append(str(path))
    java = subprocess.run([str(TOP / "oddlot"), "--java"], capture_output=True, text=True).stdout.strip()
    classes = f"{TOP}/bench/target/classes:{TOP}/bench/target/lib/*"
    printed = subprocess.run(
        [java, "-cp", classes, "org.oddlot.bench.Cuts", *files], capture_output=True, text=True, check=True
    ).stdout.splitlines()
    total = 0
    for name, theirs in expected.items():
        found = ours([line for line in printed if line.startswith(name + "\t")])
        wrong = [key for key in theirs.keys() | found.keys() if theirs.get(key) != found.get(key)]
        total += len(theirs)
        check(f"{name}, {sorted(wrong)[:3]}", [], [(k, theirs.get(k), found.get(k)) for k in sorted(wrong)[:3]])
    print(f"{COUNT} random timelines, {total} frames of clips, OpenTimelineIO {otio.__version__}")
    return check.result()


if __name__ == "__main__":
    sys.exit(main())
