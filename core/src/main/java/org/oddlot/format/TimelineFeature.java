package org.oddlot.format;

/** What a format of timeline files may have a place for, beside one track of clips. */
public enum TimelineFeature implements Content {
  BINS("bins", "they stay in the timeline file"),
  SOURCE_CLIPS("clips in bins", "they stay in the timeline file"),
  SEVERAL_TIMELINES("further timelines", "write a file for each"),
  SEVERAL_TRACKS("further tracks of one kind", "write a file for each"),
  SOUND("sound tracks", "send the sound by itself"),
  CAPTIONS("caption tracks", "send them as captions"),
  NESTS("nested timelines", "flatten them first"),
  TRANSITIONS("transitions", "the other side makes them again"),
  SPEED("speed changes", "render them first"),
  EFFECTS("effects", "render them first"),
  MARKERS("markers", "send a report of markers"),
  GENERATED("titles and generated pictures", "send them as captions"),
  SEVERAL_MEDIA("further media of a clip", "choose one of them first"),
  DISABLED("what is switched off", "switch on what is wanted"),
  MEDIA_RANGES("how much there is of the media", "send the list of media"),
  NOTES("what programs and people noted", "it stays in the timeline file"),
  NOT_UNDERSTOOD("what is not understood", "it stays in the timeline file"),
  /** What every format carries: which piece of which media is where. */
  SHOTS("shots", "look at what came out"),
  NAMES("names of clips", "look at what came out");

  private final String words;
  private final String instead;

  TimelineFeature(String words, String instead) {
    this.words = words;
    this.instead = instead;
  }

  @Override
  public String words() {
    return words;
  }

  @Override
  public String instead() {
    return instead;
  }
}
