/** Many cameras and recorders of one event, placed by their waveforms: a group and a timeline. */
@org.jspecify.annotations.NullMarked
package org.oddlot.pass.angles;
