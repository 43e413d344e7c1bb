/** What media files themselves say: timecode of their containers and on their sound channels. */
@NullMarked
package org.oddlot.media;

import org.jspecify.annotations.NullMarked;
