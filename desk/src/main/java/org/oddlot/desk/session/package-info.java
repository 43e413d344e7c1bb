/**
 * What is open and what is going on, without a single node: a {@link
 * org.oddlot.desk.session.Session} can be used and tested with no window.
 */
@NullMarked
package org.oddlot.desk.session;

import org.jspecify.annotations.NullMarked;
