/**
 * What is open and what is going on, without a single node: a {@link
 * org.oddlot.window.session.Session} can be used and tested with no window.
 */
@NullMarked
package org.oddlot.window.session;

import org.jspecify.annotations.NullMarked;
