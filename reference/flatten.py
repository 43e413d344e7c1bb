#!/usr/bin/env python3
"""Checks flattening against the OpenTimelineIO reference library: random cuts of groups of angles and of clips of several
media are made with it, flattened by the program, and what came of it is read with it again. Before and after, frame by
frame on each track, the same frame of the same media has to be there. The ranges are the library's own
(range_in_parent, trimmed_range); speeds are counted from them in fractions, as in cuts.py. Run with the reference
library's Python, after the programs were built.

    flatten.py TOP OUT [SEED]
"""
import math
import random
import subprocess
import sys
from pathlib import Path

import opentimelineio as otio
from opentimelineio import opentime, schema

from common import Checks
from cuts import RATE, Point, Step, ancestors, seen, span, time

TOP, OUT = Path(sys.argv[1]), Path(sys.argv[2])
SEED = int(sys.argv[3]) if len(sys.argv) > 3 else 1
COUNT = 20
ANGLES = ["Bow", "Quay", "Mast"]
check = Checks()


class Maker:
    """Makes a cut: uses of groups with starts and stops, some at other speeds, and clips of several cameras."""

    def __init__(self, seed):
        self.random = random.Random(seed)
        self.files = 0

    def media(self, rate=RATE, length=None):
        self.files += 1
        length = length or self.random.randint(12, 120)
        scale = rate // RATE
        range_ = opentime.TimeRange(
            opentime.RationalTime(self.random.randint(0, 90_000), rate), opentime.RationalTime(length * scale, rate))
        return schema.ExternalReference(f"m/take {self.files}.mov", range_)

    def speed(self, item):
        if self.random.random() < 0.35:
            scalar = self.random.choice([2.0, 0.5, 1.5, -1.0, -0.5, 0.0])
            item.effects.append(schema.LinearTimeWarp("", scalar) if scalar else schema.FreezeFrame())
        return item

    def group(self, depth):
        stack = schema.Stack("group")
        for angle in ANGLES:
            row = schema.Track(angle, kind="Video")
            rate = 2 * RATE if angle == "Mast" else RATE
            at = 0
            while at < 200:
                if self.random.random() < 0.5:
                    row.append(schema.Gap(duration=time(self.random.randint(1, 25))))
                clip = schema.Clip(f"take {self.files}", self.media(rate))
                at += int(clip.duration().value * RATE / clip.duration().rate)
                row.append(clip if self.random.random() < 0.8 else self.slower(clip))
            stack.append(row)
        if depth:
            row = schema.Track("Inner", kind="Video")
            row.append(self.use(depth - 1, 300))
            stack.append(row)
        return stack

    def slower(self, clip):
        clip.effects.append(schema.LinearTimeWarp("", self.random.choice([0.5, -1.0])))
        return clip

    def use(self, depth=0, length=None):
        group = self.group(depth)
        angle = self.random.choice([row.name for row in group])
        group.metadata["oddlot"] = {"kind": "angles", "angle": {"picture": angle, "sound": angle}}
        group.source_range = span(self.random.randint(0, 120), length or self.random.randint(3, 60))
        return group if length else self.speed(group)

    def several(self):
        clip = schema.Clip("several")
        clip.set_media_references({angle: self.media(length=200) for angle in ANGLES}, "Bow")
        for reference in clip.media_references().values():
            reference.available_range = span(1000, 200)
        clip.active_media_reference_key = self.random.choice(ANGLES)
        clip.source_range = span(1000 + self.random.randint(0, 100), self.random.randint(3, 60))
        return self.speed(clip)

    def timeline(self):
        made = schema.Timeline("Rough cut")
        for kind in ["Video", "Audio"]:
            track = schema.Track(kind, kind=kind)
            for _ in range(self.random.randint(3, 8)):
                choice = self.random.random()
                if choice < 0.15:
                    track.append(schema.Gap(duration=time(self.random.randint(1, 30))))
                elif choice < 0.35:
                    track.append(self.several())
                elif choice < 0.45:
                    track.append(schema.Clip("plain", self.media(), None))
                else:
                    track.append(self.use(1 if choice > 0.9 else 0))
            made.tracks.append(track)
        return made


def is_group(item):
    return isinstance(item, schema.Stack) and dict(item.metadata.get("oddlot", {})).get("kind") == "angles"


def is_chosen(chain, kind):
    """Whether a clip lies in the chosen angle of all groups above it."""
    for child, parent in zip(chain, chain[1:]):
        if is_group(parent):
            key = "sound" if kind == "Audio" else "picture"
            if parent.metadata["oddlot"]["angle"][key] != child.name:
                return False
    return True


def shown(timeline):
    """What is there at each frame of each track: which media, and which of its frames."""
    found = {}
    for index, track in enumerate(timeline.tracks):
        for clip in track.find_clips():
            chain = ancestors(clip)
            if not is_chosen(chain, track.kind):
                continue
            steps = [Step(item, item is chain[-1]) for item in reversed(chain)]
            use = chain[-3]
            there = use.range_in_parent()
            first = math.floor(there.start_time.rescaled_to(RATE).value)
            media = clip.media_reference
            rate = media.available_range.start_time.rate if media.available_range else RATE
            for frame in range(first, first + math.ceil(there.duration.rescaled_to(RATE).value) + 1):
                # The place is asked for in the media's own frames: the walk says it in those of the cut.
                at = place(steps, frame)
                if at is not None:
                    assert (index, frame) not in found, f"two things at {index}, {frame}"
                    scaled = Point(at.at * int(rate) / RATE, at.forwards)
                    found[index, frame] = (media.target_url, scaled.frame())
    return found


def place(steps, frame):
    """As the walk of cuts.py, but where in the media, not only which frame of the cut's rate."""
    if seen(steps, frame, False) is None:
        return None
    at = Point(frame).inside(steps[0])
    for step in steps[1:]:
        at = at.inside(step)
    return at


def main():
    OUT.mkdir(parents=True, exist_ok=True)
    total = 0
    for number in range(COUNT):
        timeline = Maker(SEED * 1000 + number).timeline()
        path = OUT / f"cut{number}.otio"
        otio.adapters.write_to_file(timeline, str(path), adapter_name="otio_json")
        out = OUT / f"out{number}"
        subprocess.run(
            [str(TOP / "oddlot"), "run", str(path), "--only", "flatten", "--accept", "all", "--quiet", "--out", str(out)],
            capture_output=True, text=True)
        flat = [
            found
            for file in out.glob("*.otio")
            for found in timelines(otio.adapters.read_from_file(str(file)))
            if found.name == "Rough cut, flat"
        ]
        check(f"cut {number}: one flat cut", 1, len(flat))
        if len(flat) != 1:
            continue
        left = [item for item in flat[0].tracks.find_children() if is_group(item)]
        check(f"cut {number}: groups left", 0, len(left))
        several = [clip for clip in flat[0].find_clips() if len(clip.media_references()) > 1]
        check(f"cut {number}: clips of several media left", 0, len(several))
        before, after = shown(timeline), shown(flat[0])
        total += len(before)
        wrong = sorted(key for key in before.keys() | after.keys() if before.get(key) != after.get(key))
        check(f"cut {number}, {len(wrong)} frames", [], [(key, before.get(key), after.get(key)) for key in wrong[:3]])
    print(f"{COUNT} random cuts flattened, {total} frames the same, OpenTimelineIO {otio.__version__}")
    return check.result()


def timelines(root):
    if isinstance(root, schema.Timeline):
        return [root]
    return [found for child in root for found in timelines(child)] if isinstance(root, schema.SerializableCollection) else []


if __name__ == "__main__":
    sys.exit(main())
