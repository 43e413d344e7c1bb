package org.oddlot.time;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.BitSet;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.oddlot.time.FrameSpans.Span;

class FrameSpansTest {
  @Property(tries = 300)
  void aSetOfSpansIsASetOfFrames(@ForAll long seed) {
    var chance = new Random(seed);
    var spans = new FrameSpans();
    var frames = new BitSet();
    for (int i = 0; i < 12; i++) {
      int from = chance.nextInt(60);
      int to = from + chance.nextInt(20);
      spans.add(new Span(from, to));
      frames.set(from, to);
      assertThat(spans.size()).isEqualTo(frames.cardinality());
      int askedFrom = chance.nextInt(80);
      var asked = new Span(askedFrom, askedFrom + chance.nextInt(30));
      var within = new BitSet();
      spans.within(asked).forEach(span -> within.set((int) span.from(), (int) span.to()));
      var outside = new BitSet();
      spans.outside(asked).forEach(span -> outside.set((int) span.from(), (int) span.to()));
      for (int frame = 0; frame < 120; frame++) {
        boolean isAsked = frame >= asked.from() && frame < asked.to();
        assertThat(within.get(frame)).isEqualTo(isAsked && frames.get(frame));
        assertThat(outside.get(frame)).isEqualTo(isAsked && !frames.get(frame));
      }
      assertThat(FrameSpans.length(spans.within(asked)) + FrameSpans.length(spans.outside(asked)))
          .isEqualTo(asked.length());
    }
  }

  @Test
  void aSpanDoesNotEndBeforeItBegins() {
    assertThatThrownBy(() -> new Span(5, 4)).isInstanceOf(IllegalArgumentException.class);
  }

  /** 16 frames a foot of 35 mm, 40 of 16 mm; see {@link FilmGauge} for where that is written. */
  @Test
  void feetAndFrames() {
    assertThat(FilmGauge.MM_35.inWords(0)).isEqualTo("0+00");
    assertThat(FilmGauge.MM_35.inWords(16)).isEqualTo("1+00");
    assertThat(FilmGauge.MM_35.inWords(197)).isEqualTo("12+05");
    assertThat(FilmGauge.MM_35.inWords(-17)).isEqualTo("-1+01");
    assertThat(FilmGauge.MM_16.inWords(39)).isEqualTo("0+39");
    assertThat(FilmGauge.MM_16.inWords(401)).isEqualTo("10+01");
  }
}
