"""Captions that lie somewhere else than their timeline, by other means than the program's.

caption_times.py TOP DIR [SEED] [LOTS]: makes timelines with cuts and captions of them that are shifted by any number of
frames up to two hours either way, counted from zero, cut into reels that each begin at zero, or that belong to another
programme. Of the captions 40 to 95 % begin with a cut. What the program lays by itself has to lie right to the frame;
of the constant shifts at least 95 % have to be found, by itself or as what it proposes.
"""

import json
import random
import re
import shutil
import subprocess
import sys
from fractions import Fraction
from pathlib import Path

from common import srt, timeline

top, out = Path(sys.argv[1]), Path(sys.argv[2])
seed = int(sys.argv[3]) if len(sys.argv) > 3 else 1
lots = int(sys.argv[4]) if len(sys.argv) > 4 else 24

RATES = [(24, 1), (25, 1), (24000, 1001), (30000, 1001), (30, 1), (50, 1)]
WORDS = ("rope harbour night lamp engine water light captain shore wind letter door cold morning boat fish hands stairs"
         " bread song keeper island radio storm coat window table brother mother stone field road bell").split()


def captions(rng, cuts, frame, share):
    """Captions in frames after the programme's first."""
    made, at = [], rng.randint(20, 80)
    while at < cuts[-1] - 150:
        start = at
        if rng.random() < share:
            nexts = [c for c in cuts if c >= at]
            start = nexts[0] if nexts and nexts[0] < cuts[-1] - 120 else at
        end = start + int(rng.uniform(1.2, 4.0) / float(frame))
        end = min(end, cuts[-1] - 2)
        made.append((start, end, " ".join(rng.choice(WORDS) for _ in range(rng.randint(3, 7))).capitalize() + "."))
        at = end + rng.randint(3, 90)
    return made


tally, wrong = {}, []


def tell(kind, what, where):
    tally.setdefault(kind, {}).setdefault(what, 0)
    tally[kind][what] += 1
    if what == "SETTLED WRONG" or what == "not found":
        wrong.append(f"{kind}: {what}: {where}")


for lot in range(lots):
    rng = random.Random(seed * 7919 + lot)
    num, den = rng.choice(RATES)
    frame = Fraction(den, num)
    rate = num / den
    minutes = rng.choice([6, 12, 25, 45])
    cuts = [0]
    while cuts[-1] * frame < minutes * 60:
        cuts.append(cuts[-1] + max(8, int(rng.lognormvariate(1.1, 0.7) / float(frame))))
    nominal = round(rate)
    hour = rng.choice([0, 1, 1, 10])
    start = hour * 3600 * nominal
    real = start * frame
    kind = ["shift", "shift", "shift", "zero", "reels", "other", "as it is"][lot % 7]
    its = captions(rng, cuts, frame, rng.choice([0.4, 0.5, 0.7, 0.95]))
    folder = out / f"lot-{seed}-{lot}"
    shutil.rmtree(folder, ignore_errors=True)
    folder.mkdir(parents=True)
    name = rng.choice(["Evening", "captions final v2", "en_subs"])
    (folder / "evening.otio").write_text(json.dumps(timeline(cuts, rate, start)), "utf-8")
    files, truth = {}, {}
    if kind in ("shift", "zero", "as it is"):
        offset = {"zero": -real, "as it is": Fraction(0)}.get(kind)
        if offset is None:
            least = -(real + its[0][0] * frame)
            offset = Fraction(rng.randint(max(int(least / frame) + 1, -int(7200 / frame)), int(7200 / frame))) * frame
        files[f"{name}.srt"] = [(real + a * frame + offset, real + b * frame + offset, t) for a, b, t in its]
        truth[f"{name}.srt"] = -offset
    elif kind == "reels":
        thirds = [cuts[-1] * k // 3 for k in range(4)]
        for k in range(3):
            begin = min(cuts, key=lambda c: abs(c - thirds[k]))
            mine = [c for c in its if thirds[k] + 60 <= c[0] and c[1] <= thirds[k + 1] - 60 and c[0] >= begin]
            if len(mine) > 3:
                file = f"{name} r{k + 1}.srt"
                files[file] = [((a - begin) * frame, (b - begin) * frame, t) for a, b, t in mine]
                truth[file] = real + begin * frame
    else:
        other = [0]
        while other[-1] * frame < minutes * 60 * 0.8:
            other.append(other[-1] + max(8, int(rng.lognormvariate(1.1, 0.7) / float(frame))))
        foreign = captions(rng, other, frame, 0.8)
        files["another evening.srt"] = [(real + a * frame, real + b * frame, t) for a, b, t in foreign]
        truth["another evening.srt"] = None
    for file, text in files.items():
        (folder / file).write_text(srt(text), "utf-8")
    got = subprocess.run([str(top / "oddlot"), "run", str(folder), "--only", "times", "--json"],
                         capture_output=True, text=True, check=False)
    document = json.loads(got.stdout)
    asked = {}
    for finding in document["findings"]:
        for file in files:
            if finding.get("id") == f"times:lies:{file}":
                asked.setdefault(file, finding)
    moved = {entry["document"]: entry["after"] for entry in document["ledger"] if entry["pass"] == "times"}
    for file in files:
        right = truth[file]
        finding = asked.get(file)
        if finding is None:
            words = moved.get(file, "")
            clock = re.fullmatch(r"(earlier|later) by (\d+):(\d\d):(\d\d\.\d+)", words)
            shift = Fraction(0) if not words else None
            if clock:
                shift = int(clock[2]) * 3600 + int(clock[3]) * 60 + Fraction(clock[4])
                shift = -shift if clock[1] == "earlier" else shift
        else:
            words = json.dumps(finding)
            word = re.search(r'"(?:[^"]* )?x1/1 ([+-][0-9.]+)"', words)
            shift = Fraction(word[1]) if word else None
        isright = right is not None and shift is not None and abs(shift - right) < frame
        where = f"{folder.name} {file} frame {float(frame):.4f} shift {shift is not None and float(shift)} " \
                f"right {right is not None and float(right)} {words[:300]}"
        if finding is None:
            tell(kind, "settled right" if isright else "SETTLED WRONG", where)
        else:
            tell(kind, "asked" if right is None else "proposed right" if isright else "not found", where)

for kind, its in tally.items():
    print(kind, its)
bad = sum(its.get("SETTLED WRONG", 0) for its in tally.values())
shifts = tally.get("shift", {})
of = sum(shifts.values())
missed = shifts.get("not found", 0)
print(f"settled wrong: {bad}; constant shifts found: {of - missed} of {of}")
for line in wrong[:30]:
    print("  " + line)
sys.exit(1 if bad or missed > 0.05 * of else 0)
