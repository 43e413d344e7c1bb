/** Where captions and transcripts lie: at which programme, from when on, and how fast. */
@NullMarked
package org.oddlot.pass.times;

import org.jspecify.annotations.NullMarked;
