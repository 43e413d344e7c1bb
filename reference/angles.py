"""Evenings that Odd Lot knows nothing of: speech of a synthesizer, spoiled by a sound tool.

What is asked: nothing that is settled lies at a wrong place; nearly everything that can be placed is. The
speech is eSpeak NG's, altered with SoX: other rooms, narrow bands, noise, gain riding, clipping, another
language over it, clocks that run apart. Where each file begins is known here and to nobody else.

    angles.py ODDLOT_HOME FOLDER [EVENINGS]
"""

import json
import math
import random
import re
import subprocess
import sys
from collections import Counter
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

WORDS = """harbour lantern engine deck captain whistle fog island signal cabin rope anchor morning ferry
passenger ticket storm radio kitchen stairs window letter mirror coffee orchard violin answer seven eleven
forty promise winter bridge valley silver button corner paper candle river market shadow garden""".split()
VOICES = ["en-us", "en-gb", "de", "nb", "fr", "es", "it", "pl"]
HALF_A_FRAME = 0.020
RATE = 48000


def run(*command):
    subprocess.run([str(c) for c in command], check=True, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)


def speech(rng, path, seconds, voice=None):
    """People who talk one after the other, with pauses between them."""
    parts = []
    expected = 0.0
    # Said somewhat faster than is reckoned here, it still lasts long enough.
    while expected < 1.4 * seconds + 10:
        speed = rng.randint(120, 190)
        sentences = [" ".join(rng.choice(WORDS) for _ in range(rng.randint(5, 22))) for _ in range(rng.randint(1, 5))]
        words = sum(len(sentence.split()) for sentence in sentences)
        parts.append((
            path.with_suffix(f".{len(parts)}.wav"),
            ["-v", (voice or rng.choice(VOICES)) + f"+m{rng.randint(1, 7)}", "-s", speed, "-p", rng.randint(20, 80)],
            ". ".join(sentences) + ".",
            rng.uniform(0.05, 1.5)))
        expected += 60 * words / speed
    with ThreadPoolExecutor(2) as workers:
        padded = list(workers.map(lambda part: said_aloud(*part), parts))
    run("sox", *padded, path, "trim", 0, seconds)
    for part in padded:
        part.unlink()


def said_aloud(part, manner, text, pause):
    run("espeak-ng", *manner, "-w", part, text)
    padded = part.with_suffix(".p.wav")
    run("sox", part, "-r", RATE, "-c", 1, padded, "pad", 0, f"{pause:.3f}")
    part.unlink()
    return padded


def recorded(rng, world, out, begin, seconds, ppm, kind, other):
    """What one device recorded of an evening; its clock counts faster by so many millionths."""
    took = seconds / (1 + ppm * 1e-6)
    clean = out.with_suffix(".clean.wav")
    effects = ["trim", f"{begin:.6f}", f"{took:.6f}", "speed", f"{1 / (1 + ppm * 1e-6):.9f}", "rate", "-v", RATE]
    run("sox", world, clean, *effects)
    room = ["reverb", rng.randint(10, 60), 50, rng.randint(10, 80), 100, 0, rng.randint(-3, 3)]
    band = ["sinc", f"{rng.randint(150, 400)}-{rng.randint(2500, 6000)}"]
    if kind == "plain":
        run("sox", clean, out, "gain", -6, *room, "gain", -rng.randint(0, 10))
    elif kind == "band":
        run("sox", clean, out, "gain", -6, *band, *room)
    elif kind == "clipped":
        run("sox", clean, out, "gain", 18, *room)
    elif kind == "riding":
        run("sox", clean, out, "gain", -6, "compand", "0.05,0.4", "6:-60,-24,-12", -3, -40, 0, *room)
    elif kind == "language":
        run("sox", "-m", "-v", 1, clean, "-v", 0.7, other, out, "trim", 0, f"{seconds:.6f}", *room)
    else:
        level = float(kind)
        wet = out.with_suffix(".wet.wav")
        run("sox", clean, wet, "gain", -12, *room)
        text = subprocess.run(["sox", str(wet), "-n", "stat"], capture_output=True, text=True).stderr
        rms = float(re.search(r"RMS\s+amplitude:\s+([\d.]+)", text).group(1))
        noise = out.with_suffix(".noise.wav")
        run("sox", "-n", "-r", RATE, "-c", 1, noise, "synth", f"{seconds:.6f}", rng.choice(["pinknoise", "whitenoise"]))
        text = subprocess.run(["sox", str(noise), "-n", "stat"], capture_output=True, text=True).stderr
        noisy = float(re.search(r"RMS\s+amplitude:\s+([\d.]+)", text).group(1))
        factor = rms / noisy * 10 ** (-level / 20)
        scale = min(1.0, 0.3 / max(rms * 10 ** (-level / 20), 1e-6))
        run("sox", "-m", "-v", f"{scale:.6f}", wet, "-v", f"{factor * scale:.6f}", noise, out, "trim", 0, f"{seconds:.6f}")
        wet.unlink()
        noise.unlink()
    clean.unlink()


KINDS = ["plain", "band", "clipped", "riding", "language", "0", "-10"]


def evening(rng, folder):
    """The files of one evening, each with what is true of it."""
    folder.mkdir(parents=True, exist_ok=True)
    length = rng.randint(90, 270)
    world, foreign, babble = folder / "w.wav", folder / "f.wav", folder / "b.wav"
    speech(rng, world, length)
    speech(rng, foreign, 60)
    speech(rng, babble, 120, "nb")
    files = {}
    ppm = rng.uniform(-20, 20)
    name = folder / "Tern_001.wav"
    devices = [(name, 0, length - 1, ppm, "plain")]
    files[name.name] = ("plain", 0.0, ppm, float(length - 1))
    for camera in rng.sample(["Bow", "Saloon", "Quay", "Mast", "Stern"], rng.randint(2, 4)):
        at = rng.uniform(0, 30)
        ppm = rng.choice([0, rng.uniform(-30, 30), rng.choice([-1, 1]) * rng.uniform(35, 120)])
        for number in range(1, rng.randint(2, 4)):
            seconds = rng.choice([5, 8, 15, 30, 60, 100])
            if at + seconds + 1 > length:
                break
            kind = rng.choice(KINDS)
            name = folder / f"{camera}_{number:03}.wav"
            devices.append((name, at, seconds, ppm, kind))
            files[name.name] = (kind + (" short" if seconds < 30 else ""), at, ppm, seconds)
            at += seconds + rng.uniform(1, 40)
    seeds = [rng.random() for _ in devices]
    with ThreadPoolExecutor(2) as workers:
        list(workers.map(lambda seed, its: recorded(random.Random(seed), world, *its, babble), seeds, devices))
    name = folder / "Lamp_001.wav"
    what = rng.choice(["silent", "other evening", "hum"])
    if what == "silent":
        run("sox", "-n", "-r", RATE, "-c", 1, name, "trim", 0, 20)
    elif what == "hum":
        run("sox", "-n", "-r", RATE, "-c", 1, name, "synth", 20, "sine", 50, "synth", 20, "sine", "mix", 150, "gain", -20)
    else:
        recorded(rng, foreign, name, 2, 40, 0, "plain", babble)
    files[name.name] = (what, None, 0, 0)
    for made in (world, foreign, babble):
        made.unlink()
    return files


def seconds(time):
    return time["value"] / time["rate"]


def placed(home, folder, files):
    """Where the written timeline has each file that was settled, and why the others were not."""
    out = folder / "out"
    done = subprocess.run(
        [home / "oddlot", "run", *[folder / name for name in sorted(files)],
         "--sheet", "angles", "--json", "--out", out],
        capture_output=True, text=True)
    said = {finding["title"] + ".wav": (finding["standing"], None, finding["reason"])
            for finding in json.loads(done.stdout)["findings"] if finding["pass"] == "angles"}
    for written in out.glob("*.otio"):
        for timeline in json.loads(written.read_text())["children"]:
            if timeline["OTIO_SCHEMA"].startswith("Timeline"):
                for track in timeline["tracks"]["children"]:
                    at = 0.0
                    for item in track["children"]:
                        if item["OTIO_SCHEMA"].startswith("Clip"):
                            said[item["name"] + ".wav"] = ("settled", at, timeline["name"])
                            media = item["media_references"][item["active_media_reference_key"]]
                            at += seconds((item["source_range"] or media["available_range"])["duration"])
                        else:
                            at += seconds(item["source_range"]["duration"])
    return said


def main():
    home, folder = Path(sys.argv[1]), Path(sys.argv[2])
    evenings = int(sys.argv[3]) if len(sys.argv) > 3 else 60
    first = int(sys.argv[4]) if len(sys.argv) > 4 else 1
    counts = Counter()
    failed = 0
    for seed in range(first, first + evenings):
        rng = random.Random(seed)
        files = evening(rng, folder / str(seed))
        said = placed(home, folder / str(seed), files)
        reference = files["Tern_001.wav"][2]
        # All beginnings are counted from the first piece that is placed: the recorder runs from the beginning.
        zero = said.get("Tern_001.wav", ("", None))[1]
        for name, (kind, begin, _, _) in files.items():
            standing, at, reason = said.get(name, ("missing", None, ""))
            if standing == "settled":
                true = begin is not None and zero is not None and abs(
                    at - zero - begin * (1 + reference * 1e-6)) <= HALF_A_FRAME
                counts[kind, "right" if true else "wrong"] += 1
                if not true:
                    failed += 1
                    print(f"WRONG evening {seed} {name} {kind}: {at} for {begin}: {reason}")
            else:
                counts[kind, "refused"] += 1
                if begin is not None:
                    print(f"      evening {seed} {name} {kind} refused: {standing}: {reason}", file=sys.stderr)
    kinds = sorted({kind for kind, _ in counts})
    print(f"{'kind':16} right wrong refused")
    for kind in kinds:
        print(f"{kind:16} {counts[kind, 'right']:5} {counts[kind, 'wrong']:5} {counts[kind, 'refused']:7}")
    print(f"{'angles: all settled right' if not failed else 'angles: ' + str(failed) + ' settled wrongly'}")
    sys.exit(1 if failed else 0)


if __name__ == "__main__":
    main()
