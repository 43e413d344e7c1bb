#!/usr/bin/env python3
"""What captions say by more than their words, made by other means than the program's: layouts that mean something must
not be set anew by itself, letters of many charsets are read right or asked about, and every look of every format is
carried to every other or named among what is not carried. There and back the words are the same.

    caption_looks.py TOP OUT [SEED [PART]]

Of the charsets and the looks only every PART-th is tried, beginning with one by the seed.
"""
import json
import random
import re
import shutil
import subprocess
import sys
from collections import Counter
from pathlib import Path

TOP, OUT = Path(sys.argv[1]), Path(sys.argv[2])
rng = random.Random(int(sys.argv[3]) if len(sys.argv) > 3 else 1)
part = int(sys.argv[4]) if len(sys.argv) > 4 else 1
begin = rng.randrange(part)
table = {}
wrong = []


def count(kind, verdict, why=""):
    table.setdefault(kind, Counter())[verdict] += 1
    if verdict == "wrong":
        wrong.append(f"{kind}: {why}")


def oddlot(*arguments):
    done = subprocess.run([str(TOP / "oddlot"), *map(str, arguments)], capture_output=True, text=True)
    try:
        return json.loads(done.stdout)
    except ValueError:
        return {"problems": [{"message": done.stdout + done.stderr}], "lost": []}


def clock(ms, point=","):
    return f"{ms // 3600000:02}:{ms // 60000 % 60:02}:{ms // 1000 % 60:02}{point}{ms % 1000:03}"


def srt(texts):
    return "".join(f"{i + 1}\n{clock(2000 + 6000 * i)} --> {clock(7000 + 6000 * i)}\n{text}\n\n" for i, text in enumerate(texts))


def texts_of(path):
    blocks = re.split(r"\n\n+", path.read_text("utf-8").replace("\r", "").strip())
    return ["\n".join(line for line in block.split("\n") if "-->" not in line and not line.isdigit() and line != "WEBVTT")
            for block in blocks if "-->" in block]


# ---- Layouts. Each has a line that is too wide, so that whoever sets lines anew is tempted.

LONG = ["we waited for the last ferry until the morning", "nobody had told us that the harbour was closed now",
        "the lamp went out before the boats came in again", "and all the ropes were wet and stiff with salt then"]
SHORT = ["No.", "Not yet.", "She knew.", "Wait here.", "He left."]


def long():
    words = rng.choice(LONG).split()
    return " ".join(words)


def short():
    return rng.choice(SHORT)


LAYOUTS = {
    "hyphen, both": lambda: f"- {long().capitalize()}.\n- {short()}",
    "hyphen, no space": lambda: f"-{long().capitalize()}.\n-{short()}",
    "en dash": lambda: f"– {short()}\n– {long().capitalize()}?",
    "em dash": lambda: f"— {long().capitalize()}.\n— {short()}",
    "horizontal bar": lambda: f"― {long().capitalize()}.\n― {short()}",
    "dash on the second alone": lambda: f"{long().capitalize()}.\n- {short()}",
    "minus sign": lambda: f"\u2212 {long().capitalize()}.\n\u2212 {short()}",
    "chevrons": lambda: f">> {long().capitalize()}.\n>> {short()}",
    "three chevrons": lambda: f">>> {long().capitalize()}.\n>> {short()}",
    "one chevron": lambda: f"> {long().capitalize()}.\n> {short()}",
    "capitals and colon": lambda: f"MARA: {long().capitalize()}.\nTOM: {short()}",
    "name and colon": lambda: f"Mara: {long().capitalize()}.\nTom Vesk: {short()}",
    "name, aside, colon": lambda: f"MARA (O.S.): {long().capitalize()}.\nTOM (V.O.): {short()}",
    "name in brackets": lambda: f"[Mara] {long().capitalize()}.\n[Tom] {short()}",
    "name in round brackets": lambda: f"(MARA) {long().capitalize()}.\n(TOM) {short()}",
    "sound above": lambda: f"[a door bangs]\n{long().capitalize()}.",
    "sound below": lambda: f"{long().capitalize()}.\n(seagulls cry far off)",
    "sound in stars": lambda: f"*thunder*\n{long().capitalize()}.",
    "song, notes both": lambda: f"♪ {long().capitalize()} ♪\n♪ {short()} ♪",
    "song, note in front": lambda: f"♪ {long().capitalize()}\n♪ {short()}",
    "song, hashes": lambda: f"# {long().capitalize()} #\n# {short()} #",
    "verse": lambda: f"{long().capitalize()}\nAnd the sea was all the light she had",
    "numbered list": lambda: f"1. {long().capitalize()}\n2. {short()}",
    "lettered list": lambda: f"a) {long()}\nb) {short()}",
    "bullets": lambda: f"• {long()}\n• {short()}",
    "place and date": lambda: "Orrin Harbour Authority, Lower Northern Quay\n14 May 1951",
    "place and time": lambda: "ORRIN HARBOUR AUTHORITY, LOWER NORTHERN QUAY\n06:40",
    "sign in capitals": lambda: "NO ENTRY WITHOUT A TICKET TO THE LOWER DECK\nHARBOUR AUTHORITY",
    "letter heading": lambda: "Dear Ines, who is still on the other island,\nI write this by the lamp.",
    "colours": lambda: f'<font color="#ffff00">{long().capitalize()}.</font>\n<font color="#00ffff">{short()}</font>',
    "one line in italics": lambda: f"<i>{long().capitalize()}.</i>\n{short()}",
    "score board": lambda: "Orrin Rowing Club of the Northern Islands 3\nTurrow 1",
    "credit": lambda: "Written and directed on the island of Orrin by\nIna Holm",
    "full-width brackets": lambda: "（マーラ）" + "昨日の夜の船はもう港を出てしまったと思います。" + "\n（トム）いいえ。",
    "Arabic with dashes": lambda: "- وصلت العبارة الأخيرة إلى الميناء قبل طلوع الفجر\n- لا.",
    "Spanish with dashes": lambda: "-¿Cuándo sale el último barco de la isla de Orrin?\n-Mañana.",
    "three people": lambda: f"- {short()}\n- {long().capitalize()}.\n- {short()}",
    "telephone": lambda: "Call the harbour office on the northern quay:\n0800 555 0199",
    "quotation of two": lambda: f"“{long().capitalize()}.”\n“{short()}”",
}


def layouts():
    folder = OUT / "layouts"
    folder.mkdir(parents=True)
    kinds, texts = [], []
    for kind, make in LAYOUTS.items():
        for _ in range(3):
            kinds.append(kind)
            texts.append(make())
    # Captions of one speaker are set anew by themselves: there is a file to look at.
    for words in LONG:
        kinds.append("plain")
        texts.append(words.capitalize() + ".")
    (folder / "talk.en.srt").write_text(srt(texts), "utf-8")
    # A word that is mended by hand makes the file go out at all; the rest is what it settled by itself.
    said = oddlot("run", folder / "talk.en.srt", "--sheet", "words", "--out", folder / "out", "--json")
    written = sorted(p for p in (folder / "out").rglob("*") if p.suffix in (".srt", ".vtt"))
    if not written:
        for kind in LAYOUTS:
            count(f"layout, {kind}", "asked")
        return said
    after = texts_of(written[0])
    bare = lambda text: re.sub(r"<[^>]*>|\s+", "", text)
    for kind, before, now in zip(kinds, texts, after):
        starts = {bare("".join(now.split("\n")[:i])) for i in range(len(now.split("\n")))}
        lines = before.split("\n")
        if kind == "plain":
            count("layout, plain", "right" if "\n" in now and now.replace("\n", " ") == before else "wrong", f"{before!r} became {now!r}")
            continue
        kept = all(bare("".join(lines[:i])) in starts for i in range(1, len(lines)))
        count(f"layout, {kind}", "right" if kept else "wrong", f"{before!r} became {now!r}")
    if len(after) != len(texts):
        count("layout, number of captions", "wrong", f"{len(texts)} became {len(after)}")
    return said


# ---- Charsets.

SPEECH = {
    "cs": ["Poslední trajekt odjel ještě před půlnocí.", "Světlo na ostrově už nikdo nerozsvítil.", "Řekla mi, že přijde až zítra ráno.",
           "Kdo bude čekat na nábřeží?", "Žádná loď už nepřijela."],
    "pl": ["Ostatni prom odpłynął przed północą.", "Nikt nie zapalił światła na wyspie.", "Powiedziała mi, że przyjdzie jutro.",
           "Gdzie są łodzie i żagle?", "Może już śpią."],
    "hu": ["Az utolsó komp éjfél előtt indult el.", "Senki sem gyújtotta meg a lámpát.", "Azt mondta, hogy holnap jön vissza.",
           "Hol vannak a hajók és a kötelek?", "Egyszerűen eltűntek."],
    "ro": ["Ultimul feribot a plecat înainte de miezul nopţii.", "Nimeni nu a aprins lumina pe insulă.", "Mi-a spus că vine mâine dimineaţă.",
           "Unde sunt bărcile şi frânghiile?", "Poate că dorm deja."],
    "ru": ["Последний паром ушёл до полуночи.", "Никто не зажёг свет на острове.", "Она сказала, что придёт завтра утром.",
           "Где лодки и верёвки?", "Может быть, они уже спят."],
    "uk": ["Останній пором пішов до півночі.", "Ніхто не запалив світло на острові.", "Вона сказала, що прийде завтра вранці.",
           "Де човни й мотузки?", "Можливо, вони вже сплять."],
    "bg": ["Последният ферибот тръгна преди полунощ.", "Никой не запали светлината на острова.", "Тя каза, че ще дойде утре сутринта.",
           "Къде са лодките и въжетата?", "Може би вече спят."],
    "el": ["Το τελευταίο πλοίο έφυγε πριν από τα μεσάνυχτα.", "Κανείς δεν άναψε το φως στο νησί.", "Μου είπε ότι θα έρθει αύριο το πρωί.",
           "Πού είναι οι βάρκες και τα σχοινιά;", "Ίσως κοιμούνται ήδη."],
    "tr": ["Son vapur gece yarısından önce kalktı.", "Adada ışığı kimse yakmadı.", "Yarın sabah geleceğini söyledi.",
           "Kayıklar ve halatlar nerede, şimdi?", "Belki çoktan uyudular."],
    "he": ["המעבורת האחרונה יצאה לפני חצות.", "איש לא הדליק את האור באי.", "היא אמרה לי שתבוא מחר בבוקר.", "איפה הסירות והחבלים?", "אולי הם כבר ישנים."],
    "ar": ["غادرت العبارة الأخيرة قبل منتصف الليل.", "لم يشعل أحد الضوء على الجزيرة.", "قالت لي إنها ستأتي صباح الغد.", "أين القوارب والحبال؟", "ربما هم نائمون الآن."],
    "lt": ["Paskutinis keltas išplaukė prieš vidurnaktį.", "Niekas neuždegė šviesos saloje.", "Ji pasakė, kad ateis rytoj rytą.",
           "Kur yra valtys ir virvės?", "Galbūt jie jau miega."],
    "lv": ["Pēdējais prāmis aizgāja pirms pusnakts.", "Neviens neiededza gaismu salā.", "Viņa teica, ka atnāks rīt no rīta.",
           "Kur ir laivas un virves?", "Varbūt viņi jau guļ."],
    "de": ["Die letzte Fähre ging vor Mitternacht.", "Niemand hat das Licht angezündet.", "Sie sagte, sie käme morgen früh zurück.",
           "Wo sind die Boote und die Taue, für später?", "Vielleicht schlafen sie schon, draußen."],
    "fr": ["Le dernier bateau est parti avant minuit.", "Personne n’a allumé la lumière sur l’île.", "Elle m’a dit qu’elle viendrait demain, très tôt.",
           "Où sont les bateaux et les cordes ?", "Peut-être qu’ils dorment déjà à cœur ouvert."],
    "sv": ["Sista färjan gick före midnatt.", "Ingen tände ljuset på ön.", "Hon sade att hon kommer tillbaka i morgon.",
           "Var är båtarna och repen då?", "Kanske sover de redan på däck."],
    "ja": ["最後の船は夜中の前に出ました。", "島の灯りをつけた人はいませんでした。", "明日の朝また来ると彼女は言いました。", "舟とロープはどこですか。", "もう眠っているかもしれない。"],
    "ko": ["마지막 배는 자정 전에 떠났습니다.", "아무도 섬의 불을 켜지 않았습니다.", "그녀는 내일 아침에 온다고 말했어요.", "배와 밧줄은 어디에 있습니까?", "아마 벌써 자고 있을 거예요."],
    "zh": ["最后一班渡船在午夜之前开走了。", "岛上没有人点灯。", "她说她明天早上会再来。", "船和绳子在哪里？", "也许他们已经睡着了。"],
    "zt": ["最後一班渡船在午夜之前開走了。", "島上沒有人點燈。", "她說她明天早上會再來。", "船和繩子在哪裡？", "也許他們已經睡著了。"],
    "th": ["เรือเที่ยวสุดท้ายออกก่อนเที่ยงคืน", "ไม่มีใครจุดไฟบนเกาะ", "เธอบอกว่าจะมาพรุ่งนี้เช้า", "เรือกับเชือกอยู่ที่ไหน", "บางทีพวกเขาหลับไปแล้ว"],
    "vi": ["Chuyến phà cuối cùng rời bến trước nửa đêm.", "Không ai thắp đèn trên đảo.", "Cô ấy nói sáng mai sẽ đến."],
}
CHARSETS = [(language, charset) for languages, charsets in [
    ("cs pl hu ro", "cp1250 iso8859-2"), ("pl cs", "mac-latin2 cp852"), ("ru bg", "cp1251 koi8-r iso8859-5 cp866 mac-cyrillic"),
    ("uk", "cp1251 koi8-u"), ("el", "cp1253 iso8859-7"), ("tr", "cp1254 iso8859-9"), ("he", "cp1255 iso8859-8"), ("ar", "cp1256 iso8859-6"),
    ("lt lv", "cp1257 iso8859-13"), ("de fr sv", "cp1252 iso8859-15 mac-roman cp850"), ("ja", "shift_jis euc-jp iso2022-jp"),
    ("ko", "euc-kr cp949"), ("zh", "gb18030 gb2312"), ("zt", "big5"), ("th", "tis-620 cp874"), ("vi", "cp1258"),
    ("de ja ru", "utf-16-le utf-16-be utf-16 utf-8-sig utf-32")] for language in languages.split() for charset in charsets.split()]


def charsets():
    folder = OUT / "charsets"
    folder.mkdir(parents=True)
    files = []
    for at, (language, charset) in enumerate(CHARSETS):
        lines = SPEECH[language][:]
        rng.shuffle(lines)
        try:
            content = srt(lines).encode(charset)
        except UnicodeEncodeError:
            lines = ["".join(c for c in line if c not in "’œ") for line in lines]
            try:
                content = srt(lines).encode(charset)
            except (UnicodeEncodeError, LookupError):
                continue
        except LookupError:
            continue
        path = folder / f"{at:03}.srt"
        path.write_bytes(content)
        files.append((path, language, charset, lines))
    for path, language, charset, lines in files[begin::part]:
        out = path.with_suffix(".vtt")
        said = oddlot("convert", path, out, "--json")
        doubts = [p["message"] for p in said["problems"] if re.search(r"charset|encod|letters|read as|UTF", p["message"], re.I)]
        got = texts_of(out) if out.exists() else []
        kind = f"charset, {charset}"
        if got == lines:
            count(kind, "right")
        elif doubts:
            count(kind, "asked")
        else:
            count(kind, "wrong", f"{language}: {got[:1]} instead of {lines[:1]}")


# ---- Looks: what it is, how a file of a format says it, how others show it, how it is named where it is not carried.

VTT = {
    "italics": ("<i>{}</i>", "italic"), "bold": ("<b>{}</b>", "bold"), "underlined": ("<u>{}</u>", "underlin"),
    "class colour": ("<c.yellow>{}</c>", "colour|class|look|<c"), "voice": ("<v Mara>{}</v>", "speaker|voice|who"),
    "language": ("<lang fr>{}</lang>", "lang"), "ruby": ("{} <ruby>船<rt>ふね</rt></ruby>", "ruby"),
    "times within": ("{} <00:00:04.000>then", "moment"), "entity": ("{} &amp; &lt;then&gt;", ""),
}
VTT_SETTINGS = {
    "position": ("position:20%", "position|place|stand"), "line": ("line:10%", "place|line|stand|position"), "align": ("align:start", "align|place|side|stand"),
    "size": ("size:40%", "size|width|box"), "vertical": ("vertical:rl", "vertical|direction|writing"), "snapped line": ("line:0", "place|line|stand"),
}
SRT = {
    "italics": ("<i>{}</i>", "italic"), "italics by brace": ("{{\\i1}}{}{{\\i0}}", "italic"), "bold": ("<b>{}</b>", "bold"), "underlined": ("<u>{}</u>", "underlin"),
    "colour": ('<font color="#ffff00">{}</font>', "colour"), "font": ('<font face="Serif" size="40">{}</font>', "font|size|look"),
    "above": ("{{\\an8}}{}", "place|stand"), "left": ("{{\\an4}}{}", "place|stand|side"), "fade": ("{{\\fad(200,200)}}{}", "fad|tag|brace|effect|\\\\"),
    "struck": ("<s>{}</s>", "struck|strike|<s"), "coordinates": ("{}", "behind the times"),
}
TTML = {
    "italics on a span": ('<span tts:fontStyle="italic">{}</span>', "", "italic"),
    "italics on p": ("{}", ' tts:fontStyle="italic"', "italic"), "italics by style": ("{}", ' style="it"', "italic"), "italics by region": ("{}", ' region="slant"', "italic"),
    "oblique": ('<span tts:fontStyle="oblique">{}</span>', "", "italic|oblique|slant"),
    "bold": ('<span tts:fontWeight="bold">{}</span>', "", "bold"), "underlined": ('<span tts:textDecoration="underline">{}</span>', "", "underlin"),
    "colour": ('<span tts:color="#ffff00">{}</span>', "", "colour"), "named colour": ('<span tts:color="yellow">{}</span>', "", "colour"),
    "background": ('<span tts:backgroundColor="#000080">{}</span>', "", "background"), "above": ("{}", ' region="above"', "place|stand|region"),
    "left": ("{}", ' tts:textAlign="left"', "place|side|align|stand"), "vertical": ("{}", ' region="tbrl"', "writing|direction|vertical"),
    "size": ('<span tts:fontSize="150%">{}</span>', "", "size"), "opacity": ("{}", ' tts:opacity="0.5"', "opac"), "spaced": ("{}", ' xml:space="preserve"', ""),
    "ruby": ('{} <span tts:ruby="container"><span tts:ruby="base">船</span><span tts:ruby="text">ふね</span></span>', "", "ruby"),
    "comment": ("{}<!-- ask Ines -->", "", "comment"), "agent": ("{}", ' ttm:agent="mara"', "speaker|agent|who"),
    "two paragraphs at once": ("{}", "", ""),
}
SHOWS = {
    ".srt": {"italics": r"<i>", "bold": r"<b>", "underlined": r"<u>", "colour": r"<font color", "above": r"an[789]", "left": r"an[147]", "speaker": r"Mara"},
    ".vtt": {"italics": r"<i", "bold": r"<b", "underlined": r"<u", "colour": r"<c\.", "above": r"line:", "left": r"align:(start|left)|position:", "speaker": r"<v", "ruby": r"<ruby", "lang": "<lang"},
    ".ttml": {"italics": r"italic", "bold": r"bold", "underlined": r"underline", "colour": r"tts:color", "above": r"displayAlign=\"before\"|before", "left": r"left|start", "speaker": r"agent|Mara"},
    ".stl": {"italics": "\x80", "underlined": "\x82", "colour": "[\x01-\x06]", "above": ".", "left": "."},
    ".scc": {"italics": r"91ae|11ae|91ce|9[17]..", "underlined": r"a1", "above": r".", "left": r"."},
}
AS = {"italics": "italics", "oblique": "italics", "bold": "bold", "underlined": "underlined", "class": "colour", "colour": "colour", "named": "colour", "voice": "speaker",
      "agent": "speaker", "above": "above", "line": "above", "snapped": "above", "left": "left", "align": "left", "position": "left", "ruby": "ruby", "language": "lang"}
WORDS = "The boats are late"


def source(ending, name):
    if ending == ".vtt":
        text, setting = (VTT[name][0].format(WORDS), "") if name in VTT else (WORDS, " " + VTT_SETTINGS[name][0])
        return f"WEBVTT\n\n00:00:01.000 --> 00:00:03.000\nBefore\n\n00:00:03.500 --> 00:00:06.000{setting}\n{text}\n"
    if ending == ".srt":
        more = "  X1:100 X2:500 Y1:40 Y2:90" if name == "coordinates" else ""
        return f"1\n00:00:01,000 --> 00:00:03,000\nBefore\n\n2\n00:00:03,500 --> 00:00:06,000{more}\n{SRT[name][0].format(WORDS)}\n\n"
    text, attribute, _ = TTML[name]
    second = f'<p begin="00:00:03.500" end="00:00:06.000" region="above">Meanwhile</p>' if name.startswith("two") else ""
    return ('<?xml version="1.0" encoding="UTF-8"?>\n<tt xmlns="http://www.w3.org/ns/ttml" xmlns:tts="http://www.w3.org/ns/ttml#styling"'
            ' xmlns:ttm="http://www.w3.org/ns/ttml#metadata" xml:lang="en"><head><metadata><ttm:agent type="person" xml:id="mara"><ttm:name type="full">Mara</ttm:name></ttm:agent></metadata>'
            '<styling><style xml:id="it" tts:fontStyle="italic"/></styling><layout><region xml:id="low" tts:origin="10% 80%" tts:extent="80% 15%" tts:displayAlign="after" tts:textAlign="center"/>'
            '<region xml:id="above" tts:origin="10% 5%" tts:extent="80% 15%" tts:displayAlign="before" tts:textAlign="center"/>'
            '<region xml:id="slant" tts:origin="10% 80%" tts:extent="80% 15%" tts:displayAlign="after" tts:textAlign="center" tts:fontStyle="italic"/>'
            '<region xml:id="tbrl" tts:origin="80% 10%" tts:extent="15% 80%" tts:writingMode="tbrl"/></layout></head><body region="low"><div>'
            f'<p begin="00:00:01.000" end="00:00:03.000">Before</p><p begin="00:00:03.500" end="00:00:06.000"{attribute}>{text.format(WORDS)}</p>{second}'
            "</div></body></tt>\n")


def looks():
    folder = OUT / "looks"
    folder.mkdir(parents=True)
    for ending, names in ((".vtt", {**VTT, **VTT_SETTINGS}), (".srt", SRT), (".ttml", TTML)):
        for at, (name, how) in enumerate(names.items()):
            path = folder / f"{ending[1:]}-{at:02}{ending}"
            path.write_text(source(ending, name), "utf-8")
            for target in (".srt", ".vtt", ".ttml", ".stl", ".scc"):
                if target == ending or (at + len(target) + ord(target[1])) % part != begin:
                    continue
                out = path.with_name(path.stem + "-as" + target)
                said = oddlot("convert", path, out, "--json", *(["--rate", "29.97df"] if target == ".scc" else ["--rate", "25"] if target == ".stl" else []))
                kind = f"{ending} {name} to {target}"
                if not out.exists():
                    count(kind, "asked")
                    continue
                written = out.read_bytes().decode("latin-1" if target in (".stl", ".scc") else "utf-8")
                shown = SHOWS[target].get(AS.get(name.split()[0], ""))
                is_shown = bool(shown and re.search(shown, written if target != ".ttml" else written.split("<body")[-1] + written.split("<layout")[-1]))
                keyword = how[-1]
                all_said = " ".join(said.get("lost", [])) + " ".join(p["message"] for p in said.get("problems", []))
                is_said = bool(keyword) and bool(re.search(keyword, all_said, re.I))
                words = WORDS.split()[-1] in written if target in (".srt", ".vtt", ".ttml", ".stl") else True
                if not words:
                    count(kind, "wrong", "the words are not there")
                elif is_shown or not keyword:
                    count(kind, "right")
                elif is_said:
                    count(kind, "said")
                else:
                    count(kind, "wrong", f"neither carried nor said; lost {said.get('lost')}")
                if target in (".srt", ".vtt", ".ttml"):
                    back = path.with_name(path.stem + "-back-" + target[1:] + ending)
                    again = oddlot("convert", out, back, "--json")
                    first, second = plain(path), plain(back) if back.exists() else None
                    same = first == second
                    count(f"there and back by {target}", "right" if same else "said" if again.get("lost") or said.get("lost") else "wrong",
                          f"{kind}: {first} came back as {second}")


def plain(path):
    """The words of each caption, by other means."""
    text = path.read_text("utf-8")
    if path.suffix == ".ttml":
        found = re.findall(r"<p\b[^>]*>(.*?)</p>", text, re.S)
    else:
        found = texts_of(path)
    clean = []
    for each in found:
        each = re.sub(r"<!--.*?-->", "", each, flags=re.S)
        each = re.sub(r"<br\s*/>", " ", each)
        each = re.sub(r"\{\\[^}]*\}|<[^>]*>", "", each)
        for entity, letter in (("&lt;", "<"), ("&gt;", ">"), ("&amp;", "&")):
            each = each.replace(entity, letter)
        clean.append(re.sub(r"\s+", " ", each).strip())
    return clean


def main():
    shutil.rmtree(OUT, ignore_errors=True)
    OUT.mkdir(parents=True)
    layouts()
    charsets()
    looks()
    totals = Counter()
    for kind, counts in table.items():
        totals.update(counts)
    for line in wrong:
        print("WRONG", line)
    for kind, counts in table.items():
        if counts["asked"]:
            print("asked", kind, dict(counts))
    print(f"{len(table)} kinds: " + ", ".join(f"{count} {verdict}" for verdict, count in sorted(totals.items())))
    return 1 if wrong else 0


sys.exit(main())
