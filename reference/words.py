"""Captions with names that were heard right and wrong, in eight languages, by other means than the program's.

words.py TOP DIR [SEED] [LOTS]: makes lots of captions in one language with a second text in another, and a list of
names. Some names are misheard (sounds swapped, letters doubled or dropped, words run together or apart, accents lost,
endings kept where the language has endings); beside them stand traps: other people's names that are near to those of the
list and that both texts have, plurals and possessives, forms of the names, ordinary words that sound like a name. Each
caption has its truth. The program is run twice: what it changes by itself has to be right without exception, and of what
was misheard it has to mend nearly all once everything is accepted, and nothing into something else.
"""

import json
import random
import shutil
import subprocess
import sys
from pathlib import Path

top, out = Path(sys.argv[1]), Path(sys.argv[2])
seed = int(sys.argv[3]) if len(sys.argv) > 3 else 1
lots = int(sys.argv[4]) if len(sys.argv) > 4 else 8

# Sentences with a place for a name, in pairs: the caption's language and the other text's.
SENTENCES = {
    "en": ["I saw {} at the harbour.", "Then {} took the rope.", "Where did {} go last night?", "We waited for {} until dawn.",
           "They told {} about the storm."],
    "de": ["Ich habe {} am Hafen gesehen.", "Dann nahm {} das Seil.", "Wohin ist {} gestern gegangen?",
           "Wir haben auf {} gewartet.", "Sie haben {} vom Sturm erzählt."],
    "fr": ["J'ai vu {} au port.", "Puis {} a pris la corde.", "Où est allé {} hier soir ?", "Nous avons attendu {} ici.",
           "Ils ont parlé à {} de la tempête."],
    "es": ["Vi a {} en el puerto.", "Luego {} tomó la cuerda.", "¿Adónde fue {} anoche?", "Esperamos a {} hasta el alba.",
           "Le contaron a {} lo del temporal."],
    "nb": ["Jeg så {} ved havna.", "Så tok {} tauet.", "Hvor gikk {} i går kveld?", "Vi ventet på {} til det ble lyst.",
           "De fortalte {} om stormen."],
    "pl": ["Wtedy {} wziął linę.", "Gdzie jest {} teraz?", "Rano {} stał na molo.", "To {} mówił o burzy.", "A {} nic nie wie."],
    "ru": ["Тогда {} взял канат.", "Где сейчас {}?", "Утром {} стоял у причала.", "Это {} говорил о буре.", "А {} ничего не знает."],
    "el": ["Τότε ο {} πήρε το σχοινί.", "Πού είναι ο {} τώρα;", "Το πρωί ο {} ήταν στο λιμάνι.", "Ο καπετάνιος είδε τον {} εκεί.",
           "Και ο {} δεν ξέρει τίποτα."],
}
# Names of the list; invented for the production, in the letters of the language.
NAMES = {
    "en": ["Kalvik", "Inés Ferrol", "Tormod Aaslund", "Orrin", "Thea Brandvold", "Jorunn", "Sigrid Hestnes", "Maelle", "Bryndis"],
    "de": ["Wieland Kroß", "Jörn Hadeler", "Friedelind", "Täuber", "Kalvik", "Roswith Zängler", "Burghard", "Eschwege"],
    "fr": ["Maëlle Kergoat", "Théodore Vasseur", "Quimperlin", "Aurélien", "Héloïse Brandt", "Kermorvan", "Ysaline"],
    "es": ["Íñigo Larrauri", "Pilarica", "Begoña Uriz", "Xoán Ferrol", "Garbiñe", "Zumalde", "Nuñez de Arce"],
    "nb": ["Torbjørg", "Åsmund Kvitholm", "Bråten", "Ragnfrid", "Sjøveian", "Håvarstein", "Ølvar"],
    "pl": ["Radosław", "Tomek", "Zbigniew", "Wojciech Grzędziński", "Świętosław", "Bogumił", "Przemko"],
    "ru": ["Святослав", "Аграфена", "Ростислав", "Лукерья", "Мстислав", "Пантелей"],
    "el": ["Χαράλαμπος", "Ευστάθιος", "Παντελεήμων", "Σταμάτης", "Θρασύβουλος"],
}
# What is right as it stands: a name that is near to one of the list, which is added where this is used, or an ordinary
# word. (list entry, sentence, the other text's sentence)
TRAPS = {
    "en": [("Martin", "Martina met Martin outside.", "{o} Martina Martin"), ("Smith", "The Smiths are here.", "{o} Smiths"),
           ("Liv", "Live music till late.", "{o} Livemusikk"), ("Pål", "He is a pal of mine.", "{o} Pål"),
           ("Will", "She will come back.", "{o} Will"), ("Inés", "Ready in as fast as you can.", "{o}"),
           ("Mark", "There is a mark on it.", "{o} Mark"), ("Rosé", "She gave me a rose.", "{o} Rosé"),
           ("Kari", "Carry the boxes down.", "{o} Kari"), ("Stein", "Steiner called, not Stein.", "{o} Steiner Stein"),
           ("Jon", "Joan is not Jon.", "{o} Joan Jon"), ("Anna", "Anne said it to Anna.", "{o} Anne Anna"),
           ("Orrin", "Oran and Orrin differ.", "{o} Oran Orrin"), ("Grace", "It was grace under pressure.", "{o} Grace"),
           ("Jones", "The Joneses have moved.", "{o} Joneses"), ("Thea", "Theo's coat, Thea's hat.", "{o} Theo Thea"),
           ("Hope", "I hope you are well.", "{o} Hope"), ("Chip", "Fish and chips again.", "{o} Chip")],
    "de": [("Wolf", "Wolff kommt mit Wolf.", "{o} Wolff Wolf"), ("Braun", "Das Haus ist braun.", "{o} Braun"),
           ("Rosé", "Eine Rose im Glas.", "{o} Rosé"), ("Ernst", "Das ist sein Ernst.", "{o} Ernst"),
           ("Maier", "Meier ist nicht Maier.", "{o} Meier Maier"), ("Hans", "Hansens Boot liegt da.", "{o} Hansen"),
           ("Licht", "Mach bitte das Licht an.", "{o} Licht")],
    "fr": [("Rosé", "Une rose et du pain.", "{o} Rosé"), ("Marie", "Marine parle à Marie.", "{o} Marine Marie"),
           ("Pierre", "Une pierre est tombée.", "{o} Pierre"), ("Clémence", "Clément et Clémence rient.", "{o} Clément Clémence"),
           ("Blanche", "La maison est blanche.", "{o} Blanche")],
    "es": [("Pilar", "Un pilar de piedra.", "{o} Pilar"), ("María", "Mario busca a María.", "{o} Mario María"),
           ("Rosa", "El vestido es rosa.", "{o} Rosa"), ("León", "Leo y León duermen.", "{o} Leo León"),
           ("Inés", "Agnes no es Inés.", "{o} Agnes Inés")],
    "nb": [("Liv", "Det er et langt liv.", "{o} Liv"), ("Live", "Liv og Live kommer.", "{o} Liv Live"),
           ("Bjørn", "Vi så en bjørn der.", "{o} Bjørn"), ("Pål", "Paul møtte Pål.", "{o} Paul Pål"),
           ("Ola", "Olas båt er borte.", "{o} Ola"), ("Stein", "En stein i skoen.", "{o} Stein")],
    "pl": [("Marek", "Nie ma Marka w domu.", "{o} Marek"), ("Tomek", "Widziałem Tomka wczoraj.", "{o} Tomek"),
           ("Anna", "Dałem to Annie.", "{o} Anna"), ("Kasia", "Kasi nie ma.", "{o} Kasia"),
           ("Róża", "Ta róża pachnie.", "{o} Róża"), ("Jan", "Janka zna Jana.", "{o} Janka Jan")],
    "ru": [("Марк", "Марка здесь нет.", "{o} Марк"), ("Роман", "Я читаю роман.", "{o} Роман"),
           ("Вера", "Вере нужна помощь.", "{o} Вера"), ("Анна", "Я видел Анну вчера.", "{o} Анна"),
           ("Лев", "В клетке лев.", "{o} Лев")],
    "el": [("Νίκος", "Είδα τον Νίκο χθες.", "{o} Νίκος"), ("Ελένη", "Το βιβλίο της Ελένης.", "{o} Ελένη"),
           ("Άγγελος", "Ένας άγγελος στον τοίχο.", "{o} Άγγελος")],
}
OTHER = {"en": "nb", "de": "en", "fr": "en", "es": "en", "nb": "en", "pl": "pl", "ru": "ru", "el": "el"}
ENDINGS = {"pl": {"Radosław": ["Radosława", "Radosławem"], "Tomek": ["Tomka", "Tomkiem"], "Zbigniew": ["Zbigniewa"], "Bogumił": ["Bogumiła"]},
           "ru": {"Святослав": ["Святослава", "Святославу"], "Ростислав": ["Ростиславом"], "Мстислав": ["Мстислава"]}}

SWAPS = {
    "latin": [("k", "c"), ("c", "k"), ("v", "w"), ("w", "v"), ("f", "ph"), ("th", "t"), ("d", "t"), ("t", "d"), ("i", "y"),
              ("y", "i"), ("ll", "l"), ("l", "ll"), ("rr", "r"), ("r", "rr"), ("nn", "n"), ("n", "nn"), ("aa", "a"), ("e", "i"),
              ("o", "u"), ("u", "o"), ("s", "z"), ("z", "s"), ("m", "mm"), ("g", "gh"), ("h", ""), ("sj", "sh"), ("ø", "o"),
              ("å", "o"), ("ä", "e"), ("ö", "o"), ("ß", "ss"), ("é", "e"), ("ë", "e"), ("í", "i"), ("ñ", "n"), ("ł", "l"),
              ("ę", "en"), ("ś", "s"), ("ż", "z"), ("ó", "u"), ("rz", "ż"), ("w", "f")],
    "cyr": [("о", "а"), ("а", "о"), ("е", "и"), ("и", "е"), ("в", "ф"), ("д", "т"), ("б", "п"), ("сс", "с"), ("л", "лл"),
            ("н", "нн"), ("ь", ""), ("т", "тт")],
    "grk": [("η", "ι"), ("ι", "η"), ("ο", "ω"), ("ω", "ο"), ("αι", "ε"), ("ε", "αι"), ("λ", "λλ"), ("μμ", "μ"), ("μ", "μμ"),
            ("ς", "σ"), ("υ", "ι"), ("φ", "β")],
}


def misheard(rng, name, language):
    """The name as somebody writes it who only heard it; never the name itself, always as near as a good ear is."""
    kind = {"ru": "cyr", "el": "grk"}.get(language, "latin")
    for _ in range(200):
        said = name
        for _ in range(1 if len(name) < 7 else rng.choice([1, 1, 2])):
            was, now = rng.choice(SWAPS[kind])
            low = said.lower()
            spots = [i for i in range(1, len(said)) if low.startswith(was, i)]
            if spots:
                at = rng.choice(spots)
                said = said[:at] + now + said[at + len(was):]
        if said != name and rng.random() < 0.06 and kind == "latin" and len(said) > 6 and " " not in said:
            cut = rng.randint(3, len(said) - 3)
            said = said[:cut] + " " + said[cut:].lower()
        if said != name and said.lower() != name.lower():
            return said
    return None


def srt(captions):
    def stamp(ms):
        return "%02d:%02d:%02d,%03d" % (ms // 3600000, ms // 60000 % 60, ms // 1000 % 60, ms % 1000)
    return "".join("%d\n%s --> %s\n%s\n\n" % (i + 1, stamp(4000 * i), stamp(4000 * i + 3200), text)
                   for i, text in enumerate(captions))


def texts(file):
    blocks = file.read_text("utf-8").strip().split("\n\n")
    return [" ".join(block.split("\n")[2:]) for block in blocks]


def run(folder, *more):
    written = folder / ("out-" + (more[1] if more else "settled"))
    got = subprocess.run([str(top / "oddlot"), "run", str(folder / "in"), "--only", "names", "--out", str(written), *more],
                         capture_output=True, text=True, check=False)
    if got.returncode not in (0, 1):
        raise SystemExit(got.stdout + got.stderr)
    found = list(written.glob("talk*")) if written.exists() else []
    mine = [file for file in found if ".main" in file.name]
    return texts(mine[0]) if mine else texts(next((folder / "in").glob("talk.main.*")))


counts = {}
wrong = []


def count(language, what):
    counts.setdefault(language, {}).setdefault(what, 0)
    counts[language][what] += 1


for lot in range(lots):
    language = list(SENTENCES)[lot % len(SENTENCES)]
    rng = random.Random(seed * 1000 + lot)
    listed = set(NAMES[language])
    main, other, truth = [], [], []
    around = OTHER[language]
    for _ in range(60):
        name = rng.choice(NAMES[language])
        at = rng.randrange(5)
        both = around != language
        form = name
        if not both and rng.random() < 0.4 and name in ENDINGS.get(language, {}):
            form = rng.choice(ENDINGS[language][name])
        said = misheard(rng, form, language) if rng.random() < 0.6 else form
        if said is None:
            continue
        has_other = rng.random() < 0.6
        main.append(SENTENCES[language][at].format(said))
        other.append(SENTENCES[around][at].format(name) if both and has_other else "…")
        truth.append(("right" if said == form else "misheard", SENTENCES[language][at].format(form)))
    for entry, sentence, beside in rng.sample(TRAPS[language], min(5, len(TRAPS[language]))):
        listed.add(entry)
        main.append(sentence)
        other.append(beside.format(o="…"))
        truth.append(("trap", sentence))
    order = list(range(len(main)))
    rng.shuffle(order)
    main, other, truth = [main[i] for i in order], [other[i] for i in order], [truth[i] for i in order]
    folder = out / f"lot-{seed}-{lot}"
    shutil.rmtree(folder, ignore_errors=True)
    (folder / "in").mkdir(parents=True, exist_ok=True)
    (folder / "in" / f"talk.main.{language}.srt").write_text(srt(main), "utf-8")
    if around != language:
        (folder / "in" / f"talk.{around}.srt").write_text(srt(other), "utf-8")
    rows = [f"{name};{'in as' if name == 'Inés' else ''}" for name in sorted(listed)]
    (folder / "in" / "names.csv").write_text("Name;Heard as\n" + "\n".join(rows) + "\n", "utf-8")
    for mode, now in (("itself", run(folder)), ("all", run(folder, "--accept", "all"))):
        if len(now) != len(main):
            raise SystemExit(f"{folder}: {len(now)} captions of {len(main)}")
        for said, got, (kind, right) in zip(main, now, truth):
            if kind == "misheard" and got == right:
                what = "mended"
            elif got == said:
                what = "left"
            elif kind == "misheard":
                what = "MENDED WRONG"
            else:
                what = "CHANGED"
            count(language, f"{mode}: {kind} {what}")
            if what.isupper():
                wrong.append(f"{mode} {language} {kind}: {said!r} -> {got!r} (right: {right!r}) {folder.name}")
            elif mode == "all" and kind == "misheard" and what == "left":
                wrong.append(f"missed {language}: {said!r} (right: {right!r})")

total = {}
for language, its in counts.items():
    print(language, ", ".join(f"{what} {n}" for what, n in sorted(its.items())))
    for what, n in its.items():
        total[what] = total.get(what, 0) + n
print(json.dumps(total, indent=1))
by_itself = sum(n for what, n in total.items() if what.startswith("itself") and what.split(": ")[1].split(" ", 1)[1].isupper())
heard = sum(n for what, n in total.items() if what.startswith("all: misheard"))
mended = total.get("all: misheard mended", 0)
print(f"changed wrongly by itself: {by_itself}; mended once all is accepted: {mended} of {heard} ({100 * mended / max(1, heard):.1f} %)")
for line in wrong[: 400 if "-v" in sys.argv else 20]:
    print("  " + line)
sys.exit(1 if by_itself or mended < 0.95 * heard else 0)
