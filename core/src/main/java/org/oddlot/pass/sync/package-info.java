/** Lays the sound of a day to its picture by timecode. */
@org.jspecify.annotations.NullMarked
package org.oddlot.pass.sync;
