#!/usr/bin/env python3
"""Checks that markers are carried to the next version of a cut. Cuts are made with the OpenTimelineIO reference library:
sources used over and over, dissolves, speeds, shots that run backwards or stand still, nested timelines, pictures and titles
over others, what is switched off. Each is edited again at random, and then, in some, is moved as a whole by an hour or its
media lies elsewhere. The older one has markers on its stack, its tracks and its clips. What `oddlot run OLD NEW --only
markers` puts into the newer one by itself has to sit on the frame of media that it sat on; nearly all whose frame is still
to be seen have to be there. What is seen is worked out from the library's ranges. Run with the reference library's Python,
after the programs were built.

    markers.py TOP OUT [COUNT] [FIRST_SEED]
"""
import copy
import json
import math
import random
import subprocess
import sys
from pathlib import Path

import opentimelineio as otio
from opentimelineio import opentime, schema

from common import Checks

RATE = 25
SPEEDS = [1, 1, 1, 1, 1, 2, 0.5, -1, 0]


def time(frames):
    return opentime.RationalTime(frames, RATE)


def span(start, length):
    return opentime.TimeRange(time(start), time(length))


class Maker:
    def __init__(self, seed):
        self.r = random.Random(seed)
        self.names = [f"K{n:03}" for n in range(1, self.r.choice([4, 12, 40]))]
        self.starts = {name: self.r.randint(0, 100_000) for name in self.names}

    def clip(self, length=None, speed=None):
        r = self.r
        name = r.choice(self.names)
        length = length or r.randint(8, 120)
        clip = schema.Clip(name, source_range=span(self.starts[name] + r.randint(0, 4000), length))
        clip.media_reference = schema.ExternalReference(
            f"file:///vol/rushes/{name}.mov", span(self.starts[name], 9000))
        speed = r.choice(SPEEDS) if speed is None else speed
        if speed == 0:
            clip.effects.append(schema.FreezeFrame())
        elif speed != 1:
            clip.effects.append(schema.LinearTimeWarp(time_scalar=speed))
        clip.enabled = r.random() > 0.05
        return clip

    def title(self, n):
        clip = schema.Clip(f"Title {n}", source_range=span(0, self.r.randint(20, 70)))
        clip.media_reference = schema.GeneratorReference(
            f"Title {n}", "title", parameters={"text": f"Words number {n}"})
        return clip

    def nest(self):
        inner = schema.Track("V1", kind="Video")
        inner.extend([self.clip(speed=1) for _ in range(2)])
        stack = schema.Stack(f"nest {self.r.randint(0, 999)}")
        stack.append(inner)
        whole = inner.duration().value
        cut = self.r.randint(0, 5)
        stack.source_range = span(cut, whole - cut)
        return stack

    def cut(self):
        r = self.r
        v1, v2, v3 = (schema.Track(name, kind="Video") for name in ("V1", "V2", "V3"))
        for i in range(r.randint(15, 40)):
            kind = r.random()
            if kind < 0.08:
                v1.append(schema.Gap(source_range=span(0, r.randint(3, 40))))
            elif kind < 0.14:
                v1.append(self.nest())
            else:
                v1.append(self.clip())
        self.over(v2, v1.duration().value, lambda n: self.clip(r.randint(10, 50)))
        self.over(v3, v1.duration().value, self.title)
        self.dissolves(v1)
        timeline = schema.Timeline("cut")
        timeline.global_start_time = time(90_000)
        timeline.tracks.extend([v1, v2, v3])
        return timeline

    def over(self, track, length, make):
        at = n = 0
        while at < length - 300:
            nothing = self.r.randint(60, 400)
            n += 1
            over = make(n)
            track.extend([schema.Gap(source_range=span(0, nothing)), over])
            at += nothing + over.source_range.duration.value

    def dissolves(self, track):
        for i in range(len(track) - 1, 0, -1):
            sides = (track[i - 1], track[i])
            if all(isinstance(s, schema.Clip) and not s.effects for s in sides) and self.r.random() < 0.12:
                track.insert(i, schema.Transition("d", "SMPTE_Dissolve", in_offset=time(3), out_offset=time(3)))

    def edit(self, timeline):
        """One change; the tracks above do not follow it, or do, as it comes."""
        r = self.r
        v1 = timeline.tracks[0]
        shots = [i for i, item in enumerate(v1) if isinstance(item, schema.Clip)
                 and not any(isinstance(v1[j], schema.Transition) for j in (i - 1, i + 1) if 0 <= j < len(v1))]
        if not shots:
            return
        i = r.choice(shots)
        shot = v1[i]
        used = shot.source_range
        at = v1.range_of_child_at_index(i).start_time.value
        before = v1.duration().value
        what = r.randint(0, 8)
        if what == 0:
            del v1[i]
        elif what == 1:
            v1.insert(i, self.clip())
        elif what == 2 and used.duration.value > 30:
            head, tail = r.randint(-4, 12), r.randint(-9, 12)
            shot.source_range = span(used.start_time.value + head, used.duration.value - head - tail)
        elif what == 3 and used.duration.value > 40 and not shot.effects:
            at = r.randint(10, int(used.duration.value) - 10)
            second = copy.deepcopy(shot)
            shot.source_range = span(used.start_time.value, at)
            second.source_range = span(used.start_time.value + at + r.choice([0, 0, 3]), used.duration.value - at - 3)
            v1.insert(i + 1, second)
            if r.random() < 0.4:
                v1.insert(i + 1, self.clip(r.randint(5, 40)))
        elif what == 4:
            j = r.choice(shots)
            moved = copy.deepcopy(v1[j])
            del v1[j]
            v1.insert(min(i, len(v1)), moved)
        elif what == 5:
            v1[i] = self.clip(int(used.duration.value))
        elif what == 6:
            shot.enabled = not shot.enabled
        elif what == 7:
            shot.source_range = span(used.start_time.value + r.randint(-9, 9), used.duration.value)
        elif what == 8 and not shot.effects:
            shot.effects.append(schema.LinearTimeWarp(time_scalar=2))
        grown = v1.duration().value - before
        if r.random() < 0.7:
            self.follow(timeline, at, grown)

    def follow(self, timeline, at, grown):
        for track in list(timeline.tracks)[1:]:
            for i, item in enumerate(track):
                begins = track.range_of_child_at_index(i).start_time.value
                if isinstance(item, schema.Gap) and begins + item.source_range.duration.value >= at:
                    length = item.source_range.duration.value + grown
                    if length > 0:
                        item.source_range = span(0, length)
                    break


def shown(clip, inside):
    """The frame of its media that a clip shows some frames after its beginning; backwards from its end."""
    speed = 1
    for effect in clip.effects:
        speed = 0 if isinstance(effect, schema.FreezeFrame) else effect.time_scalar
    first = clip.source_range.start_time.value
    if speed < 0:
        return math.ceil(first + clip.source_range.duration.value * -speed + inside * speed) - 1
    return math.floor(first + inside * speed)


def in_track(track, frame):
    for i, item in enumerate(track):
        if isinstance(item, schema.Transition):
            continue
        range_ = track.range_of_child_at_index(i)
        inside = frame - range_.start_time.value
        if 0 <= inside < range_.duration.value:
            if isinstance(item, schema.Stack):
                return in_track(item[0], inside + item.source_range.start_time.value) if item.enabled else None
            if isinstance(item, schema.Clip) and item.enabled:
                if isinstance(item.media_reference, schema.ExternalReference):
                    return Path(item.media_reference.target_url).name, shown(item, inside)
            return None
    return None


def seen(timeline):
    length = int(max(track.duration().value for track in timeline.tracks))
    frames = []
    for frame in range(length):
        frames.append(next((its for track in reversed(timeline.tracks)
                            if (its := in_track(track, frame)) is not None), None))
    return frames


def one(top, out, seed, check, count):
    maker = Maker(seed)
    old = maker.cut()
    new = copy.deepcopy(old)
    for _ in range(maker.r.randint(1, 14)):
        maker.edit(new)
    frames = seen(old)
    places = {}
    for n in range(30):
        at = maker.r.randrange(len(frames))
        places[f"note {n}"] = at
        marker = schema.Marker(name=f"note {n}", marked_range=span(at, maker.r.choice([0, 1])))
        target = old.tracks if maker.r.random() < 0.7 else old.tracks[0]
        target.markers.append(marker)
    if maker.r.random() < 0.3:
        new.global_start_time = time(180_000)
    if maker.r.random() < 0.3:
        for clip in new.find_clips():
            if isinstance(clip.media_reference, schema.ExternalReference):
                clip.media_reference.target_url = clip.media_reference.target_url.replace("rushes", "online/conform")
    folder = out / f"{seed:04}"
    folder.mkdir(parents=True, exist_ok=True)
    for name, timeline in (("old", old), ("new", new)):
        otio.adapters.write_to_file(timeline, str(folder / f"{name}.otio"))
    for done in folder.glob("* (odd lot)*"):
        done.unlink()
    ran = subprocess.run(
        [str(top / "oddlot"), "run", str(folder / "old.otio"), str(folder / "new.otio"), "--only", "markers",
         "--out", str(folder), "--json"], capture_output=True, text=True)
    check(f"{seed}: ran", True, ran.returncode in (0, 1))
    written = folder / "new (odd lot).otio"
    now = otio.adapters.read_from_file(str(written)) if written.exists() else new
    after = seen(now)
    carried = {}
    for marker in now.tracks.markers:
        carried[marker.name] = int(marker.marked_range.start_time.value)
    for name, at in places.items():
        if name in carried and frames[at] is not None:
            found = after[carried[name]] if carried[name] < len(after) else None
            check(f"{seed}: {name} at {at}, carried to {carried[name]}", frames[at], found)
    there = [name for name, at in places.items() if frames[at] is not None and after.count(frames[at]) == 1
             and frames.count(frames[at]) == 1]
    count["there"] += len(there)
    count["carried"] += sum(name in carried for name in there)
    for name in there:
        if name not in carried:
            count["left"].append((seed, name, places[name], frames[places[name]], after.index(frames[places[name]])))


def main():
    top, out = Path(sys.argv[1]), Path(sys.argv[2])
    number = int(sys.argv[3]) if len(sys.argv) > 3 else 12
    first = int(sys.argv[4]) if len(sys.argv) > 4 else 1
    out.mkdir(parents=True, exist_ok=True)
    check = Checks()
    count = {"there": 0, "carried": 0, "left": []}
    for seed in range(first, first + number):
        one(top, out, seed, check, count)
    print(f"{number} pairs of cuts, {count['there']} markers whose frame is seen once in both, "
          f"{count['carried']} of them carried by themselves")
    for left in count["left"][:40]:
        print(f"  left to a person: {left}")
    check("nearly all carried", True, count["carried"] >= 0.97 * count["there"])
    sys.exit(check.result())


if __name__ == "__main__":
    main()
