package org.oddlot.media;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Optional;
import org.bytedeco.ffmpeg.avcodec.AVCodec;
import org.bytedeco.ffmpeg.avcodec.AVCodecContext;
import org.bytedeco.ffmpeg.avcodec.AVPacket;
import org.bytedeco.ffmpeg.avformat.AVFormatContext;
import org.bytedeco.ffmpeg.avformat.AVIOContext;
import org.bytedeco.ffmpeg.avformat.AVStream;
import org.bytedeco.ffmpeg.avutil.AVDictionary;
import org.bytedeco.ffmpeg.avutil.AVFrame;
import org.bytedeco.ffmpeg.avutil.AVRational;
import org.bytedeco.ffmpeg.global.avcodec;
import org.bytedeco.ffmpeg.global.avformat;
import org.bytedeco.ffmpeg.global.avutil;
import org.oddlot.time.FrameRate;
import org.oddlot.time.Timecode;

/**
 * Writes small movies for the demo and for tests: a plain picture that brightens from frame to
 * frame, a label burnt into it if one is wanted, sound as it is handed in, and a timecode track if
 * one is wanted. The same input gives the same bytes.
 */
public final class MovieWriter {
  private static final int WIDTH = 160;
  private static final int HEIGHT = 90;
  private static final int HORIZON = 52;

  private MovieWriter() {}

  /**
   * Writes a movie.
   *
   * @param path where to; it becomes a QuickTime file whatever its name
   * @param rate of the picture
   * @param frames how many
   * @param channels sound, one array a channel; none for a movie without sound
   * @param sampleRate samples in a second
   * @param timecode of the first frame, as it is written
   * @param burntIn the timecode of the first frame that the picture shows
   * @throws IOException if it cannot be written
   */
  public static void write(
      Path path,
      FrameRate rate,
      int frames,
      float[][] channels,
      int sampleRate,
      Optional<String> timecode,
      Optional<Timecode> burntIn)
      throws IOException {
    var format = new AVFormatContext(null);
    check(
        avformat.avformat_alloc_output_context2(format, null, "mov", path.toString()),
        "no container for " + path.getFileName());
    format.flags(format.flags() | AVFormatContext.AVFMT_FLAG_BITEXACT);
    AVCodec codec = avcodec.avcodec_find_encoder(avcodec.AV_CODEC_ID_MPEG4);
    AVCodecContext picture = avcodec.avcodec_alloc_context3(codec);
    AVFrame frame = avutil.av_frame_alloc();
    AVPacket packet = avcodec.av_packet_alloc();
    try {
      AVStream video = avformat.avformat_new_stream(format, null);
      openPicture(picture, codec, rate, format);
      video.time_base(picture.time_base());
      video.avg_frame_rate(picture.framerate());
      check(
          avcodec.avcodec_parameters_from_context(video.codecpar(), picture),
          "the picture cannot be described");
      timecode.ifPresent(text -> {
        var metadata = new AVDictionary(null);
        avutil.av_dict_set(metadata, "timecode", text, 0);
        video.metadata(metadata);
      });
      Optional<AVStream> sound =
          channels.length == 0
              ? Optional.empty()
              : Optional.of(sound(format, channels.length, sampleRate));
      var io = new AVIOContext(null);
      check(
          avformat.avio_open(io, path.toString(), avformat.AVIO_FLAG_WRITE),
          path + " cannot be opened");
      format.pb(io);
      check(
          avformat.avformat_write_header(format, (AVDictionary) null),
          "the head cannot be written");
      writePicture(format, picture, video, frame, packet, frames, burntIn);
      if (sound.isPresent()) {
        writeSound(format, sound.get(), packet, channels, sampleRate);
      }
      check(avformat.av_write_trailer(format), "the end cannot be written");
      avformat.avio_closep(io);
    } finally {
      avcodec.av_packet_free(packet);
      avutil.av_frame_free(frame);
      avcodec.avcodec_free_context(picture);
      avformat.avformat_free_context(format);
    }
  }

  private static int check(int result, String otherwise) throws IOException {
    if (result < 0) {
      throw new IOException(otherwise);
    }
    return result;
  }

  private static void openPicture(
      AVCodecContext picture, AVCodec codec, FrameRate rate, AVFormatContext format)
      throws IOException {
    picture.width(WIDTH);
    picture.height(HEIGHT);
    picture.pix_fmt(avutil.AV_PIX_FMT_YUV420P);
    picture.time_base(rational(rate.denominator(), rate.numerator()));
    picture.framerate(rational(rate.numerator(), rate.denominator()));
    picture.gop_size(12);
    picture.thread_count(1);
    picture.flags(picture.flags() | avcodec.AV_CODEC_FLAG_BITEXACT);
    if ((format.oformat().flags() & avformat.AVFMT_GLOBALHEADER) != 0) {
      picture.flags(picture.flags() | avcodec.AV_CODEC_FLAG_GLOBAL_HEADER);
    }
    check(avcodec.avcodec_open2(picture, codec, (AVDictionary) null), "no picture can be made");
  }

  private static AVRational rational(long numerator, long denominator) {
    return avutil.av_make_q((int) numerator, (int) denominator);
  }

  private static AVStream sound(AVFormatContext format, int channels, int sampleRate) {
    AVStream sound = avformat.avformat_new_stream(format, null);
    sound.codecpar().codec_type(avutil.AVMEDIA_TYPE_AUDIO);
    sound.codecpar().codec_id(avcodec.AV_CODEC_ID_PCM_S16LE);
    sound.codecpar().format(avutil.AV_SAMPLE_FMT_S16);
    sound.codecpar().sample_rate(sampleRate);
    sound.codecpar().block_align(2 * channels);
    sound.codecpar().bits_per_coded_sample(16);
    sound.codecpar().bit_rate(16L * channels * sampleRate);
    avutil.av_channel_layout_default(sound.codecpar().ch_layout(), channels);
    sound.time_base(avutil.av_make_q(1, sampleRate));
    return sound;
  }

  private static void writePicture(
      AVFormatContext format,
      AVCodecContext picture,
      AVStream stream,
      AVFrame frame,
      AVPacket packet,
      int frames,
      Optional<Timecode> burntIn)
      throws IOException {
    frame.format(picture.pix_fmt());
    frame.width(WIDTH);
    frame.height(HEIGHT);
    check(avutil.av_frame_get_buffer(frame, 0), "no memory for a picture");
    for (int i = 0; i <= frames; i++) {
      boolean end = i == frames;
      if (!end) {
        check(avutil.av_frame_make_writable(frame), "no memory for a picture");
        int shown = i;
        paint(frame, i, burntIn.map(first -> first.plusFrames(shown).withinDay().toString()));
        frame.pts(i);
      }
      check(avcodec.avcodec_send_frame(picture, end ? null : frame), "a picture was refused");
      while (avcodec.avcodec_receive_packet(picture, packet) >= 0) {
        packet.stream_index(stream.index());
        packet.duration(1);
        avcodec.av_packet_rescale_ts(packet, picture.time_base(), stream.time_base());
        check(avformat.av_interleaved_write_frame(format, packet), "the disk is full");
      }
    }
  }

  private static void paint(AVFrame frame, int number, Optional<String> label) {
    for (int plane = 0; plane < 3; plane++) {
      int height = plane == 0 ? HEIGHT : HEIGHT / 2;
      int stride = frame.linesize(plane);
      byte[] dots = new byte[stride * height];
      Arrays.fill(dots, (byte) (plane == 0 ? 40 + number % 160 : 128));
      if (plane == 0) {
        // What is below the horizon is darker.
        Arrays.fill(dots, stride * HORIZON, dots.length, (byte) (26 + number % 160));
        label.ifPresent(text -> BurntIn.paint(dots, WIDTH, stride, HEIGHT, text));
      }
      frame.data(plane).capacity(dots.length).put(dots);
    }
  }

  private static void writeSound(
      AVFormatContext format, AVStream stream, AVPacket packet, float[][] channels, int sampleRate)
      throws IOException {
    int length = channels[0].length;
    for (int from = 0; from < length; from += sampleRate) {
      int count = Math.min(sampleRate, length - from);
      byte[] bytes = new byte[2 * channels.length * count];
      int at = 0;
      for (int i = from; i < from + count; i++) {
        for (float[] channel : channels) {
          int value = Math.round(Math.clamp(channel[i], -1, 1) * 32_767);
          bytes[at++] = (byte) value;
          bytes[at++] = (byte) (value >> 8);
        }
      }
      check(avcodec.av_new_packet(packet, bytes.length), "no memory for sound");
      packet.data().put(bytes, 0, bytes.length);
      packet.stream_index(stream.index());
      packet.pts(avutil.av_rescale_q(from, avutil.av_make_q(1, sampleRate), stream.time_base()));
      packet.dts(packet.pts());
      packet.duration(
          avutil.av_rescale_q(count, avutil.av_make_q(1, sampleRate), stream.time_base()));
      check(avformat.av_interleaved_write_frame(format, packet), "the disk is full");
    }
  }
}
