#!/usr/bin/env python3
"""Checks the walk through a cut against the OpenTimelineIO reference library's own range arithmetic: random nested
timelines with speeds, freezes and reversals at every depth, frame by frame, and dissolves into nests. The library does
not apply time effects; what they do here is counted from its ranges, in fractions. Run with the reference library's Python, after the programs were built.

    cuts.py TOP OUT [SEED]
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
        return self.timed(clip)

    def timed(self, item):
        """Perhaps at another speed, backwards, or standing still."""
        choice = self.random.random()
        if choice < 0.2:
            scalar = self.random.choice([2.0, 0.5, 1.5, 0.25, -1.0, -2.0, -0.5])
            item.effects.append(schema.LinearTimeWarp("", scalar))
        elif choice < 0.24:
            item.effects.append(schema.FreezeFrame())
        return item

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
            if depth == 2 or all(isinstance(track[i], schema.Clip) for i in (at - 1, at)):
                track.insert(at, schema.Transition("", "SMPTE_Dissolve", time(1), time(1)))
        return self.timed(self.used(track))

    def stack(self, depth):
        stack = schema.Stack(f"s{depth}")
        for _ in range(self.random.randint(1, 3)):
            if self.random.random() < 0.25:
                stack.append(self.clip())
            else:
                stack.append(self.track(depth, self.random.choice(["Video", "Audio"])))
        return self.timed(self.used(stack))

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


def fraction(value):
    return Fraction(value.value) / Fraction(value.rate) * RATE


def pace(item):
    scalar = Fraction(1)
    for effect in item.effects:
        if isinstance(effect, schema.LinearTimeWarp):
            scalar *= Fraction(effect.time_scalar)
    return scalar


def reach(item):
    """How far transitions beside an item on its track show it beyond its ends."""
    track = item.parent()
    if not isinstance(track, schema.Track):
        return 0, 0
    index = track.index(item)
    before = track[index - 1] if index > 0 else None
    behind = track[index + 1] if index + 1 < len(track) else None
    return (
        int(before.in_offset.value) if isinstance(before, schema.Transition) else 0,
        int(behind.out_offset.value) if isinstance(behind, schema.Transition) else 0,
    )


class Point:
    """A moment of an item's own time, and from which side it is come to: backwards from behind."""

    def __init__(self, at, forwards=True):
        self.at, self.forwards = at, forwards

    def within(self, first, behind):
        return first <= self.at < behind if self.forwards else first < self.at <= behind

    def inside(self, step):
        """The same moment in the time of the item of a step."""
        after = self.at - step.first
        if step.scalar > 0:
            return Point(step.start + after * step.scalar, self.forwards)
        if step.scalar < 0:
            return Point(step.start + (step.length - after) * -step.scalar, not self.forwards)
        return Point(step.start)

    def frame(self):
        return math.floor(self.at) if self.forwards else math.ceil(self.at) - 1


class Step:
    """An item on the way to a clip: where it lies, as the library says, and how its time runs."""

    def __init__(self, item, is_outermost):
        used = item.trimmed_range()
        self.start, self.length, self.scalar = fraction(used.start_time), fraction(used.duration), pace(item)
        self.first, self.behind, self.reach = Fraction(0), None, (0, 0)
        if not is_outermost:
            range_ = item.range_in_parent()
            self.first = fraction(range_.start_time)
            self.behind = self.first + fraction(range_.duration)
            self.reach = reach(item)


def seen(steps, frame, transitions):
    """Where a frame of the timeline is in the clip that some steps lead to; None where it is not there."""
    at, extended = Point(Fraction(frame)).inside(steps[0]), False
    for step in steps[1:]:
        if not at.within(step.first, step.behind):
            before, after = step.reach if transitions and not extended else (0, 0)
            if not at.within(step.first - before, step.behind + after):
                return None
            extended = True
        at = at.inside(step)
    return at.frame()


def frames(timeline):
    """What is to be seen or heard at each frame: the clip, and which frame of its media."""
    found, reached = {}, {}
    tracks = timeline.tracks
    last = int(tracks.available_range().duration.value)
    for clip in timeline.find_clips():
        chain = ancestors(clip)
        # A clip that lies on a track takes that one's kind, also where a stack lies between.
        kind = next((item.kind for item in chain if isinstance(item, schema.Track)), "")
        enabled = all(item.enabled for item in chain)
        # Of a transition within a nest and one to it, the inner one counts; that is not looked at here.
        inner = any(
            isinstance(child, schema.Transition)
            for item in chain[1:-2]
            if isinstance(item, schema.Track)
            for child in item
        )
        still = any(pace(item) == 0 for item in chain)
        steps = [Step(item, item is chain[-1]) for item in reversed(chain)]
        for frame in range(last):
            at = seen(steps, frame, False)
            if at is not None:
                found[(clip.name, frame)] = (kind, enabled, at)
            if not inner and not still and seen(steps, frame, True) is not None:
                reached.setdefault(clip.name, []).append(frame)
    return found, reached


def ours(lines):
    """The same of what Odd Lot says, event by event."""
    found, reached = {}, {}
    for line in lines:
        _, name, kind, enabled, *numbers = line.split("\t")
        record, duration, first, behind, start, end = (Fraction(text) * RATE for text in numbers[:6])
        speed = Fraction(numbers[6])
        for frame in range(math.ceil(record), math.ceil(record + duration)):
            key = (name, frame)
            assert key not in found, f"{key} is there twice"
            after = frame - record
            media = math.ceil(end + after * speed) - 1 if speed < 0 else math.floor(start + after * speed)
            found[key] = (kind, enabled == "true", media)
        reached.setdefault(name, []).extend(range(max(0, math.ceil(first)), math.ceil(behind)))
    return found, reached


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
    classes = f"{TOP}/benchmarks/target/classes:{TOP}/benchmarks/target/lib/*"
    printed = subprocess.run(
        [java, "-cp", classes, "org.oddlot.bench.Cuts", *files], capture_output=True, text=True, check=True
    ).stdout.splitlines()
    total = 0
    dissolved = 0
    for name, (theirs, reach) in expected.items():
        found, reached = ours([line for line in printed if line.startswith(name + "\t")])
        wrong = [key for key in theirs.keys() | found.keys() if theirs.get(key) != found.get(key)]
        total += len(theirs)
        check(f"{name}, {sorted(wrong)[:3]}", [], [(k, theirs.get(k), found.get(k)) for k in sorted(wrong)[:3]])
        last = max((frame for _, frame in theirs), default=0)
        for clip, its in reach.items():
            dissolved += len(its)
            check(
                f"{name}, {clip} with transitions",
                [frame for frame in its if frame <= last],
                sorted(frame for frame in reached.get(clip, []) if frame <= last),
            )
    print(f"{COUNT} random timelines, {total} frames of clips, {dissolved} with transitions, OpenTimelineIO {otio.__version__}")
    return check.result()


if __name__ == "__main__":
    sys.exit(main())
