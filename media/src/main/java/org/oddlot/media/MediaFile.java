package org.oddlot.media;

import java.io.Closeable;
import java.io.IOException;
import java.math.RoundingMode;
import java.nio.ByteOrder;
import java.nio.IntBuffer;
import java.nio.file.Path;
import java.util.Optional;
import org.bytedeco.ffmpeg.avcodec.AVCodec;
import org.bytedeco.ffmpeg.avcodec.AVCodecContext;
import org.bytedeco.ffmpeg.avcodec.AVPacket;
import org.bytedeco.ffmpeg.avcodec.AVPacketSideData;
import org.bytedeco.ffmpeg.avformat.AVFormatContext;
import org.bytedeco.ffmpeg.avformat.AVStream;
import org.bytedeco.ffmpeg.avutil.AVChannelLayout;
import org.bytedeco.ffmpeg.avutil.AVDictionary;
import org.bytedeco.ffmpeg.avutil.AVDictionaryEntry;
import org.bytedeco.ffmpeg.avutil.AVFrame;
import org.bytedeco.ffmpeg.avutil.AVPixFmtDescriptor;
import org.bytedeco.ffmpeg.avutil.AVRational;
import org.bytedeco.ffmpeg.global.avcodec;
import org.bytedeco.ffmpeg.global.avformat;
import org.bytedeco.ffmpeg.global.avutil;
import org.bytedeco.ffmpeg.global.swresample;
import org.bytedeco.ffmpeg.global.swscale;
import org.bytedeco.ffmpeg.swresample.SwrContext;
import org.bytedeco.ffmpeg.swscale.SwsContext;
import org.bytedeco.javacpp.DoublePointer;
import org.bytedeco.javacpp.FloatPointer;
import org.bytedeco.javacpp.IntPointer;
import org.bytedeco.javacpp.Pointer;
import org.bytedeco.javacpp.PointerPointer;
import org.oddlot.picture.PictureForm;
import org.oddlot.picture.StillFrame;
import org.oddlot.sound.MusicTags;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Rational;

/**
 * A media file, opened for reading with FFmpeg. What is asked of it is read from its headers; sound
 * and pictures are decoded only where they are asked for.
 */
public final class MediaFile implements Closeable {
  static {
    avutil.av_log_set_level(avutil.AV_LOG_QUIET);
  }

  private final AVFormatContext format;

  private MediaFile(AVFormatContext format) {
    this.format = format;
  }

  /**
   * Opens a file.
   *
   * @throws IOException if it is not there or no media file, with a reason
   */
  public static MediaFile open(Path path) throws IOException {
    var format = new AVFormatContext(null);
    check(
        avformat.avformat_open_input(format, path.toString(), null, null),
        path.getFileName() + " is no media file that can be read");
    try {
      check(
          avformat.avformat_find_stream_info(format, (AVDictionary) null),
          path.getFileName() + " is damaged");
    } catch (IOException e) {
      avformat.avformat_close_input(format);
      throw e;
    }
    return new MediaFile(format);
  }

  private static int check(int result, String otherwise) throws IOException {
    if (result < 0) {
      throw new IOException(otherwise);
    }
    return result;
  }

  /** The rate of the picture, if there is a picture. */
  public Optional<FrameRate> rate() {
    return stream(avutil.AVMEDIA_TYPE_VIDEO).map(MediaFile::rate);
  }

  private static FrameRate rate(AVStream stream) {
    AVRational rate = stream.avg_frame_rate();
    return FrameRate.ofDouble((double) rate.num() / rate.den());
  }

  /** What the picture is like as it is shown, if there is a picture: turned where it says so. */
  public Optional<PictureForm> pictureForm() {
    return stream(avutil.AVMEDIA_TYPE_VIDEO)
        .filter(its -> its.codecpar().width() > 0 && its.codecpar().height() > 0)
        .map(its -> {
          AVRational dot = its.codecpar().sample_aspect_ratio();
          Rational shape =
              dot.num() > 0 && dot.den() > 0 ? Rational.of(dot.num(), dot.den()) : Rational.ONE;
          AVPixFmtDescriptor dots = avutil.av_pix_fmt_desc_get(its.codecpar().format());
          boolean hasAlpha =
              dots != null && !dots.isNull() && (dots.flags() & avutil.AV_PIX_FMT_FLAG_ALPHA) != 0;
          int width = its.codecpar().width();
          int height = its.codecpar().height();
          return isOnItsSide(its)
              ? new PictureForm(height, width, shape.inverse(), hasAlpha)
              : new PictureForm(width, height, shape, hasAlpha);
        });
  }

  /** Whether it is turned by a quarter when it is shown, as telephones do. */
  private static boolean isOnItsSide(AVStream stream) {
    AVPacketSideData turned =
        avcodec.av_packet_side_data_get(
            stream.codecpar().coded_side_data(),
            stream.codecpar().nb_coded_side_data(),
            avcodec.AV_PKT_DATA_DISPLAYMATRIX);
    if (turned == null || turned.isNull()) {
      return false;
    }
    double degrees = avutil.av_display_rotation_get(new IntPointer(turned.data()));
    return Math.abs(Math.abs(degrees) - 90) < 1;
  }

  /** The timecode that the container gives its first frame, as it is written there. */
  public Optional<String> timecode() {
    Optional<String> ofFile = value(format.metadata(), "timecode");
    for (int i = 0; i < format.nb_streams() && ofFile.isEmpty(); i++) {
      ofFile = value(format.streams(i).metadata(), "timecode");
    }
    return ofFile;
  }

  /** When the file was recorded, as it says itself, in ISO 8601. */
  public Optional<String> created() {
    return value(format.metadata(), "creation_time");
  }

  /** The broadcast extension's time reference, in samples since midnight. */
  public Optional<Long> timeReference() {
    // What is no number, or none that a day of samples comes to, says nothing.
    return value(format.metadata(), "time_reference")
        .filter(text -> text.matches("\\d{1,15}"))
        .map(Long::parseLong);
  }

  /** What the file says of the music in it, by the names that FFmpeg gives to tags of all kinds. */
  public MusicTags tags() {
    return new MusicTags(said("title"), said("composer"), said("artist"), said("publisher"));
  }

  private String said(String key) {
    return value(format.metadata(), key).orElse("");
  }

  /** How many channels the first sound stream has; zero where there is none. */
  public int channels() {
    return stream(avutil.AVMEDIA_TYPE_AUDIO)
        .map(s -> s.codecpar().ch_layout().nb_channels())
        .orElse(0);
  }

  /** Samples in a second of the first sound stream; zero where there is none. */
  public int sampleRate() {
    return stream(avutil.AVMEDIA_TYPE_AUDIO).map(s -> s.codecpar().sample_rate()).orElse(0);
  }

  /** How many samples each channel of the first sound stream has; zero where nobody says. */
  public long samples() {
    return stream(avutil.AVMEDIA_TYPE_AUDIO)
        .filter(s -> s.duration() > 0)
        .map(s -> avutil.av_rescale_q(s.duration(), s.time_base(), samplesOf(s)))
        .orElse(0L);
  }

  private static AVRational samplesOf(AVStream stream) {
    return new AVRational().num(1).den(Math.max(1, stream.codecpar().sample_rate()));
  }

  /**
   * Makes {@link #listen} begin near a sample of the first sound stream, or before it.
   *
   * @return the sample that will be heard first
   * @throws IOException if there is no sound
   */
  public long seek(long sample) throws IOException {
    AVStream stream =
        stream(avutil.AVMEDIA_TYPE_AUDIO).orElseThrow(() -> new IOException("there is no sound"));
    // Nearer than two seconds to the beginning nothing is won.
    if (sample < 2L * sampleRate()) {
      return 0;
    }
    long wanted = avutil.av_rescale_q(sample, samplesOf(stream), stream.time_base());
    long first = Math.max(0, stream.start_time());
    if (avformat.av_seek_frame(
            format, stream.index(), first + wanted, avformat.AVSEEK_FLAG_BACKWARD)
        < 0) {
      return 0;
    }
    AVPacket packet = avcodec.av_packet_alloc();
    try {
      while (avformat.av_read_frame(format, packet) >= 0) {
        if (packet.stream_index() == stream.index()) {
          long at = packet.pts();
          avcodec.av_packet_unref(packet);
          check(
              avformat.av_seek_frame(format, stream.index(), at, avformat.AVSEEK_FLAG_BACKWARD),
              "the sound cannot be searched");
          return avutil.av_rescale_q(at - first, stream.time_base(), samplesOf(stream));
        }
        avcodec.av_packet_unref(packet);
      }
    } finally {
      avcodec.av_packet_free(packet);
    }
    return 0;
  }

  private static Optional<String> value(AVDictionary dictionary, String key) {
    AVDictionaryEntry entry =
        dictionary == null ? null : avutil.av_dict_get(dictionary, key, null, 0);
    return entry == null || entry.isNull()
        ? Optional.empty()
        : Optional.of(entry.value().getString());
  }

  private Optional<AVStream> stream(int type) {
    for (int i = 0; i < format.nb_streams(); i++) {
      if (format.streams(i).codecpar().codec_type() == type) {
        return Optional.of(format.streams(i));
      }
    }
    return Optional.empty();
  }

  /** What takes sound as it is decoded. */
  public interface Listener {
    /**
     * Takes some samples.
     *
     * @param channels one array a channel
     * @param length how many samples of each are meant
     * @return whether to go on
     */
    boolean hear(float[][] channels, int length);
  }

  /**
   * Decodes the first sound stream from its beginning until the end or until the listener has heard
   * enough.
   *
   * @throws IOException if there is no sound or it cannot be decoded
   */
  public void listen(Listener listener) throws IOException {
    AVStream stream =
        stream(avutil.AVMEDIA_TYPE_AUDIO).orElseThrow(() -> new IOException("there is no sound"));
    AVCodec codec = avcodec.avcodec_find_decoder(stream.codecpar().codec_id());
    if (codec == null || codec.isNull()) {
      throw new IOException("the sound is of a kind that cannot be decoded");
    }
    AVCodecContext context = avcodec.avcodec_alloc_context3(codec);
    AVPacket packet = avcodec.av_packet_alloc();
    AVFrame frame = avutil.av_frame_alloc();
    try (var planes = new Planes(stream)) {
      check(
          avcodec.avcodec_parameters_to_context(context, stream.codecpar()),
          "the sound cannot be decoded");
      check(
          avcodec.avcodec_open2(context, codec, (AVDictionary) null),
          "the sound cannot be decoded");
      boolean more = true;
      while (more && avformat.av_read_frame(format, packet) >= 0) {
        if (packet.stream_index() == stream.index()
            && avcodec.avcodec_send_packet(context, packet) >= 0) {
          while (more && avcodec.avcodec_receive_frame(context, frame) >= 0) {
            more = planes.hand(frame, listener);
          }
        }
        avcodec.av_packet_unref(packet);
      }
    } finally {
      avutil.av_frame_free(frame);
      avcodec.av_packet_free(packet);
      avcodec.avcodec_free_context(context);
    }
  }

  /**
   * The picture that is there at a moment; the last one where the file ends before; empty where
   * there is none.
   *
   * @param seconds after the first picture
   * @param height of the picture that is made, in dots; its width follows
   * @throws IOException if it cannot be decoded
   */
  public Optional<StillFrame> picture(Rational seconds, int height) throws IOException {
    Optional<AVStream> stream = stream(avutil.AVMEDIA_TYPE_VIDEO);
    if (stream.isEmpty()) {
      return Optional.empty();
    }
    AVStream its = stream.get();
    AVCodec codec = avcodec.avcodec_find_decoder(its.codecpar().codec_id());
    if (codec == null || codec.isNull()) {
      throw new IOException("the picture is of a kind that cannot be decoded");
    }
    long first = its.start_time() == avutil.AV_NOPTS_VALUE ? 0 : its.start_time();
    long wanted =
        first
            + seconds
                .times(Rational.of(its.time_base().den(), Math.max(1, its.time_base().num())))
                .rounded(RoundingMode.FLOOR);
    // Where a file cannot be searched, it is read from its beginning.
    avformat.av_seek_frame(format, its.index(), wanted, avformat.AVSEEK_FLAG_BACKWARD);
    AVCodecContext context = avcodec.avcodec_alloc_context3(codec);
    AVPacket packet = avcodec.av_packet_alloc();
    AVFrame frame = avutil.av_frame_alloc();
    try (var painted = new Painted(height)) {
      check(
          avcodec.avcodec_parameters_to_context(context, its.codecpar()),
          "the picture cannot be decoded");
      check(
          avcodec.avcodec_open2(context, codec, (AVDictionary) null),
          "the picture cannot be decoded");
      boolean more = true;
      while (more) {
        boolean isRead = avformat.av_read_frame(format, packet) >= 0;
        if (isRead && packet.stream_index() != its.index()) {
          avcodec.av_packet_unref(packet);
          continue;
        }
        // At the end those are asked for that the decoder still holds.
        avcodec.avcodec_send_packet(context, isRead ? packet : null);
        while (more && avcodec.avcodec_receive_frame(context, frame) >= 0) {
          long at = frame.best_effort_timestamp();
          boolean isLater = at != avutil.AV_NOPTS_VALUE && at > wanted;
          more = !isLater;
          if (more || !painted.isThere()) {
            painted.take(frame);
          }
        }
        more &= isRead;
        avcodec.av_packet_unref(packet);
      }
      return painted.picture();
    } finally {
      avutil.av_frame_free(frame);
      avcodec.av_packet_free(packet);
      avcodec.avcodec_free_context(context);
    }
  }

  /** The frame that was taken last, as dots. */
  private static final class Painted implements Closeable {
    private final int height;
    private final AVFrame kept = avutil.av_frame_alloc();

    Painted(int height) {
      this.height = height;
    }

    boolean isThere() {
      return kept.width() > 0;
    }

    void take(AVFrame frame) throws IOException {
      avutil.av_frame_unref(kept);
      check(avutil.av_frame_ref(kept, frame), "no memory for a picture");
    }

    Optional<StillFrame> picture() throws IOException {
      if (!isThere()) {
        return Optional.empty();
      }
      int width = Math.max(1, (int) Math.round((double) height * kept.width() / kept.height()));
      SwsContext scaler =
          swscale.sws_getContext(
              kept.width(),
              kept.height(),
              kept.format(),
              width,
              height,
              avutil.AV_PIX_FMT_BGRA,
              swscale.SWS_BICUBIC,
              null,
              null,
              (DoublePointer) null);
      if (scaler == null || scaler.isNull()) {
        throw new IOException("the picture is of a kind that cannot be shown");
      }
      AVFrame small = avutil.av_frame_alloc();
      try {
        small.format(avutil.AV_PIX_FMT_BGRA);
        small.width(width);
        small.height(height);
        check(swscale.sws_scale_frame(scaler, small, kept), "the picture cannot be shown");
        int stride = small.linesize(0) / 4;
        var all = new int[stride * height];
        small
            .data(0)
            .capacity(4L * all.length)
            .asByteBuffer()
            .order(ByteOrder.LITTLE_ENDIAN)
            .asIntBuffer()
            .get(all);
        var dots = new int[width * height];
        for (int row = 0; row < height; row++) {
          System.arraycopy(all, row * stride, dots, row * width, width);
        }
        return Optional.of(new StillFrame(width, height, IntBuffer.wrap(dots)));
      } finally {
        avutil.av_frame_free(small);
        swscale.sws_freeContext(scaler);
      }
    }

    @Override
    public void close() {
      avutil.av_frame_free(kept);
    }
  }

  /** Samples of any form as one array of floats a channel. */
  private static final class Planes implements Closeable {
    private final SwrContext converter = new SwrContext(null);
    private final int channels;
    private float[][] arrays = new float[0][0];
    private FloatPointer[] pointers = new FloatPointer[0];
    private int capacity;

    Planes(AVStream stream) throws IOException {
      AVChannelLayout layout = stream.codecpar().ch_layout();
      channels = layout.nb_channels();
      check(
          swresample.swr_alloc_set_opts2(
              converter,
              layout,
              avutil.AV_SAMPLE_FMT_FLTP,
              stream.codecpar().sample_rate(),
              layout,
              stream.codecpar().format(),
              stream.codecpar().sample_rate(),
              0,
              null),
          "the sound cannot be converted");
      check(swresample.swr_init(converter), "the sound cannot be converted");
    }

    boolean hand(AVFrame frame, Listener listener) throws IOException {
      int length = frame.nb_samples();
      if (length > capacity) {
        grow(length);
      }
      try (var out = new PointerPointer<Pointer>(pointers)) {
        int converted =
            swresample.swr_convert(
                converter, out, length, frame.extended_data(), frame.nb_samples());
        check(converted, "the sound cannot be converted");
        for (int i = 0; i < channels; i++) {
          pointers[i].get(arrays[i], 0, converted);
        }
        return listener.hear(arrays, converted);
      }
    }

    private void grow(int length) {
      capacity = length;
      arrays = new float[channels][length];
      for (FloatPointer pointer : pointers) {
        pointer.close();
      }
      pointers = new FloatPointer[channels];
      for (int i = 0; i < channels; i++) {
        pointers[i] = new FloatPointer(length);
      }
    }

    @Override
    public void close() {
      for (FloatPointer pointer : pointers) {
        pointer.close();
      }
      swresample.swr_free(converter);
    }
  }

  @Override
  public void close() {
    avformat.avformat_close_input(format);
  }
}
