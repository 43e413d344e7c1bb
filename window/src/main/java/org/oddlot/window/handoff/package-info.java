/** The station in which timelines are handed on. */
@org.jspecify.annotations.NullMarked
package org.oddlot.window.handoff;
