#!/usr/bin/env python3
"""Checks titles against others: the widths of lines against HarfBuzz (uharfbuzz) over Latin, Greek, Cyrillic, combining
marks and right-to-left text, within half a pixel, kerning included; contrast by the WCAG formula, worked out here; and
what was made opened with the OpenTimelineIO reference library, with the same count and ranges as the captions have.

    titles.py TOP OUT
"""
import json
import subprocess
import sys
from pathlib import Path

import opentimelineio as otio
import pysrt
import uharfbuzz as hb

from common import Checks

TOP, OUT = Path(sys.argv[1]), Path(sys.argv[2])
FONTS = TOP / "core/src/main/resources/org/oddlot/title/fonts"
check = Checks()


def that(what, holds):
    check(what, True, bool(holds))


WORDS = {
    "Latin": ["AVATAR To Ty We. Ya", "The boom swings when the tide turns,", "fjord office affine", "“To.” V.P. L’Été", "Ångström 1:14"],
    "Greek": ["Ύδρα και Αίγινα", "ΑΥΤΑ ΤΟ ΦΩΣ", "Άνθρωπος"],
    "Cyrillic": ["Маяк над Туром", "Ходил ли ТАК?", "Щука, ёж и їжак"],
    "combining": ["e\u0301e\u0300o\u0302", "A\u030angstro\u0308m", "x\u0323\u0302y"],
    "Hebrew": ["שלום לכל האי", "מגדלור ואונייה", "שָׁלוֹם"],
    "Arabic": ["مرحبا بكم", "الفنار والعبارة", "السَّلام"],
}
FACES = [
    ("IBM Plex Sans", 400, "IBMPlexSans_400Regular", ["Latin", "Greek", "Cyrillic", "combining"]),
    ("IBM Plex Sans", 600, "IBMPlexSans_600SemiBold", ["Latin", "Greek", "Cyrillic", "combining"]),
    ("IBM Plex Serif", 400, "IBMPlexSerif_400Regular", ["Latin", "Cyrillic", "combining"]),
    ("IBM Plex Serif", 600, "IBMPlexSerif_600SemiBold", ["Latin", "Cyrillic", "combining"]),
    ("IBM Plex Mono", 600, "IBMPlexMono_600SemiBold", ["Latin", "Cyrillic"]),
    ("IBM Plex Sans Hebrew", 400, "IBMPlexSansHebrew_400Regular", ["Hebrew"]),
    ("IBM Plex Sans Hebrew", 600, "IBMPlexSansHebrew_600SemiBold", ["Hebrew"]),
    ("IBM Plex Sans Arabic", 400, "IBMPlexSansArabic_400Regular", ["Arabic"]),
    ("IBM Plex Sans Arabic", 600, "IBMPlexSansArabic_600SemiBold", ["Arabic"]),
]
ITALICS = [
    ("IBM Plex Sans", 400, "IBMPlexSans_400Regular_Italic", ["Latin", "Cyrillic"]),
    ("IBM Plex Sans", 600, "IBMPlexSans_600SemiBold_Italic", ["Latin", "Cyrillic"]),
    ("IBM Plex Serif", 400, "IBMPlexSerif_400Regular_Italic", ["Latin", "Cyrillic"]),
    ("IBM Plex Serif", 600, "IBMPlexSerif_600SemiBold_Italic", ["Latin", "Cyrillic"]),
]
# What the first font has not is drawn with the second; full-width letters that none has are one size wide each, others half.
FALLBACK = [
    ("IBM Plex Sans", 400, [("Mara: ", "IBMPlexSans_400Regular"), ("שלום", "IBMPlexSansHebrew_400Regular")]),
    ("IBM Plex Sans", 600, [("Orrin ", "IBMPlexSans_600SemiBold"), ("مرحبا", "IBMPlexSansArabic_600SemiBold")]),
    ("IBM Plex Serif", 400, [("No ", "IBMPlexSerif_400Regular"), ("灯台", None), (" here", "IBMPlexSerif_400Regular")]),
    ("IBM Plex Sans", 600, [("♪", "NotoSansSymbols_400Regular"), (" Go out", "IBMPlexSans_600SemiBold")]),
    ("IBM Plex Sans", 400, [("ＡＢ渡し船", None)]),
    ("IBM Plex Sans", 600, [("Ἄ", 0.5), ("νθρωπος", "IBMPlexSans_600SemiBold")]),
]
SIZES = [23, 46, 87.5]


def oddlot(*arguments):
    done = subprocess.run([str(TOP / "oddlot"), *[str(a) for a in arguments]], capture_output=True, text=True)
    if done.returncode not in (0, 1):
        print(done.stderr[-2000:])
    return done.stdout


def shaped(face, words, size):
    """How far HarfBuzz goes, in pixels."""
    font = hb.Font(face)
    buffer = hb.Buffer()
    buffer.add_str(words)
    buffer.guess_segment_properties()
    hb.shape(font, buffer, {"kern": True, "liga": True})
    return sum(position.x_advance for position in buffer.glyph_positions) * size / face.upem


def title(words, font, weight, size, italic=False):
    clip = otio.schema.Clip(name=words[:20])
    clip.media_reference = otio.schema.GeneratorReference(
        generator_kind="oddlot.title",
        parameters={
            "text": words,
            "lines": [{"font": font, "weight": weight, "size": size, "case": "typed", "colour": "#ffffff"}
                      | ({"italic": True} if italic else {})],
        },
    )
    clip.source_range = otio.opentime.TimeRange(otio.opentime.RationalTime(0, 25), otio.opentime.RationalTime(50, 25))
    return clip


def widths():
    track = otio.schema.Track(name="V2", kind="Video")
    expected = []
    for font, weight, file, kinds in FACES + ITALICS:
        italic = file.endswith("Italic")
        face = hb.Face(hb.Blob.from_file_path(str(FONTS / (file + ".ttf"))))
        for kind in kinds:
            for words in WORDS[kind]:
                for size in SIZES:
                    track.append(title(words, font, weight, size, italic))
                    expected.append((f"{font} {weight}{' italic' if italic else ''}, {kind}, {words!r} at {size}", shaped(face, words, size)))
    for font, weight, parts in FALLBACK:
        for size in SIZES:
            words = "".join(part for part, _ in parts)
            width = sum(
                shaped(hb.Face(hb.Blob.from_file_path(str(FONTS / (file + ".ttf")))), part, size)
                if isinstance(file, str) else len(part) * size * (file or 1)
                for part, file in parts)
            track.append(title(words, font, weight, size))
            expected.append((f"{font} {weight} and others, {words!r} at {size}", width))
    timeline = otio.schema.Timeline(name="Widths")
    timeline.tracks.append(track)
    path = OUT / "widths.otio"
    otio.adapters.write_to_file(timeline, str(path))
    titles = json.loads(oddlot("titles", path, "--json"))["titles"]
    that("as many titles as there were", len(titles) == len(expected))
    worst, where = 0, ""
    for got, (what, width) in zip(titles, expected):
        difference = abs(got["lines"][0]["width"] - width)
        if difference > worst:
            worst, where = difference, what
        if difference > 0.5:
            that(f"{what}: {got['lines'][0]['width']:.2f} px, HarfBuzz says {width:.2f}", False)
    that(f"{len(expected)} lines as wide as HarfBuzz says, within half a pixel; worst {worst:.3f} px: {where}", worst <= 0.5)
    unkerned = shaped_without_kerning()
    that(f"kerning is in it: AVATAR To Ty would be {unkerned[1]:.1f} px without, is {unkerned[0]:.1f}", unkerned[1] - unkerned[0] > 10)


def shaped_without_kerning():
    face = hb.Face(hb.Blob.from_file_path(str(FONTS / "IBMPlexSans_600SemiBold.ttf")))
    font = hb.Font(face)
    found = []
    for kern in (True, False):
        buffer = hb.Buffer()
        buffer.add_str("AVATAR To Ty")
        buffer.guess_segment_properties()
        hb.shape(font, buffer, {"kern": kern})
        found.append(sum(p.x_advance for p in buffer.glyph_positions) * 46 / face.upem)
    return found


def ranges():
    demo = OUT / "demo"
    oddlot("make-demo", demo)
    talk, captions = demo / "titles/ferry-talk.otio", demo / "titles/ferry-talk.en.srt"
    made = OUT / "made"
    oddlot(
        "run", talk, captions, "--sheet", "titles", "--accept", "all", "--out", made,
        "--set", "titles.shapes=1920x1080,1080x1080@29.97df,1080x1920", "--set", "titles.style=plain",
    )
    collection = otio.adapters.read_from_file(str(made / "ferry-talk (odd lot).otio"))
    cues = pysrt.open(str(captions), encoding="utf-8")
    before = otio.adapters.read_from_file(str(talk))
    timelines = [each for each in collection if isinstance(each, otio.schema.Timeline)]
    that("three timelines beside the one that came in", len(timelines) == 4)
    for timeline, rate in zip(timelines[1:], (25, 30000 / 1001, 25)):
        clips = [
            clip for clip in timeline.find_clips()
            if isinstance(clip.media_reference, otio.schema.GeneratorReference)
        ]
        found = sorted(
            (round(clip.transformed_time_range(clip.trimmed_range(), timeline.tracks).start_time.rescaled_to(rate).value),
             round(clip.trimmed_range().duration.rescaled_to(rate).value))
            for clip in clips
        )
        wanted = sorted(
            (round((cue.start.ordinal - 3_600_000) / 1000 * rate), round((cue.end.ordinal - 3_600_000) / 1000 * rate) - round((cue.start.ordinal - 3_600_000) / 1000 * rate))
            for cue in cues
        )
        that(f"{timeline.name}: {len(found)} titles, as many as captions", len(found) == len(wanted))
        that(
            f"{timeline.name}: at the captions' frames, to a frame",
            all(abs(a[0] - b[0]) <= 1 and abs(a[1] - b[1]) <= 1 for a, b in zip(found, wanted)),
        )
        pictures = [c.name for c in timeline.find_clips() if isinstance(c.media_reference, otio.schema.ExternalReference)]
        that(f"{timeline.name}: all that was there is there", pictures == [c.name for c in before[0].find_clips()])


def reel():
    source = OUT / "demo/titles/harbour-titles.otio"
    out = OUT / "reel"
    oddlot("titles", source, "--where", "size=42", "--where", "font=IBM Plex Serif", "--set", "size=44", "--out", out)
    # The collections are held on to: what is in them goes with them.
    collections = [otio.adapters.read_from_file(str(path)) for path in (source, out / "harbour-titles (odd lot).otio")]
    before, after = (collection[0] for collection in collections)
    changed = other = 0
    for one, two in zip(before.find_clips(), after.find_clips()):
        for a, b in zip(one.effects, two.effects):
            if a.effect_name == "Lettering" and a.metadata["height"] != b.metadata["height"]:
                changed += 1
                b.metadata["height"] = a.metadata["height"]
        other += not one.is_equivalent_to(two)
    that("63 titles have another size", changed == 63)
    that("nothing else of any clip differs, as the library compares", other == 0)


OUT.mkdir(parents=True, exist_ok=True)
widths()
ranges()
reel()
sys.exit(check.result())
