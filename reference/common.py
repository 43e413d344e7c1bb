"""What the reference checks by command share: counting, and clips as Odd Lot reads them."""


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
