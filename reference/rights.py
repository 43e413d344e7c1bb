#!/usr/bin/env python3
"""Papers of licences, prices, terms and what lies over a shot, made by other means than the program's: each kind has its
truth. What the report says has to be right, or it has to be asked about (an amount that is not made, a reason beside the
row, a problem with its row); wrong and unsaid: none.

    rights.py TOP OUT [SEED [PART]]

Of the kinds only every PART-th is tried, beginning with one by the seed.
"""
import csv
import json
import random
import shutil
import subprocess
import sys
from collections import Counter
from fractions import Fraction
from pathlib import Path

TOP, OUT = Path(sys.argv[1]), Path(sys.argv[2])
rng = random.Random(int(sys.argv[3]) if len(sys.argv) > 3 else 1)
part = int(sys.argv[4]) if len(sys.argv) > 4 else 1
begin = rng.randrange(part)
verdicts, wrong = {}, []
RATE = 25


def count(kind, verdict, why=""):
    verdicts.setdefault(kind, Counter())[verdict] += 1
    if verdict == "wrong":
        wrong.append(f"{kind}: {why}")


def clip(name, url, start, frames, media="ExternalReference.1", effects=()):
    span = lambda value, length: {"OTIO_SCHEMA": "TimeRange.1",
                                  "start_time": {"OTIO_SCHEMA": "RationalTime.1", "rate": RATE, "value": float(value)},
                                  "duration": {"OTIO_SCHEMA": "RationalTime.1", "rate": RATE, "value": float(length)}}
    reference = {"OTIO_SCHEMA": media, "metadata": {}, "name": "", "available_range": span(0, 100000)}
    if media == "ExternalReference.1":
        reference["target_url"] = url
    if media == "GeneratorReference.1":
        reference |= {"generator_kind": url, "parameters": {}}
    if media == "ImageSequenceReference.1":
        reference |= {"target_url_base": "gfx/", "name_prefix": name, "name_suffix": ".png", "start_frame": 0, "frame_step": 1, "rate": RATE,
                      "frame_zero_padding": 4, "missing_frame_policy": "error"}
    if media == "MissingReference.1":
        reference["available_range"] = None
    return {"OTIO_SCHEMA": "Clip.2", "name": name, "metadata": {}, "effects": list(effects), "markers": [], "enabled": True,
            "source_range": span(start, frames), "active_media_reference_key": "DEFAULT_MEDIA",
            "media_references": {"DEFAULT_MEDIA": reference}}


def track(name, children):
    return {"OTIO_SCHEMA": "Track.1", "name": name, "kind": "Video", "metadata": {}, "effects": [], "markers": [], "enabled": True,
            "source_range": None, "children": children}


def timeline(name, tracks):
    return {"OTIO_SCHEMA": "Timeline.1", "name": name, "metadata": {},
            "global_start_time": {"OTIO_SCHEMA": "RationalTime.1", "rate": RATE, "value": 90000.0},
            "tracks": {"OTIO_SCHEMA": "Stack.1", "name": "tracks", "metadata": {}, "effects": [], "markers": [], "enabled": True,
                       "source_range": None, "children": tracks}}


def report(folder, *more):
    files = [*sorted(folder.glob("*.otio")), *sorted(folder.glob("*.csv"))]
    done = subprocess.run([str(TOP / "oddlot"), "report", *map(str, files), "--kind", "licences", "--json", *more], capture_output=True, text=True)
    try:
        return json.loads(done.stdout)
    except ValueError:
        return {"rows": [], "problems": [{"message": done.stdout + done.stderr, "severity": "error"}]}


def paper(folder, head, rows, delimiter=";"):
    with (folder / "rights.csv").open("w", encoding="utf-8", newline="") as file:
        writer = csv.writer(file, delimiter=delimiter)
        writer.writerow(head)
        writer.writerows(rows)


# ---- Prices: head, cell, what so many seconds cost and in which currency; None where nobody can tell.

def p(head, cell, cost, currency="", seconds=20):
    return head, cell, cost, currency, seconds


PRICES = [
    p("Rate per second", "18", 360), p("Rate / sec", "EUR 18.00", 360, "EUR"), p("Fee/s", "€18", 360, "EUR"), p("Price/second", "18,00 €", 360, "EUR"),
    p("Price per sec.", "£ 12.40", 248, "GBP"), p("Price p. s", "12.40 GBP", None, "GBP"), p("Preis pro Sekunde", "18,50 EUR", 370, "EUR"),
    p("Preis/Sek.", "1.018,50 EUR", 20370, "EUR"), p("Tarif par seconde", "1 018,50 EUR", 20370, "EUR"), p("Precio por segundo", "18,50 €", 370, "EUR"),
    p("Prezzo al secondo", "18,50 €", 370, "EUR"), p("Pris per sekund", "180 SEK", 3600, "SEK"), p("Pris pr. sekund", "180,50 NOK", 3610, "NOK"),
    p("Stawka za sek", "80 PLN", 1600, "PLN"), p("Price", "1500 flat", 1500), p("Price", "flat 1500 EUR", 1500, "EUR"), p("Price", "EUR 1,500.00 flat fee", 1500, "EUR"),
    p("Preis", "pauschal 1.500,00 €", 1500, "EUR"), p("Pauschale (EUR)", "1500", 1500, "EUR"), p("Flat fee GBP", "2,400.00", 2400, "GBP"), p("Prix", "forfait 900 €", 900, "EUR"),
    p("Precio", "900 EUR tanto alzado", 900, "EUR"), p("Fee", "buyout 3000 USD", 3000, "USD"), p("Fee", "3000 USD buy-out", 3000, "USD"), p("Fee", "lump sum 700", 700),
    p("Fee", "40 EUR / 10 s", 80, "EUR"), p("Fee", "40 EUR per 10 sec", 80, "EUR"), p("Fee", "40 EUR per started 15 seconds", 80, "EUR"), p("Preis", "40 € je angefangene 15 Sekunden", 80, "EUR"),
    p("Price per 30 s", "50 EUR", 50, "EUR"), p("Price per minute", "60 EUR", 60, "EUR"), p("Fee", "60 EUR/min", 60, "EUR"), p("Fee", "60 EUR per minute", 60, "EUR"),
    p("Price/s", "2 EUR, min. 100 EUR", 100, "EUR"), p("Price/s", "2.00 (minimum 100.00)", 100), p("Price/s", "10 EUR (minimum 100)", 200, "EUR"), p("Preis/s", "2 EUR mindestens 100 EUR", 100, "EUR"),
    p("Price/s", "free", 0), p("Price/s", "gratis", 0), p("Preis/s", "kostenlos", 0), p("Prix/s", "gratuit", 0), p("Price/s", "no charge", 0), p("Price/s", "0", 0), p("Price/s", "0.00 EUR", 0, "EUR"),
    p("Price/s", "on request", None), p("Preis/s", "auf Anfrage", None), p("Price/s", "TBC", None), p("Price/s", "n/a", None), p("Price/s", "?", None), p("Price/s", "", None),
    p("Price/s", "12.345 EUR", None, "EUR"), p("Price/s", "1.240 EUR", None, "EUR"), p("Price/s", "12,345", None), p("Price/s", "12.5–15 EUR", None, "EUR"), p("Price/s", "12 to 15 EUR", None, "EUR"),
    p("Price/s", "10-12", None), p("Price/s", "15%", None), p("Price/s", "15 % of net", None), p("Price/s", "20 EUR up to 30 s, 15 EUR above", 400, "EUR"), p("Price/s", "20/15/10", None),
    p("Price/s", "ca. 20 EUR", None, "EUR"), p("Price/s", "approx 20", None), p("Price/s", "20 EUR or 22 USD", None), p("Price/s", "20 + 300 handling", None), p("Price", "20 EUR", None, "EUR"),
    p("Fee", "1200", None), p("Price", "20 EUR per clip", None, "EUR"), p("Price", "300 per use", None), p("Price/s", "20 EUR ex VAT", 400, "EUR"), p("Price/s", "20 EUR zzgl. MwSt.", 400, "EUR"),
    p("Price/s", "CHF 1'240.50", 24810, "CHF"), p("Price/s", "CHF 1’240.50", 24810, "CHF"), p("Price/s", "1\u00a0240,50 EUR", 24810, "EUR"), p("Price/s", "1\u202f240,50 EUR", 24810, "EUR"),
    p("Price/s", "1,240.5 USD", 24810, "USD"), p("Price/s", "$18", 360, "$"), p("Price/s", "US$18", 360, "USD"), p("Price/s", "1.2.3 EUR", None, "EUR"), p("Price/s", "18,- EUR", 360, "EUR"),
    p("Price/s", "EUR18", 360, "EUR"), p("Price/s", "18EUR", 360, "EUR"), p("Price/s", "18 euros", 360, "EUR"), p("Price (EUR/s)", "18", 360, "EUR"), p("EUR / s", "18", 360, "EUR"),
    p("Price/s", "see agreement", None), p("Price/s", "eighteen", None), p("Price/s", "18 EUR first 10 s", None, "EUR"), p("Price/s", "1500 flat", 1500), p("Price/s", "18 €/s", 360, "EUR"),
]


# ---- Steps, percentages, least and most prices, as people write them.

STEPS = [
    p("Price", "EUR 250 for first 5 seconds, EUR 30 for every second after that", 700, "EUR"), p("Price", "€500 up to 10 s; €40/s thereafter", 900, "EUR"),
    p("Fee", "Minimum 10 s. 25 EUR/s", 500, "EUR"), p("Fee", "Minimum 10 s. 25 EUR/s", 250, "EUR", 4), p("Price/s", "25 EUR (10 sec minimum)", 250, "EUR", 4),
    p("Preis", "bis 10 Sek. 400 EUR, jede weitere Sek. 35 EUR", 750, "EUR"), p("Preis pro Sekunde", "25 EUR, ab 30 Sek. 20 EUR", 500, "EUR"),
    p("Preis pro Sekunde", "25 EUR, ab 30 Sek. 20 EUR", None, "EUR", 40), p("Tarif", "forfait 300 € jusqu'à 10 s puis 25 €/s", 550, "EUR"),
    p("Tarif par seconde", "25 € (minimum 10 secondes)", 250, "EUR", 4), p("Precio/s", "25 EUR mínimo 10 segundos", 250, "EUR", 4), p("Price/s", "$25 with a 10-second minimum", 250, "$", 4),
    p("Price/s", "25 EUR less 15%", 425, "EUR"), p("Price/s", "25 EUR (15% off)", 425, "EUR"), p("Price/s", "25 EUR -15%", 425, "EUR"), p("Price/s", "25 EUR, 15% discount over 60 s", 500, "EUR"),
    p("Price/s", "25 EUR + 19% VAT", 500, "EUR"), p("Preis/s", "25 EUR inkl. 19% MwSt.", 500, "EUR"), p("Price/s", "25 EUR +10% online", None, "EUR"), p("Price/s", "10–15% of budget", None),
    p("Price/s", "0–30 s: 25 EUR, 31–60 s: 20 EUR", 500, "EUR"), p("Price/s", "0–30 s: 25 EUR, 31–60 s: 20 EUR", None, "EUR", 45), p("Price", "25 EUR/s for 1–30 s and 20 EUR/s for 31 s or more", 500, "EUR"),
    p("Price", "25/20/15 EUR for 10/20/30 s", None, "EUR"), p("Price", "25 EUR per second, 2nd use free", None, "EUR"), p("Price", "25 EUR per second, max 400 EUR", 400, "EUR"),
    p("Price", "25 EUR per second capped at 400 EUR", 400, "EUR"), p("Price", "max. 400 EUR, 25 EUR/s", 400, "EUR"), p("Price", "400 EUR for up to 30 seconds, 700 EUR for up to 60 seconds", 400, "EUR"),
    p("Price", "400 EUR for up to 30 seconds, 700 EUR for up to 60 seconds", 700, "EUR", 45), p("Price", "400 EUR for up to 30 seconds, 700 EUR for up to 60 seconds", None, "EUR", 75),
    p("Price", "first 30 sec. 400 EUR flat, additional seconds 10 EUR each", 500, "EUR", 40), p("Pris", "1000 kr for de første 10 sekunder, derefter 50 kr pr. sekund", 1500, "kr"),
    p("Pris", "1000 SEK upp till 10 s, därefter 50 SEK per sekund", 1500, "SEK"), p("Cena", "400 PLN za pierwsze 10 s, potem 20 PLN za sek", 600, "PLN"), p("Prijs", "€ 300 voor de eerste 10 seconden, daarna € 20 per seconde", 500, "EUR"),
    p("Prezzo", "300 EUR i primi 10 secondi, poi 20 EUR al secondo", 500, "EUR"), p("Price", "EUR 300 (incl. 10 s), EUR 20 per extra second", 500, "EUR"), p("Price", "300 EUR per 10 s, each further second 20 EUR", 500, "EUR"),
    p("Price", "half of 50 EUR per second", None, "EUR"), p("Price", "50% of 50 EUR per second", 500, "EUR"), p("Price", "2 x 250 EUR", None, "EUR"), p("Price", "250 EUR (twice)", None, "EUR"),
    p("Price", "500 EUR for TV, 200 EUR for web", None, "EUR"), p("Price", "500 EUR (10 years) / 800 EUR (perpetuity)", None, "EUR"), p("Price", "€25/s, €30/s after 2027", None, "EUR"), p("Price/s", "€25 first year, €30 after", None, "EUR"),
    p("Price/s", "25 EUR min. 10 s per clip", 500, "EUR"), p("Price/s", "25 EUR min 1,000.00", 1000, "EUR"), p("Price/s", "25 EUR, minimum billing 10 seconds", 250, "EUR", 4),
]

# Further columns: their heads and cells beside a price of 25 EUR a second, what 20 seconds cost.
BESIDE = {
    "a least price": (["Minimum fee"], ["600 EUR"], 600), "a least length": (["Minimum seconds"], ["30"], 750), "a least of nobody knows what": (["Minimum"], ["30"], None),
    "a least of 10 s": (["Min. duration"], ["10 s"], 500), "a discount": (["Discount"], ["20%"], 400), "a discount of money": (["Discount"], ["20 EUR"], None), "a discount of 0": (["Discount"], ["0 %"], 500),
    "a highest price": (["Maximum fee"], ["400 EUR"], 400), "a surcharge": (["Surcharge"], ["10%"], 550), "a price for the web": (["Price/s web"], ["30 EUR"], None), "a technical fee": (["Technical fee"], ["150 EUR"], 500),
    "a lab": (["Lab fee"], ["90 EUR"], 500), "a sum": (["Total"], ["750 EUR"], 500), "tax": (["VAT"], ["19%"], 500), "a second currency": (["Price/s USD"], ["28"], None), "the same twice": (["Rate per second"], ["25 EUR"], 500),
    "no surcharge": (["Surcharge"], ["-"], 500), "an old price": (["Old price per second"], ["20 EUR"], None), "German least": (["Mindesthonorar"], ["600 EUR"], 600), "French least": (["Minimum facturable (s)"], ["30"], 750),
}

# A whole paper, its first line the heads if it has any; what the first row is: holder, amount, last day; None where it has to be asked.
PAPERS = {
    "heads of nobody": (["Alpha|Beta|Gamma|Delta", "pier.mxf|Skerry Film Archive|10 EUR / s|S/1"], ("Skerry Film Archive", 100, None)),
    "no heads": (["pier.mxf|Skerry Film Archive|10 EUR / s|2026-01-01|2036-01-31"], ("Skerry Film Archive", 100, "2036-01-31")),
    "names of no file": (["Alpha|Beta|Gamma", "pier|Skerry|10 EUR / s"], None), "two dates the wrong way": (["Source|Holder|Price/s|Alpha|Beta", "pier|Skerry|10 EUR|2036-01-31|2026-01-01"], ("Skerry", 100, None)),
    "one date": (["Source|Holder|Price/s|Signed", "pier|Skerry|10 EUR|2025-01-31"], ("Skerry", 100, None)), "a day that can be two": (["Source|Holder|Price/s|Valid until", "pier|Skerry|10 EUR|03/04/2027"], ("Skerry", 100, None)),
    "a day that cannot": (["Source|Holder|Price/s|Valid until", "pier|Skerry|10 EUR|31/04/2027"], ("Skerry", 100, None)), "American days": (["Source|Holder|Price/s|Valid until", "pier|Skerry|10 EUR|04/30/2027"], ("Skerry", 100, "2027-04-30")),
    "both ways": (["Source|Holder|Price/s|Valid from|Valid until", "pier|Skerry|10 EUR|13/01/2026|03/04/2027"], ("Skerry", 100, "2027-04-03")), "a title above": (["Rates 2026||", "Source|Holder|Price/s", "pier|Skerry|10 EUR"], ("Skerry", 100, None)),
    "a sum below": (["Source|Holder|Price/s", "pier|Skerry|10 EUR", "Total||10 EUR"], ("Skerry", 100, None)), "an empty row between": (["Source|Holder|Price/s", "||", "pier|Skerry|10 EUR"], ("Skerry", 100, None)),
    "a holder and an archive": (["Source|Holder|Archive|Price/s", "pier|Skerry|Harbour|10 EUR"], ("Skerry", 100, None)), "a year for a day": (["Source|Holder|Price/s|Valid until", "pier|Skerry|10 EUR|2027"], ("Skerry", 100, None)),
    "a term of years": (["Source|Holder|Price/s|Term", "pier|Skerry|10 EUR|10 years"], ("Skerry", 100, None)), "a person": (["Alpha|Beta|Gamma|Delta", "pier.mxf|Skerry Film Archive|Ines Aune|10 EUR / s"], ("Skerry Film Archive", 100, None)),
}


def loud(said):
    return [q for q in said["problems"] if q.get("severity") != "info"] or [row for row in said["rows"] if row["why"]]


def beside():
    for number, (kind, (heads_, cells, cost)) in list(enumerate(BESIDE.items()))[begin::part]:
        folder = OUT / f"beside-{number:03}"
        folder.mkdir(parents=True)
        (folder / "cut.otio").write_text(json.dumps(timeline("Cut", [track("V1", [clip("pier", "archive/pier.mxf", 0, 500)])])))
        columns = list(zip(["Source", "Holder", "Licence no.", "Price per second", *heads_], ["pier", "Skerry", "S/1", "25 EUR", *cells]))
        rng.shuffle(columns)
        paper(folder, [head for head, _ in columns], [[cell for _, cell in columns]])
        said = report(folder)
        rows = [row for row in said["rows"] if row.get("licence") == "S/1"]
        amount = rows[0]["amount"] if rows else None
        if amount is None:
            count(f"beside, {kind}", ("right" if cost is None else "asked") if loud(said) else "wrong", f"{said}")
        else:
            count(f"beside, {kind}", "right" if cost is not None and Fraction(str(amount)) == cost else "wrong", f"{amount} instead of {cost}")


def papers():
    for number, (kind, (lines, truth)) in list(enumerate(PAPERS.items()))[begin::part]:
        folder = OUT / f"paper-{number:03}"
        folder.mkdir(parents=True)
        (folder / "cut.otio").write_text(json.dumps(timeline("Cut", [track("V1", [clip("pier", "archive/pier.mxf", 0, 250)])])))
        head, *rows = [line.split("|") for line in lines]
        paper(folder, head, rows, rng.choice(";,\t"))
        said = report(folder)
        found = [row for row in said["rows"] if row.get("holder")]
        its = (found[0]["holder"], found[0]["amount"] and Fraction(str(found[0]["amount"])), found[0]["until"]) if found else None
        if its == truth:
            # What is asked of a day that is not understood has to be loud as well.
            count(f"paper, {kind}", "right" if its is not None or loud(said) else "wrong", f"nothing said; {said}")
        else:
            is_doubt = truth is None or its is None or its[1] in (None, truth[1]) and its[2] in (None, truth[2])
            count(f"paper, {kind}", "asked" if is_doubt and loud(said) and (its is None or truth is not None) else "wrong", f"{its} instead of {truth}; {said['problems']}")


def prices():
    for number, (head, cell, cost, currency, seconds) in list(enumerate(PRICES + STEPS))[begin::part]:
        folder = OUT / f"price-{number:03}"
        folder.mkdir(parents=True)
        (folder / "cut.otio").write_text(json.dumps(timeline("Cut", [track("V1", [clip("pier", "archive/pier.mxf", 0, seconds * RATE)])])))
        paper(folder, ["Source", "Holder", "Licence no.", head], [["pier", "Skerry Film Library", "S/1", cell]])
        said = report(folder)
        kind = f"price {head!r} {cell!r} of {seconds} s"
        rows = [row for row in said["rows"] if row.get("licence") == "S/1"]
        if not rows:
            count(kind, "wrong" if not said["problems"] else "asked", "no row and nothing said")
            continue
        amount, why = rows[0]["amount"], rows[0]["why"]
        if amount is None:
            about = [q["message"] for q in said["problems"]] + [why]
            is_said = any("price" in text or "amounts to" in text or "Not used" in text for text in about) or cell == ""
            count(kind, "right" if cost is None and is_said else "asked" if is_said else "wrong", f"nothing is made of it, and nothing said; {about}")
        elif cost is None or abs(Fraction(str(amount)) - cost) > Fraction(1, 100):
            count(kind, "wrong", f"{amount} instead of {cost}")
        else:
            is_currency = rows[0]["currency"] == currency
            count(kind, "right" if is_currency else "wrong", f"currency {rows[0]['currency']!r} instead of {currency!r}")


# ---- Covers: what lies over an archive shot of ten seconds; how many seconds are to be paid, at the least and at the most.

COVERS = {
    "nothing": (None, 10), "a still, png": (("mark", "gfx/mark.png", "ExternalReference.1"), 10), "a still, tga": (("mark", "gfx/mark.tga", "ExternalReference.1"), 10),
    "a still, jpg": (("map", "gfx/map.jpg", "ExternalReference.1"), 10), "a plate, exr": (("plate", "gfx/plate.exr", "ExternalReference.1"), 10),
    "a layered picture": (("plate", "gfx/plate.psd", "ExternalReference.1"), 10), "a sequence": (("mark", "", "ImageSequenceReference.1"), 10),
    "nothing known of it": (("mystery", "", "MissingReference.1"), 10), "a generator nobody knows": (("glow", "sparkles", "GeneratorReference.1"), 10),
    "an animated logo": (("mark", "gfx/mark.mov", "ExternalReference.1"), 10), "an svg": (("mark", "gfx/mark.svg", "ExternalReference.1"), 10),
    "upper case ending": (("mark", "gfx/MARK.PNG", "ExternalReference.1"), 10), "escaped address": (("mark", "gfx/channel%20mark.png", "ExternalReference.1"), 10),
    "black": (("black", "black", "GeneratorReference.1"), 0), "another shot, mxf": (("other", "archive/other.mxf", "ExternalReference.1"), 0),
    "another shot, mp4": (("other", "archive/other.mp4", "ExternalReference.1"), 0), "a camera's, mov": (("A001C001", "media/A001C001.mov", "ExternalReference.1"), 0),
}


def covers():
    for number, (kind, (above, seconds)) in list(enumerate(COVERS.items()))[begin::part]:
        folder = OUT / f"cover-{number:03}"
        folder.mkdir(parents=True)
        tracks = [track("V1", [clip("pier", "archive/pier.mxf", 0, 250)])]
        if above:
            name, url, media = above
            tracks.append(track("V2", [clip(name, url, 0, 250, media)]))
        (folder / "cut.otio").write_text(json.dumps(timeline("Cut", tracks)))
        paper(folder, ["Source", "Holder", "Licence no.", "Price/s"], [["pier", "Skerry", "S/1", "10.00 EUR"]])
        said = report(folder)
        rows = [row for row in said["rows"] if row.get("licence") == "S/1"]
        got = Fraction(str(rows[0]["to_pay"])) if rows else None
        unknown = rows and rows[0]["unknown_frames"] > 0
        right = got == seconds
        count(f"cover, {kind}", ("asked" if unknown else "right") if right else "wrong", f"{got} s instead of {seconds}")


# Media at hand, made with ffmpeg: above a shot that is 16:9 (what ffmpeg is asked for, its ending, seconds to pay).
LOOKED_AT = {
    "full, mov": ("testsrc2=s=320x180", ["-c:v", "mpeg4"], "mov", 0), "full, avi": ("testsrc2=s=640x360", ["-c:v", "mjpeg"], "avi", 0), "full, mkv": ("testsrc2=s=1280x720", ["-c:v", "mpeg4"], "mkv", 0),
    "anamorphic": ("testsrc2=s=720x576,setsar=64/45", ["-c:v", "mpeg4"], "mov", 0), "4:3 in a format of cameras": ("testsrc2=s=320x240", ["-c:v", "mpeg4"], "mp4", 10), "4:3, mov": ("testsrc2=s=720x576,setsar=16/15", ["-c:v", "mpeg4"], "mov", 10),
    "upright": ("testsrc2=s=180x320", ["-c:v", "mpeg4"], "mp4", 10), "a strip": ("testsrc2=s=320x60", ["-c:v", "mpeg4"], "mov", 10), "with holes": ("testsrc2=s=320x180,format=argb", ["-c:v", "qtrle"], "mov", 10),
    "with holes, another codec": ("testsrc2=s=320x180,format=yuva444p10le", ["-c:v", "prores_ks", "-profile:v", "4444"], "mov", 10), "without, the same codec": ("testsrc2=s=320x180,format=yuv444p10le", ["-c:v", "prores_ks", "-profile:v", "4444"], "mov", 0),
    "no picture": ("", [], "mov", 10), "no media": (None, [], "mov", 10), "still as large as the frame": ("testsrc2=s=320x180", ["-frames:v", "1"], "png", 10),
}


def looked_at():
    for number, (kind, (picture, codec, ending, seconds)) in list(enumerate(LOOKED_AT.items()))[begin::part]:
        folder = OUT / f"looked-{number:03}"
        folder.mkdir(parents=True)
        make = lambda source, file, more: subprocess.run(["ffmpeg", "-y", "-v", "error", "-f", "lavfi", "-i", source, "-t", "1", *more, str(folder / file)], check=True)
        make("testsrc2=s=320x180", "pier.mxf", ["-c:v", "mpeg2video"])
        if picture:
            make(picture, f"other.{ending}", codec)
        elif picture == "":
            make("sine", f"other.{ending}", ["-c:a", "pcm_s16le"])
        else:
            (folder / f"other.{ending}").write_bytes(b"no media at all")
        (folder / "cut.otio").write_text(json.dumps(timeline("Cut", [track("V1", [clip("pier", "pier.mxf", 0, 250)]), track("V2", [clip("other", f"other.{ending}", 0, 250)])])))
        paper(folder, ["Source", "Holder", "Licence no.", "Price/s"], [["pier", "Skerry", "S/1", "10.00 EUR"]])
        said = report(folder)
        rows = [row for row in said["rows"] if row.get("licence") == "S/1"]
        got = Fraction(str(rows[0]["to_pay"])) if rows else None
        count(f"looked at, {kind}", "right" if got == seconds and (seconds == 0 or rows[0]["unknown_frames"] > 0) else "wrong", f"{got} s instead of {seconds}")


# ---- Terms.

def terms():
    kinds = {
        "ends before": ({"Valid until": "2026-11-30"}, ["--delivery", "2026-12-15"], True), "ends on the day": ({"Valid until": "2026-12-15"}, ["--delivery", "2026-12-15"], False),
        "ends after": ({"Valid until": "2027-01-01"}, ["--delivery", "2026-12-15"], False), "begins after": ({"Valid from": "2027-01-01"}, ["--delivery", "2026-12-15"], True),
        "no day said": ({"Valid until": "2026-11-30"}, [], True), "for ever": ({"Valid until": "in perpetuity"}, ["--delivery", "2026-12-15"], False),
        "no date": ({"Valid until": "when the lamp goes out"}, ["--delivery", "2026-12-15"], True), "German day": ({"Gültig bis": "30.11.2026"}, ["--delivery", "2026-12-15"], True),
        "words": ({"Expires": "30 November 2026"}, ["--delivery", "2026-12-15"], True), "other territory": ({"Territory": "Norway"}, ["--territory", "Germany"], True),
        "the world": ({"Territory": "Worldwide"}, ["--territory", "Germany"], False), "one of two": ({"Territory": "Norway, Germany"}, ["--territory", "Germany"], False),
        "not all": ({"Territory": "Norway, Germany"}, ["--territory", "Germany, France"], True), "a region": ({"Territory": "Nordic countries"}, ["--territory", "Norway"], True),
        "Germany in German": ({"Lizenzgebiet": "weltweit"}, ["--territory", "France"], False), "more than allowed": ({"Seconds allowed": "5"}, [], True), "as much as allowed": ({"Seconds allowed": "10"}, [], False),
    }
    for number, (kind, (more, options, is_said)) in list(enumerate(kinds.items()))[begin::part]:
        folder = OUT / f"term-{number:03}"
        folder.mkdir(parents=True)
        (folder / "cut.otio").write_text(json.dumps(timeline("Cut", [track("V1", [clip("pier", "archive/pier.mxf", 0, 250)])])))
        paper(folder, ["Source", "Holder", "Licence no.", "Price/s", *more], [["pier", "Skerry", "S/1", "10.00 EUR", *more.values()]])
        said = report(folder, *options)
        rows = [row for row in said["rows"] if row.get("licence") == "S/1"]
        speaks = bool(rows and rows[0]["why"]) or any("date" in q["message"] for q in said["problems"])
        count(f"term, {kind}", "right" if rows and speaks == is_said else "wrong", f"{rows and rows[0]['why']!r}, {said['problems']}; said {is_said} expected")


# ---- Heads: what stands above the columns, in which order; half of it something else.

HEADS = {
    "English": "Source|Holder|Licence no.|Valid until|Price per second", "archive": "Clip ID|Footage house|Order no.|Licence end|Rate per sec",
    "capitals": "SOURCE|LICENSOR|AGREEMENT|EXPIRES|PRICE/S", "underscores": "file_name|rights_holder|licence_number|expiry_date|price_per_second",
    "with units": "Footage|Library|Contract ref.|Term ends|Fee per second (EUR)", "German": "Material|Rechteinhaber|Lizenznummer|Gültig bis|Preis je Sekunde",
    "French": "Fichier|Titulaire|Contrat|Valable jusqu'au|Prix par seconde", "Spanish": "Archivo|Licenciante|Contrato|Vencimiento|Tarifa por segundo",
    "Italian": "Filmato|Titolare|Contratto|Scadenza|Tariffa al secondo", "Dutch": "Bron|Licentiegever|Contractnummer|Geldig tot|Prijs per seconde",
    "Norwegian": "Klipp|Lisensgiver|Lisensnummer|Gyldig til|Pris per sekund", "Swedish": "Källa|Licensgivare|Licensnummer|Giltig till|Pris per sekund",
    "Danish": "Kilde|Rettighedshaver|Aftale|Udløber|Pris pr. sekund", "Polish": "Źródło|Właściciel|Umowa|Ważna do|Cena za sek",
    "no source": "Thing|Holder|Licence no.|Valid until|Price per second", "no holder": "Source|Who|Licence no.|Valid until|Price per second",
    "nobody's words": "Alpha|Beta|Gamma|Delta|Epsilon", "rights without a source": "Rights|Territory|Valid until|Price/s|Remarks",
}


def heads():
    for number, (kind, line) in list(enumerate(HEADS.items()))[begin::part]:
        folder = OUT / f"head-{number:03}"
        folder.mkdir(parents=True)
        (folder / "cut.otio").write_text(json.dumps(timeline("Cut", [track("V1", [clip("pier", "archive/pier.mxf", 0, 250)])])))
        columns = list(zip(line.split("|"), ["pier", "Skerry", "S/1", "2036-01-31", "10.00"]))
        columns += [("Contact", "Ines"), ("Phone", "555 0101")]
        rng.shuffle(columns)
        paper(folder, [head for head, _ in columns], [[cell for _, cell in columns]], rng.choice(";,\t"))
        said = report(folder)
        rows = [row for row in said["rows"] if row.get("licence") == "S/1"]
        loud = [q for q in said["problems"] if q.get("severity") != "info"] or [row for row in said["rows"] if row["why"]]
        if rows and rows[0]["amount"] is not None and Fraction(str(rows[0]["amount"])) == 100 and rows[0]["until"] == "2036-01-31" and rows[0]["holder"] == "Skerry":
            count(f"head, {kind}", "right")
        else:
            count(f"head, {kind}", "asked" if loud else "wrong", f"{said}")


def identity():
    """One licence for two timelines, two currencies, one source under two names."""
    folder = OUT / "both"
    folder.mkdir(parents=True)
    for name in ("One", "Two"):
        (folder / f"{name}.otio").write_text(json.dumps(timeline(name, [track("V1", [clip("pier", "archive/pier.mxf", 0, 250), clip("lamp", "archive/lamp.mxf", 0, 250)])])))
    paper(folder, ["Source", "Holder", "Licence no.", "Price"], [["pier", "Skerry", "S/1", "1500 EUR flat"], ["lamp", "Bureau", "B/1", "10 GBP per second"]])
    said = report(folder)
    amounts = [Fraction(str(row["amount"])) for row in said["rows"] if row["licence"] == "S/1" and row["amount"] is not None]
    count("a flat price in two timelines", "right" if sum(amounts) == 1500 else "wrong", f"{amounts}")
    total = str(said.get("totals", {}).get("amount"))
    count("two currencies", "right" if "EUR" in total and "GBP" in total else "wrong", f"the sum is {total}")


def names():
    """What only its name speaks for, and one file in several spellings."""
    folder = OUT / "names"
    folder.mkdir(parents=True)
    (folder / "cut.otio").write_text(json.dumps(timeline("Cut", [track("V1", [
        clip("A001C001", "stock 1951/A001C001.mxf", 0, 250), clip("pier", "archive/pier storm.mxf", 0, 250),
        clip("pier", "archive/pier%20storm.mxf", 0, 250), clip("pier", "./archive//pier storm.mxf", 100, 250)])])))
    paper(folder, ["Source", "Holder", "Licence no.", "Price/s"], [["pier storm", "Skerry", "S/1", "10 EUR"]])
    said = report(folder)
    count("a roll called like a camera's", "right" if any("name" in row["why"] for row in said["rows"]) else "wrong", f"{said['rows']}")
    rows = [row for row in said["rows"] if row["licence"] == "S/1"]
    count("one file in three spellings", "right" if rows and rows[0]["sources"] == 1 and Fraction(str(rows[0]["to_pay"])) == 14 else "wrong", f"{rows}")


def main():
    shutil.rmtree(OUT, ignore_errors=True)
    OUT.mkdir(parents=True)
    prices()
    beside()
    papers()
    covers()
    looked_at()
    terms()
    heads()
    identity()
    names()
    totals = Counter()
    for counts in verdicts.values():
        totals.update(counts)
    for line in wrong:
        print("WRONG", line)
    asked = [kind for kind, counts in verdicts.items() if counts["asked"]]
    print("asked: " + "; ".join(asked))
    print(f"{len(verdicts)} kinds: " + ", ".join(f"{count} {verdict}" for verdict, count in sorted(totals.items())))
    return 1 if wrong else 0


sys.exit(main())
