#!/usr/bin/env python3
"""Checks that a workbook written by LibreOffice is read as the CSV it was made from: the same entries, the same matches.
Needs Debian's libreoffice-calc-nogui.

    workbook.py TOP OUT
"""
import csv
import json
import shutil
import subprocess
import sys
from pathlib import Path

from common import Checks, clip

TOP, OUT = Path(sys.argv[1]), Path(sys.argv[2])
check = Checks()

# The thirteenth token: columns by number, 2 is text, 5 a date as year, month, day (LibreOffice, CSV filter parameters).
COLUMNS = ["Scene", "Take", "Cam", "Roll", "TC In", "TC Out", "Date", "FPS", "Circle", "Notes", "Cast"]


def rows():
    out = []
    for i in range(1, 61):
        second = 36_900 + 97 * i
        out.append(
            [
                f"{12 + i // 9}{'ABC'[i % 3]}",
                str(1 + i % 7),
                "AB"[i % 2],
                f"A{1 + i // 20:03d}",
                f"{second // 3600:02d}:{second // 60 % 60:02d}:{second % 60:02d}:{i % 24:02d}",
                "",
                f"2026-03-{14 + i // 40:02d}",
                "23.976",
                "x" if i % 5 == 0 else "",
                f'Gulls, "keep" {i}' if i % 4 == 0 else "Señal perdida; très bien",
                "Inés; Pilar",
            ]
        )
    return out


def clips():
    """A clip at the start of each row, so that reading is seen in what matches."""
    children = []
    for i, row in enumerate(rows()):
        hours, minutes, seconds, frames = (int(part) for part in row[4].split(":"))
        start = ((hours * 60 + minutes) * 60 + seconds) * 24.0 + frames
        known = {"oddlot": {"source": {"camera": row[2], "recorded": row[6]}}}
        children.append(clip(f"{row[3]}C{i + 1:03d}", f"media/{i}.mov", 24000 / 1001, start, 480.0, known))
    return {"OTIO_SCHEMA": "SerializableCollection.1", "metadata": {}, "name": "Day", "children": children}


def read(paper, folder):
    result = subprocess.run(
        [TOP / "oddlot", "run", OUT / "day.otio", paper, "--out", folder, "--json"], capture_output=True, text=True
    )
    said = json.loads(result.stdout)
    plain = [
        {key: str(value).replace(paper.name, "PAPER") for key, value in finding.items()}
        for finding in said["findings"]
        if finding["pass"] in ("match", "tag")
    ]
    ledger = [
        [entry["place"], entry["property"], entry["after"]] for entry in said["ledger"] if "/written" not in entry["property"]
    ]
    return said["passes"], plain, ledger, [p["message"] for p in said["problems"]]


def main():
    shutil.rmtree(OUT, ignore_errors=True)
    OUT.mkdir(parents=True)
    (OUT / "day.otio").write_text(json.dumps(clips()))
    table = OUT / "notes.csv"
    with open(table, "w", newline="", encoding="utf-8") as out:
        csv.writer(out).writerows([COLUMNS] + rows())
    # Typed cells (numbers, dates) in one workbook, everything as text in the other.
    for name, tokens in (
        ("typed", "44,34,76,1,1/2/5/2/7/5/8/10"),
        ("text", "44,34,76,1," + "/".join(f"{i}/2" for i in range(1, 12))),
    ):
        folder = OUT / name
        folder.mkdir()
        subprocess.run(
            [
                "soffice", "--headless", f"-env:UserInstallation=file://{OUT.resolve()}/profile",
                f"--infilter=CSV:{tokens}", "--convert-to", "xlsx", "--outdir", folder, table,
            ],
            check=True, capture_output=True,
        )  # fmt: skip
        expected = read(table, OUT / f"{name}-csv")
        found = read(folder / "notes.xlsx", OUT / f"{name}-xlsx")
        for what, one, other in zip(("passes", "findings", "ledger", "problems"), expected, found):
            check(f"{name} workbook: {what}", one, other)
        check(f"{name} workbook: every row matched", 60, sum(p["settled"] for p in found[0] if p["pass"] == "match"))
        check(f"{name} workbook: something was written", True, len(found[2]) > 300)
    return check.result()


sys.exit(main())
