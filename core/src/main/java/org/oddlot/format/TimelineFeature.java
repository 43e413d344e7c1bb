package org.oddlot.format;

/** What a format of timeline files may have a place for, beside one track of clips. */
public enum TimelineFeature {
  BINS("bins"),
  SOURCE_CLIPS("clips in bins"),
  SEVERAL_TIMELINES("further timelines"),
  SEVERAL_TRACKS("further tracks of one kind"),
  SOUND("sound tracks"),
  CAPTIONS("caption tracks"),
  NESTS("nested timelines"),
  TRANSITIONS("transitions"),
  SPEED("speed changes"),
  EFFECTS("effects"),
  MARKERS("markers"),
  GENERATED("titles and other generated pictures"),
  SEVERAL_MEDIA("further media of a clip"),
  DISABLED("what is switched off"),
  NOTES("what programs and people noted"),
  NOT_UNDERSTOOD("what is not understood");

  private final String words;

  TimelineFeature(String words) {
    this.words = words;
  }

  /** As people read it. */
  public String words() {
    return words;
  }
}
