/**
 * Timelines as values, in the terms of OpenTimelineIO's published schemas.
 *
 * <p>Every object is immutable and remembers how it was read ({@link org.oddlot.timeline.Origin});
 * what its format needs to write that back the format keeps there. A change makes new objects along
 * the path to it and shares all the rest, so that what differs between two states is found by
 * comparing identities first ({@link org.oddlot.timeline.Differences}), and what did not change can
 * be written back byte for byte. What is said about an object names it by its {@link
 * org.oddlot.timeline.Address}.
 *
 * <p>What is not understood is an {@link org.oddlot.timeline.Opaque} in its place, or simply stays
 * in the bytes of the object that holds it; it is carried in both cases.
 */
@NullMarked
package org.oddlot.timeline;

import org.jspecify.annotations.NullMarked;
