#!/usr/bin/env python3
"""Checks paper cuts by their numbers. Interviews are made here, not as the demo makes its own: several frame rates, media
that begins at zero, at a time of day or late in it, transcripts as JSON by passages, as a bare list of words, as CTM, times
from the start of the file or as timecode, names with all sorts of endings, words that come over and over, two at once,
clips in bins and clips in timelines only. `oddlot report --kind words` prints the page; some of its numbers are drawn and
typed back as a person types them. What is written has to show, as the OpenTimelineIO reference library reads it, from the
frame in which the first word of each begins to that in which its last one ends, worked out here from the moments that were
written down; sound and captions along with it, and all that came in still there. Run with the reference library's Python,
after the programs were built.

    papercut.py TOP OUT [COUNT] [FIRST_SEED]
"""
import json
import math
import random
import subprocess
import sys
from fractions import Fraction
from pathlib import Path

import opentimelineio as otio
from opentimelineio import opentime, schema

from common import Checks

WORDS = ("well you know the boat went out again and nobody came back before the ice was gone so we waited "
         "on the quay my mother had the lamp it's like that isn't it no never twice Orrin Skarvøy").split()


class Interview:
    def __init__(self, r, number):
        self.r = r
        self.name = f"{r.choice('CDK')}{number:03}_{r.randint(1, 9999):04}"
        self.rate = r.choice([24, 25, 30, 50])
        self.start = r.choice([0, self.rate * 36_000 + 7, self.rate * 86_000 - 1])
        self.length = self.rate * 400
        self.turns = []
        at = r.uniform(0.2, 9)
        for i in range(r.randint(3, 9)):
            words = []
            for k in range(r.randint(1, 25)):
                end = at + r.uniform(0.05, 0.6)
                text = r.choice(WORDS)
                if k and r.random() < 0.15:
                    words[-1][0] += r.choice([".", "?", "…", "!”"])
                words.append([text, round(at, 3), round(end, 3)])
                at = end + r.choice([0, 0.02, 0.3])
            words[-1][0] += "."
            self.turns.append((f"Person {'AB'[i % 2]}y", words))
            # CTM has no passages: there a pause makes them.
            at += r.uniform(1.7, 4)
        self.kind = r.choice(["turns", "words", "ctm"])
        self.timecode = self.start > 0 and r.random() < 0.3

    def clip(self):
        clip = schema.Clip(self.name)
        clip.media_reference = schema.ExternalReference(
            f"file:///vol/talk/{self.name}.mov",
            opentime.TimeRange(opentime.RationalTime(self.start, self.rate),
                               opentime.RationalTime(self.length, self.rate)))
        return clip

    def shift(self):
        return self.start / self.rate if self.timecode else 0

    def write(self, folder):
        s = self.shift()
        end = {"turns": self.r.choice([".json", "-words.json", ".en.json"]), "words": ".words.json",
               "ctm": self.r.choice([".ctm", "_1.ctm"])}[self.kind]
        file = folder / (self.name.lower() + end if self.r.random() < 0.2 else self.name + end)
        one = lambda w: {"text": w[0], "start": round(w[1] + s, 3), "end": round(w[2] + s, 3)}
        if self.kind == "turns":
            file.write_text(json.dumps({"turns": [
                {"speaker": who, "words": [one(w) for w in words]} for who, words in self.turns]}))
        elif self.kind == "words":
            file.write_text(json.dumps({"language": "en", "words": [
                {"word": w[0], "start": round(w[1] + s, 3), "end": round(w[2] + s, 3)}
                for _, words in self.turns for w in words]}))
        else:
            file.write_text(";; made\n" + "".join(
                f"{self.name} 1 {w[1] + s:.3f} {w[2] - w[1]:.3f} {w[0]} 0.9\n"
                for _, words in self.turns for w in words))
        return file

    def all(self):
        return [w for _, words in self.turns for w in words]


def rows(top, files):
    out = subprocess.run([top / "oddlot", "report", "--kind", "words", "--json", *files],
                         capture_output=True, text=True)
    return json.loads(out.stdout)["rows"]


def walk(thing):
    if isinstance(thing, schema.Timeline):
        yield thing
    elif isinstance(thing, (schema.SerializableCollection, list)):
        for child in thing:
            yield from walk(child)


def one(top, folder, seed, check):
    r = random.Random(seed)
    folder.mkdir(parents=True, exist_ok=True)
    talks = [Interview(r, n) for n in range(1, r.randint(2, 4))]
    project = schema.SerializableCollection("talks")
    project.append(schema.SerializableCollection("bin", [t.clip() for t in talks]))
    otio.adapters.write_to_file(project, str(folder / "talks.otio"))
    files = [folder / "talks.otio"] + [t.write(folder) for t in talks]
    page = rows(top, files)
    by_file = {}
    for talk, file in zip(talks, files[1:]):
        by_file[file.name] = talk
    # Where each printed sentence stands among the words that were written down.
    place, at = [], {}
    for row in page:
        talk = by_file[row["text_of"]]
        first = at.get(talk.name, 0)
        count = len(row["words"].split())
        place.append((row, talk, first, first + count))
        at[talk.name] = first + count
        check(f"seed {seed} words of {row['number']}", [w[0] for w in talk.all()[first:first + count]],
              row["words"].split())
    for talk in talks:
        check(f"seed {seed} all words of {talk.name}", len(talk.all()), at.get(talk.name, 0))
    chosen = [r.choice(place) for _ in range(r.randint(1, 9))]
    typed = r.choice([", ", " ", ";", ",\n"]).join(c[0]["number"].upper() if r.random() < 0.3 else c[0]["number"]
                                                   for c in chosen)
    out = folder / "out"
    ran = subprocess.run([top / "oddlot", "run", "--only", "papercut", "--set", f"papercut.numbers={typed}", "--out", out, *files],
                         capture_output=True, text=True)
    doubt = any(c[1].timecode and c[1].start / c[1].rate + 1 < c[1].length / c[1].rate for c in chosen)
    check(f"seed {seed} goes through", 0, ran.returncode if not doubt else 0)
    written = list(out.glob("*.otio"))
    if not written:
        check(f"seed {seed} written", True, False)
        return
    made = otio.adapters.read_from_file(str(written[0]))
    cut = next((t for t in walk(made) if t.name.startswith("Paper cut")), None)
    check(f"seed {seed} has a cut", True, cut is not None)
    if cut is None:
        return
    pieces = []
    for _, talk, first, behind in chosen:
        if pieces and pieces[-1][0] is talk and pieces[-1][2] == first:
            pieces[-1][2] = behind
        else:
            pieces.append([talk, first, behind])
    expected = []
    for talk, first, behind in pieces:
        words = talk.all()[first:behind]
        start = Fraction(talk.start) / talk.rate + Fraction(str(min(w[1] for w in words)))
        end = Fraction(talk.start) / talk.rate + Fraction(str(max(w[2] for w in words)))
        a, b = math.floor(start * talk.rate), math.ceil(end * talk.rate)
        expected.append((talk.name, a, talk.rate, b))
    video = [c for c in cut.video_tracks()[0] if isinstance(c, schema.Clip)]
    found = [(c.name, int(c.source_range.start_time.value), int(c.source_range.start_time.rate)) for c in video]
    check(f"seed {seed} pieces", [e[:3] for e in expected], found)
    for clip, (name, a, rate, b) in zip(video, expected):
        # At another rate than the timeline's a piece is rounded to whole frames of that.
        most = 0 if clip.source_range.duration.rate == cut.global_start_time.rate == rate else 1
        late = clip.source_range.end_time_exclusive().to_seconds() * rate - b
        check(f"seed {seed} end of {name}", True, abs(late) <= most * (1 + rate / 2 / cut.global_start_time.rate) + 1e-6)
    captions = [c for t in cut.tracks if t.kind == "Caption" for c in t if isinstance(c, schema.Clip)]
    wanted = sorted(w[0] for talk, first, behind in pieces for w in talk.all()[first:behind])
    texts = [c.media_reference.parameters["text"] for c in captions]
    said = sorted(word.lstrip("–-") for text in texts for word in text.split() if word not in "–-")
    check(f"seed {seed} captions say it", wanted, said)
    names = {c.name for c in made.find_clips()}
    check(f"seed {seed} all clips are still there", set(), {t.name for t in talks} - names)


def main():
    top, out = Path(sys.argv[1]).resolve(), Path(sys.argv[2]).resolve()
    count = int(sys.argv[3]) if len(sys.argv) > 3 else 6
    first = int(sys.argv[4]) if len(sys.argv) > 4 else 1
    check = Checks()
    for seed in range(first, first + count):
        one(top, out / str(seed), seed, check)
    sys.exit(check.result())


if __name__ == "__main__":
    main()
