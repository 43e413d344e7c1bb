package org.oddlot.papercut;

import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.oddlot.caption.Span;
import org.oddlot.caption.Timebase;
import org.oddlot.caption.Transcript;
import org.oddlot.caption.Turn;
import org.oddlot.caption.Word;
import org.oddlot.material.Material;
import org.oddlot.material.Source;
import org.oddlot.stringout.StringOut;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;
import org.oddlot.time.RationalTime;
import org.oddlot.time.TimeRange;

/**
 * Where passages begin and end in their media, and when their words are said in the cut.
 *
 * @param handles frames before and behind each, as far as its media has them
 * @param edges where passages begin and end beside their words
 * @param camera the letter of the camera that is wanted; empty for that of the transcript
 */
public record PaperCutTimeline(int handles, Edges edges, String camera) {
  /**
   * Passages that are laid as one: what follows at once in the transcript is not cut.
   *
   * @param piece what is laid
   * @param words what is said in it
   */
  public record Laid(StringOut.Piece piece, Marked words) {}

  /** The pieces of a cut, in order. */
  public List<Laid> pieces(List<Marked> passages, Material material) {
    var laid = new ArrayList<Laid>();
    Marked open = null;
    for (Marked each : passages) {
      if (open != null && open.goesOnIn(each)) {
        open = Marked.of(open.spoken(), open.from(), each.to());
        continue;
      }
      if (open != null) {
        laid.add(laid(open, material));
      }
      open = each;
    }
    if (open != null) {
      laid.add(laid(open, material));
    }
    return laid;
  }

  /** What of its media a passage takes, without handles: whole frames, with all of its words. */
  public TimeRange range(Marked passage) {
    Span span = edges.of(passage);
    TimeRange there = passage.spoken().source().range().orElseThrow();
    FrameRate rate = there.start().rate();
    return within(
        RationalTime.ofSeconds(span.start(), rate, RoundingMode.FLOOR),
        RationalTime.ofSeconds(span.end(), rate, RoundingMode.CEILING),
        there);
  }

  private static TimeRange within(RationalTime from, RationalTime to, TimeRange there) {
    RationalTime first = from.isBefore(there.start()) ? there.start() : from;
    RationalTime last = to.isAfter(there.endExclusive()) ? there.endExclusive() : to;
    return TimeRange.between(first, last.isAfter(first) ? last : first);
  }

  private Laid laid(Marked passage, Material material) {
    TimeRange range = range(passage);
    Source source = passage.spoken().source();
    TimeRange its = StringOut.withHandles(range, source, handles);
    StringOut.Piece piece =
        angle(source, its, material)
            .orElse(new StringOut.Piece(source, passage.spoken().clip(), its));
    return new Laid(piece, passage);
  }

  /** The same moment of the wanted camera: the same day, the same timecode. */
  private Optional<StringOut.Piece> angle(Source source, TimeRange range, Material material) {
    if (camera.isEmpty()
        || source.camera().equalsIgnoreCase(camera)
        || source.recorded().isEmpty()
        || source.startsAtZero()) {
      return Optional.empty();
    }
    return material.sources().all().stream()
        .filter(its -> its.camera().equalsIgnoreCase(camera))
        .filter(its -> its.recorded().equals(source.recorded()))
        .filter(its -> its.range().filter(all -> all.contains(range)).isPresent())
        .findFirst()
        .map(its -> new StringOut.Piece(its, its.first(), range));
  }

  /**
   * What is said in a cut, by its record time from zero.
   *
   * @param laid its pieces, in order
   * @param rate the rate of its timeline
   * @param gap frames between them
   */
  public static Transcript transcript(String name, List<Laid> laid, FrameRate rate, int gap) {
    var turns = new ArrayList<Turn>();
    RationalTime at = RationalTime.zero(rate);
    String language = laid.isEmpty() ? "" : laid.getFirst().words.spoken().language();
    for (Laid each : laid) {
      RationalTime length = each.piece.range().duration().rescaledTo(rate, RoundingMode.HALF_UP);
      Rational later = at.seconds().minus(each.piece.range().start().seconds());
      turns.addAll(turns(each.words, later));
      language = each.words.spoken().language().equals(language) ? language : "";
      at = at.plus(length).plus(RationalTime.of(gap, rate));
    }
    return Transcript.made(name, language, new Timebase.Frames(rate, false), turns);
  }

  private static List<Turn> turns(Marked words, Rational later) {
    Spoken spoken = words.spoken();
    var turns = new ArrayList<Turn>();
    for (Marked each : spoken.turns(words.from(), words.to())) {
      List<Word> its =
          spoken.words().subList(each.from(), each.to()).stream()
              .map(said ->
                  said.isTimed()
                      ? said.word().withSpan(Optional.of(said.span().map(later::plus)))
                      : said.word())
              .toList();
      turns.add(new Turn(each.speaker(), each.span().map(later::plus), its));
    }
    return turns;
  }
}
