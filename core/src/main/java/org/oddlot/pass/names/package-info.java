/** Names and terms that were misheard, found by sound and spelling, and put right. */
@NullMarked
package org.oddlot.pass.names;

import org.jspecify.annotations.NullMarked;
