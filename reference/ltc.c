/* Writes and reads linear timecode with libltc, for reference/media.py.
 *
 *     ltc encode FPS DROP HH MM SS FF FRAMES     8-bit samples at 48 kHz to standard output
 *     ltc decode FPS                             8-bit samples from standard input, a label a line
 */
#include <ltc.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>

static int encode(char **a) {
  double fps = atof(a[0]);
  SMPTETimecode start;
  memset(&start, 0, sizeof start);
  strcpy(start.timezone, "+0000");
  start.hours = atoi(a[2]);
  start.mins = atoi(a[3]);
  start.secs = atoi(a[4]);
  start.frame = atoi(a[5]);
  LTCEncoder *encoder =
      ltc_encoder_create(48000, fps, fps == 25 ? LTC_TV_625_50 : fps == 24 ? LTC_TV_FILM_24 : LTC_TV_525_60, 0);
  ltc_encoder_set_timecode(encoder, &start);
  if (atoi(a[1])) {
    LTCFrame frame;
    ltc_encoder_get_frame(encoder, &frame);
    frame.dfbit = 1;
    ltc_encoder_set_frame(encoder, &frame);
  }
  for (int i = 0; i < atoi(a[6]); i++) {
    ltcsnd_sample_t *samples;
    ltc_encoder_encode_frame(encoder);
    int count = ltc_encoder_get_bufferptr(encoder, &samples, 1);
    fwrite(samples, 1, count, stdout);
    ltc_encoder_inc_timecode(encoder);
  }
  ltc_encoder_free(encoder);
  return 0;
}

static int decode(char **a) {
  double fps = atof(a[0]);
  LTCDecoder *decoder = ltc_decoder_create((int)(48000 / fps), 32);
  ltcsnd_sample_t samples[1024];
  ltc_off_t at = 0;
  size_t count;
  while ((count = fread(samples, 1, sizeof samples, stdin)) > 0) {
    LTCFrameExt frame;
    ltc_decoder_write(decoder, samples, count, at);
    at += count;
    while (ltc_decoder_read(decoder, &frame)) {
      SMPTETimecode label;
      ltc_frame_to_time(&label, &frame.ltc, 0);
      printf("%02d:%02d:%02d:%02d\n", label.hours, label.mins, label.secs, label.frame);
    }
  }
  ltc_decoder_free(decoder);
  return 0;
}

int main(int argc, char **argv) {
  if (argc == 9 && !strcmp(argv[1], "encode")) {
    return encode(argv + 2);
  }
  if (argc == 3 && !strcmp(argv[1], "decode")) {
    return decode(argv + 2);
  }
  return 2;
}
