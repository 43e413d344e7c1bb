#!/usr/bin/env python3
"""Checks edit decision lists against the OpenTimelineIO reference library's CMX 3600 adapter, both ways: random
timelines within what both carry (one track of pictures, two of sound, cuts, dissolves, speeds, standing pictures,
locators' absence, all rates, drop-frame across hours) are written by one and read by the other, and what is there at
each frame compared: which clip, which of its frames. What this program wrote it reads and writes again to the byte. Run
with the reference library's Python, after the programs were built.

    edl.py TOP OUT [SEED]
"""
import math
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
COUNT = 15
RATES = [("23.976", 24000 / 1001), ("24", 24), ("25", 25), ("29.97", 30000 / 1001), ("30", 30)]
ADAPTER = "cmx_3600"
check = Checks()


class Maker:
    """Makes one timeline."""

    def __init__(self, seed, rate):
        self.random = random.Random(seed)
        self.rate = rate
        self.number = 0

    def time(self, value):
        return opentime.RationalTime(value, self.rate)

    def clip(self, sound):
        self.number += 1
        length = self.random.randint(30, 200)
        start = self.random.randint(0, 80_000)
        reel = f"R{self.random.randint(1, 40):03}"
        metadata = {"oddlot": {"source": {"reel": reel}}, "cmx_3600": {"reel": reel}}
        media = schema.MissingReference(metadata=metadata)
        clip = schema.Clip(
            f"SHOT {self.number}", media, opentime.TimeRange(self.time(start), self.time(length)),
            metadata={"cmx_3600": {"reel": reel}})
        choice = self.random.random()
        if not sound and choice < 0.15:
            clip.effects.append(schema.LinearTimeWarp("", self.random.choice([2.0, 0.5])))
        elif not sound and choice < 0.2:
            clip.effects.append(schema.FreezeFrame())
        return clip

    def track(self, kind):
        track = schema.Track(kind=kind)
        for _ in range(self.random.randint(4, 12)):
            # A list does not say where a timeline begins before its first event.
            if len(track) and self.random.random() < 0.15:
                track.append(schema.Gap(duration=self.time(self.random.randint(1, 60))))
            track.append(self.clip(kind == "Audio"))
        return track

    def dissolves(self, track):
        for i in range(len(track) - 1, 0, -1):
            both = [track[i - 1], track[i]]
            if all(isinstance(item, schema.Clip) and not item.effects for item in both) and self.random.random() < 0.3:
                half = self.time(self.random.randint(2, 10))
                track.insert(i, schema.Transition("", "SMPTE_Dissolve", half, half))

    def timeline(self):
        timeline = schema.Timeline("Random list")
        # At 29.97 an hour of drop-frame labels; a cut that begins near its end crosses it.
        drop = abs(self.rate - 29.97) < 0.01
        start = opentime.from_timecode("00:59:00;02" if drop and self.random.random() < 0.5 else "01:00:00;00" if drop else "01:00:00:00", self.rate)
        timeline.global_start_time = start
        video = self.track("Video")
        self.dissolves(video)
        timeline.tracks.append(video)
        for number in range(self.random.randint(0, 2)):
            timeline.tracks.append(self.track("Audio"))
        return timeline


def shown(timeline, skip):
    """What is there at each frame from the first on: by track, but for where things fade into each other."""
    found, fades = {}, set()
    kinds = {"Video": 0, "Audio": 0}
    for track in timeline.tracks:
        if track.kind not in kinds:
            continue
        kinds[track.kind] += 1
        name = f"{track.kind} {kinds[track.kind]}"
        for item in track:
            if isinstance(item, schema.Transition):
                at = item.range_in_parent().start_time
                first = round(at.value)
                fades.update((name, first + i) for i in range(round(item.in_offset.value + item.out_offset.value)))
            elif isinstance(item, schema.Clip):
                there = item.range_in_parent()
                start = round(item.source_range.start_time.value)
                scalar = Fraction(1)
                for effect in item.effects:
                    if isinstance(effect, schema.LinearTimeWarp):
                        scalar = Fraction(effect.time_scalar).limit_denominator(100)
                for i in range(round(there.duration.value)):
                    at = round(there.start_time.value) + i
                    found[name, at] = (item.name.removesuffix(" FF"), start + math.floor(i * scalar))
    return {key: value for key, value in found.items() if key not in skip}, fades


def same(what, one, other):
    _, fades = shown(one, set())
    _, more = shown(other, set())
    a, _ = shown(one, fades | more)
    b, _ = shown(other, fades | more)
    wrong = sorted(key for key in a.keys() | b.keys() if a.get(key) != b.get(key))
    check(f"{what}, {len(wrong)} of {len(a)} frames", [], [(key, a.get(key), b.get(key)) for key in wrong[:3]])
    return len(a)


def convert(a, b, *more):
    b.unlink(missing_ok=True)
    done = subprocess.run([str(TOP / "oddlot"), "convert", str(a), str(b), *more], capture_output=True, text=True)
    if not b.exists():
        print(done.stdout, done.stderr)
    return b.exists()


def main():
    OUT.mkdir(parents=True, exist_ok=True)
    frames = 0
    for number in range(COUNT):
        words, rate = RATES[number % len(RATES)]
        timeline = Maker(SEED * 1000 + number, rate).timeline()
        stem = OUT / f"{number} {words}"
        made = Path(f"{stem}.otio")
        otio.adapters.write_to_file(timeline, str(made), adapter_name="otio_json")
        ours = Path(f"{stem} ours.edl")
        if not convert(made, ours):
            check(f"{ours} written", True, False)
            continue
        theirs = otio.adapters.read_from_file(str(ours), adapter_name=ADAPTER, rate=rate)
        frames += same(f"{ours.name} read by the library", timeline, theirs)
        again, back = Path(f"{stem} again.otio"), Path(f"{stem} again.edl")
        convert(ours, again, "--rate", words)
        convert(again, back)
        check(f"{back.name} is what was written", ours.read_bytes(), back.read_bytes())
        frames += same(f"{again.name}", timeline, otio.adapters.read_from_file(str(again)))
        if len([track for track in timeline.tracks if track.kind == "Audio"]) == 0:
            written, read = Path(f"{stem} theirs.edl"), Path(f"{stem} theirs.otio")
            otio.adapters.write_to_file(timeline, str(written), adapter_name=ADAPTER, rate=rate)
            convert(written, read, "--rate", words)
            # The library says in the name that a picture stands still.
            frames += same(f"{read.name}", timeline, otio.adapters.read_from_file(str(read)))
    print(f"{COUNT} random timelines, {frames} frames, CMX 3600 adapter of OpenTimelineIO {otio.__version__}")
    return check.result()


if __name__ == "__main__":
    sys.exit(main())
