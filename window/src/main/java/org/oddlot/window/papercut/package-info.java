/** The station where text is marked and becomes a timeline. */
@NullMarked
package org.oddlot.window.papercut;

import org.jspecify.annotations.NullMarked;
