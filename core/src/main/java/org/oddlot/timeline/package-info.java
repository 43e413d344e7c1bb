/**
 * Timelines as values, in the terms of OpenTimelineIO's published schemas.
 *
 * <p>Every object is immutable and remembers the bytes it was read from ({@link
 * org.oddlot.timeline.Origin}). A change makes new objects along the path to it and shares all the
 * rest, so that what differs between two states is found by comparing identities first ({@link
 * org.oddlot.timeline.Differences}), and what did not change is written back byte for byte.
 *
 * <p>What is not understood is an {@link org.oddlot.timeline.Opaque} in its place, or simply stays
 * in the bytes of the object that holds it; it is carried in both cases.
 */
@NullMarked
package org.oddlot.timeline;

import org.jspecify.annotations.NullMarked;
