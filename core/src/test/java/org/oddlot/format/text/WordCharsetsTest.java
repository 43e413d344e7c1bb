package org.oddlot.format.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.Charset;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A few sentences are enough to tell in which charset a text of one language is. */
class WordCharsetsTest {
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "windows-1250|Wiatr był silny, a łódź wróciła później. Gdzie jest twój płaszcz?",
        "ISO-8859-2|Wiatr był silny, a łódź wróciła później. Gdzie jest twój płaszcz?",
        "windows-1250|Vítr byl silný a loď se vrátila později. Kde máš ten červený kabát?",
        "windows-1250|A szél erős volt, és a hajó később ért vissza. Hol van a kabátod?",
        "windows-1251|Ветер был сильный, лодка вернулась позже. Где твоё пальто?",
        "KOI8-R|Ветер был сильный, лодка вернулась позже. Где твоё пальто?",
        "IBM866|Ветер был сильный, лодка вернулась позже. Где твоё пальто?",
        "windows-1251|Вітер був сильний, човен повернувся пізніше. Де твоє пальто?",
        "windows-1253|Ο άνεμος ήταν δυνατός και η βάρκα γύρισε αργότερα. Πού είναι το παλτό;",
        "windows-1254|Rüzgâr güçlüydü, tekne geç döndü. Şimdi neredesin, çocuğum?",
        "windows-1257|Vėjas buvo stiprus, laivas grįžo vėliau. Kur tavo šiltas paltas?",
        "windows-1252|Der Wind war stärker, das Boot kam später zurück. Für wen ist das schöne Öl?",
        "windows-1252|Le vent était très fort, le bateau est rentré après la fête. Où êtes-vous ?",
        "windows-1252|Vinden var sterk, båten kom først hjem på lørdag. Hvor er frakken så?",
        "x-MacRoman|Le vent était très fort, le bateau est rentré après la fête. Où êtes-vous ?",
        "windows-1255|הרוח הייתה חזקה והסירה חזרה מאוחר. איפה המעיל שלך היום?",
        "windows-1256|كانت الريح قوية وعاد القارب متأخرا. أين معطفك اليوم يا صديقي؟",
        "x-MacCyrillic|Ветер был сильный, моя лодка вернулась позже. Я не знаю, где твоя земля.",
        "ISO-2022-JP|風が強くて、船は遅く戻った。コートはどこですか。",
        "Shift_JIS|風が強くて、船は遅く戻った。コートはどこですか。港で待っていました。",
        "Big5|風很大，船很晚才回來。你的外套在哪裡？我們在碼頭等你。",
        "GB18030|风很大，船很晚才回来。你的外套在哪里？我们在码头等你。",
        "EUC-KR|바람이 강해서 배가 늦게 돌아왔다. 외투는 어디에 있나요?"
      })
  void aTextIsReadAsItWasWritten(String charset, String text) {
    byte[] bytes =
        ("1\n00:00:01,000 --> 00:00:03,000\n" + text + "\n\n").getBytes(Charset.forName(charset));
    assertThat(Charsets.decode(bytes, Charsets.detect(bytes))).contains(text);
    assertThat(Charsets.detected(bytes).isSure()).isTrue();
  }
}
