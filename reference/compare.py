#!/usr/bin/env python3
"""Checks the comparison of two versions of a timeline. Cuts are made with the OpenTimelineIO reference library (BEFORE), with
sources that are used over and over, black between shots, sound in step with the pictures, titles, music; each is edited
again in ways that are noted (AFTER): shots put in, taken out, lifted, trimmed, slipped, cut in two with another between,
swapped, replaced, switched off, retimed; titles reworded, moved, raised; sound louder; in some the media lies elsewhere or
is called otherwise, the cut is counted at twice the rate, there is a track more. `oddlot compare --json` has to tell what
was noted and nothing else. Run with the reference library's Python, after the programs were built.

    compare.py TOP OUT [COUNT] [FIRST_SEED]
"""
import copy
import json
import random
import subprocess
import sys
from collections import Counter
from pathlib import Path

import opentimelineio as otio
from opentimelineio import opentime, schema

from common import Checks

RATE = 25


class Item:
    """A clip or, without media and words, black; counted in frames of the cut."""

    def __init__(self, length, media=None, first=0, words=None):
        self.length, self.media, self.first, self.words = length, media, first, words
        self.speed, self.enabled, self.level, self.name = 1.0, True, None, None
        self.markers = []

    def is_gap(self):
        return self.media is None and self.words is None

    def label(self):
        return self.name or self.words or self.media


class Cut:
    """Tracks of items. V1 and A1 are cut together; all others are free and follow them."""

    def __init__(self, seed, shots):
        self.random = r = random.Random(seed)
        self.pictures = [f"{c}{n:03}C{m:03}" for c in "AB" for n in (1, 2) for m in range(1, 2 + shots // 12)]
        self.starts = {name: r.randint(20_000, 2_000_000) for name in self.pictures}
        self.tracks = {"V1": [], "V2": [], "V3": [], "A1": [], "A2": [], "A3": []}
        self.truth = Counter()
        self.touched = set()
        for i in range(shots):
            if r.random() < 0.06:
                gap = r.randint(5, 40)
                self.tracks["V1"].append(Item(gap))
                self.tracks["A1"].append(Item(gap))
            picture, sound = self.shot(r.randint(20, 160))
            self.tracks["V1"].append(picture)
            self.tracks["A1"].append(sound)
        total = self.length("V1")
        self.scatter("V2", total, lambda n, length: Item(length, f"GFX{n:02}", 0))
        self.scatter("V3", total, lambda n, length: Item(length, words=f"{r.choice(WORDS)} {n}, {r.choice(WORDS)}"))
        self.scatter("A2", total, lambda n, length: Item(length, f"MUS{n % 4}", r.randint(0, 4000)))
        self.scatter("A3", total, lambda n, length: Item(length, f"FX{r.randint(0, 9)}", r.randint(0, 500)))
        self.resting = {}

    def scatter(self, track, total, make):
        at, n = 0, 0
        while at < total - 400:
            gap = self.random.randint(120, 500)
            length = self.random.randint(20, 120)
            n += 1
            self.tracks[track] += [Item(gap), make(n, length)]
            at += gap + length

    def shot(self, length, media=None):
        """A picture and the sound that was recorded with it. Uses of one source may have frames in common."""
        media = media or self.random.choice(self.pictures)
        first = self.starts[media] + self.random.randint(0, 3000)
        return Item(length, media, first), Item(length, media + "T", first)

    def length(self, track):
        return sum(item.length for item in self.tracks[track])

    def start(self, index, track="V1"):
        return sum(item.length for item in self.tracks[track][:index])

    def at(self, track, frame):
        """The item there, as an index, and how far into it."""
        for i, item in enumerate(self.tracks[track]):
            if frame < item.length:
                return i, frame
            frame -= item.length
        return len(self.tracks[track]), frame

    FREE = ("V2", "V3", "A2", "A3")

    def ripple(self, frame, by):
        """Puts in or takes out time on the free tracks; says whether nothing is in the way."""
        for track in self.FREE:
            i, inside = self.at(track, frame)
            items = self.tracks[track]
            if i < len(items) and (not items[i].is_gap() or inside + max(0, -by) > items[i].length - 30):
                return False
        for track in self.FREE:
            i, _ = self.at(track, frame)
            if i < len(self.tracks[track]):
                self.tracks[track][i].length += by
        return True

    def is_clear(self, frame, to):
        for track in self.FREE:
            i, inside = self.at(track, frame)
            items = self.tracks[track]
            if i < len(items) and (not items[i].is_gap() or inside + to - frame > items[i].length):
                return False
        return True

    def tell(self, kind, track, item):
        self.truth[(kind, track, item)] += 1

    def both(self, index):
        return [("V1", self.tracks["V1"][index]), ("A1", self.tracks["A1"][index])]

    # What can be done; each says whether it could be done.

    def insert(self, i):
        picture, sound = self.shot(self.random.randint(10, 90))
        if not self.ripple(self.start(i), picture.length):
            return False
        self.put(i, picture, sound)
        return True

    def put(self, i, picture, sound):
        self.tracks["V1"].insert(i, picture)
        self.tracks["A1"].insert(i, sound)
        self.tell("new", "V1", picture)
        self.tell("new", "A1", sound)

    def delete(self, i):
        item = self.tracks["V1"][i]
        if not self.is_clear(self.start(i), self.start(i + 1)) or not self.ripple(self.start(i), -item.length):
            return False
        for track, its in self.both(i):
            self.tell("gone", track, its)
            self.tracks[track].remove(its)
        return True

    def lift(self, i):
        for track, its in self.both(i):
            self.tell("gone", track, its)
            self.tracks[track][i] = Item(its.length)
        return True

    def trim(self, i):
        item = self.tracks["V1"][i]
        head, tail = self.random.choice([(-4, 0), (0, -7), (5, 0), (0, 11), (-3, -3), (6, -2)])
        if item.length + head + tail < 12 or not self.ripple(self.start(i + 1), head + tail):
            return False
        for track, its in self.both(i):
            its.first -= head
            its.length += head + tail
            self.tell(f"trimmed {head} {tail}", track, its)
        return True

    def slip(self, i):
        by = self.random.choice([-9, -2, 1, 6, 13])
        for track, its in self.both(i):
            its.first += by
            self.tell(f"slipped {-by} {by}", track, its)
        return True

    def split(self, i):
        """Cut in two, another shot between."""
        item = self.tracks["V1"][i]
        half = item.length // 2
        picture, sound = self.shot(self.random.randint(10, 60))
        if half < 12 or picture.media == item.media or not self.ripple(self.start(i) + half, picture.length):
            return False
        for track, its in self.both(i):
            rest = copy.copy(its)
            rest.length, rest.first = its.length - half, its.first + half
            its.length = half
            self.tracks[track].insert(i + 1, rest)
            self.tell("split", track, its)
        self.put(i + 1, picture, sound)
        return True

    def swap(self, i):
        one, other = self.tracks["V1"][i], self.tracks["V1"][i + 1]
        if other.is_gap() or one.media == other.media or not self.is_clear(self.start(i), self.start(i + 2)):
            return False
        for track in ("V1", "A1"):
            its = self.tracks[track]
            its[i], its[i + 1] = its[i + 1], its[i]
            self.truth[("moved", track, (its[i], its[i + 1]))] += 1
        return True

    def replace(self, i):
        item = self.tracks["V1"][i]
        media = self.random.choice([name for name in self.pictures if name != item.media])
        for (track, its), other in zip(self.both(i), self.shot(item.length, media)):
            self.tracks[track][i] = other
            self.tell("replaced", track, other)
        return True

    def disable(self, i):
        item = self.tracks["V1"][i]
        item.enabled = False
        self.tell("disabled", "V1", item)
        return True

    def retime(self, i):
        item = self.tracks["V1"][i]
        item.speed = self.random.choice([2.0, 0.5, 3.0])
        self.tell("retimed", "V1", item)
        return True

    def louder(self, i):
        item = self.tracks["A1"][i]
        item.level = 0.5
        self.tell("effect", "A1", item)
        return True

    def free_edit(self):
        track = self.random.choice(self.FREE)
        items = self.tracks[track]
        candidates = [i for i in range(1, len(items) - 1)
                      if not items[i].is_gap() and items[i - 1].is_gap() and items[i + 1].is_gap()
                      and items[i] not in self.touched]
        if not candidates:
            return
        i = self.random.choice(candidates)
        item = items[i]
        self.touched.add(item)
        what = self.random.randrange(4)
        if what == 0 and items[i - 1].length > 90:
            by = self.random.randint(61, 89)
            items[i - 1].length -= by
            items[i + 1].length += by
            self.tell("moved", track, item)
        elif what == 1 and track == "V3":
            item.words = item.words.replace(",", " or")
            self.tell("words", track, item)
        elif what == 2:
            item.length -= 8
            items[i + 1].length += 8
            self.tell("trimmed 0 -8", track, item)
        elif what == 3:
            items[i] = Item(item.length)
            self.tell("gone", track, item)

    def edit(self):
        """Every few shots one thing."""
        acts = [self.insert, self.delete, self.lift, self.trim, self.trim, self.slip, self.split, self.swap, self.replace,
                self.disable, self.retime, self.louder]
        i = len(self.tracks["V1"]) - 5
        while i > 3:
            items = self.tracks["V1"]
            if not any(item.is_gap() for item in items[i - 1:i + 3]):
                self.random.choice(acts)(i)
            i -= self.random.randint(4, 9)
        for _ in range(12):
            self.free_edit()


WORDS = ["Orrin", "Skarvøy", "The quay", "Night ferry", "Harbour", "1962", "Bell", "Fog"]


class Form:
    """How a version is written: where media is, what it is called, at which rate, with which tracks."""

    def __init__(self, folder="/vol/a", names=None, rate=RATE, more=False):
        self.folder, self.names, self.rate, self.more = folder, names or {}, rate, more

    def label(self, item):
        name = item.label()
        return self.names.get(name, name)

    def time(self, frames):
        return opentime.RationalTime(frames * self.rate // RATE, self.rate)

    def clip(self, cut, item, kind):
        if item.is_gap():
            return schema.Gap(duration=self.time(item.length))
        sound = kind == "Audio"
        rate = 48_000 if sound and not item.media.startswith("FX") else self.rate
        scale = rate // RATE
        source = opentime.TimeRange(opentime.RationalTime(item.first * scale, rate),
                                    opentime.RationalTime(item.length * scale, rate))
        if item.words:
            media = schema.GeneratorReference("", "title", parameters={"text": item.words})
            source = opentime.TimeRange(self.time(0), self.time(item.length))
        else:
            name = self.names.get(item.media, item.media)
            start = cut.starts.get(item.media.rstrip("T"), 0)
            media = schema.ExternalReference(
                f"file://{self.folder}/{name[:4]}/{name}.{'wav' if sound else 'mov'}",
                opentime.TimeRange(opentime.RationalTime(start * scale, rate), opentime.RationalTime(6000 * scale, rate)))
        clip = schema.Clip(self.label(item), media, source)
        clip.enabled = item.enabled
        if item.speed != 1:
            clip.effects.append(schema.LinearTimeWarp("", item.speed))
        if item.level is not None:
            clip.effects.append(schema.Effect("", "gain", {"level": item.level}))
        return clip

    def timeline(self, cut):
        timeline = schema.Timeline("Ferry documentary", global_start_time=opentime.RationalTime(3600 * self.rate, self.rate))
        for name, items in cut.tracks.items():
            kind = "Video" if name[0] == "V" else "Audio"
            if name == "A1" and self.more:
                timeline.tracks.append(schema.Track("", kind="Video"))
            track = schema.Track(name, kind=kind)
            track.extend([self.clip(cut, item, kind) for item in items])
            timeline.tracks.append(track)
        return timeline


def said(change):
    kind = change["change"]
    if kind in ("trimmed", "slipped"):
        kind += f" {change['head_frames']} {change['tail_frames']}"
    return kind, change["track"], change["name"]


def judge(truth, changes, form):
    """What was wrongly told, and what was not told."""
    left = Counter(said(change) for change in changes)
    missing = []
    scale = form.rate // RATE
    for (kind, track, item), count in truth.items():
        words = kind.split()
        kind = " ".join([words[0]] + [str(int(w) * scale) for w in words[1:]])
        for _ in range(count):
            options = [(kind, track, its.label() if kind == "gone" else form.label(its)) for its in (item if isinstance(item, tuple) else (item,))]
            found = next((o for o in options if left[o] > 0), None)
            if found:
                left[found] -= 1
            else:
                missing.append(options[0])
    return [c for c, n in left.items() for _ in range(n)], missing


def one(top, out, seed, check, shots=90):
    cut = Cut(seed, shots)
    before, form = Form(), Form()
    old = before.timeline(cut)
    cut.edit()
    r = cut.random
    how = seed % 6
    if how == 1:
        form.folder = "/mnt/raid/b"
    elif how == 2:
        used = Counter(i.media for i in cut.tracks["V1"] if i.media)
        name = used.most_common(1)[0][0]
        form.names = {name: "SC12_T3"}
    elif how == 3:
        form.rate = 2 * RATE
    elif how == 4:
        form.more = True
    files = out / f"before-{seed}.otio", out / f"after-{seed}.otio"
    otio.adapters.write_to_file(old, str(files[0]))
    otio.adapters.write_to_file(form.timeline(cut), str(files[1]))
    run = subprocess.run([str(top / "oddlot"), "compare", *map(str, files), "--json"], capture_output=True, text=True)
    if run.returncode not in (0, 1):
        check(f"seed {seed} exit", 0, run.returncode)
        print(run.stderr)
        return 0
    document = json.loads(run.stdout)
    wrong, missing = judge(cut.truth, document["changes"], form)
    check(f"seed {seed}, way {how}, told wrongly", [], wrong)
    check(f"seed {seed}, way {how}, not told", [], missing)
    return sum(cut.truth.values())


def main():
    top, out = Path(sys.argv[1]), Path(sys.argv[2])
    count = int(sys.argv[3]) if len(sys.argv) > 3 else 12
    first = int(sys.argv[4]) if len(sys.argv) > 4 else 1
    out.mkdir(parents=True, exist_ok=True)
    check = Checks()
    told = sum(one(top, out, seed, check) for seed in range(first, first + count))
    print(f"{count} pairs of cuts, {told} changes")
    sys.exit(check.result())


if __name__ == "__main__":
    main()
