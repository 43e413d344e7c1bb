"""Captions that break a guideline in ways of which nobody told the program, by other means than its own.

caption_mending.py TOP DIR [SEED] [LOTS]: makes timelines with cuts, and captions that are too fast, too short, too long, too
near to one another, a frame before or behind a cut, over each other, at two places at once, without a break. All that is
proposed is accepted, and what was written is read here again, and counted in frames:

- two that did not lie over each other before do not afterwards; those at different places may;
- no gap becomes one of a frame or two where there was none, and none that was right becomes a fault;
- no caption goes over a cut over which it did not go, and what begins with a cut begins with it still;
- no word is lost, none comes in, and they keep their order;
- what was in order is as it was to the byte; mended once more nothing changes.
"""

import json
import random
import re
import subprocess
import sys
from fractions import Fraction
from pathlib import Path

from common import srt, timeline

top, out = Path(sys.argv[1]), Path(sys.argv[2])
seed = int(sys.argv[3]) if len(sys.argv) > 3 else 1
lots = int(sys.argv[4]) if len(sys.argv) > 4 else 40

RATES = [(24, 1), (25, 1), (24000, 1001), (30000, 1001), (30, 1), (50, 1)]
WORDS = ("harbour keeper engine stopped nobody water lantern captain shoreline midnight letter corner cold morning rowing"
         " fisher hands stairways bread singing island weather storm overcoat window table brother stonewall field").split()
FAST, SHORT, LONG, NEAR, BEFORE_CUT, OVER, PLACES, WIDE, FINE = (
    "too fast", "too short", "too long", "a frame or two apart", "a frame before a cut", "over each other",
    "two places at once", "too wide", "in order")
AT_CUT, HANDED = "too fast at a cut", "handed over a frame before a cut"
KINDS = [FAST, SHORT, LONG, NEAR, BEFORE_CUT, OVER, PLACES, WIDE, FINE, AT_CUT, HANDED]


def sentence(rng, letters):
    words = []
    while len(" ".join(words)) < letters - 9:
        words.append(rng.choice(WORDS))
    return " ".join(words).capitalize() + "."


def broken(text):
    if len(text) <= 37:
        return text
    at = min((i for i, c in enumerate(text) if c == " "), key=lambda i: abs(i - len(text) / 2))
    return text[:at] + "\n" + text[at + 1:]


def lot(rng, frame):
    """Cuts and captions, both in frames after the programme's first; each caption with what is wrong with it."""
    fps = 1 / float(frame)
    cuts = [0]
    while cuts[-1] < 150 * fps:
        cuts.append(cuts[-1] + int(rng.uniform(1.2, 9) * fps))
    made, at = [], int(rng.uniform(1, 3) * fps)
    while at < cuts[-1] - 24 * fps:
        kind = rng.choice(KINDS)
        second = lambda s: max(1, int(s * fps))
        place = ""
        text = broken(sentence(rng, rng.randint(20, 34)))
        end = at + second(rng.uniform(2.6, 4))
        if kind == FAST:
            text = broken(sentence(rng, rng.randint(50, 70)))
            end = at + second(rng.uniform(0.9, 1.6))
        elif kind == SHORT:
            text, end = sentence(rng, 16), at + second(rng.uniform(0.2, 0.6))
        elif kind == LONG:
            end = at + second(rng.uniform(8, 11))
        elif kind == BEFORE_CUT:
            later = [c for c in cuts if c > at + second(0.4)]
            at = later[0] + rng.choice([-3, -2, -1, 1, 2, 3])
            end = at + second(rng.uniform(2.6, 3.4))
        elif kind in (AT_CUT, HANDED):
            at = [c for c in cuts if c > at + second(0.4)][0]
            end = at + second(rng.uniform(1.0, 2.4))
            if kind == HANDED:
                made.append([at - second(2.6), at - 1, broken(sentence(rng, 28)), kind])
                at, end = at - 1, at + second(2.8)
        elif kind == WIDE:
            text = sentence(rng, rng.randint(52, 64))
            end = at + second(4.4)
        made.append([at, end, place + text, kind])
        if kind == NEAR:
            other = end + rng.choice([1, 2])
            made.append([other, other + second(3), broken(sentence(rng, 30)), kind])
            end = other + second(3)
        elif kind == OVER:
            other = end - rng.choice([1, 3, 8])
            made.append([other, other + second(3.2), broken(sentence(rng, 30)), kind])
            end = other + second(3.2)
        elif kind == PLACES:
            made.append([at + second(0.5), end, "{\\an8}" + sentence(rng, 24), kind])
        at = end + second(rng.choice([0.3, 0.5, 1, 2, 4]))
    return cuts, sorted(made, key=lambda c: c[0])


def read(text, frame, start):
    all = []
    for block in text.strip().split("\n\n"):
        lines = block.split("\n")
        ends = [int(h) * 3600 + int(m) * 60 + Fraction(int(s) * 1000 + int(ms), 1000)
                for h, m, s, ms in re.findall(r"(\d+):(\d\d):(\d\d),(\d{3})", lines[1])]
        all.append([round(e / frame) - start for e in ends] + ["\n".join(lines[2:])])
    return all


def words(captions):
    return re.sub(r"\{.*?\}", "", " ".join(c[2] for c in captions)).split()


def place(text):
    return text[:6] if text.startswith("{\\an") else ""


def mended(folder, captions, name):
    (folder / name).write_text(captions, encoding="utf-8")
    into = folder / "out"
    done = subprocess.run([str(top / "oddlot"), "run", str(folder / "evening.otio"), str(folder / name), "--accept", "all",
                           "--out", str(into), "--only", "times,captions"], capture_output=True, text=True)
    if done.returncode not in (0, 1):
        raise SystemExit(f"{folder}: {done.stdout}{done.stderr}")
    made = sorted(into.glob("*.srt"))
    result = made[0].read_text(encoding="utf-8") if made else captions
    for each in into.glob("*"):
        each.unlink()
    return result


def faults_of_gaps(captions, gap):
    """Gaps that are below what the guideline asks for, by the words behind them."""
    return {b[2]: b[0] - a[1] for a, b in zip(captions, captions[1:])
            if place(a[2]) == place(b[2]) and 0 < b[0] - a[1] < gap}


tally, wrong = {}, []
for number in range(lots):
    rng = random.Random(f"{seed}/{number}")
    above, below = rng.choice(RATES)
    frame = Fraction(below, above)
    cuts, captions = lot(rng, frame)
    start = rng.choice([0, round(3600 / frame)])
    folder = out / f"{number:03}"
    folder.mkdir(parents=True, exist_ok=True)
    (folder / "evening.otio").write_text(json.dumps(timeline(cuts, above / below, start)))
    before = srt([((a + start) * frame, (b + start) * frame, text) for a, b, text, _ in captions])
    (folder / "first.srt").write_text(before, encoding="utf-8")
    after = mended(folder, before, "evening.srt")
    now = read(after, frame, start)

    def tell(what, right, where):
        tally.setdefault(what, [0, 0])[0 if right else 1] += 1
        if not right:
            wrong.append(f"{folder.name} {what}: {where}")

    tell("words are those that were", words(now) == words(captions), "")
    was_over = {(place(a[2]), a[2]) for a, b in zip(captions, captions[1:]) if place(a[2]) == place(b[2]) and b[0] < a[1]}
    for a, b in zip(now, now[1:]):
        if place(a[2]) == place(b[2]):
            tell("no new overlap", b[0] >= a[1] or len(was_over) > 0 and a[1] - b[0] <= 8, f"{a} {b}")
    old = faults_of_gaps([c[:3] for c in captions], 2)
    for text, gap in faults_of_gaps(now, 2).items():
        tell("no gap of one frame", text in old, f"{gap} before {text!r}")
    said = [" ".join(c[2].split()) for c in captions]
    by_words = {key: c for key, c in zip(said, captions) if said.count(key) == 1}
    inner = set(cuts)
    for c in now:
        one = by_words.get(" ".join(c[2].split()))
        if one is None:
            continue
        crossed = [cut for cut in cuts if c[0] < cut < c[1] and not one[0] < cut < one[1]]
        near = [cut for cut in crossed if min(abs(cut - one[0]), abs(cut - one[1])) > 12]
        tell("over no other cut", not near or one[3] in (SHORT, FAST), f"{one} {c} {near}")
        if one[0] in inner:
            tell("begins with its cut still", c[0] == one[0], f"{one} {c}")
        if one[3] == FINE:
            alone = all(other is one or other[0] >= one[1] + 4 or other[1] <= one[0] - 4 for other in captions)
            near_cut = any(0 < abs(edge - cut) <= 12 for edge in one[:2] for cut in cuts)
            if alone and not near_cut:
                tell("what is in order stays", c[:2] == one[:2] and c[2] == one[2], f"{one} {c}")
    tell("once more changes nothing", mended(folder, after, "evening.srt") == after, "")

for what, (right, not_right) in sorted(tally.items()):
    print(f"{what:32} {right:6} right {not_right:4} wrong")
print(f"{lots} lots, seed {seed}")
for each in wrong[:20]:
    print("  " + each)
sys.exit(1 if wrong else 0)
