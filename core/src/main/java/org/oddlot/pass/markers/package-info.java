/** The pass that brings markers to where they belong: out of papers, and from cut to cut. */
@NullMarked
package org.oddlot.pass.markers;

import org.jspecify.annotations.NullMarked;
