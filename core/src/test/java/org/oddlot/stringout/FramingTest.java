package org.oddlot.stringout;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FramingTest {
  /** Spellings of logs; common practice, no source. */
  @ParameterizedTest
  @CsvSource({
    "CU on Liv,CLOSE_UP",
    "close-up,CLOSE_UP",
    "Close up of the bell,CLOSE_UP",
    "MCU over shoulder,MEDIUM_CLOSE_UP",
    "medium close-up,MEDIUM_CLOSE_UP",
    "mid close,MEDIUM_CLOSE_UP",
    "ECU hands,EXTREME_CLOSE_UP",
    "extreme close-up,EXTREME_CLOSE_UP",
    "big close up,EXTREME_CLOSE_UP",
    "MS two,MEDIUM",
    "mid-shot,MEDIUM",
    "midshot,MEDIUM",
    "medium wide,MEDIUM_LONG",
    "MLS,MEDIUM_LONG",
    "WS,LONG",
    "wide shot of the pier,LONG",
    "full shot,LONG",
    "VWS harbour,EXTREME_LONG",
    "extreme long shot,EXTREME_LONG",
    "'CU, then CU again',CLOSE_UP",
  })
  void howMuchIsShownIsReadInTheWordsOfLogs(String text, Framing framing) {
    assertThat(Framing.of(List.of("good", text))).hasValue(framing);
  }

  @ParameterizedTest
  @CsvSource({
    "starts wide shot ends CU",
    "cu",
    "focus",
    "DISCUSS",
    "MSX",
    "A001CU7",
    "the door is close",
    "LSD",
    "MCU and WS",
    "''",
  })
  void whatSaysNothingOrTwoThingsIsNotKnown(String text) {
    assertThat(Framing.of(List.of(text))).isEqualTo(Optional.empty());
  }
}
