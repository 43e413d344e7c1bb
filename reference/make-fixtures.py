#!/usr/bin/env python3
"""Makes the OTIO fixtures of core/src/test/resources/otio with the OpenTimelineIO reference library.

    make-fixtures.py DIR

The committed files were made with opentimelineio 0.18.1. Made-up data only.
"""
import json
import sys
from pathlib import Path

import opentimelineio as otio
from opentimelineio import opentime, schema

R = opentime.RationalTime
NTSC_FILM = 24000 / 1001


def span(start, duration, rate=NTSC_FILM):
    return opentime.TimeRange(R(start, rate), R(duration, rate))


def external():
    media = schema.ExternalReference("media/A003C014.mov", span(872_616, 480))
    media.name = "A003C014"
    media.metadata["oddlot"] = {
        "source": {"recorded": "2026-03-14", "camera": "A", "reel": "A003", "channels": 2, "sample_rate": 48000}
    }
    media.available_image_bounds = schema.Box2d(schema.V2d(0.0, 0.0), schema.V2d(16.0, 9.0))
    return media


def sequence():
    return schema.ImageSequenceReference(
        target_url_base="file:///plates/",
        name_prefix="harbour.",
        name_suffix=".exr",
        start_frame=1001,
        frame_step=1,
        rate=24,
        frame_zero_padding=4,
        missing_frame_policy=schema.ImageSequenceReference.MissingFramePolicy.hold,
        available_range=span(1001, 48, 24),
    )


def marker():
    return schema.Marker(
        "gulls", marked_range=span(872_700, 24), color="PINK", comment="over line 3", metadata={"room": {"seen": True}}
    )


def clip():
    made = schema.Clip("A003C014")
    made.set_media_references({"DEFAULT_MEDIA": external(), "plate": sequence()}, "DEFAULT_MEDIA")
    made.source_range = span(872_640, 96)
    made.markers.append(marker())
    made.effects.append(schema.LinearTimeWarp("double speed", 2.0))
    made.effects.append(schema.FreezeFrame())
    made.effects.append(schema.TimeEffect())
    made.effects.append(schema.Effect("grain", "grain"))
    made.metadata["desk"] = {
        "opaque": "QUJD" * 2000,
        "numbers": [0, -1, 1.5, 1e-7, 2**60, float("nan"), float("inf"), float("-inf")],
        "words": ["Inés", "quotes \" and \\ and /", "line\nbreak\ttab", "\u2028 \U0001F3AC", ""],
        "nothing": None,
        "yes": True,
        "time": R(12, 25),
        "range": span(1, 2, 25),
        "transform": opentime.TimeTransform(R(1, 25), 2.0, 25),
    }
    return made


def track():
    return schema.Track(
        "V1",
        kind=schema.TrackKind.Video,
        children=[
            clip(),
            schema.Transition("dissolve", schema.TransitionTypes.SMPTE_Dissolve, R(6, NTSC_FILM), R(6, NTSC_FILM)),
            schema.Gap(source_range=span(0, 48)),
            schema.Clip("lost", schema.MissingReference(), span(0, 24)),
            schema.Clip("bars", schema.GeneratorReference("bars", "SMPTEBars", span(0, 48), {"tone": 1000}), span(0, 48)),
        ],
    )


def stack():
    nested = schema.Stack("nested", children=[schema.Track("inner", children=[schema.Clip("in", external(), span(872_640, 12))])])
    nested.source_range = span(2, 8)
    return nested


def timeline():
    made = schema.Timeline("Rough cut", global_start_time=R(86_400, 24))
    first = track()
    first.append(stack())
    made.tracks.append(first)
    made.tracks.append(schema.Track("A1", kind=schema.TrackKind.Audio, children=[clip()]))
    return made


def bin_():
    return schema.SerializableCollection("Orrin", [schema.SerializableCollection("Day 1", [clip()]), timeline(), stack()])


OBJECTS = {
    "clip": clip,
    "gap": lambda: schema.Gap(source_range=span(0, 48)),
    "transition": lambda: track()[1],
    "marker": marker,
    "effect": lambda: schema.Effect("grain", "grain"),
    "linear-time-warp": lambda: schema.LinearTimeWarp("slow", 0.5),
    "freeze-frame": schema.FreezeFrame,
    "time-effect": schema.TimeEffect,
    "external-reference": external,
    "missing-reference": schema.MissingReference,
    "generator-reference": lambda: schema.GeneratorReference("bars", "SMPTEBars", span(0, 48), {"tone": 1000}),
    "image-sequence-reference": sequence,
    "track": track,
    "stack": stack,
    "timeline": timeline,
    "collection": bin_,
}

# Versions and aliases that the library reads but no longer writes; spelled out after its upgrade functions.
TIME = '{"OTIO_SCHEMA": "RationalTime.1", "value": %d, "rate": 24}'
RANGE = '{"OTIO_SCHEMA": "TimeRange.1", "start_time": ' + TIME % 10 + ', "duration": ' + TIME % 20 + "}"
OLD = """{
    "OTIO_SCHEMA": "SerializableCollection.1",
    "name": "old",
    "metadata": {},
    "children": [
        {
            "OTIO_SCHEMA": "Clip.1",
            "name": "old clip",
            "metadata": {},
            "source_range": %s,
            "effects": [],
            "markers": [
                {"OTIO_SCHEMA": "Marker.1", "name": "old marker", "metadata": {}, "range": %s}
            ],
            "media_reference": {
                "OTIO_SCHEMA": "ExternalReference.1",
                "metadata": {},
                "target_url": "media/old.mov",
                "available_range": %s
            }
        },
        {"OTIO_SCHEMA": "SerializeableCollection.1", "name": "alias", "metadata": {}, "children": []}
    ]
}
""" % (RANGE, RANGE, RANGE)


def main():
    target = Path(sys.argv[1])
    for name, make in OBJECTS.items():
        make().to_json_file(str(target / (name + ".otio")), indent=4)
    text = bin_().to_json_string(indent=2)
    (target / "two-spaces-crlf.otio").write_bytes(text.replace("\n", "\r\n").encode())
    (target / "one-line.otio").write_text(bin_().to_json_string(indent=-1))
    (target / "tabs.otio").write_text(json.dumps(json.loads(text), indent="\t", ensure_ascii=True) + "\n")
    (target / "sorted-compact.otio").write_text(json.dumps(json.loads(text), sort_keys=True, separators=(",", ":")))
    (target / "byte-order-mark.otio").write_bytes(b"\xef\xbb\xbf" + text.encode())
    unknown = json.loads(text)
    unknown["children"][1]["tracks"]["children"][0]["children"].insert(1, {"OTIO_SCHEMA": "Puppet.3", "strings": [1, {"a": None}]})
    unknown["children"][0]["children"][0]["markers"].insert(0, {"OTIO_SCHEMA": "Puppet.3"})
    unknown["children"][0]["children"][0]["extra field"] = {"kept": [1.50, "yes"]}
    (target / "unknown-schema.otio").write_text(json.dumps(unknown, indent=4))
    (target / "old-versions.otio").write_text(OLD)


main()
