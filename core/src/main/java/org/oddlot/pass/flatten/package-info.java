/** A cut of groups of angles becomes the clips of the chosen angles, and that is proved. */
@org.jspecify.annotations.NullMarked
package org.oddlot.pass.flatten;
