/** The bench of sync: Laying sound to picture. */
@org.jspecify.annotations.NullMarked
package org.oddlot.window.sync;
