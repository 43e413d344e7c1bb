/** The pass that finds the licence of each source. */
@org.jspecify.annotations.NullMarked
package org.oddlot.pass.licences;
