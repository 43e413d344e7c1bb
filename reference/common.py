"""What the reference checks by command share: counting, clips, timelines of cuts and captions as Odd Lot reads them."""


class Checks:
    """Counts what agreed and says what did not."""

    def __init__(self):
        self.passed = self.failed = 0

    def __call__(self, what, expected, found):
        if expected == found:
            self.passed += 1
        else:
            self.failed += 1
            print(f"FAILED {what}: {expected!r} expected, {found!r} found")

    def result(self):
        """Says how many there were; the exit code."""
        print(f"{self.passed} passed, {self.failed} failed")
        return 1 if self.failed else 0


def clip(name, url, rate, start, duration, metadata):
    """A source clip whose media starts at a frame and lasts so many."""
    time = lambda value: {"OTIO_SCHEMA": "RationalTime.1", "value": value, "rate": rate}
    return {
        "OTIO_SCHEMA": "Clip.2",
        "metadata": {},
        "name": name,
        "source_range": None,
        "effects": [],
        "markers": [],
        "enabled": True,
        "active_media_reference_key": "DEFAULT_MEDIA",
        "media_references": {
            "DEFAULT_MEDIA": {
                "OTIO_SCHEMA": "ExternalReference.1",
                "metadata": metadata,
                "name": "",
                "available_range": {
                    "OTIO_SCHEMA": "TimeRange.1",
                    "start_time": time(start),
                    "duration": time(duration),
                },
                "target_url": url,
            }
        },
    }


def timeline(cuts, rate, start):
    """A timeline whose pictures change at these frames after its first, which has this number."""
    children = []
    for i, (a, b) in enumerate(zip(cuts, cuts[1:])):
        children.append({
            "OTIO_SCHEMA": "Clip.2", "name": f"A{i:04}", "metadata": {}, "effects": [], "markers": [], "enabled": True,
            "source_range": span(rate, 90000 + 7 * i, b - a),
            "media_references": {"DEFAULT_MEDIA": {"OTIO_SCHEMA": "ExternalReference.1", "metadata": {}, "name": f"A{i:04}",
                                                   "target_url": f"A{i:04}.mov", "available_range": None}},
            "active_media_reference_key": "DEFAULT_MEDIA"})
    track = {"OTIO_SCHEMA": "Track.1", "name": "V1", "kind": "Video", "metadata": {}, "effects": [], "markers": [],
             "enabled": True, "source_range": None, "children": children}
    return {"OTIO_SCHEMA": "Timeline.1", "name": "Evening", "metadata": {},
            "global_start_time": {"OTIO_SCHEMA": "RationalTime.1", "rate": rate, "value": float(start)},
            "tracks": {"OTIO_SCHEMA": "Stack.1", "name": "tracks", "metadata": {}, "effects": [], "markers": [],
                       "enabled": True, "source_range": None, "children": [track]}}


def span(rate, value, length):
    return {"OTIO_SCHEMA": "TimeRange.1",
            "start_time": {"OTIO_SCHEMA": "RationalTime.1", "rate": rate, "value": float(value)},
            "duration": {"OTIO_SCHEMA": "RationalTime.1", "rate": rate, "value": float(length)}}


def stamp(seconds):
    """A time as SubRip has it."""
    ms = round(seconds * 1000)
    return "%02d:%02d:%02d,%03d" % (ms // 3600000, ms // 60000 % 60, ms // 1000 % 60, ms % 1000)


def srt(captions):
    """Captions in seconds, each with its words."""
    return "".join(f"{i + 1}\n{stamp(a)} --> {stamp(b)}\n{text}\n\n" for i, (a, b, text) in enumerate(captions))
