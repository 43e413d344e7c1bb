"""Captions of a programme of one long shot, of which only its sound can say where they lie. The sound is spoken by
espeak-ng over a room's noise, some of it with the sea or music under it; the captions are written a little early or late,
as people write them, shifted, counted at another rate, or of something else. Needs espeak-ng and sox.

caption_sound.py TOP DIR [SEED] [LOTS]: what is laid by itself has to lie within a quarter of a second; of the shifts under
a voice alone most have to be found; nothing is laid by music, or by the voice of something else.
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
lots = int(sys.argv[4]) if len(sys.argv) > 4 else 10
KINDS = ["shift", "zero", "as it is", "slower", "faster", "something else", "under the sea", "shift", "with music", "zero"]
WORDS = ("harbour keeper engine stopped nobody water lantern captain shoreline midnight letter corner cold morning rowing"
         " fisher hands stairways bread singing island weather storm overcoat window table brother field").split()


def spoken(rng, folder, name, length):
    """Sentences and when they are spoken; the sound of all of them."""
    folder.mkdir(parents=True, exist_ok=True)
    lines, at, parts = [], rng.uniform(2, 6), []
    while at < length - 8:
        text = " ".join(rng.choice(WORDS) for _ in range(rng.randint(3, 9))).capitalize() + "."
        file = folder / f"{name}-{len(lines)}.wav"
        subprocess.run(["espeak-ng", "-v", "en", "-s", str(rng.randint(140, 190)), "-w", str(file), text], check=True,
                       capture_output=True)
        lasts = float(subprocess.run(["soxi", "-D", str(file)], capture_output=True, text=True, check=True).stdout)
        lines.append((at, at + lasts, text))
        parts.append((file, at))
        at += lasts + rng.choice([0.3, 0.6, 1.2, 2.5, 5])
    whole = folder / f"{name}.wav"
    mix = ["sox", "-m"]
    for file, begin in parts:
        mix += [f"|sox {file} -r 16000 -p pad {begin}"]
    bed = {"sea": f"|sox -n -r 16000 -p synth {length} brownnoise vol 0.6 tremolo 0.1 40",
           "music": f"|sox -n -r 16000 -p synth {length} pluck A3 vol 0.4 repeat 0"}.get(
               name, f"|sox -n -r 16000 -p synth {length} pinknoise vol 0.002")
    subprocess.run([*mix, bed, "-r", "16000", "-b", "16", str(whole), "norm", "-3"], check=True, capture_output=True)
    for file, _ in parts:
        file.unlink()
    return lines, whole


def clip(name, url, kind, rate, frames):
    time = lambda value: {"OTIO_SCHEMA": "RationalTime.1", "rate": rate, "value": float(value)}
    whole = {"OTIO_SCHEMA": "TimeRange.1", "start_time": time(0), "duration": time(frames)}
    return {"OTIO_SCHEMA": "Track.1", "name": kind[0] + "1", "kind": kind, "metadata": {}, "effects": [], "markers": [],
            "enabled": True, "source_range": None, "children": [{
                "OTIO_SCHEMA": "Clip.2", "name": name, "metadata": {}, "effects": [], "markers": [], "enabled": True,
                "source_range": whole, "active_media_reference_key": "DEFAULT_MEDIA",
                "media_references": {"DEFAULT_MEDIA": {"OTIO_SCHEMA": "ExternalReference.1", "metadata": {}, "name": name,
                                                       "target_url": url, "available_range": whole}}}]}


tally, wrong = {}, []
for lot in range(lots):
    rng = random.Random(f"{seed}/{lot}")
    kind = KINDS[lot % len(KINDS)]
    folder = out / f"{lot:02}"
    shutil.rmtree(folder, ignore_errors=True)
    length = rng.randint(150, 240)
    bed = {"under the sea": "sea", "with music": "music"}.get(kind, "talk")
    lines, sound = spoken(rng, folder, bed, length)
    rate, hour = 25, rng.choice([1, 10])
    start = hour * 3600 * rate
    made = timeline([0, length * rate], rate, start)
    made["tracks"]["children"] = [clip("A001", "A001.mxf", "Video", rate, length * rate),
                                  clip("voice", sound.name, "Audio", rate, length * rate)]
    (folder / "evening.otio").write_text(json.dumps(made), "utf-8")
    if kind == "something else":
        lines, other = spoken(random.Random(f"other {seed}/{lot}"), folder / "other", "talk", length * 2 // 3)
        shutil.rmtree(folder / "other")
    # People come in a little early and stay a little long.
    written = [(a - rng.uniform(0, 0.2), b + rng.uniform(0.1, 0.6), text) for a, b, text in lines]
    written = [(a, min(b, (written[i + 1][0] if i + 1 < len(written) else b)), text) for i, (a, b, text) in enumerate(written)]
    real = start / rate
    stretch = {"slower": 25 / 24, "faster": 24 / 25}.get(kind, 1)
    shift = {"zero": 0, "as it is": real, "slower": 0, "faster": 0}.get(kind, real + rng.choice([-1, 1]) * rng.uniform(1, 40))
    if stretch != 1:
        written = written[: len(written) * 9 // 10]
    moved = [(a * stretch + shift, b * stretch + shift, text) for a, b, text in written]
    (folder / "words.srt").write_text(srt(moved), "utf-8")
    got = subprocess.run([str(top / "oddlot"), "run", str(folder / "evening.otio"), str(folder / "words.srt"), "--only", "times",
                          "--json", "--out", str(folder / "out")], capture_output=True, text=True)
    document = json.loads(got.stdout)
    asked = next((f for f in document["findings"] if f.get("id") == "times:lies:words.srt"), None)
    heard = "the sound of" in got.stdout
    if asked:
        fit = re.search(r"x(\d+)/(\d+) ([+-][\d.]+)", json.dumps(asked))
    else:
        entry = next((e["after"] for e in document["ledger"] if e["pass"] == "times"), "as it is")
        clock = re.search(r"(earlier|later) by (\d+):(\d\d):(\d\d\.\d+)", entry)
        by = 0 if not clock else (int(clock[2]) * 3600 + int(clock[3]) * 60 + float(clock[4])) * (-1 if clock[1] == "earlier" else 1)
        fit = None
    if fit:
        factor, by = Fraction(int(fit[1]), int(fit[2])), float(fit[3])
    else:
        factor = Fraction(1) if not asked else None
    near = factor is not None and all(abs(float(factor) * m[0] + by - (w[0] + real)) < 0.25 for m, w in zip(moved, written))
    if kind == "something else":
        near = False
    what = ("laid right" if near else "LAID WRONG") if not asked else "proposed right" if near else "asked"
    if kind in ("something else", "with music") and heard and not near:
        what = "LAID BY WHAT SAYS NOTHING"
    tally.setdefault(kind, {}).setdefault(what, 0)
    tally[kind][what] += 1
    if what.isupper() or what.startswith("LAID"):
        wrong.append(f"{folder.name} {kind}: {what}: {json.dumps(asked)[:300] if asked else by}")

for kind, its in tally.items():
    print(f"{kind:16} {its}")
found = sum(n for kind, its in tally.items() if kind in ("shift", "zero", "as it is") for what, n in its.items() if "right" in what)
of = sum(n for kind, its in tally.items() if kind in ("shift", "zero", "as it is") for n in its.values())
print(f"found by a voice alone: {found} of {of}")
for each in wrong:
    print("  " + each)
sys.exit(1 if wrong or found * 4 < of * 3 else 0)
