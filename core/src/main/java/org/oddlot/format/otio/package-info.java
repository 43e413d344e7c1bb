/**
 * OpenTimelineIO, the home format: JSON after the published schema documents, read in one pass and
 * written back byte for byte where nothing changed.
 */
@NullMarked
package org.oddlot.format.otio;

import org.jspecify.annotations.NullMarked;
